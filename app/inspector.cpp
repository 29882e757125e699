#include "app/inspector.h"

#include <algorithm>

#include <cmath>

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/theme.h"

namespace thallos {

Inspector::Inspector(Session& session, Engine& engine, Tools& tools, QWidget* parent)
    : QScrollArea(parent), session_(session), engine_(engine), tools_(tools) {
    setObjectName("inspector");
    setAccessibleName(tr("Values"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
    // Other rows come after the panes have shown what is chosen: that is what the eye waits for.
    soon_.setSingleShot(true);
    connect(&soon_, &QTimer::timeout, this, [this] {
        if (shape() != shape_) rebuild();
    });
    auto update = [this] {
        if (shape() != shape_)
            soon_.start(0);
        else
            refresh();
    };
    connect(&session_, &Session::chosenChanged, this, update);
    connect(&session_, &Session::verbChanged, this, update);
    connect(&session_, &Session::projectChanged, this, update);
    connect(&session_, &Session::viewChanged, this, [this, update] {
        if (session_.verb() == Verb::Frame || session_.verb() == Verb::Light || session_.verb() == Verb::Finish)
            update();
    });
    connect(&session_, &Session::builtChanged, this, update);
    connect(&engine_, &Engine::shotReady, this, [this](const ShotPicture& p) {
        if (p.samples <= 1 && (session_.verb() == Verb::Frame || session_.verb() == Verb::Finish)) refresh();
    });
    rebuild();
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
    if (session_.built()) s += " built"; // lists of species
    s += QString(" %1 of %2 one %3")
             .arg(item ? item->id.value : 0)
             .arg(session_.chosenLeaves().size())
             .arg(session_.specimen());
    if (item && locked(*item)) s += " locked";
    if (const auto* d = bodyOf<Drift>(item)) s += QString(" mix %1").arg(d->mix.size());
    s += surfaceShape();
    if (Brush* b = tools_.brushOf(tool_)) s += QString(" brush %1").arg(static_cast<int>(b->kind));
    return s + QString(" %1").arg(reinterpret_cast<quintptr>(tool_));
}

bool Inspector::locked(const Item& item) const {
    const std::vector<Id> all = session_.chosenLeaves();
    return fixed(session_.project(), item) || (!all.empty() && std::all_of(all.begin(), all.end(), [this](Id id) {
               return fixed(session_.project(), *session_.item(id));
           }));
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
    b->setProperty("role", "second");
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
    l->setProperty("role", "second");
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
    text->setProperty("role", "second");
    auto* box = new QComboBox(w);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon); // not to the longest of many names
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
        if (const size_t n = session_.chosenLeaves().size(); n > 1 && !bodyOf<Group>(item))
            heading(tr("%1 items selected").arg(n), tr("values set all alike"));
        if (item) {
            const int first = layout_->count();
            itemRows(*item);
            if (locked(*item))
                for (int i = first; i < layout_->count(); ++i)
                    if (QWidget* w = layout_->itemAt(i)->widget()) w->setEnabled(false);
        } else if (session_.verb() == Verb::Shape)
            reliefRows();
        else if (session_.verb() == Verb::Seat) {
            heading(tr("Nothing selected"), {});
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
