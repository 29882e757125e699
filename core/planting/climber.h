// Climbers: stems that creep up what is given to them, and leaves that lie over each other like tiles.
#pragma once

#include "core/planting/form.h"
#include "core/planting/leaves.h"

namespace thallos {

// What it climbs on: a point of the surface and the way out of it, at `across` metres along it and `up` metres.
struct Support {
    struct Spot {
        V3f at, out; // unit
    };
    std::function<Spot(float across, float up)> spot;
    float width = 2, height = 2.4f; // metres that there are
    bool round = false;             // left and right ends meet
};
Support wallOf(float width, float height);   // in the plane y = 0, seen from -y
Support trunkOf(float radius, float height); // about the z axis

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
// On another support than the recipe's own, which stands as its spots do.
Shaper growClimber(const ClimberRecipe& recipe, const Growth& growth, const Support& support);
Shaper growClimber(const ClimberRecipe& recipe, const Growth& growth);

} // namespace thallos
