// Heights from a file become the ground's survey.
#pragma once

#include <string>

#include "core/exchange/foreign.h"
#include "core/ground/ground.h"

namespace thallos {

enum class Fit {
    Exact,   // as many heights as the ground, and as far apart
    Resample // laid over the whole ground, bilinear
};
// The ground with the raster as its survey; what was sculpted stays on top. Unknown heights become 0. Throws
// Error::Invalid naming `source` when the raster does not fit exactly and must.
Ground surveyed(const Ground& ground, const HeightRaster& raster, Fit fit, const std::string& source);

} // namespace thallos
