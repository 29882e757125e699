// Contour lines of the ground.
#pragma once

#include <utility>
#include <vector>

#include "core/ground/height_field.h"

namespace thallos {

// Contour lines of the field at every multiple of `interval` metres, as line segments in plan.
struct Contour {
    float height;
    std::vector<std::pair<V2f, V2f>> segments;
};
std::vector<Contour> contours(const HeightField& field, const Box2f& window, float interval, int step);

} // namespace thallos
