#include "core/trace/shading.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"
#include "core/ground/cover.h"
#include "core/trace/plant_scenes.h"

namespace thallos {

namespace {

V3f triangleNormal(const Mesh& mesh, unsigned triangle, float u, float v, const V3f& fallback) {
    if (mesh.normals.empty()) return fallback;
    const V3i& t = mesh.triangles[triangle];
    const V3f n = mesh.normals[t.x] * (1 - u - v) + mesh.normals[t.y] * u + mesh.normals[t.z] * v;
    return n.length2() > 1e-8f ? n.normalized() : fallback;
}

V3f rippled(const Water& water, const V3f& p) {
    const float a = 0.05f * water.ripple;
    const float x = fractalNoise(p.x * 1.4f, p.y * 0.9f, 401, 4, 0.62f),
                y = fractalNoise(p.x * 0.9f, p.y * 1.4f, 402, 4, 0.62f);
    return V3f(a * x, a * y, 1).normalized();
}

} // namespace

Id itemAt(const Scene& scene, const Hit& hit) {
    if (!hit) return {};
    return hit.plant ? Id{hit.plant->item} : scene.objects[hit.object].item;
}

namespace {
constexpr uint32_t kPlantKey = 1u << 31, kMaterials = 4096; // of a model
}

uint32_t materialKey(const Scene& scene, const Hit& hit) {
    if (hit.plant) return kPlantKey | static_cast<uint32_t>(hit.plant->individual) << 2 | hit.part;
    const SceneObject& object = scene.objects[hit.object];
    const int material = object.model ? object.model->parts[hit.part].material : 0;
    return hit.object * kMaterials + static_cast<uint32_t>(std::min(material, static_cast<int>(kMaterials) - 1));
}

int speciesOf(uint32_t key) {
    return key & kPlantKey ? static_cast<int>((key & ~kPlantKey) >> 2) / kIndividuals : -1;
}

std::string materialName(const Scene& scene, uint32_t key) {
    if (key & kPlantKey) {
        const auto individual = static_cast<int>((key & ~kPlantKey) >> 2);
        const PlantLibrary& library = *scene.site->library;
        const SpeciesRecipe& recipe = library.species()[individual / kIndividuals].recipe;
        return recipe.name + " " + recipe.surface(key & 3).name;
    }
    const SceneObject& object = scene.objects[key / kMaterials];
    switch (object.kind) {
    case ObjectKind::Ground:
        return "ground";
    case ObjectKind::Far:
        return "far land";
    case ObjectKind::Water:
        return "water";
    default:
        return (*object.materials)[key % kMaterials].surface.name;
    }
}

ShadingPoint shadingAt(const Scene& scene, const Hit& hit, const V3f& outward, float footprint) {
    const SceneObject& object = scene.objects[hit.object];
    const BuiltSite& site = *scene.site;
    ShadingPoint out;
    V3f n = hit.normal;
    out.front = n.dot(outward) >= 0;
    if (!out.front) n = -n;
    out.normal = n;
    switch (object.kind) {
    case ObjectKind::Ground: {
        const V2f p = xy(hit.position);
        out.surface = coverSurface(scene.covers, site.field.grid, site.project.ground->gravel, p, site.field.normal(p),
                                   footprint);
        for (const WaterBody& w : site.waters)
            if (hit.position.z < w.water.level + 0.25f && Box2f(w.box.min - V2f(3), w.box.max + V2f(3)).intersects(p))
                wetten(out.surface, p, hit.position.z - w.water.level, footprint);
        break;
    }
    case ObjectKind::Far: {
        const V3f smooth = triangleNormal(*site.far, hit.triangle, hit.u, hit.v, hit.normal);
        out.surface = farSurface(scene.covers, xy(hit.position), smooth, footprint, site.project.site->farSeed);
        break;
    }
    case ObjectKind::Plants: {
        const PlantRecord& r = *hit.plant;
        const Individual& plant = site.library->individual(r.individual);
        const Mesh& mesh = (hit.coarse ? plant.coarse : plant.parts)[hit.part];
        const PlantPose pose(r);
        const V3f local = pose.toLocal(hit.position);
        const Material& material = scene.plantMaterial(r.individual, hit.part);
        if ((hit.part == 0 || hit.part == 3) && !mesh.normals.empty()) { // wood
            const V3f smooth =
                pose.normalToWorld(triangleNormal(mesh, hit.triangle, hit.u, hit.v, V3f(0, 0, 1))).normalized();
            out.surface = evaluate(
                material, {.position = local * pose.scale, .normal = smooth, .facet = n, .footprint = footprint});
            out.surface.specular = 0.15f;
        } else {
            out.surface = evaluate(material, {.position = local, .normal = n, .facet = n, .footprint = footprint});
            out.surface.specular = 0.6f;
            // From plant to plant lighter or darker, warmer or cooler; from leaf to leaf a little.
            const float tint = static_cast<float>(r.tint) / 255 - 0.5f;
            const float leaf = unitFloat(mix(hit.triangle / 4, r.key)) - 0.5f;
            const float v = 1 + 0.30f * tint + 0.24f * leaf;
            const Rgb shade(v * (1 + 0.20f * tint), v, v * (1 - 0.15f * tint));
            out.surface.albedo *= shade;
            out.surface.through *= shade;
        }
        break;
    }
    case ObjectKind::Building:
    case ObjectKind::Figure: {
        const Part& part = object.model->parts[hit.part];
        const Material& material = (*object.materials)[part.material];
        V3f local, localNormal;
        object.toObject.multVecMatrix(hit.position, local);
        object.toObject.multDirMatrix(hit.normal, localNormal);
        V3f smooth = triangleNormal(part.mesh, hit.triangle, hit.u, hit.v, localNormal);
        if (smooth.dot(localNormal) < 0) smooth = -smooth;
        Spot spot;
        if (material.byUv) spot = spotOf(part.mesh, hit.triangle, hit.u, hit.v, object.scale);
        spot.position = local * object.scale;
        spot.normal = smooth;
        spot.facet = localNormal;
        spot.footprint = footprint;
        out.surface = evaluate(material, spot);
        V3f world;
        object.toWorld.multDirMatrix(out.surface.normal, world);
        out.surface.normal = world.normalized();
        break;
    }
    case ObjectKind::Water:
        out.water = object.water;
        out.surface = {.albedo = object.water->tint,
                       .roughness = 0.03f,
                       .transmission = 1,
                       .normal = rippled(*object.water, hit.position)};
        break;
    }
    if (object.kind != ObjectKind::Water) {
        // The shading normal stays on the viewer's side.
        V3f& s = out.surface.normal;
        if (s.dot(n) < 0) s = -s;
        const float c = s.dot(outward);
        if (c < 0.02f) s = (s + outward * (0.02f - c + 1e-3f)).normalized();
    }
    return out;
}

Rgb waterAbsorption(const Water& water) {
    Rgb a;
    for (int k = 0; k < 3; ++k) a[k] = (1.6f - std::min(8 * water.tint[k], 1.0f)) / std::max(water.clarity, 0.05f);
    return a;
}

} // namespace thallos
