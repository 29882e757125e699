// Herbs: leaves at the foot, stalks with leaves, and what flowers on them.
#pragma once

#include "core/planting/flower.h"
#include "core/planting/leaves.h"

namespace thallos {

struct HerbRecipe {
    int stems = 5;
    float spread = 0.2f;                    // metres across all their feet
    float lean = 14, bend = 18;             // degrees from upright, at most; and by how much more at the tip
    float radius = 0.002f;                  // metres, of a stalk at its foot
    float shortest = 0.6f;                  // stalk, of the tallest
    int branches = 0;                       // of a stalk
    float branchLength = 0.3f;              // of the stalk
    float branchAngle = 38;                 // degrees
    float branchFrom = 0.45f;               // of the stalk
    LeafRecipe rosette;                     // count: of all leaves at the foot
    LeafRecipe leaf;                        // count: on a stalk
    float leafFrom = 0.08f, leafTo = 0.85f; // of the stalk
    float leafTaper = 0.5f;                 // size of the uppermost
    FlowerRecipe flower;
    float inLeaf = 1; // share of the leaves that are out
    bool inFlower = true;
    float flowering = 1; // share of the stalks
};

inline constexpr const char* kHerbParts[] = {"bark", "foliage", "flower", "eye"};
Shaper growHerb(const HerbRecipe& recipe, const Growth& growth);

} // namespace thallos
