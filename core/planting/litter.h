// What lies about a tree: leaves, needles, cones, sticks, flakes of bark, and roots that run out from its foot.
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
    float length = 0.3f, thick = 0.006f; // metres, of sticks, cones, flakes and roots
    float crooked = 30;                  // degrees along a stick or a root
};
inline constexpr const char* kLitter[] = {"leaves", "needles", "cones", "sticks", "flakes", "roots"};

inline constexpr const char* kLitterParts[] = {"bark", "foliage"};
Shaper growLitter(const LitterRecipe& recipe, const Growth& growth);

} // namespace thallos
