// A small site from nothing, as somebody makes one on a Monday: by hand in the window alone, through all verbs. With
// THALLOS_PICTURES set to a folder a picture of the window is kept after each step.
#include <cstdlib>

#include <QLabel>
#include <gtest/gtest.h>

#include "core/base/assets.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

void picture(const char* name) {
    const char* folder = std::getenv("THALLOS_PICTURES");
    if (!folder) return;
    settle();
    (void)waitFor([] { return window().shotPane().picture().samples >= 1; }, 30000);
    QTest::qWait(400);
    window().grab().save(QString("%1/%2.png").arg(folder, name));
}

Pane& plan() {
    choosePlanAsMain(true);
    window().mainPane().setFocus();
    return window().mainPane();
}

} // namespace

TEST(SmallSite, IsMadeFromNothingByHand) {
    freshSite(false);
    if (std::getenv("THALLOS_PICTURES")) window().resize(1280, 800);
    // New site, by its dialog.
    whenDialogOpens([](QDialog& d) {
        for (const auto& [name, text] : {std::pair("siteName", "Orchard end"), std::pair("siteWidth", "120"),
                                         std::pair("siteHeight", "100"), std::pair("groundCell", "0,5 m")}) {
            auto* f = d.findChild<QLineEdit*>(name);
            f->setFocus();
            f->selectAll();
            QTest::keyClicks(f, text);
        }
        d.accept();
    });
    key(Qt::Key_N, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([] { return session().document.project().site->name == "Orchard end"; }));
    settle();
    picture("01-new");

    // Relief, then a bank raised by hand.
    verb(Verb::Shape);
    window().mainPane().setFocus();
    leaf("pick");
    session().selection.set({});
    setField("relief", "2.5");
    settle();
    brush("raise");
    drag(plan(), at(plan(), {-30, 20}), at(plan(), {-10, 30}));
    settle();
    picture("02-shape");

    // A house from a file, seated by the hand, levelled.
    verb(Verb::Seat);
    whenDialogOpens([](QDialog& d) { chooseFile(d, assetFolder() / "demo/honey-house.glb"); });
    window().mainPane().setFocus();
    key(Qt::Key_I, Qt::ControlModifier);
    acceptImport();
    ASSERT_TRUE(waitFor(
        [] { return !session().jobs.busy() && itemsOf<Building>(session().document.project()).size() == 1; }, 60000));
    settle();
    leaf("move");
    const Id house = itemsOf<Building>(session().document.project()).front()->id;
    const auto position = [&] { return bodyOf<Building>(session().document.item(house))->position; };
    const QPointF grip = at(plan(), xy(position()));
    moveTo(plan(), grip, Qt::NoModifier, Qt::NoButton);
    press(plan(), grip);
    moveTo(plan(), grip + QPointF(30, -10));
    type("7.2111"); // six east and four north
    key(Qt::Key_Tab);
    type("56.31");
    key(Qt::Key_Return);
    release(plan(), grip + QPointF(30, -10));
    EXPECT_NEAR(position().x, 6, 0.01f);
    EXPECT_NEAR(position().y, 4, 0.01f);
    key(Qt::Key_Comma);
    key(Qt::Key_Comma);
    settle();
    picture("03-seat");
    verb(Verb::Shape);
    leaf("pad");
    click(plan(), at(plan(), xy(position())));
    EXPECT_EQ(itemsOf<BuildingPad>(session().document.project()).size(), 1u);
    settle();

    // A person, copied twice; the three are lined up, spaced and grouped.
    verb(Verb::Seat);
    leaf("figure");
    click(plan(), at(plan(), {-8, -14}));
    leaf("move");
    window().mainPane().setFocus();
    for (int i = 0; i < 2; ++i) key(Qt::Key_D, Qt::ControlModifier);
    key(Qt::Key_Right, Qt::ShiftModifier);
    const auto people = itemsOf<Figure>(session().document.project());
    ASSERT_EQ(people.size(), 3u);
    session().selection.setAll({people[0]->id, people[1]->id, people[2]->id});
    key(Qt::Key_E, Qt::ControlModifier | Qt::AltModifier);
    key(Qt::Key_G, Qt::ControlModifier);
    EXPECT_TRUE(bodyOf<Group>(session().selection.item()));
    settle();
    picture("04-people");

    // A meadow round it all, a clearing, two trees.
    verb(Verb::Plant);
    leaf("drift");
    for (const V2f& p : {V2f(-30, -30), V2f(30, -30), V2f(32, 24), V2f(-32, 24)}) click(plan(), at(plan(), p));
    key(Qt::Key_Return);
    settle();
    EXPECT_GT(session().document.built()->plantCount(), 1000);
    leaf("specimen");
    click(plan(), at(plan(), {-18, 8}));
    click(plan(), at(plan(), {-22, 14}));
    settle();
    picture("05-plant");

    // Morning light, a view of the house, kept.
    verb(Verb::Frame);
    choosePlanAsMain(false);
    window().mainPane().setFocus();
    session().selection.set(house);
    key(Qt::Key_F);
    EXPECT_TRUE(session().view.looking());
    picture("06-look");
    key(Qt::Key_K);
    EXPECT_FALSE(session().view.looking());

    // Measured, found, hidden, and the whole of it undone and done again.
    verb(Verb::Seat);
    window().mainPane().setFocus();
    key(Qt::Key_F, Qt::ControlModifier);
    type("meadow");
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
    session().selection.set(house);
    window().mainPane().setFocus();
    picture("07-hands");
    EXPECT_NO_THROW(check(session().document.project()));
    const std::string made = documentHash();
    const size_t steps = session().document.history().position();
    EXPECT_GT(steps, 12u);
    for (size_t i = 0; i < steps; ++i) key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_FALSE(session().document.history().canUndo());
    for (size_t i = 0; i < steps; ++i) key(Qt::Key_Y, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), made);
    const std::filesystem::path file = scratch() / "orchard-end.thallos";
    whenDialogOpens([&](QDialog& d) { chooseFile(d, file); });
    key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([] { return !session().document.unsaved(); }));
    settle();
    window().files().open(file);
    settle();
    EXPECT_EQ(documentHash(), made);
    if (std::getenv("THALLOS_PICTURES")) window().resize(1100, 700);
}
