// Paths in the window.
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
#include "core/ground/sweep.h"
#include "core/project/kinds/lines.h"
#include "core/project/walkways.h"
#include "core/project/works.h"

namespace thallos {

namespace {

QStringList classNames() {
    return {tr("Footpath"), tr("Track"), tr("Lane"), tr("Road")};
}

QString factsText(const Session& session, Id id) {
    const auto built = session.document.built();
    const auto* p = bodyOf<Path>(session.document.item(id));
    if (!built || !p) return {};
    const LaidPath laid = layPath(shapeOf(*p, built->project), groundBefore(built->land, id));
    if (laid.line.segments() == 0) return {};
    QString text = tr("%1 long, at most %2 % steep")
                       .arg(lengthText(static_cast<double>(laid.line.length()), 1),
                            decimalText(static_cast<double>(laid.steepest) * 100, 1));
    if (laid.steepest > p->steepest * 1.02f) text += " · " + tr("too steep: its ends differ too much in height");
    int steps = 0;
    for (const Flight& f : laid.flights) steps += f.risers;
    if (steps > 0) text += " · " + tr("%n step(s)", nullptr, steps);
    return text;
}

void rows(const Path& p, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), classNames()[static_cast<int>(classOf(p.width))]);
    rows.note([&session = rows.session(), id = item.id] { return factsText(session, id); });
    rows.itemChoice(
        {"pathClass", tr("Kind")}, classNames(), tr("Typical widths: 1.2 m on foot, 2.5 m, 3.5 m, 5.5 m for two cars"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<Path>(&i.body);
            return x ? std::optional<int>(static_cast<int>(classOf(x->width))) : std::nullopt;
        },
        [](Item& i, int k) { std::get<Path>(i.body).width = kPathWidths[k]; });
    rows.bodyValue<Path>({"pathWidth", tr("Width")}, ValueRange::length(0.5, 8, 1.2).typed(0.3, 40), tr("Width"),
                         &Path::width);
    surfaceRow(rows, {"pathSurface", tr("Surface")}, kPathSurfaces, tr("What it is laid with"), &Path::surface);
    rows.bodyValue<Path>({"pathSteepest", tr("Steepest")}, {0.01, 0.3, false, Dimension::Percent, "%", 1, 0.08},
                         tr("Slope along it at most: the ground is cut and filled to keep it"), &Path::steepest);
    rows.bodyEither<Path>({"pathSteps", tr("Steps")}, {tr("None"), tr("Where it is too steep")},
                          tr("Flights of steps instead of deep cuts where the land is steeper"), &Path::steps);
    rows.bodyValue<Path>({"pathCrossfall", tr("Crossfall")}, {-0.06, 0.06, false, Dimension::Percent, "%", 1, 0.02},
                         tr("Fall across it to the right, so that water runs off"), &Path::crossfall);
    const ValueRange batter{0.5, 20, true, Dimension::Ratio, "", 1, 3};
    rows.bodyValue<Path>({"pathBatter", tr("Fill batter 1 :")}, batter,
                         tr("Run of the slope down from filled ground for 1 of rise: larger is gentler"),
                         &Path::batter);
    rows.bodyValue<Path>({"pathCutBatter", tr("Cut batter 1 :")}, batter,
                         tr("Run of the slope up into higher ground for 1 of rise: larger is gentler"),
                         &Path::cutBatter);
    rows.bodyValue<Path>({"pathWorn", tr("Worn edges")}, ValueRange::percent(0, 1, 0.4),
                         tr("0 % has straight edges, 100 % as feet and wheels leave them"), &Path::worn);
    rows.bodyValue<Path>({"pathKerb", tr("Kerbs")}, ValueRange::length(0, 0.2, 0).typed(0, 1),
                         tr("Height of kerbs at its edges; 0 has none"), &Path::kerb);
    rows.bodyValue<Path>({"pathRut", tr("Ruts")}, ValueRange::length(0, 0.2, 0).typed(0, 1),
                         tr("Depth of the ruts that wheels leave; 0 has none"), &Path::rut);
    if (p.rut > 0)
        rows.bodyValue<Path>({"pathGauge", tr("Gauge")}, ValueRange::length(0.6, 2.4, 1.5).typed(0.3, 10),
                             tr("From the middle of one rut to that of the other"), &Path::gauge);
    if (p.kerb > 0 || p.steps)
        surfaceRow(rows, {"pathStone", tr("Steps, kerbs of")}, kPavings, tr("What steps and kerbs are made of"),
                   &Path::stone);
    rows.note([] { return tr("Plants keep off it. Ends at a building go with it."); });
}

std::vector<QPolygonF> outline(const Path& p, const Item&, const Pane& pane) {
    LaidPath laid;
    laid.line = lineThrough(curveThrough(p.points, kCurveStep));
    std::vector<QPolygonF> out;
    for (const float side : {-0.5f, 0.5f}) {
        std::vector<V2f> edge;
        for (size_t i = 0; i < laid.line.points.size(); ++i) edge.push_back(besidePoint(laid.line, i, side * p.width));
        for (QPolygonF& l : pane.groundLine(edge, false)) out.push_back(std::move(l));
    }
    return out;
}

void drawPlan(const Path& p, QPainter& painter, const PlanPane& pane) {
    const PlanLine line = lineThrough(curveThrough(p.points, kCurveStep));
    painter.setPen(QPen(Theme::now().ink, 0.8));
    for (const float side : {-0.5f, 0.5f}) {
        QPolygonF edge;
        for (size_t i = 0; i < line.points.size(); ++i) edge << pane.screen(besidePoint(line, i, side * p.width));
        painter.drawPolyline(edge);
    }
}

void drawGround(const Path& p, QPainter& painter, const PlanPane& pane) {
    const PlanLine line = lineThrough(curveThrough(p.points, kCurveStep));
    QPolygonF area;
    for (size_t i = 0; i < line.points.size(); ++i) area << pane.screen(besidePoint(line, i, 0.5f * p.width));
    for (size_t i = line.points.size(); i-- > 0;) area << pane.screen(besidePoint(line, i, -0.5f * p.width));
    painter.setPen(Qt::NoPen);
    painter.setBrush(Theme::now().gravel);
    painter.drawPolygon(area);
}

// An end that was drawn on a building joins its door there.
PathEnd endAt(const Session& session, const PanePoint& point, V2f& place) {
    const Item* item = session.document.item(point.item);
    const auto* b = bodyOf<Building>(item);
    if (!b || !point.surface) return {};
    const Walkway door = doorAt(*b, item->id, point.part, xy(*point.surface));
    place = door.door;
    return {item->id, door.sill / std::max(b->scale, 1e-3f)};
}

void addTools(Session& session, Tools& tools) {
    LineDrawing drawing;
    drawing.lines = oneLine(&Path::points);
    drawing.fresh = [&session](std::vector<V2f> points, const PanePoint& first, const PanePoint& last) {
        Path p;
        p.points = std::move(points);
        p.start = endAt(session, first, p.points.front());
        p.end = endAt(session, last, p.points.back());
        p.surface = made(p.surface, shippedMaterials()->surface(p.surface.recipe));
        p.stone = made(p.stone, shippedMaterials()->surface(p.stone.recipe));
        return Body(p);
    };
    drawing.name = [] { return tr("Path"); };
    drawing.step = [] { return tr("Draw path"); };
    drawing.hint = [] { return tr("Draw a path · an end on a building joins its door there"); };
    drawing.joins = true;
    tools.add(Verb::Shape, {"path",
                            tr("Path"),
                            "leaf-shape-path",
                            tr("Draw a path, track, lane or road that grades the ground"),
                            "P",
                            tools.own(makeLineTool(session, std::move(drawing))),
                            {}});
}

} // namespace

template <> const ItemKind<Path>& itemKindOf<Path>() {
    static const ItemKind<Path> kind{
        .name = Text("path"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-path",
        .detail =
            [](const Path& p, const Item& item, Session& session) {
                const QString earth = earthText(item.id, session);
                if (!earth.isEmpty()) return earth;
                return lengthText(static_cast<double>(lineThrough(curveThrough(p.points, kCurveStep)).length()), 1);
            },
        .rows = rows,
        .rowsState =
            [](const Path& p, Session&) {
                return QString("%1 %2 %3")
                    .arg(p.rut > 0)
                    .arg(p.kerb > 0 || p.steps)
                    .arg(static_cast<int>(classOf(p.width)));
            },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = drawGround,
        .space = [](const Path& p, const HeightField* ground) { return standing(extentOf(p.points), 2, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
