// What a surface is made of, and what of it a ray sees at one point.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

// A procedural recipe, laid on in metres over the object: no stretching, no visible repeat.
enum class Pattern { None, Boards, Decking, Masonry, Paving, Gravel, Soil, StandingSeam, Bark, Plaster };

inline constexpr const char* kPatternNames[] = {"none",   "boards", "decking",       "masonry", "paving",
                                                "gravel", "soil",   "standing seam", "bark",    "plaster"};

// 8-bit sRGB picture with coverage, rows from the top.
struct Texture {
    int width = 0, height = 0;
    std::vector<uint8_t> rgba;
};

struct Surface {
    std::string name;
    Rgb baseColor{0.5f};    // reflectance of a matt surface, of a metal, or the tint of glass; each 0..1
    float roughness = 0.6f; // 0 mirror .. 1 matt; of glass: from 0.1 on it is frosted
    float metalness = 0;    // 0 or 1, between for blends
    float transmission = 0; // 1: glass
    bool solid = false;     // glass is a body that bends light and takes it away inside, not a thin pane
    Rgb absorption{0};      // of a body of glass, 1/m
    float translucency = 0; // share of the diffuse light that goes through (leaves); 0..0.9
    Rgb throughTint{1};     // what goes through is coloured by this besides
    float specular = 1;     // scales the gloss of what is no metal; 0: none
    float coat = 0;         // varnish over all of it, 0..1
    float coatRoughness = 0.1f;
    Rgb emission{0};   // cd/m2, from its front
    int lampGroup = 0; // 0..7, for lights told apart after rendering
    Pattern pattern = Pattern::None;
    float patternSize = 1;                  // metres: board width, stone height, grain
    float textureSize = 0;                  // metres a repeat, laid over the object; 0: by the mesh's uv
    std::shared_ptr<const Texture> texture; // multiplies baseColor; alpha cuts out

    bool operator==(const Surface&) const = default;
    // Shadow rays pass: smooth panes and bodies of glass, not frosted ones.
    bool letsSunThrough() const { return transmission > 0.5f && (solid || roughness < 0.1f); }
};

// The point as shading sees it.
struct SurfacePoint {
    Rgb albedo{0.5f}; // of the matt part, of metal, or the tint of glass
    Rgb through{0};   // matt light that goes through to the other side
    float roughness = 0.6f;
    float metalness = 0;
    float transmission = 0; // of the light that is not reflected
    float index = 1.52f;    // of refraction, of glass
    bool solid = false;
    Rgb absorption{0};  // 1/m
    float specular = 1; // scales the gloss; 0 for soil, bark and leaves that do not shine
    float coat = 0, coatRoughness = 0.1f;
    Rgb emission{0};
    int lampGroup = 0;
    V3f normal{0, 0, 1}; // shading normal, unit

    // A smooth pane: light goes straight through or is mirrored.
    bool clear() const { return transmission > 0.5f && !solid && roughness < 0.1f; }
};

// Linear ACEScg from a display colour and back (sRGB primaries and curve; for pickers and 8-bit textures).
Rgb fromSrgb(float r, float g, float b);
Rgb fromSrgb8(uint8_t r, uint8_t g, uint8_t b);
V3f toSrgb(const Rgb& c); // clamped to 0..1
// Linear-light Rec.709 to ACEScg and back, D65 to D60 by Bradford.
Rgb fromLinear709(const V3f& c);
V3f toLinear709(const Rgb& c);

// `p` and `normal` in the object's own metres, so that the pattern moves with it; `footprint` is about the width of the
// pixel there in metres and fades detail that the picture cannot hold.
SurfacePoint evaluate(const Surface& surface, const V3f& p, const V3f& normal, const V2f& uv, float footprint);

// Coverage 0..1 at a uv: textures with alpha cut out.
float coverage(const Surface& surface, const V2f& uv);

} // namespace thallos
