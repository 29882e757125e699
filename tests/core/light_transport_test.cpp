// The path tracer against analytic answers; mirrors and shores.
#include <cmath>

#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include "core/base/error.h"
#include "core/light/panorama.h"
#include "core/trace/scattering.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

TEST(Analytic, DiffuseSphereUnderAUniformSky) {
    // A convex matt body sees nothing but the sky: its radiance is albedo x sky everywhere. The ground would be in its
    // way, so the body hangs high and is looked at on its upper half, which sees hardly any of it.
    Surface s = matt(0.5f);
    const auto scene = bareSceneOf(aloft(buildingOf(sphere(2, {0, 0, 4000}), s)));
    const Environment e = uniformEnvironment(Rgb(1000));
    const Rgb top = meanRadiance(*scene, e, {0, 0, 4100}, {0, 0, 4002}, 400);
    // 4 % coating: (1 - F) of the matt light and F of the sky.
    EXPECT_NEAR(top.y / 1000, 0.5f, 0.035f);
    const Rgb side = meanRadiance(*scene, e, {100, 0, 4003}, {0, 0, 4000.8f}, 600);
    EXPECT_NEAR(side.y / 1000, 0.5f, 0.05f);
}

TEST(Analytic, IrradianceOfTheSunAtASlant) {
    // A matt plate under the sun alone: radiance = albedo / pi x illuminance x cosine.
    Environment e = uniformEnvironment(Rgb(1e-6f));
    e.sunIlluminance = Rgb(90000);
    Surface s = matt(0.4f);
    const auto scene = bareSceneOf(aloft(buildingOf(box({-50, -50, 2999}, {50, 50, 3000}), s)));
    for (float altitude : {80.0f, 45.0f, 15.0f}) {
        e.toSun = sunDirection({altitude, 90.0 - altitude, 120});
        const Rgb seen = meanRadiance(*scene, e, {0, 0, 3050}, {3, 2, 3000}, 200);
        EXPECT_NEAR(seen.y / (0.4f / kPi * 90000 * std::sin(radians(altitude))), 1, 0.06f) << altitude;
    }
}

TEST(Analytic, AMattPlateUnderAPanoramaSendsItsLuxBack) {
    // Sun of the picture and its sky together, found by aiming and by scattering.
    Image picture(256, 128, Rgb(0.5f));
    for (int y = 40; y < 42; ++y)
        for (int x = 90; x < 92; ++x) picture.at(x, y) = Rgb(4000);
    const Environment e = makeEnvironment(panoramaOf(picture, "even.exr"), 0.7f, 40000);
    ASSERT_GT(e.sunShare, 0.3f);
    const auto scene = bareSceneOf(aloft(buildingOf(box({-50, -50, 2999}, {50, 50, 3000}), matt(0.4f))));
    EXPECT_NEAR(meanRadiance(*scene, e, {0, 0, 3050}, {3, 2, 3000}, 600).y / (0.4f / kPi * 40000), 1, 0.06f);
}

TEST(Analytic, AMirrorShowsTheSky) {
    Surface s = matt(0.9f);
    s.metalness = 1;
    s.roughness = 0.03f;
    const auto scene = bareSceneOf(aloft(buildingOf(box({-50, -50, 2999}, {50, 50, 3000}), s)));
    const Environment e = uniformEnvironment(Rgb(500));
    EXPECT_NEAR(meanRadiance(*scene, e, {0, 0, 3050}, {3, 2, 3000}, 300).y / 500, 0.9f, 0.03f);
}

TEST(Analytic, UnderwaterLightFallsOffByDepth) {
    // A body of glass over a white plate: sun and view go straight down through `depth` metres of it.
    Environment e = uniformEnvironment(Rgb(1e-6f));
    e.sunIlluminance = Rgb(100000);
    e.toSun = {0, 0, 1};
    Surface plate = matt(0.5f), glass{.name = "glass", .baseColor = Rgb(1), .roughness = 0, .transmission = 1};
    glass.solid = true;
    glass.absorption = Rgb(0.1f, 0.5f, 2);
    float before = 0;
    for (const float depth : {0.25f, 1.0f}) {
        Project p = aloft(buildingOf(box({-50, -50, 2990}, {50, 50, 3000}), plate));
        p = added(p, "Block", buildingOf(box({-50, -50, 3000.02f}, {50, 50, 3000.02f + depth}), glass));
        const Rgb seen = meanRadiance(*bareSceneOf(p), e, {1, 0, 3050}, {0, 0, 3000}, 400, 1);
        // The mirrored and scattered light besides is the same for both colours: their ratio is Beer and Lambert's.
        EXPECT_NEAR(std::log(seen.x / seen.y), 2 * depth * 0.4f, 0.02f) << depth;
        EXPECT_NEAR(std::log(seen.y / seen.z), 2 * depth * 1.5f, 0.04f) << depth;
        if (before > 0) EXPECT_NEAR(std::log(before / seen.x), 2 * 0.75f * 0.1f, 0.02f);
        before = seen.x;
    }
}

TEST(Analytic, TheSunsDiscIsAsLargeAndItsPenumbraAsWideAsGeometrySays) {
    Environment e = uniformEnvironment(Rgb(1e-6f));
    e.sunIlluminance = Rgb(100000);
    e.toSun = {0, 0, 1};
    // A black screen with its edge over x = 0, 40 m above a white plate.
    Surface plate = matt(0.5f), screen = matt(0);
    Project p = aloft(buildingOf(box({-50, -50, 2990}, {50, 50, 3000}), plate));
    p = added(p, "Screen", buildingOf(box({-50, -50, 3040}, {0, 50, 3040.01f}), screen));
    const auto scene = bareSceneOf(p);
    const auto lit = [&](float x) {
        return meanRadiance(*scene, e, {x + 3, 0, 3010}, {x, 0, 3000}, 800, 1).y / (0.5f / kPi * 100000);
    };
    const float half = 40 * std::tan(e.sunRadius);
    const float open = lit(10);
    EXPECT_NEAR(lit(0) / open, 0.5f, 0.03f);
    EXPECT_NEAR(lit(-1.05f * half) / open, 0, 0.01f);
    EXPECT_NEAR(lit(1.05f * half) / open, 1, 0.01f);
    // Area of a circle's segment: at half the radius 0.8045 of the disc is seen.
    EXPECT_NEAR(lit(0.5f * half) / open, 0.8045f, 0.03f);
}

TEST(Analytic, ADiscLampLightsByItsFormFactor) {
    // Irradiance under the middle of a disc of radiance L at height h: pi L r2 / (r2 + h2).
    const Environment e = uniformEnvironment(Rgb(0));
    Mesh disc;
    disc.positions.push_back({0, 0, 3003});
    const int n = 64;
    for (int i = 0; i < n; ++i) {
        const float a = 2 * kPi * static_cast<float>(i) / n;
        disc.positions.push_back({1.5f * std::cos(a), 1.5f * std::sin(a), 3003});
    }
    for (int i = 0; i < n; ++i) disc.triangles.push_back({0, 1 + (i + 1) % n, 1 + i}); // shines downwards
    Surface shine = matt(0);
    shine.emission = Rgb(1000);
    Project p = aloft(buildingOf(box({-50, -50, 2990}, {50, 50, 3000}), matt(0.5f)));
    p = added(p, "Lamp", buildingOf(disc, shine));
    const auto scene = bareSceneOf(p);
    ASSERT_EQ(scene->lamps.triangles.size(), static_cast<size_t>(n));
    const float area = 0.5f * n * std::sin(2 * kPi / n) * 2.25f; // of the polygon
    const float expected = 0.5f / kPi * (kPi * 1000 * (area / kPi) / (area / kPi + 9));
    const Rgb seen = meanRadiance(*scene, e, {4, 0, 3002}, {0, 0, 3000}, 4000, 1);
    EXPECT_NEAR(seen.y / expected, 1, 0.03f);
    // From behind it does not shine, and straight at it it is as bright as it says.
    EXPECT_NEAR(meanRadiance(*scene, e, {0.2f, 0, 3001}, {0.2f, 0, 3003}, 20, 1).y, 1000, 1);
    EXPECT_LT(meanRadiance(*scene, e, {0.2f, 0, 3006}, {0.2f, 0, 3003}, 20, 1).y, 1);
}

TEST(Analytic, LampsFoundByAimingAndByScatteringAgree) {
    // A large lamp close to a glossy plate: the balance heuristic counts each path once, whoever finds it.
    const Environment e = uniformEnvironment(Rgb(0));
    Surface shine = matt(0);
    shine.emission = Rgb(500);
    for (const float roughness : {0.1f, 0.3f, 0.8f}) {
        Surface s = matt(0.9f);
        s.metalness = 1;
        s.roughness = roughness;
        Project p = aloft(buildingOf(box({-400, -400, 2990}, {400, 400, 3000}), s));
        p = added(p, "Lamp", buildingOf(box({-400, -400, 3012}, {400, 400, 3013}), shine));
        const auto scene = bareSceneOf(p);
        // Nearly all that the plate sees is lamp.
        const float seen = meanRadiance(*scene, e, {1, 0, 3009}, {0, 0, 3000}, 3000, 1).y;
        EXPECT_NEAR(seen / 500, 0.9f, 0.06f) << roughness;
    }
}

TEST(Analytic, InAClosedRoomLightGoesOnUntilItIsSpent) {
    // Inside a closed white body that shines evenly: radiance = emission / (1 - albedo), however often paths are ended
    // by chance.
    const Environment e = uniformEnvironment(Rgb(0));
    Surface s = matt(0.8f);
    s.emission = Rgb(100);
    Mesh inside = box({-3, -3, 3000}, {3, 3, 3006});
    for (V3i& t : inside.triangles) std::swap(t.y, t.z); // it shines inwards
    const auto scene = bareSceneOf(aloft(buildingOf(inside, s)));
    EXPECT_NEAR(meanRadiance(*scene, e, {0, 0, 3003}, {1, 0.4f, 3000}, 4000, 40).y / 500, 1, 0.02f);
}

TEST(Analytic, WaterTakesAwayLightByItsClarity) {
    const WaterLook clear{4, 0, Rgb(0.02f, 0.05f, 0.03f)}, murky{1, 0, Rgb(0.02f, 0.05f, 0.03f)};
    const Rgb a = waterAbsorption(clear), b = waterAbsorption(murky);
    for (int k = 0; k < 3; ++k) {
        EXPECT_GT(a[k], 0.1f);
        EXPECT_NEAR(b[k] / a[k], 4, 1e-3f) << "four times as clear, a quarter taken away";
    }
    EXPECT_GT(a.x, a.y) << "its own colour goes furthest";
    // Half a hundredth of the light comes back from as deep as one sees.
    EXPECT_LT(std::exp(-2 * murky.clarity * b.y), 0.1f);
}

TEST(Split, RoutesAndSourcesSumToTheSample) {
    Project p = smallSite();
    Surface glass{.name = "glass", .baseColor = Rgb(0.9f), .roughness = 0.02f, .transmission = 1}, shine = matt(0.2f);
    shine.emission = Rgb(3000);
    shine.lampGroup = 3;
    p = added(p, "Pane", buildingOf(box({-1, -8, 0}, {3, -7.98f, 3}), glass));
    p = added(p, "Lamp", buildingOf(box({2, -5, 1}, {2.3f, -4.7f, 2}), shine));
    const auto scene = sceneOf(p);
    const Environment e = makeEnvironment(sunDirection({30, 60, 140}), 80, Atmosphere(30000.0f));
    Split all;
    for (int i = 0; i < 600; ++i) {
        Sampler sampler(static_cast<uint32_t>(i), 7, static_cast<uint32_t>(i), 1);
        const V2f u = sampler.pair();
        V3f from(2, -16, 4);
        V3f to(-14 + 26 * u.x, -6, 4.5f * u.y);
        if (i % 50 == 0) to = V3f(2.15f, -5, 1.7f); // the lamp
        if (i % 100 == 0) from.x = 16;              // past the pane
        Split split;
        PathSettings settings;
        settings.split = &split;
        Sampler again = sampler;
        const PathSample s = tracePath(*scene, e, from, (to - from).normalized(), sampler, settings);
        settings.split = nullptr;
        EXPECT_EQ(tracePath(*scene, e, from, (to - from).normalized(), again, settings).radiance, s.radiance)
            << "asking for them changes nothing";
        Rgb routes(0), sources(0);
        for (const Rgb& c : split.routes) routes += c;
        for (const Rgb& c : split.sources) sources += c;
        for (int k = 0; k < 3; ++k) {
            EXPECT_NEAR(routes[k], s.radiance[k], 1e-4f * (1 + s.radiance[k]));
            EXPECT_NEAR(sources[k], s.radiance[k], 1e-4f * (1 + s.radiance[k]));
        }
        for (int r = 0; r < kRoutes; ++r) all.routes[r] += split.routes[r];
        for (int r = 0; r < kSources; ++r) all.sources[r] += split.sources[r];
    }
    for (int r = 0; r < kRoutes; ++r) EXPECT_GT(luminance(all.routes[r]), 0) << kRouteNames[r];
    EXPECT_GT(luminance(all.sources[kSun]), 0);
    EXPECT_GT(luminance(all.sources[kSky]), 0);
    EXPECT_GT(luminance(all.sources[kFirstLampGroup + 3]), 0);
    EXPECT_EQ(luminance(all.sources[kFirstLampGroup]), 0);
}

TEST(Limit, SparksAreHeldBackAndTheRestIsLeftAlone) {
    const auto scene = sceneOf(smallSite());
    const Environment e = makeEnvironment(sunDirection({30, 60, 140}), 80, Atmosphere(30000.0f));
    PathSettings free, held;
    held.limit = 50;
    int bitten = 0;
    for (uint32_t i = 0; i < 300; ++i) {
        Sampler a(i, 3, i, 1), b(i, 3, i, 1);
        const V3f from(2, -16, 4), to(static_cast<float>(i % 20) - 10, 0, static_cast<float>(i % 7) - 2);
        const Rgb open = tracePath(*scene, e, from, (to - from).normalized(), a, free).radiance,
                  limited = tracePath(*scene, e, from, (to - from).normalized(), b, held).radiance;
        EXPECT_LE(limited.y, open.y * 1.0001f);
        bitten += limited.y < 0.999f * open.y;
    }
    // So low a limit meets light that was scattered by chance in most samples that a surface is seen in.
    EXPECT_GT(bitten, 10);
}

TEST(Analytic, TwoPanesOfGlassReflectAsTheyShould) {
    Surface s{.name = "glass", .baseColor = Rgb(1), .roughness = 0.02f, .transmission = 1};
    const auto scene = bareSceneOf(aloft(buildingOf(box({-50, -50, 2999}, {50, 50, 3000}), s)));
    // Nothing is lost in clear glass under the same light from everywhere; below lies the ground, so look up.
    const Environment e = uniformEnvironment(Rgb(500));
    EXPECT_NEAR(meanRadiance(*scene, e, {0, 0, 2950}, {3, 2, 2999}, 600).y / 500, 1, 0.06f);
    EXPECT_NEAR(fresnelDielectric(1, 1.5f), 0.04f, 1e-3);
    EXPECT_NEAR(fresnelDielectric(0, 1.5f), 1, 1e-3);
    EXPECT_LT(fresnelDielectric(std::cos(std::atan(1.5f)), 1.5f), 0.09f)
        << "Brewster's angle, half of it polarised away";
}

namespace {

// A pond of 16 m in the middle of a level site, its water half a metre deep at least.
Project pondSite(float ripple) {
    Project p = newProject({100, 100}, 0.5f, "x");
    for (int i = 0; i < 3; ++i) p = dabbed(p, naturalOf(p), {BrushKind::Lower, 12, 0.6f, 0.4f}, {0, 0});
    return added(p, "Pond", Water{{0, 0}, -0.15f, 0.8f, ripple, Rgb(0.02f, 0.03f, 0.02f)});
}

PathSample sampleOf(const Scene& scene, const Environment& e, const V3f& from, const V3f& to, uint32_t n) {
    Sampler sampler(3, 5, n, 1);
    return tracePath(scene, e, from, (to - from).normalized(), sampler, {});
}

} // namespace

TEST(Mirror, StillWaterShowsTheSkyByFresnelWithoutNoise) {
    const auto scene = bareSceneOf(pondSite(0));
    const Environment e = uniformEnvironment(Rgb(1000));
    for (const float run : {2.0f, 8.0f, 30.0f}) {
        const V3f eye(0, -run, 3);
        const float cosine = 3.15f / std::sqrt(run * run + 3.15f * 3.15f);
        const float f = fresnelDielectric(cosine, 1.333f);
        const PathSample a = sampleOf(*scene, e, eye, {0, 0, -0.15f}, 1),
                         b = sampleOf(*scene, e, eye, {0, 0, -0.15f}, 2);
        // What is mirrored and what the murk sends back are left to no filter: both the same in every sample.
        EXPECT_NEAR(a.features.emission.y, b.features.emission.y, 1e-2f);
        EXPECT_GT(a.features.emission.y, f * 1000 * 0.98f);
        EXPECT_LT(a.features.emission.y, f * 1000 + (1 - f) * 1000 * 0.05f);
        EXPECT_GE(a.radiance.y, a.features.emission.y - 1e-3f);
    }
}

TEST(Mirror, GrazingWaterIsAMirrorAndSteepWaterIsNot) {
    const auto scene = bareSceneOf(pondSite(0));
    const Environment e = uniformEnvironment(Rgb(1000));
    float before = 0;
    for (const float height : {12.0f, 4.0f, 1.0f, 0.3f}) {
        const float now = sampleOf(*scene, e, {0, -8, height}, {0, 0, -0.15f}, 1).features.emission.y;
        EXPECT_GT(now, before);
        before = now;
    }
    EXPECT_GT(before, 500);
}

TEST(Mirror, WhatStandsBehindWaterIsSeenInIt) {
    // A black wall behind the pond hides the mirrored sky.
    Project p = pondSite(0);
    const Environment e = uniformEnvironment(Rgb(1000));
    const V3f eye(0, -9, 1.2f), spot(0, 0, -0.15f);
    const float open = sampleOf(*bareSceneOf(p), e, eye, spot, 1).radiance.y;
    p = added(p, "Wall", buildingOf(box({-20, 6, -1}, {20, 7, 12}), matt(0)));
    const PathSample behind = sampleOf(*bareSceneOf(p), e, eye, spot, 1);
    EXPECT_LT(behind.radiance.y, 0.5f * open);
    EXPECT_LT(behind.features.emission.y, 0.3f * open);
}

TEST(Mirror, APaneIsFollowedBothWaysAtOnce) {
    Surface glass{.name = "glass", .baseColor = Rgb(1), .roughness = 0.02f, .transmission = 1};
    // One face only, upright, with nothing behind it but sky.
    Mesh pane;
    pane.positions = {{-5, 0, 2995}, {5, 0, 2995}, {5, 0, 3005}, {-5, 0, 3005}};
    pane.triangles = {{0, 1, 2}, {0, 2, 3}};
    const auto scene = bareSceneOf(aloft(buildingOf(pane, glass)));
    const Environment e = uniformEnvironment(Rgb(700));
    for (uint32_t n = 0; n < 40; ++n) {
        const PathSample s = sampleOf(*scene, e, {1, -4, 2999}, {0.3f, 0, 3000}, n);
        EXPECT_NEAR(s.radiance.y, 700, 1) << "mirrored and seen through make up all of it, sample by sample";
        EXPECT_NEAR(s.features.emission.y, 700, 1);
    }
}

TEST(Shore, TheBankIsMudAndTheMeadowBeginsAbove) {
    const auto scene = bareSceneOf(pondSite(0.2f));
    const HeightField& field = scene->site->land.field;
    Rgb wet(0), dry(0);
    int wets = 0, dries = 0;
    for (int i = 0; i < 600; ++i) {
        const V2f p(0.04f * static_cast<float>(i), 0.3f);
        const V3f from(p.x, p.y, 9);
        const Hit hit = trace(*scene, from, {0, 0, -1}, from, kFarAway, kMaskSolid);
        ASSERT_TRUE(hit);
        const SurfacePoint s = shadingAt(*scene, hit, {0, 0, 1}, 0.01f).surface;
        const float above = field.at(p) + 0.15f;
        if (above < 0.02f) {
            wet += s.albedo;
            ++wets;
            EXPECT_LT(s.roughness, 0.6f);
        } else if (above > 0.13f && p.x > 18) {
            dry += s.albedo;
            ++dries;
        }
    }
    ASSERT_GT(wets, 20);
    ASSERT_GT(dries, 20);
    EXPECT_LT(luminance(wet) / static_cast<float>(wets), 0.7f * luminance(dry) / static_cast<float>(dries));
}
