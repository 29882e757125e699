// Test plates that a render is judged by: materials, foliage against the light, water and glass, bare ground.
// Usage: make_plates ASSETS FOLDER [SAMPLES [NAME...]]
#include <algorithm>
#include <cstdio>
#include <cstdlib>

#include "core/base/hash.h"
#include "core/finish/encode.h"
#include "core/finish/finish.h"
#include "core/material/library.h"
#include "core/project/kinds/site_line.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"
#include "tools/test_objects.h"

using namespace thallos;

namespace {

struct Plate {
    const char* name;
    Project project;
    Shot shot;
    bool land = true; // around the site
};

Surface of(const char* material) {
    return shippedMaterials()->surface(material);
}

// Panels of a metre and a half on steps, as a builder sets out samples.
Plate materials() {
    Project p = newProject({60, 60}, 1, "materials");
    Surface ground{.name = "ground", .baseColor = Rgb(0.2f), .roughness = 0.9f, .specular = 0.2f};
    p = added(p, "floor", thing(box(V3f(-25, -12, -0.2f), V3f(25, 25, 0.02f)), ground, V3f(0)));
    p = added(p, "backdrop", thing(box(V3f(-25, 0, 0), V3f(25, 0.2f, 12)), ground, V3f(0, 9, 0)));
    const char* rows[4][8] = {{"Brick, Flemish bond", "Rubble, coursed", "Ashlar limestone", "Dry-stone walling",
                               "Flint and cobble wall", "Limewashed brick", "Rammed earth", "Board-marked concrete"},
                              {"Larch boards, fresh", "Larch boards, silvered", "Charred timber cladding",
                               "Cedar shingles", "Board and batten", "Hewn oak", "Painted weatherboarding",
                               "Birch plywood"},
                              {"Slate roof", "Clay pantiles", "Plain clay tiles", "Standing-seam zinc",
                               "Weathering steel", "Copper, patinated", "Corrugated steel", "Reed thatch"},
                              {"Granite setts", "Flagstones", "River gravel", "Crushed stone", "Larch decking",
                               "Cushion moss", "Leaf litter", "Cracked mud"}};
    for (int row = 0; row < 4; ++row)
        for (int i = 0; i < 8; ++i) {
            const V3f at(1.75f * (static_cast<float>(i) - 3.5f), 1.9f * static_cast<float>(3 - row),
                         0.02f + 1.05f * static_cast<float>(3 - row));
            Surface s = of(rows[row][i]);
            const bool lies = row == 3;
            p = added(p, "panel",
                      thing(lies ? box(V3f(-0.75f, -0.9f, 0), V3f(0.75f, 0.6f, 0.12f))
                                 : box(V3f(-0.75f, 0, 0), V3f(0.75f, 0.25f, 1.5f)),
                            s, at));
            if (row < 3) p = added(p, "step", thing(box(V3f(-0.9f, -1.0f, -1.2f), V3f(0.9f, 0.9f, 0)), ground, at));
        }
    Plate plate{"materials", p, {}, false};
    plate.shot.camera.focal = 44;
    plate.shot.camera.position = V3f(0, -15.5f, 5.6f);
    plate.shot.camera = aimed(plate.shot.camera, V3f(0, 2.6f, 2.3f));
    plate.shot.daylight.time = {2026, 6, 12, 15.4};
    return plate;
}

// An edge of a copse in the evening: leaves are seen from behind.
Plate foliage() {
    Project p = newProject({160, 160}, 1, "foliage");
    Random random(11);
    Specimens trees;
    for (int i = 0; i < 9; ++i)
        trees.specimens.push_back({i % 3 == 2 ? "Birch"
                                   : i % 3    ? "Hazel"
                                              : "Apple",
                                   {random.between(-13, -4), -9 + 2.6f * static_cast<float>(i) + random.around(0.8f)},
                                   random.between(0, 6),
                                   random.between(0.8f, 1.1f),
                                   i % 3});
    p = added(p, "Edge", trees);
    Drift meadow;
    meadow.areas = {{{-40, -30}, {12, -30}, {12, 30}, {-40, 30}}};
    meadow.mix = {{"Fescue", 0.6f}, {"Fescue in ear", 0.2f}, {"Oxeye daisy", 0.12f}, {"Knapweed", 0.08f}};
    meadow.density = 8;
    meadow.spacing = 0.14f;
    p = added(p, "Meadow", meadow);
    Plate plate{"foliage", p, {}, true};
    plate.shot.camera.focal = 40;
    plate.shot.camera.position = V3f(9, -2, 0);
    plate.shot.daylight.time = {2026, 6, 12, 18.2};
    plate.shot.finish.exposure = 0.9f;
    return plate;
}

// A pond with reeds before a wall of panes and blocks of glass.
Plate waterAndGlass() {
    Project p = newProject({120, 120}, 0.5f, "water and glass");
    for (const V2f& at : {V2f(0, -5), V2f(4, -6), V2f(-5, -6), V2f(-1, -9)})
        p = dabbed(p, {p.ground->grid, {}}, {BrushKind::Lower, 5.5f, 0.9f, 0.9f}, at);
    const HeightField field = naturalOf(p);
    const float base = field.at({0, 4}) + 0.02f;
    Water water{{0, -5}, field.at({0, -5}) + 0.75f, 1.1f, 0.12f, Rgb(0.016f, 0.024f, 0.017f)};
    p = added(p, "Pond", water);
    p = added(p, "terrace", thing(box(V3f(-9, 0, -0.4f), V3f(9, 12, 0)), of("Flagstones"), V3f(0, 1.2f, base)));
    Surface frame = of("Black steel");
    const char* panes[] = {"Clear glass", "Tinted glass", "Frosted glass", "Clear glass"};
    for (int i = 0; i < 4; ++i) {
        const float x = 2.6f * (static_cast<float>(i) - 1.5f);
        p = added(p, "pane", thing(box(V3f(-1.25f, 0, 0), V3f(1.25f, 0.01f, 2.7f)), of(panes[i]), V3f(x, 4.5f, base)));
        p = added(p, "post",
                  thing(box(V3f(-0.04f, -0.05f, 0), V3f(0.04f, 0.05f, 2.75f)), frame, V3f(x - 1.3f, 4.5f, base)));
    }
    p = added(p, "post", thing(box(V3f(-0.04f, -0.05f, 0), V3f(0.04f, 0.05f, 2.75f)), frame, V3f(5.2f, 4.5f, base)));
    p = added(p, "rail", thing(box(V3f(-5.3f, -0.05f, 0), V3f(5.3f, 0.05f, 0.08f)), frame, V3f(0, 4.5f, base + 2.7f)));
    p = added(p, "wall", thing(box(V3f(-6, 0, 0), V3f(6, 0.3f, 2.6f)), of("Larch boards, fresh"), V3f(0, 8.5f, base)));
    for (int i = 0; i < 5; ++i)
        p = added(p, "ball behind",
                  thing(sphere(0.32f), i % 2 ? of("Copper, patinated") : of("Smooth render"),
                        V3f(-4 + 2.0f * static_cast<float>(i), 6.6f, base)));
    // Bodies: clear, green by depth, a ball that turns the picture round.
    Surface clear = of("Solid glass"), green = clear;
    clear.baseColor = green.baseColor = Rgb(1);
    clear.absorption = Rgb(0);
    green.absorption = Rgb(9, 1.5f, 4);
    p = added(p, "block", thing(box(V3f(-0.5f, -0.25f, 0), V3f(0.5f, 0.25f, 0.6f)), clear, V3f(-3.2f, 2.4f, base)));
    p = added(p, "block", thing(box(V3f(-0.5f, -0.25f, 0), V3f(0.5f, 0.25f, 0.9f)), green, V3f(-1.4f, 2.6f, base)));
    p = added(p, "ball", thing(sphere(0.42f), clear, V3f(0.3f, 2.3f, base)));
    p = added(p, "ball", thing(sphere(0.3f), green, V3f(1.5f, 2.1f, base)));
    Surface mirror{.name = "mirror", .baseColor = Rgb(0.9f), .roughness = 0.02f, .metalness = 1};
    p = added(p, "ball", thing(sphere(0.42f), mirror, V3f(2.9f, 2.4f, base)));
    Drift reeds;
    reeds.areas = {{{5, -8}, {8, -8}, {8.5f, -2}, {6, -1}}, {{-9, -8}, {-6.5f, -9}, {-6.5f, -3}, {-9, -2}}};
    reeds.mix = {{"Reed", 1}};
    reeds.density = 5;
    p = added(p, "Reeds", reeds);
    p = added(p, "Kept open", Clearing{{{{-9.2f, 1}, {9.2f, 1}, {9.2f, 13.4f}, {-9.2f, 13.4f}}}});
    Drift grass;
    grass.areas = {{{-30, -20}, {30, -20}, {30, 30}, {-30, 30}}};
    grass.mix = {{"Fescue", 1}};
    grass.density = 7;
    p = added(p, "Grass", grass);
    Specimens trees;
    trees.specimens = {{"Birch", {-9, 14}, 0, 1, 0}, {"Birch", {7, 15}, 2, 0.9f, 1}, {"Apple", {0.5f, 13}, 1, 1, 2}};
    p = added(p, "Trees", trees);
    Plate plate{"water-and-glass", p, {}, true};
    plate.shot.camera.focal = 42;
    plate.shot.camera.position = V3f(1.5f, -13.5f, base + 1.7f);
    plate.shot.camera = aimed(plate.shot.camera, V3f(0, 2.5f, base + 0.75f));
    plate.shot.daylight.time = {2026, 6, 12, 16.6};
    return plate;
}

Cover byRule(const char* material, const CoverRule& rule) {
    Cover out;
    out.surface = of(material);
    out.rule = rule;
    return out;
}

// Bare ground with a path, a wall, a pond and covers by rules, from eye height to the air.
std::vector<Plate> grounds() {
    Project p = withFinest(newProject({160, 160}, 0.5f, "ground"), kUsualFinest);
    p = withTerrain(p, [](Terrain& t) { t.relief = {5, 3, 45, 0.42f, {0.01f, 0.05f}}; });
    for (const V2f& at : {V2f(16, -14), V2f(20, -16), V2f(12, -17), V2f(17, -20)})
        p = dabbed(p, {p.ground->grid, {}}, {BrushKind::Lower, 7, 0.55f, 0.9f}, at);
    Path path;
    path.points = {{-4, -40}, {-2, -22}, {3, -9}, {1, 6}, {-8, 22}, {-6, 60}};
    path.width = 1.5f;
    path.surface = of("Crushed stone");
    p = added(p, "Path", path);
    Path track;
    track.points = {{-80, 30}, {-30, 26}, {10, 34}, {80, 28}};
    track.width = 2.5f;
    track.rut = 0.05f;
    track.worn = 0.8f;
    track.surface = of("Topsoil");
    p = added(p, "Track", track);
    SiteLine wall = usual(SiteLineSort::RetainingWall);
    wall.points = {{-20, -4}, {-13, -2}, {-6, -4}};
    wall.height = 0.9f;
    p = added(p, "Wall", wall);
    Terrace terrace;
    terrace.points = {{7, 8}, {21, 6}, {22, 18}, {8, 20}};
    terrace.levels = 2;
    p = added(p, "Terrace", terrace);
    Stream stream;
    stream.points = {{60, 42}, {45, 24}, {36, 10}, {33, 0}, {26, -7}, {20, -14}};
    stream.width = 1.2f;
    stream.depth = 0.18f;
    stream.look.bed = of("River gravel");
    p = added(p, "Stream", stream);
    CoverRule shore, steep, hollows, verge;
    shore.water = {0, 0.45f};
    shore.amount = 0.7f;
    shore.patch = 1.5f;
    steep.slope = {0.3f, kPi / 2};
    hollows.amount = 0.22f;
    hollows.patch = 7;
    verge.path = {0, 1.2f};
    verge.amount = 0.5f;
    verge.patch = 0.8f;
    Cover gravel;
    gravel.surface = of("River gravel");
    gravel.painted = painted(p.ground->grid, {}, {BrushKind::Paint, 5, 1, 0.7f}, {-14, -12}, 0, kUsualFinest);
    p = added(p, "Litter", byRule("Leaf litter", hollows));
    p = added(p, "Verge", byRule("Short turf", verge));
    p = added(p, "Clay", byRule("Clay subsoil", steep));
    p = added(p, "Silt", byRule("Wet silt", shore));
    p = added(p, "Gravel", gravel);
    Water water{{16, -16}, naturalOf(p).at({16, -16}) + 0.8f, 0.9f, 0.15f, Rgb(0.016f, 0.024f, 0.017f)};
    p = added(p, "Pond", water);
    const HeightField field = naturalOf(p);
    const auto seen = [&](const char* name, const V2f& eye, float high, const V2f& to, float over, float focal) {
        Plate plate{name, p, {}, true};
        plate.shot.camera.focal = focal;
        plate.shot.camera.position = V3f(eye.x, eye.y, field.at(eye) + high);
        plate.shot.camera = aimed(plate.shot.camera, V3f(to.x, to.y, field.at(to) + over));
        plate.shot.daylight.time = {2026, 6, 12, 16.8};
        return plate;
    };
    // After rain, with an old tree beside the track.
    Plate rain = seen("rain", {-13, 24.6f}, 1.5f, {-5, 31}, 0, 32);
    Ground ground = *p.ground;
    ground.puddles = 0.55f;
    rain.project = added(withGround(p, ground), "Tree", Specimens{{{"Beech", {-7.2f, 25.4f}, 0, 0.8f}}});
    rain.shot.daylight.cloud = 0.5f;
    return {rain,
            seen("ground", {-3, -34}, 1.6f, {2, 6}, 0.2f, 30),
            seen("ground-10m", {-12, -44}, 10, {4, 2}, 0, 32),
            seen("ground-air", {-20, -95}, 75, {2, 0}, 0, 40),
            seen("path-edge", {0.5f, -19}, 1.1f, {2.4f, -13}, 0, 40),
            seen("wall", {-13, -11}, 1.5f, {-13, -2.5f}, 0.5f, 36),
            seen("shore", {11, -27}, 1.5f, {17, -18}, 0, 36),
            seen("stream", {31.5f, -6}, 1.4f, {34.5f, 6}, 0, 34)};
}

// A pool in a paved terrace with water falling in from a wall behind it, and a raised basin with a fountain.
Plate pools() {
    Project p = withFinest(newProject({120, 120}, 0.5f, "pools"), kUsualFinest);
    p = withTerrain(p, [](Terrain& t) { t.relief = {9, 1.5f, 50, 0.4f, {0.01f, 0.03f}}; });
    Terrace terrace;
    terrace.points = {{-8, -7}, {8, -7}, {8, 6}, {-8, 6}};
    terrace.fall = 0;
    p = added(p, "Terrace", terrace);
    SiteLine spout = usual(SiteLineSort::Wall);
    spout.points = {{-1.5f, 3.3f}, {3.5f, 3.3f}};
    spout.height = 1.1f;
    spout.width = 0.5f;
    p = added(p, "Spout", spout);
    Pool pool;
    pool.points = {{-6, -3}, {4, -3}, {4, 3}, {-6, 3}};
    p = added(p, "Pool", pool);
    Pool basin;
    basin.points = {{5.6f, -6}, {7.4f, -6}, {7.4f, -4}, {5.6f, -4}};
    basin.raised = 0.45f;
    basin.depth = 0.4f;
    basin.look.bed = of("River gravel");
    p = added(p, "Basin", basin);
    Cover paving;
    paving.surface = of("Stone tiles");
    paving.painted = painted(p.ground->grid, {}, {BrushKind::Paint, 13, 1, 0.05f}, {0, 0}, 0, kUsualFinest);
    p = added(p, "Paving", paving);
    p = added(p, "Water",
              Specimens{{{"Fountain jet", {6.5f, -5}, 0, 0.6f},
                         {"Falling water", {1, 2.55f}, 0, 1},
                         {"Splash", {0.6f, 2.3f}, 0, 0.5f},
                         {"Splash", {1.4f, 2.35f}, 0, 0.45f}}});
    p = added(p, "Hedge", Specimens{{{"Box hedge", {-7, 4.5f}, 0, 1}, {"Box hedge", {-6, 4.5f}, 0, 1}}});
    Plate plate{"pool", p, {}, true};
    const float base = naturalOf(p).at({-7.5f, -5});
    plate.shot.camera.focal = 26;
    plate.shot.camera.position = V3f(-5.5f, -8.5f, base + 1.65f);
    plate.shot.camera = aimed(plate.shot.camera, V3f(1.7f, -1.4f, base + 0.2f));
    plate.shot.daylight.time = {2026, 6, 12, 15.6};
    return plate;
}

} // namespace

int main(int argc, char** argv) {
    if (argc < 3) return 2;
    const std::filesystem::path assets = argv[1], out = argv[2];
    const int samples = argc > 3 ? std::atoi(argv[3]) : 64;
    std::filesystem::create_directories(out);
    const auto plants = PlantLibrary::load(assets / "species");
    std::vector<Plate> plates{materials(), foliage(), waterAndGlass(), pools()};
    for (Plate& plate : grounds()) plates.push_back(std::move(plate));
    for (Plate& plate : plates) {
        if (argc > 4 &&
            std::none_of(argv + 4, argv + argc, [&](const char* n) { return std::string(n) == plate.name; }))
            continue;
        auto site = std::make_shared<BuiltSite>(*build(plate.project, plants));
        if (!plate.land) site->far = nullptr;
        SceneBuilder builder(false, shippedMaterials());
        builder.update(site);
        Shot& shot = plate.shot;
        shot.camera.aspect = 1.6f;
        const Environment light = environmentOf(plate.project, shot);
        if (std::string(plate.name) == "foliage") { // with the sun just out of the picture
            shot.camera.position.z = site->land.field.at(xy(shot.camera.position)) + 1.5f;
            const V3f flat = V3f(light.toSun.x, light.toSun.y, 0).normalized();
            shot.camera =
                aimed(shot.camera, shot.camera.position + flat * 10.0f + V3f(flat.y, -flat.x, 0) * 1.5f + V3f(0, 0, 1));
        }
        const auto scene = builder.strew(shot.camera.position);
        PictureSettings settings;
        settings.size = V2i(960, 600);
        Progress progress;
        const RenderResult r = renderPicture(*scene, light, shot, settings, samples, 1, progress);
        writePicture(out / (std::string("plate-") + plate.name + ".png"),
                     Display().encode(develop(r.radiance, r.ev100, shot.finish)));
        std::printf("%s %.0f s\n", plate.name, r.seconds);
        std::fflush(stdout);
    }
}
