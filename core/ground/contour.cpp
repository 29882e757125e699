#include "core/ground/contour.h"

#include <algorithm>
#include <cmath>

#include "core/ground/level_cut.h"

namespace thallos {

std::vector<Contour> contours(const HeightField& field, const Box2f& window, float interval, int step) {
    const GroundGrid& grid = field.grid;
    const float cell = grid.cell;
    auto index = [&](float v, int k) {
        return static_cast<int>(std::floor((v - grid.origin[k]) / cell / static_cast<float>(step)));
    };
    const V2i from(std::max(index(window.min.x, 0), 0), std::max(index(window.min.y, 1), 0));
    const V2i to(std::min(index(window.max.x, 0) + 1, grid.cells.x / step),
                 std::min(index(window.max.y, 1) + 1, grid.cells.y / step));
    if (to.x <= from.x || to.y <= from.y) return {};

    const int w = to.x - from.x + 1, h = to.y - from.y + 1;
    std::vector<float> z(static_cast<size_t>(w) * h);
    float low = 1e30f, high = -1e30f;
    for (int y = 0; y < h; ++y)
        for (int x = 0; x < w; ++x) {
            const float v = field.sample((from.x + x) * step, (from.y + y) * step);
            z[static_cast<size_t>(y) * w + x] = v;
            low = std::min(low, v);
            high = std::max(high, v);
        }
    const int first = static_cast<int>(std::ceil(low / interval)), last = static_cast<int>(std::floor(high / interval));
    if (last < first || last - first > 2000) return {};
    std::vector<Contour> out;
    for (int k = first; k <= last; ++k) out.push_back({static_cast<float>(k) * interval, {}});

    auto place = [&](const V2f& p) { return grid.place((from)*step) + p * (cell * static_cast<float>(step)); };
    for (int y = 0; y + 1 < h; ++y)
        for (int x = 0; x + 1 < w; ++x) {
            const float c[4] = {z[static_cast<size_t>(y) * w + x], z[static_cast<size_t>(y) * w + x + 1],
                                z[static_cast<size_t>(y + 1) * w + x + 1], z[static_cast<size_t>(y + 1) * w + x]};
            const float lo = std::min({c[0], c[1], c[2], c[3]}), hi = std::max({c[0], c[1], c[2], c[3]});
            for (int k = std::max(first, static_cast<int>(std::ceil(lo / interval))); k <= last; ++k) {
                const float level = static_cast<float>(k) * interval;
                if (level > hi) break;
                V2f cut[4];
                const int n = levelCut(c, level, cut);
                const V2f corner(static_cast<float>(x), static_cast<float>(y));
                for (int i = 0; i < n; i += 2)
                    out[k - first].segments.emplace_back(place(corner + cut[i]), place(corner + cut[i + 1]));
            }
        }
    return out;
}

} // namespace thallos
