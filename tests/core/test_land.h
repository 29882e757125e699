// Ground for tests of what needs no document.
#pragma once

#include "core/ground/brush.h"
#include "core/ground/land.h"

namespace thallos::test {

// Relief, a sculpted layer over it, and pads.
inline Land landOf(const GroundGrid& grid, const Relief& relief, const HeightLayer& sculpted = {},
                   const std::vector<Pad>& pads = {}, const Land* before = nullptr) {
    std::vector<LandStep> steps{{1, relief}, {2, Sculpting{sculpted, {}}}};
    for (const Pad& pad : pads) steps.push_back({3, pad, true});
    return buildLand(grid, 0, std::move(steps), before);
}

inline Land padded(const Land& land, const std::vector<Pad>& pads) {
    std::vector<LandStep> steps = land.steps;
    for (const Pad& pad : pads) steps.push_back({3, pad, true});
    return buildLand(land.grid, land.finest, std::move(steps), &land);
}

} // namespace thallos::test
