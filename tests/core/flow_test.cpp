// Loose ground that slides, and water that runs over it.
#include <cmath>
#include <numeric>

#include <gtest/gtest.h>

#include "core/base/hash.h"
#include "core/ground/flow.h"
#include "core/ground/slump.h"
#include "tests/core/test_land.h"

using namespace thallos;

namespace {
double sumOf(const std::vector<float>& z) {
    return std::accumulate(z.begin(), z.end(), 0.0);
}
float steepestOf(const std::vector<float>& z, int w, float cell) {
    float out = 0;
    for (size_t i = 0; i + 1 < z.size(); ++i)
        if ((i + 1) % static_cast<size_t>(w) != 0) out = std::max(out, std::abs(z[i + 1] - z[i]) / cell);
    return out;
}
} // namespace

TEST(Slump, KeepsAllEarthAndEndsAtItsAngle) {
    const V2i size(96, 80);
    std::vector<float> z(96 * 80);
    Random random(3);
    for (float& v : z) v = random.unit();
    for (int y = 30; y < 50; ++y)
        for (int x = 40; x < 50; ++x) z[static_cast<size_t>(y) * 96 + x] = 9;
    const double before = sumOf(z);
    slump(z, size, 0.5f, {0.6f, 10});
    EXPECT_NEAR(sumOf(z) / before, 1, 1e-6);
    const float once = steepestOf(z, 96, 0.5f);
    slump(z, size, 0.5f, {0.6f, 600});
    EXPECT_NEAR(sumOf(z) / before, 1, 1e-6);
    EXPECT_LT(steepestOf(z, 96, 0.5f), once);
    EXPECT_LT(steepestOf(z, 96, 0.5f), 0.6f * 1.03f);
}

TEST(Slump, LeavesWhatStandsAndWhatIsKept) {
    const V2i size(40, 40);
    std::vector<float> slope(1600), weight(1600, 1);
    for (size_t i = 0; i < slope.size(); ++i) slope[i] = 0.5f * static_cast<float>(i % 40);
    std::vector<float> z = slope;
    slump(z, size, 1, {0.6f, 20});
    EXPECT_EQ(z, slope) << "gentler than its angle it stands";
    for (size_t i = 0; i < weight.size(); ++i) weight[i] = i % 40 < 20 ? 0.0f : 1.0f;
    for (size_t i = 0; i < slope.size(); ++i) slope[i] = i % 3 ? 0.0f : 5.0f;
    z = slope;
    slump(z, size, 1, {0.6f, 20}, weight);
    for (size_t i = 0; i < z.size(); ++i)
        if (i % 40 < 20) EXPECT_EQ(z[i], slope[i]);
}

TEST(Slump, IsTheSameHoweverManyCores) {
    const V2i size(64, 64);
    std::vector<float> a(64 * 64);
    Random random(5);
    for (float& v : a) v = 3 * random.unit();
    std::vector<float> b = a;
    slump(a, size, 0.5f, {0.5f, 15});
    slump(b, size, 0.5f, {0.5f, 15});
    EXPECT_EQ(a, b);
}

TEST(Flow, GathersDownAPlane) {
    // It falls to the south: through each place drains the strip above it.
    const Land land = test::landOf(GroundGrid::make({120, 120}, 1), {1, 0, 60, 0.4f, {0, 0.05f}});
    const Flow f = flowOf(land.field, 120);
    for (const float y : {40.0f, 10.0f, -20.0f, -50.0f})
        for (const float x : {-20.0f, 0.0f, 15.0f})
            EXPECT_NEAR(f.areaAt({x, y}), 60 - y, 0.05f * (60 - y) + 1.5f) << x << " " << y;
    EXPECT_GT(f.wetnessAt({0, -50}), f.wetnessAt({0, 40}));
    // The way of the water is straight down.
    const int from = 100 * f.size.x + 60;
    EXPECT_EQ(f.next[static_cast<size_t>(from)], from - f.size.x);
}

TEST(Flow, FillsABowlUpToItsRim) {
    // A bowl within a plane of which everything runs out: what falls into it reaches the border all the same.
    const GroundGrid grid = GroundGrid::make({100, 100}, 1);
    const HeightLayer bowl = sculpted({}, HeightField{grid, {}}, {BrushKind::Lower, 25, 5, 0.9f}, {0, 0}).heights;
    const Land land = test::landOf(grid, {1, 0, 60, 0.4f, {0, 0.02f}}, bowl);
    const Flow f = flowOf(land.field, 100);
    double out = 0;
    for (int i = 0; i < f.size.x * f.size.y; ++i)
        if (f.next[static_cast<size_t>(i)] == i) out += static_cast<double>(f.area[static_cast<size_t>(i)]);
    EXPECT_NEAR(out, 100 * 100, 100) << "all rain leaves the site";
    EXPECT_GT(f.wetnessAt({0, -8}), 0.6f) << "the bottom of the bowl is wet";
    EXPECT_LT(f.wetnessAt({0, 45}), 0.5f * f.wetnessAt({0, -8})) << "the top of the plane is dry";
}
