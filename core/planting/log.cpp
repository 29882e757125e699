#include "core/planting/log.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/base/elementary.h"
#include "core/base/noise.h"
#include "core/planting/bark.h"
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

// Uneven round wood, with bark laid along it and rings laid round its cuts, see kGirthStep.
struct Round {
    const LogRecipe& recipe;
    const Piece& piece;
    int sides, rings;
    uint64_t seed;

    int row() const { return sides + 1; } // the last corner of a ring lies on the first, with another uv
    float steps() const { return std::max(1.0f, std::round(2 * kPi * piece.radius / kGirthStep)); }
    float angle(int k) const { return 2 * kPi * static_cast<float>(k % sides) / static_cast<float>(sides); }
    float turns(int k) const { return steps() + static_cast<float>(k) / static_cast<float>(sides); }

    // How far wood stands out where it is torn: a few long splinters at the side that gave way last, short ones all
    // over.
    float torn(int k, float share) const {
        const float a = angle(k), last = 0.5f + 0.5f * el::cos(a - 2 * kPi * unitFloat(seed));
        const float splinter =
            unitFloat(mix(seed, static_cast<uint64_t>(k % sides), static_cast<uint64_t>(std::lround(8 * share))));
        return recipe.broken * piece.radius *
               (1.1f * last * last * share + (0.3f + 1.1f * last) * splinter * splinter + 0.15f * splinter);
    }
};

// Its bark. `d`: where it sets out to, at return where it ends up; `end`: the middle of its end.
void cover(Mesh& bark, const Round& w, V3f& d, V3f& end) {
    const Piece& piece = w.piece;
    const LogRecipe& r = w.recipe;
    Random random(w.seed);
    const int base = static_cast<int>(bark.positions.size());
    const float phase = random.between(0, 2 * kPi), lobes = 4 + std::floor(random.unit() * 3);
    V3f p = piece.foot;
    V3f across = anyAcross(d);
    const V3f bendAxis = turned(across, d, random.between(0, 2 * kPi));
    const float step = piece.length / static_cast<float>(w.rings), start = 40 * unitFloat(mix(w.seed, 5));
    for (int i = 0; i <= w.rings; ++i) {
        const float t = static_cast<float>(i) / static_cast<float>(w.rings);
        const V3f up = d.cross(across);
        end = p;
        for (int k = 0; k <= w.sides; ++k) {
            const float a = w.angle(k);
            const V3f out = across * el::cos(a) + up * el::sin(a);
            const float low = piece.flare > 0 ? el::exp(-std::max(p.z, 0.0f) / (1.1f * piece.radius)) : 0;
            const float radius = piece.radius * (1 - r.taper * t) *
                                 (1 + 0.07f * valueNoise(2 * el::cos(a) + 5, 2 * el::sin(a) + 2.5f * t, w.seed)) *
                                 (1 + piece.flare * low * (0.7f + 0.5f * el::cos(lobes * a + phase)));
            const bool tears = i == w.rings && r.broken > 0;
            bark.positions.push_back(p + out * radius + (tears ? d * w.torn(k, 1) : V3f(0)));
            bark.normals.push_back(out);
            bark.uvs.emplace_back(w.turns(k), start + step * static_cast<float>(i));
        }
        if (i < w.rings) {
            d = turned(d, bendAxis, radians(r.bend) / static_cast<float>(w.rings)).normalized();
            across = (across - d * d.dot(across)).normalized();
            p += d * step;
        }
    }
    for (int i = 0; i < w.rings; ++i)
        for (int k = 0; k < w.sides; ++k) {
            const int a = base + i * w.row() + k, b = a + 1;
            bark.triangles.push_back({a, b, b + w.row()});
            bark.triangles.push_back({a, b + w.row(), a + w.row()});
        }
    smoothTube(bark, base, w.sides);
}

// The face of a cut, inside of the bark's ring that begins at `ring`, in bands from the bark to the pith: u goes round
// it, v is metres off the pith.
void cutOf(Mesh& cut, const Mesh& bark, int ring, const Round& w, const V3f& middle, const V3f& out, bool torn) {
    const int bands = torn ? 3 : 1, first = static_cast<int>(cut.positions.size());
    const V3f pith = middle - out * (0.02f * w.piece.radius);
    for (int band = 0; band <= bands; ++band) {
        const float share = 1 - static_cast<float>(band) / static_cast<float>(bands);
        for (int k = 0; k <= w.sides; ++k) {
            V3f edge = bark.positions[static_cast<size_t>(ring + k)] - pith;
            const float high = out.dot(edge);
            edge -= out * high;
            const V3f at = pith + edge * (0.995f * share);
            const float up = band == 0 ? high - 0.02f * w.piece.radius : torn ? 0.75f * w.torn(k + band, share) : 0;
            cut.positions.push_back(at + out * up);
            // In the middle u is that of the triangle's own.
            const float half = share > 0 ? 0 : 0.5f / static_cast<float>(w.sides);
            cut.uvs.emplace_back(w.turns(k) + half, edge.length() * share);
        }
    }
    const bool turnsLeft = out.dot((cut.positions[first] - pith).cross(cut.positions[first + 1] - pith)) > 0;
    for (int band = 0; band < bands; ++band)
        for (int k = 0; k < w.sides; ++k) {
            const int a = first + band * w.row() + k, b = a + 1, c = a + w.row(), e = b + w.row();
            cut.triangles.push_back(turnsLeft ? V3i(c, a, b) : V3i(c, b, a));
            if (band + 1 < bands) cut.triangles.push_back(turnsLeft ? V3i(c, b, e) : V3i(c, e, b));
        }
    cut.normals.resize(cut.positions.size(), out);
}

void wood(Mesh& bark, Mesh& cut, const Round& w) {
    const int ring = static_cast<int>(bark.positions.size());
    V3f d = w.piece.along, end(0);
    cover(bark, w, d, end);
    if (!w.piece.stands) cutOf(cut, bark, ring, w, w.piece.foot, -w.piece.along, false);
    cutOf(cut, bark, ring + w.rings * w.row(), w, end, d, w.recipe.broken > 0);
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
        wood(bark, cut, {r, piece, r.broken > 0 ? 3 * kSides[l] / 2 : kSides[l], kRings[l] / 2 + 2, random.next()});
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
            wood(bark, cut,
                 {r, piece, r.count > 4 ? std::max(5, kSides[l] / 2) : kSides[l],
                  r.count > 4 ? std::max(1, kRings[l] / 4) : kRings[l], seed});
            for (int s = 0; s < r.stubs && level != Level::Far; ++s) {
                const float t = random.between(0.12f, 0.9f);
                const V3f side = turned(anyAcross(d), d, random.between(0, 2 * kPi));
                const V3f out = (side + d * 0.6f).normalized();
                if (out.z < -0.3f) continue;
                const Piece stub{piece.foot + d * (piece.length * t),   out, radius * random.between(1.3f, 2.6f),
                                 radius * random.between(0.16f, 0.34f), 0,   false};
                LogRecipe torn = r;
                torn.broken = 1;
                wood(bark, cut, {torn, stub, std::max(5, kSides[l] / 4), 2, random.next()});
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
