// Which covers lie on the ground: at each of its samples the strongest four with their shares.
#pragma once

#include <array>
#include <functional>
#include <optional>

#include "core/ground/cover_rule.h"
#include "core/ground/edges.h"
#include "core/ground/flow.h"
#include "core/ground/land_block.h"

namespace thallos {

// Numbers of covers, and shares of 255 that sum up to it, the strongest first. Cover 0 lies where no other does.
struct CoverCell {
    std::array<uint8_t, 4> of{}, share{255, 0, 0, 0};
    bool operator==(const CoverCell&) const = default;
};
static_assert(sizeof(CoverCell) == 8);

// As the ground's tiles and blocks.
struct CoverBlock {
    V2i cells{0};
    std::vector<CoverCell> samples; // (w+1) x (h+1), or a single one: it is the same everywhere
    const CoverCell& at(int x, int y) const {
        return samples.size() == 1 ? samples[0] : samples[static_cast<size_t>(y) * (cells.x + 1) + x];
    }
};
struct CoverTile {
    V2i cells{0};
    int fine = 1;
    std::vector<std::shared_ptr<const CoverBlock>> blocks;
};

struct CoverShare {
    int of;
    float share;
};
struct CoverShares {
    std::array<CoverShare, 8> covers; // the strongest first
    int count = 0;
};
struct CoverMap {
    GroundGrid grid;
    TileGrid<CoverTile> tiles; // none null; empty: cover 0 lies everywhere

    CoverShares at(const V2f& p) const; // shares sum up to one, 1..8 covers
};

inline constexpr int kMostCovers = 250; // besides cover 0

// A rectangle that is turned counter-clockwise about its middle, and runs out inwards at its edges.
struct CoverPatch {
    V2f middle{0}, size{1};
    float turn = 0;                                                                    // radians
    float soft = 0;                                                                    // metres
    float weight(const V2f& p) const;                                                  // 0..1
    CoverPatch wider(float by) const { return {middle, size + V2f(2 * by), turn, 0}; } // metres on every side
    Box2f box() const;
    bool operator==(const CoverPatch&) const = default;
};

// One that lies over those before it: by a rule, painted, in a patch and nowhere else, or along a path.
struct CoverLayer {
    int number = 1; // 1..kMostCovers
    std::optional<CoverRule> rule;
    uint64_t seed = 0;
    WeightLayer painted; // lies there, whatever the rule
    WeightLayer wiped;   // lies not there, whatever the rule
    std::optional<CoverPatch> patch;
    PlanLine line;   // no segments: it is no path
    float width = 0; // metres
    float worn = 0;  // 0 straight edges .. 1 as feet and wheels leave them
};
// What rules go by. Members that no rule asks for may be empty.
struct CoverGround {
    const HeightField& field;
    std::shared_ptr<const Flow> flow;
    PlanEdges paths, walls, shores;
    std::function<bool(const V2f&)> wet; // under water: distances to the shore count on land alone
};
// Blocks of `before` (null: none) that are not `changed`, or come out the same, are shared. `changed` is asked from
// several threads.
CoverMap coverMapOf(const std::vector<CoverLayer>& layers, const CoverGround& ground, const CoverMap* before = nullptr,
                    const std::function<bool(const LandBlock&)>& changed = {});

} // namespace thallos
