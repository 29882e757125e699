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

// The squares of 8 x 8 samples by which a block is evaluated, row by row; the last of each row and column have the
// samples of the block's border too.
class Squares {
public:
    explicit Squares(const V2i& cells);
    int count() const { return of_.x * of_.y; }
    // Its first and its last sample.
    std::pair<V2i, V2i> samples(int square) const;
    Box2f box(const LandBlock& block, int square) const;
    V2f range(int square, const GridTile<float>& z) const;

    std::vector<char> wanted; // those whose heights are asked for: at first all
    std::vector<V2f> spans;   // lowest and highest height of each, of all steps so far

private:
    V2i cells_, of_;
};

// What a step makes of the heights of a block's wanted squares, in place; their spans grow by what comes out.
void apply(const LandShape& shape, const StepReach& reach, const LandBlock& block, GridTile<float>& z,
           Squares& squares);
V2f rangeOf(const GridTile<float>& z);
inline V2f joined(const V2f& a, const V2f& b) {
    return {std::min(a.x, b.x), std::max(a.y, b.y)};
}

// The layer that a shape consists of; null: of none.
const HeightLayer* layerOf(const LandShape& shape);
inline const GridTile<float>* tileIn(const HeightLayer& layer, int tile) {
    return layer.empty() ? nullptr : layer[static_cast<size_t>(tile)].get();
}
// Whether a step may change heights within a box of a tile, where they lie in `span`.
bool mayChange(const LandShape& shape, const StepReach& reach, int tile, const Box2f& box, const V2f& span);

} // namespace thallos
