// Foreign plants, things and pictures: what is recognised and mended, made light, planted, traced and handed on.
#include <algorithm>
#include <cmath>
#include <filesystem>
#include <fstream>
#include <set>
#include <sstream>

#include <gtest/gtest.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/exchange/foreign.h"
#include "core/exchange/proxy_import.h"
#include "core/jobs/collect.h"
#include "core/material/cutout.h"
#include "core/mesh/reduce.h"
#include "core/planting/silhouette.h"
#include "core/project/store.h"
#include "core/trace/scene_builder.h"
#include "tests/core/foreign_plant.h"
#include "tests/core/traced_site.h"

namespace fs = std::filesystem;
using namespace thallos;
using namespace thallos::test;

namespace {

struct Folder : testing::Test {
    fs::path folder = fs::temp_directory_path() / ("thallos-proxies-" + std::to_string(::getpid()));
    Folder() {
        fs::remove_all(folder);
        fs::create_directories(folder);
    }
    ~Folder() override { fs::remove_all(folder); }
};
using ForeignPlants = Folder;
using CollectedProjects = Folder;

ProxyOrder asTree(const ProxyDraft& draft, float height = 6) {
    ProxyOrder o;
    o.name = "Big tree";
    o.kind = SpeciesKind::Broadleaf;
    o.height = height;
    for (const ProxyMaterial& s : draft.materials) o.roles.push_back(s.role);
    return o;
}

bool tells(const std::vector<std::string>& report, const char* word) {
    return std::any_of(report.begin(), report.end(),
                       [&](const std::string& s) { return s.find(word) != std::string::npos; });
}
bool tells(const std::vector<Text>& report, const char* word) {
    std::vector<std::string> said;
    for (const Text& line : report) said.push_back(line.english());
    return tells(said, word);
}

std::shared_ptr<const PlantLibrary> with(const std::vector<Species>& more) {
    std::vector<Species> all = library()->species();
    all.insert(all.end(), more.begin(), more.end());
    return PlantLibrary::of(std::move(all));
}
std::shared_ptr<const PlantLibrary> with(const Species& s) {
    return with(std::vector{s});
}

// A red board of 1 m by 2 m with a clear upper half.
Picture halfBoard() {
    Picture p{40, 80, {}};
    for (int y = 0; y < 80; ++y)
        for (int x = 0; x < 40; ++x)
            p.rgba.insert(p.rgba.end(), {180, 40, 30, static_cast<uint8_t>(y < 30 || y >= 70 ? 0 : 255)});
    return p;
}

} // namespace

TEST(Reducing, ABodyKeepsItsForm) {
    const Mesh ball = sphere(1, {0, 0, 0});
    for (const size_t n : {2000, 400, 100}) {
        const Mesh less = reduced(ball, n);
        EXPECT_LE(less.triangles.size(), n + n / 3);
        EXPECT_GT(less.triangles.size(), n / 3);
        EXPECT_EQ(less.normals.size(), less.positions.size());
        for (const V3f& p : less.positions) EXPECT_NEAR(p.length(), 1, 1e-4f);
        EXPECT_GT(area(less), 0.75f * area(ball)) << n;
    }
    EXPECT_EQ(reduced(ball, 1000000).triangles.size(), ball.triangles.size());
    EXPECT_TRUE(reduced(Mesh(), 10).empty());
}

TEST(Reducing, FoliageKeepsItsArea) {
    const Mesh crown = *foreignTree(LeafPicture::Alpha, 3000).parts[1].mesh;
    const Pieces pieces = piecesOf(crown);
    EXPECT_EQ(pieces.count, 3000);
    for (const size_t n : {3000, 600, 60}) {
        const Mesh less = thinned(crown, pieces, n, 1, 7);
        EXPECT_LE(less.triangles.size(), n);
        EXPECT_GT(less.triangles.size(), n - 3);
        EXPECT_NEAR(area(less) / area(crown), 1, 0.02);
        EXPECT_EQ(less.uvs.size(), less.positions.size());
    }
    EXPECT_NEAR(area(thinned(crown, pieces, 600, 2, 7)) / area(crown), 2, 0.04);
    // The same leaves go first: those that stay with few are among those that stay with many.
    const auto middles = [](const Mesh& m) {
        std::set<std::pair<int, int>> out;
        for (size_t i = 0; i + 1 < m.triangles.size(); i += 2) {
            const V3f c = (m.positions[m.triangles[i].x] + m.positions[m.triangles[i].z]) / 2;
            out.insert({static_cast<int>(std::lround(c.x * 200)), static_cast<int>(std::lround(c.z * 200))});
        }
        return out;
    };
    const auto few = middles(thinned(crown, pieces, 100, 1, 7)), many = middles(thinned(crown, pieces, 1000, 1, 7));
    size_t shared = 0;
    for (const auto& m : few) shared += many.contains(m);
    EXPECT_GE(shared, few.size() * 9 / 10);
}

TEST(Cutting, MasksTellWhereAPictureIsSolid) {
    Maps maps;
    maps.color = std::make_shared<const Picture>(halfBoard());
    const Mask mask(maps);
    ASSERT_FALSE(mask.empty());
    EXPECT_TRUE(mask.solid({0.5f, 0.4f}));
    EXPECT_FALSE(mask.solid({0.5f, 0.05f}));
    EXPECT_FALSE(mask.solid({0.5f, 0.9f}));
    EXPECT_TRUE(mask.solid({-7.5f, 3.4f})) << "it repeats";
    maps.color = std::make_shared<const Picture>(leafPicture(LeafPicture::Whole));
    EXPECT_TRUE(Mask(maps).empty());
    EXPECT_TRUE(Mask(Maps()).empty());
    maps.opacity = std::make_shared<const Picture>(Picture{1, 2, {255, 255, 255, 255, 0, 0, 0, 255}});
    EXPECT_TRUE(Mask(maps).solid({0.5f, 0.75f}));
    EXPECT_FALSE(Mask(maps).solid({0.5f, 0.25f}));
}

TEST(Cutting, RimsTakeTheLeafsColour) {
    const Picture p = withoutRims(leafPicture(LeafPicture::Alpha));
    for (size_t i = 0; i < p.rgba.size(); i += 4) {
        EXPECT_NEAR(p.rgba[i], 60, 2);
        EXPECT_GT(p.rgba[i + 1], 70);
    }
    const Picture nothing{3, 2, std::vector<uint8_t>(24, 0)};
    EXPECT_EQ(withoutRims(nothing).rgba, nothing.rgba);
}

TEST(Cutting, EvenBackgroundsAreFoundAndOnlyThose) {
    const auto cut = withoutBackground(leafPicture(LeafPicture::BlackBehind));
    ASSERT_TRUE(cut);
    EXPECT_NEAR(clearShare(*cut), clearShare(leafPicture(LeafPicture::Alpha)), 0.01f);
    const Picture plain{8, 8, std::vector<uint8_t>(256, 90)};
    EXPECT_FALSE(withoutBackground(plain)) << "nothing would be left";
    Picture noise{32, 32, {}};
    Random random(3);
    for (int i = 0; i < 32 * 32 * 4; ++i) noise.rgba.push_back(static_cast<uint8_t>(255 * random.unit()));
    EXPECT_FALSE(withoutBackground(noise));
}

TEST(Cutting, WhatIsSeenIsCropped) {
    const Box2i part = seenPart(halfBoard());
    EXPECT_EQ(part.min, V2i(0, 30));
    EXPECT_EQ(part.max, V2i(40, 70));
    const Picture p = cropped(halfBoard(), part);
    EXPECT_EQ(p.width, 40);
    EXPECT_EQ(p.height, 40);
    EXPECT_EQ(clearShare(p), 0);
    EXPECT_TRUE(seenPart(Picture{2, 2, std::vector<uint8_t>(16, 0)}).isEmpty());
    const Picture small = shrunk(leafPicture(LeafPicture::Alpha, 300), 100);
    EXPECT_LE(small.width, 100);
    EXPECT_NEAR(clearShare(small), clearShare(leafPicture(LeafPicture::Alpha, 300)), 0.03f);
}

TEST_F(ForeignPlants, SlotsAreRecognisedAndMended) {
    const ProxyDraft draft = draftOf(foreignTree(LeafPicture::Alpha));
    ASSERT_EQ(draft.materials.size(), 2u);
    EXPECT_EQ(draft.materials[0].role, PartRole::Wood) << "by its name";
    EXPECT_EQ(draft.materials[1].role, PartRole::Leaf) << "by its holes and many pieces";
    EXPECT_EQ(draft.kind, SpeciesKind::Broadleaf);
    EXPECT_NEAR(draft.height, 6, 0.3f);
    EXPECT_FALSE(draft.lies);
    const ProxyMade made = makeProxy(draft, asTree(draft, 9));
    for (const char* word : {"metal", "transmission", "translucency", "alpha", "Scaled", "base"})
        EXPECT_TRUE(tells(made.report, word)) << word;
    const Surface &wood = made.model->materials[0], &leaf = made.model->materials[1];
    EXPECT_EQ(wood.metalness, 0);
    EXPECT_GT(wood.roughness, 0.6f);
    EXPECT_EQ(leaf.transmission, 0);
    EXPECT_GT(leaf.translucency, 0.3f);
    EXPECT_GT(leaf.roughness, 0.35f);
    EXPECT_FALSE(leaf.letsSunThrough());
    const Box3f b = bounds(*made.model);
    EXPECT_NEAR(b.max.z, 9, 0.01f);
    EXPECT_NEAR(b.min.z, 0, 0.01f);
    EXPECT_NEAR(b.min.x, -b.max.x, 0.6f) << "its stem stands at the origin";
}

TEST_F(ForeignPlants, HolesComeFromWhateverHasThem) {
    ProxyDraft draft = draftOf(foreignTree(LeafPicture::BlackBehind));
    draft.materials[1].role = PartRole::Leaf; // many cards without holes might be anything
    const ProxyMade black = makeProxy(draft, asTree(draft));
    EXPECT_TRUE(tells(black.report, "plain background"));
    const float clear = clearShare(leafPicture(LeafPicture::Alpha));
    EXPECT_NEAR(clearShare(*black.model->materials[1].maps.color), clear, 0.02f);

    Model m = foreignTree(LeafPicture::Whole);
    Picture mask = leafPicture(LeafPicture::Alpha);
    for (size_t i = 0; i < mask.rgba.size(); i += 4) {
        const uint8_t v = mask.rgba[i + 3];
        for (size_t k = 0; k < 3; ++k) mask.rgba[i + k] = v;
        mask.rgba[i + 3] = 255;
    }
    m.materials[1].maps.opacity = std::make_shared<const Picture>(mask);
    draft = draftOf(m);
    EXPECT_EQ(draft.materials[1].role, PartRole::Leaf);
    const ProxyMade separate = makeProxy(draft, asTree(draft));
    EXPECT_TRUE(tells(separate.report, "opacity map"));
    EXPECT_NEAR(clearShare(*separate.model->materials[1].maps.color), clear, 0.02f);
}

TEST_F(ForeignPlants, MapsInWrongSlotsAreMoved) {
    Model m = foreignTree(LeafPicture::Alpha);
    Picture normals{8, 8, {}}, heights{8, 8, {}}, gloss{8, 8, {}};
    for (int i = 0; i < 64; ++i) {
        normals.rgba.insert(normals.rgba.end(), {128, 127, 250, 255});
        const auto v = static_cast<uint8_t>(4 * i);
        heights.rgba.insert(heights.rgba.end(), {v, v, v, 255});
        gloss.rgba.insert(gloss.rgba.end(), {30, 30, 30, 255});
    }
    m.materials[0].maps.height = std::make_shared<const Picture>(normals);
    m.materials[1].maps.normal = std::make_shared<const Picture>(heights);
    m.materials[1].maps.roughness = std::make_shared<const Picture>(gloss);
    const ProxyDraft draft = draftOf(m);
    const ProxyMade made = makeProxy(draft, asTree(draft));
    EXPECT_TRUE(made.model->materials[0].maps.normal);
    EXPECT_FALSE(made.model->materials[0].maps.height);
    EXPECT_TRUE(made.model->materials[1].maps.height);
    EXPECT_FALSE(made.model->materials[1].maps.normal);
    ASSERT_TRUE(made.model->materials[1].maps.roughness);
    EXPECT_EQ(made.model->materials[1].maps.roughness->rgba[0], 225);
}

TEST_F(ForeignPlants, WhatLiesIsTurnedUp) {
    Model m = foreignTree(LeafPicture::Alpha);
    for (Part& p : m.parts)
        changeMesh(p, [](Mesh& mesh) {
            for (auto* list : {&mesh.positions, &mesh.normals})
                for (V3f& v : *list) v = {v.x, -v.z, v.y}; // as if its file were Y up
        });
    tidy(m);
    const ProxyDraft draft = draftOf(m);
    EXPECT_TRUE(draft.lies);
    ProxyOrder order = asTree(draft);
    order.upright = true;
    const ProxyMade made = makeProxy(draft, order);
    float crown = 0, stem = 0;
    for (const Part& p : made.model->parts) (p.material == 1 ? crown : stem) = bounds(*p.mesh).center().z;
    EXPECT_GT(crown, stem);
    EXPECT_NEAR(bounds(*made.model).max.z, 6, 0.01f);
}

TEST_F(ForeignPlants, HeavyOnesGetLight) {
    const ProxyDraft draft = draftOf(foreignTree(LeafPicture::Alpha, 200000));
    const ProxyMade made = makeProxy(draft, asTree(draft));
    EXPECT_GT(made.trianglesBefore, 400000);
    EXPECT_LE(made.trianglesAfter, 250000);
    EXPECT_LT(made.bytesAfter, made.bytesBefore);
    EXPECT_TRUE(tells(made.report, "Reduced"));
    const Species s = speciesOf(made);
    const Individual one = grow(s.recipe, 1);
    const float seen = silhouette(one.form(Level::Near));
    for (const Level level : {Level::Near, Level::Middle, Level::Far}) {
        EXPECT_LE(one.form(level).triangles(), kMostTriangles[static_cast<size_t>(level)] * 1.1);
        EXPECT_GT(one.form(level).triangles(), 100u);
        EXPECT_NEAR(silhouette(one.form(level)) / seen, 1, 0.12) << static_cast<int>(level);
    }
    EXPECT_NEAR(one.height, 6, 0.7f);
}

TEST_F(ForeignPlants, SeasonsTakeTheirLeaves) {
    const ProxyDraft draft = draftOf(foreignTree(LeafPicture::Alpha, 3000));
    const Species s = speciesOf(makeProxy(draft, asTree(draft)));
    const Individual summer = grow(s.recipe, 1), bare = grow(inSeason(s.recipe, Season::Bare), 1),
                     autumn = grow(inSeason(s.recipe, Season::Autumn), 1);
    EXPECT_TRUE(bare.form(Level::Near).parts[1].empty());
    EXPECT_EQ(bare.form(Level::Near).parts[0].triangles.size(), summer.form(Level::Near).parts[0].triangles.size());
    EXPECT_NEAR(area(autumn.form(Level::Near).parts[1]) / area(summer.form(Level::Near).parts[1]), 0.7, 0.03);
}

TEST_F(ForeignPlants, AreReadFromFilesWithLostPictures) {
    const Model m = importModel(writeForeignTree(folder), {.plant = true});
    ASSERT_GE(m.materials.size(), 2u);
    const auto leaf =
        std::find_if(m.materials.begin(), m.materials.end(), [](const Surface& s) { return s.name == "Mat_017"; });
    ASSERT_NE(leaf, m.materials.end());
    ASSERT_TRUE(leaf->maps.color) << "found by its name alone";
    EXPECT_EQ(leaf->maps.color->width, 64);
    fs::remove_all(folder / "textures");
    const ForeignModel without = importForeign(folder / "tree.obj", {.plant = true});
    EXPECT_EQ(without.missing, std::vector<std::string>{"leaf.png"});
    const ProxyDraft draft = draftOf(without);
    EXPECT_TRUE(tells(makeProxy(draft, asTree(draft)).report, "leaf.png"));
}

TEST_F(ForeignPlants, BadAnswersAreRefused) {
    const ProxyDraft draft = draftOf(foreignTree(LeafPicture::Alpha));
    ProxyOrder order = asTree(draft);
    order.height = 0;
    EXPECT_THROW(makeProxy(draft, order), Error);
    order.height = std::nanf("");
    EXPECT_THROW(makeProxy(draft, order), Error);
    order = asTree(draft);
    order.name.clear();
    EXPECT_THROW(makeProxy(draft, order), Error);
    EXPECT_THROW(draftOf(Picture{4, 4, std::vector<uint8_t>(64, 0)}, "nothing"), Error);
    std::ofstream(folder / "high") << "a file where a folder should be";
    EXPECT_THROW(keepProxy(makeProxy(draft, asTree(draft)), folder / "high"), Error);
}

TEST_F(ForeignPlants, AreKeptAndFoundAgain) {
    const ProxyDraft draft = draftOf(foreignTree(LeafPicture::Alpha));
    ProxyOrder order = asTree(draft);
    order.rights = {"A friend", "big-tree.obj", "CC0", "0"};
    const ProxyMade made = makeProxy(draft, order);
    const fs::path first = keepProxy(made, folder / "own"), second = keepProxy(made, folder / "own");
    EXPECT_NE(first, second);
    fs::remove(second);
    const auto all = PlantLibrary::load(fs::path(THALLOS_SOURCE) / "assets/species", folder / "own");
    const int at = all->find("Big tree");
    ASSERT_GE(at, 0);
    const Species& s = all->species()[static_cast<size_t>(at)];
    EXPECT_EQ(s.origin, SpeciesOrigin::Own);
    EXPECT_EQ(s.recipe.rights, order.rights);
    EXPECT_EQ(all->individual(IndividualId::of(at)).form(Level::Near).triangles(),
              grow(speciesOf(made).recipe, 1).form(Level::Near).triangles());
    ASSERT_TRUE(all->surfaces(at)[1].maps.color);
    // Without its model something of its size stands there.
    fs::remove(folder / "own" / "big-tree.proxy");
    const auto without = PlantLibrary::load(fs::path(THALLOS_SOURCE) / "assets/species", folder / "own");
    EXPECT_NEAR(without->individual(IndividualId::of(at)).height, 6, 0.6f);
    std::ofstream(folder / "own" / "big-tree.proxy") << "thmodel3 and then nothing";
    const auto broken = PlantLibrary::load(fs::path(THALLOS_SOURCE) / "assets/species", folder / "own");
    EXPECT_NEAR(broken->individual(IndividualId::of(at)).height, 6, 0.6f);
}

TEST_F(ForeignPlants, LeavesOfPicturesHaveHolesForRays) {
    const ProxyDraft draft = draftOf(foreignTree(LeafPicture::Alpha, 1));
    ProxyOrder order = asTree(draft);
    order.roles[1] = PartRole::Leaf; // a single card might be anything
    const auto lib = with(speciesOf(makeProxy(draft, order)));
    Project p = newProject({40, 40}, 1, "x");
    p = added(p, "Tree", Specimens{{{"Big tree", {0, 0}, 0, 1, 0}}});
    SceneBuilder builder;
    const auto scene = builder.update(build(p, lib));
    const Mesh& card = lib->individual(IndividualId::of(lib->find("Big tree"))).form(Level::Near).parts[1];
    ASSERT_EQ(card.triangles.size(), 2u);
    const V3f foot(0, 0, scene->site->land.field.at({0, 0}));
    const V3f& a = card.positions[0];
    const V3f e = card.positions[1] - a, f = card.positions[3] - a, n = e.cross(f).normalized();
    int leaf = 0, hole = 0, wrong = 0;
    for (int y = 0; y < 30; ++y)
        for (int x = 0; x < 30; ++x) {
            const float u = (static_cast<float>(x) + 0.5f) / 30, v = (static_cast<float>(y) + 0.5f) / 30;
            const float s = 2 * u - 1, t = 2 * v - 1, at = s * s / 0.3f + t * t / 0.8f;
            if (std::abs(at - 1) < 0.2f) continue;
            const V3f from = foot + a + e * u + f * v + n * 0.05f;
            const Hit hit = trace(*scene, from, -n, from, 0.1f);
            const bool met = static_cast<bool>(hit);
            (at < 1 ? leaf : hole)++;
            wrong += met != (at < 1);
            const Rgb lit = transmittance(*scene, from, -n, from, 0.1f);
            wrong += (lit.x == 0) != (at < 1);
        }
    EXPECT_GT(leaf, 200);
    EXPECT_GT(hole, 200);
    EXPECT_EQ(wrong, 0);
}

TEST_F(ForeignPlants, FlatPicturesFaceWhoeverLooksAndTheSun) {
    const ProxyDraft draft = draftOf(halfBoard(), "board");
    EXPECT_TRUE(draft.flat);
    ProxyOrder order;
    order.name = "Board";
    order.height = 2;
    order.turns = true;
    const auto lib = with(speciesOf(makeProxy(draft, order)));
    Project p = newProject({40, 40}, 1, "x");
    p = added(p, "Board", Specimens{{{"Board", {0, 0}, 0.3f, 1, 0}}});
    SceneBuilder builder;
    const auto scene = builder.update(build(p, lib));
    const float z = scene->site->land.field.at({0, 0});
    for (int k = 0; k < 8; ++k) {
        const float a = 2 * kPi * static_cast<float>(k) / 8;
        const V3f from(8 * std::cos(a), 8 * std::sin(a), z + 1.5f), side(-std::sin(a), std::cos(a), 0);
        for (const float off : {-0.9f, -0.5f, 0.0f, 0.5f, 0.9f}) {
            const V3f at = V3f(0, 0, z + 1) + side * off;
            const Hit hit = trace(*scene, from, (at - from).normalized(), from);
            ASSERT_TRUE(hit.plant) << k << " " << off;
            EXPECT_NEAR((hit.position - at).length(), 0, 0.05f);
            EXPECT_GT(hit.normal.dot((from - at).normalized()), 0.9f);
            // Its face is lit and is not shaded by itself, wherever the sun stands before it.
            const V3f sun = V3f(std::cos(a + 0.7f), std::sin(a + 0.7f), 0.8f).normalized();
            EXPECT_EQ(transmittance(*scene, hit.position + hit.normal * 1e-3f, sun, from, kFarAway, hit), Rgb(1));
        }
        const V3f past = V3f(0, 0, z + 1) + side * 1.15f;
        EXPECT_FALSE(trace(*scene, from, (past - from).normalized(), from, 10).plant);
        // The shadow on the ground is as wide from whatever side the sun shines.
        const V3f sun = V3f(std::cos(a), std::sin(a), 1).normalized();
        for (const float off : {-0.8f, 0.0f, 0.8f}) {
            const V3f ground = V3f(0, 0, z + 0.02f) - V3f(std::cos(a), std::sin(a), 0) * 1.0f + side * off;
            EXPECT_EQ(transmittance(*scene, ground, sun, from), Rgb(0)) << k << " " << off;
        }
        const V3f beside = V3f(0, 0, z + 0.02f) - V3f(std::cos(a), std::sin(a), 0) + side * 1.3f;
        EXPECT_EQ(transmittance(*scene, beside, sun, from), Rgb(1));
    }
    const Hit hit = trace(*scene, V3f(0, -8, z + 1), V3f(0, 1, 0), V3f(0, -8, z + 1));
    const ShadingPoint s = shadingAt(*scene, hit, V3f(0, -1, 0), 0.01f);
    EXPECT_GT(s.surface.albedo.x, 2 * s.surface.albedo.z) << "it shows its picture";
    EXPECT_LT(s.surface.normal.y, -0.7f);
}

TEST_F(ForeignPlants, SplashesStandOnTheWater) {
    const ProxyDraft draft = draftOf(halfBoard(), "big splash");
    EXPECT_EQ(draft.kind, SpeciesKind::Splash) << "by its name";
    ProxyOrder order;
    order.height = 0.5f;
    std::vector<Species> species;
    for (const auto& [name, kind] : {std::pair("Splash", SpeciesKind::Splash), std::pair("Post", SpeciesKind::Thing)}) {
        order.name = name;
        order.kind = kind;
        const ProxyMade made = makeProxy(draft, order);
        const auto& materials = made.model->materials;
        EXPECT_EQ(std::any_of(materials.begin(), materials.end(), [](const Surface& m) { return m.translucency > 0; }),
                  kind == SpeciesKind::Splash)
            << "drops pass light on";
        species.push_back(speciesOf(made));
    }
    Project p = newProject({40, 40}, 0.5f, "x");
    Pool pool;
    pool.points = {{-4, -4}, {4, -4}, {4, 4}, {-4, 4}};
    pool.depth = 1;
    p = added(p, "Pool", pool);
    p = added(p, "Two", Specimens{{{"Splash", {1, 0}, 0, 1, 0}, {"Post", {-1, 0}, 0, 1, 0}}});
    const auto site = build(p, with(species));
    const auto z = [&](float x) {
        for (const auto& tiles : site->plants)
            for (const auto& tile : tiles)
                for (const PlantRecord& r : tile->records)
                    if (std::abs(r.x - x) < 0.01f) return r.z;
        return -100.0f;
    };
    EXPECT_NEAR(z(1), site->waters[0].level, 1e-4f);
    EXPECT_NEAR(z(-1), site->waters[0].level - 1, 1e-3f) << "what does not float stands on the floor";
}

TEST_F(ForeignPlants, SprayStopsRaysByItsShareAndFigureCutOutsDoNot) {
    // Covers by two thirds below; the clear upper half is cropped.
    Picture spray{8, 16, std::vector<uint8_t>(8 * 16 * 4, 255)};
    for (size_t i = 0; i < spray.rgba.size() / 4; ++i) spray.rgba[4 * i + 3] = i < 64 ? 0 : 170;
    for (const auto& [kind, share] :
         {std::pair(SpeciesKind::Splash, 170 / 255.0), std::pair(SpeciesKind::Thing, 1.0)}) {
        ProxyOrder order;
        order.name = "Card";
        order.kind = kind;
        order.height = 2;
        order.turns = true;
        Project p = newProject({40, 40}, 1, "x");
        p = added(p, "Card", Specimens{{{"Card", {0, 0}, 0, 1, 0}}});
        SceneBuilder builder;
        const auto scene = builder.update(build(p, with(speciesOf(makeProxy(draftOf(spray, "card"), order)))));
        const float z = scene->site->land.field.at({0, 0});
        int met = 0;
        constexpr int kRays = 40;
        for (int y = 0; y < kRays; ++y)
            for (int x = 0; x < kRays; ++x) {
                const V3f from(0, -6, z + 0.9f), at(-0.7f + 1.4f * static_cast<float>(x) / kRays, 0,
                                                    z + 0.2f + 1.4f * static_cast<float>(y) / kRays);
                const Hit hit = trace(*scene, from, (at - from).normalized(), from, 12);
                met += hit.plant && hit.position.z < z + 1.75f;
            }
        EXPECT_NEAR(met / static_cast<double>(kRays * kRays), share, 0.04) << static_cast<int>(kind);
    }
}

TEST_F(ForeignPlants, CardsOfMistLetLightThroughByShare) {
    Picture mist{2, 2, std::vector<uint8_t>(16, 220)};
    for (size_t i = 3; i < 16; i += 4) mist.rgba[i] = 140;
    const ProxyDraft draft = draftOf(mist, "mist");
    const Model soft = cardOf(draft, 4, true), hard = cardOf(draft, 4, false);
    EXPECT_TRUE(soft.materials[0].soft);
    const auto share = [](const Model& m) {
        Building b;
        b.model = std::make_shared<const Model>(m);
        b.surfaces = m.materials;
        b.position = {0, 0, 50};
        const auto scene = bareSceneOf(aloft(b));
        int through = 0;
        for (int i = 0; i < 1000; ++i) {
            const V3f from(1.7f * (static_cast<float>(i) / 500 - 1), -5, 52);
            through += !trace(*scene, from, V3f(0, 1, 0), from);
        }
        return static_cast<float>(through) / 1000;
    };
    EXPECT_NEAR(share(soft), 1 - 140 / 255.0f, 0.06f);
    EXPECT_EQ(share(hard), 0);
}

TEST_F(CollectedProjects, CarryWhatDidNotComeWithThallos) {
    const ProxyDraft draft = draftOf(foreignTree(LeafPicture::Alpha));
    const auto lib = with(speciesOf(makeProxy(draft, asTree(draft))));
    Project p = newProject({40, 40}, 1, "Orchard lane");
    p = added(p, "Apple", Specimens{{{"Apple", {3, 0}, 0, 1, 0}}});
    EXPECT_EQ(carrying(p, *lib), p) << "nothing to carry";
    p = added(p, "Tree", Specimens{{{"Big tree", {0, 0}, 0, 1, 0}}});
    const Project carried = carrying(p, *lib);
    ASSERT_EQ(carried.species.size(), 1u);
    EXPECT_EQ(carrying(carried, *lib), carried);
    // Through a file, where the library has never heard of it.
    saveProjectAs(carried, folder / "site.thallos");
    const Project again = openProject(folder / "site.thallos");
    ASSERT_EQ(again.species.size(), 1u);
    std::vector<Text> warnings;
    const auto site = build(again, library(), nullptr, BuildMode::Rest, &warnings);
    EXPECT_TRUE(warnings.empty());
    EXPECT_EQ(site->plantCount(), 2);
    EXPECT_EQ(build(again, library())->library, site->library) << "one library for one project";
    // In any season: else each request would build the site anew.
    Site autumn = *again.site;
    autumn.season = Season::Autumn;
    const Project leaves = withSite(again, autumn);
    const auto fall = build(leaves, library());
    EXPECT_EQ(libraryOf(leaves, *library()), fall->library);
    const auto later = build(removed(leaves, itemsOf<Shot>(leaves)[0]->id), library(), fall);
    EXPECT_EQ(later->library, fall->library);
    EXPECT_EQ(later->plants, fall->plants) << "tiles are shared";
    const int at = site->library->find("Big tree");
    EXPECT_EQ(site->library->species()[static_cast<size_t>(at)].origin, SpeciesOrigin::Carried);
    EXPECT_TRUE(site->library->surfaces(at)[1].maps.color);
    EXPECT_EQ(site->library->individual(IndividualId::of(at)).form(Level::Near).triangles(),
              lib->individual(IndividualId::of(lib->find("Big tree"))).form(Level::Near).triangles());
    // It is let go of when nothing of it is planted any more.
    const Project without = removed(again, find(again, "Tree")->id);
    EXPECT_TRUE(carrying(without, *library()).species.empty());
}

TEST_F(CollectedProjects, LieInOneFolderWithTheirRights) {
    fs::create_directories(folder / "from");
    std::ofstream(folder / "from" / "big.obj") << "v 0 0 0\n";
    ProxyDraft draft = draftOf(foreignTree(LeafPicture::Alpha));
    ProxyOrder order = asTree(draft);
    order.rights = {"A, friend", (folder / "from" / "big.obj").string(), "CC0 \"as is\"", ""};
    const auto lib = with(speciesOf(makeProxy(draft, order)));
    Project p = newProject({40, 40}, 1, "Orchard lane");
    p = added(p, "Tree", Specimens{{{"Big tree", {0, 0}, 0, 1, 0}, {"Apple", {5, 0}, 0, 1, 0}}});
    Building b = buildingOf(box({-1, -1, 0}, {1, 1, 2}), matt(0.5f));
    b.rights.source = (folder / "from" / "gone.glb").string();
    p = added(p, "Shed", b);
    p = added(p, "Shed again", b);
    const auto assets = assetsOf(p, *lib);
    ASSERT_EQ(assets.size(), 2u) << "a model that stands twice is one thing; what came with Thallos needs no list";
    EXPECT_EQ(assets[0].used.size(), 2u);
    EXPECT_TRUE(assets[0].unclear());
    EXPECT_FALSE(assets[1].unclear());
    const Collected c = collect(p, *lib, folder / "all");
    EXPECT_TRUE(fs::exists(c.project));
    EXPECT_TRUE(fs::exists(folder / "all" / "sources" / "big.obj"));
    ASSERT_EQ(c.missing.size(), 1u);
    EXPECT_NE(c.missing[0].find("gone.glb"), std::string::npos);
    std::stringstream table;
    table << std::ifstream(folder / "all" / "rights.csv", std::ios::binary).rdbuf();
    EXPECT_NE(table.str().find("\"A, friend\""), std::string::npos);
    EXPECT_NE(table.str().find("\"CC0 \"\"as is\"\"\""), std::string::npos);
    EXPECT_NE(table.str().find("Shed; Shed again"), std::string::npos);
    EXPECT_EQ(openProject(c.project).species.size(), 1u);
    EXPECT_EQ(PlantLibrary::load(folder / "all" / "species")->species().size(), 1u);
    Progress stopped;
    stopped.cancel();
    EXPECT_THROW(collect(p, *lib, folder / "other", &stopped), Error);
    std::ofstream(folder / "file") << "no folder";
    EXPECT_THROW(collect(p, *lib, folder / "file"), Error);
}
