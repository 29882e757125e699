// Marching squares for one cell: where the line of a level enters and leaves it (Lorensen & Cline 1987 in the plane).
#pragma once

#include "core/base/vec.h"

namespace thallos {

// `corner` heights counter-clockwise from the lower left. Places in 0..1 across the cell, in pairs; returns how many.
inline int levelCut(const float corner[4], float level, V2f cut[4]) {
    static const V2f places[4] = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    int n = 0;
    for (int e = 0; e < 4; ++e) {
        const float a = corner[e], b = corner[(e + 1) % 4];
        if ((a < level) == (b < level)) continue;
        cut[n++] = places[e] + (places[(e + 1) % 4] - places[e]) * ((level - a) / (b - a));
    }
    return n & ~1;
}

} // namespace thallos
