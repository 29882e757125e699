#include "core/mesh/mesh.h"

#include <algorithm>
#include <cmath>

namespace thallos {

Box3f bounds(const Mesh& mesh) {
    Box3f b;
    for (const V3f& p : mesh.positions) b.extendBy(p);
    return b;
}

void append(Mesh& mesh, const Mesh& other, const M44f& transform) {
    const int base = static_cast<int>(mesh.positions.size());
    const bool normals = other.normals.size() == other.positions.size() && mesh.normals.size() == mesh.positions.size();
    const bool uvs = other.uvs.size() == other.positions.size() && mesh.uvs.size() == mesh.positions.size();
    const M44f normalTransform = transform.inverse().transposed();
    for (const V3f& p : other.positions) mesh.positions.push_back(p * transform);
    if (normals)
        for (const V3f& n : other.normals) {
            V3f turned;
            normalTransform.multDirMatrix(n, turned);
            mesh.normals.push_back(turned.normalized());
        }
    else
        mesh.normals.clear();
    if (uvs)
        mesh.uvs.insert(mesh.uvs.end(), other.uvs.begin(), other.uvs.end());
    else
        mesh.uvs.clear();
    for (const V3i& t : other.triangles) mesh.triangles.push_back(t + V3i(base));
}

Mesh box(const V3f& low, const V3f& high) {
    Mesh m;
    for (int i = 0; i < 8; ++i)
        m.positions.emplace_back(i & 1 ? high.x : low.x, i & 2 ? high.y : low.y, i & 4 ? high.z : low.z);
    m.triangles = {{0, 2, 3}, {0, 3, 1}, {4, 5, 7}, {4, 7, 6}, {0, 1, 5}, {0, 5, 4},
                   {2, 6, 7}, {2, 7, 3}, {0, 4, 6}, {0, 6, 2}, {1, 3, 7}, {1, 7, 5}};
    return m;
}

std::vector<V3f> smoothNormals(const Mesh& mesh) {
    std::vector<V3f> normals(mesh.positions.size(), V3f(0));
    for (const V3i& t : mesh.triangles) {
        const V3f n = (mesh.positions[t.y] - mesh.positions[t.x]).cross(mesh.positions[t.z] - mesh.positions[t.x]);
        for (int k = 0; k < 3; ++k) normals[t[k]] += n;
    }
    for (V3f& n : normals) n = n.length2() > 0 ? n.normalized() : V3f(0, 0, 1);
    return normals;
}

int removeBroken(Mesh& mesh) {
    const int n = static_cast<int>(mesh.positions.size());
    auto broken = [&](const V3i& t) {
        for (int k = 0; k < 3; ++k) {
            if (t[k] < 0 || t[k] >= n) return true;
            const V3f& p = mesh.positions[t[k]];
            if (!std::isfinite(p.x) || !std::isfinite(p.y) || !std::isfinite(p.z)) return true;
        }
        const V3f a = mesh.positions[t.x], b = mesh.positions[t.y], c = mesh.positions[t.z];
        return (b - a).cross(c - a).length2() < 1e-20f;
    };
    const size_t before = mesh.triangles.size();
    std::erase_if(mesh.triangles, broken);
    return static_cast<int>(before - mesh.triangles.size());
}

} // namespace thallos
