#include "core/trace/scene.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <functional>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/base/parallel.h"
#include "core/trace/plant_scenes.h"
#include "core/trace/scattering.h"
#include "core/trace/shading.h"
#include "core/trace/standing.h"

namespace thallos {

namespace {

std::shared_ptr<EmbreeScene> newScene(bool robust) {
    RTCScene scene = rtcNewScene(embreeDevice());
    if (robust) rtcSetSceneFlags(scene, RTC_SCENE_FLAG_ROBUST);
    return std::make_shared<EmbreeScene>(scene);
}

// A clear surface lets shadow rays straight through with what it does not mirror; what bodies take away is known when
// all their faces are, see transmittance().
struct Clear {
    Rgb tint{1};
    float index = 1.52f;
    bool body = false;
    bool bends = true; // the light that is seen through it; water lets light that arrives by chance straight through
    Rgb absorption{0}; // 1/m
};
void passClear(const RTCFilterFunctionNArguments* args) {
    const auto& clear = *static_cast<const Clear*>(args->geometryUserPtr);
    auto& context = *reinterpret_cast<RayContext*>(args->context);
    const auto& ray = *reinterpret_cast<const RTCRay*>(args->ray);
    const auto& hit = *reinterpret_cast<const RTCHit*>(args->hit);
    const V3f d(ray.dir_x, ray.dir_y, ray.dir_z), n(hit.Ng_x, hit.Ng_y, hit.Ng_z);
    const float signedCosine = d.dot(n) / std::sqrt(std::max(d.length2() * n.length2(), 1e-30f));
    const float c = std::min(std::abs(signedCosine), 1.0f);
    if (!clear.body) {
        context.through *= clear.tint * (1 - fresnelPane(c, clear.index));
        args->valid[0] = 0;
        return;
    }
    // So many faces leave nothing to see; the ray is stopped.
    if (context.faces == RayContext::kFaces) return;
    context.through *= 1 - fresnelDielectric(c, clear.index);
    const float bend = clear.bends ? c / std::sqrt(1 - (1 - c * c) / (clear.index * clear.index)) : 1;
    context.face[context.faces++] = {&clear, ray.tfar, signedCosine > 0, bend, clear.absorption};
    args->valid[0] = 0;
}
Clear clearOf(const Surface& s) {
    return {s.baseColor, 1.52f, s.solid, true, s.absorption};
}

// A hole in a picture or a sheet is no hit.
struct CutOut {
    const Mesh* mesh;
    const Material* material;
    float scale; // of the object
};
float chance(RTCRayN* ray, RTCHitN* hit, unsigned n, unsigned i) {
    const float all[] = {RTCRayN_org_x(ray, n, i), RTCRayN_org_y(ray, n, i), RTCRayN_dir_x(ray, n, i),
                         RTCRayN_dir_y(ray, n, i), RTCRayN_dir_z(ray, n, i)};
    uint64_t key = mix(17, RTCHitN_instID(hit, n, i, 0), RTCHitN_geomID(hit, n, i), RTCHitN_primID(hit, n, i));
    for (const float f : all) key = mix(key, std::bit_cast<uint32_t>(f));
    return std::max(unitFloat(key), 1e-4f);
}
void passHoles(const RTCFilterFunctionNArguments* args) {
    const auto& c = *static_cast<const CutOut*>(args->geometryUserPtr);
    // First rays come in packets.
    for (unsigned i = 0; i < args->N; ++i) {
        if (!args->valid[i]) continue;
        const Spot spot = spotOf(*c.mesh, RTCHitN_primID(args->hit, args->N, i), RTCHitN_u(args->hit, args->N, i),
                                 RTCHitN_v(args->hit, args->N, i), c.scale);
        // What covers by half stops half of the rays, each layer others.
        const float most = c.material->surface.soft ? chance(args->ray, args->hit, args->N, i) : 0.5f;
        if (coverage(*c.material, spot) < most) args->valid[i] = 0;
    }
}

void addMesh(EmbreeScene& scene, const Mesh& mesh, unsigned id, unsigned mask,
             const std::function<void(RTCGeometry)>& set = {}) {
    RTCGeometry g = triangleGeometry(mesh);
    rtcSetGeometryMask(g, mask);
    if (set) set(g);
    rtcCommitGeometry(g);
    rtcAttachGeometryByID(scene.get(), g, id);
    rtcReleaseGeometry(g);
}

std::shared_ptr<const EmbreeScene> groundTileScene(const HeightField& field, int tile, bool quick) {
    auto scene = newScene(true);
    if (quick) rtcSetSceneBuildQuality(scene->get(), RTC_BUILD_QUALITY_LOW);
    const HeightTile& heights = *field.tiles[tile];
    const V2i start = field.grid.tileStart(tile);
    const int w = heights.cells.x + 1, h = heights.cells.y + 1;
    RTCGeometry g = rtcNewGeometry(embreeDevice(), RTC_GEOMETRY_TYPE_GRID);
    auto* v = static_cast<V3f*>(
        newBuffer(g, RTC_BUFFER_TYPE_VERTEX, RTC_FORMAT_FLOAT3, sizeof(V3f), static_cast<size_t>(w) * h));
    for (int y = 0; y < h; ++y)
        for (int x = 0; x < w; ++x) {
            const V2f p = field.grid.place(start + V2i(x, y));
            *v++ = {p.x, p.y, heights.at(x, y)};
        }
    auto* grid = static_cast<RTCGrid*>(newBuffer(g, RTC_BUFFER_TYPE_GRID, RTC_FORMAT_GRID, sizeof(RTCGrid), 1));
    *grid = {0, static_cast<unsigned>(w), static_cast<uint16_t>(w), static_cast<uint16_t>(h)};
    rtcSetGeometryMask(g, kMaskSolid);
    rtcCommitGeometry(g);
    rtcAttachGeometryByID(scene->get(), g, 0);
    rtcReleaseGeometry(g);
    commitScene(scene->get());
    return scene;
}

std::shared_ptr<const EmbreeScene> modelScene(const std::shared_ptr<const Model>& model,
                                              const std::shared_ptr<const std::vector<Material>>& materials,
                                              float scale, unsigned mask = kMaskSolid) {
    auto scene = newScene(false);
    scene->keeps = {model, materials};
    for (size_t i = 0; i < model->parts.size(); ++i) {
        const Part& part = model->parts[i];
        const Material& material = (*materials)[part.material];
        const Surface& surface = material.surface;
        const bool clear = surface.letsSunThrough();
        addMesh(*scene, part.mesh, static_cast<unsigned>(i), clear ? kMaskClear : mask, [&](RTCGeometry g) {
            if (clear) {
                auto glass = std::make_shared<Clear>(clearOf(surface));
                rtcSetGeometryUserData(g, glass.get());
                rtcSetGeometryOccludedFilterFunction(g, passClear);
                scene->keeps.push_back(std::move(glass));
            } else if (material.texture && material.texture->cuts() && (!material.byUv || !part.mesh.uvs.empty())) {
                auto cut = std::make_shared<CutOut>(CutOut{&part.mesh, &material, scale});
                rtcSetGeometryUserData(g, cut.get());
                rtcSetGeometryOccludedFilterFunction(g, passHoles);
                rtcSetGeometryIntersectFilterFunction(g, passHoles);
                scene->keeps.push_back(std::move(cut));
            }
        });
    }
    commitScene(scene->get());
    return scene;
}

bool cuts(const Material& m) {
    return m.texture && m.texture->cuts();
}

// Whether the tracer sees the two alike: only what decides filters and masks is built into a scene.
bool sameFilters(const SceneObject& a, const SceneObject& b) {
    if (a.model != b.model || a.materials->size() != b.materials->size()) return false;
    for (size_t i = 0; i < a.materials->size(); ++i) {
        const Material &m = (*a.materials)[i], &n = (*b.materials)[i];
        const Surface &s = m.surface, &t = n.surface;
        if (s.letsSunThrough() != t.letsSunThrough() ||
            (s.letsSunThrough() && (s.baseColor != t.baseColor || s.solid != t.solid || s.absorption != t.absorption)))
            return false;
        if (s.soft != t.soft) return false;
        if (cuts(m) != cuts(n) || (cuts(m) && (m.texture != n.texture || m.byUv != n.byUv || !(m.laying == n.laying) ||
                                               s.scale != t.scale || s.turn != t.turn || a.scale != b.scale)))
            return false;
    }
    return true;
}

std::shared_ptr<const EmbreeScene> waterScene(const Mesh& sheet, const Water& water) {
    auto scene = newScene(true);
    auto body = std::make_shared<Clear>(Clear{Rgb(1), kWaterIndex, true, false, waterAbsorption(water)});
    addMesh(*scene, sheet, 0, kMaskClear, [&](RTCGeometry g) {
        rtcSetGeometryUserData(g, body.get());
        rtcSetGeometryOccludedFilterFunction(g, passClear);
    });
    scene->keeps.push_back(std::move(body));
    commitScene(scene->get());
    return scene;
}

std::vector<char> individualsOf(const BuiltSite& site) {
    std::vector<char> wanted(site.library->individualCount(), 0);
    for (const auto& tiles : site.plants)
        for (const auto& tile : tiles)
            for (const PlantRecord& r : tile->records) wanted[r.individual] = 1;
    return wanted;
}

bool hides(const Showing& showing, Id id) {
    return std::find(showing.hidden.begin(), showing.hidden.end(), id) != showing.hidden.end();
}

// The tile without hidden plants; the tile itself when it has none of them.
std::shared_ptr<const PlantTile> shownOf(const std::shared_ptr<const PlantTile>& tile, const Showing& showing) {
    const int ranks = showing.plants < 1 ? static_cast<int>(showing.plants * 256) : 256;
    const auto isHidden = [&](const PlantRecord& r) { return r.rank >= ranks || hides(showing, Id{r.item}); };
    const auto& all = tile->records;
    if ((showing.hidden.empty() && ranks == 256) || std::none_of(all.begin(), all.end(), isHidden)) return tile;
    auto rest = std::make_shared<PlantTile>(*tile);
    const auto woody = rest->records.begin() + static_cast<std::ptrdiff_t>(tile->woody);
    rest->woody -= static_cast<size_t>(std::count_if(rest->records.begin(), woody, isHidden));
    std::erase_if(rest->records, isHidden);
    return rest;
}

std::shared_ptr<const std::vector<Material>> grey(size_t n) {
    Surface s;
    s.name = "neutral";
    s.baseColor = Rgb(0.55f);
    s.roughness = 0.9f;
    return std::make_shared<const std::vector<Material>>(n, plain(s));
}

} // namespace

Showing showingOf(const Project& project, const Shot& shot) {
    return {.hidden = leaves(project, shot.hidden)};
}

std::shared_ptr<const Scene> SceneBuilder::update(std::shared_ptr<const BuiltSite> site, const Showing& showing) {
    if (!plantScenes_ || plantScenes_->library() != site->library) {
        plantScenes_ = std::make_shared<PlantScenes>(site->library, fast_);
        last_ = nullptr;
    }
    auto scene = std::make_shared<Scene>();
    scene->site = site;
    scene->showing = showing;
    plantScenes_->prepare(individualsOf(*site));
    scene->plantScenes = plantScenes_;
    const BuiltSite* before = last_ ? last_->site.get() : nullptr;
    const auto wardrobe = dressAll(*site, *scene);
    scene->fine = dresser_.fine();

    const bool hasty = site->haste == Haste::Moving;
    // What the last scene holds, by the part of the site it was made of.
    std::unordered_map<const void*, const SceneObject*> known;
    if (last_)
        for (const SceneObject& o : last_->objects) {
            const void* key = nullptr;
            switch (o.kind) {
            case ObjectKind::Ground:
                key = before->field.tiles[o.index].get();
                break;
            case ObjectKind::Far:
                key = before->far.get();
                break;
            case ObjectKind::Plants:
                if (last_->plantScenes == plantScenes_) key = o.tile.get();
                break;
            case ObjectKind::Building:
                break;
            case ObjectKind::Figure:
            case ObjectKind::Climber:
                key = o.model.get();
                break;
            case ObjectKind::Water:
                key = o.water;
                break;
            }
            if (key && (!o.quick || hasty)) known.emplace(key, &o);
        }
    auto reuse = [&](const void* key) -> std::shared_ptr<const EmbreeScene> {
        const auto it = known.find(key);
        return it == known.end() ? nullptr : it->second->scene;
    };

    auto wasQuick = [&](const void* key) {
        const auto it = known.find(key);
        return it != known.end() && it->second->quick;
    };

    std::vector<std::function<void(SceneObject&)>> makers;
    auto add = [&](SceneObject object, std::function<void(SceneObject&)> make) {
        scene->objects.push_back(std::move(object));
        makers.push_back(scene->objects.back().scene ? nullptr : std::move(make));
    };

    const HeightField& field = site->field;
    for (int i = 0; i < field.grid.tileCount(); ++i)
        add({.kind = ObjectKind::Ground,
             .index = i,
             .quick = wasQuick(field.tiles[i].get()),
             .scene = reuse(field.tiles[i].get())},
            [&field, i, quick = hasty](SceneObject& o) {
                o.quick = quick;
                o.scene = groundTileScene(field, i, quick);
            });
    if (site->far)
        add({.kind = ObjectKind::Far, .scene = reuse(site->far.get())}, [&site](SceneObject& o) {
            auto s = newScene(true);
            addMesh(*s, *site->far, 0, kMaskSolid);
            commitScene(s->get());
            o.scene = s;
        });
    for (const auto& tiles : site->plants)
        for (const auto& tile : tiles) {
            const auto old = known.find(tile.get());
            const bool sameHidden =
                last_ && last_->showing.hidden == showing.hidden && last_->showing.plants == showing.plants;
            SceneObject o{
                .kind = ObjectKind::Plants, .quick = wasQuick(tile.get()), .hidden = !showing.planting, .tile = tile};
            o.plants = sameHidden && old != known.end() ? old->second->plants : shownOf(tile, showing);
            if (o.plants->records.empty()) continue;
            // Hidden plants that come or go make the tile another.
            if (old != known.end() && old->second->plants == o.plants) o.scene = old->second->scene;
            add(std::move(o), [this, quick = hasty](SceneObject& made) {
                made.quick = quick;
                made.scene = makePlantTileScene(made.plants, plantScenes_, quick);
            });
        }
    for (const WaterBody& w : site->waters) {
        if (w.sheet->empty()) continue;
        std::shared_ptr<const EmbreeScene> same;
        if (before)
            for (const SceneObject& o : last_->objects)
                if (o.kind == ObjectKind::Water)
                    for (const WaterBody& b : before->waters)
                        if (b.item == w.item && b.sheet == w.sheet && o.item == w.item &&
                            b.water.clarity == w.water.clarity && b.water.tint == w.water.tint)
                            same = o.scene;
        add({.kind = ObjectKind::Water,
             .item = w.item,
             .hidden = hides(showing, w.item),
             .scene = same,
             .water = &w.water},
            [&w](SceneObject& o) { o.scene = waterScene(*w.sheet, w.water); });
    }
    std::unordered_multimap<const Model*, const SceneObject*> buildings; // of the last scene
    if (last_)
        for (const SceneObject& o : last_->objects)
            if (o.kind == ObjectKind::Building) buildings.emplace(o.model.get(), &o);
    std::unordered_map<const Model*, std::vector<size_t>> fresh; // of this one, each unlike the others
    std::vector<std::pair<size_t, size_t>> shared;               // a copy and whose scene it takes
    for (const auto& item : site->project.items) {
        if (!shown(site->project, *item)) continue;
        if (const auto* b = std::get_if<Building>(&item->body)) {
            SceneObject o{.kind = ObjectKind::Building,
                          .item = item->id,
                          .hidden = hides(showing, item->id),
                          .model = b->model,
                          .materials = showing.neutral ? grey(b->surfaces.size()) : wardrobe.at(&b->surfaces)};
            o.scale = b->scale;
            const auto before = buildings.equal_range(o.model.get());
            for (auto b = before.first; b != before.second && !o.scene; ++b)
                if (sameFilters(*b->second, o)) o.scene = b->second->scene;
            // Copies of one model share what is built for the first of them.
            auto& made = fresh[o.model.get()];
            for (const size_t first : made)
                if (!o.scene && sameFilters(scene->objects[first], o)) {
                    shared.emplace_back(scene->objects.size(), first);
                    break;
                }
            o.toWorld = transformOf(*b);
            o.toObject = o.toWorld.inverse();
            const bool copy = !shared.empty() && shared.back().first == scene->objects.size();
            if (!copy) made.push_back(scene->objects.size());
            add(std::move(o), [copy](SceneObject& object) {
                if (!copy) object.scene = modelScene(object.model, object.materials, object.scale);
            });
        } else if (const auto* f = std::get_if<Figure>(&item->body)) {
            const V3f at(f->at.x, f->at.y, field.at(f->at)); // lifted onto floors once they are there
            SceneObject o{.kind = ObjectKind::Figure,
                          .item = item->id,
                          .hidden = hides(showing, item->id),
                          .scene = reuse(figure_.get()),
                          .model = figure_,
                          .materials = wardrobe.at(&figure_->materials)};
            o.toWorld = transformOf(Building{.position = at, .yaw = f->yaw});
            o.toObject = o.toWorld.inverse();
            add(std::move(o), [](SceneObject& made) { made.scene = modelScene(made.model, made.materials, 1); });
        }
    }
    for (const GrownClimber& c : site->climbers) {
        if (triangleCount(*c.model) == 0) continue;
        SceneObject o{.kind = ObjectKind::Climber,
                      .item = c.item,
                      .hidden = hides(showing, c.item) || !showing.planting,
                      .scene = reuse(c.model.get()),
                      .model = c.model,
                      .materials = wardrobe.at(&c.model->materials),
                      .climber = &c};
        o.toWorld = c.toWorld;
        o.toObject = o.toWorld.inverse();
        add(std::move(o),
            [](SceneObject& made) { made.scene = modelScene(made.model, made.materials, 1, kMaskWoody); });
    }
    parallelFor(static_cast<int>(makers.size()), [&](int i) {
        if (makers[i]) makers[i](scene->objects[i]);
    });

    for (const auto& [copy, first] : shared) scene->objects[copy].scene = scene->objects[first].scene;
    for (SceneObject& o : scene->objects)
        if (o.kind == ObjectKind::Figure) {
            const V2f at(o.toWorld[3][0], o.toWorld[3][1]);
            o.toWorld[3][2] = standingHeight(scene->objects, at, field.at(at));
            o.toObject = o.toWorld.inverse();
        }
    scene->lamps = lampsOf(scene->objects);

    RTCScene top = rtcNewScene(embreeDevice());
    scene->top = std::make_unique<EmbreeScene>(top);
    rtcSetSceneFlags(top, RTC_SCENE_FLAG_ROBUST);
    for (size_t i = 0; i < scene->objects.size(); ++i) {
        const SceneObject& o = scene->objects[i];
        RTCGeometry g = rtcNewGeometry(embreeDevice(), RTC_GEOMETRY_TYPE_INSTANCE);
        rtcSetGeometryInstancedScene(g, o.scene->get());
        const M44f& m = o.toWorld; // row vectors: the rows are Embree's columns
        const float columns[12] = {m[0][0], m[0][1], m[0][2], m[1][0], m[1][1], m[1][2],
                                   m[2][0], m[2][1], m[2][2], m[3][0], m[3][1], m[3][2]};
        rtcSetGeometryTransform(g, 0, RTC_FORMAT_FLOAT3X4_COLUMN_MAJOR, columns);
        rtcSetGeometryMask(g, o.hidden ? 0u : static_cast<unsigned>(kMaskAll));
        rtcCommitGeometry(g);
        rtcAttachGeometryByID(top, g, static_cast<unsigned>(i));
        rtcReleaseGeometry(g);
    }
    commitScene(top);
    RTCBounds b;
    rtcGetSceneBounds(top, &b);
    scene->bounds = {{b.lower_x, b.lower_y, b.lower_z}, {b.upper_x, b.upper_y, b.upper_z}};
    last_ = scene;
    return scene;
}

std::map<const std::vector<Surface>*, std::shared_ptr<const std::vector<Material>>>
SceneBuilder::dressAll(const BuiltSite& site, Scene& scene) {
    if (!figure_) figure_ = std::make_shared<const Model>(scaleFigure());
    if (soil_.name.empty()) {
        const Covers bare;
        soil_ = bare.soil.surface;
        soil_.recipe = "Crumbly soil";
        gravel_ = bare.gravel.surface;
        gravel_.recipe = "River gravel";
    }
    std::vector<const Surface*> all{&soil_, &gravel_};
    // Of species only what stands on the site: a sheet takes time and memory.
    static const Surface none{.name = "none"};
    const std::vector<char> wanted = individualsOf(site);
    const auto& species = site.library->species();
    for (size_t i = 0; i < species.size(); ++i) {
        const auto from = wanted.begin() + static_cast<std::ptrdiff_t>(i * kIndividuals);
        const bool stands = std::any_of(from, from + kIndividuals, [](char w) { return w != 0; });
        for (unsigned k = 0; k < SpeciesRecipe::kParts; ++k)
            all.push_back(stands ? &site.library->surfaces(static_cast<int>(i))[k] : &none);
    }
    const size_t plants = species.size() * SpeciesRecipe::kParts;
    std::vector<const std::vector<Surface>*> lists{&figure_->materials};
    for (const auto& item : site.project.items)
        if (const auto* b = std::get_if<Building>(&item->body)) lists.push_back(&b->surfaces);
    for (const GrownClimber& c : site.climbers) lists.push_back(&c.model->materials);
    for (const auto* list : lists)
        for (const Surface& s : *list) all.push_back(&s);
    std::vector<Material> dressed = dresser_.dress(all);
    scene.covers = {dressed[0], dressed[1]};
    auto next = dressed.begin() + 2;
    scene.plants.assign(next, next + static_cast<std::ptrdiff_t>(plants));
    next += static_cast<std::ptrdiff_t>(plants);
    std::map<const std::vector<Surface>*, std::shared_ptr<const std::vector<Material>>> out;
    for (const auto* list : lists) {
        const auto end = next + static_cast<std::ptrdiff_t>(list->size());
        out[list] = std::make_shared<const std::vector<Material>>(next, end);
        next = end;
    }
    return out;
}

SceneBuilder::Better SceneBuilder::better() const {
    if (!last_ || !plantScenes_) return {};
    const auto finer = dresser_.finer();
    if (!plantScenes_->fast() && !finer) return {};
    return [site = last_->site, plants = plantScenes_->fast(),
            finer](const std::function<bool()>& stop) -> std::shared_ptr<const Bettered> {
        auto out = std::make_shared<Bettered>();
        try {
            if (finer) out->sheets = finer(stop);
        } catch (const Error&) {
            return nullptr;
        }
        if (plants) {
            out->plants = std::make_shared<PlantScenes>(site->library, false);
            if (!out->plants->prepare(individualsOf(*site), stop)) return nullptr;
        }
        return out;
    };
}

std::shared_ptr<const Scene> SceneBuilder::adopt(std::shared_ptr<const Bettered> bettered) {
    if (!last_ || !bettered) return last_;
    // Tiles of plants hold on to the scenes of their individuals: they are made anew, the rest is shared.
    if (bettered->plants && bettered->plants->library() == last_->site->library) plantScenes_ = bettered->plants;
    dresser_.adopt(bettered->sheets);
    return update(last_->site, last_->showing);
}

} // namespace thallos
