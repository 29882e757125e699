// Hand-set plants in the window.
#include "app/inspector/rows.h"
#include "app/panes/pane.h"
#include "app/tools/makers.h"
#include "app/tools/tools.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"
#include "core/project/move.h"

namespace thallos {

namespace {

// Values of the one that is meant.
void specimenRows(const Item& item, int specimen, Rows& rows) {
    Session& session = rows.session();
    const Id id = item.id;
    const auto now = [&session, id, specimen]() -> const Specimen* {
        const auto* p = bodyOf<Specimens>(session.document.item(id));
        return p && specimen < static_cast<int>(p->specimens.size()) ? &p->specimens[specimen] : nullptr;
    };
    rows.heading(QString::fromStdString(now()->species), tr("one of %1").arg(QString::fromStdString(item.name)));
    const auto value = [&](const Label& label, const ValueRange& range, const QString& tip,
                           const std::function<double(const Specimen&)>& get,
                           const std::function<void(Specimen&, double)>& set) {
        rows.value(
            label, range, tip, [now, get] { return now() ? get(*now()) : 0; },
            [&session, id, specimen, label, set](double v, bool dragging) {
                session.document.editItem(
                    label.text, id,
                    [&](Item& i) {
                        auto& list = std::get<Specimens>(i.body).specimens;
                        if (specimen < static_cast<int>(list.size())) set(list[specimen], v);
                    },
                    label.id, dragging ? BuildMode::Moving : BuildMode::Rest);
            });
    };
    const Box2f site = session.document.project().ground->grid.box();
    for (int axis : {0, 1})
        value(
            axis == 0 ? Label{"east", tr("East")} : Label{"north", tr("North")},
            ValueRange::length(site.min[axis], site.max[axis], std::nullopt),
            tr("Position of the stem, from the centre of the site"), [axis](const Specimen& s) { return s.at[axis]; },
            [axis](Specimen& s, double v) { s.at[axis] = static_cast<float>(v); });
    value(
        {"rotation", tr("Rotation")}, {-180, 180, false, Dimension::Angle, "°", 1, 0},
        tr("Counter-clockwise, seen from above"),
        [](const Specimen& s) { return std::remainder(degrees(s.yaw), 360.0); },
        [](Specimen& s, double v) { s.yaw = radians(static_cast<float>(v)); });
    value(
        {"scale", tr("Scale")}, {0.05, 10, true, Dimension::Percent, "%", 0, 1},
        tr("Relative to the typical height of the species"), [](const Specimen& s) { return s.scale; },
        [](Specimen& s, double v) { s.scale = static_cast<float>(v); });
}

void rows(const Specimens& p, const Item& item, Rows& rows) {
    if (const int one = rows.session().selection.specimen(); one >= 0) return specimenRows(item, one, rows);
    rows.heading(QString::fromStdString(item.name),
                 tr("%n specimen(s)", nullptr, static_cast<int>(p.specimens.size())));
    rows.note([] { return tr("Click a plant again to select it alone."); });
}

std::vector<QPolygonF> outline(const Specimens& p, const Item& item, const Pane& pane) {
    constexpr size_t kMost = 400; // rings: more are a carpet
    const Selection& selection = pane.session().selection;
    const int one = selection.last() == item.id ? selection.specimen() : -1;
    std::vector<QPolygonF> lines;
    for (size_t i = 0; i < p.specimens.size() && i < kMost; ++i)
        if (one < 0 || i == static_cast<size_t>(one))
            for (QPolygonF& ring : pane.groundCircle(p.specimens[i].at, 0.5f)) lines.push_back(std::move(ring));
    return lines;
}

void addTools(Session& session, Tools& tools) {
    tools.specimen = tools.own(makeSpecimenTool(session, tools));
    tools.add(Verb::Plant, {"specimen",
                            tr("Specimen"),
                            "leaf-plant-specimen",
                            tr("Plant single trees, shrubs or tufts by click"),
                            "P",
                            tools.specimen,
                            {}});
}

} // namespace

template <> const ItemKind<Specimens>& itemKindOf<Specimens>() {
    static const ItemKind<Specimens> kind{
        .name = Text("specimens"),
        .verb = Verb::Plant,
        .icon = "leaf-plant-specimen",
        .detail = [](const Specimens&, const Item& item, Session& session) { return plantsText(item.id, session); },
        .rows = rows,
        .rowsState = [](const Specimens& p,
                        Session& s) { return QString("%1 of %2").arg(s.selection.specimen()).arg(p.specimens.size()); },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = [](const Specimens& p,
                    const HeightField* ground) { return standing(kindOf<Specimens>().extent(p), 4, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
