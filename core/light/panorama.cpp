#include "core/light/panorama.h"

#include <algorithm>
#include <cmath>

#include "core/base/error.h"
#include "core/base/parallel.h"
#include "core/light/daylight.h"

namespace thallos {

namespace {

constexpr float kSunSpot = 3 * kPi / 180, kSunEdge = 2.5f * kPi / 180, kAroundTo = 4.5f * kPi / 180;
constexpr float kSunShare = 0.05f; // of the light on level ground
constexpr float kSunContrast = 20; // to the sky around
constexpr float kSunRadius = 0.00465f;

Rgb sound(const Rgb& c) {
    const auto light = [](float v) { return std::isfinite(v) ? std::max(v, 0.0f) : 0.0f; };
    return {light(c.x), light(c.y), light(c.z)};
}

// The picture's rows are even in elevation; the sky's are not. Both kinds of cell hold all of the light that falls into
// them.
Image skyOf(const Image& picture) {
    const int width = std::min(picture.width & ~1, kWidestSky), height = width / 2;
    Image sky(width, height);
    const double across = static_cast<double>(picture.width) / width;
    // From a row of the sky to one of the picture.
    const auto rowAt = [&](int y) {
        return (0.5 - skyElevation(static_cast<float>(y) / static_cast<float>(height)) / kPi) * picture.height;
    };
    parallelFor(height, [&](int y) {
        const double top = rowAt(y), low = std::max(rowAt(y + 1), top + 1e-6);
        for (int x = 0; x < width; ++x) {
            // The sky's first column looks north, the picture's looks south.
            const double left = (x + width / 2) * across, right = left + across;
            Rgb sum(0);
            double weight = 0;
            for (int r = static_cast<int>(top); r < std::min(static_cast<int>(std::ceil(low)), picture.height); ++r) {
                const double tall = std::min<double>(low, r + 1) - std::max<double>(top, r);
                const double solid = tall * std::sin((r + 0.5) / picture.height * static_cast<double>(kPi));
                for (int c = static_cast<int>(left); c < static_cast<int>(std::ceil(right)); ++c) {
                    const double w = solid * (std::min<double>(right, c + 1) - std::max<double>(left, c));
                    sum += sound(picture.at(c % picture.width, r)) * static_cast<float>(w);
                    weight += w;
                }
            }
            if (weight > 0) sky.at(x, y) = sum / static_cast<float>(weight);
        }
    });
    return sky;
}

V3f directionOf(const Image& sky, int x, int y) {
    return skyDirection((static_cast<float>(x) + 0.5f) / static_cast<float>(sky.width) * 2 * kPi,
                        skyElevation((static_cast<float>(y) + 0.5f) / static_cast<float>(sky.height)));
}

Rgb onLevelGround(const Image& sky) {
    Rgb sum(0);
    for (int y = 0; y < sky.height / 2; ++y) {
        const float top = std::sin(skyElevation(static_cast<float>(y) / static_cast<float>(sky.height))),
                    low = std::sin(skyElevation(static_cast<float>(y + 1) / static_cast<float>(sky.height)));
        Rgb row(0);
        for (int x = 0; x < sky.width; ++x) row += sky.at(x, y);
        sum += row * (skySolidAngle(y, sky.width, sky.height) * (top + low) / 2);
    }
    return sum;
}

void takeSunOut(Panorama& p) {
    Image& sky = p.sky;
    int px = 0, py = 0;
    float most = -1;
    for (int y = 0; y < sky.height / 2; ++y)
        for (int x = 0; x < sky.width; ++x)
            if (const float l = luminance(sky.at(x, y)); l > most) {
                most = l;
                px = x;
                py = y;
            }
    const V3f peak = directionOf(sky, px, py);
    std::vector<std::pair<float, Rgb>> around;
    struct Cell {
        int x, y;
        V3f direction;
    };
    std::vector<Cell> spot;
    const float high = std::asin(peak.z), reach = kAroundTo + 0.01f;
    for (int y = 0; y < sky.height; ++y) {
        if (std::abs(skyElevation((static_cast<float>(y) + 0.5f) / static_cast<float>(sky.height)) - high) > reach)
            continue;
        for (int x = 0; x < sky.width; ++x) {
            const V3f d = directionOf(sky, x, y);
            const float angle = std::acos(std::clamp(d.dot(peak), -1.0f, 1.0f));
            if (angle < kSunSpot)
                spot.push_back({x, y, d});
            else if (angle < kAroundTo) // close by, so that its glow goes on without a ring
                around.emplace_back(luminance(sky.at(x, y)), sky.at(x, y));
        }
    }
    if (around.empty()) return;
    const auto middle = around.begin() + static_cast<std::ptrdiff_t>(around.size() / 2);
    std::nth_element(around.begin(), middle, around.end(),
                     [](const auto& a, const auto& b) { return a.first < b.first; });
    const Rgb behind = middle->second;
    Rgb sun(0);
    V3f toward(0);
    for (const Cell& c : spot) {
        const Rgb more = sky.at(c.x, c.y) - behind;
        const float l = luminance(more) * skySolidAngle(c.y, sky.width, sky.height);
        if (l <= 0) continue;
        sun += sound(more) * skySolidAngle(c.y, sky.width, sky.height);
        toward += c.direction * l;
    }
    if (toward.length2() <= 0) return;
    toward.normalize();
    // One that the file could not hold gives little and is a sun all the same.
    const bool bright = most > kSunContrast * luminance(behind);
    if (!bright && luminance(sun) * std::max(toward.z, 0.0f) < kSunShare * luminance(onLevelGround(sky))) return;
    for (const Cell& c : spot) {
        const float angle = std::acos(std::clamp(c.direction.dot(peak), -1.0f, 1.0f));
        Rgb& cell = sky.at(c.x, c.y);
        cell = lerp(behind, cell, smoothstep(kSunEdge, kSunSpot, angle));
    }
    p.toSun = toward;
    p.sunIlluminance = sun;
}

// Pixels as bright as the brightest: more than a few are where the picture was cut off.
bool isCutOff(const Image& picture) {
    float most = 0;
    for (const Rgb& c : picture.pixels) most = std::max({most, c.x, c.y, c.z});
    constexpr int kFew = 3;
    int n = 0;
    for (const Rgb& c : picture.pixels) n += std::max({c.x, c.y, c.z}) >= 0.999f * most;
    return n > kFew && n < static_cast<int>(picture.pixels.size() / 50);
}

// Sunlight has one colour at a height. What the picture's sun lacks of a clear day's light is told.
void judgeSun(Panorama& p, bool cutOff) {
    if (p.sunIlluminance == Rgb(0)) return;
    const Environment clear = makeEnvironment(p.toSun, 0, Atmosphere(35000.0f));
    const Rgb &now = p.sunIlluminance, &wanted = clear.sunIlluminance;
    if (!(luminance(wanted) > 0)) return; // at the horizon
    const float scale = luminance(now) / luminance(wanted);
    bool odd = cutOff;
    for (int k = 0; k < 3; ++k) odd = odd || !(now[k] > 0.6f * scale * wanted[k] && now[k] < 1.6f * scale * wanted[k]);
    if (!odd) return;
    const auto share = [](const Rgb& sun, const Image& sky) {
        return luminance(sun) / std::max(luminance(onLevelGround(sky)), 1e-20f);
    };
    const float missing = 1 - share(now, p.sky) / share(wanted, clear.sky);
    p.sunIlluminance = wanted * scale;
    if (cutOff && missing > 0.05f)
        p.warning = "The sun of the panorama is cut off at its brightest: about " +
                    std::to_string(static_cast<int>(std::lround(100 * std::min(missing, 0.99f)))) +
                    " % of its light is missing, so that shadows are weaker than on a clear day";
}

} // namespace

Panorama panoramaOf(const Image& picture, const std::string& source) {
    if (picture.width < 16 || picture.height < 8 || std::abs(picture.width - 2 * picture.height) > picture.height / 50)
        throw Error(Error::Kind::Unreadable, Text("%w is not a 360-degree panorama: it must be twice as wide as high"),
                    source, Text("Choose a lat-long image"));
    Panorama p;
    p.sky = skyOf(picture);
    if (!(luminance(onLevelGround(p.sky)) > 0))
        throw Error(Error::Kind::Unreadable, Text("%w gives no light: its upper half is black"), source,
                    Text("Choose a lat-long image"));
    takeSunOut(p);
    judgeSun(p, isCutOff(picture));
    return p;
}

Environment makeEnvironment(const Panorama& panorama, float turn, float lux) {
    Environment e;
    const Image& from = panorama.sky;
    const float level = luminance(onLevelGround(from)) + luminance(panorama.sunIlluminance) * panorama.toSun.z;
    const float scale = lux / std::max(level, 1e-20f);
    e.sky = Image(from.width, from.height);
    const float turns = turn / (2 * kPi), shift = (turns - std::floor(turns)) * static_cast<float>(from.width);
    const int whole = static_cast<int>(shift);
    const float part = shift - static_cast<float>(whole);
    for (int y = 0; y < from.height; ++y)
        for (int x = 0; x < from.width; ++x) {
            const int a = (x - whole + from.width) % from.width, b = (a - 1 + from.width) % from.width;
            e.sky.at(x, y) = lerp(from.at(a, y), from.at(b, y), part) * scale;
        }
    e.toSun = skyDirection(skyAzimuth(panorama.toSun) + turn, std::asin(std::clamp(panorama.toSun.z, -1.0f, 1.0f)));
    e.sunIlluminance = panorama.sunIlluminance * scale;
    e.sunRadius = kSunRadius;
    tabulate(e);
    return e;
}

} // namespace thallos
