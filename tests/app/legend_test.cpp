// A legend in the window: put into the plan by its tool, drawn there, moved and measured anew.
#include <gtest/gtest.h>

#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

const Legend* legend() {
    const auto all = itemsOf<Legend>(session().document.project());
    return all.empty() ? nullptr : bodyOf<Legend>(all.front());
}

} // namespace

TEST(LegendTool, PutsItIntoThePlanWhereItIsDrawn) {
    freshSite(false);
    verb(Verb::Seat);
    choosePlanAsMain(true);
    PlanPane& plan = window().planPane();
    plan.frame({{-30, -30, 0}, {30, 30, 0}});
    settlePlan();
    const QImage before = plan.grab().toImage();
    const std::string document = documentHash();
    leaf("legend");
    click(plan, at(plan, {-12, 4}));
    ASSERT_TRUE(legend());
    EXPECT_NEAR(legend()->at.x, -12, 0.3f);
    EXPECT_FLOAT_EQ(legend()->length, 10) << "a round tenth of the site";
    expectOneStep(document);
    session().selection.set({});
    window().mainPane().setFocus();
    // Ink where the first field of its bar lies.
    const V2f field = legend()->at + V2f(0.03f + 0.125f, 0.09f + 0.0125f) * legend()->length;
    const QPoint there = plan.screen(field).toPoint();
    const QImage after = plan.grab().toImage();
    EXPECT_LT(qGray(after.pixel(there)), 90);
    EXPECT_GT(qGray(before.pixel(there)), 120);
}

TEST(LegendTool, ItsBarIsAValueAndThePictureStaysAsItIs) {
    freshSite(false);
    verb(Verb::Seat);
    Id id;
    session().document.edit("Set up", added(session().document.project(), "Legend", Legend{{0, 0}, 20}, &id));
    settle();
    const auto scene = window().engine().scene();
    session().selection.set(id);
    setField("bar", "25 m");
    EXPECT_FLOAT_EQ(legend()->length, 25);
    settle();
    EXPECT_EQ(window().engine().scene()->objects.size(), scene->objects.size());
}
