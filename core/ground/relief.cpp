#include "core/ground/relief.h"

#include <cmath>

#include "core/base/hash.h"

namespace thallos {

float ReliefNear::at(const V2f& p) const {
    const Relief& r = relief_;
    float z = r.tilt.x * p.x + r.tilt.y * p.y;
    if (r.height <= 0) return z;
    // fractalNoise() of six octaves, whose lattices are looked up only where the place has left their last cell.
    float x = p.x / r.feature, y = p.y / r.feature, sum = 0, amplitude = 1, total = 0;
    for (int i = 0; i < kOctaves; ++i) {
        Cell& cell = cells_[static_cast<size_t>(i)];
        const float fx = std::floor(x), fy = std::floor(y);
        if (fx != cell.x || fy != cell.y) {
            cell.x = fx;
            cell.y = fy;
            const auto ix = static_cast<int64_t>(fx), iy = static_cast<int64_t>(fy);
            for (int k = 0; k < 4; ++k)
                cell.corners[static_cast<size_t>(k)] =
                    2 * unitFloat(mix(static_cast<uint64_t>(ix + (k & 1)), static_cast<uint64_t>(iy + (k >> 1)),
                                      r.seed + static_cast<uint64_t>(i))) -
                    1;
        }
        const float tx = x - fx, ty = y - fy;
        const float u = tx * tx * tx * (tx * (tx * 6 - 15) + 10), v = ty * ty * ty * (ty * (ty * 6 - 15) + 10);
        const auto& c = cell.corners;
        sum += amplitude * lerp(lerp(c[0], c[1], u), lerp(c[2], c[3], u), v);
        total += amplitude;
        const float rx = 1.6f * x - 1.2f * y, ry = 1.2f * x + 1.6f * y;
        x = rx + 17.3f;
        y = ry - 9.1f;
        amplitude *= r.roughness;
    }
    return z + 0.5f * r.height * 1.6f * (sum / total);
}

float reliefAt(const Relief& relief, const V2f& p) {
    return ReliefNear(relief).at(p);
}

} // namespace thallos
