#include "core/material/generator.h"

namespace thallos {

namespace {

// Tilled or bare soil: crumbs of many sizes, stones, a few straws.
Grain soil(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.006f * s.noise(p, 0.02f, 701, 2), p.y + 0.006f * s.noise(p, 0.02f, 702, 2));
    const Cell clod = s.cell(q, V2f(0.045f), 703, 1), crumb = s.cell(q, V2f(0.011f), 704, 1);
    const float lump = std::max(1 - clod.middle / (0.02f + 0.012f * clod.random(1)), 0.0f),
                grain = std::max(1 - crumb.middle / 0.007f, 0.0f),
                stone = clod.random(2) > 0.93f ? smoothstep(0.3f, 0.45f, lump) : 0;
    const Cell straw = s.cell(p, V2f(0.12f), 705, 1);
    const float a = kPi * straw.random(1), along = std::cos(a) * straw.away.x + std::sin(a) * straw.away.y,
                across = -std::sin(a) * straw.away.x + std::cos(a) * straw.away.y;
    const float stalk = straw.random(2) < 0.35f && std::abs(along) < 0.03f
                            ? below(0.0006f, 0.0014f, std::abs(across + 2 * along * along))
                            : 0;
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.5f * s.noise(p, 0.25f, 706, 4) + 0.25f * (crumb.random(1) - 0.5f)) *
              (0.55f + 0.3f * std::sqrt(lump) + 0.3f * grain);
    g.color = lerp(lerp(g.color, s.color(2) * (0.8f + 0.4f * clod.random(3)), stone), s.color(3), 0.8f * stalk);
    g.height =
        0.016f * std::sqrt(lump) + 0.004f * std::sqrt(grain) + 0.006f * s.noise(p, 0.12f, 707, 3) + 0.002f * stalk;
    g.roughness = 0.97f;
    return g;
}

// Mud that has dried: plates that curl at their rims, cracks within cracks, damp hollows.
Grain mud(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.02f * s.noise(p, 0.08f, 711, 3), p.y + 0.02f * s.noise(p, 0.08f, 712, 3));
    const Cell plate = s.cell(q, V2f(0.14f), 713, 0.95f), shard = s.cell(q, V2f(0.06f), 714, 1);
    const float wet = 0.7f * smoothstep(0.05f, 0.5f, s.noise(p, 0.6f, 715, 4)), wide = 0.006f * (1 - wet);
    const float crack = wide > 0.0003f ? below(0.3f * wide, wide, plate.border) : 0,
                hair = below(0.0004f, 0.0014f, shard.border) * (1 - wet) * (plate.random(1) > 0.4f ? 1.0f : 0.0f);
    Grain g;
    g.color = lerp(s.between(0, 1, plate.random(2) + 0.25f * s.noise(p, 0.03f, 716, 4)), s.color(2), wet) *
              (1 - 0.8f * crack) * (1 - 0.4f * hair);
    g.height = 0.004f * (1 - wet) * below(0, 0.04f, plate.border) - 0.014f * crack - 0.002f * hair +
               0.0006f * s.noise(p, 0.012f, 717, 3);
    g.roughness = lerp(0.93f, 0.28f, wet);
    return g;
}

// Sand that the wind has rippled; darker grains gather in the troughs.
Grain sand(const Plot& s, const V2f& p) {
    const float phase = 2 * kPi * 14 * p.y / s.size.y + 5 * s.noise(p, V2f(0.5f, 0.35f), 721, 3);
    const float fork = s.noise(p, V2f(0.25f, 0.3f), 722, 2),
                wave = std::sin(phase + 0.5f * std::sin(phase)) * (0.65f + 0.35f * fork);
    const float speck = s.noise(p, 0.0022f, 723, 2), dark = smoothstep(0.3f, 0.6f, speck) * (0.6f - 0.4f * wave);
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.25f * wave + 0.4f * s.noise(p, 0.4f, 724, 3)) * (1 + 0.1f * speck);
    g.color = lerp(g.color, s.color(2), 0.45f * clamp01(dark));
    g.height = 0.006f * wave + 0.0004f * speck;
    g.roughness = 0.95f;
    return g;
}

// Bedrock: ledges along the bedding, joints across, faces worn and broken, lichen rings.
Grain rock(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.12f * s.noise(p, 0.7f, 731, 4), p.y + 0.12f * s.noise(p, 0.7f, 732, 4));
    const Cell block = s.cell(q, V2f(0.75f, 0.4f), 733, 1), facet = s.cell(q, V2f(0.2f, 0.13f), 734, 1);
    const float joint =
                    below(0.002f, 0.014f, block.border + 0.03f * smoothstep(-0.1f, 0.3f, s.noise(p, 0.35f, 742, 2))),
                bed = s.noise(q, V2f(0.9f, 0.1f), 735, 4) * 4, ledge = bed - std::floor(bed);
    const V2f lean(facet.random(1) - 0.5f, facet.random(2) - 0.5f);
    const Cell ring = s.cell(V2f(p.x + 0.01f * s.noise(p, 0.03f, 736, 2), p.y), V2f(0.16f), 737, 1);
    const float radius = 0.06f * ring.random(1),
                lichen = ring.random(2) < 0.5f ? below(radius, radius + 0.004f, ring.middle) *
                                                     (0.55f + 0.45f * smoothstep(0.5f * radius, radius, ring.middle))
                                               : 0;
    Grain g;
    g.color = lerp(s.between(0, 1, block.random(1) + 0.35f * s.noise(p, 0.1f, 738, 5)), s.color(2),
                   smoothstep(0.1f, 0.6f, s.noise(p, 0.5f, 739, 3))) *
              (0.88f + 0.16f * ledge);
    g.color = lerp(g.color, s.color(3), 0.7f * lichen) * (1 - 0.7f * joint);
    g.height = 0.012f * ledge + 0.3f * lean.dot(facet.away) + 0.04f * block.random(2) - 0.03f * joint +
               0.004f * s.noise(p, 0.04f, 740, 4);
    g.roughness = 0.9f;
    return g;
}

// The skin of a stone that lies in the open: grains of its minerals, weathered pits, veins, lichens in rings and
// crusts.
Grain fieldStone(const Plot& s, const V2f& p) {
    const float grain = s.number("grain_m", 0.003f), patches = s.number("lichen", 0.5f);
    const Cell mineral = s.cell(p, V2f(grain), 751, 1);
    const float kind = mineral.random(1), cloud = s.noise(p, 0.22f, 752, 4),
                stain = s.noise(p, V2f(0.3f, 0.3f), 753, 4);
    // Lichens stand together where it suits them; rings of all sizes, with ragged rims, run into each other.
    const V2f q(p.x + 0.014f * s.noise(p, 0.03f, 754, 3), p.y + 0.014f * s.noise(p, 0.03f, 755, 3));
    const float suits = smoothstep(0, 0.45f, s.noise(p, 0.5f, 761, 2)) * patches;
    float crust = 0;
    for (const float wide : {0.05f, 0.14f}) {
        const Cell ring = s.cell(q, V2f(wide), 756, 1);
        const float radius = wide * (0.12f + 0.4f * ring.random(1));
        if (ring.random(2) < suits)
            crust = std::max(crust, below(0.85f * radius, radius, ring.middle) *
                                        (0.45f + 0.55f * smoothstep(0.3f * radius, radius, ring.middle)));
    }
    const float speck = smoothstep(0.4f, 0.5f, s.noise(p, 0.014f, 757, 3)) * smoothstep(-0.1f, 0.4f, cloud);
    const float pit = smoothstep(0.35f, 0.6f, s.noise(p, 0.018f, 758, 3)),
                vein = below(0, 0.02f, std::abs(s.noise(p, 0.4f, 759, 3)));
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.45f * cloud + 0.4f * (kind - 0.5f)) * (kind > 0.88f ? 0.75f : 1);
    g.color = lerp(g.color, s.color(2), 0.6f * smoothstep(0.05f, 0.55f, stain));
    g.color = lerp(g.color, s.color(3), 0.6f * std::max(crust, 0.7f * patches * speck)) * (1 - 0.25f * pit);
    g.color = g.color * (1 - 0.2f * vein);
    g.height = 0.0003f * kind - 0.0025f * pit + 0.003f * s.noise(p, 0.05f, 760, 4) + 0.0008f * crust - 0.0015f * vein;
    g.roughness = 0.9f;
    return g;
}

// Moss: cushions of tiny stars.
Grain moss(const Plot& s, const V2f& p) {
    const Cell cushion = s.cell(V2f(p.x + 0.02f * s.noise(p, 0.06f, 741, 3), p.y + 0.02f * s.noise(p, 0.06f, 742, 3)),
                                V2f(0.075f), 743, 1),
               star = s.cell(p, V2f(0.0065f), 744, 1);
    const float a = std::atan2(star.away.y, star.away.x), rays = 0.5f + 0.5f * std::cos(7 * a + 6 * star.random(1)),
                tip = below(0.2f, 0.75f, star.middle / 0.0042f - 0.3f * rays);
    const float t = clamp01(cushion.border / 0.045f), dome = lerp(0.35f, 1, t * (2 - t)),
                dead = smoothstep(0.25f, 0.6f, s.noise(p, 0.15f, 745, 4));
    Grain g;
    g.color = lerp(s.between(0, 1, cushion.random(1) + 0.4f * s.noise(p, 0.05f, 746, 2)), s.color(2), 0.75f * dead) *
              (0.4f + 0.35f * dome + 0.4f * tip);
    g.height = 0.011f * dome + 0.0035f * tip * (1 - star.middle / 0.0065f);
    g.roughness = 0.95f;
    return g;
}

// Chipped bark: long splinters crossing each other.
Grain mulch(const Plot& s, const V2f& p) {
    Grain g;
    g.color = s.color(2) * 0.6f;
    g.height = -0.01f;
    g.roughness = 0.92f;
    for (int layer = 0; layer < 4; ++layer) {
        const Cell c = s.cell(p, V2f(0.05f), 751 + static_cast<uint64_t>(layer), 1);
        const float a = kPi * c.random(1), x = std::cos(a) * c.away.x + std::sin(a) * c.away.y,
                    y = -std::sin(a) * c.away.x + std::cos(a) * c.away.y;
        const float length = 0.014f + 0.022f * c.random(2), width = 0.004f + 0.007f * c.random(3),
                    taper = width * (1 - 0.5f * clamp01(std::abs(x) / length));
        if (std::abs(x) > length || std::abs(y) > taper + 0.001f * s.noise(p, 0.006f, 756)) continue;
        const float fibre = s.noise(V2f(x * 0.15f + c.random(4), y), V2f(0.01f, 0.0018f), 757, 2),
                    edge = smoothstep(0, 0.0015f, taper - std::abs(y));
        g.color = lerp(s.between(0, 1, c.random(5)), s.color(2), c.random(6) > 0.75f ? 0.8f : 0.0f) *
                  (0.8f + 0.3f * fibre) * (0.5f + 0.5f * edge);
        g.height =
            0.004f * static_cast<float>(layer) + 0.25f * (c.random(7) - 0.5f) * x + 0.003f * edge + 0.0006f * fibre;
    }
    return g;
}

// The floor of a beech wood: last year's leaves lying over each other.
Grain leafFloor(const Plot& s, const V2f& p) {
    Grain g;
    g.color = s.color(3) * (0.6f + 0.4f * s.noise(p, 0.01f, 761, 3));
    g.height = -0.006f;
    g.roughness = 0.95f;
    for (int layer = 0; layer < 5; ++layer) {
        const Cell c = s.cell(p, V2f(0.085f), 762 + static_cast<uint64_t>(layer), 1);
        const float a = 2 * kPi * c.random(1), x = std::cos(a) * c.away.x + std::sin(a) * c.away.y,
                    y = -std::sin(a) * c.away.x + std::cos(a) * c.away.y;
        const float half = 0.034f + 0.012f * c.random(2), t = x / half;
        if (std::abs(t) >= 1) continue;
        const float width = 0.6f * half * (1 - t * t) * (1 - 0.25f * t);
        if (std::abs(y) > width) continue;
        const float rib = below(0.0005f, 0.0011f, std::abs(y)),
                    veins = below(0.12f, 0.3f, std::abs(std::sin((std::abs(y) * 0.7f - x) * 520)));
        const float blotch = s.noise(p, 0.02f, 770, 3);
        g.color = lerp(s.between(0, 1, c.random(3) + 0.4f * blotch), s.color(2), 0.8f * c.random(4)) *
                  (1 - 0.25f * rib - 0.1f * veins) * (0.7f + 0.35f * std::min(1.0f, (width - std::abs(y)) / 0.006f));
        g.height = 0.003f * static_cast<float>(layer) + 0.5f * (c.random(5) - 0.5f) * x + 2.5f * c.random(6) * y * y +
                   0.0008f * rib;
        g.roughness = 0.7f;
    }
    return g;
}

// Blades, needles or straws lying over each other as one sees them from above, the deeper the darker.
Grain blades(const Plot& s, const V2f& p) {
    const float length = s.number("length_m", 0.03f), width = s.number("width_m", 0.002f),
                dead = s.number("dead", 0.15f);
    const int layers = static_cast<int>(s.number("layers", 9));
    const float patch = s.noise(p, 0.3f, 771, 3);
    Grain g;
    g.color = s.color(3) * (0.55f + 0.3f * s.noise(p, 0.012f, 772, 3));
    g.height = 0;
    g.roughness = 0.95f;
    for (int layer = 0; layer < layers; ++layer) {
        const Cell c = s.cell(p, V2f(0.8f * length), 773 + static_cast<uint64_t>(layer), 1);
        const float a = 2 * kPi * c.random(1), x = std::cos(a) * c.away.x + std::sin(a) * c.away.y,
                    y = -std::sin(a) * c.away.x + std::cos(a) * c.away.y + 1.2f * (c.random(2) - 0.5f) * x * x / length;
        const float half = length * (0.3f + 0.25f * c.random(3)), t = x / half;
        if (std::abs(t) >= 1) continue;
        const float wide = 0.5f * width * (0.7f + 0.6f * c.random(4)) * (1 - 0.8f * t * t);
        if (std::abs(y) > wide) continue;
        const float depth = static_cast<float>(layer + 1) / static_cast<float>(layers), across = y / wide;
        const V3f own =
            c.random(5) < dead * (1 + 1.6f * patch) ? s.color(2) : s.between(0, 1, c.random(6) + 0.5f * patch);
        g.color = own * (0.3f + 0.7f * depth) * (0.9f + 0.18f * across) * (0.85f + 0.3f * c.random(7));
        g.height = 0.22f * length * depth + 0.5f * width * (1 - across * across) + 0.25f * (c.random(8) - 0.5f) * x;
        g.roughness = 0.75f;
    }
    return g;
}

// Wet silt at the edge of water: soft runnels that shine, fine grit, a few stones half sunk in.
Grain silt(const Plot& s, const V2f& p) {
    const float soft = s.noise(p, V2f(0.5f, 0.3f), 791, 4), wet = smoothstep(-0.25f, 0.3f, -soft);
    const Cell stone = s.cell(p, V2f(0.14f), 792, 1);
    const float radius = 0.012f + 0.02f * stone.random(1),
                sunk = stone.random(2) > 0.72f ? below(0.7f * radius, radius, stone.middle) : 0;
    const float grit = s.noise(p, 0.004f, 793, 2);
    Grain g;
    g.color = lerp(s.between(0, 1, 0.5f + 0.8f * soft + 0.15f * grit), s.color(2), 0.6f * wet);
    g.color = lerp(g.color, s.color(3) * (0.8f + 0.4f * stone.random(3)), sunk);
    g.height = 0.012f * soft + 0.0006f * grit + 0.008f * sunk;
    g.roughness = lerp(lerp(0.75f, 0.3f, wet), 0.55f, sunk);
    return g;
}

} // namespace

const std::vector<NamedGenerator> kEarth = {{"soil", soil},
                                            {"mud", mud},
                                            {"sand", sand},
                                            {"rock", rock},
                                            {"field stone", fieldStone},
                                            {"moss", moss},
                                            {"mulch", mulch},
                                            {"leaf floor", leafFloor},
                                            {"blades", blades},
                                            {"silt", silt}};

} // namespace thallos
