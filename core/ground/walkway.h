// A walkway from a door to a place on the ground: level before the door, then at an even slope along its line, the
// ground graded to it. Heights and lines alone; where the door is and how high, the caller knows.
#pragma once

#include <functional>
#include <vector>

#include "core/ground/pad.h"
#include "core/mesh/mesh.h"

namespace thallos {

struct WalkwayShape {
    V2f door{0};      // the middle of the threshold, world
    float facing = 0; // radians: the way out of the door, counter-clockwise from east
    float level = 0;  // of the threshold
    float width = 1.2f;
    float landing = 1.5f, landingWidth = 2.4f; // of the level place before the door, out and across; 0: none
    float batter = 3;                          // of the ground beside it, run for one of rise
    std::vector<V2f> points;                   // world, from the landing on
    bool operator==(const WalkwayShape&) const = default;
};

struct LaidWalkway {
    std::vector<V2f> line;      // from the landing's middle outwards; empty: a landing alone
    std::vector<float> heights; // at each
    Polygon landing;            // empty: none
    float length = 0;           // metres of the line beyond the landing
    float slope = 0;            // along it, rise for a run of one; negative: it falls from the door
};
// `ground`: heights of the land it ends on.
LaidWalkway layWalkway(const WalkwayShape& shape, const std::function<float(const V2f&)>& ground);

// The ground's part: each leg as a pad at its slope, a little under the surface.
std::vector<Pad> padsOf(const WalkwayShape& shape, const LaidWalkway& laid);
// Its body: a slab along the line with mitred corners, and the landing. World axes.
Mesh bodyOf(const WalkwayShape& shape, const LaidWalkway& laid);
// What it covers in plan.
std::vector<Polygon> outlinesOf(const WalkwayShape& shape);

} // namespace thallos
