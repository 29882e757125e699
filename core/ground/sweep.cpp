#include "core/ground/sweep.h"

#include <algorithm>

namespace thallos {

namespace {

V2f leftOf(const V2f& along) {
    return {-along.y, along.x};
}

} // namespace

V2f besidePoint(const PlanLine& line, size_t i, float left) {
    const size_t n = line.segments();
    const bool first = i == 0 && !line.closed, last = i == n && !line.closed;
    const auto way = [&](size_t s) { return (line.to(s) - line.from(s)).normalized(); };
    const V2f before = first ? way(0) : way((i + n - 1) % n), after = last ? way(n - 1) : way(i % n);
    V2f mean = before + after;
    if (mean.length() < 0.2f) mean = after; // it turns back
    const V2f side = leftOf(mean.normalized());
    return line.points[i] + side * (left / std::max(0.4f, side.dot(leftOf(after))));
}

std::vector<Polygon> stripsOf(const PlanLine& line, float right, float left) {
    std::vector<Polygon> out;
    for (size_t i = 0; i < line.segments(); ++i) {
        const size_t j = (i + 1) % line.points.size();
        out.push_back({besidePoint(line, i, right), besidePoint(line, j, right), besidePoint(line, j, left),
                       besidePoint(line, i, left)});
    }
    return out;
}

void sweep(Mesh& mesh, const PlanLine& line, const std::vector<std::vector<SectionPoint>>& sections) {
    if (line.segments() == 0 || sections.size() != line.points.size()) return;
    const auto corner = [&](size_t i, size_t k) {
        const SectionPoint& s = sections[i][k];
        const V2f p = besidePoint(line, i, s.left);
        return V3f(p.x, p.y, s.z);
    };
    const size_t around = sections.front().size();
    for (size_t i = 0; i < line.segments(); ++i) {
        const size_t j = (i + 1) % line.points.size();
        for (size_t k = 0; k < around; ++k) {
            const size_t l = (k + 1) % around;
            addQuad(mesh, corner(i, k), corner(i, l), corner(j, l), corner(j, k));
        }
    }
    if (line.closed) return;
    // Cross-sections are convex: fans shut the ends.
    const auto cap = [&](size_t i, bool start) {
        const int first = static_cast<int>(mesh.positions.size());
        for (size_t k = 0; k < around; ++k) mesh.positions.push_back(corner(i, k));
        for (int k = 1; k + 1 < static_cast<int>(around); ++k)
            mesh.triangles.push_back(start ? V3i(first, first + k + 1, first + k)
                                           : V3i(first, first + k, first + k + 1));
    };
    cap(0, true);
    cap(line.points.size() - 1, false);
}

} // namespace thallos
