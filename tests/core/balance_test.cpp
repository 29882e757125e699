// Light counted once: the mean radiance of a matt floor by every clear surface under every light, against closed forms
// or an estimate that aims at nothing, and the same for every saving.
#include <cmath>
#include <functional>
#include <random>

#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include "core/trace/scattering.h"
#include "core/trace/sun_disc.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

constexpr float kFloor = 16, kAlbedo = 0.2f, kIndex = 1.52f;

struct Measured {
    double mean, sigma; // of the mean
};

// The radiance that one ray finds, over films of eight by eight pixels that all look along it.
Measured measured(const Scene& scene, const Environment& e, const V3f& from, const V3f& to, int samples,
                  PathSettings path = {}, int pairs = 1, uint64_t seed = 1) {
    constexpr int kWide = 8;
    Film film(kWide, kWide);
    film.splitFactor = pairs;
    path.bounces = {24, 24, 24, 64};
    path.pixelAngle = 1e-4f;
    samples = (samples + 2 * pairs - 1) / (2 * pairs) * 2 * pairs;
    for (int y = 0; y < kWide; ++y)
        for (int x = 0; x < kWide; ++x)
            for (int i = 0; i < samples; ++i) {
                Sampler sampler(x, y, i, seed, fullLengthNumber(i, pairs));
                sampler.pair();
                path.fullLength = isFullLength(i, pairs);
                const PathSample s = tracePath(scene, e, from, (to - from).normalized(), sampler, path);
                EXPECT_FALSE(s.lost);
                film.add(x, y, s, nullptr);
            }
    const Image picture = film.radiance();
    double sum = 0, squares = 0;
    for (const Rgb& c : picture.pixels) {
        sum += c.y;
        squares += static_cast<double>(c.y) * c.y;
    }
    const double n = kWide * kWide, mean = sum / n;
    return {mean, std::sqrt(std::max(squares / n - mean * mean, 0.0) / (n - 1))};
}

// What arrives at the floor from the upper hemisphere as a camera there would see it, nothing aimed at: times the
// albedo this is the floor's radiance.
Measured unaimed(const Scene& scene, const Environment& e, const V3f& at, int rays = 40000) {
    std::mt19937 random(7);
    std::uniform_real_distribution<float> unit(0, 1);
    double sum = 0, squares = 0;
    PathSettings path;
    path.bounces = {24, 24, 24, 64};
    path.pixelAngle = 1e-4f;
    for (int i = 0; i < rays; ++i) {
        const float r = std::sqrt((static_cast<float>(i) + unit(random)) / static_cast<float>(rays)),
                    a = 2 * kPi * unit(random);
        const V3f d(r * std::cos(a), r * std::sin(a), std::sqrt(std::max(1 - r * r, 1e-6f)));
        Sampler sampler(3, 5, i, 11);
        const double l = tracePath(scene, e, at, d, sampler, path).radiance.y;
        sum += l;
        squares += l * l;
    }
    const double mean = sum / rays;
    return {kAlbedo * mean, kAlbedo * std::sqrt(std::max(squares / rays - mean * mean, 0.0) / rays)};
}

void expectSame(const Measured& got, double expected, double sigma = 0) {
    sigma = std::hypot(got.sigma, sigma);
    EXPECT_LT(sigma, 0.006 * expected) << "enough samples to tell";
    EXPECT_LT(std::abs(got.mean - expected), 3 * sigma + 0.004 * expected)
        << "is " << got.mean << " +- " << got.sigma << ", ought to be " << expected << " +- " << sigma;
}

// Every saving leaves the mean where it was.
void expectNoSavingShows(const Scene& scene, const Environment& e, const V3f& from, const V3f& to, double expected,
                         int samples) {
    for (const int pairs : {2, 8}) {
        SCOPED_TRACE("pairs " + std::to_string(pairs));
        expectSame(measured(scene, e, from, to, samples * (pairs == 8 ? 4 : 1), {}, pairs), expected);
    }
    PathSettings all;
    all.oneShadowRay = false;
    SCOPED_TRACE("all shadow rays");
    expectSame(measured(scene, e, from, to, samples, all), expected);
    all.coarse = false;
    SCOPED_TRACE("nothing coarse");
    expectSame(measured(scene, e, from, to, samples, all), expected);
}

Mesh level(float z, float half, bool down = false) {
    Mesh m;
    m.positions = {{-half, -half, z}, {half, -half, z}, {half, half, z}, {-half, half, z}};
    m.uvs = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    m.triangles = {{0, 1, 2}, {0, 2, 3}};
    if (down) m.triangles = {{0, 2, 1}, {0, 3, 2}};
    return m;
}
Mesh upright(float y, float half, float height) {
    Mesh m;
    m.positions = {{-half, y, kFloor}, {half, y, kFloor}, {half, y, kFloor + height}, {-half, y, kFloor + height}};
    m.triangles = {{0, 1, 2}, {0, 2, 3}};
    return m;
}

Surface pane() {
    return {.name = "glass", .baseColor = Rgb(1), .roughness = 0.02f, .transmission = 1};
}
// Smooth on the whole, with a picture of its roughness that has frosted places, as packed pictures come: the factor
// is 1.
Surface smudged() {
    Surface s = pane();
    s.roughness = 1;
    s.textureSize = 0.5f;
    Picture picture{2, 1, {}};
    for (const int v : {0, 29})
        for (int k = 0; k < 4; ++k) picture.rgba.push_back(static_cast<uint8_t>(k == 3 ? 255 : v));
    s.maps.roughness = std::make_shared<const Picture>(std::move(picture));
    return s;
}
Surface body(const Rgb& absorption) {
    Surface s = pane();
    s.roughness = 0;
    s.solid = true;
    s.absorption = absorption;
    return s;
}
// 6 mm of coloured glass let so much through straight on.
Rgb absorptionOf(const Rgb& tint, float thickness) {
    return {-std::log(tint.x) / thickness, -std::log(tint.y) / thickness, -std::log(tint.z) / thickness};
}

Project floorSite() {
    return aloft(buildingOf(box({-60, -60, kFloor - 1}, {60, 60, kFloor}), matt(kAlbedo)));
}

// Over all directions of the hemisphere, weighed by the cosine.
double overHemisphere(const std::function<double(double cosine)>& value) {
    constexpr int n = 4000;
    double sum = 0;
    for (int i = 0; i < n; ++i) {
        const double c = (i + 0.5) / n;
        sum += 2 * c * value(c) / n;
    }
    return sum;
}

// What a clear layer sends through and back of light from a direction, whatever goes to and fro within it included.
struct Layer {
    double through, back;
};
Layer paneLayer(double c) {
    const double f = fresnelPane(static_cast<float>(c), kIndex);
    return {1 - f, f};
}
Layer twoPanes(double c) {
    const auto [t, r] = paneLayer(c);
    return {t * t / (1 - r * r), r + t * t * r / (1 - r * r)};
}
Layer bodyLayer(double c, double absorbed) { // `absorbed`: optical depth straight through
    const double f = fresnelDielectric(static_cast<float>(c), kIndex);
    const double inside = std::sqrt(1 - (1 - c * c) / (kIndex * kIndex));
    const double a = std::exp(-absorbed / inside), round = 1 - f * f * a * a;
    return {(1 - f) * (1 - f) * a / round, f + (1 - f) * (1 - f) * f * a * a / round};
}

struct Above { // a level layer over the floor
    const char* name;
    std::function<Project()> project;
    std::function<Layer(double cosine)> layer;
};
constexpr float kThick = 0.1f;
const Rgb kTint(0.3f, 0.8f, 0.5f);

std::vector<Above> layers() {
    const auto with = [](std::initializer_list<std::pair<Mesh, Surface>> things) {
        Project p = floorSite();
        int n = 0;
        for (const auto& [mesh, surface] : things)
            p = added(p, "Layer " + std::to_string(++n), buildingOf(mesh, surface));
        return p;
    };
    const auto slab = [](float thick) { return box({-60, -60, kFloor + 2}, {60, 60, kFloor + 2 + thick}); };
    const float green = absorptionOf(kTint, kThick).y * kThick, thin = absorptionOf(kTint, 0.006f).y * 0.006f;
    return {
        {"none", [=] { return floorSite(); },
         [](double) {
             return Layer{1, 0};
         }},
        {"pane",
         [=] {
             return with({{level(kFloor + 2, 60), pane()}});
         },
         paneLayer},
        {"pane with smudges",
         [=] {
             return with({{level(kFloor + 2, 60), smudged()}});
         },
         paneLayer},
        {"two panes",
         [=] {
             return with({{level(kFloor + 2, 60), pane()}, {level(kFloor + 2.5f, 60), pane()}});
         },
         twoPanes},
        {"clear body",
         [=] {
             return with({{slab(kThick), body(Rgb(0))}});
         },
         [](double c) { return bodyLayer(c, 0); }},
        {"tinted body",
         [=] {
             return with({{slab(kThick), body(absorptionOf(kTint, kThick))}});
         },
         [green](double c) { return bodyLayer(c, green); }},
        {"6 mm of coloured glass",
         [=] {
             return with({{slab(0.006f), body(absorptionOf(kTint, 0.006f))}});
         },
         [thin](double c) { return bodyLayer(c, thin); }},
    };
}

struct Lit {
    const char* name;
    Environment environment;
    double sky, sun; // radiance; lux on a face turned to the sun

    // Of the sun on a level face, if so much of its light gets through from each direction.
    double lux(const std::function<double(const V3f& toSun)>& through) const {
        constexpr int n = 60;
        double sum = 0;
        for (int i = 0; i < n; ++i)
            for (int j = 0; j < n; ++j) {
                const V3f d = towardSun(environment, {(i + 0.5f) / n, (j + 0.5f) / n});
                sum += d.z * through(d) / (n * n);
            }
        return sun * sum;
    }
};
std::vector<Lit> lights() {
    const auto make = [](float sky, float sun) {
        Environment e = uniformEnvironment(Rgb(sky));
        e.toSun = V3f(0.5f, 0.3f, 0.8f).normalized();
        e.sunIlluminance = Rgb(sun);
        e.sunRadius = 0.3f; // so that light that only chance finds is found
        return e;
    };
    return {{"even sky", make(1000, 0), 1000, 0},
            {"sun", make(1e-3f, 20000), 0, 20000},
            {"sky with sun", make(1000, 20000), 1000, 20000}};
}

} // namespace

TEST(Balance, AFloorUnderALayerHasTheRadianceOfTheClosedForm) {
    for (const Above& above : layers()) {
        const auto scene = bareSceneOf(above.project());
        const double t = overHemisphere([&](double c) { return above.layer(c).through; }),
                     r = overHemisphere([&](double c) { return above.layer(c).back; });
        for (const Lit& lit : lights()) {
            SCOPED_TRACE(std::string(above.name) + ", " + lit.name);
            const double lux = kPi * lit.sky * t + lit.lux([&](const V3f& d) { return above.layer(d.z).through; });
            const double radiance = kAlbedo / kPi * lux / (1 - kAlbedo * r);
            // From below the layer, and through it from above.
            const V3f from(1, 0, kFloor + 1.5f), at(0.2f, 0.1f, kFloor);
            expectSame(measured(*scene, lit.environment, from, at, 256), radiance);
            expectNoSavingShows(*scene, lit.environment, from, at, radiance, 256);
            const V3f high(1.2f, 0.9f, kFloor + 6);
            const Layer seen = above.layer(std::abs((at - high).normalized().z));
            const double through = seen.through * radiance + seen.back * lit.sky;
            expectSame(measured(*scene, lit.environment, high, at, 256), through);
            expectNoSavingShows(*scene, lit.environment, high, at, through, 256);
        }
    }
}

TEST(Balance, AFloorBesideAClearSurfaceIsLitByWhatItMirrorsAndLetsThrough) {
    const std::vector<std::pair<const char*, std::vector<std::pair<Mesh, Surface>>>> beside = {
        {"pane", {{upright(1, 8, 6), pane()}}},
        {"two panes", {{upright(1, 8, 6), pane()}, {upright(1.3f, 8, 6), pane()}}},
        {"clear body", {{box({-8, 1, kFloor}, {8, 1.2f, kFloor + 6}), body(Rgb(0))}}},
        {"tinted body", {{box({-8, 1, kFloor}, {8, 1.2f, kFloor + 6}), body(Rgb(2, 1, 3))}}},
    };
    Environment bright = uniformEnvironment(Rgb(1000));
    for (int y = 0; y < bright.sky.height / 2; ++y) // a bright side behind the pane
        for (int x = 0; x < 64; ++x) bright.sky.at((x + 224) % 256, y) = Rgb(4000);
    tabulate(bright);
    for (const auto& [name, things] : beside) {
        SCOPED_TRACE(name);
        Project p = floorSite();
        int n = 0;
        for (const auto& [mesh, surface] : things)
            p = added(p, "Beside " + std::to_string(++n), buildingOf(mesh, surface));
        const auto scene = bareSceneOf(p);
        for (const Environment& e : {uniformEnvironment(Rgb(1000)), bright}) {
            const V3f at(0.3f, 0.4f, kFloor), from(0.5f, -3, kFloor + 2);
            const Measured expected = unaimed(*scene, e, at + V3f(0, 0, 1e-3f));
            expectSame(measured(*scene, e, from, at, 512), expected.mean, expected.sigma);
            expectNoSavingShows(*scene, e, from, at, expected.mean, 512);
        }
    }
}

TEST(Balance, ASunlitPaneMirrorsTheSunOntoTheFloorOnceAndLetsItThroughOnce) {
    // The sun stands before an upright pane: the floor before it gets the sun and its mirrored picture, which chance
    // alone finds; the floor behind it what the pane lets through.
    Lit lit = lights()[1];
    lit.environment.toSun = V3f(0, -0.6f, 0.8f);
    const auto mirrored = [](const V3f& d) { return static_cast<double>(fresnelPane(std::abs(d.y), kIndex)); };
    const double open = lit.lux([](const V3f&) { return 1.0; }), more = lit.lux(mirrored);
    const auto scene = bareSceneOf(added(floorSite(), "Pane", buildingOf(upright(1, 8, 6), pane())));
    const V3f before(0.3f, 0, kFloor), behind(0.3f, 1.5f, kFloor);
    const V3f front(0.5f, -3, kFloor + 2), back(0.5f, 4, kFloor + 2);
    expectSame(measured(*scene, lit.environment, front, before, 2048), kAlbedo / kPi * (open + more));
    expectNoSavingShows(*scene, lit.environment, front, before, kAlbedo / kPi * (open + more), 2048);
    expectSame(measured(*scene, lit.environment, back, behind, 512), kAlbedo / kPi * (open - more));
    expectNoSavingShows(*scene, lit.environment, back, behind, kAlbedo / kPi * (open - more), 512);
}

TEST(Balance, LampsBehindClearSurfacesCountOnce) {
    Surface shine = matt(0);
    shine.emission = Rgb(5000);
    const Environment dark = uniformEnvironment(Rgb(0));
    for (const Above& above : layers()) {
        SCOPED_TRACE(above.name);
        for (const float half : {0.2f, 3.0f}) { // small: found by aiming; large: by scattering
            const Project p = added(above.project(), "Lamp", buildingOf(level(kFloor + 4, half, true), shine));
            const auto scene = bareSceneOf(p);
            const V3f from(1, 0, kFloor + 1.5f), at(0.2f, 0.1f, kFloor);
            // Straight through every layer: thin ones bend nothing aside that shows.
            double lux = 0;
            constexpr int n = 300;
            for (int i = 0; i < n; ++i)
                for (int j = 0; j < n; ++j) {
                    const double x = half * (2 * (i + 0.5) / n - 1) - at.x, y = half * (2 * (j + 0.5) / n - 1) - at.y;
                    const double d2 = x * x + y * y + 16, c = 4 / std::sqrt(d2);
                    lux += 5000 * c * c / d2 * above.layer(c).through * 4 * half * half / (n * n);
                }
            const double direct = kAlbedo / kPi * lux;
            const Measured got = measured(*scene, dark, from, at, half < 1 ? 512 : 2048);
            // What the layer and the floor send to each other besides is a few hundredths.
            EXPECT_GT(got.mean, direct * 0.995 - 3 * got.sigma);
            EXPECT_LT(got.mean, direct * 1.045 + 3 * got.sigma);
            const Measured truth = unaimed(*scene, dark, at + V3f(0, 0, 1e-3f), half < 1 ? 10 : 60000);
            if (half > 1) {
                // A thick body moves the lamp aside for light that is bent, and not for light that is aimed.
                EXPECT_NEAR(got.mean / truth.mean, 1, 0.015);
                expectNoSavingShows(*scene, dark, from, at, got.mean, 2048);
            }
        }
    }
}

namespace {

// A level sheet of water over the whole of a level site, its surface half a metre up, over a plate on the bed.
Project flooded(float clarity) {
    Project p = newProject({40, 40}, 1, "x");
    p = added(p, "Pond", Water{{0, 0}, 0.5f, clarity, 0, Rgb(0.02f, 0.03f, 0.02f)});
    return added(p, "Plate", buildingOf(box({-20, -20, 0.01f}, {20, 20, 0.02f}), matt(kAlbedo)));
}

} // namespace

TEST(Balance, APlateUnderWaterHasTheRadianceOfTheClosedForm) {
    for (const float clarity : {1.2f, 200.0f}) {
        const auto scene = bareSceneOf(flooded(clarity));
        const double depth = 0.48, a = waterAbsorption(scene->site->waters.front().look).y;
        const auto through = [&](double c) {
            return (1 - fresnelDielectric(static_cast<float>(c), kWaterIndex)) * std::exp(-a * depth / c);
        };
        const double t = overHemisphere(through),
                     back = overHemisphere([&](double c) {
                         return fresnelDielectric(static_cast<float>(c), kWaterIndex) * std::exp(-2 * a * depth / c);
                     });
        for (const Lit& lit : lights()) {
            SCOPED_TRACE(std::string(lit.name) + ", clarity " + std::to_string(clarity));
            const double lux = kPi * lit.sky * t + lit.lux([&](const V3f& d) { return through(d.z); });
            const double radiance = kAlbedo / kPi * lux / (1 - kAlbedo * back);
            const V3f from(0.1f, 0, 0.3f), at(0.2f, 0.1f, 0.02f); // a camera in the water
            expectSame(measured(*scene, lit.environment, from, at, 512), radiance);
            expectNoSavingShows(*scene, lit.environment, from, at, radiance, 512);
        }
    }
}

TEST(Balance, ALampUnderWaterLightsADryWallByItsWayInTheWater) {
    Surface shine = matt(0);
    shine.emission = Rgb(5000);
    const Environment dark = uniformEnvironment(Rgb(0));
    for (const float clarity : {0.8f, 50.0f}) {
        SCOPED_TRACE(clarity);
        Project p = newProject({40, 40}, 1, "x");
        p = added(p, "Pond", Water{{0, 0}, 1, clarity, 0, Rgb(0.02f, 0.03f, 0.02f)});
        p = added(p, "Lamp", buildingOf(level(0.2f, 0.5f), shine));
        p = added(p, "Ceiling", buildingOf(box({-3, -3, 4}, {3, 3, 4.1f}), matt(kAlbedo)));
        const auto scene = bareSceneOf(p);
        const double a = waterAbsorption(scene->site->waters.front().look).y;
        const V3f at(1, 0.5f, 4), from(1.5f, 0.2f, 2.5f);
        double lux = 0;
        constexpr int n = 200;
        for (int i = 0; i < n; ++i)
            for (int j = 0; j < n; ++j) {
                const double x = (i + 0.5) / n - 0.5 - at.x, y = (j + 0.5) / n - 0.5 - at.y, up = 3.8;
                const double d2 = x * x + y * y + up * up, c = up / std::sqrt(d2);
                lux += 5000 * c * c / d2 * (1 - fresnelDielectric(static_cast<float>(c), kWaterIndex)) *
                       std::exp(-a * 0.8 / c) / (n * n);
            }
        // The lit ceiling lights the ground, which lights it: under a hundredth here.
        const double expected = kAlbedo / kPi * lux;
        const Measured got = measured(*scene, dark, from, at, 512);
        EXPECT_NEAR(got.mean / expected, 1.005, 0.015);
        expectNoSavingShows(*scene, dark, from, at, got.mean, 512);
    }
}

TEST(Balance, TheSunIsMirroredInWaterAsItsGlint) {
    Project p = newProject({40, 40}, 1, "x");
    p = added(p, "Pond", Water{{0, 0}, 1, 0.5f, 0, Rgb(0.02f, 0.03f, 0.02f)});
    const auto scene = bareSceneOf(p);
    const WaterLook& water = scene->site->waters.front().look;
    Environment sun = uniformEnvironment(Rgb(0));
    sun.toSun = V3f(0, 0.8f, 0.6f);
    sun.sunIlluminance = Rgb(80000);
    const V3f at(0, 0, scene->site->waters.front().level);
    for (const float turned : {0.0f, 0.02f, 0.05f}) {
        const V3f outward = V3f(turned, -0.8f, 0.6f).normalized();
        const double glint = sunGlint(sun, water, ripples(water, {0, 0}, 1e-3f), outward).y;
        ASSERT_GT(glint, 1e4);
        // Besides, the murk sends a thousandth of that back.
        EXPECT_NEAR(measured(*scene, sun, at + outward * 5.0f, at, 64).mean / glint, 1, 0.05) << turned;
    }
}

TEST(Balance, ASoffitByAPondSeesTheSkyInIt) {
    // Nothing but the mirrored sky and what the murk sends back lights the underside; both are in the unaimed estimate.
    Project p = newProject({40, 40}, 1, "x");
    p = added(p, "Pond", Water{{0, 0}, 0.5f, 0.05f, 0, Rgb(0.1f)}); // too murky for its bed to be seen
    p = added(p, "Soffit", buildingOf(box({-2, -2, 3}, {2, 2, 3.1f}), matt(kAlbedo)));
    const auto scene = bareSceneOf(p);
    const Environment e = uniformEnvironment(Rgb(1000));
    const V3f at(1.8f, 0.3f, 3), from(4, 0.2f, 1);
    // The estimate looks up; here the face looks down.
    std::mt19937 random(7);
    std::uniform_real_distribution<float> unit(0, 1);
    double sum = 0, squares = 0;
    constexpr int rays = 60000;
    for (int i = 0; i < rays; ++i) {
        const float r = std::sqrt(unit(random)), a = 2 * kPi * unit(random);
        const V3f d(r * std::cos(a), r * std::sin(a), -std::sqrt(std::max(1 - r * r, 1e-6f)));
        Sampler sampler(3, 5, i, 11);
        const double l = tracePath(*scene, e, at - V3f(0, 0, 1e-3f), d, sampler, {}).radiance.y;
        sum += l;
        squares += l * l;
    }
    const double mean = sum / rays;
    const Measured got = measured(*scene, e, from, at, 1536);
    expectSame(got, kAlbedo * mean, kAlbedo * std::sqrt((squares / rays - mean * mean) / rays));
    expectNoSavingShows(*scene, e, from, at, got.mean, 1536);
}

TEST(Balance, CutOutsAndLeavesLetTheirShareThrough) {
    // A sheet that covers every second point of its picture, and two of it; a sheet that lets a share through.
    Picture half{2, 2, {}};
    for (int k = 0; k < 4; ++k) half.rgba.insert(half.rgba.end(), {0, 0, 0, 128});
    Surface net = matt(0);
    net.maps.color = std::make_shared<const Picture>(half);
    net.soft = true;
    Surface leaf = matt(0.6f);
    leaf.translucency = 0.5f;
    struct Case {
        const char* name;
        std::vector<Surface> sheets;
        double through, back;
    };
    const double share = 1 - 128 / 255.0;
    for (const Case& c : {Case{"net", {net}, share, 0}, Case{"two nets", {net, net}, share * share, 0},
                          Case{"leaf", {leaf}, 0.3, 0.3}}) {
        Project p = floorSite();
        for (size_t k = 0; k < c.sheets.size(); ++k)
            p = added(p, "Sheet " + std::to_string(k),
                      buildingOf(level(kFloor + 2 + 0.5f * static_cast<float>(k), 60), c.sheets[k]));
        const auto scene = bareSceneOf(p);
        for (const Lit& lit : lights()) {
            SCOPED_TRACE(std::string(c.name) + ", " + lit.name);
            const double radiance = kAlbedo / kPi * c.through *
                                    (kPi * lit.sky + lit.lux([](const V3f&) { return 1.0; })) / (1 - kAlbedo * c.back);
            const V3f from(1, 0, kFloor + 1.5f), at(0.2f, 0.1f, kFloor);
            expectSame(measured(*scene, lit.environment, from, at, 2048), radiance);
            expectNoSavingShows(*scene, lit.environment, from, at, radiance, 2048);
        }
    }
}

TEST(Balance, PicturesWithClearSurfacesAreTheSameForAllThreadsAndRegions) {
    Project p = newProject({40, 40}, 1, "x");
    p = added(p, "Pond", Water{{0, 0}, 0.3f, 1.2f, 0.3f, Rgb(0.02f, 0.03f, 0.02f)});
    p = added(p, "Ball", buildingOf(sphere(1, {0, 0, 2}), body(Rgb(0.5f, 0.1f, 0.3f))));
    p = added(p, "Pane", buildingOf(upright(2, 3, 3), pane(), {0, 0, -kFloor}));
    const auto scene = bareSceneOf(p);
    Shot shot;
    shot.camera.position = {1, -7, 2.2f};
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(64, 40);
    Progress progress;
    const RenderResult whole = renderPicture(*scene, e, shot, settings, 6, 0, progress);
    EXPECT_EQ(whole.lost, 0);
    {
        const tbb::global_control one(tbb::global_control::max_allowed_parallelism, 1);
        EXPECT_EQ(renderPicture(*scene, e, shot, settings, 6, 0, progress).radiance.pixels, whole.radiance.pixels);
    }
    settings.regionStart = V2i(20, 10);
    settings.regionSize = V2i(24, 16);
    const Image part = renderPicture(*scene, e, shot, settings, 6, 0, progress).radiance;
    for (int y = 0; y < part.height; ++y)
        for (int x = 0; x < part.width; ++x) EXPECT_EQ(part.at(x, y), whole.radiance.at(x + 20, y + 10));
}
