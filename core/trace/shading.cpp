#include "core/trace/shading.h"
#include "core/trace/leaf_colour.h"

#include <algorithm>
#include <bit>
#include <cmath>

#include "core/base/noise.h"
#include "core/ground/cover.h"
#include "core/ground/reading.h"
#include "core/material/weathering.h"
#include "core/planting/bark.h"
#include "core/trace/plant_scenes.h"
#include "core/trace/ray.h"

namespace thallos {

namespace {

V3f triangleNormal(const Mesh& mesh, unsigned triangle, float u, float v, const V3f& fallback) {
    if (mesh.normals.empty()) return fallback;
    const V3i& t = mesh.triangles[triangle];
    const V3f n = mesh.normals[t.x] * (1 - u - v) + mesh.normals[t.y] * u + mesh.normals[t.z] * v;
    return n.length2() > 1e-8f ? n.normalized() : fallback;
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
    if (hit.plant) return kPlantKey + hit.plant->individual.value * SpeciesRecipe::kParts + hit.part;
    const SceneObject& object = scene.objects[hit.object];
    const int material = object.model ? object.model->parts[hit.part].material : 0;
    return hit.object * kMaterials + static_cast<uint32_t>(std::min(material, static_cast<int>(kMaterials) - 1));
}

int speciesOf(uint32_t key) {
    return key & kPlantKey ? IndividualId{(key & ~kPlantKey) / SpeciesRecipe::kParts}.species() : -1;
}

std::string materialName(const Scene& scene, uint32_t key) {
    if (key & kPlantKey) {
        const IndividualId individual{(key & ~kPlantKey) / SpeciesRecipe::kParts};
        const PlantLibrary& library = *scene.site->library;
        const SpeciesRecipe& recipe = library.species()[individual.species()].recipe;
        return recipe.name + " " + recipe.surfaces[key % SpeciesRecipe::kParts].name;
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
        return (*object.materials)[key % kMaterials].name;
    }
}

namespace {
// Bark lies round its branch, see barkOf().
void layRound(HitPoint& spot, const Mesh& mesh, unsigned triangle, float u, float v, const PlantPose& pose) {
    const HitPoint there = hitPointOf(mesh, triangle, u, v, 1);
    const V3i& t = mesh.triangles[triangle];
    const float steps = std::floor(std::min({mesh.uvs[t.x].x, mesh.uvs[t.y].x, mesh.uvs[t.z].x}));
    const float girth = steps * kGirthStep, real = there.alongU.length();
    if (girth <= 0 || real <= 0 || there.alongV.length2() <= 0) return;
    spot.girth = girth * pose.scale;
    spot.uv = V2f((there.uv.x - steps) * girth, there.uv.y) * pose.scale;
    spot.alongU = pose.normalToWorld(there.alongU);
    spot.alongV = pose.normalToWorld(there.alongV);
    spot.footprint *= girth / real; // thinner than where it is laid in true size
}

void snow(SurfacePoint& s, float share) {
    s.albedo = lerp(s.albedo, Rgb(0.82f, 0.84f, 0.87f), share);
    s.through *= 1 - share;
    s.metalness *= 1 - share;
    s.roughness = lerp(s.roughness, 0.75f, share);
    s.specular = lerp(s.specular, 0.3f, share);
}
// What shades each kind of object. `n` is the geometric normal on the viewer's side.
struct Shading {
    const Scene& scene;
    const Hit& hit;
    const V3f& outward;
    float footprint;
    V3f n;
    ShadingPoint& out;
    const SceneObject& object = scene.objects[hit.object];
    const BuiltSite& site = *scene.site;

    bool snows() const { return site.project.site->season == Season::Snow; }
    void ground();
    void farLand();
    void plant();
    void proxy(const ProxyRecipe& recipe, const Mesh& mesh, const PlantPose& pose, const Material& material);
    void wood(const Mesh& mesh, const PlantPose& pose, const Material& material);
    void foliage(const Form& form, const SpeciesRecipe& recipe, const V3f& local, const Material& material);
    void model();
    void wave(V3f& normal, const HitPoint& spot, float strength) const;
    void years(const Material& material, const HitPoint& spot);
    void climber();
    void water();
    void takeOn(const SpeciesRecipe& recipe, const Material& material);
    void snowOnPlants() {
        if (snows() && n.z > 0.15f) snow(out.surface, std::clamp((n.z - 0.15f) / 0.5f, 0.0f, 0.9f));
    }
};

void Shading::ground() {
    const V2f p = xy(hit.position);
    const V3f smooth = site.land.field.normal(p);
    out.surface = coverSurface(scene.covers, p, smooth, footprint);
    // A rounded bank near by is no stair of lit and dark triangles.
    if (smooth.dot(n) < 0.9998f && smooth.dot(outward) > 0.02f && footprint < site.land.field.cellAt(p)) {
        out.normal = smooth;
        out.lift = site.land.field.roundedOver(p);
    }
    const Ground& ground = *site.project.ground;
    if (ground.puddles > 0 && n.z > 0.9f && footprint < 1)
        addPuddles(out.surface, scene.covers, p, hollowAt(site.land.field, p, 0.5f), ground.puddles, footprint);
    for (size_t i = 0; i < site.waters.size(); ++i) {
        const WaterBody& w = site.waters[i];
        // Beside a stream lower land may lie that its water does not reach.
        if (hit.position.z >= w.level + 0.25f || !(w.stream ? w.region->holds(p) : w.region->reaches(p))) continue;
        if (const float over = hit.position.z - w.levelAt(p); over < 0.25f)
            wetten(out.surface, scene.beds[i], p, smooth, over, footprint);
    }
    if (snows())
        snow(out.surface,
             0.93f * std::clamp(3 * n.z - 1.2f + 0.5f * fractalNoise(p.x / 3, p.y / 3, 71, 3), 0.0f, 1.0f));
}

void Shading::farLand() {
    const V3f smooth = triangleNormal(*site.far, hit.triangle, hit.u, hit.v, hit.normal);
    out.surface = farSurface(scene.covers, xy(hit.position), smooth, footprint, site.project.site->farSeed);
    if (snows()) snow(out.surface, std::clamp(2.5f * smooth.z - 1.2f, 0.0f, 0.9f));
}

// As its own maps say.
void Shading::proxy(const ProxyRecipe& recipe, const Mesh& mesh, const PlantPose& pose, const Material& material) {
    const PlantRecord& r = *hit.plant;
    HitPoint spot = hitPointOf(mesh, hit.triangle, hit.u, hit.v, pose.scale);
    spot.position = pose.toLocal(hit.position) * pose.scale;
    spot.facet = n;
    spot.normal = pose.normalToWorld(triangleNormal(mesh, hit.triangle, hit.u, hit.v, spot.normal)).normalized();
    if (mesh.normals.empty() || spot.normal.dot(outward) < 0) spot.normal = n;
    for (V3f* along : {&spot.alongU, &spot.alongV}) *along = pose.normalToWorld(*along);
    spot.footprint = footprint;
    out.surface = evaluate(material, spot);
    const float tint = recipe.varies ? static_cast<float>(r.tint) / 255 - 0.5f : 0;
    const Rgb shade(1 + 0.35f * tint, 1 + 0.2f * tint, 1 + 0.05f * tint);
    out.surface.albedo *= shade;
    out.surface.through *= shade;
}

void Shading::wood(const Mesh& mesh, const PlantPose& pose, const Material& material) { // and stones
    const V3f smooth = pose.normalToWorld(triangleNormal(mesh, hit.triangle, hit.u, hit.v, V3f(0, 0, 1))).normalized();
    HitPoint spot{
        .position = pose.toLocal(hit.position) * pose.scale, .normal = smooth, .facet = n, .footprint = footprint};
    spot.faceless = mesh.uvs.empty();
    if (!spot.faceless) layRound(spot, mesh, hit.triangle, hit.u, hit.v, pose);
    out.surface = evaluate(material, spot);
    out.surface.specular = kBarkGloss;
}

void Shading::foliage(const Form& form, const SpeciesRecipe& recipe, const V3f& local, const Material& material) {
    const PlantRecord& r = *hit.plant;
    out.surface = evaluate(material, {.position = local, .normal = n, .facet = n, .footprint = footprint});
    out.surface.specular = kLeafGloss;
    const Individual& plant = site.library->individual(r.individual);
    const float high = local.z / std::max(plant.height, 0.01f);
    tintLeaf(out.surface, out.front,
             {.plant = static_cast<float>(r.tint) / 255 - 0.5f,
              .high = high,
              .key = mix(form.leafOf(hit.triangle), r.key),
              .foliage = hit.part == 1,
              .young = youngAt(recipe, site.project.site->season, plant, xy(local).length(), high)},
             recipe);
}

// What is strewn on the ground belongs to it: grass has the meadow's colour, stones that of what they lie on, and
// leaves have lost most of theirs.
void Shading::takeOn(const SpeciesRecipe& recipe, const Material& material) {
    const V2f foot(hit.plant->x, hit.plant->y);
    const auto towards = [&](const Rgb& colour, float share) {
        Rgb factor;
        for (int k = 0; k < 3; ++k)
            factor[k] = lerp(1.0f, std::clamp(colour[k] / std::max(material.base.albedo[k], 0.01f), 0.3f, 3.0f), share);
        out.surface.albedo *= factor;
        out.surface.through *= factor;
    };
    if (recipe.kind == SpeciesKind::Grass && site.project.site->season < Season::Bare)
        // Blades stand in the light; the ground's mean has the shade between them.
        towards(meadowColour(scene.covers, foot) * 1.3f, 0.8f);
    if (recipe.kind == SpeciesKind::Stones) { // of soil they are what rain has washed clean
        const int cover = coverSeen(scene.covers, foot);
        towards(scene.covers.materials[static_cast<size_t>(cover)].base.albedo * (cover == 0 ? 1.5f : 1.1f), 0.7f);
        for (const WaterBody& w : site.waters)
            if (hit.position.z < w.level + 0.2f && w.region->reaches(foot) &&
                hit.position.z < w.levelAt(foot) + 0.2f) { // wet
                out.surface.albedo *= 0.45f;
                out.surface.roughness = std::min(out.surface.roughness, 0.4f);
                out.surface.specular = 0.6f;
            }
    }
    const auto* litter = std::get_if<LitterRecipe>(&recipe.growth);
    if (litter && litter->what == "roots") // with earth on them
        towards(scene.covers.materials[static_cast<size_t>(coverSeen(scene.covers, foot))].base.albedo, 0.4f);
    else if (recipe.kind == SpeciesKind::Litter)
        out.surface.albedo =
            lerp(out.surface.albedo, Rgb(1.06f, 0.89f, 0.68f) * luminance(out.surface.albedo), 0.75f) * 1.1f;
}

void Shading::plant() {
    const PlantRecord& r = *hit.plant;
    const Form& form = site.library->form(r.individual, hit.level);
    const Mesh& mesh = form.parts[hit.part];
    const SpeciesRecipe& recipe = site.library->species()[r.individual.species()].recipe;
    const auto* proxyRecipe = std::get_if<ProxyRecipe>(&recipe.growth);
    const PlantPose stands(r, lies(recipe.kind));
    const PlantPose pose = proxyRecipe && proxyRecipe->turns ? stands.facing(-hit.normal) : stands;
    const Material& material = scene.plantMaterial(r.individual, hit.part);
    if (proxyRecipe)
        proxy(*proxyRecipe, mesh, pose, material);
    else if (!mesh.normals.empty())
        wood(mesh, pose, material);
    else
        foliage(form, recipe, pose.toLocal(hit.position), material);
    if (!r.item) takeOn(recipe, material);
    const Rgb& tone = scene.plantScenes->grown(r.individual).tone[static_cast<size_t>(hit.level)];
    out.surface.albedo *= tone;
    out.surface.through *= tone;
    snowOnPlants();
}

void Shading::model() {
    const Part& part = object.model->parts[hit.part];
    const Material& material = (*object.materials)[part.material];
    V3f local, localNormal;
    object.toObject.multVecMatrix(hit.position, local);
    object.toObject.multDirMatrix(hit.normal, localNormal);
    V3f smooth = triangleNormal(*part.mesh, hit.triangle, hit.u, hit.v, localNormal);
    if (smooth.dot(localNormal) < 0) smooth = -smooth;
    HitPoint spot;
    if (material.byUv) spot = hitPointOf(*part.mesh, hit.triangle, hit.u, hit.v, object.scale);
    spot.position = (local - object.laidFrom) * object.scale;
    spot.normal = smooth;
    spot.facet = localNormal;
    spot.footprint = footprint;
    if (object.edges && footprint < 2 * object.rounding) {
        const bool turned =
            faceNormal(*part.mesh, part.mesh->triangles[hit.triangle]).dot(localNormal) < 0; // seen from behind
        if (!turned)
            spot.normal = roundedNormal(*part.mesh, (*object.edges)[hit.part], hit.triangle, hit.u, hit.v,
                                        object.rounding / object.scale, smooth);
    }
    out.surface = evaluate(material, spot);
    if (out.surface.clear() && material.wave > 0) wave(out.surface.normal, spot, material.wave);
    V3f world;
    object.toWorld.multDirMatrix(out.surface.normal, world);
    out.surface.normal = world.normalized();
    if (object.age > 0) years(material, spot);
}

// Glass is rolled and its units bulge: what it mirrors wavers, twice, once from each sheet of the unit.
void Shading::wave(V3f& normal, const HitPoint& spot, float strength) const {
    constexpr float kWaver = 0.0016f, kBulge = 0.0022f; // radians
    const V3f& f = spot.facet;
    const V3f along = (std::abs(f.z) < 0.9f ? V3f(-f.y, f.x, 0) : V3f(1, 0, 0)).normalized(), up = f.cross(along);
    // Which sheet: by chance, from the digits of the place that a pixel does not tell apart.
    const uint32_t sheet = mix(static_cast<uint64_t>(std::bit_cast<uint32_t>(hit.u)),
                               static_cast<uint64_t>(std::bit_cast<uint32_t>(hit.v))) &
                           1u;
    const auto pane = static_cast<float>(mix(hit.part) % 977);
    const float x = along.dot(spot.position), y = up.dot(spot.position), far = sheet ? 37.0f : 0.0f;
    const float a = kWaver * fractalNoise(x / 0.5f + pane + far, y / 1.3f, 51, 2) +
                    (sheet ? kBulge : -kBulge) * valueNoise(x / 0.9f + pane, y / 1.1f, 52),
                b = kWaver * fractalNoise(x / 1.3f + pane + far, y / 0.5f, 53, 2) +
                    (sheet ? kBulge : -kBulge) * valueNoise(x / 1.1f + pane, y / 0.9f, 54);
    normal = (normal + (along * a + up * b) * strength).normalized();
}

// Marks of weather, where the picture is near enough to show them.
void Shading::years(const Material& material, const HitPoint& spot) {
    constexpr float kFar = 0.4f; // metres of a pixel
    if (footprint > kFar) return;
    Exposure e{.at = spot.position, .facet = spot.facet, .normal = n, .footprint = footprint};
    e.overGround = hit.position.z - site.land.field.at(xy(hit.position));
    e.sunny = xy(n).dot(scene.noon);
    constexpr float kEaves = 9; // metres that a roof is above what it keeps dry at most
    const auto over = [&](const V3f& way, float far) {
        const Hit roof = trace(scene, hit.position + n * 0.02f, way, Detail(hit.position), far, kMaskSolid);
        return roof ? roof.t : -1.0f;
    };
    // Rain comes at many slants; each sample takes one by chance, so that what is dry ends softly.
    const float slant = 0.25f + unitFloat(mix(static_cast<uint64_t>(std::bit_cast<uint32_t>(hit.u)),
                                              static_cast<uint64_t>(std::bit_cast<uint32_t>(hit.v)), 61));
    if (std::abs(n.z) < 0.5f) {
        e.sheltered = over((V3f(n.x, n.y, 0).normalized() * slant + V3f(0, 0, 1)).normalized(), kEaves) >= 0;
        if (!e.sheltered) e.underLedge = over({0, 0, 1}, kStreak);
    } else
        e.sheltered = n.z < 0 || over({0, 0, 1}, kEaves) >= 0;
    weather(out.surface, material.weathering, object.age, material.wood, e);
}

void Shading::climber() {
    const Part& part = object.model->parts[hit.part];
    V3f local;
    object.toObject.multVecMatrix(hit.position, local);
    V3f smooth = triangleNormal(*part.mesh, hit.triangle, hit.u, hit.v, V3f(0));
    if (smooth.length2() > 0)
        object.toWorld.multDirMatrix(V3f(smooth), smooth);
    else
        smooth = n;
    out.surface = evaluate((*object.materials)[part.material],
                           {.position = local, .normal = smooth, .facet = n, .footprint = footprint});
    if (hit.part == 1) {
        out.surface.specular = kLeafGloss;
        tintLeaf(out.surface, out.front,
                 {.high = 0.6f,
                  .key = mix(hit.triangle / static_cast<unsigned>(object.climber->leafTriangles)),
                  .young = site.project.site->season < Season::Autumn ? 0.1f : 0.0f},
                 site.library->species()[object.climber->species].recipe);
    } else
        out.surface.specular = kBarkGloss;
    snowOnPlants();
}

void Shading::water() {
    out.water = object.water;
    // Between the pixel's width and its length on a surface seen at a slant.
    out.ripples = ripples(*object.water, xy(hit.position), footprint / std::sqrt(std::max(outward.z, 0.01f)));
    // A stream falls: its waves lie on a slope.
    const V3f up = hit.normal.z < 0 ? -hit.normal : hit.normal;
    if (up.z < 0.999999f && up.z > 0.1f) {
        const V3f& w = out.ripples.normal;
        out.ripples.normal = V3f(w.x / w.z + up.x / up.z, w.y / w.z + up.y / up.z, 1).normalized();
        if (whiteWater(up, xy(hit.position), footprint)) {
            out.water = nullptr;
            out.surface = {.albedo = Rgb(0.78f), .roughness = 0.9f, .normal = out.ripples.normal};
            return;
        }
    }
    out.surface = {.albedo = object.water->tint, .roughness = 0.03f, .transmission = 1, .normal = out.ripples.normal};
}

} // namespace

ShadingPoint shadingAt(const Scene& scene, const Hit& hit, const V3f& outward, float footprint) {
    ShadingPoint out;
    V3f n = hit.normal;
    out.front = n.dot(outward) >= 0;
    if (!out.front) n = -n;
    out.normal = n;
    Shading shading{scene, hit, outward, footprint, n, out};
    switch (shading.object.kind) {
    case ObjectKind::Ground:
        shading.ground();
        break;
    case ObjectKind::Far:
        shading.farLand();
        break;
    case ObjectKind::Plants:
        shading.plant();
        break;
    case ObjectKind::Building:
    case ObjectKind::Figure:
    case ObjectKind::Works:
        shading.model();
        break;
    case ObjectKind::Climber:
        shading.climber();
        break;
    case ObjectKind::Water:
        shading.water();
        return out;
    }
    // The shading normal stays on the viewer's side.
    V3f& s = out.surface.normal;
    if (s.dot(n) < 0) s = -s;
    const float c = s.dot(outward);
    if (c < 0.02f) s = (s + outward * (0.02f - c + 1e-3f)).normalized();
    return out;
}

} // namespace thallos
