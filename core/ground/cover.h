// What the bare ground looks like: meadow soil, gravel, and the land around.
#pragma once

#include "core/ground/height_field.h"
#include "core/material/surface.h"

namespace thallos {

// Meadow soil with the painted gravel over it. `footprint` is the width of the pixel there in metres.
SurfacePoint coverSurface(const GroundGrid& grid, const TileGrid<CoverTile>& gravel, const V2f& p, const V3f& normal,
                          float footprint);

// Fields, grassland and woods of the far land; its meadow is the site's own, so that no border shows.
SurfacePoint farSurface(const V2f& p, const V3f& normal, float footprint, uint64_t seed);

// The bank of a water whose level lies `above` metres under p (negative: p is under water): mud, wet and dark.
void wetten(SurfacePoint& surface, const V2f& p, float above, float footprint);

} // namespace thallos
