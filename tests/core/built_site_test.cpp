// What a project comes to: built on from the last state as from nothing.
#include <cmath>
#include <functional>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

TEST(Build, SameInSameOut) {
    EXPECT_EQ(fingerprint(*build(sample(), library())), fingerprint(*build(sample(), library())));
}

struct Change {
    const char* name;
    std::function<Project(const Project&)> act;
};
class Incremental : public testing::TestWithParam<Change> {};
TEST_P(Incremental, IsTheSameAsFromNothing) {
    const Project before = sample();
    const auto built = build(before, library());
    const Project after = GetParam().act(before);
    const auto fresh = build(after, library());
    EXPECT_EQ(fingerprint(*build(after, library(), built)), fingerprint(*fresh));
    // In mode first, then at rest.
    const auto hasty = build(after, library(), built, BuildMode::Moving);
    EXPECT_EQ(fingerprint(*build(after, library(), hasty, BuildMode::Rest)), fingerprint(*fresh));
    // And back.
    EXPECT_EQ(fingerprint(*build(before, library(), fresh)), fingerprint(*built));
}

Project changed(const Project& p, const char* name, const std::function<void(Item&)>& change) {
    Item item = *find(p, name);
    change(item);
    return replaced(p, item);
}

INSTANTIATE_TEST_SUITE_P(
    Edits, Incremental,
    testing::Values(
        Change{"dab",
               [](const Project& p) {
                   return dabbed(p, naturalOf(p), {BrushKind::Raise, 8, 1, 0.5f}, {-15, 4});
               }},
        Change{"shore",
               [](const Project& p) {
                   return dabbed(p, naturalOf(p), {BrushKind::Lower, 6, 0.8f, 0.5f}, {24, -26});
               }},
        Change{"border",
               [](const Project& p) {
                   return dabbed(p, naturalOf(p), {BrushKind::Raise, 8, 1, 0.5f}, {58, 4});
               }},
        Change{"gravel",
               [](const Project& p) {
                   return dabbed(p, naturalOf(p), {BrushKind::Paint, 5, 1, 0.5f}, {10, -20});
               }},
        Change{"relief", [](const Project& p) { return withTerrain(p, [](Terrain& t) { t.relief.seed = 8; }); }},
        Change{"house",
               [](const Project& p) {
                   return changed(p, "Shed", [](Item& i) { std::get<Building>(i.body).position += V3f(9, -6, 0.4f); });
               }},
        Change{"turn",
               [](const Project& p) {
                   return changed(p, "Shed", [](Item& i) { std::get<Building>(i.body).yaw = 1.2f; });
               }},
        Change{"pad",
               [](const Project& p) {
                   return changed(p, "Shed pad", [](Item& i) { std::get<BuildingPad>(i.body).batter = 6; });
               }},
        Change{"nopad", [](const Project& p) { return removed(p, find(p, "Shed pad")->id); }},
        Change{"level",
               [](const Project& p) {
                   return changed(p, "Pond", [](Item& i) { std::get<Water>(i.body).level += 0.3f; });
               }},
        Change{"nopond", [](const Project& p) { return changed(p, "Pond", [](Item& i) { i.visible = false; }); }},
        Change{"density",
               [](const Project& p) {
                   return changed(p, "Meadow", [](Item& i) { std::get<Drift>(i.body).density = 5; });
               }},
        Change{"outline",
               [](const Project& p) {
                   return changed(p, "Meadow", [](Item& i) { std::get<Drift>(i.body).areas[0][2] = {10, 8}; });
               }},
        Change{"clearing",
               [](const Project& p) {
                   return changed(p, "Clearing", [](Item& i) { std::get<Clearing>(i.body).areas[0][0] = {-20, -25}; });
               }},
        Change{"hidden", [](const Project& p) { return changed(p, "Meadow", [](Item& i) { i.visible = false; }); }},
        Change{"specimen",
               [](const Project& p) {
                   return changed(p, "Trees", [](Item& i) { std::get<Specimens>(i.body).specimens[0].at = {15, 15}; });
               }},
        Change{"gone", [](const Project& p) { return removed(p, find(p, "Shed")->id); }}),
    [](const auto& info) { return info.param.name; });

TEST(Build, InPortionsTheNearestTilesComeFirstAndInTheEndAll) {
    Project p = newProject({700, 500}, 1, "wide");
    Drift d;
    d.areas = {{{-340, -240}, {340, -240}, {340, 240}, {-340, 240}}};
    d.mix = {{"Birch", 1}};
    d.density = 0.05f;
    p = added(p, "Wood", d);
    const auto whole = build(p, library());
    const V2f near(-300, 200);
    const BuildSlice slice{near, 500};
    auto s = build(p, library(), nullptr, BuildMode::Rest, nullptr, slice);
    EXPECT_TRUE(s->stale);
    EXPECT_GE(s->plantCount(), 500);
    EXPECT_LT(s->plantCount(), whole->plantCount() / 2);
    float farthest = 0, nearestLeft = 1e9f;
    const GroundGrid& grid = p.ground->grid;
    for (int i = 0; i < grid.tileCount(); ++i) {
        const float away = (grid.tileBox(i).center() - near).length();
        if (s->staleTiles[i])
            nearestLeft = std::min(nearestLeft, away);
        else
            farthest = std::max(farthest, away);
    }
    EXPECT_LE(farthest, nearestLeft);
    // A hand that shapes the ground meanwhile loses nothing.
    const Project q = dabbed(p, s->land.natural, {BrushKind::Raise, 8, 1, 0.5f}, {0, 0});
    auto other = build(q, library(), s, BuildMode::Moving, nullptr, slice);
    EXPECT_TRUE(other->stale);
    int builds = 0;
    for (; s->stale; ++builds) s = build(p, library(), s, BuildMode::Rest, nullptr, slice);
    EXPECT_GT(builds, 1);
    EXPECT_EQ(fingerprint(*s), fingerprint(*whole));
    while (other->stale) other = build(q, library(), other, BuildMode::Rest, nullptr, slice);
    EXPECT_EQ(fingerprint(*other), fingerprint(*build(q, library())));
}

TEST(Build, PlantsKeepOffBuildingClearingGravelAndWater) {
    const Project p = sample();
    const auto s = build(p, library());
    const auto outlines = outlinesOf(*bodyOf<Building>(find(p, "Shed")));
    const Polygon clearing = smoothOutline(bodyOf<Clearing>(find(p, "Clearing"))->areas[0]);
    int meadow = 0;
    for (const auto& tiles : s->plants)
        for (const auto& t : tiles)
            for (const PlantRecord& r : t->records) {
                const V2f at(r.x, r.y);
                EXPECT_NEAR(r.z, s->land.field.at(at), 1e-4);
                if (find(p, Id{r.item})->name != "Meadow") continue;
                ++meadow;
                for (const Polygon& o : outlines) EXPECT_GT(signedDistance(o, at), 0);
                EXPECT_FALSE(contains(clearing, at));
                EXPECT_LT(coverAt(p, at), 0.75f);
                if ((at - V2f(30, -30)).length() < 8) EXPECT_GT(r.z, s->waters[0].level - 0.05f);
            }
    EXPECT_GT(meadow, 5000);
    EXPECT_EQ(s->plantCount(find(p, "Trees")->id), 2);
}

TEST(Build, TheGroundNeverShowsInTheFootprint) {
    const Project p = sample();
    const auto s = build(p, library());
    const auto* b = bodyOf<Building>(find(p, "Shed"));
    for (const Polygon& o : outlinesOf(*b)) {
        const Box2f box = bounds(o);
        for (float x = box.min.x; x < box.max.x; x += 0.2f)
            for (float y = box.min.y; y < box.max.y; y += 0.2f)
                if (contains(o, {x, y})) EXPECT_LE(s->land.field.at({x, y}), b->position.z + 1e-3f);
        for (const V2f& q : o)
            EXPECT_NEAR(s->land.field.at(q), b->position.z, 0.02f) << "no gap at the foot of the wall";
    }
}

TEST(Build, TilesHoldNoMoreThanTheirShare) {
    Project p = newProject({60, 60}, 1, "dense");
    Drift d;
    d.areas = {{{-30, -30}, {30, -30}, {30, 30}, {-30, 30}}};
    d.mix = {{"Fescue", 1}};
    d.density = 20;
    d.spacing = 0;
    p = added(p, "Dense", d);
    const auto s = build(p, library());
    EXPECT_GT(s->plantCount(), 60000);
    for (const auto& tiles : s->plants)
        for (const auto& t : tiles) {
            EXPECT_LE(t->records.size(), kPlantsInTile);
            for (const PlantRecord& r : t->records) EXPECT_TRUE(t->bounds.intersects(foot(r)));
        }
}

TEST(Build, UnknownSpeciesAreNamed) {
    Project p = newProject({60, 60}, 1, "x");
    p = added(p, "Odd", Specimens{{{"Triffid", {0, 0}}}});
    std::vector<Text> warnings;
    EXPECT_EQ(build(p, library(), nullptr, BuildMode::Rest, &warnings)->plantCount(), 0);
    ASSERT_EQ(warnings.size(), 1u);
    EXPECT_NE(warnings[0].english().find("Triffid"), std::string::npos);
}

TEST(Build, AnotherGroundSizeStartsAfresh) {
    const auto a = build(newProject({60, 60}, 1, "x"), library());
    const auto b = build(newProject({90, 40}, 0.5f, "y"), library(), a);
    EXPECT_EQ(b->land.field.grid.cells, V2i(180, 80));
}
