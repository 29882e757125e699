// Ways to begin: the start page and what stands behind its buttons.
#include <QListWidget>
#include <QPushButton>
#include <gtest/gtest.h>

#include <Imath/ImathBoxAlgo.h>

#include "app/shell/start_page.h"
#include "app/windows/recent_window.h"
#include "core/base/assets.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

StartPage* page() {
    return window().findChild<StartPage*>();
}

StartPage& started() {
    session().files.create(newProject({100, 100}, 0.5f, "Empty"));
    settle();
    window().showStart();
    if (!page() || !page()->isVisible()) throw std::runtime_error("no start page");
    return *page();
}

void clickWay(const char* id) {
    auto* button = page()->findChild<QPushButton*>(id);
    click(*button, QPointF(button->rect().center()));
}

// The whole building lies in the picture, and fills a good part of it.
void expectFramed(const Building& b) {
    const Lens lens(session().view.shot().camera);
    const Box3f box = Imath::transform(bounds(*b.model), transformOf(b));
    float left = 1, right = 0;
    for (int k = 0; k < 8; ++k) {
        const V3f p =
            lens.project({k & 1 ? box.min.x : box.max.x, k & 2 ? box.min.y : box.max.y, k & 4 ? box.min.z : box.max.z});
        EXPECT_GT(p.z, 0);
        EXPECT_TRUE(p.x > 0 && p.x < 1 && p.y > 0 && p.y < 1) << p.x << " " << p.y;
        left = std::min(left, p.x);
        right = std::max(right, p.x);
    }
    EXPECT_GT(right - left, 0.3f);
}

const Building* imported() {
    const auto all = itemsOf<Building>(session().document.project());
    return all.empty() ? nullptr : bodyOf<Building>(all.front());
}

const std::filesystem::path kHouse = assetFolder() / "demo/honey-house.glb";

} // namespace

TEST(Start, ABuildingFileBecomesAProjectThatShowsIt) {
    started();
    whenDialogOpens([&](QDialog& d) { chooseFile(d, kHouse); });
    clickWay("startBuilding");
    acceptImport();
    ASSERT_TRUE(waitFor([] { return !session().jobs.busy() && imported() != nullptr; }, 60000));
    ASSERT_TRUE(waitFor([] { return page() == nullptr; }));
    const V2f site = session().document.project().ground->grid.size();
    EXPECT_GE(site.x, 120);
    EXPECT_LE(site.x, 200) << "about eight times as wide as the house";
    EXPECT_TRUE(bodyOf<Building>(session().selection.item()));
    EXPECT_NEAR(session().view.shot().camera.position.z, 1.6f, 0.1f) << "at eye height";
    expectFramed(*imported());
    EXPECT_FALSE(session().document.history().canUndo()) << "the project begins with it";
}

TEST(Start, AModelThatTheProgramIsStartedWithIsAskedFor) {
    started();
    window().files().begin(kHouse);
    acceptImport();
    ASSERT_TRUE(waitFor([] { return !session().jobs.busy() && imported() != nullptr; }, 60000));
    ASSERT_TRUE(waitFor([] { return page() == nullptr; }));
    expectFramed(*imported());
}

TEST(Start, TheFirstBuildingIsTakenInByTheShotInOneStep) {
    session().files.create(newProject({200, 200}, 0.5f, "Empty"));
    settle();
    const std::string before = documentHash();
    whenDialogOpens([&](QDialog& d) { chooseFile(d, kHouse); });
    window().mainPane().setFocus();
    key(Qt::Key_I, Qt::ControlModifier);
    acceptImport();
    ASSERT_TRUE(waitFor([] { return !session().jobs.busy() && imported() != nullptr; }, 60000));
    expectFramed(*imported());
    expectOneStep(before);
    // The second one leaves the shot as it is.
    const Camera camera = session().view.shot().camera;
    whenDialogOpens([&](QDialog& d) { chooseFile(d, assetFolder() / "demo/hive.glb"); });
    key(Qt::Key_I, Qt::ControlModifier);
    acceptImport();
    ASSERT_TRUE(waitFor([] { return itemsOf<Building>(session().document.project()).size() == 2; }, 60000));
    EXPECT_TRUE(session().view.shot().camera == camera);
}

TEST(Start, TheDemoIsOpenedWithoutItsFile) {
    started();
    clickWay("startDemo");
    ASSERT_TRUE(waitFor([] { return page() == nullptr; }));
    EXPECT_GT(itemsOf<Shot>(session().document.project()).size(), 2u);
    EXPECT_TRUE(session().files.file().empty()) << "what is changed in it does not change it for the next";
    EXPECT_TRUE(waitFor([] { return session().document.built() != nullptr; }, 120000));
}

TEST(Start, RecentProjectsOpenFromItAndWorkSendsItAway) {
    const std::filesystem::path file = scratch() / "meadow.thallos";
    session().files.create(newProject({100, 100}, 0.5f, "Meadow"));
    session().files.saveAs(file);
    rememberFile(QString::fromStdString(file.string()));
    started();
    auto* list = page()->findChild<RecentList*>();
    ASSERT_TRUE(list->isVisible());
    EXPECT_EQ(list->item(0)->text(), "meadow");
    list->setCurrentRow(0);
    list->setFocus();
    key(Qt::Key_Return);
    ASSERT_TRUE(waitFor([] { return page() == nullptr; }));
    EXPECT_EQ(session().files.file(), file);
    window().showStart();
    EXPECT_TRUE(page()->isVisible());
    session().document.edit("Set up", added(session().document.project(), "Anna", Figure{{0, 0}, 0}));
    EXPECT_TRUE(waitFor([] { return page() == nullptr; })) << "with the first step";
}
