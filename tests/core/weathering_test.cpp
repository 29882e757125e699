// What age, edges and panes look like; relief made of colour.
#include <cmath>

#include <gtest/gtest.h>

#include "core/material/relief_picture.h"
#include "core/material/weathering.h"
#include "core/trace/rounding.h"
#include "core/trace/seen.h"
#include "tests/core/traced_site.h"

using namespace thallos;

namespace {

// The mean over a metre of wall at a height.
float brightness(float age, const Weathering& marks, bool wood, Exposure e) {
    float sum = 0;
    for (int i = 0; i < 200; ++i) {
        SurfacePoint s;
        s.albedo = Rgb(0.5f, 0.4f, 0.3f);
        e.at.x = 0.05f * static_cast<float>(i);
        weather(s, marks, age, wood, e);
        sum += luminance(s.albedo);
        for (int k = 0; k < 3; ++k) EXPECT_TRUE(s.albedo[k] >= 0 && s.albedo[k] <= 1);
    }
    return sum / 200;
}
const Exposure kWall{.at = {0, 0, 2}, .normal = {0, -1, 0}, .overGround = 2, .sunny = 1};

} // namespace

TEST(Years, LeaveNewThingsAndPanesAlone) {
    SurfacePoint s, before;
    weather(s, {}, 0, true, kWall);
    EXPECT_EQ(s.albedo, before.albedo);
    s.transmission = 1;
    Exposure low = kWall;
    low.overGround = 0.05f;
    weather(s, {}, 1, true, low);
    EXPECT_EQ(s.albedo, before.albedo);
}

TEST(Years, SplashLiesLowAndStreaksUnderLedges) {
    Exposure e = kWall;
    const float clean = brightness(1, {}, false, e);
    e.overGround = 0.05f;
    const float splashed = brightness(1, {.moss = 0}, false, e);
    EXPECT_LT(splashed, 0.75f * clean);
    EXPECT_NEAR(brightness(1, {.splash = 0, .moss = 0}, false, e), clean, 1e-4f) << "the material takes none";
    e = kWall;
    e.underLedge = 0.1f;
    const float streaked = brightness(1, {.moss = 0}, false, e);
    EXPECT_LT(streaked, 0.97f * clean);
    e.underLedge = 1.5f;
    EXPECT_GT(brightness(1, {.moss = 0}, false, e), streaked) << "they run out";
    e.underLedge = 0.1f;
    e.sheltered = true;
    EXPECT_NEAR(brightness(1, {.moss = 0}, false, e), clean, 1e-4f);
}

TEST(Years, MossGrowsAwayFromTheSunAndBoardsBleachInIt) {
    Exposure north = kWall;
    north.normal = {0, 1, 0};
    north.sunny = -1;
    north.overGround = 0.3f;
    Exposure south = kWall;
    south.overGround = 0.3f;
    const Weathering moss{.splash = 0, .streaks = 0, .bleach = 0};
    EXPECT_LT(brightness(1, moss, false, north), 0.99f * brightness(1, moss, false, south));
    SurfacePoint sunny, shaded;
    sunny.albedo = shaded.albedo = Rgb(0.45f, 0.27f, 0.13f);
    const Weathering bleach{.splash = 0, .streaks = 0, .moss = 0};
    weather(sunny, bleach, 1, true, kWall);
    north.overGround = 2;
    weather(shaded, bleach, 1, true, north);
    const auto colourful = [](const Rgb& c) { return (c.x - c.z) / luminance(c); };
    EXPECT_LT(colourful(sunny.albedo), colourful(shaded.albedo));
    EXPECT_LT(colourful(shaded.albedo), colourful(Rgb(0.45f, 0.27f, 0.13f)));
}

TEST(Rounding, BendsNormalsAtOuterEdgesAlone) {
    const Mesh cube = box({0, 0, 0}, {1, 1, 1});
    const EdgeNeighbours edges = edgeNeighbours(cube);
    int sharp = 0;
    for (const V3i& e : edges)
        for (int k = 0; k < 3; ++k) sharp += e[k] >= 0;
    EXPECT_EQ(sharp, 24) << "twelve edges from both sides, no diagonals";
    // Over a triangle: within 1 cm of the edge the normal leans, elsewhere it does not.
    for (unsigned t = 0; t < cube.triangles.size(); ++t) {
        const V3i& c = cube.triangles[t];
        const V3f &a = cube.positions[static_cast<size_t>(c.x)], &b = cube.positions[static_cast<size_t>(c.y)],
                  &d = cube.positions[static_cast<size_t>(c.z)];
        const V3f n = (b - a).cross(d - a).normalized();
        EXPECT_EQ(roundedNormal(cube, edges, t, 0.33f, 0.33f, 0.01f, n), n);
        for (const auto& [u, v] : {std::pair(0.5f, 0.001f), {0.001f, 0.5f}, {0.4995f, 0.4995f}}) {
            const V3f at = a + (b - a) * u + (d - a) * v;
            float toEdge = 1;
            for (int k = 0; k < 3; ++k)
                if (std::abs(n[k]) < 0.5f) toEdge = std::min({toEdge, at[k], 1 - at[k]});
            const V3f r = roundedNormal(cube, edges, t, u, v, 0.01f, n);
            EXPECT_NEAR(r.length(), 1, 1e-5f);
            if (toEdge < 0.002f) EXPECT_LT(r.dot(n), 0.8f);
            if (toEdge > 0.011f) EXPECT_EQ(r, n);
        }
    }
    // An inner edge stays sharp.
    Mesh corner;
    corner.positions = {{0, 0, 0}, {1, 0, 0}, {1, 1, 0}, {0, 1, 0}, {0, 1, 1}, {0, 0, 1}};
    corner.triangles = {{0, 1, 2}, {0, 2, 3}, {0, 3, 4}, {0, 4, 5}}; // a floor and the wall on it
    for (const V3i& e : edgeNeighbours(corner)) EXPECT_EQ(e, V3i(-1));
}

TEST(ReliefPictures, LighterStandsOutAndShadowsOverAllDoNot) {
    Picture p{64, 64, {}};
    for (int y = 0; y < 64; ++y)
        for (int x = 0; x < 64; ++x) {
            const int stone = (x / 4 + y / 4) % 2 ? 40 : 0, shade = x; // a slow shadow across
            for (int k = 0; k < 3; ++k) p.rgba.push_back(static_cast<uint8_t>(60 + stone + shade));
            p.rgba.push_back(255);
        }
    const Picture h = reliefOf(p);
    ASSERT_EQ(h.width, 64);
    double light = 0, dark = 0, west = 0, east = 0;
    for (int y = 0; y < 64; ++y)
        for (int x = 16; x < 48; ++x) {
            const double v = h.rgba[4 * (static_cast<size_t>(y) * 64 + static_cast<size_t>(x))];
            ((x / 4 + y / 4) % 2 ? light : dark) += v / 1024;
            (x < 32 ? west : east) += v / 1024;
        }
    EXPECT_GT(light, dark + 15);
    EXPECT_NEAR(west, east, 12);
}

namespace {

// Two boxes one behind the other, the nearer one a pane or a wall.
Project rowOf(bool glass) {
    Model m;
    m.materials = {{.name = "front",
                    .baseColor = Rgb(0.9f),
                    .roughness = glass ? 0.0f : 0.6f,
                    .transmission = glass ? 1.0f : 0.0f},
                   {.name = "back"}};
    m.parts = {partOf("Front", 0, box({-3, 0, 0}, {3, 0.02f, 4})),
               partOf("Behind", 1, box({-0.5f, 2, 0}, {0.5f, 3, 1})),
               partOf("Under", 1, box({-0.2f, 2.2f, -3}, {0.2f, 2.6f, -2}))};
    settle(m);
    Building b;
    b.model = std::make_shared<const Model>(m);
    b.surfaces = m.materials;
    return added(test::smallSite(), "House", b);
}

} // namespace

TEST(SeenParts, AreThoseThatAShotShowsThroughPanesToo) {
    for (const bool glass : {false, true}) {
        const Project p = rowOf(glass);
        const Id id = itemsOf<Building>(p).back()->id;
        Camera camera;
        camera.position = {0, -8, 1.6f};
        const auto scene = test::sceneOf(p);
        const SeenParts seen = seenParts(*scene, {camera}, 160);
        const auto& parts = seen.at(id);
        EXPECT_GT(parts[0], 0.01f);
        EXPECT_EQ(parts[1] > 0, glass);
        EXPECT_EQ(parts[2], 0) << "under the ground";
    }
}

TEST(Panes, MirrorALittleUnevenlyWhenTheyWave) {
    for (const float strength : {0.0f, 1.0f}) {
        Project p = rowOf(true);
        Item item = *itemsOf<Building>(p).back();
        for (Surface& s : std::get<Building>(item.body).surfaces) s.wave = strength;
        p = replaced(p, item);
        const auto scene = test::sceneOf(p);
        float most = 0, sum = 0;
        for (int i = 0; i < 200; ++i) {
            const V3f from(-2 + 0.02f * static_cast<float>(i), -5, 1.7f), d(0, 1, 0);
            const Hit hit = trace(*scene, from, d, Detail(from));
            ASSERT_TRUE(hit);
            const ShadingPoint point = shadingAt(*scene, hit, -d, 0.002f);
            const float lean = std::acos(std::min(1.0f, point.surface.normal.dot(V3f(0, -1, 0))));
            most = std::max(most, lean);
            sum += lean / 200;
        }
        if (strength == 0) EXPECT_LT(most, 1e-3f);
        if (strength > 0) EXPECT_GT(sum, 3e-4f);
        EXPECT_LT(most, 0.02f);
    }
}

TEST(Years, ShowInTheSceneBelowALedgeAndNotUnderEaves) {
    Model m;
    m.materials = {{.name = "render", .baseColor = Rgb(0.7f)}};
    // A wall to the south with a sill 5 cm out at 2 m.
    m.parts = {partOf("Wall", 0, box({-3, 0, 0}, {3, 0.3f, 4})),
               partOf("Sill", 0, box({-1, -0.05f, 2}, {1, 0, 2.05f}))};
    settle(m);
    Building b;
    b.model = std::make_shared<const Model>(m);
    b.surfaces = m.materials;
    b.age = 1;
    b.surfaces[0].weathering = {.splash = 0, .streaks = 1, .moss = 0};
    const Project p = added(test::smallSite(), "House", b);
    const auto scene = test::sceneOf(p);
    const auto wall = [&](float z) {
        float light = 0;
        for (int i = 0; i < 100; ++i) {
            const float x = -0.9f + 0.018f * static_cast<float>(i);
            const V3f from(x, -0.5f, z), d(0, 1, 0);
            const Hit hit = trace(*scene, from, d, Detail(from));
            light += luminance(shadingAt(*scene, hit, -d, 0.002f).surface.albedo) / 100;
        }
        return light;
    };
    EXPECT_LT(wall(1.85f), wall(3));
    EXPECT_NEAR(wall(3), 0.7f, 0.01f);
}

TEST(Years, MarksAreTheSameHoweverTheHouseIsTurned) {
    // Splash, streaks and moss along a wall under a ledge, in the light of no sun: the house is turned under them.
    Model m;
    m.materials = {{.name = "render", .baseColor = Rgb(0.7f)}};
    m.parts = {partOf("Wall", 0, box({-3, 0, 0}, {3, 0.3f, 4})),
               partOf("Sill", 0, box({-2, -0.05f, 2}, {2, 0, 2.05f}))};
    settle(m);
    for (const auto& [marks, z] : {std::pair(Weathering{.splash = 1, .streaks = 0, .moss = 0}, 0.25f),
                                   {Weathering{.splash = 0, .streaks = 1, .moss = 0}, 1.85f}}) {
        std::vector<float> first;
        for (const auto& [yaw, scale] : {std::pair(0.0f, 1.0f), {radians(37.0f), 1.0f}, {radians(90.0f), 1.0f}}) {
            Building b;
            b.model = std::make_shared<const Model>(m);
            b.surfaces = m.materials;
            b.age = 1;
            b.yaw = yaw;
            b.scale = scale;
            b.surfaces[0].weathering = marks;
            Project p = newProject({60, 60}, 0.5f, "Level");
            p = test::withRelief(p, {});
            b.position.z = naturalOf(p).at(V2f(0));
            p = added(p, "House", b);
            const auto scene = test::sceneOf(p);
            const M44f toWorld = transformOf(b);
            std::vector<float> light;
            for (int i = 0; i < 200; ++i) {
                const V3f from = V3f(-1.9f + 0.019f * static_cast<float>(i), -0.5f, z) * toWorld;
                V3f d;
                toWorld.multDirMatrix(V3f(0, 1, 0), d);
                const Hit hit = trace(*scene, from, d, Detail(from));
                light.push_back(luminance(shadingAt(*scene, hit, -d, 0.002f).surface.albedo));
            }
            if (first.empty()) first = light;
            double spread = 0, mean = 0, other = 0;
            for (const float v : light) mean += v / 200;
            for (const float v : light) spread += (v - mean) * (v - mean) / 200;
            for (size_t i = 0; i < light.size(); ++i) other += std::abs(light[i] - first[i]) / 200;
            EXPECT_GT(std::sqrt(spread), 0.02) << "marks are uneven along the wall at a yaw of " << degrees(yaw);
            EXPECT_LT(other, 0.012) << "and where they were at a yaw of " << degrees(yaw);
        }
    }
}
