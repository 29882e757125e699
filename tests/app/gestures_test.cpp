// What hands do besides the plain click and drag: held keys, freehand outlines, second thoughts, a gesture in either
// pane.
#include <cmath>

#include <gtest/gtest.h>

#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

Pane& mainPane(Verb v, bool plan, const QString& tool) {
    verb(v);
    choosePlanAsMain(plan);
    leaf(tool);
    return window().mainPane();
}

template <class T> const T* onlyOne() {
    const auto items = itemsOf<T>(session().document.project());
    return items.size() == 1 ? bodyOf<T>(items.front()) : nullptr;
}

const char* paneName(const testing::TestParamInfo<bool>& i) {
    return i.param ? "Plan" : "Shot";
}

class InEitherPane : public testing::TestWithParam<bool> {};
INSTANTIATE_TEST_SUITE_P(Panes, InEitherPane, testing::Values(false, true), paneName);

} // namespace

// ---- Seat ----------------------------------------------------------------------------------------------------------

TEST(Gesture, CtrlTurnsByFifteenDegrees) {
    freshSite();
    Pane& plan = mainPane(Verb::Seat, true, "turn");
    const V2f c = xy(house()->position);
    drag(plan, at(plan, c + V2f(6, 0)), at(plan, c + V2f(5.2f, 3.4f)), Qt::ControlModifier);
    const float yaw = degrees(house()->yaw);
    EXPECT_NEAR(yaw, std::round(yaw / 15) * 15, 1e-3);
    EXPECT_NEAR(yaw, 30, 1e-3);
}

TEST(Gesture, AFigureIsDraggedAndTurned) {
    freshSite(false);
    session().document.edit("Set up", added(session().document.project(), "Person", Figure{{2, -6}, 0}));
    settle();
    Pane& plan = mainPane(Verb::Seat, true, "move");
    const std::string before = documentHash();
    drag(plan, at(plan, {2, -6}), at(plan, {-4, -9}));
    EXPECT_NEAR(onlyOne<Figure>()->at.x, -4, 0.4f);
    EXPECT_NEAR(onlyOne<Figure>()->at.y, -9, 0.4f);
    expectOneStep(before);
    settle();
    leaf("turn");
    drag(plan, at(plan, {-4, -5}), at(plan, {0, -9}));
    EXPECT_NEAR(std::abs(degrees(onlyOne<Figure>()->yaw)), 90, 4);
}

TEST(Gesture, ADragWhoseReleaseNeverCameIsGivenUp) {
    freshSite();
    Pane& plan = mainPane(Verb::Seat, true, "move");
    const std::string before = documentHash();
    const QPointF grip = at(plan, xy(house()->position));
    moveTo(plan, grip, Qt::NoModifier, Qt::NoButton);
    press(plan, grip);
    for (int i = 1; i <= 5; ++i) moveTo(plan, grip + QPointF(8 * i, 3 * i));
    EXPECT_NE(documentHash(), before);
    EXPECT_TRUE(plan.busy());
    moveTo(plan, grip + QPointF(60, 20), Qt::NoModifier, Qt::NoButton);
    EXPECT_FALSE(plan.busy());
    EXPECT_EQ(documentHash(), before);
    EXPECT_FALSE(session().document.history().canUndo());
    release(plan, grip);
}

TEST(Gesture, AClickWithoutADragMovesNothing) {
    freshSite();
    Pane& plan = mainPane(Verb::Seat, true, "move");
    const std::string before = documentHash();
    click(plan, at(plan, xy(house()->position)));
    EXPECT_EQ(session().selection.item()->name, "Honey house");
    EXPECT_EQ(documentHash(), before);
    EXPECT_FALSE(session().document.history().canUndo());
    key(Qt::Key_Escape);
    EXPECT_FALSE(session().selection.item()) << "Esc chooses nothing";
}

TEST(Gesture, ABuildingThatWasSunkStaysSunkWhenDragged) {
    freshSite();
    Pane& plan = mainPane(Verb::Seat, true, "move");
    click(plan, at(plan, xy(house()->position)));
    setField("base", QString::number(house()->position.z - 0.4f));
    settle();
    drag(plan, at(plan, xy(house()->position)), at(plan, xy(house()->position) + V2f(-5, 3)));
    settle();
    EXPECT_NEAR(house()->position.z, seatHeight(*house(), session().document.built()->land.natural) - 0.4f, 0.02f);
}

// ---- Shape ---------------------------------------------------------------------------------------------------------

TEST_P(InEitherPane, AStrokeIsOneStepHoweverManyDabs) {
    freshSite(false);
    Pane& pane = mainPane(Verb::Shape, GetParam(), "sculpt");
    brush("raise");
    const size_t steps = session().document.history().position();
    drag(pane, at(pane, {-3, -8}), at(pane, {3, -6}));
    EXPECT_EQ(session().document.history().position(), steps + 1);
    drag(pane, at(pane, {-3, -8}), at(pane, {3, -6}));
    EXPECT_EQ(session().document.history().position(), steps + 2);
    EXPECT_EQ(session().document.history().undoName(), "Raise");
    settle();
}

TEST_P(InEitherPane, TheHeldKeyTellsInTheNameOfTheStep) {
    freshSite(false);
    Pane& pane = mainPane(Verb::Shape, GetParam(), "sculpt");
    brush("raise");
    drag(pane, at(pane, {-3, -8}), at(pane, {3, -6}), Qt::ControlModifier);
    EXPECT_EQ(session().document.history().undoName(), "Lower");
    brush("gravel");
    drag(pane, at(pane, {-3, -8}), at(pane, {3, -6}), Qt::ControlModifier);
    // Meadow soil lies there already: nothing to paint, nothing to undo.
    EXPECT_EQ(session().document.history().undoName(), "Lower");
    settle();
}

TEST(Gesture, BracketsChangeTheRing) {
    freshSite(false);
    Pane& plan = mainPane(Verb::Shape, true, "sculpt");
    brush("lower");
    plan.setFocus();
    setField("radius", "4");
    plan.setFocus();
    key(Qt::Key_BracketRight);
    key(Qt::Key_BracketRight);
    EXPECT_NEAR(field("radius").text().toDouble(), 4 * 1.15 * 1.15, 0.02);
    for (int i = 0; i < 40; ++i) key(Qt::Key_BracketLeft);
    EXPECT_NEAR(field("radius").text().toDouble(), 0.2, 0.02) << "it ends at its least";
    setField("radius", "6");
}

TEST(Gesture, ASecondClickWithThePadToolChoosesThePad) {
    freshSite();
    Pane& plan = mainPane(Verb::Shape, true, "pad");
    click(plan, at(plan, xy(house()->position)));
    ASSERT_TRUE(onlyOne<BuildingPad>());
    const Id pad = session().selection.last();
    session().selection.set({});
    settle();
    click(plan, at(plan, xy(house()->position)));
    EXPECT_TRUE(onlyOne<BuildingPad>()) << "one pad a building";
    EXPECT_EQ(session().selection.last(), pad);
    click(plan, at(plan, {-40, -40}));
    EXPECT_TRUE(onlyOne<BuildingPad>()) << "bare ground has none";
}

TEST_P(InEitherPane, EachClickFillsAnotherHollowAndOneOnWaterSelectsIt) {
    freshSite(false);
    Pane& pane = mainPane(Verb::Shape, GetParam(), "water");
    click(pane, at(pane, {-4, -10}));
    ASSERT_TRUE(onlyOne<Water>());
    const Id first = last()->id;
    settle();
    session().selection.set({});
    click(pane, at(pane, {-4, -10}));
    ASSERT_TRUE(onlyOne<Water>());
    EXPECT_EQ(session().selection.last(), first);
    // Shallow, so that there is dry ground beside it.
    session().document.editItem("Level", first, [](Item& i) { std::get<Water>(i.body).level -= 5; });
    settle();
    const std::string before = documentHash();
    click(pane, at(pane, {3, -7}));
    EXPECT_EQ(itemsOf<Water>(session().document.project()).size(), 2u);
    EXPECT_NEAR(bodyOf<Water>(last())->spot.x, 3, 0.6f);
    expectOneStep(before);
    settle();
}

TEST_P(InEitherPane, NothingIsPlantedOrStoodBehindABuilding) {
    freshSite();
    for (const auto& [stage, tool] :
         {std::pair(Verb::Plant, "specimen"), {Verb::Seat, "figure"}, {Verb::Frame, "stand"}}) {
        Pane& pane = mainPane(stage, GetParam(), tool);
        const std::string before = documentHash();
        const Camera camera = session().view.shot().camera;
        const auto on = pane.toScreen(house()->position + V3f(0, 0, GetParam() ? 0 : 1.5f));
        ASSERT_TRUE(on);
        click(pane, *on);
        EXPECT_EQ(documentHash(), before) << tool;
        EXPECT_TRUE(session().view.shot().camera == camera) << tool;
        EXPECT_NE(message().indexOf("in front of the ground"), -1) << message().toStdString();
    }
}

// ---- Plant ---------------------------------------------------------------------------------------------------------

TEST(Gesture, AnOutlineIsDrawnFreehand) {
    freshSite(false);
    Pane& plan = mainPane(Verb::Plant, true, "drift");
    // Round a circle with the button held.
    const auto on = [&](int i) {
        const float a = 0.35f * static_cast<float>(i);
        return at(plan, V2f(std::cos(a), std::sin(a)) * 22.0f);
    };
    moveTo(plan, on(0), Qt::NoModifier, Qt::NoButton);
    press(plan, on(0));
    for (int i = 1; i <= 17; ++i) {
        moveTo(plan, on(i));
        QTest::qWait(1);
    }
    release(plan, on(17));
    ASSERT_TRUE(onlyOne<Drift>());
    EXPECT_GE(onlyOne<Drift>()->areas[0].size(), 5u);
    EXPECT_NEAR(area(*onlyOne<Drift>()), kPi * 22 * 22, 350);
    settle();
}

TEST(Gesture, BackspaceTakesAPointBack) {
    freshSite(false);
    Pane& plan = mainPane(Verb::Plant, true, "clearing");
    for (const V2f& p : {V2f(-10, -10), V2f(10, -10), V2f(30, 30), V2f(10, 10)}) {
        click(plan, at(plan, p));
        if (p.x == 30) key(Qt::Key_Backspace);
    }
    key(Qt::Key_Return);
    ASSERT_TRUE(onlyOne<Clearing>());
    EXPECT_EQ(onlyOne<Clearing>()->areas[0].size(), 3u);
}

TEST(Gesture, TwoPointsMakeNoArea) {
    freshSite(false);
    Pane& plan = mainPane(Verb::Plant, true, "drift");
    const std::string before = documentHash();
    click(plan, at(plan, {-10, -10}));
    click(plan, at(plan, {10, -10}));
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before);
    // The third point still counts with them.
    click(plan, at(plan, {0, 12}));
    key(Qt::Key_Return);
    ASSERT_TRUE(onlyOne<Drift>());
    settle();
}

TEST(Gesture, AnotherToolGivesUpTheOutline) {
    freshSite(false);
    Pane& plan = mainPane(Verb::Plant, true, "drift");
    const std::string before = documentHash();
    for (const V2f& p : {V2f(-10, -10), V2f(10, -10), V2f(10, 10)}) click(plan, at(plan, p));
    leaf("clearing");
    leaf("drift");
    plan.setFocus();
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before);
}

TEST_P(InEitherPane, ASpecimenIsOfTheSpeciesChosen) {
    freshSite(false);
    Pane& pane = mainPane(Verb::Plant, GetParam(), "specimen");
    click(pane, at(pane, {-3, -7}));
    const auto* p = onlyOne<Specimens>();
    ASSERT_TRUE(p);
    ASSERT_EQ(p->specimens.size(), 1u);
    EXPECT_GE(session().document.built()->library->find(p->specimens[0].species), 0);
    EXPECT_NEAR(p->specimens[0].scale, 1, 0.11f);
    EXPECT_NEAR(p->specimens[0].at.y, -7, 0.6f);
    settle();
    EXPECT_EQ(session().document.built()->plantCount(), 1);
}

TEST(Gesture, ALockedGroupTakesNoMoreSpecimens) {
    freshSite(false);
    Pane& plan = mainPane(Verb::Plant, true, "specimen");
    click(plan, at(plan, {-8, -4}));
    session().document.editItem("Lock", session().selection.last(), [](Item& i) { i.locked = true; });
    click(plan, at(plan, {8, -4}));
    EXPECT_EQ(itemsOf<Specimens>(session().document.project()).size(), 2u) << "a group of its own";
    settle();
}

// ---- Frame ---------------------------------------------------------------------------------------------------------

TEST(Gesture, InThePlanTheCameraIsDraggedAndAimed) {
    freshSite();
    Pane& plan = mainPane(Verb::Frame, true, "look");
    const Camera saved = session().view.shot().camera;
    const float eye = saved.position.z - plan.groundAt(xy(saved.position));
    const V2f to = xy(saved.position) + V2f(6, 3);
    drag(plan, *plan.toScreen(saved.position), at(plan, to));
    const Camera moved = session().view.shot().camera;
    EXPECT_NEAR(moved.position.x, to.x, 0.5f);
    EXPECT_NEAR(moved.position.y, to.y, 0.5f);
    EXPECT_NEAR(moved.position.z - plan.groundAt(xy(moved.position)), eye, 1e-3f) << "at eye height all the way";
    EXPECT_EQ(moved.yaw, saved.yaw);
    // Elsewhere a drag aims.
    const V2f mark = xy(moved.position) + V2f(-10, 10);
    drag(plan, at(plan, xy(moved.position) + V2f(0, 12)), at(plan, mark));
    EXPECT_NEAR(degrees(session().view.shot().camera.yaw), -45, 4);
    EXPECT_FALSE(session().document.unsaved()) << "the shot itself is not touched";
}

TEST_P(InEitherPane, ThePhotographerStandsWhereOneClicks) {
    freshSite();
    Pane& pane = mainPane(Verb::Frame, GetParam(), "stand");
    click(pane, at(pane, {5, -6}));
    const Camera c = session().view.shot().camera;
    EXPECT_NEAR(c.position.x, 5, 0.5f);
    EXPECT_NEAR(c.position.y, -6, 0.5f);
    EXPECT_NEAR(c.position.z - pane.groundAt(xy(c.position)), 1.6f, 0.05f);
    const V2f d = xy(house()->position) - xy(c.position);
    EXPECT_NEAR(c.yaw, std::atan2(d.x, d.y), 0.05f) << "looking at the house";
}

TEST(Gesture, KeysWalkTurnAndRise) {
    freshSite();
    verb(Verb::Frame);
    choosePlanAsMain(false);
    auto& pane = window().shotPane();
    pane.setFocus();
    const Camera start = session().view.shot().camera;
    const V2f ahead(std::sin(start.yaw), std::cos(start.yaw));
    key(Qt::Key_Up);
    EXPECT_NEAR((xy(session().view.shot().camera.position) - xy(start.position)).dot(ahead), 0.5f, 0.02f);
    key(Qt::Key_Down);
    EXPECT_NEAR((xy(session().view.shot().camera.position) - xy(start.position)).length(), 0, 0.02f);
    key(Qt::Key_W, Qt::ShiftModifier);
    EXPECT_NEAR((xy(session().view.shot().camera.position) - xy(start.position)).dot(ahead), 3, 0.02f);
    key(Qt::Key_D);
    EXPECT_NEAR((xy(session().view.shot().camera.position) - xy(start.position)).dot(V2f(ahead.y, -ahead.x)), 0.5f,
                0.02f);
    key(Qt::Key_Right);
    key(Qt::Key_Right);
    EXPECT_NEAR(degrees(session().view.shot().camera.yaw - start.yaw), 6, 0.01f);
    key(Qt::Key_Left);
    EXPECT_NEAR(degrees(session().view.shot().camera.yaw - start.yaw), 3, 0.01f);
    const float z = session().view.shot().camera.position.z;
    key(Qt::Key_PageUp);
    EXPECT_NEAR(session().view.shot().camera.position.z, z + 0.5f, 1e-4f);
    key(Qt::Key_Q);
    EXPECT_NEAR(session().view.shot().camera.position.z, z, 1e-4f);
    key(Qt::Key_E);
    for (int i = 0; i < 30; ++i) key(Qt::Key_PageDown);
    const Camera low = session().view.shot().camera;
    EXPECT_NEAR(low.position.z, pane.groundAt(xy(low.position)) + 0.2f, 1e-3f) << "never under the ground";
}

TEST(Gesture, ThePlanIsMovedAndZoomedByKeys) {
    freshSite();
    verb(Verb::Shape);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    plan.setFocus();
    const V3f spot(0, 0, 0);
    const QPointF before = *plan.toScreen(spot);
    key(Qt::Key_Left);
    EXPECT_NEAR(plan.toScreen(spot)->x() - before.x(), 40, 1);
    key(Qt::Key_Right);
    key(Qt::Key_Up, Qt::ShiftModifier);
    EXPECT_NEAR(plan.toScreen(spot)->y() - before.y(), 160, 1);
    key(Qt::Key_Down, Qt::ShiftModifier);
    const auto width = [&] { return plan.toScreen({10, 0, 0})->x() - plan.toScreen({0, 0, 0})->x(); };
    const double small = width();
    key(Qt::Key_Plus);
    EXPECT_NEAR(width() / small, 1.2, 0.01);
    key(Qt::Key_Minus);
    EXPECT_NEAR(width() / small, 1, 0.01);
}

TEST(Gesture, TheDayBandStepsByTheHourAndTheMinute) {
    freshSite();
    verb(Verb::Light);
    auto* band = window().findChild<QWidget*>("dayBand");
    ASSERT_TRUE(band);
    band->setFocus();
    const double hour = session().view.shot().daylight.time.hour;
    key(Qt::Key_Right, Qt::ShiftModifier);
    EXPECT_NEAR(session().view.shot().daylight.time.hour, hour + 1, 1e-6);
    key(Qt::Key_Left, Qt::ControlModifier);
    EXPECT_NEAR(session().view.shot().daylight.time.hour, hour + 1 - 1.0 / 60, 1e-6);
    for (int i = 0; i < 30; ++i) key(Qt::Key_Right, Qt::ShiftModifier);
    EXPECT_LE(session().view.shot().daylight.time.hour, 24);
    for (int i = 0; i < 30; ++i) key(Qt::Key_Left, Qt::ShiftModifier);
    EXPECT_GE(session().view.shot().daylight.time.hour, 0);
}
