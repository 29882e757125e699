#include "tests/core/foreign_files.h"

#include <cstdint>
#include <cstdio>
#include <cstring>
#include <functional>
#include <initializer_list>
#include <map>

namespace thallos::test {

namespace {

std::string text(double v) {
    char s[40];
    std::snprintf(s, sizeof s, "%.6f", v);
    return s;
}
std::string joined(const std::vector<V3f>& points, const char* between) {
    std::string out;
    for (const V3f& p : points)
        for (int k = 0; k < 3; ++k) out += (out.empty() ? "" : between) + text(static_cast<double>(p[k]));
    return out;
}
template <class T> std::string raw(T v) {
    return {reinterpret_cast<const char*>(&v), sizeof v};
}

// In the file's own axes and unit.
std::vector<V3f> inFile(const FileOptions& o, char up) {
    std::vector<V3f> out = Solid().points;
    for (V3f& p : out) {
        p = (up == 'z' ? p : V3f(p.x, p.z, -p.y)) / o.unit;
        if (o.mirrored) p.x = -p.x;
    }
    return out;
}
// Faces as the file has them; mirrored points turn them inside out, which the node's scale undoes.
std::vector<std::vector<int>> faces(const FileOptions& o) {
    std::vector<std::vector<int>> out;
    if (o.polygons)
        out = Solid().polygons;
    else
        for (const V3i& f : Solid().faces) out.push_back({f.x, f.y, f.z});
    if (o.mirrored)
        for (auto& f : out) f = std::vector<int>(f.rbegin(), f.rend());
    return out;
}

std::string obj(const FileOptions& o) {
    std::string out = "o " + o.name + "\n";
    for (const V3f& p : inFile(o, o.up)) out += "v " + joined({p}, " ") + "\n";
    if (o.uvs) out += "vt 0 0\n";
    if (o.normals) out += "vn 0 1 0\n";
    for (const auto& f : faces(o)) {
        out += "f";
        for (const int i : f)
            out += " " + std::to_string(i + 1) + (o.uvs ? "/1" : o.normals ? "/" : "") + (o.normals ? "/1" : "");
        out += "\n";
    }
    return out;
}
std::string stl(const FileOptions& o) {
    std::string out = "solid " + o.name + "\n";
    const auto points = inFile(o, 'z');
    for (const auto& f : faces(o)) {
        out += "facet normal 0 0 0\nouter loop\n";
        for (const int i : f) out += "vertex " + joined({points[static_cast<size_t>(i)]}, " ") + "\n";
        out += "endloop\nendfacet\n";
    }
    return out + "endsolid " + o.name + "\n";
}
std::string ply(const FileOptions& o) {
    const auto all = faces(o);
    std::string out = "ply\nformat ascii 1.0\nelement vertex 6\nproperty float x\nproperty float y\nproperty float z\n"
                      "element face " +
                      std::to_string(all.size()) + "\nproperty list uchar int vertex_indices\nend_header\n";
    for (const V3f& p : inFile(o, 'z')) out += joined({p}, " ") + "\n";
    for (const auto& f : all) {
        out += std::to_string(f.size());
        for (const int i : f) out += " " + std::to_string(i);
        out += "\n";
    }
    return out;
}
std::string chunk(uint16_t id, const std::string& data) {
    return raw(id) + raw(static_cast<uint32_t>(data.size() + 6)) + data;
}
std::string threeDs(const FileOptions& o) {
    const auto all = faces(o);
    std::string points = raw<uint16_t>(6), corners = raw(static_cast<uint16_t>(all.size()));
    for (const V3f& p : inFile(o, 'z'))
        for (int k = 0; k < 3; ++k) points += raw(p[k]);
    for (const auto& f : all)
        for (const int v : {f[0], f[1], f[2], 7}) corners += raw(static_cast<uint16_t>(v));
    const std::string mesh = chunk(0x4100, chunk(0x4110, points) + chunk(0x4120, corners));
    return chunk(0x4d4d, chunk(2, raw<uint32_t>(3)) + chunk(0x3d3d, chunk(0x4000, o.name + '\0' + mesh)));
}
std::string dae(const FileOptions& o) {
    std::string corners, counts, nodes;
    const auto all = faces(o);
    for (const auto& f : all) {
        counts += std::to_string(f.size()) + " ";
        for (const int i : f) corners += std::to_string(i) + " ";
    }
    for (int k = 0; k < o.instances; ++k)
        nodes += "<node id=\"n" + std::to_string(k) + "\" name=\"" + o.name + "\"><translate>" +
                 text(10.0 * k / static_cast<double>(o.unit)) + " 0 0</translate>" +
                 (o.mirrored ? "<scale>-1 1 1</scale>" : "") + "<instance_geometry url=\"#g\"/></node>";
    return "<?xml version=\"1.0\" encoding=\"utf-8\"?><COLLADA "
           "xmlns=\"http://www.collada.org/2005/11/COLLADASchema\" version=\"1.4.1\"><asset><unit meter=\"" +
           text(static_cast<double>(o.unit)) + "\"/><up_axis>" + (o.up == 'z' ? "Z_UP" : "Y_UP") +
           "</up_axis></asset><library_geometries><geometry id=\"g\"><mesh><source id=\"p\"><float_array id=\"pa\" "
           "count=\"18\">" +
           joined(inFile(o, o.up), " ") +
           "</float_array><technique_common><accessor source=\"#pa\" count=\"6\" stride=\"3\"><param name=\"X\" "
           "type=\"float\"/><param name=\"Y\" type=\"float\"/><param name=\"Z\" "
           "type=\"float\"/></accessor></technique_common></source><vertices id=\"v\"><input semantic=\"POSITION\" "
           "source=\"#p\"/></vertices><polylist count=\"" +
           std::to_string(all.size()) + "\"><input semantic=\"VERTEX\" source=\"#v\" offset=\"0\"/><vcount>" + counts +
           "</vcount><p>" + corners +
           "</p></polylist></mesh></geometry></library_geometries><library_visual_scenes><visual_scene id=\"s\">" +
           nodes +
           "</visual_scene></library_visual_scenes><scene><instance_visual_scene url=\"#s\"/></scene></COLLADA>";
}
std::string fbx(const FileOptions& o) {
    std::string corners;
    int count = 0;
    for (const auto& f : faces(o))
        for (size_t i = 0; i < f.size(); ++i, ++count)
            corners += (corners.empty() ? "" : ",") + std::to_string(i + 1 < f.size() ? f[i] : -f[i] - 1);
    const auto number = [](const char* name, const char* kind, const std::string& v) {
        return std::string("\t\tP: \"") + name + "\", \"" + kind + "\", \"\", \"\"," + v + "\n";
    };
    const bool z = o.up == 'z';
    return "; FBX 7.3.0 project file\nFBXHeaderExtension:  {\n\tFBXHeaderVersion: 1003\n\tFBXVersion: 7300\n}\n"
           "GlobalSettings:  {\n\tVersion: 1000\n\tProperties70:  {\n" +
           number("UpAxis", "int", z ? "2" : "1") + number("UpAxisSign", "int", "1") +
           number("FrontAxis", "int", z ? "1" : "2") + number("FrontAxisSign", "int", z ? "-1" : "1") +
           number("CoordAxis", "int", "0") + number("CoordAxisSign", "int", "1") +
           number("UnitScaleFactor", "double", text(static_cast<double>(o.unit) * 100)) +
           "\t}\n}\nDefinitions:  {\n\tVersion: 100\n\tCount: 2\n\tObjectType: \"Geometry\" {\n\t\tCount: 1\n\t}\n"
           "\tObjectType: \"Model\" {\n\t\tCount: 1\n\t}\n}\nObjects:  {\n\tGeometry: 100, \"Geometry::" +
           o.name + "\", \"Mesh\" {\n\t\tVertices: *18 {\n\t\t\ta: " + joined(inFile(o, o.up), ",") +
           "\n\t\t}\n\t\tPolygonVertexIndex: *" + std::to_string(count) + " {\n\t\t\ta: " + corners +
           "\n\t\t}\n\t\tGeometryVersion: 124\n\t}\n\tModel: 200, \"Model::" + o.name +
           "\", \"Mesh\" {\n\t\tVersion: 232\n\t\tProperties70:  {\n" +
           (o.mirrored ? "\t\t\tP: \"Lcl Scaling\", \"Lcl Scaling\", \"\", \"A\",-1,1,1\n" : "") +
           "\t\t}\n\t}\n}\nConnections:  {\n\tC: \"OO\",200,0\n\tC: \"OO\",100,200\n}\n";
}
std::string base64(const std::string& bytes) {
    const char* letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
    std::string out;
    for (size_t i = 0; i < bytes.size(); i += 3) {
        uint32_t v = 0;
        for (size_t k = 0; k < 3; ++k)
            v = v << 8 | (i + k < bytes.size() ? static_cast<unsigned char>(bytes[i + k]) : 0u);
        for (size_t k = 0; k < 4; ++k) out += i + k > bytes.size() ? '=' : letters[v >> (18 - 6 * k) & 63];
    }
    return out;
}
std::string gltf(const FileOptions& o) {
    std::string data, nodes, list;
    const auto all = faces(o);
    for (const V3f& p : inFile(o, 'y'))
        for (int k = 0; k < 3; ++k) data += raw(p[k]);
    for (const auto& f : all)
        for (size_t k = 0; k < 3; ++k) data += raw(static_cast<uint16_t>(f[k]));
    for (int k = 0; k < o.instances; ++k) {
        nodes += (k ? "," : "") + std::string("{\"name\":\"") + o.name + "\",\"mesh\":0,\"translation\":[" +
                 text(10.0 * k) + ",0,0]" + (o.mirrored ? ",\"scale\":[-1,1,1]}" : "}");
        list += (k ? "," : "") + std::to_string(k);
    }
    const std::string size = std::to_string(data.size()), corners = std::to_string(3 * all.size());
    return R"({"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[)" + list + R"(]}],"nodes":[)" + nodes +
           R"(],"meshes":[{"primitives":[{"attributes":{"POSITION":0},"indices":1}]}],"buffers":[{"byteLength":)" +
           size + R"(,"uri":"data:application/octet-stream;base64,)" + base64(data) +
           R"("}],"bufferViews":[{"buffer":0,"byteLength":72},{"buffer":0,"byteOffset":72,"byteLength":)" +
           std::to_string(data.size() - 72) +
           R"(}],"accessors":[{"bufferView":0,"componentType":5126,"count":6,"type":"VEC3"},)" +
           R"({"bufferView":1,"componentType":5123,"count":)" + corners + R"(,"type":"SCALAR"}]})";
}

// Building models, statement by statement.
class BuildingFile {
public:
    explicit BuildingFile(bool newer) : newer_(newer) {}
    std::string add(const std::string& statement) {
        lines_ += "#" + std::to_string(++last_) + "=" + statement + ";\n";
        return "#" + std::to_string(last_);
    }
    std::string guid() {
        char s[32];
        std::snprintf(s, sizeof s, "'0Yvct%017d'", ++guids_);
        return s;
    }
    static std::string list(std::initializer_list<double> v) {
        std::string out;
        for (const double x : v) out += (out.empty() ? "(" : ",") + text(x);
        return out + ")";
    }
    std::string point(std::initializer_list<double> v) { return add("IFCCARTESIANPOINT(" + list(v) + ")"); }
    std::string direction(std::initializer_list<double> v) { return add("IFCDIRECTION(" + list(v) + ")"); }
    std::string axes(double x = 0, double y = 0, double z = 0) {
        return add("IFCAXIS2PLACEMENT3D(" + point({x, y, z}) + ",$,$)");
    }
    std::string place(double z = 0, const std::string& in = "$") {
        return add("IFCLOCALPLACEMENT(" + in + "," + axes(0, 0, z) + ")");
    }
    void header(const std::string& unit) {
        // Later schemas may leave the owner out.
        owner_ = newer_ ? "$" : add("IFCOWNERHISTORY($,$,$,.ADDED.,$,$,$,0)");
        const std::string north = direction({0.17364818, 0.98480775});
        context_ = add("IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-05," + axes() + "," + north + ")");
        const std::string length = add("IFCSIUNIT(*,.LENGTHUNIT.," + unit + ",.METRE.)");
        project_ = rooted("IFCPROJECT",
                          "'Tool shed',$,$,$,$,(" + context_ + ")," + add("IFCUNITASSIGNMENT((" + length + "))"));
    }
    std::string rooted(const std::string& type, const std::string& rest) {
        return add(type + "(" + guid() + "," + owner_ + "," + rest + ")");
    }
    std::string box(double x, double y, double z, double w, double d, double h) {
        const std::string at = add("IFCAXIS2PLACEMENT2D(" + point({x + w / 2, y + d / 2}) + ",$)");
        const std::string profile = add("IFCRECTANGLEPROFILEDEF(.AREA.,$," + at + "," + text(w) + "," + text(d) + ")");
        return add("IFCEXTRUDEDAREASOLID(" + profile + "," + axes(0, 0, z) + "," + direction({0, 0, 1}) + "," +
                   text(h) + ")");
    }
    std::string style(const std::string& name, double r, double g, double b, double clear = 0) {
        const std::string shade =
            add("IFCSURFACESTYLERENDERING(" + add("IFCCOLOURRGB($," + text(r) + "," + text(g) + "," + text(b) + ")") +
                "," + text(clear) + ",$,$,$,$,$,$,.FLAT.)");
        return add("IFCSURFACESTYLE('" + name + "',.BOTH.,(" + shade + "))");
    }
    // Each shape has a style of its own, as exporters write them.
    std::string styled(const std::string& shape, const std::string& name, double r, double g, double b,
                       double clear = 0) {
        const std::string s = style(name, r, g, b, clear);
        add("IFCSTYLEDITEM(" + shape + ",(" + (newer_ ? s : add("IFCPRESENTATIONSTYLEASSIGNMENT((" + s + "))")) +
            "),$)");
        return shape;
    }
    std::string body(const std::string& shape, const char* kind = "SweptSolid") {
        return add("IFCPRODUCTDEFINITIONSHAPE($,$,(" +
                   add("IFCSHAPEREPRESENTATION(" + context_ + ",'Body','" + kind + "',(" + shape + "))") + "))");
    }
    std::string whole(const std::string& schema) const {
        return "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('','2026-01-01T00:00:00',(''),(''),'"
               "','','');\nFILE_SCHEMA(('" +
               schema + "'));\nENDSEC;\nDATA;\n" + lines_ + "ENDSEC;\nEND-ISO-10303-21;\n";
    }
    std::string project() const { return project_; }

private:
    bool newer_;
    int last_ = 0, guids_ = 0;
    std::string lines_, owner_, context_, project_;
};

std::string storey(BuildingFile& f, const std::string& site, int level, bool newer) {
    const std::string at = f.place(level * 3000.0, site);
    const auto thing = [&](const std::string& type, const std::string& name, const std::string& body,
                           const std::string& rest) {
        return f.rooted(type, "'" + name + "',$,$," + at + "," + body + rest);
    };
    std::string things;
    const double plan[4][4] = {{0, 0, 6000, 200}, {0, 3800, 6000, 200}, {0, 200, 200, 3600}, {5800, 200, 200, 3600}};
    std::string front;
    for (const auto& w : plan) {
        const std::string wall =
            thing("IFCWALLSTANDARDCASE", "Basic wall:Dark brick:31415",
                  f.body(f.styled(f.box(w[0], w[1], 0, w[2], w[3], 2700), "Dark brick", 0.6, 0.3, 0.25)),
                  newer ? ",$,$" : ",$");
        if (front.empty()) front = wall;
        things += wall + ",";
    }
    const std::string hole =
        thing("IFCOPENINGELEMENT", "Opening", f.body(f.box(1000, -50, 0, 1000, 300, 2100)), newer ? ",$,$" : ",$");
    f.rooted("IFCRELVOIDSELEMENT", "$,$," + front + "," + hole);
    things += thing("IFCDOOR", "T\\X2\\00FC\\X0\\r", // with an umlaut
                    f.body(f.styled(f.box(1000, 50, 0, 1000, 60, 2100), "Oak", 0.5, 0.4, 0.3)),
                    newer ? ",$,2100.,1000.,$,$,$" : ",$,2100.,1000.") +
              ",";
    things +=
        thing("IFCWINDOW", "Window", f.body(f.styled(f.box(3000, 50, 900, 1000, 20, 1000), "Pane", 0.8, 0.9, 0.9, 0.8)),
              newer ? ",$,1000.,1000.,$,$,$" : ",$,1000.,1000.") +
        ",";
    // Its colour comes by its material alone.
    const std::string chair = thing(newer ? "IFCFURNITURE" : "IFCFURNISHINGELEMENT", "Chair",
                                    f.body(f.box(3000, 2000, 0, 500, 500, 900)), newer ? ",$,$" : ",$");
    f.rooted("IFCRELASSOCIATESMATERIAL",
             "$,$,(" + chair + ")," + f.add(newer ? "IFCMATERIAL('Beech',$,$)" : "IFCMATERIAL('Beech')"));
    things += chair;
    if (newer) {
        const std::string points = f.add("IFCCARTESIANPOINTLIST3D(((0.,0.,2700.),(6000.,0.,2700.),(6000.,4000.,2700.),"
                                         "(0.,4000.,2700.),(3000.,2000.,4000.)))");
        things += "," + thing("IFCROOF", "Roof",
                              f.body(f.styled(f.add("IFCTRIANGULATEDFACESET(" + points +
                                                    ",$,.F.,((1,2,5),(2,3,5),(3,4,5),(4,1,5)),$)"),
                                              "Slate", 0.3, 0.3, 0.35),
                                     "Tessellation"),
                              ",$,$");
        things += "," + thing("IFCCOVERING", "Ceiling",
                              f.body(f.add("IFCPOLYGONALFACESET(" + points + ",.F.,(" +
                                           f.add("IFCINDEXEDPOLYGONALFACE((4,3,2,1))") + "),$)"),
                                     "Tessellation"),
                              ",$,$");
        const std::string curve =
            f.add("IFCINDEXEDPOLYCURVE(" +
                  f.add("IFCCARTESIANPOINTLIST2D(((0.,-2000.),(1000.,-2000.),(1707.106781,-1707.106781),(2000.,-1000.)"
                        ",(0.,-1000.)))") +
                  ",(IFCLINEINDEX((1,2)),IFCARCINDEX((2,3,4)),IFCLINEINDEX((4,5,1))),.F.)");
        const std::string profile = f.add("IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,$," + curve + ")");
        things += "," + thing("IFCSLAB", "Terrace",
                              f.body(f.add("IFCEXTRUDEDAREASOLID(" + profile + "," + f.axes() + "," +
                                           f.direction({0, 0, 1}) + ",150.)")),
                              ",$,$");
    }
    const std::string s =
        f.rooted("IFCBUILDINGSTOREY", "'Level " + std::to_string(level) + "',$,$," + at + ",$,$,.ELEMENT.,0.");
    f.rooted("IFCRELCONTAINEDINSPATIALSTRUCTURE", "$,$,(" + things + ")," + s);
    return s;
}

// The solid's profile stands in the plane of north and up and is drawn out to the east.
std::string ifc(const FileOptions& o) {
    BuildingFile f(false);
    f.header(o.unit < 0.5f ? ".MILLI." : "$");
    const double u = o.unit < 0.5f ? 1000 : 1;
    const std::string at = f.place();
    const std::string site = f.rooted("IFCSITE", "'s',$,$," + at + ",$,$,.ELEMENT.,$,$,$,$,$");
    f.rooted("IFCRELAGGREGATES", "$,$," + f.project() + ",(" + site + ")");
    const std::string building = f.rooted("IFCBUILDING", "'b',$,$," + at + ",$,$,.ELEMENT.,$,$,$");
    f.rooted("IFCRELAGGREGATES", "$,$," + site + ",(" + building + ")");
    const std::string first = f.point({0, 0}), second = f.point({3 * u, 0}), third = f.point({0, 5 * u});
    const std::string profile =
        f.add("IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,$," +
              f.add("IFCPOLYLINE((" + first + "," + second + "," + third + "," + first + "))") + ")");
    const std::string axes = f.add("IFCAXIS2PLACEMENT3D(" + f.point({0, 0, 0}) + "," + f.direction({1, 0, 0}) + "," +
                                   f.direction({0, 1, 0}) + ")");
    const std::string solid =
        f.add("IFCEXTRUDEDAREASOLID(" + profile + "," + axes + "," + f.direction({0, 0, 1}) + "," + text(2 * u) + ")");
    const std::string wall = f.rooted("IFCWALL", "'" + o.name + "',$,$," + at + "," + f.body(solid) + ",$");
    f.rooted("IFCRELCONTAINEDINSPATIALSTRUCTURE", "$,$,(" + wall + ")," + building);
    return f.whole("IFC2X3");
}

} // namespace

std::string fileOf(const std::string& format, const FileOptions& o) {
    static const std::map<std::string, std::function<std::string(const FileOptions&)>> kWriters = {
        {"obj", obj}, {"stl", stl}, {"ply", ply},   {"3ds", threeDs},
        {"dae", dae}, {"fbx", fbx}, {"gltf", gltf}, {"ifc", ifc}};
    return kWriters.at(format)(o);
}

std::string buildingModel(const std::string& schema) {
    const bool newer = schema != "IFC2X3";
    BuildingFile f(newer);
    f.header(".MILLI.");
    const std::string at = f.place();
    const std::string site =
        f.rooted("IFCSITE", "'Meadow',$,$," + at + "," + f.body(f.box(-10000, -10000, -200, 20000, 20000, 200)) +
                                ",$,.ELEMENT.,(52,4,30,0),(-1,-36,0,0),85000.,$,$");
    f.rooted("IFCRELAGGREGATES", "$,$," + f.project() + ",(" + site + ")");
    const std::string building = f.rooted("IFCBUILDING", "'Shed',$,$," + at + ",$,$,.ELEMENT.,$,$,$");
    f.rooted("IFCRELAGGREGATES", "$,$," + site + ",(" + building + ")");
    const std::string below = storey(f, at, 0, newer), above = storey(f, at, 1, newer);
    f.rooted("IFCRELAGGREGATES", "$,$," + building + ",(" + below + "," + above + ")");
    return f.whole(schema);
}

std::string buildingWithoutShapes() {
    BuildingFile f(false);
    f.header("$");
    const std::string at = f.place();
    const std::string site = f.rooted("IFCSITE", "'Meadow',$,$," + at + ",$,$,.ELEMENT.,$,$,$,$,$");
    f.rooted("IFCRELAGGREGATES", "$,$," + f.project() + ",(" + site + ")");
    const std::string wall = f.rooted("IFCWALL", "'Wall',$,$," + at + ",$,$");
    f.rooted("IFCRELCONTAINEDINSPATIALSTRUCTURE", "$,$,(" + wall + ")," + site);
    return f.whole("IFC2X3");
}

} // namespace thallos::test
