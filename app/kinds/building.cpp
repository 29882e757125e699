// Buildings and props in the window.
#include <Imath/ImathBoxAlgo.h>
#include <QPainter>

#include "app/inspector/rows.h"
#include "app/panes/pane.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

void position(Rows& rows, const Label& label, int axis, const QString& tip) {
    rows.itemValue(
        label, ValueRange::length(-500, 500, std::nullopt).typed(-100000, 100000), tip,
        [axis](const Item& i) -> std::optional<double> {
            const auto* b = std::get_if<Building>(&i.body);
            return b ? std::optional<double>(b->position[axis]) : std::nullopt;
        },
        [axis](Item& i, double v) { std::get<Building>(i.body).position[axis] = static_cast<float>(v); });
}

// Of who made it, and under which terms.
void rights(Rows& rows, const Label& label, const QString& tip, std::string Rights::*member) {
    rows.itemWords(
        label, tip,
        [member](const Item& i) -> std::optional<std::string> {
            const auto* b = std::get_if<Building>(&i.body);
            return b ? std::optional(b->rights.*member) : std::nullopt;
        },
        [member](Item& i, const std::string& words) { std::get<Building>(i.body).rights.*member = words; });
}

void rows(const Building& b, const Item& item, Rows& rows) {
    const V3f size = bounds(*b.model).size() * b.scale;
    rows.heading(QString::fromStdString(item.name), sizeText(size.x, size.y, size.z));
    position(rows, {"east", tr("East")}, 0, tr("Position of the building's centre, from the centre of the site"));
    position(rows, {"north", tr("North")}, 1, tr("Position of the building's centre, from the centre of the site"));
    position(rows, {"base", tr("Base level")}, 2, tr("Level of the building's underside"));
    rows.turn<Building>(tr("Counter-clockwise, seen from above"));
    rows.bodyValue<Building>({"scale", tr("Scale")}, {0.001, 1000, true, Dimension::Percent, "%", 1, 1},
                             tr("Relative to the imported model"), &Building::scale);
    materialRows(rows);
    rows.section({"sourceSection", tr("Source and licence")}, {}, true);
    rights(rows, {"author", tr("Author")}, tr("Who made it; listed in the rights of the project"), &Rights::maker);
    rights(rows, {"source", tr("Source")}, tr("The file it was imported from, or where it was bought"),
           &Rights::source);
    rights(rows, {"licence", tr("Licence")}, tr("Terms under which it may be used in a client's image"),
           &Rights::licence);
    rights(rows, {"price", tr("Price")}, tr("What it cost, with the currency"), &Rights::price);
}

std::vector<QPolygonF> outline(const Building& b, const Item&, const Pane& pane) {
    std::vector<QPolygonF> lines;
    for (const Polygon& o : outlinesOf(b)) {
        std::vector<V3f> foot;
        for (size_t i = 0; i <= o.size(); ++i) {
            const V2f& p = o[i % o.size()];
            foot.emplace_back(p.x, p.y, std::max(b.position.z, pane.groundAt(p)) + 0.03f);
        }
        pane.addSeen(foot, lines);
    }
    return lines;
}

void drawPlan(const Building& b, QPainter& painter, const PlanPane& pane) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Theme::now().ink, 1));
    for (const Polygon& o : outlinesOf(b)) {
        if (!bounds(o).intersects(pane.inView())) continue;
        QPolygonF line;
        for (const V2f& p : o) line << pane.screen(p);
        painter.drawPolygon(line);
    }
}

} // namespace

template <> const ItemKind<Building>& itemKindOf<Building>() {
    static const ItemKind<Building> kind{
        .name = Text("building"),
        .verb = Verb::Seat,
        .icon = "verb-seat",
        .detail = [](const Building& b, const Item&,
                     Session&) { return tr("%n part(s)", nullptr, static_cast<int>(b.model->parts.size())); },
        .rows = rows,
        .rowsState = [](const Building& b, Session& s) { return materialRowsState(b, s.selection.material()); },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const Building& b,
                    const HeightField*) { return Imath::transform(bounds(*b.model), transformOf(b)); },
        .takesMaterials = true,
        .addTools = kNothing,
    };
    return kind;
}

} // namespace thallos
