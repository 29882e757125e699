#include "core/ground/land.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <optional>
#include <span>

#include "core/base/parallel.h"
#include "core/ground/land_block.h"
#include "core/ground/land_changes.h"

namespace thallos {

namespace {

bool isBase(const LandStep& step) {
    return std::holds_alternative<Relief>(step.shape) || std::holds_alternative<Survey>(step.shape);
}
size_t baseCount(const std::vector<LandStep>& steps) {
    return static_cast<size_t>(std::find_if_not(steps.begin(), steps.end(), isBase) - steps.begin());
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
            for (const Box2f& box : step.detailIn)
                for (const int i : grid.tilesTouching(box))
                    out[static_cast<size_t>(i)] = std::max(out[static_cast<size_t>(i)], dense(step.detail));
    }
    return out;
}

class LandBuilder {
public:
    LandBuilder(const GroundGrid& grid, float finest, const Land* before)
        : before_(before && before->grid == grid ? before : nullptr), out_{grid, finest, {}, {}, {}, {}, {}, {}} {}

    Land run(const std::vector<StepMaker>& makers) {
        // What the steps are laid on is known once their densities are: mostly those of before.
        if (before_) out_.bare = before_->bare;
        makeSteps(makers, true);
        if (!bareFits()) {
            makeBare();
            makeSteps(makers, false);
        }
        makeTiles();
        return std::move(out_);
    }

private:
    // Of steps that could be known so far; a second time with heights that are as dense as these ask for. `keeps`:
    // those of before that would come out the same are not asked for again.
    void makeSteps(const std::vector<StepMaker>& makers, bool keeps) {
        out_.steps.clear();
        out_.reaches.clear();
        out_.laid.clear();
        const std::vector<std::shared_ptr<const Laid>> none, &then = before_ ? before_->laid : none;
        changes_.reset();
        if (before_) changes_.emplace(out_.grid, *before_);
        // Items that the lists begin and end with alike; between these all count as changed.
        size_t first = 0, last = 0;
        const size_t n = std::min(makers.size(), then.size());
        while (first < n && makers[first].id == then[first]->id) ++first;
        while (last < n - first && makers[makers.size() - 1 - last].id == then[then.size() - 1 - last]->id) ++last;
        size_t old = 0; // of the steps of before
        const auto passOver = [&](size_t from, size_t to) {
            for (size_t k = from; k < to; ++k, old += then[k - 1]->count)
                if (changes_) changes_->compare({}, stepsOf(old, *then[k]));
        };
        for (size_t i = 0; i <= makers.size(); ++i) {
            if (i == makers.size() - last) passOver(first, then.size() - last);
            if (i == makers.size()) break;
            if (i >= first && i < makers.size() - last)
                makeStepsOf(makers[i], nullptr, {}, keeps);
            else {
                const std::shared_ptr<const Laid>& was = then[i < first ? i : i + then.size() - makers.size()];
                makeStepsOf(makers[i], was, stepsOf(old, *was), keeps);
                old += was->count;
            }
        }
        density_ = densities(out_.grid, out_.finest, out_.steps);
    }

    std::span<const LandStep> stepsOf(size_t first, const Laid& laid) const {
        return std::span(before_->steps).subspan(first, laid.count);
    }

    // `was`: what the same item laid before, and its steps; null: nothing.
    void makeStepsOf(const StepMaker& maker, const std::shared_ptr<const Laid>& was, std::span<const LandStep> old,
                     bool keeps) {
        if (keeps && was && !maker.of.empty() && was->of == maker.of && !changes_->within(was->asked)) {
            take({old.begin(), old.end()}, was);
            return;
        }
        auto laid = std::make_shared<Laid>(Laid{maker.id, maker.of, {}, 0});
        std::vector<LandStep> steps = maker.make([&, count = out_.steps.size()](const V2f& p) {
            laid->asked.extendBy(p);
            return heightAt(out_, count, p);
        });
        laid->count = steps.size();
        if (changes_) changes_->compare(steps, old);
        take(std::move(steps), std::move(laid));
    }
    void take(std::vector<LandStep>&& steps, std::shared_ptr<const Laid> laid) {
        for (LandStep& step : steps) {
            out_.reaches.push_back(reachOf(step.shape));
            out_.steps.push_back(std::move(step));
        }
        out_.laid.push_back(std::move(laid));
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
                const LandBlock w = blockOf(out_.grid, i, *tile, b);
                block->z = GridTile<float>(w.cells);
                Squares all(w.cells);
                for (size_t k = 0; k < n; ++k) apply(out_.steps[k].shape, out_.reaches[k], w, block->z, all);
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
        std::vector<char> whole(n, 1); // tiles of which nothing is known
        if (before_) {
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
            if (before_ && !whole[t] && !changes_->tile(i)) {
                out_.natural.tiles[t] = before_->natural.tiles[t];
                out_.field.tiles[t] = before_->field.tiles[t];
            } else
                makeTile(i, whole[t]);
        });
    }

    // `whole`: nothing of it is known; else only blocks that changed are made anew.
    void makeTile(int i, bool whole) {
        const auto t = static_cast<size_t>(i);
        auto natural = emptyTile(i), field = emptyTile(i);
        const HeightTile *oldField = whole ? nullptr : before_->field.tiles[t].get(),
                         *oldNatural = whole ? nullptr : before_->natural.tiles[t].get();
        bool apart = false;
        for (size_t b = 0; b < field->blocks.size(); ++b) {
            const LandBlock w = blockOf(out_.grid, i, *field, static_cast<int>(b));
            if (!whole && !changes_->block(w, *oldField)) {
                field->blocks[b] = oldField->blocks[b];
                natural->blocks[b] = oldNatural->blocks[b];
            } else
                makeBlock(w, b, whole, *natural, *field);
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

    // Of a block of which something is known only squares that changed are made anew.
    void makeBlock(const LandBlock& w, size_t b, bool whole, HeightTile& natural, HeightTile& field) {
        const auto t = static_cast<size_t>(w.tile);
        const auto& bare = out_.bare.tiles[t]->blocks[b];
        const auto oldField = blockBefore(before_ ? &before_->field : nullptr, w, b),
                   oldNatural = blockBefore(before_ ? &before_->natural : nullptr, w, b);
        GridTile<float> z = bare->z, built; // `built` once it is another than z
        bool apart = false, touched = false;
        Squares squares(w.cells);
        for (int s = 0; s < squares.count(); ++s) {
            V2f& span = squares.spans[static_cast<size_t>(s)];
            if (!whole) {
                const V2f then =
                    oldField->spans.empty() ? squares.range(s, oldField->z) : oldField->spans[static_cast<size_t>(s)];
                squares.wanted[static_cast<size_t>(s)] = changes_->square(w, squares.box(w, s), then);
                span = then;
            }
            if (squares.wanted[static_cast<size_t>(s)]) span = squares.range(s, bare->z);
        }
        const Box2f box = w.box();
        std::vector<size_t> active; // steps that may reach the block
        for (size_t k = baseCount(out_.steps); k < out_.steps.size(); ++k) {
            const LandStep& step = out_.steps[k];
            if (!mayChange(step.shape, out_.reaches[k], w.tile, box, spanOf(squares))) continue;
            touched = true;
            active.push_back(k);
            if (step.built && !apart) {
                built = z;
                apart = true;
            }
            if (apart) apply(step.shape, out_.reaches[k], w, built, squares);
            if (!step.built) apply(step.shape, out_.reaches[k], w, z, squares);
        }
        const bool stitched = stitches(w);
        if (!touched && !stitched) {
            natural.blocks[b] = field.blocks[b] = bare;
            return;
        }
        natural.blocks[b] = finished(w, std::move(z), squares, active, bare, oldNatural, true);
        field.blocks[b] =
            apart ? finished(w, std::move(built), squares, active, bare, oldField, false) : natural.blocks[b];
    }

    static V2f spanOf(const Squares& squares) {
        V2f out = squares.spans.front();
        for (const V2f& span : squares.spans) out = joined(out, span);
        return out;
    }

    // The block of before (`old`; null: none as dense) or the bare one where the heights are the same.
    std::shared_ptr<const HeightBlock> finished(const LandBlock& w, GridTile<float>&& heights, const Squares& squares,
                                                const std::vector<size_t>& active,
                                                const std::shared_ptr<const HeightBlock>& bare,
                                                const std::shared_ptr<const HeightBlock>& old, bool natural) const {
        auto block = std::make_shared<HeightBlock>();
        block->z = std::move(heights);
        for (int s = 0; s < squares.count(); ++s) {
            if (squares.wanted[static_cast<size_t>(s)]) continue;
            const auto [from, to] = squares.samples(s);
            for (int y = from.y; y <= to.y; ++y)
                std::copy_n(&old->z.at(from.x, y), to.x - from.x + 1, &block->z.at(from.x, y));
        }
        if (stitches(w)) stitch(w, block->z);
        block->broken = brokenIn(w, block->z, active, squares, old.get(), natural);
        block->range = rangeOf(block->z);
        block->span = spanOf(squares);
        bool own = true; // no step led higher or lower than where the last one ended
        for (int s = 0; s < squares.count() && own; ++s)
            own = squares.spans[static_cast<size_t>(s)] == squares.range(s, block->z);
        if (!own) block->spans = squares.spans;
        for (const auto& same : {old, bare})
            if (same && same->span == block->span && same->spans == block->spans && same->z.values == block->z.values &&
                (same->broken && block->broken ? *same->broken == *block->broken : same->broken == block->broken))
                return same;
        return block;
    }

    // What walls that cross the block make of its cells; null: none does. That of before (`old`) where no square that
    // changed lies beside one.
    std::shared_ptr<const BrokenCells> brokenIn(const LandBlock& w, GridTile<float>& z,
                                                const std::vector<size_t>& active, const Squares& squares,
                                                const HeightBlock* old, bool natural) const {
        std::vector<std::vector<V2f>> lines;
        const Box2f box = w.box();
        for (const size_t k : active) {
            if (natural && out_.steps[k].built) continue;
            std::vector<V2f> line = breakLine(out_.steps[k].shape);
            if (line.empty()) continue;
            Box2f around;
            for (const V2f& p : line) around.extendBy(p);
            if (around.intersects({box.min - V2f(w.cell()), box.max + V2f(w.cell())})) lines.push_back(std::move(line));
        }
        if (lines.empty()) return nullptr;
        if (old && old->broken && !besideWalls(w, lines, squares, *old->broken)) return old->broken;
        return breakCells(w.place(0, 0), w.cell(), z, lines, [&](const V2f& p) {
            float height = baseCount(out_.steps) > 0 ? out_.bare.at(p) : 0;
            for (const size_t k : active)
                if (!natural || !out_.steps[k].built)
                    height = changed(out_.steps[k].shape, out_.reaches[k], out_.grid, w.cell(), height, p);
            return height;
        });
    }

    // Whether a wall runs, or ran, through a wanted square or along its border.
    static bool besideWalls(const LandBlock& w, const std::vector<std::vector<V2f>>& lines, const Squares& squares,
                            const BrokenCells& old) {
        const auto any = [&](const Box2f& box) {
            const Box2f around(box.min - V2f(w.cell()), box.max + V2f(w.cell()));
            for (int s = 0; s < squares.count(); ++s)
                if (squares.wanted[static_cast<size_t>(s)] && squares.box(w, s).intersects(around)) return true;
            return false;
        };
        for (const std::vector<V2f>& line : lines)
            for (size_t i = 0; i + 1 < line.size(); ++i) {
                Box2f box(line[i]);
                box.extendBy(line[i + 1]);
                if (any(box)) return true;
            }
        return std::any_of(old.cells.begin(), old.cells.end() - 1, [&](const std::pair<int, int>& cell) {
            return any(Box2f(w.place(cell.first % w.cells.x, cell.first / w.cells.x)));
        });
    }

    // The block there before, when it has the same samples.
    static std::shared_ptr<const HeightBlock> blockBefore(const HeightField* field, const LandBlock& w, size_t b) {
        if (!field) return nullptr;
        const HeightTile& tile = *field->tiles[static_cast<size_t>(w.tile)];
        return tile.fine == w.fine ? tile.blocks[b] : nullptr;
    }

    // The density of the neighbour on a side of the block that is a side of its tile; 0: none, or as fine.
    int coarser(const LandBlock& w, int side) const {
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
    bool stitches(const LandBlock& w) const { return coarser(w, 0) || coarser(w, 1) || coarser(w, 2) || coarser(w, 3); }
    void stitch(const LandBlock& w, GridTile<float>& z) const {
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
    std::optional<LandChanges> changes_; // none: there is no land before
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
        if (natural && land.steps[k].built) continue;
        z = changed(land.steps[k].shape, land.reaches[k], land.grid, cell, z, p);
    }
    return z;
}

std::shared_ptr<const Laid> laidOf(const Land& land, uint64_t id) {
    const auto at = std::find_if(land.laid.begin(), land.laid.end(), [id](const auto& laid) { return laid->id == id; });
    return at == land.laid.end() ? nullptr : *at;
}

size_t stepsBefore(const Land& land, uint64_t id) {
    size_t n = 0;
    for (const auto& laid : land.laid) {
        if (laid->id == id) break;
        n += laid->count;
    }
    return n;
}

Land buildLand(const GroundGrid& grid, float finest, const std::vector<StepMaker>& makers, const Land* before) {
    return LandBuilder(grid, finest, before).run(makers);
}

Land buildLand(const GroundGrid& grid, float finest, std::vector<LandStep> steps, const Land* before) {
    std::vector<StepMaker> makers; // one an item
    for (size_t i = 0, n = 0; i < steps.size(); i += n) {
        n = 1;
        while (i + n < steps.size() && steps[i + n].id == steps[i].id) ++n;
        makers.push_back({steps[i].id, {}, [from = steps.data() + i, n](const GroundAt&) {
                              return std::vector<LandStep>(from, from + n);
                          }});
    }
    return buildLand(grid, finest, makers, before);
}

} // namespace thallos
