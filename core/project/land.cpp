#include "core/project/land.h"

#include <algorithm>

#include "core/project/kinds/kind.h"
#include "core/project/layers.h"

namespace thallos {

namespace {

// The item itself, what it stands on and what parts of it join.
std::vector<std::shared_ptr<const void>> readBy(const Project& project, const Items::Slot& item) {
    std::vector<std::shared_ptr<const void>> out{item};
    const auto use = [&](Id id) {
        const Items::Slot* slot = id ? project.items.find(id) : nullptr;
        out.push_back(slot ? *slot : nullptr);
    };
    use(anchorOf(item->body));
    withKind(item->body, [&](const auto& kind, auto body) {
        if (kind.joins) kind.joins(body, [&](Id& id) { use(id); });
    });
    return out;
}

} // namespace

Land landOf(const Project& project, const Land* before, Id upTo) {
    std::vector<StepMaker> makers;
    for (const auto& item : project.items) {
        const bool makes = withKind(item->body, [](const auto& kind, const auto&) { return kind.land != nullptr; });
        if (makes && shown(project, *item))
            makers.push_back({item->id.value, readBy(project, item), [&project, &item](const GroundAt& heights) {
                                  return withKind(item->body, [&](const auto& kind, const auto& body) {
                                      return kind.land(body, item->id, project, heights);
                                  });
                              }});
        if (upTo && item->id == upTo) break;
    }
    return buildLand(project.ground->grid, project.ground->finest, makers, before);
}

Project withFinest(const Project& project, float finest) {
    Ground ground = *project.ground;
    ground.finest = finest;
    return withGround(project, ground);
}

namespace {

const Item* terrainItem(const Project& project) {
    for (const Item* item : itemsOf<Terrain>(project))
        if (shown(project, *item)) return item;
    return nullptr;
}

} // namespace

const Terrain* terrainOf(const Project& project) {
    return bodyOf<Terrain>(terrainItem(project));
}

Project withTerrain(const Project& project, const std::function<void(Terrain&)>& change) {
    const Item* item = terrainItem(project);
    if (!item) {
        Terrain terrain;
        change(terrain);
        return added(project, "Terrain", std::move(terrain));
    }
    Item copy = *item;
    change(std::get<Terrain>(copy.body));
    return replaced(project, copy);
}

Project lifted(const Project& before, const Project& after) {
    const Land was = landOf(before), is = landOf(after, &was);
    const auto rise = [&](const V2f& at) { return is.natural.at(at) - was.natural.at(at); };
    Project out = after;
    out.items.change([&](const Items::Slot& slot) {
        auto item = std::make_shared<Item>(*slot);
        const bool lifted = withKind(item->body, [&](const auto& kind, auto& body) { return kind.lift(body, rise); });
        return lifted ? Items::Slot(std::move(item)) : slot;
    });
    return out;
}

namespace {

class Resizing : public LayerVisitor {
public:
    Resizing(const GroundGrid& from, const GroundGrid& to) : from_(from), to_(to) {}
    void heights(HeightLayer& layer, bool everywhere) override {
        changed |= !layer.empty();
        layer = resized(from_, layer, to_, !everywhere);
    }
    void weights(WeightLayer& layer) override {
        changed |= !layer.empty();
        layer = resized(from_, layer, to_);
    }
    bool changed = false;

private:
    const GroundGrid &from_, &to_;
};

} // namespace

Project resized(const Project& project, const V2f& size, float cell) {
    Ground ground = *project.ground;
    ground.grid = GroundGrid::make(size, cell);
    if (ground == *project.ground) return project;
    Project out = project;
    out.items.change([&](const Items::Slot& slot) {
        auto item = std::make_shared<Item>(*slot);
        Resizing resizing(project.ground->grid, ground.grid);
        visitLayers(item->body, resizing);
        return resizing.changed ? Items::Slot(std::move(item)) : slot;
    });
    out.ground = std::make_shared<const Ground>(std::move(ground));
    return out;
}

Id layerFor(const Project& project, BrushKind kind, Id chosen) {
    const auto fits = [&](const Item& item) {
        const bool right =
            paints(kind) ? std::holds_alternative<Cover>(item.body) : std::holds_alternative<Sculpting>(item.body);
        return right && shown(project, item) && !fixed(project, item);
    };
    if (const Item* item = find(project, chosen); item && fits(*item)) return chosen;
    Id last;
    for (const auto& item : project.items)
        if (fits(*item)) last = item->id;
    return last;
}

Project dabbed(const Project& project, const HeightField& now, const Brush& brush, const V2f& at, Id chosen,
               uint64_t number, const V2f& along) {
    const GroundGrid& grid = project.ground->grid;
    Project out = project;
    Id id = layerFor(project, brush.kind, chosen);
    if (!id && brush.kind == BrushKind::Wipe) return project;
    if (!id)
        out =
            paints(brush.kind) ? added(project, "Gravel", Cover(), &id) : added(project, "Sculpting", Sculpting(), &id);
    auto item = std::make_shared<Item>(*find(out, id));
    if (auto* cover = std::get_if<Cover>(&item->body)) {
        const float finest = project.ground->finest;
        const bool lays = brush.kind == BrushKind::Paint;
        cover->painted = painted(grid, cover->painted, brush, at, number, finest);
        // Where a rule lays it by itself it is wiped off there, and painting takes that back.
        if (cover->rule && (!lays || !cover->wiped.empty())) {
            Brush other = brush;
            other.kind = lays ? BrushKind::Wipe : BrushKind::Paint;
            cover->wiped = painted(grid, cover->wiped, other, at, number, finest);
        }
    } else
        item->body = sculpted(std::get<Sculpting>(item->body), now, brush, at, along, project.ground->finest);
    out.items.replace(std::move(item));
    return out;
}

Project ramped(const Project& project, const HeightField& now, const Brush& brush, const V2f& from, const V2f& to,
               Id chosen) {
    Project out = project;
    Id id = layerFor(project, brush.kind, chosen);
    if (!id) out = added(project, "Sculpting", Sculpting(), &id);
    auto item = std::make_shared<Item>(*find(out, id));
    auto& layer = std::get<Sculpting>(item->body);
    layer = ramped(layer, now, brush, from, to, project.ground->finest);
    out.items.replace(std::move(item));
    return out;
}

} // namespace thallos
