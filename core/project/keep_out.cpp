#include "core/project/keep_out.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"

namespace thallos {

namespace {

constexpr float kCell = 16;       // metres, of the grid of areas at least
constexpr float kMostCells = 512; // of it each way
constexpr float kOutside = 64;    // metres from the site's border that walls can reach in with their margins

// How far crowns keep off walls: trunk and branches stand free, twigs may touch.
float marginOf(float spread) {
    return 0.05f + 0.42f * spread;
}

} // namespace

KeptOut::KeptOut(const Project& project, const HeightField& field, const std::vector<WaterBody>& waters,
                 const BuiltCovers& covers)
    : project_(project), field_(field), waters_(waters), covers_(covers.map), bare_(covers.items.size() + 1, 0) {
    const Box2f site = project.ground->grid.box();
    const Box2f reached(site.min - V2f(kOutside), site.max + V2f(kOutside));
    std::vector<KeepOut> keeps;
    for (size_t i = 0; i < covers.items.size(); ++i)
        if (const auto* cover = bodyOf<Cover>(find(project, covers.items[i])); cover && cover->bare)
            bare_[i + 1] = anyBare_ = true;
    for (const auto& item : project.items)
        if (shown(project, *item))
            withKind(item->body, [&](const auto& kind, const auto& body) { kind.footprint(body, keeps); });
    for (KeepOut& k : keeps) {
        const Box2f box = bounds(k.outline);
        if (box.isEmpty() || !box.intersects(reached)) continue;
        box_.extendBy(box);
        areas_.push_back({std::move(k), box});
    }
    if (areas_.empty()) return;
    box_ = {{std::max(box_.min.x, reached.min.x), std::max(box_.min.y, reached.min.y)},
            {std::min(box_.max.x, reached.max.x), std::min(box_.max.y, reached.max.y)}};
    cell_ = std::max(kCell, std::max(box_.size().x, box_.size().y) / kMostCells);
    cells_ = cellOf(box_.max) + V2i(1);
    first_.assign(static_cast<size_t>(cells_.x) * cells_.y + 1, 0);
    // Counted first, then filled in from the back.
    const auto each = [&](const Box2f& box, auto&& use) {
        const V2i a = cellOf(box.min), b = cellOf(box.max);
        for (int y = a.y; y <= b.y; ++y)
            for (int x = a.x; x <= b.x; ++x) use(static_cast<size_t>(y) * cells_.x + x);
    };
    for (const Area& a : areas_) each(a.box, [&](size_t cell) { ++first_[cell]; });
    uint32_t sum = 0;
    for (uint32_t& n : first_) n = sum += n;
    inCell_.resize(sum);
    for (size_t i = areas_.size(); i-- > 0;)
        each(areas_[i].box, [&](size_t cell) { inCell_[--first_[cell]] = static_cast<uint32_t>(i); });
}

V2i KeptOut::cellOf(const V2f& p) const {
    const V2f q(std::clamp(p.x, box_.min.x, box_.max.x), std::clamp(p.y, box_.min.y, box_.max.y));
    return {static_cast<int>((q.x - box_.min.x) / cell_), static_cast<int>((q.y - box_.min.y) / cell_)};
}

bool KeptOut::cut(const Area& a, const V2f& p, float spread) const {
    const float margin = a.keeps.walls ? marginOf(spread) : 0;
    if (p.x < a.box.min.x - margin || p.y < a.box.min.y - margin || p.x > a.box.max.x + margin ||
        p.y > a.box.max.y + margin)
        return false;
    return a.keeps.walls ? signedDistance(a.keeps.outline, p) < margin : contains(a.keeps.outline, p);
}

bool KeptOut::cutByAny(const V2f& p, float spread, bool wallsAlone) const {
    const V2f margin(marginOf(spread));
    const Box2f near(p - margin, p + margin);
    if (areas_.empty() || !near.intersects(box_)) return false;
    const V2i a = cellOf(near.min), b = cellOf(near.max);
    for (int y = a.y; y <= b.y; ++y)
        for (int x = a.x; x <= b.x; ++x) {
            const size_t cell = static_cast<size_t>(y) * cells_.x + x;
            for (uint32_t k = first_[cell]; k < first_[cell + 1]; ++k)
                if (const Area& area = areas_[inCell_[k]]; (area.keeps.walls || !wallsAlone) && cut(area, p, spread))
                    return true;
        }
    return false;
}

bool KeptOut::dry(const V2f& p) const {
    return std::none_of(waters_.begin(), waters_.end(),
                        [&](const WaterBody& w) { return w.region->holds(p) && field_.at(p) < w.levelAt(p) - 0.04f; });
}

bool KeptOut::clear(const V2f& p, float spread) const {
    return !cutByAny(p, spread, true) && dry(p) && project_.ground->grid.box().intersects(p);
}

bool KeptOut::open(const V2f& p, float spread) const {
    if (cutByAny(p, spread, false)) return false;
    if (anyBare_) {
        const CoverShares shares = covers_.at(p);
        float weight = 0;
        for (int i = 0; i < shares.count; ++i)
            if (const auto& [of, share] = shares.covers[static_cast<size_t>(i)]; bare_[static_cast<size_t>(of)])
                weight += share;
        if (weight > 0 && weight > 0.42f + 0.3f * valueNoise(p.x * 1.7f, p.y * 1.7f, 5)) return false;
    }
    return dry(p) && project_.ground->grid.box().intersects(p);
}

} // namespace thallos
