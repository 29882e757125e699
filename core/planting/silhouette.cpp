#include "core/planting/silhouette.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

float covered(const Form& form, const V2f& across) {
    constexpr int kCells = 256;
    Box2f box;
    for (const Mesh& m : form.parts)
        for (const V3f& p : m.positions) box.extendBy(V2f(V2f(p.x, p.y).dot(across), p.z));
    if (box.isEmpty()) return 0;
    const V2f size = box.size();
    const float cell = std::max({size.x, size.y, 1e-4f}) / kCells;
    std::vector<char> grid(static_cast<size_t>(kCells + 1) * (kCells + 1), 0);
    for (const Mesh& m : form.parts)
        for (const V3i& t : m.triangles) {
            V2f c[3];
            for (int k = 0; k < 3; ++k) {
                const V3f& p = m.positions[t[k]];
                c[k] = (V2f(V2f(p.x, p.y).dot(across), p.z) - box.min) / cell;
            }
            const auto side = [](const V2f& a, const V2f& b, const V2f& p) {
                return (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);
            };
            const float whole = side(c[0], c[1], c[2]);
            if (whole == 0) continue;
            const auto low = [](float a, float b, float d) {
                return std::max(0, static_cast<int>(std::min({a, b, d})));
            };
            const auto high = [=](float a, float b, float d) {
                return std::min(kCells, static_cast<int>(std::max({a, b, d})));
            };
            for (int y = low(c[0].y, c[1].y, c[2].y); y <= high(c[0].y, c[1].y, c[2].y); ++y)
                for (int x = low(c[0].x, c[1].x, c[2].x); x <= high(c[0].x, c[1].x, c[2].x); ++x) {
                    const V2f p(static_cast<float>(x) + 0.5f, static_cast<float>(y) + 0.5f);
                    if (side(c[0], c[1], p) / whole >= 0 && side(c[1], c[2], p) / whole >= 0 &&
                        side(c[2], c[0], p) / whole >= 0)
                        grid[static_cast<size_t>(y) * (kCells + 1) + x] = 1;
                }
        }
    return static_cast<float>(std::count(grid.begin(), grid.end(), 1)) * cell * cell;
}

} // namespace

float silhouette(const Form& form) {
    return (covered(form, V2f(0.955f, 0.296f)) + covered(form, V2f(-0.323f, 0.946f))) / 2;
}

} // namespace thallos
