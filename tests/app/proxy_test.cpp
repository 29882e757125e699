// Foreign plants and pictures, through the window's own dialogs.
#include <fstream>

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>

#include <gtest/gtest.h>

#include "app/widgets/number_field.h"
#include "app/windows/proxy_dialog.h"
#include "app/windows/species_window.h"
#include "core/finish/encode.h"
#include "tests/app/window_driver.h"
#include "tests/core/foreign_plant.h"

namespace fs = std::filesystem;
using namespace thallos;
using namespace thallos::test;

namespace {

// By the file dialog of the command.
ProxyDialog* broughtIn(const fs::path& file) {
    whenDialogOpens([&](QDialog& dialog) { chooseFile(dialog, file); });
    key(Qt::Key_I, Qt::ControlModifier | Qt::ShiftModifier);
    ProxyDialog* dialog = nullptr;
    waitFor(
        [&] {
            dialog = window().findChild<ProxyDialog*>();
            return dialog != nullptr;
        },
        60000);
    return dialog;
}

template <class T> T& child(QDialog& d, const char* name) {
    T* found = d.findChild<T*>(name);
    if (!found) throw std::runtime_error(name);
    return *found;
}

void enter(QLineEdit& line, const QString& text) {
    line.setFocus();
    QTest::keyClick(&line, Qt::Key_A, Qt::ControlModifier);
    QTest::keyClicks(&line, text);
}

void expectReport(ProxyDialog& d, const QString& word) {
    ASSERT_TRUE(waitFor([&] { return child<QPlainTextEdit>(d, "proxyReport").toPlainText().contains(word); }, 60000))
        << child<QPlainTextEdit>(d, "proxyReport").toPlainText().toStdString();
}

fs::path boardPicture() {
    Image8 p(60, 120, Pixel8{255, 255, 255});
    for (int y = 20; y < 110; ++y)
        for (int x = 15; x < 45; ++x) p.at(x, y) = {150, 60, 40};
    const fs::path file = scratch() / "woman in red.png";
    writePicture(file, p);
    return file;
}

} // namespace

TEST(BringingIn, AForeignTreeIsMendedKeptAndPlanted) {
    freshSite(false);
    ProxyDialog* d = broughtIn(writeForeignTree(scratch() / "foreign"));
    ASSERT_TRUE(d);
    expectReport(*d, "that of bark");
    auto& role = child<QComboBox>(*d, "role Mat_017");
    role.setCurrentText("Leaf");
    expectReport(*d, "translucency");
    expectReport(*d, "plain background");
    EXPECT_TRUE(child<QLabel>(*d, "proxyWeight").text().contains("triangles"));
    // Its true height.
    enter(*child<ValueRow>(*d, "proxyHeight").field(), "9 m");
    QTest::keyClick(child<ValueRow>(*d, "proxyHeight").field(), Qt::Key_Return);
    expectReport(*d, "to 9.00 m");
    // Without a name it is not kept.
    enter(child<QLineEdit>(*d, "proxyName"), " ");
    child<QPushButton>(*d, "keepProxy").click();
    EXPECT_TRUE(child<QLabel>(*d, "proxyNote").text().contains("name"));
    EXPECT_TRUE(d->isVisible());
    enter(child<QLineEdit>(*d, "proxyName"), "Lane tree");
    enter(child<QLineEdit>(*d, "proxyLicence"), "CC0");
    child<QPushButton>(*d, "keepProxy").click();
    ASSERT_TRUE(waitFor([] { return window().findChild<ProxyDialog*>() == nullptr; }, 60000));
    EXPECT_TRUE(message().contains("Lane tree"));
    EXPECT_TRUE(fs::exists(ownSpeciesFolder() / "lane-tree.json"));
    EXPECT_TRUE(fs::exists(ownSpeciesFolder() / "lane-tree.proxy"));
    ASSERT_TRUE(waitFor(
        [] { return session().document.built() && session().document.built()->library->find("Lane tree") >= 0; }));
    // Planted, the project carries it.
    session().document.edit("Plant",
                            added(session().document.project(), "Trees", Specimens{{{"Lane tree", {0, 0}, 0, 1, 0}}}));
    ASSERT_EQ(session().document.project().species.size(), 1u);
    settle();
    EXPECT_EQ(session().document.built()->plantCount(), 1);
    // In the library's window it stands as one's own, with its terms.
    key(Qt::Key_B, Qt::ControlModifier);
    auto* w = window().findChild<SpeciesWindow*>();
    ASSERT_TRUE(w);
    w->showSpecies("Lane tree");
    EXPECT_EQ(w->current(), "Lane tree");
    ASSERT_TRUE(waitFor([&] { return !child<QLabel>(*w, "speciesFigures").text().isEmpty(); }, 60000));
    EXPECT_TRUE(child<QLabel>(*w, "speciesFigures").text().contains("m high"));
    // All of it in one folder.
    w->close();
    const fs::path all = scratch() / "collected";
    window().library().collect(all);
    ASSERT_TRUE(waitFor([] { return !session().jobs.busy(); }, 60000));
    EXPECT_TRUE(fs::exists(all / "species" / "lane-tree.proxy"));
    EXPECT_TRUE(fs::exists(all / "sources" / "tree.obj"));
    EXPECT_TRUE(fs::exists(all / "rights.csv"));
    // Taken out of the library, the project has it still.
    key(Qt::Key_B, Qt::ControlModifier);
    w->showSpecies("Lane tree");
    child<QPushButton>(*w, "forgetSpecies").click();
    w->close();
    settle();
    EXPECT_EQ(session().document.built()->plantCount(), 1);
}

TEST(BringingIn, FlatPicturesTurnOrStand) {
    freshSite(false);
    const fs::path file = boardPicture();
    ProxyDialog* d = broughtIn(file);
    ASSERT_TRUE(d) << message().toStdString();
    expectReport(*d, "plain background");
    EXPECT_EQ(child<QComboBox>(*d, "proxyKind").currentText(), "People");
    EXPECT_NEAR(child<ValueRow>(*d, "proxyHeight").value(), 1.7, 0.01);
    d->reject();
    ASSERT_TRUE(waitFor([] { return window().findChild<ProxyDialog*>() == nullptr; }));
    // As a backdrop it is an item of its own, and one step.
    const std::string before = documentHash();
    d = broughtIn(file);
    ASSERT_TRUE(d) << message().toStdString();
    child<QComboBox>(*d, "cardUse").setCurrentIndex(static_cast<int>(CardUse::Mist));
    child<QPushButton>(*d, "keepProxy").click();
    ASSERT_TRUE(waitFor([] { return window().findChild<ProxyDialog*>() == nullptr; }));
    const auto* card = bodyOf<Building>(last());
    ASSERT_TRUE(card);
    EXPECT_TRUE(card->surfaces[0].soft);
    EXPECT_NEAR(bounds(*card->model).max.z, 1.7, 0.01);
    EXPECT_TRUE(card->rights.source.find("woman in red") != std::string::npos);
    expectOneStep(before);
}

TEST(BringingIn, WhatCannotBeReadIsTold) {
    freshSite(false);
    const fs::path file = scratch() / "broken.glb";
    std::ofstream(file) << "no model";
    whenDialogOpens([&](QDialog& dialog) { chooseFile(dialog, file); });
    key(Qt::Key_I, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_TRUE(waitFor([] { return message().contains("broken.glb"); }, 60000));
    EXPECT_FALSE(window().findChild<ProxyDialog*>());
}

TEST(BringingIn, RightsOfABuildingAreKept) {
    freshSite();
    verb(Verb::Seat);
    for (const auto& i : session().document.project().items)
        if (std::holds_alternative<Building>(i->body)) session().selection.set(i->id);
    const std::string before = documentHash();
    QLineEdit& licence = field("licence");
    enter(licence, "By contract");
    QTest::keyClick(&licence, Qt::Key_Return);
    EXPECT_EQ(house()->rights.licence, "By contract");
    expectOneStep(before);
}
