// Cells of the ground that a wall crosses: instead of two triangles over four samples they are a constrained
// triangulation of the cell along the wall, with a height for either side and the upright faces between.
#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <vector>

#include "core/ground/grid.h"

namespace thallos {

// Immutable.
struct BrokenCells {
    std::vector<V3f> vertices;              // world
    std::vector<V3i> triangles;             // over the plan, cell by cell, counter-clockwise from above
    std::vector<V3i> upright;               // between the sides
    std::vector<std::pair<int, int>> cells; // of y * width + x, ascending, with its first triangle; at last a sentinel
    std::vector<int> links; // between neighbouring samples that a wall cuts, ascending: twice the first one's index, 1
                            // more for the northward one

    int across = 0;         // squares of kSquare cells from west to east
    std::vector<char> near; // of each square, row by row: whether it has such a cell or link or lies beside one

    static constexpr int kSquare = 8;
    bool operator==(const BrokenCells&) const = default;
    // Some of the cells and links within two cells of one may be broken.
    bool beside(int x, int y) const { return near[static_cast<size_t>(y / kSquare) * across + x / kSquare] != 0; }
    bool broken(int cell) const;
    // The height and the unit normal at a place of a broken cell; none where the cell is not broken.
    struct Spot {
        float z;
        V3f normal;
    };
    std::optional<Spot> at(int cell, const V2f& p) const;
    bool cuts(int sample, bool northward) const;
};

// Of a block of `z.cells` cells with its first sample at `origin`. `height` at a place that lies on no line. Samples
// that a line touches get the height of the side on which they are taken to lie. Null: no line crosses it.
std::shared_ptr<const BrokenCells> breakCells(const V2f& origin, float cell, GridTile<float>& z,
                                              const std::vector<std::vector<V2f>>& lines,
                                              const std::function<float(const V2f&)>& height);

} // namespace thallos
