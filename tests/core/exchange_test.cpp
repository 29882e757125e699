#include <algorithm>
#include <cmath>
#include <csignal>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <map>
#include <sstream>

#include <gtest/gtest.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/exchange/foreign.h"
#include "core/finish/encode.h"

using namespace thallos;
namespace fs = std::filesystem;

namespace {

// The child program lies beside the tests.
struct Scratch : testing::Test {
    fs::path folder = fs::temp_directory_path() / ("thallos-exchange-" + std::to_string(::getpid()));
    Scratch() { fs::create_directories(folder); }
    ~Scratch() override { fs::remove_all(folder); }
    fs::path write(const std::string& name, const std::string& bytes) const {
        std::ofstream(folder / name, std::ios::binary) << bytes;
        return folder / name;
    }
    static std::string read(const fs::path& file) {
        std::ifstream in(file, std::ios::binary);
        std::stringstream s;
        s << in.rdbuf();
        return s.str();
    }
    // One clear sentence that names the file.
    void expectSentence(const fs::path& file) const {
        try {
            importModel(file, {}, nullptr, {int64_t(4) << 30, 20});
            FAIL() << file;
        } catch (const Error& e) {
            const std::string s = e.what();
            EXPECT_NE(s.find(file.filename().string()), std::string::npos) << s;
            EXPECT_EQ(s.find('\n'), std::string::npos) << s;
            EXPECT_EQ(s.back(), '.') << s;
        }
    }
};
using Exchange = Scratch;

const fs::path kHouse = fs::path(THALLOS_SOURCE) / "assets/demo/honey-house.glb";

const char* kObj = "mtllib yard.mtl\n"
                   "o slab\nusemtl stone\nv 0 0 0\nv 4 0 0\nv 4 0 3\nv 0 0 3\nf 1 2 3 4\n"
                   "o wall\nusemtl paint\nv 0 2 0\nv 4 2 0\nf 1 2 6 5\n";

} // namespace

TEST_F(Exchange, TheHoneyHouseComesWithItsParts) {
    const Model m = importModel(kHouse);
    EXPECT_GE(m.parts.size(), 60u);
    EXPECT_GE(m.materials.size(), 10u);
    const V3f size = bounds(m).size();
    EXPECT_NEAR(size.x, 19.8f, 0.3f);
    EXPECT_GT(size.z, 4);
    EXPECT_LT(size.z, 6.5f);
    EXPECT_NEAR(bounds(m).min.z, 0, 1e-5);
    EXPECT_FALSE(m.outlines.empty());
    bool glass = false, jars = false;
    for (const Surface& s : m.materials) glass = glass || s.transmission > 0.5f;
    for (const Part& p : m.parts) jars = jars || p.name == "jars on shelf 1";
    EXPECT_TRUE(glass);
    EXPECT_TRUE(jars);
}

TEST_F(Exchange, DoorsAndStepsHaveTheirTrueSize) {
    const Model m = importModel(kHouse);
    float floor = 0, doorTop = 0, step1 = 0, step2 = 0;
    for (const Part& p : m.parts) {
        const Box3f b = bounds(*p.mesh);
        if (p.name == "interior floor") floor = b.max.z;
        if (p.name == "door leaf 1") doorTop = b.max.z;
        if (p.name == "step 1") step1 = b.max.z;
        if (p.name == "step 2") step2 = b.max.z;
    }
    EXPECT_NEAR(doorTop - floor, 2.1f, 0.02f);
    EXPECT_NEAR(step1 - step2, 0.17f, 0.005f);
}

TEST_F(Exchange, ObjKeepsPartsMaterialsAndUnits) {
    write("yard.mtl", "newmtl stone\nKd 0.5 0.5 0.5\nnewmtl paint\nKd 0.8 0.1 0.1\n");
    const fs::path file = write("yard.obj", kObj);
    const Model m = importModel(file);
    ASSERT_EQ(m.parts.size(), 2u);
    EXPECT_EQ(triangleCount(m), 4);
    EXPECT_NEAR(bounds(m).size().z, 2, 1e-4) << "OBJ is Y up";
    EXPECT_NEAR(bounds(importModel(file, {0.001f})).size().x, 0.004f, 1e-6);
    EXPECT_NEAR(bounds(importModel(file, {1, 'z'})).size().y, 2, 1e-4);
    bool red = false;
    for (const Surface& s : m.materials) red = red || (s.name == "paint" && s.baseColor.x > 3 * s.baseColor.z);
    EXPECT_TRUE(red);
}

TEST_F(Exchange, OddSizesAreWarnedOf) {
    const ForeignModel m = importForeign(write("big.obj", "v 0 0 0\nv 9000 0 0\nv 0 0 9000\nf 1 2 3\n"));
    ASSERT_FALSE(m.notes.empty());
    EXPECT_NE(m.notes.front().english().find("unit"), std::string::npos);
}

TEST_F(Exchange, MissingEmptyAndForeignFilesAreRefused) {
    expectSentence(folder / "none.glb");
    expectSentence(write("empty.glb", ""));
    expectSentence(write("text.glb", "hello"));
    expectSentence(write("empty.obj", ""));
    expectSentence(write("odd.xyz", "1 2 3"));
    expectSentence(write("nothing.gltf", R"({"asset":{"version":"2.0"}})"));
    expectSentence(write("broken.gltf", R"({"asset":)"));
    EXPECT_THROW(importModel(folder), Error);
}

TEST_F(Exchange, TruncatedGlbIsRefused) {
    const std::string whole = read(kHouse);
    for (size_t k : {4u, 11u, 20u, 300u, 5000u}) expectSentence(write("cut.glb", whole.substr(0, k)));
    for (int k = 1; k < 6; ++k)
        expectSentence(write("cut.glb", whole.substr(0, whole.size() * static_cast<size_t>(k) / 6)));
}

TEST_F(Exchange, MutatedGlbNeverCrashesTheProgram) {
    const std::string whole = read(fs::path(THALLOS_SOURCE) / "assets/demo/hive.glb");
    Random random(4);
    for (int i = 0; i < 40; ++i) {
        std::string b = whole;
        for (int k = 0; k < 12; ++k) b[20 + random.next() % (b.size() - 20)] = static_cast<char>(random.next());
        try {
            const Model m = importModel(write("mutated.glb", b), {}, nullptr, {int64_t(4) << 30, 20});
            for (const Part& p : m.parts)
                for (const V3i& t : p.mesh->triangles) ASSERT_LT(static_cast<size_t>(t.x), p.mesh->positions.size());
        } catch (const Error& e) {
            EXPECT_EQ(std::string(e.what()).find('\n'), std::string::npos);
        }
    }
}

TEST_F(Exchange, AccessorsBeyondTheirBufferAreRefused) {
    const std::string head =
        R"({"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"mesh":0}],"meshes":[{"primitives":[{"attributes":{"POSITION":0}}]}],)"
        R"("buffers":[{"byteLength":36,"uri":"data:application/octet-stream;base64,AAAAAAAAAAAAAAAAAACAPwAAAAAAAAAAAAAAAAAAgD8AAAAA"}],"bufferViews":[{"buffer":0,"byteLength":36}],)";
    const Model good = importModel(
        write("good.gltf", head + R"("accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3"}]})"));
    EXPECT_EQ(triangleCount(good), 1);
    expectSentence(write(
        "far.gltf", head + R"("accessors":[{"bufferView":0,"componentType":5126,"count":3000000,"type":"VEC3"}]})"));
    expectSentence(write(
        "off.gltf",
        head +
            R"("accessors":[{"bufferView":0,"byteOffset":4000000000,"componentType":5126,"count":3,"type":"VEC3"}]})"));
    expectSentence(
        write("view.gltf", head + R"("accessors":[{"bufferView":7,"componentType":5126,"count":3,"type":"VEC3"}]})"));
    expectSentence(write(
        "cycle.gltf", R"({"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"children":[0]}]})"));
}

TEST_F(Exchange, MaterialsKeepTheirMapsAndLayers) {
    // Of the packed picture: nothing, roughness, metal.
    const Image8 packed(4, 2, Pixel8{10, 200, 90}), tint(4, 2, Pixel8{128, 0, 0});
    writePicture(folder / "packed.png", packed);
    writePicture(folder / "tint.png", tint);
    const Model m =
        importModel(write("maps.gltf",
                          R"({"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"mesh":0}],
        "meshes":[{"primitives":[{"attributes":{"POSITION":0},"material":0},{"attributes":{"POSITION":0},"material":1}]}],
        "images":[{"uri":"packed.png"},{"uri":"tint.png"}],"textures":[{"source":0},{"source":1}],
        "materials":[
         {"name":"lacquer","pbrMetallicRoughness":{"roughnessFactor":0.5,"metallicRoughnessTexture":{"index":0},
          "baseColorTexture":{"index":1}},"normalTexture":{"index":1,"scale":0.5},
          "extensions":{"KHR_materials_clearcoat":{"clearcoatFactor":0.8,"clearcoatRoughnessFactor":0.2},
           "KHR_materials_specular":{"specularFactor":0.4},"KHR_materials_emissive_strength":{"emissiveStrength":"x"}}},
         {"name":"bottle","extensions":{"KHR_materials_transmission":{"transmissionFactor":1},
          "KHR_materials_volume":{"thicknessFactor":0.01,"attenuationDistance":0.02,"attenuationColor":[0.5,0.5,0.5]}}}],
        "buffers":[{"byteLength":36,"uri":"data:application/octet-stream;base64,AAAAAAAAAAAAAAAAAACAPwAAAAAAAAAAAAAAAAAAgD8AAAAA"}],
        "bufferViews":[{"buffer":0,"byteLength":36}],
        "accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3"}]})"));
    ASSERT_GE(m.materials.size(), 2u);
    const Surface& lacquer = m.materials[0];
    ASSERT_TRUE(lacquer.maps.roughness && lacquer.maps.metalness && lacquer.maps.color && lacquer.maps.normal);
    EXPECT_EQ(lacquer.maps.roughness->rgba[0], 100) << "green, times the factor";
    EXPECT_EQ(lacquer.maps.metalness->rgba[0], 90) << "blue";
    EXPECT_EQ(lacquer.maps.color->rgba[3], 255) << "opaque";
    EXPECT_FLOAT_EQ(lacquer.relief, 0.5f);
    EXPECT_FLOAT_EQ(lacquer.coat, 0.8f);
    EXPECT_FLOAT_EQ(lacquer.coatRoughness, 0.2f);
    EXPECT_FLOAT_EQ(lacquer.specular, 0.4f);
    const Surface& bottle = m.materials[1];
    EXPECT_TRUE(bottle.solid);
    EXPECT_NEAR(std::exp(-bottle.absorption.x * 0.02f), 0.5f, 1e-3f);
}

TEST_F(Exchange, NoFileOutsideTheFolderIsRead) {
    fs::create_directories(folder / "inside");
    write("secret.bin", std::string(36, '\0'));
    const std::string body =
        R"({"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"mesh":0}],"meshes":[{"primitives":[{"attributes":{"POSITION":0}}]}],)"
        R"("buffers":[{"byteLength":36,"uri":"@"}],"bufferViews":[{"buffer":0,"byteLength":36}],"accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3"}]})";
    for (const std::string& uri :
         {std::string("../secret.bin"), (folder / "secret.bin").string(), std::string("/etc/hostname")}) {
        std::string s = body;
        s.replace(s.find('@'), 1, uri);
        expectSentence(write("inside/outside.gltf", s));
    }
    // A link that leads out is outside too.
    fs::create_symlink(folder / "secret.bin", folder / "inside/link.bin");
    std::string s = body;
    s.replace(s.find('@'), 1, "link.bin");
    expectSentence(write("inside/link.gltf", s));
}

namespace {

// Stands in for the reader.
class Reader {
public:
    Reader(const fs::path& file, const char* script) {
        std::ofstream(file) << "#!/bin/sh\n" << script << "\n";
        fs::permissions(file, fs::perms::owner_all);
        ::setenv("THALLOS_IMPORTER", file.c_str(), 1);
    }
    ~Reader() { ::unsetenv("THALLOS_IMPORTER"); }
    Reader(const Reader&) = delete;
    Reader& operator=(const Reader&) = delete;
};

} // namespace

TEST_F(Exchange, TheReaderHasLimitsOfMemoryAndTime) {
    const Reader reader(folder / "reader", "echo $(ulimit -v) $(ulimit -t) $(ulimit -c) >&2; exit 1");
    try {
        importModel(kHouse, {}, nullptr, {.memory = int64_t(512) << 20, .seconds = 77});
        FAIL();
    } catch (const Error& e) {
        const std::string said = e.what();
#if defined(__SANITIZE_ADDRESS__) || defined(__SANITIZE_THREAD__)
        EXPECT_NE(said.find(" 77 0"), std::string::npos) << said;
#else
        EXPECT_NE(said.find("524288 77 0"), std::string::npos) << said; // kB, s, no core
#endif
    }
}

TEST_F(Exchange, AReaderThatHangsIsEndedWithWhatItStarted) {
    const Reader reader(folder / "reader", "sleep 600 & echo $! > \"$(dirname \"$0\")/child\"; wait");
    try {
        importModel(kHouse, {}, nullptr, {.seconds = 1});
        FAIL();
    } catch (const Error& e) {
        EXPECT_NE(std::string(e.what()).find("after 1 s"), std::string::npos) << e.what();
    }
    const int child = std::stoi(read(folder / "child"));
    for (int i = 0; i < 200 && ::kill(child, 0) == 0; ++i) ::usleep(10000);
    std::ifstream stat("/proc/" + std::to_string(child) + "/stat");
    const std::string line((std::istreambuf_iterator<char>(stat)), {});
    EXPECT_TRUE(line.empty() || line.find(") Z ") != std::string::npos) << line; // gone, or dead and not yet taken away
}

TEST_F(Exchange, AReaderThatComputesForEverIsEnded) {
    const Reader reader(folder / "reader", "while :; do :; done");
    try {
        importModel(kHouse, {}, nullptr, {.seconds = 1});
        FAIL();
    } catch (const Error& e) {
        EXPECT_NE(std::string(e.what()).find("after 1 s"), std::string::npos) << e.what();
    }
}

TEST_F(Exchange, CancelEndsTheChild) {
    Progress progress;
    progress.cancel();
    try {
        importModel(kHouse, {}, &progress);
        FAIL();
    } catch (const Error& e) {
        EXPECT_EQ(e.kind(), Error::Kind::Cancelled);
    }
}

TEST_F(Exchange, AMissingReaderIsNamed) {
    setenv("THALLOS_IMPORTER", (folder / "no-such-program").c_str(), 1);
    EXPECT_THROW(importModel(kHouse), Error);
    unsetenv("THALLOS_IMPORTER");
}

TEST_F(Exchange, HeightsGoOutAndComeBack) {
    HeightRaster r{20, 12, 0.5f, {}};
    for (int i = 0; i < 240; ++i)
        r.values.push_back(80 + 0.25f * static_cast<float>(i % 20) - 0.1f * static_cast<float>(i / 20));
    for (const char* name : {"h.tif", "h.asc"}) {
        exportHeights(folder / name, r, {-5, -3});
        const HeightRaster back = importHeights(folder / name);
        EXPECT_EQ(back.width, 20);
        EXPECT_EQ(back.height, 12);
        EXPECT_NEAR(back.cell, 0.5f, 1e-5);
        for (size_t i = 0; i < r.values.size(); ++i) EXPECT_NEAR(back.values[i], r.values[i], 2e-3) << name;
    }
    // Where it lies is in the file: half a cell beyond the sample in the lower left corner.
    std::ifstream grid(folder / "h.asc");
    std::map<std::string, double> said;
    std::string name;
    for (double v = 0; said.size() < 5 && grid >> name >> v;) said[name] = v;
    EXPECT_NEAR(said["xllcorner"], -5.25, 1e-6);
    EXPECT_NEAR(said["yllcorner"], -3.25, 1e-6);
    exportHeights(folder / "h.png", r, {0, 0});
    const HeightRaster png = importHeights(folder / "h.png", 10);
    EXPECT_NEAR(*std::max_element(png.values.begin(), png.values.end()), 10, 1e-3);
    EXPECT_THROW(exportHeights(folder / "h.xyz", r, {0, 0}), Error);
    EXPECT_THROW(importHeights(write("bad.tif", "II*\0nonsense")), Error);
    EXPECT_THROW(importHeights(folder / "none.tif"), Error);
    // Cut in the middle.
    const std::string whole = read(folder / "h.tif");
    EXPECT_THROW(importHeights(write("cut.tif", whole.substr(0, whole.size() / 3))), Error);
}

TEST_F(Exchange, PackedHeightsAreChecked) {
    const HeightRaster r{2, 2, 1, {1, 2, 3, 4}};
    const std::string b = packHeights(r);
    EXPECT_EQ(unpackHeights(b).values, r.values);
    for (size_t n = 0; n < b.size(); ++n) EXPECT_THROW(unpackHeights(b.substr(0, n)), Error);
}

using PictureImport = Scratch;

TEST_F(PictureImport, EveryFormatGivesTheSameColours) {
    Image8 picture(6, 4);
    for (int y = 0; y < 4; ++y)
        for (int x = 0; x < 6; ++x) picture.at(x, y) = {static_cast<uint8_t>(x < 3 ? 200 : 40), 90, 30};
    for (const char* name : {"p.png", "p.jpg", "p.tif"}) {
        const fs::path file = folder / name;
        writePicture(file, picture);
        const Picture p = importPicture(file, true);
        ASSERT_EQ(p.width, 6) << name;
        ASSERT_EQ(p.height, 4) << name;
        EXPECT_NEAR(p.rgba[0], 200, 6) << name;
        EXPECT_NEAR(p.rgba[4 * 5 + 1], 90, 6) << name;
        EXPECT_EQ(p.rgba[3], 255) << name;
    }
    // Light gets the curve of colours, data do not.
    const fs::path file = folder / "p.exr";
    writeExr(file, Image(5, 3, Rgb(0.5f)), 0);
    const Picture data = importPicture(file, false), light = importPicture(file, true);
    EXPECT_EQ(light.width, 5);
    EXPECT_GT(light.rgba[0], data.rgba[0]);
    EXPECT_NEAR(light.rgba[0], 255 * std::pow(data.rgba[0] / 255.0, 1 / 2.3), 12);
}

TEST_F(PictureImport, WhatIsNoneIsOneSentence) {
    const fs::path file = folder / "broken.png";
    std::ofstream(file) << "no picture";
    EXPECT_THROW(importPicture(file, true), Error);
    EXPECT_THROW(importPicture(folder / "missing.png", true), Error);
    writePicture(folder / "half.png", Image8(64, 64));
    fs::resize_file(folder / "half.png", fs::file_size(folder / "half.png") / 2);
    EXPECT_THROW(importPicture(folder / "half.png", true), Error);
}

TEST_F(PictureImport, LightKeepsItsNumbers) {
    const fs::path hdr = folder / "sky.hdr";
    {
        std::ofstream out(hdr, std::ios::binary);
        out << "#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 8 +X 16\n";
        for (int i = 0; i < 8 * 16; ++i) out << std::string("\x80\x80\x80\x90", 4); // 128 x 2^(144 - 136)
    }
    const Image light = importLight(hdr);
    ASSERT_EQ(light.width, 16);
    ASSERT_EQ(light.height, 8);
    EXPECT_NEAR(light.at(5, 5).y / 32768, 1, 0.01f);
    // Our own files say that they are ACEScg: no colour is changed.
    writeExr(folder / "sky.exr", Image(6, 3, Rgb(1000, 10, 300)), 0, {.whole = true});
    const Rgb c = importLight(folder / "sky.exr").at(2, 1);
    EXPECT_NEAR(c.x / c.y, 100, 0.1f);
    EXPECT_NEAR(c.z / c.y, 30, 0.1f);
    fs::resize_file(hdr, 60);
    EXPECT_THROW(importLight(hdr), Error);
    EXPECT_THROW(importLight(folder / "none.hdr"), Error);
    for (size_t n = 0; n < 30; ++n) EXPECT_THROW(unpackLight(packLight(Image(2, 1)).substr(0, n)), Error);
}
