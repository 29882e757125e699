// The light that arrives along one ray, by path tracing. Sun, sky and lamps are found both by aiming at them and by
// scattering, the two weighed by the balance heuristic (E. Veach, 1997).
#pragma once

#include <array>

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
    Rgb emission{0};  // light that no filter may touch: sky and lamps seen directly or in a clear surface
};

// Where light comes to the camera from; the parts of a sample sum to its radiance.
enum class Route {
    Background,   // sky and sun, seen directly
    Emission,     // surfaces that shine, seen directly
    Haze,         // light scattered by the air in front of what is seen directly
    Direct,       // from a source over one matt reflection
    Indirect,     // from a source over more of them
    Reflection,   // what shines in the surface seen first: in its gloss, in a pane, in water
    Transmission, // what is seen through a pane or in water
};
inline constexpr int kRoutes = 7;
inline constexpr const char* kRouteNames[kRoutes] = {"background", "emission",   "haze",        "direct",
                                                     "indirect",   "reflection", "transmission"};
// Whose light it is; the sources of a sample sum to its radiance too. Haze counts as the sky's.
inline constexpr int kSun = 0, kSky = 1, kFirstLampGroup = 2;
inline constexpr int kSources = kFirstLampGroup + kLampGroups;

struct Split {
    std::array<Rgb, kRoutes> routes;
    std::array<Rgb, kSources> sources;
    Split() {
        routes.fill(Rgb(0));
        sources.fill(Rgb(0));
    }
};

struct PathSample {
    Rgb radiance{0}; // cd/m2
    // The part of `radiance` that only full-length samples contribute: sky light on the first surface, and everything
    // after the first bounce. Film scales it by the split factor.
    Rgb deferred{0};
    Features features;
    // What is seen first, for mattes.
    bool sky = true;
    bool lost = false;     // could not be computed: black, and told of
    uint32_t item = 0;     // id; 0: ground, far land
    uint32_t material = 0; // materialKey()
};

// How often a path may be scattered. What it passes straight through (panes, holes) is not counted.
struct Bounces {
    int matt = 7;   // off matt surfaces, leaves among them
    int leaf = 7;   // off or through leaves
    int glossy = 7; // in narrow lobes
    int clear = 12; // mirrored or refracted by glass and water
    bool operator==(const Bounces&) const = default;
};

struct PathSettings {
    Bounces bounces;
    float pixelAngle = 1e-3f; // radians a pixel covers
    // No sample of light that was scattered by chance is brighter than this, cd/m2: rare bright paths would stay as
    // lone sparks. Takes a little light away; 0 switches it off.
    float limit = 0;
    // Savings that nobody sees: plants in their coarse form for light that arrives by chance and where they are smaller
    // than a pixel; one shadow ray for all sources after the first scattering.
    bool coarse = true, oneShadowRay = true;
    bool fullLength = true;    // false: PathSample::deferred is left out, and the time that it takes
    float deferredInSplit = 1; // by which the split counts PathSample::deferred
    const Hit* hit = nullptr;  // of the ray itself, where it is known already
    int* rays = nullptr;       // counted when given
    Split* split = nullptr;    // filled when given
};

PathSample tracePath(const Scene& scene, const Environment& environment, const V3f& origin, const V3f& direction,
                     Sampler& sampler, const PathSettings& settings);

// What a neighbouring pixel found out about the sun: t 0 stands for nothing.
struct Sunlit {
    float t = 0;         // of its first hit
    uint32_t object = 0; // that it hit
    Rgb share{0};        // of the sun's light that arrives
};

// Quick shading: albedo under the sun, if it shines there, and the whole sky. `moving` spares grass with distance;
// `first` is the ray's hit where that is known already. With `neighbour` a close neighbour's sunlight is taken for this
// pixel's own; otherwise its own is traced and told there.
Rgb quickShading(const Scene& scene, const Environment& environment, const V3f& origin, const V3f& direction,
                 float pixelAngle, bool moving = false, const Hit* first = nullptr, Sunlit* neighbour = nullptr);

} // namespace thallos
