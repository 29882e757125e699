// The path tracer against analytic answers; mirrors and shores.
#include <cmath>

#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include "core/base/error.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

TEST(Analytic, WhiteFurnace) {
    // A matt sphere that loses nothing under the same light from everywhere cannot be seen. The coating is switched off
    // by asking for the matt part alone, and the ground is as bright as the sky by lying far outside the view of the
    // sphere.
    const Environment e = uniformEnvironment(Rgb(100));
    for (float albedo : {0.95f, 0.5f, 0.2f}) {
        SurfacePoint s{Rgb(albedo), 1, 0, 0, 0, 0, Rgb(0), V3f(0, 0, 1)};
        const V3f out = V3f(0.3f, 0.1f, 0.9f).normalized();
        const Scattering f(s, out);
        Rgb sum(0);
        const int n = 20000;
        for (int i = 0; i < n; ++i) {
            Sampler sampler(0, 0, static_cast<uint32_t>(i), 1);
            const auto next = f.sample(out, sampler.pair(), sampler.one());
            if (next.density > 0) sum += next.weight * skyRadiance(e, next.direction);
        }
        EXPECT_NEAR(sum.y / n, 100 * albedo, 0.3f);
    }
}

TEST(Analytic, ScatteringSendsBackNoMoreThanItGets) {
    for (float roughness : {0.05f, 0.3f, 0.7f, 1.0f})
        for (float metalness : {0.0f, 1.0f})
            for (float translucency : {0.0f, 0.4f})
                for (float cosine : {0.95f, 0.4f, 0.1f}) {
                    SurfacePoint s{Rgb(0.95f), roughness, metalness,   0, metalness > 0 ? 0 : translucency,
                                   1,          Rgb(0),    V3f(0, 0, 1)};
                    const V3f out(std::sqrt(1 - cosine * cosine), 0, cosine);
                    const Scattering f(s, out);
                    double sum = 0;
                    const int n = 8000;
                    for (int i = 0; i < n; ++i) {
                        Sampler sampler(0, 0, static_cast<uint32_t>(i), 1);
                        const auto next = f.sample(out, sampler.pair(), sampler.one());
                        if (next.density > 0) sum += next.weight.y;
                    }
                    EXPECT_LT(sum / n, 1.03) << roughness << " " << metalness << " " << cosine;
                    EXPECT_GT(sum / n, metalness > 0 ? 0.25 : 0.62) << roughness << " " << metalness << " " << cosine;
                }
}

TEST(Analytic, SamplingAgreesWithEvaluation) {
    // The same integral once by sampling the surface and once evenly over the sphere.
    SurfacePoint s{Rgb(0.6f, 0.4f, 0.2f), 0.4f, 0, 0, 0.3f, 1, Rgb(0), V3f(0.2f, 0.1f, 0.97f).normalized()};
    const V3f out = V3f(-0.4f, 0.3f, 0.8f).normalized();
    const Scattering f(s, out);
    auto light = [](const V3f& d) { return 1 + d.x + 0.5f * d.y * d.y; };
    double sampled = 0, even = 0;
    const int n = 60000;
    for (int i = 0; i < n; ++i) {
        Sampler sampler(0, 0, static_cast<uint32_t>(i), 1);
        const auto next = f.sample(out, sampler.pair(), sampler.one());
        if (next.density > 0) sampled += next.weight.x * light(next.direction);
        const V2f u = sampler.pair();
        const float z = 2 * u.x - 1, r = std::sqrt(1 - z * z), a = 2 * kPi * u.y;
        const V3f d(r * std::cos(a), r * std::sin(a), z);
        even += f.evaluate(out, d).x * light(d) * 4 * kPi;
    }
    EXPECT_NEAR(sampled / even, 1, 0.02);
}

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

TEST(Analytic, AMirrorShowsTheSky) {
    Surface s = matt(0.9f);
    s.metalness = 1;
    s.roughness = 0.03f;
    const auto scene = bareSceneOf(aloft(buildingOf(box({-50, -50, 2999}, {50, 50, 3000}), s)));
    const Environment e = uniformEnvironment(Rgb(500));
    EXPECT_NEAR(meanRadiance(*scene, e, {0, 0, 3050}, {3, 2, 3000}, 300).y / 500, 0.9f, 0.03f);
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
    Ground g = *p.ground;
    for (int i = 0; i < 3; ++i) g = dab(g, buildNatural(g), {BrushKind::Lower, 12, 0.6f, 0.4f}, {0, 0});
    p = withGround(p, g);
    return added(p, "Pond", Water{{0, 0}, -0.15f, 0.8f, ripple, Rgb(0.02f, 0.03f, 0.02f)});
}

PathSample sampleOf(const Scene& scene, const Environment& e, const V3f& from, const V3f& to, uint32_t n) {
    Sampler sampler(3, 5, n, 1);
    return tracePath(scene, e, from, (to - from).normalized(), sampler, {7, 1e-3f, nullptr});
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
    const HeightField& field = scene->site->field;
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
