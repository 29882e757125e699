#include "core/material/model.h"

#include <algorithm>
#include <cmath>

#include "core/base/error.h"

namespace thallos {

Box3f bounds(const Model& model) {
    Box3f b;
    // What no triangle uses is not there: one stray corner would move the whole model.
    for (const Part& part : model.parts)
        for (const V3i& t : part.mesh.triangles)
            for (const int corner : {t.x, t.y, t.z}) b.extendBy(part.mesh.positions[static_cast<size_t>(corner)]);
    return b;
}

int64_t triangleCount(const Model& model) {
    int64_t n = 0;
    for (const Part& part : model.parts) n += static_cast<int64_t>(part.mesh.triangles.size());
    return n;
}

Tidied tidy(Model& model) {
    Tidied out;
    for (Part& part : model.parts) {
        out.removed += removeBroken(part.mesh);
        if (part.mesh.normals.size() != part.mesh.positions.size()) part.mesh.normals.clear();
        if (part.mesh.uvs.size() != part.mesh.positions.size()) part.mesh.uvs.clear();
    }
    std::erase_if(model.parts, [](const Part& p) { return p.mesh.empty(); });
    if (model.parts.empty()) throw Error(Error::Kind::Unreadable, Text("%w contains no triangles"), model.name);
    if (model.materials.empty()) model.materials.push_back({.name = "plain"});
    for (Part& part : model.parts)
        if (part.material < 0 || part.material >= static_cast<int>(model.materials.size())) part.material = 0;

    const Box3f b = bounds(model);
    out.shift = V3f(-(b.min.x + b.max.x) / 2, -(b.min.y + b.max.y) / 2, -b.min.z);
    std::vector<const Mesh*> meshes;
    for (Part& part : model.parts) {
        for (V3f& p : part.mesh.positions) p += out.shift;
        meshes.push_back(&part.mesh);
    }
    model.outlines = footprint(meshes, 0.6f);
    return out;
}

} // namespace thallos
