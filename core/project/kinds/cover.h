// A surface of the ground over those before it, where a rule says so and where it is painted.
#pragma once

#include <optional>
#include <vector>

#include "core/ground/cover.h"
#include "core/ground/cover_rule.h"

namespace thallos {

// A picture laid once on the ground.
struct Patch {
    V2f at{0};         // its middle
    float width = 4;   // metres; its height follows the picture
    float turn = 0;    // radians, counter-clockwise
    float soft = 0.3f; // metres over which it runs out at its edges
    bool operator==(const Patch&) const = default;
};

struct Cover {
    Surface surface = gravelSurface();
    std::optional<Patch> patch;    // its picture is laid here once, and nowhere else; none: as rule and paint say
    std::optional<CoverRule> rule; // where it lies by itself; none: only where it is painted
    WeightLayer painted;           // where it lies whatever the rule says
    WeightLayer wiped;             // where it does not lie whatever the rule says
    bool bare = true;              // plants keep off it
    bool operator==(const Cover&) const = default;
};

// Metres from west to east and from south to north, before it is turned.
V2f sizeOf(const Patch& patch, const Surface& surface);
// Laid so that the picture fills the patch once; the surface itself without one.
Surface laidSurface(const Cover& cover);

// What covers are made of, by names of the library.
inline const std::vector<const char*> kCoverMaterials{
    "River gravel", "Crushed stone", "Topsoil",     "Clay subsoil", "Cracked mud",
    "Wet silt",     "Rippled sand",  "Short turf",  "Rough grass",  "Cushion moss",
    "Leaf litter",  "Needle litter", "Bark mulch",  "Straw",        "Rock face",
    "Flagstones",   "Granite setts", "Stone tiles", "Asphalt",      "Exposed aggregate"};

} // namespace thallos
