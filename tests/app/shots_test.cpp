// Shots: copied, ordered, locked, and given the light and the lens of another.
#include <QMenu>
#include <gtest/gtest.h>

#include "app/lists/shot_strip.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

QStringList order() {
    QStringList out;
    for (const Item* item : itemsOf<Shot>(session().document.project())) out << QString::fromStdString(item->name);
    return out;
}

const Shot& named(const char* name) {
    return *bodyOf<Shot>(find(session().document.project(), std::string(name)));
}

Id idOf(const char* name) {
    return find(session().document.project(), std::string(name))->id;
}

void command(const char* id) {
    window().commands().action(id)->trigger();
}

// Three shots, the second one shown.
void threeShots() {
    freshSite(false);
    Project p = session().document.project();
    Item first = *itemsOf<Shot>(p).front();
    first.name = "A";
    p = replaced(p, first);
    for (const char* name : {"B", "C"}) p = added(p, name, std::get<Shot>(first.body));
    session().document.edit("Set up", p);
    session().view.showShot(idOf("B"));
}

} // namespace

TEST(Shots, ACopyStandsBesideItsOriginal) {
    threeShots();
    session().view.editShot("Lens", [](Shot& s) { s.camera.focal = 50; });
    Camera looked = session().view.shot().camera;
    looked.focal = 24;
    session().view.look(looked);
    const std::string before = documentHash();
    command("look.duplicateShot");
    EXPECT_EQ(order(), QStringList({"A", "B", "B 2", "C"}));
    EXPECT_EQ(named("B 2").camera.focal, 50) << "as it is saved, not as it is looked at";
    EXPECT_EQ(session().view.shotId(), idOf("B 2"));
    expectOneStep(before);
}

TEST(Shots, AreMovedAlongTheStrip) {
    threeShots();
    const std::string before = documentHash();
    command("look.moveShotLeft");
    EXPECT_EQ(order(), QStringList({"B", "A", "C"}));
    expectOneStep(before);
    command("look.moveShotLeft");
    EXPECT_EQ(order(), QStringList({"B", "A", "C"})) << "it is the first";
    auto* strip = window().findChild<ShotView*>();
    strip->setFocus();
    key(Qt::Key_Right, Qt::ControlModifier);
    key(Qt::Key_Right, Qt::ControlModifier);
    EXPECT_EQ(order(), QStringList({"A", "C", "B"}));
    EXPECT_EQ(session().view.shotId(), idOf("B")) << "it stays shown";
    EXPECT_EQ(strip->currentIndex().row(), 2);
}

TEST(Shots, ALockedOneStaysAsItIs) {
    threeShots();
    command("look.lockShot");
    const std::string locked = documentHash();
    session().view.editShot("Lens", [](Shot& s) { s.camera.focal = 85; });
    EXPECT_EQ(documentHash(), locked);
    EXPECT_NE(message().indexOf("locked"), -1);
    Camera looked = session().view.shot().camera;
    looked.position.x += 3;
    session().view.look(looked);
    command("look.keep");
    EXPECT_EQ(documentHash(), locked);
    EXPECT_TRUE(session().view.looking()) << "the view is not lost";
    command("look.drop");
    command("look.deleteShot");
    EXPECT_EQ(documentHash(), locked);
    session().view.showShot(idOf("A"));
    session().view.editShot("Time", [](Shot& s) { s.daylight.time.hour = 19; });
    command("look.copyLight");
    EXPECT_EQ(named("C").daylight.time.hour, 19);
    EXPECT_NE(named("B").daylight.time.hour, 19);
    // The list shows the lock, and a click on it lets go.
    verb(Verb::Frame);
    clickItem(1, ItemModel::Lock);
    EXPECT_FALSE(find(session().document.project(), idOf("B"))->locked);
}

TEST(Shots, LightAndLensAreCopiedApart) {
    threeShots();
    session().view.editShot("Look", [](Shot& s) {
        s.camera.focal = 85;
        s.camera.position.x = 7;
        s.daylight.cloud = 0.8f;
    });
    const std::string before = documentHash();
    command("look.copyLens");
    for (const char* name : {"A", "C"}) {
        EXPECT_EQ(named(name).camera.focal, 85);
        EXPECT_NE(named(name).camera.position.x, 7);
        EXPECT_EQ(named(name).daylight.cloud, 0);
    }
    EXPECT_EQ(message(), "Copy lens to all shots: 2 shots changed");
    expectOneStep(before);
    command("look.copyLens");
    EXPECT_NE(message().indexOf("nothing"), -1);
    command("look.copyLight");
    EXPECT_FLOAT_EQ(named("A").daylight.cloud, 0.8f);
}

TEST(Shots, AreRenamedInTheList) {
    threeShots();
    verb(Verb::Frame);
    session().view.showShot(idOf("C"));
    items().setFocus();
    key(Qt::Key_F2);
    type("From the lane");
    key(Qt::Key_Return);
    EXPECT_EQ(order(), QStringList({"A", "B", "From the lane"}));
}

TEST(Shots, AnyAspectAndHeightCanBeTyped) {
    threeShots();
    verb(Verb::Frame);
    setField("aspectValue", "1.85");
    EXPECT_FLOAT_EQ(named("B").camera.aspect, 1.85f);
    EXPECT_EQ(named("B").size.y, static_cast<int>(std::lround(named("B").size.x / 1.85)));
    verb(Verb::Finish);
    setField("height", "1000");
    EXPECT_EQ(named("B").size, V2i(1850, 1000));
    setField("height", "8 k");
    EXPECT_EQ(named("B").size.y, 1000) << "nonsense changes nothing";
}
