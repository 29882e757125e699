// Every format stands upright and in scale, whatever axis and unit it counts in: files of our own making.
#include <cmath>
#include <cstring>
#include <fstream>

#include <gtest/gtest.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/exchange/foreign.h"
#include "core/exchange/survey.h"
#include "core/project/project.h"

using namespace thallos;
namespace fs = std::filesystem;

namespace {

// A ridge: 2 m wide from west to east, 3 m from south to north, its top edge 5 m up over the south side.
struct Solid {
    std::vector<V3f> points{{0, 0, 0}, {2, 0, 0}, {2, 3, 0}, {0, 3, 0}, {0, 0, 5}, {2, 0, 5}};
    std::vector<V3i> faces{{0, 2, 1}, {0, 3, 2}, {0, 1, 5}, {0, 5, 4}, {1, 2, 5}, {0, 4, 3}, {2, 3, 4}, {2, 4, 5}};
};

std::string numbers(const std::vector<V3f>& points, const char* between) {
    std::string out;
    for (const V3f& p : points)
        for (int k = 0; k < 3; ++k) out += (out.empty() ? "" : between) + std::to_string(p[k]);
    return out;
}

struct Upright : testing::Test {
    fs::path folder = fs::temp_directory_path() / ("thallos-upright-" + std::to_string(::getpid()));
    Upright() { fs::create_directories(folder); }
    ~Upright() override { fs::remove_all(folder); }

    // In the file's own axes: 'z' or 'y' up, so many metres a unit.
    static std::vector<V3f> inFile(char up, float unit) {
        std::vector<V3f> out = Solid().points;
        for (V3f& p : out) p = (up == 'z' ? p : V3f(p.x, p.z, -p.y)) / unit;
        return out;
    }
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

std::string chunk3ds(uint16_t id, const std::string& data) {
    std::string out(6, '\0');
    const auto size = static_cast<uint32_t>(data.size() + 6);
    std::memcpy(out.data(), &id, 2);
    std::memcpy(out.data() + 2, &size, 4);
    return out + data;
}
template <class T> std::string raw(T v) {
    return {reinterpret_cast<const char*>(&v), sizeof v};
}

std::string ifcOf(const char* prefix, float unit) {
    const auto n = [unit](float v) {
        std::string s = std::to_string(v / unit);
        return s;
    };
    // The profile stands in the plane of north and up and is drawn out to the east.
    return "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('','2026-01-01T00:00:00',(''),(''),'','','"
           "');\n"
           "FILE_SCHEMA(('IFC2X3'));\nENDSEC;\nDATA;\n"
           "#1=IFCPERSON($,$,'x',$,$,$,$,$);\n#2=IFCORGANIZATION($,'x',$,$,$);\n#3=IFCPERSONANDORGANIZATION(#1,#2,$);\n"
           "#4=IFCAPPLICATION(#2,'1','x','x');\n#5=IFCOWNERHISTORY(#3,#4,$,.ADDED.,$,$,$,0);\n"
           "#10=IFCCARTESIANPOINT((0.,0.,0.));\n#11=IFCDIRECTION((0.,0.,1.));\n#12=IFCDIRECTION((1.,0.,0.));\n"
           "#13=IFCAXIS2PLACEMENT3D(#10,#11,#12);\n"
           "#14=IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-05,#13,$);\n"
           "#15=IFCSIUNIT(*,.LENGTHUNIT.," +
           std::string(prefix) +
           ",.METRE.);\n#16=IFCUNITASSIGNMENT((#15));\n"
           "#17=IFCPROJECT('0YvctVUKr0kugbFTf53O9L',#5,'p',$,$,$,$,(#14),#16);\n#20=IFCLOCALPLACEMENT($,#13);\n"
           "#21=IFCSITE('1YvctVUKr0kugbFTf53O9L',#5,'s',$,$,#20,$,$,.ELEMENT.,$,$,$,$,$);\n"
           "#22=IFCRELAGGREGATES('2YvctVUKr0kugbFTf53O9L',#5,$,$,#17,(#21));\n"
           "#23=IFCBUILDING('3YvctVUKr0kugbFTf53O9L',#5,'b',$,$,#20,$,$,.ELEMENT.,$,$,$);\n"
           "#24=IFCRELAGGREGATES('4YvctVUKr0kugbFTf53O9L',#5,$,$,#21,(#23));\n"
           "#25=IFCBUILDINGSTOREY('5YvctVUKr0kugbFTf53O9L',#5,'st',$,$,#20,$,$,.ELEMENT.,0.);\n"
           "#26=IFCRELAGGREGATES('6YvctVUKr0kugbFTf53O9L',#5,$,$,#23,(#25));\n"
           "#30=IFCCARTESIANPOINT((0.,0.));\n#31=IFCCARTESIANPOINT((" +
           n(3) + ",0.));\n#32=IFCCARTESIANPOINT((0.," + n(5) +
           "));\n#33=IFCPOLYLINE((#30,#31,#32,#30));\n"
           "#34=IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,$,#33);\n"
           "#40=IFCDIRECTION((0.,1.,0.));\n#41=IFCAXIS2PLACEMENT3D(#10,#12,#40);\n"
           "#35=IFCEXTRUDEDAREASOLID(#34,#41,#11," +
           n(2) +
           ");\n#36=IFCSHAPEREPRESENTATION(#14,'Body','SweptSolid',(#35));\n"
           "#37=IFCPRODUCTDEFINITIONSHAPE($,$,(#36));\n#38=IFCWALL('7YvctVUKr0kugbFTf53O9L',#5,'w',$,$,#20,#37,$);\n"
           "#39=IFCRELCONTAINEDINSPATIALSTRUCTURE('8YvctVUKr0kugbFTf53O9L',#5,$,$,(#38),#25);\nENDSEC;\n"
           "END-ISO-10303-21;\n";
}

} // namespace

TEST_F(Upright, FormatsWithoutAnAxisOfTheirOwn) {
    const Solid s;
    std::string stl = "solid s\n", ply, obj;
    const auto zUp = inFile('z', 1), yUp = inFile('y', 1);
    for (const V3i& f : s.faces) {
        stl += "facet normal 0 0 0\nouter loop\n";
        for (int k = 0; k < 3; ++k) stl += "vertex " + numbers({zUp[f[k]]}, " ") + "\n";
        stl += "endloop\nendfacet\n";
    }
    expectUpright(write("a.stl", stl + "endsolid s\n"));
    ply = "ply\nformat ascii 1.0\nelement vertex 6\nproperty float x\nproperty float y\nproperty float z\n"
          "element face 8\nproperty list uchar int vertex_indices\nend_header\n";
    for (const V3f& p : zUp) ply += numbers({p}, " ") + "\n";
    for (const V3i& f : s.faces)
        ply += "3 " + std::to_string(f.x) + " " + std::to_string(f.y) + " " + std::to_string(f.z) + "\n";
    expectUpright(write("a.ply", ply));
    for (const V3f& p : yUp) obj += "v " + numbers({p}, " ") + "\n";
    for (const V3i& f : s.faces)
        obj += "f " + std::to_string(f.x + 1) + " " + std::to_string(f.y + 1) + " " + std::to_string(f.z + 1) + "\n";
    expectUpright(write("a.obj", obj));
    std::string zObj;
    for (const V3f& p : inFile('z', 0.001f)) zObj += "v " + numbers({p}, " ") + "\n";
    for (const V3i& f : s.faces)
        zObj += "f " + std::to_string(f.x + 1) + " " + std::to_string(f.y + 1) + " " + std::to_string(f.z + 1) + "\n";
    expectUpright(write("mm.obj", zObj), {.unit = 0.001f, .up = 'z'});

    std::string points = raw<uint16_t>(6), faces = raw<uint16_t>(8);
    for (const V3f& p : zUp)
        for (int k = 0; k < 3; ++k) points += raw(p[k]);
    for (const V3i& f : s.faces)
        for (const int v : {f.x, f.y, f.z, 7}) faces += raw(static_cast<uint16_t>(v));
    const std::string mesh = chunk3ds(0x4100, chunk3ds(0x4110, points) + chunk3ds(0x4120, faces));
    expectUpright(
        write("a.3ds", chunk3ds(0x4d4d, chunk3ds(2, raw<uint32_t>(3)) +
                                            chunk3ds(0x3d3d, chunk3ds(0x4000, std::string("solid\0", 6) + mesh)))));
}

TEST_F(Upright, ColladaInEachAxisAndUnit) {
    for (const auto& [up, name] : {std::pair('y', "Y_UP"), std::pair('z', "Z_UP")})
        for (const float unit : {1.0f, 0.01f, 0.0254f}) {
            std::string corners;
            for (const V3i& f : Solid().faces)
                for (int k = 0; k < 3; ++k) corners += std::to_string(f[k]) + " ";
            expectUpright(
                write(std::string(name) + std::to_string(unit) + ".dae",
                      "<?xml version=\"1.0\"?><COLLADA xmlns=\"http://www.collada.org/2005/11/COLLADASchema\" "
                      "version=\"1.4.1\">"
                      "<asset><unit meter=\"" +
                          std::to_string(unit) + "\"/><up_axis>" + name +
                          "</up_axis></asset><library_geometries><geometry id=\"g\"><mesh><source id=\"p\">"
                          "<float_array id=\"pa\" count=\"18\">" +
                          numbers(inFile(up, unit), " ") +
                          "</float_array><technique_common><accessor source=\"#pa\" count=\"6\" stride=\"3\">"
                          "<param name=\"X\" type=\"float\"/><param name=\"Y\" type=\"float\"/><param name=\"Z\" "
                          "type=\"float\"/>"
                          "</accessor></technique_common></source><vertices id=\"v\"><input semantic=\"POSITION\" "
                          "source=\"#p\"/></vertices><triangles count=\"8\"><input semantic=\"VERTEX\" source=\"#v\" "
                          "offset=\"0\"/><p>" +
                          corners +
                          "</p></triangles></mesh></geometry></library_geometries><library_visual_scenes><visual_scene "
                          "id=\"s\">"
                          "<node id=\"n\"><instance_geometry "
                          "url=\"#g\"/></node></visual_scene></library_visual_scenes><scene>"
                          "<instance_visual_scene url=\"#s\"/></scene></COLLADA>"));
        }
}

TEST_F(Upright, FbxInEachAxisAndUnit) {
    for (const char up : {'y', 'z'})
        for (const float unit : {0.01f, 1.0f, 0.0254f}) {
            std::string corners;
            for (const V3i& f : Solid().faces)
                corners += (corners.empty() ? "" : ",") + std::to_string(f.x) + "," + std::to_string(f.y) + "," +
                           std::to_string(-f.z - 1);
            const auto number = [](const char* name, const char* kind, const std::string& v) {
                return std::string("\t\tP: \"") + name + "\", \"" + kind + "\", \"\", \"\"," + v + "\n";
            };
            const bool z = up == 'z';
            expectUpright(write(
                std::string(1, up) + std::to_string(unit) + ".fbx",
                "; FBX 7.3.0 project file\nFBXHeaderExtension:  {\n\tFBXHeaderVersion: 1003\n\tFBXVersion: 7300\n}\n"
                "GlobalSettings:  {\n\tVersion: 1000\n\tProperties70:  {\n" +
                    number("UpAxis", "int", z ? "2" : "1") + number("UpAxisSign", "int", "1") +
                    number("FrontAxis", "int", z ? "1" : "2") + number("FrontAxisSign", "int", z ? "-1" : "1") +
                    number("CoordAxis", "int", "0") + number("CoordAxisSign", "int", "1") +
                    number("UnitScaleFactor", "double", std::to_string(unit * 100)) +
                    "\t}\n}\nDefinitions:  {\n\tVersion: 100\n\tCount: 2\n\tObjectType: \"Geometry\" {\n\t\tCount: "
                    "1\n\t}\n"
                    "\tObjectType: \"Model\" {\n\t\tCount: 1\n\t}\n}\nObjects:  {\n\tGeometry: 100, "
                    "\"Geometry::solid\", \"Mesh\" {\n\t\tVertices: *18 {\n\t\t\ta: " +
                    numbers(inFile(up, unit), ",") + "\n\t\t}\n\t\tPolygonVertexIndex: *24 {\n\t\t\ta: " + corners +
                    "\n\t\t}\n\t\tGeometryVersion: 124\n\t}\n\tModel: 200, \"Model::solid\", \"Mesh\" {\n\t\tVersion: "
                    "232\n\t\tProperties70:  {\n\t\t}\n\t}\n}\nConnections:  {\n\tC: \"OO\",200,0\n\tC: "
                    "\"OO\",100,200\n}\n"));
        }
}

TEST_F(Upright, ABuildingModelInEachUnit) {
    expectUpright(write("m.ifc", ifcOf("$", 1)));
    expectUpright(write("mm.ifc", ifcOf(".MILLI.", 0.001f)));
}

TEST_F(Upright, FarFromTheOriginNothingIsLost) {
    // 6 million metres away a float knows half metres.
    const std::string obj = "o a\nv 0 0 0\nv 0.02 0 0\nv 0 0.02 0\nf 1 2 3\n"; // reader's own numbers are floats
    expectUpright(write("z.obj", [&] {
        std::string out;
        for (const V3f& p : inFile('y', 1)) out += "v " + numbers({p}, " ") + "\n";
        for (const V3i& f : Solid().faces)
            out +=
                "f " + std::to_string(f.x + 1) + " " + std::to_string(f.y + 1) + " " + std::to_string(f.z + 1) + "\n";
        return out;
    }()));
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
    const Ground ground = Ground::make({100, 60}, 1);
    HeightRaster r{41, 41, 2, {}};
    for (int y = 0; y < 41; ++y)
        for (int x = 0; x < 41; ++x) r.values.push_back(200 + 0.5f * static_cast<float>(x - 20) * 2);
    r.values[20 * 41 + 20] = std::nanf("");
    const Surveyed s = surveyed(ground, r, Fit::TrueSize, "land.tif");
    const HeightField field = buildNatural(s.ground);
    // 80 m of it lie over the middle of 100 m: half a metre a metre, whatever the site's own size.
    EXPECT_NEAR(field.at({10, 5}) - field.at({0, 5}), 5, 0.05f);
    EXPECT_NEAR(field.at({0, 0}), 200, 0.6f) << "the gap is filled from around it";
    EXPECT_NEAR(s.unknown, 0.2f, 0.02f);
    EXPECT_NEAR(field.at({48, 0}), field.at({40, 0}), 4) << "beyond its border the land goes on";
    EXPECT_GT(field.range().x, 150) << "nothing falls to zero";
    r.sized = false;
    EXPECT_NEAR(buildNatural(surveyed(ground, r, Fit::TrueSize, "x").ground).at({50, 0}), 220, 0.5f)
        << "over all of it";
    r.values.assign(r.values.size(), std::nanf(""));
    EXPECT_THROW(surveyed(ground, r, Fit::TrueSize, "void.tif"), Error);

    // What stands on the site goes up with it.
    Project p = newProject({100, 60}, 1, "x");
    p = added(p, "Pond", Water{{4, 5}, -0.5f});
    const Project up = withLand(p, s.ground);
    EXPECT_NEAR(bodyOf<Water>(find(up, "Pond"))->level, field.at({4, 5}) - 0.5f, 1e-3f);
    const float eye = bodyOf<Shot>(itemsOf<Shot>(up).front())->camera.position.z;
    const V3f at = bodyOf<Shot>(itemsOf<Shot>(p).front())->camera.position;
    EXPECT_NEAR(eye, field.at({at.x, at.y}) + at.z, 1e-3f);
}
