// Pools: water between upright walls, let into the ground or standing above it.
#pragma once

#include <vector>

#include "core/ground/pool.h"
#include "core/ground/water.h"
#include "core/material/surface.h"

namespace thallos {

struct Pool {
    std::vector<V2f> points; // corners of its walls from outside, world, three at least
    bool round = false;      // a smooth line through the points; else straight from corner to corner
    bool fixed = false;      // the ground around it lies at `level`; else at its own mean
    float level = 0;         // metres
    float raised = 0.05f;    // of the rim over the ground around it
    float depth = 1.4f;      // of the water
    float below = 0.1f;      // of the water's surface under the rim
    float thickness = 0.3f, coping = 0.05f;
    WaterLook look{
        12, 0.15f, Rgb(0.05f, 0.13f, 0.14f),
        Surface{.name = "bed", .baseColor = Rgb(0.42f, 0.47f, 0.46f), .roughness = 0.6f, .recipe = "Stone tiles"}};
    Surface surface{
        .name = "Wall", .baseColor = Rgb(0.40f, 0.40f, 0.38f), .roughness = 0.8f, .recipe = "Fair-faced concrete"};
    Surface copingSurface{
        .name = "Coping", .baseColor = Rgb(0.38f, 0.36f, 0.33f), .roughness = 0.85f, .recipe = "Flagstones"};
    bool operator==(const Pool&) const = default;
};

PoolShape shapeOf(const Pool& pool);

} // namespace thallos
