#include "core/light/daylight.h"

#include <algorithm>
#include <cmath>

#include "core/base/error.h"
#include "core/base/parallel.h"

namespace thallos {

namespace {

constexpr int kHazeAzimuths = 24, kHazeElevations = 15, kHazeDistances = 20;
constexpr float kHazeReach = 30000; // metres
// Moonless night with its airglow, so that nothing is ever quite black.
constexpr float kNight = 2.5e-4f;

// Elevation -pi/2..pi/2 at row position v 0..1 from the top; squared so that rows crowd at the horizon.
float elevationAt(float v) {
    const float s = 1 - 2 * v;
    return (s < 0 ? -1.0f : 1.0f) * s * s * kPi / 2;
}
float rowOf(float elevation) {
    const float s = std::sqrt(std::abs(elevation) * 2 / kPi);
    return (1 - (elevation < 0 ? -s : s)) / 2;
}
V3f directionAt(float azimuth, float elevation) {
    return {std::cos(elevation) * std::sin(azimuth), std::cos(elevation) * std::cos(azimuth), std::sin(elevation)};
}
float azimuthOf(const V3f& d) {
    const float a = std::atan2(d.x, d.y);
    return a < 0 ? a + 2 * kPi : a;
}
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

// Solid angle of each row's cells, exactly.
float rowSolidAngle(int y) {
    const float top = elevationAt(static_cast<float>(y) / kSkyHeight),
                low = elevationAt(static_cast<float>(y + 1) / kSkyHeight);
    return 2 * kPi / kSkyWidth * (std::sin(top) - std::sin(low));
}

void tabulateChances(Environment& e) {
    e.rowChance.assign(kSkyHeight, 0);
    e.columnChance.assign(static_cast<size_t>(kSkyWidth) * kSkyHeight, 0);
    double total = 0;
    for (int y = 0; y < kSkyHeight; ++y) {
        double row = 0;
        float* column = &e.columnChance[static_cast<size_t>(y) * kSkyWidth];
        // Nothing is lit from far below: the ground is in the scene. A trickle keeps the density positive.
        const float below = elevationAt((static_cast<float>(y) + 0.5f) / kSkyHeight) < -0.02f ? 0.02f : 1;
        for (int x = 0; x < kSkyWidth; ++x) {
            row += std::max(luminance(e.sky.at(x, y)), 1e-9f) * below * rowSolidAngle(y);
            column[x] = static_cast<float>(row);
        }
        for (int x = 0; x < kSkyWidth; ++x) column[x] = static_cast<float>(column[x] / row);
        total += row;
        e.rowChance[y] = static_cast<float>(total);
    }
    for (float& c : e.rowChance) c = static_cast<float>(c / total);
}

std::array<float, 9> harmonicsAt(const V3f& d) {
    return {0.282095f,
            0.488603f * d.y,
            0.488603f * d.z,
            0.488603f * d.x,
            1.092548f * d.x * d.y,
            1.092548f * d.y * d.z,
            0.315392f * (3 * d.z * d.z - 1),
            1.092548f * d.x * d.z,
            0.546274f * (d.x * d.x - d.y * d.y)};
}

void project(Environment& e) {
    e.harmonics.fill(Rgb(0));
    for (int y = 0; y < kSkyHeight; ++y) {
        const float elevation = elevationAt((static_cast<float>(y) + 0.5f) / kSkyHeight);
        for (int x = 0; x < kSkyWidth; ++x) {
            const auto h = harmonicsAt(directionAt((static_cast<float>(x) + 0.5f) / kSkyWidth * 2 * kPi, elevation));
            for (int k = 0; k < 9; ++k) e.harmonics[k] += e.sky.at(x, y) * (h[k] * rowSolidAngle(y));
        }
    }
    for (int k = 0; k < 9; ++k) e.harmonics[k] *= k == 0 ? kPi : k < 4 ? 2 * kPi / 3 : kPi / 4;
    const float sun = luminance(e.sunIlluminance) * std::max(e.toSun.z, 0.0f);
    e.sunShare = sun / std::max(sun + luminance(e.skyIrradiance({0, 0, 1})), 1e-9f);
}

int pick(const float* cumulative, int n, float u, float& rest, float& chance) {
    const int i =
        static_cast<int>(std::min<ptrdiff_t>(std::upper_bound(cumulative, cumulative + n, u) - cumulative, n - 1));
    const float low = i ? cumulative[i - 1] : 0;
    chance = cumulative[i] - low;
    rest = clamp01((u - low) / std::max(chance, 1e-12f));
    return i;
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
    const float sunAzimuth = azimuthOf(toSun);
    constexpr int kHalf = kSkyWidth / 2;
    Image half(kHalf + 1, kSkyHeight);
    parallelFor(kSkyHeight, [&](int y) {
        const float elevation = elevationAt((static_cast<float>(y) + 0.5f) / kSkyHeight);
        for (int x = 0; x <= kHalf; ++x) {
            const V3f d = directionAt(sunAzimuth + kPi * static_cast<float>(x) / kHalf, elevation);
            half.at(x, y) = toAcescg(atmosphere.march(altitude, d, toSun, toTheEnd, 32).front().radiance);
        }
    });
    Rgb down(0); // from the sky on level ground
    for (int y = 0; y < kSkyHeight / 2; ++y) {
        const float elevation = elevationAt((static_cast<float>(y) + 0.5f) / kSkyHeight);
        for (int x = 0; x < kHalf; ++x) down += half.at(x, y) * (2 * rowSolidAngle(y) * std::sin(elevation));
    }
    const float up = std::max(toSun.z, 0.0f);
    // What is left of all light, and of the sun's own.
    const float left = 1 - 0.75f * std::pow(cloud, 3.4f), leftOfSun = left * (1 - cloud * cloud);
    if (cloud > 0) {
        const float clear = luminance(down), sun = luminance(e.sunIlluminance) * up;
        const float veil = left * (clear + sun) - leftOfSun * sun - (1 - cloud) * clear; // lux
        const Rgb zenith = grey(1) * (veil * 9 / (7 * kPi));
        for (int y = 0; y < kSkyHeight; ++y) {
            const float s = std::sin(elevationAt((static_cast<float>(y) + 0.5f) / kSkyHeight));
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
        const float elevation = elevationAt((static_cast<float>(y) + 0.5f) / kSkyHeight);
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
    tabulateChances(e);
    project(e);

    std::vector<float> distances;
    for (int i = 0; i < kHazeDistances; ++i) distances.push_back(distanceAt(i));
    e.haze.resize(static_cast<size_t>(kHazeAzimuths) * kHazeElevations * kHazeDistances);
    const Rgb white = toAcescg(solarIrradiance());
    parallelFor(kHazeAzimuths * kHazeElevations, [&](int i) {
        const float azimuth = sunAzimuth + kPi * static_cast<float>(i % kHazeAzimuths) / (kHazeAzimuths - 1);
        // Downward rays would end in the ground sphere before the far land does: march them as level ones.
        const float elevation = std::max(hazeElevation(i / kHazeAzimuths), 0.0f);
        const auto steps =
            atmosphere.march(altitude, directionAt(azimuth, elevation), toSun, distances, 3 * kHazeDistances);
        for (int d = 0; d < kHazeDistances; ++d) {
            Spectrum through = steps[d].transmittance;
            for (int k = 0; k < kWavelengths; ++k) through[k] *= solarIrradiance()[k];
            const Rgb scattered = toAcescg(steps[d].radiance);
            e.haze[static_cast<size_t>(i) * kHazeDistances + d] = {
                lerp(scattered, grey(luminance(scattered)), cloud) * left, toAcescg(through) / white};
        }
    });
    return e;
}

Environment makeEnvironment(const Place& place, const Daylight& daylight,
                            std::shared_ptr<const Atmosphere> atmosphere) {
    check(daylight.time);
    if (!atmosphere) atmosphere = std::make_shared<Atmosphere>(daylight.visibility);
    return makeEnvironment(sunDirection(sunPosition(place, daylight.time)), static_cast<float>(place.elevation),
                           *atmosphere, daylight.cloud);
}

Environment uniformEnvironment(const Rgb& radiance) {
    Environment e;
    e.sky = Image(kSkyWidth, kSkyHeight, radiance);
    tabulateChances(e);
    project(e);
    return e;
}

Rgb Environment::skyIrradiance(const V3f& normal) const {
    const auto h = harmonicsAt(normal);
    Rgb sum(0);
    for (int k = 0; k < 9; ++k) sum += harmonics[k] * h[k];
    return {std::max(sum.x, 0.0f), std::max(sum.y, 0.0f), std::max(sum.z, 0.0f)};
}

Rgb skyRadiance(const Environment& e, const V3f& direction) {
    const float x = azimuthOf(direction) / (2 * kPi) * kSkyWidth - 0.5f;
    const float y = rowOf(std::asin(std::clamp(direction.z, -1.0f, 1.0f))) * kSkyHeight - 0.5f;
    const float fx = std::floor(x), fy = std::floor(y);
    const int x0 = (static_cast<int>(fx) + kSkyWidth) % kSkyWidth, x1 = (x0 + 1) % kSkyWidth;
    const int y0 = std::clamp(static_cast<int>(fy), 0, kSkyHeight - 1), y1 = std::min(y0 + 1, kSkyHeight - 1);
    const float u = x - fx, v = y < 0 ? 0 : y - fy;
    return lerp(lerp(e.sky.at(x0, y0), e.sky.at(x1, y0), u), lerp(e.sky.at(x0, y1), e.sky.at(x1, y1), u), v);
}

SkySample sampleSky(const Environment& e, float u, float v) {
    float v2 = 0, u2 = 0, rowP = 0, columnP = 0;
    const int y = pick(e.rowChance.data(), kSkyHeight, v, v2, rowP);
    const int x = pick(&e.columnChance[static_cast<size_t>(y) * kSkyWidth], kSkyWidth, u, u2, columnP);
    // Even in solid angle within the cell: the sine of the elevation is even.
    const float top = std::sin(elevationAt(static_cast<float>(y) / kSkyHeight)),
                low = std::sin(elevationAt(static_cast<float>(y + 1) / kSkyHeight));
    const float elevation = std::asin(std::clamp(lerp(top, low, v2), -1.0f, 1.0f));
    return {directionAt((static_cast<float>(x) + u2) / kSkyWidth * 2 * kPi, elevation),
            rowP * columnP / rowSolidAngle(y)};
}

float skyDensity(const Environment& e, const V3f& d) {
    const int x = std::min(static_cast<int>(azimuthOf(d) / (2 * kPi) * kSkyWidth), kSkyWidth - 1);
    const int y =
        std::min(static_cast<int>(rowOf(std::asin(std::clamp(d.z, -1.0f, 1.0f))) * kSkyHeight), kSkyHeight - 1);
    const float* column = &e.columnChance[static_cast<size_t>(y) * kSkyWidth];
    const float row = e.rowChance[y] - (y ? e.rowChance[y - 1] : 0), cell = column[x] - (x ? column[x - 1] : 0);
    return row * cell / rowSolidAngle(y);
}

Environment::HazeCell hazeAlong(const Environment& e, const V3f& direction, float distance) {
    if (e.haze.empty()) return {Rgb(0), Rgb(1)};
    const float elevation = std::asin(std::clamp(direction.z, -1.0f, 1.0f));
    float offset = std::abs(azimuthOf(direction) - azimuthOf(e.toSun));
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

Illuminance illuminance(const Environment& e) {
    Illuminance out{};
    out.directNormal = luminance(e.sunIlluminance);
    out.directHorizontal = out.directNormal * std::max(e.toSun.z, 0.0f);
    for (int y = 0; y < kSkyHeight / 2; ++y) {
        const float top = std::sin(elevationAt(static_cast<float>(y) / kSkyHeight)),
                    low = std::sin(elevationAt(static_cast<float>(y + 1) / kSkyHeight));
        for (int x = 0; x < kSkyWidth; ++x)
            out.diffuseHorizontal += luminance(e.sky.at(x, y)) * rowSolidAngle(y) * (top + low) / 2;
    }
    out.zenith = luminance(skyRadiance(e, {0, 0, 1}));
    return out;
}

float visibilityOfTurbidity(float turbidity) {
    const float rayleigh = 1.24062e-6f / std::pow(0.55f, 4.0f);
    const float mie = std::max(turbidity - 1, 0.0f) * rayleigh * 8000 / 1200;
    return 3.912f / (rayleigh + std::max(mie, 1.5e-6f));
}

} // namespace thallos
