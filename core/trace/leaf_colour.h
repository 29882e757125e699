// What single leaves, petals and blades add to the surface of their species, and what all of them do in the mean.
#pragma once

#include <cstdint>

#include "core/material/material.h"
#include "core/planting/species.h"

namespace thallos {

// Gloss of what is grown: leaves shine on their upper side; their lower one is paler and dull.
inline constexpr float kLeafGloss = 0.6f, kBarkGloss = 0.15f;
void asLowerSide(SurfacePoint& leaf);

// Which leaf, petal or blade it is.
struct Leaf {
    float plant = 0; // -0.5..0.5, differs from plant to plant
    float high = 1;  // 0 foot .. 1 top of the plant
    uint64_t key = 0;
    bool foliage = true;
    float young = 0; // share of those around it that have just come out
};
// From plant to plant lighter or darker, warmer or cooler; from leaf to leaf a little, more so before they fall; what
// stands high in the crown is lighter than what it shades.
void tintLeaf(SurfacePoint& surface, bool front, const Leaf& leaf, const SpeciesRecipe& recipe);

// Share of the leaves at a place of a crown that are young: shoots grow at its outside. `across` is metres off its
// axis.
float youngAt(const SpeciesRecipe& recipe, Season season, const Individual& plant, float across, float high);

// What leaves, or petals, at a place of a plant are tinted by in the mean. `at` in the plant's own metres.
Rgb crownTint(const SpeciesRecipe& recipe, Season season, const Individual& plant, const V3f& at, bool foliage);

} // namespace thallos
