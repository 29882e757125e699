// Generated relief. The same values give the same heights on every machine.
#pragma once

#include <cstdint>

#include "core/base/vec.h"

namespace thallos {

struct Relief {
    uint64_t seed = 1;
    float height = 0;       // metres between typical low and high places
    float feature = 60;     // metres across a hill
    float roughness = 0.4f; // share of the height an octave keeps, 0..0.9
    V2f tilt{0};            // rise a metre to the east and to the north
    bool operator==(const Relief&) const = default;
};

float reliefAt(const Relief& relief, const V2f& p); // metres

} // namespace thallos
