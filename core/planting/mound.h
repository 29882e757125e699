// Soil at the foot of a stem: roots lift it, and little grows in their shade.
#pragma once

#include <cstdint>

#include "core/mesh/mesh.h"

namespace thallos {

// A low mound around `foot` up to `height` metres against a stem of `stem` metres across its flare's radius, out to
// about `reach` metres, where it dips into the ground; further down it goes on, so that it stands on slopes too.
// `sides` around, at least 3.
void addMound(Mesh& mesh, const V3f& foot, float stem, float reach, float height, int sides, uint64_t seed);

} // namespace thallos
