#include "core/exchange/survey.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/base/error.h"
#include "core/base/image.h"

namespace thallos {

namespace {

// Gaps filled from the known heights around them, smoothly: means of ever larger blocks, laid back from coarse to fine.
// Returns the share that was unknown.
float fillGaps(Raster<float>& z) {
    const auto gaps = std::count_if(z.pixels.begin(), z.pixels.end(), [](float v) { return !std::isfinite(v); });
    if (gaps == 0) return 0;
    if (z.width > 1 || z.height > 1) {
        Raster<float> half((z.width + 1) / 2, (z.height + 1) / 2, 0);
        for (int y = 0; y < half.height; ++y)
            for (int x = 0; x < half.width; ++x) {
                float sum = 0;
                int n = 0;
                for (int k = 0; k < 4; ++k) {
                    const int i = 2 * x + (k & 1), j = 2 * y + (k >> 1);
                    if (i >= z.width || j >= z.height || !std::isfinite(z.at(i, j))) continue;
                    sum += z.at(i, j);
                    ++n;
                }
                half.at(x, y) = n ? sum / static_cast<float>(n) : std::numeric_limits<float>::quiet_NaN();
            }
        fillGaps(half);
        const auto coarse = [&](float x, float y) {
            x = std::clamp(x, 0.0f, static_cast<float>(half.width - 1));
            y = std::clamp(y, 0.0f, static_cast<float>(half.height - 1));
            const int i = static_cast<int>(x), j = static_cast<int>(y), i1 = std::min(i + 1, half.width - 1),
                      j1 = std::min(j + 1, half.height - 1);
            const float u = x - static_cast<float>(i), v = y - static_cast<float>(j);
            return lerp(lerp(half.at(i, j), half.at(i1, j), u), lerp(half.at(i, j1), half.at(i1, j1), u), v);
        };
        for (int y = 0; y < z.height; ++y)
            for (int x = 0; x < z.width; ++x)
                if (!std::isfinite(z.at(x, y)))
                    z.at(x, y) = coarse((static_cast<float>(x) - 0.5f) / 2, (static_cast<float>(y) - 0.5f) / 2);
    }
    return static_cast<float>(gaps) / static_cast<float>(z.pixels.size());
}

} // namespace

V2f extent(const HeightRaster& r) {
    return V2f(static_cast<float>(r.width - 1), static_cast<float>(r.height - 1)) * r.cell;
}

GroundGrid enlargedGrid(const GroundGrid& grid, const HeightRaster& raster, const V2f& centre) {
    constexpr float kMostCells = 2048; // a side
    const V2f covers = extent(raster), old = grid.size();
    V2f size(std::max(old.x, covers.x + 2 * std::abs(centre.x)), std::max(old.y, covers.y + 2 * std::abs(centre.y)));
    const float cell = std::max(grid.cell, std::max(size.x, size.y) / kMostCells);
    for (int k = 0; k < 2; ++k) size[k] = std::ceil(size[k] / cell - 1e-3f) * cell;
    return GroundGrid::make(size, cell);
}

Surveyed surveyed(const GroundGrid& grid, const HeightRaster& r, Fit fit, const std::string& source,
                  const TerrainPlace& place) {
    Surveyed out;
    const bool fits = place.centre == V2f(0) && r.width == grid.cells.x + 1 && r.height == grid.cells.y + 1 &&
                      std::abs(r.cell - grid.cell) < 1e-3f * grid.cell;
    if (!fits && fit == Fit::Exact)
        throw Error(
            Error::Kind::Invalid,
            Text("%w has %1 x %2 heights, the ground %3 x %4", r.width, r.height, grid.cells.x + 1, grid.cells.y + 1),
            source, Text("Add --resample to fit it"));
    if (r.width < 2 || r.height < 2) throw Error(Error::Kind::Unsupported, Text("%w has too few heights"), source);
    const float nan = std::numeric_limits<float>::quiet_NaN();
    const auto at = [&](float x, float y) { // in cells from the north-west
        const float w = static_cast<float>(r.width - 1), h = static_cast<float>(r.height - 1);
        if (!(x > -0.01f && y > -0.01f && x < w + 0.01f && y < h + 0.01f)) return nan;
        x = std::clamp(x, 0.0f, w);
        y = std::clamp(y, 0.0f, h);
        const int ix = std::min(static_cast<int>(x), r.width - 2), iy = std::min(static_cast<int>(y), r.height - 2);
        const float u = x - static_cast<float>(ix), v = y - static_cast<float>(iy);
        float sum = 0, weights = 0;
        for (int k = 0; k < 4; ++k) {
            const float z = r.values[static_cast<size_t>(iy + (k >> 1)) * r.width + ix + (k & 1)];
            const float weight = (k & 1 ? u : 1 - u) * (k >> 1 ? v : 1 - v);
            if (!std::isfinite(z)) continue;
            sum += z * weight;
            weights += weight;
        }
        return weights > 0.25f ? sum / weights : nan;
    };
    // The file's cells for one of the ground, and what of it lies on the ground's north-west sample.
    V2f scale(1), first(0);
    const V2f across(static_cast<float>(grid.cells.x), static_cast<float>(grid.cells.y)),
        raster(static_cast<float>(r.width - 1), static_cast<float>(r.height - 1));
    if (!fits) {
        scale = r.sized ? V2f(grid.cell / r.cell) : raster / across;
        first = (raster - across * scale) * 0.5f;
        if (r.sized) first += V2f(-place.centre.x, place.centre.y) / r.cell; // rows run south
    }
    Raster<float> z(grid.cells.x + 1, grid.cells.y + 1, nan); // rows from the south
    for (int y = 0; y < z.height; ++y)
        for (int x = 0; x < z.width; ++x)
            z.at(x, y) =
                at(first.x + static_cast<float>(x) * scale.x, first.y + static_cast<float>(grid.cells.y - y) * scale.y);
    if (std::none_of(z.pixels.begin(), z.pixels.end(), [](float v) { return std::isfinite(v); }))
        throw Error(Error::Kind::Unsupported, Text("%w has no height within the site"), source);
    out.unknown = fillGaps(z);
    for (float& v : z.pixels) v += place.lift;
    out.heights.assign(static_cast<size_t>(grid.tileCount()), nullptr);
    for (int i = 0; i < grid.tileCount(); ++i) {
        auto tile = std::make_shared<GridTile<float>>(grid.tileSize(i));
        const V2i start = grid.tileStart(i);
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x) tile->at(x, y) = z.at(start.x + x, start.y + y);
        out.heights[static_cast<size_t>(i)] = std::move(tile);
    }
    return out;
}

} // namespace thallos
