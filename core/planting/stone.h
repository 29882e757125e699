// Stones: solids split along planes and worn at their edges, with the roughness of their kind.
#pragma once

#include "core/base/hash.h"
#include "core/planting/form.h"

namespace thallos {

struct StoneRecipe {
    float size = 0.4f;             // metres, the longest way through
    V3f proportion{1, 0.8f, 0.6f}; // length, breadth and height against each other
    int planes = 14;               // along which it was split
    float wear = 0.4f;             // 0: broken edges .. 1: a river's pebble
    float layers = 0;              // 0..1: how much it shows the beds it came from
    float rough = 0.03f;           // metres of its relief at a metre's size
    int count = 1;                 // that lie together
    float spread = 0;              // metres across which
    float sunk = 0.22f;            // of its height in the ground
};

inline constexpr const char* kStoneParts[] = {"stone"};
// One stone of a metre's length about the origin; 20 * 4^divisions triangles, shut, with smooth normals.
Mesh stone(const StoneRecipe& recipe, int divisions, uint64_t seed);
Shaper growStones(const StoneRecipe& recipe, const Growth& growth);

} // namespace thallos
