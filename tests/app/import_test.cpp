// Import of models and terrain: what the dialogs say and what comes of their answers.
#include <fstream>

#include <QComboBox>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <gtest/gtest.h>

#include "app/windows/import_dialog.h"
#include "app/windows/terrain_dialog.h"
#include "core/base/assets.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

// A house of 10 x 6 x 5 units, drawn 100 units from the file's origin.
fs::path foreignHouse(double unit, const char* name) {
    const fs::path file = scratch() / name;
    std::ofstream out(file);
    out << "mtllib none.mtl\n";
    for (const double z : {0.0, 6.0})
        for (const double y : {0.0, 5.0})
            for (const double x : {100.0, 110.0}) out << "v " << x * unit << ' ' << y * unit << ' ' << z * unit << '\n';
    out << "f 1 3 4 2\nf 5 6 8 7\nf 1 2 6 5\nf 3 7 8 4\nf 1 5 7 3\nf 2 4 8 6\n";
    return file;
}

template <class Dialog> Dialog* opened() {
    return window().findChild<Dialog*>();
}

ImportDialog& asked(const fs::path& file) {
    freshSite(false);
    window().files().take(file, nullptr);
    if (!waitFor([] { return opened<ImportDialog>() && opened<ImportDialog>()->isVisible(); }, 60000))
        throw std::runtime_error("no import dialog");
    return *opened<ImportDialog>();
}

QString textOf(const QDialog& dialog, const char* label) {
    return dialog.findChild<QLabel*>(label)->text();
}

void choose(QDialog& dialog, const char* box, int index) {
    auto* b = dialog.findChild<QComboBox*>(box);
    b->setFocus();
    for (int k = 0; k < b->count() && b->currentIndex() != index; ++k)
        key(index > b->currentIndex() ? Qt::Key_Down : Qt::Key_Up);
    ASSERT_EQ(b->currentIndex(), index);
}

void accept(QDialog& dialog, const char* button) {
    auto* b = dialog.findChild<QPushButton*>(button);
    ASSERT_TRUE(waitFor([&] { return b->isEnabled(); }));
    click(*b, QPointF(b->rect().center()));
}

const Building* imported() {
    const auto all = itemsOf<Building>(session().document.project());
    return all.empty() ? nullptr : bodyOf<Building>(all.front());
}

} // namespace

TEST(Import, AModelInMillimetresIsRecognisedAndComesInItsSize) {
    ImportDialog& dialog = asked(foreignHouse(1000, "villa.obj"));
    ASSERT_TRUE(waitFor([&] { return dialog.model() != nullptr; }));
    EXPECT_EQ(dialog.findChild<QComboBox*>("importUnit")->currentText(), "Millimetres");
    EXPECT_EQ(textOf(dialog, "importSize"), "10.0 × 6.0 m, 5.0 m high: a house");
    EXPECT_TRUE(textOf(dialog, "importFound").startsWith("1 part · 1 material"));
    EXPECT_TRUE(dialog.findChild<QPlainTextEdit*>("importReport")->toPlainText().contains("likely by its size"));
    ASSERT_TRUE(waitFor([&] { return dialog.picture()->samples() > 0; }, 60000)) << "it is shown beside the person";
    const std::string before = documentHash();
    accept(dialog, "importModel");
    ASSERT_TRUE(waitFor([] { return imported() != nullptr; }));
    EXPECT_NEAR(bounds(*imported()->model).size().x, 10, 0.01f);
    EXPECT_FLOAT_EQ(imported()->scale, 1) << "the model itself is in metres";
    expectOneStep(before);
}

TEST(Import, UnitAxisAndNameAreAsked) {
    ImportDialog& dialog = asked(foreignHouse(1, "shed.obj"));
    ASSERT_TRUE(waitFor([&] { return dialog.model() != nullptr; }));
    EXPECT_EQ(dialog.findChild<QComboBox*>("importUnit")->currentText(), "Metres");
    choose(dialog, "importUnit", 1);
    ASSERT_TRUE(waitFor([&] { return textOf(dialog, "importSize").startsWith("0.1 × 0.1 m"); }));
    choose(dialog, "importUnit", 0);
    choose(dialog, "importUp", 1);
    ASSERT_TRUE(waitFor([&] { return textOf(dialog, "importSize").startsWith("10.0 × 5.0 m, 6.0 m high"); }));
    auto* name = dialog.findChild<QLineEdit*>("importName");
    name->setFocus();
    name->selectAll();
    type("Tool shed");
    accept(dialog, "importModel");
    ASSERT_TRUE(waitFor([] { return imported() != nullptr; }));
    EXPECT_EQ(last()->name, "Tool shed");
    EXPECT_NEAR(bounds(*imported()->model).size().z, 6, 0.01f);
}

TEST(Import, TheFilesOwnOriginComesToTheCentre) {
    ImportDialog& dialog = asked(foreignHouse(0.2, "hut.obj")); // 20 m off
    ASSERT_TRUE(waitFor([&] { return dialog.model() != nullptr; }));
    choose(dialog, "importUnit", 0);
    auto* place = dialog.findChild<QComboBox*>("importPlace");
    choose(dialog, "importPlace", place->count() - 1);
    EXPECT_TRUE(place->currentText().startsWith("File's origin"));
    accept(dialog, "importModel");
    ASSERT_TRUE(waitFor([] { return imported() != nullptr; }));
    EXPECT_NEAR(imported()->position.x, 21, 0.05f) << "its corner lies at 20 in the file";
    EXPECT_NEAR(imported()->position.y, -0.6f, 0.05f);
}

TEST(Import, CancelChangesNothing) {
    ImportDialog& dialog = asked(foreignHouse(1, "none.obj"));
    const std::string before = documentHash();
    key(Qt::Key_Escape);
    ASSERT_TRUE(waitFor([] { return opened<ImportDialog>() == nullptr; }));
    (void)dialog;
    EXPECT_EQ(documentHash(), before);
}

namespace {

TerrainDialog& askedTerrain() {
    const fs::path heights = scratch() / "valley.asc";
    std::ofstream(heights) << "ncols 4\nnrows 4\nxllcorner 0\nyllcorner 0\ncellsize 60\n"
                              "400 400 400 400\n400 410 410 400\n400 410 410 400\n400 400 400 400\n";
    freshSite(false);
    window().files().take(heights, nullptr);
    if (!waitFor([] { return opened<TerrainDialog>() && opened<TerrainDialog>()->isVisible(); }))
        throw std::runtime_error("no terrain dialog");
    return *opened<TerrainDialog>();
}

float groundAt(const V2f& p) {
    return session().document.built()->land.natural.at(p);
}

} // namespace

TEST(ImportTerrain, IsMovedLoweredAndCropped) {
    TerrainDialog& dialog = askedTerrain();
    EXPECT_TRUE(textOf(dialog, "terrainFound").contains("4 × 4 heights, 60.00 m apart, cover 180 × 180 m"));
    EXPECT_TRUE(textOf(dialog, "terrainResult").contains("the whole site is covered"));
    for (const auto& [row, text] : {std::pair("terrainLift", "-400"), std::pair("terrainEast", "20")}) {
        auto* f = dialog.findChild<QLineEdit*>(row);
        f->setFocus();
        f->selectAll();
        type(text);
        key(Qt::Key_Return);
    }
    EXPECT_TRUE(textOf(dialog, "terrainResult").contains("Heights from 0.0 m to 10.0 m"));
    const V2f size = session().document.project().ground->grid.size();
    const std::string before = documentHash();
    accept(dialog, "importTerrain");
    ASSERT_TRUE(waitFor([&] { return !session().jobs.busy() && documentHash() != before; }));
    settle();
    EXPECT_EQ(session().document.project().ground->grid.size(), size);
    EXPECT_NEAR(groundAt({20, 0}), 10, 0.2f) << "its middle lies 20 m east";
    expectOneStep(before);
}

TEST(ImportTerrain, TheSiteGrowsToItWhenAsked) {
    TerrainDialog& dialog = askedTerrain();
    auto* plan = dialog.findChild<TerrainPlan*>();
    drag(*plan, QPointF(plan->rect().center()), QPointF(plan->rect().center()) + QPointF(0, -20));
    EXPECT_GT(dialog.place().centre.y, 2) << "dragged north";
    EXPECT_NEAR(dialog.place().centre.x, 0, 0.5f);
    choose(dialog, "terrainSize", 1);
    EXPECT_TRUE(textOf(dialog, "terrainResult").contains("the site becomes"));
    const std::string before = documentHash();
    accept(dialog, "importTerrain");
    ASSERT_TRUE(waitFor([&] { return !session().jobs.busy() && documentHash() != before; }));
    settle();
    EXPECT_GE(session().document.project().ground->grid.size().x, 180);
    EXPECT_GT(session().document.project().ground->grid.size().y, 183);
    EXPECT_NEAR(groundAt({0, 0}), 410, 3);
}
