// Choosing: by click, with Shift, by a rectangle, through what lies in front, in panes and in the register alike.
#include <gtest/gtest.h>

#include "app/lists/item_list.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

Id idOf(const char* name) {
    const Item* item = find(session().document.project(), std::string(name));
    return item ? item->id : Id{};
}

QStringList chosenNames() {
    QStringList names;
    for (const Id id : session().selection.all()) names += QString::fromStdString(session().document.item(id)->name);
    return names;
}

// Three persons in a row in front of nothing, in Seat with the tool that moves.
Pane& threePersons(bool plan) {
    freshSite(false);
    Project p = session().document.project();
    p = added(p, "Anna", Figure{{-6, -9}, 0});
    p = added(p, "Ben", Figure{{0, -9}, 0});
    p = added(p, "Carl", Figure{{6, -9}, 0});
    session().document.edit("Set up", p);
    settle();
    verb(Verb::Seat);
    choosePlanAsMain(plan);
    leaf("move");
    window().mainPane().setFocus();
    session().selection.set({});
    return window().mainPane();
}

// On the person's body, at the height of the belt.
QPointF on(Pane& pane, const char* name) {
    const V2f at = bodyOf<Figure>(session().document.item(idOf(name)))->at;
    return *pane.toScreen({at.x, at.y, pane.groundAt(at) + 0.9f});
}

class Choosing : public testing::TestWithParam<bool> {};
INSTANTIATE_TEST_SUITE_P(Panes, Choosing, testing::Values(false, true),
                         [](const auto& i) { return i.param ? "Plan" : "Shot"; });

} // namespace

TEST_P(Choosing, AClickChoosesAndShiftAddsAndTakesAway) {
    Pane& pane = threePersons(GetParam());
    click(pane, on(pane, "Anna"));
    EXPECT_EQ(chosenNames(), QStringList({"Anna"}));
    click(pane, on(pane, "Carl"), Qt::ShiftModifier);
    EXPECT_EQ(chosenNames(), QStringList({"Anna", "Carl"}));
    click(pane, on(pane, "Anna"), Qt::ShiftModifier);
    EXPECT_EQ(chosenNames(), QStringList({"Carl"}));
    click(pane, on(pane, "Ben"));
    EXPECT_EQ(chosenNames(), QStringList({"Ben"})) << "without Shift alone";
    EXPECT_EQ(session().document.history().position(), 1u) << "choosing is no step";
}

TEST_P(Choosing, EscAndAClickOnNothingChooseNothing) {
    Pane& pane = threePersons(GetParam());
    click(pane, on(pane, "Anna"));
    key(Qt::Key_Escape);
    EXPECT_TRUE(chosenNames().isEmpty());
    click(pane, on(pane, "Anna"));
    click(pane, on(pane, "Anna") + QPointF(-36, -80));
    EXPECT_TRUE(chosenNames().isEmpty());
}

TEST_P(Choosing, ARectangleTakesWhatIsInIt) {
    Pane& pane = threePersons(GetParam());
    const QPointF a = on(pane, "Anna"), b = on(pane, "Ben"), c = on(pane, "Carl");
    const double half = (b.x() - a.x()) / 2;
    drag(pane, {a.x() - half, a.y() - 50}, {b.x() + half, b.y() + 50});
    EXPECT_EQ(chosenNames(), QStringList({"Anna", "Ben"}));
    drag(pane, {b.x() + half, c.y() - 50}, {c.x() + half, c.y() + 50}, Qt::ShiftModifier);
    EXPECT_EQ(chosenNames(), QStringList({"Anna", "Ben", "Carl"}));
    drag(pane, {c.x() + half, c.y() + 50}, {b.x() + half, c.y() - 50});
    EXPECT_EQ(chosenNames(), QStringList({"Carl"})) << "drawn in any direction";
}

TEST_P(Choosing, LockedAndHiddenOnesAreNotInTheWay) {
    Pane& pane = threePersons(GetParam());
    session().document.editItem("Lock", idOf("Anna"), [](Item& i) { i.locked = true; });
    session().document.editItem("Hide", idOf("Ben"), [](Item& i) { i.visible = false; });
    settle();
    click(pane, on(pane, "Anna"));
    EXPECT_TRUE(chosenNames().isEmpty());
    click(pane, on(pane, "Ben"));
    EXPECT_TRUE(chosenNames().isEmpty());
    const QPointF a = on(pane, "Anna"), c = on(pane, "Carl");
    const double half = (c.x() - a.x()) / 4;
    drag(pane, {a.x() - half, a.y() - 50}, {c.x() + half, c.y() + 50});
    EXPECT_EQ(chosenNames(), QStringList({"Carl"}));
}

TEST_P(Choosing, SeveralAreMovedTogetherInOneStep) {
    Pane& pane = threePersons(GetParam());
    click(pane, on(pane, "Anna"));
    click(pane, on(pane, "Ben"), Qt::ShiftModifier);
    const auto place = [](const char* name) { return bodyOf<Figure>(session().document.item(idOf(name)))->at; };
    const V2f a = place("Anna"), b = place("Ben"), c = place("Carl");
    const std::string before = documentHash();
    const QPointF grip = on(pane, "Ben");
    drag(pane, grip, grip + QPointF(0, GetParam() ? 40 : 14));
    settle();
    EXPECT_EQ(chosenNames(), QStringList({"Anna", "Ben"})) << "a drag keeps what is chosen";
    const V2f by = place("Ben") - b;
    EXPECT_GT(by.length(), 0.3f);
    EXPECT_NEAR((place("Anna") - a - by).length(), 0, 1e-4f);
    EXPECT_EQ(place("Carl"), c);
    expectOneStep(before);
}

TEST_P(Choosing, AClickOnOneOfSeveralChoosesItAlone) {
    Pane& pane = threePersons(GetParam());
    click(pane, on(pane, "Anna"));
    click(pane, on(pane, "Ben"), Qt::ShiftModifier);
    click(pane, on(pane, "Anna"));
    EXPECT_EQ(chosenNames(), QStringList({"Anna"}));
}

TEST(Beneath, ARepeatedClickGoesDown) {
    freshSite();
    // A tree over the house, seen from above.
    Project p = session().document.project();
    p = added(p, "Tree", Specimens{{{"Apple", xy(house()->position) + V2f(0, 1.5f), 0, 1.6f, 0}}});
    session().document.edit("Set up", p);
    settle();
    verb(Verb::Seat);
    choosePlanAsMain(true);
    leaf("move");
    Pane& plan = window().mainPane();
    // Where a leaf is over the house, on a whole pixel, as a click is.
    QPointF spot;
    for (float x = -1; x < 1 && spot.isNull(); x += 0.1f)
        for (float y = 0.6f; y < 2.4f && spot.isNull(); y += 0.1f)
            if (const QPointF p = at(plan, xy(house()->position) + V2f(x, y)).toPoint(); plan.pick(p).under.size() >= 2)
                spot = p;
    ASSERT_FALSE(spot.isNull());
    session().selection.set({});
    click(plan, spot);
    EXPECT_EQ(chosenNames(), QStringList({"Honey house"})) << "Seat prefers what it seats";
    click(plan, spot);
    EXPECT_EQ(chosenNames(), QStringList({"Tree"}));
    click(plan, spot);
    EXPECT_EQ(chosenNames(), QStringList({"Honey house"})) << "and round again";
}

TEST(Beneath, GrassInFrontDoesNotHideTheHouse) {
    freshSite();
    Project p = session().document.project();
    Drift d;
    d.areas = {{{-20, -24}, {20, -24}, {20, 4}, {-20, 4}}};
    d.mix = {{"Fescue", 1}};
    d.density = 8;
    session().document.edit("Set up", added(p, "Grass", d));
    settle();
    verb(Verb::Seat);
    choosePlanAsMain(false);
    leaf("move");
    Pane& shot = window().mainPane();
    session().selection.set({});
    click(shot, *shot.toScreen(house()->position + V3f(-4, -4, 1.4f)));
    EXPECT_EQ(chosenNames(), QStringList({"Honey house"}));
    // The ground is found through a meadow, however dense.
    int found = 0;
    for (int i = 0; i < 20; ++i) {
        const QPointF q = shot.rect().center() + QPointF(-100 + 10 * i, 120);
        found += shot.pick(q).ground.has_value();
    }
    EXPECT_EQ(found, 20);
}

TEST(Several, TheRegisterTakesRangesAndAll) {
    threePersons(true);
    clickItem(0);
    clickItem(2, ItemModel::Name, Qt::ShiftModifier);
    EXPECT_EQ(chosenNames(), QStringList({"Anna", "Ben", "Carl"}));
    clickItem(1, ItemModel::Name, Qt::ControlModifier);
    EXPECT_EQ(chosenNames(), QStringList({"Anna", "Carl"}));
    clickItem(1);
    EXPECT_EQ(chosenNames(), QStringList({"Ben"}));
    items().setFocus();
    key(Qt::Key_A, Qt::ControlModifier);
    EXPECT_EQ(session().selection.all().size(), 3u);
    session().selection.set(idOf("Anna"));
    key(Qt::Key_Down, Qt::ShiftModifier);
    EXPECT_EQ(chosenNames(), QStringList({"Anna", "Ben"}));
}

TEST(Several, AreHiddenLockedAndDeletedInOneStep) {
    threePersons(true);
    session().selection.setAll({idOf("Anna"), idOf("Ben")});
    items().setFocus();
    std::string before = documentHash();
    key(Qt::Key_V, Qt::ShiftModifier);
    EXPECT_FALSE(session().document.item(idOf("Anna"))->visible);
    EXPECT_FALSE(session().document.item(idOf("Ben"))->visible);
    EXPECT_TRUE(session().document.item(idOf("Carl"))->visible);
    expectOneStep(before);
    key(Qt::Key_Z, Qt::ControlModifier);
    window().mainPane().setFocus();
    before = documentHash();
    session().selection.setAll({idOf("Anna"), idOf("Ben")});
    key(Qt::Key_Delete);
    EXPECT_FALSE(idOf("Anna"));
    EXPECT_FALSE(idOf("Ben"));
    EXPECT_TRUE(idOf("Carl"));
    EXPECT_TRUE(chosenNames().isEmpty());
    expectOneStep(before);
}

TEST(Several, ALockedOneStopsTheDelete) {
    threePersons(true);
    session().document.editItem("Lock", idOf("Ben"), [](Item& i) { i.locked = true; });
    session().selection.setAll({idOf("Anna"), idOf("Ben")});
    const std::string before = documentHash();
    window().mainPane().setFocus();
    key(Qt::Key_Delete);
    EXPECT_EQ(documentHash(), before);
    EXPECT_NE(message().indexOf("Ben"), -1);
}

TEST(Several, WhatHangsOnADeletedThingIsTold) {
    freshSite();
    Project p = session().document.project();
    session().document.edit("Set up", added(p, "Terrace pad", BuildingPad{house() ? idOf("Honey house") : Id{}}));
    session().selection.set(idOf("Honey house"));
    window().mainPane().setFocus();
    key(Qt::Key_Delete);
    EXPECT_FALSE(idOf("Terrace pad"));
    EXPECT_NE(message().indexOf("Terrace pad"), -1);
}

// ---- Copies ---------------------------------------------------------------------------------------------------------

namespace {

void pointAt(Pane& pane, const V2f& ground) {
    QCursor::setPos(pane.mapToGlobal(at(pane, ground).toPoint()));
    QTest::qWait(2);
}

size_t figures() {
    return itemsOf<Figure>(session().document.project()).size();
}

} // namespace

TEST_P(Choosing, ACopyIsPastedUnderThePointer) {
    Pane& pane = threePersons(GetParam());
    click(pane, on(pane, "Anna"));
    key(Qt::Key_C, Qt::ControlModifier);
    const std::string before = documentHash();
    pointAt(pane, {2, -4});
    key(Qt::Key_V, Qt::ControlModifier);
    ASSERT_EQ(figures(), 4u);
    const auto* copy = bodyOf<Figure>(last());
    EXPECT_NEAR(copy->at.x, 2, 0.6f);
    EXPECT_NEAR(copy->at.y, -4, 0.6f);
    EXPECT_EQ(chosenNames(), QStringList({"Anna 2"})) << "the copy is chosen";
    expectOneStep(before);
    settle();
}

TEST(Copying, PasteInPlaceAndDuplicateBeside) {
    Pane& pane = threePersons(true);
    session().selection.setAll({idOf("Anna"), idOf("Ben")});
    pane.setFocus();
    std::string before = documentHash();
    key(Qt::Key_D, Qt::ControlModifier);
    ASSERT_EQ(figures(), 5u);
    EXPECT_EQ(chosenNames(), QStringList({"Anna 2", "Ben 2"}));
    const V2f a = bodyOf<Figure>(session().document.item(idOf("Anna")))->at,
              a2 = bodyOf<Figure>(session().document.item(idOf("Anna 2")))->at;
    EXPECT_GT((a2 - a).length(), 0.5f);
    expectOneStep(before);
    session().selection.set(idOf("Carl"));
    key(Qt::Key_C, Qt::ControlModifier);
    before = documentHash();
    key(Qt::Key_V, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_EQ(figures(), 6u);
    EXPECT_EQ(bodyOf<Figure>(last())->at, bodyOf<Figure>(session().document.item(idOf("Carl")))->at);
    expectOneStep(before);
    settle();
}

TEST(Copying, CutTakesAwayAndPasteBringsBack) {
    Pane& pane = threePersons(true);
    session().selection.set(idOf("Ben"));
    pane.setFocus();
    const std::string before = documentHash();
    key(Qt::Key_X, Qt::ControlModifier);
    EXPECT_EQ(figures(), 2u);
    expectOneStep(before);
    key(Qt::Key_V, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_EQ(figures(), 3u);
    EXPECT_TRUE(idOf("Ben"));
    settle();
}

TEST(Copying, FromOneProjectIntoAnother) {
    freshSite();
    Project p = session().document.project();
    session().document.edit("Set up", added(p, "Terrace pad", BuildingPad{idOf("Honey house")}));
    session().selection.set(idOf("Honey house"));
    window().mainPane().setFocus();
    key(Qt::Key_C, Qt::ControlModifier);
    freshSite(false);
    EXPECT_FALSE(house());
    window().mainPane().setFocus();
    key(Qt::Key_V, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_TRUE(house());
    ASSERT_TRUE(idOf("Terrace pad")) << "the pad comes with its building";
    EXPECT_EQ(bodyOf<BuildingPad>(session().document.item(idOf("Terrace pad")))->building, idOf("Honey house"));
    settle();
}

TEST(Copying, NothingChosenOrCopiedDoesNothing) {
    threePersons(true);
    const std::string before = documentHash();
    window().mainPane().setFocus();
    for (const Qt::Key k : {Qt::Key_X, Qt::Key_C, Qt::Key_D}) key(k, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), before);
}

TEST(Copying, InAFieldTheKeysAreTheFields) {
    threePersons(true);
    session().selection.set(idOf("Anna"));
    const std::string before = documentHash();
    QLineEdit& f = field("rotation");
    f.setFocus();
    key(Qt::Key_A, Qt::ControlModifier);
    key(Qt::Key_C, Qt::ControlModifier);
    key(Qt::Key_X, Qt::ControlModifier);
    EXPECT_TRUE(f.text().isEmpty());
    EXPECT_EQ(documentHash(), before);
    key(Qt::Key_Escape);
}
