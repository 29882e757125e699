// Colours of files and pickers, and ours.
#pragma once

#include "core/base/vec.h"

namespace thallos {

// The curve of sRGB (IEC 61966-2-1), of one channel in 0..1.
float decodeSrgb(float shown);
float encodeSrgb(float linear);

// Linear ACEScg from a display colour and back (sRGB primaries and curve; for pickers and 8-bit pictures).
Rgb fromSrgb(float r, float g, float b);
Rgb fromSrgb8(uint8_t r, uint8_t g, uint8_t b);
V3f toSrgb(const Rgb& c); // clamped to 0..1
// Linear-light Rec.709 to ACEScg and back, D65 to D60 by Bradford.
Rgb fromLinear709(const V3f& c);
V3f toLinear709(const Rgb& c);

} // namespace thallos
