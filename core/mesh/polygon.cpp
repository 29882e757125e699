#include "core/mesh/polygon.h"

#include <algorithm>
#include <cmath>

#include "core/mesh/geos.h"

namespace thallos {

Box2f bounds(const Polygon& polygon) {
    Box2f b;
    for (const V2f& p : polygon) b.extendBy(p);
    return b;
}

float area(const Polygon& polygon) {
    double twice = 0;
    for (size_t i = 0, n = polygon.size(); i < n; ++i) {
        const V2f &a = polygon[i], &b = polygon[(i + 1) % n];
        twice += static_cast<double>(a.x) * b.y - static_cast<double>(b.x) * a.y;
    }
    return static_cast<float>(std::abs(twice) / 2);
}

bool contains(const Polygon& polygon, const V2f& p) {
    bool inside = false;
    for (size_t i = 0, n = polygon.size(), j = n - 1; i < n; j = i++) {
        const V2f &a = polygon[i], &b = polygon[j];
        if ((a.y > p.y) != (b.y > p.y) && p.x < (b.x - a.x) * (p.y - a.y) / (b.y - a.y) + a.x) inside = !inside;
    }
    return inside;
}

float signedDistance(const Polygon& polygon, const V2f& p) {
    float best = 1e30f;
    for (size_t i = 0, n = polygon.size(); i < n; ++i) {
        const V2f a = polygon[i], ab = polygon[(i + 1) % n] - a;
        const float t = clamp01((p - a).dot(ab) / std::max(ab.length2(), 1e-12f));
        best = std::min(best, (p - a - ab * t).length2());
    }
    const float d = std::sqrt(best);
    return contains(polygon, p) ? -d : d;
}

Polygon smoothOutline(const std::vector<V2f>& handles, int perSpan) {
    const int n = static_cast<int>(handles.size());
    if (n < 3) return handles;
    Polygon out;
    for (int i = 0; i < n; ++i) {
        const V2f p0 = handles[(i + n - 1) % n], p1 = handles[i], p2 = handles[(i + 1) % n], p3 = handles[(i + 2) % n];
        // Knot spacing by the square root of the distance keeps the curve free of loops (Yuksel et al. 2011).
        const float d0 = std::sqrt(std::max((p1 - p0).length(), 1e-4f)),
                    d1 = std::sqrt(std::max((p2 - p1).length(), 1e-4f)),
                    d2 = std::sqrt(std::max((p3 - p2).length(), 1e-4f));
        const V2f m1 = ((p1 - p0) / d0 - (p2 - p0) / (d0 + d1) + (p2 - p1) / d1) * d1;
        const V2f m2 = ((p2 - p1) / d1 - (p3 - p1) / (d1 + d2) + (p3 - p2) / d2) * d1;
        for (int k = 0; k < perSpan; ++k) {
            const float t = static_cast<float>(k) / static_cast<float>(perSpan), t2 = t * t, t3 = t2 * t;
            out.push_back(p1 * (2 * t3 - 3 * t2 + 1) + m1 * (t3 - 2 * t2 + t) + p2 * (3 * t2 - 2 * t3) +
                          m2 * (t3 - t2));
        }
    }
    return out;
}

Polygon moved(const Polygon& polygon, float yaw, const V2f& by) {
    const float c = std::cos(yaw), s = std::sin(yaw);
    Polygon out;
    for (const V2f& p : polygon) out.emplace_back(c * p.x - s * p.y + by.x, s * p.x + c * p.y + by.y);
    return out;
}

namespace {

Polygon outerRing(const Geos& geos, const GEOSGeometry* polygon) {
    const GEOSCoordSequence* points =
        GEOSGeom_getCoordSeq_r(geos.context, GEOSGetExteriorRing_r(geos.context, polygon));
    unsigned n = 0;
    GEOSCoordSeq_getSize_r(geos.context, points, &n);
    Polygon out;
    for (unsigned i = 0; i + 1 < n; ++i) {
        double x = 0, y = 0;
        GEOSCoordSeq_getXY_r(geos.context, points, i, &x, &y);
        out.emplace_back(static_cast<float>(x), static_cast<float>(y));
    }
    return out;
}

constexpr size_t kManyTriangles = 20000;

// The low triangles of a mesh in plan.
template <class Take> void eachLow(const std::vector<const Mesh*>& meshes, float ceiling, Take&& take) {
    for (const Mesh* mesh : meshes)
        for (const V3i& t : mesh->triangles) {
            const V3f p[3] = {mesh->positions[t.x], mesh->positions[t.y], mesh->positions[t.z]};
            if (std::min({p[0].z, p[1].z, p[2].z}) > ceiling) continue;
            const V2f a = xy(p[0]), b = xy(p[1]), c = xy(p[2]);
            if (std::abs((b - a).x * (c - a).y - (b - a).y * (c - a).x) < 1e-5f) continue; // upright: no area in plan
            take(a, b, c);
        }
}

// Where a triangle lies within a band from `low` to `high`: least and most x; empty when it does not.
V2f spanWithin(const V2f (&p)[3], float low, float high) {
    V2f span(1e30f, -1e30f);
    const auto take = [&](float x) { span = V2f(std::min(span.x, x), std::max(span.y, x)); };
    for (int k = 0; k < 3; ++k) {
        const V2f &a = p[k], &b = p[(k + 1) % 3];
        if (a.y >= low && a.y <= high) take(a.x);
        for (const float y : {low, high})
            if ((a.y < y) != (b.y < y)) take(a.x + (b.x - a.x) * (y - a.y) / (b.y - a.y));
    }
    return span;
}

// The same area by runs of square cells, whatever the number of triangles: the union of a million of them takes
// minutes.
struct Runs {
    float cell = 0;
    std::vector<Box2f> boxes;
};
Runs runsOf(const std::vector<const Mesh*>& meshes, float ceiling) {
    Runs out;
    Box2f all;
    eachLow(meshes, ceiling, [&](const V2f& a, const V2f& b, const V2f& c) {
        for (const V2f& p : {a, b, c}) all.extendBy(p);
    });
    if (all.isEmpty()) return out;
    out.cell = std::max(0.1f, std::max(all.size().x, all.size().y) / 1500);
    const V2i n(static_cast<int>(all.size().x / out.cell) + 1, static_cast<int>(all.size().y / out.cell) + 1);
    std::vector<char> filled(static_cast<size_t>(n.x) * n.y, 0);
    eachLow(meshes, ceiling, [&](const V2f& a, const V2f& b, const V2f& c) {
        const V2f p[3] = {a - all.min, b - all.min, c - all.min};
        const auto cellAt = [&](float v, int limit) {
            return std::clamp(static_cast<int>(v / out.cell), 0, limit - 1);
        };
        const int first = cellAt(std::min({p[0].y, p[1].y, p[2].y}), n.y),
                  last = cellAt(std::max({p[0].y, p[1].y, p[2].y}), n.y);
        for (int y = first; y <= last; ++y) {
            const V2f span = spanWithin(p, static_cast<float>(y) * out.cell, static_cast<float>(y + 1) * out.cell);
            if (span.x > span.y) continue;
            char* row = &filled[static_cast<size_t>(y) * n.x];
            std::fill(row + cellAt(span.x, n.x), row + cellAt(span.y, n.x) + 1, 1);
        }
    });
    for (int y = 0; y < n.y; ++y)
        for (int x = 0; x < n.x;) {
            const char* row = &filled[static_cast<size_t>(y) * n.x];
            const int from = x;
            while (x < n.x && row[x]) ++x;
            if (x > from)
                out.boxes.push_back({all.min + V2f(static_cast<float>(from), static_cast<float>(y)) * out.cell,
                                     all.min + V2f(static_cast<float>(x), static_cast<float>(y + 1)) * out.cell});
            else
                ++x;
        }
    return out;
}

} // namespace

std::vector<Polygon> footprint(const std::vector<const Mesh*>& meshes, float ceiling) {
    Geos geos;
    std::vector<GEOSGeometry*> pieces;
    const auto addRing = [&](std::initializer_list<V2f> corners) {
        GEOSCoordSequence* ring = GEOSCoordSeq_create_r(geos.context, static_cast<unsigned>(corners.size() + 1), 2);
        unsigned i = 0;
        for (const V2f& p : corners) GEOSCoordSeq_setXY_r(geos.context, ring, i++, p.x, p.y);
        GEOSCoordSeq_setXY_r(geos.context, ring, i, corners.begin()->x, corners.begin()->y);
        pieces.push_back(
            GEOSGeom_createPolygon_r(geos.context, GEOSGeom_createLinearRing_r(geos.context, ring), nullptr, 0));
    };
    size_t low = 0;
    eachLow(meshes, ceiling, [&](const V2f&, const V2f&, const V2f&) { ++low; });
    float cell = 0; // of runs; 0: exact
    if (low <= kManyTriangles)
        eachLow(meshes, ceiling, [&](const V2f& a, const V2f& b, const V2f& c) { addRing({a, b, c}); });
    else {
        const Runs runs = runsOf(meshes, ceiling);
        cell = runs.cell;
        for (const Box2f& b : runs.boxes) addRing({b.min, {b.max.x, b.min.y}, b.max, {b.min.x, b.max.y}});
    }
    std::vector<Polygon> out;
    if (pieces.empty()) return out;
    const Geometry all = geos.own(GEOSGeom_createCollection_r(geos.context, GEOS_MULTIPOLYGON, pieces.data(),
                                                              static_cast<unsigned>(pieces.size())));
    const Geometry joined = geos.own(GEOSUnaryUnionPrec_r(geos.context, all.get(), 1e-3));
    if (!joined) return out;
    // Out and in again closes the gaps between parts that only nearly touch.
    const Geometry wide =
        geos.own(GEOSBufferWithStyle_r(geos.context, joined.get(), 0.15, 4, GEOSBUF_CAP_FLAT, GEOSBUF_JOIN_MITRE, 2));
    const Geometry closed = geos.own(GEOSBufferWithStyle_r(geos.context, wide.get(), -0.15 - 0.5 * cell, 4,
                                                           GEOSBUF_CAP_FLAT, GEOSBUF_JOIN_MITRE, 2));
    const Geometry simple = geos.own(GEOSTopologyPreserveSimplify_r(geos.context, closed.get(), 0.02 + cell));
    if (!simple) return out;
    for (int i = 0; i < GEOSGetNumGeometries_r(geos.context, simple.get()); ++i) {
        const GEOSGeometry* piece = GEOSGetGeometryN_r(geos.context, simple.get(), i);
        if (GEOSGeomTypeId_r(geos.context, piece) != GEOS_POLYGON) continue;
        Polygon ring = outerRing(geos, piece);
        if (ring.size() >= 3 && area(ring) > 0.01f) out.push_back(std::move(ring));
    }
    return out;
}

} // namespace thallos
