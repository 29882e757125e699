// Directions turned about others; with our own sine and cosine, so that plants are the same on every machine.
#pragma once

#include <cmath>

#include "core/base/elementary.h"
#include "core/base/vec.h"

namespace thallos {

// Unit, at a right angle to the unit vector d.
inline V3f anyAcross(const V3f& d) {
    const V3f a = std::abs(d.z) < 0.9f ? V3f(0, 0, 1) : V3f(1, 0, 0);
    return d.cross(a).normalized();
}

// v turned about the unit vector `axis` by `angle` (radians), after Rodrigues.
inline V3f turned(const V3f& v, const V3f& axis, float angle) {
    const float c = elementary::cos(angle), s = elementary::sin(angle);
    return v * c + axis.cross(v) * s + axis * (axis.dot(v) * (1 - c));
}

} // namespace thallos
