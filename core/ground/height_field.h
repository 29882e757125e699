// The ground as a grid of heights in square tiles that are shared between versions of it.
#pragma once

#include <initializer_list>
#include <memory>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

// Where the samples of the ground lie. Tiles hold tileCells x tileCells cells (fewer at the east and north border) and
// repeat the samples of their shared borders. A tile is about 64 m wide, less where cells are small: building the
// tracer's scene of 128 x 128 cells fits into a brush dab.
struct GroundGrid {
    V2f origin{0};  // south-west corner, metres
    V2i cells{0};   // east, north
    float cell = 1; // metres
    int tileCells = 64;

    // Throws Error::Invalid unless 4..16 384 cells a side and cell 0.01..100 m. The grid is centred on the origin.
    static GroundGrid make(const V2f& size, float cell);

    V2i tiles() const { return {(cells.x + tileCells - 1) / tileCells, (cells.y + tileCells - 1) / tileCells}; }
    int tileCount() const { return tiles().x * tiles().y; }
    // Cells of one tile and its first sample.
    V2i tileStart(int tile) const { return V2i(tile % tiles().x, tile / tiles().x) * tileCells; }
    V2i tileSize(int tile) const;
    V2f size() const { return V2f(static_cast<float>(cells.x), static_cast<float>(cells.y)) * cell; }
    Box2f box() const { return {origin, origin + size()}; }
    V2f place(const V2i& sample) const {
        return origin + V2f(static_cast<float>(sample.x), static_cast<float>(sample.y)) * cell;
    }
    Box2f tileBox(int tile) const;
    // Tiles that the box touches, in ascending order.
    std::vector<int> tilesTouching(const Box2f& box) const;
    bool operator==(const GroundGrid&) const = default;
};

// One value a sample of a tile, (w+1) x (h+1), rows from the south.
template <class Value> struct GridTile {
    V2i cells{0};
    std::vector<Value> values;

    GridTile() = default;
    explicit GridTile(const V2i& c, Value fill = Value{})
        : cells(c), values(static_cast<size_t>(c.x + 1) * (c.y + 1), fill) {}
    Value& at(int x, int y) { return values[static_cast<size_t>(y) * (cells.x + 1) + x]; }
    const Value& at(int x, int y) const { return values[static_cast<size_t>(y) * (cells.x + 1) + x]; }
};

using HeightTile = GridTile<float>;  // metres
using CoverTile = GridTile<uint8_t>; // weight of the second cover, 255 = all of it

template <class Tile>
using TileGrid = std::vector<std::shared_ptr<const Tile>>; // row by row from the south-west; null: all zero

// A finished ground. Outside the grid the border's values go on.
struct HeightField {
    GroundGrid grid;
    TileGrid<HeightTile> tiles; // none null
    // Lowest and highest sample of each tile; empty: not known yet.
    std::vector<V2f> ranges;

    float sample(int x, int y) const; // clamped to the grid
    float at(const V2f& p) const;     // on the two triangles of the cell, as traced
    V3f normal(const V2f& p) const;   // smooth, unit
    V2f range() const;                // lowest and highest sample
    // Fills `ranges`; those of tiles that are the same in one of `known` (may be null) are taken from there.
    void findRanges(std::initializer_list<const HeightField*> known);
};

// Bilinear weight 0..1 of a cover layer at a place.
float coverAt(const GroundGrid& grid, const TileGrid<CoverTile>& cover, const V2f& p);

} // namespace thallos
