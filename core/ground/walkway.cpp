#include "core/ground/walkway.h"

#include <algorithm>
#include <cmath>

#include "core/ground/sweep.h"

namespace thallos {

namespace {

constexpr float kThick = 0.35f;  // metres of the slab: its edge shows where the ground lies lower
constexpr float kUnder = 0.025f; // metres of the graded ground under the surface, so that it does not come through
constexpr float kStand = 0.02f;  // metres of the far end over the land
constexpr float kBeside = 0.45f; // metres that the ground beside it stays as high: about a cell of it
constexpr float kPiece = 1.0f;   // metres of slab from ring to ring at most

V2f across(const V2f& along) {
    return {-along.y, along.x};
}
V2f out(const WalkwayShape& s) {
    return {std::cos(s.facing), std::sin(s.facing)};
}

Polygon landingOf(const WalkwayShape& s) {
    if (s.landing <= 0 || s.landingWidth <= 0) return {};
    const V2f o = out(s) * s.landing, half = across(out(s)) * (0.5f * s.landingWidth);
    return {s.door - half, s.door - half + o, s.door + half + o, s.door + half}; // counter-clockwise
}

// From the landing's outer edge on; points that fall upon each other count once.
std::vector<V2f> lineOf(const WalkwayShape& s) {
    std::vector<V2f> line{s.door + out(s) * std::max(s.landing, 0.0f)};
    for (const V2f& p : s.points)
        if ((p - line.back()).length() > 0.05f) line.push_back(p);
    if (line.size() < 2) line.clear();
    return line;
}

V3f at(const V2f& p, float z) {
    return {p.x, p.y, z};
}

} // namespace

LaidWalkway layWalkway(const WalkwayShape& s, const std::function<float(const V2f&)>& ground) {
    LaidWalkway laid;
    laid.landing = landingOf(s);
    laid.line = lineOf(s);
    if (laid.line.empty()) return laid;
    const std::vector<float> along = lineThrough(laid.line).along;
    laid.length = along.back();
    const float end = ground(laid.line.back()) + kStand;
    laid.slope = (end - s.level) / laid.length;
    for (const float a : along) laid.heights.push_back(s.level + laid.slope * a);
    return laid;
}

std::vector<Pad> padsOf(const WalkwayShape& s, const LaidWalkway& laid) {
    std::vector<Pad> pads;
    // From the far end to the door, so that nearer pieces have the last word.
    for (size_t i = laid.line.size(); i-- > 1;) {
        const V2f &a = laid.line[i - 1], &b = laid.line[i];
        const V2f along = (b - a).normalized(), half = across(along) * (0.5f * s.width),
                  more = along * (i + 1 < laid.line.size() ? 0.5f * s.width : 0.0f);
        Pad pad;
        pad.outlines = {{a - half, b + more - half, b + more + half, a + half}};
        pad.level = laid.heights[i - 1] - kUnder;
        pad.from = a;
        pad.to = b;
        pad.rise = laid.heights[i] - laid.heights[i - 1];
        pad.apron = kBeside;
        pad.batter = pad.cutBatter = s.batter;
        pads.push_back(std::move(pad));
    }
    if (!laid.landing.empty()) {
        Pad pad;
        pad.outlines = {laid.landing};
        pad.level = s.level - kUnder;
        pad.apron = kBeside;
        pad.batter = pad.cutBatter = s.batter;
        pads.push_back(std::move(pad));
    }
    return pads;
}

Mesh bodyOf(const WalkwayShape& s, const LaidWalkway& laid) {
    Mesh m;
    const auto edge = [&](const V3f& a, const V3f& b) { // with the slab to the left
        addQuad(m, a - V3f(0, 0, kThick), b - V3f(0, 0, kThick), b, a);
    };
    if (!laid.landing.empty()) {
        const Polygon& p = laid.landing;
        addQuad(m, at(p[0], s.level), at(p[1], s.level), at(p[2], s.level), at(p[3], s.level));
        for (size_t i = 0; i < 4; ++i) edge(at(p[i], s.level), at(p[(i + 1) % 4], s.level));
    }
    if (laid.line.empty()) return m;
    // Rings across: left and right, at the corners and between them.
    std::vector<std::pair<V3f, V3f>> rings;
    const PlanLine line = lineThrough(laid.line);
    for (size_t i = 0; i < laid.line.size(); ++i) {
        const std::pair<V3f, V3f> ring{at(besidePoint(line, i, 0.5f * s.width), laid.heights[i]),
                                       at(besidePoint(line, i, -0.5f * s.width), laid.heights[i])};
        if (i > 0) {
            const auto from = rings.back();
            const int pieces =
                std::max(1, static_cast<int>(std::ceil((laid.line[i] - laid.line[i - 1]).length() / kPiece)));
            for (int k = 1; k < pieces; ++k) {
                const float t = static_cast<float>(k) / static_cast<float>(pieces);
                rings.emplace_back(from.first + (ring.first - from.first) * t,
                                   from.second + (ring.second - from.second) * t);
            }
        }
        rings.push_back(ring);
    }
    for (size_t i = 1; i < rings.size(); ++i) {
        const auto& [left0, right0] = rings[i - 1];
        const auto& [left1, right1] = rings[i];
        addQuad(m, right0, right1, left1, left0);
        edge(right0, right1);
        edge(left1, left0);
    }
    edge(rings.back().second, rings.back().first);
    return m;
}

std::vector<Polygon> outlinesOf(const WalkwayShape& s) {
    std::vector<Polygon> out;
    if (Polygon landing = landingOf(s); !landing.empty()) out.push_back(std::move(landing));
    for (Polygon& o : stripsOf(lineThrough(lineOf(s)), -0.5f * s.width, 0.5f * s.width)) out.push_back(std::move(o));
    return out;
}

} // namespace thallos
