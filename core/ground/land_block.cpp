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

namespace {
constexpr int kSquare = 8;
}

Squares::Squares(const V2i& cells)
    : cells_(cells), of_((cells.x + kSquare - 1) / kSquare, (cells.y + kSquare - 1) / kSquare) {
    wanted.assign(static_cast<size_t>(count()), 1);
    spans.assign(wanted.size(), V2f(1e30f, -1e30f));
}

std::pair<V2i, V2i> Squares::samples(int square) const {
    const V2i at(square % of_.x, square / of_.x), from = at * kSquare;
    return {from,
            {at.x + 1 < of_.x ? from.x + kSquare - 1 : cells_.x, at.y + 1 < of_.y ? from.y + kSquare - 1 : cells_.y}};
}

Box2f Squares::box(const LandBlock& block, int square) const {
    const auto [from, to] = samples(square);
    return {block.place(from.x, from.y), block.place(to.x, to.y)};
}

V2f Squares::range(int square, const GridTile<float>& z) const {
    const auto [from, to] = samples(square);
    V2f out(z.at(from.x, from.y));
    for (int y = from.y; y <= to.y; ++y)
        for (int x = from.x; x <= to.x; ++x) out = joined(out, V2f(z.at(x, y)));
    return out;
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

void apply(const LandShape& shape, const StepReach& reach, const LandBlock& b, GridTile<float>& z, Squares& squares) {
    const auto* survey = std::get_if<Survey>(&shape);
    const auto* sculpting = std::get_if<Sculpting>(&shape);
    if (survey) lay(*survey, b, z);
    const bool done = survey || (sculpting && add(*sculpting, b, z));
    // Square by square: what is far from the shape is passed over, and near it few segments of its line count.
    for (int s = 0; s < squares.count(); ++s) {
        if (!squares.wanted[static_cast<size_t>(s)]) continue;
        V2f& span = squares.spans[static_cast<size_t>(s)];
        const V2f before = squares.range(s, z);
        if (done) {
            span = joined(span, before);
            continue;
        }
        const HeightChange change = changeOf(shape, reach, b.grid, b.cell(), squares.box(b, s), before);
        if (!change) continue;
        const auto [from, to] = squares.samples(s);
        for (int y = from.y; y <= to.y; ++y)
            for (int x = from.x; x <= to.x; ++x) {
                float& height = z.at(x, y);
                height = change(height, b.place(x, y));
                span = joined(span, V2f(height));
            }
    }
}

} // namespace thallos
