// How ground that is brought to a level meets the land around it: by batters, and how far these reach.
#pragma once

#include <algorithm>

#include "core/base/vec.h"

namespace thallos {

inline constexpr float kBatterRounding = 0.8f; // metres of height, at most, of a batter's edges

// The land brought to `level` at a distance of `d` metres from there: by fill at 1 : batter, by cut at 1 : cutBatter,
// its edges rounded; `rounding`: metres of height at the very edge of the level. Exactly z where the land is not
// reached.
float battered(float z, float level, float d, float batter, float cutBatter, float rounding = 0.01f);

// How far a shape of the ground can reach, for quick answers.
struct StepReach {
    bool everywhere = false;
    Box2f plan;                      // of what it is itself
    float low = 0, high = 0;         // levels that it brings the ground to
    float beside = 0;                // metres beside `plan`, whatever the land
    float batter = 0, cutBatter = 0; // run for one of rise by which it meets the land beyond that; 0: it does not

    // Metres beside `plan` that may change where all heights, those on the way too, lie in `span`.
    float margin(const V2f& span) const {
        if (batter <= 0 && cutBatter <= 0) return beside;
        return beside + std::max((std::max(high - span.x, 0.0f) + kBatterRounding) * batter,
                                 (std::max(span.y - low, 0.0f) + kBatterRounding) * cutBatter);
    }
    // The area that may change; empty: nothing.
    Box2f over(const V2f& span) const {
        if (everywhere) return {V2f(-1e9f), V2f(1e9f)};
        if (plan.isEmpty()) return plan;
        return {plan.min - V2f(margin(span)), plan.max + V2f(margin(span))};
    }
};

} // namespace thallos
