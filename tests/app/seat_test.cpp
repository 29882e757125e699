// Seat, by posted events on the real window.
#include <fstream>

#include <QDialog>
#include <gtest/gtest.h>

#include "app/lists/item_list.h"
#include "core/base/assets.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

TEST(Seat, ABuildingIsBroughtInThroughTheDialog) {
    freshSite(false);
    const std::string before = documentHash();
    whenDialogOpens([](QDialog& d) { chooseFile(d, assetFolder() / "demo/honey-house.glb"); });
    key(Qt::Key_I, Qt::ControlModifier);
    acceptImport();
    ASSERT_TRUE(
        waitFor([] { return !session().jobs.busy() && !itemsOf<Building>(session().document.project()).empty(); }));
    const auto* b = bodyOf<Building>(itemsOf<Building>(session().document.project()).front());
    EXPECT_GE(b->model->parts.size(), 60u);
    EXPECT_EQ(session().selection.last(), itemsOf<Building>(session().document.project()).front()->id);
    expectOneStep(before);
}

TEST(Seat, ABrokenModelIsOneSentenceAndChangesNothing) {
    freshSite();
    const std::string before = documentHash();
    const fs::path bad = scratch() / "bad.glb";
    std::ofstream(bad) << "glTF but no more";
    window().files().take(bad, nullptr);
    ASSERT_TRUE(waitFor([] { return !session().jobs.busy(); }));
    EXPECT_NE(message().indexOf("bad.glb"), -1);
    EXPECT_EQ(message().indexOf('\n'), -1);
    EXPECT_EQ(documentHash(), before);
}

TEST(Seat, DraggingMovesTheBuildingInThePlan) {
    freshSite();
    choosePlanAsMain(true);
    leaf("move");
    const std::string before = documentHash();
    const V3f from = house()->position;
    drag(window().planPane(), at(window().planPane(), xy(from)), at(window().planPane(), xy(from) + V2f(6, -4)));
    settle();
    EXPECT_NEAR(house()->position.x, from.x + 6, 0.4f);
    EXPECT_NEAR(house()->position.y, from.y - 4, 0.4f);
    EXPECT_NEAR(house()->position.z, seatHeight(*house(), session().document.built()->land.natural), 0.02f)
        << "it keeps to the ground";
    expectOneStep(before);
}

TEST(Seat, DraggingMovesTheBuildingInTheShot) {
    freshSite();
    leaf("move");
    const std::string before = documentHash();
    auto& pane = window().shotPane();
    const V3f from = house()->position;
    const QPointF grip = *pane.toScreen(from + V3f(-4, -4, 1.2f));
    drag(pane, grip, grip + QPointF(60, 0));
    settle();
    EXPECT_GT(house()->position.x, from.x + 0.5f);
    expectOneStep(before);
}

TEST(Seat, TurningAndDropping) {
    freshSite();
    choosePlanAsMain(true);
    leaf("turn");
    std::string before = documentHash();
    auto& plan = window().planPane();
    const V2f c = xy(house()->position);
    click(plan, at(plan, c));
    before = documentHash();
    drag(plan, at(plan, c + V2f(6, 0)), at(plan, c + V2f(4.3f, 4.3f)));
    EXPECT_NEAR(degrees(house()->yaw), 45, 4);
    expectOneStep(before);
    // Lifted by a value, dropped by the leaf.
    setField("base", "30");
    EXPECT_NEAR(house()->position.z, 30, 1e-4);
    settle();
    leaf("drop");
    EXPECT_NEAR(house()->position.z, seatHeight(*house(), session().document.built()->land.natural), 1e-3);
}

TEST(Seat, AFigureIsStoodInEitherPane) {
    freshSite();
    leaf("figure");
    click(window().shotPane(), at(window().shotPane(), {3, -8}));
    ASSERT_TRUE(bodyOf<Figure>(last()));
    EXPECT_NEAR(bodyOf<Figure>(last())->at.x, 3, 0.5f);
    choosePlanAsMain(true);
    click(window().planPane(), at(window().planPane(), {-10, -6}));
    EXPECT_NEAR(bodyOf<Figure>(last())->at.y, -6, 0.5f);
    settle();
}

TEST(Seat, ALockedBuildingIsNotMoved) {
    freshSite();
    choosePlanAsMain(true);
    leaf("move");
    clickItem(0, ItemModel::Lock);
    EXPECT_TRUE(find(session().document.project(), "Honey house")->locked);
    const V3f from = house()->position;
    drag(window().planPane(), at(window().planPane(), xy(from)), at(window().planPane(), xy(from) + V2f(6, -4)));
    EXPECT_EQ(house()->position, from);
}

TEST(Seat, TheEyeHidesAndDeleteDeletes) {
    freshSite();
    clickItem(0, ItemModel::Eye);
    EXPECT_FALSE(find(session().document.project(), "Honey house")->visible);
    clickItem(0, ItemModel::Eye);
    EXPECT_TRUE(find(session().document.project(), "Honey house")->visible);
    clickItem(0);
    const std::string before = documentHash();
    window().mainPane().setFocus();
    key(Qt::Key_Delete);
    EXPECT_EQ(house(), nullptr);
    expectOneStep(before);
}
