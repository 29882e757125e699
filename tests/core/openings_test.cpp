// Openings take exactly their volume out of solids, and what is left is closed.
#include <gtest/gtest.h>

#include "core/model/openings.h"
#include "core/model/topology.h"

using namespace thallos;

namespace {

double volumeOf(const Mesh& m) {
    double six = 0;
    for (const V3i& t : m.triangles)
        six += V3d(m.positions[static_cast<size_t>(t.x)])
                   .dot(V3d(m.positions[static_cast<size_t>(t.y)]).cross(V3d(m.positions[static_cast<size_t>(t.z)])));
    return six / 6;
}
bool isClosed(const Mesh& m) {
    for (const Shell& s : topologyOf(m, 1e-4f).shells)
        if (!s.closed()) return false;
    return true;
}
double areaFacing(const Mesh& m, const V3f& way) {
    double area = 0;
    for (const V3i& t : m.triangles)
        if (const V3f n = faceNormal(m, t); n.normalized().dot(way) > 0.99f)
            area += static_cast<double>(n.length()) / 2;
    return area;
}
Mesh turned(Mesh m, float angle, const V3f& by) {
    const float c = std::cos(angle), s = std::sin(angle);
    for (V3f& p : m.positions) p = V3f(c * p.x - s * p.y, s * p.x + c * p.y, p.z) + by;
    return m;
}
Mesh insideOut(Mesh m) {
    for (V3i& t : m.triangles) std::swap(t.y, t.z);
    return m;
}
// An upright column over a plan, counter-clockwise.
Mesh column(const std::vector<V2f>& plan, const std::vector<V3i>& cap, float low, float high) {
    Mesh m;
    const int n = static_cast<int>(plan.size());
    for (const float z : {low, high})
        for (const V2f& p : plan) m.positions.emplace_back(p.x, p.y, z);
    for (const V3i& t : cap) {
        m.triangles.emplace_back(t.x, t.z, t.y);
        m.triangles.push_back(t + V3i(n));
    }
    for (int k = 0; k < n; ++k) {
        const int l = (k + 1) % n;
        m.triangles.emplace_back(k, l, l + n);
        m.triangles.emplace_back(k, l + n, k + n);
    }
    return m;
}

const Mesh kWall = box({0, 0, 0}, {6, 0.2f, 2.7f});

} // namespace

TEST(Openings, OfAWindowADoorAndANiche) {
    const Mesh window = box({3, -0.05f, 0.9f}, {4, 0.25f, 2.1f}), door = box({1, -0.1f, 0}, {2, 0.3f, 2.1f}),
               niche = box({5, -0.1f, 1}, {5.5f, 0.12f, 2});
    const Mesh left = withOpenings(kWall, {window, door, niche});
    EXPECT_TRUE(isClosed(left));
    EXPECT_NEAR(volumeOf(left), 0.2 * (6 * 2.7 - 1.2 - 2.1) - 0.5 * 0.12, 1e-5);
    EXPECT_NEAR(areaFacing(left, {0, 0, 1}), 6 * 0.2 + 0.2 + 0.5 * 0.12, 1e-5) << "wall, sill, niche";
    EXPECT_NEAR(areaFacing(left, {0, 0, -1}), 5 * 0.2 + 2 * 0.2 + 0.5 * 0.12, 1e-5) << "no threshold";
    EXPECT_LT(left.triangles.size(), 80u);
}

TEST(Openings, ThatEndInTheFacesOfTheWall) {
    const Mesh left = withOpenings(kWall, {box({1, 0, 0}, {2, 0.2f, 2.7f})});
    EXPECT_TRUE(isClosed(left));
    EXPECT_EQ(topologyOf(left, 1e-4f).shells.size(), 2u) << "two walls";
    EXPECT_NEAR(volumeOf(left), 5 * 0.2 * 2.7, 1e-5);
    // Off by less than anybody builds.
    EXPECT_NEAR(areaFacing(withOpenings(kWall, {box({1, 0.00005f, 0}, {2, 0.19995f, 2.1f})}), {0, -1, 0}),
                6 * 2.7 - 2.1, 1e-3);
}

TEST(Openings, MayOverlapAndMayBeTheSame) {
    const Mesh one = box({1, -1, 1}, {2, 1, 2}), over = box({1.5f, -1, 0.5f}, {3, 1, 1.5f}),
               beside = box({3, -1, 0.5f}, {4, 1, 1.5f});
    const Mesh left = withOpenings(kWall, {one, over, beside, one});
    EXPECT_TRUE(isClosed(left));
    EXPECT_NEAR(volumeOf(left), 0.2 * (6 * 2.7 - 1 - 1.5 - 1 + 0.25), 1e-5);
}

TEST(Openings, OfAnyForm) {
    const Mesh corner = column({{1, -1}, {3, -1}, {3, 1}, {2, 1}, {2, 0.1f}, {1, 0.1f}},
                               {{0, 1, 5}, {1, 4, 5}, {1, 2, 4}, {2, 3, 4}}, 1, 2);
    const Mesh left = withOpenings(kWall, {corner});
    EXPECT_TRUE(isClosed(left));
    EXPECT_NEAR(volumeOf(left), 0.2 * 6 * 2.7 - 1 * 0.1 - 1 * 0.2, 1e-5);
    const Mesh splayed = column({{1, 0}, {2, 0}, {2.3f, 0.2f}, {0.7f, 0.2f}}, {{0, 1, 2}, {0, 2, 3}}, 1, 2);
    EXPECT_NEAR(volumeOf(withOpenings(kWall, {splayed})), 0.2 * 6 * 2.7 - 1.3 * 0.2, 1e-4);
}

TEST(Openings, InWallsTurnedMovedAndWoundInwards) {
    const Mesh door = box({1, -0.1f, 0}, {2, 0.3f, 2.1f});
    const double asked = 0.2 * (6 * 2.7 - 2.1);
    for (const float angle : {0.3f, 1.1f, 2.9f}) {
        const V3f by(40, -25, 3);
        const Mesh left = withOpenings(turned(kWall, angle, by), {turned(door, angle, by)});
        EXPECT_TRUE(isClosed(left)) << angle;
        EXPECT_NEAR(volumeOf(left), asked, 1e-3) << angle;
    }
    EXPECT_NEAR(volumeOf(withOpenings(insideOut(kWall), {door})), -asked, 1e-5);
    EXPECT_NEAR(volumeOf(withOpenings(kWall, {insideOut(door)})), asked, 1e-5);
}

TEST(Openings, LeaveWhatTheyDoNotTouch) {
    Mesh wall = kWall;
    wall.normals.assign(wall.positions.size(), {0, 0, 1});
    const Mesh beside = withOpenings(wall, {box({1, 1, 0}, {2, 2, 1}), Mesh()});
    EXPECT_EQ(beside.positions, wall.positions);
    EXPECT_EQ(beside.normals, wall.normals);
    EXPECT_EQ(beside.triangles, wall.triangles);
    // The whole wall.
    EXPECT_TRUE(withOpenings(kWall, {box({-1, -1, -1}, {7, 1, 3})}).triangles.empty());
    // A sheet without thickness has a hole and no reveals.
    Mesh sheet;
    addQuad(sheet, {0, 0, 0}, {6, 0, 0}, {6, 0, 3}, {0, 0, 3});
    const Mesh pierced = withOpenings(sheet, {box({1, -1, 1}, {2, 1, 2})});
    EXPECT_NEAR(areaFacing(pierced, {0, -1, 0}), 17, 1e-5);
    EXPECT_NEAR(areaFacing(pierced, {0, 0, 1}), 0, 1e-9);
}
