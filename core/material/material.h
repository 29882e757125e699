// What light meets: surfaces with their textures, and what of them a ray sees at one point.
#pragma once

#include <memory>
#include <string>

#include "core/material/surface.h"
#include "core/material/texture_mapping.h"
#include "core/mesh/mesh.h"

namespace thallos {

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
    bool clear() const { return transmission > 0.5f && !solid && roughness < kFrosted; }
};

// A surface as rays meet it: its values, and its texture in memory.
struct Material {
    std::string name;  // of the surface
    SurfacePoint base; // where no texture says otherwise; its normal means nothing
    float translucency = 0;
    Rgb throughTint{1};
    bool letsSunThrough = false; // told once for all of it: aimed rays and paths must agree on every texel
    float scale = 1, turn = 0, relief = 1;
    bool soft = false;
    V2f shift{0};
    Weathering weathering;
    bool wood = false; // goes grey in the sun
    float wave = 1;
    std::shared_ptr<const Texture> texture; // null: plain
    TextureMapping mapping;
    bool byUv = false;  // laid by the mesh's uv, not by metres
    Rgb gain{1};        // of the texture's colour
    float rougher = 0;  // added to the texture's roughness
    bool metals = true; // the texture tells what is metal, not the surface
};
// Without a texture, or with one whose mean becomes the surface's own colour and roughness, or with the surface's
// pictures.
Material plain(const Surface& surface);
Material textured(const Surface& surface, std::shared_ptr<const Texture> texture, const TextureMapping& mapping);
Material pictured(const Surface& surface, std::shared_ptr<const Texture> pictures);

// Where a ray meets a surface, in the object's own metres, so that the texture moves with it.
struct HitPoint {
    V3f position{0}, normal{0, 0, 1}; // shading normal
    V3f facet{0, 0, 1};               // of the flat triangle
    V2f uv{0};
    V3f alongU{0}, alongV{0}; // metres that one unit of u and v takes; 0: no uv
    float girth = 0;          // metres round a body: uv is in metres, u round it, v along, and joins where it meets
    bool faceless = false;    // a stone: laid from three sides that run into each other
    float footprint = 0;      // about the width of the pixel there, metres: detail that the picture can't hold fades
};
SurfacePoint evaluate(const Material& material, const HitPoint& spot);

// Coverage 0..1: textures with holes.
float coverage(const Material& material, const HitPoint& spot);

// At barycentric (u, v) of a triangle of an object that is `scale` times as large as its mesh; normal and facet are the
// triangle's own.
HitPoint hitPointOf(const Mesh& mesh, unsigned triangle, float u, float v, float scale);

} // namespace thallos
