// Settling a building in the window: walkways, levels, plinths, windows, age, yardsticks, notes, and what no shot sees.
#include <fstream>

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <gtest/gtest.h>

#include "app/windows/import_dialog.h"
#include "core/project/walkways.h"
#include "tests/app/window_driver.h"
#include "tests/core/foreign_files.h"

using namespace thallos;
using namespace thallos::test;

namespace {

template <class T> T& child(QWidget& w, const char* name) {
    T* found = w.findChild<T*>(name);
    if (!found) throw std::runtime_error(name);
    return *found;
}
void press(const char* button) {
    child<QPushButton>(window(), button).click();
}

// Where a pane shows the building and its ground beside it.
QPointF onBuilding(Pane& pane) {
    for (int y = pane.height() - 10; y > 10; y -= 5)
        for (int x = 10; x < pane.width() - 10; x += 5)
            if (bodyOf<Building>(session().document.item(pane.pick(QPointF(x, y)).item)))
                return {static_cast<double>(x), static_cast<double>(y)};
    throw std::runtime_error("no building in sight");
}

const Walkway* drawn(bool plan) {
    freshSite();
    choosePlanAsMain(plan);
    verb(Verb::Seat);
    leaf("walkway");
    Pane& pane = window().mainPane();
    click(pane, onBuilding(pane));
    const V3f base = house()->position;
    click(pane, at(pane, {base.x, base.y - 12}));
    click(pane, at(pane, {base.x + 4, base.y - 16}));
    key(Qt::Key_Return);
    settle();
    return bodyOf<Walkway>(last());
}

} // namespace

TEST(Walkway, IsDrawnFromADoorInEitherPane) {
    for (const bool plan : {true, false}) {
        const Walkway* w = drawn(plan);
        ASSERT_TRUE(w) << message().toStdString();
        EXPECT_EQ(w->points.size(), 2u);
        ASSERT_EQ(session().document.built()->walkways.size(), 1u);
        EXPECT_NE(child<QWidget>(window(), "walkwayWidth").accessibleName(), QString());
        const std::string before = documentHash();
        key(Qt::Key_Z, Qt::ControlModifier);
        EXPECT_TRUE(itemsOf<Walkway>(session().document.project()).empty());
        key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        EXPECT_EQ(documentHash(), before);
    }
}

TEST(Walkway, BeginsAtABuildingAndIsGivenUpByEsc) {
    freshSite();
    choosePlanAsMain(true);
    verb(Verb::Seat);
    leaf("walkway");
    Pane& pane = window().mainPane();
    click(pane, at(pane, {30, 30}));
    EXPECT_NE(message().indexOf("door"), -1) << message().toStdString();
    const std::string before = documentHash();
    click(pane, onBuilding(pane));
    key(Qt::Key_Escape);
    key(Qt::Key_Return);
    EXPECT_EQ(documentHash(), before);
}

TEST(Walkway, StaysAtItsDoorWhenTheHouseIsMoved) {
    ASSERT_TRUE(drawn(true));
    const Id way = session().selection.last();
    const V2f door = std::get<Walkway>(session().document.item(way)->body).door;
    const Id id = itemsOf<Building>(session().document.project()).front()->id;
    session().selection.set(id);
    leaf("move");
    window().mainPane().setFocus();
    key(Qt::Key_Right);
    settle();
    const V2f now = std::get<Walkway>(session().document.item(way)->body).door;
    EXPECT_GT((now - door).length(), 0.01f);
}

TEST(Settling, APlinthAndWindowsAreAddedAndTakenBack) {
    freshSite();
    const Id id = itemsOf<Building>(session().document.project()).front()->id;
    session().selection.set(id);
    verb(Verb::Seat);
    settle();
    const std::string before = documentHash();
    const size_t parts = house()->model->parts.size();
    press("addPlinth");
    EXPECT_EQ(house()->model->parts.size(), parts + 1);
    EXPECT_EQ(house()->model->parts.back().name, "Plinth");
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), before);
    if (window().findChild<QPushButton*>("curtains")) {
        press("curtains");
        EXPECT_GT(house()->model->parts.size(), parts);
        key(Qt::Key_Z, Qt::ControlModifier);
        EXPECT_EQ(documentHash(), before);
    }
}

TEST(Settling, PartsGetGroundOfTheirOwnLevel) {
    freshSite();
    const Id id = itemsOf<Building>(session().document.project()).front()->id;
    verb(Verb::Seat);
    session().selection.setParts(id, {0});
    ASSERT_TRUE(waitFor([] { return window().findChild<QPushButton*>("levelUnder") != nullptr; }));
    press("levelUnder");
    const auto* pad = bodyOf<BuildingPad>(last());
    ASSERT_TRUE(pad);
    EXPECT_EQ(pad->parts, PartNames{partKeys(*house()->model)[0]});
}

TEST(Settling, AYardstickIsAPersonADoorOrARod) {
    freshSite(false);
    verb(Verb::Seat);
    leaf("figure");
    Pane& pane = window().mainPane();
    click(pane, at(pane, {0, -5}));
    auto& what = child<QComboBox>(window(), "yardstick");
    for (const int k : {1, 2}) {
        what.setCurrentIndex(k);
        Q_EMIT what.activated(k);
        EXPECT_EQ(static_cast<int>(bodyOf<Figure>(last())->what), k);
        settle();
    }
}

TEST(Settling, NotesAndPurposeAreKeptWithTheItem) {
    freshSite();
    const Id id = itemsOf<Building>(session().document.project()).front()->id;
    session().selection.set(id);
    verb(Verb::Seat);
    settle();
    key(Qt::Key_O, Qt::ControlModifier | Qt::AltModifier);
    EXPECT_TRUE(session().document.item(id)->presentation);
    key(Qt::Key_G, Qt::ControlModifier | Qt::AltModifier);
    EXPECT_TRUE(session().view.hidden(id));
    key(Qt::Key_G, Qt::ControlModifier | Qt::AltModifier);
    EXPECT_FALSE(session().view.hidden(id));
    session().selection.set(id);
    key(Qt::Key_O, Qt::ControlModifier | Qt::AltModifier);
    EXPECT_FALSE(session().document.item(id)->presentation);
}

TEST(Settling, TellsWhichPartsNoShotSees) {
    freshSite();
    const Id id = itemsOf<Building>(session().document.project()).front()->id;
    session().selection.set(id);
    verb(Verb::Seat);
    settle();
    key(Qt::Key_U, Qt::ControlModifier | Qt::AltModifier);
    EXPECT_TRUE(waitFor([] { return message().contains("shot"); })) << message().toStdString();
}

TEST(ImportedBuilding, ItsLandLocationAndFurnitureAreAskedFor) {
    freshSite(false);
    const auto file = scratch() / "shed.ifc";
    std::ofstream(file, std::ios::binary) << buildingModel("IFC4");
    const std::string before = documentHash();
    window().files().take(file, nullptr);
    ASSERT_TRUE(waitFor([] { return window().findChild<ImportDialog*>() != nullptr; }));
    auto* dialog = window().findChild<ImportDialog*>();
    auto& furniture = child<QCheckBox>(*dialog, "importFurniture");
    auto& location = child<QCheckBox>(*dialog, "importLocation");
    ASSERT_TRUE(dialog->findChild<QComboBox*>("importSite"));
    EXPECT_FALSE(location.isChecked()) << "the project has a place of its own";
    location.setChecked(true);
    furniture.setChecked(false);
    auto& import = child<QPushButton>(*dialog, "importModel");
    ASSERT_TRUE(waitFor(
        [&] { return import.isEnabled() && dialog->model() && !hasGroup(dialog->model()->model, kFurnitureGroup); }));
    import.click();
    ASSERT_TRUE(waitFor([] { return !itemsOf<Building>(session().document.project()).empty(); }));
    const Project& p = session().document.project();
    const auto& b = std::get<Building>(itemsOf<Building>(p).front()->body);
    EXPECT_FALSE(hasGroup(*b.model, kSiteGroup));
    EXPECT_FALSE(hasGroup(*b.model, kFurnitureGroup));
    EXPECT_NEAR(p.site->place.latitude, 52.075, 1e-6);
    EXPECT_NEAR(p.site->place.north, 10, 1e-3);
    EXPECT_FALSE(p.ground->survey.empty()) << "its land is the terrain";
    // The building stands on it: the land's top lies at its floor.
    settle();
    EXPECT_NEAR(session().document.ground()->at(xy(b.position)), b.position.z, 0.05f);
    EXPECT_EQ(b.read.without, (std::vector<std::string>{kSiteGroup, kFurnitureGroup}));
    key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(documentHash(), before) << "one step";
}
