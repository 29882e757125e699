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

TEST(History, OldStepsGoToDiskAndComeBack) {
    // A budget of next to nothing: only the present step keeps its ground in memory.
    History h(newProject({200, 200}, 0.5f, "x"), 1);
    std::vector<std::string> states{text(h.now())};
    for (int i = 0; i < 8; ++i) {
        const Ground& g = *h.now().ground;
        const V2f at(static_cast<float>(i) * 10 - 40, 5);
        h.commit("Raise", withGround(h.now(), dab(g, buildNatural(g), {BrushKind::Raise, 6, 0.5f, 0.6f}, at)));
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

TEST(History, TilesReadBackAreSharedAgain) {
    History h(newProject({200, 200}, 0.5f, "x"), 1);
    const Ground& g = *h.now().ground;
    const auto raised = withGround(h.now(), dab(g, buildNatural(g), {BrushKind::Raise, 6, 0.5f, 0.6f}, {-60, -60}));
    h.commit("Raise", raised);
    const auto tile = raised.ground->sculpt;
    // Edits that leave the ground alone, then a dab far away.
    h.commit("A", added(h.now(), "A", Specimens{}));
    const Ground& g2 = *h.now().ground;
    h.commit("Far", withGround(h.now(), dab(g2, buildNatural(g2), {BrushKind::Raise, 6, 0.5f, 0.6f}, {60, 60})));
    EXPECT_EQ(h.stepsOnDisk(), 3u);
    h.undo();
    const auto ground = h.now().ground;
    EXPECT_EQ(ground->sculpt, tile) << "the very same tiles";
    h.undo();
    EXPECT_EQ(h.now().ground, ground) << "one ground for steps that did not touch it";
}

TEST(History, WithinItsBudgetEverythingStaysInMemory) {
    History h(newProject({200, 200}, 0.5f, "x"));
    for (int i = 0; i < 5; ++i) {
        const Ground& g = *h.now().ground;
        h.commit("Raise", withGround(h.now(), dab(g, buildNatural(g), {BrushKind::Raise, 6, 0.5f, 0.6f}, {0, 0})));
    }
    EXPECT_EQ(h.stepsOnDisk(), 0u);
    EXPECT_EQ(h.size(), 6u);
}
