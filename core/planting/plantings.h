// What is planted over an area most often, ready to be drawn.
#pragma once

#include <vector>

#include "core/base/text.h"
#include "core/planting/drift.h"
#include "core/planting/species.h"

namespace thallos {

struct Planting {
    std::string id; // permanent
    Text name;
    std::vector<MixEntry> mix;
    float density, spacing, sizeSpread, patchiness; // as a drift has them
};

// Lawn first; in an order that does not change.
const std::vector<Planting>& plantings();
// The drift with another planting, of the newest scatter: its areas, seed and lean stay.
Drift planted(const Drift& drift, const Planting& planting);
// With one more species in its mix; the same when it is there already. A tree among grass keeps its distance, also in a
// drift of the first version.
Drift withSpecies(const Drift& drift, const std::string& species, const PlantLibrary& library);
// The one that the drift has unchanged; null: a mix of its own.
const Planting* plantingOf(const Drift& drift);

} // namespace thallos
