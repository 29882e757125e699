#include "core/project/snap.h"

#include <algorithm>
#include <cmath>

#include "core/project/move.h"

namespace thallos {

SnapTargets snapTargets(const Project& project, const std::vector<Id>& except) {
    const std::vector<Id> out = leaves(project, except);
    SnapTargets targets;
    auto outline = [&](const std::vector<V2f>& line, bool closed) {
        for (size_t i = 0; i < line.size(); ++i) {
            targets.ends.push_back(line[i]);
            if (closed || i + 1 < line.size()) targets.edges.emplace_back(line[i], line[(i + 1) % line.size()]);
        }
    };
    for (const auto& item : project.items) {
        if (!shown(project, *item) || std::find(out.begin(), out.end(), item->id) != out.end()) continue;
        if (const auto* b = std::get_if<Building>(&item->body)) {
            for (const Polygon& o : outlinesOf(*b)) outline(o, true);
            targets.items.push_back(xy(b->position));
        } else if (const auto* f = std::get_if<Figure>(&item->body))
            targets.items.push_back(f->at);
        else if (const auto* p = std::get_if<Planting>(&item->body))
            for (const Specimen& s : p->specimens) targets.items.push_back(s.at);
        else if (const auto* c = std::get_if<Clearing>(&item->body))
            for (const auto& area : c->areas) outline(area, true);
        else if (const auto* d = std::get_if<Drift>(&item->body))
            for (const auto& area : d->areas) outline(area, true);
        else if (const auto* m = std::get_if<Mark>(&item->body)) {
            std::vector<V2f> line;
            for (const V3f& q : m->points) line.push_back(xy(q));
            outline(line, false);
        }
    }
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
