// What a surface is made of, and what of it a ray sees at one point.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/base/vec.h"
#include "core/material/colour.h"
#include "core/material/laying.h"
#include "core/material/texture.h"
#include "core/mesh/mesh.h"

namespace thallos {

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
    // What its sheet is: a recipe of the library by name, whose mean is then baseColor and roughness; or pictures:
    // their colour multiplies baseColor, the others stand for roughness and metalness. With both the pictures count.
    std::string recipe;
    Maps maps;
    float scale = 1;       // of a recipe's true size
    float turn = 0;        // radians, counter-clockwise on the face
    float textureSize = 0; // metres a repeat of the pictures, laid over the object; 0: by the mesh's uv
    bool mixed = false;    // pictures without order are laid in patches at random places, so that none repeats
    float relief = 1;      // scales the slopes of the sheet
    bool soft = false;     // what pictures cover by half lets half of the light by (mist), instead of having an edge

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

// A surface with its sheet, as rays meet it.
struct Material {
    Surface surface;
    std::shared_ptr<const Texture> texture; // null: plain
    Laying laying;
    bool byUv = false;  // laid by the mesh's uv, not by metres
    Rgb gain{1};        // of the sheet's colour
    float rougher = 0;  // added to the sheet's roughness
    bool metals = true; // the sheet tells what is metal, not the surface
};
// Without a sheet, or with one whose mean becomes the surface's own colour and roughness, or with the surface's
// pictures.
Material plain(const Surface& surface);
Material dressed(const Surface& surface, std::shared_ptr<const Texture> sheet, const Laying& laying);
Material pictured(const Surface& surface, std::shared_ptr<const Texture> pictures);

// Where a ray meets a surface, in the object's own metres, so that the sheet moves with it.
struct Spot {
    V3f position{0}, normal{0, 0, 1}; // shading normal
    V3f facet{0, 0, 1};               // of the flat triangle
    V2f uv{0};
    V3f alongU{0}, alongV{0}; // metres that one unit of u and v takes; 0: no uv
    float girth = 0;          // metres round a body: uv is in metres, u round it, v along, and joins where it meets
    bool faceless = false;    // a stone: laid from three sides that run into each other
    float footprint = 0;      // about the width of the pixel there, metres: detail that the picture can't hold fades
};
SurfacePoint evaluate(const Material& material, const Spot& spot);

// Coverage 0..1: pictures and sheets with holes.
float coverage(const Material& material, const Spot& spot);

// At barycentric (u, v) of a triangle of an object that is `scale` times as large as its mesh; normal and facet are the
// triangle's own.
Spot spotOf(const Mesh& mesh, unsigned triangle, float u, float v, float scale);

} // namespace thallos
