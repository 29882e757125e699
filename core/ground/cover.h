// What the bare ground looks like: meadow soil, gravel, and the land around.
#pragma once

#include "core/ground/height_field.h"
#include "core/material/material.h"

namespace thallos {

inline Surface soilSurface() {
    return {.name = "meadow soil", .baseColor = fromSrgb(0.36f, 0.29f, 0.20f), .roughness = 1, .recipe = "Topsoil"};
}
inline Surface gravelSurface() {
    return {.name = "gravel", .baseColor = fromSrgb(0.66f, 0.60f, 0.51f), .roughness = 0.9f, .recipe = "River gravel"};
}

// What covers are made of.
struct Covers {
    Material soil = plain(soilSurface());
    Material gravel = plain(gravelSurface());
};

// Meadow soil with the painted gravel over it. `footprint` is the width of the pixel there in metres.
SurfacePoint coverSurface(const Covers& covers, const GroundGrid& grid, const TileGrid<CoverTile>& gravel, const V2f& p,
                          const V3f& normal, float footprint);

// Fields, grassland and woods of the far land; its meadow is the site's own, so that no border shows.
SurfacePoint farSurface(const Covers& covers, const V2f& p, const V3f& normal, float footprint, uint64_t seed);

// The bank of a water whose level lies `above` metres under p (negative: p is under water): mud, wet and dark.
void wetten(SurfacePoint& surface, const V2f& p, float above, float footprint);

} // namespace thallos
