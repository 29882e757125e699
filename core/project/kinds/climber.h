// A climbing plant over a wall of a building, or round the stem of a specimen.
#pragma once

#include <cstdint>
#include <string>

#include "core/base/id.h"
#include "core/base/vec.h"

namespace thallos {

struct Climber {
    std::string species;
    Id on;             // a building or specimens
    V3f foot{0};       // where it leaves the ground: on a building in its model's axes; else in plan in the world
    float facing = 0;  // radians counter-clockwise from the building's x axis, out of the wall
    float width = 3;   // metres, of the wall that it may take
    float height = 3;  // metres
    uint64_t seed = 1; // the same seed grows the same
    bool operator==(const Climber&) const = default;
};

} // namespace thallos
