// Triangle meshes. Positions in metres; winding counter-clockwise seen from the front.
#pragma once

#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct Mesh {
    std::vector<V3f> positions;
    std::vector<V3f> normals; // one a position, or empty: flat shading
    std::vector<V2f> uvs;     // one a position, or empty
    std::vector<V3i> triangles;

    bool empty() const { return triangles.empty(); }
};

// Bounds of all positions; empty box for an empty mesh.
Box3f bounds(const Mesh& mesh);

// Appends `other`, moved by `transform`. Normals and uvs are kept only where both meshes have them.
void append(Mesh& mesh, const Mesh& other, const M44f& transform = M44f());

// An axis-aligned box, outward faces, flat normals left to shading.
Mesh box(const V3f& low, const V3f& high);

// One a position: of the triangles around it, weighed by their area; where they cancel out, up.
std::vector<V3f> smoothNormals(const Mesh& mesh);

// As long as twice the triangle's area, towards its front.
inline V3f faceNormal(const Mesh& mesh, const V3i& t) {
    const V3f& a = mesh.positions[static_cast<size_t>(t.x)];
    return (mesh.positions[static_cast<size_t>(t.y)] - a).cross(mesh.positions[static_cast<size_t>(t.z)] - a);
}

// Appends a flat face of four corners of its own, counter-clockwise from the front.
inline void addQuad(Mesh& m, const V3f& a, const V3f& b, const V3f& c, const V3f& d) {
    const int k = static_cast<int>(m.positions.size());
    m.positions.insert(m.positions.end(), {a, b, c, d});
    m.triangles.push_back({k, k + 1, k + 2});
    m.triangles.push_back({k, k + 2, k + 3});
}

// Removes triangles with indices out of range, non-finite positions or no area. Returns how many went.
int removeBroken(Mesh& mesh);

} // namespace thallos
