// Loose ground that slides until it stands: no slope steeper than its angle of repose, nothing of it lost.
#pragma once

#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct Repose {
    float slope = 0.7f; // rise for a run of one at which the soil stands: about 35 degrees
    int passes = 10;
};
// `z`: width x height samples, `cell` metres apart, rows after each other. `weight` of each sample 0..1 (empty: 1 all
// over): how much of it may move; what has none stays. Each pass evens every pair of neighbours, in the four
// directions one after the other, by what is too steep between them (thermal erosion, after Musgrave et al. 1989). The
// sum of all samples is kept. Deterministic; uses all cores.
void slump(std::vector<float>& z, const V2i& size, float cell, const Repose& repose,
           const std::vector<float>& weight = {});

} // namespace thallos
