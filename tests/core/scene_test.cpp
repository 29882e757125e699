// Rays through the scene: what they meet, what they pass, what edits share.
#include <cmath>
#include <thread>

#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include "core/base/error.h"
#include "core/trace/scene_builder.h"
#include "tests/core/sample_site.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

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
    const Project p = test::withRelief(newProject({128, 128}, 0.5f, "x"), {4, 9, 30, 0.5f, {0.02f, 0.05f}});
    const auto scene = sceneOf(p);
    Random random(2);
    for (int i = 0; i < 3000; ++i) {
        const V2f at(random.around(63), random.around(63));
        const Hit hit = trace(*scene, {at.x, at.y, 100}, {0, 0, -1}, V3f(0));
        ASSERT_TRUE(hit);
        EXPECT_NEAR(hit.position.z, scene->site->land.field.at(at), 2e-3)
            << "the field must be split along the traced diagonal";
        EXPECT_EQ(scene->objects[hit.object].kind, ObjectKind::Ground);
    }
}

TEST(Scene, NoRayLeaksThroughTheGround) {
    const Project p = test::withRelief(newProject({256, 256}, 0.5f, "x"), {4, 9, 30, 0.5f, {0, 0}});
    const auto scene = sceneOf(p);
    // Aimed at samples, edges and tile borders.
    for (int y = 1; y < 512; y += 7)
        for (int x = 1; x < 512; x += 5) {
            const V2f at = scene->site->land.field.grid.place({x, y});
            EXPECT_TRUE(trace(*scene, {at.x, at.y, 50}, {0, 0, -1}, V3f(0))) << x << " " << y;
        }
}

TEST(Scene, PlantsAreHitWhereTheyStand) {
    const auto scene = sceneOf(smallSite());
    Hit hit;
    for (float z = 0.5f; z < 3 && !hit.plant; z += 0.1f) {
        const float ground = scene->site->land.field.at({3, 2});
        hit = trace(*scene, {3, -20, ground + z}, {0, 1, 0}, V3f(0));
        if (!hit || !hit.plant || hit.plant->item != find(scene->site->project, "Trees")->id.value) hit = Hit();
    }
    ASSERT_TRUE(hit.plant);
    EXPECT_EQ(itemAt(*scene, hit), find(scene->site->project, "Trees")->id);
    EXPECT_NEAR(hit.normal.length(), 1, 1e-4);
}

TEST(Scene, AHitOnAPlantNamesTheTriangleAndThePlaceInIt) {
    const auto scene = sceneOf(smallSite());
    Detail all(V3f(0)), coarse(V3f(0));
    coarse.coarse = true;
    for (const Detail& detail : {all, coarse}) {
        int hits = 0, second = 0; // of a pair that is one face to the tracer
        for (int k = 0; k < 40000; ++k) {
            const float x = -30 + 60 * static_cast<float>(k % 200) / 200,
                        y = -30 + 60 * static_cast<float>(k / 200) / 200;
            const Hit h = trace(*scene, {x, y, 30}, V3f(0.2f, 0.1f, -1).normalized(), detail);
            if (!h || !h.plant) continue;
            EXPECT_EQ(h.level == Level::Near, !detail.coarse);
            const Mesh& mesh = scene->plantScenes->library()->form(h.plant->individual, h.level).parts[h.part];
            const V3i t = mesh.triangles[h.triangle];
            const V3f p = mesh.positions[t.x] * (1 - h.u - h.v) + mesh.positions[t.y] * h.u + mesh.positions[t.z] * h.v;
            ASSERT_NEAR((PlantPose(*h.plant, false).toWorld(p) - h.position).length(), 0, 2e-4f) << k;
            ++hits;
            second +=
                h.triangle > 0 && mesh.triangles[h.triangle - 1].x == t.x && mesh.triangles[h.triangle - 1].z == t.y;
        }
        EXPECT_GT(hits, 500);
        EXPECT_GT(second, 100);
    }
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
    for (const bool lies : {false, true}) {
        const PlantPose pose(r, lies);
        for (const V3f& p : {V3f(0, 0, 0), V3f(1, 2, 3), V3f(-0.5f, 0.2f, 2)})
            EXPECT_NEAR((pose.toLocal(pose.toWorld(p)) - p).length(), 0, 1e-5);
        // Normals stay at right angles to what lies in the surface.
        const V3f a = pose.toWorld({1, 0, 0}) - pose.toWorld({0, 0, 0}),
                  b = pose.toWorld({0, 1, 1}) - pose.toWorld({0, 0, 0});
        const V3f n = pose.normalToWorld(V3f(1, 0, 0).cross(V3f(0, 1, 1)));
        EXPECT_NEAR(n.normalized().dot(a.normalized()), 0, 1e-5);
        EXPECT_NEAR(n.normalized().dot(b.normalized()), 0, 1e-5);
    }
}

TEST(Scene, EditsShareWhatDidNotChange) {
    SceneBuilder builder;
    const Project p = smallSite();
    const auto site = build(p, library());
    const auto a = builder.update(site);
    const Project q = dabbed(p, site->land.natural, {BrushKind::Raise, 3, 1, 0.5f}, {-30, 30});
    const auto b = builder.update(build(q, library(), site, BuildMode::Moving));
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
    const Project q = dabbed(p, site->land.natural, {BrushKind::Raise, 3, 1, 0.5f}, {0, 0});
    site = build(q, library(), site, BuildMode::Moving);
    auto scene = builder.update(site);
    auto quick = [&] {
        int n = 0;
        for (const SceneObject& o : scene->objects) n += o.quick;
        return n;
    };
    EXPECT_GT(quick(), 0);
    // Another move elsewhere keeps what is quick, rest leaves nothing quick.
    site = build(q, library(), site, BuildMode::Moving);
    scene = builder.update(site);
    EXPECT_GT(quick(), 0);
    site = build(q, library(), site, BuildMode::Rest);
    scene = builder.update(site);
    EXPECT_EQ(quick(), 0);
}

TEST(Scene, BetterTreesGiveTheSamePicture) {
    SceneBuilder fast(true), good;
    const auto site = build(smallSite(), library());
    const auto first = fast.update(site), straight = good.update(site);
    const auto make = fast.refine();
    ASSERT_TRUE(make);
    EXPECT_FALSE(good.refine()) << "it has the best already";
    EXPECT_FALSE(make([] { return true; })) << "stopped";
    const auto better = fast.adopt(make(nullptr));
    EXPECT_FALSE(fast.refine()) << "once";
    // The first picture is drawn in middle forms; what is nearer comes behind it.
    const IndividualId near = IndividualId::of(site->library->find("Spruce"));
    bool sketched = false;
    for (uint32_t k = 0; k < kIndividuals; ++k)
        sketched |= first->plantScenes->scene({near.value + k}, Level::Middle) &&
                    !first->plantScenes->scene({near.value + k}, Level::Near);
    EXPECT_TRUE(sketched);
    EXPECT_FALSE(first->plantScenes->complete([] { return true; })) << "stopped";
    // Of two that ask at once none goes on before all are there.
    const auto whole = [&] {
        EXPECT_TRUE(first->plantScenes->complete());
        for (uint32_t i = 0; i < static_cast<uint32_t>(site->library->individualCount()); ++i)
            if (first->plantScenes->scene({i}, Level::Far))
                EXPECT_TRUE(first->plantScenes->scene({i}, Level::Near)) << i;
    };
    std::thread other(whole);
    whole();
    other.join();
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
        V3f rays[kPacket], starts[kPacket];
        Hit hits[kPacket];
        const V2f at(random.unit(), random.unit());
        for (int k = 0; k < kPacket; ++k)
            rays[k] = lens.ray(at + V2f(0.01f * static_cast<float>(k & 3), 0.01f * static_cast<float>(k >> 2)));
        std::fill(std::begin(starts), std::end(starts), lens.origin);
        tracePacket(*scene, starts, rays, lens.origin, hits);
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
    pane.roughness = 0.02f;
    const auto scene = sceneOf(aloft(buildingOf(box({-5, -5, 10}, {5, 5, 10.01f}), pane)));
    const Rgb t = transmittance(*scene, {0, 0, 5}, {0, 0, 1}, V3f(0));
    EXPECT_GT(t.y, 0.4f);
    EXPECT_LT(t.y, 1);
    pane.roughness = 0.5f;
    EXPECT_EQ(transmittance(*sceneOf(aloft(buildingOf(box({-5, -5, 10}, {5, 5, 10.01f}), pane))), {0, 0, 5}, {0, 0, 1},
                            V3f(0)),
              Rgb(0))
        << "frosted: light is scattered, not let through";
    const auto solid = sceneOf(aloft(buildingOf(box({-5, -5, 10}, {5, 5, 10.01f}), matt(0.9f))));
    EXPECT_EQ(transmittance(*solid, {0, 0, 5}, {0, 0, 1}, V3f(0)), Rgb(0));
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
            EXPECT_FALSE(scene->site->library->isLow(onlyWoody.plant->individual.species()));
        }
        if (onlyGrass) {
            ++grass;
            EXPECT_TRUE(scene->site->library->isLow(onlyGrass.plant->individual.species()));
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
            Detail detail(eye);
            detail.moving = moving;
            hits += trace(*scene, from, {0, 0, -1}, detail).plant != nullptr;
        }
        return static_cast<float>(hits) / 3000;
    };
    EXPECT_NEAR(share(0.3f, true), share(0.3f, false), 0.25f * share(0.3f, false));
    EXPECT_LT(share(30, true), 0.45f * share(30, false));
    EXPECT_GT(share(30, true), 0) << "some are left everywhere";
    EXPECT_GT(share(60, false), 2 * share(60, true)) << "at rest all stand";
}

namespace {

// A cube of 2 m over the ground's middle, seen from the south.
Project cubeSite(float scale = 1) {
    Building b = buildingOf(box({-1, -1, 0}, {1, 1, 2}), matt(0.3f), {0, 0, 6});
    b.scale = scale;
    return added(aloft(b), "Copy", b);
}

} // namespace

TEST(Scene, HiddenThingsAreNotMetButTheSiteStays) {
    const Project p = added(smallSite(), "Figure", Figure{{0, -6}, 0});
    const auto site = build(p, library());
    SceneBuilder builder;
    const auto all = builder.update(site);
    Visibility visibility;
    for (const auto& item : p.items)
        if (!std::holds_alternative<Shot>(item->body)) visibility.hidden.push_back(item->id);
    const auto none = builder.update(site, visibility);
    EXPECT_EQ(none->site, site);
    const auto metAnything = [&](const Scene& scene) {
        int met = 0;
        for (float x = -30; x < 30; x += 0.7f)
            for (float y = -30; y < 30; y += 0.7f) {
                const Hit hit = trace(scene, {x, y, 60}, {0, 0, -1}, V3f(x, y, 60));
                met += itemAt(scene, hit) ? 1 : 0;
            }
        return met;
    };
    EXPECT_GT(metAnything(*all), 50);
    EXPECT_EQ(metAnything(*none), 0);
    EXPECT_EQ(metAnything(*builder.update(site)), metAnything(*all)) << "and come back";
    visibility = {};
    visibility.planting = false;
    const auto bare = builder.update(site, visibility);
    EXPECT_LT(metAnything(*bare), metAnything(*all));
    EXPECT_GT(metAnything(*bare), 0);
}

TEST(Scene, NeutralBuildingsLoseTheirColour) {
    Building b = buildingOf(box({-1, -1, 0}, {1, 1, 2}), matt(0.1f), {0, 0, 6});
    const auto site = build(aloft(b), library());
    SceneBuilder builder;
    const V3f from(0, -20, bodyOf<Building>(itemsOf<Building>(site->project).front())->position.z + 1);
    const auto albedo = [&](const Visibility& visibility) {
        const auto scene = builder.update(site, visibility);
        const Hit hit = trace(*scene, from, {0, 1, 0}, from);
        return shadingAt(*scene, hit, V3f(0, -1, 0), 0).surface.albedo.x;
    };
    Visibility neutral;
    neutral.neutral = true;
    EXPECT_NEAR(albedo({}), 0.1f, 0.02f);
    EXPECT_NEAR(albedo(neutral), 0.55f, 0.02f);
}

TEST(Scene, ASizedBuildingIsHitWhereItIs) {
    for (float scale : {0.5f, 1.0f, 3.0f}) {
        const auto scene = sceneOf(cubeSite(scale));
        const auto* b = bodyOf<Building>(itemsOf<Building>(scene->site->project).front());
        const V3f from = b->position + V3f(0, -50, scale);
        const Hit hit = trace(*scene, from, {0, 1, 0}, from);
        EXPECT_NEAR(hit.t, 50 - scale, 1e-3f);
        EXPECT_NEAR(hit.normal.length(), 1, 1e-5f);
        EXPECT_NEAR(hit.normal.y, -1, 1e-4f);
    }
}

TEST(Scene, TheNearCutShowsWhatLiesBehind) {
    const auto scene = sceneOf(cubeSite());
    const auto* b = bodyOf<Building>(itemsOf<Building>(scene->site->project).front());
    Camera camera;
    camera.position = b->position + V3f(0, -10, 1);
    const Environment light = environmentOf(scene->site->project, Shot{});
    Image whole(48, 27), cut(48, 27), beyond(48, 27);
    ASSERT_TRUE(quickPicture(whole, *scene, light, camera, nullptr));
    camera.nearCut = 5; // before the cube
    ASSERT_TRUE(quickPicture(cut, *scene, light, camera, nullptr));
    camera.nearCut = 14; // behind it
    ASSERT_TRUE(quickPicture(beyond, *scene, light, camera, nullptr));
    EXPECT_NEAR(luminance(cut.at(24, 13)) / luminance(whole.at(24, 13)), 1, 0.02);
    EXPECT_GT(std::abs(luminance(beyond.at(24, 13)) / luminance(whole.at(24, 13)) - 1), 0.2f) << "what lies behind";
}

TEST(Embree, AFailureIsToldToTheThreadThatHadIt) {
    // Another thread asks for what there is not; a scene that is made here knows nothing of it.
    std::thread([] { (void)rtcNewGeometry(embreeDevice(), static_cast<RTCGeometryType>(999)); }).join();
    const RTCScene scene = rtcNewScene(embreeDevice());
    EXPECT_NO_THROW(commitScene(scene));
    // Here it is.
    (void)rtcNewGeometry(embreeDevice(), static_cast<RTCGeometryType>(999));
    EXPECT_THROW(commitScene(scene), std::exception);
    EXPECT_NO_THROW(commitScene(scene)) << "told once";
    rtcReleaseScene(scene);
}
