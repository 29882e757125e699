// Walls, kerbs, ditches, steps and ramps in the window.
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

QStringList sortNames() {
    return {tr("Retaining wall"), tr("Free-standing wall"), tr("Kerb"), tr("Ditch"), tr("Steps"), tr("Ramp")};
}

QString factsText(const Session& session, Id id) {
    const auto built = session.document.built();
    const auto* l = bodyOf<SiteLine>(session.document.item(id));
    if (!built || !l) return {};
    const GroundAt before = groundBefore(built->land, id);
    const PlanLine line = lineThrough(pointsOf(*l));
    if (line.segments() == 0) return {};
    const QString length = tr("%1 long").arg(lengthText(static_cast<double>(line.length()), 1));
    if (l->sort != SiteLineSort::Steps && l->sort != SiteLineSort::Ramp) return length;
    const LaidPath laid = layPath(flightOf(*l), before);
    if (l->sort == SiteLineSort::Ramp)
        return length + " · " + tr("slope %1 %").arg(decimalText(static_cast<double>(laid.steepest) * 100, 1));
    if (laid.flights.empty()) return length + " · " + tr("too level for steps");
    const Flight& f = laid.flights.front();
    return tr("%1 steps, riser %2, tread %3")
        .arg(f.risers)
        .arg(lengthText(std::abs(static_cast<double>(f.rise())), 3), lengthText(static_cast<double>(f.going()), 2));
}

void rows(const SiteLine& l, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), sortNames()[static_cast<int>(l.sort)]);
    rows.note([&session = rows.session(), id = item.id] { return factsText(session, id); });
    rows.itemChoice(
        {"lineSort", tr("Kind")}, sortNames(), tr("What is built along the line"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<SiteLine>(&i.body);
            return x ? std::optional<int>(static_cast<int>(x->sort)) : std::nullopt;
        },
        [](Item& i, int k) {
            auto& x = std::get<SiteLine>(i.body);
            SiteLine next = usual(static_cast<SiteLineSort>(k));
            next.points = x.points;
            next.leftHigh = x.leftHigh;
            x = std::move(next);
        });
    const bool wall = l.sort == SiteLineSort::RetainingWall || l.sort == SiteLineSort::Wall;
    const auto size = [&](const char* id, const QString& text, double low, double high, double normal,
                          const QString& tip, float SiteLine::*member) {
        rows.bodyValue<SiteLine>({id, text}, ValueRange::length(low, high, normal).typed(0.02, 50), tip, member);
    };
    if (wall) size("lineHeight", tr("Height"), 0.2, 4, 0.8, tr("Height of the top over the foot"), &SiteLine::height);
    if (l.sort == SiteLineSort::Kerb)
        size("lineHeight", tr("Height"), 0.02, 0.3, 0.1, tr("Height over the ground"), &SiteLine::height);
    if (l.sort == SiteLineSort::Ditch)
        size("lineHeight", tr("Depth"), 0.1, 2, 0.5, tr("Depth of the bottom under the ground"), &SiteLine::height);
    if (l.sort == SiteLineSort::Steps)
        size("lineHeight", tr("Riser"), 0.1, 0.2, 0.16, tr("Height of a step, about"), &SiteLine::height);
    if (wall || l.sort == SiteLineSort::Kerb)
        size("lineWidth", tr("Thickness"), 0.05, 1, 0.3, tr("Thickness of the top"), &SiteLine::width);
    else
        size("lineWidth", l.sort == SiteLineSort::Ditch ? tr("Bottom") : tr("Width"), 0.2, 6, 1.5,
             l.sort == SiteLineSort::Ditch ? tr("Width of the bottom") : tr("Width to walk on"), &SiteLine::width);
    if (wall) {
        rows.bodyEither<SiteLine>({"lineLevel", tr("Top")}, {tr("Follows the ground"), tr("Level")},
                                  tr("Whether the top runs along the ground or level"), &SiteLine::level);
        rows.bodyValue<SiteLine>({"lineLean", tr("Lean")}, ValueRange::percent(0, 0.4, 0),
                                 tr("How much the face leans back: run for 100 % of rise"), &SiteLine::lean);
    }
    if (l.sort == SiteLineSort::RetainingWall)
        rows.itemChoice(
            {"lineSide", tr("Holds up")}, {tr("The left side"), tr("The right side")},
            tr("Which side is the higher one, seen along the line"),
            [](const Item& i) -> std::optional<int> {
                const auto* x = std::get_if<SiteLine>(&i.body);
                return x ? std::optional<int>(x->leftHigh ? 0 : 1) : std::nullopt;
            },
            [](Item& i, int k) { std::get<SiteLine>(i.body).leftHigh = k == 0; });
    if (l.sort != SiteLineSort::Wall && l.sort != SiteLineSort::Kerb)
        rows.bodyValue<SiteLine>({"lineBatter", tr("Batter 1 :")}, {0.5, 20, true, Dimension::Ratio, "", 1, 2},
                                 tr("Run of the slopes beside it for 1 of rise: larger is gentler"), &SiteLine::batter);
    rows.itemChoice(
        {"lineCurve", tr("Line")}, {tr("Straight"), tr("Curved")}, tr("How the line runs from point to point"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<SiteLine>(&i.body);
            return x ? std::optional<int>(x->smooth ? 1 : 0) : std::nullopt;
        },
        [](Item& i, int k) { std::get<SiteLine>(i.body).smooth = k == 1; });
    if (l.sort == SiteLineSort::Ditch) return;
    surfaceRow(rows, {"lineStone", tr("Made of")}, wall ? kStonework : kPavings, tr("What it is built of"),
               &SiteLine::surface);
    if (!wall) return;
    rows.bodyValue<SiteLine>({"lineCoping", tr("Coping")}, ValueRange::length(0, 0.3, 0.06).typed(0, 2),
                             tr("Thickness of the coping; 0 has none"), &SiteLine::coping);
    if (l.coping > 0)
        surfaceRow(rows, {"lineCopingOf", tr("Coping of")}, kPavings, tr("What the coping is made of"),
                   &SiteLine::copingSurface);
}

std::vector<QPolygonF> outline(const SiteLine& l, const Item&, const Pane& pane) {
    return pane.groundLine(pointsOf(l), false);
}

void drawPlan(const SiteLine& l, QPainter& painter, const PlanPane& pane) {
    QPolygonF line;
    for (const V2f& p : pointsOf(l)) line << pane.screen(p);
    const double wide = std::max(1.4, static_cast<double>(l.width) * pane.pixelsPerMetre());
    const bool body = isWall(l.sort);
    painter.setPen(QPen(Theme::now().ink, body ? wide : 1, l.sort == SiteLineSort::Ditch ? Qt::DashLine : Qt::SolidLine,
                        Qt::FlatCap));
    painter.drawPolyline(line);
}

void addTools(Session& session, Tools& tools) {
    LineDrawing drawing;
    drawing.lines = oneLine(&SiteLine::points);
    drawing.fresh = [&session](std::vector<V2f> points, const PanePoint&, const PanePoint&) {
        SiteLine l = usual(SiteLineSort::RetainingWall);
        l.points = std::move(points);
        // It holds up the side that lies higher.
        if (const HeightField* ground = session.document.ground()) {
            const PlanLine line = lineThrough(pointsOf(l));
            float left = 0, right = 0;
            for (float s = 0; s < line.length(); s += 0.5f) {
                const V2f p = line.place(s), way = line.direction(s), side = V2f(-way.y, way.x) * 2.0f;
                left += ground->at(p + side);
                right += ground->at(p - side);
            }
            l.leftHigh = left >= right;
        }
        return Body(l);
    };
    drawing.name = [] { return tr("Wall"); };
    drawing.step = [] { return tr("Draw wall"); };
    drawing.hint = [] { return tr("Draw a wall, kerb, ditch, steps or ramp · choose which at the right"); };
    drawing.smooth = false;
    tools.add(Verb::Shape, {"siteLine",
                            tr("Wall"),
                            "leaf-shape-wall",
                            tr("Draw a retaining wall, wall, kerb, ditch, steps or ramp"),
                            "O",
                            tools.own(makeLineTool(session, std::move(drawing))),
                            {}});
}

} // namespace

template <> const ItemKind<SiteLine>& itemKindOf<SiteLine>() {
    static const ItemKind<SiteLine> kind{
        .name = Text("wall"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-wall",
        .detail =
            [](const SiteLine& l, const Item& item, Session& session) {
                const QString earth = earthText(item.id, session);
                if (!earth.isEmpty()) return earth;
                return lengthText(static_cast<double>(lineThrough(pointsOf(l)).length()), 1);
            },
        .rows = rows,
        .rowsState = [](const SiteLine& l,
                        Session&) { return QString("%1 %2").arg(static_cast<int>(l.sort)).arg(l.coping > 0); },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const SiteLine& l, const HeightField* ground) { return standing(extentOf(l.points), 3, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
