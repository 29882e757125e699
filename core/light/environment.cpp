#include "core/light/environment.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

float rowOf(float elevation) {
    const float s = std::sqrt(std::abs(elevation) * 2 / kPi);
    return (1 - (elevation < 0 ? -s : s)) / 2;
}

void tabulateChances(Environment& e) {
    const int width = e.sky.width, height = e.sky.height;
    e.rowChance.assign(height, 0);
    e.columnChance.assign(static_cast<size_t>(width) * height, 0);
    double total = 0;
    for (int y = 0; y < height; ++y) {
        double row = 0;
        const float solid = skySolidAngle(y, width, height);
        float* column = &e.columnChance[static_cast<size_t>(y) * width];
        // Nothing is lit from far below: the ground is in the scene. A trickle keeps the density positive.
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

int pick(const float* cumulative, int n, float u, float& rest, float& chance) {
    const int i =
        static_cast<int>(std::min<ptrdiff_t>(std::upper_bound(cumulative, cumulative + n, u) - cumulative, n - 1));
    const float low = i ? cumulative[i - 1] : 0;
    chance = cumulative[i] - low;
    rest = clamp01((u - low) / std::max(chance, 1e-12f));
    return i;
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
    const float a = std::atan2(d.x, d.y);
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
    const int width = e.sky.width, height = e.sky.height;
    const float x = skyAzimuth(direction) / (2 * kPi) * static_cast<float>(width) - 0.5f;
    const float y = rowOf(std::asin(std::clamp(direction.z, -1.0f, 1.0f))) * static_cast<float>(height) - 0.5f;
    const float fx = std::floor(x), fy = std::floor(y);
    const int x0 = (static_cast<int>(fx) + width) % width, x1 = (x0 + 1) % width;
    const int y0 = std::clamp(static_cast<int>(fy), 0, height - 1), y1 = std::min(y0 + 1, height - 1);
    const float u = x - fx, v = y < 0 ? 0 : y - fy;
    return lerp(lerp(e.sky.at(x0, y0), e.sky.at(x1, y0), u), lerp(e.sky.at(x0, y1), e.sky.at(x1, y1), u), v);
}

SkySample sampleSky(const Environment& e, float u, float v) {
    const int width = e.sky.width, height = e.sky.height;
    float v2 = 0, u2 = 0, rowP = 0, columnP = 0;
    const int y = pick(e.rowChance.data(), height, v, v2, rowP);
    const int x = pick(&e.columnChance[static_cast<size_t>(y) * width], width, u, u2, columnP);
    // Even in solid angle within the cell: the sine of the elevation is even.
    const float top = std::sin(skyElevation(static_cast<float>(y) / static_cast<float>(height))),
                low = std::sin(skyElevation(static_cast<float>(y + 1) / static_cast<float>(height)));
    const float elevation = std::asin(std::clamp(lerp(top, low, v2), -1.0f, 1.0f));
    return {skyDirection((static_cast<float>(x) + u2) / static_cast<float>(width) * 2 * kPi, elevation),
            rowP * columnP / skySolidAngle(y, width, height)};
}

float skyDensity(const Environment& e, const V3f& d) {
    const int width = e.sky.width, height = e.sky.height;
    const int x = std::min(static_cast<int>(skyAzimuth(d) / (2 * kPi) * static_cast<float>(width)), width - 1);
    const int y = std::min(
        static_cast<int>(rowOf(std::asin(std::clamp(d.z, -1.0f, 1.0f))) * static_cast<float>(height)), height - 1);
    const float* column = &e.columnChance[static_cast<size_t>(y) * width];
    const float row = e.rowChance[y] - (y ? e.rowChance[y - 1] : 0), cell = column[x] - (x ? column[x - 1] : 0);
    return row * cell / skySolidAngle(y, width, height);
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
