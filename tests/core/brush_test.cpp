// Brushes of every sort on a layer, and where the dabs of a stroke lie.
#include <cmath>

#include <gtest/gtest.h>

#include "tests/core/test_land.h"

using namespace thallos;

namespace {

const GroundGrid kGrid = GroundGrid::make({60, 60}, 0.5f);
const Relief kSlope{1, 0, 60, 0.4f, {0.1f, 0}};

// A layer over a slope, and what it comes to.
struct Ground {
    Sculpting layer{};
    Relief relief{kSlope};
    HeightField field() const { return buildLand(kGrid, 0, std::vector<LandStep>{{1, relief}, {2, layer}}).field; }
    Ground with(const Brush& brush, const V2f& at, const V2f& along = V2f(0)) const {
        return {sculpted(layer, field(), brush, at, along), relief};
    }
    float at(const V2f& p) const { return field().at(p); }
};

double volume(const HeightField& f) {
    double sum = 0;
    for (int y = 0; y <= f.grid.cells.y; ++y)
        for (int x = 0; x <= f.grid.cells.x; ++x) sum += static_cast<double>(f.sample(x, y));
    return sum;
}

} // namespace

TEST(Brushes, LevelBringsTheGroundToItsHeightFromBothSides) {
    Ground g;
    Brush level{BrushKind::Level, 6, 0.5f, 0.2f};
    level.level = 0.4f;
    for (int i = 0; i < 12; ++i) g = g.with(level, {0, 0});
    for (const float x : {-4.0f, 0.0f, 4.0f}) EXPECT_NEAR(g.at({x, 1}), 0.4f, 0.01f) << x;
    EXPECT_NEAR(g.at({12, 0}), 1.2f, 1e-4f) << "beyond the ring nothing changes";
}

TEST(Brushes, RaiseAndLowerStopAtTheirLimit) {
    Ground g;
    Brush raise{BrushKind::Raise, 8, 0.5f, 0.3f};
    raise.limit = 0.3f;
    for (int i = 0; i < 5; ++i) g = g.with(raise, {0, 0});
    EXPECT_NEAR(g.at({-2, 0}), 0.3f, 1e-4f);
    EXPECT_NEAR(g.at({5, 0}), 0.5f, 1e-4f) << "what is higher stays";
    Brush lower{BrushKind::Lower, 8, 0.5f, 0.3f};
    lower.limit = 0.1f;
    for (int i = 0; i < 5; ++i) g = g.with(lower, {0, 0});
    EXPECT_NEAR(g.at({2, 0}), 0.1f, 1e-4f);
    EXPECT_LE(g.at({-4, 0}), 0.1f + 1e-4f);
}

TEST(Brushes, RestoreTakesSculptingBackAndProtectKeepsItOff) {
    Ground g = Ground().with({BrushKind::Raise, 6, 2, 0.5f}, {0, 0});
    EXPECT_GT(g.at({0, 0}), 1.9f);
    for (int i = 0; i < 20; ++i) g = g.with({BrushKind::Restore, 8, 0.5f, 0.1f}, {0, 0});
    EXPECT_NEAR(g.at({0, 0}), 0, 1e-3f);
    g = g.with({BrushKind::Protect, 4, 1, 0.1f}, {0, 0});
    const float kept = g.at({0, 0}), free = g.at({6, 0});
    for (const BrushKind kind : {BrushKind::Raise, BrushKind::Smooth, BrushKind::Roughen, BrushKind::Slump})
        g = g.with({kind, 10, 0.4f, 0.2f}, {0, 0});
    EXPECT_NEAR(g.at({0, 0}), kept, 1e-4f);
    EXPECT_GT(g.at({6, 0}), free + 0.2f);
    g = g.with({BrushKind::Release, 5, 1, 0.1f}, {0, 0}).with({BrushKind::Raise, 10, 0.4f, 0.2f}, {0, 0});
    EXPECT_GT(g.at({0, 0}), kept + 0.3f);
}

TEST(Brushes, SlumpKeepsTheEarthAndRoughenNearlySo) {
    Ground g;
    g.relief.tilt = V2f(0);
    g = g.with({BrushKind::Raise, 4, 5, 0}, {0, 0});
    const double before = volume(g.field());
    Brush slump{BrushKind::Slump, 12, 1, 0};
    slump.repose = 0.6f;
    slump.passes = 40;
    for (int i = 0; i < 6; ++i) g = g.with(slump, {0, 0});
    EXPECT_NEAR(volume(g.field()) / before, 1, 1e-4);
    EXPECT_LT(g.at({0, 0}), 5.01f);
    EXPECT_GT(g.at({6, 0}), 0.3f) << "what stood upright lies around it";
    Ground rough;
    rough.relief.tilt = V2f(0);
    for (int i = 0; i < 3; ++i) rough = rough.with({BrushKind::Roughen, 10, 0.3f, 0}, {0, 0});
    float low = 0, high = 0;
    for (float x = -8; x <= 8; x += 0.5f) {
        low = std::min(low, rough.at({x, 0.5f}));
        high = std::max(high, rough.at({x, 0.5f}));
    }
    EXPECT_GT(high - low, 0.2f);
}

TEST(Brushes, RutsRunAGaugeApartAlongTheStroke) {
    Ground g;
    g.relief.tilt = V2f(0);
    Brush rut{BrushKind::Rut, 1.2f, 0.05f, 1};
    rut.gauge = 3;
    EXPECT_EQ(g.with(rut, {0, 0}).at({0, 1.5f}), 0) << "without a direction wheels leave nothing";
    for (float x = -6; x <= 6; x += 0.25f) g = g.with(rut, {x, 0}, {1, 0});
    EXPECT_LT(g.at({0, 1.5f}), -0.05f);
    EXPECT_LT(g.at({0, -1.5f}), -0.05f);
    EXPECT_NEAR(g.at({0, 0}), 0, 0.02f) << "between them the ground stays";
}

TEST(Brushes, ASmallBrushMakesTheLayerDenseEnough) {
    const GroundGrid coarse = GroundGrid::make({96, 96}, 2);
    const HeightField flat{coarse, {}};
    const Sculpting fine = sculpted({}, flat, {BrushKind::Raise, 1, 0.5f, 0.5f}, {0.3f, 0.2f}, V2f(0), 0.125f);
    const Land land = buildLand(coarse, 0.125f, std::vector<LandStep>{{1, Relief()}, {2, fine}});
    EXPECT_NEAR(land.field.cellAt({0, 0}), 0.125f, 1e-6f);
    EXPECT_NEAR(land.field.at({0.3f, 0.2f}), 0.5f, 0.01f);
    EXPECT_NEAR(land.field.at({2, 0}), 0, 1e-5f);
    // What a wide brush made before stays as it was between the old samples.
    const Sculpting wide = sculpted({}, flat, {BrushKind::Raise, 20, 1, 0.9f}, {0, 0});
    const float before = layerAt(coarse, wide.heights, {9.3f, 4.1f});
    const Sculpting both = sculpted(wide, flat, {BrushKind::Raise, 1, 0.5f, 0.5f}, {0.3f, 0.2f}, V2f(0), 0.125f);
    EXPECT_NEAR(layerAt(coarse, both.heights, {9.3f, 4.1f}), before, 1e-5f);
}

TEST(Strokes, AreTheSameAtAnyRateOfEvents) {
    const V2f from(-3, 1), to(17, 9);
    StrokeWalk once(from, 0.7f);
    const std::vector<V2f> coarse = once.to(to);
    for (const int events : {2, 7, 50, 333}) {
        StrokeWalk walk(from, 0.7f);
        std::vector<V2f> fine;
        for (int i = 1; i <= events; ++i)
            for (const V2f& p : walk.to(from + (to - from) * (static_cast<float>(i) / static_cast<float>(events))))
                fine.push_back(p);
        ASSERT_EQ(fine.size(), coarse.size()) << events;
        for (size_t i = 0; i < fine.size(); ++i) EXPECT_LT((fine[i] - coarse[i]).length(), 2e-3f);
        // And so is the ground that they make.
        Sculpting a, b;
        for (const V2f& p : coarse) a = sculpted(a, HeightField{kGrid, {}}, {BrushKind::Raise, 3, 0.1f, 0.6f}, p);
        for (const V2f& p : fine) b = sculpted(b, HeightField{kGrid, {}}, {BrushKind::Raise, 3, 0.1f, 0.6f}, p);
        for (float x = -3; x < 17; x += 1.3f) {
            const V2f p = from + (to - from) * ((x + 3) / 20);
            EXPECT_NEAR(layerAt(kGrid, a.heights, p), layerAt(kGrid, b.heights, p), 2e-3f);
        }
    }
    StrokeWalk still(from, 0.7f);
    EXPECT_EQ(still.to(from).size(), 1u) << "a click is one dab";
    EXPECT_TRUE(still.to(from + V2f(0.2f, 0)).empty());
}

TEST(Brushes, ARampRunsStraightBetweenTwoHeights) {
    // A hump on the way, and nothing else.
    Ground g = Ground().with({BrushKind::Raise, 5, 1.5f, 0.5f}, {0, 0});
    const V2f from(-10, 0), to(10, 2);
    const Brush brush{BrushKind::Ramp, 3, 1, 0.4f};
    const float start = g.at(from), end = g.at(to), beside = g.at({0, 8});
    const Sculpting ramp = ramped(g.layer, g.field(), brush, from, to);
    const Ground after{ramp, kSlope};
    for (const float t : {0.1f, 0.35f, 0.5f, 0.9f}) {
        const V2f p = from + (to - from) * t;
        EXPECT_NEAR(after.at(p), start + t * (end - start), 0.02f) << t;
    }
    EXPECT_EQ(after.at({0, 8}), beside) << "beyond its edge nothing changes";
    EXPECT_GT(g.at({0, 0.9f}), after.at({0, 0.9f}) + 1);
    // Where it is kept from sculpting the ground stays, and a ramp of no length is none.
    const Ground kept = g.with({BrushKind::Protect, 4, 1, 0.1f}, {0, 0});
    EXPECT_NEAR(Ground({ramped(kept.layer, kept.field(), brush, from, to), kSlope}).at({0, 0}), g.at({0, 0}), 1e-4f);
    EXPECT_EQ(ramped(g.layer, g.field(), brush, from, from), g.layer);
}
