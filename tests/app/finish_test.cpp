// Finish, by posted events on the real window.
#include <QCheckBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTreeWidget>
#include <gtest/gtest.h>

#include "app/lists/item_list.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

RenderOrder orderOf(const V2i& size, int samples, const fs::path& file) {
    RenderOrder order{
        .project = session().document.project(), .shot = session().view.shot(), .size = size, .samples = samples};
    order.delivery.file = file;
    return order;
}

void fill(QDialog& dialog, const char* name, const QString& text) {
    auto* f = dialog.findChild<QLineEdit*>(name);
    f->setFocus();
    f->selectAll();
    QTest::keyClicks(f, text);
}

} // namespace

TEST(Finish, ThePictureRefinesAndFinishingDoesNotStartItAgain) {
    freshSite();
    verb(Verb::Finish);
    ASSERT_TRUE(waitFor([] { return window().shotPane().picture().samples >= 3; }, 60000));
    const int samples = window().shotPane().picture().samples;
    const QImage before = window().shotPane().picture().image;
    setField("exposure", "1.5");
    ASSERT_TRUE(waitFor([&] {
        return window().shotPane().picture().samples >= samples &&
               difference(window().shotPane().picture().image, before) > 8;
    }));
    EXPECT_GE(window().shotPane().picture().samples, samples) << "brighter without a new start";
}

TEST(Finish, AnEditIsFollowedByTheTracedPicture) {
    freshSite();
    ASSERT_TRUE(waitFor([] { return window().shotPane().picture().samples >= 1; }, 60000));
    const QImage before = window().shotPane().picture().image;
    clickItem(0, ItemModel::Eye); // hide the house
    ASSERT_TRUE(waitFor(
        [&] {
            return window().shotPane().picture().samples >= 1 &&
                   difference(window().shotPane().picture().image, before) > 2;
        },
        60000));
}

TEST(Finish, RenderToAFileThroughTheDialog) {
    freshSite();
    const fs::path file = scratch() / "shot.png";
    whenDialogOpens([&](QDialog& d) {
        fill(d, "width", "160");
        EXPECT_EQ(d.findChild<QLineEdit*>("height")->text(), "90");
        fill(d, "samples", "4");
        fill(d, "file", QString::fromStdString(file.string()));
        QTest::mouseClick(d.findChild<QPushButton*>("go"), Qt::LeftButton);
    });
    window().mainPane().setFocus();
    key(Qt::Key_F9);
    ASSERT_TRUE(waitFor([] { return !window().renders().running(); }, 60000));
    const QImage picture(QString::fromStdString(file.string()));
    EXPECT_EQ(picture.size(), QSize(160, 90));
    EXPECT_NE(message().indexOf("shot.png"), -1);
}

TEST(Finish, TheDialogRemembersWithTheShotAndTellsWhatItTakes) {
    freshSite();
    const std::string before = documentHash();
    whenDialogOpens([&](QDialog& d) {
        fill(d, "width", "128");
        fill(d, "samples", "2");
        fill(d, "denoise", "0");
        fill(d, "file", QString::fromStdString((scratch() / "kept.exr").string()));
        d.findChild<QCheckBox*>("depth")->setChecked(true);
        d.findChild<QCheckBox*>("floats")->setChecked(true);
        auto* takes = d.findChild<QLabel*>("renderTakes");
        EXPECT_TRUE(takes->text().contains("memory"));
        EXPECT_TRUE(waitFor([&] { return takes->text().startsWith("≈"); }, 60000)) << "the time, found out aside";
        QTest::mouseClick(d.findChild<QPushButton*>("go"), Qt::LeftButton);
    });
    window().mainPane().setFocus();
    key(Qt::Key_F9);
    ASSERT_TRUE(waitFor([] { return !window().renders().running(); }, 60000));
    expectOneStep(before);
    // Saved and opened, it is all there.
    const fs::path file = scratch() / "remembers.thallos";
    session().files.saveAs(file);
    freshSite(false);
    session().files.open(file);
    settle();
    bool asked = false;
    whenDialogOpens([&](QDialog& d) {
        asked = true;
        EXPECT_EQ(d.findChild<QLineEdit*>("width")->text(), "128");
        EXPECT_EQ(d.findChild<QLineEdit*>("samples")->text(), "2");
        EXPECT_EQ(d.findChild<QLineEdit*>("denoise")->text(), "0");
        EXPECT_TRUE(d.findChild<QLineEdit*>("file")->text().endsWith("kept 2.exr")) << "beside the one that is there";
        EXPECT_TRUE(d.findChild<QCheckBox*>("depth")->isChecked());
        EXPECT_FALSE(d.findChild<QCheckBox*>("alpha")->isChecked());
        EXPECT_TRUE(d.findChild<QCheckBox*>("floats")->isChecked());
        d.reject();
    });
    window().mainPane().setFocus();
    key(Qt::Key_F9);
    EXPECT_TRUE(asked);
}

TEST(Finish, RenderCanBeStopped) {
    freshSite();
    const fs::path file = scratch() / "never.exr";
    window().renders().start(orderOf({1600, 900}, 4096, file));
    auto* stop = window().findChild<QPushButton*>("stopJob");
    ASSERT_TRUE(stop->isVisible());
    const Spent spent; // not the clock on the wall: other programs may run
    click(*stop, stop->rect().center());
    ASSERT_TRUE(waitFor([] { return !window().renders().running(); }, 10000));
    EXPECT_LT(spent.milliseconds(), 3000);
    EXPECT_FALSE(fs::exists(file));
}

TEST(Finish, AnUnwritableFileIsToldOf) {
    freshSite();
    window().renders().start(orderOf({64, 36}, 1, "/no-such-folder/x.png"));
    ASSERT_TRUE(waitFor([] { return !window().renders().running(); }, 20000));
    EXPECT_NE(message().indexOf("x.png could not be written"), -1);
}

TEST(Finish, PassesAndAPartThroughTheDialog) {
    freshSite();
    // A part is marked by a drag.
    ShotPane& shot = window().shotPane();
    choosePlanAsMain(false);
    window().mainPane().setFocus();
    key(Qt::Key_F9, Qt::ShiftModifier);
    const QRectF r = shot.pictureRect();
    drag(shot, r.center() - QPointF(60, 30), r.center() + QPointF(60, 30));
    ASSERT_TRUE(session().view.part());
    EXPECT_NEAR(session().view.part()->size().x, 120 / r.width(), 0.01);
    whenDialogOpens([&](QDialog& d) {
        fill(d, "width", "320");
        fill(d, "samples", "2");
        fill(d, "denoise", "0");
        fill(d, "file", QString::fromStdString((scratch() / "part.png").string()));
        EXPECT_FALSE(d.findChild<QCheckBox*>("apart")->isEnabled()) << "a PNG can't hold layers";
        EXPECT_TRUE(d.findChild<QCheckBox*>("apart")->isChecked());
        for (const char* name : {"part", "depth", "light", "mattePictures"})
            d.findChild<QCheckBox*>(name)->setChecked(true);
        QTest::mouseClick(d.findChild<QPushButton*>("go"), Qt::LeftButton);
    });
    window().mainPane().setFocus();
    key(Qt::Key_F9);
    ASSERT_TRUE(waitFor([] { return !window().renders().running(); }, 60000));
    const QImage picture(QString::fromStdString((scratch() / "part.png").string()));
    EXPECT_NEAR(picture.width(), 320 * 120 / r.width(), 2);
    for (const char* name : {"part-depth.exr", "part-light_direct.exr", "part-items-1.png"})
        EXPECT_TRUE(fs::exists(scratch() / name)) << name;
    EXPECT_NE(message().indexOf("more file"), -1);
    key(Qt::Key_F9, Qt::ShiftModifier);
    EXPECT_FALSE(session().view.part());
}

TEST(Finish, ThePictureIsHeldByAKey) {
    freshSite();
    window().mainPane().setFocus();
    key(Qt::Key_F9, Qt::ControlModifier);
    EXPECT_TRUE(window().engine().paused());
    key(Qt::Key_F9, Qt::ControlModifier);
    EXPECT_FALSE(window().engine().paused());
    key(Qt::Key_F9, Qt::ControlModifier);
    freshSite();
    EXPECT_FALSE(window().engine().paused()) << "another project is not held";
}

TEST(Finish, CostsAreListedHeaviestFirst) {
    freshSite();
    window().mainPane().setFocus();
    key(Qt::Key_M, Qt::ControlModifier | Qt::ShiftModifier);
    auto* costs = window().findChild<QDialog*>("costs");
    ASSERT_TRUE(costs);
    auto* list = costs->findChild<QTreeWidget*>("costsList");
    ASSERT_TRUE(waitFor([&] { return list->topLevelItemCount() > 0; }));
    double before = 100;
    for (int i = 0; i < list->topLevelItemCount(); ++i) {
        const double time = list->topLevelItem(i)->text(1).remove(" %").toDouble();
        EXPECT_LE(time, before);
        before = time;
    }
    costs->close();
}
