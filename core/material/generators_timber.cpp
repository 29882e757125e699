#include "core/material/generator.h"

namespace thallos {

namespace {

// The figure of sawn wood: a cut through rings round a pith that lies beside or behind the face, and knots.
struct Wood {
    float late; // 0 early wood .. 1 late wood
    float fibre;
    float knot; // 0..1
};
Wood figure(const Plot& s, const Piece& b, const V2f& p, float ring, float knots) {
    const float pith = (b.random(11) - 0.5f) * 2.2f * b.size.y, depth = 0.015f + 0.09f * b.random(12);
    const V2f q(p.x, p.y + 7 * b.size.y * b.random(13));
    float bend = 0.5f * s.noise(q, V2f(0.9f, 0.2f), 101, 2), knot = 0;
    // A knot pushes the fibres aside.
    for (int k = 0; k < 3; ++k) {
        if (b.random(20 + k) > knots) continue;
        const V2f at((0.1f + 0.8f * b.random(30 + k)) * b.size.x, (0.15f + 0.7f * b.random(40 + k)) * b.size.y);
        const float radius = 0.006f + 0.009f * b.random(50 + k);
        const V2f d((b.at.x - at.x) / 1.5f, b.at.y - at.y);
        const float l = d.length();
        knot = std::max(knot, below(0.75f * radius, radius, l));
        bend += std::copysign(0.9f, d.y) * radius * 25 * std::exp(-l * l / (9 * radius * radius));
    }
    const float up = b.at.y - 0.5f * b.size.y - pith + 0.008f * bend;
    const float across = std::sqrt(up * up + depth * depth) + 0.006f * s.noise(q, V2f(2.2f, 0.5f), 102);
    const float turn = across / ring, part = turn - std::floor(turn);
    const float late = part * part * below(0.88f, 1, part);
    return {late, s.noise(q, V2f(0.12f, 0.0016f), 103, 2), knot};
}

Grain larch(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const Wood w = figure(s, b, p, 0.0055f, 0.55f);
    const float edge = below(0.0015f, 0.005f, b.inside(0.003f));
    Grain g;
    g.color = lerp(s.color(0), s.color(1), 0.75f * w.late) * (0.86f + 0.28f * b.random(1)) * (1 + 0.07f * w.fibre);
    g.color = lerp(g.color, s.color(2), 0.85f * w.knot) * (1 - 0.85f * edge);
    g.height = -0.004f * edge + 0.0002f * w.fibre + 0.0002f * w.late;
    g.roughness = 0.62f - 0.12f * w.late + 0.05f * w.fibre;
    return g;
}

// Weathered: soft wood worn out between the rings, checks along the grain, stains from rain, lichen.
Grain silvered(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const Wood w = figure(s, b, p, 0.006f, 0.4f);
    const float edge = below(0.002f, 0.008f, b.inside(0.003f) + 0.0015f * s.noise(p, 0.05f, 111, 2));
    const float check = below(0.0f, 0.12f, std::abs(s.noise(p, V2f(0.7f, 0.03f), 112, 2))) *
                        smoothstep(0.1f, 0.45f, s.noise(p, V2f(0.5f, 0.06f), 113, 2));
    const float damp = smoothstep(-0.1f, 0.7f, s.noise(p, V2f(1.4f, 0.12f), 114, 3));
    const float lichen =
        smoothstep(0.38f, 0.5f, s.noise(p, 0.03f, 115, 3)) * smoothstep(0, 0.4f, s.noise(p, 0.5f, 116));
    Grain g;
    g.color = s.between(0, 1, 0.25f + 0.5f * b.random(1) + 0.3f * w.fibre) * (1 - 0.25f * w.late);
    g.color = lerp(g.color, s.color(2), 0.45f * damp);
    g.color = lerp(g.color, s.color(3), 0.6f * lichen) * (1 - 0.8f * check) * (1 - 0.85f * edge);
    g.height = 0.0009f * w.late + 0.0004f * w.fibre - 0.002f * check - 0.005f * edge;
    g.roughness = 0.88f;
    return g;
}

// Charred: the face breaks into small bright-edged scales.
Grain charred(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const V2f q(p.x + 0.006f * s.noise(p, 0.04f, 121, 2), p.y);
    const Cell c = s.cell(q, V2f(0.045f, 0.018f), 122, 0.8f);
    const float edge = below(0.002f, 0.007f, b.inside(0.003f)), crack = below(0.0005f, 0.0028f, c.border);
    const float ash = smoothstep(0.2f, 0.7f, s.noise(p, 0.5f, 123, 3));
    Grain g;
    g.color = s.between(0, 1, 0.4f * c.random(1) + 0.5f * ash) * (1 - 0.7f * crack) * (1 - 0.8f * edge);
    g.height = 0.0018f * smoothstep(0, 0.008f, c.border) + 0.0006f * c.random(2) - 0.004f * edge;
    g.roughness = 0.42f + 0.3f * c.random(3) + 0.2f * crack;
    return g;
}

// Wide sawn boards with battens over their joints; the saw has left its marks.
Grain battened(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float batten = s.number("batten_m", 0.045f), d = std::min(b.at.y, b.size.y - b.at.y) - batten / 2;
    const bool raised = d < 0;
    const Wood w = figure(s, b, p, 0.007f, raised ? 0.0f : 0.7f);
    const float saw = std::sin(p.x * 2 * kPi / 0.011f + 4 * s.noise(p, V2f(0.3f, 0.1f), 131)) *
                      (0.5f + 0.5f * s.noise(p, V2f(0.6f, 0.15f), 132));
    const float shade = raised ? 0 : below(0, 0.012f, d);
    Grain g;
    g.color = s.between(0, 1, 0.6f * w.late + 0.25f * w.fibre) * (0.85f + 0.3f * b.random(raised ? 2 : 1));
    g.color = lerp(g.color, s.color(2), 0.8f * w.knot) * (1 + 0.06f * saw) * (1 - 0.3f * shade);
    g.height = 0.022f * below(-0.002f, 0.001f, d) + 0.0003f * saw;
    g.roughness = 0.82f;
    return g;
}

// Painted boards that lap over each other: each leans out to its lower edge, which throws a shadow.
Grain lapped(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float up = b.at.y / b.size.y, butt = below(0, 0.0025f, b.at.x);
    const float worn = smoothstep(0.42f, 0.62f, s.noise(p, V2f(0.25f, 0.03f), 141, 4) + 0.25f * below(0, 0.15f, up));
    const float brush = s.noise(p, V2f(0.35f, 0.0025f), 142, 2), grime = s.noise(p, V2f(0.5f, 0.9f), 143, 3);
    Grain g;
    g.color = s.color(0) * (0.97f + 0.06f * b.random(1) + 0.03f * brush + 0.05f * grime);
    g.color =
        lerp(g.color, s.color(1), 0.7f * worn) * (1 - 0.6f * butt) * (1 - 0.75f * below(0.94f, 1.0f, 2 - up - 0.06f));
    g.height = 0.016f * (1 - up) + 0.00012f * brush - 0.0004f * worn - 0.002f * butt;
    g.roughness = lerp(0.38f + 0.04f * brush, 0.85f, worn);
    return g;
}

// A screen of slats with open joints: what lies behind shows dark.
Grain slats(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float gap = s.number("gap_m", 0.018f);
    const float in = b.inside(V2f(0, gap / 2), V2f(b.size.x, b.size.y - gap / 2), 0.004f);
    const Wood w = figure(s, b, p, 0.0045f, 0.25f);
    const float open = below(-0.0005f, 0.0005f, in);
    Grain g;
    g.color = lerp(s.between(0, 1, 0.7f * w.late + 0.2f * w.fibre) * (0.82f + 0.36f * b.random(1)), s.color(2), open);
    g.height = -0.02f * open - 0.002f * below(0, 0.004f, in);
    g.roughness = 0.7f;
    return g;
}

// Shingles: courses of pieces of many widths, each leaning out to its butt.
Grain shingle(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const auto [from, to, key] = b.part(5, 0.7f);
    const float tone = unitFloat(key), drop = 0.008f * (unitFloat(mix(key, 1)) - 0.5f);
    const float up = (b.at.y - drop) / b.size.y, side = std::min(b.at.x - from, to - b.at.x);
    const float joint = below(0.001f, 0.003f, side), fibre = s.noise(p, V2f(0.004f, 0.25f), 151, 3);
    const float ring = s.noise(V2f(p.x + 0.01f * s.noise(p, 0.2f, 152), p.y), V2f(0.009f, 0.6f), 153);
    const float under = below(0, 0.045f, up) + (up < 0 ? 1 : 0);
    Grain g;
    g.color =
        s.between(0, 1, tone + 0.3f * ring) * (0.9f + 0.16f * fibre) * (1 - 0.8f * joint) * (1 - 0.7f * clamp01(under));
    g.height = (up < 0 ? -0.009f : 0.011f * (1 - up)) + 0.0004f * fibre - 0.006f * joint +
               0.002f * (unitFloat(mix(key, 2)) - 0.5f);
    g.roughness = 0.8f;
    return g;
}

// Old shingles: split, cupped, with moss in the joints and butts worn ragged.
Grain oldShingle(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const auto [from, to, key] = b.part(6, 0.8f);
    const float rag = 0.012f * s.noise(p, V2f(0.012f, 0.5f), 161, 2) + 0.03f * (unitFloat(mix(key, 1)) - 0.5f);
    const float up = (b.at.y - rag) / b.size.y, wide = to - from, x = (b.at.x - from) / wide;
    const float split = unitFloat(mix(key, 3)) < 0.35f
                            ? below(0.0008f, 0.003f, std::abs((x - 0.5f) * wide + 0.004f * s.noise(p, 0.06f, 162)))
                            : 0;
    const float joint = std::max(below(0.001f, 0.004f, std::min(x, 1 - x) * wide), 0.8f * split);
    const float moss =
        smoothstep(0.05f, 0.5f, s.noise(p, 0.1f, 163, 4) + 0.5f * joint + 0.3f * below(0, 0.3f, up) - 0.2f);
    const float fibre = s.noise(p, V2f(0.004f, 0.12f), 164, 3), cup = (x - 0.5f) * (x - 0.5f) * 4;
    Grain g;
    g.color = s.between(0, 1, unitFloat(key) + 0.35f * fibre) * (1 - 0.8f * joint) *
              (1 - 0.7f * clamp01(up < 0 ? 1 : below(0, 0.05f, up)));
    g.color = lerp(g.color, s.color(2) * (0.8f + 0.4f * fibre), 0.85f * moss);
    g.height = (up < 0 ? -0.01f : 0.01f * (1 - up)) + 0.004f * cup * (1 - up) + 0.0007f * fibre - 0.006f * joint +
               0.004f * moss;
    g.roughness = 0.92f;
    return g;
}

// A hewn beam: shallow cuts of an adze across the grain, drying cracks along it.
Grain hewn(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const Wood w = figure(s, b, p, 0.003f, 0.5f);
    const Cell cut = s.cell(V2f(p.x + 0.03f * s.noise(p, 0.25f, 171), p.y), V2f(0.09f, 0.07f), 172, 0.7f);
    const float crack = below(0, 0.05f, std::abs(s.noise(p, V2f(1.6f, 0.09f), 173, 2))) *
                        smoothstep(-0.1f, 0.4f, s.noise(p, V2f(1.1f, 0.2f), 174));
    Grain g;
    g.color = s.between(0, 1, 0.5f * w.late + 0.3f * w.fibre + 0.4f * s.noise(p, 0.6f, 175, 2)) *
              (0.93f + 0.14f * cut.random(1));
    g.color = lerp(g.color, s.color(2), 0.7f * w.knot) * (1 - 0.85f * crack);
    g.height = 0.05f * cut.middle * cut.middle - 0.006f * crack + 0.0003f * w.fibre + 0.0008f * cut.random(2);
    g.roughness = 0.72f;
    return g;
}

// A sheet of peeled veneer: wide flames, patches plugged in, straight edges.
Grain veneer(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const V2f q(p.x * 0.35f, p.y + 0.02f * s.noise(p, V2f(1.2f, 0.25f), 181, 2) + b.size.y * b.random(1));
    const float flame = s.noise(q, V2f(0.5f, 0.06f), 182, 2) * 7, part = flame - std::floor(flame);
    const V2f d(b.at.x - (0.2f + 0.6f * b.random(2)) * b.size.x,
                (b.at.y - (0.2f + 0.6f * b.random(3)) * b.size.y) * 2.6f);
    const float plug = b.random(4) < 0.6f ? below(0.055f, 0.056f, d.length()) : 0;
    const float rim = plug * smoothstep(0.053f, 0.055f, d.length());
    const float edge = below(0.0008f, 0.002f, b.inside());
    Grain g;
    g.color = s.between(0, 1, lerp(part * part, 0.3f + 0.4f * s.noise(p, V2f(0.4f, 0.006f), 183, 2), plug)) *
              (0.94f + 0.12f * b.random(5));
    g.color *= (1 - 0.5f * rim) * (1 - 0.7f * edge) * (1 + 0.05f * s.noise(p, V2f(0.05f, 0.0015f), 184));
    g.height = -0.0015f * edge - 0.0003f * rim;
    g.roughness = 0.5f;
    return g;
}

// Deck boards with milled grooves, screws in pairs over the joists.
Grain grooved(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const Wood w = figure(s, b, p, 0.004f, 0.1f);
    const float gap = below(0.002f, 0.004f, std::min(b.at.y, b.size.y - b.at.y)),
                butt = below(0.001f, 0.003f, std::min(b.at.x, b.size.x - b.at.x));
    const float pitch = 0.0115f, t = b.at.y / pitch - std::floor(b.at.y / pitch);
    const float groove =
        below(0.16f, 0.3f, std::abs(t - 0.5f)) * smoothstep(0.012f, 0.016f, std::min(b.at.y, b.size.y - b.at.y));
    const float wear = s.noise(p, V2f(0.9f, 0.3f), 191, 3);
    Grain g;
    g.color = s.between(0, 1, 0.5f * w.late + 0.3f * w.fibre + 0.3f * wear) * (0.8f + 0.4f * b.random(1));
    g.color *= (1 - 0.35f * groove) * (1 - 0.9f * std::max(gap, butt));
    g.height = -0.0025f * groove - 0.01f * std::max(gap, butt);
    g.roughness = 0.68f + 0.1f * wear;
    return g;
}

Grain deckSmooth(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const Wood w = figure(s, b, p, 0.006f, 0.5f);
    const float gap = std::max(below(0.0025f, 0.0045f, std::min(b.at.y, b.size.y - b.at.y)),
                               below(0.001f, 0.003f, std::min(b.at.x, b.size.x - b.at.x)));
    const float joist = 0.6f, x = b.at.x / joist - std::floor(b.at.x / joist);
    const V2f screw((x - 0.5f) * joist, std::min(b.at.y, b.size.y - b.at.y) - 0.028f);
    const float head = below(0.0032f, 0.0038f, screw.length()), stain = below(0.003f, 0.02f, screw.length());
    const float round = below(0, 0.004f, std::min(b.at.y, b.size.y - b.at.y) - 0.003f),
                grey = smoothstep(-0.3f, 0.6f, s.noise(p, V2f(0.7f, 0.25f), 201, 4));
    Grain g;
    g.color = lerp(s.between(0, 1, 0.6f * w.late + 0.25f * w.fibre), s.color(2), 0.55f * grey) *
              (0.86f + 0.28f * b.random(1));
    g.color = lerp(g.color, s.color(3), 0.7f * w.knot) * (1 - 0.25f * stain) * (1 - 0.9f * gap);
    g.color = lerp(g.color, V3f(0.35f), head);
    g.height = -0.01f * gap - 0.002f * round * round - 0.0006f * head + 0.0003f * w.fibre;
    g.roughness = lerp(0.7f + 0.08f * grey, 0.35f, head);
    g.metalness = head;
    return g;
}

// The end of a log, laid round its pith: y runs from the pith outwards. Rings, rays, a dark heart, checks that open
// from the heart.
Grain endGrain(const Plot& s, const V2f& p) {
    const float ring = s.number("ring_m", 0.005f), heart = s.number("heart_m", 0.07f);
    const float off =
        p.y + 0.004f * s.noise(p, V2f(0.35f, 0.12f), 151, 2) + 0.8f * ring * s.noise(p, V2f(4, 0.03f), 152);
    const float turn = off / ring, part = turn - std::floor(turn), late = part * part * below(0.86f, 1, part);
    const float ray = s.noise(p, V2f(0.006f, 0.09f), 153, 2), wet = s.noise(p, V2f(0.4f, 0.4f), 154, 3);
    // Checks run straight along y, a few widths apart, and end in the sapwood.
    const Cell crack = s.cell(V2f(p.x + 0.004f * s.noise(p, V2f(0.08f, 0.05f), 155, 2), 0), V2f(0.13f, 0.6f), 156, 1);
    const float reach = 0.05f + 0.09f * crack.random(1),
                check = crack.random(2) < 0.55f
                            ? below(0.2f, 1, std::abs(crack.away.x) / (0.0022f * clamp01(1.3f - p.y / reach) + 1e-5f))
                            : 0;
    const float inner = below(heart - 0.012f, heart + 0.006f, p.y + 0.012f * s.noise(p, V2f(0.2f, 0.3f), 157, 2));
    Grain g;
    g.color = lerp(s.color(0), s.color(1), 0.7f * late) * (1 + 0.07f * ray + 0.08f * wet);
    g.color = lerp(g.color, s.color(2), 0.55f * inner) * (1 - 0.75f * check);
    g.height = 0.0004f * late + 0.0003f * ray - 0.006f * check + 0.0004f * s.noise(p, 0.004f, 158, 2);
    g.roughness = 0.85f;
    return g;
}

} // namespace

const std::vector<NamedGenerator> kTimber = {{"larch", larch},       {"silvered", silvered},      {"charred", charred},
                                             {"battened", battened}, {"lapped", lapped},          {"slats", slats},
                                             {"shingle", shingle},   {"old shingle", oldShingle}, {"hewn", hewn},
                                             {"veneer", veneer},     {"grooved", grooved},        {"deck", deckSmooth},
                                             {"end grain", endGrain}};

} // namespace thallos
