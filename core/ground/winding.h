// Which way round polygons run.
#pragma once

#include <algorithm>

#include "core/mesh/polygon.h"

namespace thallos {

// m2, negative when it runs clockwise.
inline float signedArea(const Polygon& p) {
    float sum = 0;
    for (size_t i = 0; i < p.size(); ++i) {
        const V2f &a = p[i], &b = p[(i + 1) % p.size()];
        sum += a.x * b.y - a.y * b.x;
    }
    return sum / 2;
}

inline Polygon counterClockwise(Polygon p) {
    if (signedArea(p) < 0) std::reverse(p.begin(), p.end());
    return p;
}

} // namespace thallos
