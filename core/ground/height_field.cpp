#include "core/ground/height_field.h"

#include <cmath>

namespace thallos {

namespace {

V2f rangeOf(const std::vector<float>& values) {
    const auto [low, high] = std::minmax_element(values.begin(), values.end());
    return {*low, *high};
}

V2f within(const GroundGrid& grid, const V2f& p) {
    const Box2f box = grid.box();
    return {std::clamp(p.x, box.min.x, box.max.x), std::clamp(p.y, box.min.y, box.max.y)};
}

// The tile that holds a place of the grid, and the cell of it.
struct InTile : CellOfTile {
    int tile;
    InTile(const HeightField& field, const V2f& p) : InTile(field, field.grid.tileAt(p), p) {}

private:
    InTile(const HeightField& field, int of, const V2f& p)
        : CellOfTile(cellOf(field.grid, of, field.tiles[static_cast<size_t>(of)]->fine, p)), tile(of) {}
};

} // namespace

std::shared_ptr<const HeightTile> HeightTile::of(GridTile<float> z) {
    auto tile = std::make_shared<HeightTile>();
    tile->cells = z.cells;
    const V2i n = tile->blockCount();
    for (int b = 0; b < n.x * n.y; ++b) {
        auto block = std::make_shared<HeightBlock>();
        const V2i start = tile->blockStart(b);
        block->z = GridTile<float>(tile->blockSize(b));
        for (int y = 0; y <= block->z.cells.y; ++y)
            for (int x = 0; x <= block->z.cells.x; ++x) block->z.at(x, y) = z.at(start.x + x, start.y + y);
        block->range = block->span = rangeOf(block->z.values);
        tile->blocks.push_back(std::move(block));
    }
    tile->findRange();
    return tile;
}

bool HeightTile::cuts(int x, int y, bool northward) const {
    const HeightBlock& block = blockAt(x, y);
    return block.broken && block.broken->cuts(y * (block.z.cells.x + 1) + x, northward);
}

void HeightTile::findRange() {
    range = blocks[0]->range;
    span = blocks[0]->span;
    broken = false;
    for (const auto& b : blocks) {
        broken = broken || b->broken;
        range = {std::min(range.x, b->range.x), std::max(range.y, b->range.y)};
        span = {std::min(span.x, b->span.x), std::max(span.y, b->span.y)};
    }
}

float HeightField::sample(int x, int y) const {
    x = std::clamp(x, 0, grid.cells.x);
    y = std::clamp(y, 0, grid.cells.y);
    const int tx = std::min(x / grid.tileCells, grid.tiles().x - 1),
              ty = std::min(y / grid.tileCells, grid.tiles().y - 1);
    const HeightTile& tile = *tiles[static_cast<size_t>(ty) * grid.tiles().x + tx];
    return tile.at((x - tx * grid.tileCells) * tile.fine, (y - ty * grid.tileCells) * tile.fine);
}

float HeightField::at(const V2f& place) const {
    const InTile in(*this, within(grid, place));
    const HeightTile& t = *tiles[static_cast<size_t>(in.tile)];
    if (t.broken) {
        int x = in.x, y = in.y;
        const HeightBlock& block = t.blockAt(x, y);
        if (block.broken)
            if (const auto spot = block.broken->at(y * block.z.cells.x + x, place)) return spot->z;
    }
    const float a = t.at(in.x, in.y), b = t.at(in.x + 1, in.y), c = t.at(in.x, in.y + 1), d = t.at(in.x + 1, in.y + 1);
    // The diagonal runs from the south-east to the north-west corner, as Embree splits a grid's cells.
    return in.u + in.v <= 1 ? a + in.u * (b - a) + in.v * (c - a) : d + (1 - in.u) * (c - d) + (1 - in.v) * (b - d);
}

float HeightField::at(const V2f& p, const V2f& from) const {
    constexpr float kAside = 5e-4f; // metres
    const V2f way = from - p;
    const float length = way.length();
    return length > 0 ? at(p + way * (std::min(kAside, length) / length)) : at(p);
}

float HeightField::cellAt(const V2f& p) const {
    return grid.cell / static_cast<float>(tiles[static_cast<size_t>(grid.tileAt(p))]->fine);
}

namespace {

// Of a cell's rise at a sample of a tile, to the east and to the north, over the links that no wall cuts.
V2f slopeBesideWalls(const HeightTile& t, int x, int y) {
    V2f slope(0);
    for (int k = 0; k < 2; ++k) {
        const V2i step = k == 0 ? V2i(1, 0) : V2i(0, 1), size = t.cells;
        const V2i at(x, y), on = at + step, back = at - step;
        float sum = 0;
        int n = 0;
        if (on[k] <= size[k] && !t.cuts(x, y, k == 1)) {
            sum += t.at(on.x, on.y) - t.at(x, y);
            ++n;
        }
        if (back[k] >= 0 && !t.cuts(back.x, back.y, k == 1)) {
            sum += t.at(x, y) - t.at(back.x, back.y);
            ++n;
        }
        slope[k] = n ? sum / static_cast<float>(n) : 0;
    }
    return slope;
}

// Rise to the east and to the north over a cell of a tile, at its four corners.
class Rises {
public:
    Rises(const HeightField& field, const InTile& in)
        : field_(field), tile_(*field.tiles[static_cast<size_t>(in.tile)]), at_(in.x, in.y),
          start_(field.grid.tileStart(in.tile) * tile_.fine) {
        int x = in.x, y = in.y;
        const HeightBlock& block = tile_.blockAt(x, y);
        if (x < 1 || y < 1 || x + 2 > block.z.cells.x || y + 2 > block.z.cells.y) return;
        if (block.broken && block.broken->beside(x, y)) return;
        pitch_ = block.z.cells.x + 1;
        inner_ = &block.z.at(x, y);
    }
    V2f at(int right, int up) const {
        if (inner_) {
            const float* z = inner_ + up * pitch_ + right;
            return V2f(z[1] - z[-1], z[pitch_] - z[-pitch_]) * 0.5f;
        }
        const int x = at_.x + right, y = at_.y + up;
        return tile_.broken ? slopeBesideWalls(tile_, x, y)
                            : V2f(z(x + 1, y) - z(x - 1, y), z(x, y + 1) - z(x, y - 1)) * 0.5f;
    }

private:
    float z(int x, int y) const {
        if (x >= 0 && y >= 0 && x <= tile_.cells.x && y <= tile_.cells.y) return tile_.at(x, y);
        const V2i there = start_ + V2i(x, y);
        return tile_.fine == 1 ? field_.sample(there.x, there.y) : field_.at(field_.grid.place(there, tile_.fine));
    }
    const HeightField& field_;
    const HeightTile& tile_;
    V2i at_, start_;
    // The cell's first sample, where all around it lie in its block and no wall cuts them.
    const float* inner_ = nullptr;
    int pitch_ = 0;
};

} // namespace

V3f HeightField::normal(const V2f& place) const {
    // Differences over a cell at the four corners, blended: continuous across cells and tiles.
    const InTile in(*this, within(grid, place));
    const HeightTile& t = *tiles[static_cast<size_t>(in.tile)];
    if (t.broken) {
        int x = in.x, y = in.y;
        const HeightBlock& block = t.blockAt(x, y);
        if (block.broken)
            if (const auto spot = block.broken->at(y * block.z.cells.x + x, place)) return spot->normal;
    }
    const Rises rises(*this, in);
    const float cell = grid.cell / static_cast<float>(t.fine);
    V2f slope(0);
    for (int k = 0; k < 4; ++k)
        slope += rises.at(k & 1, k >> 1) * ((k & 1 ? in.u : 1 - in.u) * (k >> 1 ? in.v : 1 - in.v) / cell);
    return V3f(-slope.x, -slope.y, 1).normalized();
}

float HeightField::roundedOver(const V2f& place) const {
    const InTile in(*this, within(grid, place));
    const HeightTile& t = *tiles[static_cast<size_t>(in.tile)];
    if (t.broken) {
        int x = in.x, y = in.y;
        const HeightBlock& block = t.blockAt(x, y);
        if (block.broken && block.broken->broken(y * block.z.cells.x + x)) return 0;
    }
    const Rises rises(*this, in);
    // Of the planes that touch the smooth form at the triangle's corners, those over it.
    const bool lower = in.u + in.v <= 1;
    const V2i corners[3] = {lower ? V2i(0, 0) : V2i(1, 1), {1, 0}, {0, 1}};
    const float shares[3] = {lower ? 1 - in.u - in.v : in.u + in.v - 1, lower ? in.u : 1 - in.v,
                             lower ? in.v : 1 - in.u};
    float z[3], here = 0, out = 0;
    for (int k = 0; k < 3; ++k) {
        z[k] = t.at(in.x + corners[k].x, in.y + corners[k].y);
        here += shares[k] * z[k];
    }
    for (int k = 0; k < 3; ++k) {
        const V2f off = V2f(in.u, in.v) - V2f(corners[k]);
        out += shares[k] * std::max(z[k] + rises.at(corners[k].x, corners[k].y).dot(off) - here, 0.0f);
    }
    return out;
}

V2f HeightField::range() const {
    V2f r(1e30f, -1e30f);
    for (const auto& t : tiles) r = {std::min(r.x, t->range.x), std::max(r.y, t->range.y)};
    return r;
}

} // namespace thallos
