// Rows for the items that are chosen, by kind.
#include <cmath>

#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QVBoxLayout>

#include "app/figures.h"
#include "app/inspector.h"
#include "app/theme.h"
#include "core/project/measure.h"

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

void Inspector::itemRow(const QString& label, const ValueRange& range, const QString& tip,
                        const std::function<std::optional<double>(const Item&)>& get,
                        const std::function<void(Item&, double)>& set) {
    auto* r = new ValueRow(label, range, tip, page_);
    refreshers_.push_back([this, r, get] {
        if (r->sliding()) return;
        std::optional<double> value;
        bool mixed = false;
        const auto take = [&](const Item* i) {
            const auto v = i ? get(*i) : std::nullopt;
            mixed = mixed || (v && value && std::abs(*v - *value) > 1e-6 * (1 + std::abs(*v)));
            if (v) value = v;
        };
        for (const Id id : session_.chosenLeaves()) take(session_.item(id));
        take(session_.chosenItem()); // the last one's is the value to go on from
        r->setMixed(mixed);
        if (value) r->setValue(*value);
    });
    connect(r, &ValueRow::changed, this, [this, label, get, set](double v, bool dragging) {
        session_.editChosen(
            label,
            [&](Item& i) {
                if (get(i)) set(i, v);
            },
            label, dragging ? Haste::Moving : Haste::Rest);
    });
    connect(r, &ValueRow::settled, this, [this] { session_.endEdit(); });
    layout_->addWidget(r);
}

template <class T> void Inspector::turnRow(const QString& tip) {
    itemRow(
        tr("Turn"), {-180, 180, false, Dimension::Angle, "°", 1, 0}, tip,
        [](const Item& i) -> std::optional<double> {
            const auto* x = std::get_if<T>(&i.body);
            return x ? std::optional<double>(std::remainder(degrees(x->yaw), 360.0)) : std::nullopt;
        },
        [](Item& i, double v) { std::get<T>(i.body).yaw = radians(static_cast<float>(v)); });
}

template <class T>
void Inspector::bodyRow(const QString& label, const ValueRange& range, const QString& tip, float T::*member) {
    itemRow(
        label, range, tip,
        [member](const Item& i) -> std::optional<double> {
            const auto* b = std::get_if<T>(&i.body);
            return b ? std::optional<double>(b->*member) : std::nullopt;
        },
        [member](Item& i, double v) { std::get<T>(i.body).*member = static_cast<float>(v); });
}

void Inspector::itemRows(const Item& item) {
    const QString name = QString::fromStdString(item.name);
    if (bodyOf<Building>(&item))
        buildingRows(item);
    else if (bodyOf<Figure>(&item)) {
        heading(name, tr("1.75 m"));
        turnRow<Figure>(tr("Counter-clockwise; which way the person faces"));
    } else if (bodyOf<BuildingPad>(&item)) {
        heading(name, tr("pad"));
        bodyRow<BuildingPad>(tr("Over base"), ValueRange::length(-3, 3, 0),
                             tr("How far the levelled ground lies over the building's base"), &BuildingPad::rise);
        bodyRow<BuildingPad>(tr("Apron"), ValueRange::length(0, 30, 1.2), tr("Level ground round the building"),
                             &BuildingPad::apron);
        bodyRow<BuildingPad>(tr("Batter 1 in"), {0.5, 20, true, Dimension::Ratio, "", 1, 3},
                             tr("How gently the pad's slope meets the ground"), &BuildingPad::batter);
        bodyRow<BuildingPad>(tr("Under rooms"), ValueRange::length(0, 5, 0.6),
                             tr("How deep the ground goes under the floors, where nobody sees it"), &BuildingPad::sink);
    } else if (const auto* water = bodyOf<Water>(&item)) {
        heading(name, tr("water"));
        const float now = water->level;
        bodyRow<Water>(tr("Level"), ValueRange::length(std::floor(now) - 4, std::floor(now) + 5, now),
                       tr("Height of the surface; the shore follows the ground"), &Water::level);
        bodyRow<Water>(tr("Clarity"), ValueRange::length(0.1, 20, 1.2, true), tr("How deep one sees into it"),
                       &Water::clarity);
        bodyRow<Water>(tr("Ripples"), ValueRange::percent(0, 1, 0.25), tr("Still mirror or breeze on the water"),
                       &Water::ripple);
    } else if (bodyOf<Drift>(&item))
        driftRows(item);
    else if (const auto* p = bodyOf<Planting>(&item)) {
        if (const int one = session_.specimen(); one >= 0)
            specimenRows(item, one);
        else {
            heading(name, tr("%1 specimens").arg(p->specimens.size()));
            note([] { return tr("Click a plant again to select it alone."); });
        }
    } else if (bodyOf<Climber>(&item))
        climberRows(item);
    else if (bodyOf<Clearing>(&item)) {
        heading(name, tr("clearing"));
        note([] { return tr("Plants keep out of this outline. Drag its handles in either pane."); });
    } else if (bodyOf<Group>(&item)) {
        heading(name, tr("group of %1").arg(leaves(session_.project(), {item.id}).size()));
        note([] { return tr("It moves, turns and is hidden as one. Click in it again to select what it holds."); });
    } else if (bodyOf<Mark>(&item))
        markRows(item);
}

void Inspector::specimenRows(const Item& item, int specimen) {
    const Id id = item.id;
    const auto now = [this, id, specimen]() -> const Specimen* {
        const auto* p = bodyOf<Planting>(session_.item(id));
        return p && specimen < static_cast<int>(p->specimens.size()) ? &p->specimens[specimen] : nullptr;
    };
    heading(QString::fromStdString(now()->species), tr("one of %1").arg(QString::fromStdString(item.name)));
    auto value = [&](const QString& label, const ValueRange& range, const QString& tip,
                     const std::function<double(const Specimen&)>& get,
                     const std::function<void(Specimen&, double)>& set) {
        row(
            label, range, tip, [now, get] { return now() ? get(*now()) : 0; },
            [this, id, specimen, label, set](double v, bool dragging) {
                session_.editItem(
                    label, id,
                    [&](Item& i) {
                        auto& list = std::get<Planting>(i.body).specimens;
                        if (specimen < static_cast<int>(list.size())) set(list[specimen], v);
                    },
                    label, dragging ? Haste::Moving : Haste::Rest);
            });
    };
    const Box2f site = session_.project().ground->grid.box();
    for (int axis : {0, 1})
        value(
            axis == 0 ? tr("East") : tr("North"), ValueRange::length(site.min[axis], site.max[axis], 0),
            tr("Place of the plant's foot, from the site's middle"), [axis](const Specimen& s) { return s.at[axis]; },
            [axis](Specimen& s, double v) { s.at[axis] = static_cast<float>(v); });
    value(
        tr("Turn"), {-180, 180, false, Dimension::Angle, "°", 1, 0}, tr("Counter-clockwise; which side it shows"),
        [](const Specimen& s) { return std::remainder(degrees(s.yaw), 360.0); },
        [](Specimen& s, double v) { s.yaw = radians(static_cast<float>(v)); });
    value(
        tr("Size"), {0.05, 10, true, Dimension::Percent, "%", 0, 1}, tr("Of the usual height of the species"),
        [](const Specimen& s) { return s.scale; }, [](Specimen& s, double v) { s.scale = static_cast<float>(v); });
}

void Inspector::climberRows(const Item& item) {
    const auto& c = std::get<Climber>(item.body);
    const Id id = item.id;
    heading(QString::fromStdString(item.name), tr("climber"));
    QStringList names;
    if (const auto built = session_.built())
        for (const Species& s : built->library->species())
            if (std::holds_alternative<ClimberRecipe>(s.recipe.growth)) names << QString::fromStdString(s.recipe.name);
    const auto now = [this, id] { return bodyOf<Climber>(session_.item(id)); };
    choice(
        tr("Species"), names, tr("What climbs here"),
        [now, names] { return now() ? static_cast<int>(names.indexOf(QString::fromStdString(now()->species))) : -1; },
        [this, id, names](int i) {
            session_.editItem(tr("Species"), id,
                              [&](Item& x) { std::get<Climber>(x.body).species = names.value(i).toStdString(); });
        });
    bodyRow<Climber>(tr("Height"), ValueRange::length(0.3, 30, 3), tr("How high its longest shoots get"),
                     &Climber::height);
    if (bodyOf<Building>(session_.item(c.on)))
        bodyRow<Climber>(tr("Width"), ValueRange::length(0.3, 40, 3),
                         tr("How much of the wall it may take; windows, doors and eaves stay free"), &Climber::width);
    row(
        tr("Seed"), {1, 9999, false, Dimension::Plain, "", 0, 1}, tr("Another growth of the same climber"),
        [now] { return now() ? static_cast<double>(now()->seed) : 1; },
        [this, id](double v, bool dragging) {
            session_.editItem(
                tr("Seed"), id,
                [&](Item& i) { std::get<Climber>(i.body).seed = static_cast<uint64_t>(std::lround(v)); }, "seed",
                dragging ? Haste::Moving : Haste::Rest);
        });
    note([this, id] {
        const auto* climber = bodyOf<Climber>(session_.item(id));
        const Item* on = climber ? session_.item(climber->on) : nullptr;
        return on ? tr("It climbs %1 and goes where that goes.").arg(QString::fromStdString(on->name)) : QString();
    });
}

void Inspector::markRows(const Item& item) {
    heading(QString::fromStdString(item.name), tr("mark"));
    note([this, id = item.id] {
        const auto* mark = bodyOf<Mark>(session_.item(id));
        if (!mark) return QString();
        const Measures m = measure(mark->points);
        QStringList text{tr("%1 along it, %2 in plan.").arg(lengthText(m.length), lengthText(m.plan)),
                         tr("Rise %1, slope %2°.").arg(lengthText(m.rise)).arg(degrees(m.slope), 0, 'f', 1)};
        if (mark->points.size() > 2)
            text << tr("Last angle %1°, area %2 m².").arg(degrees(m.angle), 0, 'f', 1).arg(m.area, 0, 'f', 2);
        return text.join("\n");
    });
}

void Inspector::buildingRows(const Item& item) {
    const auto* b = bodyOf<Building>(&item);
    const V3f size = bounds(*b->model).size() * b->scale;
    heading(QString::fromStdString(item.name),
            tr("%1 × %2 × %3 m").arg(size.x, 0, 'f', 1).arg(size.y, 0, 'f', 1).arg(size.z, 0, 'f', 1));
    auto position = [&](const QString& label, int axis, const QString& tip) {
        itemRow(
            label, ValueRange::length(-500, 500, 0), tip,
            [axis](const Item& i) -> std::optional<double> {
                const auto* x = std::get_if<Building>(&i.body);
                return x ? std::optional<double>(x->position[axis]) : std::nullopt;
            },
            [axis](Item& i, double v) { std::get<Building>(i.body).position[axis] = static_cast<float>(v); });
    };
    position(tr("East"), 0, tr("Place of the building's middle, from the site's middle"));
    position(tr("North"), 1, tr("Place of the building's middle, from the site's middle"));
    position(tr("Base"), 2, tr("Height of the building's base"));
    turnRow<Building>(tr("Counter-clockwise; turns the faces towards or away from the light"));
    bodyRow<Building>(tr("Size"), {0.001, 1000, true, Dimension::Percent, "%", 1, 1},
                      tr("Of the model as it came; for one that was made in other units"), &Building::scale);
    materialRows();
    wordsRow(item.id, tr("Made by"), tr("Listed with what was brought into the project"), &Rights::maker);
    wordsRow(item.id, tr("Got from"), tr("The file, or where it was bought"), &Rights::source);
    wordsRow(item.id, tr("Licence"), tr("The terms under which it may be used in a client's picture"),
             &Rights::licence);
    wordsRow(item.id, tr("Price"), tr("What it cost"), &Rights::price);
}

void Inspector::wordsRow(Id id, const QString& label, const QString& tip, std::string Rights::*member) {
    auto* line = new QLineEdit(page_);
    line->setObjectName(label);
    line->setAccessibleName(label);
    line->setToolTip(tip);
    line->setPlaceholderText(tr("not told"));
    auto* row = new QHBoxLayout;
    row->setContentsMargins(12, 0, 12, 0);
    auto* name = new QLabel(label, page_);
    name->setFixedWidth(84);
    row->addWidget(name);
    row->addWidget(line, 1);
    layout_->addLayout(row);
    refreshers_.push_back([this, id, line, member] {
        const auto* b = bodyOf<Building>(session_.item(id));
        if (b && !line->hasFocus()) line->setText(QString::fromStdString(b->rights.*member));
    });
    connect(line, &QLineEdit::returnPressed, line, &QWidget::clearFocus); // undo is the document's again
    connect(line, &QLineEdit::editingFinished, this, [this, id, line, label, member] {
        const auto* b = bodyOf<Building>(session_.item(id));
        const std::string words = line->text().simplified().toStdString();
        if (!b || b->rights.*member == words) return;
        session_.editItem(label, id, [&](Item& i) { std::get<Building>(i.body).rights.*member = words; });
    });
}

void Inspector::driftRows(const Item& item) {
    const Id id = item.id;
    const auto* d = bodyOf<Drift>(&item);
    heading(QString::fromStdString(item.name),
            (d->areas.size() == 1 ? tr("drift, one area, %1")
                                  : tr("drift, %2 areas, %1").arg(QString("%1"), QString::number(d->areas.size())))
                .arg(areaText(area(*d))));
    layout_->addWidget(new MixBar(session_, id, page_));
    bodyRow<Drift>(tr("Density"), {0.01, 60, true, Dimension::Plain, "/m²", 3, 6},
                   tr("Plants on a square metre; more or fewer appear, none moves"), &Drift::density);
    bodyRow<Drift>(tr("Spacing min"), ValueRange::length(0, 12, 0.2), tr("Least distance between two plants"),
                   &Drift::spacing);
    bodyRow<Drift>(tr("Size spread"), ValueRange::percent(0, 0.8, 0.25), tr("How much plants differ in size"),
                   &Drift::sizeSpread);
    bodyRow<Drift>(tr("Lean"), ValueRange::percent(0, 1, 0.15), tr("Upright, or leaning with the slope"), &Drift::lean);
    bodyRow<Drift>(tr("Patches"), ValueRange::percent(0, 1, 0), tr("Even, or broken into patches"), &Drift::patchiness);
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

} // namespace thallos
