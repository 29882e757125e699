#include "core/exchange/survey.h"

#include <algorithm>
#include <cmath>

#include "core/base/error.h"

namespace thallos {

Ground surveyed(const Ground& ground, const HeightRaster& r, Fit fit, const std::string& source) {
    Ground g = ground;
    const bool fits = r.width == g.grid.cells.x + 1 && r.height == g.grid.cells.y + 1 &&
                      std::abs(r.cell - g.grid.cell) < 1e-3f * g.grid.cell;
    if (!fits && fit == Fit::Exact)
        throw Error(Error::Kind::Invalid,
                    "has " + std::to_string(r.width) + " x " + std::to_string(r.height) + " heights, the ground " +
                        std::to_string(g.grid.cells.x + 1) + " x " + std::to_string(g.grid.cells.y + 1),
                    source, "add --resample to fit it");
    if (r.width < 2 || r.height < 2) throw Error(Error::Kind::Unsupported, "has too few heights", source);
    auto at = [&](float x, float y) { // in cells from the north-west
        x = std::clamp(x, 0.0f, static_cast<float>(r.width - 1));
        y = std::clamp(y, 0.0f, static_cast<float>(r.height - 1));
        const int ix = std::min(static_cast<int>(x), r.width - 2), iy = std::min(static_cast<int>(y), r.height - 2);
        const float u = x - static_cast<float>(ix), v = y - static_cast<float>(iy);
        auto value = [&](int i, int j) {
            const float z = r.values[static_cast<size_t>(j) * r.width + i];
            return std::isfinite(z) ? z : 0;
        };
        return lerp(lerp(value(ix, iy), value(ix + 1, iy), u), lerp(value(ix, iy + 1), value(ix + 1, iy + 1), u), v);
    };
    const V2f scale = fits ? V2f(1)
                           : V2f(static_cast<float>(r.width - 1) / static_cast<float>(g.grid.cells.x),
                                 static_cast<float>(r.height - 1) / static_cast<float>(g.grid.cells.y));
    g.survey.resize(g.grid.tileCount());
    for (int i = 0; i < g.grid.tileCount(); ++i) {
        auto tile = std::make_shared<HeightTile>(g.grid.tileSize(i));
        const V2i start = g.grid.tileStart(i);
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x)
                tile->at(x, y) = at(static_cast<float>(start.x + x) * scale.x,
                                    static_cast<float>(g.grid.cells.y - start.y - y) * scale.y);
        g.survey[i] = tile;
    }
    return g;
}

} // namespace thallos
