#include <gtest/gtest.h>

#include "core/project/find.h"
#include "core/project/measure.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {
std::vector<std::string> namesOf(const Project& p, const char* typed) {
    std::vector<std::string> out;
    for (const Found& f : findItems(p, typed)) out.push_back(find(p, f.item)->name);
    return out;
}
} // namespace

TEST(Find, ByNameKindSpeciesAndMaterial) {
    const Project p = sample();
    EXPECT_EQ(namesOf(p, "shed"), (std::vector<std::string>{"Shed", "Shed pad"}));
    EXPECT_EQ(namesOf(p, "WATER"), std::vector<std::string>{"Pond"}) << "its kind";
    EXPECT_EQ(namesOf(p, "birch"), std::vector<std::string>{"Trees"}) << "a specimen's species";
    EXPECT_EQ(namesOf(p, "daisy"), std::vector<std::string>{"Meadow"}) << "a species of the mix";
    EXPECT_EQ(namesOf(p, "glass"), std::vector<std::string>{"Shed"}) << "a material";
    EXPECT_EQ(findItems(p, "birch").front().why, "Birch");
}

TEST(Find, NamesThatBeginWithItComeFirst) {
    Project p = sample();
    p = added(p, "Old pond wall", Figure{});
    EXPECT_EQ(namesOf(p, "pon"), (std::vector<std::string>{"Pond", "Old pond wall"}));
}

TEST(Find, EveryWordMustFit) {
    const Project p = sample();
    EXPECT_EQ(namesOf(p, "pad she"), std::vector<std::string>{"Shed pad"});
    EXPECT_TRUE(namesOf(p, "shed walrus").empty());
    EXPECT_TRUE(namesOf(p, "  ").empty());
}

TEST(Measure, LengthsRiseAndSlope) {
    const Measures m = measure({{0, 0, 0}, {3, 4, 12}});
    EXPECT_FLOAT_EQ(m.length, 13);
    EXPECT_FLOAT_EQ(m.plan, 5);
    EXPECT_FLOAT_EQ(m.rise, 12);
    EXPECT_NEAR(m.slope, std::atan2(12.0f, 5.0f), 1e-6f);
    EXPECT_EQ(m.angle, 0);
    EXPECT_EQ(m.area, 0);
    EXPECT_EQ(measure({}).length, 0);
    EXPECT_EQ(measure({{1, 2, 3}}).length, 0);
}

TEST(Measure, AnglesAndAreas) {
    const Measures m = measure({{0, 0, 5}, {4, 0, 5}, {4, 3, 5}});
    EXPECT_NEAR(m.angle, kPi / 2, 1e-6f);
    EXPECT_FLOAT_EQ(m.area, 6);
    EXPECT_NEAR(measure({{1e5f, 1e5f, 0}, {1e5f + 10, 1e5f, 0}, {1e5f + 10, 1e5f + 10, 0}, {1e5f, 1e5f + 10, 0}}).area,
                100, 0.1f);
    EXPECT_EQ(measure({{0, 0, 0}, {0, 0, 0}, {1, 0, 0}}).angle, 0) << "a leg of no length has no angle";
}
