// A walkway from a building's door to a place on the site.
#pragma once

#include <string>
#include <vector>

#include "core/base/id.h"
#include "core/base/vec.h"
#include "core/material/surface.h"

namespace thallos {

struct Walkway {
    Id building;
    V2f door{0};             // the middle of the threshold, in plan in the world
    float facing = 0;        // radians counter-clockwise from east, out of the door
    float sill = 0;          // metres of the threshold over the building's base
    std::vector<V2f> points; // from the landing on, in plan in the world
    float width = 1.2f;
    float landing = 1.5f, landingWidth = 2.4f; // metres of the level place before the door, out and across
    float batter = 3;
    Surface surface{.name = "Paving", .baseColor = Rgb(0.34f, 0.32f, 0.29f), .roughness = 0.8f, .recipe = "Flagstones"};
    bool operator==(const Walkway&) const = default;
};

} // namespace thallos
