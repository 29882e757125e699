// Climbers on what stands on the site: where one may begin, and what it climbs.
#pragma once

#include "core/planting/support.h"
#include "core/project/project.h"

namespace thallos {

// A climber where a wall of the building, or a stem of the specimens, is met at `at` by a ray along `direction`; it
// leaves the ground below. Throws Error::Invalid when that is neither upright nor near a stem: a roof, a floor, a
// crown.
Climber climberAt(const Project& project, const HeightField& field, const PlantLibrary& library, Id on, int specimen,
                  const V3f& at, const V3f& direction, const std::string& species);

// What a climber climbs, in metres, in axes that placeOf() brings into the world. Its spots are not there where what it
// was planted on is gone.
Support supportOf(const Project& project, const PlantLibrary& library, const Climber& climber);
M44f placeOf(const Project& project, const HeightField& field, const Climber& climber);
// Whether a climber grows on it as it grew before: what it climbs was moved at most.
bool climbsAlike(const Project& before, const Project& now, const Climber& climber);

// The part of the wall that it may take, or its foot round a stem, as a line in the world that ends where it
// begins.
std::vector<V3f> outlineOf(const Project& project, const HeightField& field, const Climber& climber);

// The specimen that a climber on specimens belongs to; null when none is near.
const Specimen* specimenOf(const Specimens& planting, const Climber& climber);

} // namespace thallos
