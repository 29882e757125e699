// A bank or a hollow that is drawn: the ground raised or lowered along a line or about a place.
#pragma once

#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct Bank {
    std::vector<V2f> points; // handles of a smooth line, world; one: a round bank
    float radius = 6;        // metres
    float height = 1;        // metres; negative: a hollow
    float falloff = 1;       // 0 hard edge .. 1 falls from the middle
    float steepest = 0.5f;   // rise for a run of one that its sides have at most
    bool limited = false;    // up to `limit`, or down to it
    float limit = 0;         // level, metres
    bool operator==(const Bank&) const = default;
};

} // namespace thallos
