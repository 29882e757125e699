#include "core/project/section.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

// Runs of points along the section at which something holds.
template <class Holds>
void addSpans(const std::vector<SectionPoint>& points, const SectionSpan& of, const Holds& holds,
              std::vector<SectionSpan>& out) {
    bool inside = false;
    for (const SectionPoint& p : points) {
        if (!holds(p)) {
            inside = false;
            continue;
        }
        if (!inside) {
            out.push_back(of);
            out.back().from = p.along;
        }
        out.back().to = p.along;
        inside = true;
    }
}

} // namespace

V2f Section::range() const {
    V2f r(1e30f, -1e30f);
    const auto add = [&](float low, float high) {
        r.x = std::min(r.x, low);
        r.y = std::max(r.y, high);
    };
    for (const SectionPoint& p : ground) add(std::min(p.now, p.bare), std::max(p.now, p.bare));
    for (const auto* spans : {&buildings, &waters})
        for (const SectionSpan& s : *spans) add(s.low, s.high);
    return r;
}

Section sectionOf(const BuiltSite& site, const std::vector<V2f>& line, float step) {
    Section out;
    if (line.size() < 2) return out;
    const Land& land = site.land;
    const auto add = [&](const V2f& p, float along) {
        out.ground.push_back({along, p, land.field.at(p), land.bare.at(p)});
    };
    float along = 0;
    for (size_t i = 0; i + 1 < line.size(); ++i) {
        const V2f run = line[i + 1] - line[i];
        const float length = run.length();
        const int n = std::max(1, static_cast<int>(std::ceil(length / std::max(step, 1e-3f))));
        for (int k = 0; k < n; ++k) {
            const float t = static_cast<float>(k) / static_cast<float>(n);
            add(line[i] + run * t, along + length * t);
        }
        along += length;
    }
    add(line.back(), along);
    for (const Item* item : itemsOf<Building>(site.project)) {
        if (!shown(site.project, *item)) continue;
        const Building& b = std::get<Building>(item->body);
        const std::vector<Polygon> outlines = outlinesOf(b);
        const Box3f box = bounds(*b.model);
        const SectionSpan span{item->id, 0, 0, footHeight(b), b.position.z + box.max.z * b.scale};
        addSpans(
            out.ground, span,
            [&](const SectionPoint& p) {
                return std::any_of(outlines.begin(), outlines.end(),
                                   [&](const Polygon& o) { return bounds(o).intersects(p.at) && contains(o, p.at); });
            },
            out.buildings);
    }
    for (const WaterBody& w : site.waters) {
        const size_t first = out.waters.size();
        addSpans(
            out.ground, {w.item, 0, 0, w.level, w.level},
            [&](const SectionPoint& p) { return w.region->holds(p.at) && p.now < w.levelAt(p.at); }, out.waters);
        for (size_t i = first; w.stream && i < out.waters.size(); ++i) {
            SectionSpan& s = out.waters[i];
            const auto middle = std::lower_bound(out.ground.begin(), out.ground.end(), 0.5f * (s.from + s.to),
                                                 [](const SectionPoint& p, float along) { return p.along < along; });
            s.low = s.high = w.levelAt(middle->at);
        }
    }
    return out;
}

} // namespace thallos
