// A surface of the ground over those before it, where a rule says so and where it is painted.
#pragma once

#include <optional>
#include <vector>

#include "core/ground/cover.h"
#include "core/ground/cover_rule.h"

namespace thallos {

struct Cover {
    Surface surface = gravelSurface();
    std::optional<CoverRule> rule; // lies there by itself; none: where it is painted alone
    WeightLayer painted;           // lies there, whatever the rule
    WeightLayer wiped;             // lies not there, whatever the rule
    bool bare = true;              // plants keep off it
    bool operator==(const Cover&) const = default;
};

// What covers are made of, by names of the library.
inline const std::vector<const char*> kCoverMaterials{
    "River gravel", "Crushed stone", "Topsoil",     "Clay subsoil", "Cracked mud",
    "Wet silt",     "Rippled sand",  "Short turf",  "Rough grass",  "Cushion moss",
    "Leaf litter",  "Needle litter", "Bark mulch",  "Straw",        "Rock face",
    "Flagstones",   "Granite setts", "Stone tiles", "Asphalt",      "Exposed aggregate"};

} // namespace thallos
