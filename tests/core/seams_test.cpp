// What comes from outside goes all the way: white, names in any code page, and numbers of surfaces in every kind of
// item.
#include <filesystem>
#include <fstream>
#include <map>

#include <gtest/gtest.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/base/outside.h"
#include "core/exchange/foreign.h"
#include "core/material/material.h"
#include "core/material/surface_ranges.h"
#include "core/model/model_blob.h"
#include "core/project/json.h"
#include "core/project/kinds/kind.h"
#include "core/project/store.h"
#include "core/project/surfaces.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

struct Seams : testing::Test {
    fs::path folder = fs::temp_directory_path() / ("thallos seams " + std::to_string(::getpid()));
    Seams() { fs::create_directories(folder); }
    ~Seams() override { fs::remove_all(folder); }
    fs::path write(const std::string& name, const std::string& bytes) const {
        std::ofstream(folder / name, std::ios::binary) << bytes;
        return folder / name;
    }
    // Imported, placed, saved and opened again; checks on the way. The building as it came back.
    Building throughAFile(const fs::path& file) const {
        Building b;
        b.model = std::make_shared<const Model>(importModel(file));
        b.surfaces = b.model->materials;
        const Project p = added(newProject({40, 40}, 1, "Site"), b.model->name, b);
        EXPECT_NO_THROW(check(p));
        saveProject(p, folder / "site.thallos");
        OpenReport report;
        const Project q = openProject(folder / "site.thallos", &report);
        EXPECT_TRUE(report.mended.empty() && report.leftOut.empty() && !report.damaged);
        EXPECT_EQ(text(p), text(q));
        return *bodyOf<Building>(itemsOf<Building>(q).at(0));
    }
};

const std::string kWall = "v 0 0 0\nv 4 0 0\nv 4 3 0\nv 0 3 0\nusemtl M\nf 1 2 3 4\n";
// A material without a factor is white.
const std::string kWhiteGltf =
    R"({"asset": {"version": "2.0"}, "scene": 0, "scenes": [{"nodes": [0]}], "nodes": [{"mesh": 0}], "meshes": [)"
    R"({"primitives": [{"attributes": {"POSITION": 0}, "indices": 1, "material": 0}]}], "materials": [{"name": "white"}],)"
    R"("buffers": [{"uri": "data:application/octet-stream;base64,)"
    R"(AAAAAAAAAAAAAAAAAACAQAAAAAAAAAAAAACAQAAAQEAAAAAAAAAAAAAAQEAAAAAAAAABAAIAAAACAAMA", "byteLength": 60}],)"
    R"("bufferViews": [{"buffer": 0, "byteLength": 48}, {"buffer": 0, "byteOffset": 48, "byteLength": 12}],)"
    R"("accessors": [{"bufferView": 0, "componentType": 5126, "count": 4, "type": "VEC3"},)"
    R"({"bufferView": 1, "componentType": 5123, "count": 6, "type": "SCALAR"}]})";

// Takes a note of what is out of its range.
class Noting : public Limits {
public:
    void range(const char* what, float& v, float low, float high) override {
        if (!(v >= low && v <= high)) out.emplace_back(what);
    }
    void range(const char* what, int& v, int low, int high) override {
        if (v < low || v > high) out.emplace_back(what);
    }
    void broken(const Text&) override {}
    void time(CivilTime&) override {}
    void name(const char* what, std::string& s) override {
        if (plainName(s) != s) out.emplace_back(what);
    }
    std::vector<std::string> out;
};

// A new item of each kind; a building has a model of one material.
template <size_t I = 0> std::vector<Body> oneOfEach() {
    if constexpr (I == std::variant_size_v<Body>)
        return {};
    else {
        std::vector<Body> out = oneOfEach<I + 1>();
        std::variant_alternative_t<I, Body> one{};
        if constexpr (std::is_same_v<decltype(one), Building>) {
            Model m;
            m.materials.push_back({.name = "wall"});
            one.model = std::make_shared<const Model>(m);
            one.surfaces = m.materials;
        }
        out.insert(out.begin(), Body(std::move(one)));
        return out;
    }
}

nlohmann::json written(const Body& body) {
    nlohmann::json j;
    withKind(body, [&](const auto& kind, const auto& of) { kind.write(of, j, [](const Blob&) { return "0"; }); });
    return j;
}

int surfacesIn(const nlohmann::json& j) {
    int n = j.is_object() && j.contains("lamp_group");
    if (j.is_structured())
        for (const auto& inner : j) n += surfacesIn(inner);
    return n;
}

} // namespace

TEST(Colours, WhiteIsOneAndNeverOver) {
    const Rgb white = fromLinear709({1, 1, 1});
    for (int k = 0; k < 3; ++k) {
        EXPECT_LE(white[k], 1) << "what is over one can't be saved";
        EXPECT_NEAR(white[k], 1, 1e-6f);
        EXPECT_EQ(fromSrgb8(255, 255, 255)[k], white[k]);
        EXPECT_EQ(fromSrgb(1, 1, 1)[k], white[k]);
    }
    // Of the primaries of ITU-R BT.709 and of ACEScg, by Bradford.
    const float red[3] = {0.61309740f, 0.07019372f, 0.02061559f};
    for (int k = 0; k < 3; ++k) EXPECT_NEAR(fromLinear709({1, 0, 0})[k], red[k], 2e-7f);
    for (const V3f& c : {V3f(1, 0, 0), V3f(0, 1, 0), V3f(0, 0, 1), V3f(0.2f, 0.7f, 0.4f)})
        EXPECT_LT((toLinear709(fromLinear709(c)) - c).length(), 1e-6f);
}

TEST_F(Seams, WhiteIsImportedSavedAndOpened) {
    write("white.mtl", "newmtl M\nKd 1 1 1\n");
    for (const fs::path& file : {write("white.obj", "mtllib white.mtl\n" + kWall), write("white.gltf", kWhiteGltf)}) {
        const Building b = throughAFile(file);
        for (int k = 0; k < 3; ++k) EXPECT_NEAR(b.surfaces.at(0).baseColor[k], 1, 1e-6f) << file;
    }
}

TEST_F(Seams, NamesInAnEightBitCodePageAreReadSavedAndOpened) {
    std::string wall = kWall;
    wall.replace(wall.find("usemtl M"), 8, "o W\xe4nde\nusemtl Gl\xe4s gr\xfcn \x80");
    write("lat.mtl", "newmtl Gl\xe4s gr\xfcn \x80\nKd 0.5 0.5 0.5\n");
    const Building b = throughAFile(write("lat.obj", "mtllib lat.mtl\n" + wall));
    EXPECT_EQ(b.surfaces.at(0).name, "Gl\u00e4s gr\u00fcn \u20ac");
    EXPECT_EQ(b.model->parts.at(0).name, "W\u00e4nde");
}

TEST_F(Seams, ANameThatNoFileHoldsIsToldWithItsItemAndNotAsAFullDisk) {
    const Project p = sample();
    Item shed = *find(p, "Shed");
    std::get<Building>(shed.body).rights.maker = "M\xfcller";
    try {
        saveProject(replaced(p, shed), folder / "x.thallos");
        ADD_FAILURE() << "it was saved";
    } catch (const Error& e) {
        EXPECT_NE(std::string(e.what()).find("Shed"), std::string::npos) << e.what();
        EXPECT_EQ(std::string(e.what()).find("disk"), std::string::npos) << e.what();
    }
    EXPECT_TRUE(fs::is_empty(folder)) << "nothing half done is left";
    // Names are looked at before, and mended.
    shed = *find(p, "Shed");
    shed.name = "Sch\xf6n\n";
    std::get<Building>(shed.body).surfaces[0].name = "Gl\xe4s";
    const Project odd = replaced(p, shed);
    EXPECT_THROW(check(odd), Error);
    std::vector<Text> told;
    const Project good = mended(odd, told);
    EXPECT_EQ(told.size(), 2u);
    EXPECT_NO_THROW(check(good));
    ASSERT_TRUE(find(good, "Sch\u00f6n "));
    EXPECT_EQ(bodyOf<Building>(find(good, "Sch\u00f6n "))->surfaces[0].name, "Gl\u00e4s");
}

TEST(Outside, TextBecomesUtf8) {
    for (const char* good : {"", "plain", "Gl\u00e4s", "\u20ac \u6a39", "\xf0\x9f\x8c\xb3"}) {
        EXPECT_TRUE(isUtf8(good));
        EXPECT_EQ(utf8(good), good);
        EXPECT_EQ(plainName(good), good);
    }
    // Over-long, surrogates, cut off, too large, a continuation alone.
    for (const char* bad : {"\xc0\xaf", "\xed\xa0\x80", "\xe2\x82", "\xf4\x90\x80\x80", "\x80", "\xff", "a\xe4"}) {
        EXPECT_FALSE(isUtf8(bad)) << bad;
        EXPECT_TRUE(isUtf8(utf8(bad)));
        EXPECT_TRUE(isUtf8(plainName(bad)));
    }
    EXPECT_EQ(utf8("\x81"), "\xef\xbf\xbd") << "what means nothing in that code page";
    EXPECT_EQ(plainName(std::string("a\0b\tc\x7f\xc2\x85", 8)), "a b c  ");
    EXPECT_EQ(plainLines("a\r\nb\tc\x01"), "a\r\nb\tc ");
    std::string many;
    for (int i = 0; i < 1000; ++i) many += "\u00e4\u20ac";
    const std::string cut = plainName(many);
    EXPECT_LE(cut.size(), kLongestName);
    EXPECT_GT(cut.size(), kLongestName - 4);
    EXPECT_TRUE(isUtf8(cut));
    EXPECT_EQ(many.compare(0, cut.size(), cut), 0);
}

TEST(Surfaces, OfEveryKindAreAllReached) {
    int all = 0;
    for (Body& body : oneOfEach()) {
        int reached = 0;
        visitSurfaces(body, [&](Surface&) { ++reached; });
        // A bed as it usually is is not written: another is.
        int n = 0;
        visitSurfaces(body, [&](Surface& s) { s.name = "surface " + std::to_string(n++); });
        EXPECT_EQ(surfacesIn(written(body)), reached) << kindName(body) << ": what is written is reached";
        all += reached;
        Item item;
        item.body = body;
        EXPECT_EQ(static_cast<int>(surfacesOf(item).size()), reached);
    }
    EXPECT_GE(all, 14);
}

TEST(Surfaces, OfEveryKindHaveLimits) {
    for (const Body& whole : oneOfEach()) {
        Body probe = whole;
        size_t count = 0;
        visitSurfaces(probe, [&](Surface&) { ++count; });
        for (size_t k = 0; k < count; ++k) {
            const auto told = [&](const std::function<void(Surface&)>& spoil) {
                Body body = whole;
                size_t i = 0;
                visitSurfaces(body, [&](Surface& s) {
                    if (i++ == k) spoil(s);
                });
                Noting before, after;
                Body sound = whole;
                tellLimits(sound, before);
                tellLimits(body, after);
                return static_cast<int>(after.out.size()) - static_cast<int>(before.out.size());
            };
            EXPECT_EQ(told([](Surface& s) { s.lampGroup = 8; }), 1) << kindName(whole) << k;
            EXPECT_EQ(told([](Surface& s) { s.lampGroup = -1; }), 1) << kindName(whole) << k;
            EXPECT_EQ(told([](Surface& s) { s.roughness = std::nanf(""); }), 1) << kindName(whole) << k;
            EXPECT_EQ(told([](Surface& s) { s.absorption = Rgb(0, -1, 0); }), 1) << kindName(whole) << k;
            EXPECT_EQ(told([](Surface& s) { s.name = "a\xff"; }), 1) << kindName(whole) << k;
            EXPECT_EQ(told([](Surface& s) { s.lampGroup = 7; }), 0) << kindName(whole) << k;
        }
    }
}

TEST(Surfaces, ALampGroupOfAFileIsNoIndex) {
    Path path;
    path.points = {{-4, 0}, {4, 0}};
    const Project p = added(newProject({40, 40}, 1, "Site"), "Path", path);
    std::map<std::string, std::string> blobs;
    nlohmann::json j = dump(p, [&](const std::string& bytes) {
        const std::string hash = contentHash(bytes);
        blobs[hash] = bytes;
        return hash;
    });
    for (auto& item : j["items"])
        if (item["name"] == "Path") item["surface"]["lamp_group"] = 100000;
    const BlobSource source = [&](const std::string& h) { return blobs.at(h); };
    EXPECT_THROW(load(j, source), Error);
    OpenReport report;
    const Project q = load(j, source, &report);
    EXPECT_FALSE(report.mended.empty());
    EXPECT_EQ(bodyOf<Path>(find(q, "Path"))->surface.lampGroup, 7);
    // Whatever reaches the tracer all the same.
    EXPECT_EQ(plain(Surface{.lampGroup = 100000}).base.lampGroup, 7);
    EXPECT_EQ(plain(Surface{.lampGroup = -3}).base.lampGroup, 0);
}

TEST(Surfaces, OfStoredModelsAreInRange) {
    Model m;
    m.materials.push_back(
        {.name = "w\xe4lls", .baseColor = Rgb(1.0001f, 1, 1), .roughness = std::nanf(""), .lampGroup = 99});
    const Model read = unpackModel(packModel(m));
    EXPECT_EQ(read.materials[0].name, "w\u00e4lls");
    EXPECT_EQ(read.materials[0].baseColor, Rgb(1));
    EXPECT_EQ(read.materials[0].roughness, 0);
    EXPECT_EQ(read.materials[0].lampGroup, 7);
}

namespace {

// A wall of 4 m by 3 as one face of a tessellation, with an opening of 2 m by 1 when asked.
std::string tessellatedWall(const std::string& face, const std::string& name = "Wall") {
    return "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('','',(''),(''),'','','');\n"
           "FILE_SCHEMA(('IFC4'));\nENDSEC;\nDATA;\n"
           "#1=IFCPROJECT('0000000000000000000001',$,'P',$,$,$,$,(#10),#11);\n"
           "#10=IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-5,#12,$);\n#11=IFCUNITASSIGNMENT((#13));\n"
           "#12=IFCAXIS2PLACEMENT3D(#14,$,$);\n#13=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.);\n"
           "#14=IFCCARTESIANPOINT((0.,0.,0.));\n#15=IFCLOCALPLACEMENT($,#12);\n"
           "#20=IFCSITE('0000000000000000000002',$,'S',$,$,#15,$,$,.ELEMENT.,$,$,$,$,$);\n"
           "#21=IFCBUILDING('0000000000000000000003',$,'B',$,$,#15,$,$,.ELEMENT.,$,$,$);\n"
           "#22=IFCBUILDINGSTOREY('0000000000000000000004',$,'E',$,$,#15,$,$,.ELEMENT.,0.);\n"
           "#23=IFCRELAGGREGATES('0000000000000000000005',$,$,$,#1,(#20));\n"
           "#24=IFCRELAGGREGATES('0000000000000000000006',$,$,$,#20,(#21));\n"
           "#25=IFCRELAGGREGATES('0000000000000000000007',$,$,$,#21,(#22));\n"
           "#30=IFCCARTESIANPOINTLIST3D(((0.,0.,0.),(4.,0.,0.),(4.,0.,3.),(0.,0.,3.),(1.,0.,1.),(3.,0.,1.),(3.,0.,2.),"
           "(1.,0.,2.)));\n" +
           face +
           "#33=IFCSHAPEREPRESENTATION(#10,'Body','Tessellation',(#32));\n#34=IFCPRODUCTDEFINITIONSHAPE($,$,(#33));\n"
           "#35=IFCWALL('0000000000000000000008',$,'" +
           name +
           "',$,$,#15,#34,$,.STANDARD.);\n"
           "#36=IFCRELCONTAINEDINSPATIALSTRUCTURE('0000000000000000000009',$,$,$,(#35),#22);\nENDSEC;\n"
           "END-ISO-10303-21;\n";
}
const std::string kPlainFace = "#31=IFCINDEXEDPOLYGONALFACE((1,2,3,4));\n#32=IFCPOLYGONALFACESET(#30,.F.,(#31),$);\n";

double areaOf(const Model& m) {
    double area = 0;
    for (const Part& part : m.parts)
        for (const V3i& t : part.mesh->triangles) {
            const auto at = [&](int k) { return part.mesh->positions[static_cast<size_t>(k)]; };
            area += 0.5 * static_cast<double>((at(t.y) - at(t.x)).cross(at(t.z) - at(t.x)).length());
        }
    return area;
}

} // namespace

TEST_F(Seams, FacesOfBuildingModelsKeepTheirHoles) {
    EXPECT_NEAR(areaOf(importModel(write("whole.ifc", tessellatedWall(kPlainFace)))), 12, 1e-3);
    const std::string voids = "#31=IFCINDEXEDPOLYGONALFACEWITHVOIDS((1,2,3,4),((5,6,7,8)));\n"
                              "#32=IFCPOLYGONALFACESET(#30,.F.,(#31),$);\n";
    EXPECT_NEAR(areaOf(importModel(write("voids.ifc", tessellatedWall(voids)))), 10, 1e-3) << "the window is open";
    // Corners that count in another list: the opening's own four.
    const std::string other = "#32=IFCTRIANGULATEDFACESET(#30,$,.F.,((1,2,3),(1,3,4)),(5,6,7,8));\n";
    EXPECT_NEAR(areaOf(importModel(write("order.ifc", tessellatedWall(other)))), 2, 1e-3);
}

TEST_F(Seams, ABuildingModelThatEndsEarlyIsToldAsOne) {
    const std::string whole = tessellatedWall(kPlainFace);
    const auto says = [](const std::vector<Text>& notes) {
        return std::any_of(notes.begin(), notes.end(),
                           [](const Text& t) { return t.english().find("ends early") != std::string::npos; });
    };
    EXPECT_FALSE(says(importForeign(write("whole.ifc", whole)).notes));
    // Behind all that matters: it is read, and told.
    EXPECT_TRUE(says(importForeign(write("late.ifc", whole.substr(0, whole.find("ENDSEC;\nEND-ISO")))).notes));
    // A stray apostrophe swallows the rest; a cut takes the geometry.
    for (const std::string& bytes :
         {tessellatedWall(kPlainFace, "O'Brien wall"), whole.substr(0, whole.find("#34="))}) {
        try {
            const ForeignModel read = importForeign(write("cut.ifc", bytes));
            EXPECT_TRUE(says(read.notes));
        } catch (const Error& e) {
            EXPECT_NE(std::string(e.what()).find("ends early"), std::string::npos) << e.what();
        }
    }
}

TEST_F(Seams, CompressedFilesWhoseAccessorsHaveNoViewAreRead) {
    const fs::path file = "/usr/share/assimp/models/glTF2/draco/2CylinderEngine.gltf";
    if (!fs::exists(file)) GTEST_SKIP() << "assimp-testmodels is not installed";
    const Model m = importModel(file);
    EXPECT_GT(m.parts.size(), 10u);
    EXPECT_GT(triangleCount(m), 10000);
}
