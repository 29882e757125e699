// Something of known size to judge others by; stands on whatever is under it.
#pragma once

#include "core/base/vec.h"

namespace thallos {

enum class Yardstick { Person, Door, Rod }; // 1.75 m; a frame of 0.9 by 2.1 m; a pole of 5 m, marked each half metre
inline constexpr int kYardsticks = 3;
struct Figure {
    V2f at{0};
    float yaw = 0; // radians, counter-clockwise
    Yardstick what = Yardstick::Person;
};

} // namespace thallos
