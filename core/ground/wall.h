// A line along which the ground breaks: on one side it lies at the wall's foot, on the other as high as the wall
// retains it.
#pragma once

#include <vector>

#include "core/ground/batter.h"
#include "core/ground/line.h"

namespace thallos {

struct WallBreak {
    PlanLine line;
    std::vector<float> foot, top;    // ground at each point, on the low and on the high side; equal at open ends
    bool leftHigh = true;            // seen along the line
    float batter = 3, cutBatter = 3; // run for one of rise, of fill and of cut, away from the wall
    bool operator==(const WallBreak&) const = default;
};

StepReach reachOf(const WallBreak& wall);

// What a wall makes of heights within a window. On the line itself either side's.
class Walled {
public:
    Walled(const WallBreak& wall, const Box2f& window, const V2f& span); // refers to the wall
    float operator()(float z, const V2f& p) const;

private:
    const WallBreak& wall_;
    NearLine near_;
};

} // namespace thallos
