// Faces that lie in each other.
#pragma once

#include <vector>

#include "core/model/model.h"

namespace thallos {

struct Double {
    int part, triangle, other, otherTriangle; // `part` is the smaller of the two, or the later of equals
    float area;                               // m2 that they have in common
};
// Pairs of faces of different parts, or of pieces that do not hang together, in one plane within `apart` metres, that
// have at least `least` m2 in common.
std::vector<Double> doublesOf(const Model& model, float apart, float least);

} // namespace thallos
