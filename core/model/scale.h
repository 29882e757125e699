// What a model's own parts say of its scale: things that are built in few sizes.
#pragma once

#include <vector>

#include "core/model/model.h"

namespace thallos {

// Metres, each the median of what was found; 0: none found.
struct ScaleReading {
    float door = 0;   // height of door leaves
    float storey = 0; // from floor to floor
    float step = 0;   // rise of a stair
};
// `scale`: metres a unit of the model. About 30 ms for a million triangles.
ScaleReading readScale(const Model& model, float scale);

// What is built: low and high, metres.
inline constexpr float kDoorHeights[] = {1.85f, 3.2f};
inline constexpr float kStoreyHeights[] = {2.1f, 6.0f};
inline constexpr float kStepHeights[] = {0.08f, 0.24f};

} // namespace thallos
