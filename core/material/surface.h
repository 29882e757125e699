// What a surface is made of, as the document says.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/base/vec.h"
#include "core/material/colour.h"
#include "core/material/texture.h"

namespace thallos {

// How strongly the years mark it, each 0 (stays as it is) .. 2; see core/material/weathering.h.
struct Weathering {
    float splash = 1, streaks = 1, moss = 1;
    float bleach = 1; // of wood alone
    bool operator==(const Weathering&) const = default;
};

inline constexpr int kLampGroups = 8;
inline constexpr float kFrosted = 0.1f; // roughness from which on a pane scatters what goes through

struct Surface {
    std::string name;
    Rgb baseColor{0.5f};    // reflectance of a matt surface, of a metal, or the tint of glass; each 0..1
    float roughness = 0.6f; // 0 mirror .. 1 matt; of panes: from kFrosted on they scatter
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
    int lampGroup = 0; // 0..kLampGroups - 1, for lights told apart after rendering
    // What its texture is: a recipe of the library by name, whose mean is then baseColor and roughness; or pictures:
    // their colour multiplies baseColor, the others stand for roughness and metalness. With both the pictures count.
    std::string recipe;
    Maps maps;
    float scale = 1;       // of a recipe's true size
    float turn = 0;        // radians, counter-clockwise on the face
    float textureSize = 0; // metres a repeat of the pictures, laid over the object; 0: by the mesh's uv
    bool mixed = false;    // pictures without order are laid in patches at random places, so that none repeats
    float relief = 1;      // scales the slopes of the texture
    V2f shift{0};          // metres that the texture is moved on the face, east or along and up
    Weathering weathering;
    float wave = 1;    // of panes: how unevenly they mirror, 0: float glass on a drawing
    bool soft = false; // what pictures cover by half lets half of the light by (mist), instead of having an edge

    bool operator==(const Surface&) const = default;
    // Shadow rays pass: smooth panes and bodies of glass, not frosted ones.
    bool letsSunThrough() const { return transmission > 0.5f && (solid || roughness < kFrosted); }
};

} // namespace thallos
