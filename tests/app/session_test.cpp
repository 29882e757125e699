// The open project: steps, what is chosen, the working view, and what counts as unsaved.
#include <gtest/gtest.h>

#include "app/session.h"
#include "core/base/assets.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

struct Opened : testing::Test {
    Session session;
    QStringList messages;
    int changes = 0;

    Opened() {
        Project p = newProject({60, 60}, 1, "Small site");
        p = added(p, "Trees", Planting{});
        p = added(p, "Person", Figure{{1, 2}, 0});
        session.create(p);
        QObject::connect(&session, &Session::message, [this](const QString& m) { messages += m; });
        QObject::connect(&session, &Session::projectChanged, [this] { ++changes; });
    }
    Id id(const char* name) const { return find(session.project(), std::string(name))->id; }
    void rename(const char* name) {
        Site s = *session.project().site;
        s.name = name;
        session.edit("Rename", withSite(session.project(), s));
    }
    float figureX() const { return bodyOf<Figure>(find(session.project(), std::string("Person")))->at.x; }
    void moveFigure(float x, const QString& key) {
        session.editItem(
            "Move", id("Person"), [&](Item& i) { std::get<Figure>(i.body).at.x = x; }, key, Haste::Moving);
    }
};

} // namespace

TEST_F(Opened, ADragIsOneStepAndTheNextDragAnother) {
    for (int i = 0; i < 5; ++i) moveFigure(static_cast<float>(i) + 2, "drag");
    session.endEdit();
    EXPECT_EQ(session.history().position(), 1u);
    for (int i = 0; i < 5; ++i) moveFigure(static_cast<float>(i) + 20, "drag");
    session.endEdit();
    EXPECT_EQ(session.history().position(), 2u);
    session.undo();
    EXPECT_FLOAT_EQ(figureX(), 6);
    session.undo();
    EXPECT_FLOAT_EQ(figureX(), 1);
    session.undo();
    EXPECT_FLOAT_EQ(figureX(), 1) << "there is nothing before the start";
}

TEST_F(Opened, AnEditThatChangesNothingIsNone) {
    session.edit("Nothing", session.project());
    EXPECT_EQ(changes, 0);
    EXPECT_FALSE(session.history().canUndo());
    session.editItem("Gone", Id{999}, [](Item& i) { i.visible = false; });
    EXPECT_EQ(changes, 0);
}

TEST_F(Opened, ABrokenEditIsASentenceAndNoStep) {
    const Project before = session.project();
    session.editItem("Rename", id("Trees"), [](Item& i) { i.name = "Person"; });
    session.editItem("Rename", id("Trees"), [](Item& i) { i.name = ""; });
    session.editShot("Lens", [](Shot& s) { s.camera.focal = -3; });
    EXPECT_EQ(messages.size(), 3);
    for (const QString& m : messages) {
        EXPECT_FALSE(m.isEmpty());
        EXPECT_EQ(m.count('\n'), 0);
    }
    EXPECT_TRUE(session.project() == before);
}

TEST_F(Opened, UnsavedFollowsUndoAndRedo) {
    EXPECT_FALSE(session.unsaved());
    rename("A");
    EXPECT_TRUE(session.unsaved());
    session.undo();
    EXPECT_FALSE(session.unsaved()) << "back at what was opened";
    session.redo();
    session.saveAs(thallos::test::scratch() / "a.thallos");
    EXPECT_FALSE(session.unsaved());
    session.undo();
    EXPECT_TRUE(session.unsaved());
    session.redo();
    EXPECT_FALSE(session.unsaved());
}

TEST_F(Opened, ABranchCanNeverBeTheSavedState) {
    rename("A");
    rename("B");
    session.saveAs(thallos::test::scratch() / "b.thallos");
    session.undo();
    rename("C"); // stands where B stood, and is not B
    EXPECT_TRUE(session.unsaved());
    session.undo();
    session.redo();
    EXPECT_TRUE(session.unsaved());
}

TEST_F(Opened, AMergedStepAfterASaveIsUnsaved) {
    moveFigure(4, "drag");
    session.saveAs(thallos::test::scratch() / "c.thallos");
    moveFigure(5, "drag");
    EXPECT_TRUE(session.unsaved());
    session.endEdit();
    session.undo();
    EXPECT_FLOAT_EQ(figureX(), 4) << "a save ends the step it saves";
    EXPECT_FALSE(session.unsaved());
}

TEST_F(Opened, WhatIsChosenGoesWithItsItem) {
    session.choose(id("Trees"));
    ASSERT_TRUE(session.chosenItem());
    session.edit("Delete", removed(session.project(), session.chosen()));
    EXPECT_FALSE(session.chosenItem());
    EXPECT_FALSE(session.chosen());
    session.undo();
    EXPECT_TRUE(find(session.project(), std::string("Trees")));
}

TEST_F(Opened, ChoosingAndLookingAreNoSteps) {
    session.choose(id("Trees"));
    session.setVerb(Verb::Light);
    Camera c = session.shot().camera;
    c.yaw += 0.4f;
    session.look(c);
    EXPECT_FALSE(session.history().canUndo());
    EXPECT_FALSE(session.unsaved());
}

TEST_F(Opened, TheWorkingViewIsKeptOrDropped) {
    const Camera saved = session.shot().camera;
    Camera c = saved;
    c.yaw += 0.4f;
    session.look(c);
    EXPECT_TRUE(session.looking());
    EXPECT_EQ(session.shot().camera, c);
    EXPECT_EQ(bodyOf<Shot>(session.shotItem())->camera, saved);
    session.dropLook();
    EXPECT_EQ(session.shot().camera, saved);
    session.look(c);
    session.keepLook();
    EXPECT_FALSE(session.looking());
    EXPECT_EQ(bodyOf<Shot>(session.shotItem())->camera, c);
    EXPECT_EQ(session.history().position(), 1u);
}

TEST_F(Opened, AnotherShotDropsTheWorkingView) {
    Id second;
    session.edit("Add", added(session.project(), "Second", Shot{}, &second));
    Camera c = session.shot().camera;
    c.yaw += 0.4f;
    session.look(c);
    session.showShot(second);
    EXPECT_FALSE(session.looking());
    session.showShot(Id{12345});
    EXPECT_EQ(session.shotId(), second) << "what is not there is not shown";
}

TEST_F(Opened, AnotherShotIsShownWhenTheShownOneGoes) {
    Id second;
    const Id first = session.shotId();
    session.edit("Add", added(session.project(), "Second", Shot{}, &second));
    session.showShot(second);
    session.edit("Delete", removed(session.project(), second));
    EXPECT_EQ(session.shotId(), first);
}

TEST_F(Opened, AMissingFileLeavesItAsItIs) {
    const Project before = session.project();
    EXPECT_THROW(session.open("/no-such-folder/x.thallos"), std::exception);
    EXPECT_TRUE(session.project() == before);
    EXPECT_THROW(session.saveAs("/no-such-folder/x.thallos"), std::exception);
    EXPECT_TRUE(session.file().empty());
}

TEST_F(Opened, TheTimerKeepsUnsavedWorkAside) {
    const auto kept = [] {
        int n = 0;
        std::error_code e;
        for (const auto& f : std::filesystem::directory_iterator(stateFolder() / "recovery", e))
            n += f.path().extension() == ".thallos";
        return n;
    };
    const int before = kept();
    session.setAutosave(1);
    moveFigure(7, "drag");
    EXPECT_TRUE(waitFor([&] { return kept() > before; }));
}
