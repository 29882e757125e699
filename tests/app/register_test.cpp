// The register, the stem and its leaves, and the shot strip: by keys and by mouse.
#include <QApplication>
#include <QLineEdit>
#include <gtest/gtest.h>

#include "app/register.h"
#include "app/shot_strip.h"
#include "app/stem.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

// Three plantings named A, B, C in the register of Plant, which has the focus.
Register& listOfThree() {
    freshSite(false);
    Project p = session().project();
    for (const char* name : {"A", "B", "C"}) p = added(p, name, Planting{});
    session().edit("Set up", p);
    verb(Verb::Plant);
    auto* list = window().findChild<Register*>();
    list->setFocus();
    return *list;
}

const Item* named(const char* name) {
    return find(session().project(), std::string(name));
}

// Where the row's text, eye or lock is.
QPointF onRow(Register& list, int row, int fromRight) {
    return {list.width() - static_cast<double>(fromRight), 46.0 + 28 * row};
}

} // namespace

TEST(List, ArrowsGoThroughIt) {
    listOfThree();
    session().choose({});
    for (const char* name : {"A", "B", "C", "C"}) {
        key(Qt::Key_Down);
        ASSERT_TRUE(session().chosenItem());
        EXPECT_EQ(session().chosenItem()->name, name);
    }
    key(Qt::Key_Up);
    EXPECT_EQ(session().chosenItem()->name, "B");
}

TEST(List, KeysHideAndLock) {
    listOfThree();
    session().choose(named("B")->id);
    const std::string before = documentHash();
    key(Qt::Key_H);
    EXPECT_FALSE(named("B")->visible);
    expectOneStep(before);
    key(Qt::Key_H);
    EXPECT_TRUE(named("B")->visible);
    key(Qt::Key_L);
    EXPECT_TRUE(named("B")->locked);
    key(Qt::Key_L);
    EXPECT_FALSE(named("B")->locked);
    EXPECT_TRUE(named("A")->visible && named("C")->visible) << "the others are left alone";
}

TEST(List, EyeAndLockAreClickedWithoutChoosing) {
    Register& list = listOfThree();
    session().choose(named("A")->id);
    click(list, onRow(list, 1, 52));
    EXPECT_FALSE(named("B")->visible);
    click(list, onRow(list, 2, 20));
    EXPECT_TRUE(named("C")->locked);
    EXPECT_EQ(session().chosenItem()->name, "A");
    click(list, onRow(list, 2, 200));
    EXPECT_EQ(session().chosenItem()->name, "C");
}

TEST(List, RowsAreDraggedIntoGroupsAndOut) {
    Register& list = listOfThree();
    Id group;
    session().edit("Group", grouped(session().project(), "Copse", {named("C")->id}, &group));
    // Rows: A, B, Copse, C in it.
    session().chooseAll({named("A")->id, named("B")->id});
    const std::string before = documentHash();
    drag(list, onRow(list, 0, 200), onRow(list, 2, 200));
    EXPECT_EQ(named("A")->group, group);
    EXPECT_EQ(named("B")->group, group) << "all that is chosen goes along";
    expectOneStep(before);
    // Rows: Copse, A, B, C. Dropped below all rows: out again, alone.
    click(list, onRow(list, 1, 200));
    EXPECT_EQ(session().allChosen().size(), 1u) << "a click without a drag chooses one";
    drag(list, onRow(list, 1, 200), onRow(list, 5, 200));
    EXPECT_FALSE(named("A")->group);
    EXPECT_EQ(named("B")->group, group);
}

TEST(List, RenamingByKeyAndByDoubleClick) {
    Register& list = listOfThree();
    session().choose(named("B")->id);
    const std::string before = documentHash();
    key(Qt::Key_F2);
    type("Avenue");
    key(Qt::Key_Return);
    EXPECT_TRUE(named("Avenue"));
    EXPECT_FALSE(named("B"));
    EXPECT_EQ(QApplication::focusWidget(), &list) << "keys go on where they were";
    expectOneStep(before);
    doubleClick(list, onRow(list, 0, 200));
    type("Copse");
    key(Qt::Key_Return);
    EXPECT_TRUE(named("Copse"));
}

TEST(List, EscapeKeepsTheName) {
    listOfThree();
    session().choose(named("B")->id);
    const std::string before = documentHash();
    key(Qt::Key_F2);
    type("Avenue");
    key(Qt::Key_Escape);
    QTest::qWait(5);
    EXPECT_EQ(documentHash(), before);
    key(Qt::Key_F2);
    type("  ");
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before) << "no item is without a name";
}

TEST(List, ANameIsTakenOnlyOnce) {
    listOfThree();
    session().choose(named("B")->id);
    const std::string before = documentHash();
    key(Qt::Key_F2);
    type("A");
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before);
    EXPECT_FALSE(message().isEmpty());
}

TEST(List, TheWheelScrollsALongOne) {
    freshSite(false);
    Project p = session().project();
    for (int i = 0; i < 20; ++i) p = added(p, "Group " + std::to_string(i + 1), Planting{});
    session().edit("Set up", p);
    verb(Verb::Plant);
    auto* list = window().findChild<Register*>();
    click(*list, onRow(*list, 0, 200));
    EXPECT_EQ(session().chosenItem()->name, "Group 1");
    for (int i = 0; i < 3; ++i) wheel(*list, onRow(*list, 0, 200), -120);
    click(*list, onRow(*list, 0, 200));
    EXPECT_EQ(session().chosenItem()->name, "Group 4");
    for (int i = 0; i < 40; ++i) wheel(*list, onRow(*list, 0, 200), 120);
    click(*list, onRow(*list, 0, 200));
    EXPECT_EQ(session().chosenItem()->name, "Group 1");
    // Keys bring what they choose into view.
    list->setFocus();
    for (int i = 0; i < 19; ++i) key(Qt::Key_Down);
    EXPECT_EQ(session().chosenItem()->name, "Group 20");
}

TEST(StemKeys, ArrowsGoThroughTheVerbs) {
    freshSite(false);
    window().findChild<Stem*>()->setFocus();
    for (int v = 1; v < kVerbs; ++v) {
        key(Qt::Key_Down);
        EXPECT_EQ(session().verb(), static_cast<Verb>(v));
    }
    key(Qt::Key_Down);
    EXPECT_EQ(session().verb(), Verb::Finish);
    for (int v = kVerbs - 2; v >= 0; --v) {
        key(Qt::Key_Up);
        EXPECT_EQ(session().verb(), static_cast<Verb>(v));
    }
}

TEST(StemKeys, LeavesArePickedWithoutAMouse) {
    freshSite(false);
    verb(Verb::Shape);
    auto* leaves = window().findChild<Leaves*>();
    leaves->setFocus();
    const QString first = leaves->current();
    QStringList seen;
    for (int i = 0; i < 9; ++i) {
        key(Qt::Key_Down);
        leaves->setFocus();
        key(Qt::Key_Return);
        if (!seen.contains(leaves->current())) seen += leaves->current();
    }
    EXPECT_GE(seen.size(), 5);
    EXPECT_TRUE(seen.contains(first)) << "round and round";
}

TEST(StemKeys, EveryLeafHasAKeyThatPicksIt) {
    freshSite(false);
    Tools probe(session());
    auto* leaves = window().findChild<Leaves*>();
    for (int v = 0; v < kVerbs; ++v) {
        verb(static_cast<Verb>(v));
        choosePlanAsMain(true); // in the shot some letters walk
        for (const Leaf& l : probe.leaves[v]) {
            if (!l.tool) continue;
            ASSERT_FALSE(l.shortcut.isEmpty()) << l.id.toStdString();
            window().mainPane().setFocus();
            key(static_cast<Qt::Key>(l.shortcut.at(0).unicode()));
            EXPECT_EQ(leaves->current(), l.id);
        }
    }
}

TEST(Strip, KeysAddGoThroughAndDelete) {
    freshSite();
    auto* strip = window().findChild<ShotStrip*>();
    strip->setFocus();
    const Id first = session().shotId();
    key(Qt::Key_Plus);
    const Id second = session().shotId();
    EXPECT_NE(second, first);
    key(Qt::Key_Insert);
    EXPECT_EQ(itemsOf<Shot>(session().project()).size(), 3u);
    key(Qt::Key_Left);
    EXPECT_EQ(session().shotId(), second);
    key(Qt::Key_Left);
    EXPECT_EQ(session().shotId(), first);
    key(Qt::Key_Left);
    EXPECT_EQ(session().shotId(), first) << "there is none before the first";
    key(Qt::Key_Delete);
    key(Qt::Key_Delete);
    EXPECT_EQ(itemsOf<Shot>(session().project()).size(), 1u);
    key(Qt::Key_Delete);
    EXPECT_EQ(itemsOf<Shot>(session().project()).size(), 1u) << "the last shot stays";
}

TEST(Strip, ANewShotHasTheViewThatIsSeen) {
    freshSite();
    auto& pane = window().shotPane();
    drag(pane, pane.pictureRect().center(), pane.pictureRect().center() + QPointF(80, 0), Qt::NoModifier,
         Qt::RightButton);
    const Camera seen = session().shot().camera;
    const Camera saved = bodyOf<Shot>(session().shotItem())->camera;
    window().findChild<ShotStrip*>()->setFocus();
    key(Qt::Key_Plus);
    EXPECT_EQ(bodyOf<Shot>(session().shotItem())->camera, seen);
    EXPECT_EQ(bodyOf<Shot>(itemsOf<Shot>(session().project()).front())->camera, saved);
    EXPECT_FALSE(session().looking());
}
