// Rounded ground: how high its smooth form lies over the triangles, channels that only cut, and even light on a bank.
#include <gtest/gtest.h>

#include <cmath>

#include "core/ground/corridor.h"
#include "core/ground/cover.h"
#include "core/planting/species.h"
#include "core/project/keep_out.h"
#include "core/trace/scene_builder.h"
#include "tests/core/test_land.h"
#include "tests/core/traced_site.h"

using namespace thallos;

namespace {

const GroundGrid kSite = GroundGrid::make({60, 60}, 0.5f);

Land formed(const std::function<float(const V2f&)>& height) {
    HeightLayer layer(static_cast<size_t>(kSite.tileCount()));
    for (int i = 0; i < kSite.tileCount(); ++i) {
        auto tile = std::make_shared<GridTile<float>>(kSite.tileSize(i));
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x)
                tile->at(x, y) = height(kSite.place(kSite.tileStart(i) + V2i(x, y)));
        layer[static_cast<size_t>(i)] = tile;
    }
    return test::landOf(kSite, {1, 0, 60, 0.4f, {0, 0}}, layer);
}

} // namespace

TEST(RoundedOver, APlaneIsItsOwnSmoothForm) {
    const Land plane = formed([](const V2f& p) { return 0.3f * p.x - 0.2f * p.y; });
    for (float k = 0; k < 40; ++k) EXPECT_NEAR(plane.field.roundedOver({-20 + 0.97f * k, 0.31f * k}), 0, 1e-4f);
}

TEST(RoundedOver, ACrestStandsOverItsTrianglesAndAHollowDoesNot) {
    constexpr float kBend = 0.2f; // 1/m, of the parabola
    const Land crest = formed([](const V2f& p) { return -0.5f * kBend * p.x * p.x; });
    const Land hollow = formed([](const V2f& p) { return 0.5f * kBend * p.x * p.x; });
    const float middle = kBend * 0.5f * 0.5f / 8; // of the arc over its chord
    for (float y = -10; y < 10; y += 0.73f) {
        const float over = crest.field.roundedOver({0.25f, y});
        EXPECT_GE(over, 0.9f * middle);
        EXPECT_LE(over, 4 * middle);
        EXPECT_NEAR(crest.field.roundedOver({0.5f, y}), 0, 1e-4f) << "on a sample";
        EXPECT_NEAR(hollow.field.roundedOver({0.25f, y}), 0, 1e-5f);
    }
}

TEST(RoundedOver, NothingIsRoundedBesideAWall) {
    Project p = newProject({60, 60}, 0.5f, "Site");
    SiteLine wall = usual(SiteLineSort::RetainingWall);
    wall.points = {{-10, 0.2f}, {10, 0.2f}};
    wall.height = 1;
    const auto site = build(added(p, "Wall", wall), PlantLibrary::of({}));
    for (float x = -8; x < 8; x += 0.31f)
        for (const float y : {0.1f, 0.2f, 0.3f}) EXPECT_LT(site->land.field.roundedOver({x, y}), 0.06f);
}

TEST(RoundedOver, ABankIsLitEvenlyByALowSun) {
    Project p = newProject({60, 60}, 0.5f, "Site");
    p = added(p, "Bank", Bank{{{-20, 0}, {20, 0}}, 3, 1, 1});
    auto site = std::make_shared<BuiltSite>(*build(p, PlantLibrary::of({})));
    site->far = nullptr;
    SceneBuilder builder(true);
    const auto scene = builder.update(site);
    Daylight day;
    day.time = {2026, 6, 12, 19.2};
    const Environment e = makeEnvironment(p.site->place, day);
    // Along the bank, on the side that the sun grazes, triangle by triangle.
    for (const float y : {-2.2f, -1.4f, 1.4f, 2.2f}) {
        std::vector<float> light;
        for (int k = 0; k < 60; ++k) {
            const V2f at(-3 + 0.1f * static_cast<float>(k), y);
            const V3f from(at.x, at.y, site->land.field.at(at) + 3);
            const Hit hit = trace(*scene, from, {0, 0, -1}, from);
            ASSERT_TRUE(hit);
            const ShadingPoint s = shadingAt(*scene, hit, {0, 0, 1}, 0.002f);
            const float facing = s.normal.dot(e.toSun);
            const Rgb arrives =
                transmittance(*scene, offset(hit.position + V3f(0, 0, s.lift), s.normal, hit.t), e.toSun, Detail(from));
            light.push_back(facing > 0 ? facing * luminance(arrives) : 0);
        }
        const auto [least, most] = std::minmax_element(light.begin(), light.end());
        EXPECT_LT(*most - *least, 0.06f) << y << ": no teeth of lit and dark triangles";
    }
}

TEST(Channel, CutsWhereTheLandIsHighAndHardlyFillsWhereItIsLow) {
    Corridor c;
    c.line = lineThrough({{-20, 0}, {20, 0}});
    c.heights = {1, 1};
    c.width = 3;
    c.depth = 0.8f;
    c.bottom = 0.6f;
    c.shoulder = 0.2f;
    c.batter = c.cutBatter = 2;
    Corridor shortOf = c;
    shortOf.fillShort = 0.3f;
    const NearLine near(c.line, 30);
    for (float y = -6; y <= 6; y += 0.21f) {
        const V2f p(2, y);
        EXPECT_EQ(graded(shortOf, near, 3, p), graded(c, near, 3, p)) << "a cut is a cut";
        const float low = -0.5f, full = graded(c, near, low, p), less = graded(shortOf, near, low, p);
        EXPECT_LE(less, full + 1e-6f);
        EXPECT_GE(less, low - 1e-6f) << "it never digs into land that lies lower";
        if (std::abs(y) > 1.5f && std::abs(y) < 1.7f) EXPECT_NEAR(less, 0.7f, 1e-4f) << "filled, but short of its edge";
        EXPECT_LE(std::max(less, low), reachOf(shortOf).high + 1e-4f);
    }
}

TEST(Meadow, ItsSharesAddUpAndItsDetailFades) {
    Covers covers;
    int soil = 0;
    for (float x = -40; x < 40; x += 1.7f)
        for (float y = -40; y < 40; y += 2.3f) {
            const MeadowMix mix = meadowMix({x, y}, 0.01f), far = meadowMix({x, y}, 5);
            EXPECT_GE(mix.soil, 0);
            EXPECT_GE(mix.turf, 0);
            EXPECT_LE(mix.soil + mix.turf, 1.0001f);
            EXPECT_EQ(far.small, 0);
            // Patches that a pixel still holds stay; finer parts of them go by and by.
            EXPECT_EQ(meadowMix({x, y}, 2).large, mix.large);
            EXPECT_NEAR(far.large, mix.large, 0.08f);
            soil += mix.soil > 0.2f;
            // What grows there is between its two grasses, a little greener or drier.
            const Rgb colour = meadowColour(covers, {x, y});
            for (int k = 0; k < 3; ++k) {
                const auto [low, high] = std::minmax(covers.roughGrass.base.albedo[k], covers.turf.base.albedo[k]);
                EXPECT_GT(colour[k], 0.65f * low);
                EXPECT_LT(colour[k], 1.4f * high);
            }
        }
    EXPECT_GT(soil, 10) << "worn thin in places";
}

TEST(KeptOut, LooseThingsLieOnBareCoversAndInClearingsButNotInHousesOrWater) {
    const Project p = test::sample();
    const auto site = build(p, test::library());
    const KeptOut kept(site->project, site->land.field, site->waters, site->covers);
    const V2f onGravel(-25, -26), cleared(-8, -16), inShed(2, 3), inPond(30, -30), off(70, 0);
    EXPECT_FALSE(kept.open(onGravel, 0.1f));
    EXPECT_TRUE(kept.clear(onGravel, 0.1f));
    EXPECT_FALSE(kept.open(cleared, 0.1f));
    EXPECT_TRUE(kept.clear(cleared, 0.1f));
    for (const V2f& at : {inShed, inPond, off}) {
        EXPECT_FALSE(kept.open(at, 0.1f));
        EXPECT_FALSE(kept.clear(at, 0.1f));
    }
    EXPECT_TRUE(kept.clear({-40, 30}, 0.1f));
}

TEST(PlanPicture, TellsCoverSlopeAndWhatWasMoved) {
    Project p = newProject({60, 60}, 0.5f, "Site");
    p = added(p, "Bank", Bank{{{-20, 0}, {20, 0}}, 4, 1, 1});
    Cover gravel;
    gravel.painted = paintedAlong(p.ground->grid, {}, {{-20, 15}, {20, 15}}, 6, 0.3f);
    p = added(p, "Gravel", gravel);
    const auto scene = test::sceneOf(p);
    Raster<PlanPixel> plan(60, 60);
    ASSERT_TRUE(planPicture(plan, *scene, V3f(0, 0, 1), {{-30, -30}, {30, 30}}, nullptr));
    const auto at = [&](float x, float y) -> const PlanPixel& {
        return plan.at(static_cast<int>(x + 30), static_cast<int>(30 - y));
    };
    EXPECT_EQ(at(0.5f, 15.5f).cover, 1);
    EXPECT_EQ(at(0.5f, -15.5f).cover, 0);
    EXPECT_NEAR(at(0.5f, 0.5f).moved, scene->site->land.field.at({0.5f, 0.5f}), 0.02f);
    EXPECT_EQ(at(0.5f, -15.5f).moved, 0);
    EXPECT_GT(at(0.5f, 2.5f).slope, 0.1f);
    EXPECT_NEAR(at(0.5f, -15.5f).slope, 0, 1e-3f);
}

TEST(Ripples, OfAStreamLieOnItsSlope) {
    Project p = test::withRelief(newProject({60, 60}, 0.5f, "Site"), {1, 0, 60, 0.4f, {0.1f, 0}});
    Stream s;
    s.points = {{-20, 0}, {20, 0}};
    s.width = 3;
    s.depth = 0.5f;
    s.look.ripple = 0;
    const auto scene = test::sceneOf(added(p, "Stream", s));
    const V3f from(0, 0, 8);
    const Hit hit = trace(*scene, from, {0, 0, -1}, from);
    ASSERT_TRUE(hit);
    const ShadingPoint point = shadingAt(*scene, hit, {0, 0, 1}, 0.01f);
    ASSERT_TRUE(point.water);
    EXPECT_NEAR((point.ripples.normal - V3f(-0.1f, 0, 1).normalized()).length(), 0, 0.02f);
}

TEST(Scatter, WhatLiesFollowsTheSlopeWhateverTheLean) {
    const PlantingSite site{[](const V2f& p) { return 0.3f * p.x; },
                            [](const V2f&) { return V3f(-0.3f, 0, 1).normalized(); },
                            [](const V2f&, float) { return true; }, [](const V2f&) { return -1e30f; }};
    Drift d;
    d.areas = {{{-10, -10}, {10, -10}, {10, 10}, {-10, 10}}};
    d.mix = {{"Leaves", 1}};
    d.density = 2;
    for (const float lean : {0.0f, 0.5f}) {
        d.lean = lean;
        std::vector<PlantRecord> lying, standing;
        scatter(d, 1, 1, {{1, 0, 0.5f, 0, true}}, {V2f(-20), V2f(20)}, site, lying);
        scatter(d, 1, 1, {{1, 0, 0.5f, 0, false}}, {V2f(-20), V2f(20)}, site, standing);
        ASSERT_GT(lying.size(), 300u);
        for (const PlantRecord& r : lying) EXPECT_NEAR(r.tiltEast, 0.3f * 127, 1);
        for (const PlantRecord& r : standing) EXPECT_NEAR(r.tiltEast, -0.287f * lean * 127 / 0.785f, 1);
    }
}
