// The wood of a plant before it has a surface: a tree of nodes. Stem and limbs after the parameters of J. Weber & J.
// Penn, "Creation and Rendering of Realistic Trees" (SIGGRAPH 1995); what fills the crown by space colonization (A.
// Runions, B. Lane & P. Prusinkiewicz, "Modeling Trees with a Space Colonization Algorithm", 2007); girth by the pipe
// model (K. Shinozaki et al., 1964): a branch is as thick as all that it feeds.
#pragma once

#include <vector>

#include "core/base/hash.h"
#include "core/base/vec.h"

namespace thallos {

// Where a plant's crown reaches. Shares are of the height, or of the crown's own height where they say so.
struct CrownRecipe {
    float base = 0.25f;  // where it begins
    float width = 0.6f;  // of its widest place
    float widest = 0.4f; // where that is, share of the crown
    float top = 2;       // roundness above it: 1 cone, 2 ellipse, more: blunt
    float bottom = 2;    // and below
    float lobes = 0.25f; // unevenness of the outline, 0..1
    float holes = 0.15f; // share that stays open to the sky, 0..1
    bool square = false; // in plan, as hedges are; else round
    float depth = 1;     // of a square crown, against its width
    float shade = 0.7f;  // how much less grows inside than at the rim, 0..1
};

struct StemRecipe {
    float radius = 0.16f; // metres at breast height, at full height
    float flare = 0.8f;   // widening of the foot
    float leader = 0.7f;  // how far up the crown it stays one stem, share of the crown
    float wander = 12;    // degrees a metre
    float lean = 3;       // degrees
    int count = 1;        // stems from the ground
    float spread = 15;    // degrees between upright and the outermost of several
};

struct LimbRecipe {
    float count = 16;          // from a stem
    int whorl = 1;             // that leave it at one height
    float low = 75, high = 40; // degrees from the stem, lowest and highest limb
    float spread = 8;          // degrees
    float curve = 20;          // degrees that its end stands steeper than its foot; negative: hangs
    float wander = 14;         // degrees a metre
    float reach = 0.8f;        // of the way to the crown's rim
};

// Branches along limbs, for those that grow by rule (conifers).
struct ShootRecipe {
    float perMetre = 0;           // 0: none
    float length = 0.4f;          // of what is left of the limb
    float angle = 55, spread = 8; // degrees
    float droop = 0;              // 0..1: how far they hang down
    float flat = 0.8f;            // 0..1: how much they keep to the sides of the limb
};

// Branches that seek free room within the crown.
struct FillRecipe {
    float spacing = 0.35f;            // metres between them; 0: none
    float light = 0.25f, gravity = 0; // pull up and down, against 1 for the free room
    float wander = 0.2f;
};

struct TwigRecipe {
    float length = 0.22f;          // metres
    float perMetre = 9;            // on thin branches
    float angle = 50, spread = 15; // degrees
    float droop = 0;               // 0..4: how far their ends hang; from 2 on they do at once, and end over the ground
    int segments = 2;
    float radius = 0.0016f; // metres, at their foot
};

struct WoodRecipe {
    CrownRecipe crown;
    StemRecipe stem;
    LimbRecipe limbs;
    ShootRecipe shoots;
    FillRecipe fill;
    TwigRecipe twigs;
};

struct WoodNode {
    V3f at;
    int parent = -1;   // -1: a foot; else before this node in the list
    float radius = 0;  // metres
    uint8_t order = 0; // 0 stem, 1 limb, 2 branch, 3 twig
};

struct Wood {
    std::vector<WoodNode> nodes;
    int stems = 1; // feet
};

// Height in metres, of the highest twig; `twigs` of them, or as many a metre as the recipe says when that is 0. As
// wide as the recipe says, in the mean of two directions at right angles.
Wood growWood(const WoodRecipe& recipe, float height, int twigs, Random& random);

// Of each node: its children, by count and first in one list.
struct Children {
    std::vector<int> first, list; // children of i: list[first[i]] to list[first[i + 1]]
};
Children childrenOf(const Wood& wood);

} // namespace thallos
