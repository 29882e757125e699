#include <cmath>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/ground/cover.h"
#include "core/ground/ground.h"

using namespace thallos;

namespace {
Ground hills() {
    return Ground::make({120, 90}, 0.5f, {3, 8, 40, 0.45f, {0.02f, -0.01f}});
}
const Polygon kHouse{{-6, -4}, {6, -4}, {6, 4}, {-6, 4}};
} // namespace

TEST(GroundGrid, CoversTheSizeAskedFor) {
    const GroundGrid g = GroundGrid::make({120, 90}, 0.5f);
    EXPECT_EQ(g.cells, V2i(240, 180));
    EXPECT_EQ(g.size(), V2f(120, 90));
    EXPECT_EQ(g.origin, V2f(-60, -45));
    int cells = 0;
    for (int i = 0; i < g.tileCount(); ++i) cells += g.tileSize(i).x * g.tileSize(i).y;
    EXPECT_EQ(cells, 240 * 180);
}

TEST(GroundGrid, RefusesNonsense) {
    for (const V2f& size : {V2f(0, 10), V2f(-5, 10), V2f(1e9f, 10), V2f(NAN, 10), V2f(1, 1)})
        EXPECT_THROW(GroundGrid::make(size, 0.5f), Error);
    EXPECT_THROW(GroundGrid::make({10, 10}, 0), Error);
    EXPECT_THROW(GroundGrid::make({10, 10}, NAN), Error);
}

TEST(GroundGrid, TouchingTilesIncludeSharedBorders) {
    const GroundGrid g = GroundGrid::make({256, 256}, 0.5f);
    const float border = g.tileBox(0).max.x;
    const auto tiles = g.tilesTouching({{border, -100}, {border, -100}});
    EXPECT_EQ(tiles.size(), 2u);
    EXPECT_TRUE(g.tilesTouching({{1000, 1000}, {1001, 1001}}).empty());
}

TEST(HeightField, TilesMeetAtTheirBorders) {
    const HeightField f = buildNatural(hills());
    const GroundGrid& g = f.grid;
    for (int ty = 0; ty < g.tiles().y; ++ty)
        for (int tx = 0; tx + 1 < g.tiles().x; ++tx) {
            const HeightTile &a = *f.tiles[ty * g.tiles().x + tx], &b = *f.tiles[ty * g.tiles().x + tx + 1];
            for (int y = 0; y <= a.cells.y; ++y) EXPECT_EQ(a.at(a.cells.x, y), b.at(0, y));
        }
}

TEST(HeightField, InterpolatesBetweenSamples) {
    const HeightField f = buildNatural(hills());
    const float a = f.sample(10, 10), b = f.sample(11, 10);
    EXPECT_NEAR(f.at(f.grid.place({10, 10})), a, 1e-4);
    EXPECT_NEAR(f.at((f.grid.place({10, 10}) + f.grid.place({11, 10})) * 0.5f), (a + b) / 2, 1e-4);
    EXPECT_NEAR(f.normal({3, 3}).length(), 1, 1e-5);
    // Beyond the border its heights go on.
    EXPECT_NEAR(f.at({1000, 0}), f.at({60, 0}), 1e-4);
}

TEST(Relief, SameSeedSameLand) {
    const HeightField a = buildNatural(hills()), b = buildNatural(hills());
    Ground other = hills();
    other.relief.seed = 4;
    const HeightField c = buildNatural(other);
    bool differs = false;
    for (size_t i = 0; i < a.tiles.size(); ++i) {
        EXPECT_EQ(a.tiles[i]->values, b.tiles[i]->values);
        differs = differs || a.tiles[i]->values != c.tiles[i]->values;
    }
    EXPECT_TRUE(differs);
    const V2f range = a.range();
    EXPECT_GT(range.y - range.x, 3);
    EXPECT_LT(range.y - range.x, 16);
}

TEST(Ground, IsEnlargedAndCroppedKeepingWhatWasMade) {
    Ground g = hills();
    for (int i = 0; i < 5; ++i) g = dab(g, buildNatural(g), {BrushKind::Raise, 8, 0.5f, 0.5f}, {10, 5});
    g = dab(g, buildNatural(g), {BrushKind::Gravel, 6, 1, 0.5f}, {-20, 10});
    g = dab(g, buildNatural(g), {BrushKind::Raise, 8, 2, 0}, {60, 0}); // at the edge
    const HeightField before = buildNatural(g);
    for (const V2f& size : {V2f(200, 160), V2f(80, 60)}) {
        const Ground other = resized(g, size, 0.5f);
        EXPECT_EQ(other.grid.size(), size);
        const HeightField after = buildNatural(other);
        for (float x = -38; x <= 38; x += 3.5f)
            for (float y = -28; y <= 28; y += 3.5f) {
                EXPECT_NEAR(after.at({x, y}), before.at({x, y}), 1e-4f) << x << " " << y;
                EXPECT_EQ(coverAt(other.grid, other.gravel, {x, y}), coverAt(g.grid, g.gravel, {x, y}));
            }
    }
    const Ground large = resized(g, {200, 160}, 0.5f);
    const HeightField field = buildNatural(large), plain = buildNatural(Ground::make({200, 160}, 0.5f, g.relief));
    EXPECT_GT(field.at({61, 0}) - plain.at({61, 0}), 1) << "no cliff at the old edge";
    EXPECT_NEAR(field.at({85, 0}), plain.at({85, 0}), 1e-3f) << "but it runs out";
    // Imported heights go on level; another grid lies on the same land.
    Ground surveyed = Ground::make({40, 40}, 1);
    surveyed.survey.resize(static_cast<size_t>(surveyed.grid.tileCount()));
    for (int i = 0; i < surveyed.grid.tileCount(); ++i) {
        auto tile = std::make_shared<HeightTile>(surveyed.grid.tileSize(i));
        const V2i start = surveyed.grid.tileStart(i);
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x) tile->at(x, y) = 0.1f * static_cast<float>(start.x + x);
        surveyed.survey[static_cast<size_t>(i)] = tile;
    }
    const HeightField fine = buildNatural(resized(surveyed, {60, 40}, 0.25f));
    EXPECT_NEAR(fine.at({0.3f, 7}), 2.03f, 1e-3f);
    EXPECT_NEAR(fine.at({28, 0}), 4, 1e-3f);
    EXPECT_TRUE(resized(g, g.grid.size(), 0.5f) == g) << "the same size changes nothing";
    EXPECT_THROW(resized(g, {1, 1}, 0.5f), Error);
}

TEST(Brush, RaisesUnderTheRingAlone) {
    const Ground flat = Ground::make({100, 100}, 0.5f);
    const Ground g = dab(flat, buildNatural(flat), {BrushKind::Raise, 10, 2, 0.5f}, {3, 4});
    const HeightField f = buildNatural(g);
    EXPECT_NEAR(f.at({3, 4}), 2, 1e-5);
    EXPECT_NEAR(f.at({3, 8}), 2, 1e-5) << "full strength inside the soft edge";
    EXPECT_GT(f.at({3, 11.5f}), 0.05f);
    EXPECT_LT(f.at({3, 11.5f}), 2);
    EXPECT_NEAR(f.at({3, 15}), 0, 1e-5);
    const HeightField back = buildNatural(dab(g, f, {BrushKind::Lower, 10, 2, 0.5f}, {3, 4}));
    EXPECT_NEAR(back.at({3, 4}), 0, 1e-5);
    EXPECT_NEAR(back.at({3, 11}), 0, 1e-5);
}

TEST(Brush, SharesUntouchedTiles) {
    const Ground flat = Ground::make({256, 256}, 0.5f);
    const HeightField before = buildNatural(flat);
    const Ground g = dab(flat, before, {BrushKind::Raise, 5, 1, 0.5f}, {-100, -100});
    int touched = 0;
    for (size_t i = 0; i < g.sculpt.size(); ++i) touched += g.sculpt[i] != flat.sculpt[i];
    EXPECT_EQ(touched, 1);
    const auto bare = buildBare(flat);
    const HeightField a = buildNatural(g, bare, &flat, &before), b = buildNatural(g);
    int shared = 0;
    for (size_t i = 0; i < a.tiles.size(); ++i) {
        shared += a.tiles[i] == before.tiles[i];
        EXPECT_EQ(a.tiles[i]->values, b.tiles[i]->values) << "built on and built from nothing must be the same";
    }
    EXPECT_EQ(shared, g.grid.tileCount() - 1);
}

TEST(Brush, SmoothFlattensBumps) {
    Ground g = Ground::make({60, 60}, 0.5f);
    g = dab(g, buildNatural(g), {BrushKind::Raise, 2, 3, 0.9f}, {0, 0});
    const float before = buildNatural(g).at({0, 0});
    for (int i = 0; i < 8; ++i) g = dab(g, buildNatural(g), {BrushKind::Smooth, 8, 0.8f, 0.3f}, {0, 0});
    const HeightField f = buildNatural(g);
    EXPECT_LT(f.at({0, 0}), before * 0.7f);
    EXPECT_GT(f.at({0, 0}), 0);
    EXPECT_NEAR(f.at({20, 20}), 0, 1e-6);
}

TEST(Brush, TheHeldKeyInverts) {
    EXPECT_EQ(inverse(BrushKind::Raise), BrushKind::Lower);
    EXPECT_EQ(inverse(BrushKind::Gravel), BrushKind::MeadowSoil);
    EXPECT_EQ(inverse(BrushKind::Smooth), BrushKind::Smooth);
}

TEST(Cover, PaintsAndWipes) {
    const Ground flat = Ground::make({60, 60}, 0.5f);
    Ground g = flat;
    for (int i = 0; i < 3; ++i) g = dab(g, buildNatural(flat), {BrushKind::Gravel, 4, 0.7f, 0.3f}, {0, 0});
    EXPECT_NEAR(coverAt(g.grid, g.gravel, {0, 0}), 1, 0.01);
    EXPECT_EQ(coverAt(g.grid, g.gravel, {10, 0}), 0);
    EXPECT_EQ(coverAt(g.grid, g.gravel, {1000, 0}), 0);
    for (int i = 0; i < 3; ++i) g = dab(g, buildNatural(flat), {BrushKind::MeadowSoil, 4, 0.7f, 0.3f}, {0, 0});
    EXPECT_NEAR(coverAt(g.grid, g.gravel, {0, 0}), 0, 0.01);
    const Ground path = paintPath(flat, {{-20, 0}, {20, 0}}, 2, 0.3f);
    EXPECT_GT(coverAt(path.grid, path.gravel, {0, 0.3f}), 0.9f);
    EXPECT_LT(coverAt(path.grid, path.gravel, {0, 2}), 0.05f);
}

TEST(Cover, GravelIsLighterThanSoil) {
    const Ground flat = Ground::make({60, 60}, 0.5f);
    const Ground path = paintPath(flat, {{-20, 0}, {20, 0}}, 3, 0.3f);
    float gravel = 0, soil = 0;
    for (int i = 0; i < 400; ++i) {
        const V2f p(-10 + 0.05f * static_cast<float>(i), 0);
        gravel += luminance(coverSurface({}, path.grid, path.gravel, p, {0, 0, 1}, 0.01f).albedo);
        soil += luminance(coverSurface({}, flat.grid, flat.gravel, p, {0, 0, 1}, 0.01f).albedo);
    }
    EXPECT_GT(gravel, 1.5f * soil);
}

class PadOnSlope : public testing::TestWithParam<float> {};
TEST_P(PadOnSlope, IsLevelAndMeetsTheGround) {
    const float batter = GetParam();
    const Ground slope = Ground::make({200, 200}, 0.5f, {1, 0, 60, 0.4f, {0.03f, 0.06f}});
    const HeightField natural = buildNatural(slope);
    const Pad pad{{kHouse}, 0.5f, 1.2f, batter, 0.6f};
    const HeightField f = buildPadded(natural, {pad});
    // Level on the apron all round.
    for (const V2f& p : {V2f(-6.8f, 0), V2f(6.8f, 2), V2f(0, 4.8f), V2f(3, -4.8f)})
        EXPECT_NEAR(f.at(p), 0.5f, 1e-4) << p.x << " " << p.y;
    // Never above the floor inside, sunk well inside the outline.
    for (float x = -5.9f; x < 6; x += 0.3f)
        for (float y = -3.9f; y < 4; y += 0.3f) EXPECT_LE(f.at({x, y}), 0.5f + 1e-4);
    EXPECT_NEAR(f.at({0, 0}), -0.1f, 1e-4);
    // Far away the land is as it was.
    EXPECT_EQ(f.at({90, 90}), natural.at({90, 90}));
    // As steep as the batter says where the fill meets the valley, and no flatter.
    float steepest = 0;
    for (float y = -5.5f; y > -14; y -= 0.5f)
        steepest = std::max(steepest, (f.at({0, y}) - f.at({0, y - 0.5f})) / 0.5f);
    EXPECT_GT(steepest, 0.75f / batter);
    // Nowhere steeper than the batter or the land itself.
    const float limit = 1 / batter + 0.15f + 0.08f + 0.02f;
    for (float x = -40; x < 40; x += 0.5f)
        for (float y = -40; y < 40; y += 0.5f) {
            if (signedDistance(kHouse, {x, y}) < 0.6f) continue;
            EXPECT_LE(std::abs(f.at({x + 0.5f, y}) - f.at({x, y})), 0.5f * limit);
            EXPECT_LE(std::abs(f.at({x, y + 0.5f}) - f.at({x, y})), 0.5f * limit);
        }
}
INSTANTIATE_TEST_SUITE_P(Batters, PadOnSlope, testing::Values(1.5f, 3.0f, 6.0f));

TEST(Pad, ReachCoversWhatChanges) {
    const Ground slope = Ground::make({200, 200}, 0.5f, {1, 4, 60, 0.4f, {0.05f, 0.1f}});
    const HeightField natural = buildNatural(slope);
    const Pad pad{{kHouse}, 1, 1, 3, 0.5f};
    const HeightField f = buildPadded(natural, {pad});
    const Box2f r = reach(pad, natural.range());
    for (float x = -99; x < 99; x += 3)
        for (float y = -99; y < 99; y += 3)
            if (!r.intersects(V2f(x, y))) EXPECT_EQ(f.at({x, y}), natural.at({x, y}));
}

TEST(Water, FillsOneHollowAndNotTheOther) {
    Ground g = Ground::make({100, 100}, 0.5f);
    g = dab(g, buildNatural(g), {BrushKind::Lower, 8, 2, 0.5f}, {-20, 0});
    g = dab(g, buildNatural(g), {BrushKind::Lower, 8, 2, 0.5f}, {20, 0});
    const HeightField f = buildNatural(g);
    const Water water{{-20, 0}, -0.5f};
    const WaterRegion region = WaterRegion::of(f, water);
    EXPECT_TRUE(region.holds({-20, 0}));
    EXPECT_FALSE(region.holds({20, 0})) << "the other hollow is dry";
    EXPECT_FALSE(region.reaches({20, 0}));
    const Mesh sheet = waterSurface(f, water, region);
    const auto shore = shoreLine(f, water, region);
    EXPECT_GT(shore.size(), 20u);
    for (const auto& [a, b] : shore) {
        EXPECT_NEAR(f.at(a), -0.5f, 0.02f);
        EXPECT_NEAR(f.at(b), -0.5f, 0.02f);
        EXPECT_LT(a.x, 0) << "none of the other hollow";
        EXPECT_TRUE(region.reaches(a + V2f(2, 0)) && region.reaches(a - V2f(2, 0))) << "its bank";
    }
    ASSERT_FALSE(sheet.empty());
    for (const V3f& p : sheet.positions) {
        EXPECT_EQ(p.z, -0.5f);
        EXPECT_LT(p.x, 0);
    }
    EXPECT_TRUE(WaterRegion::of(f, {{0, 30}, -0.5f}).cells().empty()) << "the spot is dry";
    EXPECT_TRUE(WaterRegion::of(f, {{500, 0}, -0.5f}).cells().empty()) << "outside the site";
}

TEST(Cover, TheWetBankIsDarkAndGlossyAndEndsSoon) {
    const Ground flat = Ground::make({60, 60}, 0.5f);
    auto bank = [&](float above) {
        SurfacePoint s = coverSurface({}, flat.grid, flat.gravel, {3, 4}, {0, 0, 1}, 0.02f);
        wetten(s, {3, 4}, above, 0.02f);
        return s;
    };
    const SurfacePoint dry = coverSurface({}, flat.grid, flat.gravel, {3, 4}, {0, 0, 1}, 0.02f);
    EXPECT_EQ(bank(0.4f).albedo, dry.albedo);
    EXPECT_EQ(bank(0.4f).roughness, dry.roughness);
    EXPECT_LT(bank(-0.5f).roughness, dry.roughness);
    EXPECT_GT(bank(-0.5f).specular, dry.specular);
    float before = 1;
    for (const float above : {0.3f, 0.12f, 0.06f, 0.0f}) {
        EXPECT_LE(bank(above).roughness, before);
        before = bank(above).roughness;
    }
}

TEST(GroundGrid, TilesAreNoWiderThanADabCanPayFor) {
    for (const float cell : {0.05f, 0.1f, 0.25f, 0.5f, 1.0f, 4.0f}) {
        const GroundGrid g = GroundGrid::make({200, 200}, cell);
        EXPECT_LE(g.tileCells, 128) << cell;
        EXPECT_GE(g.tileCells, 8) << cell;
        if (g.tileCells < 128) EXPECT_GE(static_cast<float>(g.tileCells) * cell, 48) << cell;
    }
}

TEST(FarLand, JoinsTheSiteAtItsBorder) {
    const HeightField f = buildNatural(hills());
    const Mesh far = farLand(f, 5);
    ASSERT_FALSE(far.empty());
    EXPECT_EQ(far.normals.size(), far.positions.size());
    const Box2f site = f.grid.box();
    float reach = 0, steepest = 0;
    for (const V3f& p : far.positions) {
        reach = std::max(reach, xy(p).length());
        if (site.intersects(xy(p)) &&
            (std::abs(std::abs(p.x) - site.max.x) < 1e-3f || std::abs(std::abs(p.y) - site.max.y) < 1e-3f))
            EXPECT_NEAR(p.z, f.at(xy(p)), 0.02f);
        steepest = std::max(steepest, std::abs(p.z));
    }
    EXPECT_GT(reach, 12000);
    EXPECT_LT(steepest, 700);
}

TEST(FarLand, WorkInTheMiddleDoesNotMoveTheHills) {
    const Ground g = hills();
    const HeightField a = buildNatural(g);
    const HeightField b = buildNatural(dab(g, a, {BrushKind::Raise, 10, 5, 0.5f}, {0, 0}));
    EXPECT_EQ(farLand(a, 5).positions, farLand(b, 5).positions);
}

TEST(Contours, LieOnTheirHeight) {
    const HeightField f = buildNatural(hills());
    const auto lines = contours(f, f.grid.box(), 0.5f, 1);
    ASSERT_GT(lines.size(), 4u);
    for (const Contour& c : lines)
        for (const auto& [p, q] : c.segments) {
            EXPECT_NEAR(f.at(p), c.height, 0.06f);
            EXPECT_LT((q - p).length(), 1.0f);
        }
    EXPECT_TRUE(contours(f, {{500, 500}, {510, 510}}, 0.5f, 1).empty());
}
