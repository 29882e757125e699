// Hands that cannot hurt and work that is not lost, by posted events on the real window.
#include <fstream>

#include <QApplication>
#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QPushButton>
#include <QTest>
#include <QTimer>
#include <QToolButton>
#include <QTreeWidget>
#include <gtest/gtest.h>

#include "app/inspector/inspector.h"
#include "app/lists/item_list.h"
#include "app/panes/pane.h"
#include "app/work/engine.h"
#include "app/work/task.h"
#include "core/base/assets.h"
#include "core/project/recovery.h"
#include "core/project/store.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

Id houseId() {
    return itemsOf<Building>(session().document.project()).front()->id;
}

} // namespace

TEST(Safety, TheWheelOverAClosedFieldChangesNothing) {
    freshSite();
    const std::string before = documentHash();
    int met = 0;
    for (const Verb v : {Verb::Light, Verb::Frame, Verb::Plant}) {
        verb(v);
        QCoreApplication::processEvents();
        for (QComboBox* box : window().findChild<Inspector*>()->findChildren<QComboBox*>()) {
            if (box->count() < 2 || !box->isVisible()) continue;
            ++met;
            const int index = box->currentIndex();
            for (const int angle : {-120, -120, 120}) wheel(*box, box->rect().center(), angle);
            QCoreApplication::processEvents();
            EXPECT_EQ(box->currentIndex(), index) << box->accessibleName().toStdString();
        }
    }
    EXPECT_GE(met, 3);
    EXPECT_EQ(documentHash(), before);
}

TEST(Safety, DeleteAmongShotsDeletesTheShotAndNothingChosenElsewhere) {
    freshSite();
    verb(Verb::Seat);
    session().selection.set(houseId());
    verb(Verb::Frame);
    const std::string before = documentHash();
    // In the pane: the house was selected in another part of the work.
    window().mainPane().setFocus();
    key(Qt::Key_Delete);
    EXPECT_EQ(documentHash(), before);
    EXPECT_NE(message().indexOf("selected at another stage"), -1);
    key(Qt::Key_H);
    EXPECT_FALSE(session().view.anyHidden());
    // In the list the last shot stays, a second one goes.
    items().setFocus();
    key(Qt::Key_Delete);
    EXPECT_EQ(documentHash(), before);
    session().document.edit("Shot",
                            added(session().document.project(), "Second", *bodyOf<Shot>(session().view.shotItem())));
    session().view.showShot(last()->id);
    items().setFocus();
    key(Qt::Key_H);
    window().commands().action("look.lockShot")->trigger();
    EXPECT_TRUE(session().view.shotItem()->visible);
    EXPECT_TRUE(session().view.shotItem()->locked);
    key(Qt::Key_Delete);
    EXPECT_EQ(itemsOf<Shot>(session().document.project()).size(), 2u) << "a locked one stays";
    window().commands().action("look.lockShot")->trigger();
    EXPECT_FALSE(session().view.shotItem()->locked);
    key(Qt::Key_Delete);
    EXPECT_EQ(itemsOf<Shot>(session().document.project()).size(), 1u);
    EXPECT_TRUE(find(session().document.project(), houseId())) << "the house stays";
}

TEST(Safety, LightFrameAndFinishMoveNothingAndShapeBeginsWithPicking) {
    for (const Verb v : {Verb::Light, Verb::Frame, Verb::Finish}) {
        freshSite();
        verb(Verb::Seat);
        session().selection.set(houseId());
        verb(v);
        const std::string before = documentHash();
        ShotPane& shot = window().shotPane();
        const auto at = shot.toScreen(house()->position);
        ASSERT_TRUE(at);
        drag(shot, *at, *at + QPointF(60, 10));
        EXPECT_EQ(documentHash(), before) << static_cast<int>(v);
    }
    freshSite();
    verb(Verb::Shape);
    const std::string before = documentHash();
    drag(window().mainPane(), at(window().mainPane(), {20, 20}), at(window().mainPane(), {24, 20}));
    EXPECT_EQ(documentHash(), before) << "the first stroke digs nothing";
}

TEST(Safety, LockedItemsAreGreyedAndSayWhy) {
    freshSite();
    verb(Verb::Seat);
    session().selection.set(houseId());
    session().document.editItem("Lock", houseId(), [](Item& i) { i.locked = true; });
    session().selection.set({});
    session().selection.set(houseId());
    EXPECT_FALSE(field("east").isEnabled());
    const std::string before = documentHash();
    session().editSelected("Size", [](Item& i) { std::get<Building>(i.body).scale = 2; });
    EXPECT_EQ(documentHash(), before);
    EXPECT_NE(message().indexOf("is locked"), -1);
    key(Qt::Key_Delete);
    EXPECT_EQ(documentHash(), before);
    session().document.editItem("Unlock", houseId(), [](Item& i) { i.locked = false; });
    EXPECT_TRUE(field("east").isEnabled());
}

TEST(Safety, AnExceptionInAnEventOrAThreadIsToldAndWorkGoesOn) {
    freshSite();
    QTimer::singleShot(0, &window(), [] { throw std::runtime_error("An event went wrong."); });
    ASSERT_TRUE(waitFor([] { return message().indexOf("An event went wrong") >= 0; }, 5000));
    Task broken([] { throw std::runtime_error("A thread went wrong."); });
    ASSERT_TRUE(waitFor([] { return message().indexOf("A thread went wrong") >= 0; }, 5000));
    Task full([] { throw std::bad_alloc(); });
    ASSERT_TRUE(waitFor([] { return message().indexOf("not enough memory") >= 0; }, 5000));
}

TEST(Safety, AFailedRenderFileKeepsThePictureAndAsksForAnotherPlace) {
    freshSite();
    const fs::path folder = scratch() / "goes-away", other = scratch() / "kept.png";
    fs::create_directories(folder);
    RenderOrder order{.project = session().document.project(), .shot = session().view.shot(), .size = {64, 36}};
    order.samples = 1500;
    order.shot.noise = 0;
    order.delivery.file = folder / "shot.png";
    int asked = 0;
    const std::function<void(QDialog&)> answer = [&](QDialog& d) {
        if (auto* box = qobject_cast<QMessageBox*>(&d)) {
            ++asked;
            EXPECT_NE(box->text().indexOf("kept"), -1);
            whenDialogOpens(answer);
            QTest::mouseClick(box->buttons().first(), Qt::LeftButton);
        } else
            chooseFile(d, other);
    };
    whenDialogOpens(answer);
    window().renders().start(order);
    // The folder goes after it was found good, while the picture is made.
    QTest::qWait(400);
    ASSERT_TRUE(window().renders().running()) << "the picture took less time than the test";
    fs::remove_all(folder);
    ASSERT_TRUE(waitFor([] { return !window().renders().running(); }, 120000));
    EXPECT_GE(asked, 1) << message().toStdString();
    EXPECT_TRUE(fs::exists(other));
}

TEST(Safety, RenderingAsksBeforeItReplacesAndSaysWhichViewItIs) {
    freshSite();
    const fs::path file = scratch() / "there.png";
    std::ofstream(file) << "a picture of last week";
    Camera c = session().view.camera();
    c.position.x += 3;
    session().view.look(c);
    bool asked = false;
    whenDialogOpens([&](QDialog& d) {
        auto* view = d.findChild<QComboBox*>("view");
        ASSERT_TRUE(view);
        EXPECT_EQ(view->count(), 2);
        EXPECT_NE(view->currentText().indexOf("not saved"), -1);
        d.findChild<QLineEdit*>("width")->setText("64");
        d.findChild<QLineEdit*>("samples")->setText("1");
        d.findChild<QLineEdit*>("file")->setText(QString::fromStdString(file.string()));
        whenDialogOpens([&](QDialog& question) {
            asked = true;
            auto* box = qobject_cast<QMessageBox*>(&question);
            ASSERT_TRUE(box);
            for (auto* b : box->buttons())
                if (box->buttonRole(b) == QMessageBox::RejectRole) return QTest::mouseClick(b, Qt::LeftButton);
        });
        QTest::mouseClick(d.findChild<QPushButton*>("go"), Qt::LeftButton);
        EXPECT_TRUE(d.isVisible()) << "back in the dialog";
        d.reject();
    });
    window().mainPane().setFocus();
    key(Qt::Key_F9);
    EXPECT_TRUE(asked);
    EXPECT_FALSE(window().renders().running());
    EXPECT_EQ(fs::file_size(file), 22u);
    session().view.dropLook();
}

TEST(Safety, ADamagedProjectOpensAsACopy) {
    freshSite();
    const fs::path file = scratch() / "damaged.thallos";
    saveProjectAs(session().document.project(), file);
    std::string bytes;
    {
        std::ifstream in(file, std::ios::binary);
        bytes.assign(std::istreambuf_iterator<char>(in), {});
    }
    // In the middle of the largest part: the model.
    for (size_t k = bytes.size() / 2; k < bytes.size() / 2 + 64; ++k) bytes[k] = static_cast<char>(~bytes[k]);
    std::ofstream(file, std::ios::binary) << bytes;
    window().files().open(file);
    settle();
    EXPECT_TRUE(session().files.file().empty()) << "the damaged file is left as it is";
    EXPECT_TRUE(session().document.unsaved());
    EXPECT_NE(message().indexOf("damaged"), -1);
    EXPECT_FALSE(itemsOf<Shot>(session().document.project()).empty());
}

TEST(Safety, ARecoveryIsKeptUntilTheWorkIsSaved) {
    freshSite();
    const fs::path folder = stateFolder() / "recovery";
    lockSession(folder, "session-that-ended"); // and let go at once, as an end does
    writeRecovery(session().document.project(), folder, "session-that-ended", "");
    const auto found = findRecoveries(folder);
    ASSERT_EQ(found.size(), 1u);
    session().files.recover(found.front());
    settle();
    EXPECT_TRUE(findRecoveries(folder).empty()) << "it is this session's now";
    bool kept = false;
    for (const auto& e : fs::directory_iterator(folder)) kept |= e.path().extension() == ".thallos";
    EXPECT_TRUE(kept) << "a crash in the first minutes loses nothing";
    session().files.saveAs(scratch() / "recovered.thallos");
    for (const auto& e : fs::directory_iterator(folder)) EXPECT_NE(e.path().extension(), ".thallos");
}

TEST(Safety, TroubleStaysUntilItIsDismissed) {
    freshSite();
    auto* bar = window().findChild<QWidget*>("messageBar");
    auto* open = window().findChild<QPushButton*>("openFolder");
    auto* dismiss = window().findChild<QToolButton*>("dismissMessage");
    ASSERT_TRUE(bar && open && dismiss);
    Q_EMIT session().message("The disk is full. Free some space.");
    EXPECT_TRUE(bar->isVisible());
    EXPECT_FALSE(open->isVisible());
    Q_EMIT session().message("Saved a.png", false, "/tmp");
    EXPECT_EQ(message(), "Saved a.png");
    EXPECT_TRUE(open->isVisible()) << "where it is";
    click(*dismiss, QPointF(dismiss->rect().center()));
    EXPECT_EQ(message(), "The disk is full. Free some space.") << "not yet dismissed";
    EXPECT_TRUE(bar->isVisible());
    click(*dismiss, QPointF(dismiss->rect().center()));
    EXPECT_FALSE(bar->isVisible());
    Q_EMIT session().message(QString("All of a long sentence is seen. ").repeated(20));
    EXPECT_LE(bar->width(), window().width() - 400);
    auto* text = window().findChild<QLabel*>("message");
    EXPECT_GE(text->height(), text->heightForWidth(text->width())) << "none of its lines is cut off";
    click(*bar, {20, 12});
    auto* list = window().findChild<QTreeWidget*>("messagesList");
    EXPECT_TRUE(list->isVisible()) << "a click shows all messages";
    list->window()->close();
    click(*dismiss, QPointF(dismiss->rect().center()));
}

TEST(Safety, WhatWasToldStaysInAList) {
    freshSite();
    auto* list = window().findChild<QTreeWidget*>("messagesList");
    ASSERT_TRUE(list);
    Q_EMIT session().message("The first sentence.");
    Q_EMIT session().message("The second sentence.");
    window().mainPane().setFocus();
    key(Qt::Key_F1, Qt::ShiftModifier);
    EXPECT_TRUE(list->isVisible());
    ASSERT_GE(list->topLevelItemCount(), 2);
    EXPECT_EQ(list->topLevelItem(0)->text(1), "The second sentence.");
    EXPECT_EQ(list->topLevelItem(1)->text(1), "The first sentence.");
    click(*window().findChild<QPushButton*>("copyMessages"), {10, 10});
    EXPECT_TRUE(QApplication::clipboard()->text().endsWith("The second sentence."));
    for (int i = 0; i < 600; ++i) Q_EMIT session().message(QString::number(i));
    EXPECT_EQ(list->topLevelItemCount(), 500);
    EXPECT_EQ(list->topLevelItem(0)->text(1), "599");
    list->window()->close();
}
