// Small shapes that low plants are made of: blades, petals, rods.
#pragma once

#include <vector>

#include "core/base/vec.h"
#include "core/mesh/mesh.h"

namespace thallos {

// A blade that bends over. Its midrib is a line of `segments` pieces of one length.
struct StripShape {
    V3f foot{0}, out{1, 0, 0}; // `out` is level, unit: where it leans
    float length = 0.3f, width = 0.004f;
    float start = 0, bend = 0.5f; // radians from upright at its foot, and by how much more at its tip
    float fold = 0;               // degrees that its halves stand up along the midrib
    int segments = 4;
    float tip = 0; // width there, of its own; 0: a point
};
struct StripEnd {
    V3f at, along; // unit
};
StripEnd along(const StripShape& shape, float t); // on its midrib, at a share of its length
void strip(Mesh& mesh, const StripShape& shape);
int trianglesOf(const StripShape& shape);
// Three-sided instead of flat, as wide from everywhere as the strip is in the mean.
void roundStrip(Mesh& mesh, const StripShape& shape);
int roundTrianglesOf(const StripShape& shape);

// A pointed leaf by two triangles.
void petal(Mesh& mesh, float length, float width, const V3f& foot, const V3f& along, const V3f& face, float size);

// A closed tube along a line of points, as broad to see as a round one of the radii `start` and `end`, whose sides are
// few; pointed at its end when `end` is 0.
void stalk(Mesh& mesh, const std::vector<V3f>& points, float start, float end, int sides);

// A closed rod with ends; the same.
void rod(Mesh& mesh, const V3f& from, const V3f& to, float radius, int sides);

} // namespace thallos
