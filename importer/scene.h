// What Assimp has read, as a model of ours.
#pragma once

#include <functional>
#include <string>

#include <assimp/Importer.hpp>
#include <assimp/scene.h>

#include "importer/readers.h"

namespace thallos {

// Groups of a model, -1 for none: of the meshes of a node, and of the nodes below it.
struct Branch {
    int meshes = -1, below = -1;
};
// How a tree of nodes becomes one of groups and parts. `group` is what the nodes above came to; new ones are added to
// the model.
struct TreeNames {
    std::function<Branch(const aiNode& node, int group, Model& model)> groups;
    std::function<std::string(const aiNode& node, const aiMesh& mesh)> part;
    // Parts from `first` on are the node's own and of those below it.
    std::function<void(const aiNode& node, size_t first, Model& model)> ended = {};
    std::function<void(Model& model)> finished = {}; // after the whole tree
};

// Meshes of triangles alone. Throws Error::Unreadable with what the reader says.
const aiScene& checked(const aiScene* scene, const Assimp::Importer& importer);
// Opens nothing outside the folder; the importer owns it.
Assimp::IOSystem* folderSystem(const std::filesystem::path& folder);
unsigned sceneSteps();

// `metres`: a unit of the file. Throws Error::Unsupported when there are no surfaces.
ForeignModel modelOf(const aiScene& scene, const Order& order, float metres, bool zUp, const TreeNames& names);

} // namespace thallos
