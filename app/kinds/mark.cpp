// Kept measurements in the window.
#include "app/inspector/rows.h"
#include "app/panes/drawing.h"
#include "app/panes/pane.h"
#include "app/words/numbers.h"
#include "app/work/kind.h"
#include "core/project/measure.h"

namespace thallos {

namespace {

QString measured(const Mark& mark) {
    const Measures m = measure(mark.points);
    QStringList text{tr("Length %1 · in plan %2").arg(lengthText(m.length), lengthText(m.plan)),
                     tr("Rise %1 · slope %2°").arg(lengthText(m.rise)).arg(decimalText(degrees(m.slope), 1))};
    if (mark.points.size() > 2)
        text << tr("Last angle %1° · area %2").arg(decimalText(degrees(m.angle), 1)).arg(areaText(m.area));
    return text.join("\n");
}

} // namespace

template <> const ItemKind<Mark>& itemKindOf<Mark>() {
    static const ItemKind<Mark> kind{
        .name = Text("measurement"),
        .verb = Verb::Seat,
        .icon = "ui-ruler",
        .detail = [](const Mark& m, const Item&, Session&) { return lengthText(measure(m.points).length); },
        .rows =
            [](const Mark&, const Item& item, Rows& rows) {
                Session& session = rows.session();
                rows.heading(QString::fromStdString(item.name), tr("measurement"));
                rows.note([&session, id = item.id] {
                    const auto* mark = bodyOf<Mark>(session.document.item(id));
                    return mark ? measured(*mark) : QString();
                });
            },
        .rowsState = kNothing,
        .outline =
            [](const Mark& m, const Item&, const Pane& pane) {
                std::vector<QPolygonF> lines;
                pane.addSeen(m.points, lines);
                return lines;
            },
        .drawOver = [](const Mark& m, QPainter& p, const Pane& pane) { drawMeasured(p, pane, m.points, false); },
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = [](const Mark& m,
                    const HeightField* ground) { return standing(kindOf<Mark>().extent(m), 0.5f, ground); },
        .takesMaterials = false,
        .addTools = kNothing, // the tool that measures is every verb's
    };
    return kind;
}

} // namespace thallos
