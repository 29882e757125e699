// Finish, by posted events on the real window.
#include <QDialog>
#include <QElapsedTimer>
#include <QLineEdit>
#include <QPushButton>
#include <gtest/gtest.h>

#include "app/register.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

TEST(Finish, ThePictureRefinesAndFinishingDoesNotStartItAgain) {
    freshSite();
    verb(Verb::Finish);
    ASSERT_TRUE(waitFor([] { return window().shotPane().picture().samples >= 3; }, 60000));
    const int samples = window().shotPane().picture().samples;
    const QImage before = window().shotPane().picture().image;
    setField("Exposure", "1.5");
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
    auto* reg = window().findChild<Register*>();
    click(*reg, QPointF(reg->width() - 52, 46)); // hide the house
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
        auto set = [&](const char* name, const QString& text) {
            auto* f = d.findChild<QLineEdit*>(name);
            f->setFocus();
            f->selectAll();
            QTest::keyClicks(f, text);
        };
        set("Width", "160");
        EXPECT_EQ(d.findChild<QLineEdit*>("Height")->text(), "90");
        set("Samples", "4");
        set("File", QString::fromStdString(file.string()));
        QTest::mouseClick(d.findChild<QPushButton*>("go"), Qt::LeftButton);
    });
    window().mainPane().setFocus();
    key(Qt::Key_F9);
    ASSERT_TRUE(waitFor([] { return !window().rendering(); }, 60000));
    const QImage picture(QString::fromStdString(file.string()));
    EXPECT_EQ(picture.size(), QSize(160, 90));
    EXPECT_NE(message().indexOf("shot.png"), -1);
}

TEST(Finish, RenderCanBeStopped) {
    freshSite();
    const fs::path file = scratch() / "never.exr";
    RenderOrder order{session().project(), session().shot(), {1600, 900}, 4096, true, file};
    window().startRender(order);
    auto* stop = window().findChild<QPushButton*>("stopRender");
    ASSERT_TRUE(stop->isVisible());
    QElapsedTimer timer;
    timer.start();
    click(*stop, stop->rect().center());
    ASSERT_TRUE(waitFor([] { return !window().rendering(); }, 10000));
    EXPECT_LT(timer.elapsed(), 3000);
    EXPECT_FALSE(fs::exists(file));
}

TEST(Finish, AnUnwritableFileIsOneSentence) {
    freshSite();
    RenderOrder order{session().project(), session().shot(), {64, 36}, 1, false, "/no-such-folder/x.png"};
    window().startRender(order);
    ASSERT_TRUE(waitFor([] { return !window().rendering(); }, 20000));
    EXPECT_NE(message().indexOf("/no-such-folder/x.png"), -1);
}
