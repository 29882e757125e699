#include "core/ground/cover.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <span>
#include <string_view>
#include <tuple>
#include <unordered_map>

#include "core/base/noise.h"
#include "core/ground/far_land.h"

namespace thallos {

namespace {

// Noise whose octaves are turned against each other: no line of one falls on a line of the next, so that nothing looks
// woven. About -1..1. Octaves that are smaller than a pixel `footprint` metres wide are neither shown nor computed.
float turnedNoise(V2f p, float size, uint64_t seed, int octaves, float footprint = 0) {
    constexpr float kCos = 0.7987f, kSin = 0.6018f; // 37 degrees
    float sum = 0, weight = 1, all = 0, pixel = footprint / size;
    p /= size;
    for (int k = 0; k < octaves; ++k) {
        const float fade = pixel <= 0.3f ? 1 : 1 - smoothstep(0.3f, 1.5f, pixel);
        if (fade > 0) sum += fade * weight * valueNoise(p.x, p.y, seed + static_cast<uint64_t>(k));
        all += weight;
        pixel *= 2.03f;
        p = V2f(kCos * p.x - kSin * p.y, kSin * p.x + kCos * p.y) * 2.03f + V2f(17.3f, 9.1f);
        weight *= 0.5f;
    }
    return sum / all * 1.5f;
}

// One of several surfaces at a place: its share, and how high its relief stands there, about -1..1.
struct Part {
    SurfacePoint surface;
    float share = 0, relief = 0;
};

SurfacePoint textureOn(const Material& material, const V2f& p, float footprint, float turn = 0) {
    const float c = std::cos(turn), s = std::sin(turn);
    SurfacePoint out =
        evaluate(material, {.position = {c * p.x - s * p.y, s * p.x + c * p.y, 0}, .footprint = footprint});
    if (turn != 0)
        out.normal = V3f(c * out.normal.x + s * out.normal.y, c * out.normal.y - s * out.normal.x, out.normal.z);
    return out;
}
// Hollows between crumbs and blades lie in their own shade: what is lighter than the mean stands higher.
float reliefOf(const SurfacePoint& s, const Material& m) {
    return std::clamp(luminance(s.albedo) / std::max(luminance(m.base.albedo), 1e-3f) - 1, -1.0f, 1.0f);
}

// Laid over each other by their shares. Near by the one that stands highest shows, so that borders run between stones
// and blades and not across them; far away all show, as their mean does.
SurfacePoint blended(std::span<const Part> parts, float footprint) {
    const float far = smoothstep(0.06f, 0.5f, footprint), band = lerp(0.16f, 1, far);
    const auto standing = [far](const Part& p) {
        return p.share + (1 - far) * 0.45f * p.relief * 4 * p.share * (1 - p.share);
    };
    float most = -1e30f;
    for (const Part& p : parts) most = std::max(most, standing(p));
    SurfacePoint out = parts[0].surface;
    out.albedo = Rgb(0);
    out.roughness = out.specular = out.metalness = 0;
    V3f tilt(0);
    float sum = 0;
    for (const Part& p : parts) {
        const float k = lerp(std::max(standing(p) - most + band, 0.0f), p.share, far);
        out.albedo += p.surface.albedo * k;
        out.roughness += p.surface.roughness * k;
        out.specular += p.surface.specular * k;
        out.metalness += p.surface.metalness * k;
        tilt += p.surface.normal * k;
        sum += k;
    }
    out.albedo /= sum;
    out.roughness /= sum;
    out.specular /= sum;
    out.metalness /= sum;
    out.normal = tilt.normalized();
    return out;
}

// What a relief that was laid on a level plane is on a slope.
V3f onSlope(const V3f& relief, const V3f& normal) {
    return (normal + V3f(relief.x, relief.y, 0) / std::max(relief.z, 0.2f)).normalized();
}

const GroundHabit& habitOf(const Covers& covers, int of) {
    static const GroundHabit none;
    const auto k = static_cast<size_t>(of);
    return k < covers.habits.size() ? covers.habits[k] : none;
}

// The humps and hollows between what the ground's samples show and what a texture does: metres across, they catch a
// low sun. `share` of those of a meadow.
V3f uneven(const V3f& relief, const V2f& p, float footprint, float share) {
    constexpr float kLost = 0.8f * 1.7f; // metres of a pixel that shows none of them
    if (share <= 0 || footprint >= kLost) return relief;
    V3f out = relief;
    // More of them here and fewer there, so that they do not repeat from the air.
    share *= 1 + 0.6f * valueNoise(p.x / 13, p.y / 13, 333);
    for (const auto& [size, steep, seed] : {std::tuple(1.7f, 0.13f, 331), std::tuple(0.45f, 0.16f, 332)}) {
        const float fade = share * (1 - smoothstep(0.2f * size, 0.8f * size, footprint));
        if (fade <= 0) continue;
        constexpr float kStep = 0.08f; // of the size
        const auto at = [&, size = size, seed = seed](float x, float y) {
            return valueNoise(p.x / size + x, p.y / size + y, static_cast<uint64_t>(seed));
        };
        const float here = at(0, 0), by = fade * steep / (kStep * 2.2f);
        out.x -= by * (at(kStep, 0) - here) * out.z;
        out.y -= by * (at(0, kStep) - here) * out.z;
    }
    return out.normalized();
}

// Seasons and wet feet: a little greener here, drier there, never in blots.
Rgb drynessOf(const MeadowMix& mix) {
    const float dry = 0.6f * mix.large + 0.5f * mix.middle;
    return Rgb(1 + 0.24f * dry, 1 + 0.1f * dry, 1 + 0.08f * dry);
}

// Rough grass and low turf that run into each other, worn thin to the soil in small places.
SurfacePoint meadow(const Covers& covers, const V2f& p, const V3f& normal, float footprint) {
    const MeadowMix mix = meadowMix(p, footprint);
    const float tussock = turnedNoise(p, 0.32f, 306, 2, footprint);
    std::array<Part, 3> all;
    size_t n = 0;
    const auto lay = [&](const Material& m, float share, float turn) {
        if (share < 0.02f) return;
        all[n].surface = textureOn(m, p, footprint, turn);
        all[n].share = share;
        all[n].relief = reliefOf(all[n].surface, m);
        ++n;
    };
    lay(covers.roughGrass, 1 - mix.soil - mix.turf, 0.4f);
    lay(covers.turf, mix.turf, 1.3f);
    lay(covers.materials[0], mix.soil, 0);
    SurfacePoint s = blended(std::span(all).first(n), footprint);
    s.albedo *= drynessOf(mix) * (1 + 0.14f * mix.small + 0.12f * tussock + 0.07f * mix.middle);
    s.specular *= 0.3f;
    s.normal = onSlope(uneven(s.normal, p, footprint, 1), normal);
    return s;
}

} // namespace

GroundHabit habitOf(const Surface& surface) {
    static const std::unordered_map<std::string_view, GroundHabit> known{{"River gravel", {0.4f, 0.5f}},
                                                                         {"Crushed stone", {0.5f, 0.4f}},
                                                                         {"Topsoil", {0.9f, 1}},
                                                                         {"Clay subsoil", {1, 1}},
                                                                         {"Cracked mud", {1, 0.6f}},
                                                                         {"Wet silt", {1, 0.6f}},
                                                                         {"Rippled sand", {0.3f, 0.6f}},
                                                                         {"Short turf", {0, 0.7f}},
                                                                         {"Rough grass", {0, 1}},
                                                                         {"Cushion moss", {0, 1}},
                                                                         {"Leaf litter", {0.2f, 1}},
                                                                         {"Needle litter", {0, 1}},
                                                                         {"Bark mulch", {0.1f, 0.6f}},
                                                                         {"Straw", {0, 0.6f}},
                                                                         {"Rock face", {0.6f, 0.6f}},
                                                                         {"Flagstones", {0.5f, 0.1f, true}},
                                                                         {"Granite setts", {0.4f, 0.1f, true}},
                                                                         {"Stone tiles", {0.5f, 0, true}},
                                                                         {"Asphalt", {0.7f, 0.05f, true}},
                                                                         {"Exposed aggregate", {0.5f, 0, true}}};
    const auto it = known.find(surface.recipe);
    return it == known.end() ? GroundHabit{} : it->second;
}

Rgb meadowColour(const Covers& covers, const V2f& p) {
    const MeadowMix mix = meadowMix(p, 0.5f);
    return lerp(covers.roughGrass.base.albedo, covers.turf.base.albedo,
                clamp01(mix.turf / std::max(1 - mix.soil, 0.01f))) *
           drynessOf(mix);
}

MeadowMix meadowMix(const V2f& p, float footprint) {
    MeadowMix out;
    out.large = turnedNoise(p, 31, 301, 3, footprint);
    out.middle = turnedNoise(p, 4.3f, 304, 4, footprint);
    out.small = turnedNoise(p, 0.7f, 302, 4, footprint);
    out.soil = clamp01(0.06f + 0.24f * out.small + 0.14f * out.middle + 0.05f * out.large);
    out.turf = (1 - out.soil) * clamp01(0.45f + 0.6f * out.middle + 0.45f * out.large + 0.3f * out.small);
    return out;
}

namespace {

const CoverPatch* patchOf(const Covers& covers, int of) {
    const auto k = static_cast<size_t>(of);
    return k < covers.patches.size() && covers.patches[k] ? &*covers.patches[k] : nullptr;
}

// A cover by itself, as high as `normal` lies.
SurfacePoint coverAlone(const Covers& covers, int of, const V2f& p, const V3f& normal, float footprint) {
    SurfacePoint out = textureOn(covers.materials[static_cast<size_t>(of)], p, footprint);
    out.normal = onSlope(uneven(out.normal, p, footprint, habitOf(covers, of).uneven), normal);
    return out;
}

// Pictures that lie there once over what else does, the uppermost last; what lies under one shows through its holes
// and beside it.
void layPatches(SurfacePoint& s, const Covers& covers, const CoverShares& shares, const V2f& p, const V3f& normal,
                float footprint) {
    for (int last = 0;;) {
        const CoverShare* next = nullptr;
        for (int i = 0; i < shares.count; ++i)
            if (const CoverShare& c = shares.covers[static_cast<size_t>(i)];
                c.of > last && patchOf(covers, c.of) && (!next || c.of < next->of))
                next = &c;
        if (!next) return;
        const auto [of, share] = *next;
        last = of;
        float over = 0; // covers that lie over it
        for (int i = 0; i < shares.count; ++i)
            if (shares.covers[i].of > of && !patchOf(covers, shares.covers[i].of)) over += shares.covers[i].share;
        const Material& m = covers.materials[static_cast<size_t>(of)];
        float w = patchOf(covers, of)->weight(p) * share / (share + over);
        if (m.texture && m.texture->cuts()) w *= coverage(m, {.position = {p.x, p.y, 0}, .footprint = footprint});
        if (w <= 0) continue;
        const SurfacePoint picture = coverAlone(covers, of, p, normal, footprint);
        s.albedo = lerp(s.albedo, picture.albedo, w);
        s.roughness = lerp(s.roughness, picture.roughness, w);
        s.specular = lerp(s.specular, picture.specular, w);
        s.metalness = lerp(s.metalness, picture.metalness, w);
        s.normal = lerp(s.normal, picture.normal, w).normalized();
    }
}

} // namespace

SurfacePoint coverSurface(const Covers& covers, const V2f& p, const V3f& normal, float footprint) {
    const CoverShares shares = covers.map.at(p);
    if (shares.count == 1 && shares.covers[0].of == 0) return meadow(covers, p, normal, footprint);
    std::array<Part, 4> all;
    size_t n = 0;
    bool patched = false;
    for (int i = 0; i < shares.count && n < all.size(); ++i) {
        const int of = shares.covers[i].of;
        if (patchOf(covers, of)) {
            patched = true;
            continue;
        }
        const Material& m = covers.materials[static_cast<size_t>(of)];
        Part& l = all[n++];
        l.share = shares.covers[i].share;
        const auto seed = 311 + static_cast<uint64_t>(of);
        if (of == 0)
            l.surface = meadow(covers, p, normal, footprint);
        else {
            l.surface = coverAlone(covers, of, p, normal, footprint);
            // Trodden, bleached and washed together: from the air no cover is one even tone.
            l.surface.albedo *= 0.95f + 0.1f * turnedNoise(p, 2.7f, seed + 100, 3, footprint) +
                                0.09f * turnedNoise(p, 13, seed + 200, 2, footprint);
        }
        l.relief = reliefOf(l.surface, m);
        // Borders wander, and what lies loose is carried over them.
        if (shares.count > 1 && footprint < 0.5f) l.relief += 0.9f * turnedNoise(p, 0.4f, seed, 4, footprint);
    }
    SurfacePoint s = n == 0   ? meadow(covers, p, normal, footprint)
                     : n == 1 ? all[0].surface
                              : blended(std::span(all).first(n), footprint);
    if (patched) layPatches(s, covers, shares, p, normal, footprint);
    return s;
}

void addPuddles(SurfacePoint& s, const Covers& covers, const V2f& p, float hollow, float amount, float footprint) {
    const CoverShares shares = covers.map.at(p);
    float holds = 0;
    for (int i = 0; i < shares.count; ++i) {
        const CoverShare& c = shares.covers[static_cast<size_t>(i)];
        if (c.of != 0) holds += c.share * habitOf(covers, c.of).holds;
    }
    if (holds <= 0) return;
    // At the foot of a wall or a bank it is no deeper than in a rut.
    const float depth = std::min(hollow, 0.05f) + 0.02f * turnedNoise(p, 0.9f, 341, 3, footprint) -
                        lerp(0.065f, -0.012f, amount * holds);
    const float damp = smoothstep(-0.014f, 0, depth), blur = 0.003f + 0.03f * std::min(footprint, 0.3f);
    const float water = smoothstep(0, blur, depth);
    if (damp <= 0) return;
    s.albedo *= 1 - 0.5f * damp;
    s.roughness = lerp(lerp(s.roughness, std::min(s.roughness, 0.55f), damp), 0.03f, water);
    s.specular = lerp(lerp(s.specular, 0.7f, damp), 0.5f, water);
    s.metalness *= 1 - water;
    s.normal = lerp(s.normal, V3f(0, 0, 1), water).normalized();
}

void wetten(SurfacePoint& s, const Material& bed, const V2f& p, const V3f& normal, float above, float footprint) {
    const float ragged = 0.04f * fractalNoise(p.x / 1.1f, p.y / 1.1f, 321, 4);
    // Trodden down here, overgrown there: nowhere a ring of even width.
    const float reach = 0.08f + 0.05f * valueNoise(p.x / 4.3f, p.y / 4.3f, 323);
    const float wet = 1 - smoothstep(0.2f * reach, reach, above + ragged);
    if (wet <= 0) return;
    const float fine = footprint < 0.3f ? fractalNoise(p.x / 0.12f, p.y / 0.12f, 322, 3) : 0;
    const SurfacePoint under = textureOn(bed, p, footprint);
    const Rgb soaked = under.albedo * (0.9f + 0.2f * fine + 1.5f * ragged);
    s.albedo = lerp(s.albedo * (1 - 0.4f * wet), soaked, 0.9f * wet);
    s.roughness = lerp(s.roughness, 0.42f, wet);
    s.specular = lerp(s.specular, 0.6f, wet);
    s.normal = lerp(s.normal, onSlope(under.normal, normal), wet).normalized();
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
