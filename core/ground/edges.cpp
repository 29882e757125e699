#include "core/ground/edges.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

float distanceTo(const PlanEdge& e, const V2f& p) {
    const V2f ab = e.b - e.a;
    const float t = clamp01((p - e.a).dot(ab) / std::max(ab.length2(), 1e-12f));
    return std::max((p - e.a - ab * t).length() - e.wide, 0.0f);
}

} // namespace

PlanEdges::PlanEdges(std::vector<PlanEdge> edges, const Box2f& box, float most) : box_(box), most_(most) {
    constexpr float kLeastCell = 4;    // metres
    constexpr float kMostCells = 1024; // a side
    cell_ = std::max({kLeastCell, most / 4, std::max(box.size().x, box.size().y) / kMostCells});
    const auto reach = [&](const PlanEdge& e) {
        Box2f out(V2f(std::min(e.a.x, e.b.x), std::min(e.a.y, e.b.y)),
                  V2f(std::max(e.a.x, e.b.x), std::max(e.a.y, e.b.y)));
        return Box2f(out.min - V2f(most + e.wide), out.max + V2f(most + e.wide));
    };
    for (PlanEdge& e : edges)
        if (reach(e).intersects(box)) edges_.push_back(e);
    if (edges_.empty()) return;
    for (int k = 0; k < 2; ++k) cells_[k] = static_cast<int>(box.size()[k] / cell_) + 1;
    first_.assign(static_cast<size_t>(cells_.x) * cells_.y + 1, 0);
    const float half = 0.71f * cell_;
    // Counted first, then filled in from the back.
    const auto each = [&](const PlanEdge& e, auto&& use) {
        const Box2f r = reach(e);
        V2i from, to;
        for (int k = 0; k < 2; ++k) {
            from[k] = std::clamp(static_cast<int>(std::floor((r.min[k] - box.min[k]) / cell_)), 0, cells_[k] - 1);
            to[k] = std::clamp(static_cast<int>(std::floor((r.max[k] - box.min[k]) / cell_)), 0, cells_[k] - 1);
        }
        for (int y = from.y; y <= to.y; ++y)
            for (int x = from.x; x <= to.x; ++x) {
                const V2f middle = box.min + V2f(static_cast<float>(x) + 0.5f, static_cast<float>(y) + 0.5f) * cell_;
                if (distanceTo(e, middle) <= most + half) use(static_cast<size_t>(y) * cells_.x + x);
            }
    };
    for (const PlanEdge& e : edges_) each(e, [&](size_t cell) { ++first_[cell]; });
    uint32_t sum = 0;
    for (uint32_t& n : first_) n = sum += n;
    inCell_.resize(sum);
    for (size_t i = edges_.size(); i-- > 0;)
        each(edges_[i], [&](size_t cell) { inCell_[--first_[cell]] = static_cast<uint32_t>(i); });
}

float PlanEdges::distance(const V2f& p) const {
    if (edges_.empty() || !box_.intersects(p)) return most_;
    const V2i c(std::min(static_cast<int>((p.x - box_.min.x) / cell_), cells_.x - 1),
                std::min(static_cast<int>((p.y - box_.min.y) / cell_), cells_.y - 1));
    const size_t cell = static_cast<size_t>(c.y) * cells_.x + c.x;
    float best = most_;
    for (uint32_t k = first_[cell]; k < first_[cell + 1]; ++k) best = std::min(best, distanceTo(edges_[inCell_[k]], p));
    return best;
}

} // namespace thallos
