// Parts of a building: selected in the picture, the plan and the list, moved, hidden, deleted, given materials; and the
// model checked and cured.
#include <set>

#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <gtest/gtest.h>

#include "app/windows/health_window.h"
#include "core/base/assets.h"
#include "core/model/alike.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

const std::vector<int>& parts() {
    return session().selection.parts();
}

// The middle of a part in the world.
V3f middleOf(int part) {
    return bounds(*house()->model->parts[static_cast<size_t>(part)].mesh).center() * transformOf(*house());
}

// Where a click meets this part and nothing in front of it; the shot's pane.
QPointF seenPoint(int& part) {
    Pane& pane = window().shotPane();
    for (int y = 10; y < pane.height() - 10; y += 7)
        for (int x = 10; x < pane.width() - 10; x += 7) {
            const PanePoint p = pane.pick(QPointF(x, y));
            if (bodyOf<Building>(session().document.item(p.item)) && p.part >= 0) {
                part = p.part;
                return {static_cast<double>(x), static_cast<double>(y)};
            }
        }
    throw std::runtime_error("no part in sight");
}

// A house on the site, one of its parts selected by two clicks.
int partByClicks() {
    freshSite();
    leaf("move");
    int part = -1;
    const QPointF at = seenPoint(part);
    click(window().shotPane(), at);
    EXPECT_TRUE(parts().empty()) << "the first click selects the building";
    click(window().shotPane(), at);
    return part;
}

template <class T> T& child(QWidget& w, const char* name) {
    T* found = w.findChild<T*>(name);
    if (!found) throw std::runtime_error(name);
    return *found;
}

// A model with planted faults on the site: a wall inside out, loose points, a sheet.
const Building* faulty() {
    freshSite(false);
    Model model;
    model.name = "Faulty";
    model.materials = {Surface{.name = "render"}};
    Mesh wall = box({-3, -2, 0}, {3, 2, 2.5f});
    for (V3i& t : wall.triangles) std::swap(t.y, t.z);
    model.parts.push_back(partOf("Wall", 0, wall));
    Mesh roof = box({-3.5f, -2.5f, 2.55f}, {3.5f, 2.5f, 2.75f});
    roof.positions.push_back({1, 1, 1});
    model.parts.push_back(partOf("Roof", 0, roof));
    const Id id = addBuilding(std::move(model));
    settle();
    return bodyOf<Building>(session().document.item(id));
}

HealthWindow& health() {
    key(Qt::Key_K, Qt::ControlModifier);
    auto* w = window().findChild<HealthWindow*>();
    if (!w) throw std::runtime_error("no window of health");
    return *w;
}

} // namespace

TEST(Parts, ASecondClickSelectsOneAndEscGoesBack) {
    const int part = partByClicks();
    EXPECT_EQ(parts(), std::vector<int>{part});
    EXPECT_EQ(child<QLineEdit>(window(), "copies").text(), "3") << "rows of parts are there";
    key(Qt::Key_Escape);
    EXPECT_TRUE(parts().empty());
    EXPECT_TRUE(session().selection.item());
    key(Qt::Key_Escape);
    EXPECT_FALSE(session().selection.item());
}

TEST(Parts, TheListUnfoldsToTheSelectedPart) {
    const int part = partByClicks();
    const QString name = QString::fromStdString(house()->model->parts[static_cast<size_t>(part)].name);
    EXPECT_EQ(items().currentIndex().data().toString(), name);
    // Another by the list.
    key(Qt::Key_F6);
    items().setFocus();
    key(Qt::Key_Down);
    ASSERT_EQ(parts().size(), 1u);
    EXPECT_NE(parts().front(), part);
    EXPECT_EQ(items().currentIndex().data().toString(),
              QString::fromStdString(house()->model->parts[static_cast<size_t>(parts().front())].name));
}

TEST(Parts, DeleteTakesThePartAndUndoBringsItBack) {
    partByClicks();
    const std::string before = documentHash();
    const size_t count = house()->model->parts.size();
    key(Qt::Key_Delete);
    EXPECT_EQ(house()->model->parts.size(), count - 1);
    EXPECT_TRUE(parts().empty());
    settle();
    expectOneStep(before);
}

TEST(Parts, AHiddenPartIsNotMetByRays) {
    const int part = partByClicks();
    const std::string before = documentHash();
    int seen = part;
    const QPointF at = seenPoint(seen);
    key(Qt::Key_V, Qt::ShiftModifier);
    EXPECT_EQ(hiddenParts(*house()), std::vector<int>{part});
    settle();
    EXPECT_TRUE(waitFor([&] { return static_cast<Pane&>(window().shotPane()).pick(at).part != part; }));
    expectOneStep(before);
}

TEST(Parts, HidingAndIsolatingForWorkingChangeNothing) {
    const int part = partByClicks();
    const std::string before = documentHash();
    int seen = part;
    const QPointF at = seenPoint(seen);
    key(Qt::Key_H);
    EXPECT_TRUE(waitFor([&] { return static_cast<Pane&>(window().shotPane()).pick(at).part != part; }));
    key(Qt::Key_H, Qt::ControlModifier | Qt::ShiftModifier);
    EXPECT_TRUE(waitFor([&] { return static_cast<Pane&>(window().shotPane()).pick(at).part == part; }));
    session().selection.setParts(session().selection.last(), {part});
    key(Qt::Key_I);
    const Visibility now = session().view.visibility();
    ASSERT_EQ(now.hiddenParts.size(), 1u);
    EXPECT_EQ(now.hiddenParts[0].parts.size(), house()->model->parts.size() - 1);
    key(Qt::Key_I);
    EXPECT_TRUE(session().view.visibility().hiddenParts.empty());
    EXPECT_EQ(documentHash(), before);
}

TEST(Parts, ADragMovesThePartAlone) {
    const int part = partByClicks();
    const std::string before = documentHash();
    const V3f from = middleOf(part), building = house()->position;
    choosePlanAsMain(true);
    auto& plan = window().planPane();
    const auto grip = plan.toScreen(V3f(from.x, from.y, 0));
    ASSERT_TRUE(grip);
    moveTo(plan, *grip, Qt::NoModifier, Qt::NoButton);
    press(plan, *grip);
    moveTo(plan, *grip + QPointF(30, 0));
    type("2");
    key(Qt::Key_Tab);
    type("90");
    key(Qt::Key_Return);
    release(plan, *grip + QPointF(30, 0));
    EXPECT_NEAR(middleOf(part).x, from.x + 2, 1e-2f);
    EXPECT_NEAR(middleOf(part).y, from.y, 1e-2f);
    EXPECT_EQ(house()->position, building);
    ASSERT_EQ(house()->steps.size(), 1u);
    settle();
    expectOneStep(before);
}

TEST(Parts, NudgesAreOneStepOfTheModel) {
    partByClicks();
    key(Qt::Key_PageUp);
    key(Qt::Key_PageUp);
    EXPECT_EQ(house()->steps.size(), 1u);
    settle();
}

TEST(Parts, AMaterialOfItsOwnLeavesTheOthers) {
    const int part = partByClicks();
    const std::string before = documentHash();
    const size_t count = house()->surfaces.size();
    const int shared = house()->model->parts[static_cast<size_t>(part)].material;
    child<QPushButton>(window(), "ownMaterial").click();
    ASSERT_EQ(house()->surfaces.size(), count + 1);
    EXPECT_EQ(house()->model->parts[static_cast<size_t>(part)].material, static_cast<int>(count));
    EXPECT_EQ(session().selection.material(), static_cast<int>(count));
    EXPECT_EQ(house()->surfaces.back().recipe, house()->surfaces[static_cast<size_t>(shared)].recipe);
    settle();
    expectOneStep(before);
}

TEST(Parts, AlikeOnesAndThoseOfAMaterialAreSelectedTogether) {
    const int part = partByClicks();
    key(Qt::Key_M, Qt::ControlModifier | Qt::AltModifier);
    const int material = house()->model->parts[static_cast<size_t>(part)].material;
    for (const int p : parts()) EXPECT_EQ(house()->model->parts[static_cast<size_t>(p)].material, material);
    const std::vector<int> alike = alikeOf(*house()->model);
    int first = -1; // of some that are alike
    for (size_t i = 0; i < alike.size() && first < 0; ++i)
        if (alike[i] != static_cast<int>(i)) first = alike[i];
    ASSERT_GE(first, 0);
    session().selection.setParts(session().selection.last(), {first});
    key(Qt::Key_A, Qt::ControlModifier | Qt::AltModifier);
    EXPECT_EQ(static_cast<std::ptrdiff_t>(parts().size()), std::count(alike.begin(), alike.end(), first));
}

TEST(Parts, AChangeIsTakenBackWhileLaterOnesStay) {
    partByClicks();
    const size_t count = house()->model->parts.size();
    key(Qt::Key_Delete);
    session().selection.setParts(session().selection.last(), {0});
    key(Qt::Key_Delete);
    ASSERT_EQ(house()->steps.size(), 2u);
    ASSERT_TRUE(waitFor([] { return window().findChild<QPushButton*>("step 1") != nullptr; }));
    child<QPushButton>(window(), "step 0").click();
    EXPECT_EQ(house()->steps.size(), 1u);
    EXPECT_EQ(house()->model->parts.size(), count - 1);
    settle();
}

TEST(ModelCheck, ListsFaultsMarksThemAndCuresThem) {
    faulty();
    const std::string before = documentHash();
    HealthWindow& w = health();
    auto& list = child<QTreeWidget>(w, "faults");
    const auto rows = [&] {
        std::string all = child<QLabel>(w, "healthTitle").text().toStdString();
        for (int i = 0; i < list.topLevelItemCount(); ++i) all += "; " + list.topLevelItem(i)->text(0).toStdString();
        return all;
    };
    ASSERT_TRUE(waitFor([&] { return list.topLevelItemCount() == 2; }, 4000)) << rows();
    EXPECT_EQ(list.topLevelItem(0)->text(0), "Loose vertices");
    EXPECT_EQ(list.topLevelItem(1)->text(0), "Inside-out faces");
    EXPECT_EQ(list.topLevelItem(1)->text(1), "12");
    list.setCurrentItem(list.topLevelItem(1));
    EXPECT_EQ(session().view.highlight().size(), 36u) << "its faces are marked";
    EXPECT_EQ(parts(), std::vector<int>{0});
    // As it would be: in the panes alone.
    const auto shown = [] { return bodyOf<Building>(session().document.built()->project.items.back().get())->model; };
    const auto asItIs = shown();
    child<QPushButton>(w, "previewCure").click();
    ASSERT_TRUE(waitFor([&] { return shown() != asItIs; }));
    EXPECT_TRUE(session().view.highlight().empty());
    EXPECT_EQ(documentHash(), before);
    child<QPushButton>(w, "previewCure").click();
    ASSERT_TRUE(waitFor([&] { return shown() == asItIs; }));
    EXPECT_EQ(session().view.highlight().size(), 36u);
    child<QPushButton>(w, "previewCure").click();
    child<QPushButton>(w, "cureFault").click();
    ASSERT_TRUE(waitFor([&] { return list.topLevelItemCount() == 1; }));
    EXPECT_TRUE(session().view.highlight().empty() || list.topLevelItem(0)->text(0) == "Loose vertices");
    settle();
    expectOneStep(before);
    // All at once, and one step again.
    key(Qt::Key_Z, Qt::ControlModifier);
    ASSERT_TRUE(waitFor([&] { return child<QPushButton>(w, "cureAll").isEnabled() && list.topLevelItemCount() == 2; }));
    session().selection.set(session().document.project().items.back()->id);
    child<QPushButton>(w, "cureAll").click();
    ASSERT_TRUE(waitFor([&] { return list.topLevelItemCount() == 0; }, 5000)) << rows();
    EXPECT_TRUE(child<QLabel>(w, "healthTitle").text().contains("no faults"));
    settle();
    expectOneStep(before);
    w.close();
    EXPECT_TRUE(session().view.highlight().empty());
}

TEST(Reimporting, KeepsPlaceAndChangesAndSaysWhatCame) {
    freshSite();
    const Id id = find(session().document.project(), "Honey house")->id;
    session().document.editItem("Source", id, [](Item& i) {
        std::get<Building>(i.body).rights.source = (assetFolder() / "demo/honey-house.glb").string();
    });
    session().selection.set(id);
    session().selection.setParts(id, {0});
    const size_t count = house()->model->parts.size();
    const V3f place = house()->position;
    key(Qt::Key_Delete);
    key(Qt::Key_R, Qt::ControlModifier | Qt::AltModifier);
    ASSERT_TRUE(waitFor([] { return !session().jobs.busy() && message().contains("Re-imported"); }));
    EXPECT_TRUE(message().contains("nothing changed")) << message().toStdString();
    EXPECT_EQ(house()->model->parts.size(), count - 1) << "what was deleted stays away";
    EXPECT_EQ(house()->position, place);
    EXPECT_GT(house()->read.unit, 0);
    settle();
}

TEST(SnagsWindow, ListsAFloatingHouseAndLevelsAPad) {
    freshSite();
    const Id id = find(session().document.project(), "Honey house")->id;
    session().document.editItem("Lift", id, [](Item& i) { std::get<Building>(i.body).position.z += 1.5f; });
    settle();
    const auto floats = [] {
        const auto& all = session().snags.snags();
        return std::any_of(all.begin(), all.end(), [](const Snag& s) { return s.kind == SnagKind::FloatingEdge; });
    };
    ASSERT_TRUE(waitFor(floats));
    key(Qt::Key_K, Qt::ControlModifier | Qt::AltModifier);
    auto& list = child<QTreeWidget>(window(), "snagList");
    ASSERT_GE(list.topLevelItemCount(), 1);
    int row = 0;
    while (row < list.topLevelItemCount() && !list.topLevelItem(row)->text(1).contains("floats")) ++row;
    ASSERT_LT(row, list.topLevelItemCount());
    list.setCurrentItem(list.topLevelItem(row));
    child<QPushButton>(window(), "cureSnag").click();
    EXPECT_EQ(itemsOf<BuildingPad>(session().document.project()).size(), 1u);
    settle();
    EXPECT_TRUE(waitFor([&] { return !floats(); })) << "the pad comes up to the house";
    child<QDialog>(window(), "snags").close();
}
