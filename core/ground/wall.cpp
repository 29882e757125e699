#include "core/ground/wall.h"

#include <algorithm>
#include <cmath>

#include "core/ground/pad.h"

namespace thallos {

namespace {

float marginOf(const WallBreak& w, const V2f& span) {
    const float low = *std::min_element(w.foot.begin(), w.foot.end()),
                high = *std::max_element(w.top.begin(), w.top.end());
    return std::max((std::max(high - span.x, 0.0f) + kBatterRounding) * w.batter,
                    (std::max(span.y - low, 0.0f) + kBatterRounding) * w.cutBatter) +
           1;
}

} // namespace

Box2f reach(const WallBreak& w, const V2f& span) {
    Box2f box;
    if (w.line.segments() == 0) return box;
    for (const V2f& p : w.line.points) box.extendBy(p);
    const V2f margin(marginOf(w, span));
    return {box.min - margin, box.max + margin};
}

Walled::Walled(const WallBreak& wall, const Box2f& window, const V2f& span)
    : wall_(wall), near_(wall.line, window, marginOf(wall, span)) {}

float Walled::operator()(float z, const V2f& p) const {
    OnLine on;
    if (!near_.at(p, on)) return z;
    const bool high = (on.side > 0) == wall_.leftHigh;
    const float level = wall_.line.at(high ? wall_.top : wall_.foot, on.along);
    return battered(z, level, on.distance, wall_.batter, wall_.cutBatter, 0);
}

} // namespace thallos
