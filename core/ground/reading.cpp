#include "core/ground/reading.h"

#include <algorithm>
#include <cmath>

namespace thallos {

int slopeClass(float slope) {
    return static_cast<int>(std::upper_bound(std::begin(kSlopeClasses), std::end(kSlopeClasses), slope) -
                            std::begin(kSlopeClasses));
}

float hollowAt(const HeightField& field, const V2f& p, float away) {
    const V2f east(away, 0), north(0, away);
    return (field.at(p + east) + field.at(p - east) + field.at(p + north) + field.at(p - north)) / 4 - field.at(p);
}

float slopeAt(const HeightField& field, const V2f& p, float across) {
    const float d = across / 2;
    return V2f(field.at({p.x + d, p.y}) - field.at({p.x - d, p.y}), field.at({p.x, p.y + d}) - field.at({p.x, p.y - d}))
               .length() /
           across;
}

std::vector<FlowLine> flowLines(const Flow& flow, float area, float apart) {
    const int cells = flow.size.x * flow.size.y;
    const auto runs = [&](int i) { return flow.area[static_cast<size_t>(i)] >= area; };
    const auto next = [&](int i) { return flow.next[static_cast<size_t>(i)]; };
    // Heads, where no such cell runs into, with how far their water goes.
    std::vector<char> fed(static_cast<size_t>(cells), 0);
    for (int i = 0; i < cells; ++i)
        if (runs(i) && next(i) != i) fed[static_cast<size_t>(next(i))] = 1;
    struct Head {
        int cell, steps;
    };
    std::vector<Head> heads;
    for (int i = 0; i < cells; ++i) {
        if (!runs(i) || fed[static_cast<size_t>(i)]) continue;
        int steps = 0;
        for (int at = i; next(at) != at; at = next(at)) ++steps;
        heads.push_back({i, steps});
    }
    std::stable_sort(heads.begin(), heads.end(), [](const Head& a, const Head& b) { return a.steps > b.steps; });
    // Which line has been near each square of a coarser grid.
    const int coarse = std::max(1, static_cast<int>(std::lround(apart / flow.cell)));
    const V2i wide((flow.size.x + coarse - 1) / coarse, (flow.size.y + coarse - 1) / coarse);
    std::vector<int> taken(static_cast<size_t>(wide.x) * wide.y, -1);
    std::vector<FlowLine> out;
    for (const Head& head : heads) {
        FlowLine line;
        const int number = static_cast<int>(out.size());
        std::vector<size_t> mine;
        for (int at = head.cell;; at = next(at)) {
            const V2i c(at % flow.size.x, at / flow.size.x);
            line.points.push_back(flow.origin + V2f(c) * flow.cell);
            line.area = flow.area[static_cast<size_t>(at)];
            const size_t square = static_cast<size_t>(c.y / coarse) * wide.x + c.x / coarse;
            const bool joins = taken[square] >= 0 && taken[square] != number;
            if (!joins) mine.push_back(square);
            taken[square] = joins ? taken[square] : number;
            if (joins || next(at) == at) break;
        }
        if (static_cast<int>(line.points.size()) > 2 * coarse)
            out.push_back(std::move(line));
        else
            for (const size_t square : mine) taken[square] = -1; // too short to be told
    }
    return out;
}

std::vector<Spot> spotsOf(const HeightField& field, const Box2f& window, float apart, float least) {
    const Box2f site = field.grid.box();
    const Box2f box({std::max(window.min.x, site.min.x), std::max(window.min.y, site.min.y)},
                    {std::min(window.max.x, site.max.x), std::min(window.max.y, site.max.y)});
    if (box.isEmpty() || apart <= 0) return {};
    // On a lattice that belongs to the site, so that spots stay where they are as the window moves.
    const float step = apart / 6;
    const auto lattice = [&](float v, int k) { return static_cast<int>(std::floor((v - site.min[k]) / step)); };
    const V2i low(lattice(box.min.x, 0), lattice(box.min.y, 1)), high(lattice(box.max.x, 0), lattice(box.max.y, 1));
    struct Found {
        Spot spot;
        float stands; // out of the ground around, or under it
    };
    std::vector<Found> found;
    for (int y = low.y; y <= high.y; ++y)
        for (int x = low.x; x <= high.x; ++x) {
            const V2f p = site.min + V2f(static_cast<float>(x), static_cast<float>(y)) * step;
            if (!box.intersects(p)) continue;
            const float z = field.at(p);
            bool top = true, hollow = true;
            for (int k = 0; k < 9; ++k) {
                if (k == 4) continue;
                const float near =
                    field.at(p + V2f(static_cast<float>(k % 3 - 1), static_cast<float>(k / 3 - 1)) * step);
                top &= near <= z;
                hollow &= near >= z;
            }
            if (top == hollow) continue; // a slope, or level
            const float side = top ? 1.0f : -1.0f;
            Spot spot{p, z};
            for (float reach = step / 2; reach > step / 20; reach /= 2) // up, or down, to the very place
                for (const V2f& d : {V2f(1, 0), V2f(-1, 0), V2f(0, 1), V2f(0, -1)})
                    if (const float there = field.at(spot.at + d * reach); side * (there - spot.height) > 0)
                        spot = {spot.at + d * reach, there};
            float stands = 1e30f;
            for (int k = 0; k < 16; ++k) {
                const float a = 2 * kPi * static_cast<float>(k) / 16;
                const V2f far = spot.at + V2f(std::cos(a), std::sin(a)) * apart;
                stands = std::min(stands, side * (spot.height - field.at(far)));
            }
            if (stands >= least) found.push_back({spot, stands});
        }
    std::stable_sort(found.begin(), found.end(), [](const Found& a, const Found& b) { return a.stands > b.stands; });
    std::vector<Spot> out;
    for (const Found& f : found)
        if (std::none_of(out.begin(), out.end(), [&](const Spot& s) { return (s.at - f.spot.at).length() < apart; }))
            out.push_back(f.spot);
    return out;
}

} // namespace thallos
