#include "core/project/measure.h"

#include <algorithm>
#include <cmath>

namespace thallos {

Measures measure(const std::vector<V3f>& points) {
    Measures m;
    const size_t n = points.size();
    for (size_t i = 1; i < n; ++i) {
        m.length += (points[i] - points[i - 1]).length();
        m.plan += (xy(points[i]) - xy(points[i - 1])).length();
    }
    if (n < 2) return m;
    const V3f whole = points.back() - points.front();
    m.rise = whole.z;
    m.slope = std::atan2(whole.z, xy(whole).length());
    if (n < 3) return m;
    const V3f a = points[n - 3] - points[n - 2], b = points[n - 1] - points[n - 2];
    if (a.length() > 0 && b.length() > 0)
        m.angle = std::acos(std::clamp(a.dot(b) / (a.length() * b.length()), -1.0f, 1.0f));
    // In double about the first point: far from the origin the products would eat the digits.
    double twice = 0;
    for (size_t i = 1; i + 1 < n; ++i) {
        const V3d p(points[i] - points[0]), q(points[i + 1] - points[0]);
        twice += p.x * q.y - p.y * q.x;
    }
    m.area = static_cast<float>(std::abs(twice) / 2);
    return m;
}

} // namespace thallos
