// A stream along a line: a channel that it has cut, and water that falls along it and never rises.
#pragma once

#include <functional>
#include <utility>
#include <vector>

#include "core/ground/corridor.h"
#include "core/ground/height_field.h"
#include "core/mesh/mesh.h"

namespace thallos {

struct StreamShape {
    std::vector<V2f> points; // of the line, close to each other
    float width = 1.5f;      // metres of its water from bank to bank
    float depth = 0.25f;     // of the water in the middle
    float bank = 0.2f;       // of the land beside it over the water
    bool operator==(const StreamShape&) const = default;
};

// Immutable once laid.
struct LaidStream {
    PlanLine line;                   // no segments: it is nowhere
    std::vector<float> levels;       // of the water at each point; they fall to one end, whatever the land does
    float level(const V2f& p) const; // at the nearest place of the line
    float fall() const;              // metres from end to end
};
// It runs from its higher end to the lower one.
LaidStream layStream(const StreamShape& shape, const std::function<float(const V2f&)>& ground);

// Its part of the ground.
Corridor channelOf(const StreamShape& shape, const LaidStream& laid);

// Its water over finished ground that has the channel: a sheet that runs into the banks, and where it meets them. Where
// `other` gives a level of another water that is as high, the stream has run into that one and ends.
struct StreamWater {
    Mesh surface;
    std::vector<std::pair<V2f, V2f>> shore; // segments in plan
};
StreamWater waterOf(const StreamShape& shape, const LaidStream& laid, const HeightField& field,
                    const std::function<float(const V2f&)>& other);

} // namespace thallos
