#include "core/ground/grid.h"

#include <algorithm>
#include <cmath>
#include <cstring>

#include "core/base/error.h"
#include "core/base/parallel.h"
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

int GroundGrid::tileAt(const V2f& p) const {
    const float width = static_cast<float>(tileCells) * cell;
    const V2i n = tiles();
    const auto index = [&](int k) {
        return static_cast<int>(std::clamp(std::floor((p[k] - origin[k]) / width), 0.0f, static_cast<float>(n[k] - 1)));
    };
    return index(1) * n.x + index(0);
}

std::vector<int> GroundGrid::tilesTouching(const Box2f& box) const {
    std::vector<int> out;
    if (box.isEmpty() || !this->box().intersects(box)) return out;
    // A hair wider, so that a border sample changes in both tiles that hold it.
    const V2f hair(cell * 1e-3f);
    const int columns = tiles().x, first = tileAt(box.min - hair), last = tileAt(box.max + hair);
    for (int y = first / columns; y <= last / columns; ++y)
        for (int x = first % columns; x <= last % columns; ++x) out.push_back(y * columns + x);
    return out;
}

namespace {

// The cell of a tile and where in it the place lies.
template <class Value> struct InCell {
    int x, y;
    float u, v;
    InCell(const GroundGrid& grid, const GridTile<Value>& tile, int i, const V2f& p) {
        const V2f at = (p - grid.place(grid.tileStart(i))) / (grid.cell / static_cast<float>(densityOf(grid, i, tile)));
        const float px = std::clamp(at.x, 0.0f, static_cast<float>(tile.cells.x)),
                    py = std::clamp(at.y, 0.0f, static_cast<float>(tile.cells.y));
        x = std::min(static_cast<int>(px), tile.cells.x - 1);
        y = std::min(static_cast<int>(py), tile.cells.y - 1);
        u = px - static_cast<float>(x);
        v = py - static_cast<float>(y);
    }
};

// The tile at a place; null: outside the grid, or empty.
template <class Value>
const GridTile<Value>* tileAt(const GroundGrid& grid, const TileGrid<GridTile<Value>>& layer, const V2f& p, int& i) {
    if (layer.empty() || !grid.box().intersects(p)) return nullptr;
    i = grid.tileAt(p);
    return layer[static_cast<size_t>(i)].get();
}

} // namespace

float insideTile(const GroundGrid& grid, const GridTile<float>& t, int index, const V2f& p) {
    const InCell<float> in(grid, t, index, p);
    const float a = t.at(in.x, in.y), b = t.at(in.x + 1, in.y), c = t.at(in.x, in.y + 1), d = t.at(in.x + 1, in.y + 1);
    // The diagonal runs from the south-east to the north-west corner, as Embree splits a grid's cells.
    return in.u + in.v <= 1 ? a + in.u * (b - a) + in.v * (c - a) : d + (1 - in.u) * (c - d) + (1 - in.v) * (b - d);
}

float insideTile(const GroundGrid& grid, const GridTile<uint8_t>& t, int index, const V2f& p) {
    const InCell<uint8_t> in(grid, t, index, p);
    return lerp(lerp(t.at(in.x, in.y), t.at(in.x + 1, in.y), in.u),
                lerp(t.at(in.x, in.y + 1), t.at(in.x + 1, in.y + 1), in.u), in.v);
}

float layerAt(const GroundGrid& grid, const HeightLayer& layer, const V2f& p) {
    int i = 0;
    const GridTile<float>* tile = tileAt(grid, layer, p, i);
    return tile ? insideTile(grid, *tile, i, p) : 0;
}

float layerAt(const GroundGrid& grid, const WeightLayer& layer, const V2f& p) {
    int i = 0;
    const GridTile<uint8_t>* tile = tileAt(grid, layer, p, i);
    return tile ? insideTile(grid, *tile, i, p) / 255 : 0;
}

namespace {

constexpr float kFade = 20; // metres over which what was made at the old edge runs out

// Between the samples, which it meets exactly; beyond the grid the border's values go on.
template <class Value> float valueAt(const GroundGrid& grid, const TileGrid<GridTile<Value>>& layer, const V2f& p) {
    const Box2f box = grid.box();
    const V2f in(std::clamp(p.x, box.min.x, box.max.x), std::clamp(p.y, box.min.y, box.max.y));
    const int i = grid.tileAt(in);
    const auto& tile = layer[static_cast<size_t>(i)];
    if (!tile) return 0;
    V2f at = (in - grid.place(grid.tileStart(i))) / (grid.cell / static_cast<float>(densityOf(grid, i, *tile)));
    for (int k = 0; k < 2; ++k) {
        if (std::abs(at[k] - std::round(at[k])) < 1e-3f) at[k] = std::round(at[k]);
        at[k] = std::clamp(at[k], 0.0f, static_cast<float>(tile->cells[k]));
    }
    const int x = static_cast<int>(at.x), y = static_cast<int>(at.y);
    const float u = at.x - static_cast<float>(x), v = at.y - static_cast<float>(y);
    const auto sample = [&](int dx, int dy) { return static_cast<float>(tile->at(x + dx, y + dy)); };
    const float south = u > 0 ? sample(0, 0) * (1 - u) + sample(1, 0) * u : sample(0, 0);
    if (v == 0) return south;
    const float north = u > 0 ? sample(0, 1) * (1 - u) + sample(1, 1) * u : sample(0, 1);
    return south * (1 - v) + north * v;
}

template <class Value, class Round>
TileGrid<GridTile<Value>> resizedBy(const GroundGrid& from, const TileGrid<GridTile<Value>>& layer,
                                    const GroundGrid& to, bool fades, const Round& round) {
    if (layer.empty() || from == to) return layer;
    TileGrid<GridTile<Value>> out(static_cast<size_t>(to.tileCount()));
    if (std::none_of(layer.begin(), layer.end(), [](const auto& t) { return t != nullptr; })) return out;
    const Box2f old = from.box();
    parallelFor(to.tileCount(), [&](int i) {
        // As dense as the densest that lies under it, where the grids allow it.
        int fine = 1;
        for (const int k : from.tilesTouching(to.tileBox(i)))
            if (const auto& tile = layer[static_cast<size_t>(k)]) {
                const float cell = from.cell / static_cast<float>(densityOf(from, k, *tile));
                while (fine < kFinest && to.cell / static_cast<float>(fine) > cell * 1.01f) fine *= 2;
            }
        auto tile = std::make_shared<GridTile<Value>>(to.tileSize(i) * fine);
        const V2i start = to.tileStart(i) * fine;
        bool any = false;
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x) {
                const V2f p = to.place(start + V2i(x, y), fine);
                float v = valueAt(from, layer, p);
                if (fades) {
                    const V2f beyond(std::max({old.min.x - p.x, p.x - old.max.x, 0.0f}),
                                     std::max({old.min.y - p.y, p.y - old.max.y, 0.0f}));
                    v *= std::max(0.0f, 1 - beyond.length() / kFade);
                }
                tile->at(x, y) = round(v);
                any = any || tile->at(x, y) != 0;
            }
        if (any || !fades) out[static_cast<size_t>(i)] = std::move(tile);
    });
    return out;
}

} // namespace

HeightLayer resized(const GroundGrid& from, const HeightLayer& layer, const GroundGrid& to, bool fades) {
    return resizedBy(from, layer, to, fades, [](float v) { return v; });
}

WeightLayer resized(const GroundGrid& from, const WeightLayer& layer, const GroundGrid& to) {
    return resizedBy(from, layer, to, true,
                     [](float v) { return static_cast<uint8_t>(std::lround(std::clamp(v, 0.0f, 255.0f))); });
}

CellOfTile cellOf(const GroundGrid& grid, int tile, int fine, const V2f& p) {
    const V2i cells = grid.tileSize(tile) * fine, start = grid.tileStart(tile) * fine;
    // From the grid's corner, so that a cell is the same one wherever the tiles' borders lie.
    const V2f at = (p - grid.origin) / (grid.cell / static_cast<float>(fine));
    const float px = std::clamp(at.x - static_cast<float>(start.x), 0.0f, static_cast<float>(cells.x)),
                py = std::clamp(at.y - static_cast<float>(start.y), 0.0f, static_cast<float>(cells.y));
    const int x = std::min(static_cast<int>(px), cells.x - 1), y = std::min(static_cast<int>(py), cells.y - 1);
    return {x, y, px - static_cast<float>(x), py - static_cast<float>(y)};
}

template <class Value>
Box2f differing(const GroundGrid& grid, int tile, const GridTile<Value>* a, const GridTile<Value>* b) {
    if (a && !b) std::swap(a, b);
    if (!b) return {};
    if (a && a->cells != b->cells) return grid.tileBox(tile);
    const GridTile<Value> none(a ? V2i(0) : b->cells); // where there is no tile all values are 0
    if (!a) a = &none;
    V2i low = a->cells, high(0);
    const size_t wide = static_cast<size_t>(a->cells.x) + 1;
    for (int y = 0; y <= a->cells.y; ++y) {
        const Value *p = &a->at(0, y), *q = &b->at(0, y);
        if (std::memcmp(p, q, wide * sizeof(Value)) == 0) continue;
        const auto first = static_cast<int>(std::mismatch(p, p + wide, q).first - p);
        int last = a->cells.x;
        while (last > first && p[last] == q[last]) --last;
        low = {std::min(low.x, first), std::min(low.y, y)};
        high = {std::max(high.x, last), std::max(high.y, y)};
    }
    if (low.x > high.x) return {};
    const int dense = densityOf(grid, tile, *a);
    const V2i start = grid.tileStart(tile) * dense, around(dense);
    return {grid.place(start + low - around, dense), grid.place(start + high + around, dense)};
}
template Box2f differing(const GroundGrid&, int, const GridTile<float>*, const GridTile<float>*);
template Box2f differing(const GroundGrid&, int, const GridTile<uint8_t>*, const GridTile<uint8_t>*);

} // namespace thallos
