#include <cmath>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/base/noise.h"
#include "core/ground/contour.h"
#include "core/ground/cover.h"
#include "core/ground/far_land.h"
#include "core/ground/water.h"
#include "tests/core/sample_site.h"
#include "tests/core/test_land.h"

using namespace thallos;

namespace {
// Ground without a document: relief, and what is sculpted over it.
struct Hand {
    GroundGrid grid;
    Relief relief{};
    HeightLayer layer{};
    HeightField field() const { return test::landOf(grid, relief, layer).field; }
    Hand dabbed(const Brush& brush, const V2f& at) const {
        return {grid, relief, sculpted({layer, {}}, field(), brush, at).heights};
    }
};
Hand flat(const V2f& size, float cell = 0.5f) {
    return {GroundGrid::make(size, cell)};
}
Hand hills() {
    return {GroundGrid::make({120, 90}, 0.5f), {3, 8, 40, 0.45f, {0.02f, -0.01f}}};
}
std::vector<float> valuesOf(const HeightTile& tile) {
    std::vector<float> out;
    for (const auto& b : tile.blocks) out.insert(out.end(), b->z.values.begin(), b->z.values.end());
    return out;
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
    const HeightField f = hills().field();
    const GroundGrid& g = f.grid;
    for (int ty = 0; ty < g.tiles().y; ++ty)
        for (int tx = 0; tx + 1 < g.tiles().x; ++tx) {
            const HeightTile &a = *f.tiles[ty * g.tiles().x + tx], &b = *f.tiles[ty * g.tiles().x + tx + 1];
            for (int y = 0; y <= a.cells.y; ++y) EXPECT_EQ(a.at(a.cells.x, y), b.at(0, y));
        }
}

TEST(HeightField, InterpolatesBetweenSamples) {
    const HeightField f = hills().field();
    const float a = f.sample(10, 10), b = f.sample(11, 10);
    EXPECT_NEAR(f.at(f.grid.place({10, 10})), a, 1e-4);
    EXPECT_NEAR(f.at((f.grid.place({10, 10}) + f.grid.place({11, 10})) * 0.5f), (a + b) / 2, 1e-4);
    EXPECT_NEAR(f.normal({3, 3}).length(), 1, 1e-5);
    // Beyond the border its heights go on.
    EXPECT_NEAR(f.at({1000, 0}), f.at({60, 0}), 1e-4);
}

TEST(Relief, SameSeedSameLand) {
    const HeightField a = hills().field(), b = hills().field();
    Hand other = hills();
    other.relief.seed = 4;
    const HeightField c = other.field();
    bool differs = false;
    for (size_t i = 0; i < a.tiles.size(); ++i) {
        EXPECT_EQ(valuesOf(*a.tiles[i]), valuesOf(*b.tiles[i]));
        differs = differs || valuesOf(*a.tiles[i]) != valuesOf(*c.tiles[i]);
    }
    EXPECT_TRUE(differs);
    const V2f range = a.range();
    EXPECT_GT(range.y - range.x, 3);
    EXPECT_LT(range.y - range.x, 16);
}

TEST(Relief, IsTheSameOfManyPlacesAsOfEachAlone) {
    const Relief relief{7, 6, 40, 0.45f, {0.02f, -0.03f}};
    const ReliefNear near(relief);
    Random random(3);
    for (int k = 0; k < 4000; ++k) {
        const V2f p = k % 2 ? V2f(0.01f * static_cast<float>(k), -3.0f)
                            : V2f(random.between(-500, 500), random.between(-500, 500));
        ASSERT_EQ(near.at(p), reliefAt(relief, p)) << k;
        // As its noise is defined.
        ASSERT_NEAR(near.at(p), 0.02f * p.x - 0.03f * p.y + 0.8f * 6 * fractalNoise(p.x / 40, p.y / 40, 7, 6, 0.45f),
                    1e-4f);
    }
}

TEST(Ground, IsEnlargedAndCroppedKeepingWhatWasMade) {
    const Relief relief{3, 8, 40, 0.45f, {0.02f, -0.01f}};
    Project p = test::withRelief(newProject({120, 90}, 0.5f, "x"), relief);
    for (int i = 0; i < 5; ++i) p = dabbed(p, naturalOf(p), {BrushKind::Raise, 8, 0.5f, 0.5f}, {10, 5});
    p = dabbed(p, naturalOf(p), {BrushKind::Paint, 6, 1, 0.5f}, {-20, 10});
    p = dabbed(p, naturalOf(p), {BrushKind::Raise, 8, 2, 0}, {60, 0}); // at the edge
    const HeightField before = naturalOf(p);
    for (const V2f& size : {V2f(200, 160), V2f(80, 60)}) {
        const Project other = resized(p, size, 0.5f);
        EXPECT_EQ(other.ground->grid.size(), size);
        const HeightField after = naturalOf(other);
        for (float x = -38; x <= 38; x += 3.5f)
            for (float y = -28; y <= 28; y += 3.5f) {
                EXPECT_NEAR(after.at({x, y}), before.at({x, y}), 1e-4f) << x << " " << y;
                EXPECT_NEAR(test::coverAt(other, {x, y}), test::coverAt(p, {x, y}), 1e-5f);
            }
    }
    const Project large = resized(p, {200, 160}, 0.5f);
    const HeightField field = naturalOf(large),
                      plain = naturalOf(test::withRelief(newProject({200, 160}, 0.5f, "x"), relief));
    EXPECT_GT(field.at({61, 0}) - plain.at({61, 0}), 1) << "no cliff at the old edge";
    EXPECT_NEAR(field.at({85, 0}), plain.at({85, 0}), 1e-3f) << "but it runs out";
    // Imported heights go on level; another grid lies on the same land.
    Project surveyed = newProject({40, 40}, 1, "x");
    const GroundGrid grid = surveyed.ground->grid;
    surveyed = withTerrain(surveyed, [&](Terrain& t) {
        for (int i = 0; i < grid.tileCount(); ++i) {
            auto tile = std::make_shared<GridTile<float>>(grid.tileSize(i));
            for (int y = 0; y <= tile->cells.y; ++y)
                for (int x = 0; x <= tile->cells.x; ++x)
                    tile->at(x, y) = 0.1f * static_cast<float>(grid.tileStart(i).x + x);
            t.survey.push_back(tile);
        }
    });
    const HeightField fine = naturalOf(resized(surveyed, {60, 40}, 0.25f));
    EXPECT_NEAR(fine.at({0.3f, 7}), 2.03f, 1e-3f);
    EXPECT_NEAR(fine.at({28, 0}), 4, 1e-3f);
    EXPECT_TRUE(resized(p, p.ground->grid.size(), 0.5f) == p) << "the same size changes nothing";
    EXPECT_THROW(resized(p, {1, 1}, 0.5f), Error);
}

TEST(Brush, RaisesUnderTheRingAlone) {
    const Hand g = flat({100, 100}).dabbed({BrushKind::Raise, 10, 2, 0.5f}, {3, 4});
    const HeightField f = g.field();
    EXPECT_NEAR(f.at({3, 4}), 2, 1e-5);
    EXPECT_NEAR(f.at({3, 8}), 2, 1e-5) << "full strength inside the soft edge";
    EXPECT_GT(f.at({3, 11.5f}), 0.05f);
    EXPECT_LT(f.at({3, 11.5f}), 2);
    EXPECT_NEAR(f.at({3, 15}), 0, 1e-5);
    const HeightField back = g.dabbed({BrushKind::Lower, 10, 2, 0.5f}, {3, 4}).field();
    EXPECT_NEAR(back.at({3, 4}), 0, 1e-5);
    EXPECT_NEAR(back.at({3, 11}), 0, 1e-5);
}

TEST(Brush, SharesUntouchedTiles) {
    const Hand level = flat({256, 256});
    const Land before = test::landOf(level.grid, level.relief);
    const Hand g = level.dabbed({BrushKind::Raise, 5, 1, 0.5f}, {-100, -100});
    EXPECT_EQ(std::count_if(g.layer.begin(), g.layer.end(), [](const auto& t) { return t != nullptr; }), 1);
    const HeightField a = test::landOf(g.grid, g.relief, g.layer, {}, &before).field, b = g.field();
    int shared = 0;
    for (size_t i = 0; i < a.tiles.size(); ++i) {
        shared += a.tiles[i] == before.field.tiles[i];
        EXPECT_EQ(valuesOf(*a.tiles[i]), valuesOf(*b.tiles[i])) << "built on and built from nothing must be the same";
    }
    EXPECT_EQ(shared, g.grid.tileCount() - 1);
}

TEST(Brush, SmoothFlattensBumps) {
    Hand g = flat({60, 60}).dabbed({BrushKind::Raise, 2, 3, 0.9f}, {0, 0});
    const float before = g.field().at({0, 0});
    for (int i = 0; i < 8; ++i) g = g.dabbed({BrushKind::Smooth, 8, 0.8f, 0.3f}, {0, 0});
    const HeightField f = g.field();
    EXPECT_LT(f.at({0, 0}), before * 0.7f);
    EXPECT_GT(f.at({0, 0}), 0);
    EXPECT_NEAR(f.at({20, 20}), 0, 1e-6);
}

TEST(Brush, TheHeldKeyInverts) {
    EXPECT_EQ(inverse(BrushKind::Raise), BrushKind::Lower);
    EXPECT_EQ(inverse(BrushKind::Paint), BrushKind::Wipe);
    EXPECT_EQ(inverse(BrushKind::Smooth), BrushKind::Roughen);
    EXPECT_EQ(inverse(BrushKind::Level), BrushKind::Level);
    for (int k = 0; k <= static_cast<int>(BrushKind::Wipe); ++k)
        EXPECT_EQ(inverse(inverse(static_cast<BrushKind>(k))), static_cast<BrushKind>(k));
}

TEST(Cover, PaintsAndWipes) {
    const GroundGrid grid = GroundGrid::make({60, 60}, 0.5f);
    WeightLayer g;
    for (int i = 0; i < 3; ++i) g = painted(grid, g, {BrushKind::Paint, 4, 0.7f, 0.3f}, {0, 0});
    EXPECT_NEAR(layerAt(grid, g, {0, 0}), 1, 0.01);
    EXPECT_EQ(layerAt(grid, g, {10, 0}), 0);
    EXPECT_EQ(layerAt(grid, g, {1000, 0}), 0);
    for (int i = 0; i < 3; ++i) g = painted(grid, g, {BrushKind::Wipe, 4, 0.7f, 0.3f}, {0, 0});
    EXPECT_NEAR(layerAt(grid, g, {0, 0}), 0, 0.01);
    const WeightLayer path = paintedAlong(grid, {}, {{-20, 0}, {20, 0}}, 2, 0.3f);
    EXPECT_GT(layerAt(grid, path, {0, 0.3f}), 0.9f);
    EXPECT_LT(layerAt(grid, path, {0, 2}), 0.05f);
}

TEST(Cover, GravelIsLighterThanSoil) {
    const GroundGrid grid = GroundGrid::make({60, 60}, 0.5f);
    const Land land = test::landOf(grid, {});
    CoverLayer painted;
    painted.painted = paintedAlong(grid, {}, {{-20, 0}, {20, 0}}, 3, 0.3f);
    Covers covers{.materials = {plain(soilSurface()), plain(gravelSurface())},
                  .map = coverMapOf({painted}, {land.field, nullptr, {}, {}, {}, {}})};
    float gravel = 0, soil = 0;
    for (int i = 0; i < 400; ++i) {
        const V2f p(-10 + 0.05f * static_cast<float>(i), 0);
        gravel += luminance(coverSurface(covers, p, {0, 0, 1}, 0.01f).albedo);
        soil += luminance(coverSurface({}, p, {0, 0, 1}, 0.01f).albedo);
    }
    EXPECT_GT(gravel, 1.5f * soil);
    EXPECT_EQ(coverSeen(covers, {0, 0}), 1);
    EXPECT_EQ(coverSeen(covers, {0, 9}), 0);
}

class PadOnSlope : public testing::TestWithParam<float> {};
TEST_P(PadOnSlope, IsLevelAndMeetsTheGround) {
    const float batter = GetParam();
    const Land slope = test::landOf(GroundGrid::make({200, 200}, 0.5f), {1, 0, 60, 0.4f, {0.03f, 0.06f}});
    const HeightField& natural = slope.field;
    const Pad pad{{kHouse}, 0.5f, 1.2f, batter, 0.6f};
    const HeightField f = test::padded(slope, {pad}).field;
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
    const Land slope = test::landOf(GroundGrid::make({200, 200}, 0.5f), {1, 4, 60, 0.4f, {0.05f, 0.1f}});
    const HeightField& natural = slope.field;
    const Pad pad{{kHouse}, 1, 1, 3, 0.5f};
    const HeightField f = test::padded(slope, {pad}).field;
    const Box2f r = reachOf(pad).over(natural.range());
    for (float x = -99; x < 99; x += 3)
        for (float y = -99; y < 99; y += 3)
            if (!r.intersects(V2f(x, y))) EXPECT_EQ(f.at({x, y}), natural.at({x, y}));
}

TEST(Water, FillsOneHollowAndNotTheOther) {
    const HeightField f = flat({100, 100})
                              .dabbed({BrushKind::Lower, 8, 2, 0.5f}, {-20, 0})
                              .dabbed({BrushKind::Lower, 8, 2, 0.5f}, {20, 0})
                              .field();
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
    auto bank = [&](float above) {
        SurfacePoint s = coverSurface({}, {3, 4}, {0, 0, 1}, 0.02f);
        wetten(s, plain(mudSurface()), {3, 4}, {0, 0, 1}, above, 0.02f);
        return s;
    };
    const SurfacePoint dry = coverSurface({}, {3, 4}, {0, 0, 1}, 0.02f);
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
    const HeightField f = hills().field();
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
    const HeightField a = hills().field(), b = hills().dabbed({BrushKind::Raise, 10, 5, 0.5f}, {0, 0}).field();
    EXPECT_EQ(farLand(a, 5).positions, farLand(b, 5).positions);
}

TEST(Contours, LieOnTheirHeight) {
    const HeightField f = hills().field();
    const auto lines = contours(f, f.grid.box(), 0.5f, 1);
    ASSERT_GT(lines.size(), 4u);
    for (const Contour& c : lines)
        for (const auto& [p, q] : c.segments) {
            EXPECT_NEAR(f.at(p), c.height, 0.06f);
            EXPECT_LT((q - p).length(), 1.0f);
        }
    EXPECT_TRUE(contours(f, {{500, 500}, {510, 510}}, 0.5f, 1).empty());
}
