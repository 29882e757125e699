// Pictures: the same for any threads, whole and in parts, quick, denoised, and the plan.
#include <cmath>

#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include "core/base/error.h"
#include "core/trace/denoise.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

TEST(Render, SamePictureForOneAndTwoThreads) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(96, 54);
    Image pictures[2];
    float ev[2];
    for (int threads = 1; threads <= 2; ++threads) {
        const tbb::global_control limit(tbb::global_control::max_allowed_parallelism, static_cast<size_t>(threads));
        Progress progress;
        RenderResult r = renderPicture(*scene, e, shot, settings, 6, true, progress);
        pictures[threads - 1] = std::move(r.radiance);
        ev[threads - 1] = r.ev100;
    }
    EXPECT_EQ(ev[0], ev[1]);
    for (size_t i = 0; i < pictures[0].pixels.size(); ++i) ASSERT_EQ(pictures[0].pixels[i], pictures[1].pixels[i]) << i;
}

TEST(Render, ASceneBuiltAgainGivesTheSamePicture) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(64, 36);
    Progress progress;
    const Image a = renderPicture(*sceneOf(p), e, shot, settings, 2, false, progress).radiance,
                b = renderPicture(*sceneOf(p), e, shot, settings, 2, false, progress).radiance;
    EXPECT_EQ(a.pixels, b.pixels);
    settings.seed = 2;
    EXPECT_NE(renderPicture(*sceneOf(p), e, shot, settings, 2, false, progress).radiance.pixels, a.pixels);
}

TEST(Render, ARegionIsACutOfTheWhole) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(96, 54);
    Progress progress;
    for (bool clean : {false, true}) {
        settings.regionSize = V2i(0);
        const Image whole = renderPicture(*scene, e, shot, settings, 4, clean, progress).radiance;
        settings.regionStart = V2i(30, 20);
        settings.regionSize = V2i(24, 16);
        const Image part = renderPicture(*scene, e, shot, settings, 4, clean, progress).radiance;
        ASSERT_EQ(part.width, 24);
        for (int y = 0; y < 16; ++y)
            for (int x = 0; x < 24; ++x)
                EXPECT_EQ(part.at(x, y), whole.at(x + 30, y + 20)) << x << " " << y << (clean ? " cleaned" : "");
    }
}

TEST(Render, CancelStopsAtOnce) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(640, 360);
    Progress whole;
    renderPicture(*scene, e, shot, settings, 1, false, whole);
    const double onePass = whole.secondsSpent();
    Progress progress;
    progress.cancel();
    EXPECT_THROW(renderPicture(*scene, e, shot, settings, 64, true, progress), Error);
    EXPECT_LT(progress.secondsSpent(), 0.5 * onePass);
}

TEST(Render, NoFirstPictureIsBlackAtAnyHour) {
    const Project p = newProject({100, 100}, 0.5f, "x");
    Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Display display;
    for (double hour : {0.0, 4.0, 8.0, 12.0, 20.0, 23.5}) {
        shot.daylight.time.hour = hour;
        Image picture(64, 36);
        const Environment e = environmentOf(p, shot);
        quickPicture(picture, *scene, e, shot.camera, nullptr);
        const Image8 shown = display.encode(develop(picture, meter(picture), shot.finish));
        double mean = 0;
        for (const Pixel8& q : shown.pixels) mean += q.g;
        EXPECT_GT(mean / static_cast<double>(shown.pixels.size()), 25) << hour;
        EXPECT_LT(mean / static_cast<double>(shown.pixels.size()), 235) << hour;
    }
}

TEST(Quick, IsCloseToTheTracedPicture) {
    const Project p = smallSite();
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(96, 54);
    Progress progress;
    const Image traced = renderPicture(*scene, e, shot, settings, 16, false, progress).radiance;
    Image quick(96, 54);
    quickPicture(quick, *scene, e, shot.camera, nullptr);
    double a = 0, b = 0;
    for (size_t i = 0; i < quick.pixels.size(); ++i) {
        a += std::log2(luminance(traced.pixels[i]) + 1);
        b += std::log2(luminance(quick.pixels[i]) + 1);
    }
    EXPECT_NEAR((a - b) / static_cast<double>(quick.pixels.size()), 0, 0.5) << "stops between the two";
}

TEST(Plan, ShowsWhatLiesThere) {
    const Project p = smallSite();
    const auto scene = sceneOf(p);
    Raster<PlanPixel> plan(80, 80);
    ASSERT_TRUE(planPicture(plan, *scene, V3f(0.5f, -0.5f, 0.7f).normalized(), {{-40, -40}, {40, 40}}, nullptr));
    EXPECT_EQ(plan.at(48, 44).kind, PlanPixel::Building); // the shed at 8, -4: north is up
    EXPECT_EQ(plan.at(43, 38).kind, PlanPixel::Ground) << "trees are symbols, not pixels";
    EXPECT_NEAR(plan.at(10, 10).height, scene->site->land.field.at({-29.5f, 29.5f}), 0.1f);
    int shaded = 0;
    for (const PlanPixel& q : plan.pixels) shaded += q.shaded;
    EXPECT_GT(shaded, 3);
}

TEST(Denoise, TakesNoiseFromShadedWallsAndKeepsEdges) {
    const Project p = smallSite();
    Shot shot = *bodyOf<Shot>(itemsOf<Shot>(p).front());
    shot.camera.position = {8, -20, 3};
    shot.camera.focal = 50;
    const auto scene = sceneOf(p);
    const Environment e = environmentOf(p, shot);
    PictureSettings settings;
    settings.size = V2i(96, 54);
    Progress progress;
    const Image truth = renderPicture(*scene, e, shot, settings, 256, false, progress).radiance;
    auto error = [&](const Image& i) {
        double sum = 0;
        for (size_t k = 0; k < i.pixels.size(); ++k) {
            const double d = std::log2(luminance(i.pixels[k]) + 50) - std::log2(luminance(truth.pixels[k]) + 50);
            sum += d * d;
        }
        return sum;
    };
    settings.seed = 9;
    const double noisy = error(renderPicture(*scene, e, shot, settings, 16, false, progress).radiance),
                 clean = error(renderPicture(*scene, e, shot, settings, 16, true, progress).radiance);
    EXPECT_LT(clean, noisy * 0.8);
}

TEST(Denoise, LeavesTooFewSamplesAlone) {
    Film film(8, 8);
    film.passes = 2;
    film.taken.assign(64, 2);
    for (Rgb& c : film.even) c = Rgb(3);
    EXPECT_EQ(denoise(film).pixels, film.radiance().pixels);
}
