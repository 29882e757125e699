#include "core/ground/line.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

size_t segmentAt(const PlanLine& line, float metres) {
    const auto next = std::upper_bound(line.along.begin(), line.along.end(), metres);
    const auto i = static_cast<size_t>(std::max<std::ptrdiff_t>(next - line.along.begin() - 1, 0));
    return std::min(i, line.segments() - 1);
}

float cross(const V2f& a, const V2f& b) {
    return a.x * b.y - a.y * b.x;
}

} // namespace

float PlanLine::at(const std::vector<float>& values, float metres) const {
    const size_t i = segmentAt(*this, metres);
    const float t = clamp01((metres - along[i]) / std::max(along[i + 1] - along[i], 1e-9f));
    return lerp(values[i], values[(i + 1) % points.size()], t);
}

V2f PlanLine::place(float metres) const {
    const size_t i = segmentAt(*this, metres);
    const float t = clamp01((metres - along[i]) / std::max(along[i + 1] - along[i], 1e-9f));
    return from(i) + (to(i) - from(i)) * t;
}

V2f PlanLine::direction(float metres) const {
    const size_t i = segmentAt(*this, metres);
    return (to(i) - from(i)).normalized();
}

Box2f PlanLine::box() const {
    Box2f out;
    if (segments() > 0)
        for (const V2f& p : points) out.extendBy(p);
    return out;
}

PlanLine lineThrough(const std::vector<V2f>& points, bool closed) {
    constexpr float kSame = 1e-3f; // metres
    PlanLine out;
    for (const V2f& p : points)
        if (out.points.empty() || (p - out.points.back()).length() > kSame) out.points.push_back(p);
    if (closed && out.points.size() > 2 && (out.points.back() - out.points.front()).length() <= kSame)
        out.points.pop_back();
    out.closed = closed && out.points.size() > 2;
    out.along.push_back(0);
    for (size_t i = 1; i < out.points.size(); ++i)
        out.along.push_back(out.along.back() + (out.points[i] - out.points[i - 1]).length());
    if (out.closed) out.along.push_back(out.along.back() + (out.points.front() - out.points.back()).length());
    return out;
}

std::vector<V2f> curveThrough(const std::vector<V2f>& handles, float step, bool closed) {
    const int n = static_cast<int>(handles.size());
    if (n < 2) return handles;
    const bool shut = closed && n > 2;
    const auto handle = [&](int i) -> V2f {
        if (shut) return handles[static_cast<size_t>((i + n) % n)];
        // Before the first and after the last it goes on as it came.
        if (i < 0) return handles[0] * 2.0f - handles[1];
        if (i >= n) return handles[static_cast<size_t>(n) - 1] * 2.0f - handles[static_cast<size_t>(n) - 2];
        return handles[static_cast<size_t>(i)];
    };
    std::vector<V2f> out;
    for (int i = 0; i < (shut ? n : n - 1); ++i) {
        const V2f p0 = handle(i - 1), p1 = handle(i), p2 = handle(i + 1), p3 = handle(i + 2);
        const auto knot = [](const V2f& a, const V2f& b) { return std::sqrt(std::max((b - a).length(), 1e-4f)); };
        const float d0 = knot(p0, p1), d1 = knot(p1, p2), d2 = knot(p2, p3);
        const V2f m1 = ((p1 - p0) / d0 - (p2 - p0) / (d0 + d1) + (p2 - p1) / d1) * d1;
        const V2f m2 = ((p2 - p1) / d1 - (p3 - p1) / (d1 + d2) + (p3 - p2) / d2) * d1;
        const int pieces = std::clamp(static_cast<int>(std::ceil((p2 - p1).length() / step)), 1, 4096);
        for (int k = 0; k < pieces; ++k) {
            const float t = static_cast<float>(k) / static_cast<float>(pieces), t2 = t * t, t3 = t2 * t;
            out.push_back(p1 * (2 * t3 - 3 * t2 + 1) + m1 * (t3 - 2 * t2 + t) + p2 * (3 * t2 - 2 * t3) +
                          m2 * (t3 - t2));
        }
    }
    if (!shut) out.push_back(handles.back());
    return out;
}

NearLine::NearLine(const PlanLine& line, const Box2f& window, float reach) : line_(line), reach_(reach) {
    constexpr size_t kRun = 8;
    const Box2f near(window.min - V2f(reach), window.max + V2f(reach));
    for (size_t i = 0; i < line.segments(); i += kRun) {
        Run run{{}, i, std::min(kRun, line.segments() - i)};
        for (size_t k = i; k < i + run.count; ++k) {
            run.box.extendBy(line.from(k));
            run.box.extendBy(line.to(k));
        }
        if (run.box.intersects(near)) runs_.push_back(run);
    }
}

bool NearLine::at(const V2f& p, OnLine& out) const {
    float least = reach_ * reach_;
    size_t best = SIZE_MAX;
    float share = 0;
    for (const Run& run : runs_) {
        const V2f away(std::max({run.box.min.x - p.x, p.x - run.box.max.x, 0.0f}),
                       std::max({run.box.min.y - p.y, p.y - run.box.max.y, 0.0f}));
        if (away.length2() >= least) continue;
        for (size_t i = run.first; i < run.first + run.count; ++i) {
            const V2f a = line_.from(i), ab = line_.to(i) - a;
            const float t = clamp01((p - a).dot(ab) / ab.length2());
            const float d = (p - a - ab * t).length2();
            if (d >= least) continue;
            least = d;
            best = i;
            share = t;
        }
    }
    if (best == SIZE_MAX) return false;
    const V2f a = line_.from(best), ab = line_.to(best) - a, at = a + ab * share;
    const float distance = std::sqrt(least), length = line_.along[best + 1] - line_.along[best];
    V2f along = ab / length;
    // At a corner the side is that of the mean direction there.
    const size_t n = line_.segments();
    if (share == 0 && (best > 0 || line_.closed)) {
        const size_t before = (best + n - 1) % n;
        along += (line_.to(before) - line_.from(before)).normalized();
    } else if (share == 1 && (best + 1 < n || line_.closed)) {
        const size_t after = (best + 1) % n;
        along += (line_.to(after) - line_.from(after)).normalized();
    }
    out.along = line_.along[best] + share * length;
    out.distance = distance;
    out.side = cross(along, p - at) < 0 ? -distance : distance;
    out.beyond = 0;
    if (!line_.closed && ((best == 0 && share == 0) || (best + 1 == n && share == 1))) {
        const V2f outwards = (share == 0 ? -ab : ab) / length;
        out.beyond = std::max((p - at).dot(outwards), 0.0f);
        if (out.beyond > 0) out.side = cross(ab / length, p - at);
    }
    return true;
}

} // namespace thallos
