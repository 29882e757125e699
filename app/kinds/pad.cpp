// Pads in the window.
#include "app/inspector/rows.h"
#include "app/tools/makers.h"
#include "app/tools/tools.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

void rows(const BuildingPad&, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("pad"));
    rows.bodyValue<BuildingPad>(tr("Over base"), ValueRange::length(-3, 3, 0),
                                tr("How far the levelled ground lies over the building's base"), &BuildingPad::rise);
    rows.bodyValue<BuildingPad>(tr("Apron"), ValueRange::length(0, 30, 1.2), tr("Level ground round the building"),
                                &BuildingPad::apron);
    rows.bodyValue<BuildingPad>(tr("Batter 1 in"), {0.5, 20, true, Dimension::Ratio, "", 1, 3},
                                tr("How gently the pad's slope meets the ground"), &BuildingPad::batter);
    rows.bodyValue<BuildingPad>(tr("Under rooms"), ValueRange::length(0, 5, 0.6),
                                tr("How deep the ground goes under the floors, where nobody sees it"),
                                &BuildingPad::sink);
}

void addTools(Session& session, Tools& tools) {
    tools.add(Verb::Shape, {"pad",
                            tr("Level"),
                            "leaf-shape-level",
                            tr("Level the ground under a building and batter it into the slope"),
                            "G",
                            tools.own(makePadTool(session)),
                            {}});
}

} // namespace

template <> const ItemKind<BuildingPad>& itemKindOf<BuildingPad>() {
    static const ItemKind<BuildingPad> kind{
        .verb = Verb::Shape,
        .icon = "leaf-shape-level",
        .detail =
            [](const BuildingPad& p, const Item&, Session& session) {
                const auto* b = bodyOf<Building>(session.document.item(p.building));
                return b ? lengthText(b->position.z + p.rise) : QString();
            },
        .rows = rows,
        .rowsState = kNothing,
        .outline = kNothing,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = kNothing,
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
