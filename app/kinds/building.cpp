// Buildings and props in the window.
#include <Imath/ImathBoxAlgo.h>
#include <QPainter>

#include "app/inspector/rows.h"
#include "app/panes/pane.h"
#include "app/widgets/theme.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

void position(Rows& rows, const QString& label, int axis, const QString& tip) {
    rows.itemValue(
        label, ValueRange::length(-500, 500, 0), tip,
        [axis](const Item& i) -> std::optional<double> {
            const auto* b = std::get_if<Building>(&i.body);
            return b ? std::optional<double>(b->position[axis]) : std::nullopt;
        },
        [axis](Item& i, double v) { std::get<Building>(i.body).position[axis] = static_cast<float>(v); });
}

// Of who made it, and under which terms.
void rights(Rows& rows, Id id, const QString& label, const QString& tip, std::string Rights::*member) {
    Session& session = rows.session();
    rows.words(
        label, tip,
        [&session, id, member] {
            const auto* b = bodyOf<Building>(session.document.item(id));
            return b ? b->rights.*member : std::string();
        },
        [&session, id, label, member](const std::string& words) {
            session.document.editItem(label, id, [&](Item& i) { std::get<Building>(i.body).rights.*member = words; });
        });
}

void rows(const Building& b, const Item& item, Rows& rows) {
    const V3f size = bounds(*b.model).size() * b.scale;
    rows.heading(QString::fromStdString(item.name),
                 tr("%1 × %2 × %3 m").arg(size.x, 0, 'f', 1).arg(size.y, 0, 'f', 1).arg(size.z, 0, 'f', 1));
    position(rows, tr("East"), 0, tr("Place of the building's middle, from the site's middle"));
    position(rows, tr("North"), 1, tr("Place of the building's middle, from the site's middle"));
    position(rows, tr("Base"), 2, tr("Height of the building's base"));
    rows.turn<Building>(tr("Counter-clockwise; turns the faces towards or away from the light"));
    rows.bodyValue<Building>(tr("Size"), {0.001, 1000, true, Dimension::Percent, "%", 1, 1},
                             tr("Of the model as it came; for one that was made in other units"), &Building::scale);
    materialRows(rows);
    rights(rows, item.id, tr("Made by"), tr("Listed with what was brought into the project"), &Rights::maker);
    rights(rows, item.id, tr("Got from"), tr("The file, or where it was bought"), &Rights::source);
    rights(rows, item.id, tr("Licence"), tr("The terms under which it may be used in a client's picture"),
           &Rights::licence);
    rights(rows, item.id, tr("Price"), tr("What it cost"), &Rights::price);
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
        .verb = Verb::Seat,
        .icon = "verb-seat",
        .detail = [](const Building& b, const Item&, Session&) { return tr("%1 parts").arg(b.model->parts.size()); },
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
