#include "core/material/generator.h"

namespace thallos {

namespace {

// Granite cubes in rows, heads worn round, sand in the joints.
Grain setts(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const V2f in(0.004f + 0.004f * b.random(1), 0.004f + 0.004f * b.random(2));
    const V2f warp(0.004f * s.noise(p, 0.03f, 601, 2), 0.004f * s.noise(p, 0.03f, 602, 2));
    Piece worn = b;
    worn.at += warp;
    const float d = worn.inside(in, b.size - in, 0.022f), joint = below(-0.001f, 0.002f, d), t = clamp01(d / 0.035f);
    const Cell c = s.cell(p, V2f(0.003f), 603, 1);
    Grain g;
    g.color = lerp(s.between(0, 1, b.random(3)), s.color(2), b.random(4) > 0.7f ? 0.6f : 0.0f) *
              (0.82f + 0.36f * c.random(1));
    g.color = lerp(g.color, s.color(3) * (0.8f + 0.4f * s.noise(p, 0.004f, 604, 2)), joint);
    g.color = lerp(g.color, s.color(4), 0.6f * joint * smoothstep(0.1f, 0.5f, s.noise(p, 0.35f, 605, 3)));
    g.height =
        (1 - joint) * (0.012f * std::sqrt(t * (2 - t)) + 0.003f * b.random(5)) + 0.0008f * s.noise(p, 0.015f, 606, 3);
    g.roughness = lerp(0.55f, 0.95f, joint);
    return g;
}

// Riven flags: large slabs of many lengths, each with its own bed.
Grain flags(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const auto [from, to, key] = b.part(3, 0.7f); // slabs
    const float in = b.inside(V2f(from, 0), V2f(to, b.size.y), 0.008f) + 0.003f * s.noise(p, 0.06f, 611, 3),
                joint = below(0.004f, 0.007f, in);
    const float tone = unitFloat(mix(key, 1)), bed = s.noise(V2f(p.x + 9 * tone, p.y), V2f(0.35f, 0.2f), 612, 4) * 3,
                ledge = bed - std::floor(bed);
    Grain g;
    g.color = lerp(s.between(0, 1, tone), s.color(2), 0.4f * unitFloat(mix(key, 2))) * (0.95f + 0.08f * ledge) *
              (1 + 0.12f * s.noise(p, 0.05f, 613, 5));
    g.color = lerp(g.color, s.color(3), joint);
    g.height = (1 - joint) * (0.001f * ledge + 0.002f * unitFloat(mix(key, 3))) - 0.006f * joint -
               0.002f * below(0.004f, 0.015f, in);
    g.roughness = 0.72f + 0.1f * ledge;
    return g;
}

// Brick laid in a weave: each next to two that run the other way.
Grain herringbone(const Plot& s, const V2f& p) {
    const float w = s.number("brick_m", 0.1f);
    // On the lattice of widths a brick lies level where (i - j) mod 4 is 0 or 1 and stands where it is 2 or 3.
    const int i = static_cast<int>(std::floor(p.x / w)), j = static_cast<int>(std::floor(p.y / w));
    const int k = (((i - j) % 4) + 4) % 4;
    const int nx = static_cast<int>(std::lround(s.size.x / w)), ny = static_cast<int>(std::lround(s.size.y / w));
    V2f from(static_cast<float>(i), static_cast<float>(j)), to;
    if (k < 2) {
        from.x -= static_cast<float>(k);
        to = from + V2f(2, 1);
    } else {
        from.y -= k == 2 ? 1.0f : 0.0f;
        to = from + V2f(1, 2);
    }
    const auto round = [](float v, int n) { return static_cast<uint64_t>(((static_cast<int>(v) % n) + n) % n); };
    const uint64_t key = mix(round(from.x, nx) << 32 | round(from.y, ny), s.seed(621));
    Piece b{0, 0, p, V2f(w), key};
    const float in = b.inside(from * w, to * w, 0.004f) + 0.001f * s.noise(p, 0.02f, 622, 2),
                joint = below(0.0015f, 0.0035f, in);
    const float tone = unitFloat(mix(key, 1));
    Grain g;
    g.color = lerp(s.between(0, 1, tone + 0.2f * s.noise(p, 0.05f, 623, 3)), s.color(2),
                   smoothstep(0.75f, 1, unitFloat(mix(key, 2)))) *
              (0.88f + 0.24f * unitFloat(mix(key, 3)));
    g.color = lerp(g.color, s.color(3), joint) * (1 + 0.08f * s.noise(p, 0.004f, 624, 2));
    g.height = -0.004f * joint - 0.002f * below(0.001f, 0.006f, in) + 0.0015f * unitFloat(mix(key, 4)) * (1 - joint);
    g.roughness = 0.84f;
    return g;
}

// Rounded stones of a river, graded from sand to pebbles.
Grain roundGravel(const Plot& s, const V2f& p) {
    const V2f scales[] = {V2f(0.026f, 0.022f), V2f(0.014f, 0.012f), V2f(0.008f)};
    Grain g;
    g.color = s.color(3) * (0.75f + 0.3f * s.noise(p, 0.004f, 631, 2));
    g.height = 0;
    g.roughness = 0.9f;
    float top = -1;
    for (int k = 2; k >= 0; --k) {
        const Cell c = s.cell(p, scales[k], 632 + static_cast<uint64_t>(k), 1);
        const float present = k == 2 ? 1 : k == 1 ? 0.72f : 0.5f;
        if (c.random(1) > present) continue;
        const float radius = 0.46f * scales[k].x * (0.65f + 0.35f * c.random(2));
        const float a = kPi * c.random(3), u = std::cos(a) * c.away.x + std::sin(a) * c.away.y,
                    v = (-std::sin(a) * c.away.x + std::cos(a) * c.away.y) * (1.1f + 0.5f * c.random(4));
        const float t = std::sqrt(u * u + v * v) / radius;
        if (t >= 1) continue;
        const float h = radius * 0.75f * std::sqrt(1 - t * t) + 0.003f * c.random(5);
        if (h < top) continue;
        top = h;
        g.color = lerp(s.between(0, 1, c.random(6)), s.color(2), smoothstep(0.7f, 0.9f, c.random(7))) *
                  (0.8f + 0.4f * c.random(8)) * (0.72f + 0.28f * std::sqrt(1 - t * t)) *
                  (1 + 0.1f * s.noise(p, 0.003f, 636, 2));
        g.height = h;
        g.roughness = 0.6f;
    }
    return g;
}

// Crushed stone: sharp chips, each face tilted.
Grain crushed(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.0015f * s.noise(p, 0.008f, 641, 2), p.y + 0.0015f * s.noise(p, 0.008f, 642, 2));
    const Cell big = s.cell(q, V2f(0.019f, 0.016f), 643, 1), small = s.cell(q, V2f(0.008f), 644, 1);
    const bool chip = big.random(1) < 0.7f && big.border > 0.0012f;
    const Cell& c = chip ? big : small;
    const V2f lean(c.random(2) - 0.5f, c.random(3) - 0.5f);
    Grain g;
    g.color = lerp(s.between(0, 1, c.random(4)), s.color(2), smoothstep(0.75f, 0.95f, c.random(5))) *
              (0.75f + 0.5f * c.random(6)) * (0.5f + 0.5f * smoothstep(0, 0.0025f, c.border));
    g.height = (chip ? 0.006f + 0.005f * c.random(7) : 0.002f * c.random(7)) + 1.1f * lean.dot(c.away) -
               0.002f * below(0, 0.002f, c.border);
    g.roughness = 0.85f;
    return g;
}

// Asphalt: chips rolled flat in bitumen, worn pale in the tracks, mended cracks.
Grain asphalt(const Plot& s, const V2f& p) {
    const Cell c = s.cell(p, V2f(0.009f), 651, 1),
               web = s.cell(V2f(p.x + 0.12f * s.noise(p, 0.3f, 652, 4), p.y + 0.12f * s.noise(p, 0.3f, 653, 4)),
                            V2f(1.5f), 654, 1);
    const float worn = 0.5f + 0.5f * s.noise(p, V2f(2, 0.8f), 655, 3),
                chip = c.random(1) < 0.35f + 0.4f * worn ? smoothstep(0.0004f, 0.0016f, c.border) : 0;
    const float crack = below(0.001f, 0.004f, web.border + 0.002f * s.noise(p, 0.02f, 656)) *
                        smoothstep(0.1f, 0.3f, s.noise(p, 1.2f, 657));
    Grain g;
    g.color = lerp(s.color(0), s.between(1, 2, c.random(2)), chip * (0.35f + 0.4f * worn)) * (1 - 0.6f * crack) *
              (1 + 0.06f * s.noise(p, 0.4f, 658, 3));
    g.height = 0.0016f * chip + 0.0006f * c.random(3) - 0.005f * crack;
    g.roughness = 0.85f;
    return g;
}

// Sawn tiles in an even grid, soft clouds, narrow grout.
Grain tiles(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float in = b.inside(0.003f), grout = below(0.0012f, 0.0022f, in);
    const float vein =
        below(0, 0.05f, std::abs(s.noise(V2f(p.x + 5 * b.random(1), p.y + 5 * b.random(2)), V2f(0.4f, 0.25f), 661, 5)));
    Grain g;
    g.color = s.between(0, 1, b.random(3) + 0.3f * s.noise(p, 0.12f, 662, 4)) * (1 + 0.12f * vein);
    g.color = lerp(g.color, s.color(2), grout);
    g.height = -0.0012f * grout - 0.0006f * below(0.001f, 0.004f, in);
    g.roughness = lerp(0.38f + 0.05f * s.noise(p, 0.3f, 663, 2), 0.9f, grout);
    return g;
}

} // namespace

const std::vector<NamedGenerator> kFloors = {{"setts", setts},
                                             {"flags", flags},
                                             {"herringbone", herringbone},
                                             {"round gravel", roundGravel},
                                             {"crushed stone", crushed},
                                             {"asphalt", asphalt},
                                             {"tiles", tiles}};

} // namespace thallos
