// Bodies along a line: a cross-section carried along it with mitred corners.
#pragma once

#include <vector>

#include "core/ground/line.h"
#include "core/mesh/mesh.h"
#include "core/mesh/polygon.h"

namespace thallos {

// A corner of the cross-section: metres to the left of the line, and its height in the world.
struct SectionPoint {
    float left, z;
};
// Cross-sections are convex, their corners run counter-clockwise as one looks back along the line, the same number at
// every point. Ends of open lines are shut. Appends to `mesh`.
void sweep(Mesh& mesh, const PlanLine& line, const std::vector<std::vector<SectionPoint>>& sections);

// The strip between two distances to the left of a line, as one polygon a segment.
std::vector<Polygon> stripsOf(const PlanLine& line, float right, float left);

// A place `left` metres beside a point of the line, at the mitre of a corner.
V2f besidePoint(const PlanLine& line, size_t point, float left);

} // namespace thallos
