// Every format stands upright and in scale, whatever axis and unit it counts in: files of our own making.
#include <cmath>
#include <cstring>
#include <fstream>

#include <gtest/gtest.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/exchange/foreign.h"
#include "core/exchange/survey.h"
#include "core/project/land.h"
#include "core/project/project.h"
#include "tests/core/foreign_files.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

struct Upright : testing::Test {
    fs::path folder = fs::temp_directory_path() / ("thallos-upright-" + std::to_string(::getpid()));
    Upright() { fs::create_directories(folder); }
    ~Upright() override { fs::remove_all(folder); }

    fs::path write(const std::string& name, const std::string& bytes) const {
        std::ofstream(folder / name, std::ios::binary) << bytes;
        return folder / name;
    }
    void expectUpright(const fs::path& file, const ModelImport& how = {}) const {
        SCOPED_TRACE(file.filename().string());
        const Model m = importModel(file, how);
        const V3f size = bounds(m).size();
        EXPECT_NEAR(size.x, 2, 2e-3);
        EXPECT_NEAR(size.y, 3, 2e-3);
        EXPECT_NEAR(size.z, 5, 2e-3);
        // The ridge lies over the south side, and faces look outwards.
        float volume = 0;
        for (const Part& part : m.parts)
            for (const V3i& t : part.mesh->triangles) {
                const V3f &a = part.mesh->positions[t.x], &b = part.mesh->positions[t.y],
                          &c = part.mesh->positions[t.z];
                volume += a.dot(b.cross(c)) / 6;
                for (const V3f* p : {&a, &b, &c})
                    if (p->z > 4.9f) EXPECT_LT(p->y, -1.4f);
            }
        EXPECT_NEAR(volume, 15, 0.1f);
    }
};

} // namespace

TEST_F(Upright, FormatsWithoutAnAxisOfTheirOwn) {
    for (const char* format : {"obj", "stl", "ply", "3ds"})
        expectUpright(write(std::string("a.") + format, fileOf(format)));
    expectUpright(write("mm.obj", fileOf("obj", {.up = 'z', .unit = 0.001f})), {.unit = 0.001f, .up = 'z'});
}

TEST_F(Upright, FormatsThatTellTheirAxisAndUnit) {
    for (const char* format : {"dae", "fbx"})
        for (const char up : {'y', 'z'})
            for (const float unit : {1.0f, 0.01f, 0.0254f})
                expectUpright(write(std::string(1, up) + std::to_string(unit) + "." + format,
                                    fileOf(format, {.up = up, .unit = unit})));
}

TEST_F(Upright, ABuildingModelInEachUnit) {
    for (const float unit : {1.0f, 0.001f})
        expectUpright(write(std::to_string(unit) + ".ifc", fileOf("ifc", {.unit = unit})));
}

TEST_F(Upright, FarFromTheOriginNothingIsLost) {
    // 6 million metres away a float knows half metres.
    // glTF nodes hold doubles: a triangle of 2 cm, put there.
    const std::string data(reinterpret_cast<const char*>(std::vector<float>{0, 0, 0, 0.02f, 0, 0, 0, 0.02f, 0}.data()),
                           36);
    write("t.bin", data);
    const Model m = importModel(write("far.gltf", R"({"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],
        "nodes":[{"mesh":0,"translation":[6000000.25,100,-4500000.75]}],"meshes":[{"primitives":[{"attributes":{"POSITION":0}}]}],
        "buffers":[{"uri":"t.bin","byteLength":36}],"bufferViews":[{"buffer":0,"byteLength":36}],
        "accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3","min":[0,0,0],"max":[1,1,1]}]})"));
    EXPECT_NEAR(bounds(m).size().x, 0.02f, 1e-5f);
    EXPECT_NEAR(bounds(m).size().z, 0.02f, 1e-5f);
}

TEST_F(Upright, StripsFansSparseDataLightsAndMovedTextures) {
    // Four corners of a square of 2 m; the third is put right by sparse data.
    const float corners[] = {0, 0, 0, 2, 0, 0, 0, 0, 9, 2, 0, -2};
    const float uvs[] = {0, 0, 1, 0, 0, 1, 1, 1};
    const float put[] = {0, 0, -2};
    const uint16_t which = 2;
    std::string data(reinterpret_cast<const char*>(corners), sizeof corners);
    data.append(reinterpret_cast<const char*>(uvs), sizeof uvs);
    data.append(reinterpret_cast<const char*>(put), sizeof put);
    data.append(reinterpret_cast<const char*>(&which), 2);
    data.append(2, '\0');
    write("s.bin", data);
    const auto gltf = [&](int mode) {
        return R"({"asset":{"version":"2.0"},"extensionsUsed":["KHR_lights_punctual","KHR_texture_transform"],
        "extensions":{"KHR_lights_punctual":{"lights":[{"type":"point","intensity":100,"name":"bulb"},{"type":"directional"}]}},
        "scene":0,"scenes":[{"nodes":[0,1,2]}],
        "nodes":[{"mesh":0},{"translation":[1,3,-1],"extensions":{"KHR_lights_punctual":{"light":0}}},
                 {"extensions":{"KHR_lights_punctual":{"light":1}}}],
        "materials":[{"pbrMetallicRoughness":{"baseColorTexture":{"index":0,"extensions":{"KHR_texture_transform":
            {"offset":[0.25,0.5],"scale":[2,4]}}}}}],"textures":[{"source":0}],"images":[{"uri":"none.png"}],
        "meshes":[{"primitives":[{"attributes":{"POSITION":0,"TEXCOORD_0":1},"material":0,"mode":)" +
               std::to_string(mode) + R"(}]}],
        "buffers":[{"uri":"s.bin","byteLength":96}],
        "bufferViews":[{"buffer":0,"byteLength":48},{"buffer":0,"byteOffset":48,"byteLength":32},
                       {"buffer":0,"byteOffset":80,"byteLength":12},{"buffer":0,"byteOffset":92,"byteLength":2}],
        "accessors":[{"bufferView":0,"componentType":5126,"count":4,"type":"VEC3","min":[0,0,-2],"max":[2,0,0],
            "sparse":{"count":1,"indices":{"bufferView":3,"componentType":5123},"values":{"bufferView":2}}},
            {"bufferView":1,"componentType":5126,"count":4,"type":"VEC2"}]})";
    };
    const ForeignModel read = importForeign(write("strip.gltf", gltf(5)));
    const Model& strip = read.model;
    ASSERT_EQ(strip.parts.size(), 2u);
    EXPECT_EQ(strip.parts[0].mesh->triangles.size(), 2u);
    float area = 0;
    for (const V3i& t : strip.parts[0].mesh->triangles) {
        const auto& p = strip.parts[0].mesh->positions;
        const V3f n = (p[t.y] - p[t.x]).cross(p[t.z] - p[t.x]);
        EXPECT_GT(n.z, 0) << "both look up";
        area += n.length() / 2;
    }
    EXPECT_NEAR(area, 4, 1e-4f);
    // u times 2 and a quarter more; v runs down in the file.
    EXPECT_NEAR(strip.parts[0].mesh->uvs[1].x, 2.25f, 1e-5f);
    EXPECT_NEAR(strip.parts[0].mesh->uvs[2].y, 1 - 4.5f, 1e-5f);
    // The lamp is a ball that shines as strongly as it says: candela over the area that it shows.
    const Part& lamp = strip.parts[1];
    const Surface& bulb = strip.materials[lamp.material];
    EXPECT_NEAR(luminance(bulb.emission) * kPi * 0.04f * 0.04f, 100, 2);
    bool sun = false;
    for (const Text& t : read.notes) sun |= t.english().find("like a sun") != std::string::npos;
    EXPECT_TRUE(sun);
    EXPECT_EQ(read.missing, std::vector<std::string>{"none.png"}) << "a map that is not there refuses nothing";
    EXPECT_EQ(importModel(write("fan.gltf", gltf(6))).parts[0].mesh->triangles.size(), 2u);
    // What is no surface is said to be none.
    for (const auto& [name, bytes] :
         {std::pair<std::string, std::string>("points.gltf",
                                              [&] {
                                                  std::string s = gltf(0);
                                                  s.replace(s.find("\"nodes\":[0,1,2]"), 15, "\"nodes\":[0]");
                                                  return s;
                                              }()),
          std::pair<std::string, std::string>("old.gltf", R"({"asset":{"version":"1.0"},"meshes":{}})")})
        try {
            importModel(write(name, bytes));
            ADD_FAILURE() << name;
        } catch (const Error& e) {
            const std::string why = e.what();
            EXPECT_TRUE(why.find("point cloud") != std::string::npos || why.find("1.0") != std::string::npos) << why;
        }
}

TEST_F(Upright, HeightsKeepTheirSizeAndWhatIsUnknownIsFilled) {
    Project p = newProject({100, 60}, 1, "x");
    const auto laid = [&p](const Surveyed& s) { return withTerrain(p, [&](Terrain& t) { t.survey = s.heights; }); };
    const GroundGrid& grid = p.ground->grid;
    HeightRaster r{41, 41, 2, {}};
    for (int y = 0; y < 41; ++y)
        for (int x = 0; x < 41; ++x) r.values.push_back(200 + 0.5f * static_cast<float>(x - 20) * 2);
    r.values[20 * 41 + 20] = std::nanf("");
    const Surveyed s = surveyed(grid, r, Fit::TrueSize, "land.tif");
    const HeightField field = naturalOf(laid(s));
    // 80 m of it lie over the middle of 100 m: half a metre a metre, whatever the site's own size.
    EXPECT_NEAR(field.at({10, 5}) - field.at({0, 5}), 5, 0.05f);
    EXPECT_NEAR(field.at({0, 0}), 200, 0.6f) << "the gap is filled from around it";
    EXPECT_NEAR(s.unknown, 0.2f, 0.02f);
    EXPECT_NEAR(field.at({48, 0}), field.at({40, 0}), 4) << "beyond its border the land goes on";
    EXPECT_GT(field.range().x, 150) << "nothing falls to zero";
    r.sized = false;
    EXPECT_NEAR(naturalOf(laid(surveyed(grid, r, Fit::TrueSize, "x"))).at({50, 0}), 220, 0.5f) << "over all of it";
    r.values.assign(r.values.size(), std::nanf(""));
    EXPECT_THROW(surveyed(grid, r, Fit::TrueSize, "void.tif"), Error);

    // What stands on the site goes up with it.
    p = added(p, "Pond", Water{{4, 5}, -0.5f});
    const Project up = lifted(p, laid(s));
    EXPECT_NEAR(bodyOf<Water>(find(up, "Pond"))->level, field.at({4, 5}) - 0.5f, 1e-3f);
    const float eye = bodyOf<Shot>(itemsOf<Shot>(up).front())->camera.position.z;
    const V3f at = bodyOf<Shot>(itemsOf<Shot>(p).front())->camera.position;
    EXPECT_NEAR(eye, field.at({at.x, at.y}) + at.z, 1e-3f);
}
