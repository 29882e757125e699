// How the surface of a body of water mirrors, bends and colours light.
#pragma once

#include "core/ground/water.h"
#include "core/light/environment.h"

namespace thallos {

inline constexpr float kWaterIndex = 1.333f;

// Of the body of water, 1/m.
Rgb waterAbsorption(const WaterLook& water);

// The surface at p in a pixel `footprint` metres wide: waves that the pixel can hold are in the normal, shorter ones in
// `variance`, that of their slopes along each axis.
struct Ripples {
    V3f normal{0, 0, 1};
    float variance = 0;
};
Ripples ripples(const WaterLook& water, const V2f& p, float footprint);

// Whether water is white with air at p, where its sheet falls by the slope of its normal `up`: in threads along its
// way, the more the steeper. Seen in pixels `footprint` metres wide.
bool whiteWater(const V3f& up, const V2f& p, float footprint);

// Mirrored light of the sun's disc towards `outward`, cd/m2: a GGX lobe over the waves that ripples() has left out.
Rgb sunGlint(const Environment& environment, const WaterLook& water, const Ripples& ripples, const V3f& outward);

// Light that murky water scatters back, per steradian, for each unit that arrives on its surface: single scattering
// over the way in and the way out, whose cosines are given above the surface, down to a bed `length` metres away along
// the way out. Over deep water this is its tint over pi.
Rgb scatteredBack(const WaterLook& water, float length, float cosineOut, float cosineIn);

} // namespace thallos
