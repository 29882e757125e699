// Where rain that falls on the ground runs: how much of the land drains through a place, and how wet it is for that.
#pragma once

#include <vector>

#include "core/ground/height_field.h"

namespace thallos {

// On a grid of its own over the site, coarser than the ground's. Immutable.
struct Flow {
    V2f origin{0};  // of the first cell's middle
    float cell = 1; // metres
    V2i size{0};
    std::vector<float> area;    // m2 of land that drains through each cell, its own among it
    std::vector<float> wetness; // 0 dry ridge .. 1 wet hollow
    // The cell that most of its water runs to; itself: it leaves the site there.
    std::vector<int> next;

    bool empty() const { return size.x == 0; }
    float areaAt(const V2f& p) const;    // bilinear, clamped to the site
    float wetnessAt(const V2f& p) const; // likewise
};

// With at most `most` cells a side. Hollows are filled up to where they run over (Priority-Flood, Barnes et al. 2014);
// from each cell the water runs to all lower neighbours by their slope (Freeman 1991); wetness by the topographic index
// ln(area / slope) (Beven & Kirkby 1979).
Flow flowOf(const HeightField& field, int most = 1024);

} // namespace thallos
