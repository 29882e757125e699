// Climbers: stems that creep up what is given to them, and leaves that lie over each other like tiles.
#pragma once

#include "core/planting/form.h"
#include "core/planting/leaves.h"
#include "core/planting/support.h"

namespace thallos {

struct ClimberRecipe {
    std::string support = "wall"; // see kSupports
    float width = 2.2f;           // metres of the wall, or across the trunk
    int stems = 6;                // from the ground
    float radius = 0.008f;        // metres
    float wander = 50;            // degrees a metre
    float branches = 5;           // a metre of stem
    float leaves = 26;            // a metre of stem
    float off = 0.035f;           // metres that leaves stand off the surface
    float ragged = 0.35f;         // 0: as high everywhere .. 1: single shoots reach the top
    float inLeaf = 1;             // share of the leaves that are out
    LeafRecipe leaf;              // of one leaf; count and set don't count
};
inline constexpr const char* kSupports[] = {"wall", "trunk"};

inline constexpr const char* kClimberParts[] = {"bark", "foliage"};
// On another support than the recipe's own, with as many more stems and triangles as it is larger; the form stands as
// the support's spots do. `growth.height` is that of the recipe's own.
Shaper growClimber(const ClimberRecipe& recipe, const Growth& growth, const Support& support);
Shaper growClimber(const ClimberRecipe& recipe, const Growth& growth);

} // namespace thallos
