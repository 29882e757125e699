// Banks and hollows in the window.
#include <QPainter>

#include "app/inspector/rows.h"
#include "app/panes/pane.h"
#include "app/tools/line.h"
#include "app/tools/tools.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"
#include "core/ground/bank.h"
#include "core/project/kinds/lines.h"

namespace thallos {

namespace {

void rows(const Bank& b, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), b.height < 0 ? tr("hollow") : tr("bank"));
    rows.bodyValue<Bank>({"bankHeight", tr("Height")}, ValueRange::length(-8, 8, 1).typed(-200, 200),
                         tr("Height added along the line; below zero it is a hollow"), &Bank::height);
    rows.bodyValue<Bank>({"bankRadius", tr("Radius")}, ValueRange::length(0.5, 60, 6, true).typed(0.1, 1000),
                         tr("How far it reaches to either side of the line"), &Bank::radius);
    rows.bodyValue<Bank>({"bankFalloff", tr("Falloff")}, ValueRange::percent(0, 1, 1),
                         tr("How far the height fades out towards the edge: 0 % has a hard edge"), &Bank::falloff);
    rows.itemValue(
        {"bankSteepest", tr("Steepest 1 :")}, {0.5, 20, true, Dimension::Ratio, "", 1, 2},
        tr("Run of its sides for 1 of rise at least: a bank that would be steeper stays lower"),
        [](const Item& i) -> std::optional<double> {
            const auto* x = std::get_if<Bank>(&i.body);
            return x ? std::optional<double>(1 / static_cast<double>(x->steepest)) : std::nullopt;
        },
        [](Item& i, double v) { std::get<Bank>(i.body).steepest = static_cast<float>(1 / v); });
    rows.itemChoice(
        {"bankLimited", tr("Limit")}, {tr("None"), tr("To a level")},
        tr("Raise the ground only up to a level, or lower it only down to one"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<Bank>(&i.body);
            return x ? std::optional<int>(x->limited ? 1 : 0) : std::nullopt;
        },
        [&session = rows.session()](Item& i, int k) {
            auto& x = std::get<Bank>(i.body);
            x.limited = k == 1;
            // A level that does something: half way up.
            if (const HeightField* ground = session.document.ground(); x.limited && ground)
                x.limit = ground->at(x.points.front()) - 0.5f * x.height;
        });
    if (b.limited)
        rows.bodyValue<Bank>(
            {"bankLimit", tr("Level")},
            ValueRange::length(static_cast<double>(b.limit) - 5, static_cast<double>(b.limit) + 5, std::nullopt)
                .typed(-10000, 10000),
            tr("Level up to which, or down to which, it changes the ground"), &Bank::limit);
}

std::vector<QPolygonF> outline(const Bank& b, const Item&, const Pane& pane) {
    if (b.points.size() == 1) return pane.groundCircle(b.points.front(), b.radius);
    const std::vector<V2f> line = curveThrough(b.points, kCurveStep);
    std::vector<QPolygonF> out = pane.groundLine(line, false);
    for (const V2f& end : {line.front(), line.back()})
        for (QPolygonF& l : pane.groundCircle(end, b.radius)) out.push_back(std::move(l));
    return out;
}

void addTools(Session& session, Tools& tools) {
    LineDrawing drawing;
    drawing.lines = oneLine(&Bank::points);
    drawing.fresh = [](std::vector<V2f> points, const PanePoint& first, const PanePoint&) {
        Bank b;
        b.points = std::move(points);
        if (first.modifiers & Qt::ControlModifier) b.height = -1;
        return Body(b);
    };
    drawing.name = [] { return tr("Bank"); };
    drawing.step = [] { return tr("Draw bank"); };
    drawing.hint = [] { return tr("Click to place a bank, or draw its line · Ctrl makes a hollow"); };
    drawing.least = 1;
    tools.add(Verb::Shape, {"bank",
                            tr("Bank"),
                            "leaf-shape-bank",
                            tr("Draw a bank or a hollow that stays a step of its own"),
                            "L",
                            tools.own(makeLineTool(session, std::move(drawing))),
                            {}});
}

} // namespace

template <> const ItemKind<Bank>& itemKindOf<Bank>() {
    static const ItemKind<Bank> kind{
        .name = Text("bank"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-bank",
        .detail =
            [](const Bank& b, const Item& item, Session& session) {
                const QString earth = earthText(item.id, session);
                return earth.isEmpty() ? lengthText(static_cast<double>(b.height)) : earth;
            },
        .rows = rows,
        .rowsState = [](const Bank& b, Session&) { return QString::number(b.limited); },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = [](const Bank& b, const HeightField* ground) { return standing(extentOf(b.points), 2, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
