#include "core/material/model.h"

#include <algorithm>
#include <cmath>

#include "core/base/error.h"

namespace thallos {

Box3f bounds(const Model& model) {
    Box3f b;
    for (const Part& part : model.parts) b.extendBy(bounds(part.mesh));
    return b;
}

int64_t triangleCount(const Model& model) {
    int64_t n = 0;
    for (const Part& part : model.parts) n += static_cast<int64_t>(part.mesh.triangles.size());
    return n;
}

void tidy(Model& model) {
    int removed = 0;
    for (Part& part : model.parts) {
        removed += removeBroken(part.mesh);
        if (part.mesh.normals.size() != part.mesh.positions.size()) part.mesh.normals.clear();
        if (part.mesh.uvs.size() != part.mesh.positions.size()) part.mesh.uvs.clear();
    }
    if (removed)
        model.warnings.push_back(std::to_string(removed) + " triangles without area or with broken corners left out");
    std::erase_if(model.parts, [](const Part& p) { return p.mesh.empty(); });
    if (model.parts.empty()) throw Error(Error::Kind::Unreadable, "holds no triangles", model.name);
    if (model.materials.empty()) model.materials.push_back({.name = "plain"});
    for (Part& part : model.parts)
        if (part.material < 0 || part.material >= static_cast<int>(model.materials.size())) part.material = 0;

    const Box3f b = bounds(model);
    const V3f shift(-(b.min.x + b.max.x) / 2, -(b.min.y + b.max.y) / 2, -b.min.z);
    std::vector<const Mesh*> meshes;
    for (Part& part : model.parts) {
        for (V3f& p : part.mesh.positions) p += shift;
        meshes.push_back(&part.mesh);
    }
    model.outlines = footprint(meshes, 0.6f);
}

namespace {

// A rounded limb between two points with a radius at each end; flattened towards the front by `depth`.
Mesh limb(const V3f& from, const V3f& to, float r0, float r1, float depth = 1) {
    constexpr int kAround = 16, kCap = 5;
    Mesh m;
    const V3f axis = (to - from).normalized();
    const V3f a = axis.cross(std::abs(axis.z) < 0.9f ? V3f(0, 0, 1) : V3f(0, 1, 0)).normalized(), b = axis.cross(a);
    auto ring = [&](const V3f& centre, float along, float r) {
        for (int i = 0; i < kAround; ++i) {
            const float t = 2 * kPi * static_cast<float>(i) / kAround;
            V3f n = (a * std::cos(t) + b * std::sin(t)) * r;
            n.y *= depth;
            m.positions.push_back(centre + axis * along + n);
        }
    };
    for (int k = 0; k <= kCap; ++k) {
        const float t = kPi / 2 * static_cast<float>(k) / kCap;
        ring(from, -r0 * std::cos(t), r0 * std::sin(t) + 1e-4f);
    }
    for (int k = 0; k <= kCap; ++k) {
        const float t = kPi / 2 * static_cast<float>(k) / kCap;
        ring(to, r1 * std::sin(t), r1 * std::cos(t) + 1e-4f);
    }
    const int rings = static_cast<int>(m.positions.size()) / kAround;
    for (int r = 0; r + 1 < rings; ++r)
        for (int i = 0; i < kAround; ++i) {
            const int p = r * kAround + i, q = r * kAround + (i + 1) % kAround;
            m.triangles.push_back({p, q, q + kAround});
            m.triangles.push_back({p, q + kAround, p + kAround});
        }
    m.normals.assign(m.positions.size(), V3f(0));
    for (const V3i& t : m.triangles) {
        const V3f n = (m.positions[t.y] - m.positions[t.x]).cross(m.positions[t.z] - m.positions[t.x]);
        for (int k = 0; k < 3; ++k) m.normals[t[k]] += n;
    }
    for (V3f& n : m.normals) n.normalize();
    return m;
}

} // namespace

Model scaleFigure() {
    Model m;
    m.name = "Figure 1.75 m";
    m.materials = {{.name = "jacket", .baseColor = fromSrgb(0.42f, 0.44f, 0.40f), .roughness = 0.9f},
                   {.name = "trousers", .baseColor = fromSrgb(0.24f, 0.26f, 0.30f), .roughness = 0.9f},
                   {.name = "skin", .baseColor = fromSrgb(0.72f, 0.54f, 0.44f), .roughness = 0.6f},
                   {.name = "hair", .baseColor = fromSrgb(0.22f, 0.17f, 0.13f), .roughness = 0.8f}};
    auto add = [&](const char* name, int material, Mesh mesh) { m.parts.push_back({name, material, std::move(mesh)}); };
    for (float s : {-1.0f, 1.0f}) {
        add("thigh", 1, limb({s * 0.095f, 0, 0.86f}, {s * 0.11f, 0.01f, 0.48f}, 0.085f, 0.062f));
        add("shin", 1, limb({s * 0.11f, 0.01f, 0.48f}, {s * 0.115f, 0, 0.09f}, 0.06f, 0.045f));
        add("shoe", 3, limb({s * 0.115f, 0.03f, 0.045f}, {s * 0.125f, -0.14f, 0.04f}, 0.045f, 0.036f));
        add("upper arm", 0, limb({s * 0.20f, 0, 1.40f}, {s * 0.245f, 0.02f, 1.12f}, 0.058f, 0.046f));
        add("forearm", 0, limb({s * 0.245f, 0.02f, 1.12f}, {s * 0.235f, -0.05f, 0.88f}, 0.044f, 0.036f));
        add("hand", 2, limb({s * 0.235f, -0.055f, 0.85f}, {s * 0.23f, -0.06f, 0.78f}, 0.036f, 0.028f));
    }
    add("hips", 1, limb({0, 0, 0.86f}, {0, 0, 0.98f}, 0.155f, 0.15f, 0.68f));
    add("trunk", 0, limb({0, 0, 0.98f}, {0, 0, 1.36f}, 0.155f, 0.18f, 0.62f));
    add("neck", 2, limb({0, 0.005f, 1.46f}, {0, 0, 1.54f}, 0.052f, 0.05f));
    add("head", 2, limb({0, -0.01f, 1.59f}, {0, -0.005f, 1.645f}, 0.075f, 0.085f));
    add("hair", 3, limb({0, 0.02f, 1.63f}, {0, 0.012f, 1.66f}, 0.088f, 0.09f));
    tidy(m);
    return m;
}

} // namespace thallos
