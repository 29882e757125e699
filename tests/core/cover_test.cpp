// Which covers lie where: rules, what is painted, paths, and what is made of their shares.
#include <numeric>

#include <gtest/gtest.h>

#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/ground/cover.h"
#include "core/project/built_site.h"
#include "core/project/move.h"
#include "tests/core/sample_site.h"
#include "tests/core/test_land.h"

namespace thallos {
namespace {

CoverGround on(const Land& land) {
    return {land.field, nullptr, {}, {}, {}, {}};
}

CoverLayer byRule(int number, const CoverRule& rule) {
    CoverLayer out;
    out.number = number;
    out.rule = rule;
    out.seed = static_cast<uint64_t>(number);
    return out;
}

float shareOf(const CoverMap& map, int cover, const V2f& p) {
    const CoverShares shares = map.at(p);
    for (int i = 0; i < shares.count; ++i)
        if (shares.covers[static_cast<size_t>(i)].of == cover) return shares.covers[static_cast<size_t>(i)].share;
    return 0;
}

const GroundGrid kSite = GroundGrid::make({80, 80}, 0.5f);

TEST(Covers, SharesSumUpToOneAndTheStrongestFourAreKept) {
    const Land land = test::landOf(kSite, {4, 3, 20, 0.5f, {0.02f, 0.05f}});
    std::vector<CoverLayer> layers;
    for (int k = 1; k <= 9; ++k) {
        CoverRule rule;
        rule.amount = 0.35f;
        rule.patch = 2 + static_cast<float>(k);
        layers.push_back(byRule(k, rule));
    }
    const CoverMap map = coverMapOf(layers, on(land));
    size_t most = 0;
    for (const auto& tile : map.tiles)
        for (const auto& block : tile->blocks)
            for (const CoverCell& c : block->samples) {
                EXPECT_EQ(std::accumulate(c.share.begin(), c.share.end(), 0), 255);
                for (size_t k = 1; k < 4; ++k) EXPECT_GE(c.share[0], c.share[k]) << "the strongest comes first";
                most = std::max(most, static_cast<size_t>(std::count_if(c.share.begin(), c.share.end(),
                                                                        [](uint8_t s) { return s > 0; })));
            }
    EXPECT_EQ(most, 4u);
    for (float x = -39; x < 39; x += 0.37f) {
        const CoverShares shares = map.at({x, 0.7f * x});
        float sum = 0;
        for (int i = 0; i < shares.count; ++i) sum += shares.covers[static_cast<size_t>(i)].share;
        EXPECT_NEAR(sum, 1, 1e-5f);
    }
}

TEST(Covers, RulesGoByHeightSlopeAndFacing) {
    // A slope of a quarter that rises to the north: it faces south.
    const Land land = test::landOf(kSite, {0, 0, 60, 0.4f, {0, 0.25f}});
    const auto lies = [&](const CoverRule& rule, const V2f& p) {
        return shareOf(coverMapOf({byRule(1, rule)}, on(land)), 1, p);
    };
    CoverRule high;
    high.height = {2, kAnywhere};
    EXPECT_GT(lies(high, {0, 20}), 0.95f);
    EXPECT_EQ(lies(high, {0, -20}), 0);
    CoverRule steep;
    steep.slope = {0.4f, kPi / 2};
    EXPECT_EQ(lies(steep, {0, 0}), 0) << "it is 14 degrees";
    steep.slope = {0.2f, 0.3f};
    EXPECT_GT(lies(steep, {0, 0}), 0.95f);
    CoverRule south;
    south.facing = kPi;
    south.sector = 0.6f;
    EXPECT_GT(lies(south, {3, 1}), 0.9f);
    south.facing = 0;
    EXPECT_EQ(lies(south, {3, 1}), 0) << "nothing of it faces north";
}

TEST(Covers, RulesGoByDistances) {
    const Land land = test::landOf(kSite, {});
    CoverGround ground = on(land);
    ground.paths = PlanEdges({{{-30, 0}, {30, 0}, 1}}, kSite.box(), kFarthestAsked);
    CoverRule verge;
    verge.path = {0, 2};
    const CoverMap map = coverMapOf({byRule(1, verge)}, ground);
    EXPECT_GT(shareOf(map, 1, {5, 2.5f}), 0.95f) << "1.5 m from its edge";
    EXPECT_EQ(shareOf(map, 1, {5, 4.1f}), 0);
    CoverRule off;
    off.path = {3, kAnywhere};
    const CoverMap beyond = coverMapOf({byRule(1, off)}, ground);
    EXPECT_EQ(shareOf(beyond, 1, {5, 2}), 0);
    EXPECT_GT(shareOf(beyond, 1, {5, 9}), 0.95f);
}

TEST(Covers, AmountIsTheShareOfTheGround) {
    const Land land = test::landOf(kSite, {});
    for (const float amount : {0.2f, 0.5f, 0.8f}) {
        CoverRule rule;
        rule.amount = amount;
        rule.patch = 3;
        const CoverMap map = coverMapOf({byRule(1, rule)}, on(land));
        double sum = 0;
        int n = 0;
        for (float y = -39; y < 39; y += 0.5f)
            for (float x = -39; x < 39; x += 0.5f, ++n) sum += static_cast<double>(shareOf(map, 1, {x, y}));
        EXPECT_NEAR(sum / n, static_cast<double>(amount), 0.1) << amount;
    }
}

TEST(Covers, PaintAddsToARuleAndWipingTakesAway) {
    const Land land = test::landOf(kSite, {});
    CoverLayer layer = byRule(1, {});
    layer.rule->height = {1, kAnywhere};
    layer.painted = paintedAlong(kSite, {}, {{-20, 0}, {20, 0}}, 4, 0.3f);
    EXPECT_GT(shareOf(coverMapOf({layer}, on(land)), 1, {0, 0}), 0.95f);
    EXPECT_EQ(shareOf(coverMapOf({layer}, on(land)), 1, {0, 8}), 0);
    layer.painted.clear();
    layer.rule = CoverRule();
    layer.wiped = paintedAlong(kSite, {}, {{-20, 0}, {20, 0}}, 4, 0.3f);
    EXPECT_LT(shareOf(coverMapOf({layer}, on(land)), 1, {0, 0}), 0.05f);
    EXPECT_GT(shareOf(coverMapOf({layer}, on(land)), 1, {0, 8}), 0.95f);
}

TEST(Covers, LaterOnesLieOverEarlierOnes) {
    const Land land = test::landOf(kSite, {});
    const CoverMap map = coverMapOf({byRule(1, {}), byRule(2, {})}, on(land));
    EXPECT_NEAR(shareOf(map, 2, {0, 0}), 1, 1e-3f);
    EXPECT_EQ(shareOf(map, 1, {0, 0}), 0);
    for (const auto& tile : map.tiles)
        for (const auto& block : tile->blocks) EXPECT_EQ(block->samples.size(), 1u) << "what is the same is held once";
}

TEST(Covers, BordersRunBetweenReliefsAndShowTheMeanFromAfar) {
    const Land land = test::landOf(kSite, {});
    CoverLayer layer;
    layer.painted = paintedAlong(kSite, {}, {{0, -40}, {0, 40}}, 40, 6); // a wide border about x = 20
    Surface white{.name = "white", .baseColor = Rgb(0.8f), .roughness = 1},
        black{.name = "black", .baseColor = Rgb(0.02f), .roughness = 1};
    Covers covers{.materials = {plain(black), plain(white)}, .map = coverMapOf({layer}, on(land))};
    covers.roughGrass = covers.turf = plain(black);
    int crisp = 0, all = 0;
    for (float y = -30; y < 30; y += 0.31f, ++all) {
        const float near = luminance(coverSurface(covers, {20, y}, {0, 0, 1}, 0.002f).albedo);
        crisp += near < 0.1f || near > 0.7f;
        const float far = luminance(coverSurface(covers, {20, y}, {0, 0, 1}, 2).albedo);
        EXPECT_NEAR(far, 0.41f, 0.12f);
    }
    EXPECT_GT(crisp, all * 6 / 10) << "near by one sees one or the other";
}

Project pathSite() {
    Project p = newProject({80, 80}, 0.5f, "covers");
    Path path;
    path.points = {{-25, 0}, {0, 3}, {25, -2}};
    path.width = 3;
    return added(p, "Path", path);
}

TEST(Covers, APathBringsItsOwn) {
    const auto library = PlantLibrary::load(assetFolder() / "species");
    Project p = pathSite();
    const auto site = build(p, library);
    ASSERT_EQ(site->covers.items.size(), 1u);
    EXPECT_EQ(site->covers.items[0], find(p, "Path")->id);
    EXPECT_GT(shareOf(site->covers.map, 1, {0, 3}), 0.95f);
    EXPECT_EQ(shareOf(site->covers.map, 1, {0, 9}), 0);
    // It is dragged: its cover goes with it at once, and only tiles near it are others.
    Item item = *find(p, "Path");
    for (V2f& q : std::get<Path>(item.body).points) q.y += 4;
    p = replaced(p, item);
    const auto moved = build(p, library, site, BuildMode::Moving);
    EXPECT_GT(shareOf(moved->covers.map, 1, {0, 7}), 0.95f);
    EXPECT_EQ(shareOf(moved->covers.map, 1, {0, 3}), 0);
    const auto rest = build(p, library, moved);
    const auto fresh = build(p, library);
    for (float x = -35; x < 35; x += 0.7f)
        for (float y = -10; y < 15; y += 0.7f)
            EXPECT_EQ(shareOf(rest->covers.map, 1, {x, y}), shareOf(fresh->covers.map, 1, {x, y}));
}

TEST(Covers, RulesFollowTheGroundAtRest) {
    const auto library = PlantLibrary::load(assetFolder() / "species");
    Project p = newProject({80, 80}, 0.5f, "covers");
    Cover cover;
    cover.rule = CoverRule();
    cover.rule->height = {1, kAnywhere};
    p = added(p, "Stone", cover);
    auto site = build(p, library);
    EXPECT_EQ(shareOf(site->covers.map, 1, {0, 0}), 0);
    for (int i = 0; i < 4; ++i) p = dabbed(p, site->land.field, {BrushKind::Raise, 10, 1, 0.2f}, {0, 0});
    site = build(p, library, site, BuildMode::Moving);
    EXPECT_TRUE(site->stale) << "the rule waits for rest";
    site = build(p, library, site);
    EXPECT_FALSE(site->stale);
    EXPECT_GT(shareOf(site->covers.map, 1, {0, 0}), 0.95f);
    EXPECT_EQ(shareOf(site->covers.map, 1, {30, 30}), 0);
}

TEST(Covers, ABrushWipesOffWhatARuleLays) {
    Project p = newProject({80, 80}, 0.5f, "covers");
    Cover cover;
    cover.rule = CoverRule();
    p = added(p, "Stone", cover);
    const Land land = landOf(p);
    for (int i = 0; i < 3; ++i) p = dabbed(p, land.field, {BrushKind::Wipe, 6, 1, 0.2f}, {0, 0});
    const auto& wiped = bodyOf<Cover>(find(p, "Stone"))->wiped;
    EXPECT_GT(layerAt(p.ground->grid, wiped, {0, 0}), 0.95f);
    for (int i = 0; i < 3; ++i) p = dabbed(p, land.field, {BrushKind::Paint, 6, 1, 0.2f}, {0, 0});
    EXPECT_LT(layerAt(p.ground->grid, bodyOf<Cover>(find(p, "Stone"))->wiped, {0, 0}), 0.05f)
        << "painting takes it back";
}

TEST(PlanEdgesTest, TellTheDistanceToTheNearest) {
    const PlanEdges edges({{{0, 0}, {10, 0}, 0.5f}, {{0, 20}, {10, 20}}}, {{-30, -30}, {30, 30}}, 12);
    EXPECT_NEAR(edges.distance({5, 4}), 3.5f, 1e-5f);
    EXPECT_NEAR(edges.distance({5, 17}), 3, 1e-5f);
    EXPECT_EQ(edges.distance({5, 0.2f}), 0) << "within its width";
    EXPECT_EQ(edges.distance({-29, -29}), 12);
}

// The sample site with covers by every sort of rule, and a path.
Project covered() {
    Project p = test::sample();
    Path path;
    path.points = {{-45, 20}, {-20, 26}, {10, 18}};
    p = added(p, "Footpath", path);
    const auto lay = [&p](const char* name, const CoverRule& rule) {
        Cover cover;
        cover.rule = rule;
        p = added(p, name, cover);
    };
    CoverRule high, wet, shore, side, verge;
    high.height = {1, kAnywhere};
    high.slope = {0.02f, 0.5f};
    wet.wetness = {0.6f, 1};
    wet.amount = 0.6f;
    shore.water = {0, 2};
    side.path = {0.5f, 3};
    verge.building = {0, 4};
    lay("High", high);
    lay("Wet", wet);
    lay("Shore", shore);
    lay("Side", side);
    lay("Verge", verge);
    return p;
}

struct Edit {
    const char* name;
    std::function<Project(const Project&)> act;
};
Project changed(const Project& p, const char* name, const std::function<void(Body&)>& change) {
    Item item = *find(p, name);
    change(item.body);
    return replaced(p, item);
}

class CoversAfterEdits : public testing::TestWithParam<Edit> {};

TEST_P(CoversAfterEdits, AreAsMadeFromNothing) {
    const auto same = [](const CoverMap& a, const CoverMap& b) {
        for (size_t i = 0; i < a.tiles.size(); ++i)
            for (size_t k = 0; k < a.tiles[i]->blocks.size(); ++k)
                if (a.tiles[i]->blocks[k]->samples != b.tiles[i]->blocks[k]->samples) return false;
        return true;
    };
    const Project before = covered(), after = GetParam().act(before);
    const auto built = build(before, test::library()), fresh = build(after, test::library());
    EXPECT_FALSE(same(built->covers.map, fresh->covers.map)) << "the edit shows";
    EXPECT_TRUE(same(build(after, test::library(), built)->covers.map, fresh->covers.map));
    const auto moving = build(after, test::library(), built, BuildMode::Moving);
    EXPECT_TRUE(same(build(after, test::library(), moving)->covers.map, fresh->covers.map)) << "first while it moves";
    EXPECT_TRUE(same(build(before, test::library(), moving)->covers.map, built->covers.map)) << "and back";
}

INSTANTIATE_TEST_SUITE_P(
    Edits, CoversAfterEdits,
    testing::Values(
        Edit{"rule",
             [](const Project& p) {
                 return changed(p, "Verge", [](Body& b) { std::get<Cover>(b).rule->building.y = 9; });
             }},
        Edit{"norule",
             [](const Project& p) { return changed(p, "Wet", [](Body& b) { std::get<Cover>(b).rule.reset(); }); }},
        Edit{"painted",
             [](const Project& p) {
                 return dabbed(p, naturalOf(p), {BrushKind::Paint, 5, 1, 0.5f}, {-30, -30}, find(p, "High")->id);
             }},
        Edit{"wiped",
             [](const Project& p) {
                 return dabbed(p, naturalOf(p), {BrushKind::Wipe, 5, 1, 0.5f}, {6, 5}, find(p, "Verge")->id);
             }},
        Edit{"hidden",
             [](const Project& p) {
                 Item item = *find(p, "Shore");
                 item.visible = false;
                 return replaced(p, item);
             }},
        Edit{"path",
             [](const Project& p) {
                 return changed(p, "Footpath", [](Body& b) { std::get<Path>(b).points[1] += V2f(2, 3); });
             }},
        Edit{"house",
             [](const Project& p) {
                 return changed(p, "Shed", [](Body& b) { std::get<Building>(b).position += V3f(6, -4, 0); });
             }},
        Edit{"nohouse", [](const Project& p) { return removed(p, find(p, "Shed")->id); }},
        Edit{"water",
             [](const Project& p) { return changed(p, "Pond", [](Body& b) { std::get<Water>(b).level += 0.3f; }); }},
        Edit{"ground",
             [](const Project& p) {
                 return dabbed(p, naturalOf(p), {BrushKind::Raise, 10, 1.5f, 0.5f}, {-35, -10});
             }},
        Edit{"order", [](const Project& p) { return reordered(p, find(p, "Verge")->id, -3); }}),
    [](const auto& info) { return info.param.name; });

TEST(Covers, AreWrittenAndReadWithTheirRules) {
    Project p = covered();
    p = changed(p, "High", [&](Body& b) {
        auto& cover = std::get<Cover>(b);
        cover.rule->facing = radians(200);
        cover.rule->sector = radians(40);
        cover.rule->patch = 7;
        cover.wiped = paintedAlong(p.ground->grid, {}, {{-9, 0}, {9, 0}}, 3, 0.3f);
        cover.bare = false;
    });
    const Project again = test::reread(p);
    for (const char* name : {"High", "Wet", "Shore", "Side", "Verge"}) {
        const auto &a = *bodyOf<Cover>(find(p, name)), &b = *bodyOf<Cover>(find(again, name));
        ASSERT_TRUE(b.rule) << name;
        EXPECT_EQ(a.bare, b.bare) << name;
        for (const auto range :
             {&CoverRule::height, &CoverRule::wetness, &CoverRule::path, &CoverRule::water, &CoverRule::building})
            EXPECT_EQ((*a.rule).*range, (*b.rule).*range) << name;
        for (int k = 0; k < 2; ++k) EXPECT_NEAR(a.rule->slope[k], b.rule->slope[k], 1e-6f) << name;
        EXPECT_NEAR(a.rule->facing, b.rule->facing, 1e-6f);
        EXPECT_NEAR(a.rule->sector, b.rule->sector, 1e-6f);
        EXPECT_EQ(a.rule->amount, b.rule->amount);
        EXPECT_EQ(a.rule->patch, b.rule->patch);
    }
    EXPECT_GT(layerAt(p.ground->grid, bodyOf<Cover>(find(again, "High"))->wiped, {0, 0}), 0.95f);
    EXPECT_FALSE(bodyOf<Cover>(find(again, "Gravel"))->rule) << "what is painted alone has none";
    const auto refused = [&](const std::function<void(CoverRule&)>& change) {
        EXPECT_THROW(check(changed(p, "High", [&](Body& b) { change(*std::get<Cover>(b).rule); })), Error);
    };
    refused([](CoverRule& r) { r.wetness = {-0.1f, 1}; });
    refused([](CoverRule& r) { r.amount = 1.5f; });
    refused([](CoverRule& r) { r.patch = 0; });
    refused([](CoverRule& r) { r.sector = 4; });
    refused([](CoverRule& r) { r.slope.y = 2; });
}

} // namespace
} // namespace thallos
