// How a building stands on its ground: the gap under its base all round.
#pragma once

#include <vector>

#include "core/ground/height_field.h"
#include "core/mesh/polygon.h"

namespace thallos {

struct ContactSample {
    float along; // metres along the outlines, one after the other
    V2f at;      // in plan
    float gap;   // metres from the ground up to the base; negative: buried
};
struct Contact {
    std::vector<ContactSample> samples;
    float length = 0;              // metres of all outlines
    float highest = 0, lowest = 0; // of the gaps
    float floating = 0;            // metres of outline with a gap over kContact
    float buried = 0;              // and of those more than kContact under the ground
};
inline constexpr float kContact = 0.01f; // metres that count as touching

// Along closed outlines in plan whose underside lies at `base`. `step` metres from sample to sample at most; 0.05 ms
// for 40 m at 5 cm.
Contact contactOf(const std::vector<Polygon>& outlines, float base, const HeightField& ground, float step = 0.05f);

// The base at which the largest gap, up or down, is as small as can be; `fallback` without outlines.
float bestBase(const std::vector<Polygon>& outlines, const HeightField& ground, float fallback, float step = 0.05f);

} // namespace thallos
