// What the time of the year does to plants.
#pragma once

#include "core/base/vec.h"

namespace thallos {

enum class Season { Bud, Spring, Summer, Autumn, Bare, Snow };
inline constexpr const char* kSeasonNames[] = {"bud", "spring", "summer", "autumn", "bare", "snow"};
inline constexpr int kSeasons = 6;

struct SeasonRecipe {
    bool evergreen = false;
    Season flowersFrom = Season::Spring, flowersTo = Season::Summer;
    V3f autumn{0.72f, 0.5f, 0.18f}; // sRGB, of the leaves before they fall
    float keeps = 0;                // share of the dry leaves that stay through the winter
};

struct SpeciesRecipe;
// The species as it is then: other colours, fewer leaves and flowers, the same wood.
SpeciesRecipe inSeason(const SpeciesRecipe& recipe, Season season);

} // namespace thallos
