#include "core/ground/cover.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"
#include "core/ground/far_land.h"

namespace thallos {

namespace {

// Short turf with bare soil between, as it looks where no drift stands.
SurfacePoint meadow(const Covers& covers, const V2f& p, const V3f& normal, float footprint) {
    SurfacePoint s = evaluate(covers.soil, {.position = {p.x, p.y, 0}, .footprint = footprint});
    const float large = fractalNoise(p.x / 26, p.y / 26, 301, 4);
    // Detail smaller than the pixel is neither shown nor computed.
    auto faded = [&](float size, uint64_t seed, int octaves, float from, float to) {
        const float fade = 1 - smoothstep(from, to, footprint);
        return fade > 0 ? fade * fractalNoise(p.x / size, p.y / size, seed, octaves) : 0;
    };
    const float small = faded(0.9f, 302, 4, 0.3f, 3);
    const float fine = faded(0.07f, 303, 3, 0.02f, 0.2f);
    const float turf = smoothstep(-0.35f, 0.25f, small + 0.3f * large + 0.35f * fine + 0.22f);
    const Rgb fresh = fromSrgb(0.37f, 0.44f, 0.19f), dry = fromSrgb(0.53f, 0.50f, 0.29f);
    const Rgb green = lerp(fresh, dry, clamp01(0.36f + 0.7f * large + 0.25f * small)) * (1 + 0.35f * fine);
    s.albedo = lerp(s.albedo, green * 0.66f, 0.3f + 0.66f * turf);
    s.specular = 0;
    // The pattern was laid on a level plane; tip its normal with the slope.
    const V3f bump = s.normal - V3f(0, 0, 1);
    s.normal = (normal + V3f(bump.x, bump.y, 0) * 0.8f).normalized();
    return s;
}

} // namespace

SurfacePoint coverSurface(const Covers& covers, const GroundGrid& grid, const V2f& p, const V3f& normal,
                          float footprint) {
    SurfacePoint s = meadow(covers, p, normal, footprint);
    for (const Covers::Painted& cover : covers.painted) {
        const float weight = layerAt(grid, cover.weights, p);
        if (weight <= 0) continue;
        SurfacePoint g = evaluate(cover.material, {.position = {p.x, p.y, 0}, .footprint = footprint});
        // Gravel thins out in clumps at its edge instead of fading.
        const float ragged = 0.22f * fractalNoise(p.x / 0.35f, p.y / 0.35f, 311, 4) +
                             0.06f * fractalNoise(p.x / 0.04f, p.y / 0.04f, 312, 2);
        const float k = smoothstep(0.38f, 0.62f, weight + ragged * (1 - std::abs(2 * weight - 1)) * 1.6f);
        // Worn tracks are lighter, the middle and the rims keep some fines.
        g.albedo *= 0.9f + 0.14f * fractalNoise(p.x / 2.3f, p.y / 2.3f, 313, 3);
        s.albedo = lerp(s.albedo, g.albedo, k);
        s.roughness = lerp(s.roughness, g.roughness, k);
        const V3f bump = g.normal - V3f(0, 0, 1);
        s.normal = lerp(s.normal, (normal + V3f(bump.x, bump.y, 0)).normalized(), k).normalized();
    }
    return s;
}

int coverSeen(const Covers& covers, const GroundGrid& grid, const V2f& p) {
    for (size_t i = covers.painted.size(); i-- > 0;)
        if (layerAt(grid, covers.painted[i].weights, p) > 0.45f) return static_cast<int>(i);
    return -1;
}

void wetten(SurfacePoint& s, const V2f& p, float above, float footprint) {
    const float ragged = 0.05f * fractalNoise(p.x / 1.1f, p.y / 1.1f, 321, 4);
    const float wet = 1 - smoothstep(0.03f, 0.16f, above + ragged);
    if (wet <= 0) return;
    const float fine = footprint < 0.3f ? fractalNoise(p.x / 0.12f, p.y / 0.12f, 322, 3) : 0;
    const Rgb mud = fromSrgb(0.29f, 0.25f, 0.18f) * (1 + 0.25f * fine + 2.0f * ragged);
    s.albedo = lerp(s.albedo * (1 - 0.4f * wet), mud, 0.9f * wet);
    s.roughness = lerp(s.roughness, 0.42f, wet);
    s.specular = lerp(s.specular, 0.6f, wet);
}

SurfacePoint farSurface(const Covers& covers, const V2f& p, const V3f& normal, float footprint, uint64_t seed) {
    SurfacePoint s = meadow(covers, p, normal, footprint);
    // Fields: jittered cells, some mown, some sown.
    const float size = 230;
    const float wx = p.x + 30 * valueNoise(p.x / 300, p.y / 300, seed + 31),
                wy = p.y + 30 * valueNoise(p.x / 300, p.y / 300, seed + 32);
    const auto ix = static_cast<int64_t>(std::floor(wx / size)), iy = static_cast<int64_t>(std::floor(wy / size));
    const float kind = unitFloat(mix(static_cast<uint64_t>(ix), static_cast<uint64_t>(iy), seed));
    const float distance = p.length();
    const float far = smoothstep(250, 600, distance);
    const Rgb tones[4] = {fromSrgb(0.42f, 0.47f, 0.24f), fromSrgb(0.52f, 0.52f, 0.30f), fromSrgb(0.38f, 0.45f, 0.21f),
                          fromSrgb(0.60f, 0.55f, 0.35f)};
    const Rgb field =
        tones[static_cast<int>(kind * 4) & 3] * (0.85f + 0.2f * fractalNoise(p.x / 40, p.y / 40, seed + 33, 3));
    s.albedo = lerp(s.albedo, field, far);
    // Hedges along the field borders.
    const float bx = std::abs(wx / size - std::round(wx / size)) * size,
                by = std::abs(wy / size - std::round(wy / size)) * size;
    const float hedge = (1 - smoothstep(2.5f, 6 + 2 * valueNoise(p.x / 9, p.y / 9, seed + 34), std::min(bx, by))) * far;
    const float wood = std::max(farWood(p, seed) * smoothstep(60, 200, distance), hedge);
    const float crowns = valueNoise(p.x / 7, p.y / 7, seed + 35) + 0.6f * valueNoise(p.x / 2.6f, p.y / 2.6f, seed + 36);
    const Rgb leaves = fromSrgb(0.24f, 0.31f, 0.15f) * (0.75f + 0.35f * crowns);
    s.albedo = lerp(s.albedo, leaves, wood);
    for (int k = 0; k < 3; ++k) s.albedo[k] = std::clamp(s.albedo[k], 0.01f, 0.9f);
    if (wood > 0.3f) {
        const V3f bump(valueNoise(p.x / 6, p.y / 6, seed + 37), valueNoise(p.x / 6, p.y / 6, seed + 38), 0);
        s.normal = (s.normal + bump * (0.7f * wood)).normalized();
    }
    return s;
}

} // namespace thallos
