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
    std::vector<V2f> corners;
    for (const Mesh& m : form.parts) {
        corners.clear();
        for (const V3f& p : m.positions) corners.push_back((V2f(V2f(p.x, p.y).dot(across), p.z) - box.min) / cell);
        for (const V3i& t : m.triangles) {
            const V2f &a = corners[t.x], &b = corners[t.y], &c = corners[t.z];
            // Rows, and in each of them cells, whose middle lies inside: of most leaves there is none.
            const int low = std::max(0, static_cast<int>(std::ceil(std::min({a.y, b.y, c.y}) - 0.5f))),
                      high = std::min(kCells, static_cast<int>(std::floor(std::max({a.y, b.y, c.y}) - 0.5f)));
            for (int y = low; y <= high; ++y) {
                const float at = static_cast<float>(y) + 0.5f;
                float from = 1e9f, to = -1e9f;
                const auto cross = [&](const V2f& p, const V2f& q) {
                    if ((p.y > at) == (q.y > at)) return;
                    const float x = p.x + (q.x - p.x) * (at - p.y) / (q.y - p.y);
                    from = std::min(from, x);
                    to = std::max(to, x);
                };
                cross(a, b);
                cross(b, c);
                cross(c, a);
                const int left = std::max(0, static_cast<int>(std::ceil(from - 0.5f))),
                          right = std::min(kCells, static_cast<int>(std::floor(to - 0.5f)));
                if (left <= right)
                    std::fill_n(grid.begin() + static_cast<std::ptrdiff_t>(y) * (kCells + 1) + left, right - left + 1,
                                1);
            }
        }
    }
    return static_cast<float>(std::count(grid.begin(), grid.end(), 1)) * cell * cell;
}

} // namespace

float silhouette(const Form& form) {
    return (covered(form, V2f(0.955f, 0.296f)) + covered(form, V2f(-0.323f, 0.946f))) / 2;
}

} // namespace thallos
