// What a render will take, told before.
#include <gtest/gtest.h>

#include "core/jobs/estimate.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

TEST(Sizes, GrowWithPixelsPassesAndDepth) {
    const Delivery png{"a.png", {}}, deep{.file = "a.png", .deep = true}, layers{"a.exr", {Pass::Depth, Pass::Light}},
        plain{"a.exr", {}};
    const V2i small(640, 360), large(1280, 720);
    EXPECT_NEAR(static_cast<double>(sizesOf(large, png).memory) / sizesOf(small, png).memory, 4, 0.01);
    EXPECT_NEAR(static_cast<double>(sizesOf(large, png).disk) / sizesOf(small, png).disk, 4, 0.01);
    EXPECT_GT(sizesOf(small, deep).disk, sizesOf(small, png).disk);
    EXPECT_GT(sizesOf(small, layers).disk, sizesOf(small, plain).disk);
    EXPECT_GT(sizesOf(small, layers).memory, sizesOf(small, plain).memory) << "light by route and source is gathered";
    EXPECT_GT(freeMemory(), 0);
}

TEST(Estimates, ComeInRoundsAndStopWhenAsked) {
    const Project p = smallSite();
    const auto scene = sceneOf(p);
    const Shot& shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    PictureSettings settings;
    settings.size = V2i(320, 180);
    int rounds = 0;
    double seconds = 0;
    estimate(
        *scene, environmentOf(p, shot), shot, settings, 8, 1, {"a.png", {}},
        [&](const Estimate& e) {
            ++rounds;
            seconds = e.seconds;
            EXPECT_EQ(e.disk, sizesOf(settings.size, {"a.png", {}}).disk);
        },
        [] { return false; });
    EXPECT_EQ(rounds, 4);
    EXPECT_GT(seconds, 0);
    rounds = 0;
    estimate(
        *scene, environmentOf(p, shot), shot, settings, 8, 1, {"a.png", {}}, [&](const Estimate&) { ++rounds; },
        [] { return true; });
    EXPECT_EQ(rounds, 0);
}
