// A section through the site along a line in plan: the ground as it is and as it was, and what it cuts.
#pragma once

#include "core/project/built_site.h"

namespace thallos {

struct SectionPoint {
    float along = 0; // metres
    V2f at{0};
    float now = 0, bare = 0; // heights of the ground as it is, and of what it started from
};
// What the line passes through, from one place along it to another.
struct SectionSpan {
    Id item;
    float from = 0, to = 0;
    float low = 0, high = 0; // a building's foot and top; both the level of a water
};
struct Section {
    std::vector<SectionPoint> ground;
    std::vector<SectionSpan> buildings, waters;
    V2f range() const; // lowest and highest of all
};
// Along a chain of points, with a point of the ground about every `step` metres and at each of the chain's. Fewer than
// two points: an empty one.
Section sectionOf(const BuiltSite& site, const std::vector<V2f>& line, float step);

} // namespace thallos
