#include "core/ground/brush.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "core/base/hash.h"
#include "core/base/noise.h"
#include "core/base/parallel.h"
#include "core/ground/slump.h"

namespace thallos {

BrushKind inverse(BrushKind kind) {
    switch (kind) {
    case BrushKind::Raise:
        return BrushKind::Lower;
    case BrushKind::Lower:
        return BrushKind::Raise;
    case BrushKind::Smooth:
        return BrushKind::Roughen;
    case BrushKind::Roughen:
        return BrushKind::Smooth;
    case BrushKind::Protect:
        return BrushKind::Release;
    case BrushKind::Release:
        return BrushKind::Protect;
    case BrushKind::Paint:
        return BrushKind::Wipe;
    case BrushKind::Wipe:
        return BrushKind::Paint;
    case BrushKind::Level:
    case BrushKind::Ramp:
    case BrushKind::Slump:
    case BrushKind::Rut:
    case BrushKind::Restore:
        break;
    }
    return kind;
}

bool paints(BrushKind kind) {
    return kind == BrushKind::Paint || kind == BrushKind::Wipe;
}

bool asksHeights(const Brush& b) {
    return b.limit || b.kind == BrushKind::Level || b.kind == BrushKind::Smooth || b.kind == BrushKind::Slump;
}

float brushWeight(const Brush& brush, float distance) {
    const float full = brush.radius * (1 - brush.falloff);
    if (distance >= brush.radius) return 0;
    return distance <= full ? 1 : 1 - smoothstep(full, brush.radius, distance);
}

namespace {

// A copy of a tile, at least so many times as dense as the grid; what lies between its samples stays as it was.
template <class Value>
std::shared_ptr<GridTile<Value>> denser(const GroundGrid& grid, const TileGrid<GridTile<Value>>& layer, int i,
                                        int least) {
    const auto& old = layer[static_cast<size_t>(i)];
    if (!old) return std::make_shared<GridTile<Value>>(grid.tileSize(i) * least);
    if (densityOf(grid, i, *old) >= least) return std::make_shared<GridTile<Value>>(*old);
    auto tile = std::make_shared<GridTile<Value>>(grid.tileSize(i) * least);
    const V2i start = grid.tileStart(i) * least;
    for (int y = 0; y <= tile->cells.y; ++y)
        for (int x = 0; x <= tile->cells.x; ++x) {
            const float v = insideTile(grid, *old, i, grid.place(start + V2i(x, y), least));
            if constexpr (std::is_same_v<Value, float>)
                tile->at(x, y) = v;
            else
                tile->at(x, y) = static_cast<Value>(std::lround(v));
        }
    return tile;
}

// How dense a layer has to be for what a brush does to show.
int densityFor(const GroundGrid& grid, float finest, float radius) {
    int n = 1;
    while (finest > 0 && n < kFinest && grid.cell / static_cast<float>(n) > std::max(finest, radius / 8) * 1.01f)
        n *= 2;
    return n;
}

// Calls change(value, sample of the grid at the tile's density, place, density) for every sample within the box, on
// fresh copies of the touched tiles. A tile in which nothing changed stays the tile it was.
template <class Value, class Change>
TileGrid<GridTile<Value>> edited(const GroundGrid& grid, TileGrid<GridTile<Value>> layer, const Box2f& box, int least,
                                 Change&& change) {
    layer.resize(static_cast<size_t>(grid.tileCount()));
    const std::vector<int> touched = grid.tilesTouching(box);
    parallelFor(static_cast<int>(touched.size()), [&](int k) {
        const int i = touched[static_cast<size_t>(k)];
        auto& old = layer[static_cast<size_t>(i)];
        auto tile = denser(grid, layer, i, least);
        const int fine = densityOf(grid, i, *tile);
        const V2i start = grid.tileStart(i) * fine;
        bool changed = false;
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x) {
                const V2f p = grid.place(start + V2i(x, y), fine);
                if (!box.intersects(p)) continue;
                Value& value = tile->at(x, y);
                const Value before = value;
                change(value, start + V2i(x, y), p, fine);
                changed = changed || value != before;
            }
        if (changed) old = std::move(tile);
    });
    return layer;
}

} // namespace

namespace {

// A window of finished heights at one density, in which ground slides. What of it changed comes back by sample.
class Sliding {
public:
    Sliding(const HeightField& now, const Brush& brush, const V2f& at, const WeightLayer& kept, int fine)
        : fine_(fine), first_(sampleAt(now.grid, at - V2f(brush.radius), fine)),
          size_(sampleAt(now.grid, at + V2f(brush.radius), fine) - first_ + V2i(2)) {
        for (int k = 0; k < 2; ++k) size_[k] = std::max(size_[k], 1);
        std::vector<float> z, weight;
        for (int y = 0; y < size_.y; ++y)
            for (int x = 0; x < size_.x; ++x) {
                const V2f p = now.grid.place(first_ + V2i(x, y), fine);
                z.push_back(now.at(p));
                weight.push_back(now.grid.box().intersects(p)
                                     ? brushWeight(brush, (p - at).length()) * (1 - layerAt(now.grid, kept, p))
                                     : 0);
            }
        change_ = z;
        slump(z, size_, now.grid.cell / static_cast<float>(fine), {brush.repose, brush.passes}, weight);
        for (size_t i = 0; i < z.size(); ++i) change_[i] = z[i] - change_[i];
    }
    float at(const V2i& sample) const {
        const V2i d = sample - first_;
        return d.x < 0 || d.y < 0 || d.x >= size_.x || d.y >= size_.y
                   ? 0
                   : change_[static_cast<size_t>(d.y) * size_.x + d.x];
    }
    int fine() const { return fine_; }

private:
    static V2i sampleAt(const GroundGrid& grid, const V2f& p, int fine) {
        const V2f s = (p - grid.origin) / (grid.cell / static_cast<float>(fine));
        return {static_cast<int>(std::floor(s.x)), static_cast<int>(std::floor(s.y))};
    }
    int fine_;
    V2i first_, size_;
    std::vector<float> change_;
};

// Mean over a neighbourhood that grows with the brush, so that large brushes flatten large forms.
float meanAround(const HeightField& now, const Brush& brush, const V2i& s, int fine) {
    const auto sample = [&](int x, int y) {
        return fine == 1 ? now.sample(x, y) : now.at(now.grid.place({x, y}, fine));
    };
    const int reach = std::clamp(static_cast<int>(brush.radius / now.grid.cell * static_cast<float>(fine) / 4), 1, 6);
    float sum = 0;
    for (int j = -reach; j <= reach; ++j)
        for (int i = -reach; i <= reach; ++i) sum += sample(s.x + i, s.y + j);
    return sum / static_cast<float>((2 * reach + 1) * (2 * reach + 1));
}

} // namespace

Sculpting sculpted(const Sculpting& layer, const HeightField& now, const Brush& brush, const V2f& at, const V2f& along,
                   float finest) {
    const GroundGrid& grid = now.grid;
    const int fine = densityFor(grid, finest, brush.kind == BrushKind::Rut ? 1.0f : brush.radius);
    Sculpting out = layer;
    float wide = brush.radius;
    if (brush.kind == BrushKind::Rut) wide += 0.5f * brush.gauge;
    const Box2f box(at - V2f(wide), at + V2f(wide));
    const auto weight = [&](const V2f& p) {
        return brushWeight(brush, (p - at).length()) * (1 - layerAt(grid, layer.kept, p));
    };
    const float share = clamp01(brush.strength);
    const auto move = [&](auto&& change) { out.heights = edited(grid, layer.heights, box, fine, change); };
    switch (brush.kind) {
    case BrushKind::Raise:
    case BrushKind::Lower: {
        const bool raises = brush.kind == BrushKind::Raise;
        move([&](float& z, const V2i&, const V2f& p, int) {
            float by = brush.strength * weight(p);
            // What is beyond the limit already stays.
            if (by > 0 && brush.limit) {
                const float there = now.at(p);
                by = std::clamp(raises ? *brush.limit - there : there - *brush.limit, 0.0f, by);
            }
            z += raises ? by : -by;
        });
        break;
    }
    case BrushKind::Level:
        move([&](float& z, const V2i&, const V2f& p, int) {
            if (const float w = share * weight(p); w > 0) z += w * (brush.level - now.at(p));
        });
        break;
    case BrushKind::Smooth:
        move([&](float& z, const V2i& s, const V2f& p, int dense) {
            const float w = share * weight(p);
            if (w > 0) z += w * (meanAround(now, brush, s, dense) - (dense == 1 ? now.sample(s.x, s.y) : now.at(p)));
        });
        break;
    case BrushKind::Roughen:
        move([&](float& z, const V2i&, const V2f& p, int) {
            const float size = std::max(0.35f * brush.radius, 2 * grid.cell);
            if (const float w = weight(p); w > 0)
                z += w * brush.strength * fractalNoise(p.x / size, p.y / size, 411, 5, 0.55f);
        });
        break;
    case BrushKind::Slump: {
        // At the density of the densest tile that it reaches; coarser ones take what falls on their samples.
        int densest = fine;
        for (const int i : grid.tilesTouching(box))
            densest = std::max(densest, now.tiles[static_cast<size_t>(i)]->fine);
        const Sliding sliding(now, brush, at, layer.kept, densest);
        move([&](float& z, const V2i& s, const V2f&, int tile) { z += sliding.at(s * (densest / std::max(tile, 1))); });
        break;
    }
    case BrushKind::Rut: {
        const V2f side(-along.y, along.x);
        const float half = std::max(0.12f, 0.5f * brush.radius);
        move([&](float& z, const V2i&, const V2f& p, int) {
            const float across = std::abs((p - at).dot(side)), ahead = std::abs((p - at).dot(along));
            const float off = std::hypot(across - 0.5f * brush.gauge, ahead) / half;
            if (off >= 1.6f || along == V2f(0)) return;
            // Pressed down under the wheel, a little of it comes up beside it.
            const float form = off < 1 ? -0.5f * (1 + std::cos(kPi * off)) : 0.12f * std::sin(kPi * (off - 1) / 0.6f);
            z += brush.strength * form * (1 - layerAt(grid, layer.kept, p));
        });
        break;
    }
    case BrushKind::Restore:
        move([&](float& z, const V2i&, const V2f& p, int) { z *= 1 - share * weight(p); });
        break;
    case BrushKind::Protect:
    case BrushKind::Release: {
        const float full = (brush.kind == BrushKind::Protect ? 255.0f : -255.0f) * share;
        out.kept = edited(grid, layer.kept, box, fine, [&](uint8_t& value, const V2i&, const V2f& p, int) {
            const float v = static_cast<float>(value) + full * brushWeight(brush, (p - at).length());
            value = static_cast<uint8_t>(std::clamp(std::lround(v), 0L, 255L));
        });
        break;
    }
    case BrushKind::Ramp: // not by dabs
    case BrushKind::Paint:
    case BrushKind::Wipe:
        break;
    }
    return out;
}

Sculpting ramped(const Sculpting& layer, const HeightField& now, const Brush& brush, const V2f& from, const V2f& to,
                 float finest) {
    const GroundGrid& grid = now.grid;
    const float start = now.at(from), end = now.at(to);
    const V2f way = to - from;
    if (way.length() < 1e-3f) return layer;
    Box2f box(from);
    box.extendBy(to);
    box = {box.min - V2f(brush.radius), box.max + V2f(brush.radius)};
    Sculpting out = layer;
    out.heights = edited(
        grid, layer.heights, box, densityFor(grid, finest, brush.radius), [&](float& z, const V2i&, const V2f& p, int) {
            const float t = clamp01((p - from).dot(way) / way.length2());
            const float w = brushWeight(brush, (p - from - way * t).length()) * clamp01(brush.strength);
            if (w > 0) z += w * (lerp(start, end, t) - now.at(p)) * (1 - layerAt(grid, layer.kept, p));
        });
    return out;
}

std::vector<V2f> StrokeWalk::to(const V2f& p) {
    std::vector<V2f> out;
    if (!std::exchange(begun_, true)) out.push_back(last_);
    const V2f way = p - last_;
    const float length = way.length();
    if (!(length >= step_)) return out;
    along_ = way / length;
    for (float s = step_; s <= length && out.size() < 4096; s += step_) out.push_back(last_ + along_ * s);
    last_ = out.back();
    return out;
}

WeightLayer painted(const GroundGrid& grid, const WeightLayer& layer, const Brush& brush, const V2f& at,
                    uint64_t number, float finest) {
    const Box2f box(at - V2f(brush.radius), at + V2f(brush.radius));
    const float full = (brush.kind == BrushKind::Paint ? 255.0f : -255.0f) * clamp01(brush.strength);
    return edited(
        grid, layer, box, densityFor(grid, finest, brush.radius), [&](uint8_t& value, const V2i& s, const V2f& p, int) {
            const float w = brushWeight(brush, (p - at).length());
            if (w <= 0) return;
            const float chance = unitFloat(mix(static_cast<uint64_t>(s.x), static_cast<uint64_t>(s.y), number, 0x6a));
            value = static_cast<uint8_t>(
                std::clamp(std::floor(static_cast<float>(value) + full * w + chance), 0.0f, 255.0f));
        });
}

WeightLayer paintedAlong(const GroundGrid& grid, const WeightLayer& layer, const Polygon& line, float width,
                         float soft) {
    Box2f box = bounds(line);
    const V2f margin(width / 2 + soft);
    box = {box.min - margin, box.max + margin};
    return edited(grid, layer, box, 1, [&](uint8_t& value, const V2i&, const V2f& p, int) {
        float best = 1e30f;
        for (size_t i = 0; i + 1 < line.size(); ++i) {
            const V2f a = line[i], ab = line[i + 1] - a;
            best = std::min(best, (p - a - ab * clamp01((p - a).dot(ab) / std::max(ab.length2(), 1e-9f))).length());
        }
        const float v = 255 * (1 - smoothstep(width / 2 - soft, width / 2 + soft, best));
        value = std::max(value, static_cast<uint8_t>(std::lround(v)));
    });
}

} // namespace thallos
