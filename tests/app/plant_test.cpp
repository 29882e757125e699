// Plant, by posted events on the real window.
#include <gtest/gtest.h>

#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

TEST(Plant, ADriftIsDrawnAndItsHandlesMove) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    const std::string before = documentHash();
    for (const V2f& p : {V2f(-12, -12), V2f(12, -12), V2f(14, 8)}) click(plan, at(plan, p));
    click(plan, at(plan, {-10, 10}));
    key(Qt::Key_Return);
    ASSERT_TRUE(bodyOf<Drift>(last()));
    EXPECT_EQ(bodyOf<Drift>(last())->areas[0].size(), 4u);
    settle();
    EXPECT_GT(session().built()->plantCount(), 1000);
    expectOneStep(before);
    settle();
    const auto count = session().built()->plantCount();
    session().choose(last()->id);
    drag(plan, at(plan, {-12, -12}), at(plan, {-24, -24}));
    settle();
    EXPECT_GT(session().built()->plantCount(), count);
    EXPECT_NEAR(bodyOf<Drift>(last())->areas[0][0].x, -24, 0.5f);
}

TEST(Plant, ADriftIsDrawnInTheShotByADoubleClick) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(false);
    auto& shot = window().shotPane();
    leaf("drift");
    for (const V2f& p : {V2f(-4, -20), V2f(4, -20), V2f(6, -8)}) click(shot, at(shot, p));
    const QPointF end = at(shot, {-6, -8});
    click(shot, end);
    doubleClick(shot, end);
    ASSERT_TRUE(bodyOf<Drift>(last()));
    settle();
    EXPECT_GT(session().built()->plantCount(), 200);
}

TEST(Plant, DensityAndMixByHand) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    for (const V2f& p : {V2f(-10, -10), V2f(10, -10), V2f(10, 10), V2f(-10, 10)}) click(plan, at(plan, p));
    key(Qt::Key_Return);
    settle();
    const auto few = session().built()->plantCount();
    const std::string before = documentHash();
    setField("Density", "12");
    settle();
    EXPECT_GT(session().built()->plantCount(), few * 3 / 2);
    window().mainPane().setFocus();
    expectOneStep(before);
    setField("Fescue", "50");
    float total = 0;
    for (const MixEntry& m : bodyOf<Drift>(last())->mix) total += m.share;
    EXPECT_NEAR(bodyOf<Drift>(last())->mix[0].share / total, 0.5f, 1e-3);
}

TEST(Plant, NonsenseInAFieldIsRefusedWithTheReason) {
    freshSite(false);
    verb(Verb::Light);
    const std::string before = documentHash();
    for (const char* bad : {"far", "1e", "-5", "2 kg", "999999999"}) {
        setField("Visibility", bad);
        EXPECT_TRUE(field("Visibility").property("wrong").toBool()) << bad;
        EXPECT_EQ(documentHash(), before);
    }
    setField("Visibility", "12 km + 500 m");
    EXPECT_FALSE(field("Visibility").property("wrong").toBool());
    EXPECT_FLOAT_EQ(session().shot().daylight.visibility, 12500);
}

TEST(Plant, SpecimensAreClickedAndMoved) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("specimen");
    click(plan, at(plan, {-8, -4}));
    click(plan, at(plan, {8, 5}));
    const auto* p = bodyOf<Planting>(last());
    ASSERT_TRUE(p);
    ASSERT_EQ(p->specimens.size(), 2u) << "the second joins the chosen group";
    settle();
    EXPECT_EQ(session().built()->plantCount(), 2);
    leaf("pick");
    const std::string before = documentHash();
    drag(plan, at(plan, {-8, -4}), at(plan, {-2, -9}));
    EXPECT_NEAR(bodyOf<Planting>(last())->specimens[0].at.y, -9, 0.5f);
    expectOneStep(before);
}

TEST(Plant, AClearingKeepsPlantsOut) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("drift");
    for (const V2f& p : {V2f(-14, -14), V2f(14, -14), V2f(14, 14), V2f(-14, 14)}) click(plan, at(plan, p));
    key(Qt::Key_Return);
    settle();
    const auto before = session().built()->plantCount();
    leaf("clearing");
    session().choose({});
    for (const V2f& p : {V2f(-6, -6), V2f(6, -6), V2f(6, 6), V2f(-6, 6)}) click(plan, at(plan, p));
    click(plan, at(plan, {-6, -6})); // on the first point: closed
    ASSERT_TRUE(bodyOf<Clearing>(last()));
    settle();
    EXPECT_LT(session().built()->plantCount(), before * 9 / 10);
}

TEST(Plant, EscapeGivesUpTheOutline) {
    freshSite(false);
    verb(Verb::Plant);
    choosePlanAsMain(true);
    leaf("drift");
    const std::string before = documentHash();
    click(window().planPane(), at(window().planPane(), {0, 0}));
    click(window().planPane(), at(window().planPane(), {8, 0}));
    key(Qt::Key_Escape);
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before);
}
