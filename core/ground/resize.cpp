#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/ground/ground.h"

namespace thallos {

namespace {

constexpr float kFade = 20; // metres over which what was sculpted at the old edge runs out

template <class Tile> float sampleAt(const GroundGrid& grid, const TileGrid<Tile>& layer, int x, int y) {
    x = std::clamp(x, 0, grid.cells.x);
    y = std::clamp(y, 0, grid.cells.y);
    const int tx = std::min(x / grid.tileCells, grid.tiles().x - 1),
              ty = std::min(y / grid.tileCells, grid.tiles().y - 1);
    const auto& tile = layer[static_cast<size_t>(ty * grid.tiles().x + tx)];
    return tile ? static_cast<float>(tile->at(x - tx * grid.tileCells, y - ty * grid.tileCells)) : 0;
}

// Between its samples, which it meets exactly; beyond the grid the border's values go on.
template <class Tile> float layerAt(const GroundGrid& grid, const TileGrid<Tile>& layer, const V2f& p) {
    V2f at = (p - grid.origin) / grid.cell;
    for (int k = 0; k < 2; ++k) {
        if (std::abs(at[k] - std::round(at[k])) < 1e-3f) at[k] = std::round(at[k]);
        at[k] = std::clamp(at[k], 0.0f, static_cast<float>(grid.cells[k]));
    }
    const int x = static_cast<int>(at.x), y = static_cast<int>(at.y);
    const float u = at.x - static_cast<float>(x), v = at.y - static_cast<float>(y);
    const auto sample = [&](int dx, int dy) { return sampleAt(grid, layer, x + dx, y + dy); };
    const float south = u > 0 ? sample(0, 0) * (1 - u) + sample(1, 0) * u : sample(0, 0);
    if (v == 0) return south;
    const float north = u > 0 ? sample(0, 1) * (1 - u) + sample(1, 1) * u : sample(0, 1);
    return south * (1 - v) + north * v;
}

template <class Tile, class Value>
TileGrid<Tile> layerOf(const GroundGrid& from, const TileGrid<Tile>& layer, const GroundGrid& to, bool fades,
                       const Value& value) {
    if (layer.empty()) return {};
    TileGrid<Tile> out(static_cast<size_t>(to.tileCount()));
    if (std::none_of(layer.begin(), layer.end(), [](const auto& t) { return t != nullptr; })) return out;
    const Box2f old = from.box();
    parallelFor(to.tileCount(), [&](int i) {
        auto tile = std::make_shared<Tile>(to.tileSize(i));
        const V2i start = to.tileStart(i);
        bool any = false;
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x) {
                const V2f p = to.place(start + V2i(x, y));
                float v = layerAt(from, layer, p);
                if (fades) {
                    const V2f beyond(std::max({old.min.x - p.x, p.x - old.max.x, 0.0f}),
                                     std::max({old.min.y - p.y, p.y - old.max.y, 0.0f}));
                    v *= std::max(0.0f, 1 - beyond.length() / kFade);
                }
                tile->at(x, y) = value(v);
                any = any || tile->at(x, y) != 0;
            }
        if (any || !fades) out[static_cast<size_t>(i)] = std::move(tile);
    });
    return out;
}

} // namespace

Ground resized(const Ground& ground, const V2f& size, float cell) {
    Ground out = ground;
    out.grid = GroundGrid::make(size, cell);
    if (out.grid == ground.grid) return ground;
    out.survey = layerOf(ground.grid, ground.survey, out.grid, false, [](float v) { return v; });
    out.sculpt = layerOf(ground.grid, ground.sculpt, out.grid, true, [](float v) { return v; });
    out.gravel = layerOf(ground.grid, ground.gravel, out.grid, true,
                         [](float v) { return static_cast<uint8_t>(std::lround(std::clamp(v, 0.0f, 255.0f))); });
    return out;
}

} // namespace thallos
