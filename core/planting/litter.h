// What has fallen: leaves, needles, cones, sticks, flakes of bark, lying on the ground about the foot.
#pragma once

#include "core/planting/form.h"
#include "core/planting/leaves.h"

namespace thallos {

struct LitterRecipe {
    std::string what = "leaves"; // see kLitter
    int count = 40;
    float spread = 0.6f;                 // metres across which
    float pile = 0.02f;                  // metres above the ground, of the uppermost
    float tilt = 22;                     // degrees off level, at most
    LeafRecipe leaf;                     // of leaves and needles (length, width)
    float length = 0.3f, thick = 0.006f; // metres, of sticks, cones and flakes
    float crooked = 30;                  // degrees along a stick
};
inline constexpr const char* kLitter[] = {"leaves", "needles", "cones", "sticks", "flakes"};

inline constexpr const char* kLitterParts[] = {"bark", "foliage"};
Shaper growLitter(const LitterRecipe& recipe, const Growth& growth);

} // namespace thallos
