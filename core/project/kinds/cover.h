// A surface of the ground over the meadow soil, where it is painted.
#pragma once

#include "core/ground/cover.h"

namespace thallos {

struct Cover {
    Surface surface = gravelSurface();
    WeightLayer painted;
    bool bare = true; // plants keep off it
    bool operator==(const Cover&) const = default;
};

} // namespace thallos
