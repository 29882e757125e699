// Climbers on walls and stems that are given to them: what they find to climb, what they keep free, what they go with.
#include <cmath>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/project/climb.h"
#include "core/project/move.h"
#include "core/trace/scene_builder.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

std::vector<Facet> facetsOf(const Mesh& m, bool clear = false) {
    std::vector<Facet> out;
    for (const V3i& t : m.triangles) out.push_back({{m.positions[t.x], m.positions[t.y], m.positions[t.z]}, clear});
    return out;
}

void operator+=(std::vector<Facet>& all, const std::vector<Facet>& more) {
    all.insert(all.end(), more.begin(), more.end());
}

// A wall in y = 0 seen from -y, 6 m by 3 m, with a door set back by 12 cm and a flush pane.
std::vector<Facet> wallWithOpenings() {
    std::vector<Facet> all;
    const auto piece = [&](float left, float right, float low, float high, float back = 0, bool clear = false) {
        all += facetsOf(box({left, back, low}, {right, back + 0.3f, high}), clear);
    };
    piece(-3, 0.5f, 0, 1);
    piece(-3, -2, 1, 2);
    piece(-2, -1, 1, 2, 0, true); // the pane
    piece(-1, 0.5f, 1, 2);
    piece(-3, 0.5f, 2, 3);
    piece(0.5f, 1.5f, 0, 2.1f, 0.12f); // the door
    piece(0.5f, 1.5f, 2.1f, 3);
    piece(1.5f, 3, 0, 3);
    return all;
}

bool there(const Support& s, float across, float up) {
    return s.spot(across, up).there;
}

// A tube from the ground, that leans east by `lean` metres a metre, with a bough to the west.
std::vector<Facet> leaningStem(float radius, float height, float lean) {
    std::vector<Facet> all;
    constexpr int kSides = 16, kRings = 12;
    const auto at = [&](int side, int ring) {
        const float a = 2 * kPi * static_cast<float>(side) / kSides, z = height * static_cast<float>(ring) / kRings;
        return V3f(lean * z + radius * std::cos(a), radius * std::sin(a), z);
    };
    for (int r = 0; r < kRings; ++r)
        for (int s = 0; s < kSides; ++s) {
            all.push_back({{at(s, r), at(s + 1, r), at(s + 1, r + 1)}});
            all.push_back({{at(s, r), at(s + 1, r + 1), at(s, r + 1)}});
        }
    all += facetsOf(box({-1.4f, -0.06f, 1.5f}, {0, 0.06f, 1.62f}));
    return all;
}

const Building& shedOf(const Project& p) {
    return *bodyOf<Building>(find(p, "Shed"));
}
Id idOf(const Project& p, const char* name) {
    return find(p, name)->id;
}

// Where the shed's front stands, in its own axes.
float front(const Project& p) {
    return bounds(*shedOf(p).model->parts[0].mesh).min.y;
}

// The site with ivy on the shed's front.
Project withIvy(Id* id = nullptr) {
    const Project p = sample();
    const auto built = build(p, library());
    V3f at, direction;
    transformOf(shedOf(p)).multVecMatrix(V3f(2, front(p), 1.4f), at);
    transformOf(shedOf(p)).multDirMatrix(V3f(0, 1, 0), direction);
    const Climber c = climberAt(p, built->land.field, *library(), idOf(p, "Shed"), -1, at, direction, "Ivy, wall");
    return added(p, "Ivy", c, id);
}

} // namespace

TEST(Support, WallKeepsOpeningsFree) {
    const Support s = wallIn(wallWithOpenings(), V3f(-0.5f, 0, 0), V3f(0, -1, 0), 6, 3.5f);
    // Across from -3.5 to 2.5: metres along the wall from x = -3.5.
    const auto at = [&](float x, float z) { return there(s, x + 3.5f, z); };
    EXPECT_TRUE(at(-0.5f, 0.5f));
    EXPECT_TRUE(at(-2.5f, 1.5f)) << "beside the pane, over the sill";
    EXPECT_TRUE(at(1, 2.6f)) << "over the door";
    EXPECT_TRUE(at(2, 1)) << "beyond the door, reached over it";
    EXPECT_FALSE(at(-1.5f, 1.5f)) << "a pane";
    EXPECT_FALSE(at(1, 1)) << "the door";
    EXPECT_FALSE(at(-3.2f, 1)) << "past the corner";
    EXPECT_FALSE(at(-0.5f, 3.3f)) << "over the top";
    EXPECT_FALSE(at(-0.97f, 1.5f)) << "a hand's breadth beside the pane";
    const Support::Spot spot = s.spot(3, 0.5f);
    EXPECT_NEAR(spot.at.x, -0.5f, 0.02f);
    EXPECT_NEAR(spot.at.y, 0, 1e-3f);
    EXPECT_NEAR(spot.out.y, -1, 1e-3f);
    // From beyond: nothing there to climb at all.
    const Support none = wallIn(wallWithOpenings(), V3f(-0.5f, -2, 0), V3f(0, -1, 0), 6, 3);
    EXPECT_FALSE(there(none, 3, 0.5f));
    EXPECT_FALSE(there(wallIn({}, V3f(0), V3f(1, 0, 0), 2, 2), 1, 1));
}

TEST(Support, StemLeansAndKeepsOffBoughs) {
    const Support s = stemIn(leaningStem(0.25f, 3, 0.1f), V3f(0), 4);
    EXPECT_TRUE(s.round);
    EXPECT_NEAR(s.width, 2 * kPi * 0.25f, 0.12f);
    int on = 0, all = 0;
    for (float up = 0.1f; up < 2.9f; up += 0.2f)
        for (int k = 0; k < 16; ++k) {
            const Support::Spot spot = s.spot(s.width * static_cast<float>(k) / 16, up);
            ++all;
            if (!spot.there) continue;
            ++on;
            EXPECT_NEAR((xy(spot.at) - V2f(0.1f * up, 0)).length(), 0.25f, 0.04f) << up;
            EXPECT_NEAR(spot.out.length(), 1, 1e-4f);
            EXPECT_GT(xy(spot.out).dot(xy(spot.at) - V2f(0.1f * up, 0)), 0);
        }
    EXPECT_GT(on, all * 8 / 10);
    EXPECT_FALSE(there(s, 0.2f, 3.4f)) << "over the end of the stem";
    EXPECT_FALSE(there(stemIn({}, V3f(0), 2), 0.3f, 1));
}

TEST(Climbers, GrowRoundOpenings) {
    const auto& recipe = library()->species()[library()->find("Ivy, wall")].recipe;
    const Form form = growOn(recipe, wallIn(wallWithOpenings(), V3f(-0.5f, 0, 0), V3f(0, -1, 0), 5, 3.2f), 3);
    ASSERT_EQ(form.parts.size(), std::size(kClimberParts));
    ASSERT_GT(form.parts[1].triangles.size(), 20000u);
    size_t over = 0, all = 0;
    float low = 1, left = 0, right = 0;
    for (const V3f& p : form.parts[1].positions) {
        ++all;
        over += (p.x > -1.9f && p.x < -1.1f && p.z > 1.15f && p.z < 1.9f) || (p.x > 0.6f && p.x < 1.4f && p.z < 1.9f);
        EXPECT_LT(p.y, 0.1f);
        EXPECT_GT(p.y, -0.35f);
        left = std::min(left, p.x);
        right = std::max(right, p.x);
    }
    EXPECT_LT(static_cast<double>(over), 0.02 * static_cast<double>(all)) << "leaves in front of pane and door";
    EXPECT_LT(left, -2);
    EXPECT_GT(right, 1.6f) << "over the door and beyond";
    for (const V3f& p : form.parts[0].positions) low = std::min(low, p.z);
    EXPECT_LT(low, 0) << "rooted in the ground";
    // The same seed, the same climber.
    const Form again = growOn(recipe, wallIn(wallWithOpenings(), V3f(-0.5f, 0, 0), V3f(0, -1, 0), 5, 3.2f), 3);
    EXPECT_EQ(form.parts[1].positions, again.parts[1].positions);
}

TEST(Climbers, BeginWhereAWallIsPointedAt) {
    Id id;
    const Project p = withIvy(&id);
    check(p);
    const auto* c = bodyOf<Climber>(find(p, id));
    ASSERT_TRUE(c);
    EXPECT_NEAR(std::remainder(c->facing + kPi / 2, 2 * kPi), 0, 0.01f) << "out of the front, in the shed's axes";
    EXPECT_NEAR(c->foot.x, 2, 0.01f);
    EXPECT_NEAR(c->foot.y, front(p), 0.01f);
    const auto built = build(p, library());
    const Id shed = idOf(p, "Shed");
    const auto at = [&](const V3f& own, const V3f& direction, const std::string& species) {
        V3f world, along;
        transformOf(shedOf(p)).multVecMatrix(own, world);
        transformOf(shedOf(p)).multDirMatrix(direction, along);
        return climberAt(p, built->land.field, *library(), shed, -1, world, along, species);
    };
    EXPECT_THROW(at({0, 0, 3}, {0, 0, -1}, "Ivy, wall"), Error) << "a roof";
    EXPECT_THROW(at({2, front(p), 1}, {0, 1, 0}, "Apple"), Error) << "no climber";
    EXPECT_THROW(climberAt(p, built->land.field, *library(), idOf(p, "Meadow"), -1, V3f(0), V3f(0, 0, -1), "Ivy, wall"),
                 Error);
    const Climber onTree =
        climberAt(p, built->land.field, *library(), idOf(p, "Trees"), 0, V3f(-20, 10, 2), V3f(1, 0, 0), "Ivy, trunk");
    EXPECT_EQ(xy(onTree.foot), V2f(-20, 10));
}

TEST(Climbers, GoWithWhatTheyAreOn) {
    Id id;
    const Project p = withIvy(&id);
    EXPECT_EQ(text(p), text(reread(p)));
    EXPECT_EQ(dependents(p, idOf(p, "Shed")).size(), 2u) << "its pad and its ivy";
    EXPECT_EQ(find(removed(p, idOf(p, "Shed")), id), nullptr);
    EXPECT_EQ(speciesIn(*find(p, id)), std::vector<std::string>{"Ivy, wall"});

    const auto built = build(p, library());
    ASSERT_EQ(built->climbers.size(), 1u);
    EXPECT_GT(triangleCount(*built->climbers[0].model), 20000);
    // Moved with the shed it is not grown anew.
    Movement m;
    m.by = {4, 1, 0};
    m.turn = 0.5f;
    const auto moved = build(thallos::moved(p, {idOf(p, "Shed")}, m, &built->land.natural), library(), built);
    ASSERT_EQ(moved->climbers.size(), 1u);
    EXPECT_EQ(moved->climbers[0].model, built->climbers[0].model);
    EXPECT_NE(moved->climbers[0].toWorld, built->climbers[0].toWorld);
    // Larger, it is.
    Item item = *find(p, id);
    std::get<Climber>(item.body).width = 6;
    const auto wider = build(replaced(p, item), library(), built);
    EXPECT_NE(wider->climbers[0].model, built->climbers[0].model);
    // Hidden with the shed.
    Item hidden = *find(p, "Shed");
    hidden.visible = false;
    EXPECT_TRUE(build(replaced(p, hidden), library(), built)->climbers.empty());
    // Bare in winter, but for its stems; ivy keeps its leaves, creeper does not.
    Site site = *p.site;
    site.season = Season::Bare;
    std::get<Climber>(item.body).species = "Virginia creeper";
    const auto winter = build(withSite(replaced(p, item), site), library());
    EXPECT_LT(winter->climbers[0].model->parts[1].mesh->triangles.size(), 1000u);
    EXPECT_GT(winter->climbers[0].model->parts[0].mesh->triangles.size(), 500u);

    // A copy of both: the copy climbs the copy.
    std::vector<Id> copies;
    std::vector<std::shared_ptr<const Item>> both;
    for (const auto& i : p.items)
        if (i->id == id || i->id == idOf(p, "Shed")) both.push_back(i);
    const Project twice = withCopies(p, both, {20, 0}, &built->land.natural, &copies);
    ASSERT_EQ(copies.size(), 2u);
    EXPECT_EQ(bodyOf<Climber>(find(twice, copies[1]))->on, copies[0]);
    check(twice);
}

TEST(Climbers, FollowTheirTree) {
    Project p = sample();
    const auto before = build(p, library());
    const Id trees = idOf(p, "Trees");
    Id id;
    p = added(p, "Ivy", climberAt(p, before->land.field, *library(), trees, 1, V3f(0), V3f(1, 0, 0), "Ivy, trunk"),
              &id);
    const auto built = build(p, library());
    ASSERT_EQ(built->climbers.size(), 1u);
    EXPECT_GT(triangleCount(*built->climbers[0].model), 2000);
    // It hugs the birch: no leaf further than a forearm from the stem low down.
    for (const V3f& q : built->climbers[0].model->parts[1].mesh->positions)
        if (q.z < 1) EXPECT_LT(xy(q).length(), 0.6f);
    Movement m;
    m.by = {3, 0, 0};
    const Project other = moved(p, {trees}, m, &built->land.natural, 0); // the other tree
    EXPECT_EQ(bodyOf<Climber>(find(other, id))->foot, bodyOf<Climber>(find(p, id))->foot);
    const Project same = moved(p, {trees}, m, &built->land.natural, 1);
    EXPECT_NEAR(bodyOf<Climber>(find(same, id))->foot.x, bodyOf<Climber>(find(p, id))->foot.x + 3, 1e-3f);
    EXPECT_GT(triangleCount(*build(same, library())->climbers[0].model), 2000);
    // Its tree is felled: said, not broken.
    Item item = *find(p, trees);
    std::get<Specimens>(item.body).specimens.pop_back();
    std::vector<Text> warnings;
    const auto felled = build(replaced(p, item), library(), built, BuildMode::Rest, &warnings);
    EXPECT_EQ(triangleCount(*felled->climbers[0].model), 0);
    EXPECT_EQ(warnings.size(), 1u);
}

TEST(Climbers, AreSeenAndChosen) {
    Id id;
    const Project p = withIvy(&id);
    const auto scene = sceneOf(p);
    V3f from, direction;
    const M44f world = transformOf(shedOf(p));
    int met = 0, shed = 0;
    for (int i = 0; i < 200; ++i) {
        world.multVecMatrix(V3f(1.6f + 0.004f * static_cast<float>(i), -8, 0.8f + 0.003f * static_cast<float>(i)),
                            from);
        world.multDirMatrix(V3f(0, 1, 0), direction);
        const Hit hit = trace(*scene, from, direction, from);
        ASSERT_TRUE(hit);
        const Id item = itemAt(*scene, hit);
        met += item == id;
        shed += item == idOf(p, "Shed");
        if (item != id) continue;
        const ShadingPoint s = shadingAt(*scene, hit, -direction, 0.01f);
        EXPECT_GT(s.surface.normal.dot(-direction), 0);
        EXPECT_GE(luminance(s.surface.albedo), 0);
    }
    EXPECT_GT(met, 100);
    EXPECT_GT(shed + met, 190);
    // Left out with the planting.
    SceneBuilder builder;
    Visibility none;
    none.planting = false;
    const auto bare = builder.update(build(p, library()), none);
    world.multVecMatrix(V3f(2, -8, 1.2f), from);
    EXPECT_EQ(itemAt(*bare, trace(*bare, from, direction, from)), idOf(p, "Shed"));
}
