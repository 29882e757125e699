// From a hit to what shading needs.
#pragma once

#include "core/trace/ray.h"
#include "core/trace/scene.h"
#include "core/trace/water_surface.h"

namespace thallos {

struct ShadingPoint {
    SurfacePoint surface;
    V3f normal;                       // geometric, towards the viewer; of the ground near by that of its smooth form
    float lift = 0;                   // metres over the hit at which light leaves: of a rounded form made of triangles
    bool front = true;                // seen from the surface's front
    const WaterLook* water = nullptr; // the surface of a water body
    Ripples ripples;                  // of it
};

// `outward` points from the hit to the viewer; `footprint` is the pixel's width there in metres.
ShadingPoint shadingAt(const Scene& scene, const Hit& hit, const V3f& outward, float footprint);

// The item that was hit; none for ground and far land.
Id itemAt(const Scene& scene, const Hit& hit);
// What material was hit, as a number that means something for this scene alone, and its name.
uint32_t materialKey(const Scene& scene, const Hit& hit);
std::string materialName(const Scene& scene, uint32_t key);
int speciesOf(uint32_t materialKey); // index into the library; -1: no plant

} // namespace thallos
