#include "core/material/material.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"

namespace thallos {

namespace {

// The two directions along a face, so that courses run level and boards upright on walls of any bearing.
struct Frame {
    V2f at;
    V3f along, up;
};

Frame faceFrame(const HitPoint& spot) {
    const V3f &p = spot.position, &n = spot.facet;
    if (std::abs(n.z) > 0.8f) return {{p.x, p.y}, {1, 0, 0}, {0, 1, 0}};
    V3f along = V3f(-n.y, n.x, 0).normalized(), up = n.cross(along).normalized();
    if (spot.normal.dot(n) > 0.9999f) return {{along.dot(p), up.dot(p)}, along, up};
    // Round things have no face of their own: one of eight bearings, with ragged borders between.
    const float bearing =
        std::atan2(along.y, along.x) / (kPi / 4) + 0.3f * fractalNoise(p.z * 9, (p.x + p.y) * 9, 71, 2);
    const float a = std::round(bearing) * (kPi / 4);
    along = V3f(std::cos(a), std::sin(a), 0);
    return {{along.dot(p), p.z}, along, {0, 0, 1}};
}

V2f turned(const V2f& v, float angle) {
    if (angle == 0) return v;
    const float c = std::cos(angle), s = std::sin(angle);
    return {c * v.x - s * v.y, s * v.x + c * v.y};
}

} // namespace

Material plain(const Surface& s) {
    return {.name = s.name,
            .base = {.albedo = s.baseColor,
                     .roughness = s.roughness,
                     .metalness = s.metalness,
                     .transmission = s.transmission,
                     .solid = s.solid && s.transmission > 0.5f,
                     .absorption = s.absorption,
                     .specular = s.specular,
                     .coat = s.coat,
                     .coatRoughness = s.coatRoughness,
                     .emission = s.emission,
                     .lampGroup = std::clamp(s.lampGroup, 0, kLampGroups - 1)}, // an index in every path
            .translucency = s.translucency,
            .throughTint = s.throughTint,
            .letsSunThrough = s.letsSunThrough(),
            .scale = std::max(s.scale, 1e-3f),
            .turn = s.turn,
            .relief = s.relief,
            .soft = s.soft,
            .shift = s.shift,
            .weathering = s.weathering,
            .wave = s.wave};
}

Material textured(const Surface& surface, std::shared_ptr<const Texture> texture, const TextureMapping& mapping) {
    Material m = plain(surface);
    if (!texture || texture->empty()) return m;
    m.texture = std::move(texture);
    m.mapping = mapping;
    const TextureSample mean = m.texture->mean();
    for (int k = 0; k < 3; ++k) m.gain[k] = surface.baseColor[k] / std::max(mean.color[k], 1e-3f);
    m.rougher = surface.roughness - mean.roughness;
    return m;
}

Material pictured(const Surface& surface, std::shared_ptr<const Texture> pictures) {
    Material m = plain(surface);
    if (!pictures || pictures->empty()) return m;
    m.texture = std::move(pictures);
    m.byUv = surface.textureSize <= 0;
    if (!m.byUv)
        m.mapping.size = V2f(surface.textureSize, surface.textureSize * static_cast<float>(m.texture->height()) /
                                                      static_cast<float>(m.texture->width()));
    if (!m.byUv && surface.mixed) m.mapping.kind = TextureMapping::Kind::Blend;
    m.gain = surface.baseColor;
    if (surface.maps.color) m.base.albedo = m.texture->mean().color * surface.baseColor; // for who asks for one colour
    if (!surface.maps.roughness) m.rougher = surface.roughness - m.texture->mean().roughness;
    m.metals = surface.maps.metalness != nullptr;
    if (surface.maps.roughness && !surface.solid)
        m.letsSunThrough = surface.transmission > 0.5f && m.texture->mean().roughness < kFrosted;
    return m;
}

namespace {

TextureSample mixed(const TextureSample& a, const TextureSample& b, float t) {
    return {.color = lerp(a.color, b.color, t),
            .opacity = lerp(a.opacity, b.opacity, t),
            .slope = a.slope * (1 - t) + b.slope * t,
            .roughness = lerp(a.roughness, b.roughness, t),
            .metalness = lerp(a.metalness, b.metalness, t)};
}

// Laid along the three axes, each where the surface looks its way most.
TextureSample fromThreeSides(const Material& m, const HitPoint& spot, V3f& along, V3f& up) {
    constexpr float kSharp = 6;
    const float scale = m.scale;
    V3f weight(0);
    for (int k = 0; k < 3; ++k) weight[k] = std::pow(std::abs(spot.normal[k]), kSharp);
    weight /= weight.x + weight.y + weight.z;
    TextureSample sum{.color = Rgb(0), .opacity = 0, .roughness = 0};
    V3f slope(0);
    for (int k = 0; k < 3; ++k) {
        if (weight[k] < 0.01f) continue;
        const int x = (k + 1) % 3, y = (k + 2) % 3;
        const TextureSample t = sampleMapped(*m.texture, m.mapping, V2f(spot.position[x], spot.position[y]) / scale,
                                             spot.footprint / scale);
        sum.color += t.color * weight[k];
        sum.opacity += t.opacity * weight[k];
        sum.roughness += t.roughness * weight[k];
        sum.metalness += t.metalness * weight[k];
        slope[x] += t.slope.x * weight[k];
        slope[y] += t.slope.y * weight[k];
    }
    along =
        (std::abs(spot.normal.z) < 0.9f ? V3f(-spot.normal.y, spot.normal.x, 0) : V3f(0, -spot.normal.z, spot.normal.y))
            .normalized();
    up = spot.normal.cross(along);
    sum.slope = V2f(along.dot(slope), up.dot(slope));
    return sum;
}

// What the texture says there, and the directions that its slopes run along.
TextureSample textureAt(const Material& m, const HitPoint& spot, V3f& along, V3f& up) {
    if (m.byUv) {
        const float u = spot.alongU.length(), v = spot.alongV.length();
        TextureSample t = m.texture->sample(spot.uv, u > 0 ? spot.footprint / u : 0);
        if (u > 0 && v > 0) {
            along = spot.alongU / u;
            up = spot.alongV / v;
        } else
            t.slope = V2f(0);
        return t;
    }
    if (spot.girth > 0) {
        along = spot.alongU.normalized();
        up = spot.alongV.normalized();
        const float scale = m.scale;
        TextureSample t = sampleMapped(*m.texture, m.mapping, spot.uv / scale, spot.footprint / scale);
        // What has no order is faded into its own beginning.
        constexpr float kFade = 0.18f;
        const float w = (spot.uv.x / spot.girth - (1 - kFade)) / kFade;
        if (w > 0)
            t = mixed(t,
                      sampleMapped(*m.texture, m.mapping, V2f(spot.uv.x - spot.girth, spot.uv.y) / scale,
                                   spot.footprint / scale),
                      std::min(w, 1.0f));
        return t;
    }
    if (spot.faceless) return fromThreeSides(m, spot, along, up);
    const Frame frame = faceFrame(spot);
    along = frame.along;
    up = frame.up;
    const float scale = m.scale;
    TextureSample t =
        sampleMapped(*m.texture, m.mapping, turned(frame.at - m.shift, -m.turn) / scale, spot.footprint / scale);
    t.slope = turned(t.slope, m.turn);
    return t;
}

} // namespace

float coverage(const Material& m, const HitPoint& spot) {
    if (!m.texture) return 1;
    V3f along, up;
    return textureAt(m, spot, along, up).opacity;
}

HitPoint hitPointOf(const Mesh& mesh, unsigned triangle, float u, float v, float scale) {
    const V3i& t = mesh.triangles[triangle];
    const V3f p = mesh.positions[t.x], e = mesh.positions[t.y] - p, f = mesh.positions[t.z] - p;
    HitPoint spot;
    spot.position = (p + e * u + f * v) * scale;
    spot.normal = spot.facet = e.cross(f).normalized();
    if (mesh.uvs.empty()) return spot;
    const V2f a = mesh.uvs[t.x], b = mesh.uvs[t.y] - a, c = mesh.uvs[t.z] - a;
    spot.uv = a + b * u + c * v;
    const float area = b.x * c.y - b.y * c.x;
    if (std::abs(area) < 1e-12f) return spot;
    spot.alongU = (e * c.y - f * b.y) * (scale / area);
    spot.alongV = (f * b.x - e * c.x) * (scale / area);
    return spot;
}

SurfacePoint evaluate(const Material& m, const HitPoint& spot) {
    SurfacePoint out = m.base;
    out.normal = spot.normal;
    if (m.texture) {
        V3f along, up;
        const TextureSample t = textureAt(m, spot, along, up);
        out.albedo = t.color * m.gain;
        out.roughness = std::clamp(t.roughness + m.rougher, 0.03f, 1.0f);
        if (m.base.transmission > 0.5f && !m.base.solid)
            out.roughness =
                m.letsSunThrough ? std::min(out.roughness, 0.99f * kFrosted) : std::max(out.roughness, kFrosted);
        if (m.metals) out.metalness = t.metalness;
        out.normal = (spot.normal - along * (t.slope.x * m.relief) - up * (t.slope.y * m.relief)).normalized();
    }
    // No matt surface sends back all light; clear glass may let all through.
    const float limit = m.base.transmission > 0.5f ? 1.0f : 0.95f;
    for (int k = 0; k < 3; ++k) out.albedo[k] = std::clamp(out.albedo[k], 0.0f, limit);
    if (m.translucency > 0) {
        out.through = out.albedo * m.throughTint * m.translucency;
        out.albedo *= 1 - m.translucency;
    }
    return out;
}

} // namespace thallos
