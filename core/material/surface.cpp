#include "core/material/surface.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"

namespace thallos {

Rgb fromLinear709(const V3f& c) {
    return {0.6131324f * c.x + 0.3395381f * c.y + 0.0474295f * c.z,
            0.0701934f * c.x + 0.9163539f * c.y + 0.0134527f * c.z,
            0.0206155f * c.x + 0.1095698f * c.y + 0.8698147f * c.z};
}

V3f toLinear709(const Rgb& c) {
    return {1.7050510f * c.x - 0.6217921f * c.y - 0.0832589f * c.z,
            -0.1302564f * c.x + 1.1408047f * c.y - 0.0105484f * c.z,
            -0.0240033f * c.x - 0.1289690f * c.y + 1.1529723f * c.z};
}

namespace {

float decode(float v) {
    return v <= 0.04045f ? v / 12.92f : std::pow((v + 0.055f) / 1.055f, 2.4f);
}
float encode(float v) {
    return v <= 0.0031308f ? v * 12.92f : 1.055f * std::pow(v, 1 / 2.4f) - 0.055f;
}

const float* decodeTable() {
    static const auto table = [] {
        std::vector<float> t(256);
        for (int i = 0; i < 256; ++i) t[i] = decode(static_cast<float>(i) / 255);
        return t;
    }();
    return table.data();
}

struct Texel {
    V3f linear;
    float alpha;
};

Texel texel(const Texture& t, int x, int y) {
    x = ((x % t.width) + t.width) % t.width;
    y = ((y % t.height) + t.height) % t.height;
    const uint8_t* p = &t.rgba[(static_cast<size_t>(y) * t.width + x) * 4];
    const float* table = decodeTable();
    return {{table[p[0]], table[p[1]], table[p[2]]}, static_cast<float>(p[3]) / 255};
}

Texel sample(const Texture& t, const V2f& uv) {
    const float x = uv.x * static_cast<float>(t.width) - 0.5f, y = uv.y * static_cast<float>(t.height) - 0.5f;
    const float fx = std::floor(x), fy = std::floor(y);
    const int ix = static_cast<int>(fx), iy = static_cast<int>(fy);
    const float u = x - fx, v = y - fy;
    const Texel a = texel(t, ix, iy), b = texel(t, ix + 1, iy), c = texel(t, ix, iy + 1), d = texel(t, ix + 1, iy + 1);
    return {lerp(lerp(a.linear, b.linear, u), lerp(c.linear, d.linear, u), v),
            lerp(lerp(a.alpha, b.alpha, u), lerp(c.alpha, d.alpha, u), v)};
}

// The two directions along a face, so that patterns run level and upright on walls.
struct Frame {
    V2f at;
    V3f along, up;
};

Frame faceFrame(const V3f& p, const V3f& n) {
    if (std::abs(n.z) > 0.8f) return {{p.x, p.y}, {1, 0, 0}, {0, 1, 0}};
    const V3f along = V3f(-n.y, n.x, 0).normalized();
    const V3f up = n.cross(along).normalized();
    return {{along.dot(p), up.dot(p)}, along, up};
}

float random2(int64_t i, int64_t j, uint64_t seed) {
    return unitFloat(mix(static_cast<uint64_t>(i), static_cast<uint64_t>(j), seed));
}

// Rounded groove at the edges of a unit interval: depth 0..1 and slope sign.
struct Groove {
    float depth, slope;
};
Groove groove(float t, float width) {
    const float edge = std::min(t, 1 - t);
    if (edge >= width) return {0, 0};
    const float d = 1 - edge / width;
    return {d * d, t < 0.5f ? -d : d};
}

struct Relief {
    Rgb tint{1};
    float roughness = 0;
    V2f slope{0}; // change of height along and up
};

Relief boards(const V2f& at, float width, float fade, bool decking) {
    // Decking runs along x, cladding upright.
    const float across = decking ? at.y : at.x, along = decking ? at.x : at.y;
    const float k = std::floor(across / width), t = across / width - k;
    const auto i = static_cast<int64_t>(k);
    const float length = 3.6f, shift = length * random2(i, 1, 11);
    const auto j = static_cast<int64_t>(std::floor((along + shift) / length));
    const float tone = random2(i, j, 12), warm = random2(i, j, 13);
    const float grain = fractalNoise(across * 90, along * 2.5f + 50 * tone, 14, 3) * fade;
    const float weather = fractalNoise(at.x * 0.7f, at.y * 0.7f, 15, 3);
    Relief r;
    const Groove g = groove(t, decking ? 0.06f : 0.045f);
    float v = (0.84f + 0.3f * tone) * (1 + 0.16f * grain) * (1 + 0.10f * weather);
    v *= 1 - 0.75f * g.depth * fade;
    r.tint = Rgb(v * (1 + 0.05f * (warm - 0.5f)), v, v * (1 - 0.09f * (warm - 0.5f)));
    r.roughness = 0.06f * grain;
    const float slope = 0.9f * g.slope * fade + 0.06f * grain;
    r.slope = decking ? V2f(0, slope) : V2f(slope, 0);
    return r;
}

// Cuts a line into pieces of about `mean` metres whose borders are jittered by up to a third.
struct Piece {
    int64_t index;
    float from, length; // metres
};
Piece pieceAt(float x, float mean, int64_t row, uint64_t seed) {
    const float s = x / mean + 7.3f * random2(row, 0, seed);
    auto border = [&](int64_t i) { return static_cast<float>(i) + 0.66f * (random2(row, i, seed + 1) - 0.5f); };
    auto i = static_cast<int64_t>(std::floor(s));
    if (s < border(i)) --i;
    if (s >= border(i + 1)) ++i;
    const float from = border(i);
    return {i, (s - from) * mean, (border(i + 1) - from) * mean};
}

// How near the rim of a stone lies, and the slope of its rounded edge.
struct Rim {
    float joint; // 0 on the stone, 1 in the joint
    V2f slope{0};
};
Rim rimOf(float x, float width, float y, float height, float joint, float round) {
    const V2f side(x < width / 2 ? -1 : 1, y < height / 2 ? -1 : 1);
    const V2f inward(std::min(x, width - x), std::min(y, height - y));
    // The distance to the rim, with corners rounded off.
    const V2f left(std::max(round - inward.x, 0.0f), std::max(round - inward.y, 0.0f));
    const float out = left.length(), d = round - out;
    if (out <= 0) return {0};
    const V2f away = V2f(left.x * side.x, left.y * side.y) / out;
    return {1 - smoothstep(joint * 0.4f, joint, d), away * (-out / round)};
}

// Rubble brought to courses: bands are cut into blocks, and each block into one to three courses of one or two stones,
// so that no joint runs far.
Relief masonry(const V2f& at, float height, float fade) {
    const float wobble = 0.10f * height;
    const float wx = at.x + wobble * fractalNoise(at.x / height * 1.3f, at.y / height * 1.3f, 21, 3);
    const float wy = at.y + wobble * fractalNoise(at.x / height * 1.3f + 40, at.y / height * 1.3f, 22, 3);
    const float band = 3 * height;
    const auto row = static_cast<int64_t>(std::floor(wy / band));
    const Piece block = pieceAt(wx, 3.2f * height, row, 23);
    const float kind = random2(row, block.index, 25);
    const int courses = kind < 0.14f ? 1 : kind < 0.55f ? 2 : 3;
    auto edge = [&](int k) {
        return k == 0 || k == courses ? static_cast<float>(k)
                                      : static_cast<float>(k) + 0.5f * (random2(row * 7 + k, block.index, 26) - 0.5f);
    };
    const float local = (wy - static_cast<float>(row) * band) / band * static_cast<float>(courses);
    int course = 0;
    while (course + 1 < courses && local >= edge(course + 1)) ++course;
    const float unit = band / static_cast<float>(courses);
    const float y = (local - edge(course)) * unit, tall = (edge(course + 1) - edge(course)) * unit;
    // A course is split where its stone would be too long.
    const int64_t key = row * 3 + course;
    const bool two = block.length > tall * (1.7f + random2(key, block.index, 27));
    const float cut = block.length * (0.36f + 0.28f * random2(key, block.index, 28));
    const bool second = two && block.from >= cut;
    const float x = second ? block.from - cut : block.from,
                wide = two ? (second ? block.length - cut : cut) : block.length;
    const int64_t stone = block.index * 2 + (second ? 1 : 0);

    const float tone = random2(key, stone, 29), hue = random2(key, stone, 30);
    const Rim rim = rimOf(x, wide, y, tall, 0.075f * height, 0.26f * height);
    const float joint = rim.joint * fade;
    const float grain = fractalNoise(at.x * 14, at.y * 22 + 9 * tone, 31, 4) * fade;
    const float stain = fractalNoise(at.x * 0.5f, at.y * 0.9f, 32, 3);
    float t = (0.76f + 0.42f * tone) * (1 + 0.2f * grain) * (1 + 0.12f * stain);
    Relief r;
    r.tint = Rgb(t * (1 + 0.13f * (hue - 0.5f)), t, t * (1 - 0.17f * (hue - 0.5f)));
    // Lime mortar, set back and a little in its own shade.
    r.tint = lerp(r.tint, Rgb(0.80f, 0.77f, 0.71f) * (1 + 0.1f * grain + 0.1f * stain), joint);
    r.roughness = 0.05f * grain;
    const float e = 0.02f;
    auto rough = [&](float px, float py) { return fractalNoise(px * 16, py * 16, 33, 3); };
    r.slope = (rim.slope * (1 - joint) +
               V2f(rough(at.x + e, at.y) - rough(at.x, at.y), rough(at.x, at.y + e) - rough(at.x, at.y)) * 0.8f) *
              fade;
    return r;
}

// Sawn slabs in courses, with tight joints.
Relief paving(const V2f& at, float width, float fade) {
    const auto row = static_cast<int64_t>(std::floor(at.y / width));
    const float v = at.y / width - static_cast<float>(row);
    const float sx = at.x / (1.6f * width) + 7.3f * random2(row, 0, 24);
    const auto slab = static_cast<int64_t>(std::floor(sx));
    const float u = sx - static_cast<float>(slab);
    const float tone = random2(row, slab, 26), hue = random2(row, slab, 27);
    const Groove gu = groove(u, 0.016f), gv = groove(v, 0.026f);
    const float joint = std::max(gu.depth, gv.depth) * fade;
    const float face = fractalNoise(at.x * 7, at.y * 14, 28 + static_cast<uint64_t>(slab & 7), 4) * fade;
    const float stain = fractalNoise(at.x * 0.5f, at.y * 0.9f, 29, 3);
    const float t = lerp((0.68f + 0.6f * tone) * (1 + 0.22f * face) * (1 + 0.10f * stain), 0.42f, joint);
    Relief r;
    r.tint = Rgb(t * (1 + 0.16f * (hue - 0.5f)), t, t * (1 - 0.2f * (hue - 0.5f)));
    r.roughness = 0.05f * face;
    r.slope = V2f(gu.slope, gv.slope) * (0.45f * fade);
    return r;
}

// Loose stones: nearest of jittered lattice points gives each pebble its own tone and dome.
Relief gravel(const V2f& at, float size, float fade) {
    const float x = at.x / size, y = at.y / size;
    const auto cx = static_cast<int64_t>(std::floor(x)), cy = static_cast<int64_t>(std::floor(y));
    float best = 9, second = 9, tone = 0.5f, hue = 0.5f;
    V2f toward(0);
    for (int64_t j = cy - 1; j <= cy + 1; ++j)
        for (int64_t i = cx - 1; i <= cx + 1; ++i) {
            const V2f d(static_cast<float>(i) + random2(i, j, 41) - x, static_cast<float>(j) + random2(i, j, 42) - y);
            const float l = d.length();
            if (l < best) {
                second = best;
                best = l;
                toward = d;
                tone = random2(i, j, 43);
                hue = random2(i, j, 44);
            } else
                second = std::min(second, l);
        }
    const float gap = clamp01((second - best) * 3);
    const float large = fractalNoise(at.x * 0.8f, at.y * 0.8f, 45, 4);
    Relief r;
    const float v = lerp(1, (0.66f + 0.62f * tone) * (0.45f + 0.55f * gap), fade) * (1 + 0.14f * large);
    r.tint = Rgb(v * (1 + 0.12f * (hue - 0.5f) * fade), v, v * (1 - 0.16f * (hue - 0.5f) * fade));
    r.slope = toward * (-0.8f * fade);
    return r;
}

Relief soil(const V2f& at, float size, float fade) {
    const float fine = fade > 0 ? fractalNoise(at.x / size * 5, at.y / size * 5, 51, 4) * fade : 0;
    const float large = fractalNoise(at.x * 0.35f, at.y * 0.35f, 52, 4);
    Relief r;
    const float v = (1 + 0.4f * fine) * (1 + 0.3f * large);
    r.tint = Rgb(v, v * (1 + 0.06f * large), v * (1 - 0.05f * large));
    if (fade <= 0) return r;
    const float e = 0.2f * size;
    r.slope = V2f(fractalNoise((at.x + e) / size * 5, at.y / size * 5, 51, 3) - fine,
                  fractalNoise(at.x / size * 5, (at.y + e) / size * 5, 51, 3) - fine) *
              (0.7f * fade);
    return r;
}

Relief seam(const V2f& at, float width, float fade) {
    const float k = std::floor(at.x / width), t = at.x / width - k;
    const float rib = std::min(t, 1 - t) * width;
    Relief r;
    const float tone = random2(static_cast<int64_t>(k), 0, 61);
    const float oil = fractalNoise(at.x * 1.5f, at.y * 1.5f, 62, 3);
    const float v = (0.94f + 0.12f * tone) * (1 + 0.06f * oil);
    r.tint = Rgb(rib < 0.012f ? v * lerp(1, 0.7f, fade) : v);
    r.roughness = 0.08f * oil;
    if (rib < 0.02f) r.slope.x = (t < 0.5f ? -0.8f : 0.8f) * fade;
    r.slope += V2f(fractalNoise(at.x * 2, at.y * 2, 63, 2), fractalNoise(at.x * 2, at.y * 2, 64, 2)) * 0.012f;
    return r;
}

Relief bark(const V2f& at, float size, float fade) {
    const float f = fractalNoise(at.x / size * 3, at.y / size * 0.8f, 71, 4) * fade;
    Relief r;
    r.tint = Rgb(1 + 0.45f * f);
    r.slope = V2f(f, 0.3f * f);
    return r;
}

Relief plaster(const V2f& at, float size, float fade) {
    const float f = fractalNoise(at.x / size * 20, at.y / size * 20, 81, 3) * fade;
    const float large = fractalNoise(at.x * 0.6f, at.y * 0.6f, 82, 3);
    Relief r;
    r.tint = Rgb(1 + 0.04f * f + 0.05f * large);
    r.slope = V2f(f, -f) * 0.05f;
    return r;
}

Relief relief(Pattern pattern, const V2f& at, float size, float footprint) {
    // The finest feature is about a twentieth of the pattern's size; it fades as the pixel outgrows it.
    const float fade = 1 - smoothstep(0.25f, 1.6f, footprint / std::max(size, 1e-3f));
    switch (pattern) {
    case Pattern::Boards:
        return boards(at, size, fade, false);
    case Pattern::Decking:
        return boards(at, size, fade, true);
    case Pattern::Masonry:
        return masonry(at, size, fade);
    case Pattern::Paving:
        return paving(at, size, fade);
    case Pattern::Gravel:
        return gravel(at, size, fade);
    case Pattern::Soil:
        return soil(at, size, fade);
    case Pattern::StandingSeam:
        return seam(at, size, fade);
    case Pattern::Bark:
        return bark(at, size, fade);
    case Pattern::Plaster:
        return plaster(at, size, fade);
    case Pattern::None:
        break;
    }
    return {};
}

} // namespace

Rgb fromSrgb(float r, float g, float b) {
    return fromLinear709({decode(r), decode(g), decode(b)});
}
Rgb fromSrgb8(uint8_t r, uint8_t g, uint8_t b) {
    const float* t = decodeTable();
    return fromLinear709({t[r], t[g], t[b]});
}
V3f toSrgb(const Rgb& c) {
    const V3f l = toLinear709(c);
    return {encode(clamp01(l.x)), encode(clamp01(l.y)), encode(clamp01(l.z))};
}

float coverage(const Surface& surface, const V2f& uv) {
    return surface.texture ? sample(*surface.texture, uv).alpha : 1;
}

SurfacePoint evaluate(const Surface& s, const V3f& p, const V3f& normal, const V2f& uv, float footprint) {
    SurfacePoint out{.albedo = s.baseColor,
                     .roughness = s.roughness,
                     .metalness = s.metalness,
                     .transmission = s.transmission,
                     .solid = s.solid && s.transmission > 0.5f,
                     .absorption = s.absorption,
                     .specular = s.specular,
                     .coat = s.coat,
                     .coatRoughness = s.coatRoughness,
                     .emission = s.emission,
                     .lampGroup = s.lampGroup,
                     .normal = normal};
    if (s.pattern != Pattern::None) {
        const Frame frame = faceFrame(p, normal);
        const Relief r = relief(s.pattern, frame.at, s.patternSize, footprint);
        out.albedo *= r.tint;
        out.roughness = std::clamp(out.roughness + r.roughness, 0.03f, 1.0f);
        out.normal = (normal - frame.along * r.slope.x - frame.up * r.slope.y).normalized();
    }
    if (s.texture) {
        V2f at = uv;
        if (s.textureSize > 0) at = faceFrame(p, normal).at / s.textureSize;
        out.albedo *= fromLinear709(sample(*s.texture, at).linear);
    }
    // No matt surface sends back all light; clear glass may let all through.
    const float limit = s.transmission > 0.5f ? 1.0f : 0.95f;
    for (int k = 0; k < 3; ++k) out.albedo[k] = std::clamp(out.albedo[k], 0.0f, limit);
    if (s.translucency > 0) {
        out.through = out.albedo * s.throughTint * s.translucency;
        out.albedo *= 1 - s.translucency;
    }
    return out;
}

} // namespace thallos
