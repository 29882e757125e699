#include "core/ground/stream.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/ground/level_cut.h"

namespace thallos {

namespace {

constexpr float kSmooth = 3;      // metres over which the land along it is evened out
constexpr float kIntoBank = 0.4f; // metres that the sheet may run on beside the water
constexpr float kRagged = 0.22f;  // of its banks
constexpr float kLip = 0.04f;     // metres over the water that lower land beside it is filled up to
constexpr float kDry = -1e30f;

} // namespace

float LaidStream::level(const V2f& p) const {
    OnLine on;
    const float reach = 1e6f;
    return NearLine(line, reach).at(p, on) ? line.at(levels, on) : levels.front();
}

float LaidStream::fall() const {
    return levels.empty() ? 0 : std::abs(levels.back() - levels.front());
}

LaidStream layStream(const StreamShape& shape, const std::function<float(const V2f&)>& ground) {
    LaidStream out;
    out.line = lineThrough(shape.points);
    if (out.line.segments() == 0) return out;
    out.levels = profileOf(out.line, ground, {.steepest = 2, .smooth = kSmooth});
    for (float& z : out.levels) z -= shape.bank;
    // Water never rises: where the land does, it has cut through.
    if (out.levels.front() >= out.levels.back())
        for (size_t i = 1; i < out.levels.size(); ++i) out.levels[i] = std::min(out.levels[i], out.levels[i - 1]);
    else
        for (size_t i = out.levels.size() - 1; i-- > 0;) out.levels[i] = std::min(out.levels[i], out.levels[i + 1]);
    return out;
}

namespace {

// A stream scours the outer bank of a bend and lays down what it carries at the inner one.
std::vector<float> leansOf(const PlanLine& line, float width) {
    constexpr float kTight = 2.5f; // widths of radius at which a bend is as steep on one side as any
    std::vector<float> out;
    for (const float s : line.along) {
        const V2f before = line.direction(s - width), after = line.direction(s + width);
        const float turn = std::atan2(before.cross(after), before.dot(after)); // to the left positive
        out.push_back(std::clamp(-0.5f * kTight * turn, -1.0f, 1.0f));
    }
    return out;
}

} // namespace

Corridor channelOf(const StreamShape& shape, const LaidStream& laid) {
    Corridor c;
    c.line = laid.line;
    c.heights = laid.levels;
    for (float& z : c.heights) z += shape.bank;
    c.depth = shape.depth + shape.bank;
    c.bottom = 0.5f * shape.width;
    // As wide that the water, which stands `depth` deep in it, reaches from bank to bank: the inverse of the smooth
    // step by which its sides rise.
    const float s = shape.depth / c.depth, t = 0.5f - std::sin(std::asin(std::clamp(1 - 2 * s, -1.0f, 1.0f)) / 3);
    const float inner = 0.5f * c.bottom;
    c.width = 2 * (inner + (0.5f * shape.width - inner) / std::max(t, 0.05f));
    c.shoulder = 0.15f;
    c.batter = c.cutBatter = 2;
    c.ragged = kRagged;
    c.leans = leansOf(laid.line, shape.width);
    c.fillShort = std::max(shape.bank - kLip, 0.0f); // where the land is lower it only keeps the water in
    return c;
}

StreamWater waterOf(const StreamShape& shape, const LaidStream& laid, const HeightField& field,
                    const std::function<float(const V2f&)>& other) {
    StreamWater out;
    if (laid.line.segments() == 0) return out;
    const float cell = std::clamp(shape.width / 8, 0.1f, 0.5f), reach = 0.5f * shape.width / (1 - kRagged) + kIntoBank;
    // Corners of a lattice over the plan, by where they lie; level kDry: out of reach.
    struct Corner {
        float level, ground;
        int vertex = -1;
        bool wet() const { return level > ground; }
    };
    std::unordered_map<int64_t, Corner> corners;
    const NearLine near(laid.line, reach + 2 * cell);
    const auto place = [&](int x, int y) { return V2f(static_cast<float>(x), static_cast<float>(y)) * cell; };
    const auto corner = [&](int x, int y) -> Corner& {
        const auto [it, fresh] = corners.try_emplace((static_cast<int64_t>(x) << 32) ^ static_cast<uint32_t>(y));
        Corner& c = it->second;
        if (!fresh) return c;
        const V2f p = place(x, y);
        OnLine on;
        c = {kDry, 0};
        if (!near.at(p, on) || on.distance > reach + 2 * cell) return c;
        c.level = laid.line.at(laid.levels, on);
        c.ground = field.at(p);
        if (other(p) >= c.level - 0.01f) c.level = kDry;
        return c;
    };
    const auto lattice = [&](float v) { return static_cast<int>(std::floor(v / cell)); };
    const int around = lattice(reach) + 2;
    // Cell by cell along the line, each once.
    std::unordered_map<int64_t, char> done;
    const auto add = [&](int x, int y) {
        if (!done.try_emplace((static_cast<int64_t>(x) << 32) ^ static_cast<uint32_t>(y), 1).second) return;
        Corner* four[4] = {&corner(x, y), &corner(x + 1, y), &corner(x + 1, y + 1), &corner(x, y + 1)};
        const bool within = std::all_of(four, four + 4, [](const Corner* c) { return c->level > kDry; });
        if (!within || std::none_of(four, four + 4, [](const Corner* c) { return c->wet(); })) return;
        for (int k = 0; k < 4; ++k)
            if (four[k]->vertex < 0) {
                const V2f p = place(x + (k == 1 || k == 2), y + (k >= 2));
                four[k]->vertex = static_cast<int>(out.surface.positions.size());
                out.surface.positions.push_back({p.x, p.y, four[k]->level});
            }
        out.surface.triangles.push_back({four[0]->vertex, four[1]->vertex, four[2]->vertex});
        out.surface.triangles.push_back({four[0]->vertex, four[2]->vertex, four[3]->vertex});
        const float depth[4] = {four[0]->ground - four[0]->level, four[1]->ground - four[1]->level,
                                four[2]->ground - four[2]->level, four[3]->ground - four[3]->level};
        V2f cut[4];
        const int n = levelCut(depth, 0, cut);
        for (int i = 0; i < n; i += 2)
            out.shore.emplace_back(place(x, y) + cut[i] * cell, place(x, y) + cut[i + 1] * cell);
    };
    const Box2f box = field.grid.box(), site(box.min - V2f(reach + 1), box.max + V2f(reach + 1));
    for (float s = 0; s <= laid.line.length(); s += cell) {
        const V2f at = laid.line.place(s);
        if (!site.intersects(at)) continue;
        for (int y = -around; y <= around; ++y)
            for (int x = -around; x <= around; ++x) add(lattice(at.x) + x, lattice(at.y) + y);
    }
    return out;
}

} // namespace thallos
