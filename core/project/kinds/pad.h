// Levelled ground from a building's footprint, at the height of its base, or from that of some of its parts at theirs.
#pragma once

#include "core/base/id.h"
#include "core/ground/pad.h"
#include "core/model/steps.h"

namespace thallos {

struct BuildingPad {
    Id building;
    float rise = 0; // metres of the pad over the building's base
    float apron = 1.2f;
    float batter = 3;
    float sink = 0.6f;   // under rooms
    float cutBatter = 3; // where it is cut into higher ground
    float fall = 0;      // of the apron, rise for a run of one: water runs off
    PartNames parts;     // whose footprint it has, at their base; none: the whole building's
};

struct Building;
// As it lies with its building where that is now. Without outlines when none of its parts is there.
Pad padOf(const BuildingPad& pad, const Building& building);

} // namespace thallos
