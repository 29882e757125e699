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
    rows.bodyValue<BuildingPad>({"aboveBase", tr("Above base")}, ValueRange::length(-3, 3, 0),
                                tr("Level of the pad above the building's base"), &BuildingPad::rise);
    rows.bodyValue<BuildingPad>({"apron", tr("Apron")}, ValueRange::length(0, 30, 1.2),
                                tr("Width of level ground round the building"), &BuildingPad::apron);
    rows.bodyValue<BuildingPad>({"batter", tr("Batter 1 :")}, {0.5, 20, true, Dimension::Ratio, "", 1, 3},
                                tr("Run of the side slope for 1 of rise: larger is gentler"), &BuildingPad::batter);
    rows.bodyValue<BuildingPad>({"underFloors", tr("Under floors")}, ValueRange::length(0, 5, 0.6),
                                tr("How far the ground is cut below the floors"), &BuildingPad::sink);
}

void addTools(Session& session, Tools& tools) {
    tools.add(Verb::Shape, {"pad",
                            tr("Pad"),
                            "leaf-shape-level",
                            tr("Level the ground under a building, with battered sides"),
                            "G",
                            tools.own(makePadTool(session)),
                            {}});
}

} // namespace

template <> const ItemKind<BuildingPad>& itemKindOf<BuildingPad>() {
    static const ItemKind<BuildingPad> kind{
        .name = Text("pad"),
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
