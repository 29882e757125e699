#include "core/planting/stone.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include "core/base/elementary.h"
#include "core/base/noise.h"

namespace thallos {

namespace {

namespace el = elementary;

// A sphere of 20 * 4^divisions triangles.
Mesh ball(int divisions) {
    const float g = 1.618034f;
    Mesh m;
    m.positions = {{-1, g, 0},  {1, g, 0},  {-1, -g, 0}, {1, -g, 0}, {0, -1, g},  {0, 1, g},
                   {0, -1, -g}, {0, 1, -g}, {g, 0, -1},  {g, 0, 1},  {-g, 0, -1}, {-g, 0, 1}};
    m.triangles = {{0, 11, 5},  {0, 5, 1},  {0, 1, 7},  {0, 7, 10}, {0, 10, 11}, {1, 5, 9}, {5, 11, 4},
                   {11, 10, 2}, {10, 7, 6}, {7, 1, 8},  {3, 9, 4},  {3, 4, 2},   {3, 2, 6}, {3, 6, 8},
                   {3, 8, 9},   {4, 9, 5},  {2, 4, 11}, {6, 2, 10}, {8, 6, 7},   {9, 8, 1}};
    for (V3f& p : m.positions) p.normalize();
    for (int d = 0; d < divisions; ++d) {
        std::map<std::pair<int, int>, int> middles;
        const auto middle = [&](int a, int b) {
            const auto [it, fresh] =
                middles.try_emplace({std::min(a, b), std::max(a, b)}, static_cast<int>(m.positions.size()));
            if (fresh) m.positions.push_back((m.positions[a] + m.positions[b]).normalized());
            return it->second;
        };
        std::vector<V3i> finer;
        finer.reserve(m.triangles.size() * 4);
        for (const V3i& t : m.triangles) {
            const int a = middle(t.x, t.y), b = middle(t.y, t.z), c = middle(t.z, t.x);
            finer.insert(finer.end(), {{t.x, a, c}, {t.y, b, a}, {t.z, c, b}, {a, b, c}});
        }
        m.triangles = std::move(finer);
    }
    return m;
}

float octaves(const V3f& p, uint64_t seed, int n) {
    float sum = 0, high = 1;
    V3f q = p;
    for (int k = 0; k < n; ++k) {
        sum += high * valueNoise(q, seed + static_cast<uint64_t>(k));
        q = V3f(q.y, q.z, q.x) * 2.03f + V3f(7.1f);
        high *= 0.5f;
    }
    return sum;
}

} // namespace

Mesh stone(const StoneRecipe& recipe, int divisions, uint64_t seed) {
    Random random(seed);
    // Planes about evenly round it, each at its own depth; few of them broke lately and are sharp.
    struct Plane {
        V3f normal;
        float away, sharp;
    };
    std::vector<Plane> planes;
    for (int k = 0; k < recipe.planes; ++k) {
        const float z = 1 - 2 * (static_cast<float>(k) + 0.5f) / static_cast<float>(recipe.planes);
        const float a = 2.39996f * static_cast<float>(k) + random.around(0.6f),
                    r = std::sqrt(std::max(0.0f, 1 - z * z));
        V3f n(r * el::cos(a) + random.around(0.3f), r * el::sin(a) + random.around(0.3f), z + random.around(0.3f));
        planes.push_back(
            {n.normalized(), random.between(0.62f, 1.0f), random.unit() < 0.3f ? 1 : random.between(0.4f, 1)});
    }
    const float power = lerp(34, 5, recipe.wear); // the higher the sharper the edges
    Mesh m = ball(divisions);
    const V3f away(random.around(40), random.around(40), random.around(40));
    const int detail = divisions + 1;
    for (V3f& p : m.positions) {
        const V3f d = p;
        float sum = 1e-6f;
        for (const Plane& plane : planes) {
            const float c = d.dot(plane.normal) / plane.away;
            if (c > 0) sum += el::pow(c, power * lerp(1, plane.sharp, recipe.wear));
        }
        float r = el::pow(sum, -1 / power);
        V3f q = d * r;
        const V3f at = q + away;
        r += recipe.rough *
             (1.6f * octaves(at * 1.7f, seed, 2) + 0.3f * octaves(at * 6.0f, seed + 9, std::clamp(detail - 3, 1, 3)));
        if (recipe.layers > 0) { // beds of unlike hardness
            const float bed = q.z * 9 + 0.8f * valueNoise(at * 1.3f, seed + 5);
            r *= 1 + 0.055f * recipe.layers * valueNoise(std::floor(bed) * 3.7f, 0.5f, seed + 6) * (1 - std::abs(d.z));
        }
        p = V3f(d.x * recipe.proportion.x, d.y * recipe.proportion.y, d.z * recipe.proportion.z) * (r * 0.55f);
    }
    m.normals = smoothNormals(m);
    return m;
}

Shaper growStones(const StoneRecipe& recipe, const Growth& growth) {
    return [recipe, growth](Level level, float fuller) {
        constexpr size_t kMost[kLevels] = {42000, 21000, 2600, 340};
        Form form;
        form.parts.resize(std::size(kStoneParts));
        const size_t most = kMost[static_cast<size_t>(level)];
        int divisions = 5;
        while (divisions > 0 && static_cast<size_t>(recipe.count) * (size_t{20} << (2 * divisions)) > most) --divisions;
        const int every = std::max(1, static_cast<int>(static_cast<size_t>(recipe.count) * 20 / most));
        Random random(growth.seed);
        for (int i = 0; i < recipe.count; ++i) {
            Random own(random.next());
            if (i % every) continue;
            const float a = own.between(0, 2 * kPi), q = recipe.spread / 2 * std::sqrt(own.unit());
            const float size = recipe.size * growth.size * std::sqrt(fuller) *
                               (recipe.count > 1 ? own.between(0.4f, 1.15f) : 1) * std::sqrt(static_cast<float>(every));
            StoneRecipe shape = recipe;
            for (int k = 0; k < 3; ++k) shape.proportion[k] *= 1 + own.around(0.15f);
            const Mesh one = stone(shape, divisions, own.next());
            const float low = bounds(one).min.z, high = bounds(one).max.z;
            const float turn = own.between(0, 2 * kPi), c = el::cos(turn), sine = el::sin(turn);
            const V3f at(q * el::cos(a), q * el::sin(a), (-low - recipe.sunk * (high - low)) * size);
            const auto turned = [&](const V3f& v) { return V3f(c * v.x - sine * v.y, sine * v.x + c * v.y, v.z); };
            Mesh& m = form.parts[0];
            const V3i base(static_cast<int>(m.positions.size()));
            for (const V3f& v : one.positions) m.positions.push_back(at + turned(v) * size);
            for (const V3f& n : one.normals) m.normals.push_back(turned(n));
            for (const V3i& t : one.triangles) m.triangles.push_back(t + base);
        }
        form.grain = recipe.size * 2.0f / std::sqrt(static_cast<float>(size_t{20} << (2 * divisions)));
        return form;
    };
}

} // namespace thallos
