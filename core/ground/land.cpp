#include "core/ground/land.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/base/parallel.h"

namespace thallos {

namespace {

// Samples of a block: where they lie and how far apart.
struct Window {
    const GroundGrid& grid;
    int tile, fine;
    V2i start;  // of the tile, in samples of this density
    V2i offset; // of the block in its tile
    V2i cells;
    float cell() const { return grid.cell / static_cast<float>(fine); }
    V2f place(int x, int y) const { return grid.place(start + offset + V2i(x, y), fine); }
    Box2f box() const { return {place(0, 0), place(cells.x, cells.y)}; }
};

Window windowOf(const GroundGrid& grid, int tile, const HeightTile& of, int block) {
    return {grid, tile, of.fine, grid.tileStart(tile) * of.fine, of.blockStart(block), of.blockSize(block)};
}

bool isBase(const LandStep& step) {
    return std::holds_alternative<Relief>(step.shape) || std::holds_alternative<Survey>(step.shape);
}
size_t baseCount(const std::vector<LandStep>& steps) {
    return static_cast<size_t>(std::find_if_not(steps.begin(), steps.end(), isBase) - steps.begin());
}

const GridTile<float>* tileIn(const HeightLayer& layer, int tile) {
    return layer.empty() ? nullptr : layer[static_cast<size_t>(tile)].get();
}

// Between four values, of which the middle two enclose t in 0..1 (Catmull & Rom 1974).
float cubic(float a, float b, float c, float d, float t) {
    return b + 0.5f * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
}

// A survey between its samples: smooth, so that a coarse one shows no facets where the ground is finer.
float smoothAt(const GroundGrid& grid, const HeightLayer& layer, const V2i& first, float u, float v) {
    const auto sample = [&](int x, int y) {
        x = std::clamp(x, 0, grid.cells.x);
        y = std::clamp(y, 0, grid.cells.y);
        const int tx = std::min(x / grid.tileCells, grid.tiles().x - 1),
                  ty = std::min(y / grid.tileCells, grid.tiles().y - 1), tile = ty * grid.tiles().x + tx;
        const GridTile<float>& t = *layer[static_cast<size_t>(tile)];
        const int dense = densityOf(grid, tile, t);
        return t.at((x - tx * grid.tileCells) * dense, (y - ty * grid.tileCells) * dense);
    };
    float rows[4];
    for (int j = 0; j < 4; ++j) {
        const int y = first.y + j - 1;
        rows[j] = u == 0 ? sample(first.x, y)
                         : cubic(sample(first.x - 1, y), sample(first.x, y), sample(first.x + 1, y),
                                 sample(first.x + 2, y), u);
    }
    return v == 0 ? rows[1] : cubic(rows[0], rows[1], rows[2], rows[3], v);
}

V2f rangeOf(const GridTile<float>& z) {
    const auto [low, high] = std::minmax_element(z.values.begin(), z.values.end());
    return {*low, *high};
}

// A step's work on the heights of a block.
class Working {
public:
    Working(const Window& w, GridTile<float>& z) : w_(w), z_(z) {}

    void apply(const LandShape& shape, const HeightChange& change) const {
        if (const auto* survey = std::get_if<Survey>(&shape))
            lay(*survey);
        else if (const auto* sculpting = std::get_if<Sculpting>(&shape); sculpting && dense(*sculpting))
            add(*sculpting);
        else
            for (int y = 0; y <= w_.cells.y; ++y)
                for (int x = 0; x <= w_.cells.x; ++x) z_.at(x, y) = change(z_.at(x, y), w_.place(x, y));
    }

private:
    void lay(const Survey& s) const {
        const GridTile<float>& t = *s.heights[static_cast<size_t>(w_.tile)];
        const int dense = densityOf(w_.grid, w_.tile, t);
        const bool direct = dense % w_.fine == 0;
        for (int y = 0; y <= w_.cells.y; ++y)
            for (int x = 0; x <= w_.cells.x; ++x) {
                const V2i at = w_.offset + V2i(x, y); // in the tile
                if (direct) {
                    z_.at(x, y) = t.at(at.x * (dense / w_.fine), at.y * (dense / w_.fine));
                    continue;
                }
                const V2i all = w_.start + at, cell(all.x / w_.fine, all.y / w_.fine);
                const auto part = [&](int k) {
                    return static_cast<float>(all[k] - cell[k] * w_.fine) / static_cast<float>(w_.fine);
                };
                z_.at(x, y) = smoothAt(w_.grid, s.heights, cell, part(0), part(1));
            }
    }
    // Whether the layer has a sample for each of the block's; else it is asked between them.
    bool dense(const Sculpting& s) const {
        return densityOf(w_.grid, w_.tile, *tileIn(s.heights, w_.tile)) % w_.fine == 0;
    }
    void add(const Sculpting& s) const {
        const GridTile<float>& t = *tileIn(s.heights, w_.tile);
        const int step = densityOf(w_.grid, w_.tile, t) / w_.fine;
        for (int y = 0; y <= w_.cells.y; ++y)
            for (int x = 0; x <= w_.cells.x; ++x)
                z_.at(x, y) += t.at((w_.offset.x + x) * step, (w_.offset.y + y) * step);
    }
    const Window& w_;
    GridTile<float>& z_;
};

V2f joined(const V2f& a, const V2f& b) {
    return {std::min(a.x, b.x), std::max(a.y, b.y)};
}

// How many times as dense as the grid each tile is.
std::vector<int> densities(const GroundGrid& grid, float finest, const std::vector<LandStep>& steps) {
    std::vector<int> out(static_cast<size_t>(grid.tileCount()), 1);
    const auto dense = [&](float cell) {
        int n = 1;
        while (n < kFinest && grid.cell / static_cast<float>(n) > std::max(cell, finest) * 1.01f) n *= 2;
        return n;
    };
    for (const LandStep& step : steps) {
        if (const auto* s = std::get_if<Sculpting>(&step.shape))
            for (size_t i = 0; i < s->heights.size(); ++i)
                if (s->heights[i]) out[i] = std::max(out[i], densityOf(grid, static_cast<int>(i), *s->heights[i]));
        if (finest > 0 && step.detail > 0)
            for (const int i : grid.tilesTouching(step.detailIn))
                out[static_cast<size_t>(i)] = std::max(out[static_cast<size_t>(i)], dense(step.detail));
    }
    return out;
}

// Tiles, of 0 and 1, and in them blocks whose heights may be others than before.
struct Changes {
    std::vector<char> tiles;
    std::vector<std::pair<const LandStep*, StepReach>> steps;              // old and new ones that differ
    std::vector<std::pair<const HeightLayer*, const HeightLayer*>> layers; // that differ in some tiles

    bool block(const Window& w, const HeightTile& before) const;
};

const HeightLayer* layerOf(const LandShape& shape) {
    if (const auto* s = std::get_if<Sculpting>(&shape)) return &s->heights;
    if (const auto* s = std::get_if<Survey>(&shape)) return &s->heights;
    return nullptr;
}

// Within a box of the tile, where heights lie in `span`.
bool mayChange(const LandStep& step, const StepReach& reach, int tile, const Box2f& box, const V2f& span) {
    if (const HeightLayer* layer = layerOf(step.shape)) return tileIn(*layer, tile);
    return reach.everywhere || reach.over(span).intersects(box);
}

bool sameInBlock(const GridTile<float>* a, const GridTile<float>* b, const Window& w) {
    if (a == b) return true;
    if (!a || !b || a->cells != b->cells) return false;
    // In samples of the layer, which may be coarser or finer than the block's.
    const auto index = [&](int at, int k, bool up) {
        const int64_t n = static_cast<int64_t>(at) * a->cells[k],
                      all = static_cast<int64_t>(w.grid.tileSize(w.tile)[k]) * w.fine;
        return static_cast<int>(up ? (n + all - 1) / all : n / all);
    };
    const int x0 = index(w.offset.x, 0, false), x1 = index(w.offset.x + w.cells.x, 0, true);
    for (int y = index(w.offset.y, 1, false); y <= index(w.offset.y + w.cells.y, 1, true); ++y)
        if (!std::equal(&a->at(x0, y), &a->at(x1, y) + 1, &b->at(x0, y))) return false;
    return true;
}

bool Changes::block(const Window& w, const HeightTile& before) const {
    const Box2f box = w.box();
    for (const auto& [step, reach] : steps)
        if (mayChange(*step, reach, w.tile, box, before.span)) return true;
    for (const auto& [a, b] : layers)
        if (!sameInBlock(tileIn(*a, w.tile), tileIn(*b, w.tile), w)) return true;
    return false;
}

Changes changesOf(const GroundGrid& grid, const std::vector<LandStep>& now, const Land& before) {
    Changes out;
    out.tiles.assign(static_cast<size_t>(grid.tileCount()), 0);
    const std::vector<LandStep>& then = before.steps;
    // Step by step where the list is the same; else all between its common beginning and end.
    const bool pairs =
        now.size() == then.size() && std::equal(now.begin(), now.end(), then.begin(), [](const auto& a, const auto& b) {
            return a.id == b.id && a.built == b.built && a.shape.index() == b.shape.index();
        });
    if (pairs) {
        for (size_t i = 0; i < now.size(); ++i) {
            if (now[i].shape == then[i].shape) continue;
            const HeightLayer *a = layerOf(then[i].shape), *b = layerOf(now[i].shape);
            if (a && b && a->size() == b->size()) {
                out.layers.emplace_back(a, b);
                for (size_t t = 0; t < a->size(); ++t) out.tiles[t] = out.tiles[t] || (*a)[t] != (*b)[t];
                continue;
            }
            out.steps.emplace_back(&now[i], reachOf(now[i].shape));
            out.steps.emplace_back(&then[i], reachOf(then[i].shape));
        }
    } else {
        size_t first = 0, last = 0;
        const size_t n = std::min(now.size(), then.size());
        while (first < n && now[first] == then[first]) ++first;
        while (last < n - first && now[now.size() - 1 - last] == then[then.size() - 1 - last]) ++last;
        for (size_t i = first; i < now.size() - last; ++i) out.steps.emplace_back(&now[i], reachOf(now[i].shape));
        for (size_t i = first; i < then.size() - last; ++i) out.steps.emplace_back(&then[i], reachOf(then[i].shape));
    }
    for (const auto& [step, reach] : out.steps)
        for (int i = 0; i < grid.tileCount(); ++i) {
            const auto t = static_cast<size_t>(i);
            if (!out.tiles[t]) out.tiles[t] = mayChange(*step, reach, i, grid.tileBox(i), before.field.tiles[t]->span);
        }
    return out;
}

class LandBuilder {
public:
    LandBuilder(const GroundGrid& grid, float finest, const Land* before)
        : before_(before && before->grid == grid ? before : nullptr), out_{grid, finest, {}, {}, {}, {}, {}} {}

    Land run(const std::vector<StepMaker>& makers) {
        // What the steps are laid on is known once their densities are: mostly those of before.
        if (before_) out_.bare = before_->bare;
        makeSteps(makers);
        if (!bareFits()) {
            makeBare();
            makeSteps(makers);
        }
        makeTiles();
        return std::move(out_);
    }

private:
    // Of steps that could be known so far; a second time with heights that are as dense as these ask for.
    void makeSteps(const std::vector<StepMaker>& makers) {
        out_.steps.clear();
        out_.reaches.clear();
        const auto before = [this](const V2f& p) { return heightAt(out_, out_.steps.size(), p); };
        for (const StepMaker& make : makers)
            for (LandStep& step : make(before)) {
                out_.reaches.push_back(reachOf(step.shape));
                out_.steps.push_back(std::move(step));
            }
        density_ = densities(out_.grid, out_.finest, out_.steps);
    }

    bool sameBase() const {
        const size_t n = baseCount(out_.steps);
        return before_ && n == baseCount(before_->steps) &&
               std::equal(out_.steps.begin(), out_.steps.begin() + static_cast<std::ptrdiff_t>(n),
                          before_->steps.begin());
    }
    bool bareFits() const {
        if (!sameBase()) return false;
        for (size_t i = 0; i < density_.size(); ++i)
            if (out_.bare.tiles[i]->fine != density_[i]) return false;
        return true;
    }

    void makeBare() {
        const size_t n = baseCount(out_.steps);
        const bool keeps = sameBase();
        HeightField bare{out_.grid, TileGrid<HeightTile>(density_.size())};
        parallelFor(out_.grid.tileCount(), [&](int i) {
            const auto t = static_cast<size_t>(i);
            if (keeps && before_->bare.tiles[t]->fine == density_[t]) {
                bare.tiles[t] = before_->bare.tiles[t];
                return;
            }
            auto tile = emptyTile(i);
            for (int b = 0; b < static_cast<int>(tile->blocks.size()); ++b) {
                auto block = std::make_shared<HeightBlock>();
                const Window w = windowOf(out_.grid, i, *tile, b);
                block->z = GridTile<float>(w.cells);
                for (size_t k = 0; k < n; ++k) {
                    const LandShape& shape = out_.steps[k].shape;
                    Working(w, block->z).apply(shape, changeOf(shape, out_.grid, w.cell(), w.box(), V2f(0)));
                }
                block->range = block->span = rangeOf(block->z);
                tile->blocks[static_cast<size_t>(b)] = std::move(block);
            }
            tile->findRange();
            bare.tiles[t] = std::move(tile);
        });
        out_.bare = std::move(bare);
    }

    std::shared_ptr<HeightTile> emptyTile(int i) const {
        auto tile = std::make_shared<HeightTile>();
        tile->fine = density_[static_cast<size_t>(i)];
        tile->cells = out_.grid.tileSize(i) * tile->fine;
        tile->blocks.resize(static_cast<size_t>(tile->blockCount().x) * tile->blockCount().y);
        return tile;
    }

    void makeTiles() {
        const GroundGrid& grid = out_.grid;
        const auto n = static_cast<size_t>(grid.tileCount());
        out_.natural = out_.field = {grid, TileGrid<HeightTile>(n)};
        Changes changes;
        std::vector<char> whole(n, 1); // tiles of which nothing is known
        if (before_) {
            changes = changesOf(grid, out_.steps, *before_);
            const int columns = grid.tiles().x;
            for (size_t i = 0; i < n; ++i) {
                // Another density of its own or at a border, where it follows the coarser one.
                bool other = out_.bare.tiles[i] != before_->bare.tiles[i];
                const int x = static_cast<int>(i) % columns, y = static_cast<int>(i) / columns;
                for (const V2i& d : {V2i(0, 0), V2i(1, 0), V2i(-1, 0), V2i(0, 1), V2i(0, -1)}) {
                    const V2i t = V2i(x, y) + d;
                    if (t.x < 0 || t.y < 0 || t.x >= columns || t.y >= grid.tiles().y) continue;
                    const size_t k = static_cast<size_t>(t.y) * columns + t.x;
                    other = other || density_[k] != before_->field.tiles[k]->fine;
                }
                whole[i] = other;
            }
        }
        parallelFor(grid.tileCount(), [&](int i) {
            const auto t = static_cast<size_t>(i);
            if (before_ && !whole[t] && !changes.tiles[t]) {
                out_.natural.tiles[t] = before_->natural.tiles[t];
                out_.field.tiles[t] = before_->field.tiles[t];
            } else
                makeTile(i, whole[t] ? nullptr : &changes);
        });
    }

    void makeTile(int i, const Changes* changes) {
        const auto t = static_cast<size_t>(i);
        auto natural = emptyTile(i), field = emptyTile(i);
        const HeightTile *oldField = changes ? before_->field.tiles[t].get() : nullptr,
                         *oldNatural = changes ? before_->natural.tiles[t].get() : nullptr;
        bool apart = false;
        for (size_t b = 0; b < field->blocks.size(); ++b) {
            const Window w = windowOf(out_.grid, i, *field, static_cast<int>(b));
            if (changes && !changes->block(w, *oldField)) {
                field->blocks[b] = oldField->blocks[b];
                natural->blocks[b] = oldNatural->blocks[b];
            } else
                makeBlock(w, b, *natural, *field);
            apart = apart || natural->blocks[b] != field->blocks[b];
        }
        field->findRange();
        natural->findRange();
        out_.field.tiles[t] = sameTile(field, t, true);
        out_.natural.tiles[t] = apart ? sameTile(natural, t, false) : out_.field.tiles[t];
    }

    // The tile of before or the bare one, when it is made of the same blocks.
    std::shared_ptr<const HeightTile> sameTile(const std::shared_ptr<HeightTile>& tile, size_t t, bool field) const {
        for (const HeightField* other : {before_ ? (field ? &before_->field : &before_->natural) : nullptr, &out_.bare})
            if (other && other->tiles[t]->blocks == tile->blocks) return other->tiles[t];
        return tile;
    }

    // A step that may reach a block, and what it makes of heights there.
    struct Active {
        const LandStep* step;
        HeightChange change;
    };

    void makeBlock(const Window& w, size_t b, HeightTile& natural, HeightTile& field) {
        const auto t = static_cast<size_t>(w.tile);
        const auto& bare = out_.bare.tiles[t]->blocks[b];
        GridTile<float> z = bare->z, built; // `built` once it is another than z
        V2f span = bare->range;
        bool apart = false, touched = false;
        const Box2f box = w.box();
        std::vector<Active> active;
        const V2f aside(w.cell());
        const Box2f around(box.min - aside, box.max + aside);
        for (size_t k = baseCount(out_.steps); k < out_.steps.size(); ++k) {
            const LandStep& step = out_.steps[k];
            if (!mayChange(step, out_.reaches[k], w.tile, box, span)) continue;
            touched = true;
            // Between the samples of a block that breaks, heights go a little beyond theirs.
            active.push_back({&step, changeOf(step.shape, out_.grid, w.cell(), around, {span.x - 1, span.y + 1})});
            if (step.built && !apart) {
                built = z;
                apart = true;
            }
            if (apart) {
                Working(w, built).apply(step.shape, active.back().change);
                span = joined(span, rangeOf(built));
            }
            if (!step.built) {
                Working(w, z).apply(step.shape, active.back().change);
                span = joined(span, rangeOf(z));
            }
        }
        const bool stitched = stitches(w);
        // The block of before or the bare one where the heights are the same.
        const auto finished = [&](GridTile<float>&& heights, const HeightField* then, bool natural) {
            if (stitched) stitch(w, heights);
            const auto broken = brokenIn(w, heights, active, natural);
            const auto before = blockBefore(then, w, b);
            for (const auto& same : {before, bare})
                if (same && same->span == span && same->z.values == heights.values &&
                    (same->broken && broken ? *same->broken == *broken : same->broken == broken))
                    return same;
            auto block = std::make_shared<HeightBlock>();
            block->range = rangeOf(heights);
            block->span = span;
            block->z = std::move(heights);
            block->broken = broken;
            return std::shared_ptr<const HeightBlock>(std::move(block));
        };
        if (!touched && !stitched) {
            natural.blocks[b] = field.blocks[b] = bare;
            return;
        }
        natural.blocks[b] = finished(std::move(z), before_ ? &before_->natural : nullptr, true);
        field.blocks[b] =
            apart ? finished(std::move(built), before_ ? &before_->field : nullptr, false) : natural.blocks[b];
    }

    // What walls that cross the block make of its cells; null: none does.
    std::shared_ptr<const BrokenCells> brokenIn(const Window& w, GridTile<float>& z, const std::vector<Active>& active,
                                                bool natural) const {
        std::vector<std::vector<V2f>> lines;
        const Box2f box = w.box();
        for (const Active& a : active) {
            if (natural && a.step->built) continue;
            std::vector<V2f> line = breakLine(a.step->shape);
            if (line.empty()) continue;
            Box2f around;
            for (const V2f& p : line) around.extendBy(p);
            if (around.intersects({box.min - V2f(w.cell()), box.max + V2f(w.cell())})) lines.push_back(std::move(line));
        }
        if (lines.empty()) return nullptr;
        return breakCells(w.place(0, 0), w.cell(), z, lines, [&](const V2f& p) {
            float height = baseCount(out_.steps) > 0 ? out_.bare.at(p) : 0;
            for (const Active& a : active)
                if (!natural || !a.step->built) height = a.change(height, p);
            return height;
        });
    }

    // The block there before, when it has the same samples.
    static std::shared_ptr<const HeightBlock> blockBefore(const HeightField* field, const Window& w, size_t b) {
        if (!field) return nullptr;
        const HeightTile& tile = *field->tiles[static_cast<size_t>(w.tile)];
        return tile.fine == w.fine ? tile.blocks[b] : nullptr;
    }

    // The density of the neighbour on a side of the block that is a side of its tile; 0: none, or as fine.
    int coarser(const Window& w, int side) const {
        const GroundGrid& grid = out_.grid;
        const V2i n = grid.tiles(), at(w.tile % n.x, w.tile / n.x), all = grid.tileSize(w.tile) * w.fine;
        const V2i step[4] = {{-1, 0}, {1, 0}, {0, -1}, {0, 1}};
        const bool border[4] = {w.offset.x == 0, w.offset.x + w.cells.x == all.x, w.offset.y == 0,
                                w.offset.y + w.cells.y == all.y};
        const V2i to = at + step[side];
        if (!border[side] || to.x < 0 || to.y < 0 || to.x >= n.x || to.y >= n.y) return 0;
        const int fine = density_[static_cast<size_t>(to.y) * n.x + to.x];
        return fine < w.fine ? fine : 0;
    }
    bool stitches(const Window& w) const { return coarser(w, 0) || coarser(w, 1) || coarser(w, 2) || coarser(w, 3); }
    void stitch(const Window& w, GridTile<float>& z) const {
        for (int side = 0; side < 4; ++side) {
            const int fine = coarser(w, side);
            if (!fine) continue;
            const int step = w.fine / fine;
            const bool upright = side < 2;
            const int line = side == 0 || side == 2 ? 0
                             : upright              ? w.cells.x
                                                    : w.cells.y,
                      length = upright ? w.cells.y : w.cells.x;
            const auto at = [&](int k) -> float& { return upright ? z.at(line, k) : z.at(k, line); };
            for (int from = 0; from < length; from += step)
                for (int k = 1; k < step; ++k)
                    at(from + k) = lerp(at(from), at(from + step), static_cast<float>(k) / static_cast<float>(step));
        }
    }

    const Land* before_;
    Land out_;
    std::vector<int> density_;
};

} // namespace

float heightAt(const Land& land, size_t count, const V2f& place, bool natural) {
    const Box2f box = land.grid.box();
    const V2f p(std::clamp(place.x, box.min.x, box.max.x), std::clamp(place.y, box.min.y, box.max.y));
    const size_t base = std::min(baseCount(land.steps), count);
    const bool known = !land.bare.tiles.empty();
    float z = known && base > 0 ? land.bare.at(p) : 0;
    const float cell = known ? land.bare.cellAt(p) : land.grid.cell;
    for (size_t k = known ? base : 0; k < count; ++k) {
        if ((natural && land.steps[k].built) || !land.reaches[k].over({z, z}).intersects(p)) continue;
        z = changeOf(land.steps[k].shape, land.grid, cell, {p, p}, {z, z})(z, p);
    }
    return z;
}

Land buildLand(const GroundGrid& grid, float finest, const std::vector<StepMaker>& makers, const Land* before) {
    return LandBuilder(grid, finest, before).run(makers);
}

Land buildLand(const GroundGrid& grid, float finest, std::vector<LandStep> steps, const Land* before) {
    return buildLand(grid, finest, {[&steps](const GroundAt&) { return steps; }}, before);
}

} // namespace thallos
