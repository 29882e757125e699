// The ground as an ordered list of steps: what it starts from, layers of heights, and operations such as pads. Each
// takes the heights that the steps before it left. They are evaluated by tile from those that reach it, so that nothing
// is destroyed: a step that is changed, muted or moved in the list leaves the others as they are.
#pragma once

#include <functional>
#include <variant>
#include <vector>

#include "core/ground/bank.h"
#include "core/ground/brush.h"
#include "core/ground/corridor.h"
#include "core/ground/height_field.h"
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
    // Its area is evaluated with samples at most so far apart, as far as the land's finest allows; 0: as the grid.
    Box2f detailIn{};
    float detail = 0;
    bool operator==(const LandStep&) const = default;
};

using GroundAt = std::function<float(const V2f&)>;
// Gives the steps of one item. `before`: the heights that the steps before it come to.
using StepMaker = std::function<std::vector<LandStep>(const GroundAt& before)>;

// Immutable once built.
struct Land {
    GroundGrid grid;
    float finest = 0; // metres between samples where detail is asked for; 0: as the grid
    std::vector<LandStep> steps;
    HeightField bare;    // of the reliefs and surveys that the list begins with
    HeightField natural; // of all that is not built
    HeightField field;   // of all
};

// Shares the tiles of `before` (null: none) that come out the same. Same steps, same heights, whatever was before.
Land buildLand(const GroundGrid& grid, float finest, const std::vector<StepMaker>& makers,
               const Land* before = nullptr);
// Of steps that do not ask what was before them.
Land buildLand(const GroundGrid& grid, float finest, std::vector<LandStep> steps, const Land* before = nullptr);

// At one place, of the first `count` steps; `natural`: without those of what is built. On a wall either side's.
float heightAt(const Land& land, size_t count, const V2f& p, bool natural = false);

// What may change in an area of which all heights, those on the way too, lie in `span`; empty: nothing.
Box2f reach(const LandShape& shape, const GroundGrid& grid, const V2f& span);

struct Earthwork {
    double cut = 0, fill = 0; // m3, neither negative
    double balance() const { return fill - cut; }
};
// From one ground to another on the same grid, within the box; exact for the triangles that both are made of.
Earthwork earthworkOf(const HeightField& before, const HeightField& after, const Box2f& box);
// Of each item's steps in their order, by what they make of the ground before them. Takes about as long as building the
// tiles that they reach; incomplete once `stop` says so.
std::vector<std::pair<uint64_t, Earthwork>> earthworkOf(const Land& land, const std::function<bool()>& stop = {});

} // namespace thallos
