// A block of the ground while it is made: where its samples lie, and steps at work on their heights.
#pragma once

#include "core/ground/height_field.h"
#include "core/ground/step.h"

namespace thallos {

struct LandBlock {
    const GroundGrid& grid;
    int tile, fine;
    V2i start;  // of the tile, in samples of this density
    V2i offset; // of the block in its tile
    V2i cells;
    float cell() const { return grid.cell / static_cast<float>(fine); }
    V2f place(int x, int y) const { return grid.place(start + offset + V2i(x, y), fine); }
    Box2f box() const { return {place(0, 0), place(cells.x, cells.y)}; }
};
LandBlock blockOf(const GroundGrid& grid, int tile, const HeightTile& of, int block);

// What a step makes of all heights of a block, in place.
void apply(const LandShape& shape, const StepReach& reach, const LandBlock& block, GridTile<float>& z);
V2f rangeOf(const GridTile<float>& z);

// The layer that a shape consists of; null: of none.
const HeightLayer* layerOf(const LandShape& shape);
inline const GridTile<float>* tileIn(const HeightLayer& layer, int tile) {
    return layer.empty() ? nullptr : layer[static_cast<size_t>(tile)].get();
}
// Whether a step may change heights within a box of a tile, where they lie in `span`.
bool mayChange(const LandShape& shape, const StepReach& reach, int tile, const Box2f& box, const V2f& span);

} // namespace thallos
