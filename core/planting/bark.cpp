#include "core/planting/bark.h"

#include <algorithm>
#include <cmath>

#include "core/base/hash.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

struct Ring {
    V3f at;
    float radius;
};

struct Roots {
    float flare = 0; // 0: none
    float phase = 0;
    int lobes = 5;
    float widen(float z, float radius, float angle) const {
        if (flare <= 0) return 1;
        const float low = el::exp(-std::max(z, 0.0f) / (1.9f * radius));
        return 1 + flare * low * (0.62f + 0.38f * low * el::cos(static_cast<float>(lobes) * angle + phase));
    }
};

// Rot opens a stem at its foot: a pocket that reaches inwards on one side.
struct Hollow {
    float depth = 0;                           // 0: none
    float towards = 0, up = 0.6f, tall = 0.5f; // radians; metres to its middle, and half of its height
    float deepen(float z, float angle) const {
        if (depth <= 0) return 1;
        const float y = (z - up) / tall, x = std::remainder(angle - towards, 2 * kPi) / (0.62f - 0.14f * y);
        const float inside = 1 - std::sqrt(x * x + y * y);
        if (inside <= 0) return 1.0f + 0.1f * el::exp(20 * std::max(inside, -4.0f)); // a lip of healed wood
        return 1.1f - 0.95f * depth * std::min(1.0f, 3.5f * inside);
    }
};

void tube(Mesh& mesh, const std::vector<Ring>& rings, int sides, const Roots& roots, const Hollow& hollow,
          float radius0, float start) {
    const int n = static_cast<int>(rings.size()), base = static_cast<int>(mesh.positions.size());
    const int row = sides + 1; // the last corner of a ring lies on the first, with another uv
    const float steps = std::max(1.0f, std::round(2 * kPi * rings[std::min(1, n - 1)].radius / kGirthStep)),
                girth = steps * kGirthStep;
    float along = start;
    // Corners stand out so far that the tube is as broad to see as a round one.
    const float out = kPi / static_cast<float>(sides) / el::sin(kPi / static_cast<float>(sides));
    V3f across = anyAcross((rings[1].at - rings[0].at).normalized());
    const auto add = [&](const V3f& p, const V3f& normal, float turns) {
        mesh.positions.push_back(p);
        mesh.normals.push_back(normal);
        mesh.uvs.emplace_back(steps + turns, along);
    };
    V3f d(0);
    for (int i = 0; i + 1 < n; ++i) {
        d = (rings[i + 1].at - rings[std::max(i - 1, 0)].at).normalized();
        across = (across - d * d.dot(across));
        across = across.length2() > 1e-8f ? across.normalized() : anyAcross(d);
        const V3f up = d.cross(across);
        if (i > 0)
            along += (rings[i].at - rings[i - 1].at).length() * girth /
                     (kPi * (rings[i].radius + rings[i - 1].radius) + 1e-5f);
        for (int k = 0; k <= sides; ++k) {
            const float turns = static_cast<float>(k) / static_cast<float>(sides),
                        a = 2 * kPi * static_cast<float>(k % sides) / static_cast<float>(sides);
            const V3f away = across * el::cos(a) + up * el::sin(a);
            const float z = rings[i].at.z;
            add(rings[i].at + away * (out * rings[i].radius * roots.widen(z, radius0, a) * hollow.deepen(z, a)), away,
                turns);
        }
    }
    along += (rings[n - 1].at - rings[n - 2].at).length() * girth / (2 * kPi * rings[n - 2].radius + 1e-5f);
    add(rings[n - 1].at, d, 0.5f); // its end is a point
    const int tip = base + (n - 1) * row;
    for (int i = 0; i + 2 < n; ++i)
        for (int k = 0; k < sides; ++k) {
            const int a = base + i * row + k, b = a + 1;
            mesh.triangles.push_back({a, b, b + row});
            mesh.triangles.push_back({a, b + row, a + row});
        }
    for (int k = 0; k < sides; ++k) {
        const int last = base + (n - 2) * row;
        mesh.triangles.push_back({last + k, last + k + 1, tip});
    }
    if (hollow.depth > 0 || roots.flare > 0) smoothTube(mesh, base, sides);
    // Its foot is shut inside of what bears it.
    for (int k = 1; k + 1 < sides; ++k) mesh.triangles.push_back({base, base + k + 1, base + k});
}

// Rings no further apart than `step` up to the height `top`.
std::vector<Ring> closer(const std::vector<Ring>& rings, float top, float step) {
    std::vector<Ring> out{rings.front()};
    for (size_t i = 1; i < rings.size(); ++i) {
        const Ring &a = rings[i - 1], &b = rings[i];
        const int parts =
            a.at.z < top ? std::clamp(static_cast<int>((b.at - a.at).length() / std::max(step, 0.02f)) + 1, 1, 40) : 1;
        for (int k = 1; k <= parts; ++k) {
            const float t = static_cast<float>(k) / static_cast<float>(parts);
            out.push_back({lerp(a.at, b.at, t), lerp(a.radius, b.radius, t)});
        }
    }
    return out;
}

} // namespace

void smoothTube(Mesh& mesh, int base, int sides) {
    std::vector<V3f> sums(mesh.positions.size() - static_cast<size_t>(base), V3f(0));
    for (const V3i& t : mesh.triangles) {
        if (t.x < base) continue;
        const V3f n = (mesh.positions[t.y] - mesh.positions[t.x]).cross(mesh.positions[t.z] - mesh.positions[t.x]);
        for (int k = 0; k < 3; ++k) sums[static_cast<size_t>(t[k] - base)] += n;
    }
    const size_t row = static_cast<size_t>(sides) + 1;
    for (size_t first = 0; first + row <= sums.size(); first += row)
        sums[first] = sums[first + row - 1] = sums[first] + sums[first + row - 1];
    for (size_t i = 0; i < sums.size(); ++i)
        if (sums[i].length2() > 1e-16f) mesh.normals[static_cast<size_t>(base) + i] = sums[i].normalized();
}

// The thickest child goes on with its parent's tube; a stem stays a stem. -1: none does.
static std::vector<int> onwardOf(const Wood& wood, const Children& children) {
    const auto& nodes = wood.nodes;
    std::vector<int> onward(nodes.size(), -1);
    for (size_t i = 0; i < nodes.size(); ++i) {
        float best = -1;
        for (int k = children.first[i]; k < children.first[i + 1]; ++k) {
            const WoodNode& c = nodes[children.list[k]];
            if (c.order == 3 && nodes[i].order < 3 &&
                children.first[children.list[k]] != children.first[children.list[k] + 1] &&
                (c.at - nodes[i].at).length2() < 1e-10f)
                continue;
            const float worth = c.radius + (c.order == nodes[i].order ? 1000.0f : 0);
            if (worth > best) {
                best = worth;
                onward[i] = children.list[k];
            }
        }
    }
    return onward;
}

void barkOf(const Wood& wood, float flare, float twigFrom, const BarkDetail& detail, Mesh& bark, Mesh& twigs,
            uint64_t seed) {
    const auto& nodes = wood.nodes;
    const Children children = childrenOf(wood);
    Random random(seed);
    const std::vector<int> onward = onwardOf(wood, children);
    size_t twigFeet = 0, twig = 0;
    int stem = 0;
    for (const WoodNode& n : nodes) twigFeet += n.order == 3 && n.parent >= 0 && nodes[n.parent].order < 3;
    const size_t every = detail.mostTwigs > 0 ? twigFeet / detail.mostTwigs + 1 : 1;
    constexpr float kMostBroad = 2.5f; // more would look like another plant
    const float twigsBroader = detail.twigsBroader * std::min(static_cast<float>(every), kMostBroad);
    for (size_t i = 0; i < nodes.size(); ++i) {
        const WoodNode& n = nodes[i];
        const bool foot = n.parent < 0;
        if (!foot && onward[n.parent] == static_cast<int>(i)) continue;
        if (n.order == 3 && !foot && (detail.mostTwigs == 0 || twig++ % every != 0)) continue;
        if (foot && stem++ % (wood.stems / detail.mostStems + 1) != 0) continue;
        const float thick = n.radius;
        if (!foot && thick < detail.thinnest) continue;
        std::vector<Ring> rings;
        // A branch sets out from the middle of what bears it, with a collar; a twig from its own foot.
        if (!foot && n.order < 3) {
            rings.push_back({nodes[n.parent].at, std::min(1.25f * thick, 0.92f * nodes[n.parent].radius)});
        }
        V3f before = rings.empty() ? n.at : rings.back().at;
        for (int k = static_cast<int>(i); k >= 0; k = onward[k]) {
            const WoodNode& m = nodes[k];
            const int next = onward[k];
            if (next >= 0 && nodes[next].radius < detail.thinnest && !foot) {
                rings.push_back({m.at, m.radius});
                break;
            }
            if (!rings.empty() && next >= 0 && detail.straightness > 1 && k != static_cast<int>(i)) {
                const float run = (m.at - rings.back().at).length();
                const V3f a = (m.at - before).normalized(), b = (nodes[next].at - m.at).normalized();
                if (run < detail.straightness * 6 * std::max(m.radius, 0.004f) && a.dot(b) > 0.9f) continue;
            }
            before = m.at;
            rings.push_back({m.at, m.radius});
        }
        if (rings.size() < 2) continue;
        for (size_t k = rings.size(); k-- > 1;)
            if ((rings[k].at - rings[k - 1].at).length2() < 1e-10f)
                rings.erase(rings.begin() + static_cast<std::ptrdiff_t>(k));
        if (rings.size() < 2) continue;
        const float broader = detail.broader * (n.order == 3 && !foot ? twigsBroader : 1);
        for (Ring& r : rings) r.radius *= broader;
        const bool thin = thick < twigFrom && !foot;
        if (const size_t most = static_cast<size_t>(detail.twigRings) + 1; thin && rings.size() > most) {
            for (size_t k = 1; k < most; ++k) rings[k] = rings[k * (rings.size() - 1) / (most - 1)];
            rings.resize(most);
        }
        const int sides =
            thin ? detail.twigSides
                 : std::clamp(static_cast<int>(detail.roundness * (4 + 22 * std::sqrt(thick / 0.2f) * 0.5f)), 3, 28);
        Roots roots;
        Hollow hollow;
        if (foot) {
            roots = {flare, random.between(0, 2 * kPi), 4 + static_cast<int>(random.unit() * 3)};
            if (detail.hollow > 0) {
                hollow = {detail.hollow, random.between(0, 2 * kPi), 1.5f * thick + 0.35f, 1.1f * thick + 0.35f};
                rings = closer(rings, hollow.up + 1.3f * hollow.tall, 0.35f * hollow.tall);
            }
        }
        const float start = 40 * unitFloat(mix(seed, i));
        tube(thin ? twigs : bark, rings, foot && detail.hollow > 0 ? std::max(sides, 24) : sides, roots, hollow, thick,
             start);
    }
}

} // namespace thallos
