// Terraces as they are laid into a slope: levels one above the other, with walls or batters at their edges.
#pragma once

#include <functional>
#include <vector>

#include "core/ground/pad.h"
#include "core/ground/retaining.h"

namespace thallos {

// An area that is level, or falls evenly, right up to its outline, where the ground breaks.
struct Platform {
    Polygon outline;
    float level = 0; // at `middle`
    V2f middle{0};
    V2f tilt{0}; // rise a metre to the east and to the north
    bool operator==(const Platform&) const = default;
    float at(const V2f& p) const { return level + tilt.dot(p - middle); }
};

StepReach reachOf(const Platform& platform);
inline constexpr float kLeastWall = 0.08f; // metres of height that need a wall
// What it makes of the height z at p, which is its level within the outline. Where that is too little for a wall it
// runs out into the ground at the edge instead of leaving a lip.
float levelled(const Platform& platform, float z, const V2f& p);

struct TerraceShape {
    Polygon outline;
    int levels = 1;     // up the slope
    bool fixed = false; // the lowest lies at `level`; else each at the mean of the ground there
    float level = 0;
    float rise = 0;    // from level to level; 0: as the ground rises
    bool walls = true; // else batters
    float batter = 2;
    float fall = 0.01f; // of the levels, down the slope, for a run of one
    float thickness = 0.3f, coping = 0.06f, upstand = 0.05f;
    bool operator==(const TerraceShape&) const = default;
};

struct LaidTerrace {
    std::vector<Platform> platforms; // from the lowest up
    std::vector<std::pair<WallShape, LaidWall>> walls;
};
LaidTerrace layTerrace(const TerraceShape& shape, const std::function<float(const V2f&)>& ground);
// With batters instead of walls: the platforms as pads.
std::vector<Pad> padsOf(const TerraceShape& shape, const LaidTerrace& laid);

} // namespace thallos
