// Where a person stands among buildings.
#pragma once

#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct SceneObject;

// The height at which somebody 1.75 m tall stands at `at`: the lowest of the ground and of the level surfaces of
// buildings over it that has 1.9 m of room above it, so that people stand on a deck and under a roof. All buildings
// among the objects must have their scenes.
float standingHeight(const std::vector<SceneObject>& objects, const V2f& at, float ground);

} // namespace thallos
