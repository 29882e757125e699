// Makes the demo project, Hollin Bank Apiary. Usage: make_demo ASSETS OUT.thallos
#include <cmath>
#include <cstdio>

#include "core/base/hash.h"
#include "core/exchange/foreign.h"
#include "core/material/library.h"
#include "core/project/built_site.h"
#include "core/project/climb.h"
#include "core/project/kinds/site_line.h"
#include "core/project/store.h"

using namespace thallos;

namespace {

// Materials that the plain model file cannot carry.
void resolve(Building& house) {
    for (Surface& s : house.surfaces) {
        const auto is = [&](const char* name, const char* recipe) {
            if (s.name == name) s.recipe = recipe;
        };
        is("rubble stone", "Rubble, coursed");
        is("larch cladding", "Larch boards, fresh");
        is("soffit boards", "Larch boards, fresh");
        is("dark oak frame", "Hewn oak");
        is("terrace deck", "Larch decking");
        is("standing seam zinc", "Standing-seam zinc");
        is("floor tiles", "Stone tiles");
        is("lime plaster", "Limewash");
        is("sawn stone", "Ashlar limestone");
        is("oak furniture", "Hewn oak");
        is("stove iron", "Black steel");
    }
}

Polygon ring(const V2f& centre, float rx, float ry, int n, uint64_t seed) { // handles of an irregular round
    Random random(seed);
    Polygon out;
    for (int i = 0; i < n; ++i) {
        const float a = 2 * kPi * static_cast<float>(i) / static_cast<float>(n), k = random.between(0.82f, 1.15f);
        out.push_back(centre + V2f(std::cos(a) * rx * k, std::sin(a) * ry * k));
    }
    return out;
}

Camera at(const V3f& eye, const V3f& target, float focal, float aspect) {
    Camera c;
    c.position = eye;
    const V3f d = target - eye;
    c.yaw = std::atan2(d.x, d.y);
    c.pitch = std::atan2(d.z, std::sqrt(d.x * d.x + d.y * d.y));
    c.focal = focal;
    c.aspect = aspect;
    return c;
}

Surface of(const char* material) {
    return shippedMaterials()->surface(material);
}

// What is built on the ground: the way up from the lane with steps to the door, the hives' terrace, a wall.
Project withWorks(Project p, Id house) {
    Path lane;
    lane.points = {{-205, -131}, {-120, -127}, {-40, -126}, {40, -130}, {120, -127}, {205, -132}};
    lane.width = 3.5f;
    lane.surface = of("Crushed stone");
    lane.rut = 0.05f;
    lane.worn = 0.8f;
    p = added(p, "Lane", lane);
    Path path;
    path.points = {{-16, -126}, {-13, -100}, {-7, -72}, {-5, -50},   {-1, -32},
                   {3.5f, -17}, {6.6f, -6},  {8.1f, 1}, {7.8f, 4.6f}};
    path.width = 1.7f;
    path.surface = of("River gravel");
    path.steps = true;
    path.end = {house, 0.25f};
    p = added(p, "Path to the door", path);
    Terrace hives;
    hives.points = {{-17.5f, -1.8f}, {-5.2f, -0.4f}, {-6.2f, 5.6f}, {-18.2f, 5}};
    p = added(p, "Hive terrace", hives);
    SiteLine wall = usual(SiteLineSort::RetainingWall);
    wall.points = {{10.6f, -9}, {12.2f, -3.5f}, {15.2f, 1.2f}};
    wall.height = 0.7f;
    wall.leftHigh = false;
    p = added(p, "Wall beside the path", wall);
    Stream brook;
    brook.points = {{78, 48}, {66, 30}, {58, 14}, {56, -2}, {50, -14}, {39, -22}, {31, -30}, {24, -33}};
    brook.width = 1.3f;
    brook.depth = 0.2f;
    brook.look.bed = of("River gravel");
    return added(p, "Brook", brook);
}

// What lies on it: by rules first, by hand over that.
Project withCovers(Project p, const V2f& pond) {
    const auto lay = [&p](const char* material, bool bare, const std::optional<CoverRule>& rule,
                          const WeightLayer& painted) {
        p = added(p, material, Cover{.surface = of(material), .rule = rule, .painted = painted, .bare = bare});
    };
    const GroundGrid& grid = p.ground->grid;
    CoverRule steep, wet, verge, silt;
    steep.slope = {radians(24), kPi / 2};
    wet.wetness = {0.62f, 1};
    wet.amount = 0.4f;
    wet.patch = 2.5f;
    verge.path = {0, 0.7f};
    silt.water = {0, 0.8f};
    lay("Clay subsoil", false, steep, {});
    lay("Cushion moss", false, wet, {});
    lay("Short turf", false, verge, {});
    lay("Wet silt", false, silt, {});
    const auto round = [&](const V2f& at, float radius, WeightLayer layer = {}) {
        return painted(grid, layer, {BrushKind::Paint, radius, 0.9f, 0.8f}, at);
    };
    lay("Needle litter", false, {}, paintedAlong(grid, {}, {{-66, 70}, {98, 76}}, 34, 5));
    lay("Leaf litter", false, {}, round({36, -6}, 17, round({21, 24}, 9, round({-15, 24}, 9))));
    lay("Topsoil", true, {}, paintedAlong(grid, {}, {{-16.5f, 3.6f}, {-8.5f, 4}}, 1.3f, 0.25f));
    lay("Bark mulch", true, {}, round({-10.5f, 0.7f}, 3.4f));
    lay("River gravel", true, {}, round({8, 3.6f}, 3.2f, round(pond + V2f(-14, 5), 3)));
    return p;
}

// One list of what stands on the site, in the order of the work; as long as the site is rich.
Project demo(const std::filesystem::path& assets) {
    Project p = withFinest(newProject({400, 400}, 0.5f, "Hollin Bank Apiary"), kUsualFinest);
    p.items.clear();
    Site site = *p.site;
    site.place = {52.1, -2.3, 84};
    site.zone = 1;
    site.farSeed = 20;
    site.season = Season::Spring;
    p = withSite(p, site);

    // A bank that falls to the south with a hollow for the pond.
    p = added(p, "Terrain", Terrain{{11, 5.5f, 95, 0.36f, {0.008f, 0.052f}}, {}});
    const V2f pond(17, -34);
    const auto lower = [&](const V2f& at, float radius, float depth) {
        p = dabbed(p, {p.ground->grid, {}}, {BrushKind::Lower, radius, depth, 0.85f}, at);
    };
    lower(pond, 21, 1.3f);
    lower(pond + V2f(7, 2), 15, 1.0f);
    lower(pond + V2f(-6, -2), 13, 0.9f);
    const HeightField natural = naturalOf(p);

    // The building, seated on its pad.
    Building house;
    house.model = std::make_shared<const Model>(importModel(assets / "demo/honey-house.glb"));
    house.surfaces = house.model->materials;
    resolve(house);
    house.yaw = radians(36);
    house.age = 0.2f; // a few winters
    house.rounding = 0.003f;
    house.position = {3, 11, 0};
    house.position.z = seatHeight(house, natural) - 0.25f;
    Id houseId;
    p = added(p, "Honey house", house, &houseId);
    p = added(p, "Building pad", BuildingPad{houseId, 0.25f, 1.3f, 4.5f, 0.6f});
    p = withWorks(p, houseId);
    p = withCovers(p, pond);

    const auto plants = PlantLibrary::load(assets / "species");
    const HeightField field = build(p, plants)->land.field;
    const auto hiveModel = std::make_shared<const Model>(importModel(assets / "demo/hive.glb"));
    for (int i = 0; i < 5; ++i) {
        Building hive;
        hive.model = hiveModel;
        hive.surfaces = hiveModel->materials;
        const V2f where(-13.4f + 1.55f * static_cast<float>(i),
                        1.4f + 0.25f * static_cast<float>(i) + (i % 2 ? 0.2f : 0));
        hive.yaw = radians(12 + 5.0f * static_cast<float>((i * 7) % 3));
        hive.position = {where.x, where.y, field.at(where) - 0.03f};
        p = added(p, "Hive " + std::to_string(i + 1), hive);
    }
    p = added(p, "Beekeeper", Figure{{-11.2f, -0.4f}, radians(200)});

    Water water{pond, 0, 0.8f, 0.3f, Rgb(0.014f, 0.021f, 0.013f)};
    water.level = field.at(pond) + 1.25f;
    p = added(p, "Pond", water);

    // Orchard: rows along the slope, each tree a little out of line.
    Specimens orchard;
    Random random(5);
    for (int row = 0; row < 7; ++row)
        for (int i = 0; i < 8; ++i) {
            const V2f at(-19.5f - 7.2f * static_cast<float>(row) + random.around(0.5f),
                         -38 + 6.8f * static_cast<float>(i) + random.around(0.5f));
            if (random.unit() < 0.06f) continue; // a gap where a tree died
            orchard.specimens.push_back({"Apple", at, random.between(0, 2 * kPi), random.between(0.82f, 1.1f),
                                         static_cast<int>(random.next() % 3)});
        }
    p = added(p, "Orchard", orchard);

    Drift birches{{ring({36, -6}, 10, 16, 9, 3)}, {{"Birch", 1}}, 0.055f, 2.4f, 0.28f, 0, 0, 7};
    p = added(p, "Birch copse", birches);
    Drift spruces{
        {{{-70, 52}, {-20, 60}, {40, 55}, {95, 62}, {100, 88}, {20, 92}, {-60, 86}}},
        {{"Spruce", 0.3f}, {"Pine", 0.16f}, {"Larch", 0.1f}, {"Birch", 0.24f}, {"Oak", 0.06f}, {"Hazel", 0.14f}},
        0.045f,
        3.2f,
        0.3f,
        0,
        0.25f,
        12};
    p = added(p, "Shelter wood", spruces);
    Drift edge{{{{90, 40}, {140, 60}, {175, 0}, {170, -80}, {120, -100}, {105, -40}},
                {{-100, 40}, {-150, 30}, {-180, -40}, {-150, -110}, {-110, -90}, {-105, -20}}},
               {{"Birch", 0.2f},
                {"Oak", 0.16f},
                {"Ash", 0.12f},
                {"Norway maple", 0.1f},
                {"Hazel", 0.18f},
                {"Hawthorn", 0.16f},
                {"Spruce", 0.08f}},
               0.03f,
               3.4f,
               0.3f,
               0,
               0.3f,
               13};
    p = added(p, "Field trees", edge);
    Drift hazels{{ring({21, 24}, 6, 4, 6, 8),
                  {{-70, -52}, {-40, -50}, {-16, -47.5f}, {-15, -45}, {-40, -47}, {-70, -49}},
                  ring({-15, 24}, 6, 5, 6, 9)},
                 {{"Hazel", 1}},
                 0.16f,
                 1.5f,
                 0.35f,
                 0,
                 0,
                 4};
    p = added(p, "Hazels", hazels);

    Drift meadow{{{{-13, -66},
                   {12, -64},
                   {30, -58},
                   {46, -44},
                   {50, -20},
                   {42, 8},
                   {30, 20},
                   {20, 23},
                   {-10, 16},
                   {-16, 8},
                   {-15, -10},
                   {-17, -30},
                   {-22, -52}}},
                 {{"Fescue", 0.62f},
                  {"Fescue in ear", 0.12f},
                  {"Quaking grass", 0.04f},
                  {"Oxeye daisy", 0.09f},
                  {"Knapweed", 0.05f},
                  {"Meadow buttercup", 0.05f},
                  {"White clover", 0.03f}},
                 7.5f,
                 0.16f,
                 0.35f,
                 0.3f,
                 0.12f,
                 4071};
    p = added(p, "Meadow mix", meadow);
    Drift orchardGrass{{{{-15, -10}, {-16, 8}, {-14, 16}, {-72, 18}, {-78, -44}, {-22, -52}, {-17, -30}}},
                       {{"Fescue", 0.82f}, {"Fescue in ear", 0.1f}, {"Oxeye daisy", 0.08f}},
                       5,
                       0.2f,
                       0.4f,
                       0.3f,
                       0.1f,
                       88};
    p = added(p, "Orchard grass", orchardGrass);
    Drift rough{{{{-95, -118}, {90, -118}, {85, -60}, {46, -44}, {12, -64}, {-22, -52}, {-95, -60}},
                 {{46, -44}, {95, -50}, {90, 50}, {30, 48}, {42, 8}, {50, -20}},
                 {{-14, 16}, {30, 20}, {30, 48}, {-60, 50}, {-72, 18}}},
                {{"Fescue", 0.8f},
                 {"Fescue in ear", 0.1f},
                 {"Rough grass", 0.04f},
                 {"Knapweed", 0.03f},
                 {"Cow parsley", 0.03f}},
                2.6f,
                0.25f,
                0.45f,
                0.3f,
                0.15f,
                21};
    p = added(p, "Rough grass", rough);
    Drift reeds{{ring(pond + V2f(13, 4), 5, 9, 7, 31), ring(pond + V2f(-10, 9), 6, 3.5f, 6, 32)},
                {{"Reed", 1}},
                3.4f,
                0.25f,
                0.35f,
                0,
                0.25f,
                9};
    p = added(p, "Reeds", reeds);
    Drift margin{{ring(pond + V2f(-13, 2), 5, 7, 7, 41), ring(pond + V2f(6, -12), 8, 4, 6, 42)},
                 {{"Yellow iris", 0.3f}, {"Rush", 0.4f}, {"Reedmace", 0.15f}, {"Pendulous sedge", 0.15f}},
                 0.9f,
                 0.4f,
                 0.3f,
                 0,
                 0.4f,
                 17};
    p = added(p, "Pond margin", margin);
    Specimens lilies;
    for (int i = 0; i < 7; ++i)
        lilies.specimens.push_back({"Water lily", pond + V2f(random.between(-7, 2), random.between(-5, 3)),
                                    random.between(0, 2 * kPi), random.between(0.7f, 1.1f), i % 3});
    p = added(p, "Water lilies", lilies);
    Drift wayside{{ring({-20, 20}, 8, 4, 8, 51), ring({22, 25}, 8, 4, 7, 52)},
                  {{"Male fern", 0.3f}, {"Foxglove", 0.2f}, {"Nettle", 0.3f}, {"Butterbur", 0.2f}},
                  0.6f,
                  0.5f,
                  0.3f,
                  0,
                  0.4f,
                  23};
    p = added(p, "Hazel edge", wayside);
    p = added(p, "Terrace foreground",
              Clearing{{{{-1.2f, -0.4f}, {1.2f, -1.4f}, {9.5f, 4.6f}, {16.6f, 9.6f}, {16.0f, 12.0f}, {8, 7.5f}}}});

    // A climber on the stone gable, near its front corner.
    for (const Part& part : house.model->parts)
        if (part.name == "stone wall west") {
            const Box3f wall = bounds(*part.mesh);
            V3f at, inward;
            transformOf(house).multVecMatrix(V3f(wall.min.x, wall.min.y + 1.7f, 1.5f), at);
            transformOf(house).multDirMatrix(V3f(1, 0, 0), inward);
            Climber ivy = climberAt(p, field, *plants, houseId, -1, at, inward, "Ivy, wall");
            ivy.width = 3.4f;
            ivy.height = 2.9f;
            p = added(p, "Ivy on the gable", ivy);
        }

    // Shots.
    auto ground = [&](const V2f& q, float eye) { return V3f(q.x, q.y, field.at(q) + eye); };
    const V3f door(5.4f, 7.8f, house.position.z + 2.0f);
    Shot first;
    first.camera = upright(at(ground({-4.6f, -21.5f}, 1.6f), door + V3f(-5.6f, 0, 0.7f), 30, 16.0f / 9));
    first.daylight = {{2026, 5, 14, 8.6, 1}, 26000};
    first.finish.balance = 5300;
    first.finish.vignette = 0.25f;
    p = added(p, "Orchard approach", first);

    Shot path2 = first;
    path2.camera = upright(at(ground({3.4f, -14.5f}, 1.65f), door + V3f(-0.6f, 0, 0.6f), 31, 4.0f / 5));
    path2.daylight = {{2026, 5, 14, 11.2, 1}, 40000};
    path2.size = {1200, 1500};
    path2.finish.balance = 5000;
    p = added(p, "Up the path", path2);

    Shot above = first;
    above.camera = at(ground({27, -78}, 17), V3f(4, -6, house.position.z - 1.5f), 35, 16.0f / 9);
    above.daylight = {{2026, 5, 14, 9.4, 1}, 30000};
    p = added(p, "Over the pond", above);
    check(p);
    return p;
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 3) {
        std::fprintf(stderr, "usage: make_demo ASSETS OUT.thallos\n");
        return 2;
    }
    try {
        std::filesystem::create_directories(std::filesystem::path(argv[2]).parent_path());
        saveProjectAs(demo(argv[1]), argv[2]);
    } catch (const std::exception& e) {
        std::fprintf(stderr, "%s\n", e.what());
        return 1;
    }
}
