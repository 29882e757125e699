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

// The distance from a place to a box, squared; 0 within.
float awayFrom(const Box2f& box, const V2f& p) {
    const V2f away(std::max({box.min.x - p.x, p.x - box.max.x, 0.0f}),
                   std::max({box.min.y - p.y, p.y - box.max.y, 0.0f}));
    return away.length2();
}

// Where on a segment the nearest place to p lies, 0..1, and its distance squared.
std::pair<float, float> nearestOn(const PlanLine& line, size_t segment, const V2f& p) {
    const V2f a = line.from(segment), ab = line.to(segment) - a;
    const float t = clamp01((p - a).dot(ab) / ab.length2());
    return {t, (p - a - ab * t).length2()};
}

} // namespace

float PlanLine::at(const std::vector<float>& values, float metres) const {
    const size_t i = segmentAt(*this, metres);
    const float t = clamp01((metres - along[i]) / std::max(along[i + 1] - along[i], 1e-9f));
    return lerp(values[i], values[(i + 1) % points.size()], t);
}

float PlanLine::at(const std::vector<float>& values, const OnLine& on) const {
    return lerp(values[on.segment], values[(on.segment + 1) % points.size()], on.share);
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
    for (const Run& run : runs) out.extendBy(run.box);
    return out;
}

std::vector<Box2f> boxesAlong(const std::vector<V2f>& points, float margin) {
    std::vector<Box2f> out;
    if (points.empty()) return out;
    out.emplace_back(points.front());
    V2f last = points.front();
    float length = 0; // of the line in the last box
    for (const V2f& p : points) {
        const V2f from = last, way = p - last;
        const int pieces = std::max(1, static_cast<int>(std::ceil(way.length() / kAlong)));
        for (int k = 1; k <= pieces; ++k) {
            const V2f to = from + way * (static_cast<float>(k) / static_cast<float>(pieces));
            const float more = (to - last).length();
            if (length + more > kAlong * 1.001f) {
                out.emplace_back(last); // the next begins where this one ends
                length = 0;
            }
            out.back().extendBy(to);
            length += more;
            last = to;
        }
    }
    for (Box2f& box : out) box = {box.min - V2f(margin), box.max + V2f(margin)};
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
    constexpr size_t kRun = 8;
    for (size_t i = 0; i < out.segments(); i += kRun) {
        PlanLine::Run run{{}, i, std::min(kRun, out.segments() - i)};
        for (size_t k = i; k < i + run.count; ++k) {
            run.box.extendBy(out.from(k));
            run.box.extendBy(out.to(k));
        }
        out.runs.push_back(run);
    }
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

std::vector<V2f> straightened(const std::vector<V2f>& points, float off) {
    std::vector<V2f> out;
    for (size_t i = 0; i < points.size();) {
        out.push_back(points[i]);
        // As far on as all between lie on the straight way there.
        size_t next = i + 1;
        const auto straight = [&](size_t to) {
            const V2f way = points[to] - points[i];
            const float length = way.length();
            for (size_t k = i + 1; k < to; ++k)
                if (length <= 0 || std::abs(cross(way, points[k] - points[i])) > off * length) return false;
            return true;
        };
        while (next + 1 < points.size() && straight(next + 1)) ++next;
        i = next;
    }
    return out;
}

NearLine::NearLine(const PlanLine& line, float reach) : line_(line), reach_(reach), whole_(true) {}

NearLine::NearLine(const PlanLine& line, const Box2f& window, float reach) : line_(line), reach_(reach), whole_(false) {
    const V2f middle = window.center();
    const float half = 0.5f * window.size().length();
    // What is nearest somewhere in the window is from its middle no farther than what is nearest there and the window's
    // diagonal; a little more for what rounding does.
    float most = reach + half, nearest = 1e30f;
    const auto fits = [&](const Box2f& box) { return awayFrom(box, middle) <= most * most; };
    const auto distance = [&](size_t i) { return std::sqrt(nearestOn(line, i, middle).second); };
    for (const PlanLine::Run& run : line.runs)
        if (fits(run.box))
            for (size_t i = run.first; i < run.first + run.count; ++i) {
                nearest = std::min(nearest, distance(i));
                most = std::min(most, nearest + 2 * half * 1.0001f + 1e-3f);
            }
    least_ = std::max(nearest - half * 1.0001f - 1e-3f, 0.0f);
    for (const PlanLine::Run& run : line.runs) {
        if (!fits(run.box)) continue;
        PlanLine::Run* last = nullptr;
        for (size_t i = run.first; i < run.first + run.count; ++i) {
            if (distance(i) > most) continue;
            if (!last || last->first + last->count != i) last = &near_.emplace_back(PlanLine::Run{{}, i, 0});
            last->box.extendBy(line.from(i));
            last->box.extendBy(line.to(i));
            ++last->count;
        }
    }
}

V2f NearLine::range(const std::vector<float>& values) const {
    V2f out(1e30f, -1e30f);
    for (const PlanLine::Run& run : whole_ ? line_.runs : near_)
        for (size_t i = run.first; i <= run.first + run.count; ++i) {
            const float v = values[i % values.size()];
            out = {std::min(out.x, v), std::max(out.y, v)};
        }
    return out;
}

bool NearLine::at(const V2f& p, OnLine& out) const {
    float least = reach_ * reach_;
    size_t best = SIZE_MAX;
    float share = 0;
    // Of several as near the first counts, wherever one begins to look.
    const auto look = [&](size_t i) {
        const auto [t, d] = nearestOn(line_, i, p);
        if (d > least || (d == least && i >= best)) return;
        least = d;
        best = i;
        share = t;
    };
    if (last_ != SIZE_MAX) look(last_);
    for (const PlanLine::Run& run : whole_ ? line_.runs : near_)
        if (awayFrom(run.box, p) <= least)
            for (size_t i = run.first; i < run.first + run.count; ++i) look(i);
    last_ = best;
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
    out.segment = best;
    out.share = share;
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
