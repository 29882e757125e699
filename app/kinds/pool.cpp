// Pools in the window.
#include <QPainter>

#include "app/inspector/rows.h"
#include "app/kinds/water_look.h"
#include "app/panes/pane.h"
#include "app/tools/line.h"
#include "app/tools/tools.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"
#include "core/project/kinds/lines.h"
#include "core/project/works.h"

namespace thallos {

namespace {

std::optional<LaidPool> laidOf(const Session& session, Id id) {
    const auto built = session.document.built();
    const auto* p = bodyOf<Pool>(session.document.item(id));
    if (!built || !p) return std::nullopt;
    return layPool(shapeOf(*p), groundBefore(built->land, id));
}

QString factsText(const Session& session, Id id) {
    const auto laid = laidOf(session, id);
    if (!laid) return {};
    if (laid->empty()) return tr("Its walls leave no room for water: make it wider or the walls thinner.");
    return tr("Water at %1 · %2 m³")
        .arg(lengthText(static_cast<double>(laid->water)),
             decimalText(static_cast<double>(area(laid->inner) * (laid->water - laid->floor.level)), 1));
}

void rows(const Pool& p, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("pool"));
    rows.note([&session = rows.session(), id = item.id] { return factsText(session, id); });
    rows.itemChoice(
        {"poolOutline", tr("Outline")}, {tr("Straight"), tr("Round")},
        tr("Straight from corner to corner, or a curve through the corners"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<Pool>(&i.body);
            return x ? std::optional<int>(x->round ? 1 : 0) : std::nullopt;
        },
        [](Item& i, int k) { std::get<Pool>(i.body).round = k == 1; });
    rows.itemChoice(
        {"poolFixed", tr("Height")}, {tr("As the ground lies"), tr("At a level")},
        tr("Levels the ground around it at its mean height, or at a height of its own"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<Pool>(&i.body);
            return x ? std::optional<int>(x->fixed ? 1 : 0) : std::nullopt;
        },
        [&session = rows.session(), id = item.id](Item& i, int k) {
            auto& x = std::get<Pool>(i.body);
            x.fixed = k == 1;
            if (const auto laid = laidOf(session, id); x.fixed && laid && !laid->empty()) x.level = laid->around.level;
        });
    if (p.fixed)
        rows.bodyValue<Pool>(
            {"poolLevel", tr("Ground level")},
            ValueRange::length(static_cast<double>(p.level) - 4, static_cast<double>(p.level) + 4, std::nullopt)
                .typed(-10000, 10000),
            tr("Level of the ground around it"), &Pool::level);
    rows.bodyValue<Pool>({"poolRaised", tr("Rim")}, ValueRange::length(0, 1.5, 0.05).typed(0, 10),
                         tr("Height of its rim over the ground around it: 0 lies flush, 0.5 is a raised basin"),
                         &Pool::raised);
    rows.bodyValue<Pool>({"poolDepth", tr("Depth")}, ValueRange::length(0.05, 4, 1.4, true).typed(0.02, 20),
                         tr("Depth of the water"), &Pool::depth);
    rows.bodyValue<Pool>({"poolBelow", tr("Water below rim")}, ValueRange::length(0.01, 1, 0.1, true).typed(0.01, 10),
                         tr("From the rim down to the surface of the water"), &Pool::below);
    waterLookRows(rows, &Pool::look, tr("From mirror-still to breezy"));
    rows.bodyValue<Pool>({"poolThickness", tr("Thickness")}, ValueRange::length(0.08, 1, 0.3).typed(0.05, 5),
                         tr("Thickness of the walls"), &Pool::thickness);
    surfaceRow(rows, {"poolStone", tr("Walls of")}, kStonework, tr("What the walls are built of"), &Pool::surface);
    rows.bodyValue<Pool>({"poolCoping", tr("Coping")}, ValueRange::length(0, 0.3, 0.05).typed(0, 2),
                         tr("Thickness of the coping on the walls; 0 has none"), &Pool::coping);
    if (p.coping > 0)
        surfaceRow(rows, {"poolCopingOf", tr("Coping of")}, kPavings, tr("What the coping is made of"),
                   &Pool::copingSurface);
}

std::vector<QPolygonF> outline(const Pool& p, const Item& item, const Pane& pane) {
    std::vector<QPolygonF> lines = pane.groundLine(shapeOf(p).outline, true);
    if (const auto built = pane.session().document.built())
        for (const WaterBody& w : built->waters)
            if (w.item == item.id)
                for (const auto& [a, b] : *w.shore)
                    pane.addSeen({V3f(a.x, a.y, w.level), V3f(b.x, b.y, w.level)}, lines);
    return lines;
}

void drawPlan(const Pool& p, QPainter& painter, const PlanPane& pane) {
    QPolygonF line;
    for (const V2f& q : shapeOf(p).outline) line << pane.screen(q);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Theme::now().ink, 1.4));
    painter.drawPolygon(line);
}

void addTools(Session& session, Tools& tools) {
    LineDrawing drawing;
    drawing.lines = oneLine(&Pool::points);
    drawing.fresh = [](std::vector<V2f> points, const PanePoint&, const PanePoint&) {
        Pool p;
        p.points = std::move(points);
        return Body(p);
    };
    drawing.name = [] { return tr("Pool"); };
    drawing.step = [] { return tr("Draw pool"); };
    drawing.hint = [] { return tr("Draw the outside of a pool, corner by corner"); };
    drawing.least = 3;
    drawing.closed = true;
    drawing.smooth = false;
    tools.add(Verb::Shape, {"pool",
                            tr("Pool"),
                            "leaf-shape-pool",
                            tr("Draw a pool or a raised basin: water between vertical walls"),
                            "Q",
                            tools.own(makeLineTool(session, std::move(drawing))),
                            {}});
}

} // namespace

template <> const ItemKind<Pool>& itemKindOf<Pool>() {
    static const ItemKind<Pool> kind{
        .name = Text("pool"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-pool",
        .detail = [](const Pool&, const Item& item, Session& session) { return earthText(item.id, session); },
        .rows = rows,
        .rowsState = [](const Pool& p, Session&) { return QString("%1 %2").arg(p.fixed).arg(p.coping > 0); },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const Pool& p, const HeightField* ground) { return standing(extentOf(p.points), 1, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
