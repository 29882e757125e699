#include "core/ground/flow.h"

#include <algorithm>
#include <array>
#include <bit>
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

// A height and its cell as one number that sorts by height and then by cell.
uint64_t keyOf(float height, int cell) {
    const auto bits = std::bit_cast<uint32_t>(height + 0.0f); // no -0
    return static_cast<uint64_t>(bits ^ (bits & 0x80000000u ? 0xffffffffu : 0x80000000u)) << 32 |
           static_cast<uint32_t>(cell);
}

// Heights of `size` cells, each raised to the way out of it. Returns the cells from the border inwards, the lowest
// first: backwards every one comes before those that it runs to.
std::vector<int> fillHollows(std::vector<float>& z, const V2i& size) {
    const int w = size.x, h = size.y;
    std::priority_queue<uint64_t, std::vector<uint64_t>, std::greater<>> open;
    std::vector<char> seen(z.size(), 0);
    std::vector<int> order;
    order.reserve(z.size());
    for (int y = 0; y < h; ++y)
        for (int x = 0; x < w; ++x)
            if (x == 0 || y == 0 || x + 1 == w || y + 1 == h) {
                const int i = y * w + x;
                seen[static_cast<size_t>(i)] = 1;
                open.push(keyOf(z[static_cast<size_t>(i)], i));
            }
    while (!open.empty()) {
        const auto i = static_cast<int>(static_cast<uint32_t>(open.top()));
        open.pop();
        const float height = z[static_cast<size_t>(i)];
        order.push_back(i);
        const int x = i % w, y = i / w;
        for (const V2i& d : kAround) {
            const int nx = x + d.x, ny = y + d.y;
            if (nx < 0 || ny < 0 || nx >= w || ny >= h) continue;
            const int k = ny * w + nx;
            if (seen[static_cast<size_t>(k)]) continue;
            seen[static_cast<size_t>(k)] = 1;
            z[static_cast<size_t>(k)] = std::max(z[static_cast<size_t>(k)], height + kRise);
            open.push(keyOf(z[static_cast<size_t>(k)], k));
        }
    }
    return order;
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
    const std::vector<int> order = fillHollows(z, f.size);
    f.next.resize(n);
    std::iota(f.next.begin(), f.next.end(), 0);
    // To which neighbours a cell's water runs, in shares: told by heights alone, for all cells at once.
    std::vector<std::array<float, 8>> shares(n);
    std::vector<float> steepest(n, 0);
    const float diagonal = std::sqrt(2.0f);
    parallelFor(h, [&](int y) {
        for (int x = 0; x < w; ++x) {
            const auto i = static_cast<size_t>(y * w + x);
            std::array<float, 8>& weights = shares[i];
            float sum = 0;
            for (int k = 0; k < 8; ++k) {
                weights[static_cast<size_t>(k)] = 0;
                const int nx = x + kAround[k].x, ny = y + kAround[k].y;
                if (nx < 0 || ny < 0 || nx >= w || ny >= h) continue;
                const int to = ny * w + nx;
                const float slope = (z[i] - z[static_cast<size_t>(to)]) / (f.cell * (k & 1 ? diagonal : 1.0f));
                if (slope <= 0) continue;
                // By slope to the power of 9/8 and the width of the contour towards that side.
                weights[static_cast<size_t>(k)] =
                    slope * std::sqrt(std::sqrt(std::sqrt(slope))) * (k & 1 ? 0.354f : 0.5f);
                sum += weights[static_cast<size_t>(k)];
                if (slope > steepest[i]) {
                    steepest[i] = slope;
                    f.next[i] = to;
                }
            }
            if (sum > 0)
                for (float& share : weights) share /= sum;
        }
    });
    f.area.assign(n, f.cell * f.cell);
    for (auto it = order.rbegin(); it != order.rend(); ++it) {
        const auto i = static_cast<size_t>(*it);
        for (size_t k = 0; k < 8; ++k)
            if (shares[i][k] > 0)
                f.area[static_cast<size_t>(*it + kAround[k].y * w + kAround[k].x)] += f.area[i] * shares[i][k];
    }
    f.wetness.resize(n);
    parallelFor(h, [&](int y) {
        for (int x = 0; x < w; ++x) {
            const auto i = static_cast<size_t>(y * w + x);
            const float index = std::log(f.area[i] / f.cell / std::max(steepest[i], 0.002f));
            // Ridges of a few metres lie about 3, wet hollows about 11.
            f.wetness[i] = clamp01((index - 3) / 8);
        }
    });
    return f;
}

} // namespace thallos
