#include "core/ground/step.h"

#include <algorithm>
#include <utility>

namespace thallos {

StepReach reachOf(const LandShape& shape) {
    return std::visit(
        [](const auto& of) {
            using Shape = std::decay_t<decltype(of)>;
            // What the ground starts from and layers over it lie all over the site.
            if constexpr (std::is_same_v<Shape, Relief> || std::is_same_v<Shape, Survey> ||
                          std::is_same_v<Shape, Sculpting>)
                return StepReach{.everywhere = true};
            else
                return reachOf(of);
        },
        shape);
}

namespace {

const PlanLine kNoLine;
// The line that decides how far a place lies from the shape.
const PlanLine& lineOf(const LandShape& shape) {
    if (const auto* bank = std::get_if<BankForm>(&shape)) return bank->line;
    if (const auto* corridor = std::get_if<Corridor>(&shape)) return corridor->line;
    if (const auto* wall = std::get_if<WallBreak>(&shape)) return wall->line;
    return kNoLine;
}

float changedBy(const LandShape& shape, const NearLine& near, const GroundGrid& grid, float cell, float z,
                const V2f& p) {
    struct {
        const NearLine& near;
        const GroundGrid& grid;
        float cell, z;
        const V2f& p;
        float operator()(const Relief& r) const { return z + reliefAt(r, p); }
        float operator()(const Survey& s) const { return layerAt(grid, s.heights, p); }
        float operator()(const Sculpting& s) const { return z + layerAt(grid, s.heights, p); }
        float operator()(const Pad& pad) const { return padded(pad, z, p, cell); }
        float operator()(const BankForm& b) const { return banked(b, near, z, p); }
        float operator()(const Corridor& c) const { return graded(c, near, z, p); }
        float operator()(const WallBreak& w) const { return walled(w, near, z, p); }
        float operator()(const Platform& o) const { return levelled(o, z, p); }
    } by{near, grid, cell, z, p};
    return std::visit(by, shape);
}

} // namespace

float changed(const LandShape& shape, const StepReach& reach, const GroundGrid& grid, float cell, float z,
              const V2f& p) {
    const V2f span(z);
    if (!reach.over(span).intersects(p)) return z;
    return changedBy(shape, NearLine(lineOf(shape), reach.margin(span)), grid, cell, z, p);
}

HeightChange changeOf(const LandShape& shape, const StepReach& reach, const GroundGrid& grid, float cell,
                      const Box2f& window, const V2f& span) {
    if (!reach.over(span).intersects(window)) return {};
    if (const auto* relief = std::get_if<Relief>(&shape))
        return [over = ReliefNear(*relief)](float z, const V2f& p) { return z + over.at(p); };
    const PlanLine& line = lineOf(shape);
    NearLine near(line, window, reach.margin(span));
    if (line.segments() > 0) {
        // A line that falls a long way lies at few heights near the window.
        float margin = reach.margin(span);
        if (const auto* c = std::get_if<Corridor>(&shape)) margin = reachOf(*c, near).margin(span);
        if (const auto* w = std::get_if<WallBreak>(&shape)) margin = reachOf(*w, near).margin(span);
        if (near.least() > margin) return {};
    }
    return [&shape, &grid, cell, near = std::move(near)](float z, const V2f& p) {
        return changedBy(shape, near, grid, cell, z, p);
    };
}

std::vector<V2f> breakLine(const LandShape& shape) {
    constexpr float kBeyond = 0.5f; // metres that a wall's goes on past its ends, where both sides are as high
    std::vector<V2f> line;
    if (const auto* platform = std::get_if<Platform>(&shape)) {
        line = platform->outline;
        line.push_back(line.front());
    } else if (const auto* wall = std::get_if<WallBreak>(&shape); wall && wall->line.segments() > 0) {
        line = wall->line.points;
        if (wall->line.closed)
            line.push_back(line.front());
        else {
            line.insert(line.begin(), line.front() - wall->line.direction(0) * kBeyond);
            line.push_back(line.back() + wall->line.direction(wall->line.length()) * kBeyond);
        }
    }
    return line;
}

} // namespace thallos
