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

StepReach reachOf(const Pad& pad) {
    StepReach out;
    for (const Polygon& outline : pad.outlines) out.plan.extendBy(bounds(outline));
    out.low = pad.level + std::min(pad.rise, 0.0f) - pad.fall * pad.apron;
    out.high = pad.level + std::max(pad.rise, 0.0f);
    out.beside = pad.apron + 2;
    out.batter = pad.batter;
    out.cutBatter = pad.cutBatter;
    return out;
}

} // namespace thallos
