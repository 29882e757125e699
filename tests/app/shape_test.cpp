// Shape, by posted events on the real window.
#include <gtest/gtest.h>

#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

class Brushes : public testing::TestWithParam<bool> {};
TEST_P(Brushes, RaiseAndInvert) {
    freshSite(false);
    verb(Verb::Shape);
    choosePlanAsMain(GetParam());
    brush("raise");
    Pane& pane = window().mainPane();
    const V2f spot(2, -6);
    const std::string before = documentHash();
    const float level = session().document.built()->land.field.at(spot);
    drag(pane, at(pane, spot), at(pane, spot + V2f(3, 0)));
    settle();
    const float raised = session().document.built()->land.field.at(spot + V2f(1, 0));
    EXPECT_GT(raised, level + 0.1f);
    expectOneStep(before);
    drag(pane, at(pane, spot), at(pane, spot + V2f(3, 0)), Qt::ControlModifier);
    settle();
    EXPECT_LT(session().document.built()->land.field.at(spot + V2f(1, 0)), raised - 0.05f);
}
INSTANTIATE_TEST_SUITE_P(Panes, Brushes, testing::Values(false, true),
                         [](const auto& i) { return i.param ? "Plan" : "Shot"; });

namespace {
// With the first cover, 0..1.
float painted(const V2f& at) {
    const Project& p = session().document.project();
    return layerAt(p.ground->grid, bodyOf<Cover>(itemsOf<Cover>(p).front())->painted, at);
}
} // namespace

TEST(Shape, SmoothAndPaint) {
    freshSite(false);
    verb(Verb::Shape);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    brush("raise");
    click(plan, at(plan, {0, 0}));
    settle();
    const float bump = session().document.built()->land.field.at({0, 0});
    brush("smooth");
    for (int i = 0; i < 4; ++i) click(plan, at(plan, {0, 0}));
    settle();
    EXPECT_LT(session().document.built()->land.field.at({0, 0}), bump);
    brush("gravel");
    drag(plan, at(plan, {-10, 5}), at(plan, {10, 5}));
    drag(plan, at(plan, {-10, 5}), at(plan, {10, 5}));
    EXPECT_GT(painted({0, 5}), 0.6f);
    brush("soil");
    for (int i = 0; i < 3; ++i) drag(plan, at(plan, {-10, 5}), at(plan, {10, 5}));
    EXPECT_LT(painted({0, 5}), 0.3f);
}

TEST(Shape, BrushKeysAndFields) {
    freshSite(false);
    verb(Verb::Shape);
    brush("raise");
    setField("radius", "12 ft");
    EXPECT_EQ(field("radius").text(), "3.66");
    window().mainPane().setFocus();
    key(Qt::Key_BracketRight);
    EXPECT_GT(field("radius").text().toDouble(), 3.7);
}

TEST(Shape, APadLevelsTheGroundUnderTheHouse) {
    freshSite();
    verb(Verb::Shape);
    choosePlanAsMain(true);
    leaf("pad");
    const std::string before = documentHash();
    click(window().planPane(), at(window().planPane(), xy(house()->position)));
    ASSERT_TRUE(bodyOf<BuildingPad>(last()));
    settle();
    for (const Polygon& o : outlinesOf(*house()))
        for (const V2f& p : o) EXPECT_NEAR(session().document.built()->land.field.at(p), house()->position.z, 0.05f);
    expectOneStep(before);
    session().selection.set(last()->id);
    setField("batter", "1:6");
    EXPECT_FLOAT_EQ(bodyOf<BuildingPad>(last())->batter, 6);
}

TEST(Shape, WaterFillsAHollow) {
    freshSite(false);
    verb(Verb::Shape);
    choosePlanAsMain(true);
    brush("lower");
    setField("dabHeight", "0,8");
    for (int i = 0; i < 3; ++i) click(window().planPane(), at(window().planPane(), {-15, -10}));
    settle();
    leaf("water");
    click(window().planPane(), at(window().planPane(), {-15, -10}));
    settle();
    ASSERT_EQ(session().document.built()->waters.size(), 1u);
    EXPECT_FALSE(session().document.built()->waters[0].surface->empty());
}

TEST(Shape, ReliefByNumbers) {
    freshSite(false);
    verb(Verb::Shape);
    leaf("pad"); // no brush: the ground's own values show
    session().selection.set({});
    const std::string before = documentHash();
    setField("relief", "12");
    settle();
    EXPECT_FLOAT_EQ(terrainOf(session().document.project())->relief.height, 12);
    window().mainPane().setFocus();
    expectOneStep(before);
}
