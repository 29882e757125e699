#include "core/trace/tone.h"

#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/trace/ray.h"
#include "core/trace/sampler.h"

namespace thallos {

namespace {

namespace el = elementary;

constexpr float kSunlight = 3;      // on what faces it, times the light of the sky on level ground
constexpr float kGroundGlow = 0.2f; // of the sky's light, from below
constexpr unsigned kTries = 8;      // rays for each that meets it, at most

V3f onSphere(const V2f& u) {
    const float z = 1 - 2 * u.x, r = std::sqrt(std::max(0.0f, 1 - z * z)), a = 2 * kPi * u.y;
    return {r * el::cos(a), r * el::sin(a), z};
}
V3f towards(float bearing, float sineOfHeight) {
    const float r = std::sqrt(std::max(0.0f, 1 - sineOfHeight * sineOfHeight));
    return {r * el::cos(bearing), r * el::sin(bearing), sineOfHeight};
}

bool open(RTCScene scene, const V3f& p, const V3f& d) {
    RTCRay ray{p.x, p.y, p.z, 0, d.x, d.y, d.z, 0, 1e30f, ~0u, 0, 0};
    RTCIntersectContext context;
    rtcInitIntersectContext(&context);
    rtcOccluded1(scene, &context, &ray);
    return ray.tfar >= 0;
}

} // namespace

Rgb brightness(RTCScene scene, const Form& form, const std::vector<Surface>& surfaces, unsigned rays) {
    Box3f box;
    for (const Mesh& m : form.parts) box.extendBy(bounds(m));
    if (box.isEmpty()) return Rgb(0);
    std::vector<SurfacePoint> points;
    for (const Surface& s : surfaces) points.push_back(evaluate(plain(s), Spot{}));
    const V3f middle = box.center();
    const float radius = box.size().length() / 2;
    const float high = std::max(box.size().z, 1e-3f), wide = std::max(xy(box.size()).length(), 1e-3f);
    Rgb sum(0);
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
        RTCRayHit hit;
        hit.ray = {from.x, from.y, from.z, 0, -out.x, -out.y, -out.z, 0, 1e30f, ~0u, 0, 0};
        hit.hit.geomID = RTC_INVALID_GEOMETRY_ID;
        hit.hit.instID[0] = RTC_INVALID_GEOMETRY_ID;
        RTCIntersectContext context;
        rtcInitIntersectContext(&context);
        rtcIntersect1(scene, &context, &hit);
        if (hit.hit.geomID == RTC_INVALID_GEOMETRY_ID) continue;
        ++met;
        const SurfacePoint& s = points[hit.hit.geomID];
        V3f n = V3f(hit.hit.Ng_x, hit.hit.Ng_y, hit.hit.Ng_z).normalized();
        if (n.dot(out) < 0) n = -n;
        const V3f p = from - out * hit.ray.tfar;
        const V3f before = offset(p, n, hit.ray.tfar), behind = offset(p, -n, hit.ray.tfar);
        const V2f day = sampler.pair();
        const V3f sun = towards(2 * kPi * day.x, 0.25f + 0.65f * day.y);
        const float facing = n.dot(sun);
        const Rgb& scattered = facing > 0 ? s.albedo : s.through;
        if (luminance(scattered) > 0 && open(scene, facing > 0 ? before : behind, sun))
            sum += scattered * (kSunlight * std::abs(facing));
        // Light of the sky by a ray off by the cosine: the normal and a point of the sphere around its tip.
        const V3f toSky = (n * 1.0001f + onSphere(sampler.pair())).normalized();
        const auto glow = [&](const V3f& at, const V3f& d) {
            return open(scene, at, d) ? (d.z > 0 ? 1.0f : kGroundGlow) : 0.0f;
        };
        sum += s.albedo * glow(before, toSky);
        if (luminance(s.through) > 0) sum += s.through * glow(behind, toSky - n * (2 * n.dot(toSky)));
    }
    return met ? sum / (static_cast<float>(met) * (1 + kSunlight)) : Rgb(0);
}

Rgb toneBetween(const Rgb& brightness, const Rgb& wanted) {
    constexpr float kMost = 2.2f;
    Rgb tone(1);
    for (int k = 0; k < 3; ++k)
        if (brightness[k] > 0 && wanted[k] > 0) tone[k] = std::clamp(wanted[k] / brightness[k], 1 / kMost, kMost);
    return tone;
}

} // namespace thallos
