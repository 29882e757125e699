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
    if (removed) model.warnings.push_back(std::to_string(removed) + " triangles without area or with broken corners left out");
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

Model scaleFigure() {
    // A lathe with a slightly flattened body: heights and half widths of a standing person, 1.75 m.
    static const float profile[][2] = {{0, 0.09f},     {0.05f, 0.10f}, {0.45f, 0.10f}, {0.85f, 0.15f}, {0.95f, 0.17f}, {1.10f, 0.15f},
                                       {1.35f, 0.20f}, {1.44f, 0.19f}, {1.50f, 0.07f}, {1.54f, 0.06f}, {1.58f, 0.08f}, {1.66f, 0.09f},
                                       {1.73f, 0.06f}, {1.75f, 0.0f}};
    const int around = 20;
    Part part{"figure", 0, {}};
    for (const auto& ring : profile)
        for (int i = 0; i < around; ++i) {
            const float a = 2 * kPi * static_cast<float>(i) / around;
            part.mesh.positions.emplace_back(ring[1] * std::cos(a), 0.62f * ring[1] * std::sin(a), ring[0]);
            part.mesh.normals.push_back(V3f(std::cos(a), std::sin(a) / 0.62f, 0).normalized());
        }
    const int rings = static_cast<int>(std::size(profile));
    for (int r = 0; r + 1 < rings; ++r)
        for (int i = 0; i < around; ++i) {
            const int a = r * around + i, b = r * around + (i + 1) % around;
            part.mesh.triangles.push_back({a, b, b + around});
            part.mesh.triangles.push_back({a, b + around, a + around});
        }
    Model m{"Figure 1.75 m", {std::move(part)}, {{.name = "figure", .baseColor = fromSrgb(0.62f, 0.36f, 0.28f), .roughness = 0.9f}}, {}, {}};
    tidy(m);
    return m;
}

} // namespace thallos
