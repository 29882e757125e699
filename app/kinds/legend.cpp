// Legends in the window: north arrow, scale bar and the site's name in the plan.
#include <QPainter>

#include "app/inspector/rows.h"
#include "app/panes/pane.h"
#include "app/panes/tool.h"
#include "app/tools/tools.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

class LegendTool : public Tool {
public:
    explicit LegendTool(Session& session) : session_(session) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground) return false;
        Id id;
        const Project& project = session_.document.project();
        session_.document.edit(tr("Add legend"), added(project, tr("Legend").toStdString(),
                                                       Legend{xy(*point.ground), lengthFor(project)}, &id));
        session_.selection.set(id);
        return true;
    }
    QString hint() const override { return tr("Click the plan to place north arrow and scale bar"); }

private:
    // A round length, about a tenth of the site.
    static float lengthFor(const Project& project) {
        const float wanted = 0.1f * project.ground->grid.size().x;
        float length = 1;
        for (const float round : {2, 5, 10, 20, 50, 100, 200, 500, 1000})
            if (round <= wanted) length = round;
        return length;
    }
    Session& session_;
};

void position(Rows& rows, const Label& label, int axis) {
    rows.itemValue(
        label, ValueRange::length(-500, 500, std::nullopt).typed(-100000, 100000),
        tr("Position of the lower left corner, from the centre of the site"),
        [axis](const Item& i) -> std::optional<double> {
            const auto* l = std::get_if<Legend>(&i.body);
            return l ? std::optional<double>(l->at[axis]) : std::nullopt;
        },
        [axis](Item& i, double v) { std::get<Legend>(i.body).at[axis] = static_cast<float>(v); });
}

void rows(const Legend&, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("legend"));
    position(rows, {"east", tr("East")}, 0);
    position(rows, {"north", tr("North")}, 1);
    rows.bodyValue<Legend>({"bar", tr("Scale bar")}, ValueRange::length(1, 1000, 20, true),
                           tr("Length the bar measures; text and arrow are sized by it"), &Legend::length);
    rows.note([] { return tr("Shown in the plan and on sheets, not in renders."); });
}

void drawLabel(QPainter& painter, const PlanPane& pane, const LegendDrawing::Label& label) {
    const double high = label.height * pane.pixelsPerMetre();
    if (high < 4) return; // too small to be read
    QFont font = typeface(Type::Body);
    font.setPixelSize(std::max(1, static_cast<int>(std::lround(high * 1.35)))); // a letter is lower than its line
    painter.setFont(font);
    const QString text = QString::fromStdString(label.text);
    const double wide = QFontMetricsF(font).horizontalAdvance(text);
    painter.drawText(pane.screen(label.at) - QPointF(label.centred ? wide / 2 : 0, 0), text);
}

void drawPlan(const Legend& legend, QPainter& painter, const PlanPane& pane) {
    if (!boxOf(legend).intersects(pane.inView())) return;
    const std::string& name = pane.session().document.project().site->name;
    const QColor ink = Theme::now().ink;
    const auto onScreen = [&](const std::vector<V2f>& points) {
        QPolygonF line;
        for (const V2f& p : points) line << pane.screen(p);
        return line;
    };
    const LegendDrawing drawing = drawingOf(legend, name, pane.session().document.project().site->place.north);
    painter.setPen(Qt::NoPen);
    painter.setBrush(ink);
    for (const Polygon& p : drawing.filled) painter.drawPolygon(onScreen(p));
    painter.setPen(QPen(ink, 1));
    painter.setBrush(Qt::NoBrush);
    for (const auto& line : drawing.lines) painter.drawPolyline(onScreen(line));
    for (const LegendDrawing::Label& label : drawing.labels) drawLabel(painter, pane, label);
}

std::vector<QPolygonF> outline(const Legend& legend, const Item&, const Pane& pane) {
    const Box2f b = boxOf(legend);
    return pane.groundLine({b.min, {b.max.x, b.min.y}, b.max, {b.min.x, b.max.y}}, true);
}

void addTools(Session& session, Tools& tools) {
    tools.add(Verb::Seat, {"legend",
                           tr("Legend"),
                           "leaf-seat-legend",
                           tr("Add north arrow, scale bar and the site's name to the plan"),
                           "N",
                           tools.own(std::make_unique<LegendTool>(session)),
                           {}});
}

} // namespace

template <> const ItemKind<Legend>& itemKindOf<Legend>() {
    static const ItemKind<Legend> kind{
        .name = Text("north arrow and scale bar"),
        .verb = Verb::Seat,
        .icon = "leaf-seat-legend",
        .detail = [](const Legend& l, const Item&, Session&) { return lengthText(l.length, 0); },
        .rows = rows,
        .rowsState = kNothing,
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const Legend& l, const HeightField* ground) { return standing(boxOf(l), 0.5f, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
