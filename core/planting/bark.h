// The surface of wood: one closed tube along each branch, rooted in the branch that bears it.
#pragma once

#include <cstddef>
#include <cstdint>

#include "core/mesh/mesh.h"
#include "core/planting/wood.h"

namespace thallos {

// How finely wood is drawn.
struct BarkDetail {
    float thinnest = 0;                  // metres; branches thinner at their foot are left out
    float roundness = 1;                 // sides of a tube, times what its girth asks for
    float straightness = 1;              // 1: a ring at each node; more: rings are left out where a branch hardly bends
    int twigSides = 3, twigRings = 2;    // rings of a twig; its end is a point
    size_t mostTwigs = SIZE_MAX;         // of which others are left out, evenly; the rest are broader instead
    int mostStems = 1000;                // of several; the same
    float broader = 1, twigsBroader = 1; // than they are
    float hollow = 0;                    // 0..1: how deep the foot of a stem is open
};

// Where it lies is told by uv, so that bark follows the branch: u grows by 1 once round a tube, from a whole number,
// the girth that it stands for in kGirthStep metres; v is the way along, in metres where the tube is of that girth and
// in proportion where it is thinner, so that nothing is stretched. A tube's first and last corners of a ring lie
// together.
inline constexpr float kGirthStep = 0.1f;

// Appends stems and limbs to `bark` and what is thinner than `twigFrom` (metres, at its foot) to `twigs`. Normals are
// smooth. The foot of a stem widens by `flare` into root lobes.
void barkOf(const Wood& wood, float flare, float twigFrom, const BarkDetail& detail, Mesh& bark, Mesh& twigs,
            uint64_t seed);

// Normals of a tube whose surface is not round: of rings of `sides` + 1 corners, the last on the first, from the
// position `base` on.
void smoothTube(Mesh& mesh, int base, int sides);

} // namespace thallos
