#include "core/ground/pad.h"

#include <algorithm>

namespace thallos {

namespace {

float levelAt(const Pad& pad, const V2f& p) {
    const V2f along = pad.to - pad.from;
    const float length2 = along.length2();
    return length2 > 0 ? pad.level + pad.rise * std::clamp((p - pad.from).dot(along) / length2, 0.0f, 1.0f) : pad.level;
}

} // namespace

float softMin(float a, float b, float k) {
    if (b - a >= k) return a;
    if (a - b >= k) return b;
    const float h = 0.5f + 0.5f * (b - a) / k;
    return lerp(b, a, h) - k * h * (1 - h);
}
float softMax(float a, float b, float k) {
    return -softMin(-a, -b, k);
}

float battered(float z, float level, float d, float batter, float cutBatter, float least) {
    const float over = d / std::max(cutBatter, 0.1f), under = d / std::max(batter, 0.1f);
    const auto rounding = [least](float rise) { return std::min(kBatterRounding, 0.6f * rise + least); };
    return softMax(softMin(z, level + over, rounding(over)), level - under, rounding(under));
}

float padded(const Pad& pad, float z, const V2f& p, float cell) {
    float d = 1e30f;
    for (const Polygon& outline : pad.outlines) d = std::min(d, signedDistance(outline, p));
    const float level = levelAt(pad, p) - pad.fall * std::clamp(d, 0.0f, pad.apron);
    if (d <= pad.apron) {
        // Under rooms the ground goes down, but only a cell and a half inside, so that no cell dips before the wall.
        return d < -1.5f * cell ? level - pad.sinkInside : level;
    }
    return battered(z, level, d - pad.apron, pad.batter, pad.cutBatter);
}

V2f levelsOf(const Pad& pad) {
    return {pad.level + std::min(pad.rise, 0.0f) - pad.fall * pad.apron - pad.sinkInside,
            pad.level + std::max(pad.rise, 0.0f)};
}

Box2f reach(const Pad& pad, const V2f& range) {
    Box2f b;
    for (const Polygon& outline : pad.outlines) b.extendBy(bounds(outline));
    if (b.isEmpty()) return b;
    const float low = pad.level + std::min(pad.rise, 0.0f) - pad.fall * pad.apron,
                high = pad.level + std::max(pad.rise, 0.0f);
    // Fill reaches down to the lowest land, cut up to the highest.
    const float reach = std::max((std::max(high - range.x, 0.0f) + kBatterRounding) * pad.batter,
                                 (std::max(range.y - low, 0.0f) + kBatterRounding) * pad.cutBatter);
    const V2f margin(pad.apron + reach + 2);
    return {b.min - margin, b.max + margin};
}

} // namespace thallos
