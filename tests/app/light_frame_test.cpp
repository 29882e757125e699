// Light and Frame, by posted events on the real window.
#include <QApplication>
#include <gtest/gtest.h>

#include "app/lists/shot_strip.h"
#include "app/shell/day_band.h"
#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

TEST(Light, TheDayBandChangesTheLight) {
    freshSite();
    settle();
    auto* band = window().findChild<DayBand*>();
    ASSERT_TRUE(waitFor([] { return window().shotPane().picture().samples >= 1; }));
    const QImage noon = window().shotPane().picture().image;
    const std::string before = documentHash();
    const double left = 93, width = band->width() - 93.0 - 215;
    drag(*band, QPointF(left + width * 0.6, 16), QPointF(left + width * 0.78, 16));
    EXPECT_NEAR(session().view.shot().daylight.time.hour, 24 * 0.78, 0.2);
    window().mainPane().setFocus();
    ASSERT_TRUE(waitFor([&] { return difference(window().shotPane().picture().image, noon) > 3; }));
    expectOneStep(before);
    band->setFocus();
    const double hour = session().view.shot().daylight.time.hour;
    key(Qt::Key_Right);
    EXPECT_NEAR(session().view.shot().daylight.time.hour, hour + 1.0 / 6, 0.02);
}

TEST(Frame, LookingAroundNeverChangesTheShot) {
    freshSite();
    verb(Verb::Frame);
    choosePlanAsMain(false);
    leaf("look");
    auto& pane = window().shotPane();
    const std::string before = documentHash();
    const Camera saved = session().view.shot().camera;
    drag(pane, pane.pictureRect().center(), pane.pictureRect().center() + QPointF(120, 30));
    EXPECT_TRUE(session().view.looking());
    EXPECT_FALSE(session().view.shot().camera == saved);
    EXPECT_EQ(documentHash(), before);
    pane.setFocus();
    key(Qt::Key_B);
    EXPECT_FALSE(session().view.looking());
    EXPECT_EQ(session().view.shot().camera, saved);
    // Walking keeps the eye height; K keeps the view.
    const float eye = saved.position.z - pane.groundAt(xy(saved.position));
    for (int i = 0; i < 6; ++i) key(Qt::Key_W);
    const Camera walked = session().view.shot().camera;
    EXPECT_NEAR(walked.position.z - pane.groundAt(xy(walked.position)), eye, 1e-3);
    EXPECT_GT((xy(walked.position) - xy(saved.position)).length(), 2);
    key(Qt::Key_K);
    EXPECT_EQ(bodyOf<Shot>(session().view.shotItem())->camera, walked);
    expectOneStep(before);
}

TEST(Frame, WheelAndRightDragLookFromAnyVerb) {
    freshSite();
    auto& pane = window().shotPane();
    const Camera saved = session().view.shot().camera;
    drag(pane, pane.pictureRect().center(), pane.pictureRect().center() + QPointF(50, 0), Qt::NoModifier,
         Qt::RightButton);
    EXPECT_TRUE(session().view.looking());
    EXPECT_NE(session().view.shot().camera.yaw, saved.yaw);
    wheel(pane, pane.pictureRect().center(), 120);
    EXPECT_GT(session().view.shot().camera.position.y, saved.position.y);
}

TEST(Frame, LensAndShiftAndUpright) {
    freshSite();
    verb(Verb::Frame);
    setField("focalLength", "50");
    EXPECT_FLOAT_EQ(bodyOf<Shot>(session().view.shotItem())->camera.focal, 50);
    setField("tilt", "8");
    EXPECT_NEAR(degrees(session().view.shot().camera.pitch), 8, 1e-3);
    leaf("upright");
    EXPECT_EQ(session().view.shot().camera.pitch, 0);
    EXPECT_GT(session().view.shot().camera.shift, 0.1f);
    setField("eyeHeight", "1,75 m");
    const Camera c = session().view.shot().camera;
    EXPECT_NEAR(c.position.z - session().document.built()->land.field.at(xy(c.position)), 1.75f, 1e-3);
}

TEST(Frame, ShotsAreAddedShownAndDeleted) {
    freshSite();
    auto* strip = window().findChild<ShotStrip*>();
    const std::string before = documentHash();
    const Id first = session().view.shotId();
    click(*strip, QPointF(strip->width() - 28, 42));
    EXPECT_EQ(itemsOf<Shot>(session().document.project()).size(), 2u);
    EXPECT_NE(session().view.shotId(), first);
    expectOneStep(before);
    click(*strip, QPointF(60, 42));
    EXPECT_EQ(session().view.shotId(), first);
    strip->setFocus();
    key(Qt::Key_Right);
    EXPECT_NE(session().view.shotId(), first);
    key(Qt::Key_Delete);
    EXPECT_EQ(session().view.shotId(), first);
}
