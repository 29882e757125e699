#include "core/view/camera.h"

#include <algorithm>
#include <cmath>

namespace thallos {

Lens::Lens(const Camera& c) : origin(c.position), forward(viewDirection(c)), nearCut(c.nearCut) {
    const V3f side(std::cos(c.yaw), -std::sin(c.yaw), 0);
    const V3f top = side.cross(forward).normalized();
    const float longer = c.sensor / 2 / std::max(c.focal, 1.0f);
    const float w = c.aspect >= 1 ? longer : longer * c.aspect;
    right = side * w;
    up = top * (w / c.aspect);
    rise = 2 * c.shift;
}

V3f Lens::ray(const V2f& p) const {
    return (forward + right * (2 * p.x - 1) + up * (1 - 2 * p.y + rise)).normalized();
}

V3f Lens::project(const V3f& point) const {
    const V3f d = point - origin;
    const float z = d.dot(forward);
    const float s = z != 0 ? 1 / z : 0;
    const float x = d.dot(right) / right.length2() * s, y = d.dot(up) / up.length2() * s - rise;
    return {(x + 1) / 2, (1 - y) / 2, z};
}

float horizontalField(const Camera& c) {
    return 2 * std::atan(Lens(c).right.length());
}

V3f viewDirection(const Camera& c) {
    return {std::cos(c.pitch) * std::sin(c.yaw), std::cos(c.pitch) * std::cos(c.yaw), std::sin(c.pitch)};
}

Camera upright(const Camera& camera) {
    Camera c = camera;
    const float height = Lens(c).up.length();
    // The axis of the old view stays at the middle of the picture: tan(pitch) of rise in halves of the height.
    const float total = 2 * c.shift * height + std::tan(c.pitch);
    c.shift = std::clamp(total / height / 2, -1.0f, 1.0f);
    c.pitch = 0;
    return c;
}

float distanceFor(const Camera& level, float radius) {
    const Lens lens(level);
    const float narrow = std::min(lens.right.length(), lens.up.length());
    return radius * 1.15f * std::sqrt(1 + 1 / (narrow * narrow));
}

Camera standingBefore(const Camera& camera, const Box3f& box, float bearing,
                      const std::function<float(const V2f&)>& ground, float eye) {
    Camera c = camera;
    const V3f middle = box.center();
    c.shift = 0;
    c.pitch = 0;
    const float back = distanceFor(c, std::max(box.size().length() / 2, 2.0f));
    c.position = middle + V3f(std::sin(bearing), std::cos(bearing), 0) * back;
    c.position.z = ground(xy(c.position)) + eye;
    c.yaw = bearing + static_cast<float>(M_PI);
    const V3f aim = middle - c.position;
    c.pitch = std::atan2(aim.z, xy(aim).length());
    return upright(c);
}

float convergence(const Camera& c) {
    const Lens lens(c);
    return std::abs(std::atan(std::sin(c.pitch) * lens.right.length()));
}

float middleGrey(float ev100) {
    return 0.125f * std::exp2(ev100);
}
float exposureScale(float ev100) {
    return 0.18f / middleGrey(ev100);
}

float meter(const Image& radiance, float fallback) {
    double sum = 0, weights = 0;
    std::vector<float> all;
    all.reserve(radiance.pixels.size());
    // The weight of a pixel is that of its column times that of its row.
    std::vector<float> columns(radiance.width);
    for (int x = 0; x < radiance.width; ++x) {
        const float u = (static_cast<float>(x) + 0.5f) / static_cast<float>(radiance.width) - 0.5f;
        columns[x] = std::exp(-4.0f * u * u);
    }
    for (int y = 0; y < radiance.height; ++y) {
        const float v = (static_cast<float>(y) + 0.5f) / static_cast<float>(radiance.height) - 0.58f;
        const float row = std::exp(-6.4f * v * v);
        for (int x = 0; x < radiance.width; ++x) {
            const float l = luminance(radiance.at(x, y));
            if (!(l > 1e-6f) || !std::isfinite(l)) continue;
            const float w = columns[x] * row;
            sum += w * std::log2(l);
            weights += w;
            all.push_back(l);
        }
    }
    if (all.empty()) return fallback;
    // EV100 from luminance: L = 0.125 * 2^EV.
    const float average = static_cast<float>(sum / weights) + 3 - 0.7f;
    const auto high = all.begin() + static_cast<ptrdiff_t>(static_cast<double>(all.size() - 1) * 0.97);
    std::nth_element(all.begin(), high, all.end());
    // The 97th percentile may lie 3.4 stops over middle grey.
    const float roof = std::log2(*high) + 3 - 3.4f;
    return std::max(average, std::min(roof, average + 1.2f));
}

} // namespace thallos
