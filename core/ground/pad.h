// A levelled area that meets the ground around it by batters.
#pragma once

#include <vector>

#include "core/ground/batter.h"
#include "core/mesh/polygon.h"

namespace thallos {

// Inside the outlines the ground lies at `level`, and from them falls by `fall` over `apron` metres; from there it
// meets the old ground by batters with their edges rounded. Between `from` and `to` the level itself rises evenly by
// `rise`.
struct Pad {
    std::vector<Polygon> outlines; // world
    float level = 0;
    float apron = 1.0f;     // metres
    float batter = 3.0f;    // of fill, run for one of rise, 0.2..50
    float sinkInside = 0;   // metres the ground is taken down under rooms, well inside the outline
    float cutBatter = 3.0f; // where it was cut into higher ground
    float fall = 0;         // of the apron, for water: fall for a run of one, 0..0.2
    V2f from{0}, to{0};     // equal: it is level
    float rise = 0;
    bool operator==(const Pad&) const = default;
};

// What it makes of the height z at p; `cell`: metres between the samples there.
float padded(const Pad& pad, float z, const V2f& p, float cell);
StepReach reachOf(const Pad& pad);

} // namespace thallos
