// Which covers lie where: rules, what is painted, paths, and what is made of their shares.
#include <numeric>

#include <gtest/gtest.h>

#include "core/base/assets.h"
#include "core/ground/cover.h"
#include "core/project/built_site.h"
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
    EXPECT_EQ(site->covers.itemOf(1), find(p, "Path")->id);
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
    for (int i = 0; i < 3; ++i) p = dabbed(p, land.field, {BrushKind::MeadowSoil, 6, 1, 0.2f}, {0, 0});
    const auto& wiped = bodyOf<Cover>(find(p, "Stone"))->wiped;
    EXPECT_GT(layerAt(p.ground->grid, wiped, {0, 0}), 0.95f);
    for (int i = 0; i < 3; ++i) p = dabbed(p, land.field, {BrushKind::Gravel, 6, 1, 0.2f}, {0, 0});
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

} // namespace
} // namespace thallos
