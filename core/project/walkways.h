// Walkways of a project, as they are laid from their doors.
#pragma once

#include "core/ground/land.h"
#include "core/ground/walkway.h"
#include "core/project/project.h"

namespace thallos {

// `base`: height of the building's base.
WalkwayShape shapeOf(const Walkway& walkway, float base);

// A walkway as it lies; its model is in the world's axes.
struct BuiltWalkway {
    Id item;
    WalkwayShape shape;
    LaidWalkway laid;
    Surface surface;
    std::shared_ptr<const Model> model;
};
// All that are shown and whose building is there. What did not change is shared with `before`.
std::vector<BuiltWalkway> walkwaysOf(const Project& project, const Land& land, const std::vector<BuiltWalkway>& before);

// The door that somebody means who clicks a building at a place in the world: the middle of the part's foot when the
// part is a door leaf, a frame or a step, else the nearest place of the footprint's edge. Its sill over the base, and
// the way out across that edge. `part` -1: none is known.
Walkway doorAt(const Building& building, Id id, int part, const V2f& place);

} // namespace thallos
