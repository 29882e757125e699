#include <cmath>
#include <limits>
#include <map>
#include <tuple>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/mesh/polygon.h"
#include "core/model/model.h"
#include "core/model/model_blob.h"
#include "core/planting/person.h"

using namespace thallos;

namespace {
const Polygon kSquare{{0, 0}, {4, 0}, {4, 4}, {0, 4}};

Model boxModel(const V3f& low, const V3f& high) {
    Model m;
    m.name = "box";
    m.materials = {{.name = "stone"}};
    m.parts = {partOf("block", 0, box(low, high))};
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
    changeMesh(m.parts[0], [](Mesh& mesh) { mesh.uvs.assign(8, V2f(0.5f, 0.25f)); });
    m.groups = {{"House", -1}, {"Ground floor", 0}};
    m.parts[0].group = 1;
    m.materials[0].recipe = "Rubble, coursed";
    m.materials[0].coat = 0.4f;
    m.materials[0].maps.color = std::make_shared<Picture>(Picture{2, 1, {1, 2, 3, 4, 5, 6, 7, 8}});
    m.materials[0].maps.normal = std::make_shared<Picture>(Picture{1, 1, {128, 128, 255, 255}});
    tidy(m);
    const Model back = unpackModel(packModel(m));
    EXPECT_EQ(packModel(back), packModel(m));
    EXPECT_EQ(back.materials[0].maps.color->rgba, m.materials[0].maps.color->rgba);
    EXPECT_EQ(back.materials[0].recipe, "Rubble, coursed");
    EXPECT_EQ(back.materials[0].coat, 0.4f);
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

TEST(Mesh, SmoothNormalsAreOfTheFacesAround) {
    Mesh m = box({-1, -1, -1}, {1, 1, 1});
    // A box whose faces share their corners.
    Mesh shared;
    std::map<std::tuple<float, float, float>, int> places;
    for (V3i t : m.triangles) {
        for (int k = 0; k < 3; ++k) {
            const V3f& p = m.positions[t[k]];
            const auto [at, fresh] = places.try_emplace({p.x, p.y, p.z}, static_cast<int>(places.size()));
            if (fresh) shared.positions.push_back(p);
            t[k] = at->second;
        }
        shared.triangles.push_back(t);
    }
    const std::vector<V3f> normals = smoothNormals(shared);
    ASSERT_EQ(normals.size(), 8u);
    for (size_t i = 0; i < normals.size(); ++i) {
        EXPECT_NEAR(normals[i].length(), 1, 1e-5f);
        EXPECT_GT(normals[i].dot(shared.positions[i].normalized()), 0.9f);
    }
    // Where nothing is told: up.
    Mesh flat;
    flat.positions = {V3f(0), V3f(1, 0, 0), V3f(2, 0, 0)};
    flat.triangles = {{0, 1, 2}};
    EXPECT_EQ(smoothNormals(flat)[1], V3f(0, 0, 1));
}
