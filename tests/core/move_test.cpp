#include <cmath>

#include <gtest/gtest.h>

#include "core/project/move.h"
#include "core/project/snap.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

const Item& item(const Project& p, const char* name) {
    return *find(p, std::string(name));
}
Id idOf(const Project& p, const char* name) {
    return item(p, name).id;
}
template <class T> const T& body(const Project& p, const char* name) {
    return std::get<T>(item(p, name).body);
}
HeightField groundOf(const Project& p) {
    return naturalOf(p);
}

} // namespace

TEST(Move, KeepsWhatStoodOverTheGroundThatFarOverIt) {
    Project p = sample();
    const HeightField ground = groundOf(p);
    Item shed = item(p, "Shed");
    std::get<Building>(shed.body).position.z += 0.4f;
    p = replaced(p, shed);
    Movement m;
    m.by = {15, -9, 0};
    const Project q = moved(p, {shed.id}, m, &ground);
    const auto &a = body<Building>(p, "Shed"), &b = body<Building>(q, "Shed");
    EXPECT_FLOAT_EQ(b.position.x, a.position.x + 15);
    EXPECT_FLOAT_EQ(b.position.y, a.position.y - 9);
    EXPECT_NEAR(b.position.z - seatHeight(b, ground), a.position.z - seatHeight(a, ground), 1e-4f);
    EXPECT_EQ(body<Figure>(q, "Figure").at, body<Figure>(p, "Figure").at) << "nothing else moves";
}

TEST(Move, StraightUpMovesNothingSideways) {
    const Project p = sample();
    const HeightField ground = groundOf(p);
    Movement m;
    m.by = {0, 0, 1.25f};
    m.toGround = false;
    const Project q = moved(p, {idOf(p, "Shed"), idOf(p, "Pond")}, m, &ground);
    const auto &a = body<Building>(p, "Shed"), &b = body<Building>(q, "Shed");
    EXPECT_EQ(xy(b.position), xy(a.position)) << "to the last bit";
    EXPECT_FLOAT_EQ(b.position.z, a.position.z + 1.25f);
    EXPECT_FLOAT_EQ(body<Water>(q, "Pond").level, body<Water>(p, "Pond").level + 1.25f);
}

TEST(Move, TurnsAndSizesAboutThePivot) {
    const Project p = sample();
    Movement m;
    m.turn = kPi / 2;
    m.size = 2;
    m.pivot = {1, 2};
    const Project q = moved(p, {idOf(p, "Trees"), idOf(p, "Clearing"), idOf(p, "Figure")}, m, nullptr);
    const Specimen &a = body<Specimens>(p, "Trees").specimens[0], &b = body<Specimens>(q, "Trees").specimens[0];
    const V2f d = a.at - m.pivot;
    EXPECT_NEAR((b.at - (m.pivot + V2f(-d.y, d.x) * 2.0f)).length(), 0, 1e-4f);
    EXPECT_FLOAT_EQ(b.scale, a.scale * 2);
    EXPECT_FLOAT_EQ(b.yaw, a.yaw + kPi / 2);
    const Box2f before = extent(item(p, "Clearing")), after = extent(item(q, "Clearing"));
    EXPECT_NEAR(after.size().x, 2 * before.size().y, 1e-4f);
    EXPECT_FLOAT_EQ(body<Figure>(q, "Figure").yaw, body<Figure>(p, "Figure").yaw + kPi / 2);
}

TEST(Move, ASizedBuildingGrowsInEveryDirection) {
    const Project p = sample();
    Movement m;
    m.size = 0.5f;
    m.pivot = xy(body<Building>(p, "Shed").position);
    const Project q = moved(p, {idOf(p, "Shed")}, m, nullptr);
    const auto& b = body<Building>(q, "Shed");
    EXPECT_FLOAT_EQ(b.scale, 0.5f);
    EXPECT_EQ(xy(b.position), m.pivot);
    EXPECT_NEAR(extent(item(q, "Shed")).size().x, 0.5f * extent(item(p, "Shed")).size().x, 1e-4f);
    V3f top;
    transformOf(b).multVecMatrix(V3f(0, 0, 3), top);
    EXPECT_NEAR(top.z, b.position.z + 1.5f, 1e-5f);
    EXPECT_EQ(text(reread(q)), text(q));
}

TEST(Move, LeavesLockedThingsAndMovesOneSpecimenAlone) {
    Project p = sample();
    Item shed = item(p, "Shed");
    shed.locked = true;
    p = replaced(p, shed);
    Movement m;
    m.by = {3, 0, 0};
    EXPECT_TRUE(moved(p, {shed.id}, m, nullptr) == p);
    const Project q = moved(p, {idOf(p, "Trees")}, m, nullptr, 1);
    EXPECT_EQ(body<Specimens>(q, "Trees").specimens[0].at, body<Specimens>(p, "Trees").specimens[0].at);
    EXPECT_FLOAT_EQ(body<Specimens>(q, "Trees").specimens[1].at.x, body<Specimens>(p, "Trees").specimens[1].at.x + 3);
}

TEST(Move, AShotKeepsItsEyeHeightAndTurnsAsABearing) {
    const Project p = sample();
    const HeightField ground = groundOf(p);
    Movement m;
    m.by = {8, 5, 0};
    m.turn = 0.2f;
    const Project q = moved(p, {idOf(p, "First look")}, m, &ground);
    const Camera &a = body<Shot>(p, "First look").camera, &b = body<Shot>(q, "First look").camera;
    EXPECT_NEAR(b.position.z - ground.at(xy(b.position)), a.position.z - ground.at(xy(a.position)), 1e-4f);
    EXPECT_FLOAT_EQ(b.yaw, a.yaw - 0.2f);
}

TEST(Arrange, AlignsToTheLast) {
    const Project p = sample();
    const std::vector<Id> ids{idOf(p, "Figure"), idOf(p, "Clearing"), idOf(p, "Shed")};
    const Box2f shed = extent(item(p, "Shed"));
    EXPECT_NEAR(extent(item(aligned(p, ids, Side::West, nullptr), "Clearing")).min.x, shed.min.x, 1e-4f);
    EXPECT_NEAR(extent(item(aligned(p, ids, Side::East, nullptr), "Clearing")).max.x, shed.max.x, 1e-4f);
    EXPECT_NEAR(extent(item(aligned(p, ids, Side::North, nullptr), "Clearing")).max.y, shed.max.y, 1e-4f);
    EXPECT_NEAR(extent(item(aligned(p, ids, Side::South, nullptr), "Figure")).min.y, shed.min.y, 1e-4f);
    EXPECT_NEAR(extent(item(aligned(p, ids, Side::MiddleEastWest, nullptr), "Clearing")).center().x, shed.center().x,
                1e-4f);
    EXPECT_NEAR(extent(item(aligned(p, ids, Side::MiddleNorthSouth, nullptr), "Figure")).center().y, shed.center().y,
                1e-4f);
    const Project q = aligned(p, ids, Side::West, nullptr);
    EXPECT_EQ(extent(item(q, "Shed")).min, shed.min) << "the last stays";
    EXPECT_TRUE(aligned(p, {idOf(p, "Shed")}, Side::West, nullptr) == p) << "alone there is nothing to align with";
}

TEST(Arrange, SetsBasesToOneHeight) {
    Project p = sample();
    Item other = item(p, "Shed");
    Building b = std::get<Building>(other.body);
    b.position += V3f(20, 0, 2);
    p = added(p, "Barn", b);
    const Project q = aligned(p, {idOf(p, "Shed"), idOf(p, "Barn")}, Side::Height, nullptr);
    EXPECT_FLOAT_EQ(body<Building>(q, "Shed").position.z, b.position.z);
    EXPECT_EQ(xy(body<Building>(q, "Shed").position), xy(body<Building>(p, "Shed").position));
}

TEST(Arrange, SpacesMiddlesEvenly) {
    Project p = newProject({100, 100}, 1, "Row");
    std::vector<Id> ids;
    for (float x : {0.0f, 21.0f, 3.0f, 5.0f}) {
        Id id;
        p = added(p, "Figure", Figure{{x, x * 2}, 0}, &id);
        ids.push_back(id);
    }
    const Project q = distributed(p, ids, true, nullptr);
    EXPECT_FLOAT_EQ(std::get<Figure>(find(q, ids[2])->body).at.x, 7);
    EXPECT_FLOAT_EQ(std::get<Figure>(find(q, ids[3])->body).at.x, 14);
    EXPECT_FLOAT_EQ(std::get<Figure>(find(q, ids[3])->body).at.y, 10) << "not sideways";
    EXPECT_FLOAT_EQ(std::get<Figure>(find(q, ids[1])->body).at.x, 21);
    EXPECT_TRUE(distributed(p, {ids[0], ids[1]}, true, nullptr) == p);
}

TEST(Snap, PrefersEndsToItemsToEdges) {
    SnapTargets t;
    t.ends = {{0, 0}, {10, 0}};
    t.edges = {{{0, 0}, {10, 0}}};
    t.items = {{4, 0.2f}};
    const SnapSettings all;
    EXPECT_EQ(snap({{0.3f, 0.2f}}, t, all, 0.5f).kind, SnapKind::End);
    EXPECT_EQ(snap({{4.3f, 0.1f}}, t, all, 0.5f).kind, SnapKind::Item);
    const Snapped edge = snap({{7, 0.4f}}, t, all, 0.5f);
    EXPECT_EQ(edge.kind, SnapKind::Edge);
    EXPECT_EQ(edge.at, V2f(7, 0));
    EXPECT_NEAR((edge.by - V2f(0, -0.4f)).length(), 0, 1e-6f);
    EXPECT_EQ(snap({{7, 0.6f}}, t, all, 0.5f).kind, SnapKind::None) << "out of reach";
}

TEST(Snap, EachKindIsSwitchedByItself) {
    SnapTargets t;
    t.ends = {{0, 0}};
    t.items = {{0, 0}};
    t.edges = {{{-1, 0}, {1, 0}}};
    SnapSettings s;
    s.ends = false;
    EXPECT_EQ(snap({{0.1f, 0.1f}}, t, s, 1).kind, SnapKind::Item);
    s.items = false;
    EXPECT_EQ(snap({{0.1f, 0.1f}}, t, s, 1).kind, SnapKind::Edge);
    s.edges = false;
    EXPECT_EQ(snap({{0.1f, 0.1f}}, t, s, 1).kind, SnapKind::None);
    s.grid = true;
    s.gridStep = 0.5f;
    EXPECT_EQ(snap({{0.7f, 5.1f}}, t, s, 0.01f).at, V2f(0.5f, 5)) << "from any distance";
}

TEST(Snap, OfSeveralPointsTheNearestDraws) {
    SnapTargets t;
    t.ends = {{0, 0}, {5, 5}};
    const Snapped s = snap({{0.4f, 0}, {5.1f, 5}}, t, {}, 1);
    EXPECT_EQ(s.at, V2f(5, 5));
    EXPECT_NEAR(s.by.x, -0.1f, 1e-6f);
    EXPECT_EQ(snap({}, t, {}, 1).kind, SnapKind::None);
}

TEST(Snap, TargetsAreWhatIsShownAndNotMoving) {
    Project p = sample();
    const size_t all = snapTargets(p, {}).ends.size();
    EXPECT_LT(snapTargets(p, {idOf(p, "Shed")}).ends.size(), all);
    Item meadow = item(p, "Meadow");
    meadow.visible = false;
    EXPECT_LT(snapTargets(replaced(p, meadow), {}).ends.size(), all);
}

TEST(Snap, AnglesStepWhenSwitchedOn) {
    SnapSettings s;
    EXPECT_EQ(snapAngle(0.3f, s), 0.3f);
    s.angle = true;
    EXPECT_FLOAT_EQ(snapAngle(radians(22), s), radians(15));
    EXPECT_FLOAT_EQ(snapAngle(radians(23), s), radians(30));
}
