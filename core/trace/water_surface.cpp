#include "core/trace/water_surface.h"

#include <algorithm>
#include <bit>
#include <cmath>

#include "core/base/hash.h"
#include "core/base/noise.h"
#include "core/trace/scattering.h"

namespace thallos {

namespace {

constexpr int kOctaves = 4;
constexpr float kGain = 0.62f, kLongest = 0.87f; // of the first octave of waves: metres across

// Cosine of the way under water that belongs to `cosine` above it.
float bent(float cosine) {
    return std::sqrt(1 - (1 - cosine * cosine) / (kWaterIndex * kWaterIndex));
}

} // namespace

Rgb waterAbsorption(const WaterLook& water) {
    Rgb a;
    for (int k = 0; k < 3; ++k) a[k] = (1.6f - std::min(8 * water.tint[k], 1.0f)) / std::max(water.clarity, 0.05f);
    return a;
}

Ripples ripples(const WaterLook& water, const V2f& p, float footprint) {
    Ripples out;
    if (water.ripple <= 0) return out;
    // An octave fades into the variance as its waves become shorter than the pixel is wide. Each is turned against the
    // one before, as in fractalNoise().
    const auto finer = [](V2f& q) { q = V2f(1.6f * q.x - 1.2f * q.y + 17.3f, 1.2f * q.x + 1.6f * q.y - 9.1f); };
    V2f q(p.x * 1.4f, p.y * 0.9f), r(p.x * 0.9f, p.y * 1.4f), slope(0);
    float amplitude = 1, total = 0, length = kLongest, variance = 0;
    for (uint64_t i = 0; i < kOctaves; ++i) {
        const float shown = 1 - smoothstep(0.25f * length, length, footprint);
        if (shown > 0) slope += V2f(valueNoise(q.x, q.y, 401 + i), valueNoise(r.x, r.y, 402 + i)) * (amplitude * shown);
        variance += amplitude * amplitude * (1 - shown * shown);
        total += amplitude;
        finer(q);
        finer(r);
        amplitude *= kGain;
        length *= 0.5f;
    }
    const float steepness = 0.05f * water.ripple / total;
    slope *= steepness;
    // Of lattice values even in [-1, 1] the interpolation leaves a variance of 0.17.
    out.variance = 0.17f * variance * steepness * steepness;
    out.normal = V3f(slope.x, slope.y, 1).normalized();
    return out;
}

bool whiteWater(const V3f& up, const V2f& p, float footprint) {
    const V2f fall(up.x / up.z, up.y / up.z);
    const float slope = fall.length(), share = smoothstep(0.12f, 0.6f, slope);
    if (share <= 0) return false;
    const V2f along = fall / slope, across(-along.y, along.x);
    // Threads that the pixel holds; where it holds none a place is white by chance, so that many are by their share.
    constexpr float kThread = 0.05f;
    const float x = across.dot(p) / kThread, y = along.dot(p) / (5 * kThread);
    const float threads = clamp01(0.5f + 0.7f * fractalNoise(x, y, 361, 4));
    const float chance = unitFloat(mix(std::bit_cast<uint32_t>(p.x), std::bit_cast<uint32_t>(p.y), 362));
    return lerp(threads, chance, smoothstep(kThread, 6 * kThread, footprint)) < share;
}

Rgb sunGlint(const Environment& e, const WaterLook& water, const Ripples& ripples, const V3f& outward) {
    // The square of a GGX lobe's width stands for twice the variance of its slopes.
    const float finest = 0.02f + 0.05f * water.ripple, a2 = finest * finest + 2 * ripples.variance;
    const V3f h = (e.toSun + outward).normalized();
    const V3f& normal = ripples.normal;
    const float ci = normal.dot(e.toSun), co = std::max(normal.dot(outward), 1e-3f), ch = normal.dot(h);
    if (ci <= 0 || ch <= 0) return Rgb(0);
    const float d = ch * ch * (a2 - 1) + 1;
    const float f = fresnelDielectric(h.dot(outward), kWaterIndex);
    return e.sunIlluminance * (f * a2 / (kPi * d * d) / (4 * co));
}

Rgb scatteredBack(const WaterLook& water, float length, float cosineOut, float cosineIn) {
    const float ways = 1 + bent(clamp01(cosineOut)) / bent(clamp01(cosineIn));
    const Rgb a = waterAbsorption(water);
    Rgb out;
    for (int k = 0; k < 3; ++k) out[k] = water.tint[k] / kPi * (1 - std::exp(-a[k] * length * ways));
    return out;
}

} // namespace thallos
