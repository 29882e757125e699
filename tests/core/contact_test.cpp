// How buildings stand: gaps on known slopes, and the earth that is moved.
#include <cmath>

#include <gtest/gtest.h>

#include "core/ground/contact.h"
#include "tests/core/test_land.h"

using namespace thallos;

namespace {

HeightField slope(const V2f& rise) {
    return test::landOf(GroundGrid::make({60, 60}, 0.5f), {1, 0, 60, 0.4f, rise}).field;
}

Polygon rectangle(float wide, float deep, float turn) {
    Polygon p{{-wide / 2, -deep / 2}, {wide / 2, -deep / 2}, {wide / 2, deep / 2}, {-wide / 2, deep / 2}};
    return moved(p, turn, {2, -3});
}

} // namespace

TEST(Contact, TellsTheGapsOfABoxOnASlopeTurnedByAnyAngle) {
    const HeightField ground = slope({0.1f, 0.05f});
    for (const float turn : {0.0f, 0.3f, 1.1f, 2.5f}) {
        const Polygon o = rectangle(12, 8, turn);
        const float middle = ground.at({2, -3});
        const Contact c = contactOf({o}, middle, ground);
        EXPECT_NEAR(c.length, 40, 1e-3f);
        EXPECT_GE(c.samples.size(), 800u);
        // The extremes are at corners: the plane's rise over the half diagonal.
        float most = 0;
        for (const V2f& p : o) most = std::max(most, std::abs((p - V2f(2, -3)).dot(V2f(0.1f, 0.05f))));
        EXPECT_NEAR(c.highest, most, 2e-3f);
        EXPECT_NEAR(c.lowest, -most, 2e-3f);
        for (const ContactSample& s : c.samples) ASSERT_NEAR(s.gap, -(s.at - V2f(2, -3)).dot(V2f(0.1f, 0.05f)), 2e-3f);
        EXPECT_NEAR(c.floating, c.buried, 0.3f);
        EXPECT_NEAR(bestBase({o}, ground, 0), middle, 2e-3f);
    }
}

TEST(Contact, OnLevelGroundTouchesEverywhere) {
    const HeightField ground = slope({0, 0});
    const Contact c = contactOf({rectangle(5, 4, 0)}, 0.005f, ground);
    EXPECT_EQ(c.floating, 0);
    EXPECT_EQ(c.buried, 0);
    EXPECT_EQ(bestBase({}, ground, 7), 7);
}

TEST(Earthwork, OnAnInclinedPlaneIsTheClosedForm) {
    // A plane that rises by 0.1 to the east becomes level over 20 by 20 m.
    const HeightField before = slope({0.1f, 0});
    HeightField after = before;
    for (int i = 0; i < before.grid.tileCount(); ++i) {
        const HeightTile& old = *before.tiles[static_cast<size_t>(i)];
        GridTile<float> z(old.cells);
        for (int y = 0; y <= z.cells.y; ++y)
            for (int x = 0; x <= z.cells.x; ++x) {
                const V2f p = before.grid.place(before.grid.tileStart(i) + V2i(x, y));
                z.at(x, y) = std::abs(p.x) <= 10 && std::abs(p.y) <= 10 ? 0 : old.at(x, y);
            }
        after.tiles[static_cast<size_t>(i)] = HeightTile::of(std::move(z));
    }
    const Earthwork e = earthworkOf(before, after, {{-9.9f, -9.9f}, {9.9f, 9.9f}});
    EXPECT_NEAR(e.fill, 0.1 * 10 * 10 / 2 * 20, 1.0);
    EXPECT_NEAR(e.cut, e.fill, 1e-2);
    EXPECT_NEAR(e.balance(), 0, 1e-2);
    const Earthwork none = earthworkOf(before, before, before.grid.box());
    EXPECT_EQ(none.cut + none.fill, 0);
}

TEST(Earthwork, OfAPadIsTheHeapItTakes) {
    // A level ground and a pad a metre above: a box with battered sides and rounded edges.
    const HeightField before = slope({0, 0});
    const Pad pad{{rectangle(10, 10, 0)}, 1, 0, 2, 0};
    const HeightField after = test::landOf(before.grid, {1, 0, 60, 0.4f, V2f(0)}, {}, {pad}).field;
    const Earthwork e = earthworkOf(before, after, reachOf(pad).over({0, 0}));
    const double frustum = 100 + 4 * 10 * 0.5 * 2 * 1 + kPi * 2 * 2 / 3.0; // prisms at the sides, cones at the corners
    EXPECT_NEAR(e.fill, frustum, 0.06 * frustum);
    EXPECT_EQ(e.cut, 0);
}
