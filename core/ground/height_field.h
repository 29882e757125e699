// The finished ground: heights in square tiles of their own density that are shared between versions of it.
#pragma once

#include <algorithm>
#include <memory>
#include <vector>

#include "core/ground/broken.h"
#include "core/ground/grid.h"

namespace thallos {

inline constexpr int kBlockCells = 128; // a side: what an edit makes anew at least

// A square piece of a tile. Immutable once built.
struct HeightBlock {
    GridTile<float> z;                         // metres
    V2f range{0};                              // lowest and highest sample
    V2f span{0};                               // and of all steps on the way to it
    std::vector<V2f> spans{};                  // the same by squares; empty: each one's own lowest and highest
    std::shared_ptr<const BrokenCells> broken; // by walls; null: none
};

// A tile of samples `fine` times as dense as the grid's, a power of two, in blocks row by row from the south-west that
// share the samples of their borders. At a coarser neighbour its border runs straight between that one's samples.
struct HeightTile {
    V2i cells{0}; // at its own density
    int fine = 1;
    std::vector<std::shared_ptr<const HeightBlock>> blocks; // none null
    V2f range{0}, span{0};

    static std::shared_ptr<const HeightTile> of(GridTile<float> z); // as dense as the grid
    V2i blockCount() const {
        return {(cells.x + kBlockCells - 1) / kBlockCells, (cells.y + kBlockCells - 1) / kBlockCells};
    }
    V2i blockStart(int block) const { return V2i(block % blockCount().x, block / blockCount().x) * kBlockCells; }
    V2i blockSize(int block) const {
        const V2i start = blockStart(block);
        return {std::min(kBlockCells, cells.x - start.x), std::min(kBlockCells, cells.y - start.y)};
    }
    float at(int x, int y) const { // x 0..cells.x, y 0..cells.y
        if (blocks.size() == 1) return blocks[0]->z.at(x, y);
        const HeightBlock& block = blockAt(x, y);
        return block.z.at(x, y);
    }
    // The block that holds a sample or a cell; x and y become those within it.
    const HeightBlock& blockAt(int& x, int& y) const {
        const V2i n = blockCount();
        const int bx = std::min(x / kBlockCells, n.x - 1), by = std::min(y / kBlockCells, n.y - 1);
        x -= bx * kBlockCells;
        y -= by * kBlockCells;
        return *blocks[static_cast<size_t>(by) * n.x + bx];
    }
    // Whether a wall stands between a sample and its eastern or northern neighbour.
    bool cuts(int x, int y, bool northward) const;
    bool broken = false; // some of its cells, by walls
    void findRange();    // of its blocks'
};

// Outside the grid the border's values go on.
struct HeightField {
    GroundGrid grid;
    TileGrid<HeightTile> tiles; // none null

    float sample(int x, int y) const; // of the grid, clamped to it
    float at(const V2f& p) const;     // on the two triangles of the cell, as traced
    // As one comes there from another place: beside a wall the height on that one's side.
    float at(const V2f& p, const V2f& from) const;
    V3f normal(const V2f& p) const; // smooth, unit
    // How high the smooth form of the ground lies over the triangle at a place, about; 0 in hollows and beside walls.
    // Light that leaves there does not meet the next triangle of a rounded bank (Hanika, Ray Tracing Gems II, 2021).
    float roundedOver(const V2f& p) const;
    V2f range() const;                // lowest and highest sample
    float cellAt(const V2f& p) const; // metres between the samples there
};

} // namespace thallos
