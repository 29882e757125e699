// The land around the site, out to the horizon.
#pragma once

#include "core/ground/height_field.h"
#include "core/mesh/mesh.h"

namespace thallos {

// Land from the site's border to `radius` metres out, with the border's own heights at its rim.
Mesh farLand(const HeightField& field, uint64_t seed, float radius = 14000);
// Share of woodland 0..1 at a far place: farLand() is raised there, and surfaces darken.
float farWood(const V2f& p, uint64_t seed);

} // namespace thallos
