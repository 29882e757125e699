#include "core/material/generator.h"

namespace thallos {

namespace {

// y runs up the trunk.

// Oak, ash: ridges that part and join, deep furrows between.
Grain furrowed(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.02f * s.noise(p, V2f(0.06f, 0.18f), 801, 3), p.y);
    const float net = std::abs(s.noise(q, V2f(0.045f, 0.22f), 802, 2)), ridge = smoothstep(0.03f, 0.3f, net),
                cross = below(0, 0.06f, std::abs(s.noise(q, V2f(0.05f, 0.035f), 803)));
    const float algae = smoothstep(0.1f, 0.6f, s.noise(p, 0.3f, 804, 3));
    Grain g;
    g.color = s.between(0, 1, ridge + 0.2f * s.noise(p, V2f(0.01f, 0.05f), 805, 3)) * (1 - 0.3f * cross * ridge);
    g.color = lerp(g.color, s.color(2), 0.4f * algae * ridge);
    g.height = 0.016f * std::sqrt(ridge) - 0.004f * cross * ridge + 0.0015f * s.noise(p, V2f(0.008f, 0.03f), 806, 3);
    g.roughness = 0.95f;
    return g;
}

// Birch: white paper with level pores, black rifts, peeling edges.
Grain papery(const Plot& s, const V2f& p) {
    const Cell pore = s.cell(p, V2f(0.05f, 0.022f), 811, 1);
    const float half = 0.005f + 0.016f * pore.random(1), line = pore.random(2) < 0.6f && std::abs(pore.away.x) < half
                                                                    ? below(0.0006f, 0.0016f, std::abs(pore.away.y))
                                                                    : 0;
    const float rift = smoothstep(0.42f, 0.56f,
                                  s.noise(V2f(p.x, p.y + 0.02f * s.noise(p, 0.08f, 812)), V2f(0.12f, 0.07f), 813, 4)),
                band = s.noise(p, V2f(0.5f, 0.03f), 814, 3);
    Grain g;
    g.color = s.between(0, 1, 0.45f + 0.5f * band) * (1 - 0.65f * line);
    g.color = lerp(g.color, s.color(2) * (0.8f + 0.5f * s.noise(p, 0.01f, 815, 3)), rift);
    g.height = 0.0012f * band + 0.0015f * line + 0.006f * rift * s.noise(p, V2f(0.015f, 0.03f), 816, 3);
    g.roughness = lerp(0.55f, 0.95f, rift);
    return g;
}

// Pine, spruce: plates of thin scales.
Grain plated(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.012f * s.noise(p, 0.05f, 821, 3), p.y + 0.015f * s.noise(p, 0.05f, 822, 3));
    const Cell plate = s.cell(q, V2f(0.034f, 0.055f), 823, 0.95f), scale = s.cell(q, V2f(0.014f, 0.018f), 824, 1);
    const float gap = below(0.001f, 0.007f, plate.border), edge = below(0, 0.002f, scale.border);
    Grain g;
    g.color = lerp(s.between(0, 1, plate.random(1) + 0.35f * (scale.random(1) - 0.5f)), s.color(2), 0.8f * gap) *
              (1 - 0.3f * edge) * (1 + 0.1f * s.noise(p, 0.006f, 825, 2));
    g.height = 0.01f * smoothstep(0, 0.014f, plate.border) + 0.0018f * scale.random(2) - 0.0008f * edge +
               0.004f * plate.random(2);
    g.roughness = 0.9f;
    return g;
}

// Beech, hazel: smooth skin stretched sideways, eyes of old twigs, grey blotches.
Grain smoothSkin(const Plot& s, const V2f& p) {
    const float wrinkle = s.noise(p, V2f(0.12f, 0.006f), 831, 2), blotch = s.noise(p, V2f(0.16f, 0.1f), 832, 4);
    const Cell eye = s.cell(p, V2f(0.3f, 0.35f), 833, 1);
    const V2f d(eye.away.x, 1.8f * std::abs(eye.away.y) + 0.6f * std::abs(eye.away.x));
    const float scar =
        eye.random(1) < 0.6f ? below(0.002f, 0.012f, std::abs(V2f(d.x, 1.4f * eye.away.y).length() - 0.016f)) : 0;
    Grain g;
    g.color = lerp(s.between(0, 1, 0.5f + 0.7f * blotch), s.color(2),
                   0.5f * smoothstep(0.25f, 0.5f, s.noise(p, 0.06f, 834, 3))) *
              (1 + 0.05f * wrinkle) * (1 - 0.25f * scar);
    g.height = 0.0007f * wrinkle + 0.002f * s.noise(p, 0.2f, 835, 2) + 0.003f * scar;
    g.roughness = 0.78f;
    return g;
}

} // namespace

const std::vector<NamedGenerator> kBark = {
    {"furrowed bark", furrowed}, {"papery bark", papery}, {"plated bark", plated}, {"smooth bark", smoothSkin}};

} // namespace thallos
