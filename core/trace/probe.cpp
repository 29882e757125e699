#include "core/trace/probe.h"

#include <cmath>

#include "core/ground/cover.h"
#include "core/trace/ray.h"
#include "core/trace/shading.h"

namespace thallos {

Probed probe(const Scene& scene, const V3f& origin, const V3f& direction) {
    Probed out;
    const Hit hit = trace(scene, origin, direction, origin);
    out.distance = hit.t;
    if (!hit) return out;
    out.item = itemAt(scene, hit);
    out.position = hit.position;
    out.slope = std::acos(std::min(std::abs(hit.normal.z), 1.0f));
    const HeightField& field = scene.site->land.field;
    const V2f at = xy(hit.position);
    out.onSite = field.grid.box().intersects(at);
    if (out.onSite) out.overGround = hit.position.z - field.at(at);
    const SceneObject& object = scene.objects[hit.object];
    const bool strewn = hit.plant && !itemAt(scene, hit); // it belongs to the ground
    switch (strewn ? ObjectKind::Ground : object.kind) {
    case ObjectKind::Ground:
        out.material = scene.covers.materials[static_cast<size_t>(coverSeen(scene.covers, at))].name;
        break;
    case ObjectKind::Far:
        out.material = "far land";
        break;
    case ObjectKind::Plants:
        out.plant = scene.site->library->species()[hit.plant->individual.species()].recipe.name;
        break;
    case ObjectKind::Climber:
        out.plant = scene.site->library->species()[object.climber->species].recipe.name;
        break;
    case ObjectKind::Building:
    case ObjectKind::Figure:
    case ObjectKind::Works: {
        const Part& part = object.model->parts[hit.part];
        out.part = part.name;
        out.material = (*object.materials)[part.material].name;
        break;
    }
    case ObjectKind::Water:
        out.material = "water";
        break;
    }
    return out;
}

} // namespace thallos
