// Figures in the window.
#include <QPainter>

#include "app/inspector/rows.h"
#include "app/panes/drawing.h"
#include "app/panes/pane.h"
#include "app/tools/makers.h"
#include "app/tools/tools.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

constexpr float kTall = 1.75f; // metres

void drawPlan(const Figure& f, QPainter& painter, const PlanPane& pane) {
    painter.setBrush(Theme::now().field);
    painter.setPen(QPen(Theme::now().ink, 1.4));
    painter.drawEllipse(pane.screen(f.at), 4, 4);
}

void addTools(Session& session, Tools& tools) {
    tools.add(Verb::Seat, {"figure",
                           tr("Figure"),
                           "leaf-seat-figure",
                           tr("Place a scale figure, %1 high").arg(lengthText(1.75)),
                           "P",
                           tools.own(makeFigureTool(session)),
                           {}});
}

} // namespace

template <> const ItemKind<Figure>& itemKindOf<Figure>() {
    static const ItemKind<Figure> kind{
        .name = Text("scale figure"),
        .verb = Verb::Seat,
        .icon = "leaf-seat-figure",
        .detail = [](const Figure&, const Item&, Session&) { return lengthText(kTall); },
        .rows =
            [](const Figure&, const Item& item, Rows& rows) {
                rows.heading(QString::fromStdString(item.name), lengthText(1.75));
                rows.turn<Figure>(tr("Direction the figure faces, counter-clockwise"));
            },
        .rowsState = kNothing,
        .outline = [](const Figure& f, const Item&, const Pane& pane) { return pane.groundCircle(f.at, 0.4f); },
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const Figure& f, const HeightField* ground) { return standing(Box2f(f.at), kTall, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
