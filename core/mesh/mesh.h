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

// Removes triangles with indices out of range, non-finite positions or no area. Returns how many went.
int removeBroken(Mesh& mesh);

} // namespace thallos
