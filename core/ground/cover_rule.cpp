#include "core/ground/cover_rule.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"

namespace thallos {

namespace {

// 1 within the range, 0 from `soft` beyond it on.
float inRange(float v, const V2f& range, float soft) {
    return smoothstep(range.x - soft, range.x, v) * (1 - smoothstep(range.y, range.y + soft, v));
}

} // namespace

float covered(const CoverRule& rule, const CoverSpot& spot, const V2f& p, uint64_t seed) {
    float w = inRange(spot.height, rule.height, 0.4f);
    if (rule.asksSlope()) {
        w *= inRange(spot.slope, rule.slope, 0.07f);
        if (rule.sector < kPi) {
            float off = std::remainder(spot.facing - rule.facing, 2 * kPi);
            // Level ground faces nowhere.
            w *= (1 - smoothstep(rule.sector, rule.sector + 0.35f, std::abs(off))) *
                 smoothstep(0.01f, 0.04f, spot.slope);
        }
    }
    if (rule.asksWetness()) w *= inRange(spot.wetness, rule.wetness, 0.08f);
    // Distances begin where the thing itself ends: at 0 there is nothing to fade from.
    const auto away = [](float d, const V2f& range) {
        return (range.x <= 0 ? 1.0f : smoothstep(range.x, range.x + 0.4f, d)) *
               (range.y >= kFarthestAsked ? 1.0f : 1 - smoothstep(range.y, range.y + 0.4f, d));
    };
    if (rule.asksPaths()) w *= away(spot.path, rule.path);
    if (rule.asksWater()) w *= away(spot.water, rule.water);
    if (rule.asksBuildings()) w *= away(spot.building, rule.building);
    if (w <= 0 || rule.amount >= 1) return w;
    // Noise of several octaves is about normal with this deviation: the share of it under a bound is told by that.
    constexpr float kDeviation = 0.27f;
    const float n = fractalNoise(p.x / rule.patch, p.y / rule.patch, seed, 4);
    const float share = 0.5f * (1 + std::erf(n / (kDeviation * std::sqrt(2.0f))));
    // Patches thin out over a good part of their size; the mean stays what was asked for.
    const float soft = 0.22f * std::min(1.0f, 2.5f * std::min(rule.amount, 1 - rule.amount));
    return w * (1 - smoothstep(rule.amount - soft, rule.amount + soft, share));
}

} // namespace thallos
