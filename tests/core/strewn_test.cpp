// What lies on the ground near a camera: what each cover brings, where it may not lie, and that it stays in its place.
#include <gtest/gtest.h>

#include <set>

#include <tbb/global_control.h>

#include "core/material/library.h"
#include "core/planting/species.h"
#include "core/project/strewn.h"
#include "core/trace/plant_scenes.h"
#include "core/trace/probe.h"
#include "core/trace/scene_builder.h"
#include "tests/core/sample_site.h"

using namespace thallos;

namespace {

std::shared_ptr<const BuiltSite> built(const Project& p) {
    return build(p, test::library());
}
V3f above(const BuiltSite& site, const V2f& p) {
    return strewingEye({p.x, p.y, site.land.field.at(p) + 1.6f});
}
std::vector<PlantRecord> strewn(const BuiltSite& site, const V2f& p) {
    std::vector<PlantRecord> out;
    const auto all = strewnOf(site, above(site, p));
    for (const auto& tile : all->tiles) out.insert(out.end(), tile->records.begin(), tile->records.end());
    return out;
}
// Of a species within a circle.
int count(const BuiltSite& site, const std::vector<PlantRecord>& records, const std::string& species, const V2f& at,
          float within) {
    return static_cast<int>(std::count_if(records.begin(), records.end(), [&](const PlantRecord& r) {
        return site.library->species()[static_cast<size_t>(r.individual.species())].recipe.name == species &&
               (V2f(r.x, r.y) - at).length() < within;
    }));
}
using Key = std::tuple<float, float, uint32_t, uint32_t>;
Key keyOf(const PlantRecord& r) {
    return {r.x, r.y, r.key, r.individual.value};
}

Project covered(const char* recipe) {
    Project p = newProject({80, 80}, 0.5f, "Site");
    Cover c;
    c.surface.recipe = recipe;
    c.painted = paintedAlong(p.ground->grid, {}, {{-20, 0}, {20, 0}}, 6, 0.2f);
    return added(p, recipe, c);
}

} // namespace

TEST(Strewn, CoversBringWhatLiesOnThem) {
    const struct {
        const char *cover, *species;
        int least;
    } kinds[] = {{"River gravel", "River pebbles", 100}, {"Leaf litter", "Fallen beech leaves", 15},
                 {"Needle litter", "Pine needles", 25},  {"Short turf", "Mown lawn", 100},
                 {"Bark mulch", "Bark flakes", 60},      {"Cushion moss", "Moss cushion", 20}};
    for (const auto& k : kinds) {
        const auto site = built(covered(k.cover));
        const auto all = strewn(*site, {0, 0});
        EXPECT_GT(count(*site, all, k.species, {0, 0}, 3), k.least) << k.cover;
        EXPECT_EQ(count(*site, all, "Oak", {0, 0}, 30), 0);
    }
    const auto paved = built(covered("Flagstones"));
    const auto all = strewn(*paved, {0, 0});
    for (const PlantRecord& r : all)
        if (std::abs(r.x) < 18) EXPECT_GT(std::abs(r.y), 2.2f) << "on flagstones lies nothing";
    EXPECT_GT(count(*paved, all, "Rough grass", {0, 10}, 5), 20) << "beside them the meadow goes on";
}

TEST(Strewn, IsTheSameWithAnyNumberOfThreadsAndStaysAsTheEyeMoves) {
    const auto site = built(test::sample());
    const auto first = strewn(*site, {-10, -25});
    ASSERT_GT(first.size(), 3000u);
    {
        const tbb::global_control one(tbb::global_control::max_allowed_parallelism, 1);
        const auto again = strewn(*site, {-10, -25});
        ASSERT_EQ(first.size(), again.size());
        for (size_t i = 0; i < first.size(); ++i) ASSERT_EQ(keyOf(first[i]), keyOf(again[i])) << i;
    }
    std::set<Key> there;
    for (const PlantRecord& r : strewn(*site, {-8, -25})) there.insert(keyOf(r));
    int near = 0;
    for (const PlantRecord& r : first)
        if ((V2f(r.x, r.y) - V2f(-9.5f, -24.5f)).length() < 3 && (V2f(r.x, r.y) - V2f(-7.5f, -24.5f)).length() < 3.5f) {
            EXPECT_TRUE(there.count(keyOf(r)));
            ++near;
        }
    EXPECT_GT(near, 50);
    // Farther away there is less, and nothing beyond its reach.
    const auto within = [&](float from, float to) {
        return std::count_if(first.begin(), first.end(),
                             [&](const PlantRecord& r) {
                                 const float d = (V2f(r.x, r.y) - V2f(-9.5f, -24.5f)).length();
                                 return d >= from && d < to;
                             }) /
               (kPi * (to * to - from * from));
    };
    EXPECT_GT(within(0, 5), 3 * within(15, 20));
    EXPECT_EQ(within(kStrewnWithin, 200), 0);
}

TEST(Strewn, KeepsOutOfHousesAndWater) {
    const auto site = built(test::sample());
    const auto& house = std::get<Building>(find(site->project, "Shed")->body);
    for (const PlantRecord& r : strewn(*site, {2, -4}))
        for (const Polygon& o : outlinesOf(house)) EXPECT_GT(signedDistance(o, {r.x, r.y}), 0);
    const WaterBody& pond = site->waters.front();
    int near = 0;
    for (const PlantRecord& r : strewn(*site, {24, -30})) {
        EXPECT_FALSE(pond.region->holds({r.x, r.y}) && r.z < pond.level - 0.06f);
        near += pond.region->reaches({r.x, r.y});
    }
    EXPECT_GT(near, 30);
    for (const PlantRecord& r : strewn(*site, {58, 58}))
        EXPECT_TRUE(site->project.ground->grid.box().intersects(V2f(r.x, r.y)));
}

TEST(Strewn, IsAsMuchAsTheGroundSays) {
    Project p = covered("River gravel");
    const auto number = [&](float share) {
        Ground ground = *p.ground;
        ground.strewn = share;
        const auto site = built(withGround(p, ground));
        return strewn(*site, {0, 0}).size();
    };
    const size_t usual = number(1);
    EXPECT_EQ(number(0), 0u);
    EXPECT_NEAR(static_cast<double>(number(0.5f)) / static_cast<double>(usual), 0.5, 0.06);
    EXPECT_GT(number(2), usual * 5 / 4);
    Ground ground = *p.ground;
    ground.strewn = 0.25f;
    EXPECT_EQ(test::reread(withGround(p, ground)).ground->strewn, 0.25f);
    EXPECT_EQ(test::reread(p).ground->strewn, 1);
}

TEST(Strewn, NothingIsSeenOfItFromTheAirOrFarOff) {
    const auto site = built(covered("River gravel"));
    EXPECT_TRUE(strewnOf(*site, {0, 0, 60})->tiles.empty());
    EXPECT_TRUE(strewnOf(*site, {300, 0, 2})->tiles.empty());
}

TEST(Strewn, LeavesLieUnderTreesMoreInAutumn) {
    Project p = newProject({80, 80}, 0.5f, "Site");
    p = added(p, "Oaks", Specimens{{{"Oak", {6, 0}, 0, 1, 0}}});
    p = added(p, "Pines", Specimens{{{"Pine", {-9, 0}, 0, 1, 0}}});
    const auto leaves = [&](Season season) {
        Site s = *p.site;
        s.season = season;
        const auto site = built(withSite(p, s));
        const auto all = strewn(*site, {0, 0});
        EXPECT_GT(count(*site, all, "Pine needles", {-9, 0}, 3), 4);
        EXPECT_EQ(count(*site, all, "Fallen oak leaves", {-9, 0}, 2), 0);
        return count(*site, all, "Fallen oak leaves", {6, 0}, 6);
    };
    EXPECT_GT(leaves(Season::Autumn), 4 * leaves(Season::Summer));
}

TEST(Strewn, WhatLiesFollowsTheSlope) {
    Project p = test::withRelief(covered("River gravel"), {1, 0, 60, 0.4f, {0.2f, -0.1f}});
    const auto site = built(p);
    int stones = 0;
    for (const PlantRecord& r : strewn(*site, {0, 0})) {
        const bool lie = lies(site->library->species()[static_cast<size_t>(r.individual.species())].recipe.kind);
        EXPECT_NEAR(r.tiltEast, lie ? 0.2f * 127 : 0, 1.5f);
        EXPECT_NEAR(r.tiltNorth, lie ? -0.1f * 127 : 0, 1.5f);
        stones += lie;
        if (!lie) continue;
        const PlantPose pose(r, true);
        const V3f beside = pose.toWorld({1, 0.5f, 0.1f});
        EXPECT_NEAR(beside.z - 0.1f * pose.scale, 0.2f * beside.x - 0.1f * beside.y, 0.02f) << "a metre away too";
        EXPECT_NEAR((pose.toLocal(beside) - V3f(1, 0.5f, 0.1f)).length(), 0, 2e-3f);
        const V3f up = pose.normalToWorld({0, 0, 1}).normalized();
        EXPECT_NEAR((up - V3f(-0.2f, 0.1f, 1).normalized()).length(), 0, 0.02f);
    }
    EXPECT_GT(stones, 500);
}

TEST(Strewn, TheSceneHasItAndKeepsItThroughEdits) {
    Project p = covered("River gravel");
    auto site = built(p);
    SceneBuilder builder(true);
    const auto bare = builder.update(site);
    const V3f camera(0.2f, -3, 1.6f);
    const auto scene = builder.strew(camera);
    ASSERT_TRUE(scene && scene->strewn);
    EXPECT_EQ(builder.strew(camera + V3f(0.1f, 0, 0)), scene) << "the same square metre";
    EXPECT_GT(scene->objects.size(), bare->objects.size());
    // What is met there is the ground to whoever asks, with its cover.
    int met = 0;
    for (int k = 0; k < 900; ++k) {
        const V2f at(-1.5f + 0.1f * static_cast<float>(k % 30), -1.5f + 0.1f * static_cast<float>(k / 30));
        const Probed probed = probe(*scene, {at.x, at.y, 5}, {0, 0, -1});
        EXPECT_FALSE(probed.item);
        EXPECT_TRUE(probed.plant.empty());
        met += probed.overGround > 0.002f;
    }
    EXPECT_GT(met, 20);
    // Stopped, it stays as it was.
    EXPECT_EQ(builder.strew({12, 0, 1.6f}, [] { return true; }), nullptr);
    // An edit that leaves the covers keeps its tiles; while the ground moves, they go along.
    const auto elsewhere = build(added(p, "Person", Figure{{30, 30}, 0}), test::library(), site);
    EXPECT_EQ(builder.update(elsewhere)->strewn->tiles, scene->strewn->tiles);
    const Project raised = dabbed(p, site->land.field, {BrushKind::Raise, 10, 1, 0.5f}, {0, 0});
    const auto moving = build(raised, test::library(), elsewhere, BuildMode::Moving);
    const auto moved = builder.update(moving);
    for (const auto& tile : moved->strewn->tiles)
        for (const PlantRecord& r : tile->records) EXPECT_NEAR(r.z, moving->land.field.at(V2f(r.x, r.y)), 0.003f);
}

TEST(Strewn, OldTreesShowTheirRoots) {
    Project p = newProject({80, 80}, 0.5f, "Site");
    p = added(p, "Trees", Specimens{{{"Beech", {0, 0}, 0, 1.3f}, {"Beech", {9, 0}}}});
    p = added(p, "Bushes", Specimens{{{"Box hedge", {-9, 0}}}});
    const auto site = built(p);
    const auto all = strewn(*site, {0, -4});
    EXPECT_EQ(count(*site, all, "Surface roots", {0, 0}, 0.01f), 1);
    EXPECT_EQ(count(*site, all, "Surface roots", {9, 0}, 0.01f), 1);
    EXPECT_EQ(count(*site, all, "Surface roots", {-9, 0}, 3), 0);
    // Paving covers them.
    Cover paved;
    paved.surface = shippedMaterials()->surface("Asphalt");
    paved.rule = CoverRule();
    const auto under = built(added(p, "Yard", paved));
    EXPECT_EQ(count(*under, strewn(*under, {0, -4}), "Surface roots", {0, 0}, 0.01f), 0);
}

TEST(Strewn, NothingGrowsOnAPictureOfOnesOwn) {
    Project p = newProject({60, 60}, 0.5f, "Site");
    EXPECT_GT(strewn(*built(p), {0, 0}).size(), 1000u);
    Cover own;
    own.surface = {.name = "own", .textureSize = 1};
    own.surface.maps.color = std::make_shared<const Picture>(Picture{1, 1, {90, 90, 90, 255}});
    own.rule = CoverRule();
    EXPECT_EQ(strewn(*built(added(p, "Own", own)), {0, 0}).size(), 0u);
    // Laid once it keeps its place alone clear.
    own.patch = Patch{{0, 0}, 6, 0, 0};
    const auto once = built(added(p, "Own", own));
    for (const PlantRecord& r : strewn(*once, {0, 0})) EXPECT_GT(std::max(std::abs(r.x), std::abs(r.y)), 2.3f);
    EXPECT_GT(strewn(*once, {0, 0}).size(), 800u);
}
