// Pools as they are laid: water between upright walls, let into the ground or standing above it.
#pragma once

#include <functional>

#include "core/ground/pad.h"
#include "core/ground/terrace.h"

namespace thallos {

struct PoolShape {
    Polygon outline;        // of its walls, from outside
    bool fixed = false;     // the ground around it lies at `level`; else at its own mean
    float level = 0;        // metres
    float raised = 0.05f;   // metres of the rim over the ground around it
    float depth = 1.4f;     // of the water, metres
    float below = 0.1f;     // of the water's surface under the rim, metres
    float thickness = 0.3f; // of the walls
    float coping = 0.05f;   // thickness of the coping, whose top is the rim; 0: none
    bool operator==(const PoolShape&) const = default;
};

struct LaidPool {
    Pad around;     // the ground beside it, which is brought to its level
    Platform floor; // within the outline
    // Edge of the water, counter-clockwise; empty: there is no room between the walls, and nothing is laid.
    std::vector<V2f> inner;
    float rim = 0, water = 0;
    bool empty() const { return inner.empty(); }
};
// `ground`: the heights before it. Nothing is laid of an outline that crosses itself.
LaidPool layPool(const PoolShape& shape, const std::function<float(const V2f&)>& ground);

Mesh poolWalls(const PoolShape& shape, const LaidPool& laid);
Mesh poolCoping(const PoolShape& shape, const LaidPool& laid);
// A level sheet that runs into the walls, so that no gap is left.
Mesh poolWater(const PoolShape& shape, const LaidPool& laid);

} // namespace thallos
