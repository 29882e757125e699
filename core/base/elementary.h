// Elementary functions whose results do not depend on the processor or the C library: growth and scatter use them,
// because a last-bit difference would move a plant. Accuracy about 1e-6 relative, enough for shapes.
#pragma once

#include <cmath>
#include <cstdint>
#include <initializer_list>

namespace thallos::elementary {

// Minimax sine after reduction to [-pi/2, pi/2]; |x| up to about 1e5.
inline float sin(float x) {
    const double turns = x * 0.31830988618379067;
    const double n = std::floor(turns + 0.5);
    const double r = x - n * 3.14159265358979324;
    const double r2 = r * r;
    const double s =
        r * (1 + r2 * (-1.0 / 6 + r2 * (1.0 / 120 + r2 * (-1.0 / 5040 + r2 * (1.0 / 362880 - r2 / 39916800.0)))));
    return static_cast<float>(static_cast<int64_t>(n) & 1 ? -s : s);
}
inline float cos(float x) {
    return sin(static_cast<float>(x + 1.57079632679489662));
}

// 2^x for x in [-100, 100].
inline float exp2(float x) {
    const double n = std::floor(x + 0.5);
    const double f = (x - n) * 0.69314718055994531;
    const double p = 1 + f * (1 + f * (1.0 / 2 + f * (1.0 / 6 + f * (1.0 / 24 + f * (1.0 / 120 + f / 720)))));
    return static_cast<float>(std::ldexp(p, static_cast<int>(n)));
}
inline float exp(float x) {
    return exp2(x * 1.44269504f);
}

// Base-2 logarithm, x > 0.
inline float log2(float x) {
    int e = 0;
    double m = std::frexp(static_cast<double>(x), &e); // m in [0.5, 1)
    if (m < 0.70710678118654752) {
        m *= 2;
        --e;
    }
    const double t = (m - 1) / (m + 1), t2 = t * t;
    const double l = 2 * t * (1 + t2 * (1.0 / 3 + t2 * (1.0 / 5 + t2 * (1.0 / 7 + t2 * (1.0 / 9 + t2 / 11)))));
    return static_cast<float>(e + l * 1.44269504088896341);
}
inline float pow(float x, float y) {
    return x <= 0 ? 0 : exp2(y * log2(x));
}

// Inverse functions to 3e-7 radians, by M. Abramowitz & I. Stegun, "Handbook of Mathematical Functions", 4.4.49 and
// 4.4.46; three times as fast as the C library's.
inline float atan2(float y, float x) { // (0, 0): 0
    constexpr float kTurn = 6.28318531f;
    const float ax = std::fabs(x), ay = std::fabs(y), most = ax > ay ? ax : ay;
    if (!(most > 0)) return 0;
    const float t = (ax > ay ? ay : ax) / most, s = t * t;
    float a = -0.0161657367f + s * 0.0028662257f;
    for (const float c : {0.0429096138f, -0.0752896400f, 0.1065626393f, -0.1420889944f, 0.1999355085f, -0.3333314528f})
        a = c + s * a;
    a = t + t * s * a;
    if (ay > ax) a = kTurn / 4 - a;
    if (x < 0) a = kTurn / 2 - a;
    return y < 0 ? -a : a;
}
// |x| up to 1; near 0 to 3e-7 of the result.
inline float asin(float x) {
    const float t = std::fabs(x);
    float a = 0;
    if (t < 0.3f) {
        const float s = t * t;
        a = t + t * s * (1 / 6.0f + s * (3 / 40.0f + s * (15 / 336.0f + s * (105 / 3456.0f))));
    } else {
        a = 0.0066700901f - t * 0.0012624911f;
        for (const float c :
             {-0.0170881256f, 0.0308918810f, -0.0501743046f, 0.0889789874f, -0.2145988016f, 1.5707963050f})
            a = c + t * a;
        a = 1.57079633f - std::sqrt(t < 1 ? 1 - t : 0.0f) * a;
    }
    return x < 0 ? -a : a;
}

} // namespace thallos::elementary
