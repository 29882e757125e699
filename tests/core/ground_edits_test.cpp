// Small questions that tools and pages ask of the ground, and what edits of it come to in a project.
#include <cmath>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/ground/path.h"
#include "core/ground/reading.h"
#include "core/material/library.h"
#include "core/project/covers.h"
#include "core/project/land.h"
#include "core/project/move.h"
#include "core/project/surfaces.h"
#include "core/snags/snags.h"
#include "core/trace/ray.h"
#include "core/trace/scene_builder.h"
#include "core/trace/shading.h"
#include "tests/core/sample_site.h"
#include "tests/core/test_land.h"

using namespace thallos;

namespace {

std::shared_ptr<const Picture> grey(uint8_t value) {
    return std::make_shared<const Picture>(Picture{2, 1, {value, value, value, 255, value, value, value, 255}});
}

Project level() {
    return newProject({60, 60}, 0.5f, "level");
}

} // namespace

TEST(HollowAt, TellsHowFarAPlaceLiesUnderWhatIsAroundIt) {
    const GroundGrid grid = GroundGrid::make({40, 40}, 0.25f);
    const Land plane = test::landOf(grid, {1, 0, 60, 0.4f, {0.2f, -0.1f}});
    EXPECT_NEAR(hollowAt(plane.field, {3.3f, -2.2f}, 0.5f), 0, 1e-4f) << "a slope is no hollow";
    Sculpting dent;
    dent = sculpted(dent, plane.field, {BrushKind::Lower, 0.5f, 0.1f, 0.5f}, {0, 0});
    const Land dented = test::landOf(grid, {1, 0, 60, 0.4f, {0.2f, -0.1f}}, dent.heights);
    EXPECT_NEAR(hollowAt(dented.field, {0, 0}, 0.5f), 0.1f, 1e-3f);
    EXPECT_LT(hollowAt(dented.field, {0.5f, 0}, 0.5f), 0) << "its rim stands over it";
}

TEST(Paths, TellWhereTheyAreSteepest) {
    // Level, then a slope of a fifth for ten metres, then level.
    const auto ground = [](const V2f& p) { return 0.2f * std::clamp(p.x - 20, 0.0f, 10.0f); };
    PathShape shape;
    for (int i = 0; i <= 100; ++i) shape.points.emplace_back(0.5f * static_cast<float>(i), 0.0f);
    shape.steepest = 0.5f;
    const LaidPath laid = layPath(shape, ground);
    EXPECT_NEAR(laid.steepest, 0.2f, 0.02f);
    EXPECT_GT(laid.steepestAt, 20);
    EXPECT_LT(laid.steepestAt, 30);
    const LaidPath even = layPath(shape, [](const V2f&) { return 1.0f; });
    EXPECT_EQ(even.steepest, 0);
    EXPECT_EQ(even.steepestAt, 0);
}

TEST(Ramps, GoIntoTheSculptingThatIsChosenOrANewOne) {
    const Brush brush{BrushKind::Ramp, 2, 1, 0.3f};
    const V2f from(-8, 0), to(8, 0);
    const Project p = dabbed(level(), naturalOf(level()), {BrushKind::Raise, 4, 2, 0.5f}, from);
    const Land land = landOf(p);
    const Project q = ramped(p, land.field, brush, from, to);
    EXPECT_EQ(itemsOf<Sculpting>(q).size(), 1u) << "the last layer, when none is chosen";
    EXPECT_NEAR(naturalOf(q).at({0, 0}), 1, 0.03f);
    EXPECT_NEAR(naturalOf(q).at({4, 0}), 0.5f, 0.03f);
    EXPECT_NEAR(naturalOf(q).at({0, 5}), 0, 1e-5f);
    // A layer that is locked is left alone.
    Item locked = *itemsOf<Sculpting>(p).front();
    locked.locked = true;
    const Project r = ramped(replaced(p, locked), land.field, brush, from, to);
    ASSERT_EQ(itemsOf<Sculpting>(r).size(), 2u);
    EXPECT_EQ(std::get<Sculpting>(find(r, locked.id)->body), std::get<Sculpting>(locked.body));
    // Two layers: the one that is chosen.
    Id other;
    const Project two = added(p, "Second", Sculpting(), &other);
    const Project s = ramped(two, land.field, brush, from, to, other);
    EXPECT_FALSE(std::get<Sculpting>(find(s, other)->body).heights.empty());
    EXPECT_EQ(std::get<Sculpting>(find(s, locked.id)->body), std::get<Sculpting>(locked.body));
}

TEST(SurfacesOfItems, AreThoseThatAnArtistSets) {
    const Project p = added(test::sample(), "Sand", Cover());
    EXPECT_EQ(surfacesOf(*find(p, "Shed")).size(), bodyOf<Building>(find(p, "Shed"))->surfaces.size());
    Item sand = *find(p, "Sand");
    ASSERT_EQ(surfacesOf(sand).size(), 1u);
    surfacesOf(sand)[0]->roughness = 0.123f;
    EXPECT_EQ(std::get<Cover>(sand.body).surface.roughness, 0.123f);
    EXPECT_EQ(surfacesOf(*find(p, "Pond")).size(), 1u) << "its bed";
}

TEST(CoverPictures, OfEverySortComeBackFromFiles) {
    Cover cover;
    cover.surface.recipe.clear();
    cover.surface.textureSize = 2.5f;
    cover.surface.mixed = true;
    uint8_t value = 20;
    for (const Map map : kMaps) cover.surface.maps.*map = grey(value = static_cast<uint8_t>(value + 30));
    const Project p = added(level(), "Own", cover);
    const Project reread = test::reread(p);
    const auto& again = *bodyOf<Cover>(find(reread, "Own"));
    for (const Map map : kMaps) {
        ASSERT_TRUE(again.surface.maps.*map);
        EXPECT_EQ((again.surface.maps.*map)->rgba, (cover.surface.maps.*map)->rgba);
    }
    EXPECT_TRUE(again.surface.mixed);
    EXPECT_FLOAT_EQ(again.surface.textureSize, 2.5f);
    EXPECT_FALSE(again.patch);
    EXPECT_TRUE(bodyOf<Cover>(find(test::reread(added(level(), "None", Cover())), "None"))->surface.maps.empty());
}

TEST(CoverPictures, HaveOneColourForThoseWhoAskForOne) {
    Cover cover;
    cover.rule = CoverRule();
    cover.surface = {.name = "own", .baseColor = Rgb(0.9f), .textureSize = 1};
    cover.surface.maps.color = grey(128);
    SceneBuilder builder(true, shippedMaterials());
    const auto scene = builder.update(build(added(level(), "Own", cover), test::library()));
    const Rgb mean = scene->covers.materials[1].base.albedo;
    EXPECT_NEAR(luminance(mean), 0.9f * 0.216f, 0.02f) << "what one sees of it from afar";
    const Rgb seen = coverSurface(scene->covers, {3, 3}, {0, 0, 1}, 5).albedo;
    EXPECT_NEAR(luminance(seen) / luminance(mean), 1, 0.12f);
}

TEST(CoverPictures, AreLaidWhereThePatchLies) {
    Cover cover;
    cover.surface.maps.color = std::make_shared<const Picture>(Picture{4, 2, std::vector<uint8_t>(32, 255)});
    EXPECT_EQ(laidSurface(cover), cover.surface) << "no patch, no change";
    cover.patch = Patch{{10, 20}, 4, radians(90), 0};
    const Surface laid = laidSurface(cover);
    EXPECT_EQ(laid.textureSize, 4);
    EXPECT_FALSE(laid.mixed);
    EXPECT_NEAR(laid.turn, radians(90), 1e-6f);
    // Its lower left corner: half of 4 along north, half of 2 along west.
    EXPECT_NEAR(laid.shift.x, 11, 1e-4f);
    EXPECT_NEAR(laid.shift.y, 18, 1e-4f);
    cover.surface.maps = {};
    EXPECT_EQ(laidSurface(cover), cover.surface) << "without a picture there is nothing to lay";
    EXPECT_EQ(sizeOf(*cover.patch, cover.surface), V2f(4, 4));
}

TEST(Patches, OverEachOtherShowTheUpperOnesAndInHolesTheMeadow) {
    const auto mark = [](const std::shared_ptr<const Picture>& picture) {
        Cover c;
        c.surface = {.name = "mark", .baseColor = Rgb(1), .textureSize = 1};
        c.surface.maps.color = picture;
        c.patch = Patch{{0, 0}, 4, 0, 0};
        return c;
    };
    const auto hole = std::make_shared<const Picture>(Picture{1, 1, {255, 0, 0, 0}});
    SceneBuilder builder(true, shippedMaterials());
    const auto seen = [&](const Project& p, float footprint) {
        const auto scene = builder.update(build(p, test::library()));
        return coverSurface(scene->covers, {0.3f, 0.2f}, {0, 0, 1}, footprint).albedo;
    };
    const Project bare = level(), low = added(bare, "Low", mark(grey(255)));
    for (const float footprint : {0.01f, 2.0f}) {
        const Rgb meadow = seen(bare, footprint);
        EXPECT_GT(luminance(seen(low, footprint)), 0.85f) << footprint;
        EXPECT_GT(luminance(seen(added(low, "High", mark(hole)), footprint)), 0.85f) << "through the upper one's hole";
        const Rgb through = seen(added(added(bare, "A", mark(hole)), "B", mark(hole)), footprint);
        EXPECT_NEAR((through - meadow).length(), 0, 0.02f) << "holes over holes";
        EXPECT_LT(luminance(seen(added(low, "Dark", mark(grey(0))), footprint)), 0.1f);
    }
}

TEST(Beds, OfSeveralWatersAreNotTakenForEachOther) {
    Project p = level();
    for (const V2f& at : {V2f(-15, 0), V2f(15, 0)}) p = dabbed(p, naturalOf(p), {BrushKind::Lower, 6, 1, 0.4f}, at);
    const auto pond = [&](const char* name, const V2f& at, const Rgb& colour) {
        Water w{at, -0.3f};
        w.look.bed = {.name = "bed", .baseColor = colour, .roughness = 1};
        p = added(p, name, w);
    };
    pond("Left", {-15, 0}, Rgb(0.6f, 0.05f, 0.05f));
    pond("Right", {15, 0}, Rgb(0.05f, 0.05f, 0.6f));
    const auto at = [](const Project& of, const V2f& place) {
        SceneBuilder builder(true);
        const auto scene = builder.update(build(of, test::library()));
        const V3f from(place.x, place.y, 5);
        const Hit hit = trace(*scene, from, {0, 0, -1}, from, kFarAway, kMaskSolid);
        return shadingAt(*scene, hit, {0, 0, 1}, 0.02f).surface.albedo;
    };
    EXPECT_GT(at(p, {-15, 0}).x, 3 * at(p, {-15, 0}).z);
    EXPECT_GT(at(p, {15, 0}).z, 3 * at(p, {15, 0}).x);
    // Hidden, a water takes its bed with it, and the other keeps its own.
    Item item = *find(p, "Left");
    item.visible = false;
    const Project hidden = replaced(p, item);
    EXPECT_LT(at(hidden, {-15, 0}).x, 2.5f * at(hidden, {-15, 0}).z);
    EXPECT_GT(at(hidden, {15, 0}).z, 3 * at(hidden, {15, 0}).x);
}

TEST(Streams, AreNoMirrorWhereTheyFall) {
    // Down a steep bank.
    Project p = test::withRelief(level(), {1, 0, 60, 0.4f, {0, 0.7f}});
    Stream s;
    s.points = {{0, -20}, {0, 20}};
    s.width = 4;
    SceneBuilder builder(true);
    const auto scene = builder.update(build(added(p, "Fall", s), test::library()));
    int white = 0, all = 0;
    for (float y = -15; y < 15; y += 0.1f) {
        const V3f from(0, y, 40);
        const Hit hit = trace(*scene, from, {0, 0, -1}, from);
        ASSERT_TRUE(hit);
        const ShadingPoint point = shadingAt(*scene, hit, {0, 0, 1}, 0.01f);
        ++all;
        if (point.water) continue;
        ++white;
        EXPECT_GT(luminance(point.surface.albedo), 0.7f);
        EXPECT_EQ(point.surface.transmission, 0);
    }
    EXPECT_GT(white, all / 2);
}

TEST(Looks, OutOfRangeAreRefused) {
    const Project p = added(added(level(), "Pond", Water{{0, 0}, -1}), "Brook", Stream{{{-5, 5}, {5, 5}}});
    const auto refused = [&](const char* name, auto change) {
        Item item = *find(p, name);
        change(item);
        EXPECT_THROW(test::reread(replaced(p, item)), Error) << name;
    };
    refused("Pond", [](Item& i) { std::get<Water>(i.body).look.clarity = 0; });
    refused("Pond", [](Item& i) { std::get<Water>(i.body).look.ripple = 1.5f; });
    refused("Brook", [](Item& i) { std::get<Stream>(i.body).look.clarity = 500; });
    refused("Brook", [](Item& i) { std::get<Stream>(i.body).look.tint.x = -1; });
    EXPECT_NO_THROW(test::reread(p));
}
