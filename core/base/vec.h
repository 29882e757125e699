// The vector types of the whole program: Imath's, in metres, Z up, X east, Y north.
#pragma once

#include <Imath/ImathBox.h>
#include <Imath/ImathMatrix.h>
#include <Imath/ImathVec.h>

namespace thallos {

using V2f = Imath::V2f;
using V2i = Imath::V2i;
using V3f = Imath::V3f;
using V3d = Imath::V3d;
using V3i = Imath::V3i;
using M44f = Imath::M44f;
using Box2i = Imath::Box2i;
using Box2f = Imath::Box2f;
using Box3f = Imath::Box3f;

// A scene-linear colour in ACEScg; a radiance when its unit says so.
using Rgb = Imath::V3f;

inline constexpr float kPi = 3.14159265358979f;

inline float radians(float degrees) {
    return degrees * (kPi / 180);
}
inline float degrees(float radians) {
    return radians * (180 / kPi);
}
// Luminance of an ACEScg colour (the Y row of AP1).
inline float luminance(const Rgb& c) {
    return 0.2722287f * c.x + 0.6740818f * c.y + 0.0536895f * c.z;
}
inline V2f xy(const V3f& p) {
    return {p.x, p.y};
}
inline float lerp(float a, float b, float t) {
    return a + (b - a) * t;
}
inline V3f lerp(const V3f& a, const V3f& b, float t) {
    return a + (b - a) * t;
}
inline float clamp01(float x) {
    return x < 0 ? 0 : x > 1 ? 1 : x;
}
inline float smoothstep(float a, float b, float x) {
    const float t = clamp01((x - a) / (b - a));
    return t * t * (3 - 2 * t);
}

} // namespace thallos
