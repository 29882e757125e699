// Waters in the window.
#include <cmath>

#include "app/inspector/rows.h"
#include "app/kinds/water_look.h"
#include "app/panes/pane.h"
#include "app/tools/makers.h"
#include "app/tools/tools.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

void rows(const Water& w, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("water"));
    const double low = std::floor(w.level);
    rows.bodyValue<Water>({"waterLevel", tr("Water level")},
                          ValueRange::length(low - 4, low + 5, std::nullopt).typed(-1000, 10000),
                          tr("Level of the surface; the shore follows the ground"), &Water::level);
    waterLookRows(rows, &Water::look, tr("From mirror-still to breezy"));
}

std::vector<QPolygonF> outline(const Water& w, const Item& item, const Pane& pane) {
    std::vector<QPolygonF> lines = pane.groundCircle(w.spot, 0.6f);
    if (const auto built = pane.session().document.built())
        for (const WaterBody& body : built->waters)
            if (body.item == item.id)
                for (const auto& [a, b] : *body.shore)
                    pane.addSeen({V3f(a.x, a.y, w.level), V3f(b.x, b.y, w.level)}, lines);
    return lines;
}

void addTools(Session& session, Tools& tools) {
    tools.add(Verb::Shape, {"water",
                            tr("Water"),
                            "leaf-shape-water",
                            tr("Fill a hollow with water"),
                            "T",
                            tools.own(makeWaterTool(session)),
                            {}});
}

} // namespace

template <> const ItemKind<Water>& itemKindOf<Water>() {
    static const ItemKind<Water> kind{
        .name = Text("water"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-water",
        .detail = [](const Water& w, const Item&, Session&) { return lengthText(w.level); },
        .rows = rows,
        .rowsState = kNothing,
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = [](const Water& w, const HeightField* ground) { return standing(Box2f(w.spot), 0.5f, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
