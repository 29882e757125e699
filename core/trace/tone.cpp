#include "core/trace/tone.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "core/base/elementary.h"
#include "core/trace/leaf_colour.h"
#include "core/trace/ray.h"
#include "core/trace/sampler.h"
#include "core/trace/scattering.h"

namespace thallos {

namespace {

namespace el = elementary;

constexpr float kSunlight = 8;   // above the air, times the light of the sky on level ground
constexpr float kGround = 0.18f; // of the light on level ground that comes back from it
constexpr int kBounces = 2;
constexpr unsigned kTries = 8; // rays for each that meets it, at most

V3f towards(float bearing, float sineOfHeight) {
    const float r = std::sqrt(std::max(0.0f, 1 - sineOfHeight * sineOfHeight));
    return {r * el::cos(bearing), r * el::sin(bearing), sineOfHeight};
}

// What the air lets by; the lower the longer is the way through it.
float sunlight(float sineOfHeight) {
    return kSunlight * el::exp(-0.25f / sineOfHeight);
}

struct Met {
    unsigned part;
    float away;
    V3f normal; // unit, of the triangle
};
std::optional<Met> meet(RTCScene scene, const V3f& p, const V3f& d) {
    RTCRayHit hit;
    hit.ray = {p.x, p.y, p.z, 0, d.x, d.y, d.z, 0, 1e30f, ~0u, 0, 0};
    hit.hit.geomID = RTC_INVALID_GEOMETRY_ID;
    hit.hit.instID[0] = RTC_INVALID_GEOMETRY_ID;
    RTCIntersectContext context;
    rtcInitIntersectContext(&context);
    rtcIntersect1(scene, &context, &hit);
    if (hit.hit.geomID == RTC_INVALID_GEOMETRY_ID) return {};
    return Met{hit.hit.geomID, hit.ray.tfar, V3f(hit.hit.Ng_x, hit.hit.Ng_y, hit.hit.Ng_z).normalized()};
}

bool open(RTCScene scene, const V3f& p, const V3f& d) {
    RTCRay ray{p.x, p.y, p.z, 0, d.x, d.y, d.z, 0, 1e30f, ~0u, 0, 0};
    RTCIntersectContext context;
    rtcInitIntersectContext(&context);
    rtcOccluded1(scene, &context, &ray);
    return ray.tfar >= 0;
}

struct Lit {
    RTCScene scene;
    const Form& form;
    const std::vector<SurfacePoint>& points; // its parts' surfaces
    const Tint& tint;
    V3f sun{0, 0, 1}; // towards it
};

SurfacePoint surfaceAt(const Lit& lit, const Met& met, const V3f& p, const V3f& out) {
    SurfacePoint s = lit.points[met.part];
    const bool front = met.normal.dot(out) >= 0;
    s.normal = front ? met.normal : -met.normal;
    s.specular = lit.form.parts[met.part].normals.empty() ? kLeafGloss : kBarkGloss;
    if (lit.tint) {
        const Rgb by = lit.tint(met.part, p);
        s.albedo *= by;
        s.through *= by;
    }
    if (met.part == 1 && !front) asLowerSide(s);
    return s;
}

// What is seen along -`out` of the form, met from `from`.
Brightness radiance(const Lit& lit, const V3f& from, const V3f& out, const Met& met, Sampler& sampler, int bounces) {
    const V3f p = from - out * met.away;
    const SurfacePoint surface = surfaceAt(lit, met, p, out);
    const Scattering scattering(surface, out);
    const auto leave = [&](const V3f& d) {
        return offset(p, surface.normal.dot(d) > 0 ? surface.normal : -surface.normal, met.away);
    };
    Brightness sum;
    const auto add = [&](const Scattering::Share& share, const Rgb& light) {
        sum.matt += share.matt * light;
        sum.glossy += share.glossy * light;
    };
    if (const auto share = scattering.evaluate(lit.sun);
        luminance(share.sum()) > 0 && open(lit.scene, leave(lit.sun), lit.sun))
        add(share, Rgb(kPi * sunlight(lit.sun.z)));
    const V2f u = sampler.pair();
    const auto next = scattering.sample(u, sampler.pair().x);
    if (luminance(next.weight.sum()) <= 0) return sum;
    const V3f start = leave(next.direction);
    if (const std::optional<Met> hit = meet(lit.scene, start, next.direction)) {
        if (bounces > 0) add(next.weight, radiance(lit, start, -next.direction, *hit, sampler, bounces - 1).sum());
    } else
        add(next.weight, Rgb(next.direction.z > 0 ? 1.0f : kGround * (1 + sunlight(lit.sun.z) * lit.sun.z)));
    return sum;
}

} // namespace

Brightness brightness(RTCScene scene, const Form& form, const std::vector<Surface>& surfaces, unsigned rays,
                      const Tint& tint) {
    Box3f box;
    for (const Mesh& m : form.parts) box.extendBy(bounds(m));
    if (box.isEmpty()) return {};
    std::vector<SurfacePoint> points;
    for (const Surface& s : surfaces) points.push_back(evaluate(plain(s), HitPoint{}));
    const V3f middle = box.center();
    const float radius = box.size().length() / 2;
    const float high = std::max(box.size().z, 1e-3f), wide = std::max(xy(box.size()).length(), 1e-3f);
    Lit lit{scene, form, points, tint};
    Brightness sum;
    unsigned met = 0;
    for (unsigned i = 0; i < kTries * rays && met < rays; ++i) {
        Sampler sampler(0, 0, i, 1);
        // Eyes stand level with it or a little above.
        const V2f eye = sampler.pair(), place = sampler.pair();
        const V3f out = towards(2 * kPi * eye.x, 0.35f * eye.y);
        const V3f across = V3f(0, 0, 1).cross(out).normalized(), up = out.cross(across);
        const float tall = high * up.z + wide * out.z;
        const V3f from =
            middle + out * (2 * radius) + across * (wide * (place.x - 0.5f)) + up * (tall * (place.y - 0.5f));
        const std::optional<Met> first = meet(scene, from, -out);
        if (!first) continue;
        ++met;
        const V2f day = sampler.pair();
        lit.sun = towards(2 * kPi * day.x, 0.25f + 0.65f * day.y);
        const Brightness seen = radiance(lit, from, out, *first, sampler, kBounces);
        sum.matt += seen.matt;
        sum.glossy += seen.glossy;
    }
    if (met == 0) return {};
    const auto all = static_cast<float>(met);
    return {sum.matt / all, sum.glossy / all};
}

Rgb toneBetween(const Brightness& now, const Brightness& wanted) {
    constexpr float kMost = 2.2f;
    Rgb tone(1);
    for (int k = 0; k < 3; ++k)
        if (now.matt[k] > 0 && wanted.matt[k] > 0)
            tone[k] = std::clamp((wanted.sum()[k] - now.glossy[k]) / now.matt[k], 1 / kMost, kMost);
    return tone;
}

} // namespace thallos
