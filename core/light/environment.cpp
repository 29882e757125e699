#include "core/light/environment.h"

#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"

namespace thallos {

namespace {

// Where in the sky's picture a direction is: columns clockwise from north and rows from the top.
struct SkyPlace {
    float x, y;
};
SkyPlace placeOf(const Environment& e, const V3f& d) {
    const float elevation = elementary::asin(std::clamp(d.z, -1.0f, 1.0f)),
                s = std::copysign(std::sqrt(std::abs(elevation) * 2 / kPi), elevation);
    return {skyAzimuth(d) / (2 * kPi) * static_cast<float>(e.sky.width),
            (1 - s) / 2 * static_cast<float>(e.sky.height)};
}

// The first of n cumulative chances that is over each of n even steps.
void startsOf(const float* cumulative, int n, uint16_t* starts) {
    for (int step = 0, i = 0; step < n; ++step) {
        while (i < n - 1 && cumulative[i] <= static_cast<float>(step) / static_cast<float>(n)) ++i;
        starts[step] = static_cast<uint16_t>(i);
    }
}

void tabulateChances(Environment& e) {
    const int width = e.sky.width, height = e.sky.height;
    e.rowChance.assign(height, 0);
    e.columnChance.assign(static_cast<size_t>(width) * height, 0);
    e.rowStart.resize(height);
    e.columnStart.resize(e.columnChance.size());
    e.density.resize(e.columnChance.size());
    e.rowSine.resize(static_cast<size_t>(height) + 1);
    for (int y = 0; y <= height; ++y)
        e.rowSine[y] = std::sin(skyElevation(static_cast<float>(y) / static_cast<float>(height)));
    double total = 0;
    for (int y = 0; y < height; ++y) {
        double row = 0;
        const float solid = skySolidAngle(y, width, height);
        float* column = &e.columnChance[static_cast<size_t>(y) * width];
        // Directions below the horizon get little importance: the ground blocks them, but the density must not be zero
        // where radiance is not.
        const float below =
            skyElevation((static_cast<float>(y) + 0.5f) / static_cast<float>(height)) < -0.02f ? 0.02f : 1;
        for (int x = 0; x < width; ++x) {
            row += std::max(luminance(e.sky.at(x, y)), 1e-9f) * below * solid;
            column[x] = static_cast<float>(row);
        }
        for (int x = 0; x < width; ++x) column[x] = static_cast<float>(column[x] / row);
        total += row;
        e.rowChance[y] = static_cast<float>(total);
    }
    for (float& c : e.rowChance) c = static_cast<float>(c / total);
    startsOf(e.rowChance.data(), height, e.rowStart.data());
    for (int y = 0; y < height; ++y) {
        const size_t row = static_cast<size_t>(y) * width;
        const float* column = &e.columnChance[row];
        startsOf(column, width, &e.columnStart[row]);
        const float chance = e.rowChance[y] - (y ? e.rowChance[y - 1] : 0), solid = skySolidAngle(y, width, height);
        for (int x = 0; x < width; ++x) e.density[row + x] = chance * (column[x] - (x ? column[x - 1] : 0)) / solid;
    }
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
    const int width = e.sky.width, height = e.sky.height;
    e.harmonics.fill(Rgb(0));
    for (int y = 0; y < height; ++y) {
        const float elevation = skyElevation((static_cast<float>(y) + 0.5f) / static_cast<float>(height)),
                    solid = skySolidAngle(y, width, height);
        for (int x = 0; x < width; ++x) {
            const auto h = harmonicsAt(
                skyDirection((static_cast<float>(x) + 0.5f) / static_cast<float>(width) * 2 * kPi, elevation));
            for (int k = 0; k < 9; ++k) e.harmonics[k] += e.sky.at(x, y) * (h[k] * solid);
        }
    }
    for (int k = 0; k < 9; ++k) e.harmonics[k] *= k == 0 ? kPi : k < 4 ? 2 * kPi / 3 : kPi / 4;
    const float sun = luminance(e.sunIlluminance) * std::max(e.toSun.z, 0.0f);
    e.sunShare = sun / std::max(sun + luminance(e.skyIrradiance({0, 0, 1})), 1e-9f);
}

// The first of n that is over u, in 0..1, and how far u is on the way to it.
int pick(const float* cumulative, const uint16_t* starts, int n, float u, float& rest) {
    // Multiplied, u may round up into a step whose start is past it.
    int i = starts[std::clamp(static_cast<int>(u * static_cast<float>(n)) - 1, 0, n - 1)];
    while (i < n - 1 && cumulative[i] <= u) ++i;
    const float low = i ? cumulative[i - 1] : 0;
    rest = clamp01((u - low) / std::max(cumulative[i] - low, 1e-12f));
    return i;
}

// Between the middles of the cells around a place.
Rgb radianceAt(const Environment& e, const SkyPlace& place) {
    const int width = e.sky.width, height = e.sky.height;
    const float x = place.x - 0.5f, y = place.y - 0.5f;
    const float fx = std::floor(x), fy = std::floor(y);
    int x0 = static_cast<int>(fx);
    if (x0 < 0) x0 += width;
    x0 = std::clamp(x0, 0, width - 1); // whatever the direction was
    const int x1 = x0 + 1 < width ? x0 + 1 : 0;
    const int y0 = std::clamp(static_cast<int>(fy), 0, height - 1), y1 = std::min(y0 + 1, height - 1);
    const float u = x - fx, v = y < 0 ? 0 : y - fy;
    return lerp(lerp(e.sky.at(x0, y0), e.sky.at(x1, y0), u), lerp(e.sky.at(x0, y1), e.sky.at(x1, y1), u), v);
}

float densityAt(const Environment& e, const SkyPlace& place) {
    const int x = std::clamp(static_cast<int>(place.x), 0, e.sky.width - 1),
              y = std::clamp(static_cast<int>(place.y), 0, e.sky.height - 1);
    return e.density[static_cast<size_t>(y) * e.sky.width + x];
}

} // namespace

float skyElevation(float row) {
    const float s = 1 - 2 * row;
    return (s < 0 ? -1.0f : 1.0f) * s * s * kPi / 2;
}

float skySolidAngle(int y, int width, int height) {
    const auto rows = static_cast<float>(height);
    const float top = skyElevation(static_cast<float>(y) / rows), low = skyElevation(static_cast<float>(y + 1) / rows);
    return 2 * kPi / static_cast<float>(width) * (std::sin(top) - std::sin(low));
}

V3f skyDirection(float azimuth, float elevation) {
    return {std::cos(elevation) * std::sin(azimuth), std::cos(elevation) * std::cos(azimuth), std::sin(elevation)};
}

float skyAzimuth(const V3f& d) {
    const float a = elementary::atan2(d.x, d.y);
    return a < 0 ? a + 2 * kPi : a;
}

void tabulate(Environment& e) {
    tabulateChances(e);
    project(e);
}

Environment uniformEnvironment(const Rgb& radiance) {
    Environment e;
    e.sky = Image(256, 128, radiance);
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
    return radianceAt(e, placeOf(e, direction));
}

SkySample sampleSky(const Environment& e, float u, float v) {
    const int width = e.sky.width, height = e.sky.height;
    float v2 = 0, u2 = 0;
    const int y = pick(e.rowChance.data(), e.rowStart.data(), height, v, v2);
    const size_t row = static_cast<size_t>(y) * width;
    const int x = pick(&e.columnChance[row], &e.columnStart[row], width, u, u2);
    // Even in solid angle within the cell: the sine of the elevation is even.
    const float sine = lerp(e.rowSine[y], e.rowSine[y + 1], v2), cosine = std::sqrt(std::max(1 - sine * sine, 0.0f));
    const float azimuth = (static_cast<float>(x) + u2) / static_cast<float>(width) * 2 * kPi;
    const V3f direction(cosine * std::sin(azimuth), cosine * std::cos(azimuth), sine);
    return {direction, e.density[row + x], skyRadiance(e, direction)};
}

SkySample skySample(const Environment& e, const V3f& direction) {
    const SkyPlace place = placeOf(e, direction);
    return {direction, densityAt(e, place), radianceAt(e, place)};
}

Illuminance illuminance(const Environment& e) {
    const int width = e.sky.width, height = e.sky.height;
    Illuminance out{};
    out.directNormal = luminance(e.sunIlluminance);
    out.directHorizontal = out.directNormal * std::max(e.toSun.z, 0.0f);
    for (int y = 0; y < height / 2; ++y) {
        const float top = std::sin(skyElevation(static_cast<float>(y) / static_cast<float>(height))),
                    low = std::sin(skyElevation(static_cast<float>(y + 1) / static_cast<float>(height)));
        for (int x = 0; x < width; ++x)
            out.diffuseHorizontal += luminance(e.sky.at(x, y)) * skySolidAngle(y, width, height) * (top + low) / 2;
    }
    out.zenith = luminance(skyRadiance(e, {0, 0, 1}));
    return out;
}

} // namespace thallos
