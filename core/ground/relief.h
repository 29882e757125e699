// Generated relief: where a site without a survey starts from.
#pragma once

#include <array>
#include <cstdint>
#include <limits>

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

// The same of many places, quickest for places next to each other; for one thread. Refers to the relief.
class ReliefNear {
public:
    explicit ReliefNear(const Relief& relief) : relief_(relief) {}
    float at(const V2f& p) const;

private:
    static constexpr int kOctaves = 6;
    struct Cell { // of an octave's lattice, with the values at its corners
        float x = std::numeric_limits<float>::quiet_NaN(), y = 0;
        std::array<float, 4> corners{};
    };
    const Relief& relief_;
    mutable std::array<Cell, kOctaves> cells_; // that the last place lay in
};

} // namespace thallos
