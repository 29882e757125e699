// What is built on the ground of items: paths with steps and kerbs, walls, terraces.
#pragma once

#include "core/ground/path.h"
#include "core/ground/terrace.h"
#include "core/project/land.h"

namespace thallos {

// As it is laid: with the heights that its ends join.
PathShape shapeOf(const Path& path, const Project& project);
TerraceShape shapeOf(const Terrace& terrace);

// The heights that an item's steps find, in land that was built with it.
GroundAt groundBefore(const Land& land, Id item);

struct WorkPart {
    const char* name;
    Surface surface;
    Mesh mesh;
};
std::shared_ptr<const Model> modelOf(std::vector<WorkPart> parts); // null: all are empty

// The body of an item that has one, in the world's axes.
struct BuiltWork {
    Id item;
    std::shared_ptr<const Laid> laid; // of which it is the body
    std::shared_ptr<const Model> model;
};
// Of all that are shown. Those of `before` are shared where they are laid the same.
std::vector<BuiltWork> worksOf(const Project& project, const Land& land, const std::vector<BuiltWork>& before);

} // namespace thallos
