#include "core/project/works.h"

#include <algorithm>
#include <unordered_map>

#include "core/project/kinds/lines.h"

namespace thallos {

PathShape shapeOf(const Path& p, const Project& project) {
    PathShape s;
    s.points = curveThrough(p.points, kCurveStep);
    s.width = p.width;
    s.steepest = p.steepest;
    s.crossfall = p.crossfall;
    s.batter = p.batter;
    s.cutBatter = p.cutBatter;
    s.steps = p.steps ? StepsWhere::Steep : StepsWhere::None;
    s.kerb = p.kerb;
    s.rut = p.rut;
    s.gauge = p.gauge;
    const auto height = [&](const PathEnd& e) -> std::optional<float> {
        const auto* b = bodyOf<Building>(find(project, e.building));
        return b ? std::optional(b->position.z + e.sill * b->scale) : std::nullopt;
    };
    s.start = height(p.start);
    s.end = height(p.end);
    return s;
}

TerraceShape shapeOf(const Terrace& t) {
    TerraceShape s;
    s.outline = t.points;
    s.levels = t.levels;
    s.fixed = t.fixed;
    s.level = t.level;
    s.rise = t.rise;
    s.walls = t.walls;
    s.batter = t.batter;
    s.fall = t.fall;
    s.thickness = t.thickness;
    s.coping = t.coping;
    return s;
}

GroundAt groundBefore(const Land& land, Id item) {
    return [&land, count = stepsBefore(land, item.value)](const V2f& p) { return heightAt(land, count, p); };
}

std::shared_ptr<const Model> modelOf(std::vector<WorkPart> parts) {
    auto model = std::make_shared<Model>();
    for (WorkPart& part : parts) {
        if (part.mesh.empty()) continue;
        model->parts.push_back(partOf(part.name, static_cast<int>(model->materials.size()), std::move(part.mesh)));
        model->materials.push_back(std::move(part.surface));
    }
    return model->parts.empty() ? nullptr : model;
}

std::vector<BuiltWork> worksOf(const Project& project, const Land& land, const std::vector<BuiltWork>& before) {
    std::vector<BuiltWork> out;
    std::unordered_map<Id, const BuiltWork*> then;
    for (const BuiltWork& w : before) then.emplace(w.item, &w);
    std::unordered_map<uint64_t, std::shared_ptr<const Laid>> laid;
    for (const auto& l : land.laid) laid.emplace(l->id, l);
    for (const auto& item : project.items) {
        const bool has = withKind(item->body, [](const auto& kind, const auto&) { return kind.body != nullptr; });
        if (!has || !shown(project, *item)) continue;
        const auto lies = laid.find(item->id.value);
        BuiltWork work{item->id, lies == laid.end() ? nullptr : lies->second, nullptr};
        const auto old = then.find(item->id);
        work.model = old != then.end() && old->second->laid == work.laid
                         ? old->second->model
                         : withKind(item->body, [&](const auto& kind, const auto& body) {
                               return kind.body(body, project, groundBefore(land, item->id));
                           });
        if (work.model) out.push_back(std::move(work));
    }
    return out;
}

} // namespace thallos
