// Things to try materials and light on.
#pragma once

#include "core/mesh/mesh.h"
#include "core/project/built_site.h"

namespace thallos {

Mesh trunk(float radius, float height);                           // upright, without ends
Mesh sphere(float radius);                                        // on the origin's level, upwards
Building thing(Mesh mesh, const Surface& surface, const V3f& at); // of one part
Camera aimed(Camera camera, const V3f& target);                   // from where it stands

} // namespace thallos
