// Surfaces that shine, as sources that paths aim at: their triangles, chosen by power.
#pragma once

#include <unordered_map>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct SceneObject;
struct Hit;

struct LampTriangle {
    V3f a, ab, ac, normal; // world; shines on the normal's side
    float area;            // m2
    Rgb radiance;          // cd/m2
    int group;
};

// Immutable once made.
struct Lamps {
    std::vector<LampTriangle> triangles;
    std::vector<float> chance;                      // cumulative, by power
    std::unordered_map<uint64_t, uint32_t> firstOf; // of an object's part, in `triangles`
    bool empty() const { return triangles.empty(); }
};
// Triangles without an area or light are left out of what is aimed at.
Lamps lampsOf(const std::vector<SceneObject>& objects);

struct LampSample {
    V3f at{0}, direction{0};
    float density = 0; // per steradian; 0: it shines elsewhere
    Rgb radiance{0};
    int group = 0;
};
LampSample sampleLamps(const Lamps& lamps, const V3f& from, const V2f& u, float choice);
// How densely sampleLamps() aims at what was hit, per steradian.
float lampDensity(const Lamps& lamps, const Hit& hit, const V3f& from);

} // namespace thallos
