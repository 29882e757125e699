// Sun, sky and haze of one moment as the renderer takes them, in photometric units.
#pragma once

#include <array>
#include <memory>

#include "core/base/image.h"
#include "core/light/atmosphere.h"
#include "core/light/sun.h"

namespace thallos {

struct Daylight {
    CivilTime time;
    float visibility = 35000; // metres, 1 000 to 200 000
    float cloud = 0;          // share of the sky that is covered, 0..1
    bool operator==(const Daylight&) const = default;
};

// Everything that lights the scene from outside. Immutable once made; safe to share between threads.
struct Environment {
    V3f toSun{0, 0, 1};
    Rgb sunIlluminance{0};      // lux on a face turned to the sun, ACEScg
    float sunRadius = 0.00465f; // radians; half of the apparent width

    // Radiance over the sphere, cd/m2. Rows from the zenith; denser near the horizon. See skyRow().
    Image sky;
    std::vector<float> rowChance;    // cumulative, for sampling
    std::vector<float> columnChance; // cumulative within each row

    // Haze between the camera and what it sees: by azimuth (relative to the sun), elevation and distance.
    struct HazeCell {
        Rgb scattered;     // cd/m2 added
        Rgb transmittance; // share of what lies behind
    };
    std::vector<HazeCell> haze; // empty: none

    // The sky's light on a face with the given normal, lux; by spherical harmonics of degree 2 (Ramamoorthi & Hanrahan
    // 2001).
    Rgb skyIrradiance(const V3f& normal) const;
    std::array<Rgb, 9> harmonics; // of the radiance, already convolved
    float sunShare = 0;           // of the light on level ground, 0..1
};

inline constexpr int kSkyWidth = 256, kSkyHeight = 128;

// The sky for the place and moment. `atmosphere` may be shared between calls with the same visibility; pass null to
// make it.
Environment makeEnvironment(const Place& place, const Daylight& daylight,
                            std::shared_ptr<const Atmosphere> atmosphere = nullptr);
// The same with the sun put at a stated direction. An even veil of `cloud` (0..1) takes light away and moves it from
// the sun into the sky after F. Kasten & G. Czeplak, "Solar and terrestrial radiation dependent on the amount and type
// of cloud" (Solar Energy 24, 1980); what it adds is spread as the overcast sky of CIE S 011.
Environment makeEnvironment(const V3f& toSun, float siteElevation, const Atmosphere& atmosphere, float cloud = 0);
// The same radiance from everywhere, no sun: for tests against analytic answers.
Environment uniformEnvironment(const Rgb& radiance);

Rgb skyRadiance(const Environment& environment, const V3f& direction);

struct SkySample {
    V3f direction;
    float density; // per steradian
};
SkySample sampleSky(const Environment& environment, float u, float v);
float skyDensity(const Environment& environment, const V3f& direction);

Environment::HazeCell hazeAlong(const Environment& environment, const V3f& direction, float distance);

// At the ground, in lux and cd/m2.
struct Illuminance {
    float directNormal, directHorizontal, diffuseHorizontal, zenith;
};
Illuminance illuminance(const Environment& environment);

// Turbidity (haze and air against air alone, 550 nm, through the whole atmosphere) to visibility in metres.
float visibilityOfTurbidity(float turbidity);

} // namespace thallos
