#include <cmath>
#include <filesystem>

#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include "core/base/error.h"
#include "core/trace/denoise.h"
#include "core/trace/plant_scenes.h"
#include "core/trace/render.h"
#include "core/trace/shading.h"

using namespace thallos;

namespace {

std::shared_ptr<const PlantLibrary> library() {
    static const auto l = PlantLibrary::load(std::filesystem::path(THALLOS_SOURCE) / "assets/species");
    return l;
}

Mesh sphere(float radius, const V3f& at) {
    Mesh m;
    const int rings = 48, around = 96;
    for (int r = 0; r <= rings; ++r)
        for (int i = 0; i < around; ++i) {
            const float t = kPi * static_cast<float>(r) / rings, a = 2 * kPi * static_cast<float>(i) / around;
            const V3f n(std::sin(t) * std::cos(a), std::sin(t) * std::sin(a), std::cos(t));
            m.positions.push_back(at + n * radius);
            m.normals.push_back(n);
        }
    for (int r = 0; r < rings; ++r)
        for (int i = 0; i < around; ++i) {
            const int a = r * around + i, b = r * around + (i + 1) % around;
            m.triangles.push_back({a, a + around, b + around});
            m.triangles.push_back({a, b + around, b});
        }
    return m;
}

Building buildingOf(Mesh mesh, const Surface& surface, const V3f& position = V3f(0)) {
    auto m = std::make_shared<Model>();
    m->name = "thing";
    m->materials = {surface};
    m->parts = {{"part", 0, std::move(mesh)}};
    m->outlines = {};
    Building b;
    b.model = m;
    b.surfaces = m->materials;
    b.position = position;
    return b;
}

Surface matt(float albedo) {
    return {.name = "matt", .baseColor = Rgb(albedo), .roughness = 1};
}

std::shared_ptr<const Scene> sceneOf(const Project& p) {
    SceneBuilder builder;
    return builder.update(build(p, library()));
}

// The same without the land around, which would hide the lower sky.
std::shared_ptr<const Scene> bareSceneOf(const Project& p) {
    auto site = std::make_shared<BuiltSite>(*build(p, library()));
    site->far = nullptr;
    SceneBuilder builder;
    return builder.update(site);
}

// A thing far above the ground, so that the ground hardly counts.
Project aloft(const Building& b) {
    return added(newProject({20, 20}, 1, "x"), "Thing", b);
}

Rgb meanRadiance(const Scene& scene, const Environment& e, const V3f& from, const V3f& at, int samples,
                 int bounces = 24) {
    Rgb sum(0);
    for (int i = 0; i < samples; ++i) {
        Sampler sampler(3, 5, static_cast<uint32_t>(i), 1);
        sampler.pair();
        PathSettings settings;
        settings.bounces = bounces;
        sum += tracePath(scene, e, from, (at - from).normalized(), sampler, settings).radiance;
    }
    return sum / static_cast<float>(samples);
}

Project smallSite() {
    Project p = newProject({80, 80}, 0.5f, "small");
    p = withGround(p, Ground::make({80, 80}, 0.5f, {4, 3, 40, 0.4f, {0, 0}}));
    Drift d;
    d.areas = {{{-20, -20}, {20, -20}, {20, 20}, {-20, 20}}};
    d.mix = {{"Fescue", 1}};
    d.density = 2;
    p = added(p, "Meadow", d);
    p = added(p, "Trees", Planting{{{"Apple", {3, 2}, 0.4f, 1, 0}, {"Spruce", {-6, 9}, 1, 1, 1}}});
    p = added(p, "Shed", buildingOf(box({-2, -1, 0}, {2, 1, 2.5f}), matt(0.6f), {8, -4, 1}));
    p = added(p, "Pond", Water{{-12, -12}, 0});
    return p;
}

} // namespace

TEST(Sampler, PairsAreStratified) {
    // 256 points of a pair: one in each cell of a 16 x 16 grid.
    for (uint32_t pixel = 0; pixel < 8; ++pixel) {
        std::vector<int> cells(256, 0);
        for (uint32_t i = 0; i < 256; ++i) {
            Sampler s(pixel, 7, i, 1);
            s.pair();
            const V2f p = s.pair();
            ++cells[static_cast<size_t>(p.y * 16) * 16 + static_cast<size_t>(p.x * 16)];
        }
        for (int c : cells) EXPECT_EQ(c, 1);
    }
}

TEST(Sampler, DimensionsAndPixelsAreIndependent) {
    double product = 0;
    const int n = 4096;
    for (uint32_t i = 0; i < n; ++i) {
        Sampler s(1, 1, i, 1);
        const V2f a = s.pair(), b = s.pair();
        product += (a.x - 0.5) * (b.x - 0.5);
    }
    EXPECT_NEAR(product / n, 0, 2e-3);
}

TEST(Scene, GroundRaysHitTheHeightField) {
    const Project p =
        withGround(newProject({128, 128}, 0.5f, "x"), Ground::make({128, 128}, 0.5f, {4, 9, 30, 0.5f, {0.02f, 0.05f}}));
    const auto scene = sceneOf(p);
    Random random(2);
    for (int i = 0; i < 3000; ++i) {
        const V2f at(random.around(63), random.around(63));
        const Hit hit = trace(*scene, {at.x, at.y, 100}, {0, 0, -1}, V3f(0));
        ASSERT_TRUE(hit);
        EXPECT_NEAR(hit.position.z, scene->site->field.at(at), 2e-3)
            << "the field must be split along the traced diagonal";
        EXPECT_EQ(scene->objects[hit.object].kind, ObjectKind::Ground);
    }
}

TEST(Scene, NoRayLeaksThroughTheGround) {
    const Project p =
        withGround(newProject({256, 256}, 0.5f, "x"), Ground::make({256, 256}, 0.5f, {4, 9, 30, 0.5f, {0, 0}}));
    const auto scene = sceneOf(p);
    // Aimed at samples, edges and tile borders.
    for (int y = 1; y < 512; y += 7)
        for (int x = 1; x < 512; x += 5) {
            const V2f at = scene->site->field.grid.place({x, y});
            EXPECT_TRUE(trace(*scene, {at.x, at.y, 50}, {0, 0, -1}, V3f(0))) << x << " " << y;
        }
}

TEST(Scene, PlantsAreHitWhereTheyStand) {
    const auto scene = sceneOf(smallSite());
    Hit hit;
    for (float z = 0.5f; z < 3 && !hit.plant; z += 0.1f) {
        const float ground = scene->site->field.at({3, 2});
        hit = trace(*scene, {3, -20, ground + z}, {0, 1, 0}, V3f(0));
        if (!hit || !hit.plant || hit.plant->item != find(scene->site->project, "Trees")->id.value) hit = Hit();
    }
    ASSERT_TRUE(hit.plant);
    EXPECT_EQ(itemAt(*scene, hit), find(scene->site->project, "Trees")->id);
    EXPECT_NEAR(hit.normal.length(), 1, 1e-4);
}

TEST(Scene, PoseGoesThereAndBack) {
    PlantRecord r{};
    r.x = 3;
    r.y = -2;
    r.z = 1;
    r.yaw = 12345;
    r.scale = 5000;
    r.tiltEast = 40;
    r.tiltNorth = -25;
    const PlantPose pose(r);
    for (const V3f& p : {V3f(0, 0, 0), V3f(1, 2, 3), V3f(-0.5f, 0.2f, 2)})
        EXPECT_NEAR((pose.toLocal(pose.toWorld(p)) - p).length(), 0, 1e-5);
    // Normals stay at right angles to what lies in the surface.
    const V3f a = pose.toWorld({1, 0, 0}) - pose.toWorld({0, 0, 0}),
              b = pose.toWorld({0, 1, 1}) - pose.toWorld({0, 0, 0});
    const V3f n = pose.normalToWorld(V3f(1, 0, 0).cross(V3f(0, 1, 1)));
    EXPECT_NEAR(n.normalized().dot(a.normalized()), 0, 1e-5);
    EXPECT_NEAR(n.normalized().dot(b.normalized()), 0, 1e-5);
}

TEST(Scene, EditsShareWhatDidNotChange) {
    SceneBuilder builder;
    const Project p = smallSite();
    const auto site = build(p, library());
    const auto a = builder.update(site);
    const Project q = withGround(p, dab(*p.ground, site->natural, {BrushKind::Raise, 3, 1, 0.5f}, {-30, 30}));
    const auto b = builder.update(build(q, library(), site, Haste::Moving));
    int shared = 0;
    for (const SceneObject& o : b->objects)
        for (const SceneObject& old : a->objects) shared += o.scene == old.scene;
    EXPECT_GE(shared, static_cast<int>(b->objects.size()) - 4);
    // The old scene is whole as long as somebody holds it.
    EXPECT_TRUE(trace(*a, {0, 0, 50}, {0, 0, -1}, V3f(0)));
}

TEST(Scene, WhatWasBuiltInHasteIsBuiltAgainAtRest) {
    SceneBuilder builder;
    const Project p = smallSite();
    auto site = build(p, library());
    builder.update(site);
    const Project q = withGround(p, dab(*p.ground, site->natural, {BrushKind::Raise, 3, 1, 0.5f}, {0, 0}));
    site = build(q, library(), site, Haste::Moving);
    auto scene = builder.update(site);
    auto quick = [&] {
        int n = 0;
        for (const SceneObject& o : scene->objects) n += o.quick;
        return n;
    };
    EXPECT_GT(quick(), 0);
    // Another move elsewhere keeps what is quick, rest leaves nothing quick.
    site = build(q, library(), site, Haste::Moving);
    scene = builder.update(site);
    EXPECT_GT(quick(), 0);
    site = build(q, library(), site, Haste::Rest);
    scene = builder.update(site);
    EXPECT_EQ(quick(), 0);
}

TEST(Scene, BetterTreesGiveTheSamePicture) {
    SceneBuilder fast(true), good;
    const auto site = build(smallSite(), library());
    const auto first = fast.update(site), straight = good.update(site);
    const auto make = fast.better();
    ASSERT_TRUE(make);
    EXPECT_FALSE(good.better()) << "it has the best already";
    EXPECT_FALSE(make([] { return true; })) << "stopped";
    const auto better = fast.adopt(make(nullptr));
    EXPECT_FALSE(fast.better()) << "once";
    Random random(8);
    for (int i = 0; i < 2000; ++i) {
        const V3f from(random.around(15), random.around(15), 12),
            d = V3f(random.around(0.5f), random.around(0.5f), -1).normalized();
        const Hit a = trace(*first, from, d, from), b = trace(*better, from, d, from),
                  c = trace(*straight, from, d, from);
        EXPECT_NEAR(a.t, b.t, 1e-4f);
        EXPECT_EQ(b.t, c.t);
    }
}

TEST(Scene, PacketsHitWhatSingleRaysHit) {
    const auto scene = sceneOf(smallSite());
    const Lens lens(bodyOf<Shot>(itemsOf<Shot>(scene->site->project).front())->camera);
    Random random(5);
    for (int i = 0; i < 400; ++i) {
        V3f rays[kPacket];
        Hit hits[kPacket];
        const V2f at(random.unit(), random.unit());
        for (int k = 0; k < kPacket; ++k)
            rays[k] = lens.ray(at + V2f(0.01f * static_cast<float>(k & 3), 0.01f * static_cast<float>(k >> 2)));
        tracePacket(*scene, lens.origin, rays, false, hits);
        for (int k = 0; k < kPacket; ++k) {
            const Hit one = trace(*scene, lens.origin, rays[k], lens.origin);
            ASSERT_EQ(static_cast<bool>(one), static_cast<bool>(hits[k]));
            if (!one) continue;
            EXPECT_NEAR(one.t, hits[k].t, 1e-3f * one.t);
            if (std::abs(one.t - hits[k].t) < 1e-6f * one.t) EXPECT_EQ(itemAt(*scene, one), itemAt(*scene, hits[k]));
        }
    }
}

TEST(Scene, GlassLetsShadowRaysThrough) {
    Surface pane = matt(0.9f);
    pane.transmission = 1;
    const auto scene = sceneOf(aloft(buildingOf(box({-5, -5, 10}, {5, 5, 10.01f}), pane)));
    const Rgb t = transmittance(*scene, {0, 0, 5}, {0, 0, 1}, V3f(0));
    EXPECT_GT(t.y, 0.4f);
    EXPECT_LT(t.y, 1);
    const auto solid = sceneOf(aloft(buildingOf(box({-5, -5, 10}, {5, 5, 10.01f}), matt(0.9f))));
    EXPECT_EQ(transmittance(*solid, {0, 0, 5}, {0, 0, 1}, V3f(0)), Rgb(0));
}

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

TEST(Masks, RaysPassWhatTheyAreNotAskedToSee) {
    const auto scene = sceneOf(smallSite());
    Random random(4);
    int woody = 0, grass = 0;
    for (int i = 0; i < 4000; ++i) {
        const V3f from(random.around(16), random.around(16), 14), down(0, 0, -1);
        const Hit all = trace(*scene, from, down, from);
        const Hit solid = trace(*scene, from, down, from, kFarAway, kMaskSolid | kMaskClear);
        ASSERT_TRUE(solid);
        EXPECT_FALSE(solid.plant);
        EXPECT_GE(solid.t, all.t);
        const Hit onlyWoody = trace(*scene, from, down, from, kFarAway, kMaskWoody),
                  onlyGrass = trace(*scene, from, down, from, kFarAway, kMaskGrass);
        if (onlyWoody) {
            ++woody;
            EXPECT_FALSE(scene->site->library->isGrass(onlyWoody.plant->individual));
        }
        if (onlyGrass) {
            ++grass;
            EXPECT_TRUE(scene->site->library->isGrass(onlyGrass.plant->individual));
        }
        if (all.plant) EXPECT_EQ(all.t, std::min(onlyWoody.t, onlyGrass.t));
    }
    EXPECT_GT(woody + grass, 100);
}

TEST(Moving, GrassThinsWithDistanceAndStaysAtTheFeet) {
    Project p = newProject({120, 120}, 0.5f, "x");
    Drift d;
    d.areas = {{{-50, -50}, {50, -50}, {50, 50}, {-50, 50}}};
    d.mix = {{"Fescue", 1}};
    d.density = 6;
    const auto scene = sceneOf(added(p, "Grass", d));
    auto share = [&](float distance, bool moving) {
        const V3f eye(0, -40, 1.6f);
        int hits = 0;
        Random random(9);
        for (int i = 0; i < 3000; ++i) {
            // Straight down on a patch at the distance, with the eye where it is.
            const V3f from(random.around(0.9f), -40 + distance + random.around(0.9f), 3);
            hits += trace(*scene, from, {0, 0, -1}, eye, kFarAway, kMaskAll, moving).plant != nullptr;
        }
        return static_cast<float>(hits) / 3000;
    };
    EXPECT_NEAR(share(0.3f, true), share(0.3f, false), 0.25f * share(0.3f, false));
    EXPECT_LT(share(30, true), 0.45f * share(30, false));
    EXPECT_GT(share(30, true), 0) << "some are left everywhere";
    EXPECT_GT(share(60, false), 2 * share(60, true)) << "at rest all stand";
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

TEST(Render, SamePictureForOneAndTwoThreads) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(96, 54);
    Image pictures[2];
    float ev[2];
    for (int threads = 1; threads <= 2; ++threads) {
        const tbb::global_control limit(tbb::global_control::max_allowed_parallelism, static_cast<size_t>(threads));
        Progress progress;
        RenderResult r = renderPicture(*scene, e, shot, settings, 6, true, progress);
        pictures[threads - 1] = std::move(r.radiance);
        ev[threads - 1] = r.ev100;
    }
    EXPECT_EQ(ev[0], ev[1]);
    for (size_t i = 0; i < pictures[0].pixels.size(); ++i) ASSERT_EQ(pictures[0].pixels[i], pictures[1].pixels[i]) << i;
}

TEST(Render, ASceneBuiltAgainGivesTheSamePicture) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(64, 36);
    Progress progress;
    const Image a = renderPicture(*sceneOf(p), e, shot, settings, 2, false, progress).radiance,
                b = renderPicture(*sceneOf(p), e, shot, settings, 2, false, progress).radiance;
    EXPECT_EQ(a.pixels, b.pixels);
    settings.seed = 2;
    EXPECT_NE(renderPicture(*sceneOf(p), e, shot, settings, 2, false, progress).radiance.pixels, a.pixels);
}

TEST(Render, ARegionIsACutOfTheWhole) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(96, 54);
    Progress progress;
    for (bool clean : {false, true}) {
        settings.regionSize = V2i(0);
        const Image whole = renderPicture(*scene, e, shot, settings, 4, clean, progress).radiance;
        settings.regionStart = V2i(30, 20);
        settings.regionSize = V2i(24, 16);
        const Image part = renderPicture(*scene, e, shot, settings, 4, clean, progress).radiance;
        ASSERT_EQ(part.width, 24);
        for (int y = 0; y < 16; ++y)
            for (int x = 0; x < 24; ++x)
                EXPECT_EQ(part.at(x, y), whole.at(x + 30, y + 20)) << x << " " << y << (clean ? " cleaned" : "");
    }
}

TEST(Render, CancelStopsAtOnce) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(640, 360);
    Progress whole;
    renderPicture(*scene, e, shot, settings, 1, false, whole);
    const double onePass = whole.secondsSpent();
    Progress progress;
    progress.cancel();
    EXPECT_THROW(renderPicture(*scene, e, shot, settings, 64, true, progress), Error);
    EXPECT_LT(progress.secondsSpent(), 0.5 * onePass);
}

TEST(Render, NoFirstPictureIsBlackAtAnyHour) {
    const Project p = newProject({100, 100}, 0.5f, "x");
    Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Display display;
    for (double hour : {0.0, 4.0, 8.0, 12.0, 20.0, 23.5}) {
        shot.daylight.time.hour = hour;
        Image picture(64, 36);
        const Environment e = environmentOf(p, shot);
        quickPicture(picture, *scene, e, shot.camera, nullptr);
        const Image8 shown = display.encode(develop(picture, meter(picture), shot.finish));
        double mean = 0;
        for (const Pixel8& q : shown.pixels) mean += q.g;
        EXPECT_GT(mean / static_cast<double>(shown.pixels.size()), 25) << hour;
        EXPECT_LT(mean / static_cast<double>(shown.pixels.size()), 235) << hour;
    }
}

TEST(Quick, IsCloseToTheTracedPicture) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(96, 54);
    Progress progress;
    const Image traced = renderPicture(*scene, e, shot, settings, 16, false, progress).radiance;
    Image quick(96, 54);
    quickPicture(quick, *scene, e, shot.camera, nullptr);
    double a = 0, b = 0;
    for (size_t i = 0; i < quick.pixels.size(); ++i) {
        a += std::log2(luminance(traced.pixels[i]) + 1);
        b += std::log2(luminance(quick.pixels[i]) + 1);
    }
    EXPECT_NEAR((a - b) / static_cast<double>(quick.pixels.size()), 0, 0.5) << "stops between the two";
}

TEST(Plan, ShowsWhatLiesThere) {
    const Project p = smallSite();
    const auto scene = sceneOf(p);
    Raster<PlanPixel> plan(80, 80);
    ASSERT_TRUE(planPicture(plan, *scene, V3f(0.5f, -0.5f, 0.7f).normalized(), {{-40, -40}, {40, 40}}, nullptr));
    EXPECT_EQ(plan.at(48, 44).kind, PlanPixel::Building); // the shed at 8, -4: north is up
    EXPECT_EQ(plan.at(43, 38).kind, PlanPixel::Ground) << "trees are symbols, not pixels";
    EXPECT_NEAR(plan.at(10, 10).height, scene->site->field.at({-29.5f, 29.5f}), 0.1f);
    int shaded = 0;
    for (const PlanPixel& q : plan.pixels) shaded += q.shaded;
    EXPECT_GT(shaded, 3);
}

TEST(Denoise, TakesNoiseFromShadedWallsAndKeepsEdges) {
    const Project p = smallSite();
    Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    shot.camera.position = {8, -20, 3};
    shot.camera.focal = 50;
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(96, 54);
    Progress progress;
    const Image truth = renderPicture(*scene, e, shot, settings, 256, false, progress).radiance;
    auto error = [&](const Image& i) {
        double sum = 0;
        for (size_t k = 0; k < i.pixels.size(); ++k) {
            const double d = std::log2(luminance(i.pixels[k]) + 50) - std::log2(luminance(truth.pixels[k]) + 50);
            sum += d * d;
        }
        return sum;
    };
    settings.seed = 9;
    const double noisy = error(renderPicture(*scene, e, shot, settings, 16, false, progress).radiance),
                 clean = error(renderPicture(*scene, e, shot, settings, 16, true, progress).radiance);
    EXPECT_LT(clean, noisy * 0.8);
}

TEST(Denoise, LeavesTooFewSamplesAlone) {
    Film film(8, 8);
    film.samples = 2;
    for (Rgb& c : film.even) c = Rgb(3);
    EXPECT_EQ(denoise(film).pixels, film.radiance().pixels);
}
