#include "core/ground/batter.h"

namespace thallos {

namespace {

// Where two heights meet, the lower of them with the corner rounded over k metres of height; exactly one of the two
// where they are farther apart.
float softMin(float a, float b, float k) {
    if (b - a >= k) return a;
    if (a - b >= k) return b;
    const float h = 0.5f + 0.5f * (b - a) / k;
    return lerp(b, a, h) - k * h * (1 - h);
}
float softMax(float a, float b, float k) {
    return -softMin(-a, -b, k);
}

} // namespace

float battered(float z, float level, float d, float batter, float cutBatter, float least) {
    const float over = d / std::max(cutBatter, 0.1f), under = d / std::max(batter, 0.1f);
    const auto rounding = [least](float rise) { return std::min(kBatterRounding, 0.6f * rise + least); };
    return softMax(softMin(z, level + over, rounding(over)), level - under, rounding(under));
}

} // namespace thallos
