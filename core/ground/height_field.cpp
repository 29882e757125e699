#include "core/ground/height_field.h"

#include <algorithm>
#include <cmath>

#include "core/base/error.h"
#include "core/base/quantity.h"

namespace thallos {

GroundGrid GroundGrid::make(const V2f& size, float cell) {
    if (!(cell >= 0.01f && cell <= 100))
        throw Error(Error::Kind::Invalid, Text("The terrain grid must be 0.01 to 100 m"), "");
    GroundGrid g;
    g.cell = cell;
    // Rounded before the check so that huge or undefined sizes are refused, not wrapped.
    for (int k = 0; k < 2; ++k) {
        const float n = std::round(size[k] / cell);
        if (!(n >= 4 && n <= 16384))
            throw Error(Error::Kind::Invalid,
                        Text("With a grid of %1 m the site may be %2 to %3 m wide and deep", formatNumber(cell, 2),
                             formatNumber(4 * cell, 2), formatNumber(16384 * cell, 2)),
                        "", Text("Choose another size or grid"));
        g.cells[k] = static_cast<int>(n);
    }
    g.tileCells = 8;
    while (g.tileCells < 128 && static_cast<float>(g.tileCells) * cell < 48) g.tileCells *= 2;
    g.origin = g.size() * -0.5f;
    return g;
}

V2i GroundGrid::tileSize(int tile) const {
    const V2i start = tileStart(tile);
    return {std::min(tileCells, cells.x - start.x), std::min(tileCells, cells.y - start.y)};
}

Box2f GroundGrid::tileBox(int tile) const {
    const V2i start = tileStart(tile);
    return {place(start), place(start + tileSize(tile))};
}

std::vector<int> GroundGrid::tilesTouching(const Box2f& box) const {
    std::vector<int> out;
    const float width = static_cast<float>(tileCells) * cell;
    auto index = [&](float v, int k, int n) {
        return std::clamp(static_cast<int>(std::floor((v - origin[k]) / width)), 0, n - 1);
    };
    const Box2f all = this->box();
    if (box.isEmpty() || !all.intersects(box)) return out;
    // A hair wider, so that a border sample changes in both tiles that hold it.
    const float hair = cell * 1e-3f;
    for (int y = index(box.min.y - hair, 1, tiles().y); y <= index(box.max.y + hair, 1, tiles().y); ++y)
        for (int x = index(box.min.x - hair, 0, tiles().x); x <= index(box.max.x + hair, 0, tiles().x); ++x)
            out.push_back(y * tiles().x + x);
    return out;
}

float HeightField::sample(int x, int y) const {
    x = std::clamp(x, 0, grid.cells.x);
    y = std::clamp(y, 0, grid.cells.y);
    const int tx = std::min(x / grid.tileCells, grid.tiles().x - 1),
              ty = std::min(y / grid.tileCells, grid.tiles().y - 1);
    return tiles[static_cast<size_t>(ty) * grid.tiles().x + tx]->at(x - tx * grid.tileCells, y - ty * grid.tileCells);
}

float HeightField::at(const V2f& p) const {
    const float x = std::clamp((p.x - grid.origin.x) / grid.cell, 0.0f, static_cast<float>(grid.cells.x));
    const float y = std::clamp((p.y - grid.origin.y) / grid.cell, 0.0f, static_cast<float>(grid.cells.y));
    const int ix = std::min(static_cast<int>(x), grid.cells.x - 1),
              iy = std::min(static_cast<int>(y), grid.cells.y - 1);
    const float u = x - static_cast<float>(ix), v = y - static_cast<float>(iy);
    const float a = sample(ix, iy), b = sample(ix + 1, iy), c = sample(ix, iy + 1), d = sample(ix + 1, iy + 1);
    // The diagonal runs from the south-east to the north-west corner, as Embree splits a grid's cells.
    return u + v <= 1 ? a + u * (b - a) + v * (c - a) : d + (1 - u) * (c - d) + (1 - v) * (b - d);
}

V3f HeightField::normal(const V2f& p) const {
    // Differences over a cell at the four corners, blended: continuous across cells and tiles.
    const float x = std::clamp((p.x - grid.origin.x) / grid.cell, 0.0f, static_cast<float>(grid.cells.x));
    const float y = std::clamp((p.y - grid.origin.y) / grid.cell, 0.0f, static_cast<float>(grid.cells.y));
    const int ix = std::min(static_cast<int>(x), grid.cells.x - 1),
              iy = std::min(static_cast<int>(y), grid.cells.y - 1);
    const float u = x - static_cast<float>(ix), v = y - static_cast<float>(iy);
    V2f slope(0);
    for (int k = 0; k < 4; ++k) {
        const int cx = ix + (k & 1), cy = iy + (k >> 1);
        const float w = (k & 1 ? u : 1 - u) * (k >> 1 ? v : 1 - v);
        slope += V2f(sample(cx + 1, cy) - sample(cx - 1, cy), sample(cx, cy + 1) - sample(cx, cy - 1)) *
                 (w * 0.5f / grid.cell);
    }
    return V3f(-slope.x, -slope.y, 1).normalized();
}

static V2f rangeOf(const HeightTile& tile) {
    const auto [low, high] = std::minmax_element(tile.values.begin(), tile.values.end());
    return {*low, *high};
}

V2f HeightField::range() const {
    V2f r(1e30f, -1e30f);
    for (size_t i = 0; i < tiles.size(); ++i) {
        const V2f t = ranges.empty() ? rangeOf(*tiles[i]) : ranges[i];
        r = {std::min(r.x, t.x), std::max(r.y, t.y)};
    }
    return r;
}

void HeightField::findRanges(std::initializer_list<const HeightField*> known) {
    std::vector<V2f> found(tiles.size());
    for (size_t i = 0; i < tiles.size(); ++i) {
        const auto same = std::find_if(known.begin(), known.end(), [&](const HeightField* f) {
            return f && f->ranges.size() == tiles.size() && f->tiles[i] == tiles[i];
        });
        found[i] = same == known.end() ? rangeOf(*tiles[i]) : (*same)->ranges[i];
    }
    ranges = std::move(found);
}

float coverAt(const GroundGrid& grid, const TileGrid<CoverTile>& cover, const V2f& p) {
    if (cover.empty()) return 0;
    const float x = (p.x - grid.origin.x) / grid.cell, y = (p.y - grid.origin.y) / grid.cell;
    if (x < 0 || y < 0 || x > static_cast<float>(grid.cells.x) || y > static_cast<float>(grid.cells.y)) return 0;
    const int ix = std::min(static_cast<int>(x), grid.cells.x - 1),
              iy = std::min(static_cast<int>(y), grid.cells.y - 1);
    const int tx = ix / grid.tileCells, ty = iy / grid.tileCells;
    const CoverTile* tile = cover[static_cast<size_t>(ty) * grid.tiles().x + tx].get();
    if (!tile) return 0;
    const int lx = ix - tx * grid.tileCells, ly = iy - ty * grid.tileCells;
    const float u = x - static_cast<float>(ix), v = y - static_cast<float>(iy);
    const float s = lerp(lerp(tile->at(lx, ly), tile->at(lx + 1, ly), u),
                         lerp(tile->at(lx, ly + 1), tile->at(lx + 1, ly + 1), u), v);
    return s / 255;
}

} // namespace thallos
