#include "core/project/snap.h"

#include <algorithm>
#include <cmath>
#include <unordered_set>

#include "core/project/kinds/kind.h"

namespace thallos {

void SnapTargets::outline(const std::vector<V2f>& line, bool closed) {
    for (size_t i = 0; i < line.size(); ++i) {
        ends.push_back(line[i]);
        if (closed || i + 1 < line.size()) edges.emplace_back(line[i], line[(i + 1) % line.size()]);
    }
}

SnapTargets snapTargets(const Project& project, const std::vector<Id>& except) {
    const std::vector<Id> ids = leaves(project, except);
    const std::unordered_set<Id> out(ids.begin(), ids.end());
    SnapTargets targets;
    for (const auto& item : project.items)
        if (shown(project, *item) && !out.count(item->id))
            withKind(item->body, [&](const auto& kind, const auto& body) { kind.snap(body, targets); });
    return targets;
}

Snapped snap(const std::vector<V2f>& points, const SnapTargets& targets, const SnapSettings& settings, float reach) {
    Snapped best;
    if (points.empty()) return best;
    float nearest = reach;
    auto offer = [&](const V2f& p, const V2f& target, SnapKind kind) {
        const float d = (target - p).length();
        if (d > nearest || (d == nearest && best.kind != SnapKind::None)) return;
        nearest = d;
        best = {target - p, target, kind};
    };
    auto each = [&](const std::vector<V2f>& list, SnapKind kind) {
        if (best.kind != SnapKind::None) return;
        for (const V2f& p : points)
            for (const V2f& t : list) offer(p, t, kind);
    };
    if (settings.ends) each(targets.ends, SnapKind::End);
    if (settings.items) each(targets.items, SnapKind::Item);
    if (settings.edges && best.kind == SnapKind::None)
        for (const V2f& p : points)
            for (const auto& [a, b] : targets.edges) {
                const V2f d = b - a;
                const float l = d.length2();
                if (l > 0) offer(p, a + d * clamp01((p - a).dot(d) / l), SnapKind::Edge);
            }
    if (settings.grid && best.kind == SnapKind::None && settings.gridStep > 0) {
        const V2f& p = points.front();
        const V2f at(std::round(p.x / settings.gridStep) * settings.gridStep,
                     std::round(p.y / settings.gridStep) * settings.gridStep);
        best = {at - p, at, SnapKind::Grid};
    }
    return best;
}

float snapAngle(float radians, const SnapSettings& settings) {
    if (!settings.angle || settings.angleStep <= 0) return radians;
    return std::round(radians / settings.angleStep) * settings.angleStep;
}

} // namespace thallos
