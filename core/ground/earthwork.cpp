#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/ground/land.h"

namespace thallos {

namespace {

// What of a linear function over a triangle is positive, integrated; `d` at its corners.
double positive(double a, double b, double c, double area) {
    const int over = (a > 0) + (b > 0) + (c > 0);
    const double all = area * (a + b + c) / 3;
    if (over == 3) return all;
    if (over == 0) return 0;
    if (over == 2) return all + positive(-a, -b, -c, area);
    if (b > 0) return positive(b, c, a, area);
    if (c > 0) return positive(c, a, b, area);
    return area * a / (a - b) * a / (a - c) * a / 3;
}
bool isBroken(const HeightTile& tile, int x, int y) {
    if (!tile.broken) return false;
    const HeightBlock& block = tile.blockAt(x, y);
    return block.broken && block.broken->broken(y * block.z.cells.x + x);
}

// Of a cell that a wall crosses, by many places in it.
void addBroken(const HeightField& before, const HeightField& after, const V2f& corner, float cell, Earthwork& out) {
    constexpr int kAcross = 10;
    for (int y = 0; y < kAcross; ++y)
        for (int x = 0; x < kAcross; ++x) {
            const V2f p = corner + V2f(static_cast<float>(x) + 0.5f, static_cast<float>(y) + 0.5f) * (cell / kAcross);
            const double d = static_cast<double>(after.at(p) - before.at(p)) * static_cast<double>(cell * cell) /
                             (kAcross * kAcross);
            (d > 0 ? out.fill : out.cut) += std::abs(d);
        }
}

} // namespace

Earthwork earthworkOf(const HeightField& before, const HeightField& after, const Box2f& box) {
    const GroundGrid& grid = before.grid;
    const std::vector<int> tiles = grid.tilesTouching(box);
    std::vector<Earthwork> parts(tiles.size());
    parallelFor(static_cast<int>(tiles.size()), [&](int n) {
        const auto i = static_cast<size_t>(tiles[static_cast<size_t>(n)]);
        const HeightTile &a = *before.tiles[i], &b = *after.tiles[i];
        if (&a == &b) return;
        const int fine = std::max(a.fine, b.fine);
        const V2i start = grid.tileStart(static_cast<int>(i)) * fine, cells = grid.tileSize(static_cast<int>(i)) * fine;
        const auto z = [&](const HeightField& field, const HeightTile& tile, int x, int y) {
            return static_cast<double>(tile.fine == fine ? tile.at(x, y)
                                                         : field.at(grid.place(start + V2i(x, y), fine)));
        };
        const auto d = [&](int x, int y) { return z(after, b, x, y) - z(before, a, x, y); };
        // The diagonal runs from the south-east to the north-west corner, as HeightField::at() has it.
        const double cell = static_cast<double>(grid.cell) / fine, half = cell * cell / 2;
        const auto first = [&](int k) {
            return std::clamp(static_cast<int>(static_cast<double>(box.min[k] - grid.origin[k]) / cell) - start[k], 0,
                              cells[k]);
        };
        const auto last = [&](int k) {
            return std::clamp(static_cast<int>(static_cast<double>(box.max[k] - grid.origin[k]) / cell) + 1 - start[k],
                              0, cells[k]);
        };
        const V2i from(first(0), first(1)), to(last(0), last(1));
        for (int y = from.y; y < to.y; ++y)
            for (int x = from.x; x < to.x; ++x) {
                if (isBroken(a, x * a.fine / fine, y * a.fine / fine) ||
                    isBroken(b, x * b.fine / fine, y * b.fine / fine)) {
                    addBroken(before, after, grid.place(start + V2i(x, y), fine), static_cast<float>(cell),
                              parts[static_cast<size_t>(n)]);
                    continue;
                }
                const double p = d(x, y), q = d(x + 1, y), r = d(x + 1, y + 1), s = d(x, y + 1);
                if (p == 0 && q == 0 && r == 0 && s == 0) continue;
                parts[static_cast<size_t>(n)].fill += positive(p, q, s, half) + positive(r, s, q, half);
                parts[static_cast<size_t>(n)].cut += positive(-p, -q, -s, half) + positive(-r, -s, -q, half);
            }
    });
    Earthwork out;
    for (const Earthwork& part : parts) {
        out.cut += part.cut;
        out.fill += part.fill;
    }
    return out;
}

std::vector<std::pair<uint64_t, Earthwork>> earthworkOf(const Land& land, const std::function<bool()>& stop) {
    std::vector<std::pair<uint64_t, Earthwork>> out;
    Land last = land;
    std::vector<StepMaker> makers; // of the steps as they lie
    size_t first = 0;
    for (const auto& laid : land.laid) {
        makers.push_back({laid->id, {}, [from = land.steps.data() + first, n = laid->count](const GroundAt&) {
                              return std::vector<LandStep>(from, from + n);
                          }});
        first += laid->count;
    }
    for (size_t i = land.laid.size(); i-- > 0 && !(stop && stop());) {
        first -= land.laid[i]->count;
        if (land.laid[i]->count == 0) continue;
        const LandShape& shape = land.steps[first].shape;
        if (std::holds_alternative<Relief>(shape) || std::holds_alternative<Survey>(shape)) break;
        // Without the item's steps, at the density that they ask for.
        makers[i].make = [make = makers[i].make](const GroundAt& before) {
            std::vector<LandStep> steps = make(before);
            for (LandStep& step : steps) step.shape = Pad();
            return steps;
        };
        Land before = buildLand(land.grid, land.finest, makers, &last);
        out.emplace_back(land.laid[i]->id, earthworkOf(before.field, last.field, land.grid.box()));
        last = std::move(before);
    }
    std::reverse(out.begin(), out.end());
    return out;
}

} // namespace thallos
