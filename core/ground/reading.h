// Reading the ground: what a plan shows of it besides contours.
#pragma once

#include <vector>

#include "core/ground/flow.h"
#include "core/ground/land.h"

namespace thallos {

// Classes of slope by which ground is judged: level enough to sit, to walk, to mow, to bank, to hold, to climb.
inline constexpr float kSlopeClasses[] = {0.02f, 0.05f, 0.1f, 0.2f, 0.5f}; // rise for a run of one, upper ends
inline constexpr int kSlopeClassCount = 6;
int slopeClass(float slope);
// Rise for a run of one about a place, measured over `across` metres along each axis.
float slopeAt(const HeightField& field, const V2f& p, float across);
// Metres that a place lies under the mean of the ground `away` metres from it along each axis; negative: over it.
float hollowAt(const HeightField& field, const V2f& p, float away);

// Where rain gathers and runs: lines downhill through the cells that drain at least `area` m2, the longest first. A
// line ends at the border or where it comes within `apart` metres of an earlier one, which it joins: on an even slope,
// where water runs everywhere, lines lie that far from each other.
struct FlowLine {
    std::vector<V2f> points; // in plan
    float area = 0;          // m2 that drain at its end
};
std::vector<FlowLine> flowLines(const Flow& flow, float area, float apart);

// Tops and hollows: places higher or lower than all around within `apart` metres, and by at least `least` metres so
// than the ground at that distance; none nearer than that to each other, the strongest first.
struct Spot {
    V2f at{0};
    float height = 0;
};
std::vector<Spot> spotsOf(const HeightField& field, const Box2f& window, float apart, float least);

} // namespace thallos
