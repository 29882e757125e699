#include "core/planting/log.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/base/elementary.h"
#include "core/base/noise.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

struct Piece {
    V3f foot, along;
    float length, radius;
    float flare;
    bool stands;
};

// Uneven round wood with both ends cut.
void wood(Mesh& bark, Mesh& cut, const LogRecipe& r, const Piece& piece, int sides, int rings, uint64_t seed) {
    Random random(seed);
    const int base = static_cast<int>(bark.positions.size());
    const float phase = random.between(0, 2 * kPi), lobes = 4 + std::floor(random.unit() * 3);
    V3f p = piece.foot, d = piece.along;
    V3f across = anyAcross(d);
    const V3f bendAxis = turned(across, d, random.between(0, 2 * kPi));
    std::vector<V3f> middles;
    for (int i = 0; i <= rings; ++i) {
        const float t = static_cast<float>(i) / static_cast<float>(rings);
        const V3f up = d.cross(across);
        middles.push_back(p);
        for (int k = 0; k < sides; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(sides);
            const V3f out = across * el::cos(a) + up * el::sin(a);
            const float low = piece.flare > 0 ? el::exp(-std::max(p.z, 0.0f) / (1.1f * piece.radius)) : 0;
            float radius = piece.radius * (1 - r.taper * t) *
                           (1 + 0.07f * valueNoise(2 * el::cos(a) + 5, 2 * el::sin(a) + 2.5f * t, seed)) *
                           (1 + piece.flare * low * (0.7f + 0.5f * el::cos(lobes * a + phase)));
            V3f at = p + out * radius;
            if (i == rings && r.broken > 0) // torn
                at += d * (r.broken * piece.radius * 1.6f * unitFloat(mix(seed, static_cast<uint64_t>(k), 3)));
            bark.positions.push_back(at);
            bark.normals.push_back(out);
        }
        if (i < rings) {
            d = turned(d, bendAxis, radians(r.bend) / static_cast<float>(rings)).normalized();
            across = (across - d * d.dot(across)).normalized();
            p += d * (piece.length / static_cast<float>(rings));
        }
    }
    for (int i = 0; i < rings; ++i)
        for (int k = 0; k < sides; ++k) {
            const int a = base + i * sides + k, b = base + i * sides + (k + 1) % sides;
            bark.triangles.push_back({a, b, b + sides});
            bark.triangles.push_back({a, b + sides, a + sides});
        }
    // Faces of the cuts, a little inside of the bark.
    for (const bool end : {false, true}) {
        if (!end && piece.stands) continue;
        const int ring = base + (end ? rings * sides : 0), first = static_cast<int>(cut.positions.size());
        const V3f middle = end ? middles.back() : middles.front();
        const V3f sunk = (end ? d : -piece.along) * (-0.02f * piece.radius);
        cut.positions.push_back(middle + sunk + (end && r.broken > 0 ? d * (0.5f * r.broken * piece.radius) : V3f(0)));
        for (int k = 0; k < sides; ++k)
            cut.positions.push_back(bark.positions[static_cast<size_t>(ring + k)] * 0.995f + (middle + sunk) * 0.005f);
        for (int k = 0; k < sides; ++k) {
            const int a = first + 1 + k, b = first + 1 + (k + 1) % sides;
            cut.triangles.push_back(end ? V3i(first, a, b) : V3i(first, b, a));
        }
    }
}

Form formOf(const LogRecipe& r, const Growth& g, Level level, float fuller) {
    Form form;
    form.parts.resize(std::size(kLogParts));
    form.leafTriangles = std::numeric_limits<int>::max(); // a cut is of one colour
    Mesh &bark = form.parts[0], &cut = form.parts[1];
    constexpr int kSides[kLevels] = {40, 24, 10, 6}, kRings[kLevels] = {40, 20, 5, 2};
    const auto l = static_cast<size_t>(level);
    Random random(g.seed);
    const float size = g.size;
    if (r.standing) {
        const Piece piece{V3f(0, 0, -0.1f * size),
                          V3f(random.around(0.06f), random.around(0.06f), 1).normalized(),
                          r.length * size + 0.1f * size,
                          fuller * r.radius * size,
                          r.flare,
                          true};
        wood(bark, cut, r, piece, kSides[l], kRings[l] / 2 + 2, random.next());
        form.grain = 2 * r.radius / static_cast<float>(kSides[l]) * 3;
        return form;
    }
    // In rows, each on the gaps of the one below.
    int row = 1;
    while (row * (row + 1) / 2 < r.count) ++row;
    int made = 0;
    for (int high = 0; made < r.count; ++high)
        for (int k = 0; k < row - high && made < r.count; ++k, ++made) {
            const float radius = r.radius * size * (r.count > 1 ? random.between(0.75f, 1) : 1);
            const float across = (static_cast<float>(k) - static_cast<float>(row - high - 1) / 2) * 2 * r.radius * size;
            // Both ends rest: the axis falls towards the thin one.
            const V3f d = V3f(1, r.count > 1 ? random.around(0.03f) : 0, -0.9f * r.taper * radius / (r.length * size))
                              .normalized();
            const float lift = (0.88f + 1.6f * static_cast<float>(high)) * r.radius * size;
            const Piece piece{V3f(-r.length * size / 2 + random.around(0.04f), across, lift),
                              d,
                              r.length * size,
                              fuller * radius,
                              0,
                              false};
            const uint64_t seed = random.next();
            wood(bark, cut, r, piece, r.count > 4 ? std::max(5, kSides[l] / 2) : kSides[l],
                 r.count > 4 ? std::max(1, kRings[l] / 4) : kRings[l], seed);
            for (int s = 0; s < r.stubs && level != Level::Far; ++s) {
                const float t = random.between(0.12f, 0.9f);
                const V3f side = turned(anyAcross(d), d, random.between(0, 2 * kPi));
                const V3f out = (side + d * 0.6f).normalized();
                if (out.z < -0.3f) continue;
                const Piece stub{piece.foot + d * (piece.length * t),   out, radius * random.between(1.3f, 2.6f),
                                 radius * random.between(0.16f, 0.34f), 0,   false};
                LogRecipe torn = r;
                torn.broken = 1;
                wood(bark, cut, torn, stub, std::max(5, kSides[l] / 4), 2, random.next());
            }
        }
    form.grain = 6 * r.radius / static_cast<float>(kSides[l]);
    return form;
}

} // namespace

Shaper growLog(const LogRecipe& recipe, const Growth& growth) {
    return [recipe, growth](Level level, float fuller) { return formOf(recipe, growth, level, fuller); };
}

} // namespace thallos
