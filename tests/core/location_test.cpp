// Places on the earth and the clocks there.
#include <cmath>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/location.h"
#include "core/light/time_zone.h"
#include "core/project/project.h"

using namespace thallos;

TEST(Location, IsReadAsPeopleWriteIt) {
    const struct {
        const char* text;
        double latitude, longitude;
    } ways[] = {{"52.1, -1.6", 52.1, -1.6},
                {"52.1 -1.6", 52.1, -1.6},
                {"52.1 1.6", 52.1, 1.6},
                {"-33.9; 18,4", -33.9, 18.4},
                {"52,1; -1,6", 52.1, -1.6},
                {"52.1 N 1.6 W", 52.1, -1.6},
                {"52.1° N, 1.6° W", 52.1, -1.6},
                {"52°06'00\"N 1°36'00\"W", 52.1, -1.6},
                {"52 6 0 S, 1 36 0 E", -52.1, 1.6},
                {"52°06′N 1°36′W", 52.1, -1.6},
                {"1.6 W, 52.1 N", 52.1, -1.6},
                {"69.65, 18.96", 69.65, 18.96},
                {"90, 180", 90, 180}};
    for (const auto& way : ways) {
        const Location l = parseLocation(way.text);
        EXPECT_NEAR(l.latitude, way.latitude, 1e-9) << way.text;
        EXPECT_NEAR(l.longitude, way.longitude, 1e-9) << way.text;
    }
    for (const char* bad : {"", "52.1", "91, 0", "0, 181", "52 61 0 N, 1 W", "somewhere", "52.1, -1.6, 3", "1 E, 2 W",
                            "N 52", "1 2 3 4 N, 5 E"})
        EXPECT_THROW(parseLocation(bad), Error) << bad;
    EXPECT_EQ(formatLocation({52.1, -1.6}), "52.1° N, 1.6° W");
    const Location back = parseLocation(formatLocation({-33.9249, 18.4241}));
    EXPECT_NEAR(back.latitude, -33.9249, 1e-9);
    EXPECT_NEAR(back.longitude, 18.4241, 1e-9);
}

TEST(TimeZone, HasItsSummerTime) {
    EXPECT_EQ(hoursAhead("Europe/London", {2026, 1, 14, 8.6, 0}), 0);
    EXPECT_EQ(hoursAhead("Europe/London", {2026, 7, 14, 8.6, 0}), 1);
    EXPECT_EQ(hoursAhead("Europe/London", {2026, 3, 29, 0.5, 0}), 0) << "before the clocks change at one";
    EXPECT_EQ(hoursAhead("Europe/London", {2026, 3, 29, 2.5, 0}), 1);
    EXPECT_EQ(hoursAhead("Asia/Kolkata", {2026, 7, 14, 12, 0}), 5.5);
    EXPECT_EQ(hoursAhead("America/New_York", {2026, 12, 1, 12, 0}), -5);
    EXPECT_THROW(hoursAhead("Middle/Nowhere", {}), Error);
    EXPECT_GT(timeZones().size(), 300u);
}

TEST(TimeZone, IsThatOfTheNearestPrincipalPlace) {
    EXPECT_EQ(timeZoneNear(51.5, -0.1), "Europe/London");
    EXPECT_EQ(timeZoneNear(40.7, -74), "America/New_York");
    EXPECT_EQ(timeZoneNear(35.6, 139.7), "Asia/Tokyo");
    EXPECT_EQ(timeZoneNear(-17.8, 179.9), "Pacific/Fiji") << "across the date line";
}

TEST(TimeZone, ShotsFollowTheSitesClocks) {
    const Project p = newProject({100, 100}, 1, "Meadow");
    EXPECT_EQ(p.site->timeZone, "Europe/London");
    const Item* shot = itemsOf<Shot>(p).front();
    EXPECT_EQ(bodyOf<Shot>(shot)->daylight.time.zone, 1) << "in June";
    Item winter = *shot;
    std::get<Shot>(winter.body).daylight.time.month = 1;
    const Project q = zoned(replaced(p, winter));
    EXPECT_EQ(bodyOf<Shot>(find(q, shot->id))->daylight.time.zone, 0);
    Site elsewhere = *q.site;
    elsewhere.timeZone = "Asia/Kolkata";
    EXPECT_EQ(bodyOf<Shot>(find(zoned(withSite(q, elsewhere)), shot->id))->daylight.time.zone, 5.5);
    elsewhere.timeZone = "Not/Known";
    const Project unknown = zoned(withSite(q, elsewhere));
    EXPECT_EQ(bodyOf<Shot>(find(unknown, shot->id))->daylight.time.zone, 0) << "as it was";
    elsewhere.timeZone.clear();
    const Project same = withSite(q, elsewhere);
    EXPECT_TRUE(zoned(same) == same);
}
