// A person of 1.75 m to judge sizes by; stands on whatever is under it.
#pragma once

#include "core/base/vec.h"

namespace thallos {

struct Figure {
    V2f at{0};
    float yaw = 0; // radians, counter-clockwise
};

} // namespace thallos
