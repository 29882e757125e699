#include "core/trace/scene_builder.h"

#include <algorithm>
#include <functional>
#include <unordered_set>

#include "core/base/error.h"
#include "core/base/parallel.h"
#include "core/model/yardsticks.h"
#include "core/planting/person.h"
#include "core/trace/embree.h"
#include "core/trace/object_scenes.h"
#include "core/trace/plant_scenes.h"
#include "core/trace/ray.h"
#include "core/trace/standing.h"

namespace thallos {

namespace {

std::vector<char> individualsOf(const BuiltSite& site, const Strewn* strewn) {
    std::vector<char> wanted(site.library->individualCount(), 0);
    const auto want = [&](const std::vector<std::shared_ptr<const PlantTile>>& tiles) {
        for (const auto& tile : tiles)
            for (const IndividualId individual : tile->individuals) wanted[individual.value] = 1;
    };
    for (const auto& tiles : site.plants) want(tiles);
    if (strewn) want(strewn->tiles);
    return wanted;
}

Materials grey(size_t n) {
    Surface s;
    s.name = "neutral";
    s.baseColor = Rgb(0.55f);
    s.roughness = 0.9f;
    return std::make_shared<const std::vector<Material>>(n, plain(s));
}

// A new scene while its objects are added: what they are made of, and what can be shared with the last scene.
struct Making {
    const BuiltSite& site;
    const Visibility& visibility;
    const Scene* last; // null: the first
    Scene& scene;
    const std::unordered_map<const std::vector<Surface>*, Materials>& materials;
    std::shared_ptr<PlantScenes> plants;
    const std::vector<std::shared_ptr<const Model>>& figures; // by yardstick
    bool hasty = site.mode == BuildMode::Moving;
    std::unordered_set<Id> hidden{visibility.hidden.begin(), visibility.hidden.end()};
    std::unordered_map<const void*, const SceneObject*> known{}; // of the last scene, by what it was made of
    std::vector<std::function<void(SceneObject&)>> makers{};     // of the objects' scenes; empty: it is there
    std::vector<std::pair<size_t, size_t>> copies{};             // an object and the one whose scene it takes

    void know() {
        if (!last) return;
        for (const SceneObject& o : last->objects)
            if (o.madeOf && (!o.quick || hasty)) known.emplace(o.madeOf, &o);
    }
    const SceneObject* before(const void* madeOf) const {
        const auto it = known.find(madeOf);
        return it == known.end() ? nullptr : it->second;
    }
    // With the scene of the last time, where it is made of the same.
    void add(SceneObject object, std::function<void(SceneObject&)> make) {
        if (!object.scene)
            if (const SceneObject* same = before(object.madeOf)) {
                object.scene = same->scene;
                object.quick = same->quick;
            }
        addAsIs(std::move(object), std::move(make));
    }
    void addAsIs(SceneObject object, std::function<void(SceneObject&)> make) {
        scene.objects.push_back(std::move(object));
        makers.push_back(scene.objects.back().scene ? nullptr : std::move(make));
    }
};

// One function a kind of object.

void addGround(Making& m) {
    const HeightField& field = m.site.land.field;
    for (int i = 0; i < field.grid.tileCount(); ++i) {
        const auto& blocks = field.tiles[static_cast<size_t>(i)]->blocks;
        for (int b = 0; b < static_cast<int>(blocks.size()); ++b)
            m.add({.kind = ObjectKind::Ground, .index = i, .block = b, .madeOf = blocks[static_cast<size_t>(b)].get()},
                  [&field, quick = m.hasty](SceneObject& o) {
                      o.quick = quick;
                      o.scene = groundScene(field, o.index, o.block, quick);
                  });
    }
}

void addFarLand(Making& m) {
    if (const Mesh* far = m.site.far.get())
        m.add({.kind = ObjectKind::Far, .madeOf = far}, [far](SceneObject& o) { o.scene = meshScene(*far); });
}

// The tile without hidden plants; the tile itself when it has none of them.
std::shared_ptr<const PlantTile> shownOf(const std::shared_ptr<const PlantTile>& tile, const Making& m) {
    const float share = m.visibility.plants;
    const int ranks = share < 1 ? static_cast<int>(share * 256) : 256;
    const bool some = std::any_of(tile->counts.begin(), tile->counts.end(),
                                  [&](const auto& of) { return m.hidden.count(Id{of.first}) > 0; });
    if (!some && ranks == 256) return tile;
    const auto isHidden = [&](const PlantRecord& r) { return r.rank >= ranks || (some && m.hidden.count(Id{r.item})); };
    if (std::none_of(tile->records.begin(), tile->records.end(), isHidden)) return tile;
    auto rest = std::make_shared<PlantTile>(*tile);
    const auto woody = rest->records.begin() + static_cast<std::ptrdiff_t>(tile->woody);
    rest->woody -= static_cast<size_t>(std::count_if(rest->records.begin(), woody, isHidden));
    std::erase_if(rest->records, isHidden);
    return rest;
}

void addPlants(Making& m) {
    const bool sameScenes = m.last && m.last->plantScenes == m.plants;
    const bool sameHidden =
        m.last && m.last->visibility.hidden == m.visibility.hidden && m.last->visibility.plants == m.visibility.plants;
    const auto addTiles = [&](const std::vector<std::shared_ptr<const PlantTile>>& tiles) {
        for (const auto& tile : tiles) {
            const SceneObject* old = sameScenes ? m.before(tile.get()) : nullptr;
            SceneObject o{
                .kind = ObjectKind::Plants, .hidden = !m.visibility.planting, .tile = tile, .madeOf = tile.get()};
            o.plants = sameHidden && old ? old->plants : shownOf(tile, m);
            if (o.plants->records.empty()) continue;
            // Hidden plants that come or go make the tile another.
            if (old) o.quick = old->quick;
            if (old && old->plants == o.plants) o.scene = old->scene;
            m.addAsIs(std::move(o), [plants = m.plants, quick = m.hasty](SceneObject& made) {
                made.quick = quick;
                made.scene = makePlantTileScene(made.plants, plants, quick);
            });
        }
    };
    for (const auto& tiles : m.site.plants) addTiles(tiles);
    if (m.scene.strewn) addTiles(m.scene.strewn->tiles);
}

void addWaters(Making& m) {
    for (const WaterBody& w : m.site.waters) {
        if (w.surface->empty()) continue;
        SceneObject o{.kind = ObjectKind::Water,
                      .item = w.item,
                      .hidden = m.hidden.count(w.item) > 0,
                      .water = &w.look,
                      .madeOf = w.surface.get()};
        // What it swallows is built into its filter.
        const SceneObject* old = m.before(o.madeOf);
        if (old && old->item == w.item && old->water->clarity == w.look.clarity && old->water->tint == w.look.tint)
            o.scene = old->scene;
        m.addAsIs(std::move(o), [&w](SceneObject& made) { made.scene = waterScene(*w.surface, w.look); });
    }
}

// Parts that are hidden, in the document or for now.
std::vector<char> withoutOf(const Building& b, Id id, const Visibility& visibility) {
    std::vector<char> out;
    const auto leave = [&](int part) {
        out.resize(b.model->parts.size(), 0);
        if (part >= 0 && part < static_cast<int>(out.size())) out[static_cast<size_t>(part)] = 1;
    };
    for (const int part : hiddenParts(b)) leave(part);
    for (const Visibility::Parts& p : visibility.hiddenParts)
        if (p.building == id)
            for (const int part : p.parts) leave(part);
    return out;
}

using Edges = std::shared_ptr<const std::vector<EdgeNeighbours>>;
using EdgesByModel = std::unordered_map<const Model*, Edges>; // of this scene and the last

// Worked out once for a model, however many copies it has.
Edges edgesOf(const Model& model, EdgesByModel& known) {
    Edges& edges = known[&model];
    if (edges) return edges;
    auto out = std::make_shared<std::vector<EdgeNeighbours>>(model.parts.size());
    parallelFor(static_cast<int>(out->size()), [&](int i) {
        (*out)[static_cast<size_t>(i)] = edgeNeighbours(*model.parts[static_cast<size_t>(i)].mesh);
    });
    return edges = std::move(out);
}

void addBuildings(Making& m) {
    std::unordered_multimap<const Model*, const SceneObject*> last;
    EdgesByModel edges;
    if (m.last)
        for (const SceneObject& o : m.last->objects)
            if (o.kind == ObjectKind::Building) {
                last.emplace(o.model.get(), &o);
                if (o.edges) edges.emplace(o.model.get(), o.edges);
            }
    std::unordered_map<const Model*, std::vector<size_t>> made; // in this scene, each unlike the others
    for (const auto& item : m.site.project.items) {
        const auto* b = std::get_if<Building>(&item->body);
        if (!b || !shown(m.site.project, *item)) continue;
        SceneObject o{.kind = ObjectKind::Building,
                      .item = item->id,
                      .hidden = m.hidden.count(item->id) > 0,
                      .model = b->model,
                      .materials = m.visibility.neutral ? grey(b->surfaces.size()) : m.materials.at(&b->surfaces)};
        o.without = withoutOf(*b, item->id, m.visibility);
        o.scale = b->scale;
        o.laidFrom = b->laidFrom;
        o.age = m.visibility.neutral ? 0 : b->age;
        o.rounding = b->rounding;
        if (b->rounding > 0) o.edges = edgesOf(*b->model, edges);
        o.toWorld = transformOf(*b);
        o.toObject = o.toWorld.inverse();
        // Copies of one model share what is built for the first of them.
        auto& firsts = made[o.model.get()];
        const auto first =
            std::find_if(firsts.begin(), firsts.end(), [&](size_t i) { return sameFilters(m.scene.objects[i], o); });
        const size_t self = m.scene.objects.size();
        if (first != firsts.end()) {
            m.copies.emplace_back(self, *first);
            m.addAsIs(std::move(o), [](SceneObject&) {});
            continue;
        }
        const auto before = last.equal_range(o.model.get());
        for (auto old = before.first; old != before.second && !o.scene; ++old)
            if (sameFilters(*old->second, o)) o.scene = old->second->scene;
        firsts.push_back(self);
        m.addAsIs(std::move(o), [](SceneObject& object) { object.scene = modelScene(object, kMaskSolid); });
    }
}

void addFigures(Making& m) {
    for (const auto& item : m.site.project.items) {
        const auto* f = std::get_if<Figure>(&item->body);
        if (!f || !shown(m.site.project, *item)) continue;
        const auto& model = m.figures[static_cast<size_t>(f->what)];
        SceneObject o{.kind = ObjectKind::Figure,
                      .item = item->id,
                      .hidden = m.hidden.count(item->id) > 0,
                      .model = model,
                      .materials = m.materials.at(&model->materials),
                      .madeOf = model.get()};
        const V3f at(f->at.x, f->at.y, m.site.land.field.at(f->at)); // lifted onto floors once they are there
        o.toWorld = transformOf(Building{.position = at, .yaw = f->yaw});
        o.toObject = o.toWorld.inverse();
        m.add(std::move(o), [](SceneObject& made) { made.scene = modelScene(made, kMaskSolid); });
    }
}

void addClimbers(Making& m) {
    for (const GrownClimber& c : m.site.climbers) {
        if (triangleCount(*c.model) == 0) continue;
        SceneObject o{.kind = ObjectKind::Climber,
                      .item = c.item,
                      .hidden = m.hidden.count(c.item) > 0 || !m.visibility.planting,
                      .model = c.model,
                      .materials = m.materials.at(&c.model->materials),
                      .climber = &c,
                      .madeOf = c.model.get()};
        o.toWorld = c.toWorld;
        o.toObject = o.toWorld.inverse();
        m.add(std::move(o), [](SceneObject& made) { made.scene = modelScene(made, kMaskWoody); });
    }
}

void addWalkways(Making& m) {
    for (const BuiltWalkway& w : m.site.walkways) {
        SceneObject o{.kind = ObjectKind::Works,
                      .item = w.item,
                      .hidden = m.hidden.count(w.item) > 0,
                      .model = w.model,
                      .materials =
                          m.visibility.neutral ? grey(w.model->materials.size()) : m.materials.at(&w.model->materials),
                      .madeOf = w.model.get()};
        m.add(std::move(o), [](SceneObject& made) { made.scene = modelScene(made, kMaskSolid); });
    }
}

void addWorks(Making& m) {
    for (const BuiltWork& w : m.site.works) {
        SceneObject o{.kind = ObjectKind::Works,
                      .item = w.item,
                      .hidden = m.hidden.count(w.item) > 0,
                      .model = w.model,
                      .materials =
                          m.visibility.neutral ? grey(w.model->materials.size()) : m.materials.at(&w.model->materials),
                      .madeOf = w.model.get()};
        m.add(std::move(o), [](SceneObject& made) { made.scene = modelScene(made, kMaskSolid); });
    }
}

constexpr void (*kAdders[])(Making&) = {addGround,  addFarLand,  addPlants,   addWaters, addBuildings,
                                        addFigures, addClimbers, addWalkways, addWorks};

// People stand on floors and decks, once these have their scenes.
void standFigures(Scene& scene, const HeightField& field) {
    for (SceneObject& o : scene.objects)
        if (o.kind == ObjectKind::Figure) {
            const V2f at(o.toWorld[3][0], o.toWorld[3][1]);
            o.toWorld[3][2] = standingHeight(scene.objects, at, field.at(at));
            o.toObject = o.toWorld.inverse();
        }
}

void commitTop(Scene& scene) {
    RTCScene top = rtcNewScene(embreeDevice());
    scene.top = std::make_unique<EmbreeScene>(top);
    rtcSetSceneFlags(top, RTC_SCENE_FLAG_ROBUST);
    for (size_t i = 0; i < scene.objects.size(); ++i) {
        const SceneObject& o = scene.objects[i];
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
    scene.bounds = {{b.lower_x, b.lower_y, b.lower_z}, {b.upper_x, b.upper_y, b.upper_z}};
}

} // namespace

std::shared_ptr<const Scene> SceneBuilder::update(std::shared_ptr<const BuiltSite> site, const Visibility& visibility) {
    if (!plantScenes_ || plantScenes_->library() != site->library) {
        plantScenes_ = std::make_shared<PlantScenes>(site->library, fast_);
        last_ = nullptr;
    }
    if (strewn_ && (!last_ || last_->site != site))
        strewn_ = last_ && site->mode == BuildMode::Moving && site->project.ground == last_->site->project.ground
                      ? onGround(strewn_, *site)
                      : strewnOf(*site, strewn_->eye, last_ ? strewn_.get() : nullptr);
    auto scene = std::make_shared<Scene>();
    scene->site = site;
    scene->visibility = visibility;
    plantScenes_->prepare(individualsOf(*site, strewn_.get()));
    scene->plantScenes = plantScenes_;
    scene->strewn = strewn_;
    const MaterialsOf materials = resolveMaterials(*site, *scene);
    scene->fine = materials_.fine();

    Making making{*site, visibility, last_.get(), *scene, materials, plantScenes_, figures_};
    making.know();
    for (const auto add : kAdders) add(making);
    parallelFor(static_cast<int>(making.makers.size()), [&](int i) {
        if (making.makers[i]) making.makers[i](scene->objects[i]);
    });
    for (const auto& [copy, first] : making.copies) scene->objects[copy].scene = scene->objects[first].scene;
    standFigures(*scene, site->land.field);
    const Place& place = site->project.site->place;
    const float north = radians(static_cast<float>(place.north)), side = place.latitude < 0 ? 1.0f : -1.0f;
    scene->noon = V2f(std::sin(north), std::cos(north)) * side;
    scene->lamps = lampsOf(scene->objects);
    commitTop(*scene);
    last_ = scene;
    return scene;
}

SceneBuilder::MaterialsOf SceneBuilder::resolveMaterials(const BuiltSite& site, Scene& scene) {
    if (figures_.empty())
        for (const Model& m : {scaleFigure(), doorGauge(), rangingRod()})
            figures_.push_back(std::make_shared<const Model>(m));
    std::vector<Surface> covers{roughGrassSurface(), turfSurface(), soilSurface()};
    for (const Id id : site.covers.items) covers.push_back(surfaceOfCover(site.project, id));
    const size_t afterCovers = covers.size(); // the beds of waters
    for (const WaterBody& w : site.waters) covers.push_back(w.look.bed);
    if (!covers_ || *covers_ != covers) covers_ = std::make_shared<const std::vector<Surface>>(std::move(covers));
    // Keys below these are ids of items.
    constexpr uint64_t kCovers = uint64_t{1} << 60, kFigure = kCovers + 1, kSpecies = uint64_t{2} << 60,
                       kClimbers = uint64_t{3} << 60, kWalkways = uint64_t{4} << 60;
    std::vector<SurfaceList> lists{{kCovers, covers_.get(), covers_}};
    for (const auto& figure : figures_) lists.push_back({kFigure + lists.size(), &figure->materials, figure});
    // Of species only what stands on the site: a texture takes time and memory.
    const auto& species = site.library->species();
    const std::vector<char> wanted = individualsOf(site, scene.strewn.get());
    std::vector<size_t> standing;
    for (size_t i = 0; i < species.size(); ++i) {
        const auto from = wanted.begin() + static_cast<std::ptrdiff_t>(i * kIndividuals);
        if (std::none_of(from, from + kIndividuals, [](char w) { return w != 0; })) continue;
        standing.push_back(i);
        lists.push_back({kSpecies + i, &site.library->surfaces(static_cast<int>(i)), site.library});
    }
    const size_t afterSpecies = lists.size();
    for (const auto& item : site.project.items)
        if (const auto* b = std::get_if<Building>(&item->body)) lists.push_back({item->id.value, &b->surfaces, item});
    for (const GrownClimber& c : site.climbers)
        lists.push_back({kClimbers + c.item.value, &c.model->materials, c.model});
    for (const BuiltWalkway& w : site.walkways)
        lists.push_back({kWalkways + w.item.value, &w.model->materials, w.model});
    for (const BuiltWork& w : site.works) lists.push_back({kWalkways + w.item.value, &w.model->materials, w.model});

    const std::vector<Materials> resolved = materials_.resolve(lists);
    const std::vector<Material>& ground = *resolved[0];
    const auto beds = ground.begin() + static_cast<std::ptrdiff_t>(afterCovers);
    scene.covers = {{ground.begin() + 2, beds}, ground[0], ground[1], site.covers.map};
    scene.beds = {beds, ground.end()};
    scene.covers.patches.resize(1);
    for (const Id id : site.covers.items) scene.covers.patches.push_back(patchOf(*find(site.project, id)));
    for (size_t i = 2; i < afterCovers; ++i) scene.covers.habits.push_back(habitOf((*covers_)[i]));
    scene.plants.resize(species.size());
    for (size_t k = 0; k < standing.size(); ++k) scene.plants[standing[k]] = resolved[1 + figures_.size() + k];
    MaterialsOf out;
    for (size_t i = 1; i <= figures_.size(); ++i) out.emplace(lists[i].surfaces, resolved[i]);
    for (size_t i = afterSpecies; i < lists.size(); ++i) out.emplace(lists[i].surfaces, resolved[i]);
    return out;
}

std::shared_ptr<const Scene> SceneBuilder::strew(const V3f& camera, const std::function<bool()>& stop) {
    const V3f eye = strewingEye(camera);
    if (!last_ || (strewn_ && strewn_->eye == eye)) return last_;
    auto strewn = strewnOf(*last_->site, eye, strewn_.get());
    if (!plantScenes_->prepare(individualsOf(*last_->site, strewn.get()), stop)) return nullptr;
    strewn_ = std::move(strewn);
    return update(last_->site, last_->visibility);
}

SceneBuilder::Refine SceneBuilder::refine() const {
    if (!last_ || !plantScenes_) return {};
    const auto finer = materials_.finer();
    if (!plantScenes_->fast() && !finer) return {};
    return [site = last_->site, strewn = last_->strewn, plants = plantScenes_->fast(),
            finer](const std::function<bool()>& stop) -> std::shared_ptr<const Refined> {
        auto out = std::make_shared<Refined>();
        try {
            if (finer) out->textures = finer(stop);
        } catch (const Error&) {
            return nullptr;
        }
        if (plants) {
            out->plants = std::make_shared<PlantScenes>(site->library, false);
            if (!out->plants->prepare(individualsOf(*site, strewn.get()), stop)) return nullptr;
        }
        return out;
    };
}

std::shared_ptr<const Scene> SceneBuilder::adopt(std::shared_ptr<const Refined> refined) {
    if (!last_ || !refined) return last_;
    // Tiles of plants hold on to the scenes of their individuals: they are made anew, the rest is shared.
    if (refined->plants && refined->plants->library() == last_->site->library) plantScenes_ = refined->plants;
    materials_.adopt(refined->textures);
    return update(last_->site, last_->visibility);
}

} // namespace thallos
