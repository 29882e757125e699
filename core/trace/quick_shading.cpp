#include <algorithm>
#include <cmath>

#include "core/trace/integrator.h"
#include "core/trace/scattering.h"
#include "core/trace/shading.h"
#include "core/trace/sun_disc.h"

namespace thallos {

Rgb quickShading(const Scene& scene, const Environment& env, const V3f& origin, const V3f& direction, float pixelAngle,
                 bool moving, const Hit* first, Sunlit* neighbour) {
    Rgb sum(0), carried(1);
    V3f o = origin, d = direction;
    float travelled = 0;
    Detail detail(origin);
    detail.pixelAngle = pixelAngle;
    detail.moving = moving;
    for (int clear = 0; clear < 5; ++clear) {
        const Hit hit = first && clear == 0 ? *first : trace(scene, o, d, detail);
        if (!hit) return sum + carried * (skyRadiance(env, d) + sunDisc(env, d));
        const auto haze = hazeAlong(env, d, hit.t);
        sum += carried * haze.scattered;
        carried *= haze.transmittance;
        travelled += hit.t;
        const V3f outward = -d;
        const float footprint = travelled * pixelAngle;
        const ShadingPoint point = shadingAt(scene, hit, outward, footprint);
        const SurfacePoint& s = point.surface;
        if (point.water || s.clear()) {
            const V3f n = point.water ? s.normal : point.normal;
            const float c = std::abs(n.dot(outward));
            const float f = point.water ? fresnelDielectric(c, kWaterIndex) : fresnelPane(c, s.index);
            V3f r = n * (2 * n.dot(outward)) - outward;
            if (point.water && r.z < 0.01f) r.z = 0.01f;
            sum += carried * f * skyRadiance(env, r.normalized());
            carried *= 1 - f;
            if (point.water) {
                const V3f above = offset(hit.position, V3f(0, 0, 1), hit.t);
                const Rgb sun = env.toSun.z > 0 && !black(env.sunIlluminance)
                                    ? env.sunIlluminance * env.toSun.z * transmittance(scene, above, env.toSun, detail)
                                    : Rgb(0);
                return sum + carried * s.albedo / kPi * (sun + env.skyIrradiance({0, 0, 1}) * 0.7f);
            }
            carried *= s.albedo;
            o = offset(hit.position, d, hit.t);
            continue;
        }
        sum += carried * s.emission;
        const float c = s.normal.dot(env.toSun);
        const Rgb matt = c > 0 ? s.albedo : s.through;
        Rgb lit(0);
        if (!black(matt) && !black(env.sunIlluminance)) {
            const bool near = neighbour && clear == 0 && neighbour->object == hit.object &&
                              std::abs(neighbour->t - hit.t) < 0.05f * hit.t;
            Rgb share = near ? neighbour->share : Rgb(0);
            if (!near) {
                const V3f side = point.normal.dot(env.toSun) >= 0 ? point.normal : -point.normal;
                share = transmittance(scene, offset(hit.position + V3f(0, 0, point.lift), side, hit.t), env.toSun,
                                      detail, kFarAway, hit);
                if (neighbour && clear == 0) *neighbour = {hit.t, hit.object, share};
            }
            lit = env.sunIlluminance * matt * std::abs(c) * share;
        }
        // Half of the sky's light stands for what the ground and the neighbours hide or send back.
        const bool leaf = !black(s.through);
        return sum +
               carried / kPi * (lit + (s.albedo + s.through) * env.skyIrradiance(s.normal) * (leaf ? 0.55f : 0.7f));
    }
    return sum;
}

} // namespace thallos
