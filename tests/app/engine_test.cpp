// The worker that keeps the panes' pictures up to date: what comes when, and what a new request does to the old one.
#include <gtest/gtest.h>

#include "app/work/engine.h"
#include "core/base/assets.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

std::shared_ptr<const PlantLibrary> library() {
    static const auto l = PlantLibrary::load(assetFolder() / "species");
    return l;
}

// A small meadow with a few trees.
Project meadow() {
    Project p = newProject({60, 60}, 0.5f, "Meadow");
    Drift d;
    d.areas = {{{-20, -20}, {20, -20}, {20, 20}, {-20, 20}}};
    d.mix = {{"Fescue", 1}};
    d.density = 2;
    p = added(p, "Grass", d);
    return added(p, "Trees", Specimens{{{"Apple", {4, 6}, 0, 1, 0}, {"Birch", {-6, 9}, 1, 1, 1}}});
}

struct Running : testing::Test {
    Engine engine{library()};
    Project project = meadow();
    std::vector<ShotPicture> pictures;
    std::vector<PlanPicture> plans;
    int built = 0;

    Running() {
        QObject::connect(&engine, &Engine::shotReady, qApp, [this](const ShotPicture& p) { pictures.push_back(p); });
        QObject::connect(&engine, &Engine::planReady, qApp, [this](const PlanPicture& p) { plans.push_back(p); });
        QObject::connect(&engine, &Engine::siteBuilt, qApp, [this] { ++built; });
    }
    ~Running() override {
        engine.disconnect(qApp);
        QCoreApplication::removePostedEvents(qApp);
    }
    const Item* shotItem() const { return itemsOf<Shot>(project).front(); }
    Shot shot(int samples = 6) const {
        Shot s = *bodyOf<Shot>(shotItem());
        s.samples = samples;
        return s;
    }
    void show(const QSize& size, int samples = 6) {
        engine.setProject(project, BuildMode::Rest);
        engine.setShot(shotItem()->id, shot(samples));
        engine.setShotSize(size);
    }
    bool traced(int samples) {
        return waitFor([&] { return !pictures.empty() && pictures.back().samples >= samples; }, 60000);
    }
};

} // namespace

TEST_F(Running, CoarseThenFullThenSampleBySample) {
    show({200, 112}, 10);
    ASSERT_TRUE(traced(10));
    EXPECT_EQ(pictures.front().samples, 0);
    int before = 0;
    bool full = false;
    for (const ShotPicture& p : pictures) {
        EXPECT_GE(p.samples, before) << "never back";
        before = p.samples;
        full = full || (p.samples == 0 && p.image.size() == QSize(200, 112));
        if (p.samples > 0) EXPECT_EQ(p.image.size(), QSize(200, 112));
        EXPECT_EQ(p.shot, shotItem()->id);
    }
    EXPECT_TRUE(full) << "the whole picture in quick shading before it is traced";
    EXPECT_TRUE(pictures.back().denoised);
    EXPECT_EQ(pictures.back().wanted, 10);
}

TEST_F(Running, NothingIsDoneWithoutAProject) {
    engine.setShotSize({400, 225});
    QTest::qWait(100);
    EXPECT_TRUE(pictures.empty());
    EXPECT_EQ(engine.scene(), nullptr);
}

TEST_F(Running, NothingIsDoneWhenNothingIsLeftToDo) {
    show({160, 90}, 2);
    ASSERT_TRUE(traced(2));
    QTest::qWait(200);
    const size_t before = pictures.size();
    QTest::qWait(400);
    EXPECT_EQ(pictures.size(), before);
}

TEST_F(Running, AMovedCameraIsSeenSoonAndStartsAgain) {
    show({640, 360}, 4096);
    ASSERT_TRUE(traced(1));
    Shot s = shot(4096);
    s.camera.yaw += 0.3f;
    pictures.clear();
    const Spent spent;
    engine.setShot(shotItem()->id, s);
    ASSERT_TRUE(waitFor([&] { return !pictures.empty(); }));
    EXPECT_LT(spent.milliseconds(), 2000);
    EXPECT_EQ(pictures.front().camera, s.camera);
    EXPECT_EQ(pictures.front().samples, 0);
    ASSERT_TRUE(traced(1));
}

TEST_F(Running, FinishingKeepsTheSamples) {
    show({320, 180}, 4);
    ASSERT_TRUE(traced(4));
    pictures.clear();
    Shot s = shot(4);
    s.finish.exposure = 1;
    engine.setShot(shotItem()->id, s);
    ASSERT_TRUE(waitFor([&] { return !pictures.empty(); }));
    EXPECT_EQ(pictures.front().samples, 4);
}

TEST_F(Running, PausedItShadesButDoesNotTrace) {
    engine.setPaused(true);
    show({320, 180});
    ASSERT_TRUE(waitFor([&] { return pictures.size() >= 2; }));
    QTest::qWait(400);
    EXPECT_EQ(pictures.back().samples, 0);
    engine.setPaused(false);
    EXPECT_TRUE(traced(1));
}

TEST_F(Running, WhileSomethingMovesOnlyTheCoarsePictureComes) {
    show({400, 225}, 2);
    ASSERT_TRUE(traced(2));
    pictures.clear();
    Project moved = project;
    moved = dabbed(moved, engine.scene()->site->land.natural, {BrushKind::Raise, 6, 0.5f, 0.6f}, {0, 0});
    engine.setProject(moved, BuildMode::Moving);
    ASSERT_TRUE(waitFor([&] { return !pictures.empty(); }));
    QTest::qWait(400);
    EXPECT_EQ(pictures.back().samples, 0);
    EXPECT_LE(pictures.back().image.width(), 320);
    EXPECT_TRUE(engine.scene()->site->stale);
    // At rest everything is made as from nothing.
    engine.setProject(moved, BuildMode::Rest);
    ASSERT_TRUE(traced(2));
    EXPECT_FALSE(engine.scene()->site->stale);
}

TEST_F(Running, BetterTreesComeWithoutAnotherStart) {
    show({160, 90}, 16);
    ASSERT_TRUE(traced(16));
    int before = 0, starts = 0;
    for (const ShotPicture& p : pictures) {
        if (p.samples < before) ++starts;
        before = p.samples;
    }
    EXPECT_EQ(starts, 0);
    EXPECT_EQ(built, 1);
}

TEST_F(Running, ThePlanFollowsItsWindow) {
    engine.setProject(project, BuildMode::Rest);
    engine.setShot(shotItem()->id, shot());
    engine.setPlan({200, 100}, {{-20, -10}, {20, 10}});
    ASSERT_TRUE(waitFor([&] { return !plans.empty(); }));
    EXPECT_EQ(plans.back().pixels->width, 200);
    EXPECT_EQ(plans.back().pixels->height, 100);
    EXPECT_EQ(plans.back().pixels->at(100, 50).kind, PlanPixel::Ground);
    engine.setPlan({200, 100}, {{80, 80}, {120, 100}});
    ASSERT_TRUE(waitFor([&] { return plans.back().window.min.x == 80; }));
    EXPECT_EQ(plans.back().pixels->at(100, 50).kind, PlanPixel::Outside);
}

TEST_F(Running, ThePlanIsHalfAsFineWhileSomethingMoves) {
    Id person;
    project = added(project, "Person", Figure{{0, 0}, 0}, &person);
    engine.setShot(shotItem()->id, shot());
    engine.setPlan({200, 100}, {{-20, -10}, {20, 10}});
    engine.setProject(project, BuildMode::Rest);
    ASSERT_TRUE(waitFor([&] { return !plans.empty(); }));
    EXPECT_EQ(plans.back().pixels->width, 200);
    Item item = *find(project, person);
    std::get<Figure>(item.body).at.x = 5;
    const Project moved = replaced(project, item);
    engine.setProject(moved, BuildMode::Moving);
    ASSERT_TRUE(waitFor([&] { return plans.back().pixels->width == 100; }));
    EXPECT_EQ(plans.back().pixels->height, 50);
    EXPECT_EQ(plans.back().window.max.x, 20) << "the same part of the site";
    EXPECT_FALSE(engine.scene()->site->stale) << "no plant stands otherwise: the site is not built again";
    // Let go where it is: the same project, at rest.
    engine.setProject(moved, BuildMode::Rest);
    EXPECT_TRUE(waitFor([&] { return plans.back().pixels->width == 200; })) << "fine again";
}

TEST_F(Running, ItEndsAtOnceInTheMiddleOfAPass) {
    auto* own = new Engine(library());
    own->setProject(project, BuildMode::Rest);
    own->setShot(shotItem()->id, shot(4096));
    own->setShotSize({1600, 900});
    QTest::qWait(1500);
    const Spent spent;
    delete own;
    EXPECT_LT(spent.milliseconds(), 2500);
}

TEST_F(Running, APartIsRefinedAlone) {
    show({160, 96}, 4096);
    ASSERT_TRUE(traced(1));
    engine.setPart(Box2f(V2f(0.25f), V2f(0.5f)));
    QTest::qWait(50);
    QImage before = pictures.back().image;
    const int samples = pictures.back().samples;
    ASSERT_TRUE(traced(samples + 3));
    const QImage after = pictures.back().image;
    // Nothing outside the part's cells changes; exposure is not metered again.
    EXPECT_EQ(after.copy(96, 64, 60, 30), before.copy(96, 64, 60, 30));
    EXPECT_NE(after.copy(44, 28, 30, 18), before.copy(44, 28, 30, 18));
    engine.setPart({});
    ASSERT_TRUE(waitFor([&] { return pictures.back().image.copy(96, 64, 60, 30) != after.copy(96, 64, 60, 30); }));
}

TEST_F(Running, HoldsThePictureUntilItIsLetGo) {
    show({160, 90}, 4096);
    ASSERT_TRUE(traced(1));
    engine.setPaused(true);
    QTest::qWait(300);
    const size_t before = pictures.size();
    QTest::qWait(300);
    EXPECT_EQ(pictures.size(), before);
    const int samples = pictures.back().samples;
    engine.setPaused(false);
    EXPECT_TRUE(traced(samples + 1)) << "goes on from where it was";
}

TEST_F(Running, CapsOfThePanesAreOfThePanesAlone) {
    show({160, 90}, 3);
    ASSERT_TRUE(traced(3));
    PaneCaps caps;
    caps.scale = 0.5f;
    caps.plants = 0.3f;
    caps.bounces = 1;
    caps.textureMiB = 64;
    engine.setCaps(caps);
    ASSERT_TRUE(waitFor([&] { return pictures.back().samples == 3 && pictures.back().image.size() == QSize(80, 45); }));
    EXPECT_FLOAT_EQ(engine.scene()->visibility.plants, 0.3f);
    EXPECT_FALSE(engine.scene()->visibility == visibilityOf(project, shot())) << "no final picture is made of it";
    engine.setCaps({});
    ASSERT_TRUE(
        waitFor([&] { return pictures.back().samples == 3 && pictures.back().image.size() == QSize(160, 90); }));
    EXPECT_FLOAT_EQ(engine.scene()->visibility.plants, 1);
}
