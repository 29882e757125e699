#include <cmath>
#include <limits>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/material/model.h"
#include "core/material/model_blob.h"
#include "core/mesh/polygon.h"

using namespace thallos;

namespace {
const Polygon kSquare{{0, 0}, {4, 0}, {4, 4}, {0, 4}};

Model boxModel(const V3f& low, const V3f& high) {
    Model m;
    m.name = "box";
    m.materials = {{.name = "stone"}};
    m.parts = {{"block", 0, box(low, high)}};
    return m;
}
} // namespace

TEST(Polygon, AreaAndContainment) {
    EXPECT_FLOAT_EQ(area(kSquare), 16);
    EXPECT_TRUE(contains(kSquare, {1, 1}));
    EXPECT_FALSE(contains(kSquare, {5, 1}));
    EXPECT_FLOAT_EQ(area(Polygon(kSquare.rbegin(), kSquare.rend())), 16);
}

TEST(Polygon, SignedDistance) {
    EXPECT_FLOAT_EQ(signedDistance(kSquare, {2, 2}), -2);
    EXPECT_FLOAT_EQ(signedDistance(kSquare, {6, 2}), 2);
    EXPECT_NEAR(signedDistance(kSquare, {7, 8}), 5, 1e-5);
    EXPECT_NEAR(signedDistance(kSquare, {4, 2}), 0, 1e-6);
}

TEST(Polygon, MovedKeepsArea) {
    const Polygon m = moved(kSquare, 0.7f, {10, -3});
    EXPECT_NEAR(area(m), 16, 1e-3);
    EXPECT_NEAR(m[0].x, 10, 1e-5);
    EXPECT_NEAR(m[1].y, -3 + 4 * std::sin(0.7f), 1e-5);
}

TEST(Polygon, SmoothOutlinePassesThroughItsHandles) {
    const std::vector<V2f> handles{{0, 0}, {10, 1}, {12, 8}, {4, 12}, {-3, 6}};
    const Polygon p = smoothOutline(handles, 8);
    ASSERT_EQ(p.size(), handles.size() * 8);
    for (size_t i = 0; i < handles.size(); ++i) EXPECT_NEAR((p[i * 8] - handles[i]).length(), 0, 1e-4);
    EXPECT_GT(area(p), area(handles));
}

TEST(Footprint, IsTheOutlineOfWhatStands) {
    const Mesh low = box({0, 0, 0}, {6, 3, 2}), wing = box({6, 0, 0}, {9, 1, 2}),
               roof = box({-2, -2, 2.5f}, {11, 5, 3});
    const auto outline = footprint({&low, &wing, &roof}, 0.6f);
    ASSERT_EQ(outline.size(), 1u);
    EXPECT_NEAR(area(outline[0]), 18 + 3, 0.3);
    EXPECT_TRUE(contains(outline[0], {8, 0.5f}));
    EXPECT_FALSE(contains(outline[0], {8, 2}));
    EXPECT_FALSE(contains(outline[0], {-1, -1})) << "the roof hangs over, it does not stand";
}

TEST(Footprint, TwoHousesAreTwoOutlines) {
    const Mesh a = box({0, 0, 0}, {2, 2, 2}), b = box({5, 0, 0}, {7, 2, 2});
    EXPECT_EQ(footprint({&a, &b}, 1).size(), 2u);
    EXPECT_TRUE(footprint({}, 1).empty());
}

TEST(Mesh, BrokenTrianglesGo) {
    Mesh m = box({0, 0, 0}, {1, 1, 1});
    m.triangles.push_back({0, 1, 99});
    m.triangles.push_back({0, 0, 1});
    m.positions.push_back(V3f(std::numeric_limits<float>::quiet_NaN(), 0, 0));
    m.triangles.push_back({0, 1, 8});
    EXPECT_EQ(removeBroken(m), 3);
    EXPECT_EQ(m.triangles.size(), 12u);
}

TEST(Model, TidyStandsItOnItsBase) {
    Model m = boxModel({10, 20, -3}, {14, 28, 1});
    tidy(m);
    const Box3f b = bounds(m);
    EXPECT_NEAR(b.min.z, 0, 1e-6);
    EXPECT_NEAR(b.min.x, -2, 1e-6);
    EXPECT_NEAR(b.max.y, 4, 1e-6);
    ASSERT_EQ(m.outlines.size(), 1u);
    EXPECT_NEAR(area(m.outlines[0]), 32, 0.2);
}

TEST(Model, TidyRefusesNothing) {
    Model m;
    m.name = "empty";
    EXPECT_THROW(tidy(m), Error);
}

TEST(Model, MissingMaterialsBecomePlain) {
    Model m = boxModel({0, 0, 0}, {1, 1, 1});
    m.materials.clear();
    m.parts[0].material = 7;
    tidy(m);
    ASSERT_EQ(m.materials.size(), 1u);
    EXPECT_EQ(m.parts[0].material, 0);
}

TEST(Model, FigureIsAPersonsHeight) {
    EXPECT_NEAR(bounds(scaleFigure()).size().z, 1.75f, 0.01f);
}

TEST(ModelBlob, ComesBackTheSame) {
    Model m = boxModel({0, 0, 0}, {2, 3, 4});
    m.parts[0].mesh.uvs.assign(8, V2f(0.5f, 0.25f));
    m.materials[0].pattern = Pattern::Masonry;
    m.materials[0].texture = std::make_shared<Texture>(Texture{2, 1, {1, 2, 3, 4, 5, 6, 7, 8}});
    m.warnings = {"something"};
    tidy(m);
    const Model back = unpackModel(packModel(m));
    EXPECT_EQ(packModel(back), packModel(m));
    EXPECT_EQ(back.materials[0].texture->rgba, m.materials[0].texture->rgba);
    EXPECT_EQ(back.outlines, m.outlines);
}

TEST(ModelBlob, EveryTruncationIsRefused) {
    const std::string bytes = packModel(boxModel({0, 0, 0}, {1, 1, 1}));
    for (size_t n = 0; n < bytes.size(); ++n)
        EXPECT_THROW(unpackModel(std::string_view(bytes).substr(0, n)), Error) << n;
}

TEST(ModelBlob, MutationsNeverCrash) {
    const std::string bytes = packModel(boxModel({0, 0, 0}, {1, 1, 1}));
    int refused = 0;
    for (size_t i = 0; i < bytes.size(); ++i)
        for (unsigned char x : {0x01, 0x80, 0xff}) {
            std::string b = bytes;
            b[i] = static_cast<char>(b[i] ^ x);
            try {
                unpackModel(b);
            } catch (const Error&) {
                ++refused;
            }
        }
    EXPECT_GT(refused, 100);
}

TEST(Surface, ColoursRoundTrip) {
    for (float v : {0.0f, 0.2f, 0.5f, 0.9f}) {
        const V3f c = toSrgb(fromSrgb(v, 0.4f, 1 - v));
        EXPECT_NEAR(c.x, v, 2e-3);
        EXPECT_NEAR(c.y, 0.4f, 2e-3);
        EXPECT_NEAR(c.z, 1 - v, 2e-3);
    }
    const Rgb white = fromLinear709({1, 1, 1});
    for (int k = 0; k < 3; ++k) EXPECT_NEAR(white[k], 1, 2e-3);
}

TEST(Surface, PatternsStayReflective) {
    for (int p = 0; p < static_cast<int>(std::size(kPatternNames)); ++p) {
        const Surface s{.name = "x", .baseColor = Rgb(0.5f), .pattern = static_cast<Pattern>(p), .patternSize = 0.15f};
        Rgb mean(0);
        for (int i = 0; i < 2000; ++i) {
            const V3f at(0.013f * static_cast<float>(i), 0.2f, 0.007f * static_cast<float>(i));
            const SurfacePoint q = evaluate(s, at, V3f(0, -1, 0), V2f(0), 0.001f);
            for (int k = 0; k < 3; ++k) {
                ASSERT_GE(q.albedo[k], 0) << kPatternNames[p];
                ASSERT_LE(q.albedo[k], 0.95f) << kPatternNames[p];
            }
            ASSERT_NEAR(q.normal.length(), 1, 1e-4) << kPatternNames[p];
            mean += q.albedo / 2000.0f;
        }
        EXPECT_NEAR(luminance(mean), 0.5f, 0.22f) << kPatternNames[p];
    }
}

namespace {

// The longest straight run of joint in a wall of 6 x 3 m, metres, along or up. A joint is where the face is lighter
// than its surroundings turn out in the mean: mortar has one tone, stones vary around theirs.
float longestJoint(Pattern pattern, bool along) {
    const Surface s{.name = "x", .baseColor = Rgb(0.5f), .pattern = pattern, .patternSize = 0.15f};
    const float step = 0.01f;
    const int n = along ? 600 : 300, lines = along ? 300 : 600;
    float longest = 0;
    for (int line = 0; line < lines; ++line) {
        int run = 0;
        for (int i = 0; i < n; ++i) {
            const float a = step * static_cast<float>(i), b = step * static_cast<float>(line);
            const V3f at = along ? V3f(a, 0, b) : V3f(b, 0, a);
            const V3f normal = evaluate(s, at, {0, -1, 0}, V2f(0), 0.001f).normal;
            const bool edge = std::abs(along ? normal.z : normal.x) > 0.25f;
            run = edge ? run + 1 : 0;
            longest = std::max(longest, step * static_cast<float>(run));
        }
    }
    return longest;
}

} // namespace

TEST(Surface, NoJointOfRubbleRunsFar) {
    EXPECT_LT(longestJoint(Pattern::Masonry, true), 1.2f);
    EXPECT_LT(longestJoint(Pattern::Masonry, false), 1.0f);
}

TEST(Surface, StonesOfAWallDiffer) {
    const Surface s{.name = "x", .baseColor = Rgb(0.5f), .pattern = Pattern::Masonry, .patternSize = 0.15f};
    double sum = 0, squares = 0;
    for (int i = 0; i < 4000; ++i) {
        const V3f at(0.0171f * static_cast<float>(i), 0, 0.0093f * static_cast<float>(i % 700));
        const float v = luminance(evaluate(s, at, {0, -1, 0}, V2f(0), 0.001f).albedo);
        sum += v;
        squares += static_cast<double>(v) * v;
    }
    const double mean = sum / 4000, deviation = std::sqrt(squares / 4000 - mean * mean);
    EXPECT_GT(deviation / mean, 0.08);
    EXPECT_LT(deviation / mean, 0.35);
}

TEST(Surface, FarPatternsFadeToTheirMean) {
    const Surface s{.name = "x", .baseColor = Rgb(0.5f), .pattern = Pattern::Gravel, .patternSize = 0.02f};
    const SurfacePoint a = evaluate(s, {0.001f, 0.002f, 0}, {0, 0, 1}, V2f(0), 2),
                       b = evaluate(s, {0.011f, 0.022f, 0}, {0, 0, 1}, V2f(0), 2);
    EXPECT_NEAR(a.albedo.x, b.albedo.x, 0.01f);
    EXPECT_EQ(a.normal, V3f(0, 0, 1));
}
