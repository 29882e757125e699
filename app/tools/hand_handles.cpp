#include "app/tools/hand_handles.h"

#include <cmath>

#include "app/panes/drawing.h"
#include "app/widgets/theme.h"

namespace thallos {

namespace {
constexpr double kRing = 44, kStaff = 74, kReach = 8; // pixels
}

std::optional<Plate> plateAt(const Pane& pane, const V3f& at) {
    const auto centre = pane.toScreen(at);
    if (!centre) return std::nullopt;
    Plate plate;
    plate.centre = *centre;
    plate.metre = pane.metresPerPixel(at);
    if (qobject_cast<const ShotPane*>(&pane)) {
        const Camera c = pane.session().view.camera();
        plate.right = {std::cos(c.yaw), -std::sin(c.yaw)};
        plate.away = {std::sin(c.yaw), std::cos(c.yaw)};
        const V3f from = at - c.position;
        plate.ratio = std::max(0.34, static_cast<double>(-from.z / std::max(from.length(), 1e-3f)));
    }
    return plate;
}

Handles handlesAt(const Pane& pane, const V3f& pivot, float turn) {
    Handles h;
    const auto plate = plateAt(pane, pivot);
    if (!plate) return h;
    h.centre = plate->centre;
    const auto place = [&](float angle, double pixels) {
        return plate->toScreen(V2f(std::cos(angle), std::sin(angle)) * static_cast<float>(pixels * plate->metre));
    };
    for (int i = 0; i <= 48; ++i) h.ring << place(2 * kPi * static_cast<float>(i) / 48, kRing);
    h.bar[0] = place(turn, kBar);
    h.bar[1] = place(turn + kPi / 2, kBar);
    h.knob = place(turn - 0.75f * kPi, kRing);
    h.staff = pane.toScreen(pivot + V3f(0, 0, static_cast<float>(kStaff * plate->metre)));
    // Seen end on it can't be pulled.
    if (h.staff && QLineF(*h.staff, h.centre).length() < 18) h.staff.reset();
    return h;
}

Grip gripAt(const Handles& h, const QPointF& at) {
    if (h.ring.isEmpty()) return Grip::None;
    const auto near = [&](const QPointF& q, double reach) { return QLineF(q, at).length() < reach; };
    if (h.staff && near(*h.staff, kReach + 2)) return Grip::Up;
    if (near(h.bar[0], kReach + 2)) return Grip::Along;
    if (near(h.bar[1], kReach + 2)) return Grip::Across;
    if (near(h.knob, kReach)) return Grip::Size;
    if (near(h.centre, kReach - 1)) return Grip::Pivot;
    for (qsizetype i = 1; i < h.ring.size(); ++i) {
        const QPointF a = h.ring[i - 1], d = h.ring[i] - a, w = at - a;
        const double l = QPointF::dotProduct(d, d), s = l > 0 ? std::clamp(QPointF::dotProduct(w, d) / l, 0.0, 1.0) : 0;
        if (near(a + d * s, 5)) return Grip::Turn;
    }
    return Grip::None;
}

void drawHandles(QPainter& p, const Handles& h, Grip over, bool ownAxes) {
    const Theme& t = Theme::now();
    const auto color = [&](Grip g) { return over == g ? t.ochre : t.accentText; };
    haloLine(p, h.ring, color(Grip::Turn), over == Grip::Turn ? 2.4 : 1.6);
    const std::pair<Grip, QString> bars[] = {{Grip::Along, ownAxes ? tr("A") : tr("E")},
                                             {Grip::Across, ownAxes ? tr("B") : tr("N")}};
    for (int i = 0; i < 2; ++i) {
        haloLine(p, {h.centre, h.bar[i]}, color(bars[i].first), over == bars[i].first ? 2.6 : 1.8);
        p.setPen(QPen(t.field, 1.2));
        p.setBrush(color(bars[i].first));
        p.drawEllipse(h.bar[i], 8, 8);
        p.setFont(typeface(Type::Tiny));
        p.drawText(QRectF(h.bar[i] - QPointF(8, 8), QSizeF(16, 16)), Qt::AlignCenter, bars[i].second);
    }
    if (h.staff) {
        haloLine(p, {h.centre, *h.staff}, color(Grip::Up), over == Grip::Up ? 2.6 : 1.8);
        p.setPen(QPen(t.field, 1.2));
        p.setBrush(color(Grip::Up));
        const QPointF s = *h.staff;
        p.drawPolygon(QPolygonF({s + QPointF(0, -9), s + QPointF(7, 3), s + QPointF(-7, 3)}));
    }
    p.setPen(QPen(t.field, 1.2));
    p.setBrush(color(Grip::Size));
    p.drawRect(QRectF(h.knob - QPointF(5, 5), QSizeF(10, 10)));
    p.setBrush(color(Grip::Pivot));
    p.drawPolygon(QPolygonF(
        {h.centre + QPointF(0, -5), h.centre + QPointF(5, 0), h.centre + QPointF(0, 5), h.centre + QPointF(-5, 0)}));
}

} // namespace thallos
