// Films: adaptive sampling, light told apart, mattes.
#include <cmath>
#include <cstring>
#include <numeric>

#include <ImfChannelList.h>
#include <ImfHeader.h>
#include <ImfInputFile.h>
#include <ImfStringAttribute.h>
#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include "core/finish/encode.h"
#include "core/trace/denoise.h"
#include "core/trace/mattes.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

struct Studio {
    Project project = smallSite();
    Shot shot = *bodyOf<Shot>(itemsOf<Shot>(project).front());
    std::shared_ptr<const Scene> scene = sceneOf(project);
    Environment light = environmentOf(project, shot);

    RenderResult render(PictureSettings settings, int samples, float clean) const {
        settings.size = V2i(96, 54);
        Progress progress;
        return renderPicture(*scene, light, shot, settings, samples, clean, progress);
    }
};

const Studio& studio() {
    static const Studio s;
    return s;
}

} // namespace

TEST(Adaptive, CleanCellsStopAndNoisyOnesGoOn) {
    PictureSettings settings;
    settings.noise = 0.05f;
    const RenderResult some = studio().render(settings, 96, 0);
    EXPECT_LT(some.samples, 90);
    EXPECT_GT(some.samples, 15);
    settings.noise = 0;
    EXPECT_EQ(studio().render(settings, 24, 0).samples, 24) << "all as many";
    settings.noise = 1;
    EXPECT_EQ(studio().render(settings, 96, 0).samples, kFirstJudged) << "none stops before it was judged";
}

TEST(Adaptive, TheSamePictureForOneAndTwoThreadsAndForRegions) {
    PictureSettings settings;
    settings.noise = 0.06f;
    const Image whole = studio().render(settings, 40, 1).radiance;
    {
        const tbb::global_control one(tbb::global_control::max_allowed_parallelism, 1);
        EXPECT_EQ(studio().render(settings, 40, 1).radiance.pixels, whole.pixels);
    }
    // Tiled: four regions that do not fall on cells.
    for (const V2i& start : {V2i(0, 0), V2i(45, 0), V2i(0, 27), V2i(45, 27)}) {
        PictureSettings part = settings;
        part.regionStart = start;
        part.regionSize = V2i(start.x ? 51 : 45, 27);
        const Image tile = studio().render(part, 40, 1).radiance;
        for (int y = 0; y < tile.height; ++y)
            for (int x = 0; x < tile.width; ++x)
                ASSERT_EQ(tile.at(x, y), whole.at(x + start.x, y + start.y)) << x << " " << y;
    }
}

TEST(Adaptive, BringsTheErrorDownSoonerThanEvenSampling) {
    const Studio& s = studio();
    const Image truth = s.render({}, 512, 0).radiance;
    const auto error = [&](const Image& picture) {
        double sum = 0;
        for (size_t i = 0; i < truth.pixels.size(); ++i) {
            const double t = luminance(truth.pixels[i]), d = luminance(picture.pixels[i]) - t;
            sum += d * d / (t * t + 1e4);
        }
        return sum / static_cast<double>(truth.pixels.size());
    };
    PictureSettings settings;
    settings.seed = 5;
    settings.noise = 0.05f;
    const RenderResult adaptive = s.render(settings, 400, 0);
    settings.noise = 0;
    const int even = static_cast<int>(std::lround(adaptive.samples));
    EXPECT_LT(error(adaptive.radiance), 0.9 * error(s.render(settings, even, 0).radiance))
        << even << " samples a pixel";
}

TEST(Pairs, AFilmWeighsWhatOnlySomeSamplesBring) {
    for (const int pairs : {1, 2, 3, 4}) {
        Film film(8, 8);
        film.splitFactor = pairs;
        int onward = 0;
        for (int k = 0; k < 40; ++k) {
            PathSample s;
            s.radiance = Rgb(isFullLength(k, pairs) ? 5 : 2);
            s.deferred = Rgb(isFullLength(k, pairs) ? 3 : 0);
            s.features.emission = Rgb(1);
            if (isFullLength(k, pairs)) EXPECT_EQ(fullLengthNumber(k, pairs), onward++);
            film.add(3, 3, s, nullptr);
            EXPECT_FLOAT_EQ(film.radiance().at(3, 3).x, 5) << pairs << " " << k;
            EXPECT_FLOAT_EQ(film.evenMean(27).x, 4);
            if (k > 0) EXPECT_FLOAT_EQ(film.oddMean(27).x, 4);
        }
    }
}

TEST(Pairs, ChangeTheNoiseButNotThePicture) {
    PictureSettings settings;
    settings.splitFactor = 1;
    const RenderResult all = studio().render(settings, 256, 0);
    for (const int pairs : {2, 4}) {
        settings.splitFactor = pairs;
        const RenderResult some = studio().render(settings, 256, 0);
        EXPECT_LT(some.rays, all.rays * 0.85);
        for (int y = 0; y < 54; y += 9)
            for (int x = 0; x < 96; x += 16) {
                float a = 0, b = 0;
                for (int k = 0; k < 9 * 16; ++k) {
                    a += luminance(all.radiance.at(x + k % 16, y + k / 16));
                    b += luminance(some.radiance.at(x + k % 16, y + k / 16));
                }
                EXPECT_NEAR(b / a, 1, 0.025f) << x << " " << y << " of " << pairs;
            }
    }
}

TEST(SplitPasses, SumToThePictureRawAndClean) {
    for (const float clean : {0.0f, 0.6f, 1.0f}) {
        PictureSettings settings;
        settings.split = true;
        const RenderResult r = studio().render(settings, 8, clean);
        settings.split = false;
        EXPECT_EQ(studio().render(settings, 8, clean).radiance.pixels, r.radiance.pixels) << "asking changes nothing";
        ASSERT_EQ(r.passes.split.size(), static_cast<size_t>(kRoutes + kSources));
        for (size_t i = 0; i < r.radiance.pixels.size(); ++i) {
            Rgb routes(0), sources(0);
            for (int k = 0; k < kRoutes; ++k) routes += r.passes.split[k].pixels[i];
            for (int k = 0; k < kSources; ++k) sources += r.passes.split[kRoutes + k].pixels[i];
            for (int k = 0; k < 3; ++k) {
                const float c = r.radiance.pixels[i][k];
                ASSERT_NEAR(routes[k], c, 1e-4f * (c + 1));
                ASSERT_NEAR(sources[k], c, 1e-4f * (c + 1));
            }
        }
    }
}

TEST(Mattes, CoverThePictureByNameWithSoftEdges) {
    PictureSettings settings;
    settings.mattes = true;
    const RenderResult r = studio().render(settings, 16, 0);
    const Mattes items = mattesByItem(*studio().scene, r.passes.items),
                 materials = mattesByMaterial(*studio().scene, r.passes.materials);
    const auto has = [](const Mattes& m, const char* name) {
        return std::find(m.names.begin(), m.names.end(), name) != m.names.end();
    };
    EXPECT_TRUE(has(items, "Shed") && has(items, "Meadow") && has(items, "ground"));
    EXPECT_TRUE(has(materials, "matt") && has(materials, "ground"));
    int soft = 0;
    for (size_t i = 0; i < items.pixels.pixels.size(); ++i)
        for (const Mattes* m : {&items, &materials}) {
            const MattePixel& p = m->pixels.pixels[i];
            const float sum = std::accumulate(std::begin(p.share), std::end(p.share), 0.0f);
            EXPECT_NEAR(sum, r.passes.alpha.pixels[i], 0.13f) << "only the rarest of many may be missing";
            EXPECT_LE(sum, 1.0001f);
            for (int k = 1; k < kMatteRanks; ++k) EXPECT_GE(p.share[k - 1], p.share[k]);
            soft += p.share[0] > 0.05f && p.share[0] < 0.95f;
        }
    EXPECT_GT(soft, 50);
    const Image8 picture = mattePicture(items, {"Shed", "ground"});
    int shed = 0;
    for (const Pixel8& p : picture.pixels) {
        shed += p.r > 127;
        EXPECT_EQ(p.b, 0);
    }
    EXPECT_GT(shed, 10);
}

TEST(Mattes, KeysAndManifestAreThoseOfTheConvention) {
    // Published values of MurmurHash3_x86_32 with seed 0.
    EXPECT_EQ(matteKey("hello"), 0x248bfa47u);
    EXPECT_EQ(matteKey("hello, world"), 0x149bbb7fu);
    EXPECT_EQ(matteKey(""), 0x00800000u) << "a key is always a finite number";
    Mattes m{"items", {"hello", "bunny"}, Raster<MattePixel>(2, 1)};
    m.pixels.pixels[0].key[0] = 1;
    m.pixels.pixels[0].share[0] = 0.75f;
    m.pixels.pixels[0].key[1] = 0;
    m.pixels.pixels[0].share[1] = 0.25f;
    const auto layers = matteLayers(m);
    ASSERT_EQ(layers.size(), 3u);
    EXPECT_EQ(layers[0].name, "items00");
    uint32_t key = 0;
    std::memcpy(&key, &layers[0].channels[2].second.pixels[0], 4);
    EXPECT_EQ(key, matteKey("hello"));
    EXPECT_EQ(layers[0].channels[1].second.pixels[0], 0.75f);
    EXPECT_EQ(layers[0].channels[1].second.pixels[1], 0) << "nothing there";
    const std::filesystem::path file = scratch() / "mattes.exr";
    writeExr(file, Image(2, 1), 13, {layers, matteAttributes(m), {}, true});
    Imf::InputFile in(file.c_str());
    std::string manifest;
    for (auto a = in.header().begin(); a != in.header().end(); ++a)
        if (std::string(a.name()).ends_with("/manifest"))
            manifest = static_cast<const Imf::StringAttribute&>(a.attribute()).value();
    EXPECT_NE(manifest.find("\"hello\":\"248bfa47\""), std::string::npos) << manifest;
    EXPECT_TRUE(in.header().channels().findChannel("items00.R"));
    EXPECT_EQ(in.header().channels().findChannel("R")->type, Imf::FLOAT);
}

TEST(Coverage, KeepsTheKeysItSawFirst) {
    Coverage c;
    for (uint32_t k = 0; k < 10; ++k)
        for (uint32_t n = 0; n <= k; ++n) c.add(k);
    EXPECT_EQ(c.key[5], 5u);
    EXPECT_EQ(c.count[5], 6);
}

TEST(Film, APartGoesOnAloneAndTheRestCatchesUp) {
    PictureSettings settings;
    settings.size = V2i(64, 36);
    Film film(64, 36);
    const auto pass = [&] {
        ASSERT_TRUE(addPass(film, *studio().scene, studio().light, studio().shot.camera, settings, nullptr));
    };
    pass();
    film.confine(V2i(18, 10), V2i(10, 4)); // touches cells from 16 to 32 across, from 8 to 16 down
    pass();
    pass();
    EXPECT_EQ(film.passes, 3);
    EXPECT_EQ(film.taken[12 * 64 + 20], 3);
    EXPECT_EQ(film.taken[9 * 64 + 31], 3);
    EXPECT_EQ(film.taken[12 * 64 + 40], 1);
    film.confine(V2i(0), V2i(0));
    EXPECT_EQ(film.passes, 1);
    pass();
    EXPECT_EQ(film.taken[12 * 64 + 20], 3) << "waits";
    EXPECT_EQ(film.taken[12 * 64 + 40], 2);
    pass();
    pass();
    Film even(64, 36);
    for (int k = 0; k < 4; ++k)
        ASSERT_TRUE(addPass(even, *studio().scene, studio().light, studio().shot.camera, settings, nullptr));
    EXPECT_EQ(film.radiance().pixels, even.radiance().pixels) << "the same picture as without the detour";
}

TEST(Film, ARegionIsFinishedByItsNoiseThoughTheRestHasNoSamples) {
    PictureSettings settings;
    settings.size = V2i(64, 36);
    Film film(64, 36);
    film.confine(V2i(18, 10), V2i(10, 4)); // cells 2 and 3 across, 1 down
    for (int k = 0; k < 4; ++k)
        ASSERT_TRUE(addPass(film, *studio().scene, studio().light, studio().shot.camera, settings, nullptr));
    judge(film, 1e6f, 100);
    const int across = film.cellsAcross();
    for (size_t c = 0; c < film.finished.size(); ++c) {
        const int x = static_cast<int>(c) % across, y = static_cast<int>(c) / across;
        EXPECT_EQ(film.finished[c] != 0, (x == 2 || x == 3) && y == 1) << x << " " << y;
    }
    EXPECT_TRUE(film.done());
}
