#include "core/planting/strip.h"

#include <algorithm>

#include "core/base/elementary.h"
#include "core/planting/turning.h"

namespace thallos {

namespace el = elementary;

namespace {

constexpr int kRoundSides = 3;

// How far out the corners are of a polygon that is as long round as a circle of radius 1, and thus as broad to see.
float cornersOf(int sides) {
    const float half = kPi / static_cast<float>(sides);
    return half / el::sin(half);
}

V3f directionAt(const StripShape& s, float t) {
    const float angle = s.start + s.bend * t * t;
    return s.out * el::sin(angle) + V3f(0, 0, el::cos(angle));
}

std::vector<V3f> midrib(const StripShape& s) {
    std::vector<V3f> points{s.foot};
    for (int i = 0; i < s.segments; ++i) {
        const float t = static_cast<float>(i) / static_cast<float>(s.segments);
        points.push_back(points.back() + directionAt(s, t) * (s.length / static_cast<float>(s.segments)));
    }
    return points;
}

} // namespace

StripEnd along(const StripShape& s, float t) {
    const std::vector<V3f> points = midrib(s);
    const float at = std::clamp(t, 0.0f, 1.0f) * static_cast<float>(s.segments);
    const int i = std::min(static_cast<int>(at), s.segments - 1);
    return {lerp(points[i], points[i + 1], at - static_cast<float>(i)), directionAt(s, t)};
}

void strip(Mesh& m, const StripShape& s) {
    const int base = static_cast<int>(m.positions.size());
    const bool folded = s.fold > 0;
    const int across = folded ? 3 : 2;
    const V3f side(s.out.y, -s.out.x, 0);
    const float lift = folded ? el::sin(radians(s.fold)) : 0, spread = folded ? el::cos(radians(s.fold)) : 1;
    const std::vector<V3f> points = midrib(s);
    for (int i = 0; i <= s.segments; ++i) {
        const float t = static_cast<float>(i) / static_cast<float>(s.segments);
        const float w = s.width / 2 * (s.tip > 0 ? 1 - (1 - s.tip) * t : 1 - t * t);
        const V3f &p = points[i], up = side.cross(directionAt(s, t)); // the upper side, where its hollow is
        if (i == s.segments && s.tip <= 0)
            m.positions.push_back(p);
        else {
            m.positions.push_back(p - side * (w * spread) + up * (w * lift));
            if (folded) m.positions.push_back(p);
            m.positions.push_back(p + side * (w * spread) + up * (w * lift));
        }
    }
    for (int i = 0; i < s.segments; ++i)
        for (int k = 0; k + 1 < across; ++k) {
            const int a = base + across * i + k;
            if (i + 1 < s.segments || s.tip > 0) {
                m.triangles.push_back({a, a + 1, a + across + 1});
                m.triangles.push_back({a, a + across + 1, a + across});
            } else
                m.triangles.push_back({a, a + 1, base + across * s.segments});
        }
}

int trianglesOf(const StripShape& s) {
    return (s.fold > 0 ? 2 : 1) * (2 * s.segments - (s.tip > 0 ? 0 : 1));
}

// A convex outline of length u is u / pi wide in the mean of all sides, a flat one of width w thus 2 w / pi.
void roundStrip(Mesh& m, const StripShape& s) {
    stalk(m, midrib(s), s.width / kPi, s.tip * s.width / kPi, kRoundSides);
}

int roundTrianglesOf(const StripShape& s) {
    constexpr int kEnd = kRoundSides - 2;
    return 2 * kRoundSides * s.segments + (s.tip > 0 ? 2 * kEnd : kEnd - kRoundSides);
}

void petal(Mesh& mesh, float length, float width, const V3f& foot, const V3f& along, const V3f& face, float size) {
    const V3f side = along.cross(face).normalized();
    const float l = length * size, w = width * size / 2;
    const int n = static_cast<int>(mesh.positions.size());
    mesh.positions.push_back(foot);
    mesh.positions.push_back(foot + along * (l * 0.45f) + side * w);
    mesh.positions.push_back(foot + along * l);
    mesh.positions.push_back(foot + along * (l * 0.45f) - side * w);
    mesh.triangles.push_back({n, n + 1, n + 2});
    mesh.triangles.push_back({n, n + 2, n + 3});
}

void stalk(Mesh& m, const std::vector<V3f>& points, float start, float end, int sides) {
    const int n = static_cast<int>(points.size()), base = static_cast<int>(m.positions.size());
    if (n < 2) return;
    const bool pointed = end <= 0;
    V3f across = anyAcross((points[1] - points[0]).normalized());
    for (int i = 0; i < n; ++i) {
        const V3f d = (points[std::min(i + 1, n - 1)] - points[std::max(i - 1, 0)]).normalized();
        across -= d * d.dot(across);
        across = across.length2() > 1e-8f ? across.normalized() : anyAcross(d);
        const V3f up = d.cross(across);
        const float radius = cornersOf(sides) * lerp(start, end, static_cast<float>(i) / static_cast<float>(n - 1));
        if (i + 1 == n && pointed) {
            m.positions.push_back(points[i]);
            break;
        }
        for (int k = 0; k < sides; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(sides);
            m.positions.push_back(points[i] + (across * el::cos(a) + up * el::sin(a)) * radius);
        }
    }
    for (int i = 0; i + 1 < n; ++i)
        for (int k = 0; k < sides; ++k) {
            const int a = base + i * sides + k, b = base + i * sides + (k + 1) % sides;
            if (i + 2 == n && pointed) {
                m.triangles.push_back({a, b, base + (n - 1) * sides});
                continue;
            }
            m.triangles.push_back({a, b, b + sides});
            m.triangles.push_back({a, b + sides, a + sides});
        }
    for (int k = 1; k + 1 < sides; ++k) {
        m.triangles.push_back({base, base + k + 1, base + k});
        const int last = base + (n - 1) * sides;
        if (!pointed) m.triangles.push_back({last, last + k, last + k + 1});
    }
}

void rod(Mesh& m, const V3f& from, const V3f& to, float radius, int sides) {
    const V3f d = (to - from).normalized(), x = anyAcross(d), y = d.cross(x);
    const int base = static_cast<int>(m.positions.size());
    for (const V3f& end : {from, to})
        for (int k = 0; k < sides; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(sides);
            m.positions.push_back(end + (x * el::cos(a) + y * el::sin(a)) * (cornersOf(sides) * radius));
        }
    for (int k = 0; k < sides; ++k) {
        const int a = base + k, b = base + (k + 1) % sides;
        m.triangles.push_back({a, b, b + sides});
        m.triangles.push_back({a, b + sides, a + sides});
    }
    for (int k = 1; k + 1 < sides; ++k) {
        m.triangles.push_back({base, base + k + 1, base + k});
        m.triangles.push_back({base + sides, base + sides + k, base + sides + k + 1});
    }
}

} // namespace thallos
