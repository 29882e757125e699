// Drifts in the window.
#include <QPainter>
#include <QRandomGenerator>

#include "app/inspector/rows.h"
#include "app/kinds/areas.h"
#include "app/tools/line.h"
#include "app/tools/tools.h"
#include "app/widgets/theme.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "core/planting/plantings.h"

namespace thallos {

namespace {

// Shares of a mix as one bar.
class MixBar : public QWidget {
public:
    MixBar(Session& session, Id id, QWidget* parent) : QWidget(parent), session_(session), id_(id) {
        setFixedHeight(22);
        setAccessibleName(tr("Mix"));
    }
    static QColor color(size_t i) {
        static const QColor colors[] = {QColor(0x8A, 0xA8, 0x64), QColor(0xD8, 0xC8, 0x8A), QColor(0xF1, 0xEE, 0xE0),
                                        QColor(0x93, 0x5F, 0x93), QColor(0x5F, 0x86, 0x6B), QColor(0xA8, 0x8B, 0x6B),
                                        QColor(0x9A, 0xB4, 0x78)};
        return colors[i % std::size(colors)];
    }

protected:
    void paintEvent(QPaintEvent*) override {
        const auto* d = bodyOf<Drift>(session_.document.item(id_));
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

double shareOf(const Drift* d, size_t k) {
    if (!d || k >= d->mix.size()) return 0;
    float total = 0;
    for (const MixEntry& m : d->mix) total += m.share;
    return d->mix[k].share / std::max(total, 1e-6f);
}

// The others keep their proportions among themselves.
void setShare(std::vector<MixEntry>& mix, size_t k, double share) {
    float rest = 0;
    for (size_t m = 0; m < mix.size(); ++m) rest += m == k ? 0 : mix[m].share;
    for (size_t m = 0; m < mix.size(); ++m)
        if (m != k)
            mix[m].share = rest > 0 ? mix[m].share / rest * static_cast<float>(1 - share)
                                    : static_cast<float>((1 - share) / static_cast<double>(mix.size() - 1));
    mix[k].share = static_cast<float>(share);
}

void mixRows(const Drift& d, Id id, Rows& rows) {
    Session& session = rows.session();
    for (size_t k = 0; k < d.mix.size(); ++k)
        rows.value(
            {QString("share %1").arg(k), libraryName(d.mix[k].species)}, ValueRange::percent(0, 1, std::nullopt),
            tr("Share of this species in the mix"),
            [&session, id, k] { return shareOf(bodyOf<Drift>(session.document.item(id)), k); },
            [&session, id, k](double v, bool dragging) {
                session.document.editItem(
                    tr("Mix"), id, [&](Item& i) { setShare(std::get<Drift>(i.body).mix, k, v); },
                    QString("mix %1").arg(k), dragging ? BuildMode::Moving : BuildMode::Rest);
            });
    const auto built = session.document.built();
    for (size_t k = 0; k < d.mix.size() && built; ++k) {
        const int species = built->library->find(d.mix[k].species);
        if (species < 0 || built->library->isLow(species) || d.version < 2) continue;
        const double own = static_cast<double>(crownSpacing(built->library->species()[static_cast<size_t>(species)]));
        rows.value(
            {QString("spacing %1").arg(k), tr("%1 apart").arg(libraryName(d.mix[k].species))},
            ValueRange::length(0.1, 30, own, true).typed(0.05, 100),
            tr("Least distance between two trees or shrubs of this species; the default follows its crown"),
            [&session, id, k, own] {
                const auto* now = bodyOf<Drift>(session.document.item(id));
                return now && k < now->mix.size() && now->mix[k].spacing > 0 ? static_cast<double>(now->mix[k].spacing)
                                                                             : own;
            },
            [&session, id, k](double v, bool dragging) {
                session.document.editItem(
                    tr("Spacing"), id,
                    [&](Item& i) {
                        if (auto& mix = std::get<Drift>(i.body).mix; k < mix.size())
                            mix[k].spacing = static_cast<float>(v);
                    },
                    QString("spacing %1").arg(k), dragging ? BuildMode::Moving : BuildMode::Rest);
            });
    }
    QStringList names{tr("Add a species…")};
    std::vector<std::string> species;
    if (built)
        for (const Species& s : built->library->species()) {
            species.push_back(s.recipe.name);
            names << libraryName(species.back());
        }
    rows.choice(
        {"species", tr("Species")}, names, tr("Add a species to the mix, or remove one that is in it"),
        [] { return 0; },
        [&session, id, species](int i) {
            if (i < 1) return;
            const std::string& name = species[static_cast<size_t>(i) - 1];
            const auto plants = session.document.built()->library;
            session.document.editItem(tr("Mix"), id, [&](Item& it) {
                auto& drift = std::get<Drift>(it.body);
                const auto there = std::find_if(drift.mix.begin(), drift.mix.end(),
                                                [&](const MixEntry& m) { return m.species == name; });
                if (there == drift.mix.end())
                    drift = withSpecies(drift, name, *plants);
                else if (drift.mix.size() > 1)
                    drift.mix.erase(there);
            });
        });
}

// Lawn, meadow and the like as they come, or a mix of its own.
void plantingRow(Rows& rows) {
    QStringList names;
    for (const Planting& p : plantings()) names << tr(p.name);
    rows.itemChoice(
        {"planting", tr("Planting")}, names << tr("Own mix"),
        tr("What grows here; the rows below change it further. Another one replaces mix, density and spacing"),
        [](const Item& i) -> std::optional<int> {
            const auto* d = std::get_if<Drift>(&i.body);
            if (!d) return std::nullopt;
            const Planting* p = plantingOf(*d);
            return static_cast<int>(p ? p - plantings().data() : std::ptrdiff_t(plantings().size()));
        },
        [](Item& i, int chosen) {
            if (chosen >= static_cast<int>(plantings().size())) return;
            auto& d = std::get<Drift>(i.body);
            d = planted(d, plantings()[static_cast<size_t>(chosen)]);
        });
}

void rows(const Drift& d, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name),
                 tr("drift · %n area(s) · %1", nullptr, static_cast<int>(d.areas.size())).arg(areaText(area(d))));
    plantingRow(rows);
    if (!rows.isOnlyForAll()) rows.add(new MixBar(rows.session(), item.id, &rows));
    rows.bodyValue<Drift>({"density", tr("Density")},
                          ValueRange{0.01, 60, true, Dimension::Plain, "/m²", 3, 6}.typed(0.001, 400),
                          tr("Plants per square metre; changing it never moves a plant"), &Drift::density);
    rows.bodyValue<Drift>({"spacing", tr("Spacing")}, ValueRange::length(0, 12, 0.2),
                          tr("Least distance between two plants"), &Drift::spacing);
    rows.bodyValue<Drift>({"sizeVariation", tr("Size variation")}, ValueRange::percent(0, 0.8, 0.25),
                          tr("How much the plants differ in size"), &Drift::sizeSpread);
    rows.bodyValue<Drift>({"followSlope", tr("Follow slope")}, ValueRange::percent(0, 1, 0.15),
                          tr("0 % upright, 100 % square to the ground"), &Drift::lean);
    rows.bodyValue<Drift>({"patchiness", tr("Patchiness")}, ValueRange::percent(0, 1, 0),
                          tr("0 % even, 100 % broken into patches"), &Drift::patchiness);
    rows.seed<Drift>(tr("Another random layout of the same planting"), &Drift::seed);
    mixRows(d, item.id, rows);
}

void addTools(Session& session, Tools& tools) {
    const auto planting = [&tools]() -> const Planting& { return plantings()[static_cast<size_t>(tools.planting)]; };
    LineDrawing drawing = areaDrawing(&Drift::areas);
    drawing.fresh = [planting](std::vector<V2f> points, const PanePoint&, const PanePoint&) {
        Drift d;
        d.areas = {std::move(points)};
        d.seed = 1 + QRandomGenerator::global()->bounded(9999);
        return Body(planted(d, planting()));
    };
    drawing.name = [planting] { return tr(planting().name); };
    drawing.step = [] { return tr("Draw drift"); };
    drawing.hint = [planting] {
        return tr("Draw an area of %1 · choose the planting at the right").arg(tr(planting().name));
    };
    tools.add(Verb::Plant, {"drift",
                            tr("Drift"),
                            "leaf-plant-drift",
                            tr("Draw an area and plant it"),
                            "R",
                            tools.own(makeLineTool(session, std::move(drawing))),
                            {}});
}

} // namespace

template <> const ItemKind<Drift>& itemKindOf<Drift>() {
    static const ItemKind<Drift> kind{
        .name = Text("drift"),
        .verb = Verb::Plant,
        .icon = "leaf-plant-drift",
        .detail = [](const Drift&, const Item& item, Session& session) { return plantsText(item.id, session); },
        .rows = rows,
        .rowsState =
            [](const Drift& d, Session&) {
                QStringList species; // each has its rows
                for (const MixEntry& m : d.mix) species << QString::fromStdString(m.species);
                return species.join('|');
            },
        .outline = [](const Drift& d, const Item&, const Pane& pane) { return outlinesOf(d.areas, pane); },
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround =
            [](const Drift& d, QPainter& painter, const PlanPane& pane) {
                painter.setPen(QPen(QColor(0x5E, 0x8F, 0x6A), 1));
                painter.setBrush(QColor(0x7F, 0xAF, 0x88, 34));
                drawAreas(d.areas, painter, pane);
            },
        .space = [](const Drift& d,
                    const HeightField* ground) { return standing(kindOf<Drift>().extent(d), 0.5f, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
