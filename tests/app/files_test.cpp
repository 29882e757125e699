// Opening, saving, recovery and undo, by posted events on the real window.
#include <fstream>

#include <QDialog>
#include <QMessageBox>
#include <QToolButton>
#include <gtest/gtest.h>

#include "app/stem.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

TEST(Files, SaveAsOpenAndTheUnsavedDot) {
    freshSite();
    const fs::path file = scratch() / "site.thallos";
    session().edit("Rename", withSite(session().project(), [] {
                       Site s;
                       s.name = "Saved site";
                       return s;
                   }()));
    EXPECT_TRUE(session().unsaved());
    auto* project = window().findChild<QToolButton*>("projectMenu");
    EXPECT_NE(project->text().indexOf(QChar(0x25CF)), -1);
    whenDialogOpens([&](QDialog& d) { chooseFile(d, file); });
    window().mainPane().setFocus();
    key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(fs::exists(file));
    EXPECT_FALSE(session().unsaved());
    EXPECT_EQ(project->text().indexOf(QChar(0x25CF)), -1);
    const std::string saved = documentHash();
    freshSite(false);
    EXPECT_NE(documentHash(), saved);
    window().openProject(file);
    settle();
    EXPECT_EQ(documentHash(), saved);
    // Undo back to what was saved is saved.
    session().edit("Rename", withSite(session().project(), Site()));
    EXPECT_TRUE(session().unsaved());
    window().mainPane().setFocus();
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_FALSE(session().unsaved());
}

TEST(Files, ABrokenProjectLeavesTheOpenOneAsItWas) {
    freshSite();
    const std::string before = documentHash();
    const fs::path bad = scratch() / "bad.thallos";
    std::ofstream(bad) << "not a project";
    window().openProject(bad);
    EXPECT_EQ(documentHash(), before);
    EXPECT_NE(message().indexOf("bad.thallos"), -1);
}

TEST(Files, ACrashIsRecoveredFrom) {
    freshSite();
    const std::string before = documentHash();
    const fs::path folder = stateFolder() / "recovery";
    writeRecovery(session().project(), folder, "session-of-a-crash", "");
    std::ofstream(folder / "session-of-a-crash.json") << R"({"original":"","name":"Test site","process":2000000000})";
    freshSite(false);
    whenDialogOpens([](QDialog& d) {
        auto* box = qobject_cast<QMessageBox*>(&d);
        ASSERT_TRUE(box);
        QTest::mouseClick(box->buttons().first(), Qt::LeftButton);
    });
    window().offerRecovery();
    settle();
    EXPECT_EQ(documentHash(), before);
    EXPECT_TRUE(session().unsaved());
    EXPECT_TRUE(findRecoveries(folder).empty());
}

TEST(Files, EverythingIsUndoneToTheStart) {
    freshSite();
    const std::string start = documentHash();
    verb(Verb::Shape);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    leaf("raise");
    drag(plan, at(plan, {-20, -20}), at(plan, {-10, -20}));
    leaf("pad");
    click(plan, at(plan, xy(house()->position)));
    verb(Verb::Plant);
    choosePlanAsMain(true);
    leaf("specimen");
    click(plan, at(plan, {20, -20}));
    verb(Verb::Light);
    setField("Visibility", "9000");
    verb(Verb::Finish);
    setField("Contrast", "120");
    settle();
    EXPECT_GE(session().history().position(), 5u);
    window().mainPane().setFocus();
    for (int i = 0; i < 40 && session().history().canUndo(); ++i) key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), start);
    for (int i = 0; i < 40 && session().history().canRedo(); ++i) key(Qt::Key_Y, Qt::ControlModifier);
    EXPECT_NE(documentHash(), start);
    settle();
}
