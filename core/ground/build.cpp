#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/base/noise.h"
#include "core/base/parallel.h"
#include "core/ground/ground.h"

namespace thallos {

namespace {

float reliefAt(const Relief& r, const V2f& p) {
    float z = r.tilt.x * p.x + r.tilt.y * p.y;
    if (r.height > 0)
        z += 0.5f * r.height * 1.6f * fractalNoise(p.x / r.feature, p.y / r.feature, r.seed, 6, r.roughness);
    return z;
}

// min(a, b) with the corner rounded over k.
float softMin(float a, float b, float k) {
    // Exactly one of the two where they are far apart: a pad must not touch land that it does not reach.
    if (b - a >= k) return a;
    if (a - b >= k) return b;
    const float h = 0.5f + 0.5f * (b - a) / k;
    return lerp(b, a, h) - k * h * (1 - h);
}
float softMax(float a, float b, float k) {
    return -softMin(-a, -b, k);
}

constexpr float kRounding = 0.8f; // metres, of a batter's edges

float levelAt(const Pad& pad, const V2f& p) {
    const V2f along = pad.to - pad.from;
    const float length2 = along.length2();
    return length2 > 0 ? pad.level + pad.rise * std::clamp((p - pad.from).dot(along) / length2, 0.0f, 1.0f) : pad.level;
}

float padded(float z, const Pad& pad, const V2f& p, float cell) {
    float d = 1e30f;
    for (const Polygon& outline : pad.outlines) d = std::min(d, signedDistance(outline, p));
    const float level = levelAt(pad, p) - pad.fall * std::clamp(d, 0.0f, pad.apron);
    if (d <= pad.apron) {
        // Under rooms the ground goes down, but only a cell and a half inside, so that no cell dips before the wall.
        return d < -1.5f * cell ? level - pad.sinkInside : level;
    }
    const float over = (d - pad.apron) / std::max(pad.cutBatter, 0.1f),
                under = (d - pad.apron) / std::max(pad.batter, 0.1f);
    const auto rounding = [](float rise) { return std::min(kRounding, 0.6f * rise + 0.01f); };
    return softMax(softMin(z, level + over, rounding(over)), level - under, rounding(under));
}

template <class Tile> const Tile* tileOf(const TileGrid<Tile>& grid, int i) {
    return grid.empty() ? nullptr : grid[i].get();
}

} // namespace

Ground Ground::make(const V2f& size, float cell, const Relief& relief) {
    Ground g;
    g.grid = GroundGrid::make(size, cell);
    g.relief = relief;
    g.sculpt.resize(g.grid.tileCount());
    g.gravel.resize(g.grid.tileCount());
    return g;
}

TileGrid<HeightTile> buildBare(const Ground& ground) {
    if (!ground.survey.empty()) return ground.survey;
    TileGrid<HeightTile> out(ground.grid.tileCount());
    parallelFor(ground.grid.tileCount(), [&](int i) {
        const V2i start = ground.grid.tileStart(i), cells = ground.grid.tileSize(i);
        auto tile = std::make_shared<HeightTile>(cells);
        for (int y = 0; y <= cells.y; ++y)
            for (int x = 0; x <= cells.x; ++x)
                tile->at(x, y) = reliefAt(ground.relief, ground.grid.place(start + V2i(x, y)));
        out[i] = tile;
    });
    return out;
}

HeightField buildNatural(const Ground& ground, const TileGrid<HeightTile>& bare, const Ground* before,
                         const HeightField* previous) {
    HeightField out{ground.grid, bare, {}};
    parallelFor(ground.grid.tileCount(), [&](int i) {
        const HeightTile* sculpt = tileOf(ground.sculpt, i);
        if (before && previous && sculpt == tileOf(before->sculpt, i)) {
            out.tiles[i] = previous->tiles[i];
            return;
        }
        if (!sculpt) return;
        auto tile = std::make_shared<HeightTile>(*bare[i]);
        for (size_t k = 0; k < tile->values.size(); ++k) tile->values[k] += sculpt->values[k];
        out.tiles[i] = tile;
    });
    out.findRanges({previous});
    return out;
}

Box2f reach(const Pad& pad, const V2f& range) {
    Box2f b;
    for (const Polygon& outline : pad.outlines) b.extendBy(bounds(outline));
    if (b.isEmpty()) return b;
    const float low = pad.level + std::min(pad.rise, 0.0f) - pad.fall * pad.apron,
                high = pad.level + std::max(pad.rise, 0.0f);
    // Fill reaches down to the lowest land, cut up to the highest.
    const float reach = std::max((std::max(high - range.x, 0.0f) + kRounding) * pad.batter,
                                 (std::max(range.y - low, 0.0f) + kRounding) * pad.cutBatter);
    const V2f margin(pad.apron + reach + 2);
    return {b.min - margin, b.max + margin};
}

HeightField buildPadded(const HeightField& natural, const std::vector<Pad>& pads, const HeightField* previous,
                        const std::vector<char>& changed) {
    HeightField out = natural;
    if (pads.empty()) return out;
    const GroundGrid& grid = natural.grid;
    const V2f range = natural.range();
    std::vector<Box2f> reaches;
    for (const Pad& pad : pads) reaches.push_back(reach(pad, range));
    parallelFor(grid.tileCount(), [&](int i) {
        if (previous && !changed.empty() && !changed[i]) {
            out.tiles[i] = previous->tiles[i];
            return;
        }
        const Box2f box = grid.tileBox(i);
        std::shared_ptr<HeightTile> tile;
        for (size_t k = 0; k < pads.size(); ++k) {
            if (reaches[k].isEmpty() || !reaches[k].intersects(box)) continue;
            if (!tile) tile = std::make_shared<HeightTile>(*natural.tiles[i]);
            const V2i start = grid.tileStart(i);
            for (int y = 0; y <= tile->cells.y; ++y)
                for (int x = 0; x <= tile->cells.x; ++x) {
                    const V2f p = grid.place(start + V2i(x, y));
                    if (reaches[k].intersects(p)) tile->at(x, y) = padded(tile->at(x, y), pads[k], p, grid.cell);
                }
        }
        if (tile) out.tiles[i] = tile;
    });
    out.findRanges({&natural, previous});
    return out;
}

BrushKind inverse(BrushKind kind) {
    switch (kind) {
    case BrushKind::Raise:
        return BrushKind::Lower;
    case BrushKind::Lower:
        return BrushKind::Raise;
    case BrushKind::Smooth:
        return BrushKind::Smooth;
    case BrushKind::Gravel:
        return BrushKind::MeadowSoil;
    case BrushKind::MeadowSoil:
        return BrushKind::Gravel;
    }
    return kind;
}

float brushWeight(const Brush& brush, float distance) {
    const float full = brush.radius * (1 - brush.falloff);
    if (distance >= brush.radius) return 0;
    return distance <= full ? 1 : 1 - smoothstep(full, brush.radius, distance);
}

namespace {

// Calls change(tile, x, y, place) for every sample within the box, on fresh copies of the touched tiles. A tile in
// which nothing changed stays the tile it was.
template <class Tile, class Change>
void editTiles(const GroundGrid& grid, TileGrid<Tile>& tiles, const Box2f& box, Change&& change) {
    const std::vector<int> touched = grid.tilesTouching(box);
    parallelFor(static_cast<int>(touched.size()), [&](int k) {
        const int i = touched[k];
        auto tile = tiles[i] ? std::make_shared<Tile>(*tiles[i]) : std::make_shared<Tile>(grid.tileSize(i));
        const V2i start = grid.tileStart(i);
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x) {
                const V2f p = grid.place(start + V2i(x, y));
                if (box.intersects(p)) change(*tile, x, y, start + V2i(x, y), p);
            }
        const bool same = tiles[i]
                              ? tile->values == tiles[i]->values
                              : std::all_of(tile->values.begin(), tile->values.end(), [](auto v) { return v == 0; });
        if (!same) tiles[i] = tile;
    });
}

} // namespace

Ground dab(const Ground& ground, const HeightField& natural, const Brush& brush, const V2f& at, uint64_t number) {
    Ground out = ground;
    const Box2f box(at - V2f(brush.radius), at + V2f(brush.radius));
    const auto weight = [&](const V2f& p) { return brushWeight(brush, (p - at).length()); };
    switch (brush.kind) {
    case BrushKind::Raise:
    case BrushKind::Lower: {
        const float sign = brush.kind == BrushKind::Raise ? 1.0f : -1.0f;
        editTiles(out.grid, out.sculpt, box, [&](HeightTile& t, int x, int y, const V2i&, const V2f& p) {
            t.at(x, y) += sign * brush.strength * weight(p);
        });
        break;
    }
    case BrushKind::Smooth: {
        // Mean over a neighbourhood that grows with the brush, so that large brushes flatten large forms.
        const int reach = std::clamp(static_cast<int>(brush.radius / natural.grid.cell / 4), 1, 6);
        editTiles(out.grid, out.sculpt, box, [&](HeightTile& t, int x, int y, const V2i& s, const V2f& p) {
            const float w = clamp01(brush.strength) * weight(p);
            if (w <= 0) return;
            float sum = 0;
            for (int j = -reach; j <= reach; ++j)
                for (int i = -reach; i <= reach; ++i) sum += natural.sample(s.x + i, s.y + j);
            const float n = static_cast<float>((2 * reach + 1) * (2 * reach + 1));
            t.at(x, y) += w * (sum / n - natural.sample(s.x, s.y));
        });
        break;
    }
    case BrushKind::Gravel:
    case BrushKind::MeadowSoil: {
        const float sign = brush.kind == BrushKind::Gravel ? 255.0f : -255.0f;
        editTiles(out.grid, out.gravel, box, [&](CoverTile& t, int x, int y, const V2i& s, const V2f& p) {
            const float w = weight(p);
            if (w <= 0) return;
            const float v = static_cast<float>(t.at(x, y)) + sign * clamp01(brush.strength) * w;
            const float chance = unitFloat(mix(static_cast<uint64_t>(s.x), static_cast<uint64_t>(s.y), number, 0x6a));
            t.at(x, y) = static_cast<uint8_t>(std::clamp(std::floor(v + chance), 0.0f, 255.0f));
        });
        break;
    }
    }
    return out;
}

Ground paintPath(const Ground& ground, const Polygon& line, float width, float soft) {
    Ground out = ground;
    Box2f box = bounds(line);
    const V2f margin(width / 2 + soft);
    box = {box.min - margin, box.max + margin};
    editTiles(out.grid, out.gravel, box, [&](CoverTile& t, int x, int y, const V2i&, const V2f& p) {
        float best = 1e30f;
        for (size_t i = 0; i + 1 < line.size(); ++i) {
            const V2f a = line[i], ab = line[i + 1] - a;
            best = std::min(best, (p - a - ab * clamp01((p - a).dot(ab) / std::max(ab.length2(), 1e-9f))).length());
        }
        const float v = 255 * (1 - smoothstep(width / 2 - soft, width / 2 + soft, best));
        t.at(x, y) = std::max(t.at(x, y), static_cast<uint8_t>(std::lround(v)));
    });
    return out;
}

} // namespace thallos
