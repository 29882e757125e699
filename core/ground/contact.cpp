#include "core/ground/contact.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

// Calls use(along, at) at even steps along the outlines; the total length comes back.
template <class Use> float along(const std::vector<Polygon>& outlines, float step, const Use& use) {
    float from = 0;
    for (const Polygon& o : outlines)
        for (size_t i = 0; i < o.size(); ++i) {
            const V2f a = o[i], way = o[(i + 1) % o.size()] - a;
            const float length = way.length();
            const int pieces = std::max(1, static_cast<int>(std::ceil(length / step)));
            for (int k = 0; k < pieces; ++k) {
                const float t = static_cast<float>(k) / static_cast<float>(pieces);
                use(from + t * length, a + way * t);
            }
            from += length;
        }
    return from;
}

// What of a linear function over a triangle is positive, integrated; `d` at its corners.
double positive(double a, double b, double c, double area) {
    const int over = (a > 0) + (b > 0) + (c > 0);
    const double all = area * (a + b + c) / 3;
    if (over == 3) return all;
    if (over == 0) return 0;
    if (over == 2) return all + positive(-a, -b, -c, area);
    if (b > 0) return positive(b, c, a, area);
    if (c > 0) return positive(c, a, b, area);
    return area * a / (a - b) * a / (a - c) * a / 3;
}

} // namespace

Contact contactOf(const std::vector<Polygon>& outlines, float base, const HeightField& ground, float step) {
    Contact out;
    out.length = along(outlines, step, [&](float s, const V2f& p) {
        out.samples.push_back({s, p, base - ground.at(p)});
    });
    for (size_t i = 0; i < out.samples.size(); ++i) {
        const float gap = out.samples[i].gap;
        const float piece = (i + 1 < out.samples.size() ? out.samples[i + 1].along : out.length) - out.samples[i].along;
        out.highest = i ? std::max(out.highest, gap) : gap;
        out.lowest = i ? std::min(out.lowest, gap) : gap;
        if (gap > kContact) out.floating += piece;
        if (gap < -kContact) out.buried += piece;
    }
    return out;
}

float bestBase(const std::vector<Polygon>& outlines, const HeightField& ground, float fallback, float step) {
    float low = 0, high = 0;
    bool any = false;
    along(outlines, step, [&](float, const V2f& p) {
        const float z = ground.at(p);
        low = any ? std::min(low, z) : z;
        high = any ? std::max(high, z) : z;
        any = true;
    });
    return any ? (low + high) / 2 : fallback;
}

Earthwork earthworkOf(const HeightField& before, const HeightField& after, const Box2f& box) {
    Earthwork out;
    const GroundGrid& grid = before.grid;
    const auto cellOf = [&](float p, float origin, int cells) {
        return std::clamp(static_cast<int>(std::floor((p - origin) / grid.cell)), 0, cells);
    };
    const int x0 = cellOf(box.min.x, grid.origin.x, grid.cells.x), x1 = cellOf(box.max.x, grid.origin.x, grid.cells.x),
              y0 = cellOf(box.min.y, grid.origin.y, grid.cells.y), y1 = cellOf(box.max.y, grid.origin.y, grid.cells.y);
    // The diagonal runs from the south-east to the north-west corner, as HeightField::at() has it.
    const double half = static_cast<double>(grid.cell) * static_cast<double>(grid.cell) / 2;
    const auto d = [&](int x, int y) {
        return static_cast<double>(after.sample(x, y)) - static_cast<double>(before.sample(x, y));
    };
    for (int y = y0; y < std::min(y1 + 1, grid.cells.y); ++y)
        for (int x = x0; x < std::min(x1 + 1, grid.cells.x); ++x) {
            const double a = d(x, y), b = d(x + 1, y), c = d(x + 1, y + 1), e = d(x, y + 1);
            if (a == 0 && b == 0 && c == 0 && e == 0) continue;
            out.fill += positive(a, b, e, half) + positive(c, e, b, half);
            out.cut += positive(-a, -b, -e, half) + positive(-c, -e, -b, half);
        }
    return out;
}

} // namespace thallos
