// What the bare ground looks like: a meadow, covers over it, and the land around.
#pragma once

#include <vector>

#include "core/ground/cover_map.h"
#include "core/material/material.h"

namespace thallos {

inline Surface soilSurface() {
    return {.name = "meadow soil", .baseColor = fromSrgb(0.36f, 0.29f, 0.20f), .roughness = 1, .recipe = "Topsoil"};
}
// What grows on it, low enough to be ground: long and short.
inline Surface roughGrassSurface() {
    return {.name = "rough grass", .baseColor = fromSrgb(0.43f, 0.41f, 0.27f), .roughness = 1, .recipe = "Rough grass"};
}
inline Surface turfSurface() {
    return {.name = "turf", .baseColor = fromSrgb(0.38f, 0.40f, 0.22f), .roughness = 1, .recipe = "Short turf"};
}
inline Surface gravelSurface() {
    return {.name = "gravel", .baseColor = fromSrgb(0.66f, 0.60f, 0.51f), .roughness = 0.9f, .recipe = "River gravel"};
}

// How a surface lies as ground.
struct GroundHabit {
    float holds = 0;    // how well rain stands on it: 0 it runs off or seeps away .. 1
    float uneven = 0;   // humps and hollows of half a metre to two, as a share of a meadow's
    bool paved = false; // nothing grows through it
};
GroundHabit habitOf(const Surface& surface);

// What the ground is covered with, by the numbers of the map; the first is the soil of the meadow.
struct Covers {
    std::vector<Material> materials{plain(soilSurface())};
    Material roughGrass = plain(roughGrassSurface()), turf = plain(turfSurface());
    CoverMap map;
    std::vector<std::optional<CoverPatch>> patches{}; // of the materials: those that lie there once; empty: none does
    std::vector<GroundHabit> habits{};                // of the materials; empty: nothing is known of them
};

// Shares of what the meadow is made of at a place; the rest is rough grass.
struct MeadowMix {
    float soil = 0, turf = 0;
    float large = 0, middle = 0, small = 0; // its unevenness in patches of 31 m, 4.3 m and 0.7 m, about -1..1
};
MeadowMix meadowMix(const V2f& p, float footprint);
// The mean colour of what grows there.
Rgb meadowColour(const Covers& covers, const V2f& p);

// `footprint` is the width of the pixel there in metres.
SurfacePoint coverSurface(const Covers& covers, const V2f& p, const V3f& normal, float footprint);
// The number of the cover that one sees most of at a place.
inline int coverSeen(const Covers& covers, const V2f& p) {
    return covers.map.at(p).covers[0].of;
}

// Fields, grassland and woods of the far land; its meadow is the site's own, so that no border shows.
SurfacePoint farSurface(const Covers& covers, const V2f& p, const V3f& normal, float footprint, uint64_t seed);

// Rain stands in hollows and wets what is around them. `hollow`: metres that p lies under the mean of the ground half a
// metre away. `amount` 0 none .. 1.
void addPuddles(SurfacePoint& surface, const Covers& covers, const V2f& p, float hollow, float amount, float footprint);

// The bed of a water and its edge, wet and dark; the water's level lies `above` metres under p (negative: p is under
// water).
void wetten(SurfacePoint& surface, const Material& bed, const V2f& p, const V3f& normal, float above, float footprint);

} // namespace thallos
