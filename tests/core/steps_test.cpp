// Steps of models: what each does, and that a changed file goes through them again.
#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/model/alike.h"
#include "core/model/bend.h"
#include "core/model/steps.h"
#include "core/model/topology.h"
#include "core/project/kinds/building.h"

using namespace thallos;

namespace {

// Two storeys with a wall each, three doors in a row, the last turned, and a lamp on nothing's side.
Model house() {
    Model m;
    m.name = "House";
    m.materials = {Surface{.name = "render"}, Surface{.name = "oak"}};
    m.groups = {{"Ground floor", -1}, {"First floor", -1}, {"Doors", 0}};
    const auto put = [&](const char* name, int material, Mesh mesh, int group) {
        m.parts.push_back(partOf(name, material, std::move(mesh), group));
    };
    put("Wall", 0, box({-5, -4, 0}, {5, -3.7f, 3}), 0);
    put("Wall", 0, box({-5, -4, 3}, {5, -3.7f, 6}), 1);
    for (const float x : {-3.0f, -1.0f}) put("Door", 1, box({x, -4.1f, 0}, {x + 0.9f, -4.0f, 2.1f}), 2);
    put("Door", 1, box({3, -3, 0}, {3.1f, -2.1f, 2.1f}), 2); // in a wall across
    changeMesh(m.parts[4], [](Mesh& door) {                  // the same door, turned by a quarter
        door = box({0, 0, 0}, {0.9f, 0.1f, 2.1f});
        for (V3f& p : door.positions) p = V3f(3 - p.y, -3 + p.x, p.z);
    });
    put("Lamp", 1, box({-0.1f, -4.2f, 2.5f}, {0.1f, -4.0f, 2.7f}), -1);
    settle(m);
    return m;
}

const auto kHouse = std::make_shared<const Model>(house());

std::vector<std::string> keys(const ModelStep& step) {
    return partKeys(*applied(kHouse, {step}).model);
}

Box3f boxOf(const Model& m, const std::string& key) {
    const auto all = partKeys(m);
    const auto at = std::find(all.begin(), all.end(), key);
    return at == all.end() ? Box3f() : bounds(*m.parts[static_cast<size_t>(at - all.begin())].mesh);
}

} // namespace

TEST(PartKeys, NamePartsByTheirGroupsAndNumbers) {
    EXPECT_EQ(partKeys(*kHouse),
              (std::vector<std::string>{"Ground floor/Wall", "First floor/Wall", "Ground floor/Doors/Door",
                                        "Ground floor/Doors/Door#2", "Ground floor/Doors/Door#3", "Lamp"}));
}

TEST(PlainTree, DropsWrappersAndGroupsOfOne) {
    Model m;
    m.groups = {{"Root", -1}, {"Scene", 0}, {"Floor", 1}, {"Door", 2}, {"Empty", 2}};
    m.parts.push_back(partOf("Wall", 0, box(V3f(0), V3f(1)), 2));
    m.parts.push_back(partOf("part", 0, box(V3f(0), V3f(1)), 3));
    m.parts.push_back(partOf("Slab", 0, box(V3f(0), V3f(1)), 1));
    plainTree(m);
    ASSERT_EQ(m.groups.size(), 1u);
    EXPECT_EQ(m.groups[0].name, "Floor");
    EXPECT_EQ(partKeys(m), (std::vector<std::string>{"Floor/Wall", "Floor/Door", "Slab"}));
}

TEST(Steps, NoneIsTheSourceItself) {
    EXPECT_EQ(applied(kHouse, {}).model, kHouse);
}

TEST(Steps, RemoveTakesPartsAndTheirGroupsAway) {
    EXPECT_EQ(keys(RemoveStep{{"Ground floor/Doors/Door", "Ground floor/Doors/Door#3"}}),
              (std::vector<std::string>{"Ground floor/Wall", "First floor/Wall", "Ground floor/Doors/Door", "Lamp"}));
    const auto less = applied(kHouse, {RemoveStep{{"First floor/Wall"}}}).model;
    EXPECT_EQ(less->groups.size(), 2u);
    EXPECT_EQ(less->parts[0].mesh, kHouse->parts[0].mesh) << "what is not touched is shared";
    PartNames all = partKeys(*kHouse);
    EXPECT_THROW(applied(kHouse, {RemoveStep{all}}), Error);
}

TEST(Steps, MoveGoesAboutTheBaseOfThePartsTogether) {
    const auto moved =
        applied(kHouse, {MoveStep{{"Ground floor/Doors/Door", "Ground floor/Doors/Door#2"}, {0, 1, 0.5f}, kPi, 1}})
            .model;
    const Box3f box = boxOf(*moved, "Ground floor/Doors/Door");
    EXPECT_NEAR(box.min.x, -1, 1e-4f) << "they changed places";
    EXPECT_NEAR(box.min.z, 0.5f, 1e-5f);
    EXPECT_NEAR(box.center().y, -4.05f + 1, 1e-4f);
}

TEST(Steps, MaterialMakesASlotOfItsOwn) {
    const auto now = applied(kHouse, {MaterialStep{{"Lamp"}, "brass"}}).model;
    ASSERT_EQ(now->materials.size(), 3u);
    EXPECT_EQ(now->materials[2].name, "brass");
    EXPECT_EQ(now->parts[5].material, 2);
    EXPECT_EQ(applied(now, {MaterialStep{{"Lamp"}, "render"}}).model->parts[5].material, 0);
}

TEST(Steps, ReplaceTurnsAlikesAsTheyWere) {
    auto panel = std::make_shared<Model>();
    panel->name = "Panel";
    panel->materials = {Surface{.name = "oak"}, Surface{.name = "steel"}};
    panel->parts.push_back(partOf("Leaf", 0, box({0, 0, 0}, {0.9f, 0.05f, 2.2f})));
    panel->parts.push_back(partOf("Handle", 1, box({0.8f, -0.05f, 1}, {0.85f, 0, 1.1f})));
    const auto now =
        applied(kHouse, {ReplaceStep{{"Ground floor/Doors/Door", "Ground floor/Doors/Door#3"}, panel}}).model;
    EXPECT_EQ(now->parts.size(), 8u);
    EXPECT_EQ(now->materials.size(), 3u) << "oak is there already";
    const Box3f first = boxOf(*now, "Ground floor/Doors/Door Leaf"),
                turned = boxOf(*now, "Ground floor/Doors/Door Leaf#2");
    EXPECT_NEAR(first.size().x, 0.9f, 1e-4f);
    EXPECT_NEAR(turned.size().y, 0.9f, 1e-4f);
    EXPECT_NEAR(turned.center().y, -2.55f, 0.06f) << "where the door stood";
}

TEST(Steps, RepeatMakesLinesStacksAndArcs) {
    const auto line = applied(kHouse, {RepeatStep{{"Lamp"}, 3, {2, 0, 0}, 0, V2f(0)}}).model;
    EXPECT_EQ(line->parts.size(), 9u);
    EXPECT_NEAR(boxOf(*line, "Lamp#4").center().x, 6, 1e-4f);
    const auto stack = applied(kHouse, {RepeatStep{{"First floor/Wall"}, 1, {0, 0, 3}, 0, V2f(0)}}).model;
    EXPECT_NEAR(bounds(*stack).max.z, 9, 1e-4f);
    const auto ring = applied(kHouse, {RepeatStep{{"Lamp"}, 3, V3f(0), kPi / 2, V2f(0)}}).model;
    EXPECT_NEAR(boxOf(*ring, "Lamp#3").center().y, 4.1f, 1e-3f);
    EXPECT_NEAR(boxOf(*ring, "Lamp#2").center().x, 4.1f, 1e-3f);
}

TEST(Steps, NamesThatAreGoneAreTold) {
    const Stepped s = applied(kHouse, {RemoveStep{{"Chimney", "Lamp"}}, MoveStep{{"Chimney"}, {1, 0, 0}, 0, 1}});
    EXPECT_EQ(s.missing, std::vector<std::string>{"Chimney"});
    EXPECT_EQ(s.model->parts.size(), 5u);
}

TEST(Steps, AreToldInWords) {
    EXPECT_EQ(wordsOf(RemoveStep{{"Ground floor/Wall"}}).english(), "Delete Wall");
    EXPECT_EQ(wordsOf(MaterialStep{{"a", "b"}, "oak"}).english(), "Make 2 parts of oak");
    EXPECT_EQ(wordsOf(CureStep{{}, Fault::InsideOut, 0}).english(), "Turn faces outwards");
}

TEST(Bend, KeepsLengthsAlongTheArcAndShutsItsMesh) {
    const Mesh wall = box({-5, 9.9f, 0}, {5, 10.1f, 3});
    const Mesh now = bent(wall, {0, 0}, {0, 10});
    const Topology t = topologyOf(now, 1e-4f);
    ASSERT_EQ(t.shells.size(), 1u);
    EXPECT_TRUE(t.shells[0].closed());
    EXPECT_NEAR(t.shells[0].volume, 10 * 0.2 * 3, 0.02);
    for (const V3f& p : now.positions) {
        EXPECT_GT(xy(p).length(), 9.9f - 1e-3f);
        EXPECT_LT(xy(p).length(), 10.1f + 1e-3f);
    }
    EXPECT_GT(now.triangles.size(), wall.triangles.size());
}

TEST(Alike, FindsTheSameThingTurned) {
    EXPECT_EQ(alikeOf(*kHouse), (std::vector<int>{0, 0, 2, 2, 2, 5}));
    const auto at = placing(*kHouse->parts[2].mesh, *kHouse->parts[4].mesh);
    ASSERT_TRUE(at);
    for (size_t i = 0; i < 8; ++i)
        EXPECT_LT((kHouse->parts[2].mesh->positions[i] * *at - kHouse->parts[4].mesh->positions[i]).length(), 1e-3f);
    EXPECT_FALSE(placing(*kHouse->parts[0].mesh, *kHouse->parts[2].mesh));
}

TEST(Reimport, KeepsPlaceMaterialsStepsAndWhatIsHidden) {
    Building b;
    b.model = kHouse;
    b.surfaces = kHouse->materials;
    b.position = {3, 4, 1};
    b.surfaces[1].roughness = 0.11f; // oak, as the artist has it
    b = withStep(b, RemoveStep{{"Lamp"}});
    b = withStep(b, MaterialStep{{"First floor/Wall"}, "boards"});
    ASSERT_EQ(b.surfaces.size(), 3u);
    b.surfaces[2].recipe = "Larch boards, fresh";
    b.hidden = {"Ground floor/Doors/Door#2"};
    // The file comes again: a chimney came, the third door went, a wall grew, materials in another order.
    Model changed = house();
    std::swap(changed.materials[0], changed.materials[1]);
    for (Part& p : changed.parts) p.material = 1 - p.material;
    changed.parts.erase(changed.parts.begin() + 4);
    changed.parts.push_back(partOf("Chimney", 1, box({0, 0, 6}, {1, 1, 8})));
    changeMesh(changed.parts[0], [](Mesh& m) { m.positions[1].x += 1; });
    settle(changed);
    const Reimported r = reimported(b, std::make_shared<const Model>(changed));
    EXPECT_EQ(r.came, std::vector<std::string>{"Chimney"});
    EXPECT_EQ(r.went, std::vector<std::string>{"Ground floor/Doors/Door#3"});
    EXPECT_EQ(r.changed, std::vector<std::string>{"Ground floor/Wall"});
    EXPECT_TRUE(r.missing.empty());
    EXPECT_EQ(r.building.position, b.position);
    EXPECT_EQ(boxOf(*r.building.model, "Lamp").isEmpty(), true) << "what was removed stays away";
    ASSERT_EQ(r.building.surfaces.size(), 3u);
    EXPECT_FLOAT_EQ(r.building.surfaces[0].roughness, 0.11f) << "oak is found by its name";
    EXPECT_EQ(r.building.surfaces[2].recipe, "Larch boards, fresh");
    EXPECT_EQ(hiddenParts(r.building), std::vector<int>{3});
    // Without its steps it is as the file has it.
    const Building plain = withSteps(r.building, {});
    EXPECT_EQ(plain.model->parts.size(), changed.parts.size());
    EXPECT_EQ(plain.source, nullptr);
}

TEST(Reimport, KeepsWhatStaysInTheFileWhereItIsOnTheSite) {
    Building b;
    b.model = kHouse;
    b.surfaces = kHouse->materials;
    b.position = {3, 4, 1};
    b.yaw = 0.7f;
    b.scale = 2;
    b = withStep(b, RepeatStep{{"Lamp"}, 3, V3f(0), kPi / 2, V2f(0)});
    // The new file begins a metre further west: all of it lies a metre further east in the model.
    auto moved = std::make_shared<Model>(house());
    for (Part& p : moved->parts)
        changeMesh(p, [](Mesh& m) {
            for (V3f& v : m.positions) v.x += 1;
        });
    const Reimported r = reimported(b, moved, V3f(1, 0, 0));
    EXPECT_TRUE(r.came.empty() && r.went.empty() && r.changed.empty());
    ASSERT_EQ(r.building.model->parts.size(), b.model->parts.size());
    for (size_t p = 0; p < b.model->parts.size(); ++p)
        for (size_t v = 0; v < b.model->parts[p].mesh->positions.size(); ++v)
            ASSERT_LT((b.model->parts[p].mesh->positions[v] * transformOf(b) -
                       r.building.model->parts[p].mesh->positions[v] * transformOf(r.building))
                          .length(),
                      1e-3f)
                << p;
}

TEST(Alike, ManyOfOneFormAndManySizesAreToldApart) {
    // The same triangles in each: only their size differs, and some are turned.
    Model m;
    m.materials = {{.name = "wall"}};
    for (int i = 0; i < 400; ++i)
        m.parts.push_back(partOf("w", 0, box(V3f(0), V3f(1 + 0.01f * static_cast<float>(i % 100), 0.2f, 3))));
    settle(m);
    const std::vector<int> alike = alikeOf(m);
    for (size_t i = 0; i < alike.size(); ++i) EXPECT_EQ(alike[i], static_cast<int>(i) % 100);
}

TEST(Steps, SoManyCopiesAsNoMemoryHoldsAreRefusedBefore) {
    Model heavy;
    heavy.materials = {{.name = "leaf"}};
    Mesh mesh;
    mesh.positions = {V3f(0), V3f(1, 0, 0), V3f(0, 1, 0)};
    mesh.triangles.assign(20000, V3i(0, 1, 2));
    heavy.parts = {partOf("Tree", 0, mesh)};
    settle(heavy);
    const auto source = std::make_shared<const Model>(heavy);
    EXPECT_NO_THROW(applied(source, {RepeatStep{{"Tree"}, 10, V3f(1, 0, 0)}}));
    try {
        applied(source, {RepeatStep{{"Tree"}, 10000, V3f(1, 0, 0)}});
        ADD_FAILURE() << "200 million triangles";
    } catch (const Error& e) {
        EXPECT_NE(std::string(e.what()).find("200 million"), std::string::npos) << e.what();
    }
}
