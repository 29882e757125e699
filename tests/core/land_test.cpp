// The ground as a list of steps: their order, densities, walls, and that what is built on the last build is what is
// built from nothing.
#include <cmath>

#include <gtest/gtest.h>

#include "core/base/hash.h"
#include "core/ground/path.h"
#include "core/ground/retaining.h"
#include "tests/core/test_land.h"

using namespace thallos;

namespace {

const Relief kHills{3, 6, 50, 0.45f, {0.03f, 0.05f}};

BankForm bank(const std::vector<V2f>& points, float radius, float height) {
    BankForm b;
    b.line = lineThrough(points);
    b.centre = points.front();
    b.radius = radius;
    b.height = height;
    return b;
}

// A retaining wall from west to east over level ground, its high side to the north.
WallShape straightWall(float height) {
    WallShape s;
    for (int i = -10; i <= 10; ++i) s.points.emplace_back(static_cast<float>(i), 0.37f);
    s.height = height;
    return s;
}

Land walled(float cell, float finest, float height, const Relief& relief = {}) {
    const WallShape shape = straightWall(height);
    return buildLand(GroundGrid::make({96, 96}, cell), finest,
                     {{1,
                       {},
                       [&](const GroundAt&) {
                           return std::vector<LandStep>{{1, relief}};
                       }},
                      {2, {}, [&](const GroundAt& before) {
                           LandStep step{2, breakOf(shape, layWall(shape, before))};
                           step.detailIn = {Box2f({-12, -2}, {12, 3})};
                           step.detail = 0.1f;
                           return std::vector<LandStep>{step};
                       }}});
}

std::vector<float> valuesOf(const HeightTile& tile) {
    std::vector<float> out;
    for (const auto& b : tile.blocks) out.insert(out.end(), b->z.values.begin(), b->z.values.end());
    return out;
}

void expectSame(const HeightField& a, const HeightField& b) {
    ASSERT_EQ(a.tiles.size(), b.tiles.size());
    for (size_t i = 0; i < a.tiles.size(); ++i) {
        ASSERT_EQ(a.tiles[i]->fine, b.tiles[i]->fine) << i;
        ASSERT_EQ(valuesOf(*a.tiles[i]), valuesOf(*b.tiles[i])) << i;
        for (size_t k = 0; k < a.tiles[i]->blocks.size(); ++k) {
            const auto &x = a.tiles[i]->blocks[k]->broken, &y = b.tiles[i]->blocks[k]->broken;
            ASSERT_EQ(x == nullptr, y == nullptr);
            if (x) ASSERT_TRUE(*x == *y);
        }
    }
}

} // namespace

TEST(Land, StepsTakeEffectInTheirOrder) {
    const GroundGrid grid = GroundGrid::make({100, 100}, 0.5f);
    const Pad pad{{{{-5, -5}, {5, -5}, {5, 5}, {-5, 5}}}, 2, 1, 3, 0};
    const LandStep level{1, pad}, raised{2, bank({{0, 0}}, 8, 1)};
    const Land first = buildLand(grid, 0, std::vector<LandStep>{{9, Relief()}, level, raised});
    const Land second = buildLand(grid, 0, std::vector<LandStep>{{9, Relief()}, raised, level});
    EXPECT_NEAR(first.field.at({0, 0}), 3, 1e-4f) << "the bank stands on the pad";
    EXPECT_NEAR(second.field.at({0, 0}), 2, 1e-4f) << "the pad is cut through the bank";
    // Muted, a step is as if it had never been; the other stays.
    const Land muted = buildLand(grid, 0, std::vector<LandStep>{{9, Relief()}, raised}, &second);
    EXPECT_NEAR(muted.field.at({0, 0}), 1, 1e-4f);
    expectSame(muted.field, buildLand(grid, 0, std::vector<LandStep>{{9, Relief()}, raised}).field);
}

TEST(Land, BuiltOnTheLastBuildItIsWhatIsBuiltFromNothing) {
    const GroundGrid grid = GroundGrid::make({200, 160}, 1);
    HeightLayer layer;
    layer.resize(static_cast<size_t>(grid.tileCount()));
    Land last;
    bool any = false;
    const auto stepsOf = [&](int variant) {
        std::vector<LandStep> steps{{1, kHills}, {2, Sculpting{layer, {}}}};
        if (variant != 3) steps.push_back({3, bank({{-30, -20}, {10, 25}}, 9, variant == 2 ? 2.5f : 1.5f)});
        Corridor road;
        road.line = lineThrough({{-90, 3}, {0, 3}, {90, variant == 4 ? 30.0f : 10.0f}});
        road.heights = {1, 2, 1};
        LandStep step{4, road};
        step.detailIn = {Box2f({-20, -5}, {20, 15})};
        step.detail = variant == 5 ? 0.5f : 0.25f;
        steps.push_back(step);
        steps.push_back({5, Pad{{{{-15, 20}, {-5, 20}, {-5, 30}, {-15, 30}}}, 2, 1, 3, 0.3f}, true});
        if (variant == 6) std::swap(steps[2], steps[3]);
        return steps;
    };
    for (const int variant : {0, 1, 2, 0, 3, 0, 4, 5, 6, 0, 7}) {
        if (variant == 1)
            layer = sculpted({layer, {}}, HeightField{grid, {}}, {BrushKind::Raise, 12, 1.3f, 0.6f}, {40, -30}).heights;
        if (variant == 7)
            layer = sculpted({layer, {}}, HeightField{grid, {}}, {BrushKind::Raise, 6, 1.3f, 0.6f}, {0, 4}).heights;
        const Land now = buildLand(grid, 0.25f, stepsOf(variant), any ? &last : nullptr),
                   fresh = buildLand(grid, 0.25f, stepsOf(variant));
        expectSame(now.field, fresh.field);
        expectSame(now.natural, fresh.natural);
        last = now;
        any = true;
    }
}

TEST(Land, SharesWhatAStepDoesNotReach) {
    const GroundGrid grid = GroundGrid::make({400, 400}, 0.5f);
    const auto steps = [&](float height) {
        return std::vector<LandStep>{{1, kHills}, {2, bank({{-150, -150}}, 8, height)}};
    };
    const Land a = buildLand(grid, 0, steps(1)), b = buildLand(grid, 0, steps(2), &a);
    int other = 0;
    for (size_t i = 0; i < a.field.tiles.size(); ++i) other += a.field.tiles[i] != b.field.tiles[i];
    EXPECT_GE(other, 1);
    EXPECT_LE(other, 4);
}

TEST(Land, TilesOfAnyDensityMeetWithoutAGap) {
    const GroundGrid grid = GroundGrid::make({192, 192}, 1);
    LandStep fine{2, bank({{-5, -5}, {5, 5}}, 3, 1)};
    fine.detailIn = {Box2f({-10, -10}, {10, 10})};
    fine.detail = 0.1f;
    const Land land = buildLand(grid, 0.125f, std::vector<LandStep>{{1, kHills}, fine});
    int dense = 0;
    for (const auto& t : land.field.tiles) dense += t->fine == 8;
    ASSERT_GE(dense, 1);
    ASSERT_LT(dense, static_cast<int>(land.field.tiles.size()));
    // Across every border the height is the same from both sides.
    for (int i = 0; i < grid.tileCount(); ++i) {
        const Box2f box = grid.tileBox(i);
        for (int k = 0; k <= 200; ++k) {
            const V2f p(box.max.x, thallos::lerp(box.min.y, box.max.y, static_cast<float>(k) / 200));
            if (!grid.box().intersects(p + V2f(1, 0))) continue;
            EXPECT_NEAR(land.field.at(p - V2f(1e-3f, 0)), land.field.at(p + V2f(1e-3f, 0)), 2e-3f) << p;
        }
    }
    EXPECT_NEAR(land.field.cellAt({0, 0}), 0.125f, 1e-6f);
    // A detail is the same land, seen closer.
    const Land coarse = buildLand(grid, 0, std::vector<LandStep>{{1, kHills}});
    EXPECT_NEAR(land.bare.at({3, 4}), coarse.field.at({3, 4}), 0.05f);
}

TEST(Land, ACoarseSurveyIsSmoothWhereTheGroundIsFine) {
    const GroundGrid grid = GroundGrid::make({160, 160}, 5);
    Survey survey;
    for (int i = 0; i < grid.tileCount(); ++i) {
        auto tile = std::make_shared<GridTile<float>>(grid.tileSize(i));
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x) {
                const V2f p = grid.place(grid.tileStart(i) + V2i(x, y));
                tile->at(x, y) = 0.01f * p.x * p.x;
            }
        survey.heights.push_back(tile);
    }
    LandStep detail{2, bank({{300, 300}}, 1, 1)};
    detail.detailIn = {Box2f({-40, -40}, {40, 40})};
    detail.detail = 0.16f;
    const Land land = buildLand(grid, 0.1f, std::vector<LandStep>{{1, survey}, detail});
    EXPECT_NEAR(land.field.cellAt({0, 0}), 5.0f / 32, 1e-5f);
    for (float x = -20; x < 20; x += 0.37f) EXPECT_NEAR(land.field.at({x, 3}), 0.01f * x * x, 0.005f) << x;
    for (float x = -20; x <= 20; x += 5) EXPECT_NEAR(land.field.at({x, 5}), 0.01f * x * x, 1e-4f) << "at its samples";
}

TEST(Walls, BreakTheGroundUprightWithBothLevelsRight) {
    for (const float cell : {0.5f, 0.31f}) {
        const Land land = walled(cell, 0.125f, 1.2f);
        for (float x = -6; x <= 6; x += 0.173f) {
            const V2f on(x, 0.37f);
            EXPECT_NEAR(land.field.at(on, on + V2f(0, 1)), 1.2f, 1e-3f) << x;
            EXPECT_NEAR(land.field.at(on, on - V2f(0, 1)), 0, 1e-3f) << x;
            EXPECT_NEAR(land.field.at(on + V2f(0, 0.01f)), 1.2f, 6e-3f);
            EXPECT_NEAR(land.field.at(on - V2f(0, 0.01f)), 0, 1e-3f);
        }
        // Behind it the fill falls back to the land by its batter.
        EXPECT_NEAR(land.field.at({0, 0.37f + 1.5f}), 1.2f - 1.5f / 3, 0.08f);
        EXPECT_NEAR(land.field.at({0, 8}), 0, 1e-4f);
        // At its ends the two sides are one.
        for (const float end : {-10.2f, 10.2f})
            EXPECT_NEAR(land.field.at({end, 0.37f}, {end, 5}), land.field.at({end, 0.37f}, {end, -5}), 0.06f);
        // The slope beside it is that of either side, not of the step.
        EXPECT_GT(land.field.normal({0, 0.3f}).z, 0.999f);
        EXPECT_GT(land.field.normal({0, 0.44f}).z, 0.9f);
    }
}

TEST(Walls, FacesOfTheGroundAreShut) {
    const Land land = walled(0.5f, 0.125f, 1.2f, kHills);
    double area = 0;
    size_t broken = 0;
    for (const auto& tile : land.field.tiles)
        for (const auto& block : tile->blocks) {
            if (!block->broken) continue;
            const BrokenCells& b = *block->broken;
            broken += b.cells.size() - 1;
            // Over the plan the triangles fill their cells without lying over each other.
            double plan = 0;
            for (const V3i& t : b.triangles) {
                const V3f &p = b.vertices[static_cast<size_t>(t.x)], &q = b.vertices[static_cast<size_t>(t.y)],
                          &r = b.vertices[static_cast<size_t>(t.z)];
                const double twice = static_cast<double>((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x));
                EXPECT_GT(twice, 0);
                plan += twice / 2;
            }
            const double cell = static_cast<double>(land.grid.cell) / tile->fine;
            EXPECT_NEAR(plan, cell * cell * static_cast<double>(b.cells.size() - 1), 1e-4);
            for (const V3i& t : b.upright) {
                const V3f &p = b.vertices[static_cast<size_t>(t.x)], &q = b.vertices[static_cast<size_t>(t.y)],
                          &r = b.vertices[static_cast<size_t>(t.z)];
                const V3f n = (q - p).cross(r - p);
                EXPECT_LT(std::abs(n.z), 1e-4f * n.length() + 1e-9f) << "upright";
                area += static_cast<double>(n.length()) / 2;
            }
        }
    EXPECT_GT(broken, 100u);
    // 20 m of 1.2 m, less what the ends run out over 1.2 m at 1 : 3 on either side.
    EXPECT_NEAR(area, 20 * 1.2 - 2 * 0.5 * 1.2 * 3.6, 0.35);
}

TEST(Walls, BodiesAreClosed) {
    WallShape shape = straightWall(1);
    shape.lean = 0.1f;
    const LaidWall laid = layWall(shape, [](const V2f& p) { return 0.05f * p.x; });
    for (const Mesh& mesh : {wallBody(shape, laid), copingBody(shape, laid)}) {
        ASSERT_FALSE(mesh.empty());
        V3f sum(0);
        float volume = 0;
        for (const V3i& t : mesh.triangles) {
            sum += faceNormal(mesh, t);
            volume += mesh.positions[static_cast<size_t>(t.x)].dot(
                          mesh.positions[static_cast<size_t>(t.y)].cross(mesh.positions[static_cast<size_t>(t.z)])) /
                      6;
        }
        EXPECT_LT(sum.length(), 1e-3f) << "faces of a closed body cancel out";
        EXPECT_GT(volume, 0.3f) << "and look outwards";
    }
}

TEST(Terraces, MoveTheEarthOfTheClosedForm) {
    // A plane of 1 in 5; 20 m up the slope by 10 m in two levels of 10 m.
    const Relief slope{1, 0, 60, 0.4f, {0, 0.2f}};
    TerraceShape shape;
    shape.outline = {{-5, -10}, {5, -10}, {5, 10}, {-5, 10}};
    shape.levels = 2;
    shape.fall = 0;
    const GroundGrid grid = GroundGrid::make({64, 64}, 0.25f);
    LaidTerrace laid;
    const Land land = buildLand(grid, 0.125f,
                                {{1,
                                  {},
                                  [&](const GroundAt&) {
                                      return std::vector<LandStep>{{1, slope}};
                                  }},
                                 {2, {}, [&](const GroundAt& before) {
                                      laid = layTerrace(shape, before);
                                      std::vector<LandStep> out;
                                      for (const Platform& p : laid.platforms) out.push_back({2, p});
                                      return out;
                                  }}});
    ASSERT_EQ(laid.platforms.size(), 2u);
    EXPECT_NEAR(laid.platforms[0].level, -1, 1e-3f);
    EXPECT_NEAR(laid.platforms[1].level, 1, 1e-3f);
    EXPECT_NEAR(land.field.at({0, -0.1f}), -1, 1e-3f);
    EXPECT_NEAR(land.field.at({0, 0.1f}), 1, 1e-3f);
    EXPECT_NEAR(land.field.at({0, -10.1f}), -2.02f, 1e-2f) << "beyond it the land is as it was";
    // Each level: a wedge of 5 m by 10 m and 1 m at its end, cut above and filled below.
    const Earthwork e = earthworkOf(land.bare, land.field, grid.box());
    const double wedge = 0.5 * 5 * 1 * 10;
    EXPECT_NEAR(e.cut, 2 * wedge, 0.02 * 2 * wedge);
    EXPECT_NEAR(e.fill, 2 * wedge, 0.02 * 2 * wedge);
    // A wall between the levels, and round them where the land is another.
    EXPECT_GE(laid.walls.size(), 3u);
    float highest = 0;
    for (const auto& [wall, of] : laid.walls)
        for (size_t i = 0; i < of.foot.size(); ++i) highest = std::max(highest, of.top[i] - of.foot[i]);
    EXPECT_NEAR(highest, 2, 0.02f);
}

TEST(Paths, AreNoSteeperThanAskedAndMeetTheirEnds) {
    PathShape shape;
    for (int i = 0; i <= 80; ++i)
        shape.points.emplace_back(static_cast<float>(i) - 40, 3 * std::sin(0.1f * static_cast<float>(i)));
    shape.steepest = 0.06f;
    const auto ground = [](const V2f& p) { return 2 * std::sin(p.x / 6); }; // up to 1 in 3
    LaidPath laid = layPath(shape, ground);
    EXPECT_LE(laid.steepest, 0.0605f);
    EXPECT_NEAR(laid.heights.front(), ground(shape.points.front()), 1e-3f);
    EXPECT_NEAR(laid.heights.back(), ground(shape.points.back()), 1e-3f);
    shape.end = 3.5f;
    laid = layPath(shape, ground);
    EXPECT_NEAR(laid.heights.back(), 3.5f, 1e-3f);
    EXPECT_LE(laid.steepest, 0.0605f);
    // Where the ends lie too far apart it is one even slope, and says so.
    shape.end = 12;
    laid = layPath(shape, ground);
    EXPECT_NEAR(laid.heights.back(), 12, 1e-3f);
    EXPECT_GT(laid.steepest, 0.1f);
    EXPECT_LT(laid.steepest, 0.2f);
}

TEST(Paths, LieAcrossAsAsked) {
    PathShape shape;
    for (int i = -20; i <= 20; ++i) shape.points.emplace_back(static_cast<float>(i), 0);
    shape.width = 3;
    shape.crossfall = 0.025f;
    const auto ground = [](const V2f& p) { return 0.1f * p.y; };
    const LaidPath laid = layPath(shape, ground);
    const Corridor c = corridorOf(shape, laid);
    const auto at = [&](float z, const V2f& p) { return graded(c, NearLine(c.line, 30), z, p); };
    for (float x = -15; x <= 15; x += 3.3f) {
        EXPECT_NEAR(at(0.1f, {x, 1}) - at(-0.1f, {x, -1}), 2 * 0.025f, 1e-4f) << "it falls to the right";
        EXPECT_NEAR(at(0, {x, 0}), laid.heights[static_cast<size_t>(x + 20)], 0.02f);
    }
    EXPECT_EQ(at(1.9f, {0, 19}), 1.9f) << "far beside it nothing changes";
}

TEST(Paths, ClimbBySteps) {
    PathShape shape;
    for (int i = 0; i <= 60; ++i) shape.points.emplace_back(0.5f * static_cast<float>(i), 0);
    shape.steps = StepsWhere::Steep;
    shape.steepest = 0.08f;
    // Level, 6 m of 1 in 3, level.
    const auto ground = [](const V2f& p) { return std::clamp((p.x - 12) / 3, 0.0f, 2.0f); };
    const LaidPath laid = layPath(shape, ground);
    ASSERT_EQ(laid.flights.size(), 1u);
    const Flight& f = laid.flights.front();
    EXPECT_NEAR(f.top - f.bottom, 2, 0.25f);
    EXPECT_NEAR(f.rise(), 0.16f, 0.02f);
    EXPECT_GT(f.going(), 0.28f);
    EXPECT_LE(laid.steepest, 0.09f) << "beside the flight people walk";
    // Treads lie one above the other; the ground stays under them.
    const Mesh steps = stepsOf(shape, laid);
    ASSERT_FALSE(steps.empty());
    const Corridor c = corridorOf(shape, laid);
    const NearLine near(c.line, 30);
    for (int k = 0; k < f.risers; ++k) {
        const float along = f.from + f.going() * (static_cast<float>(k) + 0.5f),
                    z = f.bottom + f.rise() * static_cast<float>(k + 1);
        EXPECT_LT(graded(c, near, ground({along, 0}), {along, 0}), z) << k;
        float top = -1e9f;
        for (const V3i& t : steps.triangles) {
            const V3f n = faceNormal(steps, t);
            const V3f middle = (steps.positions[static_cast<size_t>(t.x)] + steps.positions[static_cast<size_t>(t.y)] +
                                steps.positions[static_cast<size_t>(t.z)]) /
                               3.0f;
            if (n.z > 0.9f * n.length() && std::abs(middle.x - along) < 0.5f * f.going()) top = std::max(top, middle.z);
        }
        EXPECT_NEAR(top, z, 1e-3f) << k;
    }
}

TEST(Banks, AddTheirHeightAndKeepToTheirLimits) {
    BankForm b = bank({{0, 0}}, 10, 2);
    const auto at = [&](float z, const V2f& p) { return banked(b, NearLine(b.line, 30), z, p); };
    b.steepest = 5;
    EXPECT_NEAR(at(1, {0, 0}), 3, 1e-5f);
    EXPECT_EQ(at(1, {0, 11}), 1);
    b.limit = 2.5f;
    EXPECT_NEAR(at(1, {0, 0}), 2.5f, 1e-5f);
    EXPECT_EQ(at(4, {0, 0}), 4) << "what is higher already stays";
    b.limit.reset();
    b.steepest = 0.1f;
    float steepest = 0;
    for (float x = 0; x < 11; x += 0.1f)
        steepest = std::max(steepest, std::abs(at(0, {x + 0.1f, 0}) - at(0, {x, 0})) / 0.1f);
    EXPECT_LE(steepest, 0.101f);
    EXPECT_GT(steepest, 0.09f);
    b = bank({{-10, 0}, {10, 0}}, 4, -1);
    EXPECT_NEAR(at(0, {7, 0}), -1, 1e-5f) << "a hollow along its line";
    EXPECT_NEAR(at(0, {7, 4.1f}), 0, 1e-5f);
}

TEST(EarthworkOfSteps, IsOfEachByItself) {
    const GroundGrid grid = GroundGrid::make({100, 100}, 0.5f);
    const BankForm up = bank({{-20, 0}}, 8, 1), down = bank({{20, 0}}, 8, -1);
    const Land land =
        buildLand(grid, 0, std::vector<LandStep>{{1, kHills}, {2, up}, {3, down}, {4, bank({{-20, 0}}, 8, 1)}});
    const auto works = earthworkOf(land);
    ASSERT_EQ(works.size(), 3u);
    // Volume of a smooth mound: 2 pi times the integral of r (1 - smoothstep(r / R)).
    const double mound = 2 * 3.14159265 * 64 * (0.5 - 0.75 + 0.4);
    EXPECT_EQ(works[0].first, 2u);
    EXPECT_NEAR(works[0].second.fill, mound, 0.02 * mound);
    EXPECT_EQ(works[0].second.cut, 0);
    EXPECT_NEAR(works[1].second.cut, mound, 0.02 * mound);
    EXPECT_NEAR(works[2].second.fill, mound, 0.02 * mound) << "on the ground that the others leave";
}

TEST(Lines, NearAWindowAnswerAsTheWholeLineDoes) {
    std::vector<V2f> handles;
    Random random(7);
    for (int i = 0; i < 12; ++i) handles.emplace_back(random.between(-40, 40), random.between(-40, 40));
    const PlanLine line = lineThrough(curveThrough(handles, 0.5f));
    for (int k = 0; k < 300; ++k) {
        const V2f corner(random.between(-40, 40), random.between(-40, 40));
        const Box2f window(corner, corner + V2f(random.between(0.1f, 8)));
        const NearLine near(line, window, 6);
        for (int i = 0; i < 20; ++i) {
            const V2f p(random.between(window.min.x, window.max.x), random.between(window.min.y, window.max.y));
            OnLine a, b;
            const bool known = near.at(p, a);
            ASSERT_EQ(known, NearLine(line, 6).at(p, b));
            if (!known) continue;
            EXPECT_GE(a.distance, near.least());
            EXPECT_EQ(a.along, b.along);
            EXPECT_EQ(a.side, b.side);
            EXPECT_EQ(a.segment, b.segment);
        }
    }
}

TEST(Lines, AreStraightenedWithinWhatIsAsked) {
    std::vector<V2f> points;
    for (int i = 0; i <= 100; ++i) points.emplace_back(0.5f * static_cast<float>(i), 0);
    EXPECT_EQ(straightened(points, 0.005f).size(), 2u);
    const std::vector<V2f> bend = curveThrough({{0, 0}, {10, 6}, {20, 0}}, 0.25f);
    const std::vector<V2f> fewer = straightened(bend, 0.01f);
    EXPECT_LT(fewer.size(), bend.size() / 2);
    EXPECT_EQ(fewer.front(), bend.front());
    EXPECT_EQ(fewer.back(), bend.back());
    const PlanLine line = lineThrough(fewer);
    for (const V2f& p : bend) {
        OnLine on;
        ASSERT_TRUE(NearLine(line, 1).at(p, on));
        EXPECT_LE(on.distance, 0.011f);
    }
}

TEST(Lands, StepsThatReadNothingElseAreNotLaidAnew) {
    const auto one = std::make_shared<const int>(1), two = std::make_shared<const int>(2);
    int asked[3] = {};
    const auto makers = [&](float height, std::shared_ptr<const void> of) {
        const auto bankAt = [&asked](int k, const V2f& at, float high) {
            return [&asked, k, at, high](const GroundAt& before) {
                ++asked[k];
                BankForm b = bank({at}, 5, high);
                b.height += 0 * before(at);
                return std::vector<LandStep>{{static_cast<uint64_t>(k) + 2, b}};
            };
        };
        return std::vector<StepMaker>{{1,
                                       {one},
                                       [](const GroundAt&) {
                                           return std::vector<LandStep>{{1, Relief{}}};
                                       }},
                                      {2, {of}, bankAt(0, {0, 0}, height)},
                                      {3, {one}, bankAt(1, {3, 0}, 1)},
                                      {4, {one}, bankAt(2, {30, 30}, 1)}};
    };
    const GroundGrid grid = GroundGrid::make({96, 96}, 0.5f);
    const Land before = buildLand(grid, 0, makers(1, one));
    const int first[3] = {asked[0], asked[1], asked[2]};
    const Land after = buildLand(grid, 0, makers(2, two), &before);
    EXPECT_GT(asked[0], first[0]) << "it is another";
    EXPECT_GT(asked[1], first[1]) << "what it stands on is another";
    EXPECT_EQ(asked[2], first[2]) << "nothing near it changed";
    EXPECT_EQ(laidOf(after, 4), laidOf(before, 4));
    EXPECT_NE(laidOf(after, 3), laidOf(before, 3));
    EXPECT_EQ(stepsBefore(after, 4), 3u);
    const Land fresh = buildLand(grid, 0, makers(2, two));
    for (size_t i = 0; i < fresh.field.tiles.size(); ++i)
        EXPECT_EQ(valuesOf(*after.field.tiles[i]), valuesOf(*fresh.field.tiles[i]));
    // One is taken out: what comes after it and stands on it is laid anew.
    std::vector<StepMaker> fewer = makers(2, two);
    fewer.erase(fewer.begin() + 1);
    const int then = asked[1];
    const Land without = buildLand(grid, 0, fewer, &after);
    EXPECT_GT(asked[1], then);
    EXPECT_EQ(valuesOf(*without.field.tiles[0]), valuesOf(*buildLand(grid, 0, fewer).field.tiles[0]));
}

TEST(Land, OnlyTilesAlongALineAreDense) {
    // A line right across the site: the corners beside it stay as they are.
    const GroundGrid grid = GroundGrid::make({448, 448}, 0.5f);
    const std::vector<V2f> diagonal{{-190, -190}, {190, 190}};
    LandStep step{2, Corridor()};
    std::get<Corridor>(step.shape).line = lineThrough(diagonal);
    std::get<Corridor>(step.shape).heights = {1, 1};
    step.detailIn = boxesAlong(diagonal, 3);
    step.detail = 0.125f;
    const Land land = buildLand(grid, 0.125f, std::vector<LandStep>{{1, kHills}, step});
    int dense = 0;
    for (size_t i = 0; i < land.field.tiles.size(); ++i) dense += land.field.tiles[i]->fine > 1;
    EXPECT_LE(dense * 5, 2 * static_cast<int>(land.field.tiles.size())) << "a band, not the box";
    for (float s = -189; s < 190; s += 0.7f) EXPECT_NEAR(land.field.cellAt({s, s}), 0.125f, 1e-6f) << s;
    for (const V2f& corner : {V2f(-200, 200), V2f(200, -200)}) EXPECT_NEAR(land.field.cellAt(corner), 0.5f, 1e-6f);
}

TEST(Lines, BoxesAlongThemHoldThemInShortPieces) {
    for (const auto& points :
         {std::vector<V2f>{{-100, 30}, {120, -77}}, std::vector<V2f>{{0, 0}, {3, 0}, {3, 50}, {3, 51}},
          curveThrough({{0, 0}, {40, 10}, {50, 60}}, 0.5f), std::vector<V2f>{{7, 7}}}) {
        const std::vector<Box2f> boxes = boxesAlong(points, 2);
        for (const Box2f& b : boxes) EXPECT_LE((b.size() - V2f(4)).length(), kAlong * 1.01f);
        for (size_t i = 0; i + 1 < points.size(); ++i)
            for (float t = 0; t <= 1; t += 0.01f) {
                const V2f p = points[i] + (points[i + 1] - points[i]) * t;
                for (const V2f& off : {V2f(1.9f, 0), V2f(-1.9f, 0), V2f(0, 1.9f), V2f(0, -1.9f)})
                    EXPECT_TRUE(
                        std::any_of(boxes.begin(), boxes.end(), [&](const Box2f& b) { return b.intersects(p + off); }));
            }
    }
    EXPECT_TRUE(boxesAlong({}, 1).empty());
}
