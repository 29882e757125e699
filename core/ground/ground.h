// Where the ground of a project lies and how fine it is. What it is made of are items, in their order.
#pragma once

#include "core/ground/grid.h"

namespace thallos {

struct Ground {
    GroundGrid grid;
    float finest = 0;  // metres between samples where an item asks for detail; 0: as the grid
    float strewn = 1;  // share of the small things that lie and grow on it near a camera: 0 none .. 2
    float puddles = 0; // how full hollows of bare ground stand after rain: 0 dry .. 1
    bool operator==(const Ground&) const = default;
};

} // namespace thallos
