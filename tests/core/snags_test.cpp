// Mistakes on a site are found with their figures, and a sound site has none.
#include <gtest/gtest.h>

#include "core/exchange/model_fit.h"
#include "core/planting/species.h"
#include "core/snags/snags.h"
#include "tests/core/sample_site.h"

using namespace thallos;

namespace {

// A room with a floor 0.2 m over its base, four walls and a roof.
std::shared_ptr<const Model> room() {
    auto m = std::make_shared<Model>();
    m->name = "Room";
    m->materials = {Surface{.name = "render"}};
    const auto put = [&](const char* name, const V3f& low, const V3f& high) {
        m->parts.push_back(partOf(name, 0, box(low, high)));
    };
    put("Slab", {-3, -2, 0}, {3, 2, 0.2f});
    put("Wall south", {-3, -2, 0.2f}, {3, -1.8f, 2.6f});
    put("Wall north", {-3, 1.8f, 0.2f}, {3, 2, 2.6f});
    put("Wall west", {-3, -1.8f, 0.2f}, {-2.8f, 1.8f, 2.6f});
    put("Wall east", {2.8f, -1.8f, 0.2f}, {3, 1.8f, 2.6f});
    put("Roof", {-3.3f, -2.3f, 2.6f}, {3.3f, 2.3f, 2.8f});
    tidy(*m);
    return m;
}

struct Sited {
    Project project = newProject({60, 60}, 0.5f, "Site");
    Id id;
    KnownModels known;

    explicit Sited(float base, const V2f& rise = V2f(0)) {
        project = test::withRelief(project, {1, 0, 60, 0.4f, rise});
        Building b;
        b.model = room();
        b.surfaces = b.model->materials;
        b.position = {0, 0, base};
        project = added(project, "Room", b, &id);
    }
    std::vector<Snag> find() {
        static const auto library = PlantLibrary::of({});
        return snagsOf(*build(project, library), known);
    }
    float figure(SnagKind kind) {
        for (const Snag& s : find())
            if (s.kind == kind) return s.figure;
        return 0;
    }
};

} // namespace

TEST(Snags, ARoomThatStandsWellHasNone) {
    EXPECT_TRUE(Sited(0).find().empty());
}

TEST(Snags, AFloatingEdgeIsToldWithItsGap) {
    Sited s(0, {0.1f, 0});
    EXPECT_NEAR(s.figure(SnagKind::FloatingEdge), 0.3f, 0.02f);
    const auto all = s.find();
    EXPECT_NEAR(all.front().at.x, -3, 0.1f) << "at its lowest ground";
    EXPECT_EQ(all.front().item, s.id);
}

TEST(Snags, SoilInARoomAndABuriedFloorAreTold) {
    Sited s(-0.5f);
    EXPECT_NEAR(s.figure(SnagKind::SoilInRoom), 0.3f, 0.01f) << "the floor is 0.2 m over the base";
    EXPECT_NEAR(s.figure(SnagKind::BuriedFloor), 0.3f, 0.01f);
    EXPECT_EQ(s.figure(SnagKind::FloatingEdge), 0);
}

TEST(Snags, WaterAtTheFloorIsTold) {
    Sited s(0, {0.02f, 0});
    Water w;
    w.spot = {-12, 0};
    w.level = 0.35f;
    s.project = added(s.project, "Flood", w);
    EXPECT_NEAR(s.figure(SnagKind::WaterAtFloor), 0.15f, 0.01f);
}

TEST(Snags, FaultsOfTheModelAndItsSizeAreTold) {
    Sited s(0);
    Building b = *bodyOf<Building>(find(s.project, s.id));
    auto broken = std::make_shared<Model>(*b.model);
    changeMesh(broken->parts[5], [](Mesh& m) {
        for (V3i& t : m.triangles) std::swap(t.y, t.z);
    });
    b.model = broken;
    b.scale = 100;
    Item item = *find(s.project, s.id);
    item.body = b;
    s.project = replaced(s.project, item);
    EXPECT_EQ(s.figure(SnagKind::InsideOut), 12);
    EXPECT_NEAR(s.figure(SnagKind::Size), 660, 1);
}

TEST(Snags, TexturesAreJudgedByTheShots) {
    Sited s(0);
    Item item = *find(s.project, s.id);
    auto& b = std::get<Building>(item.body);
    b.surfaces[0].maps.color = std::make_shared<const Picture>(Picture{32, 32, std::vector<uint8_t>(32 * 32 * 4, 128)});
    b.surfaces[0].textureSize = 0.5f;
    s.project = replaced(s.project, item);
    Item shotItem = *itemsOf<Shot>(s.project).front();
    auto& shot = std::get<Shot>(shotItem.body);
    shot.camera.position = {0, -6, 1.6f};
    s.project = replaced(s.project, shotItem);
    EXPECT_GT(s.figure(SnagKind::CoarseTexture), 2.5f);
    EXPECT_NEAR(s.figure(SnagKind::RepeatingTexture), 6.6f / 0.5f, 0.5f);
    // Behind the camera nothing is seen.
    shot.camera.yaw = kPi;
    s.project = replaced(s.project, shotItem);
    EXPECT_EQ(s.figure(SnagKind::CoarseTexture), 0);
}

TEST(Snags, OfThePracticeShedAreNoneOnceItIsMendedAndOnAPad) {
    const Model read =
        refitted(importForeign(std::filesystem::path(THALLOS_SOURCE) / "assets/practice/tool-shed.obj"), 0.001f, 'z')
            .model;
    Building b;
    b.model = std::make_shared<const Model>(read);
    b.surfaces = read.materials;
    const auto site = [](Building building, bool pad) {
        Project p = test::withRelief(newProject({60, 60}, 0.5f, "Site"), {1, 0, 60, 0.4f, {0.08f, 0}});
        building.position.z = seatHeight(building, naturalOf(p));
        Id id;
        p = added(p, "Shed", building, &id);
        return build(pad ? added(p, "Pad", BuildingPad{id}) : p, PlantLibrary::of({}));
    };
    KnownModels known;
    EXPECT_GE(snagsOf(*site(b, false), known).size(), 3u) << "it floats, and its model has faults";
    for (const Fault fault :
         {Fault::Leftovers, Fault::Duplicates, Fault::InsideOut, Fault::Sheets, Fault::CoplanarDoubles})
        b = withStep(b, CureStep{{}, fault, amountOf(fault).usual});
    const auto left = snagsOf(*site(b, true), known);
    for (const Snag& s : left) ADD_FAILURE() << static_cast<int>(s.kind) << " " << s.figure << " " << s.name;
}
