#include "core/project/covers.h"

#include <algorithm>

#include "core/base/hash.h"
#include "core/project/built_site.h"
#include "core/project/kinds/kind.h"
#include "core/project/kinds/lines.h"

namespace thallos {

namespace {

constexpr int kFlowCells = 512; // a side: what rules go by is no finer than that

// Items that cover the ground, in their order.
std::vector<Items::Slot> coverItems(const Project& project) {
    std::vector<Items::Slot> out;
    for (const auto& item : project.items)
        if ((std::holds_alternative<Cover>(item->body) || std::holds_alternative<Path>(item->body)) &&
            shown(project, *item) && out.size() < kMostCovers)
            out.push_back(item);
    return out;
}

CoverLayer layerOf(const Item& item, int number) {
    CoverLayer out;
    out.number = number;
    out.seed = mix(item.id.value, 0xc0);
    if (const auto* c = std::get_if<Cover>(&item.body)) {
        out.patch = patchOf(item);
        if (out.patch) return out;
        out.rule = c->rule;
        out.painted = c->painted;
        out.wiped = c->wiped;
    } else {
        const Path& p = std::get<Path>(item.body);
        out.line = lineThrough(curveThrough(p.points, kCurveStep));
        out.width = p.width;
        out.worn = p.worn;
    }
    return out;
}

bool asks(const std::vector<CoverLayer>& layers, bool (CoverRule::*what)() const) {
    return std::any_of(layers.begin(), layers.end(),
                       [&](const CoverLayer& l) { return l.rule && ((*l.rule).*what)(); });
}

// As far as any rule looks at distances of that sort.
float farthestAsked(const std::vector<CoverLayer>& layers, V2f CoverRule::*range) {
    float most = 1;
    for (const CoverLayer& l : layers)
        for (int k = 0; l.rule && k < 2; ++k)
            if (const float bound = ((*l.rule).*range)[k]; bound < kAnywhere) most = std::max(most, bound + 1);
    return std::min(most, kFarthestAsked);
}

bool any(const std::vector<char>& tiles) {
    return std::find(tiles.begin(), tiles.end(), 1) != tiles.end();
}

Box2f grown(const Box2f& box, float by) {
    return box.isEmpty() ? box : Box2f(box.min - V2f(by), box.max + V2f(by));
}

// Where covers may be others than before.
struct Differences {
    const GroundGrid& grid;
    std::vector<char> whole; // tiles
    std::vector<char> later; // tiles that wait for rest
    std::vector<Box2f> areas;

    Differences(const GroundGrid& g, bool all)
        : grid(g), whole(static_cast<size_t>(g.tileCount()), all ? 1 : 0), later(whole.size(), 0) {}
    void add(const Box2f& box) {
        if (!box.isEmpty()) areas.push_back(box);
    }
    void wait(const Box2f& box) {
        if (!box.isEmpty())
            for (const int i : grid.tilesTouching(box)) later[static_cast<size_t>(i)] = 1;
    }
    void add(const WeightLayer& now, const WeightLayer& then) {
        const auto tileOf = [](const WeightLayer& layer, size_t i) { return layer.empty() ? nullptr : layer[i].get(); };
        for (size_t i = 0; i < whole.size(); ++i)
            if (const auto* a = tileOf(now, i), *b = tileOf(then, i); a != b)
                add(differing(grid, static_cast<int>(i), a, b));
    }
    bool block(const LandBlock& b) const {
        if (whole[static_cast<size_t>(b.tile)]) return true;
        const Box2f box = b.box();
        return std::any_of(areas.begin(), areas.end(), [&](const Box2f& a) { return a.intersects(box); });
    }
};

// All of it: at rest at once.
void addAll(Differences& d, bool rest) {
    std::vector<char>& tiles = rest ? d.whole : d.later;
    std::fill(tiles.begin(), tiles.end(), 1);
}

bool alike(const Project& a, const Project& b, Id id) {
    const Items::Slot *x = a.items.find(id), *y = b.items.find(id);
    return x && y ? *x == *y : x == y;
}

Differences differencesOf(const Project& project, const std::vector<Items::Slot>& items,
                          const std::vector<CoverLayer>& layers, const CoversBefore& before, bool rest) {
    const GroundGrid& grid = project.ground->grid;
    const std::vector<Items::Slot> then = coverItems(before.project);
    const bool pairs = std::equal(items.begin(), items.end(), then.begin(), then.end(),
                                  [](const auto& a, const auto& b) { return a->id == b->id; });
    Differences d(grid, !pairs);
    if (!pairs) return d;
    const float byPaths = asks(layers, &CoverRule::asksPaths) ? farthestAsked(layers, &CoverRule::path) : 0,
                byWalls = asks(layers, &CoverRule::asksBuildings) ? farthestAsked(layers, &CoverRule::building) : 0;
    for (size_t i = 0; i < items.size(); ++i) {
        if (items[i] == then[i]) continue;
        if (const auto* c = std::get_if<Cover>(&items[i]->body)) {
            const Cover& old = std::get<Cover>(then[i]->body);
            if (c->rule != old.rule || c->patch.has_value() != old.patch.has_value()) addAll(d, rest);
            if (const auto patch = patchOf(*items[i]), was = patchOf(*then[i]); patch != was)
                for (const auto& of : {patch, was})
                    if (of) d.add(grown(of->box(), 2 * grid.cell));
            d.add(c->painted, old.painted);
            d.add(c->wiped, old.wiped);
        } else
            for (const auto* item : {&items[i], &then[i]}) {
                const Path& p = std::get<Path>((*item)->body);
                const Box2f box = grown(extentOf(curveThrough(p.points, kCurveStep)), 0.5f * p.width + 1);
                d.add(rest ? grown(box, byPaths) : box);
                if (byPaths > 0 && !rest) d.wait(grown(box, byPaths));
            }
    }
    if (byWalls > 0)
        for (const Project* of : {&project, &before.project})
            for (const Item* item : itemsOf<Building>(*of))
                if (!alike(project, before.project, item->id) ||
                    shown(project, *item) != shown(before.project, *item)) {
                    const Box2f box = grown(
                        withKind(item->body, [](const auto& kind, const auto& body) { return kind.extent(body); }),
                        byWalls);
                    rest ? d.add(box) : d.wait(box);
                }
    if (before.waterMoved && asks(layers, &CoverRule::asksWater)) addAll(d, rest);
    const bool ruled =
        std::any_of(layers.begin(), layers.end(), [](const CoverLayer& l) { return l.rule.has_value(); });
    if (any(before.moved) && asks(layers, &CoverRule::asksWetness)) addAll(d, rest);
    for (size_t t = 0; t < d.whole.size(); ++t) {
        if (ruled && before.moved[t]) (rest ? d.whole : d.later)[t] = 1;
        if (before.covers.stale[t]) (rest ? d.whole : d.later)[t] = 1;
    }
    return d;
}

CoverGround groundOf(const Project& project, const Land& land, const std::vector<WaterBody>& waters,
                     const std::vector<CoverLayer>& layers) {
    CoverGround out{land.field, nullptr, {}, {}, {}, {}};
    const Box2f site = land.grid.box();
    if (asks(layers, &CoverRule::asksPaths)) {
        std::vector<PlanEdge> edges;
        for (const CoverLayer& l : layers)
            for (size_t i = 0; i < l.line.segments(); ++i)
                edges.push_back({l.line.from(i), l.line.to(i), 0.5f * l.width});
        out.paths = PlanEdges(std::move(edges), site, farthestAsked(layers, &CoverRule::path));
    }
    if (asks(layers, &CoverRule::asksBuildings)) {
        std::vector<KeepOut> outlines;
        for (const Item* item : itemsOf<Building>(project))
            if (shown(project, *item))
                withKind(item->body, [&](const auto& kind, const auto& body) { kind.footprint(body, outlines); });
        std::vector<PlanEdge> edges;
        for (const KeepOut& k : outlines)
            for (size_t i = 0; i < k.outline.size(); ++i)
                edges.push_back({k.outline[i], k.outline[(i + 1) % k.outline.size()]});
        out.walls = PlanEdges(std::move(edges), site, farthestAsked(layers, &CoverRule::building));
    }
    if (asks(layers, &CoverRule::asksWater)) {
        std::vector<PlanEdge> edges;
        for (const WaterBody& w : waters)
            if (!w.walled) // what is wet by nature
                for (const auto& [a, b] : *w.shore) edges.push_back({a, b});
        out.shores = PlanEdges(std::move(edges), site, farthestAsked(layers, &CoverRule::water));
        out.wet = [&](const V2f& p) {
            return std::any_of(waters.begin(), waters.end(), [&](const WaterBody& w) {
                return !w.walled && w.region->holds(p) && land.field.at(p) < w.levelAt(p);
            });
        };
    }
    return out;
}

} // namespace

std::optional<CoverPatch> patchOf(const Item& item) {
    const auto* c = std::get_if<Cover>(&item.body);
    if (!c || !c->patch) return std::nullopt;
    return CoverPatch{c->patch->at, sizeOf(*c->patch, c->surface), c->patch->turn, c->patch->soft};
}

Surface surfaceOfCover(const Project& project, Id item) {
    const Body& body = find(project, item)->body;
    const auto* cover = std::get_if<Cover>(&body);
    return cover ? laidSurface(*cover) : std::get<Path>(body).surface;
}

BuiltCovers coversOf(const Project& project, const Land& land, const std::vector<WaterBody>& waters,
                     const CoversBefore* before, bool rest) {
    const GroundGrid& grid = land.grid;
    const std::vector<Items::Slot> items = coverItems(project);
    std::vector<CoverLayer> layers;
    for (const Items::Slot& item : items) layers.push_back(layerOf(*item, static_cast<int>(layers.size()) + 1));
    BuiltCovers out;
    for (const Items::Slot& item : items) out.items.push_back(item->id);
    const Differences d = before ? differencesOf(project, items, layers, *before, rest) : Differences(grid, true);
    out.stale = d.later;
    CoverGround ground = groundOf(project, land, waters, layers);
    if (asks(layers, &CoverRule::asksWetness)) {
        out.flow = before ? before->covers.flow : nullptr;
        if (!out.flow || (rest && (any(before->moved) || any(before->covers.stale))))
            out.flow = std::make_shared<const Flow>(flowOf(land.field, kFlowCells));
        ground.flow = out.flow;
    }
    out.map = coverMapOf(layers, ground, before ? &before->covers.map : nullptr,
                         [&](const LandBlock& block) { return d.block(block); });
    return out;
}

} // namespace thallos
