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
    rows.itemValue(
        {"apronFall", tr("Fall")}, {0, 0.1, false, Dimension::Percent, "%", 1, 0},
        tr("How much the apron falls away from the building, so that water runs off: 1 to 2 %"),
        [](const Item& i) -> std::optional<double> {
            const auto* p = std::get_if<BuildingPad>(&i.body);
            return p ? std::optional<double>(p->fall) : std::nullopt;
        },
        [](Item& i, double v) { std::get<BuildingPad>(i.body).fall = static_cast<float>(v); });
    const ValueRange batter{0.5, 20, true, Dimension::Ratio, "", 1, 3};
    rows.bodyValue<BuildingPad>({"batter", tr("Fill batter 1 :")}, batter,
                                tr("Run of the slope down from filled ground for 1 of rise: larger is gentler"),
                                &BuildingPad::batter);
    rows.bodyValue<BuildingPad>({"cutBatter", tr("Cut batter 1 :")}, batter,
                                tr("Run of the slope up into higher ground for 1 of rise: larger is gentler"),
                                &BuildingPad::cutBatter);
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
