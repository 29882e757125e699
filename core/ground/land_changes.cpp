#include "core/ground/land_changes.h"

#include <algorithm>

namespace thallos {

void LandChanges::compare(std::span<const LandStep> now, std::span<const LandStep> then) {
    // Step by step where the list is the same; else all between its common beginning and end.
    if (std::equal(now.begin(), now.end(), then.begin(), then.end(), [](const auto& a, const auto& b) {
            return a.id == b.id && a.built == b.built && a.shape.index() == b.shape.index();
        })) {
        for (size_t i = 0; i < now.size(); ++i) {
            if (now[i].shape == then[i].shape) continue;
            const HeightLayer *a = layerOf(now[i].shape), *b = layerOf(then[i].shape);
            if (a && b && a->size() == b->size())
                addLayers(*a, *b);
            else {
                add(now[i]);
                add(then[i]);
            }
        }
        return;
    }
    size_t first = 0, last = 0;
    const size_t n = std::min(now.size(), then.size());
    while (first < n && now[first] == then[first]) ++first;
    while (last < n - first && now[now.size() - 1 - last] == then[then.size() - 1 - last]) ++last;
    for (size_t i = first; i < now.size() - last; ++i) add(now[i]);
    for (size_t i = first; i < then.size() - last; ++i) add(then[i]);
}

void LandChanges::addLayers(const HeightLayer& now, const HeightLayer& then) {
    for (size_t i = 0; i < now.size(); ++i) {
        if (now[i] == then[i]) continue;
        const auto tile = static_cast<int>(i);
        const Box2f box = differing(grid_, tile, now[i].get(), then[i].get());
        if (!box.isEmpty()) areas_.push_back({tile, box});
    }
}

bool LandChanges::within(const Box2f& box) const {
    if (box.isEmpty() || (steps_.empty() && areas_.empty())) return false;
    // A sample of the box's border reaches one cell beyond it.
    const Box2f wide(box.min - V2f(grid_.cell), box.max + V2f(grid_.cell));
    for (const int i : grid_.tilesTouching(wide)) {
        const HeightTile& tile = *before_.field.tiles[static_cast<size_t>(i)];
        for (size_t b = 0; b < tile.blocks.size(); ++b) {
            const LandBlock of = blockOf(grid_, i, tile, static_cast<int>(b));
            Box2f part = of.box();
            if (!part.intersects(wide)) continue;
            for (int k = 0; k < 2; ++k) {
                part.min[k] = std::max(part.min[k], wide.min[k]);
                part.max[k] = std::min(part.max[k], wide.max[k]);
            }
            for (const auto& [shape, reach] : steps_)
                if (mayChange(shape, reach, i, part, tile.blocks[b]->span)) return true;
            for (const Area& a : areas_)
                if (a.box.intersects(part)) return true;
        }
    }
    return false;
}

bool LandChanges::tile(int tile) const {
    const Box2f box = grid_.tileBox(tile);
    const V2f& span = before_.field.tiles[static_cast<size_t>(tile)]->span;
    for (const Area& a : areas_)
        if (a.tile == tile) return true;
    for (const auto& [shape, reach] : steps_)
        if (mayChange(shape, reach, tile, box, span)) return true;
    return false;
}

bool LandChanges::block(const LandBlock& block, const HeightTile& before) const {
    const Box2f box = block.box();
    for (const Area& a : areas_)
        if (a.tile == block.tile && a.box.intersects(box)) return true;
    for (const auto& [shape, reach] : steps_)
        if (mayChange(shape, reach, block.tile, box, before.span)) return true;
    return false;
}

bool LandChanges::square(const LandBlock& block, const Box2f& box, const V2f& span) const {
    for (const Area& a : areas_)
        if (a.tile == block.tile && a.box.intersects(box)) return true;
    for (const auto& [shape, reach] : steps_)
        if (layerOf(shape) ? mayChange(shape, reach, block.tile, box, span)
                           : static_cast<bool>(changeOf(shape, reach, block.grid, block.cell(), box, span)))
            return true;
    return false;
}

} // namespace thallos
