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
// Of the part that is near; none of it: it reaches nowhere.
StepReach reachOf(const WallBreak& wall, const NearLine& near);

// What a wall makes of the height z at p; `near` its line. On that itself either side's.
float walled(const WallBreak& wall, const NearLine& near, float z, const V2f& p);

} // namespace thallos
