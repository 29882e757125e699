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

Relief masonry(const V2f& at, float height, float fade, bool paving) {
    // Coursed rubble: course heights and stone lengths vary; joints wander a little.
    const float wobble = paving ? 0 : 0.045f * height;
    const float wx = at.x + wobble * fractalNoise(at.x / height * 1.7f, at.y / height * 1.7f, 21, 2);
    const float wy = at.y + wobble * fractalNoise(at.x / height * 1.7f + 40, at.y / height * 1.7f, 22, 2);
    // Courses in groups of four whose heights differ but sum to the same.
    const float group = std::floor(wy / (4 * height));
    const auto gi = static_cast<int64_t>(group);
    float edges[5] = {0, 1, 2, 3, 4};
    if (!paving)
        for (int k = 1; k < 4; ++k) edges[k] += 0.5f * (random2(gi, k, 23) - 0.5f);
    const float local = wy / height - 4 * group;
    int course = 0;
    while (course < 3 && local >= edges[course + 1]) ++course;
    const float v = (local - edges[course]) / (edges[course + 1] - edges[course]);
    const auto row = gi * 4 + course;
    const float mean = height * (paving ? 1.6f : 1.9f);
    const float sx = wx / mean + 7.3f * random2(row, 0, 24);
    float pair = std::floor(sx / 2);
    const auto pi = static_cast<int64_t>(pair);
    const float split = paving ? 1 : 1 + 0.7f * (random2(row, pi, 25) - 0.5f);
    const float inPair = sx - 2 * pair;
    const bool second = inPair >= split;
    const float u = second ? (inPair - split) / (2 - split) : inPair / split;
    const int64_t stone = pi * 2 + (second ? 1 : 0);
    const float tone = random2(row, stone, 26), hue = random2(row, stone, 27);
    const float jw = paving ? 0.02f : 0.07f, jl = jw * height / (mean * (second ? 2 - split : split));
    const Groove gu = groove(u, jl * 1.3f), gv = groove(v, jw * 1.3f);
    const float joint = std::max(gu.depth, gv.depth) * fade;
    const float face =
        fractalNoise(at.x * 9 / std::max(height * 5, 0.5f) * 4, at.y * 14, 28 + static_cast<uint64_t>(stone & 7), 4) *
        fade;
    const float stain = fractalNoise(at.x * 0.5f, at.y * 0.9f, 29, 3);
    float t = (0.68f + 0.6f * tone) * (1 + 0.22f * face) * (1 + 0.10f * stain);
    t = lerp(t, paving ? 0.42f : 0.62f, joint);
    Relief r;
    r.tint = Rgb(t * (1 + 0.16f * (hue - 0.5f)), t, t * (1 - 0.2f * (hue - 0.5f)));
    r.roughness = 0.05f * face;
    r.slope = V2f(0.9f * gu.slope, 0.9f * gv.slope) * fade * (paving ? 0.5f : 1.0f);
    if (!paving) {
        const float e = 0.02f;
        r.slope += V2f(fractalNoise((at.x + e) * 16, at.y * 16, 30, 3) - fractalNoise(at.x * 16, at.y * 16, 30, 3),
                       fractalNoise(at.x * 16, (at.y + e) * 16, 30, 3) - fractalNoise(at.x * 16, at.y * 16, 30, 3)) *
                   (0.6f * fade);
    }
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
        return masonry(at, size, fade, false);
    case Pattern::Paving:
        return masonry(at, size, fade, true);
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
    SurfacePoint out{s.baseColor, s.roughness, s.metalness, s.transmission, s.translucency, 1, s.emission, normal};
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
    return out;
}

} // namespace thallos
