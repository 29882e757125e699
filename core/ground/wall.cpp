#include "core/ground/wall.h"

#include <algorithm>

namespace thallos {

StepReach reachOf(const WallBreak& w) {
    StepReach out;
    out.plan = w.line.box();
    if (out.plan.isEmpty()) return out;
    out.low = *std::min_element(w.foot.begin(), w.foot.end());
    out.high = *std::max_element(w.top.begin(), w.top.end());
    out.beside = 1;
    out.batter = w.batter;
    out.cutBatter = w.cutBatter;
    return out;
}

Walled::Walled(const WallBreak& wall, const Box2f& window, const V2f& span)
    : wall_(wall), near_(wall.line, window, reachOf(wall).margin(span)) {}

float Walled::operator()(float z, const V2f& p) const {
    OnLine on;
    if (!near_.at(p, on)) return z;
    const bool high = (on.side > 0) == wall_.leftHigh;
    const float level = wall_.line.at(high ? wall_.top : wall_.foot, on.along);
    return battered(z, level, on.distance, wall_.batter, wall_.cutBatter, 0);
}

} // namespace thallos
