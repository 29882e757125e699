// Snapping: where a point that is dragged over the plan is drawn to.
#pragma once

#include "core/project/project.h"

namespace thallos {

enum class SnapKind { None, End, Item, Edge, Grid };

struct SnapSettings {
    bool ends = true;  // corners of outlines and ends of marks
    bool items = true; // the points by which items are held
    bool edges = true; // sides of outlines
    bool grid = false;
    float gridStep = 1; // metres
    bool angle = false;
    float angleStep = kPi / 12; // radians
    bool operator==(const SnapSettings&) const = default;
};

struct SnapTargets {
    std::vector<V2f> ends, items;
    std::vector<std::pair<V2f, V2f>> edges;
    void outline(const std::vector<V2f>& line, bool closed); // its corners and sides
};

// Of all shown items but `except` (groups: what they hold).
SnapTargets snapTargets(const Project& project, const std::vector<Id>& except);

struct Snapped {
    V2f by{0}; // from where the point was
    V2f at{0}; // what it was drawn to
    SnapKind kind = SnapKind::None;
};

// The correction for `points` that move together, each by itself within `reach` metres of a target: ends come before
// items, items before edges, and what is nearest among its own. The grid draws the first point alone, from any
// distance, and only when nothing else does. No points: none.
Snapped snap(const std::vector<V2f>& points, const SnapTargets& targets, const SnapSettings& settings, float reach);

// The nearest multiple of the step, when snapping of angles is on.
float snapAngle(float radians, const SnapSettings& settings);

} // namespace thallos
