// One step of the land: what it makes of the heights before it, and how far it reaches.
#pragma once

#include <functional>
#include <variant>

#include "core/ground/bank.h"
#include "core/ground/brush.h"
#include "core/ground/corridor.h"
#include "core/ground/pad.h"
#include "core/ground/relief.h"
#include "core/ground/terrace.h"
#include "core/ground/wall.h"

namespace thallos {

// Heights instead of those before: of a survey. Identity of tiles tells one from another.
struct Survey {
    HeightLayer heights; // none null
    bool operator==(const Survey&) const = default;
};

using LandShape = std::variant<Relief, Survey, Sculpting, Pad, BankForm, Corridor, WallBreak, Platform>;

struct LandStep {
    uint64_t id = 0; // of the item that it comes from; several steps may come from one
    LandShape shape;
    bool built = false; // belongs to what is built: no part of the natural ground
    // Tiles that one of these boxes touches are evaluated with samples at most so far apart, as far as the land's
    // finest allows; 0: as the grid.
    std::vector<Box2f> detailIn{};
    float detail = 0;
    bool operator==(const LandStep&) const = default;
};

StepReach reachOf(const LandShape& shape);

// What a shape makes of the height z at p, where the ground's samples lie `cell` metres apart. `reach`: reachOf(shape).
float changed(const LandShape& shape, const StepReach& reach, const GroundGrid& grid, float cell, float z,
              const V2f& p);
// The same for many places of a window where heights lie in `span`; empty: it changes nothing there. Refers to the
// shape and the grid.
using HeightChange = std::function<float(float z, const V2f& p)>;
HeightChange changeOf(const LandShape& shape, const StepReach& reach, const GroundGrid& grid, float cell,
                      const Box2f& window, const V2f& span);

// Along which the ground breaks upright, as a line in plan; empty: nowhere.
std::vector<V2f> breakLine(const LandShape& shape);

} // namespace thallos
