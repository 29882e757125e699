// How surfaces scatter: energy, sampling, Fresnel.
#include <cmath>

#include <gtest/gtest.h>

#include "core/trace/sampler.h"
#include "core/trace/scattering.h"

using namespace thallos;

namespace {

V3f outAt(float cosine) {
    return {std::sqrt(1 - cosine * cosine), 0, cosine};
}

// Share of even light from everywhere that goes out towards `cosine`.
Rgb furnace(const SurfacePoint& s, float cosine, int n = 16384) {
    const V3f out = outAt(cosine);
    const Scattering f(s, out);
    V3d sum(0);
    for (int i = 0; i < n; ++i) {
        Sampler sampler(0, 0, static_cast<uint32_t>(i), 1);
        const V2f u = sampler.pair();
        const auto next = f.sample(u, sampler.one());
        if (next.density > 0) sum += V3d(next.weight.sum());
    }
    return Rgb(sum / n);
}

struct Kind {
    const char* name;
    SurfacePoint surface;
};
std::vector<Kind> whites() {
    return {{"matt", {.albedo = Rgb(1), .specular = 0}},
            {"plastic", {.albedo = Rgb(1)}},
            {"metal", {.albedo = Rgb(1), .metalness = 1}},
            {"half metal", {.albedo = Rgb(1), .metalness = 0.5f}},
            {"varnished metal", {.albedo = Rgb(1), .metalness = 1, .coat = 1, .coatRoughness = 0.2f}},
            {"varnished matt", {.albedo = Rgb(1), .coat = 1, .coatRoughness = 0.05f}},
            {"leaf", {.albedo = Rgb(0.6f), .through = Rgb(0.4f)}},
            {"frosted glass", {.albedo = Rgb(1), .transmission = 1}}};
}

} // namespace

TEST(Scattering, AWhiteSurfaceLosesUnderOnePercentAtEveryRoughness) {
    for (const Kind& kind : whites())
        for (const float roughness : {0.0f, 0.1f, 0.2f, 0.35f, 0.5f, 0.7f, 0.85f, 1.0f})
            for (const float cosine : {1.0f, 0.8f, 0.5f, 0.25f, 0.1f}) {
                SurfacePoint s = kind.surface;
                s.roughness = roughness;
                const Rgb back = furnace(s, cosine);
                for (int k = 0; k < 3; ++k) {
                    EXPECT_GT(back[k], 0.99f) << kind.name << ", roughness " << roughness << ", cosine " << cosine;
                    EXPECT_LT(back[k], 1.01f) << kind.name << ", roughness " << roughness << ", cosine " << cosine;
                }
            }
}

TEST(Scattering, ColourIsKeptByTheMattPartAndDeepensInRoughMetal) {
    const Rgb red(0.8f, 0.2f, 0.1f);
    const Rgb matt = furnace({.albedo = red, .specular = 0}, 0.7f);
    for (int k = 0; k < 3; ++k) EXPECT_NEAR(matt[k], red[k], 0.004f);
    const Rgb smooth = furnace({.albedo = red, .roughness = 0.1f, .metalness = 1}, 1),
              rough = furnace({.albedo = red, .roughness = 1, .metalness = 1}, 1);
    EXPECT_NEAR(smooth.x, red.x, 0.01f);
    // Light that meets several facets is coloured several times.
    EXPECT_LT(rough.y / rough.x, smooth.y / smooth.x);
}

TEST(Scattering, SamplingAgreesWithEvaluation) {
    // The same integral once by sampling the surface and once evenly over the sphere.
    auto light = [](const V3f& d) { return 1 + d.x + 0.5f * d.y * d.y; };
    for (Kind kind : whites()) {
        SurfacePoint& s = kind.surface;
        s.roughness = 0.45f;
        s.albedo *= Rgb(0.9f, 0.5f, 0.2f);
        s.normal = V3f(0.2f, 0.1f, 0.97f).normalized();
        s.coatRoughness = 0.4f;
        const V3f out = V3f(-0.4f, 0.3f, 0.8f).normalized();
        const Scattering f(s, out);
        double sampled = 0, even = 0, density = 0;
        const int n = 60000;
        for (int i = 0; i < n; ++i) {
            Sampler sampler(0, 0, static_cast<uint32_t>(i), 1);
            const V2f v = sampler.pair();
            const auto next = f.sample(v, sampler.one());
            if (next.density > 0) sampled += next.weight.sum().y * light(next.direction);
            const V2f u = sampler.pair();
            const float z = 2 * u.x - 1, r = std::sqrt(1 - z * z), a = 2 * kPi * u.y;
            const V3f d(r * std::cos(a), r * std::sin(a), z);
            even += f.evaluate(d).sum().y * light(d) * 4 * kPi;
            density += f.density(d) * 4 * kPi;
        }
        EXPECT_NEAR(sampled / even, 1, 0.02) << kind.name;
        // What is sampled below the horizon is lost; no more than that is missing.
        EXPECT_NEAR(density / n, 1, 0.06) << kind.name;
    }
}

TEST(Scattering, LeavesSendOnTheirTwoColoursToTheirTwoSides) {
    const SurfacePoint leaf{.albedo = Rgb(0.1f, 0.3f, 0.05f), .through = Rgb(0.2f, 0.4f, 0.02f), .specular = 0};
    const Scattering f(leaf, outAt(0.8f));
    const V3f above = V3f(0.3f, 0.2f, 0.9f).normalized(), below = V3f(0.3f, 0.2f, -0.9f).normalized();
    for (int k = 0; k < 3; ++k) {
        EXPECT_NEAR(f.evaluate(above).sum()[k], leaf.albedo[k] * above.z / kPi, 1e-5f);
        EXPECT_NEAR(f.evaluate(below).sum()[k], leaf.through[k] * -below.z / kPi, 1e-5f);
    }
    EXPECT_TRUE(f.passes());
    EXPECT_FALSE(Scattering(SurfacePoint{}, outAt(0.8f)).passes());
}

TEST(Scattering, ReversedDirectionsScatterAlikeWhereNothingIsGivenBack) {
    // Reciprocity of single reflections and of the matt part; smooth, so that compensation is nothing.
    const SurfacePoint s{.albedo = Rgb(0.5f), .roughness = 0.25f};
    const V3f a = outAt(0.9f), b = V3f(-0.5f, 0.3f, 0.7f).normalized();
    const float ab = Scattering(s, a).evaluate(b).sum().y / b.z, ba = Scattering(s, b).evaluate(a).sum().y / a.z;
    EXPECT_NEAR(ab / ba, 1, 0.02f);
}

TEST(Fresnel, OfGlassAndWater) {
    EXPECT_NEAR(fresnelDielectric(1, 1.5f), 0.04f, 1e-4f);
    EXPECT_NEAR(fresnelDielectric(1, 1.333f), 0.0204f, 1e-4f);
    EXPECT_NEAR(fresnelDielectric(0, 1.5f), 1, 1e-3f);
    // Brewster's angle: half of the light polarised away. sin^2(2 atan n) and so on give 0.0740 for 1.5.
    EXPECT_NEAR(fresnelDielectric(std::cos(std::atan(1.5f)), 1.5f), 0.0740f, 1e-3f);
    // From inside: the same at right angles, all of it beyond the critical angle.
    EXPECT_NEAR(fresnelDielectric(1, 1 / 1.5f), 0.04f, 1e-4f);
    EXPECT_EQ(fresnelDielectric(std::cos(std::asin(1 / 1.5f)) - 0.01f, 1 / 1.5f), 1);
    // Two faces: 1 - (1 - R) / (1 + R).
    EXPECT_NEAR(fresnelPane(1, 1.5f), 0.0769f, 1e-3f);
}
