// Meshes bent about an upright axis.
#pragma once

#include "core/mesh/mesh.h"

namespace thallos {

// What lies straight across the line from `centre` to `middle` becomes an arc through `middle` about `centre`; lengths
// along that arc stay, and so does the distance from it. Faces are cut as finely as the arc asks for: 1/64 of a turn.
// The same mesh when the two points are one.
Mesh bent(const Mesh& mesh, const V2f& centre, const V2f& middle);

} // namespace thallos
