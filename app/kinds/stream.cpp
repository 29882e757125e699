// Streams in the window.
#include <cmath>

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

QString factsText(const Session& session, Id id) {
    const auto built = session.document.built();
    if (!built) return {};
    for (const WaterBody& w : built->waters)
        if (w.item == id && w.stream)
            return tr("%1 long, falls %2").arg(lengthText(w.stream->line.length(), 1), lengthText(w.stream->fall()));
    return {};
}

void rows(const Stream&, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("stream"));
    rows.note([&session = rows.session(), id = item.id] { return factsText(session, id); });
    rows.bodyValue<Stream>({"streamWidth", tr("Width")}, ValueRange::length(0.3, 8, 1.5, true).typed(0.2, 100),
                           tr("Width of its water from bank to bank"), &Stream::width);
    rows.bodyValue<Stream>({"streamDepth", tr("Depth")}, ValueRange::length(0.05, 2, 0.25, true).typed(0.03, 20),
                           tr("Depth of the water in its middle"), &Stream::depth);
    rows.bodyValue<Stream>({"streamBank", tr("Banks")}, ValueRange::length(0.02, 2, 0.2, true).typed(0.02, 20),
                           tr("Height of the land beside it over the water: how deep it has cut itself in"),
                           &Stream::bank);
    waterLookRows(rows, &Stream::look, tr("From mirror-still to broken by stones"));
    rows.note([] { return tr("It runs from its higher end to the lower one and ends where it meets a pond."); });
}

std::vector<QPolygonF> outline(const Stream& s, const Item& item, const Pane& pane) {
    std::vector<QPolygonF> lines = pane.groundLine(curveThrough(s.points, kCurveStep), false);
    if (const auto built = pane.session().document.built())
        for (const WaterBody& w : built->waters)
            if (w.item == item.id)
                for (const auto& [a, b] : *w.shore)
                    pane.addSeen({V3f(a.x, a.y, w.levelAt(a)), V3f(b.x, b.y, w.levelAt(b))}, lines);
    return lines;
}

void addTools(Session& session, Tools& tools) {
    LineDrawing drawing;
    drawing.lines = oneLine(&Stream::points);
    drawing.fresh = [](std::vector<V2f> points, const PanePoint&, const PanePoint&) {
        Stream s;
        s.points = std::move(points);
        return Body(s);
    };
    drawing.name = [] { return tr("Stream"); };
    drawing.step = [] { return tr("Draw stream"); };
    drawing.hint = [] { return tr("Click the points of a stream"); };
    tools.add(Verb::Shape, {"stream",
                            tr("Stream"),
                            "leaf-shape-stream",
                            tr("Draw a stream: it cuts its channel, and its water falls along it"),
                            "R",
                            tools.own(makeLineTool(session, std::move(drawing))),
                            {}});
}

} // namespace

template <> const ItemKind<Stream>& itemKindOf<Stream>() {
    static const ItemKind<Stream> kind{
        .name = Text("stream"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-stream",
        .detail = [](const Stream&, const Item& item, Session& session) { return earthText(item.id, session); },
        .rows = rows,
        .rowsState = kNothing,
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = [](const Stream& s, const HeightField* ground) { return standing(extentOf(s.points), 0.5f, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
