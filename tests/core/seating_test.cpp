// How a building is settled: pads with falls and batters, walkways to doors, plinths, and what its parts say of scale.
#include <cmath>

#include <gtest/gtest.h>

#include "core/ground/contact.h"
#include "core/model/fittings.h"
#include "core/model/scale.h"
#include "core/project/move.h"
#include "core/project/walkways.h"
#include "tests/core/sample_site.h"
#include "tests/core/test_land.h"

using namespace thallos;

namespace {

// Land that rises by `slope` to the east, 0 in the middle.
Land inclined(float slope, float cell = 0.5f) {
    Relief relief;
    relief.height = 0;
    relief.tilt = {slope, 0};
    return test::landOf(GroundGrid::make({120, 120}, cell), relief);
}

Polygon rectangle(float w, float h, float turn = 0) {
    Polygon out;
    for (const V2f& p : {V2f(-w, -h), V2f(w, -h), V2f(w, h), V2f(-w, h)})
        out.push_back(V2f(std::cos(turn) * p.x - std::sin(turn) * p.y, std::sin(turn) * p.x + std::cos(turn) * p.y) *
                      0.5f);
    return out;
}

float volume(const Mesh& m) {
    float v = 0;
    for (const V3i& t : m.triangles)
        v += m.positions[static_cast<size_t>(t.x)].dot(
                 m.positions[static_cast<size_t>(t.y)].cross(m.positions[static_cast<size_t>(t.z)])) /
             6;
    return v;
}

Project withHouse(Id* house, const Model& model) {
    Project p = newProject({120, 120}, 0.5f, "site");
    Relief flat;
    flat.height = 0;
    flat.tilt = {0.1f, 0};
    p = test::withRelief(p, flat);
    Building b;
    b.model = std::make_shared<const Model>(model);
    b.surfaces = model.materials;
    return added(p, "House", std::move(b), house);
}

// 10 m by 6 m, 4 m high, with a door leaf in its south wall and a lower wing to the east.
Model house() {
    Model m;
    m.materials = {{.name = "wall"}, {.name = "glass", .roughness = 0, .transmission = 1}};
    m.parts = {partOf("Walls", 0, box({-5, -3, 0}, {5, 3, 4})),
               partOf("Door", 0, box({-0.5f, -3.05f, 0.3f}, {0.5f, -2.98f, 2.4f})),
               partOf("Wing", 0, box({5, -2, -1}, {9, 2, 2})),
               partOf("Pane", 1, box({2, -3.02f, 1}, {3.2f, -3, 2.4f}))};
    settle(m);
    return m;
}

} // namespace

TEST(Pads, AreFlatFallAcrossTheirApronAndMeetTheLandByTheirBatters) {
    const Land land = inclined(0.2f);
    Pad pad;
    pad.outlines = {rectangle(12, 8)};
    pad.level = 0;
    pad.apron = 2;
    pad.batter = 3;
    pad.cutBatter = 1.5f;
    pad.fall = 0.02f;
    const HeightField f = test::padded(land, {pad}).field;
    for (const V2f& p : {V2f(0, 0), V2f(-5.5f, 3.5f), V2f(5, -3)}) EXPECT_NEAR(f.at(p), 0, 1e-5f);
    // A metre out on the apron it has fallen by two centimetres, and by four at its edge.
    EXPECT_NEAR(f.at({0, 5}), -0.02f, 1e-3f);
    EXPECT_NEAR(f.at({0, 6}), -0.04f, 2e-3f);
    // To the east the land stands higher: 1 in 1.5 up; to the west lower: 1 in 3 down.
    const float east = (f.at({10.5f, 0}) - f.at({9.5f, 0})), west = (f.at({-9.5f, 0}) - f.at({-10.5f, 0}));
    EXPECT_NEAR(east, 1 / 1.5f, 0.12f);
    EXPECT_NEAR(west, 1 / 3.0f, 0.07f);
    // Beyond its reach the land is untouched.
    EXPECT_EQ(f.at({50, 50}), land.field.at({50, 50}));
}

TEST(Pads, CutAndFillOnASlopeAreThoseOfThePrism) {
    const float slope = 0.1f;
    const Land land = inclined(slope, 0.25f);
    Pad pad;
    pad.outlines = {rectangle(20, 10)};
    pad.level = 0;
    pad.apron = 0;
    pad.batter = pad.cutBatter = 0.2f;
    const HeightField f = test::padded(land, {pad}).field;
    const Earthwork e = earthworkOf(land.field, f, reachOf(pad).over(land.field.range()));
    // Each half: a wedge under 10 m by 10 m, its end 1 m high, and the batters beside it, which are small.
    const double wedge = 0.5 * 10 * 1 * 10;
    EXPECT_NEAR(e.cut, wedge, 0.16 * wedge);
    EXPECT_NEAR(e.fill, e.cut, 0.01 * wedge) << "the slope is the same both ways";
}

TEST(Pads, OfPartsLieAtTheirOwnBase) {
    Id id;
    Project p = withHouse(&id, house());
    BuildingPad low{id};
    low.parts = {"Wing"};
    low.sink = 0;
    p = added(p, "Low pad", low);
    const auto site = build(p, test::library());
    EXPECT_NEAR(site->land.field.at({7, 0}), -1, 1e-4f);
    EXPECT_NEAR(site->land.field.at({-3, 0}), site->land.natural.at({-3, 0}), 0.5f) << "the rest of the house has none";
    // The house is moved: the pad goes along.
    const Project moved = thallos::moved(p, {id}, {.by = {0, 20, 0}, .toGround = false}, nullptr);
    const auto there = build(moved, test::library(), site);
    EXPECT_NEAR(there->land.field.at({7, 20}), -1, 1e-4f);
    EXPECT_NEAR(there->land.field.at({7, 0}), there->land.natural.at({7, 0}), 1e-4f);
}

TEST(Walkways, BeginLevelAtTheDoorAndEndOnTheLand) {
    WalkwayShape s;
    s.door = {0, -3};
    s.facing = -kPi / 2; // south
    s.level = 0.5f;
    s.points = {{0, -10}, {8, -14}};
    const LaidWalkway laid = layWalkway(s, [](const V2f& p) { return 0.02f * p.x; });
    ASSERT_EQ(laid.heights.size(), 3u);
    EXPECT_FLOAT_EQ(laid.heights[0], 0.5f);
    EXPECT_NEAR(laid.heights[2], 0.16f + 0.02f, 1e-5f) << "just over the land";
    EXPECT_NEAR(laid.length, 5.5f + std::hypot(8.0f, 4.0f), 1e-4f);
    EXPECT_NEAR(laid.slope, (laid.heights[2] - 0.5f) / laid.length, 1e-6f);
    EXPECT_NEAR(laid.heights[1], 0.5f + laid.slope * 5.5f, 1e-5f);
    // Its body looks up, is as wide as it is told, and has sides.
    const Mesh body = bodyOf(s, laid);
    Box3f box;
    float up = 0;
    for (const V3i& t : body.triangles) {
        const V3f n = (body.positions[static_cast<size_t>(t.y)] - body.positions[static_cast<size_t>(t.x)])
                          .cross(body.positions[static_cast<size_t>(t.z)] - body.positions[static_cast<size_t>(t.x)]);
        up += std::max(n.z, 0.0f) / 2;
        EXPECT_GE(n.z, -1e-4f) << "nothing of it looks down";
    }
    for (const V3f& p : body.positions) box.extendBy(p);
    EXPECT_NEAR(up, s.landing * s.landingWidth + s.width * laid.length, 0.25f);
    EXPECT_NEAR(box.min.y, -14, 0.8f);
    // The ground under it follows, a little lower; beside it the batter meets the land.
    const Land land = inclined(0.02f, 0.25f);
    const HeightField f = test::padded(land, padsOf(s, laid)).field;
    for (const float t : {0.1f, 0.5f, 0.9f}) {
        const V2f p = laid.line[0] + (laid.line[1] - laid.line[0]) * t;
        EXPECT_NEAR(f.at(p), laid.heights[0] + (laid.heights[1] - laid.heights[0]) * t - 0.025f, 0.02f);
    }
    EXPECT_EQ(f.at({-40, 40}), land.field.at({-40, 40}));
}

TEST(Walkways, FollowTheirHouseAndKeepWhereTheyLead) {
    Id id;
    Project p = withHouse(&id, house());
    const Item* item = find(p, id);
    Walkway w = doorAt(std::get<Building>(item->body), id, 1, {0.2f, -3});
    EXPECT_NEAR(w.door.x, 0, 1e-4f) << "the middle of the leaf";
    EXPECT_NEAR(w.door.y, -3.05f, 0.06f);
    EXPECT_NEAR(w.sill, 0.3f, 1e-5f);
    EXPECT_NEAR(w.facing, -kPi / 2, 1e-3f);
    w.points = {{0, -20}};
    Id way;
    p = added(p, "Walkway", w, &way);
    const Project turned = moved(p, {id}, {.by = {10, 0, 0}, .turn = kPi / 2, .toGround = false}, nullptr);
    const auto& now = std::get<Walkway>(find(turned, way)->body);
    EXPECT_NEAR(now.door.x, 10 + 3.05f, 0.06f);
    EXPECT_NEAR(now.door.y, 0, 1e-3f);
    EXPECT_NEAR(std::remainder(now.facing, 2 * kPi), 0, 1e-3f);
    EXPECT_EQ(now.points, w.points);
    // Plants keep out of it, it is in the picture, and it goes with its house.
    const auto site = build(turned, test::library());
    ASSERT_EQ(site->walkways.size(), 1u);
    EXPECT_NEAR(site->walkways[0].shape.level, 0.3f, 1e-4f);
    EXPECT_FALSE(site->walkways[0].model->parts.empty());
    const auto same = build(turned, test::library(), site);
    EXPECT_EQ(same->walkways[0].model, site->walkways[0].model);
    EXPECT_EQ(find(removed(turned, {id}), way), nullptr);
    // A copy of both leads from its own door to a place as far off.
    std::vector<Id> copies;
    const Project twice = withCopies(p, {*p.items.find(id), *p.items.find(way)}, {30, 0}, nullptr, &copies);
    ASSERT_EQ(copies.size(), 2u);
    const auto& copy = std::get<Walkway>(find(twice, copies[1])->body);
    EXPECT_EQ(copy.building, copies[0]);
    EXPECT_NEAR(copy.door.x, w.door.x + 30, 1e-3f);
    EXPECT_NEAR(copy.points[0].x, w.points[0].x + 30, 1e-3f);
}

TEST(Walkways, FromABuildingWithoutADoorBeginAtItsEdge) {
    Id id;
    const Project p = withHouse(&id, house());
    const Walkway w = doorAt(std::get<Building>(find(p, id)->body), id, -1, {-8, 1});
    EXPECT_NEAR(w.door.x, -5, 0.03f);
    EXPECT_NEAR(w.door.y, 1, 1e-3f);
    EXPECT_NEAR(std::abs(w.facing), kPi, 1e-3f);
    EXPECT_EQ(w.sill, 0);
}

TEST(Fittings, APlinthStandsUnderTheWallsAndLooksOutwards) {
    const Mesh m = plinthOf({rectangle(10, 6)}, 0.8f, 0.02f);
    Box3f box;
    for (const V3f& p : m.positions) box.extendBy(p);
    EXPECT_NEAR(box.size().x, 10 - 0.04f, 1e-4f);
    EXPECT_NEAR(box.min.z, -0.8f, 1e-5f);
    for (const V3i& t : m.triangles) {
        const V3f& a = m.positions[static_cast<size_t>(t.x)];
        const V3f n = (m.positions[static_cast<size_t>(t.y)] - a).cross(m.positions[static_cast<size_t>(t.z)] - a);
        EXPECT_GT(n.x * a.x + n.y * a.y, 0);
    }
    // Whichever way the outline runs.
    Polygon back = rectangle(10, 6);
    std::reverse(back.begin(), back.end());
    EXPECT_NEAR(volume(plinthOf({back}, 0.8f, 0.02f)), volume(m), 1e-3f);
}

TEST(Fittings, StandBehindTheirPanes) {
    const Model m = house();
    const auto sheets = panesOf(*m.parts[3].mesh, m.outlines);
    ASSERT_EQ(sheets.size(), 1u);
    EXPECT_NEAR(sheets[0].along.length(), 1.2f, 1e-3f);
    EXPECT_NEAR(sheets[0].height, 1.4f, 1e-5f);
    EXPECT_NEAR(sheets[0].inwards.y, 1, 1e-3f);
    for (const Fitting f : {Fitting::Curtains, Fitting::Blind, Fitting::Slats, Fitting::RoomLight}) {
        const Mesh mesh = fittingOf(sheets[0], f, 0.5f);
        ASSERT_FALSE(mesh.empty());
        for (const V3f& p : mesh.positions) EXPECT_GT(p.y, -3) << "inside";
    }
    Box3f blind;
    for (const V3f& p : fittingOf(sheets[0], Fitting::Blind, 0.5f).positions) blind.extendBy(p);
    EXPECT_NEAR(blind.size().z, 0.7f, 1e-4f);
    const Mesh lamp = fittingOf(sheets[0], Fitting::RoomLight, 1);
    float area = 0; // of what shines down
    for (const V3i& t : lamp.triangles) area += std::max(-faceNormal(lamp, t).z, 0.0f) / 2;
    const float lumens = kPi * luminance(surfaceOf(Fitting::RoomLight).emission) * area;
    EXPECT_NEAR(lumens, 400 * 1.2f * 1.4f, 40);
}

TEST(Fittings, AreStepsThatAddParts) {
    const auto source = std::make_shared<const Model>(house());
    const Stepped s = applied(source, {PlinthStep{{}, 0.5f, 0.02f}, FittingStep{{"Pane"}, Fitting::Curtains, 0.4f}});
    EXPECT_EQ(s.model->parts.size(), source->parts.size() + 2);
    EXPECT_EQ(s.model->parts[4].name, "Plinth");
    EXPECT_EQ(s.model->materials[static_cast<size_t>(s.model->parts[5].material)].name, "Curtain");
    EXPECT_TRUE(s.missing.empty());
    EXPECT_EQ(applied(source, {FittingStep{{"Gone"}, Fitting::Blind, 1}}).missing, std::vector<std::string>{"Gone"});
}

TEST(Scale, IsReadFromDoorsStoreysAndSteps) {
    Model m = house();
    for (int k = 0; k < 6; ++k)
        m.parts.push_back(partOf("Tread", 0,
                                 box({-4, -2 + 0.28f * static_cast<float>(k), 0.17f * static_cast<float>(k)},
                                     {-3, -1.72f + 0.28f * static_cast<float>(k), 0.17f * static_cast<float>(k + 1)})));
    m.parts.push_back(partOf("Floor 0", 0, box({-5, -3, -0.2f}, {5, 3, 0})));
    m.parts.push_back(partOf("Floor 1", 0, box({-5, -3, 2.6f}, {5, 3, 2.8f})));
    m.parts.push_back(partOf("Door handle", 0, box({0.4f, -3.1f, 1.2f}, {0.5f, -3, 1.3f})));
    const ScaleReading r = readScale(m, 1);
    EXPECT_NEAR(r.door, 2.1f, 0.01f);
    EXPECT_NEAR(r.step, 0.17f, 0.001f);
    EXPECT_GT(r.storey, 1);
    const ScaleReading tripled = readScale(m, 3);
    EXPECT_NEAR(tripled.door, 6.3f, 0.03f);
}

TEST(Seating, ComesBackFromTheFileAsItWas) {
    Id id;
    Project p = withHouse(&id, house());
    Walkway w = doorAt(std::get<Building>(find(p, id)->body), id, 1, {0, -3});
    w.points = {{0, -12}, {4, -15}};
    w.surface.recipe = "Granite setts";
    p = added(p, "Walkway", w);
    BuildingPad pad{id};
    pad.cutBatter = 2;
    pad.fall = 0.015f;
    pad.parts = {"Wing"};
    p = added(p, "Low pad", pad);
    p = added(p, "Gauge", Figure{{3, 3}, 1, Yardstick::Door});
    Item item = *find(p, id);
    auto& b = std::get<Building>(item.body);
    b = withStep(b, PlinthStep{{}, 0.7f, 0.03f});
    b = withStep(b, FittingStep{{"Pane"}, Fitting::Slats, 0.25f});
    b.age = 0.4f;
    b.rounding = 0.004f;
    b.surfaces[0].shift = {0.1f, 0.2f};
    b.surfaces[0].weathering.moss = 0.2f;
    b.surfaces[1].wave = 2;
    b.read.without = {"Furniture"};
    b.read.folders = {"/textures"};
    b.read.missing = {"oak.png"};
    item.note = "back may stay rough";
    item.presentation = true;
    p = replaced(p, item);
    const Project back = test::reread(p);
    EXPECT_EQ(test::text(back), test::text(p));
    const auto& now = std::get<Building>(find(back, id)->body);
    EXPECT_EQ(now.steps, b.steps);
    EXPECT_EQ(now.read, b.read);
    EXPECT_EQ(now.surfaces, b.surfaces);
    EXPECT_EQ(find(back, id)->note, item.note);
    EXPECT_TRUE(find(back, id)->presentation);
}
