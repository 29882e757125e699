// What a chain of points measures.
#pragma once

#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct Measures {
    float length = 0; // along the chain, metres
    float plan = 0;   // the same seen from above
    float rise = 0;   // of the last point over the first
    float slope = 0;  // radians, of the straight line from the first to the last; up positive
    float angle = 0;  // radians between the last two legs, 0 to pi; 0 with fewer than three points
    float area = 0;   // square metres of the closed chain seen from above; 0 with fewer than three points
};
Measures measure(const std::vector<V3f>& points);

} // namespace thallos
