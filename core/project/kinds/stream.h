// A stream along a smooth line: it cuts its channel into the ground, and its water falls along it.
#pragma once

#include <vector>

#include "core/ground/stream.h"
#include "core/ground/water.h"

namespace thallos {

struct Stream {
    std::vector<V2f> points; // handles of a smooth line, world, two at least
    float width = 1.5f;      // metres of its water from bank to bank
    float depth = 0.25f;     // in the middle
    float bank = 0.2f;       // metres of the land beside it over the water
    WaterLook look{1.5f, 0.6f, Rgb(0.05f, 0.09f, 0.06f)};
    bool operator==(const Stream&) const = default;
};

StreamShape shapeOf(const Stream& stream);

} // namespace thallos
