// Closed polygons in plan, and smooth closed outlines through handles.
#pragma once

#include <vector>

#include "core/base/vec.h"
#include "core/mesh/mesh.h"

namespace thallos {

using Polygon = std::vector<V2f>; // no repeated last point

Box2f bounds(const Polygon& polygon);
float area(const Polygon& polygon);                  // m2, never negative
bool contains(const Polygon& polygon, const V2f& p); // even-odd
// Distance to the outline in metres: negative inside, positive outside.
float signedDistance(const Polygon& polygon, const V2f& p);
// A closed centripetal Catmull-Rom curve through the handles, `perSpan` points each.
Polygon smoothOutline(const std::vector<V2f>& handles, int perSpan = 8);
// Turned counter-clockwise by `yaw` radians about the origin, then moved.
Polygon moved(const Polygon& polygon, float yaw, const V2f& by);

// The outline of a mesh's triangles seen from above, holes filled, as polygons in the mesh's own plane. Only what lies
// below `ceiling` counts: what stands on the ground and not what hangs over it. Exact within 2 cm up to 20 000 low
// triangles, within a decimetre or a 1 500th of its extent beyond that.
std::vector<Polygon> footprint(const std::vector<const Mesh*>& meshes, float ceiling);

} // namespace thallos
