#include "app/tools/hand_drag.h"

#include <algorithm>
#include <cmath>

#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/base/error.h"
#include "core/base/quantity.h"

namespace thallos {

namespace {

std::optional<V3f> onLevel(const PanePoint& p, float z) {
    if (std::abs(p.direction.z) < 1e-4f) return std::nullopt;
    const float t = (z - p.origin.z) / p.direction.z;
    if (t <= 0) return std::nullopt;
    return p.origin + p.direction * t;
}

// How far along the axis through `at` the pointer's ray comes nearest to it.
std::optional<float> alongAxis(const PanePoint& p, const V3f& at, const V3f& axis) {
    const V3f w = at - p.origin;
    const float b = axis.dot(p.direction), denominator = 1 - b * b;
    if (denominator < 1e-4f) return std::nullopt; // seen end on
    return (b * p.direction.dot(w) - axis.dot(w)) / denominator;
}

} // namespace

V3f HandDrag::axis(Grip held) const {
    if (held == Grip::Up) return {0, 0, 1};
    const float c = std::cos(axesTurn), s = std::sin(axesTurn);
    return held == Grip::Across ? V3f(-s, c, 0) : V3f(c, s, 0);
}

// From where the pointer took hold to where it is, under the constraint.
std::optional<V3f> HandDrag::shift(const Pane& pane) const {
    switch (grip) {
    case Grip::Ground: {
        if (!from.ground || !now.ground) return std::nullopt;
        const V2f d = xy(*now.ground) - xy(*from.ground);
        return V3f(d.x, d.y, 0);
    }
    case Grip::Level:
    case Grip::Pivot: {
        const auto a = onLevel(from, pivot.z), b = onLevel(now, pivot.z);
        if (a && b && std::abs(now.direction.z) > 0.1f && std::abs(from.direction.z) > 0.1f) return *b - *a;
        const V2f d = plate.toPlan(now.at) - plate.toPlan(from.at);
        return V3f(d.x, d.y, 0);
    }
    case Grip::Free: {
        // In the plane through the thing that faces the eye.
        const V3f n = from.direction;
        const float a = (grabbed - now.origin).dot(n), b = now.direction.dot(n);
        if (std::abs(b) < 1e-4f) return std::nullopt;
        const V3f there = now.origin + now.direction * (a / b);
        const float c = (grabbed - from.origin).dot(n);
        return there - (from.origin + from.direction * c);
    }
    case Grip::Along:
    case Grip::Across:
    case Grip::Up: {
        const V3f along = axis(grip);
        // An axis that runs away from the eye follows its bar on the plate instead of the ray.
        const auto tip = pane.toScreen(pivot + along * static_cast<float>(kBar * plate.metre));
        if (grip != Grip::Up && (!tip || QLineF(*tip, plate.centre).length() < 0.6 * kBar)) {
            const auto bar = plate.toScreen(xy(along)) - plate.centre;
            const double l = QPointF::dotProduct(bar, bar);
            return along * static_cast<float>(QPointF::dotProduct(now.at - from.at, bar) / std::max(l, 1e-9));
        }
        const auto a = alongAxis(from, pivot, along), b = alongAxis(now, pivot, along);
        if (!a || !b) return std::nullopt;
        return along * (*b - *a);
    }
    default:
        return std::nullopt;
    }
}

void HandDrag::turn(const HandSettings& settings, bool fine) {
    const V2f a = plate.toPlan(from.at), b = plate.toPlan(now.at);
    SnapSettings s = settings.snap;
    s.angle = s.angle != fine;
    movement.turn = snapAngle(std::remainder(std::atan2(b.y, b.x) - std::atan2(a.y, a.x), 2 * kPi), s);
    if (const auto typed = read(0, Dimension::Angle, "deg")) movement.turn = radians(*typed);
}

void HandDrag::size() {
    const float before = plate.toPlan(from.at).length();
    float size = before > 0 ? plate.toPlan(now.at).length() / before : 1;
    if (const auto factor = read(0, Dimension::Plain, "")) size = *factor;
    movement.size = std::clamp(size, 0.01f, 100.0f);
}

void HandDrag::move(const Pane& pane, const HandSettings& settings, bool fine) {
    V3f by = shift(pane).value_or(V3f(0));
    const bool flat = grip != Grip::Up && grip != Grip::Free;
    if (settings.snapping && !fine && flat) {
        std::vector<V2f> points = grip == Grip::Pivot ? std::vector<V2f>{xy(pivot)} : corners;
        for (V2f& q : points) q += xy(by);
        const auto reach = static_cast<float>(9 * pane.metresPerPixel(pivot + by));
        snapped = snap(points, targets, settings.snap, reach);
        V3f more(snapped.by.x, snapped.by.y, 0);
        if (grip == Grip::Along || grip == Grip::Across) more = axis(grip) * axis(grip).dot(more);
        by += more;
    }
    if (const auto length = readShift(by)) {
        by = *length;
        snapped = {};
    }
    movement.by = by;
    // Held to an axis of the plan or free over the ground, things stay on the ground; on the level they keep their
    // height.
    movement.toGround = grip == Grip::Along || grip == Grip::Across || (grip == Grip::Ground && fields[2].isEmpty());
}

void HandDrag::update(const Pane& pane, const HandSettings& settings) {
    movement = {};
    movement.pivot = xy(pivot);
    snapped = {};
    const bool fine = (now.modifiers & Qt::ControlModifier) != 0;
    if (grip == Grip::Turn)
        turn(settings, fine);
    else if (grip == Grip::Size)
        size();
    else
        move(pane, settings, fine);
}

int HandDrag::fieldCount() const {
    return grip == Grip::Ground || grip == Grip::Level || grip == Grip::Free ? 3 : 1;
}

bool HandDrag::anyTyped() const {
    return std::any_of(fields.begin(), fields.end(), [](const QString& f) { return !f.isEmpty(); });
}

void HandDrag::forgetTyped() {
    fields = {};
    field = 0;
}

void HandDrag::nextField(int by) {
    const int n = fieldCount();
    field = (field + by + n) % n;
}

std::optional<float> HandDrag::read(int at, Dimension dimension, const char* unit) const {
    const QString& text = fields[static_cast<size_t>(at)];
    if (text.isEmpty()) return std::nullopt;
    try {
        return static_cast<float>(parseQuantity(text.toStdString(), dimension, unit));
    } catch (const Error&) {
        return std::nullopt; // not finished yet
    }
}

// As lengths are shown: metres or feet.
std::optional<float> HandDrag::readLength(int at) const {
    return read(at, Dimension::Length, showsFeet() ? "ft" : "m");
}

// What is not typed is as the pointer has it.
std::optional<V3f> HandDrag::readShift(const V3f& by) const {
    const auto distance = readLength(0);
    if (grip == Grip::Along || grip == Grip::Across || grip == Grip::Up)
        return distance ? std::optional<V3f>(axis(grip) * *distance) : std::nullopt;
    const auto bearing = read(1, Dimension::Angle, "deg"), rise = readLength(2);
    if (!distance && !bearing && !rise) return std::nullopt;
    V2f way = xy(by);
    const float length = distance.value_or(way.length());
    if (way.length() < 1e-4f) way = xy(axis(Grip::Along));
    way.normalize();
    if (bearing) way = {std::sin(radians(*bearing)), std::cos(radians(*bearing))};
    return V3f(way.x * length, way.y * length, rise.value_or(by.z));
}

QString HandDrag::readout() const {
    // A field that was typed into shows what was typed, the one in use a caret.
    const auto shown = [this](int at, const QString& value) {
        const QString& text = fields[static_cast<size_t>(at)];
        if (!anyTyped() && field == 0) return value;
        return (text.isEmpty() ? value : text) + (field == at ? QStringLiteral("▏") : QString());
    };
    if (grip == Grip::Turn) return shown(0, tr("%1°").arg(decimalText(degrees(movement.turn), 1)));
    if (grip == Grip::Size) return shown(0, tr("× %1").arg(decimalText(movement.size, 3)));
    if (grip == Grip::Up) return tr("up %1").arg(shown(0, lengthText(movement.by.z)));
    const V2f flat = xy(movement.by);
    if (fieldCount() == 1) return shown(0, lengthText(flat.length()));
    const float bearing = degrees(std::atan2(flat.x, flat.y));
    QString text = tr("%1 at %2")
                       .arg(shown(0, lengthText(flat.length())),
                            shown(1, tr("%1°").arg(decimalText(bearing < 0 ? bearing + 360 : bearing, 1))));
    if (movement.by.z != 0 || !fields[2].isEmpty() || field == 2)
        text += " · " + tr("rise %1").arg(shown(2, lengthText(movement.by.z)));
    return text;
}

} // namespace thallos
