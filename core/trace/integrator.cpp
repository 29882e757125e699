#include "core/trace/integrator.h"

#include <algorithm>
#include <cmath>

#include "core/trace/shading.h"

namespace thallos {

namespace {

V3f towardSun(const Environment& e, const V2f& u) {
    // Even over the disc; its limb darkening does not show in shadows.
    V3f t, b;
    const V3f& n = e.toSun;
    t = (std::abs(n.z) < 0.99f ? V3f(0, 0, 1) : V3f(1, 0, 0)).cross(n).normalized();
    b = n.cross(t);
    const float r = e.sunRadius * std::sqrt(u.x), a = 2 * kPi * u.y;
    return (n + t * (r * std::cos(a)) + b * (r * std::sin(a))).normalized();
}

// Radiance of the disc itself where a mirror or the camera sees it.
Rgb sunDisc(const Environment& e, const V3f& direction) {
    if (e.sunIlluminance == Rgb(0)) return Rgb(0);
    const float c = direction.dot(e.toSun);
    return c > std::cos(e.sunRadius) ? e.sunIlluminance / (kPi * e.sunRadius * e.sunRadius) : Rgb(0);
}

// GGX glint of the sun on ripples finer than the mesh of waves.
Rgb sunGlint(const Environment& e, const V3f& normal, const V3f& outward, float ripple) {
    const float alpha = 0.02f + 0.05f * ripple;
    const V3f h = (e.toSun + outward).normalized();
    const float ci = normal.dot(e.toSun), co = std::max(normal.dot(outward), 1e-3f), ch = normal.dot(h);
    if (ci <= 0 || ch <= 0) return Rgb(0);
    const float a2 = alpha * alpha, d = ch * ch * (a2 - 1) + 1;
    const float f = fresnelDielectric(h.dot(outward), 1.333f);
    return e.sunIlluminance * (f * a2 / (kPi * d * d) / (4 * co));
}

bool black(const Rgb& c) {
    return c.x <= 0 && c.y <= 0 && c.z <= 0;
}

// Where a path sets out.
struct Start {
    V3f origin, direction;
    V3f camera;          // decides level of detail
    float travelled = 0; // from the camera so far
    bool first = true;   // from the camera itself: the first water or pane it meets is followed both ways
};

PathSample follow(const Scene& scene, const Environment& env, const Start& start, Sampler& sampler,
                  const PathSettings& settings) {
    PathSample out;
    Rgb carried(1);
    V3f o = start.origin, d = start.direction;
    const V3f& camera = start.camera;
    bool split = start.first;
    Features mirrored; // what the first water or pane shows
    // Both ways from a clear surface, without chance: the picture in it and the guides of the denoiser keep their
    // edges, and the mirrored sky is left to no filter.
    auto followMirrored = [&](const V3f& from, const V3f& along, float share, float travelled) {
        split = false;
        const PathSample r = follow(scene, env, {from, along, camera, travelled, false}, sampler, settings);
        out.radiance += carried * share * r.radiance;
        out.features.emission += carried * share * r.features.emission;
        mirrored = r.features;
        mirrored.albedo *= share;
        carried *= 1 - share;
    };
    auto describe = [&](const Rgb& albedo, const V3f& normal, float travelled) {
        out.features.albedo = albedo + mirrored.albedo;
        out.features.normal = mirrored.depth > 0 ? lerp(normal, mirrored.normal, 0.5f) : normal;
        out.features.depth = 1 / std::max(travelled, 0.1f);
    };
    bool mirror = true;     // the last event was the camera, a mirror or clear glass
    bool described = false; // features are taken
    float lastDensity = 0, travelled = start.travelled;
    int clearCrossed = 0;
    Rgb absorption(0); // per metre, inside water
    int matt = 0;
    float spread = settings.pixelAngle;

    for (int depth = 0; depth < settings.bounces + 6 && matt < settings.bounces; ++depth) {
        const Hit hit = trace(scene, o, d, camera);
        if (settings.rays) ++*settings.rays;
        if (!hit) {
            Rgb sky = skyRadiance(env, d);
            if (mirror) {
                if (start.first && clearCrossed == depth) sky += sunDisc(env, d);
                out.radiance += carried * sky;
                if (!described) out.features.emission += carried * sky;
            } else {
                const float p = skyDensity(env, d);
                out.radiance += carried * sky * (lastDensity / (lastDensity + p));
            }
            break;
        }
        if (absorption != Rgb(0)) {
            for (int k = 0; k < 3; ++k) carried[k] *= std::exp(-absorption[k] * hit.t);
        }
        travelled += hit.t;
        if (mirror && !env.haze.empty() && absorption == Rgb(0)) {
            const auto haze = hazeAlong(env, d, hit.t);
            out.radiance += carried * haze.scattered;
            if (!described) out.features.emission += carried * haze.scattered;
            carried *= haze.transmittance;
        }
        const V3f outward = -d;
        const ShadingPoint point = shadingAt(scene, hit, outward, travelled * spread);
        const SurfacePoint& s = point.surface;

        if (point.water) {
            const V2f u = sampler.pair();
            if (absorption != Rgb(0)) { // out of the water again, straight
                absorption = Rgb(0);
                o = offset(hit.position, d, hit.t);
                continue;
            }
            V3f n = s.normal;
            if (n.dot(outward) <= 0.01f) n = V3f(0, 0, 1);
            const float f = fresnelDielectric(n.dot(outward), 1.333f);
            if (mirror) {
                const Rgb glint = sunGlint(env, n, outward, point.water->ripple);
                if (!black(glint)) {
                    const Rgb lit = transmittance(scene, offset(hit.position, V3f(0, 0, 1), hit.t), env.toSun, camera);
                    if (settings.rays) ++*settings.rays;
                    out.radiance += carried * glint * lit;
                }
            }
            V3f up = n * (2 * n.dot(outward)) - outward;
            if (up.z < 0.001f) up.z = 0.001f;
            up.normalize();
            const V3f above = offset(hit.position, V3f(0, 0, 1), hit.t);
            const bool both = split;
            if (both) followMirrored(above, up, f, travelled);
            if (!described) { // water is its own thing to the denoiser
                describe(Rgb(1), V3f(0, 0, 1), travelled);
                described = true;
            }
            if (!both && u.x < f) {
                d = up;
                o = above;
                lastDensity = 1e30f;
            } else {
                // Water is murky: what it scatters back stands for its depth, the bed shows through the shallows.
                const float sunUp = std::max(env.toSun.z, 0.0f);
                const Rgb lit = env.sunIlluminance * sunUp + env.skyIrradiance({0, 0, 1});
                for (int k = 0; k < 3; ++k)
                    absorption[k] =
                        (1.6f - std::min(8 * point.water->tint[k], 1.0f)) / std::max(point.water->clarity, 0.05f);
                V3f down =
                    d / 1.333f +
                    n * (n.dot(outward) / 1.333f -
                         std::sqrt(std::max(0.0f, 1 - (1 - n.dot(outward) * n.dot(outward)) / (1.333f * 1.333f))));
                down.normalize();
                const V3f start = offset(hit.position, V3f(0, 0, -1), hit.t);
                const Hit bed = trace(scene, start, down, camera, kFarAway, kMaskAll & ~kMaskClear);
                if (settings.rays) ++*settings.rays;
                const float length = bed ? bed.t : 50.0f;
                Rgb murk;
                for (int k = 0; k < 3; ++k)
                    murk[k] =
                        carried[k] * point.water->tint[k] / kPi * lit[k] * (1 - std::exp(-absorption[k] * length));
                out.radiance += murk;
                if (both) out.features.emission += murk;
                d = down;
                o = start;
            }
            continue;
        }

        if (s.transmission > 0.5f) { // a thin pane, both faces at once
            const V2f u = sampler.pair();
            const float one = fresnelDielectric(point.normal.dot(outward), 1.52f);
            const float f = 2 * one / (1 + one);
            const V3f back = point.normal * (2 * point.normal.dot(outward)) - outward;
            const V3f before = offset(hit.position, point.normal, hit.t);
            const bool both = split;
            if (both) followMirrored(before, back, f, travelled);
            if (!both && u.x < f) {
                d = back;
                o = before;
                lastDensity = 1e30f; // no shadow ray finds this way
            } else {
                carried *= s.albedo;
                o = offset(hit.position, d, hit.t);
                ++clearCrossed;
            }
            continue;
        }

        if (!black(s.emission) && point.front) {
            out.radiance += carried * s.emission;
            if (!described) out.features.emission += carried * s.emission;
        }

        const Scattering scattering(s, outward);
        const bool first = !described;
        if (first) {
            described = true;
            describe(s.albedo * (1 - s.metalness) + Rgb(0.04f) * s.specular + s.albedo * s.metalness, s.normal,
                     travelled);
        }

        // The sun. A shadow ray leaves on the side that the light is on.
        if (!black(env.sunIlluminance)) {
            const V3f l = towardSun(env, sampler.pair());
            const Rgb f = scattering.evaluate(outward, l);
            if (l.z > -0.01f && !black(f)) {
                const V3f side = point.normal.dot(l) >= 0 ? point.normal : -point.normal;
                // Light through a leaf comes from the other side; an opaque face is lit from its own alone.
                if (s.translucency > 0 || point.normal.dot(l) > 0) {
                    const Rgb lit = transmittance(scene, offset(hit.position, side, hit.t), l, camera);
                    if (settings.rays) ++*settings.rays;
                    out.radiance += carried * f * env.sunIlluminance * lit;
                    if (first) out.features.sunlit = lit.y * env.sunShare;
                }
            } else
                sampler.pair();
        }
        // The sky, weighed against finding it by scattering (balance heuristic).
        {
            const V2f u = sampler.pair();
            const SkySample sky = sampleSky(env, u.x, u.y);
            const Rgb f = scattering.evaluate(outward, sky.direction);
            if (sky.density > 0 && !black(f) && (s.translucency > 0 || point.normal.dot(sky.direction) > 0)) {
                const V3f side = point.normal.dot(sky.direction) >= 0 ? point.normal : -point.normal;
                const Rgb lit = transmittance(scene, offset(hit.position, side, hit.t), sky.direction, camera);
                if (settings.rays) ++*settings.rays;
                const float w = 1 / (sky.density + scattering.density(outward, sky.direction));
                out.radiance += carried * f * lit * skyRadiance(env, sky.direction) * w;
            }
        }

        const V2f u = sampler.pair();
        const auto next = scattering.sample(outward, u, sampler.one());
        if (next.density <= 0 || black(next.weight)) break;
        const float onSide = point.normal.dot(next.direction);
        if (s.translucency <= 0 && onSide <= 0) break;
        carried *= next.weight;
        ++matt;
        if (matt >= 3) {
            const float survive = std::min(std::max({carried.x, carried.y, carried.z}), 0.95f);
            if (sampler.one() >= survive) break;
            carried /= survive;
        }
        mirror = false; // even a polished coating is weighed against the sky
        lastDensity = next.density;
        if (next.diffuse) spread = std::max(spread, 0.08f);
        d = next.direction;
        o = offset(hit.position, onSide >= 0 ? point.normal : -point.normal, hit.t);
    }
    for (int k = 0; k < 3; ++k)
        if (!std::isfinite(out.radiance[k])) out.radiance = Rgb(0);
    return out;
}

} // namespace

PathSample tracePath(const Scene& scene, const Environment& env, const V3f& origin, const V3f& direction,
                     Sampler& sampler, const PathSettings& settings) {
    return follow(scene, env, {origin, direction, origin}, sampler, settings);
}

Rgb quickShading(const Scene& scene, const Environment& env, const V3f& origin, const V3f& direction, float pixelAngle,
                 bool moving, const Hit* first) {
    Rgb sum(0), carried(1);
    V3f o = origin, d = direction;
    float travelled = 0;
    for (int clear = 0; clear < 5; ++clear) {
        const Hit hit = first && clear == 0 ? *first : trace(scene, o, d, origin, kFarAway, kMaskAll, moving);
        if (!hit) return sum + carried * (skyRadiance(env, d) + sunDisc(env, d));
        const auto haze = hazeAlong(env, d, hit.t);
        sum += carried * haze.scattered;
        carried *= haze.transmittance;
        travelled += hit.t;
        const V3f outward = -d;
        const ShadingPoint point = shadingAt(scene, hit, outward, travelled * pixelAngle);
        const SurfacePoint& s = point.surface;
        if (point.water || s.transmission > 0.5f) {
            const V3f n = point.water ? s.normal : point.normal;
            const float one = fresnelDielectric(std::abs(n.dot(outward)), point.water ? 1.333f : 1.52f);
            const float f = point.water ? one : 2 * one / (1 + one);
            V3f r = n * (2 * n.dot(outward)) - outward;
            if (point.water && r.z < 0.01f) r.z = 0.01f;
            sum += carried * f * skyRadiance(env, r.normalized());
            carried *= 1 - f;
            if (point.water)
                return sum + carried * s.albedo / kPi *
                                 (env.sunIlluminance * std::max(env.toSun.z, 0.0f) + env.skyIrradiance({0, 0, 1}));
            carried *= s.albedo;
            o = offset(hit.position, d, hit.t);
            continue;
        }
        sum += carried * s.emission;
        const float c = s.normal.dot(env.toSun);
        const float facing = c > 0 ? c * (1 - s.translucency) : -c * s.translucency;
        Rgb lit(0);
        if (facing > 0 && !black(env.sunIlluminance)) {
            const V3f side = point.normal.dot(env.toSun) >= 0 ? point.normal : -point.normal;
            lit = env.sunIlluminance * facing *
                  transmittance(scene, offset(hit.position, side, hit.t), env.toSun, origin, kFarAway, moving);
        }
        // Half of the sky's light stands for what the ground and the neighbours hide or send back.
        return sum +
               carried * s.albedo / kPi * (lit + env.skyIrradiance(s.normal) * (s.translucency > 0 ? 0.55f : 0.7f));
    }
    return sum;
}

} // namespace thallos
