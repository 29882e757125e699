#include "core/ground/step.h"

#include <algorithm>

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
            return [&s, &on = grid](float, const V2f& p) { return layerAt(on, s.heights, p); };
        }
        HeightChange operator()(const Sculpting& s) const {
            return [&s, &on = grid](float z, const V2f& p) { return z + layerAt(on, s.heights, p); };
        }
        HeightChange operator()(const Pad& pad) const {
            return [&pad, box = reachOf(pad).over(span), between = cell](float z, const V2f& p) {
                return box.intersects(p) ? padded(pad, z, p, between) : z;
            };
        }
        HeightChange operator()(const BankForm& b) const { return Banked(b, window); }
        HeightChange operator()(const Corridor& c) const { return Graded(c, window, span); }
        HeightChange operator()(const WallBreak& w) const { return Walled(w, window, span); }
        HeightChange operator()(const Platform& o) const {
            return [&o, box = bounds(o.outline)](float z, const V2f& p) {
                return box.intersects(p) ? levelled(o, z, p) : z;
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
