// Where the samples of the ground lie, and layers of values in square tiles that are shared between versions of them.
#pragma once

#include <cstdint>
#include <memory>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

// Tiles hold tileCells x tileCells cells (fewer at the east and north border) and repeat the samples of their shared
// borders. A tile is about 64 m wide, less where cells are small: building the tracer's scene of 128 x 128 cells fits
// into a brush dab.
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
    // Of a sample of a grid that is `fine` times as dense.
    V2f place(const V2i& sample, int fine) const {
        return origin +
               V2f(static_cast<float>(sample.x), static_cast<float>(sample.y)) * (cell / static_cast<float>(fine));
    }
    Box2f tileBox(int tile) const;
    // The tile that holds the place, or the nearest.
    int tileAt(const V2f& p) const;
    // Tiles that the box touches, in ascending order.
    std::vector<int> tilesTouching(const Box2f& box) const;
    bool operator==(const GroundGrid&) const = default;
};

// The densest that a tile may be: samples along one of the grid's cells, a power of two.
inline constexpr int kFinest = 64;

// One value a sample of a tile, (w+1) x (h+1), rows from the south. A tile of a layer may be a power of two times as
// dense as the grid.
template <class Value> struct GridTile {
    V2i cells{0};
    std::vector<Value> values;

    GridTile() = default;
    explicit GridTile(const V2i& c, Value fill = Value{})
        : cells(c), values(static_cast<size_t>(c.x + 1) * (c.y + 1), fill) {}
    Value& at(int x, int y) { return values[static_cast<size_t>(y) * (cells.x + 1) + x]; }
    const Value& at(int x, int y) const { return values[static_cast<size_t>(y) * (cells.x + 1) + x]; }
};

template <class Tile>
using TileGrid = std::vector<std::shared_ptr<const Tile>>; // row by row from the south-west; null: all zero

using HeightLayer = TileGrid<GridTile<float>>;   // metres
using WeightLayer = TileGrid<GridTile<uint8_t>>; // 255 = all of it

// On the two triangles of the cell, as ground is traced; outside the grid and of an empty layer 0.
float layerAt(const GroundGrid& grid, const HeightLayer& layer, const V2f& p);
// Bilinear, 0..1.
float layerAt(const GroundGrid& grid, const WeightLayer& layer, const V2f& p);
// Of one tile at a place in it, with its borders; values as they are stored.
float insideTile(const GroundGrid& grid, const GridTile<float>& tile, int index, const V2f& p);
float insideTile(const GroundGrid& grid, const GridTile<uint8_t>& tile, int index, const V2f& p);
// How many times as dense as the grid a tile of the layer is.
template <class Value> int densityOf(const GroundGrid& grid, int tile, const GridTile<Value>& of) {
    return of.cells.x / grid.tileSize(tile).x;
}

// The cell of a tile with samples `fine` times as dense as the grid's that holds a place, and where in it that lies;
// of a place outside the tile the nearest.
struct CellOfTile {
    int x, y;
    float u, v; // 0..1
};
CellOfTile cellOf(const GroundGrid& grid, int tile, int fine, const V2f& p);

// The area in which two tiles of a layer differ, with the cells that are told from the samples there; empty: nowhere.
template <class Value>
Box2f differing(const GroundGrid& grid, int tile, const GridTile<Value>* a, const GridTile<Value>* b);

// The layer on a site of another size or grid about the same middle. Beyond the old edge values go on, or with `fades`
// run out. Where the new samples lie on old ones they are equal.
HeightLayer resized(const GroundGrid& from, const HeightLayer& layer, const GroundGrid& to, bool fades);
WeightLayer resized(const GroundGrid& from, const WeightLayer& layer, const GroundGrid& to);

} // namespace thallos
