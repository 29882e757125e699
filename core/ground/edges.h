// Distances to many edges in plan, for many questions.
#pragma once

#include <cstdint>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct PlanEdge {
    V2f a, b;
    float wide = 0; // metres to either side that still count as the edge itself
};

// Immutable; any number of threads may ask.
class PlanEdges {
public:
    PlanEdges() = default;
    // Within `box` it tells distances of up to `most` metres.
    PlanEdges(std::vector<PlanEdge> edges, const Box2f& box, float most);
    bool empty() const { return edges_.empty(); }
    float distance(const V2f& p) const; // `most` where none is nearer

private:
    std::vector<PlanEdge> edges_;
    Box2f box_;
    float most_ = 0, cell_ = 1;
    V2i cells_{0};
    std::vector<uint32_t> first_, inCell_; // edges near each cell; of cell i from first_[i] on
};

} // namespace thallos
