#include "tools/test_objects.h"

#include <cmath>

namespace thallos {

Mesh trunk(float radius, float height) {
    Mesh m;
    constexpr int kAround = 64;
    for (int i = 0; i <= kAround; ++i) {
        const float a = 2 * kPi * static_cast<float>(i) / kAround;
        const V3f n(std::cos(a), std::sin(a), 0);
        m.positions.push_back(n * radius);
        m.positions.push_back(n * radius + V3f(0, 0, height));
        m.normals.insert(m.normals.end(), 2, n);
    }
    for (int i = 0; i < kAround; ++i) {
        const int k = 2 * i;
        m.triangles.push_back({k, k + 2, k + 3});
        m.triangles.push_back({k, k + 3, k + 1});
    }
    return m;
}

Building thing(Mesh mesh, const Surface& surface, const V3f& at) {
    auto model = std::make_shared<Model>();
    model->name = surface.name;
    model->materials = {surface};
    model->outlines = footprint({&mesh}, 0.6f); // nothing grows through it
    model->parts = {partOf("part", 0, std::move(mesh))};
    Building b;
    b.model = model;
    b.surfaces = {surface};
    b.position = at;
    return b;
}

Mesh sphere(float radius) {
    Mesh m;
    constexpr int kAround = 96, kRings = 48;
    for (int j = 0; j <= kRings; ++j)
        for (int i = 0; i <= kAround; ++i) {
            const float a = 2 * kPi * static_cast<float>(i) / kAround, b = kPi * static_cast<float>(j) / kRings;
            const V3f n(std::cos(a) * std::sin(b), std::sin(a) * std::sin(b), std::cos(b));
            m.positions.push_back(n * radius + V3f(0, 0, radius));
            m.normals.push_back(n);
        }
    for (int j = 0; j < kRings; ++j)
        for (int i = 0; i < kAround; ++i) {
            const int k = j * (kAround + 1) + i, below = k + kAround + 1;
            if (j > 0) m.triangles.push_back({k, below + 1, k + 1});
            if (j + 1 < kRings) m.triangles.push_back({k, below, below + 1});
        }
    return m;
}

Camera aimed(Camera camera, const V3f& target) {
    const V3f d = (target - camera.position).normalized();
    camera.yaw = std::atan2(d.x, d.y);
    camera.pitch = std::asin(d.z);
    return camera;
}

} // namespace thallos
