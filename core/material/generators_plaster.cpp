#include "core/material/generator.h"

namespace thallos {

namespace {

// Limewash over uneven plaster: clouds of many thin coats, brush marks in all directions.
Grain limewash(const Plot& s, const V2f& p) {
    const Cell stroke = s.cell(p, V2f(0.28f), 301, 1);
    const float a = 2 * kPi * stroke.random(1), along = std::cos(a) * p.x + std::sin(a) * p.y,
                across = -std::sin(a) * p.x + std::cos(a) * p.y;
    const float hair =
        std::sin(across * 900 + 9 * s.noise(p, 0.08f, 302) + along * 6) * 0.5f + 0.5f * s.noise(p, 0.008f, 303);
    const float cloud = s.noise(p, 0.5f, 304, 4);
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.55f * cloud) * (1 + 0.02f * hair + 0.03f * (stroke.random(2) - 0.5f));
    g.height = 0.006f * s.noise(p, 0.6f, 305, 3) + 0.0012f * s.noise(p, 0.07f, 306, 3) + 0.0001f * hair;
    g.roughness = 0.95f;
    return g;
}

// Thrown coat: grains and small stones under a skin of lime.
Grain roughcast(const Plot& s, const V2f& p) {
    const Cell big = s.cell(p, V2f(0.014f), 311, 1), small = s.cell(p, V2f(0.006f), 312, 1);
    const float lump = std::max(1 - big.middle / 0.0085f, 0.0f) * (0.4f + 0.6f * big.random(1)),
                grit = std::max(1 - small.middle / 0.0035f, 0.0f);
    const float streak = s.noise(p, V2f(0.25f, 1.8f), 313, 3);
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.5f * streak) * (0.9f + 0.1f * lump + 0.06f * grit);
    g.height = 0.007f * std::sqrt(lump) + 0.0016f * grit + 0.003f * s.noise(p, 0.08f, 314, 3);
    g.roughness = 0.94f;
    return g;
}

// Floated render: faint swirls of the float, hair cracks, rain streaks.
Grain floated(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.05f * s.noise(p, 0.3f, 321, 2), p.y + 0.05f * s.noise(p, 0.3f, 322, 2));
    const Cell arc = s.cell(q, V2f(0.45f), 323, 1),
               web = s.cell(V2f(p.x + 0.05f * s.noise(p, 0.2f, 324, 3), p.y + 0.05f * s.noise(p, 0.2f, 325, 3)),
                            V2f(0.7f), 326, 1);
    const float swirl = std::sin(arc.middle * 700 + 4 * s.noise(p, 0.05f, 327)),
                crack = below(0.0002f, 0.0011f, web.border) * smoothstep(0, 0.4f, s.noise(p, 0.8f, 328, 2));
    const float streak = smoothstep(0, 0.8f, s.noise(p, V2f(0.07f, 1.5f), 329, 3));
    Grain g;
    g.color = s.between(0, 1, 0.4f * streak + 0.25f * s.noise(p, 0.9f, 330, 3)) * (1 - 0.45f * crack) *
              (1 + 0.025f * s.noise(p, 0.004f, 331, 2));
    g.height =
        0.00016f * swirl + 0.0003f * s.noise(p, 0.003f, 332, 2) + 0.002f * s.noise(p, 0.5f, 333) - 0.001f * crack;
    g.roughness = 0.9f;
    return g;
}

// Earth rammed in lifts: bands of many soils, stones at the foot of each lift, small holes.
Grain rammedEarth(const Plot& s, const V2f& p) {
    const float y = p.y + 0.012f * s.noise(p, V2f(0.5f, 0.2f), 341, 3);
    const Piece lift = s.piece(V2f(p.x, y));
    const float up = lift.at.y / lift.size.y;
    const uint64_t band = mix(s.seed(342), static_cast<uint64_t>(lift.row));
    const float grit = s.noise(p, 0.006f, 343, 3), coarse = below(0, 0.45f, up);
    const Cell c = s.cell(p, V2f(0.022f, 0.016f), 344, 1);
    const float pebble = c.random(1) < 0.16f + 0.35f * coarse
                             ? below(0.25f, 0.7f, c.middle / (c.middle + c.border + 1e-4f))
                             : 0,
                hole = smoothstep(0.42f, 0.6f, s.noise(p, 0.014f, 345, 3)) * coarse;
    Grain g;
    g.color = lerp(s.between(0, 1, unitFloat(band)), s.color(2), 0.5f * unitFloat(mix(band, 1))) *
              (1 + 0.12f * grit + 0.16f * s.noise(p, V2f(0.05f, 0.025f), 346, 4));
    // Lifts are told by their soil; the joint itself is a soft line here and there.
    const float joint =
        below(0, 0.22f, std::min(up, 1 - up)) * smoothstep(-0.2f, 0.5f, s.noise(p, V2f(0.35f, 0.2f), 347, 2));
    g.color =
        lerp(g.color, s.color(3) * (0.7f + 0.6f * c.random(2)), 0.7f * pebble) * (1 - 0.5f * hole) * (1 - 0.1f * joint);
    g.height = 0.0016f * grit + 0.0008f * pebble - 0.004f * hole - 0.001f * joint;
    g.roughness = 0.95f;
    return g;
}

// Concrete that shows the boards it was cast against: their grain, their steps, fins in their joints, blow holes.
Grain boardMarked(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float fibre = s.noise(p, V2f(0.3f, 0.004f), 351, 3),
                ring = s.noise(V2f(p.x, p.y + b.random(1)), V2f(0.9f, 0.02f), 352, 2);
    const float fin = below(0.0005f, 0.0028f, std::min(b.at.y, b.size.y - b.at.y)),
                butt = below(0.0005f, 0.002f, std::min(b.at.x, b.size.x - b.at.x));
    const Cell c = s.cell(p, V2f(0.05f), 353, 1);
    const float hole = c.random(1) < 0.4f ? below(0.0008f, 0.0015f + 0.003f * c.random(2), c.middle) : 0;
    Grain g;
    g.color = s.between(0, 1, b.random(2) + 0.3f * s.noise(p, 0.5f, 354, 4)) * (1 + 0.16f * fibre + 0.12f * ring) *
              (1 - 0.55f * hole) * (1 - 0.2f * fin);
    g.height = 0.0011f * fibre + 0.0014f * ring + 0.003f * b.random(3) + 0.0015f * std::max(fin, butt) - 0.003f * hole;
    g.roughness = 0.82f;
    return g;
}

// Cast against steel: even, with panel joints, holes of the ties and clouds.
Grain panelConcrete(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float joint = below(0.003f, 0.006f, b.inside());
    const V2f quarter(std::min(b.at.x, b.size.x - b.at.x) - 0.25f * b.size.x,
                      std::min(b.at.y, b.size.y - b.at.y) - 0.25f * b.size.y);
    const float tie = below(0.011f, 0.0125f, quarter.length()), rim = below(0.014f, 0.03f, quarter.length());
    const Cell c = s.cell(p, V2f(0.035f), 361, 1);
    const float hole = c.random(1) < 0.15f ? below(0.0004f, 0.0008f + 0.0016f * c.random(2), c.middle) : 0,
                cloud = s.noise(p, 0.45f, 362, 5);
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.45f * cloud + 0.3f * (b.random(1) - 0.5f)) *
              (1 + 0.02f * s.noise(p, 0.004f, 363)) * (1 - 0.6f * joint) * (1 - 0.75f * tie) * (1 - 0.4f * hole);
    g.color *= 1 - 0.06f * rim;
    g.height = -0.006f * joint - 0.01f * tie - 0.0015f * hole + 0.0006f * s.noise(p, 0.7f, 364, 2);
    g.roughness = 0.6f + 0.12f * cloud;
    return g;
}

// The skin washed off: stones of many rocks in grey paste.
Grain exposedAggregate(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.002f * s.noise(p, 0.01f, 371, 2), p.y + 0.002f * s.noise(p, 0.01f, 372, 2));
    const Cell c = s.cell(q, V2f(0.016f, 0.014f), 373, 0.95f);
    const float in = c.border - 0.0012f - 0.002f * c.random(4), shown = smoothstep(0, 0.0006f, in),
                t = clamp01(in / 0.004f);
    Grain g;
    g.color = lerp(s.color(3) * (1 + 0.15f * s.noise(p, 0.003f, 374, 2)),
                   lerp(s.between(0, 1, c.random(1)), s.color(2), smoothstep(0.6f, 0.8f, c.random(2))) *
                       (0.8f + 0.4f * c.random(3)),
                   shown);
    g.height = 0.003f * shown * std::sqrt(t * (2 - t)) + 0.0002f * s.noise(p, 0.003f, 375);
    g.roughness = lerp(0.95f, 0.55f, shown);
    return g;
}

} // namespace

const std::vector<NamedGenerator> kPlaster = {{"limewash", limewash},
                                              {"roughcast", roughcast},
                                              {"floated render", floated},
                                              {"rammed earth", rammedEarth},
                                              {"board-marked concrete", boardMarked},
                                              {"panel concrete", panelConcrete},
                                              {"exposed aggregate", exposedAggregate}};

} // namespace thallos
