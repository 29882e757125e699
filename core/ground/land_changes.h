// Where the ground may be another than before, by the steps that are not the same.
#pragma once

#include <span>

#include "core/ground/land.h"
#include "core/ground/land_block.h"

namespace thallos {

// Grows with the steps that are told, in their order. Refers to them and to the land before.
class LandChanges {
public:
    LandChanges(const GroundGrid& grid, const Land& before) : grid_(grid), before_(before) {}

    // What one maker made, now and then.
    void compare(std::span<const LandStep> now, std::span<const LandStep> then);

    bool within(const Box2f& box) const;
    bool tile(int tile) const;
    bool block(const LandBlock& block, const HeightTile& before) const;
    // Within a box of samples of a block, whose heights of before and on the way to them lie in `span`.
    bool square(const LandBlock& block, const Box2f& box, const V2f& span) const;

private:
    struct Area { // of a tile, in which a layer's values differ
        int tile;
        Box2f box;
    };
    void add(const LandStep& step) { steps_.emplace_back(step.shape, reachOf(step.shape)); }
    void addLayers(const HeightLayer& now, const HeightLayer& then);
    const GroundGrid& grid_;
    const Land& before_;
    std::vector<std::pair<LandShape, StepReach>> steps_; // new ones and those that they take the place of
    std::vector<Area> areas_;
};

} // namespace thallos
