// Clearings in the window.
#include "app/inspector/rows.h"
#include "app/kinds/areas.h"
#include "app/tools/line.h"
#include "app/tools/tools.h"

namespace thallos {

namespace {

void addTools(Session& session, Tools& tools) {
    LineDrawing drawing = areaDrawing(&Clearing::areas);
    drawing.fresh = [](std::vector<V2f> points, const PanePoint&, const PanePoint&) {
        Clearing c;
        c.areas = {std::move(points)};
        return Body(c);
    };
    drawing.name = [] { return tr("Clearing"); };
    drawing.step = [] { return tr("Draw clearing"); };
    drawing.hint = [] { return tr("Draw an area to keep free of plants"); };
    tools.add(Verb::Plant, {"clearing",
                            tr("Clearing"),
                            "leaf-plant-clearing",
                            tr("Draw an area to keep free of plants"),
                            "C",
                            tools.own(makeLineTool(session, std::move(drawing))),
                            {}});
}

} // namespace

template <> const ItemKind<Clearing>& itemKindOf<Clearing>() {
    static const ItemKind<Clearing> kind{
        .name = Text("clearing"),
        .verb = Verb::Plant,
        .icon = "leaf-plant-clearing",
        .detail = kNothing,
        .rows =
            [](const Clearing&, const Item& item, Rows& rows) {
                rows.heading(QString::fromStdString(item.name), tr("clearing"));
                rows.note([] { return tr("Plants keep out of this outline. Drag its points in either pane."); });
            },
        .rowsState = kNothing,
        .outline = [](const Clearing& c, const Item&, const Pane& pane) { return outlinesOf(c.areas, pane); },
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround =
            [](const Clearing& c, QPainter& painter, const PlanPane& pane) {
                painter.setPen(QPen(QColor(0x9A, 0x9E, 0x96), 1, Qt::DashLine));
                painter.setBrush(Qt::NoBrush);
                drawAreas(c.areas, painter, pane);
            },
        .space = [](const Clearing& c,
                    const HeightField* ground) { return standing(kindOf<Clearing>().extent(c), 0.5f, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
