#include "core/ground/relief.h"

#include "core/base/noise.h"

namespace thallos {

float reliefAt(const Relief& r, const V2f& p) {
    float z = r.tilt.x * p.x + r.tilt.y * p.y;
    if (r.height > 0)
        z += 0.5f * r.height * 1.6f * fractalNoise(p.x / r.feature, p.y / r.feature, r.seed, 6, r.roughness);
    return z;
}

} // namespace thallos
