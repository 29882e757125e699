// Dead wood: logs that lie and stumps that stand, with bark and the face of their cut.
#pragma once

#include "core/planting/form.h"

namespace thallos {

struct LogRecipe {
    float length = 2.2f;   // metres, along the wood
    float radius = 0.16f;  // metres, at its thick end
    float taper = 0.25f;   // how much thinner the other end is, 0..1
    float bend = 8;        // degrees along it
    bool standing = false; // a stump
    float flare = 0;       // roots of a stump
    int stubs = 3;         // of branches
    float broken = 0;      // 0: sawn .. 1: torn end
    int count = 1;         // stacked, when there are several
};

inline constexpr const char* kLogParts[] = {"bark", "cut"};
Shaper growLog(const LogRecipe& recipe, const Growth& growth);

} // namespace thallos
