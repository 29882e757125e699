// A bank or a hollow along a line: height added to the ground, fading out to both sides.
#pragma once

#include <optional>

#include "core/ground/batter.h"
#include "core/ground/line.h"

namespace thallos {

struct BankForm {
    PlanLine line; // a single point: a round one about it
    V2f centre{0}; // of a line of no segments
    float radius = 6;
    float height = 1;           // metres; negative: a hollow
    float falloff = 1;          // 0 hard edge .. 1 falls from the middle
    std::optional<float> limit; // the ground is raised up to this level, or lowered down to it; none: by the height
    float steepest = 1.0f;      // rise for a run of one that its sides have at most
    bool operator==(const BankForm&) const = default;
};

// As high as it may be with sides no steeper than asked.
float heightOf(const BankForm& bank);
StepReach reachOf(const BankForm& bank);

// What a bank makes of the height z at p; `near` its line.
float banked(const BankForm& bank, const NearLine& near, float z, const V2f& p);

} // namespace thallos
