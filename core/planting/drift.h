// Natural groups of plants over an area, and hand-placed specimens.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/mesh/polygon.h"
#include "core/planting/record.h"

namespace thallos {

struct MixEntry {
    std::string species;
    float share = 1;   // any positive number; shares are relative
    float spacing = 0; // of trees and shrubs: least metres from each other; 0: as wide as their crowns ask for
    bool operator==(const MixEntry&) const = default;
};

struct Drift {
    std::vector<std::vector<V2f>> areas; // handles of closed outlines, world
    std::vector<MixEntry> mix;
    float density = 4;        // plants a square metre, 0..400
    float spacing = 0.15f;    // least metres between two plants, 0..30
    float sizeSpread = 0.25f; // +-share of the grown size, 0..0.8
    float lean = 0.15f;       // 0 upright .. 1 with the slope
    float patchiness = 0;     // 0 even .. 1 broken into patches
    uint64_t seed = 1;
    int version = 1; // of the scatter algorithm; from 2 on trees and shrubs keep a spacing of their own
    bool operator==(const Drift&) const = default;
};

struct Specimen {
    std::string species;
    V2f at{0};
    float yaw = 0;   // radians
    float scale = 1; // of the grown size
    int individual = 0;
    bool operator==(const Specimen&) const = default;
};

// What scattering must know of the ground; called from several threads.
struct PlantingSite {
    std::function<float(const V2f&)> height;
    std::function<V3f(const V2f&)> normal;
    // False where a plant of the given spread (metres) may not stand: buildings, clearings, gravel, water.
    std::function<bool(const V2f&, float spread)> open;
    std::function<float(const V2f&)> waterLevel; // of the water over the place; the lowest float where there is none
};

// What scattering must know of a mix entry.
struct MixSpecies {
    float chance;      // cumulative, the last is 1
    int species;       // index in the library
    float spread;      // metres
    float spacing = 0; // metres from others that have one; 0: none of its own
    bool lies = false; // it follows the slope whatever the drift's lean
};

// The drift's plants whose feet stand in `window`, ordered by place. A plant's place depends on `id`, seed and place
// alone: changed density, mix, spacing or masks make plants come and go, none moves. Candidates lie in world cells of 4
// m and are ranked within the cell; a candidate gives way to higher-ranked candidates nearer than `spacing`, accepted
// or not. Of species with a spacing of their own a candidate gives way to the higher-ranked of such species that are
// nearer than the mean of both spacings: then one without takes its place, if the mix has any.
void scatter(const Drift& drift, uint64_t id, uint32_t item, const std::vector<MixSpecies>& mix, const Box2f& window,
             const PlantingSite& site, std::vector<PlantRecord>& out);

// Total area of the outlines, m2, overlaps counted twice.
float area(const Drift& drift);

} // namespace thallos
