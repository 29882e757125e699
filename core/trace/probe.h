// What a ray meets first, in words and figures.
#pragma once

#include "core/trace/scene.h"

namespace thallos {

struct Probed {
    Id item;                           // none: ground, far land, sky
    std::string part, material, plant; // names; empty: none
    float distance = 0;                // metres; infinite: sky
    V3f position{0};
    float slope = 0;      // of the surface, radians from level, 0 to pi/2
    float overGround = 0; // metres
    bool onSite = false;  // over the ground of the site: overGround has a meaning
};
Probed probe(const Scene& scene, const V3f& origin, const V3f& direction);

} // namespace thallos
