// Opening, saving, recovery and undo, by posted events on the real window.
#include <fstream>

#include <QDialog>
#include <QDialogButtonBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMessageBox>
#include <QPushButton>
#include <QTest>
#include <gtest/gtest.h>
#include <sqlite3.h>

#include "app/shell/stem.h"
#include "core/base/assets.h"
#include "core/project/json.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

TEST(Files, SaveAsOpenAndTheUnsavedDot) {
    freshSite();
    const fs::path file = scratch() / "site.thallos";
    session().document.edit("Rename", withSite(session().document.project(), [] {
                                Site s;
                                s.name = "Saved site";
                                return s;
                            }()));
    EXPECT_TRUE(session().document.unsaved());
    auto* project = window().findChild<QLabel*>("title");
    EXPECT_NE(project->text().indexOf(QChar(0x25CF)), -1);
    whenDialogOpens([&](QDialog& d) { chooseFile(d, file); });
    window().mainPane().setFocus();
    key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([] { return !session().document.unsaved(); })) << "while work goes on";
    EXPECT_TRUE(fs::exists(file));
    EXPECT_EQ(project->text().indexOf(QChar(0x25CF)), -1);
    const std::string saved = documentHash();
    freshSite(false);
    EXPECT_NE(documentHash(), saved);
    window().files().open(file);
    settle();
    EXPECT_EQ(documentHash(), saved);
    // Undo back to what was saved is saved.
    session().document.edit("Rename", withSite(session().document.project(), Site()));
    EXPECT_TRUE(session().document.unsaved());
    window().mainPane().setFocus();
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_FALSE(session().document.unsaved());
}

TEST(Files, ABrokenProjectLeavesTheOpenOneAsItWas) {
    freshSite();
    const std::string before = documentHash();
    const fs::path bad = scratch() / "bad.thallos";
    std::ofstream(bad) << "not a project";
    window().files().open(bad);
    EXPECT_EQ(documentHash(), before);
    EXPECT_NE(message().indexOf("bad.thallos"), -1);
}

TEST(Files, ACrashIsRecoveredFrom) {
    freshSite();
    const std::string before = documentHash();
    const fs::path folder = stateFolder() / "recovery";
    writeRecovery(session().document.project(), folder, "session-of-a-crash", "");
    std::ofstream(folder / "session-of-a-crash.json") << R"({"original":"","name":"Test site","process":2000000000})";
    freshSite(false);
    whenDialogOpens([](QDialog& d) {
        auto* box = qobject_cast<QMessageBox*>(&d);
        ASSERT_TRUE(box);
        QTest::mouseClick(box->buttons().first(), Qt::LeftButton);
    });
    window().files().offerRecovery();
    settle();
    EXPECT_EQ(documentHash(), before);
    EXPECT_TRUE(session().document.unsaved());
    EXPECT_TRUE(findRecoveries(folder).empty());
}

TEST(Files, EverythingIsUndoneToTheStart) {
    freshSite();
    const std::string start = documentHash();
    verb(Verb::Shape);
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    brush("raise");
    drag(plan, at(plan, {-20, -20}), at(plan, {-10, -20}));
    leaf("pad");
    click(plan, at(plan, xy(house()->position)));
    verb(Verb::Plant);
    choosePlanAsMain(true);
    leaf("specimen");
    click(plan, at(plan, {20, -20}));
    verb(Verb::Light);
    setField("visibility", "9");
    verb(Verb::Finish);
    setField("contrast", "120");
    settle();
    EXPECT_GE(session().document.history().position(), 5u);
    window().mainPane().setFocus();
    for (int i = 0; i < 40 && session().document.history().canUndo(); ++i) key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), start);
    for (int i = 0; i < 40 && session().document.history().canRedo(); ++i) key(Qt::Key_Y, Qt::ControlModifier);
    EXPECT_NE(documentHash(), start);
    settle();
}

// ---- New, recent, unsaved -------------------------------------------------------------------------------------------

namespace {

void fill(QDialog& d, const char* name, const QString& text) {
    auto* f = d.findChild<QLineEdit*>(name);
    ASSERT_TRUE(f) << name;
    f->setFocus();
    f->selectAll();
    QTest::keyClicks(f, text);
}

void answer(QDialog& d, QDialogButtonBox::StandardButton which) {
    auto* b = d.findChild<QDialogButtonBox*>()->button(which);
    b->setFocus();
    QTest::keyClick(b, Qt::Key_Space);
}

// Presses the button of a question whose text begins so.
void answer(QDialog& d, const QString& text) {
    auto* box = qobject_cast<QMessageBox*>(&d);
    ASSERT_TRUE(box);
    for (QAbstractButton* b : box->buttons())
        if (b->text().remove('&').startsWith(text)) {
            QTest::mouseClick(b, Qt::LeftButton);
            return;
        }
    FAIL() << text.toStdString();
}

void rename(const std::string& name) {
    Site s = *session().document.project().site;
    s.name = name;
    session().document.edit("Rename", withSite(session().document.project(), s));
}

// As a later version of the program would have written it.
void makeLater(const fs::path& file) {
    sqlite3* db = nullptr;
    ASSERT_EQ(sqlite3_open(file.c_str(), &db), SQLITE_OK);
    // As another version writes it: without a hash in it.
    const std::string later = "UPDATE document SET json = json_set(json_remove(json, '$.hash'), '$.schema', 99)";
    EXPECT_EQ(sqlite3_exec(db, later.c_str(), nullptr, nullptr, nullptr), SQLITE_OK);
    sqlite3_close(db);
}

std::vector<fs::path> recoveryFiles() {
    std::vector<fs::path> out;
    std::error_code e;
    for (const auto& entry : fs::directory_iterator(stateFolder() / "recovery", e))
        if (entry.path().extension() == ".thallos") out.push_back(entry.path());
    return out;
}

} // namespace

TEST(Files, ANewSiteIsAskedForItsSize) {
    freshSite();
    whenDialogOpens([](QDialog& d) {
        fill(d, "siteName", "Long Meadow");
        fill(d, "siteWidth", "100 + 20");
        fill(d, "siteHeight", "262.5 ft");
        fill(d, "groundCell", "1,0");
        answer(d, QDialogButtonBox::Ok);
    });
    window().mainPane().setFocus();
    key(Qt::Key_N, Qt::ControlModifier);
    const Project& p = session().document.project();
    EXPECT_EQ(p.site->name, "Long Meadow");
    EXPECT_NEAR(p.ground->grid.size().x, 120, 0.01f);
    EXPECT_NEAR(p.ground->grid.size().y, 80, 0.51f);
    EXPECT_FLOAT_EQ(p.ground->grid.cell, 1);
    EXPECT_FALSE(session().document.unsaved());
    EXPECT_FALSE(session().document.history().canUndo());
    settle();
    EXPECT_TRUE(waitFor([] { return window().shotPane().picture().shot == session().view.shotId(); }));
}

TEST(Files, ANewSiteOfNoSenseIsRefused) {
    for (const char* wide : {"0", "-4", "wide", "900 km"}) {
        freshSite();
        const std::string before = documentHash();
        whenDialogOpens([&](QDialog& d) {
            fill(d, "siteWidth", wide);
            answer(d, QDialogButtonBox::Ok);
        });
        window().mainPane().setFocus();
        key(Qt::Key_N, Qt::ControlModifier);
        EXPECT_EQ(documentHash(), before) << wide;
        EXPECT_FALSE(message().isEmpty());
    }
}

TEST(Files, ANewSiteCanBeCancelled) {
    freshSite();
    const std::string before = documentHash();
    whenDialogOpens([](QDialog& d) { answer(d, QDialogButtonBox::Cancel); });
    window().mainPane().setFocus();
    key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), before);
}

TEST(Files, UnsavedWorkIsAskedFor) {
    freshSite();
    rename("Changed");
    const std::string changed = documentHash();
    // Stay: nothing happens.
    whenDialogOpens([](QDialog& d) { answer(d, "Cancel"); });
    window().mainPane().setFocus();
    key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), changed);
    EXPECT_TRUE(session().document.unsaved());
    // Save: under the name asked for, then on.
    const fs::path file = scratch() / "kept.thallos";
    whenDialogOpens([&](QDialog& question) {
        whenDialogOpens([&](QDialog& d) {
            chooseFile(d, file);
            whenDialogOpens([](QDialog& next) { answer(next, QDialogButtonBox::Cancel); });
        });
        answer(question, "Save");
    });
    key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_TRUE(fs::exists(file));
    EXPECT_EQ(openProject(file).site->name, "Changed");
    EXPECT_FALSE(session().document.unsaved());
    // Not saved: let go.
    rename("Lost");
    whenDialogOpens([&](QDialog& question) {
        whenDialogOpens([](QDialog& d) { answer(d, QDialogButtonBox::Ok); });
        answer(question, "Discard changes");
    });
    key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_EQ(session().document.project().site->name, "Untitled site");
    EXPECT_EQ(openProject(file).site->name, "Changed");
}

TEST(Files, RecentOnesAreListedNewestFirst) {
    freshSite();
    const fs::path a = scratch() / "first.thallos", b = scratch() / "second.thallos";
    rename("First");
    saveProjectAs(session().document.project(), a);
    rename("Second");
    saveProjectAs(session().document.project(), b);
    window().files().open(a);
    window().files().open(b);
    EXPECT_EQ(session().document.project().site->name, "Second");
    whenDialogOpens([](QDialog& d) {
        auto* list = d.findChild<QListWidget*>("recentList");
        ASSERT_TRUE(list);
        ASSERT_GE(list->count(), 2);
        EXPECT_EQ(list->item(0)->text(), "second");
        EXPECT_EQ(list->item(1)->text(), "first");
        list->setCurrentRow(1);
        QTest::keyClick(list, Qt::Key_Return);
    });
    window().mainPane().setFocus();
    key(Qt::Key_O, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_TRUE(waitFor([] { return session().document.project().site->name == "First"; }));
    settle();
}

TEST(Files, ARecentOneThatIsGoneIsOneSentence) {
    freshSite();
    const std::string before = documentHash();
    window().files().open(scratch() / "gone.thallos");
    EXPECT_EQ(documentHash(), before);
    EXPECT_NE(message().indexOf("gone.thallos"), -1);
    EXPECT_EQ(message().count('\n'), 0);
}

TEST(Files, OneOfALaterVersionIsOnlyLookedAt) {
    freshSite();
    const fs::path file = scratch() / "later.thallos", copy = scratch() / "copy.thallos";
    rename("From the future");
    saveProjectAs(session().document.project(), file);
    makeLater(file);
    std::ifstream in(file, std::ios::binary);
    const std::string bytes((std::istreambuf_iterator<char>(in)), {});
    window().files().open(file);
    settle();
    EXPECT_EQ(session().document.project().site->name, "From the future");
    EXPECT_TRUE(session().files.readOnly());
    EXPECT_NE(message().indexOf("newer Thallos"), -1);
    rename("Changed");
    EXPECT_THROW(session().files.save(), std::exception);
    // The key asks for another name.
    whenDialogOpens([&](QDialog& d) { chooseFile(d, copy); });
    window().mainPane().setFocus();
    key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([] { return !session().document.unsaved(); }));
    EXPECT_EQ(message().toStdString(), "Saved copy.thallos.");
    EXPECT_EQ(session().files.file(), copy);
    EXPECT_EQ(openProject(copy).site->name, "Changed");
    EXPECT_FALSE(session().files.readOnly());
    std::ifstream again(file, std::ios::binary);
    EXPECT_EQ(std::string((std::istreambuf_iterator<char>(again)), {}), bytes) << "byte for byte as it was";
}

TEST(Files, OneThatIsOpenElsewhereIsOnlyLookedAt) {
    freshSite();
    const fs::path file = scratch() / "shared.thallos";
    saveProjectAs(session().document.project(), file);
    const WriterLock elsewhere(file);
    ASSERT_TRUE(elsewhere.held());
    window().files().open(file);
    EXPECT_TRUE(session().files.readOnly());
    EXPECT_NE(message().indexOf("read-only"), -1);
    rename("Mine");
    EXPECT_THROW(session().files.save(), std::exception);
}

TEST(Files, UnsavedWorkIsWrittenAside) {
    freshSite();
    session().files.autosave();
    QTest::qWait(50);
    EXPECT_TRUE(recoveryFiles().empty()) << "nothing is unsaved";
    rename("Unsaved");
    session().files.autosave();
    ASSERT_TRUE(waitFor([] { return !recoveryFiles().empty(); }));
    ASSERT_TRUE(waitFor([] {
        try {
            return openProject(recoveryFiles().front()).site->name == "Unsaved";
        } catch (const std::exception&) {
            return false;
        }
    }));
    session().files.saveAs(scratch() / "saved.thallos");
    EXPECT_TRUE(recoveryFiles().empty());
}

TEST(Files, ASaveDuringAnAutosaveLeavesNothingBehind) {
    for (int i = 0; i < 8; ++i) {
        freshSite();
        rename("Round " + std::to_string(i));
        session().files.autosave();
        QTest::qWait(i);
        session().files.saveAs(scratch() / "round.thallos");
        rename("Again");
        session().files.autosave(); // waits for the writer before it starts its own
        session().files.saveAs(scratch() / "round.thallos");
    }
    QTest::qWait(500);
    EXPECT_TRUE(recoveryFiles().empty());
}
