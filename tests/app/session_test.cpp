// The open project: steps, what is chosen, the working view, and what counts as unsaved.
#include <gtest/gtest.h>

#include "app/work/session.h"
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
        p = added(p, "Trees", Specimens{});
        p = added(p, "Person", Figure{{1, 2}, 0});
        session.files.create(p);
        QObject::connect(&session, &Session::message, [this](const QString& m) { messages += m; });
        QObject::connect(&session.document, &Document::changed, [this] { ++changes; });
    }
    Id id(const char* name) const { return find(session.document.project(), std::string(name))->id; }
    void rename(const char* name) {
        Site s = *session.document.project().site;
        s.name = name;
        session.document.edit("Rename", withSite(session.document.project(), s));
    }
    float figureX() const { return bodyOf<Figure>(find(session.document.project(), std::string("Person")))->at.x; }
    void moveFigure(float x, const QString& key) {
        session.document.editItem(
            "Move", id("Person"), [&](Item& i) { std::get<Figure>(i.body).at.x = x; }, key, BuildMode::Moving);
    }
};

} // namespace

TEST_F(Opened, ADragIsOneStepAndTheNextDragAnother) {
    for (int i = 0; i < 5; ++i) moveFigure(static_cast<float>(i) + 2, "drag");
    session.document.endEdit();
    EXPECT_EQ(session.document.history().position(), 1u);
    for (int i = 0; i < 5; ++i) moveFigure(static_cast<float>(i) + 20, "drag");
    session.document.endEdit();
    EXPECT_EQ(session.document.history().position(), 2u);
    session.document.undo();
    EXPECT_FLOAT_EQ(figureX(), 6);
    session.document.undo();
    EXPECT_FLOAT_EQ(figureX(), 1);
    session.document.undo();
    EXPECT_FLOAT_EQ(figureX(), 1) << "there is nothing before the start";
}

TEST_F(Opened, AnEditThatChangesNothingIsNone) {
    session.document.edit("Nothing", session.document.project());
    EXPECT_EQ(changes, 0);
    EXPECT_FALSE(session.document.history().canUndo());
    session.document.editItem("Gone", Id{999}, [](Item& i) { i.visible = false; });
    EXPECT_EQ(changes, 0);
}

TEST_F(Opened, ABrokenEditIsASentenceAndNoStep) {
    const Project before = session.document.project();
    session.document.editItem("Rename", id("Trees"), [](Item& i) { i.name = "Person"; });
    session.document.editItem("Rename", id("Trees"), [](Item& i) { i.name = ""; });
    session.view.editShot("Lens", [](Shot& s) { s.camera.focal = -3; });
    EXPECT_EQ(messages.size(), 3);
    for (const QString& m : messages) {
        EXPECT_FALSE(m.isEmpty());
        EXPECT_EQ(m.count('\n'), 0);
    }
    EXPECT_TRUE(session.document.project() == before);
}

TEST_F(Opened, UnsavedFollowsUndoAndRedo) {
    EXPECT_FALSE(session.document.unsaved());
    rename("A");
    EXPECT_TRUE(session.document.unsaved());
    session.document.undo();
    EXPECT_FALSE(session.document.unsaved()) << "back at what was opened";
    session.document.redo();
    session.files.saveAs(thallos::test::scratch() / "a.thallos");
    EXPECT_FALSE(session.document.unsaved());
    session.document.undo();
    EXPECT_TRUE(session.document.unsaved());
    session.document.redo();
    EXPECT_FALSE(session.document.unsaved());
}

TEST_F(Opened, ABranchCanNeverBeTheSavedState) {
    rename("A");
    rename("B");
    session.files.saveAs(thallos::test::scratch() / "b.thallos");
    session.document.undo();
    rename("C"); // stands where B stood, and is not B
    EXPECT_TRUE(session.document.unsaved());
    session.document.undo();
    session.document.redo();
    EXPECT_TRUE(session.document.unsaved());
}

TEST_F(Opened, AMergedStepAfterASaveIsUnsaved) {
    moveFigure(4, "drag");
    session.files.saveAs(thallos::test::scratch() / "c.thallos");
    moveFigure(5, "drag");
    EXPECT_TRUE(session.document.unsaved());
    session.document.endEdit();
    session.document.undo();
    EXPECT_FLOAT_EQ(figureX(), 4) << "a save ends the step it saves";
    EXPECT_FALSE(session.document.unsaved());
}

TEST_F(Opened, WhatIsChosenGoesWithItsItem) {
    session.selection.set(id("Trees"));
    ASSERT_TRUE(session.selection.item());
    session.document.edit("Delete", removed(session.document.project(), session.selection.last()));
    EXPECT_FALSE(session.selection.item());
    EXPECT_FALSE(session.selection.last());
    session.document.undo();
    EXPECT_TRUE(find(session.document.project(), std::string("Trees")));
}

TEST_F(Opened, ChoosingAndLookingAreNoSteps) {
    session.selection.set(id("Trees"));
    session.view.setVerb(Verb::Light);
    Camera c = session.view.shot().camera;
    c.yaw += 0.4f;
    session.view.look(c);
    EXPECT_FALSE(session.document.history().canUndo());
    EXPECT_FALSE(session.document.unsaved());
}

TEST_F(Opened, TheWorkingViewIsKeptOrDropped) {
    const Camera saved = session.view.shot().camera;
    Camera c = saved;
    c.yaw += 0.4f;
    session.view.look(c);
    EXPECT_TRUE(session.view.looking());
    EXPECT_EQ(session.view.shot().camera, c);
    EXPECT_EQ(bodyOf<Shot>(session.view.shotItem())->camera, saved);
    session.view.dropLook();
    EXPECT_EQ(session.view.shot().camera, saved);
    session.view.look(c);
    session.view.keepLook();
    EXPECT_FALSE(session.view.looking());
    EXPECT_EQ(bodyOf<Shot>(session.view.shotItem())->camera, c);
    EXPECT_EQ(session.document.history().position(), 1u);
}

TEST_F(Opened, AnotherShotDropsTheWorkingView) {
    Id second;
    session.document.edit("Add", added(session.document.project(), "Second", Shot{}, &second));
    Camera c = session.view.shot().camera;
    c.yaw += 0.4f;
    session.view.look(c);
    session.view.showShot(second);
    EXPECT_FALSE(session.view.looking());
    session.view.showShot(Id{12345});
    EXPECT_EQ(session.view.shotId(), second) << "what is not there is not shown";
}

TEST_F(Opened, AnotherShotIsShownWhenTheShownOneGoes) {
    Id second;
    const Id first = session.view.shotId();
    session.document.edit("Add", added(session.document.project(), "Second", Shot{}, &second));
    session.view.showShot(second);
    session.document.edit("Delete", removed(session.document.project(), second));
    EXPECT_EQ(session.view.shotId(), first);
}

TEST_F(Opened, AMissingFileLeavesItAsItIs) {
    const Project before = session.document.project();
    EXPECT_THROW(session.files.open("/no-such-folder/x.thallos"), std::exception);
    EXPECT_TRUE(session.document.project() == before);
    EXPECT_THROW(session.files.saveAs("/no-such-folder/x.thallos"), std::exception);
    EXPECT_TRUE(session.files.file().empty());
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
    session.files.setAutosave(1);
    moveFigure(7, "drag");
    EXPECT_TRUE(waitFor([&] { return kept() > before; }));
}
