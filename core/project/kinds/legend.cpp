#include <algorithm>
#include <cmath>

#include "core/base/quantity.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/snap.h"

namespace thallos {

namespace {

constexpr int kFields = 4; // of the bar, in turn filled and open
constexpr float kLeast = 0.5f, kMost = 5000;

Polygon rectangle(const V2f& a, const V2f& b) {
    return {a, {b.x, a.y}, b, {a.x, b.y}};
}

void move(Legend& l, const Moving& m) {
    l.at = m.to(l.at);
    l.length = std::clamp(l.length * m.by.size, kLeast, kMost); // north stays up
}

} // namespace

Box2f boxOf(const Legend& l) {
    return {l.at, l.at + V2f(1.35f, 0.32f) * l.length};
}

LegendDrawing drawingOf(const Legend& l, const std::string& siteName, double north) {
    LegendDrawing d;
    const float u = l.length;
    const V2f bar = l.at + V2f(0.03f, 0.09f) * u; // its lower left
    const float thick = 0.025f * u, letters = 0.05f * u;
    for (int i = 0; i < kFields; ++i) {
        const float x0 = u * static_cast<float>(i) / kFields, x1 = u * static_cast<float>(i + 1) / kFields;
        const Polygon field = rectangle(bar + V2f(x0, 0), bar + V2f(x1, thick));
        if (i % 2 == 0) d.filled.push_back(field);
        std::vector<V2f> edge(field);
        edge.push_back(field.front());
        d.lines.push_back(std::move(edge));
    }
    for (const int i : {0, kFields / 2, kFields}) {
        const float metres = u * static_cast<float>(i) / kFields;
        d.labels.push_back(
            {bar + V2f(metres, -0.03f * u - letters), letters, formatNumber(metres, 2) + (i == kFields ? " m" : "")});
    }
    d.labels.push_back({bar + V2f(0, thick + 0.05f * u), 1.3f * letters, siteName, false});
    // The arrow, right of the bar: one half is filled.
    const V2f foot = bar + V2f(1.2f * u, 0), tip = foot + V2f(0, 0.15f * u), notch = foot + V2f(0, 0.03f * u);
    const V2f left = foot - V2f(0.045f * u, 0), right = foot + V2f(0.045f * u, 0);
    const V2f middle = foot + V2f(0, 0.075f * u);
    const float c = std::cos(radians(static_cast<float>(north))), s = std::sin(radians(static_cast<float>(north)));
    const auto turned = [&](const V2f& p) {
        const V2f q = p - middle;
        return middle + V2f(c * q.x + s * q.y, c * q.y - s * q.x);
    };
    d.filled.push_back({turned(tip), turned(notch), turned(right)});
    d.lines.push_back({turned(tip), turned(left), turned(notch), turned(right), turned(tip)});
    // The letter stays upright beyond the tip.
    const V2f letter = turned(tip + V2f(0, 0.015f * u + letters / 2)) - V2f(0, letters / 2);
    d.labels.push_back({letter, letters, "N"});
    return d;
}

template <> const Kind<Legend>& kindOf<Legend>() {
    static const Kind<Legend> kind{
        .name = "legend",
        .since = 7,
        .inPicture = false,
        .extent = boxOf,
        .hold = [](const Legend& l, const HeightField* ground) { return onGround(Box2f(l.at), ground); },
        .move = move,
        .lift = kNothing,
        .limits =
            [](Legend& l, Limits& tell) {
                tell.point("the place", l.at);
                tell.range("the length of the bar", l.length, kLeast, kMost);
            },
        .write =
            [](const Legend& l, nlohmann::json& j, const BlobSink&) {
                j["at_m"] = toJson(l.at);
                j["bar_m"] = l.length;
            },
        .read =
            [](const JsonReader& in, BlobReader&) {
                return Legend{in.at("at_m").v2(), in.at("bar_m").real()};
            },
        .snap = [](const Legend& l, SnapTargets& targets) { targets.items.push_back(l.at); },
        .footprint = kNothing,
        .plantsTouched = kNothing,
        .sower = kNothing,
        .species = kNothing,
        .surfaces = kNothing,
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
