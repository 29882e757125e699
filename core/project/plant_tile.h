// Plants that stand near each other, as they are shared between builds of a site.
#pragma once

#include <cstdint>
#include <memory>
#include <utility>
#include <vector>

#include "core/ground/height_field.h"
#include "core/planting/record.h"
#include "core/planting/species.h"

namespace thallos {

inline constexpr size_t kPlantsInTile = 8192;

// Up to kPlantsInTile plants. Immutable once built.
struct PlantTile {
    Box3f bounds; // with their crowns
    std::vector<PlantRecord> records;
    size_t woody = 0;                                  // the first so many are trees and shrubs, the others grass
    std::vector<std::pair<uint32_t, uint32_t>> counts; // by the planting item's id, ascending: how many are its
    std::vector<IndividualId> individuals;             // of which there are some, ascending
};

// Splits the records at the middle of their box until each tile is small enough; they are used up.
void addTiles(std::vector<PlantRecord>& records, const PlantLibrary& library,
              std::vector<std::shared_ptr<const PlantTile>>& out);

// The same plants on new heights; the same tile where no height under it changed.
std::shared_ptr<const PlantTile> onGround(const std::shared_ptr<const PlantTile>& tile, const HeightField& field,
                                          const PlantLibrary& library);

} // namespace thallos
