// What the ground looks like besides its covers: puddles, beds of waters, pictures that lie on it once.
#include <cmath>

#include <gtest/gtest.h>

#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/ground/cover.h"
#include "core/material/library.h"
#include "core/material/texture_mapping.h"
#include "core/project/covers.h"
#include "core/project/move.h"
#include "core/project/surfaces.h"
#include "core/trace/ray.h"
#include "core/trace/scene_builder.h"
#include "core/trace/shading.h"
#include "core/trace/water_surface.h"
#include "tests/core/sample_site.h"

using namespace thallos;

namespace {

// All of one colour but for a hole in its right half.
std::shared_ptr<const Picture> halfHole(int width, int height) {
    Picture p{width, height, {}};
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x)
            for (const int v : {200, 40, 40, x < width / 2 ? 255 : 0}) p.rgba.push_back(static_cast<uint8_t>(v));
    return std::make_shared<const Picture>(std::move(p));
}

Project bareSite() {
    Project p = newProject({60, 60}, 0.5f, "looks");
    Ground ground = *p.ground;
    ground.strewn = 0;
    return withGround(p, ground);
}
Cover everywhere(const char* material) {
    Cover cover;
    cover.surface = shippedMaterials()->surface(material);
    cover.rule = CoverRule();
    return cover;
}

SurfacePoint seenAt(const Project& p, const V2f& at, float footprint = 0.01f) {
    SceneBuilder builder(true, shippedMaterials());
    const auto scene = builder.update(build(p, test::library()));
    const V3f from(at.x, at.y, scene->site->land.field.at(at) + 5);
    const Hit hit = trace(*scene, from, {0, 0, -1}, from, kFarAway, kMaskSolid);
    EXPECT_TRUE(hit);
    return shadingAt(*scene, hit, {0, 0, 1}, footprint).surface;
}

} // namespace

TEST(GroundHabits, AreKnownOfEveryCoverMaterial) {
    for (const char* name : kCoverMaterials) {
        const Surface s = shippedMaterials()->surface(name);
        const GroundHabit habit = habitOf(s);
        EXPECT_TRUE(habit.holds > 0 || habit.uneven > 0) << name;
        EXPECT_LE(habit.holds, 1) << name;
        EXPECT_LE(habit.uneven, 1) << name;
    }
    EXPECT_EQ(habitOf({.recipe = "Ashlar limestone"}).holds, 0);
}

TEST(Puddles, StandInHollowsOfSoilAndNotInGrass) {
    Covers covers;
    covers.materials.push_back(plain(soilSurface()));
    covers.habits = {habitOf(soilSurface()), habitOf(soilSurface())};
    const auto surface = [&](float hollow, float amount, bool soil) {
        Covers there = covers;
        if (soil) {
            CoverLayer all;
            all.rule = CoverRule();
            const GroundGrid grid = GroundGrid::make({20, 20}, 1);
            const Land land = buildLand(grid, 0, std::vector<LandStep>{{1, Relief{}}});
            there.map = coverMapOf({all}, {land.field, nullptr, {}, {}, {}, {}});
        }
        SurfacePoint s;
        s.albedo = Rgb(0.3f);
        s.roughness = 0.9f;
        s.normal = V3f(0.2f, 0, 1).normalized();
        addPuddles(s, there, {3.3f, 2.1f}, hollow, amount, 0.01f);
        return s;
    };
    const SurfacePoint wet = surface(0.08f, 0.6f, true);
    EXPECT_LT(wet.roughness, 0.1f);
    EXPECT_NEAR(wet.normal.z, 1, 1e-4f) << "water is level";
    EXPECT_LT(wet.albedo.x, 0.2f);
    const SurfacePoint hump = surface(-0.1f, 0.6f, true);
    EXPECT_EQ(hump.roughness, 0.9f);
    EXPECT_EQ(hump.albedo, Rgb(0.3f));
    EXPECT_EQ(surface(0.08f, 0.6f, false).roughness, 0.9f) << "a meadow drinks it";
    EXPECT_GT(surface(1, 0.02f, true).roughness, 0.5f) << "nor does a shower fill the foot of a wall";
    // The more rain the more of it.
    float last = 1;
    for (const float amount : {0.05f, 0.3f, 0.6f, 1.0f}) {
        const float roughness = surface(0.015f, amount, true).roughness;
        EXPECT_LE(roughness, last);
        last = roughness;
    }
    EXPECT_LT(last, 0.2f);
}

TEST(Puddles, AreSeenWhereTheGroundSaysSo) {
    Project p = added(bareSite(), "Soil", everywhere("Topsoil"));
    p = dabbed(p, naturalOf(p), {BrushKind::Lower, 1.2f, 0.15f, 0.9f}, {5, 5});
    const float dry = seenAt(p, {5, 5}).roughness;
    Ground ground = *p.ground;
    ground.puddles = 0.5f;
    p = withGround(p, ground);
    EXPECT_LT(seenAt(p, {5, 5}).roughness, 0.3f * dry);
    EXPECT_EQ(test::reread(p).ground->puddles, 0.5f);
    ground.puddles = 1.5f;
    EXPECT_THROW(test::reread(withGround(p, ground)), Error);
}

TEST(Beds, LieUnderTheWaterTheyBelongTo) {
    Project p = bareSite();
    p = dabbed(p, naturalOf(p), {BrushKind::Lower, 8, 1.5f, 0.5f}, {0, 0});
    Water water{{0, 0}, -0.3f};
    p = added(p, "Pond", water);
    const auto bed = [&](const char* material) {
        Item item = *find(p, "Pond");
        std::get<Water>(item.body).look.bed = shippedMaterials()->surface(material);
        return replaced(p, item);
    };
    const auto brightness = [](const Project& of) {
        float sum = 0;
        for (int i = 0; i < 8; ++i) sum += luminance(seenAt(of, {0.3f * static_cast<float>(i) - 1, 0.4f}).albedo);
        return sum;
    };
    const Project sandy = bed("Rippled sand"), silty = bed("Wet silt");
    EXPECT_GT(brightness(sandy), 1.3f * brightness(silty));
    const V2f dry(20, 20);
    EXPECT_EQ(seenAt(sandy, dry).albedo, seenAt(silty, dry).albedo);
    const Project again = test::reread(sandy);
    EXPECT_EQ(bodyOf<Water>(find(again, "Pond"))->look, bodyOf<Water>(find(sandy, "Pond"))->look);
    EXPECT_EQ(bodyOf<Water>(find(test::reread(p), "Pond"))->look, water.look) << "the usual one needs no words";
}

TEST(Patches, AreRectanglesWithSoftEdges) {
    const CoverPatch patch{{2, 1}, {4, 2}, radians(90), 0.5f};
    EXPECT_EQ(patch.weight({2, 1}), 1);
    EXPECT_EQ(patch.weight({2, 2.4f}), 1) << "turned, its length runs north";
    EXPECT_EQ(patch.weight({3.2f, 1}), 0);
    EXPECT_NEAR(patch.weight({2, 2.75f}), 0.5f, 1e-4f) << "a quarter metre from its end";
    const Box2f box = patch.box();
    EXPECT_NEAR(box.size().x, 2, 1e-4f);
    EXPECT_NEAR(box.size().y, 4, 1e-4f);
    const CoverPatch hard{{0, 0}, {2, 2}, 0, 0};
    EXPECT_EQ(hard.weight({0.99f, 0.99f}), 1);
    EXPECT_EQ(hard.weight({1.01f, 0}), 0);
}

TEST(Patches, ShowTheirPictureOnceAndWhatLiesUnderItsHoles) {
    Project p = added(bareSite(), "Sand", everywhere("Rippled sand"));
    Cover mark;
    mark.surface = {.name = "mark", .baseColor = Rgb(1), .roughness = 0.8f};
    mark.surface.maps.color = halfHole(64, 32);
    mark.surface.textureSize = 1;
    mark.patch = Patch{{6, -4}, 4, 0, 0};
    EXPECT_NEAR(sizeOf(*mark.patch, mark.surface).y, 2, 1e-5f) << "as high as the picture";
    p = added(p, "Mark", mark);
    const auto red = [&](const Project& of, const V2f& at) {
        const Rgb c = seenAt(of, at).albedo;
        return c.x > 2.5f * c.y;
    };
    EXPECT_TRUE(red(p, {5, -4}));
    EXPECT_TRUE(red(p, {4.4f, -3.3f}));
    EXPECT_FALSE(red(p, {7, -4})) << "its hole";
    EXPECT_FALSE(red(p, {3, -4})) << "beside it";
    EXPECT_FALSE(red(p, {5, -2.5f}));
    // Turned by half a turn the hole lies to the west.
    Item item = *find(p, "Mark");
    std::get<Cover>(item.body).patch->turn = kPi;
    const Project turned = replaced(p, item);
    EXPECT_TRUE(red(turned, {7, -4}));
    EXPECT_FALSE(red(turned, {5, -4}));
    // In files, and built on what was there before.
    const Project again = test::reread(p);
    const auto &was = *bodyOf<Cover>(find(p, "Mark")), &is = *bodyOf<Cover>(find(again, "Mark"));
    EXPECT_EQ(is.patch, was.patch);
    ASSERT_TRUE(is.surface.maps.color);
    EXPECT_EQ(is.surface.maps.color->rgba, was.surface.maps.color->rgba);
    const auto built = build(p, test::library());
    const auto moved = build(turned, test::library(), built), fresh = build(turned, test::library());
    for (size_t i = 0; i < fresh->covers.map.tiles.size(); ++i)
        for (size_t k = 0; k < fresh->covers.map.tiles[i]->blocks.size(); ++k)
            EXPECT_EQ(moved->covers.map.tiles[i]->blocks[k]->samples, fresh->covers.map.tiles[i]->blocks[k]->samples);
}

TEST(Patches, MoveWithTheirItemAndKeepWithinTheirLimits) {
    Cover cover;
    cover.surface.maps.color = halfHole(8, 8);
    cover.patch = Patch{{6, -4}, 4, 0.2f, 0.3f};
    Id id;
    const Project p = added(bareSite(), "Mark", cover, &id);
    Movement by;
    by.by = {3, 2, 0};
    by.turn = 0.5f;
    by.size = 2;
    by.pivot = {6, -4};
    const Project q = moved(p, {id}, by, nullptr);
    const Patch& patch = *bodyOf<Cover>(find(q, id))->patch;
    EXPECT_NEAR(patch.at.x, 9, 1e-4f);
    EXPECT_NEAR(patch.at.y, -2, 1e-4f);
    EXPECT_NEAR(patch.turn, 0.7f, 1e-5f);
    EXPECT_NEAR(patch.width, 8, 1e-4f);
    EXPECT_EQ(surfacesOf(*find(q, id)).size(), 1u);
    Item wrong = *find(p, id);
    std::get<Cover>(wrong.body).patch->width = -1;
    EXPECT_THROW(test::reread(replaced(p, wrong)), Error);
}

TEST(Textures, AreTheirMeanWhereAPixelSeesAQuarterOfThem) {
    const auto material = shippedMaterials()->surface("River gravel");
    SceneBuilder builder(true, shippedMaterials());
    const auto scene = builder.update(build(added(bareSite(), "Gravel", everywhere("River gravel")), test::library()));
    const Material& m = scene->covers.materials[1];
    ASSERT_TRUE(m.texture);
    const float wide = m.mapping.size.x;
    const TextureSample mean = m.texture->mean();
    for (int i = 0; i < 12; ++i) {
        const V2f p(0.77f * static_cast<float>(i), 3.1f - 0.41f * static_cast<float>(i));
        const TextureSample s = sampleMapped(*m.texture, m.mapping, p, 0.3f * wide);
        for (int k = 0; k < 3; ++k) EXPECT_NEAR(s.color[k], mean.color[k], 0.02f);
        EXPECT_NEAR(s.slope.length(), 0, 0.02f);
        // Just under it the difference is too small to be seen as an edge.
        const TextureSample before = sampleMapped(*m.texture, m.mapping, p, 0.249f * wide);
        for (int k = 0; k < 3; ++k) EXPECT_NEAR(before.color[k], s.color[k], 0.03f);
    }
}

TEST(Streams, AreWhiteWhereTheyFallSteeply) {
    const auto share = [](float slope, float footprint) {
        const V3f up = V3f(-slope, 0, 1).normalized();
        int white = 0;
        for (int i = 0; i < 4000; ++i)
            white +=
                whiteWater(up, {0.013f * static_cast<float>(i % 63), 0.017f * static_cast<float>(i / 63)}, footprint);
        return static_cast<float>(white) / 4000;
    };
    for (const float footprint : {0.002f, 1.0f}) {
        EXPECT_EQ(share(0, footprint), 0);
        EXPECT_EQ(share(0.1f, footprint), 0) << "a brook is clear";
        EXPECT_LT(share(0.2f, footprint), share(0.4f, footprint));
        EXPECT_GT(share(0.7f, footprint), 0.85f);
    }
    EXPECT_NEAR(share(0.36f, 0.002f), share(0.36f, 1), 0.25f) << "from near as from afar";
}

TEST(Beds, OfStreamsEndWithTheirWater) {
    // Land that falls away beside the stream lies lower than its water and is dry all the same.
    Project p = test::withRelief(bareSite(), {1, 0, 60, 0.4f, {0, 0.12f}});
    Stream s;
    s.points = {{-20, 0}, {20, 0}};
    s.look.bed = shippedMaterials()->surface("Rippled sand");
    const Project with = added(p, "Stream", s);
    const V2f below(0, -4);
    const auto site = build(with, test::library());
    const WaterBody& w = site->waters.front();
    ASSERT_LT(site->land.field.at(below), w.levelAt(below));
    ASSERT_TRUE(w.region->reaches(below));
    EXPECT_LT((seenAt(with, below).albedo - seenAt(p, below).albedo).length(), 0.01f);
}
