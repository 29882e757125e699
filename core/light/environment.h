// What lights the scene from outside, in photometric units, and how it is sampled.
#pragma once

#include <array>
#include <cstdint>
#include <vector>

#include "core/base/image.h"

namespace thallos {

// Everything that lights the scene from outside. Immutable once made; safe to share between threads.
struct Environment {
    V3f toSun{0, 0, 1};
    Rgb sunIlluminance{0};      // lux on a face turned to the sun, ACEScg
    float sunRadius = 0.00465f; // radians; half of the apparent width

    // Radiance over the sphere without the sun's disc, cd/m2, twice as wide as high. Columns clockwise from north, rows
    // from the zenith at skyElevation().
    Image sky;
    // For sampling, by tabulate(): cumulative chances of the rows, and of the columns within each row; for even steps
    // of chance where in them to begin to look; the density in each cell, per steradian; the sines of the elevations
    // between the rows.
    std::vector<float> rowChance, columnChance;
    std::vector<uint16_t> rowStart, columnStart;
    std::vector<float> density, rowSine;

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

// Elevation in radians at 0..1 of the sky's height from the top; rows crowd at the horizon.
float skyElevation(float row);
// Solid angle of a cell in row y of a sky so many cells wide and high, sr.
float skySolidAngle(int y, int width, int height);
// Unit; azimuth clockwise from north, radians.
V3f skyDirection(float azimuth, float elevation);
float skyAzimuth(const V3f& direction); // 0..2 pi

// Once sky and sun are set: what sampling and skyIrradiance() need, and the sun's share.
void tabulate(Environment& environment);

// The same radiance from everywhere, no sun: for tests against analytic answers.
Environment uniformEnvironment(const Rgb& radiance);

Rgb skyRadiance(const Environment& environment, const V3f& direction);

struct SkySample {
    V3f direction;
    float density; // of sampleSky(), per steradian
    Rgb radiance;
};
SkySample sampleSky(const Environment& environment, float u, float v);
// The same of a given direction.
SkySample skySample(const Environment& environment, const V3f& direction);

Environment::HazeCell hazeAlong(const Environment& environment, const V3f& direction, float distance);

// At the ground, in lux and cd/m2.
struct Illuminance {
    float directNormal, directHorizontal, diffuseHorizontal, zenith;
};
Illuminance illuminance(const Environment& environment);

} // namespace thallos
