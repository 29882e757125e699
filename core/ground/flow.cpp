#include "core/ground/flow.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <queue>

#include "core/base/parallel.h"

namespace thallos {

namespace {

constexpr V2i kAround[8] = {{1, 0}, {1, 1}, {0, 1}, {-1, 1}, {-1, 0}, {-1, -1}, {0, -1}, {1, -1}};
constexpr float kRise = 1e-4f; // metres a cell by which a filled hollow falls to its outlet

float bilinear(const Flow& f, const std::vector<float>& values, const V2f& p) {
    if (f.empty()) return 0;
    const float x = std::clamp((p.x - f.origin.x) / f.cell, 0.0f, static_cast<float>(f.size.x - 1)),
                y = std::clamp((p.y - f.origin.y) / f.cell, 0.0f, static_cast<float>(f.size.y - 1));
    const int ix = std::min(static_cast<int>(x), std::max(f.size.x - 2, 0)),
              iy = std::min(static_cast<int>(y), std::max(f.size.y - 2, 0));
    const int jx = std::min(ix + 1, f.size.x - 1), jy = std::min(iy + 1, f.size.y - 1);
    const auto v = [&](int i, int j) { return values[static_cast<size_t>(j) * f.size.x + i]; };
    const float u = x - static_cast<float>(ix), w = y - static_cast<float>(iy);
    return lerp(lerp(v(ix, iy), v(jx, iy), u), lerp(v(ix, jy), v(jx, jy), u), w);
}

} // namespace

float Flow::areaAt(const V2f& p) const {
    return bilinear(*this, area, p);
}
float Flow::wetnessAt(const V2f& p) const {
    return bilinear(*this, wetness, p);
}

Flow flowOf(const HeightField& field, int most) {
    const GroundGrid& grid = field.grid;
    Flow f;
    const int step = std::max(1, (std::max(grid.cells.x, grid.cells.y) + most - 1) / most);
    f.cell = grid.cell * static_cast<float>(step);
    f.size = {std::max(grid.cells.x / step, 1), std::max(grid.cells.y / step, 1)};
    f.origin = grid.origin + V2f(0.5f * f.cell);
    const int w = f.size.x, h = f.size.y;
    const size_t n = static_cast<size_t>(w) * h;
    std::vector<float> z(n);
    parallelFor(h, [&](int y) {
        for (int x = 0; x < w; ++x)
            z[static_cast<size_t>(y) * w + x] =
                field.at(f.origin + V2f(static_cast<float>(x), static_cast<float>(y)) * f.cell);
    });
    // From the border inwards, the lowest first: each cell is at least as high as the way out of it. The order in which
    // they are reached is, backwards, one in which every cell comes before those that it runs to.
    using Entry = std::pair<float, int>;
    std::priority_queue<Entry, std::vector<Entry>, std::greater<>> open;
    std::vector<char> seen(n, 0);
    std::vector<int> order;
    order.reserve(n);
    f.next.resize(n);
    std::iota(f.next.begin(), f.next.end(), 0);
    for (int y = 0; y < h; ++y)
        for (int x = 0; x < w; ++x)
            if (x == 0 || y == 0 || x + 1 == w || y + 1 == h) {
                const int i = y * w + x;
                seen[static_cast<size_t>(i)] = 1;
                open.emplace(z[static_cast<size_t>(i)], i);
            }
    while (!open.empty()) {
        const auto [height, i] = open.top();
        open.pop();
        order.push_back(i);
        const int x = i % w, y = i / w;
        for (const V2i& d : kAround) {
            const int nx = x + d.x, ny = y + d.y;
            if (nx < 0 || ny < 0 || nx >= w || ny >= h) continue;
            const int k = ny * w + nx;
            if (seen[static_cast<size_t>(k)]) continue;
            seen[static_cast<size_t>(k)] = 1;
            z[static_cast<size_t>(k)] = std::max(z[static_cast<size_t>(k)], height + kRise);
            open.emplace(z[static_cast<size_t>(k)], k);
        }
    }
    f.area.assign(n, f.cell * f.cell);
    f.wetness.resize(n);
    const float diagonal = std::sqrt(2.0f);
    for (auto it = order.rbegin(); it != order.rend(); ++it) {
        const int i = *it, x = i % w, y = i / w;
        const float own = z[static_cast<size_t>(i)];
        float weights[8], sum = 0, steepest = 0;
        for (int k = 0; k < 8; ++k) {
            weights[k] = 0;
            const int nx = x + kAround[k].x, ny = y + kAround[k].y;
            if (nx < 0 || ny < 0 || nx >= w || ny >= h) continue;
            const int to = ny * w + nx;
            const float slope = (own - z[static_cast<size_t>(to)]) / (f.cell * (k & 1 ? diagonal : 1.0f));
            if (slope <= 0) continue;
            // By slope to the power of 9/8 and the width of the contour towards that side.
            weights[k] = slope * std::sqrt(std::sqrt(std::sqrt(slope))) * (k & 1 ? 0.354f : 0.5f);
            sum += weights[k];
            if (slope > steepest) {
                steepest = slope;
                f.next[static_cast<size_t>(i)] = to;
            }
        }
        const float a = f.area[static_cast<size_t>(i)];
        if (sum > 0)
            for (int k = 0; k < 8; ++k)
                if (weights[k] > 0)
                    f.area[static_cast<size_t>((y + kAround[k].y) * w + x + kAround[k].x)] += a * weights[k] / sum;
        const float index = std::log(a / f.cell / std::max(steepest, 0.002f));
        // Ridges of a few metres lie about 3, wet hollows about 11.
        f.wetness[static_cast<size_t>(i)] = clamp01((index - 3) / 8);
    }
    return f;
}

} // namespace thallos
