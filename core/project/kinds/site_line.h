// What is built along a line on the site: retaining walls, free-standing walls, kerbs, ditches, steps and ramps.
#pragma once

#include <vector>

#include "core/ground/path.h"
#include "core/ground/retaining.h"
#include "core/material/surface.h"

namespace thallos {

enum class SiteLineSort { RetainingWall, Wall, Kerb, Ditch, Steps, Ramp };
inline constexpr const char* kSiteLineNames[] = {"retaining wall", "wall", "kerb", "ditch", "steps", "ramp"};

struct SiteLine {
    SiteLineSort sort = SiteLineSort::RetainingWall;
    std::vector<V2f> points; // world; of steps and ramps from the foot
    bool smooth = false;     // a curve through the points; else straight from one to the next
    float height = 0.8f;     // metres: of a wall over its foot, of a kerb; depth of a ditch
    float width = 0.3f;      // metres: thickness of a wall, width of steps, of a ramp, of a ditch's bottom
    bool level = false;      // a wall's top is level
    bool leftHigh = true;    // which side a wall holds up, seen along the line
    float lean = 0;          // of its face, run for a rise of one
    float coping = 0.06f;    // metres; 0: none
    float batter = 2;        // run for one of rise: of the ground beside it, of a ditch's sides
    Surface surface{
        .name = "Wall", .baseColor = Rgb(0.36f, 0.34f, 0.30f), .roughness = 0.9f, .recipe = "Dry-stone walling"};
    Surface copingSurface{
        .name = "Coping", .baseColor = Rgb(0.38f, 0.36f, 0.33f), .roughness = 0.85f, .recipe = "Flagstones"};
    bool operator==(const SiteLine&) const = default;
};

// A new one with what is usual of its sort.
SiteLine usual(SiteLineSort sort);
// As it is laid out; points of a straight one close to each other too.
std::vector<V2f> pointsOf(const SiteLine& line);
WallShape wallOf(const SiteLine& line);   // of walls and kerbs
PathShape flightOf(const SiteLine& line); // of steps and ramps
bool isWall(SiteLineSort sort);           // or a kerb: a body along the line

} // namespace thallos
