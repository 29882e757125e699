#include "core/ground/land_block.h"

#include <algorithm>

namespace thallos {

namespace {

// Between four values, of which the middle two enclose t in 0..1 (Catmull & Rom 1974).
float cubic(float a, float b, float c, float d, float t) {
    return b + 0.5f * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
}

// A survey between its samples: smooth, so that a coarse one shows no facets where the ground is finer.
float smoothAt(const GroundGrid& grid, const HeightLayer& layer, const V2i& first, float u, float v) {
    const auto sample = [&](int x, int y) {
        x = std::clamp(x, 0, grid.cells.x);
        y = std::clamp(y, 0, grid.cells.y);
        const int tx = std::min(x / grid.tileCells, grid.tiles().x - 1),
                  ty = std::min(y / grid.tileCells, grid.tiles().y - 1), tile = ty * grid.tiles().x + tx;
        const GridTile<float>& t = *layer[static_cast<size_t>(tile)];
        const int dense = densityOf(grid, tile, t);
        return t.at((x - tx * grid.tileCells) * dense, (y - ty * grid.tileCells) * dense);
    };
    float rows[4];
    for (int j = 0; j < 4; ++j) {
        const int y = first.y + j - 1;
        rows[j] = u == 0 ? sample(first.x, y)
                         : cubic(sample(first.x - 1, y), sample(first.x, y), sample(first.x + 1, y),
                                 sample(first.x + 2, y), u);
    }
    return v == 0 ? rows[1] : cubic(rows[0], rows[1], rows[2], rows[3], v);
}

void lay(const Survey& s, const LandBlock& b, GridTile<float>& z) {
    const GridTile<float>& t = *s.heights[static_cast<size_t>(b.tile)];
    const int dense = densityOf(b.grid, b.tile, t);
    const bool direct = dense % b.fine == 0;
    for (int y = 0; y <= b.cells.y; ++y)
        for (int x = 0; x <= b.cells.x; ++x) {
            const V2i at = b.offset + V2i(x, y); // in the tile
            if (direct) {
                z.at(x, y) = t.at(at.x * (dense / b.fine), at.y * (dense / b.fine));
                continue;
            }
            const V2i all = b.start + at, cell(all.x / b.fine, all.y / b.fine);
            const auto part = [&](int k) {
                return static_cast<float>(all[k] - cell[k] * b.fine) / static_cast<float>(b.fine);
            };
            z.at(x, y) = smoothAt(b.grid, s.heights, cell, part(0), part(1));
        }
}

// False: the layer has no sample for each of the block's, and must be asked between them.
bool add(const Sculpting& s, const LandBlock& b, GridTile<float>& z) {
    const GridTile<float>& t = *tileIn(s.heights, b.tile);
    const int dense = densityOf(b.grid, b.tile, t), step = dense / b.fine;
    if (dense % b.fine != 0) return false;
    for (int y = 0; y <= b.cells.y; ++y)
        for (int x = 0; x <= b.cells.x; ++x) z.at(x, y) += t.at((b.offset.x + x) * step, (b.offset.y + y) * step);
    return true;
}

} // namespace

LandBlock blockOf(const GroundGrid& grid, int tile, const HeightTile& of, int block) {
    return {grid, tile, of.fine, grid.tileStart(tile) * of.fine, of.blockStart(block), of.blockSize(block)};
}

V2f rangeOf(const GridTile<float>& z) {
    const auto [low, high] = std::minmax_element(z.values.begin(), z.values.end());
    return {*low, *high};
}

const HeightLayer* layerOf(const LandShape& shape) {
    if (const auto* s = std::get_if<Sculpting>(&shape)) return &s->heights;
    if (const auto* s = std::get_if<Survey>(&shape)) return &s->heights;
    return nullptr;
}

bool mayChange(const LandShape& shape, const StepReach& reach, int tile, const Box2f& box, const V2f& span) {
    if (const HeightLayer* layer = layerOf(shape)) return tileIn(*layer, tile);
    return reach.everywhere || reach.over(span).intersects(box);
}

void apply(const LandShape& shape, const StepReach& reach, const LandBlock& b, GridTile<float>& z) {
    if (const auto* survey = std::get_if<Survey>(&shape)) return lay(*survey, b, z);
    if (const auto* sculpting = std::get_if<Sculpting>(&shape); sculpting && add(*sculpting, b, z)) return;
    // Square by square: what is far from the shape is passed over, and near it few segments of its line count.
    constexpr int kSquare = 8;
    for (int y0 = 0; y0 < b.cells.y; y0 += kSquare)
        for (int x0 = 0; x0 < b.cells.x; x0 += kSquare) {
            // The last ones have the samples of the border too.
            const V2i to(x0 + kSquare < b.cells.x ? x0 + kSquare - 1 : b.cells.x,
                         y0 + kSquare < b.cells.y ? y0 + kSquare - 1 : b.cells.y);
            V2f span(z.at(x0, y0));
            for (int y = y0; y <= to.y; ++y)
                for (int x = x0; x <= to.x; ++x) span = {std::min(span.x, z.at(x, y)), std::max(span.y, z.at(x, y))};
            const Box2f box(b.place(x0, y0), b.place(to.x, to.y));
            const HeightChange change = changeOf(shape, reach, b.grid, b.cell(), box, span);
            if (!change) continue;
            for (int y = y0; y <= to.y; ++y)
                for (int x = x0; x <= to.x; ++x) z.at(x, y) = change(z.at(x, y), b.place(x, y));
        }
}

} // namespace thallos
