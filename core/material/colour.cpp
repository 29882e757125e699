#include "core/material/colour.h"

#include <array>
#include <cmath>

namespace thallos {

Rgb fromLinear709(const V3f& c) {
    return {0.6130974f * c.x + 0.3395231f * c.y + 0.0473795f * c.z,
            0.0701937f * c.x + 0.9163539f * c.y + 0.0134524f * c.z,
            0.0206156f * c.x + 0.1095698f * c.y + 0.8698146f * c.z};
}

V3f toLinear709(const Rgb& c) {
    return {1.7050510f * c.x - 0.6217921f * c.y - 0.0832589f * c.z,
            -0.1302564f * c.x + 1.1408047f * c.y - 0.0105483f * c.z,
            -0.0240034f * c.x - 0.1289690f * c.y + 1.1529723f * c.z};
}

float decodeSrgb(float v) {
    return v <= 0.04045f ? v / 12.92f : std::pow((v + 0.055f) / 1.055f, 2.4f);
}
float encodeSrgb(float v) {
    return v <= 0.0031308f ? v * 12.92f : 1.055f * std::pow(v, 1 / 2.4f) - 0.055f;
}

Rgb fromSrgb(float r, float g, float b) {
    return fromLinear709({decodeSrgb(r), decodeSrgb(g), decodeSrgb(b)});
}
Rgb fromSrgb8(uint8_t r, uint8_t g, uint8_t b) {
    static const auto table = [] {
        std::array<float, 256> t;
        for (int i = 0; i < 256; ++i) t[i] = decodeSrgb(static_cast<float>(i) / 255);
        return t;
    }();
    return fromLinear709({table[r], table[g], table[b]});
}
V3f toSrgb(const Rgb& c) {
    const V3f l = toLinear709(c);
    return {encodeSrgb(clamp01(l.x)), encodeSrgb(clamp01(l.y)), encodeSrgb(clamp01(l.z))};
}

} // namespace thallos
