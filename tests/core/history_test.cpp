// Undo and redo.
#include <gtest/gtest.h>

#include "core/project/history.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

TEST(History, UndoAndRedoGiveTheSameDocuments) {
    History h(sample());
    std::vector<std::string> states{text(h.now())};
    for (int i = 0; i < 12; ++i) {
        Item item = *find(h.now(), "Meadow");
        std::get<Drift>(item.body).density = 1 + static_cast<float>(i);
        h.commit("Density", replaced(h.now(), item));
        states.push_back(text(h.now()));
    }
    auto bare = [](std::string s) { return s; };
    for (int i = 11; i >= 0; --i) {
        h.undo();
        EXPECT_EQ(bare(text(h.now())), states[static_cast<size_t>(i)]);
    }
    EXPECT_FALSE(h.canUndo());
    for (int i = 1; i <= 12; ++i) {
        h.redo();
        EXPECT_EQ(text(h.now()), states[static_cast<size_t>(i)]);
    }
    EXPECT_FALSE(h.canRedo());
}

TEST(History, ADragIsOneStep) {
    History h(sample());
    auto drag = [&](float x) {
        Item item = *find(h.now(), "Shed");
        std::get<Building>(item.body).position.x = x;
        h.commit("Move", replaced(h.now(), item), "move");
    };
    for (float x = 0; x < 5; x += 0.5f) drag(x);
    EXPECT_EQ(h.position(), 1u);
    h.endMerge();
    drag(9);
    EXPECT_EQ(h.position(), 2u);
    h.undo();
    EXPECT_FLOAT_EQ(bodyOf<Building>(find(h.now(), "Shed"))->position.x, 4.5f);
    EXPECT_EQ(h.undoName(), "Move");
}

TEST(History, NothingChangedIsNoStepAndABranchDropsTheRest) {
    History h(sample());
    h.commit("Nothing", h.now());
    EXPECT_FALSE(h.canUndo());
    h.commit("A", added(h.now(), "A", Specimens{}));
    h.commit("B", added(h.now(), "B", Specimens{}));
    h.undo();
    h.commit("C", added(h.now(), "C", Specimens{}));
    EXPECT_FALSE(h.canRedo());
    EXPECT_EQ(find(h.now(), "B"), nullptr);
}

TEST(History, IdsAreNotUsedAgainAfterUndo) {
    History h(newProject({50, 50}, 1, "x"));
    Id a, b;
    h.commit("A", added(h.now(), "A", Specimens{}, &a));
    h.undo();
    h.commit("B", added(h.now(), "B", Specimens{}, &b));
    EXPECT_NE(a.value, b.value);
}

namespace {
Project raisedAt(const Project& p, const V2f& at) {
    return dabbed(p, {p.ground->grid, {}}, {BrushKind::Raise, 6, 0.5f, 0.6f}, at);
}
const Sculpting& sculpting(const History& h) {
    return *bodyOf<Sculpting>(itemsOf<Sculpting>(h.now()).front());
}
} // namespace

TEST(History, OldStepsGoToDiskAndComeBack) {
    // A budget of next to nothing: only the present step keeps its layers in memory.
    History h(added(newProject({200, 200}, 0.5f, "x"), "Sculpting", Sculpting()), 1);
    std::vector<std::string> states{text(h.now())};
    for (int i = 0; i < 8; ++i) {
        h.commit("Raise", raisedAt(h.now(), V2f(static_cast<float>(i) * 10 - 40, 5)));
        states.push_back(text(h.now()));
    }
    EXPECT_EQ(h.stepsOnDisk(), 8u);
    for (int i = 7; i >= 0; --i) {
        h.undo();
        EXPECT_EQ(text(h.now()), states[static_cast<size_t>(i)]) << i;
    }
    for (int i = 1; i <= 8; ++i) {
        h.redo();
        EXPECT_EQ(text(h.now()), states[static_cast<size_t>(i)]) << i;
    }
}

TEST(History, LayersOfAnySortGoToDisk) {
    History h(added(newProject({200, 200}, 0.5f, "x"), "Gravel", Cover()), 1);
    const std::string start = text(h.now());
    h.commit("Paint", dabbed(h.now(), {h.now().ground->grid, {}}, {BrushKind::Paint, 9, 1, 0.2f}, {10, 10}));
    const std::string painted = text(h.now());
    h.commit("Survey", withTerrain(h.now(), [&](Terrain& t) {
                 for (int i = 0; i < h.now().ground->grid.tileCount(); ++i)
                     t.survey.push_back(std::make_shared<GridTile<float>>(h.now().ground->grid.tileSize(i),
                                                                          0.25f * static_cast<float>(i)));
             }));
    const std::string surveyed = text(h.now());
    // A layer that gets another name in between comes back with the name that it had.
    Item renamed = *itemsOf<Cover>(h.now()).front();
    renamed.name = "Drive";
    h.commit("Rename", replaced(h.now(), renamed));
    EXPECT_EQ(h.stepsOnDisk(), 3u);
    h.undo();
    EXPECT_EQ(text(h.now()), surveyed);
    h.jump(0);
    EXPECT_EQ(text(h.now()), start);
    h.jump(1);
    EXPECT_EQ(text(h.now()), painted);
    h.jump(3);
    EXPECT_NE(find(h.now(), "Drive"), nullptr);
}

TEST(History, TilesReadBackAreSharedAgain) {
    History h(newProject({200, 200}, 0.5f, "x"), 1);
    h.commit("Raise", raisedAt(h.now(), {-60, -60}));
    const HeightLayer tiles = sculpting(h).heights;
    // Edits that leave the ground alone, then a dab far away.
    h.commit("A", added(h.now(), "A", Specimens{}));
    h.commit("Far", raisedAt(h.now(), {60, 60}));
    EXPECT_EQ(h.stepsOnDisk(), 3u);
    h.undo();
    const Item* item = itemsOf<Sculpting>(h.now()).front();
    EXPECT_EQ(sculpting(h).heights, tiles) << "the very same tiles";
    h.undo();
    EXPECT_EQ(itemsOf<Sculpting>(h.now()).front(), item) << "one layer for steps that did not touch it";
}

TEST(History, WithinItsBudgetEverythingStaysInMemory) {
    History h(newProject({200, 200}, 0.5f, "x"));
    for (int i = 0; i < 5; ++i) h.commit("Raise", raisedAt(h.now(), {0, 0}));
    EXPECT_EQ(h.stepsOnDisk(), 0u);
    EXPECT_EQ(h.size(), 6u);
}
