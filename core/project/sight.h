// The ground between a camera and a building, lowered as far as it hides the building's foot.
#pragma once

#include "core/project/land.h"

namespace thallos {

// The sculpting (the chosen one, the last one or a new one, as layerFor() says) cut down to the lines of sight from the
// eye to the foot of the building, where the ground as it is `now` stands over them; beside them it rises again by
// 1 in 2. Where it is protected it stays. The same project when nothing hides the building.
Project sightCleared(const Project& project, const HeightField& now, const V3f& eye, Id building, Id chosen = {});

} // namespace thallos
