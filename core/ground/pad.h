// A levelled area that meets the ground around it by batters.
#pragma once

#include <vector>

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
// The area that it can change where heights lie in `range`.
Box2f reach(const Pad& pad, const V2f& range);
V2f levelsOf(const Pad& pad); // lowest and highest that it brings the ground to

// Where two heights meet, the lower or the higher of them with the corner rounded over `rounding` metres of height;
// exactly one of the two where they are farther apart.
float softMin(float a, float b, float rounding);
float softMax(float a, float b, float rounding);
// The land brought to `level` at a distance of `d` metres from there: by fill at 1 : batter, by cut at 1 : cutBatter.
// `rounding`: metres of height at the very edge of the level.
float battered(float z, float level, float d, float batter, float cutBatter, float rounding = 0.01f);
inline constexpr float kBatterRounding = 0.8f; // metres of height, at most, of a batter's edges

} // namespace thallos
