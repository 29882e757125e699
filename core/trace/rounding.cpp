#include "core/trace/rounding.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/model/topology.h"

namespace thallos {

EdgeNeighbours edgeNeighbours(const Mesh& mesh) {
    constexpr float kSharp = 0.906f; // cosine of 25 degrees
    EdgeNeighbours out(mesh.triangles.size(), V3i(-1));
    int places = 0;
    const std::vector<int> place = placesOf(mesh.positions, 1e-5f, places);
    struct Side {
        int triangle, edge;
    };
    std::unordered_map<uint64_t, Side> open;
    open.reserve(mesh.triangles.size() * 2);
    for (size_t i = 0; i < mesh.triangles.size(); ++i)
        for (int k = 0; k < 3; ++k) {
            const V3i& t = mesh.triangles[i];
            const auto a = static_cast<uint64_t>(place[static_cast<size_t>(t[k])]),
                       b = static_cast<uint64_t>(place[static_cast<size_t>(t[(k + 1) % 3])]);
            const auto other = open.find(b << 32 | a);
            if (other == open.end()) {
                open.emplace(a << 32 | b, Side{static_cast<int>(i), k});
                continue;
            }
            const V3i& o = mesh.triangles[static_cast<size_t>(other->second.triangle)];
            const V3f n = faceNormal(mesh, t).normalized(), m = faceNormal(mesh, o).normalized();
            // Outer edges alone: dirt fills inner ones.
            const V3f beyond = mesh.positions[static_cast<size_t>(o[(other->second.edge + 2) % 3])] -
                               mesh.positions[static_cast<size_t>(t[k])];
            if (n.dot(m) < kSharp && n.dot(beyond) < 0) {
                out[i][k] = other->second.triangle;
                out[static_cast<size_t>(other->second.triangle)][other->second.edge] = static_cast<int>(i);
            }
            open.erase(other);
        }
    return out;
}

V3f roundedNormal(const Mesh& mesh, const EdgeNeighbours& edges, unsigned triangle, float u, float v, float radius,
                  const V3f& normal) {
    const V3i& beyond = edges[triangle];
    if (beyond.x < 0 && beyond.y < 0 && beyond.z < 0) return normal;
    const V3i& t = mesh.triangles[triangle];
    const V3f p[3] = {mesh.positions[static_cast<size_t>(t.x)], mesh.positions[static_cast<size_t>(t.y)],
                      mesh.positions[static_cast<size_t>(t.z)]};
    const float area2 = (p[1] - p[0]).cross(p[2] - p[0]).length();
    const float weight[3] = {v, 1 - u - v, u}; // of the corner across from edge 0, 1, 2
    V3f out = normal;
    for (int k = 0; k < 3; ++k) {
        if (beyond[k] < 0) continue;
        const float length = (p[(k + 1) % 3] - p[k]).length();
        if (length <= 0) continue;
        const float near = 1 - weight[k] * area2 / length / radius; // 1 on the edge, 0 at the radius
        if (near <= 0) continue;
        const V3f m = faceNormal(mesh, mesh.triangles[static_cast<size_t>(beyond[k])]).normalized();
        // A quarter circle's normal turns evenly along it: half way at the edge.
        out += (m - normal) * (0.5f * near);
    }
    const float l = out.length();
    return l > 1e-6f ? out / l : normal;
}

} // namespace thallos
