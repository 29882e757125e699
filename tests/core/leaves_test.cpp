// Leaves by themselves: their shapes at each detail, how many of a crown are drawn, what lies on top.
#include <algorithm>
#include <cmath>
#include <set>

#include <gtest/gtest.h>

#include "core/planting/leaves.h"
#include "core/planting/species.h"
#include "core/planting/strip.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

constexpr LeafDetail kDetails[] = {LeafDetail::Plain, LeafDetail::Shaped, LeafDetail::Fine};

V3f normalOf(const Mesh& m, const V3i& t) {
    return (m.positions[t.y] - m.positions[t.x]).cross(m.positions[t.z] - m.positions[t.x]);
}

// Share of the area that looks up.
double upward(const Mesh& m) {
    double up = 0, all = 0;
    for (const V3i& t : m.triangles) {
        const V3f n = normalOf(m, t);
        all += n.length();
        up += n.z > 0 ? n.length() : 0;
    }
    return all > 0 ? up / all : 0;
}

// Leaves that stand in a cube, faces up.
std::vector<LeafPlace> some(int count) {
    std::vector<LeafPlace> out;
    Random random(5);
    for (int i = 0; i < count; ++i) {
        const float a = random.between(0, 2 * kPi);
        out.push_back({V3f(random.unit(), random.unit(), random.unit()) * 4, V3f(std::cos(a), std::sin(a), 0),
                       V3f(0, 0, 1), random.between(0.7f, 1.3f)});
    }
    return out;
}

double areaOf(const Mesh& m) {
    double sum = 0;
    for (const V3i& t : m.triangles) sum += normalOf(m, t).length() / 2;
    return sum;
}

} // namespace

TEST(Leaves, InLayersTheyKeepTheirAreaTheirRoomAndTheirUpperSides) {
    LeafRecipe r;
    r.shape = "ovate";
    r.length = 0.08f;
    r.width = 0.05f;
    const std::vector<LeafPlace> places = some(4000);
    Mesh flat;
    addSome(flat, places, r, LeafDetail::Shaped, 4000, 1);
    for (const float layers : {1.5f, 3.0f, 7.0f}) {
        Mesh m;
        addSome(m, places, r, LeafDetail::Shaped, 4000, layers);
        EXPECT_LE(m.triangles.size(), 4000u) << layers;
        EXPECT_NEAR(areaOf(m) / areaOf(flat), 1, 0.05) << layers;
        EXPECT_NEAR(upward(m), upward(flat), 0.03) << layers;
        EXPECT_EQ(normalOf(m, m.triangles.front()).normalized().z > 0,
                  normalOf(flat, flat.triangles.front()).normalized().z > 0);
    }
    // Below one they may be a little larger, and no more.
    Mesh fuller;
    addSome(fuller, places, r, LeafDetail::Shaped, 4000, 0.2f);
    EXPECT_GT(areaOf(fuller), 1.02 * areaOf(flat));
    EXPECT_LT(areaOf(fuller), 1.05 * areaOf(flat));
}

TEST(Leaves, AsManyAsFitAreDrawnEvenlyFromAll) {
    LeafRecipe r;
    r.shape = "ovate";
    const size_t each = leafShape(r, LeafDetail::Plain).triangles.size();
    for (const int count : {500, 620, 1100, 1900}) {
        Mesh m;
        const LeavesAdded added = addSome(m, some(count), r, LeafDetail::Plain, 600 * each);
        const size_t drawn = m.triangles.size() / each;
        EXPECT_EQ(drawn, std::min<size_t>(600, static_cast<size_t>(count))) << count;
        EXPECT_EQ(added.triangles, static_cast<int>(each));
        // Each stands for as many as were left out.
        EXPECT_NEAR(added.larger * added.larger,
                    static_cast<float>(count) / static_cast<float>(drawn) * area(leafShape(r, LeafDetail::Shaped)) /
                        area(leafShape(r, LeafDetail::Plain)),
                    0.06f * static_cast<float>(count) / static_cast<float>(drawn))
            << count;
        // From the first to the last place.
        Box3f box;
        for (const V3f& p : m.positions) box.extendBy(p);
        EXPECT_LT(box.min.x, 0.3f);
        EXPECT_GT(box.max.x, 3.7f);
    }
}

TEST(LeafShapes, LieAlongTheirMidribWithTheUpperSideUp) {
    for (const char* shape : kLeafShapes)
        for (const LeafDetail detail : kDetails) {
            LeafRecipe r;
            r.shape = shape;
            r.length = 0.1f;
            r.width = 0.05f;
            const Mesh m = leafShape(r, detail);
            ASSERT_FALSE(m.empty()) << shape;
            const Box3f b = bounds(m);
            EXPECT_GT(b.max.x, 0.06f) << shape;
            EXPECT_LT(b.max.x, 0.15f) << shape;
            EXPECT_GT(b.min.x, -0.02f) << shape;
            EXPECT_LT(std::max(b.max.y, -b.min.y), 0.09f) << shape;
            for (const V3i& t : m.triangles)
                for (int k = 0; k < 3; ++k) ASSERT_LT(static_cast<size_t>(t[k]), m.positions.size()) << shape;
            // Needles are seen from every side.
            if (std::string(shape) != "needle" && std::string(shape) != "brush")
                EXPECT_GT(upward(m), 0.85) << shape << " at detail " << static_cast<int>(detail);
        }
}

TEST(LeafShapes, HaveMoreTrianglesTheFinerTheyAre) {
    for (const char* shape : {"ovate", "lobed", "palmate", "pinnate", "heart"}) {
        LeafRecipe r;
        r.shape = shape;
        const size_t plain = leafShape(r, LeafDetail::Plain).triangles.size(),
                     shaped = leafShape(r, LeafDetail::Shaped).triangles.size(),
                     fine = leafShape(r, LeafDetail::Fine).triangles.size();
        EXPECT_LT(plain, shaped) << shape;
        EXPECT_LT(shaped, fine) << shape;
        EXPECT_EQ(plain, 2u) << shape;
    }
}

TEST(LeafShapes, FrondsArchAndTheirLeafletsOverlap) {
    LeafRecipe r;
    r.shape = "pinnate";
    r.length = 2;
    r.width = 1;
    r.leaflets = 41;
    const auto tip = [&](float curl) {
        r.curl = curl;
        const Mesh m = leafShape(r, LeafDetail::Shaped);
        V3f far(0);
        for (const V3f& p : m.positions)
            if (p.x > far.x) far = p;
        return far;
    };
    EXPECT_GT(tip(5).x, tip(70).x) << "what bends reaches less far";
    EXPECT_GT(tip(5).z, tip(70).z + 0.2f) << "and hangs";
    // From above hardly any sky between them; both sides alike.
    r.curl = 0;
    r.fold = 0;
    const Mesh m = leafShape(r, LeafDetail::Shaped);
    const Box3f b = bounds(m);
    EXPECT_NEAR(b.max.y, -b.min.y, 0.02f);
    EXPECT_GT(area(m), 0.35f * (b.max.x - b.min.x) * (b.max.y - b.min.y));
    // A leaf of few leaflets has room between them instead, and no stalk drawn.
    r.leaflets = 9;
    EXPECT_EQ(leafShape(r, LeafDetail::Shaped).triangles.size(), 9u * 2);
}

TEST(Leaves, KeepTheirAreaHoweverManyAreDrawn) {
    LeafRecipe r;
    r.shape = "ovate";
    const auto places = some(4000);
    Mesh all;
    addSome(all, places, r, LeafDetail::Shaped, 1000000);
    for (const size_t most : {20000, 6000, 800, 60})
        for (const float layers : {1.0f, 1.6f, 4.0f}) {
            Mesh m;
            const LeavesAdded added = addSome(m, places, r, LeafDetail::Shaped, most, layers);
            EXPECT_LE(m.triangles.size(), most * 3 / 2);
            EXPECT_NEAR(area(m) / area(all), 1, 0.03f) << most << ", " << layers;
            EXPECT_EQ(m.triangles.size() % static_cast<size_t>(added.triangles), 0u);
            EXPECT_GT(upward(m), 0.85) << "layers are turned, not turned over";
        }
    Mesh none;
    addSome(none, places, r, LeafDetail::Shaped, 0);
    EXPECT_TRUE(none.empty());
}

TEST(Leaves, OfLargeCrownsTheLowestHaveTheirOutline) {
    const Form& hero = library()->hero(IndividualId::of(library()->find("Oak")));
    const Mesh& m = hero.parts[1];
    ASSERT_GT(hero.closeTriangles, 1000u);
    ASSERT_LT(hero.closeTriangles, m.triangles.size());
    EXPECT_GT(hero.closeLeafTriangles, hero.leafTriangles);
    const auto highest = [&](size_t from, size_t to) {
        double sum = 0;
        for (size_t i = from; i < to; ++i) sum += m.positions[m.triangles[i].x].z;
        return sum / static_cast<double>(to - from);
    };
    EXPECT_LT(highest(0, hero.closeTriangles), highest(hero.closeTriangles, m.triangles.size()) - 1);
    // Every leaf has one number of its own, with as many triangles as it has.
    const auto each = static_cast<size_t>(hero.closeLeafTriangles);
    EXPECT_EQ(hero.leafOf(0), hero.leafOf(each - 1));
    EXPECT_NE(hero.leafOf(each - 1), hero.leafOf(each));
    EXPECT_NE(hero.leafOf(hero.closeTriangles - 1), hero.leafOf(hero.closeTriangles));
    EXPECT_EQ(hero.leafOf(hero.closeTriangles), hero.leafOf(hero.closeTriangles + 1));
    // A small crown has its outlines everywhere.
    EXPECT_EQ(library()->hero(IndividualId::of(library()->find("Foxglove"))).closeTriangles, 0u);
}

TEST(Strips, AreHollowOnTheirUpperSide) {
    Mesh flat, folded;
    StripShape s;
    s.bend = 1.2f;
    s.start = 0.4f;
    s.width = 0.02f;
    strip(flat, s);
    EXPECT_GT(upward(flat), 0.95);
    s.fold = 30;
    strip(folded, s);
    EXPECT_GT(upward(folded), 0.95);
    // Its edges stand over its midrib: three corners a ring, the middle one lowest off the surface.
    const V3f edge = (folded.positions[3] + folded.positions[5]) / 2, rib = folded.positions[4];
    const V3f along = (folded.positions[7] - folded.positions[4]).normalized(), side(0, 1, 0);
    const V3f up = V3f(along.cross(side).z > 0 ? along.cross(side) : side.cross(along));
    EXPECT_GT((edge - rib).dot(up), 0);
}

TEST(Twigs, HangAndKeepOffTheGround) {
    const Species& willow = library()->species()[library()->find("Weeping willow")];
    const auto& r = std::get<WoodyRecipe>(willow.recipe.growth);
    Random random(3);
    const Wood wood = woodOf(r, willow.recipe.height, random);
    int twigs = 0, hanging = 0;
    for (const WoodNode& n : wood.nodes) {
        if (n.order != 3 || n.parent < 0 || wood.nodes[n.parent].order != 3) continue;
        ++twigs;
        hanging += n.at.z < wood.nodes[n.parent].at.z;
        EXPECT_GT(n.at.z, -0.2f);
    }
    ASSERT_GT(twigs, 1000);
    EXPECT_GT(hanging, twigs * 8 / 10);
}

TEST(People, AreCutAlongTheirHems) {
    // No corner of the skin lies among the hair's by more than the cut is wide: both reach the hairline.
    const Form form = library()->individual(IndividualId::of(library()->find("Standing man"))).form(Level::Near);
    const Mesh &skin = form.parts[0], &hair = form.parts[1];
    ASSERT_FALSE(skin.empty());
    ASSERT_FALSE(hair.empty());
    EXPECT_EQ(skin.normals.size(), skin.positions.size());
    const Box3f head = bounds(hair);
    size_t shared = 0;
    for (const V3f& p : hair.positions)
        for (const V3f& q : skin.positions)
            if (q.z > head.min.z - 0.02f && (p - q).length2() < 1e-8f) {
                ++shared;
                break;
            }
    EXPECT_GT(shared, 20u) << "a common seam";
}
