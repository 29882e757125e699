// What weather and years do to an outside surface: splash over the ground, streaks below ledges, moss where it stays
// damp, boards that the sun has bleached.
#pragma once

#include "core/material/material.h"

namespace thallos {

// Of one place of a building.
struct Exposure {
    V3f at{0};               // in the building's own metres, so that marks move with it
    V3f facet{0, 0, 1};      // which way the face looks, in the building's axes: marks are laid along it
    V3f normal{0, 0, 1};     // world
    float overGround = 1e9f; // metres
    float underLedge = -1;   // metres below a sill or a coping; -1: none within reach
    bool sheltered = false;  // deep under eaves
    float sunny = 0;         // -1 faces away from where the sun stands at noon, 1 faces it
    float footprint = 0;     // metres of the pixel: marks that it can't hold fade into their mean
};
inline constexpr float kStreak = 1.6f; // metres that streaks run down at most

// `age` 0 (new) .. 1 (decades). Panes and lamps stay clean.
void weather(SurfacePoint& surface, const Weathering& marks, float age, bool wood, const Exposure& exposure);

} // namespace thallos
