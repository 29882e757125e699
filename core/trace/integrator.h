// The light that arrives along one ray, by path tracing with next-event estimation of sun and sky.
#pragma once

#include "core/light/daylight.h"
#include "core/trace/ray.h"
#include "core/trace/sampler.h"
#include "core/trace/scene.h"

namespace thallos {

// What the denoiser is told of a sample besides its colour.
struct Features {
    Rgb albedo{0};
    V3f normal{0};
    float depth = 0;  // of the inverse distance, 1/m: bounded at the horizon
    float sunlit = 0; // sun's share of the light at the first matt surface that reaches it
    Rgb emission{0};  // light that no filter may touch: sky seen directly, lamps
};

struct PathSample {
    Rgb radiance{0}; // cd/m2
    Features features;
};

struct PathSettings {
    int bounces = 7;
    float pixelAngle = 1e-3f; // radians a pixel covers
    int* rays = nullptr;      // counted when given
};

PathSample tracePath(const Scene& scene, const Environment& environment, const V3f& origin, const V3f& direction,
                     Sampler& sampler, const PathSettings& settings);

// Quick shading: albedo under the sun, if it shines there, and the whole sky. `moving` spares grass with distance;
// `first` is the ray's hit where that is known already.
Rgb quickShading(const Scene& scene, const Environment& environment, const V3f& origin, const V3f& direction,
                 float pixelAngle, bool moving = false, const Hit* first = nullptr);

} // namespace thallos
