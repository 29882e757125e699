// The sun as a source of its own beside the sky: its disc, evenly bright; limb darkening does not show in shadows.
#pragma once

#include <cmath>

#include "core/light/environment.h"

namespace thallos {

inline bool black(const Rgb& c) {
    return c.x <= 0 && c.y <= 0 && c.z <= 0;
}
// Steradians.
inline float sunSolidAngle(const Environment& e) {
    const float s = std::sin(0.5f * e.sunRadius);
    return 4 * kPi * s * s;
}
// A direction within the disc, even in solid angle; `u` in 0..1 each.
inline V3f towardSun(const Environment& e, const V2f& u) {
    V3f t, b;
    const V3f& n = e.toSun;
    t = (std::abs(n.z) < 0.99f ? V3f(0, 0, 1) : V3f(1, 0, 0)).cross(n).normalized();
    b = n.cross(t);
    const float r = 2 * std::sin(0.5f * e.sunRadius) * std::sqrt(u.x), a = 2 * kPi * u.y;
    const float sine = r * std::sqrt(1 - 0.25f * r * r);
    return (n * (1 - 0.5f * r * r) + t * (sine * std::cos(a)) + b * (sine * std::sin(a))).normalized();
}
// Radiance of the disc in this direction, cd/m2; black beside it.
inline Rgb sunDisc(const Environment& e, const V3f& direction) {
    if (e.sunIlluminance == Rgb(0)) return Rgb(0);
    return direction.dot(e.toSun) > std::cos(e.sunRadius) ? e.sunIlluminance / sunSolidAngle(e) : Rgb(0);
}

} // namespace thallos
