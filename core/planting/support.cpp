#include "core/planting/support.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <memory>

#include "core/base/elementary.h"

namespace thallos {

namespace {

namespace el = elementary;

constexpr float kCell = 0.025f; // metres
constexpr float kStep = 0.03f;  // metres in depth from cell to cell that are still one surface
constexpr float kBelow = 0.3f;  // metres under the foot that are looked at: the ground slopes
constexpr float kNone = -std::numeric_limits<float>::infinity();

// How far out the surface lies, by columns across and rows up.
struct Relief {
    int columns, rows;
    bool round;
    std::vector<float> out; // metres; kNone: nothing
    std::vector<char> there;

    Relief(int columns, int rows, bool round)
        : columns(columns), rows(rows), round(round), out(static_cast<size_t>(columns) * rows, kNone),
          there(out.size(), 0) {}
    // Whether the cell exists; a round one's column is brought round.
    bool has(int& c, int r) const {
        if (round) c = (c % columns + columns) % columns;
        return c >= 0 && c < columns && r >= 0 && r < rows;
    }
    size_t at(int c, int r) const { return static_cast<size_t>(r) * columns + c; }
    bool isThere(int c, int r) const { return has(c, r) && there[at(c, r)]; }

    // Fills single columns that no point happened to lie in.
    void closeGaps() {
        const std::vector<float> before = out;
        for (int r = 0; r < rows; ++r)
            for (int c = 0; c < columns; ++c) {
                int left = c - 1, right = c + 1;
                if (before[at(c, r)] != kNone || !has(left, r) || !has(right, r)) continue;
                out[at(c, r)] = (before[at(left, r)] + before[at(right, r)]) / 2;
            }
    }

    // Adds what hangs together with the cell; how many cells that is.
    size_t keepAround(int column, int row) {
        std::vector<std::pair<int, int>> open;
        size_t many = 0;
        const auto reach = [&](int c, int r, float from) {
            if (!has(c, r) || there[at(c, r)] || !(std::abs(out[at(c, r)] - from) <= kStep)) return;
            there[at(c, r)] = 1;
            open.push_back({c, r});
            ++many;
        };
        reach(column, row, out[at(column, row)]);
        while (!open.empty()) {
            const auto [c, r] = open.back();
            open.pop_back();
            const float from = out[at(c, r)];
            reach(c - 1, r, from);
            reach(c + 1, r, from);
            reach(c, r - 1, from);
            reach(c, r + 1, from);
        }
        return many;
    }

    // Keeps free what lies within so many cells of what is not there.
    void trim(int cells) {
        for (int k = 0; k < cells; ++k) {
            const std::vector<char> before = there;
            const auto was = [&](int c, int r) { return !has(c, r) || before[at(c, r)]; };
            for (int r = 0; r < rows; ++r)
                for (int c = 0; c < columns; ++c)
                    if (!was(c - 1, r) || !was(c + 1, r) || !was(c, r - 1) || !was(c, r + 1)) there[at(c, r)] = 0;
        }
    }

    // At cells (x, y), by those around it that are there; `slope` is metres out a metre across and up.
    bool look(float x, float y, float& depth, V2f& slope) const {
        const int c = static_cast<int>(std::floor(x)), r = static_cast<int>(std::floor(y));
        if (!isThere(c, r)) return false;
        float sum = 0, weight = 0;
        for (int j = 0; j < 2; ++j)
            for (int i = 0; i < 2; ++i) {
                const int cc = static_cast<int>(std::floor(x - 0.5f)) + i,
                          rr = static_cast<int>(std::floor(y - 0.5f)) + j;
                if (!isThere(cc, rr)) continue;
                const float w = (1 - std::abs(x - 0.5f - static_cast<float>(cc))) *
                                (1 - std::abs(y - 0.5f - static_cast<float>(rr)));
                int wrapped = cc;
                has(wrapped, rr);
                sum += w * out[at(wrapped, rr)];
                weight += w;
            }
        int here = c;
        has(here, r);
        depth = weight > 1e-3f ? sum / weight : out[at(here, r)];
        const auto rise = [&](int dc, int dr) {
            int a = c - dc, b = c + dc;
            const bool left = isThere(a, r - dr), right = isThere(b, r + dr);
            has(a, r - dr);
            has(b, r + dr);
            return left && right ? (out[at(b, r + dr)] - out[at(a, r - dr)]) / (2 * kCell) : 0.0f;
        };
        slope = {rise(1, 0), rise(0, 1)};
        return true;
    }
};

// Directions of the edges between the columns of a round relief, which no library's arc tangent decides.
constexpr int kRound = 96;
int columnOf(const V2f& d) {
    static const auto edges = [] {
        std::array<V2f, kRound> e;
        for (int k = 0; k < kRound; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / kRound;
            e[k] = {el::cos(a), el::sin(a)};
        }
        return e;
    }();
    int low = d.y >= 0 ? 0 : kRound / 2, high = low + kRound / 2;
    while (high - low > 1) { // the last edge that d lies counter-clockwise of
        const int middle = (low + high) / 2;
        const V2f& e = edges[middle];
        (e.x * d.y - e.y * d.x >= 0 ? low : high) = middle;
    }
    return low;
}

// Where a stem is cut level.
struct Ring {
    V2f middle{0};
    float radius = 0; // 0: nothing there
};

// Of points of the surface that lie about `near`; `inmost`: the nearest to its middle in each direction, for a stem
// that is not known yet. A bough shows in one or two of the directions.
Ring ringAt(const std::vector<V2f>& points, const Ring& near, bool inmost) {
    constexpr int kBins = 24;
    std::array<V2f, kBins> at;
    std::array<float, kBins> closest{};
    std::array<int, kBins> counts{};
    at.fill(V2f(0));
    for (const V2f& p : points) {
        const V2f d = p - near.middle;
        const float away = d.length();
        if (away > (inmost ? 1 : 1.4f) * near.radius) continue;
        const int bin = columnOf(d) * kBins / kRound;
        if (!inmost) {
            at[bin] += p;
            ++counts[bin];
        } else if (!counts[bin] || away < closest[bin]) {
            at[bin] = p;
            closest[bin] = away;
            counts[bin] = 1;
        }
    }
    Ring ring;
    int bins = 0;
    for (int k = 0; k < kBins; ++k)
        if (counts[k]) {
            ++bins;
            at[k] /= static_cast<float>(counts[k]);
            ring.middle += at[k];
        }
    if (bins < kBins / 3) return {};
    ring.middle /= static_cast<float>(bins);
    for (int k = 0; k < kBins; ++k)
        if (counts[k]) ring.radius += (at[k] - ring.middle).length() / static_cast<float>(bins);
    return ring;
}

} // namespace

Support wallOf(float width, float height) {
    return {[width](float across, float up) {
                return Support::Spot{V3f(across - width / 2, 0, up), V3f(0, -1, 0)};
            },
            width, height, false};
}

Support trunkOf(float radius, float height) {
    return {[radius](float across, float up) {
                const float a = across / radius;
                const V3f out(el::cos(a), el::sin(a), 0);
                return Support::Spot{V3f(out.x * radius, out.y * radius, up), out};
            },
            2 * kPi * radius, height, true};
}

Support wallIn(const std::vector<Facet>& facets, const V3f& foot, const V3f& out, float width, float height) {
    constexpr float kThick = 0.35f; // metres in front of and behind the foot that belong to the wall
    const V3f along = V3f(0, 0, 1).cross(out);
    auto relief = std::make_shared<Relief>(std::max(1, static_cast<int>(width / kCell)),
                                           std::max(1, static_cast<int>((height + kBelow) / kCell)), false);
    std::vector<char> clear(relief->out.size(), 0);
    for (const Facet& f : facets) {
        V3f c[3]; // column, row, metres out
        for (int k = 0; k < 3; ++k) {
            const V3f d = f.corners[k] - foot;
            c[k] = {(d.dot(along) + width / 2) / kCell, (d.z + kBelow) / kCell, d.dot(out)};
        }
        const auto side = [](const V3f& a, const V3f& b, float x, float y) {
            return (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x);
        };
        const float whole = side(c[0], c[1], c[2].x, c[2].y);
        if (std::abs(whole) < 1e-6f) continue;
        const auto from = [](float a, float b, float d) {
            return std::max(0, static_cast<int>(std::floor(std::min({a, b, d}) - 0.5f)));
        };
        const auto to = [](float a, float b, float d, int n) {
            return static_cast<int>(std::min(std::max({a, b, d}), static_cast<float>(n - 1)));
        };
        for (int r = from(c[0].y, c[1].y, c[2].y); r <= to(c[0].y, c[1].y, c[2].y, relief->rows); ++r)
            for (int q = from(c[0].x, c[1].x, c[2].x); q <= to(c[0].x, c[1].x, c[2].x, relief->columns); ++q) {
                const float x = static_cast<float>(q) + 0.5f, y = static_cast<float>(r) + 0.5f;
                const float u = side(c[1], c[2], x, y) / whole, v = side(c[2], c[0], x, y) / whole, w = 1 - u - v;
                if (u < 0 || v < 0 || w < 0) continue;
                const float depth = u * c[0].z + v * c[1].z + w * c[2].z;
                const size_t i = relief->at(q, r);
                if (std::abs(depth) > kThick || depth <= relief->out[i]) continue;
                relief->out[i] = depth;
                clear[i] = f.clear;
            }
    }
    for (size_t i = 0; i < clear.size(); ++i)
        if (clear[i]) relief->out[i] = kNone;
    // From the foot's own column, where the wall begins.
    constexpr float kReach = 1; // metres up
    const int column = relief->columns / 2;
    int row = 0;
    while (row < relief->rows && relief->out[relief->at(column, row)] == kNone) ++row;
    if (static_cast<float>(row) * kCell > kBelow + kReach) row = relief->rows;
    if (row < relief->rows) relief->keepAround(column, row);
    relief->trim(2);
    return {[relief, foot, out, along, width](float across, float up) {
                float depth = 0;
                V2f slope(0);
                const bool there = relief->look(across / kCell, (up + kBelow) / kCell, depth, slope);
                const V3f at = foot + along * (across - width / 2) + V3f(0, 0, up) + out * depth;
                return Support::Spot{at, (out - along * slope.x - V3f(0, 0, slope.y)).normalized(), there};
            },
            width, height, false};
}

Support stemIn(const std::vector<Facet>& facets, const V3f& foot, float height) {
    constexpr float kLargest = 1.5f; // metres, of a stem's radius
    const int rows = std::max(1, static_cast<int>((height + kBelow) / kCell));
    // Points of the surface, close enough that no cell is left out.
    std::vector<std::vector<V2f>> points(rows);
    for (const Facet& f : facets) {
        const V3f a = f.corners[0] - foot, b = f.corners[1] - f.corners[0], c = f.corners[2] - f.corners[0];
        const float longest = std::max({b.length(), c.length(), (c - b).length()});
        const int n = std::clamp(static_cast<int>(longest / (0.4f * kCell)), 1, 200);
        for (int i = 0; i <= n; ++i)
            for (int j = 0; i + j <= n; ++j) {
                const V3f p = a + b * (static_cast<float>(i) / static_cast<float>(n)) +
                              c * (static_cast<float>(j) / static_cast<float>(n));
                const auto r = static_cast<int>(std::floor((p.z + kBelow) / kCell));
                if (r >= 0 && r < rows && xy(p).length2() < kLargest * kLargest) points[r].push_back(xy(p));
            }
    }
    auto rings = std::make_shared<std::vector<Ring>>(rows);
    auto relief = std::make_shared<Relief>(kRound, rows, true);
    // From the foot, which it stands on, up and down.
    const auto rowAt = [&](float up) { return std::clamp(static_cast<int>((kBelow + up) / kCell), 0, rows - 1); };
    const int base = rowAt(0.05f);
    const Ring start = ringAt(points[base], {V2f(0), kLargest}, true);
    for (const int way : {1, -1}) {
        Ring now = start;
        for (int r = way > 0 ? base : base - 1; r >= 0 && r < rows && now.radius > 0; r += way) {
            for (int pass = 0; pass < 3; ++pass) {
                const Ring ring = ringAt(points[r], now, false);
                if (ring.radius <= 0) break;
                now.middle += (ring.middle - now.middle) * 0.4f;
                now.radius = lerp(now.radius, ring.radius, 0.4f);
            }
            (*rings)[r] = now;
            for (const V2f& p : points[r]) {
                const V2f d = p - now.middle;
                if (d.length() > 1.5f * now.radius) continue;
                float& out = relief->out[relief->at(columnOf(d), r)];
                out = std::max(out, d.length());
            }
        }
    }
    relief->closeGaps();
    // What hangs together most, of all that begins low down: roots may stand apart.
    constexpr float kLow = 0.5f; // metres
    const int low = std::min(rows, static_cast<int>((kBelow + kLow) / kCell));
    size_t most = 0;
    std::vector<char> best = relief->there;
    for (int r = 0; r < low; ++r)
        for (int c = 0; c < kRound; ++c) {
            if (relief->there[relief->at(c, r)] || relief->out[relief->at(c, r)] == kNone) continue;
            const std::vector<char> before = relief->there;
            const size_t many = relief->keepAround(c, r);
            if (many <= most) continue;
            most = many;
            for (size_t i = 0; i < best.size(); ++i) best[i] = relief->there[i] && !before[i];
        }
    relief->there = std::move(best);
    const float breast = (*rings)[rowAt(std::min(1.2f, height / 2))].radius;
    const float girth = breast > 0 ? 2 * kPi * breast : 1;
    return {[relief, rings, foot, girth, rows](float across, float up) {
                const float angle = 2 * kPi * across / girth;
                const float row = (up + kBelow) / kCell;
                const Ring& ring = (*rings)[std::clamp(static_cast<int>(row), 0, rows - 1)];
                const float turns = across / girth;
                float depth = ring.radius;
                V2f slope(0);
                const bool there = relief->look((turns - std::floor(turns)) * kRound, row, depth, slope);
                const V3f out(el::cos(angle), el::sin(angle), 0), along(-out.y, out.x, 0);
                const V2f at = xy(foot) + ring.middle + xy(out) * depth;
                const float round = std::max(2 * kPi * depth / kRound, 1e-3f) / kCell; // a column's width, in cells
                return Support::Spot{V3f(at.x, at.y, foot.z + up),
                                     (out - along * std::clamp(slope.x / round, -1.0f, 1.0f) -
                                      V3f(0, 0, std::clamp(slope.y, -1.0f, 1.0f)))
                                         .normalized(),
                                     there};
            },
            girth, height, true};
}

} // namespace thallos
