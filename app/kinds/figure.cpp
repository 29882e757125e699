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

float tall(const Figure& f) { // metres
    return f.what == Yardstick::Person ? 1.75f : f.what == Yardstick::Door ? 2.15f : 5.0f;
}

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
        .detail = [](const Figure& f, const Item&, Session&) { return lengthText(static_cast<double>(tall(f))); },
        .rows =
            [](const Figure&, const Item& item, Rows& rows) {
                rows.heading(QString::fromStdString(item.name), tr("scale figure"));
                rows.itemChoice(
                    {"yardstick", tr("Yardstick")},
                    {tr("Person, %1").arg(lengthText(1.75)), tr("Door gauge, %1").arg(extentText(0.9, 2.1)),
                     tr("Ranging rod, %1").arg(lengthText(5))},
                    tr("What the building is judged against"),
                    [](const Item& i) -> std::optional<int> {
                        const auto* f = std::get_if<Figure>(&i.body);
                        return f ? std::optional(static_cast<int>(f->what)) : std::nullopt;
                    },
                    [](Item& i, int k) { std::get<Figure>(i.body).what = static_cast<Yardstick>(k); });
                rows.turn<Figure>(tr("Direction the figure faces, counter-clockwise"));
            },
        .rowsState = kNothing,
        .outline = [](const Figure& f, const Item&, const Pane& pane) { return pane.groundCircle(f.at, 0.4f); },
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const Figure& f, const HeightField* ground) { return standing(Box2f(f.at), tall(f), ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
