#include "core/model/openings.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/mesh/geos.h"
#include "core/model/topology.h"

namespace thallos {

namespace {

// A face of the solid stays where the solid stays just beneath it, and a face of a body becomes a reveal where there is
// solid just outside it: both are asked of plane sections, which are regions of the plane.
constexpr double kSkin = 1e-4; // metres from a face to the section that tells what lies there
constexpr double kGrid = 1e-6; // of coordinates in the plane
constexpr float kWeld = 2e-5f;

using V2d = Imath::V2d;
using Box3d = Imath::Box<V3d>;

struct Solid {
    std::vector<V3d> points;
    std::vector<V3i> triangles;
    double sense = 1; // -1: wound inwards
    Box3d box;

    V3d point(size_t triangle, int corner) const { return points[static_cast<size_t>(triangles[triangle][corner])]; }
    Box3d boxOf(size_t triangle) const {
        Box3d b;
        for (int k = 0; k < 3; ++k) b.extendBy(point(triangle, k));
        return b;
    }
};

Solid solidOf(const Mesh& mesh) {
    Solid s;
    int count = 0;
    const std::vector<int> place = placesOf(mesh.positions, kWeld, count);
    s.points.resize(static_cast<size_t>(count));
    for (size_t i = mesh.positions.size(); i-- > 0;) s.points[static_cast<size_t>(place[i])] = V3d(mesh.positions[i]);
    double volume = 0;
    for (const V3i& t : mesh.triangles) {
        s.triangles.emplace_back(place[static_cast<size_t>(t.x)], place[static_cast<size_t>(t.y)],
                                 place[static_cast<size_t>(t.z)]);
        const size_t i = s.triangles.size() - 1;
        for (int k = 0; k < 3; ++k) s.box.extendBy(s.point(i, k));
        const V3d& from = s.points.front(); // near it: far from the origin nothing is left of the sum
        volume += (s.point(i, 0) - from).dot((s.point(i, 1) - from).cross(s.point(i, 2) - from));
    }
    if (volume < 0) s.sense = -1;
    return s;
}

bool meet(const Box3d& a, const Box3d& b) {
    return Box3d(a.min - V3d(2 * kSkin), a.max + V3d(2 * kSkin)).intersects(b);
}

// Triangles in one plane.
struct Face {
    V3d origin, u, v, normal; // outwards
    std::vector<size_t> triangles;
    Box3d box;

    V2d flat(const V3d& p) const { return {(p - origin).dot(u), (p - origin).dot(v)}; }
    V3d lifted(const V2d& p) const { return origin + u * p.x + v * p.y; }
};

// Of those triangles that come near `within`; the others are added to `untouched`.
std::vector<Face> facesOf(const Solid& s, const std::vector<Box3d>& within, std::vector<size_t>* untouched) {
    std::vector<Face> out;
    for (size_t i = 0; i < s.triangles.size(); ++i) {
        const V3d a = s.point(i, 0), n = (s.point(i, 1) - a).cross(s.point(i, 2) - a) * s.sense;
        if (n.length() < 1e-12) continue;
        const Box3d box = s.boxOf(i);
        if (std::none_of(within.begin(), within.end(), [&](const Box3d& b) { return meet(box, b); })) {
            if (untouched) untouched->push_back(i);
            continue;
        }
        const V3d normal = n.normalized();
        auto face = std::find_if(out.begin(), out.end(), [&](const Face& f) {
            if (f.normal.dot(normal) < 0.999) return false;
            for (int k = 0; k < 3; ++k)
                if (std::abs((s.point(i, k) - f.origin).dot(f.normal)) > static_cast<double>(kWeld)) return false;
            return true;
        });
        if (face == out.end()) {
            const V3d side = std::abs(normal.z) < 0.7 ? V3d(0, 0, 1) : V3d(1, 0, 0);
            const V3d u = side.cross(normal).normalized();
            out.push_back({a, u, normal.cross(u), normal, {}, {}});
            face = out.end() - 1;
        }
        face->triangles.push_back(i);
        face->box.extendBy(box);
    }
    return out;
}

GEOSGeometry* polygonOf(const Geos& geos, const std::vector<V2d>& ring) {
    const auto n = static_cast<unsigned>(ring.size());
    GEOSCoordSequence* points = GEOSCoordSeq_create_r(geos.context, n + 1, 2);
    for (unsigned i = 0; i <= n; ++i) GEOSCoordSeq_setXY_r(geos.context, points, i, ring[i % n].x, ring[i % n].y);
    return GEOSGeom_createPolygon_r(geos.context, GEOSGeom_createLinearRing_r(geos.context, points), nullptr, 0);
}

double areaOf(const Geos& geos, const Geometry& g) {
    double area = 0;
    return g && GEOSArea_r(geos.context, g.get(), &area) ? area : 0;
}

Geometry regionOf(const Geos& geos, const Solid& s, const Face& face) {
    std::vector<GEOSGeometry*> pieces;
    for (const size_t i : face.triangles)
        pieces.push_back(
            polygonOf(geos, {face.flat(s.point(i, 0)), face.flat(s.point(i, 1)), face.flat(s.point(i, 2))}));
    const Geometry all = geos.own(GEOSGeom_createCollection_r(geos.context, GEOS_MULTIPOLYGON, pieces.data(),
                                                              static_cast<unsigned>(pieces.size())));
    return geos.own(GEOSUnaryUnionPrec_r(geos.context, all.get(), kGrid));
}

// Without points along straight edges, which the faces beside have not.
std::vector<V2d> withoutStraight(const std::vector<V2d>& ring) {
    std::vector<V2d> out;
    const size_t n = ring.size();
    for (size_t i = 0; i < n; ++i) {
        const V2d from = out.empty() ? ring[n - 1] : out.back(), way = ring[(i + 1) % n] - from;
        const double off = std::abs(way.cross(ring[i] - from));
        if (off > 2 * kGrid * std::max(way.length(), kGrid)) out.push_back(ring[i]);
    }
    return out;
}

// Rings of the plane `offset` metres before the face, through the edges that cross it. Edges are known by their ends,
// so that rings close whatever the rounding.
std::vector<std::vector<V2d>> ringsOf(const Solid& s, const Face& face, double offset) {
    struct Crossing {
        V2d at;
        int next[2], count = 0;
        bool seen = false;
    };
    std::vector<Crossing> crossings;
    std::map<std::pair<int, int>, int> known;
    const auto before = [&](int p) {
        return (s.points[static_cast<size_t>(p)] - face.origin).dot(face.normal) - offset;
    };
    const auto crossing = [&](int a, int b) {
        if (a > b) std::swap(a, b);
        const auto [it, fresh] = known.try_emplace({a, b}, static_cast<int>(crossings.size()));
        if (fresh) {
            const double da = before(a), db = before(b);
            const V3d p = s.points[static_cast<size_t>(a)], q = s.points[static_cast<size_t>(b)];
            crossings.push_back({face.flat(p + (q - p) * (da / (da - db))), {}});
        }
        return it->second;
    };
    for (const V3i& t : s.triangles) {
        int ends[2], count = 0;
        for (int k = 0; k < 3; ++k) {
            const int a = t[k], b = t[(k + 1) % 3];
            if ((before(a) >= 0) != (before(b) >= 0) && count < 2) ends[count++] = crossing(a, b);
        }
        if (count < 2) continue;
        for (int k = 0; k < 2; ++k)
            if (Crossing& c = crossings[static_cast<size_t>(ends[k])]; c.count < 2) c.next[c.count++] = ends[1 - k];
    }
    std::vector<std::vector<V2d>> out;
    for (size_t start = 0; start < crossings.size(); ++start) {
        std::vector<V2d> ring;
        int at = static_cast<int>(start), from = -1;
        bool closed = false;
        while (!crossings[static_cast<size_t>(at)].seen) {
            Crossing& c = crossings[static_cast<size_t>(at)];
            c.seen = true;
            ring.push_back(c.at);
            if (c.count < 2) break;
            const int next = c.next[0] == from ? c.next[1] : c.next[0];
            from = at;
            at = next;
            closed = at == static_cast<int>(start);
        }
        if (closed && (ring = withoutStraight(ring)).size() >= 3) out.push_back(std::move(ring));
    }
    return out;
}

// What of the plane lies within the solid; null when nothing does.
Geometry section(const Geos& geos, const Solid& s, const Face& face, double offset) {
    Geometry out = geos.own(nullptr);
    GEOSMakeValidParams* whole = GEOSMakeValidParams_create_r(geos.context);
    GEOSMakeValidParams_setMethod_r(geos.context, whole, GEOS_MAKE_VALID_STRUCTURE);
    GEOSMakeValidParams_setKeepCollapsed_r(geos.context, whole, 0);
    for (const auto& ring : ringsOf(s, face, offset)) {
        const Geometry raw = geos.own(polygonOf(geos, ring));
        Geometry one = geos.own(GEOSMakeValidWithParams_r(geos.context, raw.get(), whole));
        if (areaOf(geos, one) < 1e-9) continue;
        // Even-odd: a ring within a ring is a hollow.
        out = out ? geos.own(GEOSSymDifferencePrec_r(geos.context, out.get(), one.get(), kGrid)) : std::move(one);
    }
    GEOSMakeValidParams_destroy_r(geos.context, whole);
    return out;
}

// Adds the region's triangles, turned over for what looks into an opening.
void addRegion(const Geos& geos, const Geometry& region, const Face& face, bool turned, Mesh& to) {
    const Geometry all = geos.own(GEOSConstrainedDelaunayTriangulation_r(geos.context, region.get()));
    for (int i = 0; all && i < GEOSGetNumGeometries_r(geos.context, all.get()); ++i) {
        const GEOSCoordSequence* points = GEOSGeom_getCoordSeq_r(
            geos.context, GEOSGetExteriorRing_r(geos.context, GEOSGetGeometryN_r(geos.context, all.get(), i)));
        V2d p[3];
        for (unsigned k = 0; k < 3; ++k) GEOSCoordSeq_getXY_r(geos.context, points, k, &p[k].x, &p[k].y);
        const double area = (p[1] - p[0]).cross(p[2] - p[0]);
        if ((area < 0) != turned) std::swap(p[1], p[2]);
        const int first = static_cast<int>(to.positions.size());
        for (const V2d& corner : p) to.positions.emplace_back(face.lifted(corner));
        to.triangles.emplace_back(first, first + 1, first + 2);
    }
}

// Corners in one place become one.
void weld(Mesh& mesh) {
    int count = 0;
    const std::vector<int> place = placesOf(mesh.positions, kWeld, count);
    std::vector<V3f> positions(static_cast<size_t>(count));
    for (size_t i = place.size(); i-- > 0;) positions[static_cast<size_t>(place[i])] = mesh.positions[i];
    mesh.positions = std::move(positions);
    for (V3i& t : mesh.triangles)
        for (int k = 0; k < 3; ++k) t[k] = place[static_cast<size_t>(t[k])];
    removeBroken(mesh);
}

} // namespace

Mesh withOpenings(const Mesh& mesh, const std::vector<Mesh>& meshes) {
    const Geos geos;
    const Solid solid = solidOf(mesh);
    std::vector<Solid> bodies;
    std::vector<Box3d> boxes;
    for (const Mesh& m : meshes)
        if (Solid s = solidOf(m); !s.triangles.empty() && meet(s.box, solid.box)) {
            boxes.push_back(s.box);
            bodies.push_back(std::move(s));
        }
    if (bodies.empty() || solid.triangles.empty()) return mesh;

    Mesh out;
    bool changed = false;
    const auto keep = [&](size_t i) {
        const int first = static_cast<int>(out.positions.size());
        for (int k = 0; k < 3; ++k) out.positions.emplace_back(solid.point(i, k));
        out.triangles.emplace_back(first, first + 1, first + 2);
    };
    const auto without = [&](Geometry region, const Solid& body, const Face& face, double offset) {
        if (!region || !meet(body.box, face.box)) return region;
        const Geometry cut = section(geos, body, face, offset);
        return cut ? geos.own(GEOSDifferencePrec_r(geos.context, region.get(), cut.get(), kGrid)) : std::move(region);
    };
    std::vector<size_t> untouched;
    for (const Face& face : facesOf(solid, boxes, &untouched)) {
        Geometry region = regionOf(geos, solid, face);
        const double before = areaOf(geos, region);
        for (const Solid& body : bodies) region = without(std::move(region), body, face, -kSkin);
        if (!region || before - areaOf(geos, region) < 1e-8) {
            for (const size_t i : face.triangles) keep(i);
            continue;
        }
        changed = true;
        addRegion(geos, region, face, solid.sense < 0, out);
    }
    for (const size_t i : untouched) keep(i);
    for (size_t b = 0; b < bodies.size(); ++b)
        for (const Face& face : facesOf(bodies[b], {solid.box}, nullptr)) {
            const Geometry around = section(geos, solid, face, kSkin);
            if (!around) continue;
            const Geometry whole = regionOf(geos, bodies[b], face);
            Geometry reveal = geos.own(GEOSIntersectionPrec_r(geos.context, whole.get(), around.get(), kGrid));
            for (size_t o = 0; o < bodies.size(); ++o) {
                if (o == b) continue;
                reveal = without(std::move(reveal), bodies[o], face, kSkin);
                // A face that an earlier body has in the same place is there already.
                if (o < b) reveal = without(std::move(reveal), bodies[o], face, -kSkin);
            }
            if (!reveal || areaOf(geos, reveal) < 1e-8) continue;
            changed = true;
            addRegion(geos, reveal, face, solid.sense > 0, out);
        }
    if (!changed) return mesh;
    weld(out);
    return out;
}

} // namespace thallos
