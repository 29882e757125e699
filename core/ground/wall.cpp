#include "core/ground/wall.h"

#include <algorithm>

namespace thallos {

StepReach reachOf(const WallBreak& w) {
    return reachOf(w, NearLine(w.line, 0));
}

StepReach reachOf(const WallBreak& w, const NearLine& near) {
    StepReach out;
    out.plan = w.line.box();
    out.low = near.range(w.foot).x;
    out.high = near.range(w.top).y;
    out.beside = 1;
    out.batter = w.batter;
    out.cutBatter = w.cutBatter;
    return out;
}

float walled(const WallBreak& wall, const NearLine& near, float z, const V2f& p) {
    OnLine on;
    if (!near.at(p, on)) return z;
    const bool high = (on.side > 0) == wall.leftHigh;
    const float level = wall.line.at(high ? wall.top : wall.foot, on);
    return battered(z, level, on.distance, wall.batter, wall.cutBatter, 0);
}

} // namespace thallos
