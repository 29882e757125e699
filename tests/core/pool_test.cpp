// Pools: their ground breaks upright at the outline, their water stands between shut walls, and what grows and lies
// outside keeps dry.
#include <gtest/gtest.h>

#include "core/ground/pool.h"
#include "core/project/history.h"
#include "core/project/keep_out.h"
#include "core/project/kinds/lines.h"
#include "core/project/move.h"
#include "core/project/works.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

Pool oblong() {
    Pool p;
    p.points = {{-5, -3}, {5, -3}, {5, 3}, {-5, 3}};
    return p;
}
// A plane through the origin that rises so much to the east.
Project plane(float tilt) {
    return withRelief(withFinest(newProject({60, 50}, 0.5f, "Site"), 0.125f), {1, 0, 60, 0.4f, {tilt, 0}});
}
std::shared_ptr<const BuiltSite> built(const Project& p, const std::shared_ptr<const BuiltSite>& before = nullptr,
                                       BuildMode mode = BuildMode::Rest) {
    static const auto nothing = PlantLibrary::of({});
    return build(p, nothing, before, mode);
}

// Of a body whose faces look outwards; every edge has to have a face on either side.
double volumeOf(const Mesh& mesh) {
    double volume = 0;
    V3d sum(0);
    for (const V3i& t : mesh.triangles) {
        const V3d a(mesh.positions[static_cast<size_t>(t.x)]), b(mesh.positions[static_cast<size_t>(t.y)]),
            c(mesh.positions[static_cast<size_t>(t.z)]);
        volume += a.dot(b.cross(c)) / 6;
        sum += (b - a).cross(c - a);
    }
    EXPECT_LT(sum.length(), 1e-3) << "faces of a closed body cancel out";
    return volume;
}

} // namespace

TEST(Pools, HoldTheirWaterBetweenUprightWalls) {
    const Project p = added(plane(0), "Pool", oblong());
    const auto site = built(p);
    ASSERT_EQ(site->waters.size(), 1u);
    const WaterBody& w = site->waters[0];
    const float rim = 0.05f, water = rim - 0.1f, floor = water - 1.4f;
    EXPECT_NEAR(w.level, water, 1e-4f);
    const HeightField& field = site->land.field;
    // Level up to its very edge and right on either side.
    for (const V2f& p : {V2f(0, 0), V2f(4.95f, 0.1f), V2f(-4.999f, -2.999f), V2f(3, 2.99f)})
        EXPECT_NEAR(field.at(p), floor, 1e-3f) << p.x << " " << p.y;
    for (const V2f& p : {V2f(5.001f, 0.1f), V2f(-5.05f, -3.05f), V2f(3, 3.01f), V2f(12, 9)})
        EXPECT_NEAR(field.at(p), 0, 1e-3f) << p.x << " " << p.y;
    const Earthwork e = earthworkOf(site->land.bare, field, p.ground->grid.box());
    EXPECT_NEAR(e.cut, 60.0 * -floor, 0.1);
    EXPECT_NEAR(e.fill, 0, 1e-3);
    // Its sheet covers what is between the walls, and half of these.
    double sheet = 0;
    for (const V3i& t : w.surface->triangles) sheet += static_cast<double>(faceNormal(*w.surface, t).z) / 2;
    EXPECT_NEAR(sheet, (10 - 0.3) * (6 - 0.3), 1e-3);
    EXPECT_TRUE(w.region->holds({4.6f, 2.6f}));
    for (const V2f& p : {V2f(4.75f, 0), V2f(5.2f, 0), V2f(0, -3.1f)})
        EXPECT_FALSE(w.region->holds(p) || w.region->reaches(p)) << "walls have no bank";
}

TEST(Pools, WallsAndCopingsAreClosed) {
    for (const bool round : {false, true}) {
        Pool pool = oblong();
        pool.round = round;
        if (round) std::reverse(pool.points.begin(), pool.points.end()); // drawn the other way about
        const PoolShape shape = shapeOf(pool);
        const LaidPool laid = layPool(shape, [](const V2f&) { return 0.0f; });
        ASSERT_FALSE(laid.empty());
        const double high = static_cast<double>(laid.rim - shape.coping - laid.floor.level) + 0.3;
        const double outer = static_cast<double>(area(shape.outline)), inner = static_cast<double>(area(laid.inner));
        EXPECT_NEAR(volumeOf(poolWalls(shape, laid)), (outer - inner) * high, 0.1 * (outer - inner) * high);
        const Mesh coping = poolCoping(shape, laid);
        EXPECT_GT(volumeOf(coping), (outer - inner) * 0.05);
        EXPECT_NEAR(bounds(coping).max.z, laid.rim, 1e-5f);
    }
}

TEST(Pools, OnASlopeTheGroundBesideThemIsMadeLevel) {
    const auto site = built(added(plane(0.1f), "Pool", oblong()));
    const HeightField& field = site->land.field;
    for (const V2f& p : {V2f(5.3f, 0), V2f(-5.3f, 0), V2f(0, 3.3f)}) EXPECT_NEAR(field.at(p), 0, 0.02f);
    EXPECT_NEAR(field.at({15, 0}), 1.5f, 1e-3f) << "farther off the land is as it was";
}

TEST(Pools, StandAboveTheGroundWhereTheirRimDoes) {
    Pool pool = oblong();
    pool.raised = 0.9f;
    pool.depth = 0.4f;
    const Project p = added(plane(0), "Pool", pool);
    const auto site = built(p);
    EXPECT_NEAR(site->waters[0].level, 0.8f, 1e-4f);
    EXPECT_NEAR(site->land.field.at({0, 0}), 0.4f, 1e-3f);
    EXPECT_NEAR(site->land.field.at({5.01f, 0}), 0, 1e-3f);
    ASSERT_EQ(site->works.size(), 1u);
    const Box3f box = bounds(*site->works[0].model);
    EXPECT_NEAR(box.max.z, 0.9f, 1e-4f);
    EXPECT_LT(box.min.z, -0.25f) << "its walls reach into the ground";
}

TEST(Pools, WithoutRoomNothingIsLaid) {
    Pool thick = oblong();
    thick.thickness = 3.5f;
    Pool crossed = oblong();
    std::swap(crossed.points[1], crossed.points[2]);
    Pool line = oblong();
    line.points = {{0, 0}, {5, 0}, {0, 0}};
    for (const Pool& pool : {thick, crossed, line}) {
        const Project p = added(plane(0), "Pool", pool);
        const auto site = built(p);
        EXPECT_TRUE(site->waters.empty());
        EXPECT_TRUE(site->works.empty());
        EXPECT_EQ(site->land.field.range(), V2f(0));
        EXPECT_NO_THROW(check(p));
    }
}

TEST(Pools, PlantsKeepToTheirSideOfTheWalls) {
    const Project p = added(plane(0), "Pool", oblong());
    const auto site = built(p);
    const KeptOut kept(p, site->land.field, site->waters, site->covers);
    EXPECT_FALSE(kept.open({0, 0}, 0.1f)) << "under water";
    EXPECT_FALSE(kept.open({4.85f, 0}, 0.1f)) << "on the wall";
    EXPECT_TRUE(kept.open({5.6f, 0}, 0.1f)) << "beside it";
    // What lies at waters by a rule is about those that have banks.
    Cover reeds;
    reeds.rule.emplace();
    reeds.rule->water = V2f(0, 2);
    const auto covered = built(added(p, "Mud", reeds));
    EXPECT_EQ(covered->covers.map.at({5.6f, 0}).covers[0].of, 0);
}

TEST(Pools, GoWithTheGroundAndAreSharedWhileTheyLieTheSame) {
    Project p = added(plane(0), "Pool", oblong());
    const auto before = built(p);
    // An edit far away leaves the very same sheet.
    const Project far = dabbed(p, naturalOf(p), {BrushKind::Raise, 3, 1, 0.5f}, {-22, 18});
    const auto same = built(far, before);
    EXPECT_NE(same->land.field.at({-22, 18}), before->land.field.at({-22, 18}));
    EXPECT_EQ(same->waters[0].surface, before->waters[0].surface);
    // Moved, its ground, its walls and its water are elsewhere, also while a hand drags it.
    Item item = *find(p, "Pool");
    for (V2f& q : std::get<Pool>(item.body).points) q += V2f(0, 12);
    const Project moved = replaced(p, item);
    for (const BuildMode mode : {BuildMode::Moving, BuildMode::Rest}) {
        const auto after = built(moved, before, mode);
        EXPECT_NEAR(after->land.field.at({0, 0}), 0, 1e-3f);
        EXPECT_TRUE(after->waters[0].region->holds({0, 12}));
        EXPECT_FALSE(after->waters[0].region->holds({0, 0}));
        EXPECT_NEAR(bounds(*after->works[0].model).center().y, 12, 0.01f);
    }
}
