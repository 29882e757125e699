// What generators of materials build on: noise, cells and pieces that close at the edges of the texture.
#pragma once

#include <cmath>
#include <string_view>

#include "core/base/hash.h"
#include "core/material/recipe.h"

namespace thallos {

// One place of a texture.
struct Grain {
    V3f color{0.5f};  // linear, sRGB primaries
    float height = 0; // metres
    float roughness = 0.8f;
    float metalness = 0;
    float opacity = 1;
};

// A board, brick or slate of the bond that the recipe's mapping tells.
struct Piece {
    int row, column;
    V2f at, size; // metres, from its lower left corner
    uint64_t key; // of this piece of the texture
    float random(uint64_t salt) const { return unitFloat(mix(key, salt)); }
    // Which of `count` parts it is cut into along, whose borders wander by `wander` of a part; `from` and `to` in
    // metres.
    struct Part {
        float from, to;
        uint64_t key;
    };
    Part part(int count, float wander) const;
    // Metres to the nearest edge, with corners rounded by `radius`; negative beyond them.
    float inside(float radius = 0) const { return inside(V2f(0), size, radius); }
    float inside(const V2f& from, const V2f& to, float radius) const;
};

// One cell of a jittered lattice.
struct Cell {
    float border; // metres to the nearest other cell
    float middle; // metres to the cell's own point
    V2f away;     // from that point to here, metres
    V2f outward;  // unit, towards the nearest border
    uint64_t key;
    float random(uint64_t salt) const { return unitFloat(mix(key, salt)); }
};

// The texture that is being made.
class Plot {
public:
    explicit Plot(const Recipe& recipe) : recipe_(recipe), size(recipe.mapping.size) {}
    const V3f& color(size_t i) const;
    V3f between(size_t a, size_t b, float t) const { return lerp(color(a), color(b), clamp01(t)); }
    float number(std::string_view name, float otherwise) const;

    // Gradient noise, about [-1, 1]; `feature` in metres along x and y, halved at each octave.
    float noise(const V2f& p, const V2f& feature, uint64_t salt, int octaves = 1, float gain = 0.5f) const;
    float noise(const V2f& p, float feature, uint64_t salt, int octaves = 1, float gain = 0.5f) const {
        return noise(p, V2f(feature), salt, octaves, gain);
    }
    // [0, 1], ridges at 1 (Musgrave 1989).
    float ridges(const V2f& p, const V2f& feature, uint64_t salt, int octaves) const;
    // `jitter` 0: a plain lattice; 1: without order.
    Cell cell(const V2f& p, const V2f& feature, uint64_t salt, float jitter = 1) const;
    Piece piece(const V2f& p) const;
    uint64_t seed(uint64_t salt) const { return mix(recipe_.seed, salt); }

private:
    const Recipe& recipe_;

public:
    const V2f size; // metres
};

using Generator = Grain (*)(const Plot& plot, const V2f& at);
struct NamedGenerator {
    const char* name;
    Generator make;
};
// By family; each in its own file.
extern const std::vector<NamedGenerator> kTimber, kMasonry, kPlaster, kRoofing, kMetal, kFloors, kEarth, kBark;

// A smooth step down: 1 below `from`, 0 above `to`.
inline float below(float from, float to, float v) {
    return 1 - smoothstep(from, to, v);
}

} // namespace thallos
