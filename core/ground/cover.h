// What the bare ground looks like: meadow soil, gravel, and the land around.
#pragma once

#include <vector>

#include "core/ground/grid.h"
#include "core/material/material.h"

namespace thallos {

inline Surface soilSurface() {
    return {.name = "meadow soil", .baseColor = fromSrgb(0.36f, 0.29f, 0.20f), .roughness = 1, .recipe = "Topsoil"};
}
inline Surface gravelSurface() {
    return {.name = "gravel", .baseColor = fromSrgb(0.66f, 0.60f, 0.51f), .roughness = 0.9f, .recipe = "River gravel"};
}

// What the ground is covered with: meadow soil, and over it what is painted, in this order.
struct Covers {
    struct Painted {
        Material material;
        WeightLayer weights;
    };
    Material soil = plain(soilSurface());
    std::vector<Painted> painted;
};

// `footprint` is the width of the pixel there in metres.
SurfacePoint coverSurface(const Covers& covers, const GroundGrid& grid, const V2f& p, const V3f& normal,
                          float footprint);
// The cover that one sees at a place: an index into those that are painted; -1: the soil.
int coverSeen(const Covers& covers, const GroundGrid& grid, const V2f& p);

// Fields, grassland and woods of the far land; its meadow is the site's own, so that no border shows.
SurfacePoint farSurface(const Covers& covers, const V2f& p, const V3f& normal, float footprint, uint64_t seed);

// The bank of a water whose level lies `above` metres under p (negative: p is under water): mud, wet and dark.
void wetten(SurfacePoint& surface, const V2f& p, float above, float footprint);

} // namespace thallos
