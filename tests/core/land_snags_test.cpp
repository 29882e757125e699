// Mistakes of what is shaped and laid on the ground, with their figures; sound work has none.
#include <gtest/gtest.h>

#include "core/planting/species.h"
#include "core/snags/land_snags.h"
#include "tests/core/sample_site.h"

using namespace thallos;

namespace {

Project slope(float rise) {
    return test::withRelief(newProject({80, 80}, 0.5f, "Site"), {1, 0, 60, 0.4f, {rise, 0}});
}
std::vector<Snag> found(const Project& p) {
    static const auto library = PlantLibrary::of({});
    std::vector<Snag> out;
    addLandSnags(*build(p, library), {}, out);
    return out;
}
float figure(const Project& p, SnagKind kind) {
    for (const Snag& s : found(p))
        if (s.kind == kind) return s.figure;
    return 0;
}
Path path(const V2f& from, const V2f& to) {
    Path p;
    p.points = {from, to};
    return p;
}

} // namespace

TEST(LandSnags, APathThatKeepsToItsSlopeHasNone) {
    EXPECT_TRUE(found(added(slope(0.05f), "Path", path({-20, 0}, {20, 0}))).empty());
    Path stepped = path({-20, 0}, {20, 0});
    stepped.steps = true;
    EXPECT_EQ(figure(added(slope(0.2f), "Path", stepped), SnagKind::PathTooSteep), 0);
}

TEST(LandSnags, APathBetweenTwoDoorsTooFarApartInHeightIsToldWithItsSlope) {
    Project p = slope(0);
    Building low, high;
    low.model = high.model = test::shed();
    low.surfaces = high.surfaces = low.model->materials;
    low.position = {-20, 0, 0};
    high.position = {20, 0, 6};
    Id a, b;
    p = added(p, "Low", low, &a);
    p = added(p, "High", high, &b);
    Path up = path({-15, 0}, {15, 0});
    up.start = {a, 0};
    up.end = {b, 0};
    p = added(p, "Path", up);
    EXPECT_NEAR(figure(p, SnagKind::PathTooSteep), 20, 1) << "6 m in 30 m";
}

TEST(LandSnags, GroundHeapedOnAPathIsFoundUnlessThePathIsGradedAfterIt) {
    Project p = added(slope(0), "Path", path({-20, 0}, {20, 0}));
    const Id way = find(p, "Path")->id;
    p = added(p, "Heap", Bank{{{5, 0}}, 4, 0.5f});
    EXPECT_NEAR(figure(p, SnagKind::GroundOverPath), 0.5f, 0.05f);
    EXPECT_EQ(figure(reordered(p, way, 10), SnagKind::GroundOverPath), 0);
}

TEST(LandSnags, ABankIsTooSteepForSomeSoilsOnly) {
    Project p = slope(0);
    Bank bank{{{-15, 0}, {15, 0}}, 4, 3, 0.6f};
    bank.steepest = 5;
    p = added(p, "Bank", bank);
    const auto snags = found(p);
    ASSERT_EQ(snags.size(), 1u);
    EXPECT_EQ(snags[0].kind, SnagKind::BankTooSteep);
    EXPECT_EQ(find(p, snags[0].item)->name, "Bank");
    EXPECT_GT(snags[0].figure, 45);
    Cover rock;
    rock.surface.recipe = "Rock face";
    rock.painted = paintedAlong(p.ground->grid, {}, {{-20, 0}, {20, 0}}, 12, 0.1f);
    EXPECT_TRUE(found(added(p, "Rock", rock)).empty());
    bank.steepest = 0.5f;
    EXPECT_TRUE(found(added(slope(0), "Bank", bank)).empty());
    // Nature's own cliffs are nobody's mistake, and a wall holds what stands behind it.
    EXPECT_TRUE(found(slope(1.5f)).empty());
    SiteLine wall = usual(SiteLineSort::RetainingWall);
    wall.points = {{-10, 0}, {10, 0}};
    wall.height = 1.2f;
    EXPECT_TRUE(found(added(slope(0.1f), "Wall", wall)).empty());
}

TEST(LandSnags, GroundOverAWalkwayIsTold) {
    Project p = slope(0);
    Building b;
    b.model = test::shed();
    b.surfaces = b.model->materials;
    Id house;
    p = added(p, "Shed", b, &house);
    Walkway w;
    w.building = house;
    w.door = {0, -3};
    w.facing = -kPi / 2;
    w.points = {{0, -12}};
    p = added(p, "Walkway", w);
    EXPECT_EQ(figure(p, SnagKind::GroundOverDeck), 0);
    // A slab that lies lower than the ground that was graded to it.
    auto site = std::make_shared<BuiltSite>(*build(p, PlantLibrary::of({})));
    for (float& z : site->walkways.front().laid.heights) z -= 0.4f;
    std::vector<Snag> out;
    addLandSnags(*site, {}, out);
    ASSERT_EQ(out.size(), 1u);
    EXPECT_EQ(out[0].kind, SnagKind::GroundOverDeck);
    EXPECT_NEAR(out[0].figure, 0.4f, 0.1f);
}

TEST(LandSnags, AStreamCutsItsOwnBanks) {
    Stream s;
    s.points = {{-20, 0}, {20, 0}};
    s.depth = 0.6f;
    s.bank = 0.3f;
    EXPECT_TRUE(found(added(slope(0.03f), "Stream", s)).empty());
}

TEST(LandSnags, WallsHoldTheGroundOfPoolsAndTerraces) {
    // Askew, so that their breaks cross cells everywhere.
    Project p = withFinest(slope(0.1f), 0.125f);
    Pool pool;
    pool.points = {{-22, -22}, {-12, -20}, {-13, -14}, {-23, -16}};
    p = added(p, "Pool", pool);
    Terrace terrace;
    terrace.points = {{10, 9}, {25, 12}, {22, 24}, {8, 20}};
    terrace.levels = 2;
    p = added(p, "Terrace", terrace);
    EXPECT_EQ(figure(p, SnagKind::BankTooSteep), 0);
}
