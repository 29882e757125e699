#include "core/ground/terrace.h"

#include <algorithm>
#include <cmath>

#include "core/ground/winding.h"

namespace thallos {

namespace {

constexpr float kEdgeStep = 0.5f; // metres along an edge at which the ground is looked at
constexpr float kOutside = 0.02f; // metres beyond an edge

// What of the polygon lies where `way` . p is at least `from` (Sutherland & Hodgman 1974).
Polygon clipped(const Polygon& in, const V2f& way, float from) {
    Polygon out;
    for (size_t i = 0; i < in.size(); ++i) {
        const V2f &a = in[i], &b = in[(i + 1) % in.size()];
        const float da = way.dot(a) - from, db = way.dot(b) - from;
        if (da >= 0) out.push_back(a);
        if ((da >= 0) != (db >= 0)) out.push_back(a + (b - a) * (da / (da - db)));
    }
    return out;
}

struct Plane {
    V2f middle{0}, tilt{0};
    float mean = 0;
};
// The plane that fits the ground within the polygon best (least squares), by samples of a grid over it.
Plane planeOf(const Polygon& polygon, const std::function<float(const V2f&)>& ground) {
    const Box2f box = bounds(polygon);
    constexpr int kAcross = 24;
    std::vector<std::pair<V2f, float>> samples;
    for (int y = 0; y < kAcross; ++y)
        for (int x = 0; x < kAcross; ++x) {
            const V2f p = box.min + box.size() * V2f((static_cast<float>(x) + 0.5f) / kAcross,
                                                     (static_cast<float>(y) + 0.5f) / kAcross);
            if (contains(polygon, p)) samples.emplace_back(p, ground(p));
        }
    if (samples.empty())
        for (const V2f& p : polygon) samples.emplace_back(p, ground(p));
    Plane out;
    const auto n = static_cast<float>(samples.size());
    for (const auto& [p, z] : samples) {
        out.middle += p / n;
        out.mean += z / n;
    }
    double xx = 0, xy = 0, yy = 0, xz = 0, yz = 0;
    for (const auto& [p, z] : samples) {
        const V2f d = p - out.middle;
        const float h = z - out.mean;
        xx += static_cast<double>(d.x * d.x);
        xy += static_cast<double>(d.x * d.y);
        yy += static_cast<double>(d.y * d.y);
        xz += static_cast<double>(d.x * h);
        yz += static_cast<double>(d.y * h);
    }
    const double det = xx * yy - xy * xy;
    if (det > 1e-9 * (xx + yy) * (xx + yy))
        out.tilt = V2f(static_cast<float>((xz * yy - yz * xy) / det), static_cast<float>((yz * xx - xz * xy) / det));
    return out;
}

// Walls along the outline of a platform, where what lies beyond it is lower or higher.
void addWalls(const TerraceShape& shape, const std::vector<Platform>& all, size_t self,
              const std::function<float(const V2f&)>& ground, std::vector<std::pair<WallShape, LaidWall>>& out) {
    const Platform& platform = all[self];
    enum class Side { Level, Fill, Cut };
    struct Spot {
        V2f at;
        float own, beyond;
        Side side;
    };
    std::vector<Spot> spots;
    const Polygon& o = platform.outline;
    for (size_t i = 0; i < o.size(); ++i) {
        const V2f &a = o[i], way = o[(i + 1) % o.size()] - a;
        const int pieces = std::max(1, static_cast<int>(std::ceil(way.length() / kEdgeStep)));
        const V2f outwards = V2f(way.y, -way.x).normalized(); // the outline runs counter-clockwise
        for (int k = 0; k < pieces; ++k) {
            // A corner counts to the edge after it.
            const V2f p = a + way * (static_cast<float>(k) / static_cast<float>(pieces)),
                      beyond = p + way.normalized() * 1e-3f + outwards * kOutside;
            Spot spot{p, platform.at(p), 0, Side::Level};
            const Platform* other = nullptr;
            for (size_t j = 0; j < all.size(); ++j)
                if (j != self && contains(all[j].outline, beyond)) other = &all[j];
            spot.beyond = other ? other->at(p) : ground(beyond);
            if (spot.beyond - spot.own > kLeastWall)
                spot.side = Side::Cut;
            else if (spot.own - spot.beyond > kLeastWall && !other) // between levels the lower one has the wall
                spot.side = Side::Fill;
            spots.push_back(spot);
        }
    }
    const size_t n = spots.size();
    // From where the side changes on, so that a run over the seam is one.
    size_t start = 0;
    while (start < n && spots[start].side == spots[(start + n - 1) % n].side) ++start;
    const bool whole = start == n;
    if (whole && spots[0].side == Side::Level) return;
    for (size_t i = 0; i < n;) {
        const Side side = spots[(start + i) % n].side;
        size_t count = 1;
        while (i + count < n && spots[(start + i + count) % n].side == side) ++count;
        if (side != Side::Level && (count > 1 || whole)) {
            WallShape wall;
            wall.closed = whole;
            wall.leftHigh = side == Side::Fill; // its left is within
            wall.thickness = shape.thickness;
            wall.coping = shape.coping;
            wall.upstand = shape.upstand;
            std::vector<V2f> points;
            std::vector<float> low, high;
            const size_t last = whole ? count : count + 1; // to the place where it ends
            for (size_t k = 0; k < last; ++k) {
                const Spot& s = spots[(start + i + k) % n];
                points.push_back(s.at);
                const float beyond = k == count && !whole ? s.own : s.beyond;
                low.push_back(std::min(s.own, beyond));
                high.push_back(std::max(s.own, beyond));
            }
            LaidWall laid;
            laid.line = lineThrough(points, whole);
            if (laid.line.points.size() == points.size()) {
                laid.foot = low;
                laid.top = high;
                for (const float z : high) laid.crown.push_back(z + shape.upstand);
                out.emplace_back(wall, std::move(laid));
            }
        }
        i += count;
    }
}

} // namespace

StepReach reachOf(const Platform& platform) {
    StepReach out;
    out.plan = bounds(platform.outline);
    out.beside = 1; // its edge breaks the cells that it crosses
    return out;
}

float levelled(const Platform& platform, float z, const V2f& p) {
    constexpr float kRunsOut = 0.4f; // metres within the edge
    if (!contains(platform.outline, p)) return z;
    const float level = platform.at(p);
    if (std::abs(level - z) >= kLeastWall) return level;
    return lerp(z, level, smoothstep(0, kRunsOut, -signedDistance(platform.outline, p)));
}

LaidTerrace layTerrace(const TerraceShape& shape, const std::function<float(const V2f&)>& ground) {
    LaidTerrace laid;
    if (shape.outline.size() < 3) return laid;
    const Polygon outline = counterClockwise(shape.outline);
    const Plane all = planeOf(outline, ground);
    const float slope = all.tilt.length();
    const V2f up = slope > 1e-5f ? all.tilt / slope : V2f(0, 1);
    float low = 1e30f, high = -1e30f;
    for (const V2f& p : outline) {
        low = std::min(low, up.dot(p));
        high = std::max(high, up.dot(p));
    }
    const int n = std::max(shape.levels, 1);
    const float deep = (high - low) / static_cast<float>(n);
    for (int k = 0; k < n; ++k) {
        const float from = low + deep * static_cast<float>(k);
        Platform platform;
        platform.outline = outline;
        if (k > 0) platform.outline = clipped(platform.outline, up, from);
        if (k + 1 < n) platform.outline = clipped(platform.outline, -up, -(from + deep));
        if (platform.outline.size() < 3) continue;
        const Plane own = planeOf(platform.outline, ground);
        const float rise = shape.rise > 0 ? shape.rise : slope * deep;
        platform.middle = own.middle;
        if (shape.fixed || (shape.rise > 0 && k > 0))
            platform.level = (shape.fixed ? shape.level : laid.platforms.front().level) + rise * static_cast<float>(k);
        else
            platform.level = own.mean;
        platform.tilt = up * shape.fall;
        laid.platforms.push_back(std::move(platform));
    }
    if (shape.walls)
        for (size_t i = 0; i < laid.platforms.size(); ++i) addWalls(shape, laid.platforms, i, ground, laid.walls);
    return laid;
}

std::vector<Pad> padsOf(const TerraceShape& shape, const LaidTerrace& laid) {
    std::vector<Pad> pads;
    // From the highest down: a batter between two levels lies in the upper one.
    for (size_t i = laid.platforms.size(); i-- > 0;) {
        const Platform& platform = laid.platforms[i];
        Pad pad;
        pad.outlines = {platform.outline};
        pad.apron = 0;
        pad.batter = pad.cutBatter = shape.batter;
        // Its level falls from the upper to the lower edge.
        const float slope = platform.tilt.length();
        pad.level = platform.level;
        if (slope > 0) {
            const V2f up = platform.tilt / slope;
            float low = 0, high = 0;
            for (const V2f& p : platform.outline) {
                low = std::min(low, up.dot(p - platform.middle));
                high = std::max(high, up.dot(p - platform.middle));
            }
            pad.from = platform.middle + up * low;
            pad.to = platform.middle + up * high;
            pad.level += slope * low;
            pad.rise = slope * (high - low);
        }
        pads.push_back(std::move(pad));
    }
    return pads;
}

} // namespace thallos
