#include "core/ground/pool.h"

#include <algorithm>
#include <cmath>

#include "core/ground/sweep.h"
#include "core/ground/winding.h"
#include "core/mesh/geos.h"

namespace thallos {

namespace {

constexpr float kApron = 0.6f;      // metres of level ground beside the walls
constexpr float kFoundation = 0.3f; // metres of the walls under the floor and the ground
constexpr float kOutside = 0.02f;   // metres of the walls before the face that the ground breaks at
constexpr float kOverhang = 0.03f;  // metres of the coping beyond the walls
constexpr float kEdgeStep = 0.5f;   // metres along the outline at which the ground is looked at

Geometry polygonOf(const Geos& geos, const Polygon& corners) {
    GEOSCoordSequence* ring = GEOSCoordSeq_create_r(geos.context, static_cast<unsigned>(corners.size() + 1), 2);
    for (unsigned i = 0; i <= corners.size(); ++i) {
        const V2f& p = corners[i % corners.size()];
        GEOSCoordSeq_setXY_r(geos.context, ring, i, static_cast<double>(p.x), static_cast<double>(p.y));
    }
    return geos.own(
        GEOSGeom_createPolygon_r(geos.context, GEOSGeom_createLinearRing_r(geos.context, ring), nullptr, 0));
}

// Corners of a ring, the last not repeated.
Polygon cornersOf(const Geos& geos, const GEOSGeometry* polygon) {
    Polygon out;
    const GEOSCoordSequence* s = GEOSGeom_getCoordSeq_r(geos.context, GEOSGetExteriorRing_r(geos.context, polygon));
    unsigned n = 0;
    GEOSCoordSeq_getSize_r(geos.context, s, &n);
    for (unsigned i = 0; i + 1 < n; ++i) {
        double x = 0, y = 0;
        GEOSCoordSeq_getXY_r(geos.context, s, i, &x, &y);
        out.emplace_back(static_cast<float>(x), static_cast<float>(y));
    }
    return out;
}

// The polygon made smaller by `by` metres all around, with sharp corners; empty where nothing or several pieces are
// left.
Polygon inset(const Polygon& outline, float by) {
    constexpr double kMitre = 8;
    const Geos geos;
    const Geometry whole = polygonOf(geos, outline);
    if (!whole || GEOSisValid_r(geos.context, whole.get()) != 1) return {};
    const Geometry less = geos.own(GEOSBufferWithStyle_r(geos.context, whole.get(), -static_cast<double>(by), 8,
                                                         GEOSBUF_CAP_FLAT, GEOSBUF_JOIN_MITRE, kMitre));
    if (!less || GEOSGeomTypeId_r(geos.context, less.get()) != GEOS_POLYGON ||
        GEOSisEmpty_r(geos.context, less.get()) == 1)
        return {};
    return counterClockwise(cornersOf(geos, less.get()));
}

// The outline as it is drawn round, each corner once.
PlanLine edgeOf(const PoolShape& shape) {
    return lineThrough(counterClockwise(shape.outline), true);
}

float meanBeside(const PlanLine& edge, const std::function<float(const V2f&)>& ground) {
    const int n = std::max(8, static_cast<int>(std::ceil(edge.length() / kEdgeStep)));
    float sum = 0;
    for (int i = 0; i < n; ++i)
        sum += ground(edge.place(edge.length() * (static_cast<float>(i) + 0.5f) / static_cast<float>(n)));
    return sum / static_cast<float>(n);
}

// A body around the outline between two distances inwards from it and two heights.
Mesh ring(const PlanLine& edge, float right, float left, float low, float high) {
    Mesh mesh;
    sweep(mesh, edge,
          std::vector<std::vector<SectionPoint>>(edge.points.size(),
                                                 {{right, low}, {left, low}, {left, high}, {right, high}}));
    return mesh;
}

} // namespace

LaidPool layPool(const PoolShape& shape, const std::function<float(const V2f&)>& ground) {
    LaidPool laid;
    const PlanLine edge = edgeOf(shape);
    if (edge.points.size() < 3) return laid;
    laid.inner = inset(edge.points, shape.thickness);
    if (laid.empty()) return laid;
    const float level = shape.fixed ? shape.level : meanBeside(edge, ground);
    laid.rim = level + shape.raised;
    laid.water = laid.rim - shape.below;
    laid.around.outlines = {edge.points};
    laid.around.level = level;
    laid.around.apron = kApron;
    laid.around.batter = laid.around.cutBatter = 2;
    laid.floor.outline = edge.points;
    laid.floor.level = laid.water - shape.depth;
    laid.floor.middle = bounds(edge.points).center();
    return laid;
}

Mesh poolWalls(const PoolShape& shape, const LaidPool& laid) {
    if (laid.empty()) return {};
    return ring(edgeOf(shape), -kOutside, shape.thickness, std::min(laid.floor.level, laid.around.level) - kFoundation,
                laid.rim - shape.coping);
}

Mesh poolCoping(const PoolShape& shape, const LaidPool& laid) {
    if (laid.empty() || shape.coping <= 0) return {};
    return ring(edgeOf(shape), -kOutside - kOverhang, shape.thickness + kOverhang, laid.rim - shape.coping, laid.rim);
}

Mesh poolWater(const PoolShape& shape, const LaidPool& laid) {
    Mesh mesh;
    if (laid.empty()) return mesh;
    const Geos geos;
    const Geometry sheet = polygonOf(geos, inset(edgeOf(shape).points, 0.5f * shape.thickness));
    const Geometry parts =
        geos.own(sheet ? GEOSConstrainedDelaunayTriangulation_r(geos.context, sheet.get()) : nullptr);
    const int n = parts ? GEOSGetNumGeometries_r(geos.context, parts.get()) : 0;
    for (int i = 0; i < n; ++i) {
        const Polygon corners = counterClockwise(cornersOf(geos, GEOSGetGeometryN_r(geos.context, parts.get(), i)));
        if (corners.size() != 3) continue;
        const int first = static_cast<int>(mesh.positions.size());
        for (const V2f& p : corners) mesh.positions.emplace_back(p.x, p.y, laid.water);
        mesh.triangles.emplace_back(first, first + 1, first + 2);
    }
    return mesh;
}

} // namespace thallos
