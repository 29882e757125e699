#include <algorithm>
#include <cmath>
#include <cstdio>
#include <optional>
#include <unordered_set>

#include "core/base/vec.h"
#include "importer/ifc.h"

namespace thallos {

namespace {

using Views = std::vector<std::string_view>;

bool isOneOf(std::string_view type, std::initializer_list<std::string_view> list) {
    return std::find(list.begin(), list.end(), type) != list.end();
}

// What IFC 2x3 can say of a body, and the reader builds.
bool isKnownShape(std::string_view type) {
    return isOneOf(type, {"IFCEXTRUDEDAREASOLID",
                          "IFCREVOLVEDAREASOLID",
                          "IFCSWEPTDISKSOLID",
                          "IFCFACETEDBREP",
                          "IFCFACETEDBREPWITHVOIDS",
                          "IFCMANIFOLDSOLIDBREP",
                          "IFCFACEBASEDSURFACEMODEL",
                          "IFCSHELLBASEDSURFACEMODEL",
                          "IFCCONNECTEDFACESET",
                          "IFCBOOLEANRESULT",
                          "IFCBOOLEANCLIPPINGRESULT",
                          "IFCHALFSPACESOLID",
                          "IFCPOLYGONALBOUNDEDHALFSPACE",
                          "IFCBOXEDHALFSPACE",
                          "IFCMAPPEDITEM",
                          "IFCTRIANGULATEDFACESET",
                          "IFCPOLYGONALFACESET",
                          "IFCTRIANGULATEDIRREGULARNETWORK",
                          "IFCGEOMETRICSET",
                          "IFCGEOMETRICCURVESET",
                          "IFCPOLYLINE",
                          "IFCTRIMMEDCURVE",
                          "IFCCOMPOSITECURVE",
                          "IFCBOUNDINGBOX",
                          "IFCINDEXEDPOLYCURVE"});
}

// Things keep their class where the reader treats it as a place or no body.
bool staysItself(std::string_view type) {
    return isOneOf(type, {"IFCPROJECT", "IFCSITE", "IFCBUILDING", "IFCBUILDINGSTOREY", "IFCSPACE", "IFCANNOTATION",
                          "IFCGRID", "IFCVIRTUALELEMENT", "IFCDISTRIBUTIONPORT"});
}

struct Rewriter {
    const StepFile& file;
    std::unordered_map<std::string, int>& leftOut;
    std::string out{};
    uint64_t last = 0;
    uint64_t owner = 0; // stands in for those that later schemas may leave out
    std::unordered_map<uint64_t, std::vector<V3d>> lists{};

    uint64_t add(const std::string& statement) {
        put(++last, statement);
        return last;
    }
    void put(uint64_t id, std::string_view statement) {
        out += '#';
        out += std::to_string(id);
        out += '=';
        out += statement;
        out += ";\n";
    }
    void put(uint64_t id, std::string_view type, const Views& arguments) {
        std::string s(type);
        s += '(';
        for (size_t i = 0; i < arguments.size(); ++i) {
            if (i) s += ',';
            s += arguments[i];
        }
        put(id, s + ")");
    }
    static std::string references(const std::vector<uint64_t>& ids) {
        std::string s = "(";
        for (size_t i = 0; i < ids.size(); ++i) s += (i ? ",#" : "#") + std::to_string(ids[i]);
        return s + ")";
    }

    const std::vector<V3d>& pointsOf(std::string_view reference) {
        const auto id = stepReference(reference);
        static const std::vector<V3d> none;
        const StepEntity* e = id ? file.find(*id) : nullptr;
        if (!e) return none;
        const auto [it, fresh] = lists.try_emplace(*id);
        if (fresh) {
            const Views a = stepArguments(e->arguments);
            for (const std::string_view p : a.empty() ? Views() : stepArguments(stepList(a[0]))) {
                V3d v(0);
                const Views xyz = stepArguments(stepList(p));
                for (size_t k = 0; k < std::min<size_t>(xyz.size(), 3); ++k)
                    v[static_cast<int>(k)] = stepNumber(xyz[k]).value_or(0);
                it->second.push_back(v);
            }
        }
        return it->second;
    }
    static std::vector<size_t> indicesOf(std::string_view list) {
        std::vector<size_t> v;
        for (const std::string_view i : stepArguments(stepList(list)))
            if (const auto n = stepNumber(i); n && *n >= 1 && *n < 1e9) v.push_back(static_cast<size_t>(*n) - 1);
        return v;
    }
    uint64_t point(const V3d& p, bool flat) {
        std::string s = "IFCCARTESIANPOINT((" + formatted(p.x) + "," + formatted(p.y);
        return add(flat ? s + "))" : s + "," + formatted(p.z) + "))");
    }
    static std::string formatted(double v) {
        char text[40];
        std::snprintf(text, sizeof text, "%.9E", v);
        return text;
    }

    // A face by lists of corners: its outline, then its holes.
    using Face = std::vector<std::vector<size_t>>;

    void faceSet(const StepEntity& e, const std::vector<V3d>& points, const std::vector<Face>& faces) {
        std::vector<uint64_t> corners(points.size(), 0), made;
        for (const Face& face : faces) {
            std::vector<uint64_t> bounds;
            for (const auto& corner : face) {
                std::vector<uint64_t> loop;
                for (const size_t i : corner)
                    if (i < points.size()) {
                        if (!corners[i]) corners[i] = point(points[i], false);
                        loop.push_back(corners[i]);
                    }
                if (loop.size() < 3 && bounds.empty()) break; // without an outline no face
                if (loop.size() < 3) continue;
                const uint64_t polygon = add("IFCPOLYLOOP(" + references(loop) + ")");
                bounds.push_back(add((bounds.empty() ? "IFCFACEOUTERBOUND(#" : "IFCFACEBOUND(#") +
                                     std::to_string(polygon) + ",.T.)"));
            }
            if (!bounds.empty()) made.push_back(add("IFCFACE(" + references(bounds) + ")"));
        }
        const uint64_t set = add("IFCCONNECTEDFACESET(" + references(made) + ")");
        put(e.id, "IFCFACEBASEDSURFACEMODEL((#" + std::to_string(set) + "))");
    }
    // Corners that count in another list (PnIndex) instead of in the points themselves.
    static void reorder(std::string_view list, std::vector<Face>& faces) {
        const auto order = indicesOf(list);
        if (order.empty()) return;
        for (Face& face : faces)
            for (auto& loop : face)
                for (size_t& i : loop) i = i < order.size() ? order[i] : kNowhere;
    }
    void triangles(const StepEntity& e) {
        const Views a = stepArguments(e.arguments);
        std::vector<Face> faces;
        if (a.size() > 3)
            for (const std::string_view f : stepArguments(stepList(a[3]))) faces.push_back({indicesOf(f)});
        if (a.size() > 4) reorder(a[4], faces);
        faceSet(e, a.empty() ? std::vector<V3d>() : pointsOf(a[0]), faces);
    }
    void polygons(const StepEntity& e) {
        const Views a = stepArguments(e.arguments);
        std::vector<Face> faces;
        if (a.size() > 2)
            for (const uint64_t id : stepReferences(a[2]))
                if (const StepEntity* f = file.find(id)) {
                    const Views list = stepArguments(f->arguments);
                    if (list.empty()) continue;
                    Face face{indicesOf(list[0])};
                    if (list.size() > 1) // IFCINDEXEDPOLYGONALFACEWITHVOIDS
                        for (const std::string_view hole : stepArguments(stepList(list[1])))
                            face.push_back(indicesOf(hole));
                    faces.push_back(std::move(face));
                }
        if (a.size() > 3) reorder(a[3], faces);
        faceSet(e, a.empty() ? std::vector<V3d>() : pointsOf(a[0]), faces);
    }
    static constexpr size_t kNowhere = static_cast<size_t>(-1); // beyond every list

    // From `a` over `b` to `c` on their circle, without `a`.
    static void arc(const V3d& a, const V3d& b, const V3d& c, std::vector<V3d>& to) {
        const V3d ab = b - a, ac = c - a, n = ab.cross(ac);
        const double area = n.dot(n);
        if (area < 1e-18 * ab.dot(ab) * ac.dot(ac)) {
            to.push_back(c);
            return;
        }
        const V3d centre = a + (n.cross(ab) * ac.dot(ac) + ac.cross(n) * ab.dot(ab)) / (2 * area);
        const V3d x = a - centre, up = n.normalized(), y = up.cross(x);
        const V3d end = c - centre;
        double angle = std::atan2(end.dot(y), end.dot(x));
        if (angle <= 0) angle += 2 * double(kPi);
        const int steps = std::max(2, static_cast<int>(std::ceil(angle / (double(kPi) / 24))));
        for (int k = 1; k < steps; ++k) {
            const double t = angle * k / steps;
            to.push_back(centre + x * std::cos(t) + y * std::sin(t));
        }
        to.push_back(c);
    }
    void curve(const StepEntity& e) {
        const Views a = stepArguments(e.arguments);
        if (a.empty()) return;
        const std::vector<V3d>& points = pointsOf(a[0]);
        const auto id = stepReference(a[0]);
        const StepEntity* list = id ? file.find(*id) : nullptr;
        const bool flat = list && list->type == "IFCCARTESIANPOINTLIST2D";
        std::vector<V3d> line;
        const auto at = [&](size_t i) { return i < points.size() ? points[i] : V3d(0); };
        const Views segments = a.size() > 1 ? stepArguments(stepList(a[1])) : Views();
        if (segments.empty()) line = points;
        for (const std::string_view s : segments) {
            const size_t open = s.find('('), close = s.rfind(')');
            if (open == std::string_view::npos || close == std::string_view::npos || close < open) continue;
            const std::vector<size_t> i = indicesOf(s.substr(open + 1, close - open - 1));
            if (i.empty()) continue;
            if (line.empty()) line.push_back(at(i[0]));
            if (s.substr(0, 11) == "IFCARCINDEX" && i.size() == 3)
                arc(at(i[0]), at(i[1]), at(i[2]), line);
            else
                for (size_t k = 1; k < i.size(); ++k) line.push_back(at(i[k]));
        }
        std::vector<uint64_t> made;
        const bool closed = line.size() > 2 && (line.front() - line.back()).length() < 1e-9;
        for (size_t k = 0; k + (closed ? 1 : 0) < line.size(); ++k) made.push_back(point(line[k], flat));
        if (closed) made.push_back(made.front());
        put(e.id, "IFCPOLYLINE(" + references(made) + ")");
    }

    // The colour of what is written without one: later schemas let styles stand alone.
    void styled(const StepEntity& e) {
        Views a = stepArguments(e.arguments);
        if (a.size() < 2) return;
        std::vector<uint64_t> styles, alone;
        for (const uint64_t id : stepReferences(a[1]))
            if (const StepEntity* s = file.find(id))
                (s->type == "IFCPRESENTATIONSTYLEASSIGNMENT" ? styles : alone).push_back(id);
        if (!alone.empty()) styles.push_back(add("IFCPRESENTATIONSTYLEASSIGNMENT(" + references(alone) + ")"));
        const std::string list = references(styles);
        a[1] = list;
        put(e.id, "IFCSTYLEDITEM", a);
    }
    // Of a thing, by what its material looks like, or by the material's name alone.
    void materials(const StepEntity& e) {
        const Views a = stepArguments(e.arguments);
        if (a.size() < 6) return;
        const auto style = styleOf(a[5]);
        if (!style) return;
        for (const uint64_t thing : stepReferences(a[4]))
            if (!hasColour(thing))
                add("IFCSTYLEDITEM(#" + std::to_string(thing) + ",(#" + std::to_string(*style) + "),$)");
    }
    std::unordered_map<uint64_t, uint64_t> styleOfMaterial{}; // assignments, by material
    std::unordered_map<uint64_t, uint64_t> looksOf{};         // surface styles, by material
    std::unordered_set<uint64_t> styledItems{};

    std::optional<uint64_t> materialIn(uint64_t id, int depth = 0) const {
        const StepEntity* e = file.find(id);
        if (!e || depth > 5) return std::nullopt;
        if (e->type == "IFCMATERIAL") return id;
        if (e->type.substr(0, 11) != "IFCMATERIAL") return std::nullopt;
        for (const uint64_t next : stepReferences(e->arguments))
            if (const auto found = materialIn(next, depth + 1)) return found;
        return std::nullopt;
    }
    std::optional<uint64_t> styleOf(std::string_view reference) {
        const auto id = stepReference(reference);
        const auto material = id ? materialIn(*id) : std::nullopt;
        if (!material) return std::nullopt;
        const auto [it, fresh] = styleOfMaterial.try_emplace(*material, 0);
        if (fresh) {
            uint64_t look = 0;
            if (const auto found = looksOf.find(*material); found != looksOf.end()) {
                look = found->second;
            } else {
                const Views a = stepArguments(file.find(*material)->arguments);
                const uint64_t grey = add("IFCCOLOURRGB($,0.6,0.6,0.6)"),
                               shading =
                                   add("IFCSURFACESTYLERENDERING(#" + std::to_string(grey) + ",0.,$,$,$,$,$,$,.FLAT.)");
                look = add("IFCSURFACESTYLE(" + (a.empty() ? std::string("$") : std::string(a[0])) + ",.BOTH.,(#" +
                           std::to_string(shading) + "))");
            }
            it->second = add("IFCPRESENTATIONSTYLEASSIGNMENT((#" + std::to_string(look) + "))");
        }
        return it->second;
    }
    // Whether a thing's own shapes have a colour, through mapped ones too.
    bool hasColour(uint64_t id, int depth = 0) const {
        if (styledItems.count(id)) return true;
        const StepEntity* e = file.find(id);
        if (!e || depth > 7) return false;
        const Views a = stepArguments(e->arguments);
        std::string_view next;
        if (depth == 0)
            next = a.size() > 6 ? a[6] : std::string_view();
        else if (isOneOf(e->type, {"IFCPRODUCTDEFINITIONSHAPE"}))
            next = a.size() > 2 ? a[2] : std::string_view();
        else if (e->type == "IFCSHAPEREPRESENTATION")
            next = a.size() > 3 ? a[3] : std::string_view();
        else if (isOneOf(e->type, {"IFCMAPPEDITEM", "IFCBOOLEANRESULT", "IFCBOOLEANCLIPPINGRESULT"}))
            next = e->arguments;
        else if (e->type == "IFCREPRESENTATIONMAP")
            next = a.size() > 1 ? a[1] : std::string_view();
        for (const uint64_t ref : stepReferences(next))
            if (hasColour(ref, depth + 1)) return true;
        return false;
    }
    void gatherLooks() {
        for (const StepEntity& e : file.entities) {
            if (e.type == "IFCSTYLEDITEM") {
                const Views a = stepArguments(e.arguments);
                if (const auto item = a.empty() ? std::nullopt : stepReference(a[0])) styledItems.insert(*item);
            }
            if (e.type != "IFCMATERIALDEFINITIONREPRESENTATION") continue;
            const Views a = stepArguments(e.arguments);
            if (a.size() < 4) continue;
            if (const auto material = stepReference(a[3]))
                if (const auto look = surfaceStyleIn(a[2], 0)) looksOf.emplace(*material, *look);
        }
    }
    std::optional<uint64_t> surfaceStyleIn(std::string_view arguments, int depth) const {
        for (const uint64_t id : stepReferences(arguments)) {
            const StepEntity* e = file.find(id);
            if (!e || depth > 5) continue;
            if (e->type == "IFCSURFACESTYLE") return id;
            if (!isOneOf(e->type, {"IFCSTYLEDREPRESENTATION", "IFCSTYLEDITEM", "IFCPRESENTATIONSTYLEASSIGNMENT"}))
                continue;
            if (const auto found = surfaceStyleIn(e->arguments, depth + 1)) return found;
        }
        return std::nullopt;
    }

    void shape(const StepEntity& e) {
        Views a = stepArguments(e.arguments);
        if (a.size() < 4) return;
        std::vector<uint64_t> kept;
        for (const uint64_t id : stepReferences(a[3])) {
            const StepEntity* item = file.find(id);
            if (item && isKnownShape(item->type))
                kept.push_back(id);
            else if (item)
                ++leftOut[std::string(item->type)];
        }
        const std::string list = references(kept);
        a[3] = list;
        put(e.id, "IFCSHAPEREPRESENTATION", a);
    }
    // Rooted entities begin with id, owner, name.
    void rooted(const StepEntity& e, Views a) {
        const std::string standIn = "#" + std::to_string(owner);
        if (a.size() > 1 && a[1] == "$") a[1] = standIn;
        const bool thing = a.size() >= 8 && e.type.substr(0, 6) != "IFCREL" && !staysItself(e.type) &&
                           (stepReference(a[5]) || stepReference(a[6]));
        if (!thing) return put(e.id, e.type, a);
        a.resize(8);
        a.push_back("$");
        put(e.id, "IFCBUILDINGELEMENTPROXY", a);
    }
    // The reader is to build openings as parts of what they go through, and to leave it whole.
    void opening(const StepEntity& e, Views a) {
        if (a.size() < 6) return;
        const std::string list = "(" + std::string(a[5]) + ")";
        a[5] = list;
        rooted({e.id, "IFCRELAGGREGATES", {}}, a);
    }
    void rewrite(const StepEntity& e) {
        const std::string_view t = e.type;
        if (isOneOf(t, {"IFCTRIANGULATEDFACESET", "IFCTRIANGULATEDIRREGULARNETWORK"})) return triangles(e);
        if (t == "IFCPOLYGONALFACESET") return polygons(e);
        if (t == "IFCINDEXEDPOLYCURVE") return curve(e);
        if (t == "IFCSTYLEDITEM") return styled(e);
        if (t == "IFCSHAPEREPRESENTATION") return shape(e);
        if (isOneOf(t, {"IFCCARTESIANPOINTLIST2D", "IFCCARTESIANPOINTLIST3D", "IFCINDEXEDPOLYGONALFACE",
                        "IFCINDEXEDPOLYGONALFACEWITHVOIDS", "IFCINDEXEDCOLOURMAP", "IFCCOLOURRGBLIST"}))
            return;
        if (t == "IFCRELFILLSELEMENT") return;
        if (t == "IFCRELASSOCIATESMATERIAL") materials(e);
        const Views a = stepArguments(e.arguments);
        if (t == "IFCRELVOIDSELEMENT") return opening(e, a);
        if (a.size() > 3 && a[0].size() == 24 && a[0].front() == '\'' && a[0].back() == '\'') return rooted(e, a);
        put(e.id, t, a);
    }
};

} // namespace

std::string asIfc2x3(const StepFile& file, std::unordered_map<std::string, int>& leftOut) {
    Rewriter r{file, leftOut};
    r.last = file.last;
    r.out = "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('','',(''),(''),'','','');\n"
            "FILE_SCHEMA(('IFC2X3'));\nENDSEC;\nDATA;\n";
    r.owner = ++r.last;
    r.put(r.owner,
          "IFCOWNERHISTORY(#" + std::to_string(r.owner) + ",#" + std::to_string(r.owner) + ",$,.ADDED.,$,$,$,0)");
    r.gatherLooks();
    for (const StepEntity& e : file.entities) r.rewrite(e);
    r.out += "ENDSEC;\nEND-ISO-10303-21;\n";
    return std::move(r.out);
}

} // namespace thallos
