#include "core/ground/cover_map.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"
#include "core/base/parallel.h"

namespace thallos {

namespace {

constexpr float kRuleStep = 0.5f; // metres at least between places where rules are asked
constexpr int kMostShares = 16;
constexpr float kMostOfPatch = 0.97f; // what lies under a patch shows through its holes
constexpr float kBesidePatch = 1.5f;  // cells

// Shares of covers while they are summed up; more than fit are left out.
struct Gathered {
    std::array<CoverShare, kMostShares> all;
    int count = 0;
    void add(int of, float share) {
        if (share <= 0) return;
        for (int i = 0; i < count; ++i)
            if (all[static_cast<size_t>(i)].of == of) {
                all[static_cast<size_t>(i)].share += share;
                return;
            }
        if (count < kMostShares) all[static_cast<size_t>(count++)] = {of, share};
    }
    void sort() {
        std::sort(all.begin(), all.begin() + count, [](const CoverShare& a, const CoverShare& b) {
            return a.share != b.share ? a.share > b.share : a.of < b.of;
        });
    }
};

CoverCell cellOf(Gathered& g) {
    g.sort();
    CoverCell out;
    const int n = std::min(g.count, 4);
    float sum = 0;
    for (int i = 0; i < n; ++i) sum += g.all[static_cast<size_t>(i)].share;
    int left = 255;
    for (int i = n - 1; i >= 0; --i) { // what rounding down leaves goes to the strongest
        const auto k = static_cast<size_t>(i);
        const int share = i == 0 ? left : static_cast<int>(255 * g.all[k].share / std::max(sum, 1e-9f));
        out.of[k] = static_cast<uint8_t>(g.all[k].of);
        out.share[k] = static_cast<uint8_t>(share);
        left -= share;
    }
    if (n == 0) return {};
    return out;
}

// The tile of a layer of weights; null: nothing is painted there.
const GridTile<uint8_t>* paintedIn(const WeightLayer& layer, int tile) {
    return layer.empty() ? nullptr : layer[static_cast<size_t>(tile)].get();
}

// How much of a path lies `off` metres from its middle: worn edges are ragged and soft.
float onPath(const CoverLayer& l, float off, const V2f& p) {
    const float ragged = l.worn > 0 ? 0.22f * l.worn * fractalNoise(p.x / 1.1f, p.y / 1.1f, l.seed + 3, 4) : 0;
    const float soft = 0.03f + 0.14f * l.worn, half = 0.5f * l.width + ragged;
    return 1 - smoothstep(half - soft, half + soft, off);
}

// The rule's weights at every `step`-th sample of a block, and between them.
class RuleWeights {
public:
    RuleWeights(const LandBlock& b, const std::vector<CoverLayer>& layers, const CoverGround& ground)
        : step_(std::max(1, static_cast<int>(std::lround(kRuleStep / b.cell())))), weights_(layers.size()) {
        if (std::none_of(layers.begin(), layers.end(), [](const CoverLayer& l) { return l.rule.has_value(); })) return;
        for (int k = 0; k < 2; ++k) size_[k] = (b.cells[k] + step_ - 1) / step_ + 1;
        for (size_t i = 0; i < layers.size(); ++i)
            if (layers[i].rule) weights_[i].resize(static_cast<size_t>(size_.x) * size_.y);
        const auto asks = [&](auto of) {
            return std::any_of(layers.begin(), layers.end(),
                               [&](const CoverLayer& l) { return l.rule && of(*l.rule); });
        };
        const bool slope = asks([](const CoverRule&r) { return r.asksSlope(); }),
                   wetness = asks([](const CoverRule&r) { return r.asksWetness(); }) && ground.flow;
        for (int y = 0; y < size_.y; ++y)
            for (int x = 0; x < size_.x; ++x) {
                const V2f p = b.place(x * step_, y * step_); // the last ones may lie beyond the block
                CoverSpot spot;
                spot.height = ground.field.at(p);
                if (slope) {
                    const V3f n = ground.field.normal(p);
                    spot.slope = std::acos(std::clamp(n.z, -1.0f, 1.0f));
                    spot.facing = std::atan2(n.x, n.y);
                }
                if (wetness) spot.wetness = ground.flow->wetnessAt(p);
                if (!ground.paths.empty()) spot.path = ground.paths.distance(p);
                if (!ground.walls.empty()) spot.building = ground.walls.distance(p);
                if (!ground.shores.empty()) spot.water = ground.wet && ground.wet(p) ? 0 : ground.shores.distance(p);
                for (size_t i = 0; i < layers.size(); ++i)
                    if (layers[i].rule)
                        weights_[i][static_cast<size_t>(y) * size_.x + x] =
                            covered(*layers[i].rule, spot, p, layers[i].seed);
            }
    }
    // Whether it lies anywhere by its rule.
    bool lies(size_t layer) const {
        return std::any_of(weights_[layer].begin(), weights_[layer].end(), [](float w) { return w > 0; });
    }
    float at(size_t layer, int x, int y) const {
        if (weights_[layer].empty()) return 0;
        const std::vector<float>& w = weights_[layer];
        const int cx = std::min(x / step_, size_.x - 2), cy = std::min(y / step_, size_.y - 2);
        if (step_ == 1) return w[static_cast<size_t>(y) * size_.x + x];
        const float u = static_cast<float>(x - cx * step_) / static_cast<float>(step_),
                    v = static_cast<float>(y - cy * step_) / static_cast<float>(step_);
        const size_t i = static_cast<size_t>(cy) * size_.x + cx;
        return lerp(lerp(w[i], w[i + 1], u), lerp(w[i + size_.x], w[i + size_.x + 1], u), v);
    }

private:
    int step_;
    V2i size_{0};
    std::vector<std::vector<float>> weights_; // by layer; empty: it has no rule
};

std::shared_ptr<const CoverBlock> coverBlock(const LandBlock& b, const std::vector<CoverLayer>& layers,
                                             const CoverGround& ground) {
    const Box2f box = b.box();
    const RuleWeights rules(b, layers, ground);
    // Layers that lie in the block at all: of most rules nothing does in most blocks.
    std::vector<size_t> here;
    std::vector<std::optional<NearLine>> lines(layers.size());
    for (size_t i = 0; i < layers.size(); ++i) {
        const CoverLayer& l = layers[i];
        const float reach = 0.5f * l.width + 0.5f;
        if (const Box2f line = l.line.box(); Box2f(line.min - V2f(reach), line.max + V2f(reach)).intersects(box))
            lines[i].emplace(l.line, box, reach);
        const bool patched = l.patch && l.patch->wider(kBesidePatch * b.cell()).box().intersects(box);
        if (lines[i] || patched || paintedIn(l.painted, b.tile) || rules.lies(i)) here.push_back(i);
    }
    auto out = std::make_shared<CoverBlock>();
    out->cells = b.cells;
    if (here.empty()) {
        out->samples.resize(1);
        return out;
    }
    out->samples.reserve(static_cast<size_t>(b.cells.x + 1) * (b.cells.y + 1));
    std::vector<float> path(here.size());
    bool alike = true;
    for (int y = 0; y <= b.cells.y; ++y)
        for (int x = 0; x <= b.cells.x; ++x) {
            const V2f p = b.place(x, y);
            // What lies by a rule lies beside paths, not on them.
            float beside = 1;
            std::fill(path.begin(), path.end(), 0.0f);
            for (size_t k = 0; k < here.size(); ++k) {
                OnLine on;
                if (!lines[here[k]] || !lines[here[k]]->at(p, on) || on.beyond >= 0.05f) continue;
                path[k] = onPath(layers[here[k]], on.distance, p);
                beside = std::min(beside, 1 - path[k]);
            }
            Gathered g;
            float rest = 1;
            for (size_t k = here.size(); k-- > 0 && rest > 1e-3f;) {
                const CoverLayer& l = layers[here[k]];
                float w = rules.at(here[k], x, y) * beside;
                if (const auto* wiped = paintedIn(l.wiped, b.tile); w > 0 && wiped)
                    w *= 1 - insideTile(b.grid, *wiped, b.tile, p) / 255;
                if (const auto* painted = paintedIn(l.painted, b.tile))
                    w = std::max(w, insideTile(b.grid, *painted, b.tile, p) / 255);
                // A little wider than it is, for its edge is found in shading; and never all, for its holes.
                if (l.patch) w = l.patch->wider(kBesidePatch * b.cell()).weight(p) > 0 ? kMostOfPatch : 0;
                w = std::max(w, path[k]);
                g.add(l.number, w * rest);
                rest *= 1 - w;
            }
            g.add(0, rest);
            out->samples.push_back(cellOf(g));
            alike = alike && out->samples.back() == out->samples.front();
        }
    if (alike) out->samples = {out->samples.front()};
    return out;
}

} // namespace

float CoverPatch::weight(const V2f& p) const {
    const V2f off = p - middle, along(std::cos(turn), std::sin(turn));
    const V2f in(0.5f * size.x - std::abs(off.dot(along)), 0.5f * size.y - std::abs(along.x * off.y - along.y * off.x));
    const float inside = std::min(in.x, in.y);
    return inside <= 0 ? 0 : soft > 0 ? smoothstep(0, soft, inside) : 1;
}

Box2f CoverPatch::box() const {
    const float c = std::abs(std::cos(turn)), s = std::abs(std::sin(turn));
    const V2f half = 0.5f * V2f(c * size.x + s * size.y, s * size.x + c * size.y);
    return {middle - half, middle + half};
}

CoverMap coverMapOf(const std::vector<CoverLayer>& layers, const CoverGround& ground, const CoverMap* before,
                    const std::function<bool(const LandBlock&)>& changed) {
    const GroundGrid& grid = ground.field.grid;
    CoverMap out{grid, TileGrid<CoverTile>(static_cast<size_t>(grid.tileCount()))};
    parallelFor(grid.tileCount(), [&](int i) {
        const auto t = static_cast<size_t>(i);
        const HeightTile& heights = *ground.field.tiles[t];
        const CoverTile* old = before && before->tiles[t]->fine == heights.fine ? before->tiles[t].get() : nullptr;
        auto tile = std::make_shared<CoverTile>();
        tile->cells = heights.cells;
        tile->fine = heights.fine;
        for (int b = 0; b < static_cast<int>(heights.blocks.size()); ++b) {
            const LandBlock block = blockOf(grid, i, heights, b);
            const auto* same = old ? &old->blocks[static_cast<size_t>(b)] : nullptr;
            if (same && !changed(block)) {
                tile->blocks.push_back(*same);
                continue;
            }
            auto made = coverBlock(block, layers, ground);
            tile->blocks.push_back(same && made->samples == (*same)->samples ? *same : std::move(made));
        }
        if (old && tile->blocks == old->blocks)
            out.tiles[t] = before->tiles[t];
        else
            out.tiles[t] = std::move(tile);
    });
    return out;
}

CoverShares CoverMap::at(const V2f& p) const {
    CoverShares out;
    if (tiles.empty()) {
        out.covers[0] = {0, 1};
        out.count = 1;
        return out;
    }
    const int i = grid.tileAt(p);
    const CoverTile& tile = *tiles[static_cast<size_t>(i)];
    const auto [cx, cy, u, v] = cellOf(grid, i, tile.fine, p);
    const int across = (tile.cells.x + kBlockCells - 1) / kBlockCells, bx = cx / kBlockCells, by = cy / kBlockCells,
              x = cx - bx * kBlockCells, y = cy - by * kBlockCells;
    const CoverBlock& block = *tile.blocks[static_cast<size_t>(by) * across + bx];
    Gathered g;
    const auto add = [&](const CoverCell& c, float w) {
        for (size_t k = 0; k < 4 && c.share[k] > 0; ++k) g.add(c.of[k], w * static_cast<float>(c.share[k]) / 255);
    };
    if (block.samples.size() == 1)
        add(block.samples[0], 1);
    else {
        add(block.at(x, y), (1 - u) * (1 - v));
        add(block.at(x + 1, y), u * (1 - v));
        add(block.at(x, y + 1), (1 - u) * v);
        add(block.at(x + 1, y + 1), u * v);
    }
    if (g.count > 1) g.sort();
    out.count = std::min(g.count, static_cast<int>(out.covers.size()));
    float sum = 0;
    for (int k = 0; k < out.count; ++k) sum += g.all[static_cast<size_t>(k)].share;
    for (size_t k = 0; k < static_cast<size_t>(out.count); ++k) out.covers[k] = {g.all[k].of, g.all[k].share / sum};
    return out;
}

} // namespace thallos
