// Walls as they are laid along a line: retaining walls, which hold the ground on one side up, free-standing walls,
// kerbs and ditches.
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "core/ground/corridor.h"
#include "core/ground/wall.h"
#include "core/mesh/mesh.h"
#include "core/mesh/polygon.h"

namespace thallos {

struct WallShape {
    std::vector<V2f> points;
    bool closed = false;
    bool retains = true;    // else it stands on the ground and leaves it as it is
    float height = 0.8f;    // metres of the top over its foot
    bool level = false;     // its top is level, at its mean height; else it follows the land
    bool leftHigh = true;   // the side it holds up, seen along the line
    float thickness = 0.3f; // at the top
    float lean = 0;         // of its face, run for a rise of one: it is thicker at its foot
    float coping = 0.06f;   // thickness of the coping; 0: none
    float overhang = 0.03f; // of the coping
    float upstand = 0.05f;  // metres of the top over the ground that it holds
    float batter = 3, cutBatter = 3;
    bool operator==(const WallShape&) const = default;
};

struct LaidWall {
    PlanLine line;            // no segments: it is nowhere
    std::vector<float> foot;  // of the ground on the low side
    std::vector<float> top;   // of the ground on the high side
    std::vector<float> crown; // of the wall, without its coping
};
LaidWall layWall(const WallShape& shape, const std::function<float(const V2f&)>& ground);

WallBreak breakOf(const WallShape& shape, const LaidWall& laid);
Mesh wallBody(const WallShape& shape, const LaidWall& laid);
Mesh copingBody(const WallShape& shape, const LaidWall& laid);
std::vector<Polygon> outlinesOf(const WallShape& shape, const LaidWall& laid);

} // namespace thallos
