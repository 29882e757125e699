#include "core/material/generator.h"

namespace thallos {

namespace {

// Cut stone in even courses, sawn faces, tight joints.
Grain ashlar(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float in = b.inside(0.006f), joint = below(0.003f, 0.006f, in);
    const float bed = s.noise(p, V2f(0.5f, 0.05f), 201, 4), shell = smoothstep(0.45f, 0.6f, s.noise(p, 0.012f, 202, 2));
    Grain g;
    g.color = s.between(0, 1, b.random(1) + 0.35f * bed) * (0.92f + 0.16f * b.random(2)) * (1 - 0.12f * shell);
    g.color = lerp(g.color, s.color(2), joint);
    g.height = -0.004f * below(0.002f, 0.009f, in) + 0.0004f * s.noise(p, 0.02f, 203, 3) - 0.0008f * shell;
    g.roughness = 0.82f + 0.08f * joint;
    return g;
}

// Faces left rough from the quarry with drafted margins.
Grain rockFaced(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float in = b.inside(0.004f), joint = below(0.004f, 0.008f, in), boss = smoothstep(0.02f, 0.07f, in);
    const V2f q(p.x + 3 * b.random(5), p.y);
    const Cell c = s.cell(V2f(q.x + 0.02f * s.noise(p, 0.05f, 211, 2), q.y), V2f(0.07f, 0.05f), 212);
    const V2f lean(c.random(1) - 0.5f, c.random(2) - 0.5f);
    const float chip = 0.35f * lean.dot(c.away) + 0.012f * s.noise(p, 0.09f, 213, 4);
    Grain g;
    g.color = s.between(0, 1, b.random(1) + 0.3f * s.noise(p, 0.15f, 214, 4)) * (0.9f + 0.2f * c.random(3));
    g.color = lerp(g.color, s.color(2), joint);
    g.height = boss * (0.022f + chip) - 0.005f * joint + 0.0006f * s.noise(p, 0.008f, 215, 2);
    g.roughness = 0.9f;
    return g;
}

// One stone of a wall: tone, bed, a face that is not quite flat.
Grain stone(const Plot& s, const V2f& p, uint64_t key, float in, float round, float joint, float set) {
    const float tone = unitFloat(mix(key, 1)), hue = unitFloat(mix(key, 2)), mortar = below(0.55f * joint, joint, in);
    const float grain = s.noise(p, V2f(0.05f, 0.03f), 221, 5), face = s.noise(p, 0.06f, 222, 3),
                stain = s.noise(p, V2f(0.5f, 0.9f), 223, 3);
    Grain g;
    g.color = lerp(s.between(0, 1, tone), s.color(2), 0.5f * hue) * (0.9f + 0.2f * grain) * (1 + 0.1f * stain);
    g.color = lerp(g.color, s.color(3) * (1 + 0.12f * s.noise(p, 0.01f, 224, 2) + 0.1f * stain), mortar);
    const float t = clamp01(in / round);
    g.height = set * std::sqrt(t * (2 - t)) * (1 - mortar) + 0.003f * face * (1 - mortar) +
               0.0012f * s.noise(p, 0.015f, 225, 3) + 0.25f * set * unitFloat(mix(key, 3)) * (1 - mortar);
    g.roughness = 0.9f;
    return g;
}

// Rubble brought to courses: a piece is a band of blocks, each split into one to three courses of one or two stones.
Grain coursedRubble(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float wobble = 0.09f * b.size.y / 3;
    const float margin = smoothstep(0, 0.06f, std::min(b.at.x, b.size.x - b.at.x)) *
                         smoothstep(0, 0.05f, std::min(b.at.y, b.size.y - b.at.y));
    const V2f at(b.at.x + wobble * margin * s.noise(p, 0.14f, 231, 3),
                 b.at.y + wobble * margin * s.noise(p, 0.14f, 232, 3));
    const int blocks = std::max(2, static_cast<int>(std::lround(b.size.x / (1.07f * b.size.y))));
    const auto border = [&](int i) {
        return i <= 0        ? 0.0f
               : i >= blocks ? b.size.x
                             : (static_cast<float>(i) + 0.6f * (b.random(100 + static_cast<uint64_t>(i)) - 0.5f)) *
                                   b.size.x / static_cast<float>(blocks);
    };
    int i = 0;
    while (i + 1 < blocks && at.x >= border(i + 1)) ++i;
    const uint64_t block = mix(b.key, 1000 + static_cast<uint64_t>(i));
    const float kind = unitFloat(mix(block, 1));
    const int courses = kind < 0.14f ? 1 : kind < 0.55f ? 2 : 3;
    const auto edge = [&](int k) {
        return k == 0 ? 0.0f
               : k == courses
                   ? b.size.y
                   : (static_cast<float>(k) + 0.45f * (unitFloat(mix(block, 10 + static_cast<uint64_t>(k))) - 0.5f)) *
                         b.size.y / static_cast<float>(courses);
    };
    int k = 0;
    while (k + 1 < courses && at.y >= edge(k + 1)) ++k;
    const float tall = edge(k + 1) - edge(k), wide = border(i + 1) - border(i);
    const uint64_t course = mix(block, 20 + static_cast<uint64_t>(k));
    float from = border(i), to = border(i + 1);
    uint64_t key = course;
    if (wide > tall * (1.7f + unitFloat(course))) {
        const float cut = from + wide * (0.36f + 0.28f * unitFloat(mix(course, 1)));
        at.x < cut ? to = cut : from = cut;
        if (at.x >= cut) key = mix(course, 2);
    }
    Piece here = b;
    here.at = at;
    return stone(s, p, key, here.inside(V2f(from, edge(k)), V2f(to, edge(k + 1)), 0.3f * std::min(tall, to - from)),
                 0.045f, 0.011f, 0.014f);
}

// Stones as they came, fitted without courses.
Grain randomRubble(const Plot& s, const V2f& p) {
    const V2f q(p.x + 0.02f * s.noise(p, 0.12f, 241, 2), p.y + 0.02f * s.noise(p, 0.12f, 242, 2));
    const Cell c = s.cell(q, V2f(0.3f, 0.2f), 243, 0.85f);
    return stone(s, p, c.key, c.border, 0.05f, 0.013f, 0.02f);
}

// A length cut into `count` pieces whose borders wander by `wander` of a piece, and again beyond its end.
struct Stretch {
    float from, to;
    uint64_t key;
};
Stretch stretchAt(float x, float length, int count, uint64_t key, float wander) {
    const float pitch = length / static_cast<float>(count);
    const auto piece = [&](int i) { return static_cast<uint64_t>((i % count + count) % count); };
    const auto border = [&](int i) {
        return (static_cast<float>(i) + wander * (unitFloat(mix(key, piece(i))) - 0.5f)) * pitch;
    };
    int i = static_cast<int>(std::floor(x / pitch));
    if (x < border(i))
        --i;
    else if (x >= border(i + 1))
        ++i;
    return {border(i), border(i + 1), mix(key, piece(i), 77)};
}

// Flat stones of many sizes piled dry: bands of blocks, each one large stone or several laid flat. The joints are
// holes.
Grain dryStone(const Plot& s, const V2f& p) {
    const V2f at(p.x + 0.012f * s.noise(p, V2f(0.1f, 0.06f), 251, 3),
                 p.y + 0.016f * s.noise(p, V2f(0.45f, 0.25f), 252, 2) + 0.006f * s.noise(p, 0.07f, 256, 3));
    constexpr float kBand = 0.16f, kBlock = 0.3f;
    const auto parts = [](float length, float piece) {
        return std::max(1, static_cast<int>(std::lround(length / piece)));
    };
    const Stretch band = stretchAt(at.y, s.size.y, parts(s.size.y, kBand), s.seed(257), 0.6f);
    Stretch stone = stretchAt(at.x, s.size.x, parts(s.size.x, kBlock), mix(band.key, 1), 0.9f);
    const float kind = unitFloat(mix(stone.key, 1)), tall = band.to - band.from;
    const Stretch course = stretchAt(at.y - band.from, tall, kind < 0.2f ? 1 : kind < 0.6f ? 2 : 3, stone.key, 0.4f);
    const float low = std::max(course.from, 0.0f), high = std::min(course.to, tall);
    stone.key = mix(stone.key, course.key);
    if (const float wide = stone.to - stone.from; wide > (high - low) * (2.2f + 2.5f * unitFloat(mix(stone.key, 2)))) {
        const float cut = stone.from + wide * (0.35f + 0.3f * unitFloat(mix(stone.key, 3)));
        (at.x < cut ? stone.to : stone.from) = cut;
        stone.key = mix(stone.key, at.x < cut ? 4 : 5);
    }
    const auto random = [&](uint64_t salt) { return unitFloat(mix(stone.key, salt)); };
    Piece piece{};
    piece.at = {at.x, at.y - band.from};
    const float round = (0.15f + 0.3f * random(6)) * std::min(high - low, stone.to - stone.from);
    const float in = piece.inside({stone.from, low}, {stone.to, high}, round);
    const float hole = below(0.001f, 0.004f + 0.005f * random(7), in), tilt = (random(8) - 0.5f) * 0.15f;
    const float lichen = smoothstep(0.35f, 0.5f, s.noise(p, 0.06f, 253, 4));
    Grain g;
    g.color = s.between(0, 1, random(9) + 0.25f * s.noise(p, V2f(0.08f, 0.03f), 254, 4)) * (0.85f + 0.3f * random(10));
    g.color = lerp(g.color, s.color(2), 0.5f * lichen * random(11)) * (1 - 0.9f * hole);
    g.height = -0.05f * hole + 0.03f * random(12) + tilt * (piece.at.y - 0.5f * (low + high)) +
               0.003f * s.noise(p, V2f(0.09f, 0.04f), 255, 5) - 0.006f * below(0, 0.02f, in);
    g.roughness = 0.93f;
    return g;
}

// Round pebbles bedded in lime.
Grain cobbleWall(const Plot& s, const V2f& p) {
    const Cell c = s.cell(p, V2f(0.085f, 0.07f), 261, 0.55f);
    // An egg in each cell, cut where two would meet.
    const float turn = kPi * c.random(6), u = std::cos(turn) * c.away.x + std::sin(turn) * c.away.y,
                v = (-std::sin(turn) * c.away.x + std::cos(turn) * c.away.y) * (1.05f + 0.4f * c.random(7));
    const float radius = 0.034f + 0.012f * c.random(8), t = std::min(std::sqrt(u * u + v * v) / radius, 1.0f);
    const float in = std::min(c.border, radius * (1 - t));
    const float mortar = below(0.002f, 0.005f, in + 0.0015f * s.noise(p, 0.02f, 262));
    const float split = c.random(5) < 0.3f ? 1.0f : 0.0f; // some are knapped and show their dark heart
    Grain g;
    g.color = lerp(s.between(0, 1, c.random(1)), s.color(2) * (0.6f + 0.8f * s.noise(p, 0.03f, 263, 3)), split) *
              (0.85f + 0.3f * c.random(2));
    g.color = lerp(g.color, s.color(3) * (1 + 0.15f * s.noise(p, 0.008f, 264, 2)), mortar);
    g.height = (1 - mortar) * 0.02f * std::sqrt(std::max(1 - t * t, 0.0f)) * lerp(1, 0.5f, split) +
               0.001f * s.noise(p, 0.01f, 265, 2) * mortar;
    g.roughness = lerp(lerp(0.6f, 0.25f, split), 0.95f, mortar);
    return g;
}

// A brick of the given place; clay with its own fire, sand and pits.
Grain brick(const Plot& s, const V2f& p, const Piece& b, const V2f& from, const V2f& to, uint64_t key) {
    const float half = 0.5f * s.number("joint_m", 0.01f);
    const float in = b.inside(from + V2f(half), to - V2f(half), 0.004f) + 0.0012f * s.noise(p, 0.018f, 271, 2);
    const float mortar = below(-0.001f, 0.001f, in), tone = unitFloat(mix(key, 1)),
                burnt = smoothstep(0.8f, 1, unitFloat(mix(key, 2)));
    const float pit = smoothstep(0.4f, 0.6f, s.noise(p, 0.007f, 272, 2)), cloud = s.noise(p, V2f(0.12f, 0.06f), 273, 3);
    Grain g;
    g.color = lerp(s.between(0, 1, tone + 0.25f * cloud), s.color(2), 0.8f * burnt) * (1 - 0.25f * pit) *
              (0.9f + 0.2f * unitFloat(mix(key, 3)));
    g.color = lerp(g.color, s.color(3) * (1 + 0.12f * s.noise(p, 0.006f, 274, 2)), mortar);
    g.height = -s.number("recess_m", 0.005f) * mortar - 0.0008f * pit - 0.002f * below(0, 0.004f, in) +
               0.0015f * unitFloat(mix(key, 4)) * (1 - mortar);
    g.roughness = 0.88f;
    return g;
}

Grain stretcherBond(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    return brick(s, p, b, V2f(0), b.size, b.key);
}

// Courses of stretchers and of headers by turns.
Grain englishBond(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    if (b.row % 2 == 0) return brick(s, p, b, V2f(0), b.size, b.key);
    const float half = b.size.x / 2;
    const bool first = b.at.x < half;
    return brick(s, p, b, V2f(first ? 0 : half, 0), V2f(first ? half : b.size.x, b.size.y), mix(b.key, first ? 1 : 2));
}

// Header and stretcher by turns in every course.
Grain flemishBond(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const float header = b.size.x / 3;
    const bool first = b.at.x < header;
    return brick(s, p, b, V2f(first ? 0 : header, 0), V2f(first ? header : b.size.x, b.size.y),
                 mix(b.key, first ? 1 : 2));
}

// Long thin bricks, each a third over the one below, joints raked deep.
Grain romanBond(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    Grain g = brick(s, p, b, V2f(0), b.size, b.key);
    const float drag = s.noise(p, V2f(0.2f, 0.003f), 281, 2); // dragged through the die
    g.color *= 1 + 0.08f * drag;
    g.height += 0.0006f * drag;
    return g;
}

// Brick under many coats of limewash that has gone from the arrises.
Grain washedBrick(const Plot& s, const V2f& p) {
    const Piece b = s.piece(p);
    const Grain under = brick(s, p, b, V2f(0), b.size, b.key);
    const float in = b.inside(0.006f);
    const float gone = smoothstep(
        0.3f, 0.5f, s.noise(p, 0.07f, 291, 5) + 0.22f * s.noise(p, 0.7f, 292, 2) + 0.16f * below(0, 0.012f, in));
    Grain g = under;
    g.color = lerp(s.color(4) * (0.95f + 0.06f * s.noise(p, 0.2f, 293, 3)), under.color, gone);
    g.height = 0.5f * under.height + 0.0007f * (1 - gone) - 0.002f * below(0, 0.012f, in);
    g.roughness = 0.92f;
    return g;
}

} // namespace

const std::vector<NamedGenerator> kMasonry = {{"ashlar", ashlar},
                                              {"rock-faced", rockFaced},
                                              {"coursed rubble", coursedRubble},
                                              {"random rubble", randomRubble},
                                              {"dry stone", dryStone},
                                              {"cobble wall", cobbleWall},
                                              {"stretcher bond", stretcherBond},
                                              {"english bond", englishBond},
                                              {"flemish bond", flemishBond},
                                              {"roman bond", romanBond},
                                              {"washed brick", washedBrick}};

} // namespace thallos
