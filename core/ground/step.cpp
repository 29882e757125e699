#include "core/ground/step.h"

#include <algorithm>

namespace thallos {

Box2f StepReach::over(const V2f& span) const {
    if (everywhere) return {V2f(-1e9f), V2f(1e9f)};
    if (plan.isEmpty()) return plan;
    float margin = beside;
    if (batter > 0 || cutBatter > 0)
        margin += std::max((std::max(high - span.x, 0.0f) + kBatterRounding) * batter,
                           (std::max(span.y - low, 0.0f) + kBatterRounding) * cutBatter);
    return {plan.min - V2f(margin), plan.max + V2f(margin)};
}

StepReach reachOf(const LandShape& shape) {
    const auto lineBox = [](const PlanLine& line) {
        Box2f box;
        if (line.segments() > 0)
            for (const V2f& p : line.points) box.extendBy(p);
        return box;
    };
    StepReach out;
    if (const auto* pad = std::get_if<Pad>(&shape)) {
        for (const Polygon& o : pad->outlines) out.plan.extendBy(bounds(o));
        out.low = pad->level + std::min(pad->rise, 0.0f) - pad->fall * pad->apron;
        out.high = pad->level + std::max(pad->rise, 0.0f);
        out.beside = pad->apron + 2;
        out.batter = pad->batter;
        out.cutBatter = pad->cutBatter;
    } else if (const auto* bank = std::get_if<BankForm>(&shape))
        out.plan = reach(*bank);
    else if (const auto* platform = std::get_if<Platform>(&shape)) {
        out.plan = bounds(platform->outline);
        out.beside = 1; // its edge breaks the cells that it crosses
    } else if (const auto* c = std::get_if<Corridor>(&shape)) {
        out.plan = lineBox(c->line);
        if (out.plan.isEmpty()) return out;
        const auto [low, high] = std::minmax_element(c->heights.begin(), c->heights.end());
        const float tilt = 0.5f * std::abs(c->crossfall) * c->width;
        out.low = *low - tilt;
        out.high = *high + tilt;
        out.beside = 0.5f * c->width + c->shoulder + 1;
        out.batter = c->batter;
        out.cutBatter = c->cutBatter;
    } else if (const auto* w = std::get_if<WallBreak>(&shape)) {
        out.plan = lineBox(w->line);
        if (out.plan.isEmpty()) return out;
        out.low = *std::min_element(w->foot.begin(), w->foot.end());
        out.high = *std::max_element(w->top.begin(), w->top.end());
        out.beside = 1;
        out.batter = w->batter;
        out.cutBatter = w->cutBatter;
    } else
        out.everywhere = true;
    return out;
}

HeightChange changeOf(const LandShape& shape, const GroundGrid& grid, float cell, const Box2f& window,
                      const V2f& span) {
    struct {
        const GroundGrid& grid;
        float cell;
        const Box2f& window;
        const V2f& span;
        HeightChange operator()(const Relief& r) const {
            return [&r](float z, const V2f& p) { return z + reliefAt(r, p); };
        }
        HeightChange operator()(const Survey& s) const {
            return [&s, &grid_there = grid](float, const V2f& p) { return layerAt(grid_there, s.heights, p); };
        }
        HeightChange operator()(const Sculpting& s) const {
            return [&s, &grid_there = grid](float z, const V2f& p) { return z + layerAt(grid_there, s.heights, p); };
        }
        HeightChange operator()(const Pad& pad) const {
            return [&pad, box = reachOf(pad).over(span), cell_there = cell](float z, const V2f& p) {
                return box.intersects(p) ? padded(pad, z, p, cell_there) : z;
            };
        }
        HeightChange operator()(const BankForm& b) const { return Banked(b, window); }
        HeightChange operator()(const Corridor& c) const { return Graded(c, window, span); }
        HeightChange operator()(const WallBreak& w) const { return Walled(w, window, span); }
        HeightChange operator()(const Platform& o) const {
            return [&o, box = bounds(o.outline)](float z, const V2f& p) {
                return box.intersects(p) && contains(o.outline, p) ? o.at(p) : z;
            };
        }
    } of{grid, cell, window, span};
    return std::visit(of, shape);
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
