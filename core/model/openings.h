// Openings in walls and slabs: what bodies take away from a solid.
#pragma once

#include <vector>

#include "core/mesh/mesh.h"

namespace thallos {

// The solid without the bodies, reveals included. All are closed meshes, wound either way as a whole; bodies may
// overlap each other and need not be convex. What lies in one plane within 0.1 mm counts as one: an opening that ends
// in the wall's face goes through it. Faces that no body touches stay as they are. Where the solid is open there are no
// reveals. The result has no normals and uvs unless it is the solid itself, which it is when nothing is taken away.
// Thread-safe.
Mesh withOpenings(const Mesh& solid, const std::vector<Mesh>& bodies);

} // namespace thallos
