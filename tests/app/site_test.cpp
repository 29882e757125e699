// The page of the site: name, size, grid, place and clocks.
#include <QComboBox>
#include <QLabel>
#include <gtest/gtest.h>

#include "tests/app/window_driver.h"

using namespace thallos;
using namespace thallos::test;

namespace {

// As by a click on the project's name.
void sitePage() {
    verb(Verb::Plant);
    auto* title = window().findChild<QLabel*>("title");
    click(*title, QPointF(title->rect().center()));
    ASSERT_EQ(session().view.verb(), Verb::Seat);
    ASSERT_TRUE(waitFor([] { return window().findChild<QLineEdit*>("siteName") != nullptr; }));
}

const Site& site() {
    return *session().document.project().site;
}

double zoneOfShot() {
    return session().view.shot().daylight.time.zone;
}

} // namespace

TEST(SitePage, NameSizeAndGridAreStepsOfTheirOwn) {
    freshSite();
    sitePage();
    const std::string before = documentHash();
    setField("siteName", "Orchard end");
    EXPECT_EQ(site().name, "Orchard end");
    EXPECT_TRUE(window().windowTitle().startsWith("Orchard end"));
    window().mainPane().setFocus();
    expectOneStep(before);
    const Building placed = *house();
    setField("siteWidth", "160 m");
    settle();
    EXPECT_EQ(session().document.project().ground->grid.size().x, 160);
    EXPECT_EQ(house()->position, placed.position) << "what stands on it stays";
    setField("siteGrid", "100 cm");
    settle();
    EXPECT_EQ(session().document.project().ground->grid.cell, 1);
    EXPECT_EQ(field("siteGrid").text(), "1.00 m");
    const std::string kept = documentHash();
    setField("siteDepth", "1 m");
    EXPECT_EQ(documentHash(), kept);
    EXPECT_NE(message().indexOf("may be"), -1) << "what is allowed is told";
    setField("siteDepth", "wide");
    EXPECT_NE(message().indexOf("is not a number"), -1);
}

TEST(SitePage, ThePlaceBringsItsClocks) {
    freshSite(false);
    Site start = site();
    start.timeZone = "Europe/London";
    session().document.edit("Set up", zoned(withSite(session().document.project(), start)));
    sitePage();
    setField("location", "40°42'46\"N 74°0'22\"W");
    EXPECT_NEAR(site().place.latitude, 40.7128, 1e-3);
    EXPECT_NEAR(site().place.longitude, -74.0061, 1e-3);
    EXPECT_EQ(site().timeZone, "America/New_York");
    EXPECT_EQ(zoneOfShot(), -4) << "summer time in June";
    EXPECT_EQ(field("location").text(), "40.7128° N, 74.0061° W");
    // Another date, the other time.
    session().view.editShot("Date", [](Shot& s) { s.daylight.time.month = 12; });
    EXPECT_EQ(zoneOfShot(), -5);
    // A zone that was chosen stays when the site moves.
    auto* box = window().findChild<QComboBox*>("timeZone");
    const int delhi = box->findData("Asia/Kolkata");
    ASSERT_GT(delhi, 0);
    box->setCurrentIndex(delhi);
    Q_EMIT box->activated(delhi);
    EXPECT_EQ(zoneOfShot(), 5.5);
    setField("location", "69.65, 18.96");
    EXPECT_NEAR(site().place.latitude, 69.65, 1e-6) << "beyond the polar circle";
    EXPECT_EQ(site().timeZone, "Asia/Kolkata");
    // Without summer time there is a field for the hours.
    box = window().findChild<QComboBox*>("timeZone");
    box->setCurrentIndex(0);
    Q_EMIT box->activated(0);
    ASSERT_TRUE(waitFor([] { return window().findChild<QLineEdit*>("utcOffset") != nullptr; }));
    EXPECT_EQ(field("utcOffset").text(), "5.5") << "from what the clocks said";
    setField("utcOffset", "-3");
    EXPECT_EQ(zoneOfShot(), -3);
    const std::string kept = documentHash();
    setField("location", "the village");
    EXPECT_EQ(documentHash(), kept);
    EXPECT_NE(message().indexOf("52.1, -1.6"), -1) << "an example is given";
}
