// A building or prop as it was read from a file: parts with their meshes, and the surfaces they name.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/material/surface.h"
#include "core/mesh/mesh.h"
#include "core/mesh/polygon.h"

namespace thallos {

struct Part {
    std::string name;
    int material = 0; // index into Model::materials
    Mesh mesh;
};

// Z up, metres; the base stands at z = 0 around the origin.
struct Model {
    std::string name;
    std::vector<Part> parts;
    std::vector<Surface> materials;
    std::vector<Polygon> outlines; // footprint() of what stands on the ground
};

Box3f bounds(const Model& model);
int64_t triangleCount(const Model& model);

struct Tidied {
    int removed = 0; // triangles without area or with corners that are not there
    V3f shift{0};    // what was added to every point
};
// Puts the base on z = 0, fills in `outlines`, drops broken triangles and parts with none, and sees that every part's
// material exists. Throws Error::Unreadable when nothing is left.
Tidied tidy(Model& model);

} // namespace thallos
