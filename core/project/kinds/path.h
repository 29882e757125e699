// A path, track, lane or road: a smooth line that grades the ground, carries its own surface and keeps plants off.
#pragma once

#include <vector>

#include "core/base/id.h"
#include "core/ground/path.h"
#include "core/material/surface.h"

namespace thallos {

// What an end of a path joins. At a building it goes with that and lies at its threshold.
struct PathEnd {
    Id building;    // none: it meets the ground as it is there
    float sill = 0; // metres of the threshold over the building's base
    bool operator==(const PathEnd&) const = default;
};

struct Path {
    std::vector<V2f> points; // handles of a smooth line, world, two at least
    float width = kPathWidths[0];
    float steepest = 0.08f; // rise for a run of one along it
    float crossfall = 0.02f;
    float batter = 3, cutBatter = 3; // run for one of rise
    bool steps = false;              // flights of steps where it would be steeper
    float kerb = 0;                  // metres of kerbs over it; 0: none
    float rut = 0, gauge = 1.5f;     // of wheels, metres
    float worn = 0.4f;               // 0 straight edges .. 1 as feet and wheels leave them
    PathEnd start, end;
    Surface surface{.name = "Path", .baseColor = Rgb(0.34f, 0.31f, 0.26f), .roughness = 0.9f, .recipe = "River gravel"};
    Surface stone{
        .name = "Steps and kerbs", .baseColor = Rgb(0.36f, 0.34f, 0.31f), .roughness = 0.8f, .recipe = "Flagstones"};
    bool operator==(const Path&) const = default;
};

} // namespace thallos
