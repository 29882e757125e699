// Edges that are round where the picture comes near, by normals alone: sharp models catch the light like made things.
#pragma once

#include <memory>
#include <vector>

#include "core/mesh/mesh.h"

namespace thallos {

// Of each triangle the one beyond each of its edges (corner k to k + 1) that stands out sharply; -1: none.
using EdgeNeighbours = std::vector<V3i>;
EdgeNeighbours edgeNeighbours(const Mesh& mesh);

// `normal` bent towards the faces beyond sharp edges that are nearer than `radius` (in the mesh's metres) to
// barycentric (u, v) of a triangle.
V3f roundedNormal(const Mesh& mesh, const EdgeNeighbours& edges, unsigned triangle, float u, float v, float radius,
                  const V3f& normal);

} // namespace thallos
