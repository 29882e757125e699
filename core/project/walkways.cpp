#include "core/project/walkways.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/mesh/mesh.h"
#include "core/project/works.h"

namespace thallos {

WalkwayShape shapeOf(const Walkway& w, float base) {
    return {w.door, w.facing, base + w.sill, w.width, w.landing, w.landingWidth, w.batter, w.points};
}

std::vector<BuiltWalkway> walkwaysOf(const Project& project, const Land& land,
                                     const std::vector<BuiltWalkway>& before) {
    std::vector<BuiltWalkway> out;
    std::unordered_map<Id, const BuiltWalkway*> then;
    for (const BuiltWalkway& w : before) then.emplace(w.item, &w);
    for (const auto& item : project.items) {
        const auto* w = std::get_if<Walkway>(&item->body);
        if (!w || !shown(project, *item)) continue;
        const auto* b = bodyOf<Building>(find(project, w->building));
        if (!b) continue;
        BuiltWalkway built{item->id, shapeOf(*w, b->position.z), {}, w->surface, nullptr};
        // On the ground as its own steps find it.
        built.laid = layWalkway(built.shape, groundBefore(land, item->id));
        const auto old = then.find(item->id);
        if (old != then.end() && old->second->shape == built.shape && old->second->surface == built.surface &&
            old->second->laid.heights == built.laid.heights)
            built.model = old->second->model;
        if (!built.model) {
            auto model = std::make_shared<Model>();
            model->materials.push_back(w->surface);
            model->materials.back().turn += w->facing; // laid square to the door
            model->parts.push_back(partOf(item->name, 0, bodyOf(built.shape, built.laid)));
            built.model = std::move(model);
        }
        out.push_back(std::move(built));
    }
    return out;
}

namespace {

// The place of the outlines' edges that is nearest, and the way out across it.
std::pair<V2f, V2f> nearestEdge(const std::vector<Polygon>& outlines, const V2f& p) {
    std::pair<V2f, V2f> best{p, V2f(0, -1)};
    float least = 1e30f;
    for (const Polygon& o : outlines)
        for (size_t i = 0; i < o.size(); ++i) {
            const V2f &a = o[i], &b = o[(i + 1) % o.size()];
            const V2f along = b - a;
            if (along.length2() < 1e-8f) continue;
            const float t = std::clamp((p - a).dot(along) / along.length2(), 0.0f, 1.0f);
            const V2f at = a + along * t;
            if ((at - p).length() >= least) continue;
            least = (at - p).length();
            V2f out(along.y, -along.x);
            out.normalize();
            if (signedDistance(o, at + out * 0.05f) < 0) out = -out;
            best = {at, out};
        }
    return best;
}

} // namespace

Walkway doorAt(const Building& b, Id id, int part, const V2f& place) {
    constexpr float kWidestDoor = 4, kHighestSill = 2.5f; // metres
    Walkway w;
    w.building = id;
    V2f at = place;
    if (part >= 0 && part < static_cast<int>(b.model->parts.size())) {
        const M44f toWorld = transformOf(b);
        Box3f box;
        for (const V3f& p : b.model->parts[static_cast<size_t>(part)].mesh->positions) box.extendBy(p);
        const V3f size = box.isEmpty() ? V3f(1e9f) : box.size() * b.scale;
        if (std::max(size.x, size.y) < kWidestDoor && box.min.z * b.scale < kHighestSill) {
            const V3f foot = V3f((box.min.x + box.max.x) / 2, (box.min.y + box.max.y) / 2, box.min.z) * toWorld;
            at = xy(foot);
            w.sill = foot.z - b.position.z;
        }
    }
    const auto [edge, out] = nearestEdge(outlinesOf(b), at);
    w.door = edge;
    w.facing = std::atan2(out.y, out.x);
    return w;
}

} // namespace thallos
