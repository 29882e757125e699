// The hand: handles, axes, typed values, snapping, steps by keys; the same in both panes, by posted events.
#include <cmath>

#include <QPointingDevice>
#include <QTabletEvent>
#include <gtest/gtest.h>

#include "core/project/move.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

const Building& barn() {
    return *house();
}

// The house chosen in Seat, nothing else about.
Pane& handOn(bool plan) {
    freshSite();
    verb(Verb::Seat);
    choosePlanAsMain(plan);
    leaf("move");
    session().hand = {};
    session().selection.set(find(session().document.project(), std::string("Honey house"))->id);
    window().mainPane().setFocus();
    QTest::qWait(1);
    return window().mainPane();
}

QPointF pivotOf(Pane& pane) {
    return *pane.toScreen(barn().position);
}

// Where a handle of the plate lies, `pixels` from the pivot in the direction of a plan angle.
QPointF handle(Pane& pane, double pixels, float angle) {
    const bool plan = &pane == &window().planPane();
    const Camera c = session().view.shot().camera;
    const V2f right = plan ? V2f(1, 0) : V2f(std::cos(c.yaw), -std::sin(c.yaw)),
              away = plan ? V2f(0, 1) : V2f(std::sin(c.yaw), std::cos(c.yaw));
    const V3f from = barn().position - c.position;
    const double ratio = plan ? 1 : std::max(0.34, static_cast<double>(-from.z / from.length()));
    const V2f d(std::cos(angle), std::sin(angle));
    return pivotOf(pane) + QPointF(d.dot(right), -d.dot(away) * ratio) * pixels;
}

QPointF staff(Pane& pane) {
    const auto metre = static_cast<float>(pane.metresPerPixel(barn().position));
    return *pane.toScreen(barn().position + V3f(0, 0, 74 * metre));
}

// Holds the button, goes some way, does something, lets go.
void during(Pane& pane, const QPointF& from, const QPointF& to, const std::function<void()>& act) {
    moveTo(pane, from, Qt::NoModifier, Qt::NoButton);
    press(pane, from);
    for (int i = 1; i <= 4; ++i) moveTo(pane, from + (to - from) * i / 4);
    act();
    release(pane, to);
    QTest::qWait(1);
}

class Hands : public testing::TestWithParam<bool> {};
INSTANTIATE_TEST_SUITE_P(Panes, Hands, testing::Values(false, true),
                         [](const auto& i) { return i.param ? "Plan" : "Shot"; });

} // namespace

TEST_P(Hands, TheEastBarMovesEastAndNotSideways) {
    Pane& pane = handOn(GetParam());
    const V3f start = barn().position;
    const std::string before = documentHash();
    const QPointF bar = handle(pane, 66, 0);
    drag(pane, bar, bar + (handle(pane, 120, 0) - bar) + QPointF(0, 9));
    settle();
    EXPECT_GT(barn().position.x, start.x + 0.3f);
    EXPECT_EQ(barn().position.y, start.y) << "to the last bit";
    expectOneStep(before);
}

TEST_P(Hands, TheNorthBarMovesNorthAndNotSideways) {
    Pane& pane = handOn(GetParam());
    const V3f start = barn().position;
    const QPointF bar = handle(pane, 66, kPi / 2);
    drag(pane, bar, handle(pane, 130, kPi / 2));
    EXPECT_GT(barn().position.y, start.y + 0.3f);
    EXPECT_EQ(barn().position.x, start.x);
}

TEST(HandsInTheShot, TheArrowLiftsStraightUp) {
    Pane& pane = handOn(false);
    const V3f start = barn().position;
    const std::string before = documentHash();
    drag(pane, staff(pane), staff(pane) + QPointF(6, -40));
    settle();
    EXPECT_GT(barn().position.z, start.z + 0.3f);
    EXPECT_EQ(xy(barn().position), xy(start)) << "never sideways";
    expectOneStep(before);
}

TEST_P(Hands, TheRingTurnsAndTakesTypedDegrees) {
    Pane& pane = handOn(GetParam());
    const std::string before = documentHash();
    drag(pane, handle(pane, 44, 0.3f), handle(pane, 44, 0.3f + 1.0f));
    EXPECT_NEAR(barn().yaw, 1, 0.15f);
    expectOneStep(before);
    session().document.undo();
    settle();
    during(pane, handle(pane, 44, 0.3f), handle(pane, 44, 0.8f), [] {
        type("90");
        key(Qt::Key_Return);
    });
    EXPECT_NEAR(degrees(barn().yaw), 90, 1e-3);
    session().document.undo();
    settle();
    drag(pane, handle(pane, 44, 0.3f), handle(pane, 44, 0.3f + 0.7f), Qt::ControlModifier);
    const float turned = degrees(barn().yaw);
    EXPECT_NEAR(turned, std::round(turned / 15) * 15, 1e-3);
    EXPECT_GT(turned, 14);
}

TEST_P(Hands, TheSquareSizesAndTakesAFactor) {
    Pane& pane = handOn(GetParam());
    const std::string before = documentHash();
    const float corner = -0.75f * kPi;
    drag(pane, handle(pane, 44, corner), handle(pane, 66, corner));
    settle();
    EXPECT_NEAR(barn().scale, 1.5f, 0.1f);
    expectOneStep(before);
    session().document.undo();
    settle();
    during(pane, handle(pane, 44, corner), handle(pane, 60, corner), [] {
        type("2");
        key(Qt::Key_Return);
    });
    EXPECT_FLOAT_EQ(barn().scale, 2);
}

TEST_P(Hands, ADragTakesAnAxisAndTypedMetres) {
    Pane& pane = handOn(GetParam());
    const V3f start = barn().position;
    const std::string before = documentHash();
    const QPointF grip = pivotOf(pane);
    during(pane, grip, grip + QPointF(30, 12), [] {
        key(Qt::Key_E);
        type("3.5");
        key(Qt::Key_Return);
    });
    EXPECT_FLOAT_EQ(barn().position.x, start.x + 3.5f);
    EXPECT_EQ(barn().position.y, start.y);
    EXPECT_EQ(session().view.verb(), Verb::Seat) << "digits were the drag's";
    expectOneStep(before);
    session().document.undo();
    settle();
    during(pane, grip, grip + QPointF(30, 12), [] {
        type("2,5");
        key(Qt::Key_Tab);
        type("180");
        key(Qt::Key_Return);
    });
    EXPECT_NEAR(barn().position.x, start.x, 1e-5f);
    EXPECT_FLOAT_EQ(barn().position.y, start.y - 2.5f) << "a bearing of 180 degrees is south";
    session().document.undo();
    settle();
    during(pane, grip, grip + QPointF(30, 12), [] {
        type("2");
        key(Qt::Key_Tab);
        type("90");
        key(Qt::Key_Tab);
        type("0.7");
        key(Qt::Key_Return);
    });
    EXPECT_FLOAT_EQ(barn().position.x, start.x + 2);
    EXPECT_FLOAT_EQ(barn().position.z, start.z + 0.7f) << "a rise from where it stood";
}

TEST_P(Hands, UpAndLevelKeepWhatTheyShould) {
    Pane& pane = handOn(GetParam());
    const V3f start = barn().position;
    const QPointF grip = pivotOf(pane);
    during(pane, grip, grip + QPointF(20, -8), [] {
        key(Qt::Key_U);
        type("1.2 + 0.3");
        key(Qt::Key_Return);
    });
    EXPECT_EQ(xy(barn().position), xy(start));
    EXPECT_FLOAT_EQ(barn().position.z, start.z + 1.5f);
    session().document.undo();
    settle();
    during(pane, grip, grip + QPointF(20, -8), [] {
        key(Qt::Key_P);
        type("4");
        key(Qt::Key_Tab);
        type("90");
        key(Qt::Key_Return);
    });
    EXPECT_EQ(barn().position.z, start.z) << "on the level the height stays";
    EXPECT_FLOAT_EQ(barn().position.x, start.x + 4);
}

TEST_P(Hands, EscGivesADragUp) {
    Pane& pane = handOn(GetParam());
    const std::string before = documentHash();
    const QPointF grip = pivotOf(pane);
    during(pane, grip, grip + QPointF(40, 20), [&] {
        EXPECT_NE(documentHash(), before);
        key(Qt::Key_Escape);
        EXPECT_EQ(documentHash(), before);
    });
    EXPECT_EQ(documentHash(), before);
    EXPECT_FALSE(session().document.history().canUndo()) << "no step";
    EXPECT_EQ(session().selection.all().size(), 1u) << "still chosen";
}

TEST_P(Hands, ArrowsStepAndAreOneStepOfHistory) {
    Pane& pane = handOn(GetParam());
    (void)pane;
    const V3f start = barn().position;
    const std::string before = documentHash();
    key(Qt::Key_Right);
    key(Qt::Key_Right, Qt::ShiftModifier);
    key(Qt::Key_Right, Qt::ControlModifier);
    EXPECT_FLOAT_EQ(barn().position.x, start.x + 0.5f + 5 + 0.05f);
    EXPECT_FLOAT_EQ(barn().position.y, start.y);
    key(Qt::Key_Up);
    EXPECT_FLOAT_EQ(barn().position.y, start.y + 0.5f) << "away from the eye, or up the plan";
    const float z = barn().position.z;
    key(Qt::Key_PageUp);
    EXPECT_FLOAT_EQ(barn().position.z, z + 0.5f);
    settle();
    expectOneStep(before);
}

TEST_P(Hands, ThePivotIsMovedByItselfAndTurnedAbout) {
    Pane& pane = handOn(GetParam());
    const std::string before = documentHash();
    const QPointF centre = pivotOf(pane);
    drag(pane, centre, centre + QPointF(70, 20), Qt::ShiftModifier);
    EXPECT_EQ(documentHash(), before) << "nothing of the document moved";
    const V3f start = barn().position;
    key(Qt::Key_Comma); // by keys about the middle of the things themselves
    EXPECT_NEAR(degrees(barn().yaw), 15, 1e-3);
    EXPECT_EQ(xy(barn().position), xy(start));
}

TEST_P(Hands, ATremblingClickMovesNothing) {
    Pane& pane = handOn(GetParam());
    const std::string before = documentHash();
    const QPointF grip = pivotOf(pane);
    drag(pane, grip, grip + QPointF(2, 1));
    EXPECT_EQ(documentHash(), before);
}

TEST(HandsOnThePlan, EndsAndGridDrawWhatIsDragged) {
    freshSite(false);
    Project p = session().document.project();
    p = added(p, "Court", Clearing{{{{-10, -10}, {0, -10}, {0, 0}, {-10, 0}}}});
    p = added(p, "Anna", Figure{{12, 12}, 0});
    session().document.edit("Set up", p);
    settle();
    verb(Verb::Seat);
    choosePlanAsMain(true);
    leaf("move");
    session().hand = {};
    Pane& plan = window().mainPane();
    const auto anna = [] { return bodyOf<Figure>(find(session().document.project(), std::string("Anna")))->at; };
    const QPointF near = at(plan, {0, 0}) + QPointF(4, -3);
    drag(plan, at(plan, anna()), near);
    EXPECT_EQ(anna(), V2f(0, 0)) << "the corner";
    session().document.undo();
    settle();
    drag(plan, at(plan, anna()), near, Qt::ControlModifier);
    EXPECT_NE(anna(), V2f(0, 0)) << "Ctrl leaves it for once";
    session().document.undo();
    settle();
    window().mainPane().setFocus();
    key(Qt::Key_0, Qt::ControlModifier);
    EXPECT_FALSE(session().hand.snapping);
    drag(plan, at(plan, anna()), near);
    EXPECT_NE(anna(), V2f(0, 0)) << "switched off";
    session().document.undo();
    settle();
    key(Qt::Key_0, Qt::ControlModifier);
    key(Qt::Key_4, Qt::ControlModifier);
    EXPECT_TRUE(session().hand.snap.grid);
    drag(plan, at(plan, anna()), at(plan, {20.4f, 19.7f}));
    EXPECT_EQ(anna(), V2f(20, 20)) << "the grid";
    session().hand = {};
}

TEST(HandsOnGroups, AGroupMovesAsOneAndIsGoneIntoByClicks) {
    freshSite(false);
    Project p = session().document.project();
    p = added(p, "Anna", Figure{{-6, -9}, 0});
    p = added(p, "Ben", Figure{{0, -9}, 0});
    session().document.edit("Set up", p);
    settle();
    verb(Verb::Seat);
    choosePlanAsMain(true);
    leaf("move");
    Pane& plan = window().mainPane();
    const auto who = [](const char* name) {
        return bodyOf<Figure>(find(session().document.project(), std::string(name)))->at;
    };
    window().mainPane().setFocus();
    key(Qt::Key_A, Qt::ControlModifier);
    const std::string before = documentHash();
    key(Qt::Key_G, Qt::ControlModifier);
    EXPECT_TRUE(bodyOf<Group>(session().selection.item()));
    expectOneStep(before);
    settle();
    session().selection.set({});
    click(plan, at(plan, who("Anna")));
    EXPECT_TRUE(bodyOf<Group>(session().selection.item())) << "the group first";
    click(plan, at(plan, who("Anna")));
    EXPECT_EQ(session().selection.item()->name, "Anna") << "then into it";
    session().selection.set({});
    const V2f anna = who("Anna"), ben = who("Ben");
    drag(plan, at(plan, ben), at(plan, ben + V2f(5, 3)));
    EXPECT_GT((who("Ben") - ben).length(), 4);
    EXPECT_NEAR((who("Anna") - anna - (who("Ben") - ben)).length(), 0, 1e-4f);
    settle();
    session().selection.set(
        outermost(session().document.project(), find(session().document.project(), std::string("Anna"))->id));
    key(Qt::Key_G, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_TRUE(itemsOf<Group>(session().document.project()).empty());
    EXPECT_EQ(session().selection.all().size(), 2u) << "what it held is chosen";
}

TEST(HandsOnPlants, ASpecimenIsChosenMovedAndDeletedAlone) {
    freshSite(false);
    session().document.edit("Set up", added(session().document.project(), "Trees",
                                            Specimens{{{"Apple", {-8, 0}, 0, 1, 0}, {"Apple", {8, 0}, 0, 1, 1}}}));
    settle();
    verb(Verb::Plant);
    choosePlanAsMain(true);
    leaf("pick");
    Pane& plan = window().mainPane();
    QPointF spot;
    // A whole pixel, as a click is.
    for (float x = 6.5f; x < 9.5f && spot.isNull(); x += 0.1f)
        for (float y = -1.5f; y < 1.5f && spot.isNull(); y += 0.1f)
            if (const QPointF p = at(plan, {x, y}).toPoint(); plan.pick(p).specimen == 1) spot = p;
    ASSERT_FALSE(spot.isNull());
    click(plan, spot);
    EXPECT_EQ(session().selection.specimen(), -1) << "all of them first";
    click(plan, spot);
    EXPECT_EQ(session().selection.specimen(), 1);
    const auto plants = [] {
        return bodyOf<Specimens>(find(session().document.project(), std::string("Trees")))->specimens;
    };
    setField("scale", "150");
    EXPECT_FLOAT_EQ(plants()[1].scale, 1.5f);
    EXPECT_FLOAT_EQ(plants()[0].scale, 1);
    window().mainPane().setFocus();
    key(Qt::Key_Left);
    EXPECT_FLOAT_EQ(plants()[1].at.x, 7.5f);
    EXPECT_FLOAT_EQ(plants()[0].at.x, -8);
    settle();
    const std::string before = documentHash();
    key(Qt::Key_Delete);
    ASSERT_EQ(plants().size(), 1u);
    EXPECT_FLOAT_EQ(plants()[0].at.x, -8);
    expectOneStep(before);
}

TEST_P(Hands, APenMovesAsAMouseDoes) {
    Pane& pane = handOn(GetParam());
    const V3f start = barn().position;
    const QPointingDevice pen("pen", 7, QInputDevice::DeviceType::Stylus, QPointingDevice::PointerType::Pen,
                              QInputDevice::Capability::Position | QInputDevice::Capability::Pressure, 1, 1);
    const auto send = [&](QEvent::Type type, const QPointF& p) {
        QTabletEvent e(type, &pen, p, pane.mapToGlobal(p), 0.6, 0, 0, 0, 0, 0, Qt::NoModifier, Qt::LeftButton,
                       type == QEvent::TabletRelease ? Qt::NoButton : Qt::LeftButton);
        QApplication::sendEvent(&pane, &e);
    };
    const QPointF bar = handle(pane, 66, 0), to = handle(pane, 120, 0);
    send(QEvent::TabletPress, bar);
    for (int i = 1; i <= 6; ++i) send(QEvent::TabletMove, bar + (to - bar) * i / 6);
    send(QEvent::TabletRelease, to);
    EXPECT_GT(barn().position.x, start.x + 0.3f);
    EXPECT_EQ(barn().position.y, start.y);
}

TEST(HandsOnTheGround, AFirmerPenRaisesMoreAFlatOneWiderAndItsEraserLowers) {
    const auto raisedBy = [](double pressure, const V2f& beside = V2f(0), float tilt = 0, bool eraser = false) {
        freshSite(false);
        verb(Verb::Shape);
        choosePlanAsMain(true);
        brush("raise");
        Pane& plan = window().mainPane();
        const V2f place = V2f(5, 5) + beside;
        const float before = session().document.built()->land.field.at(place);
        const QPointingDevice pen("pen", 8, QInputDevice::DeviceType::Stylus,
                                  eraser ? QPointingDevice::PointerType::Eraser : QPointingDevice::PointerType::Pen,
                                  QInputDevice::Capability::Pressure, 1, 1);
        for (const auto type : {QEvent::TabletPress, QEvent::TabletRelease}) {
            const QPointF p = at(plan, {5, 5});
            QTabletEvent e(type, &pen, p, plan.mapToGlobal(p), pressure, tilt, 0, 0, 0, 0, Qt::NoModifier,
                           Qt::LeftButton, Qt::LeftButton);
            QApplication::sendEvent(&plan, &e);
        }
        settle();
        return session().document.built()->land.field.at(place) - before;
    };
    const float light = raisedBy(0.25), firm = raisedBy(1);
    EXPECT_GT(light, 0.01f);
    EXPECT_NEAR(firm / light, 4, 0.5f);
    EXPECT_LT(raisedBy(1, V2f(0), 0, true), -0.01f);
    const V2f outside(7, 0); // of a brush of 6 m
    EXPECT_NEAR(raisedBy(1, outside), 0, 1e-3f);
    EXPECT_GT(raisedBy(1, outside, 45), 0.01f);
}
