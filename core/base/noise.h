// Smooth lattice noise, the same on every machine.
#pragma once

#include "core/base/hash.h"
#include "core/base/vec.h"

namespace thallos {

// Value noise with quintic interpolation in [-1, 1], feature size 1. Seeds give independent fields.
inline float valueNoise(float x, float y, uint64_t seed) {
    const float fx = std::floor(x), fy = std::floor(y);
    const auto ix = static_cast<int64_t>(fx), iy = static_cast<int64_t>(fy);
    const float tx = x - fx, ty = y - fy;
    const float u = tx * tx * tx * (tx * (tx * 6 - 15) + 10), v = ty * ty * ty * (ty * (ty * 6 - 15) + 10);
    auto at = [&](int64_t i, int64_t j) {
        return 2 * unitFloat(mix(static_cast<uint64_t>(i), static_cast<uint64_t>(j), seed)) - 1;
    };
    return lerp(lerp(at(ix, iy), at(ix + 1, iy), u), lerp(at(ix, iy + 1), at(ix + 1, iy + 1), u), v);
}

// The same in three dimensions.
inline float valueNoise(const V3f& p, uint64_t seed) {
    const float fz = std::floor(p.z);
    const auto iz = static_cast<int64_t>(fz);
    const float t = p.z - fz, w = t * t * (3 - 2 * t);
    return lerp(valueNoise(p.x, p.y, mix(static_cast<uint64_t>(iz), seed)),
                valueNoise(p.x, p.y, mix(static_cast<uint64_t>(iz + 1), seed)), w);
}

// Sum of octaves, each half the size and `gain` the height of the one before; about [-1, 1].
inline float fractalNoise(float x, float y, uint64_t seed, int octaves, float gain = 0.5f) {
    float sum = 0, amplitude = 1, total = 0;
    for (int i = 0; i < octaves; ++i) {
        sum += amplitude * valueNoise(x, y, seed + static_cast<uint64_t>(i));
        total += amplitude;
        // Turned a little at each octave, so that the lattice does not show.
        const float rx = 1.6f * x - 1.2f * y, ry = 1.2f * x + 1.6f * y;
        x = rx + 17.3f;
        y = ry - 9.1f;
        amplitude *= gain;
    }
    return sum / total;
}

} // namespace thallos
