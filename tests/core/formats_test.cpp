// What other programs write, odd and damaged: files of our own making in every format.
#include <algorithm>
#include <fstream>
#include <map>
#include <set>

#include <gtest/gtest.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/exchange/foreign.h"
#include "core/finish/encode.h"
#include "tests/core/foreign_files.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

struct Formats : testing::TestWithParam<const char*> {
    fs::path folder = fs::temp_directory_path() / ("thallos formats " + std::to_string(::getpid()));
    Formats() { fs::create_directories(folder); }
    ~Formats() override { fs::remove_all(folder); }
    fs::path write(const std::string& name, const std::string& bytes) const {
        fs::create_directories((folder / name).parent_path());
        std::ofstream(folder / name, std::ios::binary) << bytes;
        return folder / name;
    }
    std::string format() const { return GetParam(); }
};
// Those that have faces of many corners, nodes that mirror, instances, and that may leave out normals and uvs.
struct ManyCorners : Formats {};
struct Mirrors : Formats {};
struct Instances : Formats {};
struct Leaving : Formats {};
struct Textures : Formats {};
struct BuildingModels : Formats {};

double volumeOf(const Model& m) {
    double v = 0;
    for (const Part& part : m.parts)
        for (const V3i& t : part.mesh->triangles) {
            const auto at = [&](int i) { return V3d(part.mesh->positions[static_cast<size_t>(i)]); };
            v += at(t.x).dot(at(t.y).cross(at(t.z))) / 6;
        }
    return v;
}

} // namespace

INSTANTIATE_TEST_SUITE_P(Each, Formats, testing::Values("obj", "stl", "ply", "3ds", "dae", "fbx", "gltf", "ifc"),
                         [](const auto& info) { return std::string(info.param); });

INSTANTIATE_TEST_SUITE_P(Each, ManyCorners, testing::Values("obj", "ply", "dae", "fbx"));
INSTANTIATE_TEST_SUITE_P(Each, Mirrors, testing::Values("dae", "fbx", "gltf"));
INSTANTIATE_TEST_SUITE_P(Each, Instances, testing::Values("dae", "gltf"));
INSTANTIATE_TEST_SUITE_P(Each, Leaving, testing::Values("obj"));

TEST_P(Formats, NamesOfFilesAndPartsHaveBlanksAndAccents) {
    const std::string name = format() == "ifc" ? "Gr\\X2\\00FC\\X0\\n gable" : "Grün gable";
    const Model m = importModel(write("Über den Hof/Süd haus." + format(), fileOf(format(), {.name = name})));
    EXPECT_EQ(m.name, "Süd haus");
    EXPECT_NEAR(volumeOf(m), 15, 0.05);
    ASSERT_FALSE(m.parts.empty());
    if (format() == "obj" || format() == "dae" || format() == "fbx" || format() == "gltf" || format() == "ifc")
        EXPECT_EQ(m.parts[0].name, "Grün gable");
}

TEST_P(ManyCorners, AreCutIntoTriangles) {
    const Model m = importModel(write("a." + format(), fileOf(format(), {.polygons = true})));
    EXPECT_EQ(triangleCount(m), 8);
    EXPECT_NEAR(volumeOf(m), 15, 0.05);
}

TEST_P(Mirrors, LeavePartsRightSideOut) {
    const Model m = importModel(write("a." + format(), fileOf(format(), {.mirrored = true})));
    EXPECT_NEAR(volumeOf(m), 15, 0.05);
    EXPECT_NEAR(bounds(m).size().x, 2, 1e-3);
}

TEST_P(Instances, OfOneMeshAreAllThere) {
    const Model m = importModel(write("a." + format(), fileOf(format(), {.instances = 3})));
    EXPECT_EQ(m.parts.size(), 3u);
    EXPECT_NEAR(bounds(m).size().x, 22, 1e-3);
    EXPECT_NEAR(volumeOf(m), 45, 0.1);
    const auto keys = partKeys(m);
    EXPECT_EQ(std::set<std::string>(keys.begin(), keys.end()).size(), 3u);
}

TEST_P(Leaving, OutNormalsAndUvsIsFine) {
    for (const bool normals : {false, true})
        for (const bool uvs : {false, true}) {
            const Model m = importModel(write("a.obj", fileOf("obj", {.normals = normals, .uvs = uvs})));
            EXPECT_NEAR(volumeOf(m), 15, 0.05);
            EXPECT_EQ(m.parts[0].mesh->normals.empty(), !normals);
            EXPECT_EQ(m.parts[0].mesh->uvs.empty(), !uvs);
        }
}

TEST_P(Formats, DamagedAnywhereItIsReadOrRefusedInOneSentence) {
    const std::string whole = fileOf(format());
    // Twenty places at a time, so that every tenth byte is met; each alone where the reader gives up.
    const size_t step = std::max<size_t>(10, whole.size() / 60);
    for (size_t at = 0; at < whole.size(); at += step) {
        std::string bytes = whole;
        for (size_t k = at; k < std::min(at + step, whole.size()); k += 10)
            bytes[k] = static_cast<char>(bytes[k] ^ (1 << (k / 10 % 8)));
        try {
            const Model m = importModel(write("bad." + format(), bytes), {}, nullptr, {int64_t(4) << 30, 20});
            for (const Part& p : m.parts)
                for (const V3i& t : p.mesh->triangles)
                    for (int k = 0; k < 3; ++k) ASSERT_LT(static_cast<size_t>(t[k]), p.mesh->positions.size());
        } catch (const Error& e) {
            EXPECT_EQ(std::string(e.what()).find('\n'), std::string::npos) << e.what();
            EXPECT_NE(std::string(e.what()).find("bad." + format()), std::string::npos) << e.what();
        }
    }
}

TEST_P(Formats, CutOffAnywhereItIsReadOrRefusedInOneSentence) {
    const std::string whole = fileOf(format());
    for (size_t k = 0; k < 12; ++k) try {
            importModel(write("cut." + format(), whole.substr(0, whole.size() * k / 12)), {}, nullptr,
                        {int64_t(4) << 30, 20});
        } catch (const Error& e) {
            EXPECT_EQ(std::string(e.what()).find('\n'), std::string::npos) << e.what();
        }
}

// Pictures.

namespace {

// A wall whose material has the picture `uri`.
std::string textured(const std::string& format, const std::string& uri) {
    if (format == "obj")
        return "mtllib wall.mtl\no wall\nusemtl paint\nv 0 0 0\nv 1 0 0\nv 0 1 0\nvt 0 0\nf 1/1 2/1 3/1\n";
    return R"({"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"mesh":0}],"images":[)" + uri +
           R"(],"textures":[{"source":0}],"materials":[{"name":"paint","pbrMetallicRoughness":{"baseColorTexture":{"index":0}}}],)"
           R"("meshes":[{"primitives":[{"attributes":{"POSITION":0},"material":0}]}],"buffers":[{"byteLength":36,"uri":)"
           R"("data:application/octet-stream;base64,AAAAAAAAAAAAAAAAAACAPwAAAAAAAAAAAAAAAAAAgD8AAAAA"}],)"
           R"("bufferViews":[{"buffer":0,"byteLength":36}],)"
           R"("accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3"}]})";
}

} // namespace

INSTANTIATE_TEST_SUITE_P(Each, Textures, testing::Values("obj", "gltf"),
                         [](const auto& info) { return std::string(info.param); });

TEST_P(Textures, ThatCannotBeReadNeverRefuseTheModel) {
    writePicture(folder / "good.png", Image8(4, 4, Pixel8{200, 10, 10}));
    std::ifstream in(folder / "good.png", std::ios::binary);
    const std::string good((std::istreambuf_iterator<char>(in)), {});
    std::string bomb = good; // says that it is 1 000 000 pixels wide and high
    for (const size_t at : {size_t(16), size_t(20)}) bomb.replace(at, 4, std::string("\x00\x0f\x42\x40", 4));
    const std::map<std::string, std::string> pictures = {
        {"empty.png", ""},  {"text.png", "no picture"},   {"cut.png", good.substr(0, 40)},
        {"bomb.png", bomb}, {"text.jpg", "\xff\xd8\xff"}, {"text.tga", "x"}};
    for (const auto& [name, bytes] : pictures) write(name, bytes);
    std::vector<std::string> uris = {"none.png", "../outside.png", "/etc/hostname"};
    for (const auto& [name, bytes] : pictures) uris.push_back(name);
    for (const std::string& uri : uris) {
        SCOPED_TRACE(uri);
        write("wall.mtl", "newmtl paint\nKd 0.5 0.4 0.3\nmap_Kd " + uri + "\n");
        const ForeignModel read =
            importForeign(write("wall." + format(), textured(format(), R"({"uri":")" + uri + R"("})")));
        EXPECT_EQ(triangleCount(read.model), 1);
        ASSERT_EQ(read.model.materials.size(), 1u);
        EXPECT_FALSE(read.model.materials[0].maps.color);
        EXPECT_EQ(read.missing, std::vector<std::string>{fs::path(uri).filename().string()});
    }
    if (format() != "gltf") return;
    for (const char* inside : {R"({"uri":"data:image/png;base64,####"})", R"({"uri":"data:image/png;base64,"})",
                               R"({"bufferView":0,"mimeType":"image/png","name":"inside"})",
                               R"({"bufferView":9,"mimeType":"image/png","name":"beyond"})", R"({})"}) {
        SCOPED_TRACE(inside);
        const ForeignModel read = importForeign(write("wall.gltf", textured("gltf", inside)));
        EXPECT_EQ(triangleCount(read.model), 1);
        EXPECT_EQ(read.missing.size(), 1u);
    }
}

// Building models.

INSTANTIATE_TEST_SUITE_P(Each, BuildingModels, testing::Values("IFC2X3", "IFC4"),
                         [](const auto& info) { return std::string(info.param); });

TEST_P(BuildingModels, StoreysAndKindsAreGroups) {
    const ForeignModel read = importForeign(write("shed.ifc", buildingModel(GetParam())));
    const Model& m = read.model;
    const auto keys = partKeys(m);
    const std::set<std::string> all(keys.begin(), keys.end());
    for (const char* key :
         {"Site/Meadow", "Level 0/Walls/Basic wall:Dark brick", "Level 1/Walls/Basic wall:Dark brick#4",
          "Level 0/Doors/Tür", "Level 1/Windows/Window", "Level 0/Furniture/Chair"})
        EXPECT_TRUE(all.count(key)) << key;
    if (std::string(GetParam()) == "IFC4")
        for (const char* key : {"Level 0/Roofs/Roof", "Level 1/Coverings/Ceiling", "Level 0/Slabs/Terrace"})
            EXPECT_TRUE(all.count(key)) << key;
    for (const std::string& key : keys) EXPECT_EQ(key.find("0Yvct"), std::string::npos) << key;
    EXPECT_TRUE(read.notes.empty());
}

TEST_P(BuildingModels, EqualStylesAreOneMaterial) {
    const Model m = importModel(write("shed.ifc", buildingModel(GetParam())));
    std::multiset<std::string> names;
    for (const Surface& s : m.materials) names.insert(s.name);
    for (const char* name : {"Dark brick", "Oak", "Pane", "Beech"}) EXPECT_EQ(names.count(name), 1u) << name;
    EXPECT_EQ(m.materials.size(), std::string(GetParam()) == "IFC4" ? 6u : 5u);
    for (const Surface& s : m.materials) EXPECT_EQ(s.transmission > 0.5f, s.name == "Pane") << s.name;
}

TEST_P(BuildingModels, OpeningsAreCut) {
    const Model m = importModel(write("shed.ifc", buildingModel(GetParam())));
    const auto keys = partKeys(m);
    std::map<std::string, double> volumes;
    for (size_t i = 0; i < keys.size(); ++i) {
        Model alone;
        alone.parts = {m.parts[i]};
        volumes[keys[i]] = std::abs(volumeOf(alone));
    }
    double front = 0; // of the wall with a door, from the south
    for (size_t i = 0; i < keys.size(); ++i)
        if (keys[i] == "Level 0/Walls/Basic wall:Dark brick")
            for (const V3i& t : m.parts[i].mesh->triangles) {
                const auto& p = m.parts[i].mesh->positions;
                const V3f n = (p[static_cast<size_t>(t.y)] - p[static_cast<size_t>(t.x)])
                                  .cross(p[static_cast<size_t>(t.z)] - p[static_cast<size_t>(t.x)]);
                front += std::max(-n.y, 0.0f) / 2;
            }
    EXPECT_NEAR(front, 6 * 2.7 - 1 * 2.1, 0.001);
    EXPECT_NEAR(volumes["Level 0/Walls/Basic wall:Dark brick"], (6 * 2.7 - 1 * 2.1) * 0.2, 0.001) << "whole above";
    for (const std::string& key : keys) EXPECT_EQ(key.find("Opening"), std::string::npos) << key;
    EXPECT_NEAR(volumes["Level 1/Walls/Basic wall:Dark brick#2"], 6 * 2.7 * 0.2, 0.01);
    // A quarter of its front corner is round: a circle of 1 m.
    if (std::string(GetParam()) == "IFC4")
        EXPECT_NEAR(volumes["Level 0/Slabs/Terrace"], (1 + 3.14159 / 4) * 0.15, 0.002);
}

TEST_P(BuildingModels, PlaceNorthAndCountsAreTold) {
    const ForeignModel read = importForeign(write("shed.ifc", buildingModel(GetParam())));
    ASSERT_TRUE(read.building);
    EXPECT_EQ(read.building->schema, GetParam());
    EXPECT_EQ(read.building->storeys, 2);
    EXPECT_EQ(read.building->doors, 2);
    EXPECT_EQ(read.building->windows, 2);
    ASSERT_TRUE(read.building->place);
    EXPECT_NEAR(read.building->place->latitude, 52.075, 1e-9);
    EXPECT_NEAR(read.building->place->longitude, -1.6, 1e-9);
    EXPECT_NEAR(read.building->place->elevation, 85, 1e-9);
    EXPECT_NEAR(read.building->place->north, 10, 1e-4);
    const V3f size = bounds(read.model).size();
    EXPECT_NEAR(size.x, 20, 1e-3);
    EXPECT_NEAR(read.origin.z, 0.2, 1e-4);
}

TEST_P(BuildingModels, InFeetAreInFeet) {
    std::string text = buildingModel(GetParam());
    const auto put = [&](const std::string& from, const std::string& to) {
        ASSERT_NE(text.find(from), std::string::npos) << from;
        text.replace(text.find(from), from.size(), to);
    };
    put("IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.)", "IFCCONVERSIONBASEDUNIT($,.LENGTHUNIT.,'FOOT',#900001)");
    put("ENDSEC;\nEND-ISO", "#900001=IFCMEASUREWITHUNIT(IFCLENGTHMEASURE(0.3048),#900002);\n"
                            "#900002=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.);\nENDSEC;\nEND-ISO");
    const ForeignModel read = importForeign(write("feet.ifc", text));
    EXPECT_NEAR(bounds(read.model).size().x, 20000 * 0.3048, 1);
    ASSERT_TRUE(read.building && read.building->place);
    EXPECT_NEAR(read.building->place->elevation, 85000 * 0.3048, 1e-6);
}

TEST_P(BuildingModels, WithoutGeometryIsASentence) {
    try {
        importModel(write("bare.ifc", buildingWithoutShapes()));
        FAIL();
    } catch (const Error& e) {
        EXPECT_NE(std::string(e.what()).find("without its geometry"), std::string::npos) << e.what();
    }
}

TEST_P(BuildingModels, ShapesThatCannotBeReadAreTold) {
    std::string text = buildingModel(GetParam());
    const std::string from = "IFCEXTRUDEDAREASOLID";
    text.replace(text.rfind(from), from.size(), "IFCADVANCEDBREP"); // of another form
    const ForeignModel read = importForeign(write("odd.ifc", text));
    ASSERT_EQ(read.notes.size(), 1u);
    EXPECT_NE(read.notes[0].english().find("IFCADVANCEDBREP"), std::string::npos);
}
