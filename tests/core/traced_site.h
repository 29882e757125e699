// Small scenes and their light, for the tests of the tracer.
#pragma once

#include "core/trace/plant_scenes.h"
#include "core/trace/render.h"
#include "core/trace/shading.h"
#include "tests/core/sample_site.h"

namespace thallos::test {

Mesh sphere(float radius, const V3f& at);
Building buildingOf(Mesh mesh, const Surface& surface, const V3f& position = V3f(0));
Surface matt(float albedo);
std::shared_ptr<const Scene> sceneOf(const Project& p);
// The same without the land around, which would hide the lower sky.
std::shared_ptr<const Scene> bareSceneOf(const Project& p);
// A thing far above the ground, so that the ground hardly counts.
Project aloft(const Building& b);
Rgb meanRadiance(const Scene& scene, const Environment& e, const V3f& from, const V3f& at, int samples,
                 int bounces = 24);
Project smallSite();

} // namespace thallos::test
