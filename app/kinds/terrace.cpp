// Terraces in the window.
#include <QPainter>

#include "app/inspector/rows.h"
#include "app/kinds/surfaces.h"
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

std::optional<LaidTerrace> laidOf(const Session& session, Id id) {
    const auto built = session.document.built();
    const Item* item = session.document.item(id);
    const auto* t = bodyOf<Terrace>(item);
    if (!built || !t) return std::nullopt;
    return layTerrace(shapeOf(*t), groundBefore(built->land, id));
}

QString levelsText(const Session& session, Id id) {
    const auto laid = laidOf(session, id);
    if (!laid || laid->platforms.empty()) return {};
    float highest = 0;
    for (const auto& [wall, of] : laid->walls)
        for (size_t i = 0; i < of.foot.size(); ++i) highest = std::max(highest, of.top[i] - of.foot[i]);
    const QString lowest = lengthText(static_cast<double>(laid->platforms.front().level)),
                  top = lengthText(static_cast<double>(laid->platforms.back().level));
    const QString levels =
        laid->platforms.size() == 1 ? tr("Level %1").arg(lowest) : tr("Levels %1 to %2").arg(lowest, top);
    return laid->walls.empty() ? levels
                               : tr("%1 · walls up to %2").arg(levels, lengthText(static_cast<double>(highest)));
}

void rows(const Terrace& t, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("terrace"));
    rows.note([&session = rows.session(), id = item.id] { return levelsText(session, id); });
    rows.itemValue(
        {"terraceLevels", tr("Levels")}, {1, 12, false, Dimension::Plain, "", 0, 1},
        tr("How many levels lie one above the other up the slope"),
        [](const Item& i) -> std::optional<double> {
            const auto* x = std::get_if<Terrace>(&i.body);
            return x ? std::optional<double>(x->levels) : std::nullopt;
        },
        [](Item& i, double v) { std::get<Terrace>(i.body).levels = static_cast<int>(std::lround(v)); });
    rows.itemChoice(
        {"terraceFixed", tr("Height")}, {tr("As the ground lies"), tr("At a level")},
        tr("Levels at the mean of the ground, where cut and fill are alike, or from a level of their own"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<Terrace>(&i.body);
            return x ? std::optional<int>(x->fixed ? 1 : 0) : std::nullopt;
        },
        [&session = rows.session(), id = item.id](Item& i, int k) {
            auto& x = std::get<Terrace>(i.body);
            x.fixed = k == 1;
            if (const auto laid = laidOf(session, id); x.fixed && laid && !laid->platforms.empty())
                x.level = laid->platforms.front().level;
        });
    if (t.fixed)
        rows.bodyValue<Terrace>(
            {"terraceLevel", tr("Lowest level")},
            ValueRange::length(static_cast<double>(t.level) - 4, static_cast<double>(t.level) + 4, std::nullopt)
                .typed(-10000, 10000),
            tr("Level of the lowest terrace"), &Terrace::level);
    if (t.levels > 1)
        rows.bodyValue<Terrace>({"terraceRise", tr("Rise")}, ValueRange::length(0, 4, 0).typed(0, 20),
                                tr("Height from one level to the next; 0 follows the ground"), &Terrace::rise);
    rows.bodyValue<Terrace>({"terraceFall", tr("Fall")}, {0, 0.05, false, Dimension::Percent, "%", 1, 0.01},
                            tr("How much the levels fall down the slope, so that water runs off"), &Terrace::fall);
    rows.itemChoice(
        {"terraceEdges", tr("Edges")}, {tr("Retaining walls"), tr("Batters")},
        tr("Whether walls or slopes stand between the levels and around them"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<Terrace>(&i.body);
            return x ? std::optional<int>(x->walls ? 0 : 1) : std::nullopt;
        },
        [](Item& i, int k) { std::get<Terrace>(i.body).walls = k == 0; });
    if (!t.walls) {
        rows.bodyValue<Terrace>({"terraceBatter", tr("Batter 1 :")}, {0.5, 20, true, Dimension::Ratio, "", 1, 2},
                                tr("Run of the slopes for 1 of rise: larger is gentler"), &Terrace::batter);
        return;
    }
    rows.bodyValue<Terrace>({"terraceThickness", tr("Thickness")}, ValueRange::length(0.08, 1, 0.3).typed(0.05, 5),
                            tr("Thickness of the walls"), &Terrace::thickness);
    surfaceRow(rows, {"terraceStone", tr("Walls of")}, kStonework, tr("What the walls are built of"),
               &Terrace::surface);
    rows.bodyValue<Terrace>({"terraceCoping", tr("Coping")}, ValueRange::length(0, 0.3, 0.06).typed(0, 2),
                            tr("Thickness of the coping on the walls; 0 has none"), &Terrace::coping);
    if (t.coping > 0)
        surfaceRow(rows, {"terraceCopingOf", tr("Coping of")}, kPavings, tr("What the coping is made of"),
                   &Terrace::copingSurface);
}

std::vector<QPolygonF> outline(const Terrace& t, const Item&, const Pane& pane) {
    return pane.groundLine(t.points, true);
}

void drawPlan(const Terrace& t, QPainter& painter, const PlanPane& pane) {
    QPolygonF line;
    for (const V2f& p : t.points) line << pane.screen(p);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Theme::now().ink, t.walls ? 1.6 : 1, t.walls ? Qt::SolidLine : Qt::DashLine));
    painter.drawPolygon(line);
}

void addTools(Session& session, Tools& tools) {
    LineDrawing drawing;
    drawing.lines = oneLine(&Terrace::points);
    drawing.fresh = [](std::vector<V2f> points, const PanePoint&, const PanePoint&) {
        Terrace t;
        t.points = std::move(points);
        return Body(t);
    };
    drawing.name = [] { return tr("Terrace"); };
    drawing.step = [] { return tr("Draw terrace"); };
    drawing.hint = [] { return tr("Draw the area to level, corner by corner"); };
    drawing.least = 3;
    drawing.closed = true;
    drawing.smooth = false;
    tools.add(Verb::Shape, {"terrace",
                            tr("Terrace"),
                            "leaf-shape-terrace",
                            tr("Level an area, in several levels if asked, with walls or slopes"),
                            "N",
                            tools.own(makeLineTool(session, std::move(drawing))),
                            {}});
}

} // namespace

template <> const ItemKind<Terrace>& itemKindOf<Terrace>() {
    static const ItemKind<Terrace> kind{
        .name = Text("terrace"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-terrace",
        .detail =
            [](const Terrace& t, const Item& item, Session& session) {
                const QString earth = earthText(item.id, session);
                return earth.isEmpty() && t.fixed ? lengthText(static_cast<double>(t.level)) : earth;
            },
        .rows = rows,
        .rowsState =
            [](const Terrace& t, Session&) {
                return QString("%1 %2 %3 %4").arg(t.fixed).arg(t.levels > 1).arg(t.walls).arg(t.coping > 0);
            },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const Terrace& t, const HeightField* ground) { return standing(extentOf(t.points), 3, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
