#include "core/model/yardsticks.h"

#include <algorithm>

namespace thallos {

namespace {

std::vector<Surface> bands() {
    return {{.name = "white band", .baseColor = Rgb(0.78f, 0.77f, 0.74f), .roughness = 0.5f},
            {.name = "red band", .baseColor = Rgb(0.50f, 0.07f, 0.05f), .roughness = 0.5f}};
}

// A post from the ground up to `top`, in bands of half a metre that begin with red.
void post(Model& m, const V2f& low, const V2f& high, float top) {
    constexpr float kBand = 0.5f;
    for (int k = 0; kBand * static_cast<float>(k) < top; ++k) {
        const float z = kBand * static_cast<float>(k);
        m.parts.push_back(
            partOf("band", k % 2 == 0 ? 1 : 0, box({low.x, low.y, z}, {high.x, high.y, std::min(z + kBand, top)})));
    }
}

} // namespace

Model doorGauge() {
    constexpr float kWide = 0.9f, kHigh = 2.1f, kBar = 0.05f;
    Model m;
    m.name = "Door gauge 0.90 x 2.10 m";
    m.materials = bands();
    for (const float side : {-1.0f, 1.0f}) {
        const float in = side * kWide / 2, out = in + side * kBar;
        post(m, {std::min(in, out), -kBar / 2}, {std::max(in, out), kBar / 2}, kHigh);
    }
    m.parts.push_back(
        partOf("head", 0, box({-kWide / 2 - kBar, -kBar / 2, kHigh}, {kWide / 2 + kBar, kBar / 2, kHigh + kBar})));
    settle(m);
    return m;
}

Model rangingRod() {
    constexpr float kThick = 0.03f, kHigh = 5;
    Model m;
    m.name = "Rod 5 m";
    m.materials = bands();
    post(m, {-kThick, -kThick}, {kThick, kThick}, kHigh);
    settle(m);
    return m;
}

} // namespace thallos
