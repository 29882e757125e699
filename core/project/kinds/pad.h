// Levelled ground from a building's footprint, at the height of its base.
#pragma once

#include "core/base/id.h"

namespace thallos {

struct BuildingPad {
    Id building;
    float rise = 0; // metres of the pad over the building's base
    float apron = 1.2f;
    float batter = 3;
    float sink = 0.6f; // under rooms
};

} // namespace thallos
