// How a texture of material is laid over a surface in true size, without a repeat that can be seen.
#pragma once

#include <vector>

#include "core/material/texture.h"

namespace thallos {

struct TextureMapping {
    enum class Kind {
        Repeat, // as it is, again and again: pictures whose maker cared for that
        Blend,  // what has no order: patches at random places, blended
        Pieces  // boards, bricks, slates: each place of the bond takes any piece of the texture
    };
    Kind kind = Kind::Repeat;
    V2f size{1};          // metres that the texture covers
    bool upright = false; // the texture's x runs up the wall, so that boards stand
    bool turns = false;   // Blend: patches may be turned as well
    V2f piece{0}; // metres; the texture holds a whole number of them each way. Blend: patches move by whole ones
    // Pieces: how far row r of the texture, and of the wall, is moved along, in metres: shifts[r % n]. Empty: rows are
    // moved by chance, each by its own length.
    std::vector<float> shifts;
    // Pieces: which rows of the texture may stand for each other: those with the same r % period. 1: all.
    int period = 1;
    float fade = 0; // Pieces: metres in which one runs into the next along a row; 0: they have ends
    bool operator==(const TextureMapping&) const = default;
};

// The texture at `at` metres, with `footprint` in metres. Blend: patches on a triangular lattice with weights that keep
// the contrast (Heitz and Neyret 2018), sharpened so that most places show one patch (Mikkelsen 2022).
TextureSample sampleMapped(const Texture& texture, const TextureMapping& mapping, const V2f& at, float footprint);

// The greatest correlation of the luminance with itself shifted, over shifts of at least `from` metres along either
// axis and both diagonals up to the texture's size times 2.5; 1: repeats exactly. On a field of `field` metres.
float repetition(const Texture& texture, const TextureMapping& mapping, float field, float from);

} // namespace thallos
