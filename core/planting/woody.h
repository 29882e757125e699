// Trees and shrubs: wood, and leaves and flowers on its twigs.
#pragma once

#include "core/planting/form.h"
#include "core/planting/health.h"
#include "core/planting/leaves.h"
#include "core/planting/wood.h"

namespace thallos {

struct WoodyRecipe {
    WoodRecipe wood;
    LeafRecipe leaf;
    LeafRecipe blossom; // count 0: none
    // Square metres of leaf above a square metre of ground under the crown (the leaf area index); as many twigs grow as
    // bear it.
    float leafArea = 3.5f;
    HealthRecipe health;
    bool clipped = false;           // with shears, to the crown's outline
    bool lying = false;             // fallen, with its roots
    float inLeaf = 1, inFlower = 1; // share of the leaves and flowers that are out
    int stakes = 0;                 // that hold a young tree
    float mound = 0.4f;             // how high soil stands at a thick stem's foot, in its radius; 0: none
};

inline constexpr const char* kWoodyParts[] = {"bark", "foliage", "flower", "twig", "soil"};
Wood woodOf(const WoodyRecipe& recipe, float height, Random& random);
Shaper growWoody(const WoodyRecipe& recipe, const Growth& growth);

} // namespace thallos
