// Looking about, hiding, probing, measuring and finding: nothing of it changes the document.
#include <cmath>

#include <QLabel>
#include <QListWidget>
#include <QNativeGestureEvent>
#include <QPointingDevice>
#include <QToolButton>
#include <QWheelEvent>
#include <gtest/gtest.h>

#include "app/lists/find_box.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

ShotPane& shotOfTheHouse() {
    freshSite();
    choosePlanAsMain(false);
    window().shotPane().setFocus();
    return window().shotPane();
}

Camera camera() {
    return session().view.shot().camera;
}

// A place of the picture where the house is seen, and where that is.
QPointF onTheHouse(ShotPane& shot, V3f* place = nullptr) {
    const QRectF r = shot.pictureRect();
    for (double y = 0.3; y < 0.8; y += 0.03)
        for (double x = 0.2; x < 0.8; x += 0.03) {
            const QPointF at(r.left() + x * r.width(), r.top() + y * r.height());
            const PanePoint p = shot.pick(at, {});
            if (!p.surface || session().document.item(p.item) == nullptr) continue;
            if (place) *place = *p.surface;
            return at;
        }
    ADD_FAILURE() << "the house is not in the picture";
    return r.center();
}

void command(const char* id) {
    QAction* action = window().commands().action(id);
    ASSERT_TRUE(action) << id;
    window().commands().refresh();
    ASSERT_TRUE(action->isEnabled()) << id;
    action->trigger();
}

} // namespace

TEST(Looking, RightDragGoesRoundWhatIsUnderThePointer) {
    ShotPane& shot = shotOfTheHouse();
    V3f about;
    const QPointF grip = onTheHouse(shot, &about);
    const std::string before = documentHash();
    const Camera start = camera();
    drag(shot, grip, grip + QPointF(60, 0), Qt::NoModifier, Qt::RightButton);
    const Camera now = camera();
    EXPECT_NE(now.position, start.position);
    EXPECT_NEAR((now.position - about).length(), (start.position - about).length(), 0.05f) << "at the same distance";
    const auto seen = shot.toScreen(about);
    ASSERT_TRUE(seen);
    EXPECT_NEAR(QLineF(*seen, grip).length(), 0, 6) << "and the point stays where it was in the picture";
    EXPECT_EQ(documentHash(), before);
    EXPECT_TRUE(session().view.looking());
    drag(shot, grip, grip + QPointF(0, 50), Qt::NoModifier, Qt::RightButton);
    EXPECT_GT(camera().position.z, now.position.z + 0.3f) << "dragging down rises";
    key(Qt::Key_B);
    EXPECT_FALSE(session().view.looking());
    EXPECT_EQ(camera(), start);
}

TEST(Looking, CtrlTurnsTheHeadAndMiddleShifts) {
    ShotPane& shot = shotOfTheHouse();
    const QPointF grip = onTheHouse(shot);
    const Camera start = camera();
    drag(shot, grip, grip + QPointF(50, 0), Qt::ControlModifier, Qt::RightButton);
    EXPECT_EQ(camera().position, start.position);
    EXPECT_NE(camera().yaw, start.yaw);
    EXPECT_EQ(camera().pitch, 0) << "verticals stay upright";
    const Camera turned = camera();
    drag(shot, grip, grip + QPointF(40, 10), Qt::NoModifier, Qt::MiddleButton);
    EXPECT_EQ(camera().yaw, turned.yaw);
    EXPECT_NE(camera().position, turned.position);
}

TEST(Looking, ATrackpadShiftsWithTwoFingersAndPinchesNearer) {
    ShotPane& shot = shotOfTheHouse();
    const QPointF spot = onTheHouse(shot);
    const Camera start = camera();
    QWheelEvent two(spot, shot.mapToGlobal(spot), QPoint(24, 6), QPoint(), Qt::NoButton, Qt::NoModifier,
                    Qt::ScrollUpdate, false);
    QApplication::sendEvent(&shot, &two);
    EXPECT_NE(camera().position, start.position);
    EXPECT_EQ(camera().yaw, start.yaw) << "shifted, not turned";
    session().view.dropLook();
    V3f place;
    onTheHouse(shot, &place);
    const QPointingDevice pad("pad", 9, QInputDevice::DeviceType::TouchPad, QPointingDevice::PointerType::Finger,
                              QInputDevice::Capability::Position, 2, 0);
    QNativeGestureEvent pinch(Qt::ZoomNativeGesture, &pad, 2, spot, spot, shot.mapToGlobal(spot), 0.4, QPointF());
    QApplication::sendEvent(&shot, &pinch);
    EXPECT_LT((camera().position - place).length(), (start.position - place).length());
}

TEST(Looking, FramingBringsAThingIntoView) {
    ShotPane& shot = shotOfTheHouse();
    session().selection.set(find(session().document.project(), std::string("Honey house"))->id);
    Camera away = camera();
    away.yaw += 2;
    session().view.look(away);
    key(Qt::Key_F);
    const auto middle = shot.toScreen(house()->position + V3f(0, 0, 2));
    ASSERT_TRUE(middle);
    EXPECT_LT(QLineF(*middle, shot.pictureRect().center()).length(), 0.2 * shot.pictureRect().width());
    choosePlanAsMain(true);
    window().planPane().setFocus();
    key(Qt::Key_F);
    EXPECT_LT(
        QLineF(*window().planPane().toScreen(house()->position), QRectF(window().planPane().rect()).center()).length(),
        60);
    key(Qt::Key_Home);
    const Box2f site = session().document.project().ground->grid.box();
    EXPECT_TRUE(
        QRectF(window().planPane().rect()).contains(*window().planPane().toScreen({site.min.x, site.min.y, 0})));
    choosePlanAsMain(false);
}

TEST(Looking, ViewsAreTurnedBackAndOnLikePages) {
    shotOfTheHouse();
    const Camera first = camera();
    Camera second = first, third = first;
    second.yaw += 0.3f;
    third.yaw += 0.6f;
    session().view.look(second);
    QTest::qWait(700);
    session().view.look(third);
    key(Qt::Key_Left, Qt::AltModifier);
    EXPECT_EQ(camera(), second);
    key(Qt::Key_Left, Qt::AltModifier);
    EXPECT_EQ(camera(), first);
    EXPECT_FALSE(session().view.canLookBack());
    key(Qt::Key_Right, Qt::AltModifier);
    EXPECT_EQ(camera(), second);
    EXPECT_FALSE(session().document.history().canUndo()) << "looking is no step";
}

TEST(Looking, TheWindsAndAboveAreKeys) {
    shotOfTheHouse();
    const V3f middle = house()->position;
    const std::tuple<Qt::Key, V3f> winds[] = {{Qt::Key_2, {0, -1, 0}},
                                              {Qt::Key_8, {0, 1, 0}},
                                              {Qt::Key_6, {1, 0, 0}},
                                              {Qt::Key_4, {-1, 0, 0}},
                                              {Qt::Key_5, {0, 0, 1}}};
    for (const auto& [k, side] : winds) {
        key(k, Qt::AltModifier);
        EXPECT_GT((camera().position - middle).normalized().dot(side), 0.9f);
        EXPECT_TRUE(window().shotPane().toScreen(middle));
    }
}

TEST(Looking, TheNearCutIsForLookingOnly) {
    ShotPane& shot = shotOfTheHouse();
    V3f place;
    const QPointF spot = onTheHouse(shot, &place);
    const std::string before = documentHash();
    session().view.setNearCut((place - camera().position).length() + 30);
    settle();
    EXPECT_NE(shot.pick(spot, {}).item, find(session().document.project(), std::string("Honey house"))->id)
        << "what lies before the cut is not met";
    EXPECT_EQ(documentHash(), before);
    EXPECT_EQ(session().view.shot().camera.nearCut, 0) << "renders know nothing of it";
    session().view.setNearCut(0);
    EXPECT_EQ(session().document.item(shot.pick(spot, {}).item)->name, "Honey house");
}

TEST(Hiding, ByKeyForNowOnlyAndBack) {
    ShotPane& shot = shotOfTheHouse();
    session().document.edit("Set up", added(session().document.project(), "Anna", Figure{{3, -8}, 0}));
    settle();
    const Id home = find(session().document.project(), std::string("Honey house"))->id;
    const QPointF spot = onTheHouse(shot);
    const std::string before = documentHash();
    const auto seenAt = [&] { return waitFor([&] { return shot.pick(spot, {}).item == home; }, 3000); };
    const auto goneAt = [&] { return waitFor([&] { return shot.pick(spot, {}).item != home; }, 3000); };
    session().selection.set(home);
    key(Qt::Key_H);
    EXPECT_TRUE(goneAt());
    EXPECT_EQ(documentHash(), before) << "not in the document";
    key(Qt::Key_H, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_TRUE(seenAt());
    session().selection.set(find(session().document.project(), std::string("Anna"))->id);
    key(Qt::Key_I);
    EXPECT_TRUE(goneAt()) << "only Anna is left";
    EXPECT_TRUE(session().view.seen(*find(session().document.project(), std::string("Anna"))));
    session().selection.set({});
    key(Qt::Key_I);
    EXPECT_TRUE(seenAt()) << "again shows all, whatever is selected";
}

TEST(Hiding, WhatIsNotSeenIsToldAndComesBackByAClick) {
    shotOfTheHouse();
    session().document.edit("Set up", added(session().document.project(), "Anna", Figure{{3, -8}, 0}));
    settle();
    auto* line = window().shotPane().findChild<QWidget*>("hiddenLine");
    ASSERT_TRUE(line);
    EXPECT_FALSE(line->isVisible()) << "nothing is hidden";
    const Id home = find(session().document.project(), std::string("Honey house"))->id;
    const Id anna = find(session().document.project(), std::string("Anna"))->id;
    session().selection.set(home);
    command("items.leaveOut");
    command("items.hide");
    session().document.editItem("Hide", anna, [](Item& i) { i.visible = false; });
    session().view.setNearCut(4);
    session().view.setPlanting(false);
    session().view.setNeutral(true);
    EXPECT_TRUE(line->isVisible());
    QStringList told;
    for (const auto* b : line->findChildren<QToolButton*>())
        if (b->isVisible()) told << b->accessibleName();
    EXPECT_EQ(told, QStringList({"1 hidden while working", "1 switched off", "1 excluded from this shot",
                                 "near clipping 4.00 m", "plants off", "clay view"}));
    for (const char* id : {"hiddenWorking", "switchedOff", "excluded", "nearClipping", "plantsOff", "clayView"}) {
        QToolButton* button = nullptr;
        for (auto* b : line->findChildren<QToolButton*>(id))
            if (b->isVisible()) button = b;
        ASSERT_TRUE(button) << id;
        click(*button, QPointF(button->rect().center()));
    }
    EXPECT_FALSE(line->isVisible());
    EXPECT_FALSE(session().view.anyHidden());
    EXPECT_TRUE(session().document.item(anna)->visible);
    EXPECT_TRUE(session().view.shot().hidden.empty());
    EXPECT_TRUE(session().view.nearCut() == 0 && session().view.planting() && !session().view.neutral());
    session().view.setPlanting(false);
    choosePlanAsMain(true);
    EXPECT_FALSE(line->isVisible()) << "a small pane has no room for it";
    EXPECT_TRUE(window().mainPane().findChild<QWidget*>("hiddenLine")->isVisible());
    choosePlanAsMain(false);
    session().view.showAll();
    EXPECT_TRUE(session().view.planting());
}

TEST(Hiding, LeftOutOfAShotIsAStepOfThatShotAlone) {
    ShotPane& shot = shotOfTheHouse();
    const Id home = find(session().document.project(), std::string("Honey house"))->id, first = session().view.shotId();
    command("look.addShot");
    const Id second = session().view.shotId();
    const QPointF spot = onTheHouse(shot);
    session().selection.set(home);
    const std::string before = documentHash();
    key(Qt::Key_H, Qt::ControlModifier | Qt::AltModifier);
    EXPECT_TRUE(waitFor([&] { return shot.pick(spot, {}).item != home; }, 3000));
    expectOneStep(before);
    session().view.showShot(first);
    EXPECT_TRUE(waitFor([&] { return shot.pick(spot, {}).item == home; }, 3000)) << "the other shot shows it";
    EXPECT_TRUE(
        visibilityOf(session().document.project(), *bodyOf<Shot>(session().document.item(first))).hidden.empty());
    EXPECT_EQ(visibilityOf(session().document.project(), *bodyOf<Shot>(session().document.item(second))).hidden.size(),
              1u);
}

TEST(Hiding, FormOnlyIsGreyUnderAPaleSky) {
    ShotPane& shot = shotOfTheHouse();
    ASSERT_TRUE(waitFor([&] { return shot.picture().samples >= 1; }));
    const QImage coloured = shot.picture().image;
    key(Qt::Key_F, Qt::ShiftModifier);
    EXPECT_TRUE(session().view.neutral());
    EXPECT_TRUE(waitFor([&] { return difference(shot.picture().image, coloured) > 6; }, 8000));
    key(Qt::Key_F, Qt::ShiftModifier);
    EXPECT_FALSE(session().view.neutral());
}

TEST(Probe, TellsWhatIsUnderThePointerWhileSpaceIsHeld) {
    ShotPane& shot = shotOfTheHouse();
    ASSERT_TRUE(waitFor([&] { return shot.picture().samples >= 1; }));
    const QPointF spot = onTheHouse(shot);
    moveTo(shot, spot, Qt::NoModifier, Qt::NoButton);
    QTest::keyPress(&shot, Qt::Key_Space);
    EXPECT_TRUE(shot.probing());
    const QString all = shot.probed().join("\n");
    EXPECT_NE(all.indexOf("Honey house"), -1) << all.toStdString();
    EXPECT_NE(all.indexOf("distance "), -1);
    EXPECT_NE(all.indexOf("slope"), -1);
    EXPECT_NE(all.indexOf("cd/m²"), -1);
    EXPECT_NE(all.indexOf("stops from middle grey"), -1);
    QTest::keyRelease(&shot, Qt::Key_Space);
    EXPECT_FALSE(shot.probing());
    // One stop brighter afterwards is one stop nearer to white.
    const auto stops = [&] {
        QTest::keyPress(&shot, Qt::Key_Space);
        const QString line = shot.probed().last();
        QTest::keyRelease(&shot, Qt::Key_Space);
        return line.section(" · ", 1).section(' ', 0, 0).replace("−", "-").toDouble();
    };
    const double before = stops();
    session().view.editShot("Brighter", [](Shot& s) { s.finish.exposure += 1; });
    EXPECT_NEAR(stops(), before + 1, 0.11);
    session().document.undo();
    EXPECT_TRUE(shot.probed().isEmpty());
}

TEST(Measuring, ALengthIsKeptAsAMark) {
    shotOfTheHouse();
    choosePlanAsMain(true);
    session().hand.snapping = false;
    Pane& plan = window().mainPane();
    plan.setFocus();
    const std::string before = documentHash();
    key(Qt::Key_J);
    click(plan, at(plan, {-20, -20}));
    click(plan, at(plan, {-10, -20}));
    click(plan, at(plan, {-10, -12}));
    EXPECT_EQ(documentHash(), before) << "measuring alone changes nothing";
    key(Qt::Key_Backspace);
    click(plan, at(plan, {-10, -10}));
    key(Qt::Key_Return);
    const auto* mark = bodyOf<Mark>(last());
    ASSERT_TRUE(mark);
    ASSERT_EQ(mark->points.size(), 3u);
    EXPECT_NEAR((xy(mark->points[1]) - xy(mark->points[0])).length(), 10, 0.3f);
    EXPECT_EQ(session().selection.item(), last());
    expectOneStep(before);
    key(Qt::Key_J);
    EXPECT_NE(plan.tool(), nullptr);
    choosePlanAsMain(false);
    session().hand = {};
}

TEST(Measuring, EscGivesUp) {
    shotOfTheHouse();
    Pane& pane = window().mainPane();
    const std::string before = documentHash();
    key(Qt::Key_J);
    const QPointF spot = onTheHouse(window().shotPane());
    click(pane, spot);
    click(pane, spot + QPointF(30, 0));
    key(Qt::Key_Escape);
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before);
    key(Qt::Key_J);
}

TEST(Finding, ByTypingFramesWhatFits) {
    shotOfTheHouse();
    session().document.edit("Set up", added(session().document.project(), "Old apple",
                                            Specimens{{{"Apple", {20, -10}, 0, 1, 0}, {"Apple", {24, -10}, 0, 1, 0}}}));
    settle();
    key(Qt::Key_F, Qt::ControlModifier);
    auto* box = window().findChild<FindBox*>();
    ASSERT_TRUE(box->isVisible());
    type("apple");
    auto* list = box->findChild<QListWidget*>();
    ASSERT_GE(list->count(), 1);
    EXPECT_NE(list->item(0)->text().indexOf("Old apple"), -1);
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    EXPECT_FALSE(box->isVisible());
    EXPECT_EQ(session().selection.item()->name, "Old apple");
    EXPECT_EQ(session().view.verb(), Verb::Plant) << "the verb that works on it";
    EXPECT_TRUE(window().shotPane().toScreen({22, -10, 1}));
    key(Qt::Key_F, Qt::ControlModifier);
    type("no such thing");
    EXPECT_EQ(list->count(), 0);
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
    EXPECT_FALSE(box->isVisible());
    EXPECT_TRUE(window().mainPane().hasFocus());
}
