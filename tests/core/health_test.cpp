// Planted faults are found exactly, and cured exactly.
#include <cmath>
#include <map>

#include <gtest/gtest.h>

#include "core/base/hash.h"
#include "core/exchange/model_fit.h"
#include "core/mesh/mesh.h"
#include "core/model/cures.h"
#include "core/model/scale.h"
#include "core/model/steps.h"
#include "core/model/topology.h"

using namespace thallos;

namespace {

Model modelOf(std::vector<Mesh> meshes) {
    Model m;
    m.name = "House";
    m.materials.push_back(Surface{.name = "plain"});
    for (size_t i = 0; i < meshes.size(); ++i)
        m.parts.push_back(partOf("part " + std::to_string(i), 0, std::move(meshes[i])));
    return m;
}

int64_t countOf(const Model& m, Fault kind) {
    for (const Finding& f : healthOf(m))
        if (f.kind == kind) return f.count;
    return 0;
}

std::vector<Fault> kindsOf(const Model& m) {
    std::vector<Fault> out;
    for (const Finding& f : healthOf(m)) out.push_back(f.kind);
    return out;
}

// A box of faces with corners of their own, as exporters write them.
Mesh loosely(const Mesh& mesh) {
    Mesh out;
    for (const V3i& t : mesh.triangles) {
        V3i now;
        for (int k = 0; k < 3; ++k) {
            now[k] = static_cast<int>(out.positions.size());
            out.positions.push_back(mesh.positions[static_cast<size_t>(t[k])]);
        }
        out.triangles.push_back(now);
    }
    return out;
}

Mesh turnedOver(Mesh mesh) {
    for (V3i& t : mesh.triangles) std::swap(t.y, t.z);
    return mesh;
}

// A ball of so many bands, for figures of speed.
Mesh ball(int bands, float radius, const V3f& at) {
    Mesh m;
    const int around = 2 * bands;
    for (int i = 0; i <= bands; ++i)
        for (int k = 0; k < around; ++k) {
            const float a = kPi * static_cast<float>(i) / static_cast<float>(bands),
                        b = 2 * kPi * static_cast<float>(k) / static_cast<float>(around);
            m.positions.push_back(at + V3f(std::sin(a) * std::cos(b), std::sin(a) * std::sin(b), std::cos(a)) * radius);
        }
    for (int i = 0; i < bands; ++i)
        for (int k = 0; k < around; ++k) {
            const int a = i * around + k, b = i * around + (k + 1) % around;
            if (i > 0) m.triangles.push_back({a, a + around, b});
            if (i + 1 < bands) m.triangles.push_back({b, a + around, b + around});
        }
    return m;
}

const Mesh kHouse = box({-5, -4, 0}, {5, 4, 3});

} // namespace

TEST(Health, OfThePracticeShedIsWhatWasPlanted) {
    const ForeignModel read = importForeign(std::filesystem::path(THALLOS_SOURCE) / "assets/practice/tool-shed.obj");
    EXPECT_EQ(read.missing, std::vector<std::string>{"shed-boards.png"});
    EXPECT_FLOAT_EQ(likelyUnit(read), 0.001f) << "by its door";
    const Model shed = refitted(read, 0.001f, 'z').model;
    EXPECT_NEAR(bounds(shed).size().z, 2.9f, 0.05f);
    EXPECT_NEAR(readScale(shed, 1).door, 1.96f, 0.01f);
    std::map<Fault, int64_t> counts;
    for (const Finding& f : healthOf(shed)) counts[f.kind] = f.count;
    EXPECT_EQ(counts[Fault::InsideOut], 12) << "one wall";
    EXPECT_EQ(counts[Fault::Duplicates], 4);
    EXPECT_GT(counts[Fault::CoplanarDoubles], 0);
    EXPECT_EQ(counts[Fault::Leftovers], 1) << "the figure with its shoes";
    EXPECT_EQ(counts[Fault::Sheets], 1);
    EXPECT_EQ(counts[Fault::OpenEdges], 0);
    // Mended, it has none.
    auto model = std::make_shared<const Model>(shed);
    std::vector<ModelStep> steps;
    for (const Fault fault :
         {Fault::Leftovers, Fault::Duplicates, Fault::InsideOut, Fault::Sheets, Fault::CoplanarDoubles})
        steps.push_back(CureStep{{}, fault, amountOf(fault).usual});
    EXPECT_TRUE(healthOf(*applied(model, steps).model).empty());
}

TEST(Topology, ABoxIsOneClosedShellHoweverItsCornersAreWritten) {
    for (const Mesh& mesh : {kHouse, loosely(kHouse)}) {
        const Topology t = topologyOf(mesh, 1e-4f);
        EXPECT_EQ(t.places, 8);
        ASSERT_EQ(t.shells.size(), 1u);
        EXPECT_TRUE(t.shells[0].closed());
        EXPECT_NEAR(t.shells[0].volume, 240, 1e-3);
        EXPECT_NEAR(t.shells[0].area, 2 * (80 + 30 + 24), 1e-3);
        EXPECT_EQ(std::count(t.against.begin(), t.against.end(), 1), 0);
    }
    const Topology turned = topologyOf(turnedOver(kHouse), 1e-4f);
    EXPECT_NEAR(turned.shells[0].volume, -240, 1e-3);
}

TEST(Topology, CornersJoinAcrossTheBordersOfCells) {
    Random random(3);
    std::vector<V3f> positions;
    for (int i = 0; i < 500; ++i) {
        const V3f p(random.around(4), random.around(4), random.around(4));
        positions.push_back(p);
        positions.push_back(p + V3f(random.around(5e-4f), random.around(5e-4f), random.around(5e-4f)));
    }
    int count = 0;
    const std::vector<int> place = placesOf(positions, 1e-3f, count);
    EXPECT_EQ(count, 500);
    for (size_t i = 0; i < place.size(); i += 2) EXPECT_EQ(place[i], place[i + 1]);
}

TEST(Health, ASoundHouseHasNothing) {
    EXPECT_TRUE(kindsOf(modelOf({kHouse})).empty());
    EXPECT_TRUE(kindsOf(modelOf({loosely(kHouse), box({6, -1, 0}, {7, 1, 2})})).empty());
    EXPECT_TRUE(kindsOf(modelOf({ball(24, 1, V3f(0))})).empty());
}

TEST(Health, FindsLooseVerticesAndDegenerateFaces) {
    Mesh mesh = kHouse;
    mesh.positions.push_back({50, 0, 0});
    mesh.positions.push_back({51, 0, 0});
    mesh.triangles.push_back({0, 0, 1});
    Model m = modelOf({mesh});
    EXPECT_EQ(countOf(m, Fault::LooseVertices), 2);
    EXPECT_EQ(countOf(m, Fault::Degenerate), 1);
    cure(m, Fault::Degenerate, amountOf(Fault::Degenerate).usual);
    EXPECT_TRUE(kindsOf(m).empty()) << "what is welded has no loose corners either";
    EXPECT_EQ(triangleCount(m), 12);
}

TEST(Health, FindsFacesThatAreThereTwice) {
    Mesh mesh = loosely(kHouse);
    for (int i = 0; i < 3; ++i) {
        V3i again;
        for (int k = 0; k < 3; ++k) {
            again[k] = static_cast<int>(mesh.positions.size());
            mesh.positions.push_back(
                V3f(mesh.positions[static_cast<size_t>(mesh.triangles[static_cast<size_t>(i)][k])]));
        }
        mesh.triangles.push_back(again);
    }
    Model m = modelOf({mesh});
    EXPECT_EQ(countOf(m, Fault::Duplicates), 3);
    cure(m, Fault::Duplicates, 0);
    EXPECT_TRUE(kindsOf(m).empty());
    EXPECT_EQ(triangleCount(m), 12);
}

TEST(Health, FindsWhatIsInsideOut) {
    Mesh one = kHouse;
    std::swap(one.triangles[5].y, one.triangles[5].z);
    Model m = modelOf({turnedOver(kHouse), one});
    // The first wholly, the second in one face; they lie in each other and are moved apart for this.
    changeMesh(m.parts[1], [](Mesh& mesh) {
        for (V3f& p : mesh.positions) p.x += 10.5f;
    });
    EXPECT_EQ(countOf(m, Fault::InsideOut), 12 + 1);
    cure(m, Fault::InsideOut, 0);
    EXPECT_TRUE(kindsOf(m).empty());
    for (const Part& p : m.parts) EXPECT_NEAR(topologyOf(*p.mesh, 1e-4f).shells[0].volume, 240, 1e-3);
}

TEST(Health, AHollowIsNotInsideOut) {
    Mesh mesh = kHouse;
    append(mesh, turnedOver(box({-4.7f, -3.7f, 0.3f}, {4.7f, 3.7f, 2.7f})));
    EXPECT_TRUE(kindsOf(modelOf({mesh})).empty());
}

TEST(Health, NormalsGoWithTheFacesThatAreTurned) {
    Mesh mesh = ball(12, 1, V3f(0));
    mesh.normals = smoothNormals(mesh);
    Model m = modelOf({turnedOver(mesh)});
    changeMesh(m.parts[0], [](Mesh& inner) {
        for (V3f& n : inner.normals) n = -n; // they fit to the turned faces
    });
    EXPECT_EQ(kindsOf(m), std::vector<Fault>{Fault::InsideOut});
    cure(m, Fault::InsideOut, 0);
    EXPECT_TRUE(kindsOf(m).empty());
}

TEST(Health, FindsOpenEdgesAndClosesThem) {
    Mesh mesh = kHouse;
    mesh.triangles.erase(mesh.triangles.begin() + 2, mesh.triangles.begin() + 4); // the roof
    Model m = modelOf({mesh});
    EXPECT_EQ(countOf(m, Fault::OpenEdges), 4);
    cure(m, Fault::OpenEdges, amountOf(Fault::OpenEdges).usual);
    EXPECT_TRUE(kindsOf(m).empty());
    EXPECT_NEAR(topologyOf(*m.parts[0].mesh, 1e-4f).shells[0].volume, 240, 1e-3);
}

TEST(Health, FindsFacesThatLieInEachOther) {
    // A sign on a wall, flush with it; a box on the roof touches it with its underside, which nobody sees.
    Model m = modelOf({kHouse, box({-1, -4.0f, 1}, {1, -3.9f, 2}), box({-1, -1, 3}, {1, 1, 4})});
    EXPECT_GT(countOf(m, Fault::CoplanarDoubles), 0);
    const auto findings = healthOf(m);
    ASSERT_EQ(findings.size(), 1u);
    EXPECT_EQ(findings[0].places.size(), 2u) << "the house and the sign";
    EXPECT_NEAR(findings[0].places[1].centre.y, -4, 1e-4f);
    cure(m, Fault::CoplanarDoubles, 0.002f);
    EXPECT_TRUE(kindsOf(m).empty());
    EXPECT_NEAR(bounds(*m.parts[1].mesh).min.y, -4.002f, 1e-5f) << "the smaller one comes forward";
    EXPECT_FLOAT_EQ(bounds(*m.parts[0].mesh).min.y, -4);
}

TEST(Health, FindsNormalsOfTheWrongSide) {
    Mesh mesh = ball(12, 1, V3f(0));
    mesh.normals = smoothNormals(mesh);
    const auto all = static_cast<int64_t>(mesh.triangles.size());
    for (V3f& n : mesh.normals) n = -n;
    Model m = modelOf({mesh, box({3, 0, 0}, {4, 1, 1})});
    EXPECT_EQ(countOf(m, Fault::WrongNormals), all);
    cure(m, Fault::WrongNormals, radians(35));
    EXPECT_EQ(countOf(m, Fault::WrongNormals), 0);
    for (size_t i = 0; i < m.parts[0].mesh->positions.size(); ++i)
        EXPECT_GT(m.parts[0].mesh->normals[i].dot(m.parts[0].mesh->positions[i].normalized()), 0.98f);
}

TEST(Health, SharpEdgesStaySharp) {
    Model m = modelOf({loosely(kHouse)});
    cure(m, Fault::WrongNormals, radians(35), {0});
    const Mesh& mesh = *m.parts[0].mesh;
    EXPECT_EQ(mesh.positions.size(), 36u) << "corners of separate faces stay separate: each face has its own normal";
    for (size_t i = 0; i < mesh.normals.size(); ++i) {
        const V3f& n = mesh.normals[i];
        EXPECT_NEAR(std::max({std::abs(n.x), std::abs(n.y), std::abs(n.z)}), 1, 1e-5f);
    }
}

TEST(Health, FindsLeftoversAndFigures) {
    Mesh shoe = box({8, 0, 0}, {8.3f, 0.1f, 0.1f});
    Mesh figure = box({8, 0, 0.1f}, {8.3f, 0.4f, 1.7f});
    Model m = modelOf({kHouse, figure, shoe, box({0, -3, 3.0f}, {0.4f, -2.6f, 4.7f})});
    m.parts[3].name = "Scale figure on the roof";
    EXPECT_EQ(countOf(m, Fault::Leftovers), 2) << "a figure with its shoe is one thing; one is known by its name";
    cure(m, Fault::Leftovers, 0);
    settle(m);
    ASSERT_EQ(m.parts.size(), 1u);
    EXPECT_EQ(m.parts[0].name, "part 0");
    EXPECT_EQ(countOf(modelOf({shoe}), Fault::Leftovers), 0) << "a model of a small thing";
}

TEST(Health, FindsSheetsAndMakesThemThick) {
    Mesh sheet;
    sheet.positions = {{0, 0, 0}, {4, 0, 0}, {4, 0, 3}, {0, 0, 3}};
    sheet.triangles = {{0, 1, 2}, {0, 2, 3}};
    Model m = modelOf({sheet});
    EXPECT_EQ(kindsOf(m), std::vector<Fault>{Fault::Sheets});
    EXPECT_EQ(countOf(m, Fault::Sheets), 1);
    cure(m, Fault::Sheets, 0.1f);
    EXPECT_TRUE(kindsOf(m).empty());
    const Topology t = topologyOf(*m.parts[0].mesh, 1e-4f);
    ASSERT_EQ(t.shells.size(), 1u);
    EXPECT_TRUE(t.shells[0].closed());
    EXPECT_NEAR(t.shells[0].volume, 4 * 3 * 0.1f, 1e-3) << "and its front looks where it did";
    EXPECT_FLOAT_EQ(bounds(m).min.y, 0);
    EXPECT_NEAR(bounds(m).max.y, 0.1f, 1e-5f) << "behind the front";
    // Panes are thin.
    m = modelOf({sheet});
    m.materials[0].transmission = 1;
    EXPECT_TRUE(kindsOf(m).empty());
}

TEST(Health, OnlyThePartsThatAreMeantAreCured) {
    Model m = modelOf({turnedOver(kHouse), turnedOver(box({20, 0, 0}, {30, 5, 3}))});
    const auto before = m.parts[0].mesh;
    cure(m, Fault::InsideOut, 0, {1});
    EXPECT_EQ(m.parts[0].mesh, before);
    EXPECT_EQ(countOf(m, Fault::InsideOut), 12);
}

TEST(Health, StopsWhenAsked) {
    EXPECT_NO_THROW(healthOf(modelOf({kHouse, kHouse}), {}, [] { return true; }));
}

TEST(Health, LeftoversAreHeapsOfWhatComesCloseHoweverManyThereAre) {
    // Chips strewn about a house, some touching: as many leftovers as there are heaps, found pair by pair.
    Model m;
    m.materials = {{.name = "chip"}};
    std::vector<Box3f> chips;
    Mesh all;
    for (uint64_t i = 0; i < 3000; ++i) {
        const auto at = [&](int axis, float size) {
            return size * unitFloat(mix(i, static_cast<uint64_t>(axis), 5)) - size / 2;
        };
        const V3f p(at(0, 24), at(1, 24), 0.5f + at(2, 1)), size(0.02f + 0.05f * unitFloat(mix(i, 9)));
        chips.emplace_back(p, p + size);
        append(all, box(p, p + size));
    }
    m.parts = {partOf("House", 0, box({40, 40, 0}, {50, 48, 6})), partOf("Chips", 0, all)};
    settle(m);
    std::vector<int> root(chips.size());
    for (size_t i = 0; i < root.size(); ++i) root[i] = static_cast<int>(i);
    const auto of = [&](int i) {
        while (root[static_cast<size_t>(i)] != i) i = root[static_cast<size_t>(i)];
        return i;
    };
    for (size_t i = 0; i < chips.size(); ++i)
        for (size_t j = 0; j < i; ++j)
            if (Box3f(chips[i].min - V3f(0.1f), chips[i].max + V3f(0.1f)).intersects(chips[j]))
                root[static_cast<size_t>(of(static_cast<int>(i)))] = of(static_cast<int>(j));
    std::map<int, Box3f> heaps;
    for (size_t i = 0; i < chips.size(); ++i) heaps[of(static_cast<int>(i))].extendBy(chips[i]);
    int64_t small = 0;
    for (const auto& [first, b] : heaps) small += std::max({b.size().x, b.size().y, b.size().z}) <= 0.5f;
    ASSERT_GT(small, 500);
    ASSERT_LT(small, 2900);
    int64_t found = 0;
    for (const Finding& f : healthOf(m))
        if (f.kind == Fault::Leftovers) found = f.count;
    EXPECT_EQ(found, small);
}
