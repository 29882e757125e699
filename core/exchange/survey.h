// Heights from a file become the ground's survey.
#pragma once

#include <string>

#include "core/exchange/foreign.h"
#include "core/ground/grid.h"

namespace thallos {

enum class Fit {
    Exact,   // as many heights as the ground, and as far apart
    TrueSize // in its own size about a centre; of a file that does not say how large it is, over all of the site
};
struct TerrainPlace {
    V2f centre{0};  // metres on the site, of the raster; of Fit::TrueSize
    float lift = 0; // metres added to every height
};
struct Surveyed {
    HeightLayer heights; // every tile
    float unknown = 0;   // share of the ground's heights that the raster does not tell: filled from those around
};
// The raster's heights on the grid. Throws Error::Invalid naming `source` when the raster does not fit exactly and
// must, Error::Unsupported when it tells no height of the site.
Surveyed surveyed(const GroundGrid& grid, const HeightRaster& raster, Fit fit, const std::string& source,
                  const TerrainPlace& place = {});
// The grid of a site that holds all of the raster at its place, about the same middle; coarser where it would be
// larger than is worked with in comfort.
GroundGrid enlargedGrid(const GroundGrid& grid, const HeightRaster& raster, const V2f& centre);
// Metres that the raster covers, west to east and south to north.
V2f extent(const HeightRaster& raster);

} // namespace thallos
