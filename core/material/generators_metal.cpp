#include "core/material/generator.h"

namespace thallos {

namespace {

// Sheets with upright seams: pans that bulge a little, a film of carbonate, rain marks.
Grain standingSeam(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float seam = std::min(b.at.y, b.size.y - b.at.y), rib = below(0.006f, 0.012f, seam),
                end = below(0.001f, 0.004f, std::min(b.at.x, b.size.x - b.at.x));
    const float film = s.noise(p, V2f(0.5f, 0.2f), 501, 5), bulge = s.noise(p, V2f(0.9f, b.size.y), 502, 2);
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.6f * film + 0.4f * (b.random(1) - 0.5f)) *
              (1 - 0.35f * below(0, 0.006f, std::abs(seam - 0.012f)));
    g.height = 0.025f * rib + 0.0012f * bulge - 0.002f * end;
    g.roughness = 0.42f + 0.14f * film;
    g.metalness = 0.85f;
    return g;
}

// Corrugated sheet: sine waves, side laps, screws on the crowns.
Grain corrugated(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float pitch = b.size.y / 10, t = b.at.y / pitch, wave = 0.5f + 0.5f * std::cos(2 * kPi * t),
                lap = below(0.0005f, 0.002f, b.at.y), end = below(0.0008f, 0.0025f, b.at.x);
    const float rail = 0.9f, u = b.at.x / rail - std::floor(b.at.x / rail) - 0.5f, crown = (t - std::round(t)) * pitch;
    const bool fixed = static_cast<int>(std::lround(t)) % 2 == 0;
    const float head = fixed ? below(0.006f, 0.0068f, V2f(u * rail, crown).length()) : 0;
    const float rust = smoothstep(0.25f, 0.6f, s.noise(p, V2f(0.3f, 0.04f), 511, 4) + 0.5f * end + 0.2f * head),
                spangle = s.cell(p, V2f(0.02f), 512).random(1);
    Grain g;
    g.color = lerp(s.between(0, 1, spangle + 0.3f * s.noise(p, 0.3f, 513, 3)),
                   s.color(2) * (0.8f + 0.4f * s.noise(p, 0.02f, 514, 3)), 0.8f * rust) *
              (1 - 0.6f * lap);
    g.height = 0.018f * wave - 0.003f * lap - 0.002f * end + 0.003f * head;
    g.roughness = lerp(0.42f, 0.9f, rust);
    g.metalness = 1 - rust;
    return g;
}

// Steel that rusts to a skin: fine speckle in clouds, runs below seams, small pits.
Grain weatheredSteel(const Plot& s, const V2f& p) {
    const float cloud = s.noise(p, 0.4f, 521, 5), run = smoothstep(0.05f, 0.7f, s.noise(p, V2f(0.05f, 1.4f), 522, 3)),
                speck = s.noise(p, 0.006f, 523, 3);
    const float pit = smoothstep(0.35f, 0.6f, s.noise(p, 0.012f, 524, 3));
    Grain g;
    g.color = lerp(s.between(0, 1, 0.5f + 0.7f * cloud + 0.25f * speck), s.color(2), 0.55f * run) * (1 + 0.14f * speck);
    g.color = lerp(g.color, s.color(3), 0.35f * pit);
    g.height = 0.0005f * speck - 0.0005f * pit + 0.0004f * s.noise(p, 0.05f, 525, 2);
    g.roughness = 0.82f + 0.08f * speck;
    return g;
}

// Waxed steel as rolled: blue-black scale, scratches, heat clouds.
Grain millScale(const Plot& s, const V2f& p) {
    const float cloud = s.noise(p, V2f(0.6f, 0.15f), 531, 4), line = s.noise(p, V2f(1.1f, 0.002f), 532, 2);
    const float scratch = below(0.0f, 0.012f, std::abs(s.noise(V2f(p.x, p.y + 0.3f * p.x), V2f(0.6f, 0.05f), 533))) *
                          smoothstep(0.2f, 0.5f, s.noise(p, 0.3f, 534));
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.6f * cloud) * (1 + 0.08f * line) + V3f(0.08f) * scratch;
    g.height = 0.00008f * line - 0.00006f * scratch;
    g.roughness = 0.34f + 0.1f * cloud - 0.1f * scratch;
    g.metalness = 0.9f;
    return g;
}

// Zinc from the bath: large crystals that each shine their own way.
Grain galvanised(const Plot& s, const V2f& p) {
    const Cell c = s.cell(V2f(p.x + 0.006f * s.noise(p, 0.012f, 541, 3), p.y + 0.006f * s.noise(p, 0.012f, 542, 3)),
                          V2f(0.045f), 543, 1);
    const float a = kPi * c.random(1), fern = std::sin((std::cos(a) * p.x + std::sin(a) * p.y) * 2 * kPi / 0.004f +
                                                       3 * s.noise(p, 0.02f, 544));
    Grain g;
    g.color = s.between(0, 1, c.random(2) + 0.1f * fern) * (1 + 0.05f * s.noise(p, 0.5f, 545, 3));
    g.height = 0.00003f * fern + 0.0006f * s.noise(p, 0.4f, 546, 2);
    g.roughness = 0.25f + 0.25f * c.random(3);
    g.metalness = 1;
    return g;
}

// Copper under its salts: green where rain stays, brown where it runs off, in diamond shingles.
Grain patinated(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float edge = below(0.001f, 0.005f, b.inside()),
                green = smoothstep(-0.6f, 0.5f,
                                   s.noise(p, V2f(0.25f, 0.5f), 551, 5) + 0.25f * (b.random(1) - 0.5f) - 0.25f * edge);
    const float salt = s.noise(p, 0.012f, 552, 3);
    Grain g;
    g.color =
        lerp(s.between(0, 1, 0.5f + 0.5f * s.noise(p, 0.08f, 553, 3)), s.between(2, 3, 0.5f + 0.6f * salt), green) *
        (1 - 0.5f * below(0, 0.002f, b.inside()));
    g.height = 0.0003f * salt * green - 0.003f * below(0, 0.004f, b.inside()) + 0.002f * b.at.y / b.size.y;
    g.roughness = lerp(0.4f, 0.88f, green);
    g.metalness = 1 - green;
    return g;
}

// Punched sheet: rows of round holes that are really open.
Grain perforated(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float radius = 0.5f * s.number("hole_m", 0.012f), d = (b.at - b.size * 0.5f).length();
    const float hole = below(radius - 0.0006f, radius + 0.0006f, d), brush = s.noise(p, V2f(0.4f, 0.0015f), 561, 2);
    Grain g;
    g.color = s.between(0, 1, 0.5f + 0.2f * brush);
    g.height = -0.001f * below(radius, radius + 0.002f, d);
    g.roughness = 0.35f + 0.05f * brush;
    g.metalness = 1;
    g.opacity = 1 - hole;
    return g;
}

// Panes etched with acid: only a grain in the roughness.
Grain etched(const Plot& s, const V2f& p) {
    const float cloud = s.noise(p, 0.3f, 571, 3), grain = s.noise(p, 0.002f, 572, 2);
    Grain g;
    g.color = s.color(0);
    g.height = 0.00008f * grain;
    g.roughness = 0.42f + 0.06f * cloud + 0.04f * grain;
    return g;
}

} // namespace

const std::vector<NamedGenerator> kMetal = {{"standing seam", standingSeam},     {"corrugated", corrugated},
                                            {"weathered steel", weatheredSteel}, {"mill scale", millScale},
                                            {"galvanised", galvanised},          {"patinated", patinated},
                                            {"perforated", perforated},          {"etched", etched}};

} // namespace thallos
