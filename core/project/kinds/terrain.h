// What the ground starts from: generated relief, or surveyed heights instead.
#pragma once

#include "core/ground/grid.h"
#include "core/ground/relief.h"

namespace thallos {

struct Terrain {
    Relief relief;
    HeightLayer survey; // empty: the relief
};

} // namespace thallos
