// Heights from a file become the ground's survey.
#pragma once

#include <string>

#include "core/exchange/foreign.h"
#include "core/ground/ground.h"

namespace thallos {

enum class Fit {
    Exact,   // as many heights as the ground, and as far apart
    TrueSize // in its own size with its middle on the site's; of a file that does not say how large it is, over all of
             // it
};
struct Surveyed {
    Ground ground;
    float unknown = 0; // share of the ground's heights that the raster does not tell: filled from those around
};
// The ground with the raster as its survey; what was sculpted stays on top. Throws Error::Invalid naming `source` when
// the raster does not fit exactly and must, Error::Unsupported when it tells no height of the site.
Surveyed surveyed(const Ground& ground, const HeightRaster& raster, Fit fit, const std::string& source);

} // namespace thallos
