// A section tells the ground as it is and was, and what the line passes through.
#include <gtest/gtest.h>

#include "core/planting/species.h"
#include "core/project/section.h"
#include "tests/core/sample_site.h"

using namespace thallos;

TEST(Section, FollowsItsLineOverTheGroundAsItIsAndWas) {
    Project p = newProject({80, 80}, 0.5f, "Site");
    p = dabbed(p, naturalOf(p), {BrushKind::Raise, 10, 2, 0.7f}, {0, 0});
    const auto site = build(p, PlantLibrary::of({}));
    const Section s = sectionOf(*site, {{-20, 0}, {0, 0}, {0, 20}}, 0.5f);
    EXPECT_EQ(s.ground.front().at, V2f(-20, 0));
    EXPECT_EQ(s.ground.back().at, V2f(0, 20));
    EXPECT_NEAR(s.ground.back().along, 40, 1e-3f);
    float most = 0;
    for (size_t i = 0; i < s.ground.size(); ++i) {
        EXPECT_EQ(s.ground[i].now, site->land.field.at(s.ground[i].at));
        EXPECT_EQ(s.ground[i].bare, 0);
        most = std::max(most, s.ground[i].now);
        if (i) EXPECT_LE(s.ground[i].along - s.ground[i - 1].along, 0.501f);
    }
    EXPECT_EQ(s.range(), V2f(0, most));
    EXPECT_GT(most, 1);
    EXPECT_TRUE(sectionOf(*site, {{3, 3}}, 1).ground.empty());
}

TEST(Section, CutsBuildingsAndWaters) {
    const auto site = build(test::sample(), test::library());
    const Item& shed = *find(site->project, "Shed");
    const Building& b = std::get<Building>(shed.body);
    const Section s = sectionOf(*site, {{2, -20}, {2, 20}}, 0.1f);
    ASSERT_EQ(s.buildings.size(), 1u);
    EXPECT_EQ(s.buildings[0].item, shed.id);
    EXPECT_NEAR(s.buildings[0].to - s.buildings[0].from, 6 / std::cos(0.3f), 0.3f) << "across, turned by 0.3 rad";
    EXPECT_NEAR(s.buildings[0].high - s.buildings[0].low, 3, 0.01f);
    EXPECT_EQ(s.buildings[0].low, footHeight(b));
    EXPECT_TRUE(s.waters.empty());
    const Section wet = sectionOf(*site, {{10, -30}, {50, -30}}, 0.25f);
    ASSERT_EQ(wet.waters.size(), 1u);
    const WaterBody& pond = site->waters.front();
    EXPECT_EQ(wet.waters[0].high, pond.level);
    for (const SectionPoint& q : wet.ground)
        EXPECT_EQ(q.along >= wet.waters[0].from && q.along <= wet.waters[0].to, q.now < pond.level);
    // Switched off, it is not cut.
    Project without = test::sample();
    Item off = *find(without, "Shed");
    off.visible = false;
    EXPECT_TRUE(
        sectionOf(*build(replaced(without, off), test::library()), {{2, -20}, {2, 20}}, 0.1f).buildings.empty());
}
