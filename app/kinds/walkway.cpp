// Walkways in the window.
#include <QPainter>

#include "app/inspector/rows.h"
#include "app/panes/pane.h"
#include "app/tools/makers.h"
#include "app/tools/tools.h"
#include "app/widgets/theme.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"
#include "core/material/library.h"
#include "core/project/walkways.h"

namespace thallos {

namespace {

// What feet and rain can stand.
constexpr const char* kPaving[] = {"Flagstones",    "Granite setts",     "Larch decking", "Grooved decking",
                                   "Crushed stone", "Exposed aggregate", "Asphalt",       "Brick, herringbone"};

QString lengthAndSlope(const Session& session, Id id) {
    const auto built = session.document.built();
    if (!built) return {};
    for (const BuiltWalkway& w : built->walkways) {
        if (w.item != id) continue;
        if (w.laid.line.empty()) return tr("A landing alone.");
        const double slope = std::abs(static_cast<double>(w.laid.slope));
        const QString text = tr("%1 long, %2 % slope")
                                 .arg(lengthText(static_cast<double>(w.laid.length), 1), decimalText(slope * 100, 1));
        if (slope > 1.0 / 12) return text + " · " + tr("too steep for a ramp (1:12)");
        return slope > 1.0 / 20 ? text + " · " + tr("a ramp (over 1:20)") : text;
    }
    return {};
}

void rows(const Walkway&, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("walkway"));
    rows.note([&session = rows.session(), id = item.id] { return lengthAndSlope(session, id); });
    QStringList names;
    for (const char* name : kPaving) names << libraryName(name);
    rows.itemChoice(
        {"paving", tr("Surface")}, names, tr("What the walkway is laid with"),
        [](const Item& i) -> std::optional<int> {
            const auto* w = std::get_if<Walkway>(&i.body);
            if (!w) return std::nullopt;
            const auto known = std::find(std::begin(kPaving), std::end(kPaving), w->surface.recipe);
            return static_cast<int>(known == std::end(kPaving) ? 0 : known - std::begin(kPaving));
        },
        [](Item& i, int k) {
            Surface& s = std::get<Walkway>(i.body).surface;
            s = made(s, shippedMaterials()->surface(kPaving[k]));
        });
    rows.bodyValue<Walkway>({"walkwayWidth", tr("Width")}, ValueRange::length(0.6, 6, 1.2), tr("Width of the walkway"),
                            &Walkway::width);
    rows.bodyValue<Walkway>({"landingDepth", tr("Landing")}, ValueRange::length(0, 8, 1.5),
                            tr("Depth of the level place before the door"), &Walkway::landing);
    rows.bodyValue<Walkway>({"landingWidth", tr("Landing width")}, ValueRange::length(0.6, 12, 2.4),
                            tr("Width of the level place before the door: a forecourt when it is wide"),
                            &Walkway::landingWidth);
    rows.bodyValue<Walkway>({"sill", tr("Threshold")}, ValueRange::length(-1, 2, 0),
                            tr("Level of the threshold above the building's base"), &Walkway::sill);
    rows.bodyValue<Walkway>({"walkwayBatter", tr("Batter 1 :")}, {0.5, 20, true, Dimension::Ratio, "", 1, 3},
                            tr("Run of the slope beside the walkway for 1 of rise: larger is gentler"),
                            &Walkway::batter);
    rows.note([] { return tr("Plants keep out of it. It stays at its door when the building is moved."); });
}

std::vector<QPolygonF> outline(const Walkway& w, const Item&, const Pane& pane) {
    std::vector<QPolygonF> lines;
    for (const Polygon& o : outlinesOf(shapeOf(w, 0)))
        for (QPolygonF& line : pane.groundLine(o, true)) lines.push_back(std::move(line));
    return lines;
}

void drawPlan(const Walkway& w, QPainter& painter, const PlanPane& pane) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Theme::now().ink, 1));
    for (const Polygon& o : outlinesOf(shapeOf(w, 0))) {
        QPolygonF line;
        for (const V2f& p : o) line << pane.screen(p);
        painter.drawPolygon(line);
    }
}

void addTools(Session& session, Tools& tools) {
    tools.add(Verb::Seat, {"walkway",
                           tr("Walkway"),
                           "leaf-seat-walkway",
                           tr("Draw a walkway from a door: level before it, then at an even slope"),
                           "D",
                           tools.own(makeWalkwayTool(session)),
                           {}});
}

} // namespace

template <> const ItemKind<Walkway>& itemKindOf<Walkway>() {
    static const ItemKind<Walkway> kind{
        .name = Text("walkway"),
        .verb = Verb::Seat,
        .icon = "leaf-seat-walkway",
        .detail =
            [](const Walkway&, const Item& item, Session& session) {
                const auto built = session.document.built();
                if (built)
                    for (const BuiltWalkway& w : built->walkways)
                        if (w.item == item.id) return lengthText(static_cast<double>(w.laid.length), 1);
                return QString();
            },
        .rows = rows,
        .rowsState = kNothing,
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const Walkway& w,
                    const HeightField* ground) { return standing(kindOf<Walkway>().extent(w), 2, ground); },
        .takesMaterials = false,
        .addTools = addTools,
    };
    return kind;
}

} // namespace thallos
