// What climbers climb on: a wall or a stem, plain or found among triangles.
#pragma once

#include <array>
#include <functional>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

// A point of the surface and the way out of it, at `across` metres along it and `up` metres above the foot.
struct Support {
    struct Spot {
        V3f at, out;       // unit
        bool there = true; // false: a window, a gap, beyond the last edge
    };
    std::function<Spot(float across, float up)> spot;
    float width = 2, height = 2.4f; // metres that there are
    bool round = false;             // left and right ends meet
};
Support wallOf(float width, float height);   // in the plane y = 0, seen from -y
Support trunkOf(float radius, float height); // about the z axis

struct Facet {
    std::array<V3f, 3> corners; // metres
    bool clear = false;         // a pane: nothing holds on to it
};

// The wall around `foot` that faces `out` (level, unit), as far as it hangs together with the place just over the foot:
// reveals, doors set back, eaves, gaps and panes end it, and a hand's breadth around them is kept free. `width` metres,
// half of them to either side. Where there is no wall its spots are not there.
Support wallIn(const std::vector<Facet>& facets, const V3f& foot, const V3f& out, float width, float height);
// The stem that stands at `foot`, leaning and flared as it is, up to where it forks or ends.
Support stemIn(const std::vector<Facet>& facets, const V3f& foot, float height);

} // namespace thallos
