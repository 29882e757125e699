// A building's next file: what stands at the building stays where it is on the site.
#include <cmath>
#include <set>

#include <gtest/gtest.h>

#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/walkways.h"
#include "core/project/works.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

Model boxes(const std::vector<std::pair<std::string, Box3f>>& parts, V3f* shift = nullptr) {
    Model m;
    m.materials = {{.name = "brick", .baseColor = Rgb(0.5f), .recipe = "Brick, stretcher bond"}};
    for (const auto& [name, b] : parts) m.parts.push_back(partOf(name, 0, box(b.min, b.max)));
    // As an import leaves it: its base's middle is its origin.
    const Tidied tidied = tidy(m);
    if (shift) *shift = tidied.shift;
    return m;
}

struct Turned {
    float yaw, scale;
    V2f at;
};

class Reimports : public testing::TestWithParam<Turned> {};

} // namespace

INSTANTIATE_TEST_SUITE_P(Each, Reimports,
                         testing::Values(Turned{0, 1, {0, 0}}, Turned{0.65f, 0.9f, {12, -9}},
                                         Turned{kPi / 2, 1, {810, 300}}));

TEST_P(Reimports, WithACellarAndAWingMoveNothingThatStandsAtTheHouse) {
    const Box3f house({-5, -3, 0}, {5, 3, 6});
    V3f before, after;
    const auto old = std::make_shared<const Model>(boxes({{"House", house}}, &before));
    const auto now = std::make_shared<const Model>(boxes(
        {{"House", house}, {"Cellar", {{-5, -3, -2.8f}, {5, 3, 0}}}, {"Wing", {{5, -3, 0}, {10, 3, 3}}}}, &after));
    const V3f shift = after - before;
    ASSERT_GT(shift.z, 2.7f);
    ASSERT_LT(shift.x, -2.4f);
    Building b;
    b.model = old;
    b.surfaces = old->materials;
    b.yaw = GetParam().yaw;
    b.scale = GetParam().scale;
    b.position = {GetParam().at.x, GetParam().at.y, 10};
    Project p = newProject({2000, 1000}, 2, "Site");
    Id id;
    p = added(p, "House", b, &id);
    p = added(p, "Ivy", Climber{"Ivy", id, {0, -3, 0}, -kPi / 2});
    p = added(p, "Pad", BuildingPad{id});
    p = added(p, "Part pad", BuildingPad{.building = id, .parts = {"House"}});
    p = added(p, "Walkway", Walkway{.building = id, .door = {1, 2}, .sill = 0.2f});
    Path path;
    path.points = {{0, -10}, {0, -5}};
    path.end = {id, 0.15f};
    p = added(p, "Path", path);
    Item locked = *find(p, "Pad");
    locked.locked = true;
    p = replaced(p, locked);

    const Project q = withReimported(p, id, reimported(b, now, shift));
    const auto& c = *bodyOf<Building>(find(q, id));
    const auto places = [&](const Project& all, const Building& at) {
        std::vector<float> out;
        const V3f foot = bodyOf<Climber>(find(all, "Ivy"))->foot * transformOf(at);
        const PathShape laid = shapeOf(*bodyOf<Path>(find(all, "Path")), all);
        for (int k = 0; k < 3; ++k) out.push_back(foot[k]);
        out.push_back(padOf(*bodyOf<BuildingPad>(find(all, "Pad")), at).level);
        out.push_back(padOf(*bodyOf<BuildingPad>(find(all, "Part pad")), at).level);
        out.push_back(shapeOf(*bodyOf<Walkway>(find(all, "Walkway")), at.position.z).level);
        out.push_back(laid.end.value_or(-1));
        // And the courses of its bricks.
        const V3f course = (at.laidFrom + V3f(1, 2, 3)) * transformOf(at);
        for (int k = 0; k < 3; ++k) out.push_back(course[k]);
        return out;
    };
    const auto was = places(p, b), is = places(q, c);
    for (size_t i = 0; i < was.size(); ++i) EXPECT_NEAR(is[i], was[i], 2e-3f) << i;
    EXPECT_LT(c.position.z, 10 - 2.7f * b.scale) << "the cellar is under it";
    EXPECT_NO_THROW(check(q));
    EXPECT_EQ(text(reread(q)), text(q)) << "where it is laid from is in the file";
}

TEST(Reimport, EveryKindThatStandsAtABuildingFollows) {
    // Whatever is anchored to a building or joins one says what it does when that has another origin.
    const Body building = Building{};
    [&]<size_t... I>(std::index_sequence<I...>) {
        const auto one = [&]<class T>(const T&) {
            const Kind<T>& kind = kindOf<T>();
            if ((kind.anchor.value && kind.standsOn(building)) || kind.joins)
                EXPECT_TRUE(kind.rebased) << kind.name.value;
        };
        (one(std::variant_alternative_t<I, Body>{}), ...);
    }
    (std::make_index_sequence<std::variant_size_v<Body>>());
}

TEST(Reimport, TexturesAreLaidFromWhereTheyWere) {
    // A wall of bricks looked at before and after a cellar came: the same colour at the same places.
    Picture courses{4, 4, {}};
    for (int i = 0; i < 16; ++i)
        for (int k = 0; k < 4; ++k) courses.rgba.push_back(static_cast<uint8_t>(k == 3 ? 255 : 40 + 13 * i));
    Surface bricks = matt(0.5f);
    bricks.textureSize = 1.1f;
    bricks.maps.color = std::make_shared<const Picture>(courses);
    Building b = buildingOf(box({-5, -3, 0}, {5, 3, 6}), bricks);
    b.position = {0, 0, 20};
    Model now = *b.model;
    changeMesh(now.parts[0], [](Mesh& m) {
        for (V3f& v : m.positions) v.z += 2.8f;
    });
    const Building c = reimported(b, std::make_shared<const Model>(now), {0, 0, 2.8f}).building;
    const auto colours = [](const Building& of) {
        const auto scene = bareSceneOf(added(newProject({60, 60}, 1, "x"), "Wall", of));
        std::vector<float> out;
        for (int i = 0; i < 100; ++i) {
            const V3f from(-2 + 0.031f * static_cast<float>(i), -5, 22 + 0.017f * static_cast<float>(i)), d(0, 1, 0);
            out.push_back(
                luminance(shadingAt(*scene, trace(*scene, from, d, Detail(from)), -d, 0.002f).surface.albedo));
        }
        return out;
    };
    const auto was = colours(b), is = colours(c);
    float least = 1, most = 0;
    for (size_t i = 0; i < was.size(); ++i) {
        EXPECT_NEAR(is[i], was[i], 0.02f) << i;
        least = std::min(least, was[i]);
        most = std::max(most, was[i]);
    }
    EXPECT_GT(most, least + 0.05f) << "bricks and joints";
}
