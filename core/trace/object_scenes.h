// The parts of a scene as Embree traces them, with the filters that let light through clear and perforated surfaces.
#pragma once

#include "core/trace/material_resolver.h"
#include "core/trace/scene.h"

namespace thallos {

// Each is committed and immutable. `quick`: built in haste, slower to trace.
std::shared_ptr<const EmbreeScene> groundScene(const HeightField& field, int tile, int block, bool quick);
std::shared_ptr<const EmbreeScene> meshScene(const Mesh& mesh);
// Of the object's model, without parts that no ray meets. Keeps the model and the materials.
std::shared_ptr<const EmbreeScene> modelScene(const SceneObject& object, unsigned mask);
std::shared_ptr<const EmbreeScene> waterScene(const Mesh& surface, const WaterLook& water);

// Whether the tracer sees the two models alike: only what decides filters and masks is built into a scene.
bool sameFilters(const SceneObject& a, const SceneObject& b);

} // namespace thallos
