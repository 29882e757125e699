// Pictures with holes, broken meshes and sizes at the edge, in traced scenes.
#include <cmath>
#include <limits>

#include <gtest/gtest.h>

#include "core/trace/ray.h"
#include "core/trace/scene_builder.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

// A level square of 4 m at height z, with uv over it.
Mesh sheet(float z) {
    Mesh m;
    m.positions = {{-2, -2, z}, {2, -2, z}, {2, 2, z}, {-2, 2, z}};
    m.uvs = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    m.triangles = {{0, 1, 2}, {0, 2, 3}};
    return m;
}

// Left half opaque, right half a hole.
std::shared_ptr<const Picture> halfOpen() {
    Picture p{64, 1, {}};
    for (int x = 0; x < 64; ++x) p.rgba.insert(p.rgba.end(), {200, 200, 200, static_cast<uint8_t>(x < 32 ? 255 : 0)});
    return std::make_shared<const Picture>(std::move(p));
}

Project withCutOut() {
    Surface s = matt(0.9f);
    s.maps.color = halfOpen();
    return aloft(buildingOf(sheet(0), s, {0, 0, 50}));
}

} // namespace

TEST(CutOut, CastsTheShadowOfWhatIsThere) {
    const auto scene = bareSceneOf(withCutOut());
    int dark = 0, wrong = 0;
    for (int i = 0; i < 80; ++i)
        for (int j = 0; j < 10; ++j) {
            const V3f from(-1.975f + 0.05f * static_cast<float>(i), -1.9f + 0.4f * static_cast<float>(j), 40);
            const bool shadow = transmittance(*scene, from, {0, 0, 1}, from, kFarAway).x < 0.5f;
            dark += shadow;
            wrong += std::abs(from.x) > 0.06f && shadow != (from.x < 0);
        }
    EXPECT_EQ(wrong, 0);
    EXPECT_NEAR(dark, 400, 20);
}

TEST(CutOut, PacketsSeeTheSameHolesAsSingleRays) {
    const auto scene = bareSceneOf(withCutOut());
    int through = 0;
    for (int k = 0; k < 40; ++k) {
        V3f starts[kPacket], directions[kPacket];
        Hit hits[kPacket];
        for (int i = 0; i < kPacket; ++i) {
            starts[i] = V3f(-1.9f + 0.5f * static_cast<float>(i) + 0.01f * static_cast<float>(k),
                            -1.9f + 0.09f * static_cast<float>(k), 60);
            directions[i] = V3f(0.02f * static_cast<float>(i % 3), 0, -1).normalized();
        }
        tracePacket(*scene, starts, directions, starts[0], hits);
        for (int i = 0; i < kPacket; ++i) {
            const Hit alone = trace(*scene, starts[i], directions[i], starts[0]);
            ASSERT_EQ(static_cast<bool>(hits[i]), static_cast<bool>(alone));
            EXPECT_EQ(hits[i].object, alone.object);
            EXPECT_NEAR(hits[i].t, alone.t, 1e-3f);
            through += alone.t > 20;
        }
    }
    EXPECT_GT(through, 80);
}

TEST(CutOut, SheetsOfTheLibraryHaveRealHoles) {
    const auto library = MaterialLibrary::load(std::filesystem::path(THALLOS_SOURCE) / "assets/materials");
    const Surface steel = library->surface("Perforated steel");
    Mesh plain = sheet(0);
    plain.uvs.clear();
    auto site =
        std::make_shared<BuiltSite>(*build(aloft(buildingOf(plain, steel, {0, 0, 50})), thallos::test::library()));
    site->far = nullptr;
    SceneBuilder builder(true, library);
    const auto scene = builder.update(site);
    int open = 0;
    for (int i = 0; i < 4000; ++i) {
        const V3f from(-1.9f + 0.00091f * static_cast<float>(i), 0.37f * std::sin(static_cast<float>(i)), 40);
        open += transmittance(*scene, from, {0, 0, 1}, from, kFarAway).x > 0.5f;
    }
    // Holes of 12 mm at 20 mm pitch: 28 % of the sheet.
    EXPECT_NEAR(open / 4000.0, 0.283, 0.05);
}

TEST(BrokenMeshes, AreTracedWithoutHarm) {
    const float none = std::numeric_limits<float>::quiet_NaN();
    Mesh m = sheet(0);
    m.positions.insert(m.positions.end(), {{none, 0, 0}, {1, none, 2}, {0, 0, 0}, {0, 0, 0}, {1e30f, 0, 0}});
    m.uvs.resize(m.positions.size());
    m.triangles.insert(m.triangles.end(), {{4, 5, 6}, {6, 7, 6}, {0, 0, 0}, {0, 1, 8}});
    Surface lamp = matt(0.5f);
    lamp.emission = Rgb(1000); // lamps of no area, and of none that is a number
    const auto scene = bareSceneOf(aloft(buildingOf(m, lamp, {0, 0, 50})));
    const Environment light = environmentOf(scene->site->project, Shot());
    const Rgb seen = meanRadiance(*scene, light, {0, 0, 60}, {0.3f, 0.2f, 50}, 200);
    for (int k = 0; k < 3; ++k) {
        EXPECT_TRUE(std::isfinite(seen[k]));
        EXPECT_GT(seen[k], 0);
    }
}

TEST(BrokenMeshes, PicturesOfOnePixelAndOfOneTexel) {
    Surface s = matt(0.5f);
    s.maps.color = std::make_shared<Picture>(Picture{1, 1, {255, 0, 0, 255}});
    s.textureSize = 1;
    const auto scene = bareSceneOf(aloft(buildingOf(sheet(0), s, {0, 0, 50})));
    Shot shot;
    shot.camera.position = V3f(0, 0, 53);
    shot.camera.pitch = radians(-85);
    PictureSettings settings;
    settings.size = V2i(1, 1);
    Progress progress;
    const RenderResult r =
        renderPicture(*scene, environmentOf(scene->site->project, shot), shot, settings, 32, 1, progress);
    ASSERT_EQ(r.radiance.pixels.size(), 1u);
    EXPECT_GT(r.radiance.at(0, 0).x, 2 * r.radiance.at(0, 0).z) << "red";
}
