// The register, the stem and its leaves, and the shot strip: by keys and by mouse.
#include <QApplication>
#include <QContextMenuEvent>
#include <QLineEdit>
#include <QMimeData>
#include <QToolButton>
#include <gtest/gtest.h>

#include "app/lists/item_list.h"
#include "app/lists/shot_strip.h"
#include "app/shell/stem.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

// Three plantings named A, B, C in the list of Plant, which has the focus.
ItemTree& listOfThree() {
    freshSite(false);
    Project p = session().document.project();
    for (const char* name : {"A", "B", "C"}) p = added(p, name, Specimens{});
    session().document.edit("Set up", p);
    verb(Verb::Plant);
    items().setFocus();
    return items();
}

const Item* named(const char* name) {
    return find(session().document.project(), std::string(name));
}

// As the list's own drag and drop ends: what the pointer does until then is the toolkit's.
void dropOn(ItemTree& list, const QPointF& at) {
    QAbstractItemModel& model = *list.model();
    const std::unique_ptr<QMimeData> data(model.mimeData(list.selectionModel()->selectedRows()));
    const QModelIndex on = list.indexAt(at.toPoint());
    ASSERT_TRUE(model.canDropMimeData(data.get(), Qt::MoveAction, -1, -1, on));
    model.dropMimeData(data.get(), Qt::MoveAction, -1, -1, on);
}

} // namespace

TEST(List, ArrowsGoThroughIt) {
    listOfThree();
    session().selection.set({});
    for (const char* name : {"A", "B", "C", "C"}) {
        key(Qt::Key_Down);
        ASSERT_TRUE(session().selection.item());
        EXPECT_EQ(session().selection.item()->name, name);
    }
    key(Qt::Key_Up);
    EXPECT_EQ(session().selection.item()->name, "B");
}

TEST(List, KeysMeanWhatTheyMeanInThePanes) {
    listOfThree();
    session().selection.set(named("B")->id);
    const std::string before = documentHash();
    key(Qt::Key_V, Qt::ShiftModifier);
    EXPECT_FALSE(named("B")->visible);
    expectOneStep(before);
    key(Qt::Key_V, Qt::ShiftModifier);
    EXPECT_TRUE(named("B")->visible);
    key(Qt::Key_L, Qt::ControlModifier);
    EXPECT_TRUE(named("B")->locked);
    key(Qt::Key_L, Qt::ControlModifier);
    EXPECT_FALSE(named("B")->locked);
    EXPECT_TRUE(named("A")->visible && named("C")->visible) << "the others are left alone";
    const std::string now = documentHash();
    key(Qt::Key_H);
    EXPECT_FALSE(session().view.seen(*named("B"))) << "hidden while working";
    EXPECT_EQ(documentHash(), now);
    session().view.showAll();
}

TEST(List, StandsInTheOrderThatIsAskedFor) {
    ItemTree& list = listOfThree();
    session().document.editItem("Rename", named("A")->id, [](Item& i) { i.name = "Z"; });
    settle();
    auto* button = window().findChild<QToolButton*>("itemOrder");
    const auto first = [&] { return list.model()->index(0, 0).data().toString(); };
    EXPECT_EQ(first(), "Z");
    const auto order = [&](int k) {
        whenMenuOpens([k](QMenu& menu) { menu.actions()[k]->trigger(); });
        click(*button, QPointF(button->rect().center()));
    };
    order(1);
    EXPECT_TRUE(waitFor([&] { return first() == "B"; }));
    order(0);
    EXPECT_TRUE(waitFor([&] { return first() == "Z"; }));
}

TEST(List, ARightClickOffersWhatCanBeDone) {
    listOfThree();
    clickItem(1);
    const std::string before = documentHash();
    whenMenuOpens([](QMenu& menu) {
        QStringList names;
        for (QAction* action : menu.actions()) names << action->text();
        EXPECT_TRUE(names.contains("Rename") && names.contains("Isolate") && names.contains("Delete"));
        for (QAction* action : menu.actions())
            if (action->text() == "Duplicate") action->trigger();
    });
    QContextMenuEvent event(QContextMenuEvent::Mouse, inItems(1).toPoint(),
                            items().viewport()->mapToGlobal(inItems(1).toPoint()));
    QApplication::sendEvent(items().viewport(), &event);
    ASSERT_TRUE(waitFor([&] { return documentHash() != before; }));
    expectOneStep(before);
}

TEST(List, EyeAndLockAreClickedWithoutChoosing) {
    listOfThree();
    session().selection.set(named("A")->id);
    clickItem(1, ItemModel::Eye);
    EXPECT_FALSE(named("B")->visible);
    clickItem(2, ItemModel::Lock);
    EXPECT_TRUE(named("C")->locked);
    EXPECT_EQ(session().selection.item()->name, "A");
    clickItem(2);
    EXPECT_EQ(session().selection.item()->name, "C");
}

TEST(List, TwoQuickClicksOnAnEyeAreTwo) {
    ItemTree& list = listOfThree();
    const size_t before = session().document.history().position();
    doubleClick(*list.viewport(), inItems(1, ItemModel::Eye));
    EXPECT_TRUE(named("B")->visible);
    EXPECT_EQ(session().document.history().position(), before + 2) << "hidden and shown";
}

TEST(List, RowsAreDraggedIntoGroupsAndOut) {
    ItemTree& list = listOfThree();
    Id group;
    session().document.edit("Group", grouped(session().document.project(), "Copse", {named("C")->id}, &group));
    // Rows: A, B, Copse, C in it.
    session().selection.setAll({named("A")->id, named("B")->id});
    const std::string before = documentHash();
    dropOn(list, inItems(2));
    EXPECT_EQ(named("A")->group, group);
    EXPECT_EQ(named("B")->group, group) << "all that is chosen goes along";
    expectOneStep(before);
    // Rows: Copse, A, B, C. Dropped below all rows: out again, alone.
    clickItem(1);
    EXPECT_EQ(session().selection.all().size(), 1u) << "a click without a drag chooses one";
    dropOn(list, inItems(5));
    EXPECT_FALSE(named("A")->group);
    EXPECT_EQ(named("B")->group, group);
}

TEST(List, RenamingByKeyAndByDoubleClick) {
    ItemTree& list = listOfThree();
    session().selection.set(named("B")->id);
    const std::string before = documentHash();
    key(Qt::Key_F2);
    type("Avenue");
    key(Qt::Key_Return);
    EXPECT_TRUE(named("Avenue"));
    EXPECT_FALSE(named("B"));
    EXPECT_EQ(QApplication::focusWidget(), &list) << "keys go on where they were";
    expectOneStep(before);
    doubleClick(*list.viewport(), inItems(0));
    type("Copse");
    key(Qt::Key_Return);
    EXPECT_TRUE(named("Copse"));
}

TEST(List, EscapeKeepsTheName) {
    listOfThree();
    session().selection.set(named("B")->id);
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
    session().selection.set(named("B")->id);
    const std::string before = documentHash();
    key(Qt::Key_F2);
    type("A");
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before);
    EXPECT_FALSE(message().isEmpty());
}

TEST(List, TheWheelScrollsALongOne) {
    freshSite(false);
    Project p = session().document.project();
    for (int i = 0; i < 20; ++i) p = added(p, "Group " + std::to_string(i + 1), Specimens{});
    session().document.edit("Set up", p);
    verb(Verb::Plant);
    ItemTree* list = &items();
    clickItem(0);
    EXPECT_EQ(session().selection.item()->name, "Group 1");
    ASSERT_EQ(QApplication::wheelScrollLines(), 3);
    for (int i = 0; i < 3; ++i) wheel(*list->viewport(), inItems(0), -120);
    clickItem(0);
    EXPECT_EQ(session().selection.item()->name, "Group 10");
    for (int i = 0; i < 40; ++i) wheel(*list->viewport(), inItems(0), 120);
    clickItem(0);
    EXPECT_EQ(session().selection.item()->name, "Group 1");
    // Keys bring what they choose into view.
    list->setFocus();
    for (int i = 0; i < 19; ++i) key(Qt::Key_Down);
    EXPECT_EQ(session().selection.item()->name, "Group 20");
}

TEST(List, TheFieldFiltersByName) {
    listOfThree();
    Id group;
    session().document.edit("Group", grouped(session().document.project(), "Copse", {named("C")->id}, &group));
    auto* field = window().findChild<QLineEdit*>("itemFilter");
    field->setFocus();
    type("c");
    EXPECT_TRUE(items().rowOf(group).isValid()) << "the group of what fits";
    EXPECT_TRUE(items().rowOf(named("C")->id).isValid());
    EXPECT_FALSE(items().rowOf(named("A")->id).isValid());
    session().selection.set(named("A")->id); // not in sight, and selected all the same
    EXPECT_EQ(session().selection.item()->name, "A");
    field->clear();
    EXPECT_TRUE(items().rowOf(named("A")->id).isValid());
    EXPECT_TRUE(items().selectionModel()->isSelected(items().rowOf(named("A")->id)));
}

TEST(List, GroupsFoldAndStayFolded) {
    listOfThree();
    Id group;
    session().document.edit("Group", grouped(session().document.project(), "Copse", {named("C")->id}, &group));
    ASSERT_TRUE(items().isExpanded(items().rowOf(group)));
    session().selection.set(group);
    items().setFocus();
    key(Qt::Key_Left);
    EXPECT_FALSE(items().isExpanded(items().rowOf(group)));
    session().document.edit("Add", added(session().document.project(), "D", Specimens{}));
    EXPECT_FALSE(items().isExpanded(items().rowOf(group))) << "other rows do not unfold it";
    key(Qt::Key_Right);
    EXPECT_TRUE(items().isExpanded(items().rowOf(group)));
}

TEST(List, ANameThatIsBeingTypedIsNotTakenAway) {
    listOfThree();
    session().selection.set(named("B")->id);
    key(Qt::Key_F2);
    type("Aven");
    Q_EMIT session().document.builtChanged(); // as when plants were counted meanwhile
    type("ue");
    key(Qt::Key_Return);
    EXPECT_TRUE(named("Avenue"));
}

TEST(StemKeys, ArrowsGoThroughTheVerbs) {
    freshSite(false);
    window().findChild<Stem*>()->setFocus();
    for (int v = 1; v < kVerbs; ++v) {
        key(Qt::Key_Down);
        EXPECT_EQ(session().view.verb(), static_cast<Verb>(v));
    }
    key(Qt::Key_Down);
    EXPECT_EQ(session().view.verb(), Verb::Finish);
    for (int v = kVerbs - 2; v >= 0; --v) {
        key(Qt::Key_Up);
        EXPECT_EQ(session().view.verb(), static_cast<Verb>(v));
    }
}

TEST(StemKeys, LeavesArePickedWithoutAMouse) {
    freshSite(false);
    verb(Verb::Shape);
    auto* leaves = window().findChild<Leaves*>();
    leaves->setFocus();
    const QString first = leaves->current();
    QStringList seen;
    for (int i = 0; i < 16; ++i) {
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
    const Id first = session().view.shotId();
    key(Qt::Key_Plus);
    const Id second = session().view.shotId();
    EXPECT_NE(second, first);
    key(Qt::Key_Insert);
    EXPECT_EQ(itemsOf<Shot>(session().document.project()).size(), 3u);
    key(Qt::Key_Left);
    EXPECT_EQ(session().view.shotId(), second);
    key(Qt::Key_Left);
    EXPECT_EQ(session().view.shotId(), first);
    key(Qt::Key_Left);
    EXPECT_EQ(session().view.shotId(), first) << "there is none before the first";
    key(Qt::Key_Delete);
    key(Qt::Key_Delete);
    EXPECT_EQ(itemsOf<Shot>(session().document.project()).size(), 1u);
    key(Qt::Key_Delete);
    EXPECT_EQ(itemsOf<Shot>(session().document.project()).size(), 1u) << "the last shot stays";
}

TEST(Strip, ANewShotHasTheViewThatIsSeen) {
    freshSite();
    auto& pane = window().shotPane();
    drag(pane, pane.pictureRect().center(), pane.pictureRect().center() + QPointF(80, 0), Qt::NoModifier,
         Qt::RightButton);
    const Camera seen = session().view.shot().camera;
    const Camera saved = bodyOf<Shot>(session().view.shotItem())->camera;
    window().findChild<ShotStrip*>()->setFocus();
    key(Qt::Key_Plus);
    EXPECT_EQ(bodyOf<Shot>(session().view.shotItem())->camera, seen);
    EXPECT_EQ(bodyOf<Shot>(itemsOf<Shot>(session().document.project()).front())->camera, saved);
    EXPECT_FALSE(session().view.looking());
}
