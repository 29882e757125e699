// Where a cover of the ground lies by itself: by height, slope, facing, wetness, and distances to what stands there.
#pragma once

#include "core/base/vec.h"

namespace thallos {

inline constexpr float kAnywhere = 1e4f; // metres; a bound that bounds nothing

// All hold at once. Ranges are from .. to, and fade over a little beyond their ends.
struct CoverRule {
    V2f height{-kAnywhere, kAnywhere}; // metres
    V2f slope{0, kPi / 2};             // radians
    V2f wetness{0, 1};                 // 0 dry ridge .. 1 wet hollow
    float facing = 0;                  // downhill, radians clockwise from north
    float sector = kPi;                // radians to either side of it; pi: all round
    V2f path{0, kAnywhere};            // metres from the edge of a path; 0 on it
    V2f water{0, kAnywhere};           // metres from the shore, on land
    V2f building{0, kAnywhere};        // metres from its walls
    float amount = 1;                  // share of the ground it takes there, in patches
    float patch = 3;                   // metres of these
    bool operator==(const CoverRule&) const = default;

    bool asksSlope() const { return slope != CoverRule().slope || sector < kPi; }
    bool asksWetness() const { return wetness != V2f(0, 1); }
    bool asksPaths() const { return path != V2f(0, kAnywhere); }
    bool asksWater() const { return water != V2f(0, kAnywhere); }
    bool asksBuildings() const { return building != V2f(0, kAnywhere); }
};
inline constexpr float kFarthestAsked = 50; // metres to which distances are told; rules beyond that see this

// What a rule goes by at a place.
struct CoverSpot {
    float height = 0;
    float slope = 0;  // radians
    float facing = 0; // radians clockwise from north
    float wetness = 0.5f;
    float path = kAnywhere, water = kAnywhere, building = kAnywhere; // metres
};

// How much of the cover lies at p by the rule, 0..1. `seed`: patches of two covers are not the same.
float covered(const CoverRule& rule, const CoverSpot& spot, const V2f& p, uint64_t seed);

} // namespace thallos
