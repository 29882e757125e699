#include "core/model/fittings.h"

#include <algorithm>
#include <cmath>

#include "core/model/topology.h"

namespace thallos {

namespace {

// One drape in even folds, from `from` on for `width` metres.
void drape(Mesh& m, const GlassSheet& p, float from, float width) {
    constexpr float kFold = 0.13f, kDeep = 0.03f, kBehind = 0.14f, kOver = 0.06f;
    const float wide = p.along.length();
    const V3f x = p.along / wide, up(0, 0, 1);
    const int steps = std::max(4, static_cast<int>(std::ceil(width / kFold * 8)));
    V3f last(0);
    for (int i = 0; i <= steps; ++i) {
        const float t = width * static_cast<float>(i) / static_cast<float>(steps), phase = 2 * kPi * (from + t) / kFold;
        const V3f at = p.low + x * (from + t) + p.inwards * (kBehind + kDeep * std::sin(phase)) - up * kOver;
        if (i > 0) addQuad(m, last, at, at + up * (p.height + 2 * kOver), last + up * (p.height + 2 * kOver));
        last = at;
    }
}

} // namespace

Mesh plinthOf(const std::vector<Polygon>& outlines, float depth, float setback) {
    constexpr float kInto = 0.05f; // metres into the walls
    Mesh m;
    for (const Polygon& o : outlines) {
        // Each corner moved in by the setback of both its edges.
        std::vector<V2f> in;
        const size_t n = o.size();
        double area = 0;
        for (size_t i = 0; i < n; ++i) area += o[i].cross(o[(i + 1) % n]);
        const float side = area < 0 ? -1.0f : 1.0f;
        for (size_t i = 0; i < n; ++i) {
            V2f a = o[i] - o[(i + n - 1) % n], b = o[(i + 1) % n] - o[i];
            if (a.length2() < 1e-10f || b.length2() < 1e-10f) continue;
            a.normalize();
            b.normalize();
            const V2f na = V2f(-a.y, a.x) * side, nb = V2f(-b.y, b.x) * side;
            V2f between = na + nb;
            between /= std::max(between.length2() / 2, 0.3f);
            in.push_back(o[i] + between * setback);
        }
        if (in.size() < 3) continue;
        if (side < 0) std::reverse(in.begin(), in.end());
        for (size_t i = 0; i < in.size(); ++i) {
            const V2f &a = in[i], &b = in[(i + 1) % in.size()];
            addQuad(m, {a.x, a.y, -depth}, {b.x, b.y, -depth}, {b.x, b.y, kInto}, {a.x, a.y, kInto});
        }
    }
    return m;
}

std::vector<GlassSheet> panesOf(const Mesh& mesh, const std::vector<Polygon>& outlines) {
    constexpr float kLeast = 0.2f, kThick = 0.12f;
    std::vector<GlassSheet> out;
    const Topology topology = topologyOf(mesh, 1e-4f);
    std::vector<std::vector<V3f>> corners(topology.shells.size());
    for (size_t i = 0; i < mesh.triangles.size(); ++i)
        if (const int s = topology.shellOf[i]; s >= 0)
            for (int k = 0; k < 3; ++k)
                corners[static_cast<size_t>(s)].push_back(mesh.positions[static_cast<size_t>(mesh.triangles[i][k])]);
    for (const auto& points : corners) {
        if (points.size() < 3) continue;
        Box3f box;
        for (const V3f& p : points) box.extendBy(p);
        // The way along it: between the two points that are farthest apart in plan, to a few degrees.
        V2f along(0);
        float widest = 0;
        for (int k = 0; k < 36; ++k) {
            const float a = kPi * static_cast<float>(k) / 36;
            const V2f d(std::cos(a), std::sin(a));
            float low = 1e30f, high = -1e30f;
            for (const V3f& p : points) {
                low = std::min(low, d.dot(xy(p)));
                high = std::max(high, d.dot(xy(p)));
            }
            if (high - low > widest) {
                widest = high - low;
                along = d;
            }
        }
        V2f across(-along.y, along.x);
        float low = 1e30f, high = -1e30f, deep0 = 1e30f, deep1 = -1e30f;
        for (const V3f& p : points) {
            low = std::min(low, along.dot(xy(p)));
            high = std::max(high, along.dot(xy(p)));
            deep0 = std::min(deep0, across.dot(xy(p)));
            deep1 = std::max(deep1, across.dot(xy(p)));
        }
        if (high - low < kLeast || box.size().z < kLeast || deep1 - deep0 > kThick + 0.1f * (high - low)) continue;
        const V2f middle = along * ((low + high) / 2) + across * ((deep0 + deep1) / 2);
        const auto edge = [&](const V2f& p) {
            float d = 1e30f;
            for (const Polygon& o : outlines) d = std::min(d, signedDistance(o, p));
            return d;
        };
        const bool ahead = edge(middle + across * 0.5f) < edge(middle - across * 0.5f);
        const V2f inwards = ahead ? across : -across;
        const V2f corner = along * low + across * (ahead ? deep1 : deep0);
        out.push_back({V3f(corner.x, corner.y, box.min.z), V3f(along.x, along.y, 0) * (high - low), box.size().z,
                       V3f(inwards.x, inwards.y, 0)});
    }
    return out;
}

Mesh fittingOf(const GlassSheet& p, Fitting fitting, float closed) {
    Mesh m;
    const float wide = p.along.length();
    if (wide <= 0) return m;
    const V3f x = p.along / wide, up(0, 0, 1);
    closed = std::clamp(closed, 0.0f, 1.0f);
    switch (fitting) {
    case Fitting::Curtains: {
        const float each = std::max(0.12f, 0.5f * wide * closed);
        drape(m, p, -0.04f, std::min(each, 0.5f * wide + 0.04f));
        drape(m, p, wide + 0.04f - std::min(each, 0.5f * wide + 0.04f), std::min(each, 0.5f * wide + 0.04f));
        break;
    }
    case Fitting::Blind: {
        const V3f top = p.low + p.inwards * 0.06f + up * (p.height + 0.02f), down = up * (p.height * closed);
        addQuad(m, top - down, top - down + x * wide, top + x * wide, top);
        break;
    }
    case Fitting::Slats: {
        constexpr float kPitch = 0.045f, kHalf = 0.0225f;
        const int slats = static_cast<int>(p.height * closed / kPitch);
        for (int i = 0; i < slats; ++i) {
            // Tilted so that they shed the light inwards.
            const V3f at = p.low + p.inwards * 0.08f + up * (p.height - kPitch * static_cast<float>(i)),
                      half = (p.inwards * 0.82f + up * 0.57f) * kHalf;
            addQuad(m, at - half, at - half + x * wide, at + half + x * wide, at + half);
        }
        break;
    }
    case Fitting::RoomLight: {
        constexpr int kAround = 16;
        // 400 lm for each square metre of pane: a room is as bright however its windows are divided.
        const float radius = 0.1f * std::sqrt(wide * p.height);
        const V3f at = p.low + p.along * 0.5f + p.inwards * 0.9f + up * (p.height + 0.1f);
        for (int i = 0; i < kAround; ++i) {
            const auto rim = [&](int k) {
                const float a = 2 * kPi * static_cast<float>(k) / kAround;
                return at + V3f(std::cos(a), std::sin(a), 0) * radius;
            };
            const int k = static_cast<int>(m.positions.size());
            m.positions.insert(m.positions.end(), {at, rim(i + 1), rim(i)}); // it shines down
            m.triangles.push_back({k, k + 1, k + 2});
        }
        break;
    }
    }
    return m;
}

Surface surfaceOf(Fitting fitting) {
    switch (fitting) {
    case Fitting::Curtains:
        return {.name = "Curtain",
                .baseColor = Rgb(0.72f, 0.70f, 0.65f),
                .roughness = 0.95f,
                .translucency = 0.35f,
                .specular = 0.2f};
    case Fitting::Blind:
        return {.name = "Blind",
                .baseColor = Rgb(0.78f, 0.77f, 0.74f),
                .roughness = 0.9f,
                .translucency = 0.25f,
                .specular = 0.3f};
    case Fitting::Slats:
        return {.name = "Slats", .baseColor = Rgb(0.62f), .roughness = 0.45f};
    case Fitting::RoomLight:
        return {.name = "Room light", .baseColor = Rgb(0.8f), .emission = Rgb(5400, 3900, 2300)};
    }
    return {};
}

Surface plinthSurface() {
    return {
        .name = "Plinth", .baseColor = Rgb(0.36f, 0.35f, 0.33f), .roughness = 0.85f, .recipe = "Fair-faced concrete"};
}

} // namespace thallos
