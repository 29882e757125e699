#include "core/material/generator.h"

namespace thallos {

namespace {

// Split slate: thin, riven faces, ragged tails, each a half over the next.
Grain slate(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float tail = 0.004f * s.noise(p, 0.03f, 401, 3) + 0.006f * (b.random(1) - 0.5f), up = b.at.y - tail;
    const float side = below(0.0012f, 0.003f, std::min(b.at.x, b.size.x - b.at.x)), under = up < 0 ? 1.0f : 0.0f;
    const V2f q(p.x + 4 * b.random(2), p.y);
    const float step = s.noise(q, V2f(0.16f, 0.11f), 402, 3) * 5, riven = step - std::floor(step),
                nail = below(0, 0.02f, up);
    Grain g;
    g.color = lerp(s.between(0, 1, b.random(3) + 0.2f * s.noise(p, 0.1f, 403, 3)), s.color(2),
                   b.random(4) > 0.82f ? 0.7f : 0.0f);
    g.color *= (0.94f + 0.1f * riven) * (1 - 0.8f * side) * (1 - 0.7f * under) * (1 + 0.12f * nail);
    g.height =
        under > 0 ? -0.006f : 0.008f * (1 - up / b.size.y) + 0.0009f * riven + 0.0015f * b.random(5) - 0.004f * side;
    g.roughness = 0.45f + 0.2f * b.random(6);
    return g;
}

// Plain tiles: small, cambered clay.
Grain plainTile(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float x = b.at.x / b.size.x - 0.5f, up = b.at.y - 0.004f * (b.random(1) - 0.5f);
    const float side = below(0.0015f, 0.0035f, std::min(b.at.x, b.size.x - b.at.x)), under = up < 0.001f ? 1.0f : 0.0f;
    const float lichen = smoothstep(0.32f, 0.44f, s.noise(p, 0.03f, 411, 4) + 0.15f * s.noise(p, 0.4f, 412)),
                sand = s.noise(p, 0.004f, 413, 2);
    Grain g;
    g.color = lerp(s.between(0, 1, b.random(2) + 0.2f * s.noise(p, 0.06f, 414, 2)), s.color(2),
                   smoothstep(0.75f, 1, b.random(3))) *
              (1 + 0.1f * sand);
    g.color = lerp(g.color, s.color(3), 0.7f * lichen) * (1 - 0.85f * side) * (1 - 0.75f * under);
    g.height = under > 0 ? -0.01f
                         : 0.012f * (1 - up / b.size.y) + 0.005f * (1 - 4 * x * x) + 0.0003f * sand - 0.005f * side +
                               0.002f * b.random(4);
    g.roughness = 0.86f;
    return g;
}

// Pantiles: a wave of clay, rolls that cover the joints.
Grain pantile(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float x = b.at.x / b.size.x, up = (b.at.y - 0.006f * (b.random(1) - 0.5f)) / b.size.y;
    const float wave = 0.022f * std::sin(2 * kPi * x) + 0.006f * std::sin(4 * kPi * x),
                lap = below(0, 0.012f, std::abs(x - 0.03f));
    const float under = up < 0.006f ? 1.0f : 0.0f, trough = below(-0.022f, -0.004f, wave),
                dirt = smoothstep(-0.2f, 0.6f, s.noise(p, V2f(0.1f, 0.3f), 421, 4));
    Grain g;
    g.color = lerp(s.between(0, 1, b.random(2) + 0.25f * s.noise(p, 0.12f, 422, 3)), s.color(2),
                   0.65f * dirt * (0.4f + 0.6f * trough));
    g.color *= (1 - 0.6f * lap) * (1 - 0.7f * under) * (1 + 0.06f * s.noise(p, 0.005f, 423, 2));
    g.height = wave + (under > 0 ? -0.008f : 0.016f * (1 - up)) - 0.004f * lap;
    g.roughness = 0.78f;
    return g;
}

// Reed thatch: ends of stems, combed down the slope, with sways of the spars beneath.
Grain thatch(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.05f * s.noise(p, V2f(0.4f, 0.8f), 431, 2), p.y);
    const float stem = s.noise(q, V2f(0.006f, 0.35f), 432, 2), broken = s.noise(q, V2f(0.008f, 0.05f), 433, 2);
    const Cell end = s.cell(q, V2f(0.007f, 0.03f), 434, 1);
    const float hollow = below(0.0008f, 0.0018f, std::abs(end.away.x) + 0.1f * std::abs(end.away.y)) *
                         below(0.002f, 0.006f, std::abs(end.away.y)),
                sway = s.noise(p, V2f(0.8f, 0.3f), 435, 3);
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.45f * stem + 0.25f * end.random(1)) *
              (1 - 0.5f * smoothstep(0.1f, 0.6f, broken)) * (1 - 0.5f * hollow);
    g.color = lerp(g.color, s.color(2), 0.5f * smoothstep(0, 0.7f, sway));
    g.height = 0.004f * stem + 0.003f * broken + 0.01f * sway;
    g.roughness = 0.95f;
    return g;
}

// A roof of stonecrops: rosettes in patches of several kinds, gaps of red shale.
Grain sedum(const Plot& s, const V2f& p) {
    const float kind = s.noise(p, 0.35f, 441, 4);
    const V2f fine = kind > 0 ? V2f(0.018f) : V2f(0.011f);
    const Cell c = s.cell(p, fine, kind > 0 ? 442 : 443, 1);
    const float a = std::atan2(c.away.y, c.away.x), t = c.middle / fine.x;
    const float petals = 0.5f + 0.5f * std::cos(a * (kind > 0 ? 6.0f : 4.0f) + 6 * c.random(1)),
                leaf = below(0.35f, 0.75f, t - 0.18f * petals);
    const float bare = smoothstep(0.42f, 0.55f, s.noise(p, 0.16f, 444, 4)),
                bloom = c.random(2) > 0.9f && kind > 0.1f ? 1.0f : 0.0f;
    Grain g;
    g.color = lerp(s.between(0, 1, c.random(3) + 0.4f * kind), s.color(2), smoothstep(0.5f, 0.9f, c.random(4) - kind)) *
              (0.45f + 0.75f * leaf);
    g.color = lerp(g.color, s.color(4), 0.7f * bloom * leaf);
    g.color = lerp(g.color, s.color(3) * (0.7f + 0.6f * s.cell(p, V2f(0.012f), 445).random(1)), bare);
    g.height =
        (1 - bare) * (0.012f + 0.008f * kind + 0.009f * leaf * (1 - t)) + 0.003f * bare * s.noise(p, 0.012f, 446);
    g.roughness = 0.75f;
    return g;
}

} // namespace

const std::vector<NamedGenerator> kRoofing = {
    {"slate", slate}, {"plain tile", plainTile}, {"pantile", pantile}, {"thatch", thatch}, {"sedum", sedum}};

} // namespace thallos
