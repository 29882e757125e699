// What age and weather did to a tree: limbs that broke off, branches that died, a stem that rotted hollow.
#pragma once

#include "core/planting/wood.h"

namespace thallos {

struct HealthRecipe {
    float dead = 0;   // share of the branches that bear no leaves any more, most of them low and thin ones, 0..1
    float broken = 0; // share of the limbs that ended in a storm, 0..1
    float hollow = 0; // how deep the foot of the stem is open, 0..1
};

// Without what broke off; the stumps stay as thick as they were.
Wood broken(const Wood& wood, float share, uint64_t seed);
// What is alive of it, with the twigs of dead branches gone: for leaves to stand on.
Wood living(const Wood& wood, float dead, uint64_t seed);

} // namespace thallos
