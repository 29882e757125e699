#include "core/light/daylight.h"

#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/base/error.h"
#include "core/base/parallel.h"

namespace thallos {

namespace {

constexpr int kHazeAzimuths = 24, kHazeElevations = 15, kHazeDistances = 20;
constexpr float kHazeReach = 30000; // metres
// Moonless night with its airglow, so that nothing is ever quite black.
constexpr float kNight = 2.5e-4f;

float distanceAt(int i) {
    const float t = static_cast<float>(i + 1) / kHazeDistances;
    return kHazeReach * t * t * t;
}
float hazeElevation(int i) {
    const float s = 2 * static_cast<float>(i) / (kHazeElevations - 1) - 1;
    return (s < 0 ? -1.0f : 1.0f) * s * s * 0.9f;
}

// Light of a covered sky, about 6 500 K, of the given luminance or illuminance.
Rgb grey(float value) {
    constexpr float kRed = 0.975f, kBlue = 1.055f;
    return Rgb(kRed, 1, kBlue) * (value / luminance(Rgb(kRed, 1, kBlue)));
}

// What the air between adds and takes away, by azimuth from the sun, elevation and distance. `left`: of a clear sky's
// light under the cloud.
void fillHaze(Environment& e, const Atmosphere& atmosphere, float altitude, float cloud, float left) {
    std::vector<float> distances;
    for (int i = 0; i < kHazeDistances; ++i) distances.push_back(distanceAt(i));
    e.haze.resize(static_cast<size_t>(kHazeAzimuths) * kHazeElevations * kHazeDistances);
    const Rgb white = toAcescg(solarIrradiance());
    parallelFor(kHazeAzimuths * kHazeElevations, [&](int i) {
        const float azimuth = skyAzimuth(e.toSun) + kPi * static_cast<float>(i % kHazeAzimuths) / (kHazeAzimuths - 1);
        // Downward rays would end in the ground sphere before the far land does: march them as level ones.
        const float elevation = std::max(hazeElevation(i / kHazeAzimuths), 0.0f);
        const auto steps =
            atmosphere.march(altitude, skyDirection(azimuth, elevation), e.toSun, distances, 3 * kHazeDistances);
        for (int d = 0; d < kHazeDistances; ++d) {
            Spectrum through = steps[d].transmittance;
            for (int k = 0; k < kWavelengths; ++k) through[k] *= solarIrradiance()[k];
            const Rgb scattered = toAcescg(steps[d].radiance);
            e.haze[static_cast<size_t>(i) * kHazeDistances + d] = {
                lerp(scattered, grey(luminance(scattered)), cloud) * left, toAcescg(through) / white};
        }
    });
}

} // namespace

Environment makeEnvironment(const V3f& toSun, float siteElevation, const Atmosphere& atmosphere, float cloud) {
    Environment e;
    e.toSun = toSun;
    const float altitude = std::max(siteElevation, 0.0f);
    Spectrum direct = atmosphere.sunTransmittance(altitude, toSun.z);
    for (int k = 0; k < kWavelengths; ++k) direct[k] *= solarIrradiance()[k];
    e.sunIlluminance = toAcescg(direct);

    e.sky = Image(kSkyWidth, kSkyHeight);
    const std::vector<float> toTheEnd{1e9f};
    // The sky is the same on both sides of the sun's plane: half of the columns are marched, the rest read from them.
    const float sunAzimuth = skyAzimuth(toSun);
    constexpr int kHalf = kSkyWidth / 2;
    Image half(kHalf + 1, kSkyHeight);
    parallelFor(kSkyHeight, [&](int y) {
        const float elevation = skyElevation((static_cast<float>(y) + 0.5f) / kSkyHeight);
        for (int x = 0; x <= kHalf; ++x) {
            const V3f d = skyDirection(sunAzimuth + kPi * static_cast<float>(x) / kHalf, elevation);
            half.at(x, y) = toAcescg(atmosphere.march(altitude, d, toSun, toTheEnd, 32).front().radiance);
        }
    });
    Rgb down(0); // from the sky on level ground
    for (int y = 0; y < kSkyHeight / 2; ++y) {
        const float elevation = skyElevation((static_cast<float>(y) + 0.5f) / kSkyHeight);
        for (int x = 0; x < kHalf; ++x)
            down += half.at(x, y) * (2 * skySolidAngle(y, kSkyWidth, kSkyHeight) * std::sin(elevation));
    }
    const float up = std::max(toSun.z, 0.0f);
    // What is left of all light, and of the sun's own.
    const float left = 1 - 0.75f * std::pow(cloud, 3.4f), leftOfSun = left * (1 - cloud * cloud);
    if (cloud > 0) {
        const float clear = luminance(down), sun = luminance(e.sunIlluminance) * up;
        const float veil = left * (clear + sun) - leftOfSun * sun - (1 - cloud) * clear; // lux
        const Rgb zenith = grey(1) * (veil * 9 / (7 * kPi));
        for (int y = 0; y < kSkyHeight; ++y) {
            const float s = std::sin(skyElevation((static_cast<float>(y) + 0.5f) / kSkyHeight));
            for (int x = 0; x <= kHalf; ++x) {
                Rgb& c = half.at(x, y);
                c = s > 0 ? c * (1 - cloud) + zenith * ((1 + 2 * s) / 3) : c * left;
            }
        }
        down = down * (1 - cloud) + grey(1) * veil;
        e.sunIlluminance *= leftOfSun;
    }
    // Sunlit and skylit ground seen far below the horizon, where no far land hides it.
    down += e.sunIlluminance * up;
    const Rgb bounce = down * Rgb(0.16f, 0.17f, 0.10f) / kPi;
    for (int y = 0; y < kSkyHeight; ++y) {
        const float elevation = skyElevation((static_cast<float>(y) + 0.5f) / kSkyHeight);
        for (int x = 0; x < kSkyWidth; ++x) {
            float offset =
                std::fmod((static_cast<float>(x) + 0.5f) / kSkyWidth * 2 * kPi - sunAzimuth + 4 * kPi, 2 * kPi);
            if (offset > kPi) offset = 2 * kPi - offset;
            const float h = offset / kPi * kHalf;
            const int i = std::min(static_cast<int>(h), kHalf - 1);
            Rgb c = lerp(half.at(i, y), half.at(i + 1, y), h - static_cast<float>(i));
            if (elevation < 0) c = lerp(c, bounce, smoothstep(0, 0.06f, -elevation));
            e.sky.at(x, y) = c + Rgb(0.9f, 1.0f, 1.15f) * kNight;
        }
    }
    tabulate(e);

    fillHaze(e, atmosphere, altitude, cloud, left);
    return e;
}

Environment makeEnvironment(const Place& place, const Daylight& daylight,
                            std::shared_ptr<const Atmosphere> atmosphere) {
    check(daylight.time);
    if (!atmosphere) atmosphere = std::make_shared<Atmosphere>(daylight.visibility);
    return makeEnvironment(sunDirection(sunPosition(place, daylight.time), place.north),
                           static_cast<float>(place.elevation), *atmosphere, daylight.cloud);
}

Environment::HazeCell hazeAlong(const Environment& e, const V3f& direction, float distance) {
    if (e.haze.empty()) return {Rgb(0), Rgb(1)};
    const float elevation = elementary::asin(std::clamp(direction.z, -1.0f, 1.0f));
    float offset = std::abs(skyAzimuth(direction) - skyAzimuth(e.toSun));
    if (offset > kPi) offset = 2 * kPi - offset;
    const float a = offset / kPi * (kHazeAzimuths - 1);
    const float s = std::sqrt(std::min(std::abs(elevation) / 0.9f, 1.0f));
    const float b = ((elevation < 0 ? -s : s) + 1) / 2 * (kHazeElevations - 1);
    // Index -1 is the eye itself: nothing scattered, all transmitted.
    const float c = std::cbrt(std::min(distance / kHazeReach, 1.0f)) * kHazeDistances - 1;
    const int ia = std::min(static_cast<int>(a), kHazeAzimuths - 2),
              ib = std::min(static_cast<int>(b), kHazeElevations - 2);
    const int ic = static_cast<int>(std::floor(std::min(c, kHazeDistances - 1.001f)));
    // Between the tabulated distances the light grows with the distance itself, not with its root.
    const float d0 = ic < 0 ? 0 : distanceAt(ic), d1 = distanceAt(ic + 1);
    const float w = clamp01((distance - d0) / (d1 - d0));
    Environment::HazeCell out{Rgb(0), Rgb(0)};
    for (int k = 0; k < 4; ++k) {
        const int i = (ib + (k >> 1)) * kHazeAzimuths + ia + (k & 1);
        const float u = a - static_cast<float>(ia), v = b - static_cast<float>(ib);
        const float weight = (k & 1 ? u : 1 - u) * (k >> 1 ? v : 1 - v);
        const Environment::HazeCell none{Rgb(0), Rgb(1)};
        const auto& near = ic < 0 ? none : e.haze[static_cast<size_t>(i) * kHazeDistances + ic];
        const auto& far = e.haze[static_cast<size_t>(i) * kHazeDistances + ic + 1];
        out.scattered += lerp(near.scattered, far.scattered, w) * weight;
        out.transmittance += lerp(near.transmittance, far.transmittance, w) * weight;
    }
    return out;
}

float visibilityOfTurbidity(float turbidity) {
    const float rayleigh = 1.24062e-6f / std::pow(0.55f, 4.0f);
    const float mie = std::max(turbidity - 1, 0.0f) * rayleigh * 8000 / 1200;
    return 3.912f / (rayleigh + std::max(mie, 1.5e-6f));
}

} // namespace thallos
