// Reading the ground: slope, flow lines and spot heights, against ground whose figures are known.
#include <gtest/gtest.h>

#include "core/ground/reading.h"
#include "tests/core/test_land.h"

using namespace thallos;

namespace {

const GroundGrid kSite = GroundGrid::make({100, 80}, 0.5f);

// A cone of a height and a radius about a place.
Land cone(const V2f& at, float height, float radius) {
    HeightLayer layer(static_cast<size_t>(kSite.tileCount()));
    for (int i = 0; i < kSite.tileCount(); ++i) {
        auto tile = std::make_shared<GridTile<float>>(kSite.tileSize(i));
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x)
                tile->at(x, y) =
                    height * std::max(0.0f, 1 - (kSite.place(kSite.tileStart(i) + V2i(x, y)) - at).length() / radius);
        layer[static_cast<size_t>(i)] = tile;
    }
    return test::landOf(kSite, {1, 0, 60, 0.4f, {0, 0}}, layer);
}

} // namespace

TEST(Reading, SlopesFallIntoTheirClasses) {
    EXPECT_EQ(slopeClass(0), 0);
    EXPECT_EQ(slopeClass(0.019f), 0);
    EXPECT_EQ(slopeClass(0.03f), 1);
    EXPECT_EQ(slopeClass(0.3f), 4);
    EXPECT_EQ(slopeClass(2), kSlopeClassCount - 1);
    const Land plane = test::landOf(kSite, {1, 0, 60, 0.4f, {0.3f, 0.4f}});
    EXPECT_NEAR(slopeAt(plane.field, {3, -7}, 1), 0.5f, 1e-3f);
}

TEST(Reading, WaterRunsDownAPlaneInLinesThatDrainMore) {
    const Land plane = test::landOf(kSite, {1, 0.4f, 30, 0.5f, {0.05f, 0}});
    const Flow flow = flowOf(plane.field);
    const auto lines = flowLines(flow, 20, 4);
    ASSERT_GT(lines.size(), 3u);
    for (const FlowLine& l : lines) {
        EXPECT_GE(l.area, 20);
        ASSERT_GE(l.points.size(), 2u);
        for (size_t i = 0; i + 1 < l.points.size(); ++i)
            EXPECT_LT((l.points[i + 1] - l.points[i]).length(), 1.5f * flow.cell);
        EXPECT_LT(l.points.back().x, l.points.front().x) << "down the plane";
    }
    EXPECT_LT(flowLines(flow, 200, 4).size(), lines.size());
    // No two run beside each other nearer than asked; where they come that near one has joined the other.
    const auto few = flowLines(flow, 20, 12);
    EXPECT_LT(few.size(), lines.size());
    for (size_t i = 1; i < few.size(); ++i)
        EXPECT_LE(few[i].points.size(), few[0].points.size()) << "the longest comes first";
}

TEST(Reading, TopsAndHollowsHaveSpots) {
    for (const float height : {4.0f, -4.0f}) {
        const Land land = cone({12, -5}, height, 20);
        const auto spots = spotsOf(land.field, kSite.box(), 8, 0.5f);
        ASSERT_EQ(spots.size(), 1u);
        EXPECT_NEAR((spots[0].at - V2f(12, -5)).length(), 0, 1.4f);
        EXPECT_NEAR(spots[0].height, height, 0.3f);
        EXPECT_TRUE(spotsOf(land.field, {{-40, -30}, {-20, 30}}, 8, 0.5f).empty());
    }
    EXPECT_TRUE(spotsOf(test::landOf(kSite, {}).field, kSite.box(), 8, 0.1f).empty());
}
