// The ground as an ordered list of steps: what it starts from, layers of heights, and operations such as pads. Each
// takes the heights that the steps before it left. They are evaluated by tile from those that reach it, so that nothing
// is destroyed: a step that is changed, muted or moved in the list leaves the others as they are.
#pragma once

#include <functional>
#include <vector>

#include "core/ground/height_field.h"
#include "core/ground/step.h"

namespace thallos {

using GroundAt = std::function<float(const V2f&)>;

// Gives the steps of one item.
struct StepMaker {
    uint64_t id = 0;
    std::vector<std::shared_ptr<const void>> of; // all that it reads but heights; empty: it is always asked anew
    std::function<std::vector<LandStep>(const GroundAt& before)> make; // `before`: heights that earlier steps come to
};

// An item's steps as they were laid, and by what: the same while none of that is another. Immutable.
struct Laid {
    uint64_t id = 0;
    std::vector<std::shared_ptr<const void>> of;
    Box2f asked;      // where it looked at the heights before it
    size_t count = 0; // of its steps
};

// Immutable once built.
struct Land {
    GroundGrid grid;
    float finest = 0; // metres between samples where detail is asked for; 0: as the grid
    std::vector<LandStep> steps;
    std::vector<StepReach> reaches;                // of the steps
    std::vector<std::shared_ptr<const Laid>> laid; // in the order of their steps; the same one while it lies the same
    HeightField bare;                              // of the reliefs and surveys that the list begins with
    HeightField natural;                           // of all that is not built
    HeightField field;                             // of all
};

// Shares the tiles of `before` (null: none) that come out the same. Same steps, same heights, whatever was before.
Land buildLand(const GroundGrid& grid, float finest, const std::vector<StepMaker>& makers,
               const Land* before = nullptr);
// Of steps that do not ask what was before them.
Land buildLand(const GroundGrid& grid, float finest, std::vector<LandStep> steps, const Land* before = nullptr);

// Of an item; null: it is none that makes the ground.
std::shared_ptr<const Laid> laidOf(const Land& land, uint64_t id);
// How many steps come before the item's; all of them when it makes none.
size_t stepsBefore(const Land& land, uint64_t id);
// At one place, of the first `count` steps; `natural`: without those of what is built. On a wall either side's.
float heightAt(const Land& land, size_t count, const V2f& p, bool natural = false);

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
