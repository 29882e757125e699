// How a surface scatters light: matt reflection and transmission under a GGX layer, metal, frosted glass, varnish. The
// energy lost by the single-scattering microfacet model is compensated; the model passes the white furnace test.
//
// Facets: GGX with Smith's height-correlated masking (E. Heitz, "Understanding the Masking-Shadowing Function", JCGT
// 2014), sampled by visible normals (Heitz, "Sampling the GGX Distribution of Visible Normals", JCGT 2018). Multiple
// scattering after E. Turquin, "Practical Multiple Scattering Compensation for Microfacet Models" (2019); the matt
// layer below is coupled after C. Kelemen & L. Szirmay-Kalos (2001).
#pragma once

#include "core/material/material.h"

namespace thallos {

// All directions point away from the surface and are unit vectors. Immutable; safe from any thread.
class Scattering {
public:
    Scattering(const SurfacePoint& surface, const V3f& out);

    // Scattered share per steradian, times the cosine.
    struct Share {
        Rgb matt{0}, glossy{0};
        Rgb sum() const { return matt + glossy; }
    };
    Share evaluate(const V3f& in) const;
    float density(const V3f& in) const; // of sample(), per steradian

    struct Sample {
        V3f direction{0};
        Share weight; // evaluate() / density(); zero when absorbed
        float density = 0;
        bool glossy = false; // chosen from a narrow lobe
    };
    Sample sample(const V2f& u, float choice) const; // `choice` in 0..1 picks the lobe

    // Light gets through to the other side: leaves, frosted glass.
    bool passes() const { return chance_[kThrough] > 0 || chance_[kFrosted] > 0; }

private:
    enum Lobe { kCoat, kGloss, kFrosted, kThrough, kMatt, kLobes };
    float facets(float alpha, const V3f& in) const;
    float facetDensity(float alpha, const V3f& in) const;
    V3f sampleFacets(float alpha, const V2f& u) const;

    V3f normal_, tangent_, bitangent_, out_;
    float cosine_; // of out
    float roughness_, alpha_, coatAlpha_;
    Rgb f0_, keep_; // of the glossy layer, with what multiple scattering gives back
    float f90_, layerF0_, layerF90_, coatF0_, coatF90_;
    float under_;        // share that the varnish lets through
    Rgb frosted_;        // share of what the frosted pane lets through
    Rgb matt_, through_; // matt shares as seen from `out`
    float chance_[kLobes];
};

// Unpolarised reflectance of a smooth face between air and the index, or from inside (`index` < 1).
float fresnelDielectric(float cosine, float index);
// The same of a thin pane with both its faces, whatever goes to and fro between them included.
float fresnelPane(float cosine, float index);

// Reflectance of facets towards a direction, of all directions of light: f0 * a + f90 * b (single reflections).
struct FacetEnergy {
    float a, b;
};
FacetEnergy facetEnergy(float cosine, float roughness);

} // namespace thallos
