// Terraces: an area that is made level, in several levels up the slope if asked, with retaining walls or batters.
#pragma once

#include <optional>
#include <vector>

#include "core/ground/pad.h"
#include "core/ground/retaining.h"
#include "core/material/surface.h"

namespace thallos {

struct Terrace {
    std::vector<V2f> points;                // corners of the area, world, three at least
    int levels = 1;                         // 1..12, up the slope
    bool fixed = false;                     // the lowest lies at `level`; else at the mean of the ground there
    float level = 0;                        // metres
    float rise = 0;                         // from level to level, metres; 0: as the ground rises
    bool walls = true;                      // between levels and at edges that stand out of the ground; else batters
    float thickness = 0.3f, coping = 0.06f; // metres
    float batter = 2;                       // run for one of rise
    float fall = 0.01f;                     // of the levels, for water, for a run of one
    Surface surface{
        .name = "Wall", .baseColor = Rgb(0.36f, 0.34f, 0.30f), .roughness = 0.9f, .recipe = "Dry-stone walling"};
    Surface copingSurface{
        .name = "Coping", .baseColor = Rgb(0.38f, 0.36f, 0.33f), .roughness = 0.85f, .recipe = "Flagstones"};
    bool operator==(const Terrace&) const = default;
};

} // namespace thallos
