// From a hit to what shading needs, and how surfaces scatter.
#pragma once

#include "core/trace/ray.h"
#include "core/trace/scene.h"

namespace thallos {

struct ShadingPoint {
    SurfacePoint surface;
    V3f normal;                   // geometric, towards the viewer
    bool front = true;            // seen from the surface's front
    const Water* water = nullptr; // the surface of a water body
};

// `outward` points from the hit to the viewer; `footprint` is the pixel's width there in metres.
ShadingPoint shadingAt(const Scene& scene, const Hit& hit, const V3f& outward, float footprint);

// The item that was hit; none for ground and far land.
Id itemAt(const Scene& scene, const Hit& hit);

// Matt reflection and transmission with a GGX coating or metal. All directions point away from the surface.
struct Scattering {
    explicit Scattering(const SurfacePoint& s, const V3f& outward);

    // Scattered share a steradian, times the cosine.
    Rgb evaluate(const V3f& out, const V3f& in) const;
    float density(const V3f& out, const V3f& in) const;
    // A direction and its evaluate() / density(); zero when absorbed.
    struct Sample {
        V3f direction{0};
        Rgb weight{0};
        float density = 0;
        bool diffuse = true;
    };
    Sample sample(const V3f& out, const V2f& u, float choice) const;

    Rgb reflect, through, coat; // matt parts and the coating's reflectance at right angles
    V3f normal, tangent, bitangent;
    float alpha;
    float coatChance, throughChance;
};

float fresnelDielectric(float cosine, float index); // unpolarised, from outside

} // namespace thallos
