// A building or prop as it was read from a file: a tree of parts with their meshes, and the surfaces they name.
#pragma once

#include <functional>
#include <memory>
#include <string>
#include <vector>

#include "core/material/surface.h"
#include "core/mesh/mesh.h"
#include "core/mesh/polygon.h"

namespace thallos {

// A node of the tree in which the file arranged its parts: a storey, an assembly.
struct PartGroup {
    std::string name;
    int parent = -1; // an earlier one; -1: the model itself
};

struct Part {
    std::string name;
    int material = 0;                 // index into Model::materials
    std::shared_ptr<const Mesh> mesh; // in the model's space; never null in a model that was made
    int group = -1;                   // index into Model::groups; -1: the model itself
};

// Z up, metres; the base stands at z = 0 around the origin.
struct Model {
    std::string name;
    std::vector<Part> parts;
    std::vector<Surface> materials;
    std::vector<Polygon> outlines; // footprint() of what stands on the ground
    std::vector<PartGroup> groups;
};

Part partOf(std::string name, int material, Mesh mesh, int group = -1);
// Gives the part a mesh of its own, as `change` makes it of the old one.
void changeMesh(Part& part, const std::function<void(Mesh&)>& change);
Box3f bounds(const Model& model);
int64_t triangleCount(const Model& model);

// By what a part is found again when its file was changed: the names of its groups and its own, "Ground floor/Door",
// with "#2", "#3" for others of the same name in the same place.
std::vector<std::string> partKeys(const Model& model);

struct Tidied {
    int removed = 0; // triangles without area or with corners that are not there
    V3f shift{0};    // what was added to every point
};
// Puts the base on z = 0, fills in `outlines`, drops broken triangles, parts without any and groups without parts, and
// sees that every part's material exists. Throws Error::Unreadable when nothing is left.
Tidied tidy(Model& model);
// The tree without what tells nothing: a group around everything else, and groups of one part, which takes its place.
void plainTree(Model& model);
// Materials that are equal in all but number become one, those that no part has go, and names are made unique by a
// number: changes name materials.
void plainMaterials(Model& model);
// Without the parts of all groups of this name and below them. Nothing moves; groups without parts go.
void dropGroups(Model& model, const std::string& name);
bool hasGroup(const Model& model, const std::string& name);
// Indices of the parts in groups of this name and below them.
std::vector<int> partsIn(const Model& model, const std::string& name);
// Drops parts without triangles and groups without parts, and fills in `outlines`. Nothing moves.
void settle(Model& model);

} // namespace thallos
