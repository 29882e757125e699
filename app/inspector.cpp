#include "app/inspector.h"

#include <cmath>

#include <QColorDialog>
#include <QComboBox>
#include <QDateEdit>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QRandomGenerator>
#include <QVBoxLayout>

#include "app/theme.h"

namespace thallos {

namespace {

// Shares of a mix as one bar.
class MixBar : public QWidget {
public:
    MixBar(Session& session, Id id, QWidget* parent) : QWidget(parent), session_(session), id_(id) {
        setFixedHeight(22);
        setAccessibleName(QObject::tr("Mix"));
    }
    static QColor color(size_t i) {
        static const QColor colors[] = {QColor(0x8A, 0xA8, 0x64), QColor(0xD8, 0xC8, 0x8A), QColor(0xF1, 0xEE, 0xE0),
                                        QColor(0x93, 0x5F, 0x93), QColor(0x5F, 0x86, 0x6B), QColor(0xA8, 0x8B, 0x6B),
                                        QColor(0x9A, 0xB4, 0x78)};
        return colors[i % std::size(colors)];
    }

protected:
    void paintEvent(QPaintEvent*) override {
        const auto* d = bodyOf<Drift>(session_.item(id_));
        if (!d) return;
        QPainter p(this);
        float total = 0;
        for (const MixEntry& m : d->mix) total += m.share;
        double x = 12;
        for (size_t i = 0; i < d->mix.size(); ++i) {
            const double w = (width() - 24) * d->mix[i].share / std::max(total, 1e-6f);
            p.fillRect(QRectF(x, 4, w, 14), color(i));
            x += w;
        }
        p.setPen(Theme::now().buttonLine);
        p.drawRect(QRectF(12.5, 4.5, width() - 25, 13));
    }

private:
    Session& session_;
    Id id_;
};

} // namespace

Inspector::Inspector(Session& session, Engine& engine, Tools& tools, QWidget* parent)
    : QScrollArea(parent), session_(session), engine_(engine), tools_(tools) {
    setObjectName("inspector");
    setAccessibleName(tr("Values"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
    auto update = [this] {
        if (shape() != shape_)
            rebuild();
        else
            refresh();
    };
    connect(&session_, &Session::chosenChanged, this, update);
    connect(&session_, &Session::verbChanged, this, update);
    connect(&session_, &Session::projectChanged, this, update);
    connect(&session_, &Session::viewChanged, this, update);
    connect(&session_, &Session::builtChanged, this, [this] { refresh(); });
    connect(&engine_, &Engine::shotReady, this, [this](const ShotPicture& p) {
        if (p.samples <= 1 && (session_.verb() == Verb::Frame || session_.verb() == Verb::Finish)) refresh();
    });
    rebuild();
}

template <class Body_> void Inspector::turnRow(Id id, const QString& tip) {
    row(
        tr("Turn"), {-180, 180, false, Dimension::Angle, "°", 1, 0}, tip,
        [this, id] {
            const auto* x = bodyOf<Body_>(session_.item(id));
            return x ? std::remainder(degrees(x->yaw), 360.0) : 0;
        },
        [this, id](double v, bool dragging) {
            session_.editItem(
                tr("Turn"), id, [&](Item& i) { std::get<Body_>(i.body).yaw = radians(static_cast<float>(v)); },
                "turn value", dragging ? Haste::Moving : Haste::Rest);
        });
}

void Inspector::setTool(Tool* tool) {
    tool_ = tool;
    if (shape() != shape_) rebuild();
}

QString Inspector::shape() const {
    QString s = QString::number(static_cast<int>(session_.verb()));
    const Verb v = session_.verb();
    if (v == Verb::Light || v == Verb::Frame || v == Verb::Finish)
        return s + " shot " + QString::number(session_.shotId().value) + (session_.looking() ? "*" : "");
    const Item* item = session_.chosenItem();
    s += QString(" %1 of %2").arg(item ? item->id.value : 0).arg(session_.allChosen().size());
    if (const auto* d = bodyOf<Drift>(item)) s += QString(" mix %1").arg(d->mix.size());
    if (bodyOf<Building>(item)) s += QString(" material %1").arg(material_);
    if (Brush* b = tools_.brushOf(tool_)) s += QString(" brush %1").arg(static_cast<int>(b->kind));
    return s + QString(" %1").arg(reinterpret_cast<quintptr>(tool_));
}

void Inspector::refresh() {
    for (const auto& f : refreshers_) f();
}

void Inspector::heading(const QString& title, const QString& text) {
    auto* w = new QWidget(page_);
    w->setFixedHeight(32);
    auto* l = new QHBoxLayout(w);
    l->setContentsMargins(12, 0, 12, 0);
    auto* a = new QLabel(title, w);
    a->setFont(typeface(Type::Heading));
    auto* b = new QLabel(text, w);
    b->setFont(typeface(Type::Body));
    b->setStyleSheet(QString("color: %1").arg(Theme::now().second.name()));
    l->addWidget(a);
    l->addStretch();
    l->addWidget(b);
    layout_->addWidget(w);
}

void Inspector::note(const std::function<QString()>& text) {
    auto* l = new QLabel(page_);
    l->setFont(typeface(Type::Body));
    l->setWordWrap(true);
    l->setContentsMargins(12, 4, 12, 6);
    l->setStyleSheet(QString("color: %1").arg(Theme::now().second.name()));
    refreshers_.push_back([l, text] { l->setText(text()); });
    layout_->addWidget(l);
}

void Inspector::row(const QString& label, const ValueRange& range, const QString& tip,
                    const std::function<double()>& get, const std::function<void(double, bool)>& set) {
    auto* r = new ValueRow(label, range, tip, page_);
    refreshers_.push_back([r, get] {
        if (!r->sliding()) r->setValue(get());
    });
    connect(r, &ValueRow::changed, this, [set](double v, bool dragging) { set(v, dragging); });
    connect(r, &ValueRow::settled, this, [this] { session_.endEdit(); });
    layout_->addWidget(r);
}

void Inspector::choice(const QString& label, const QStringList& options, const QString& tip,
                       const std::function<int()>& get, const std::function<void(int)>& set) {
    auto* w = new QWidget(page_);
    w->setFixedHeight(30);
    auto* l = new QHBoxLayout(w);
    l->setContentsMargins(12, 2, 12, 2);
    auto* text = new QLabel(label, w);
    text->setFixedWidth(88);
    text->setStyleSheet(QString("color: %1").arg(Theme::now().second.name()));
    auto* box = new QComboBox(w);
    box->addItems(options);
    box->setAccessibleName(label);
    box->setObjectName(label);
    box->setToolTip(tip);
    l->addWidget(text);
    l->addWidget(box, 1);
    refreshers_.push_back([box, get] {
        const QSignalBlocker quiet(box);
        box->setCurrentIndex(get());
    });
    connect(box, &QComboBox::activated, this, [set](int i) { set(i); });
    layout_->addWidget(w);
}

void Inspector::button(const QString& label, const QString& tip, const std::function<void()>& act) {
    auto* b = new QPushButton(label, page_);
    b->setToolTip(tip);
    b->setAccessibleName(label);
    auto* w = new QWidget(page_);
    auto* l = new QHBoxLayout(w);
    l->setContentsMargins(12, 4, 12, 4);
    l->addWidget(b);
    l->addStretch();
    connect(b, &QPushButton::clicked, this, [act] { act(); });
    layout_->addWidget(w);
}

template <class T>
void Inspector::bodyRow(Id id, const QString& label, const ValueRange& range, const QString& tip, float T::*member) {
    row(
        label, range, tip,
        [this, id, member] {
            const T* b = bodyOf<T>(session_.item(id));
            return b ? b->*member : 0;
        },
        [this, id, member, label](double v, bool dragging) {
            session_.editItem(
                label, id, [&](Item& i) { std::get<T>(i.body).*member = static_cast<float>(v); }, label,
                dragging ? Haste::Moving : Haste::Rest);
        });
}

void Inspector::shotRow(const QString& label, const ValueRange& range, const QString& tip,
                        const std::function<double(const Shot&)>& get, const std::function<void(Shot&, double)>& set) {
    row(
        label, range, tip, [this, get] { return get(session_.shot()); },
        [this, set, label](double v, bool) {
            session_.editShot(
                label, [&](Shot& s) { set(s, v); }, label);
        });
}

void Inspector::rebuild() {
    shape_ = shape();
    refreshers_.clear();
    // The old page may be on the call stack: a row that changed the shape.
    if (page_) takeWidget()->deleteLater();
    page_ = new QWidget;
    page_->setObjectName("inspectorPage");
    page_->setStyleSheet(QString("#inspectorPage { background: %1; }").arg(Theme::now().panel.name()));
    layout_ = new QVBoxLayout(page_);
    layout_->setContentsMargins(0, 0, 0, 8);
    layout_->setSpacing(0);

    const Item* item = session_.chosenItem();
    switch (session_.verb()) {
    case Verb::Light:
        lightRows();
        break;
    case Verb::Frame:
        frameRows();
        break;
    case Verb::Finish:
        finishRows();
        break;
    default:
        if (Brush* b = tools_.brushOf(tool_); b && session_.verb() == Verb::Shape) brushRows(*b);
        if (const size_t n = session_.allChosen().size(); n > 1)
            heading(tr("%1 items chosen").arg(n), tr("values of the last"));
        if (bodyOf<Building>(item))
            buildingRows(*item);
        else if (bodyOf<Figure>(item)) {
            heading(QString::fromStdString(item->name), tr("1.75 m"));
            turnRow<Figure>(item->id, tr("Counter-clockwise; which way the person faces"));
        } else if (bodyOf<BuildingPad>(item)) {
            heading(QString::fromStdString(item->name), tr("pad"));
            bodyRow<BuildingPad>(item->id, tr("Over base"), ValueRange::length(-3, 3, 0),
                                 tr("How far the levelled ground lies over the building's base"), &BuildingPad::rise);
            bodyRow<BuildingPad>(item->id, tr("Apron"), ValueRange::length(0, 30, 1.2),
                                 tr("Level ground round the building"), &BuildingPad::apron);
            bodyRow<BuildingPad>(item->id, tr("Batter 1 in"), {0.5, 20, true, Dimension::Ratio, "", 1, 3},
                                 tr("How gently the pad's slope meets the ground"), &BuildingPad::batter);
            bodyRow<BuildingPad>(item->id, tr("Under rooms"), ValueRange::length(0, 5, 0.6),
                                 tr("How deep the ground goes under the floors, where nobody sees it"),
                                 &BuildingPad::sink);
        } else if (bodyOf<Water>(item)) {
            heading(QString::fromStdString(item->name), tr("water"));
            const float now = bodyOf<Water>(item)->level;
            bodyRow<Water>(item->id, tr("Level"), ValueRange::length(std::floor(now) - 4, std::floor(now) + 5, now),
                           tr("Height of the surface; the shore follows the ground"), &Water::level);
            bodyRow<Water>(item->id, tr("Clarity"), ValueRange::length(0.1, 20, 1.2, true),
                           tr("How deep one sees into it"), &Water::clarity);
            bodyRow<Water>(item->id, tr("Ripples"), ValueRange::percent(0, 1, 0.25),
                           tr("Still mirror or breeze on the water"), &Water::ripple);
        } else if (bodyOf<Drift>(item))
            driftRows(*item);
        else if (const auto* p = bodyOf<Planting>(item)) {
            heading(QString::fromStdString(item->name), tr("%1 specimens").arg(p->specimens.size()));
        } else if (bodyOf<Clearing>(item)) {
            heading(QString::fromStdString(item->name), tr("clearing"));
            note([] { return tr("Plants keep out of this outline. Drag its handles in either pane."); });
        } else if (session_.verb() == Verb::Shape)
            reliefRows();
        else if (session_.verb() == Verb::Seat) {
            heading(tr("Nothing chosen"), {});
            note([] {
                return tr("Click a building in either pane or in the list. Open (Ctrl+I) brings one from a file: glTF, "
                          "OBJ and others.");
            });
        }
        if (session_.verb() == Verb::Plant && (!item || bodyOf<Planting>(item))) {
            if (!item) heading(tr("Specimen"), tr("by click"));
            QStringList names;
            if (session_.built())
                for (const Species& s : session_.built()->library->species())
                    names << QString::fromStdString(s.recipe.name);
            choice(
                tr("Species"), names, tr("What the specimen tool plants"),
                [this, names] { return static_cast<int>(std::max<qsizetype>(0, names.indexOf(tools_.species))); },
                [this, names](int i) { tools_.species = names.value(i, tools_.species); });
            note([] { return tr("Specimen plants single plants by click, Drift plants an area that you draw."); });
        }
    }
    layout_->addStretch(1);
    setWidget(page_);
    refresh();
}

void Inspector::buildingRows(const Item& item) {
    const Id id = item.id;
    const auto* b = bodyOf<Building>(&item);
    const V3f size = bounds(*b->model).size();
    heading(QString::fromStdString(item.name),
            tr("%1 × %2 × %3 m").arg(size.x, 0, 'f', 1).arg(size.y, 0, 'f', 1).arg(size.z, 0, 'f', 1));
    auto position = [&](const QString& label, int axis, const QString& tip) {
        row(
            label, ValueRange::length(-500, 500, 0), tip,
            [this, id, axis] {
                const auto* x = bodyOf<Building>(session_.item(id));
                return x ? x->position[axis] : 0;
            },
            [this, id, axis, label](double v, bool dragging) {
                session_.editItem(
                    label, id, [&](Item& i) { std::get<Building>(i.body).position[axis] = static_cast<float>(v); },
                    label, dragging ? Haste::Moving : Haste::Rest);
            });
    };
    position(tr("East"), 0, tr("Place of the building's middle, from the site's middle"));
    position(tr("North"), 1, tr("Place of the building's middle, from the site's middle"));
    position(tr("Base"), 2, tr("Height of the building's base"));
    turnRow<Building>(id, tr("Counter-clockwise; turns the faces towards or away from the light"));

    // One material at a time.
    QStringList names;
    for (const Surface& s : b->surfaces) names << QString::fromStdString(s.name);
    material_ = std::clamp(material_, 0, static_cast<int>(b->surfaces.size()) - 1);
    choice(
        tr("Material"), names, tr("Which material of the building to change"), [this] { return material_; },
        [this](int i) {
            material_ = i;
            rebuild();
        });
    auto surface = [this, id]() -> const Surface* {
        const auto* x = bodyOf<Building>(session_.item(id));
        return x && material_ < static_cast<int>(x->surfaces.size()) ? &x->surfaces[material_] : nullptr;
    };
    auto set = [this, id](const QString& name, const std::function<void(Surface&)>& change, const QString& key,
                          bool dragging) {
        session_.editItem(
            name, id,
            [&](Item& i) {
                auto& list = std::get<Building>(i.body).surfaces;
                if (material_ < static_cast<int>(list.size())) change(list[material_]);
            },
            key, dragging ? Haste::Moving : Haste::Rest);
    };
    QStringList patterns;
    for (const char* n : kPatternNames) patterns << n;
    choice(
        tr("Pattern"), patterns, tr("Grain laid over the material in true size"),
        [surface] { return surface() ? static_cast<int>(surface()->pattern) : 0; },
        [set](int i) {
            set(
                tr("Pattern"), [&](Surface& s) { s.pattern = static_cast<Pattern>(i); }, {}, false);
        });
    row(
        tr("Pattern size"), ValueRange::length(0.005, 2, 0.15, true, 3),
        tr("Width of a board, height of a stone, size of a grain"),
        [surface] { return surface() ? surface()->patternSize : 0.1; },
        [set](double v, bool d) {
            set(
                tr("Pattern size"), [&](Surface& s) { s.patternSize = static_cast<float>(v); }, "pattern size", d);
        });
    row(
        tr("Roughness"), ValueRange::percent(0, 1, 0.6), tr("From a mirror to matt"),
        [surface] { return surface() ? surface()->roughness : 0; },
        [set](double v, bool d) {
            set(
                tr("Roughness"), [&](Surface& s) { s.roughness = static_cast<float>(v); }, "roughness", d);
        });
    button(tr("Colour…"), tr("Colour of the material in daylight"), [this, surface, set] {
        if (!surface()) return;
        const V3f c = toSrgb(surface()->baseColor);
        const QColor picked = QColorDialog::getColor(QColor::fromRgbF(c.x, c.y, c.z), this, tr("Colour"),
                                                     QColorDialog::DontUseNativeDialog);
        if (picked.isValid())
            set(
                tr("Colour"),
                [&](Surface& s) {
                    s.baseColor = fromSrgb(static_cast<float>(picked.redF()), static_cast<float>(picked.greenF()),
                                           static_cast<float>(picked.blueF()));
                },
                {}, false);
    });
}

void Inspector::driftRows(const Item& item) {
    const Id id = item.id;
    const auto* d = bodyOf<Drift>(&item);
    heading(QString::fromStdString(item.name),
            tr("drift, %n area(s), %1 m²", nullptr, static_cast<int>(d->areas.size())).arg(area(*d), 0, 'f', 0));
    layout_->addWidget(new MixBar(session_, id, page_));
    bodyRow<Drift>(id, tr("Density"), {0.01, 60, true, Dimension::Plain, "/m²", 3, 6},
                   tr("Plants on a square metre; more or fewer appear, none moves"), &Drift::density);
    bodyRow<Drift>(id, tr("Spacing min"), ValueRange::length(0, 12, 0.2), tr("Least distance between two plants"),
                   &Drift::spacing);
    bodyRow<Drift>(id, tr("Size spread"), ValueRange::percent(0, 0.8, 0.25), tr("How much plants differ in size"),
                   &Drift::sizeSpread);
    bodyRow<Drift>(id, tr("Lean"), ValueRange::percent(0, 1, 0.15), tr("Upright, or leaning with the slope"),
                   &Drift::lean);
    bodyRow<Drift>(id, tr("Patches"), ValueRange::percent(0, 1, 0), tr("Even, or broken into patches"),
                   &Drift::patchiness);
    row(
        tr("Seed"), {1, 9999, false, Dimension::Plain, "", 0, 1}, tr("Another layout of the same planting"),
        [this, id] {
            const auto* x = bodyOf<Drift>(session_.item(id));
            return x ? static_cast<double>(x->seed) : 1;
        },
        [this, id](double v, bool dragging) {
            session_.editItem(
                tr("Seed"), id, [&](Item& i) { std::get<Drift>(i.body).seed = static_cast<uint64_t>(std::lround(v)); },
                "seed", dragging ? Haste::Moving : Haste::Rest);
        });
    for (size_t k = 0; k < d->mix.size(); ++k)
        row(
            QString::fromStdString(d->mix[k].species), ValueRange::percent(0, 1, 0.5),
            tr("Share of this species in the mix"),
            [this, id, k] {
                const auto* x = bodyOf<Drift>(session_.item(id));
                if (!x || k >= x->mix.size()) return 0.0;
                float total = 0;
                for (const MixEntry& m : x->mix) total += m.share;
                return static_cast<double>(x->mix[k].share / std::max(total, 1e-6f));
            },
            [this, id, k](double v, bool dragging) {
                session_.editItem(
                    tr("Mix"), id,
                    [&](Item& i) {
                        // The others keep their proportions among themselves.
                        auto& mix = std::get<Drift>(i.body).mix;
                        float rest = 0;
                        for (size_t m = 0; m < mix.size(); ++m) rest += m == k ? 0 : mix[m].share;
                        for (size_t m = 0; m < mix.size(); ++m)
                            if (m != k)
                                mix[m].share = rest > 0
                                                   ? mix[m].share / rest * static_cast<float>(1 - v)
                                                   : static_cast<float>((1 - v) / static_cast<double>(mix.size() - 1));
                        mix[k].share = static_cast<float>(v);
                    },
                    QString("mix %1").arg(k), dragging ? Haste::Moving : Haste::Rest);
            });
    QStringList names{tr("Add a species…")};
    if (session_.built())
        for (const Species& s : session_.built()->library->species()) names << QString::fromStdString(s.recipe.name);
    choice(
        tr("Species"), names, tr("Put another species into the mix, or take one out that is in it"), [] { return 0; },
        [this, id, names](int i) {
            if (i < 1) return;
            const std::string name = names[i].toStdString();
            session_.editItem(tr("Mix"), id, [&](Item& it) {
                auto& mix = std::get<Drift>(it.body).mix;
                const auto there =
                    std::find_if(mix.begin(), mix.end(), [&](const MixEntry& m) { return m.species == name; });
                if (there == mix.end())
                    mix.push_back({name, 0.2f});
                else if (mix.size() > 1)
                    mix.erase(there);
            });
        });
}

void Inspector::brushRows(Brush& brush) {
    const QString names[] = {tr("Raise"), tr("Lower"), tr("Smooth"), tr("Paint gravel"), tr("Paint soil")};
    heading(names[static_cast<int>(brush.kind)], tr("brush"));
    Brush* b = &brush;
    auto local = [this](const QString& label, const ValueRange& range, const QString& tip, float* value) {
        row(
            label, range, tip, [value] { return *value; }, [value](double v, bool) { *value = static_cast<float>(v); });
    };
    local(tr("Ring radius"), ValueRange::length(0.2, 100, 6, true), tr("Reach of the brush ([ and ])"), &b->radius);
    if (b->kind == BrushKind::Raise || b->kind == BrushKind::Lower)
        local(tr("Each dab"), ValueRange::length(0.005, 2, 0.12, true, 3), tr("Height that one dab moves"),
              &b->strength);
    else
        local(tr("Firmness"), ValueRange::percent(0.02, 1, 0.5), tr("Share of the full effect at each dab"),
              &b->strength);
    local(tr("Soft edge"), ValueRange::percent(0, 1, 0.6), tr("How far the effect fades towards the ring"),
          &b->falloff);
}

void Inspector::reliefRows() {
    heading(tr("Ground"), {});
    note([this] {
        const Ground& g = *session_.project().ground;
        const V2f range = session_.built() ? session_.built()->field.range() : V2f(0);
        return tr("%1 × %2 m, cells of %3 m, heights %4 to %5 m")
            .arg(g.grid.size().x)
            .arg(g.grid.size().y)
            .arg(g.grid.cell)
            .arg(range.x, 0, 'f', 1)
            .arg(range.y, 0, 'f', 1);
    });
    auto relief = [this](const QString& label, const ValueRange& range, const QString& tip,
                         const std::function<double(const Relief&)>& get,
                         const std::function<void(Relief&, double)>& set) {
        row(
            label, range, tip, [this, get] { return get(session_.project().ground->relief); },
            [this, set, label](double v, bool dragging) {
                Ground g = *session_.project().ground;
                set(g.relief, v);
                session_.edit(label, withGround(session_.project(), std::move(g)), "relief " + label,
                              dragging ? Haste::Moving : Haste::Rest);
            });
    };
    relief(
        tr("Relief"), ValueRange::length(0, 80, 0), tr("Height between low and high places of the generated land"),
        [](const Relief& r) { return r.height; }, [](Relief& r, double v) { r.height = static_cast<float>(v); });
    relief(
        tr("Hill size"), ValueRange::length(5, 1000, 60, true, 0), tr("Distance from hill to hill"),
        [](const Relief& r) { return r.feature; }, [](Relief& r, double v) { r.feature = static_cast<float>(v); });
    relief(
        tr("Roughness"), ValueRange::percent(0, 0.9, 0.4), tr("How much small bumps count"),
        [](const Relief& r) { return r.roughness; }, [](Relief& r, double v) { r.roughness = static_cast<float>(v); });
    relief(
        tr("Rise north"), ValueRange::percent(-0.5, 0.5, 0), tr("Slope of the whole site to the north"),
        [](const Relief& r) { return r.tilt.y; }, [](Relief& r, double v) { r.tilt.y = static_cast<float>(v); });
    relief(
        tr("Rise east"), ValueRange::percent(-0.5, 0.5, 0), tr("Slope of the whole site to the east"),
        [](const Relief& r) { return r.tilt.x; }, [](Relief& r, double v) { r.tilt.x = static_cast<float>(v); });
    relief(
        tr("Seed"), {1, 9999, false, Dimension::Plain, "", 0, 1}, tr("Another land with the same character"),
        [](const Relief& r) { return static_cast<double>(r.seed); },
        [](Relief& r, double v) { r.seed = static_cast<uint64_t>(std::lround(v)); });
}

} // namespace thallos
