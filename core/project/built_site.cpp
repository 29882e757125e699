#include "core/project/built_site.h"

#include "core/project/climb.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_map>

#include "core/base/hash.h"
#include "core/base/noise.h"
#include "core/base/parallel.h"

namespace thallos {

namespace {

std::vector<Pad> padsOf(const Project& project) {
    std::vector<Pad> pads;
    for (const auto& item : project.items) {
        const auto* p = std::get_if<BuildingPad>(&item->body);
        if (!p || !shown(project, *item)) continue;
        if (const auto* b = bodyOf<Building>(find(project, p->building)))
            pads.push_back({outlinesOf(*b), b->position.z + p->rise, p->apron, p->batter, p->sink});
    }
    return pads;
}

// The plan area in which an item can change where plants stand.
Box2f influence(const Item& item) {
    Box2f box;
    auto areas = [&](const std::vector<std::vector<V2f>>& list) {
        for (const auto& a : list) box.extendBy(bounds(smoothOutline(a)));
    };
    if (const auto* d = std::get_if<Drift>(&item.body)) areas(d->areas);
    if (const auto* c = std::get_if<Clearing>(&item.body)) areas(c->areas);
    if (const auto* p = std::get_if<Planting>(&item.body))
        for (const Specimen& s : p->specimens) box.extendBy(s.at);
    if (const auto* b = std::get_if<Building>(&item.body)) {
        for (const Polygon& o : outlinesOf(*b)) box.extendBy(bounds(o));
        if (!box.isEmpty()) box = {box.min - V2f(12), box.max + V2f(12)}; // crowns keep off walls
    }
    return box;
}

// Everything that keeps plants out.
struct Masks {
    struct Area {
        Polygon polygon;
        Box2f box;
        bool building;
    };
    std::vector<Area> areas;
    const Project& project;
    const HeightField& field;
    const std::vector<WaterBody>& waters;

    Masks(const Project& p, const HeightField& f, const std::vector<WaterBody>& w) : project(p), field(f), waters(w) {
        for (const auto& item : p.items) {
            if (!shown(p, *item)) continue;
            if (const auto* b = std::get_if<Building>(&item->body))
                for (Polygon& o : outlinesOf(*b)) areas.push_back({o, bounds(o), true});
            if (const auto* c = std::get_if<Clearing>(&item->body))
                for (const auto& a : c->areas) {
                    Polygon o = smoothOutline(a);
                    const Box2f box = bounds(o);
                    areas.push_back({std::move(o), box, false});
                }
        }
    }

    bool open(const V2f& p, float spread) const {
        for (const Area& a : areas) {
            const float margin = a.building ? 0.05f + 0.42f * spread : 0;
            if (p.x < a.box.min.x - margin || p.y < a.box.min.y - margin || p.x > a.box.max.x + margin ||
                p.y > a.box.max.y + margin)
                continue;
            if (a.building ? signedDistance(a.polygon, p) < margin : contains(a.polygon, p)) return false;
        }
        const float gravel = coverAt(project.ground->grid, project.ground->gravel, p);
        if (gravel > 0 && gravel > 0.42f + 0.3f * valueNoise(p.x * 1.7f, p.y * 1.7f, 5)) return false;
        for (size_t i = 0; i < waters.size(); ++i)
            if (waters[i].region->holds(p) && field.at(p) < waters[i].water.level - 0.04f) return false;
        return project.ground->grid.box().intersects(p);
    }
};

// By what the species says of itself, with room: nothing has to be grown for it.
void extendBounds(PlantTile& tile, const PlantLibrary& library) {
    constexpr float kRoom = 1.25f;
    tile.bounds = Box3f();
    std::unordered_map<int, V2f> sizes; // height and spread of a species
    for (const PlantRecord& r : tile.records) {
        const int species = r.individual / kIndividuals;
        const auto [size, fresh] = sizes.try_emplace(species);
        if (fresh) size->second = V2f(library.species()[species].height(), library.species()[species].spread()) * kRoom;
        const auto [height, spread] = std::pair(size->second.x, size->second.y);
        const float s = scaleOf(r), reach = s * (spread / 2 + 0.15f * height);
        tile.bounds.extendBy(foot(r) + V3f(reach, reach, s * height));
        tile.bounds.extendBy(foot(r) - V3f(reach, reach, 0.3f * s + 0.05f));
    }
}

std::shared_ptr<const PlantTile> tileOf(std::vector<PlantRecord> records, const PlantLibrary& library) {
    auto tile = std::make_shared<PlantTile>();
    tile->records = std::move(records);
    tile->records.shrink_to_fit(); // of ten million the slack alone would be 190 MB
    const auto grass = std::stable_partition(tile->records.begin(), tile->records.end(),
                                             [&](const PlantRecord& r) { return !library.isLow(r.individual); });
    tile->woody = static_cast<size_t>(grass - tile->records.begin());
    std::map<uint32_t, uint32_t> counts;
    for (const PlantRecord& r : tile->records) ++counts[r.item];
    tile->counts.assign(counts.begin(), counts.end());
    extendBounds(*tile, library);
    return tile;
}

// Splits records at the middle of their box until each tile is small enough.
void split(std::vector<PlantRecord>& records, const PlantLibrary& library,
           std::vector<std::shared_ptr<const PlantTile>>& out) {
    if (records.empty()) return;
    if (records.size() <= kPlantsInTile) {
        out.push_back(tileOf(std::move(records), library));
        return;
    }
    Box2f box;
    for (const PlantRecord& r : records) box.extendBy(V2f(r.x, r.y));
    const V2f middle = box.center();
    std::vector<PlantRecord> quarter[4];
    for (const PlantRecord& r : records) quarter[(r.x >= middle.x ? 1 : 0) + (r.y >= middle.y ? 2 : 0)].push_back(r);
    const size_t all = records.size();
    records.clear();
    for (auto& q : quarter) {
        if (q.size() == all) { // all in one place: no split helps
            out.push_back(tileOf(std::move(q), library));
        } else
            split(q, library, out);
    }
}

class Builder {
public:
    Builder(const Project& project, const std::shared_ptr<const PlantLibrary>& library, const BuiltSite* previous,
            Haste haste, std::vector<std::string>* warnings, const Portion& portion)
        : previous_(comparable(previous, project, library.get()) ? previous : nullptr), haste_(haste),
          warnings_(warnings), portion_(portion), out_(std::make_shared<BuiltSite>()) {
        out_->project = project;
        out_->haste = haste;
        out_->library = library;
    }

    std::shared_ptr<const BuiltSite> run() {
        heights();
        waters();
        plants();
        climbers();
        farLandRing();
        out_->stale = out_->watersStale || out_->farStale ||
                      std::find(out_->staleTiles.begin(), out_->staleTiles.end(), 1) != out_->staleTiles.end();
        return out_;
    }

private:
    static bool comparable(const BuiltSite* previous, const Project& project, const PlantLibrary* library) {
        return previous && previous->library.get() == library && previous->project.ground->grid == project.ground->grid;
    }

    void heights() {
        const Ground& ground = *out_->project.ground;
        const GroundGrid& grid = ground.grid;
        const Ground* before = previous_ ? previous_->project.ground.get() : nullptr;
        const bool sameBare = before && before->relief == ground.relief && before->survey == ground.survey;
        out_->bare = sameBare ? previous_->bare : buildBare(ground);
        out_->natural =
            buildNatural(ground, out_->bare, sameBare ? before : nullptr, sameBare ? &previous_->natural : nullptr);
        out_->pads = padsOf(out_->project);
        std::vector<char> changed;
        if (previous_) {
            changed.assign(grid.tileCount(), 0);
            for (int i = 0; i < grid.tileCount(); ++i)
                changed[i] = out_->natural.tiles[i] != previous_->natural.tiles[i];
            if (!(out_->pads == previous_->pads)) {
                const V2f a = out_->natural.range(), b = previous_->natural.range();
                const V2f range(std::min(a.x, b.x), std::max(a.y, b.y));
                for (const std::vector<Pad>* list : {&std::as_const(out_->pads), &previous_->pads})
                    for (const Pad& pad : *list)
                        for (int i : grid.tilesTouching(reach(pad, range))) changed[i] = 1;
            }
        }
        out_->field = buildPadded(out_->natural, out_->pads, previous_ ? &previous_->field : nullptr, changed);
        if (out_->pads.empty()) out_->field = out_->natural;
        moved_.assign(grid.tileCount(), 1);
        if (previous_)
            for (int i = 0; i < grid.tileCount(); ++i) moved_[i] = out_->field.tiles[i] != previous_->field.tiles[i];
    }

    void waters() {
        const bool moved =
            (previous_ && previous_->watersStale) || std::find(moved_.begin(), moved_.end(), 1) != moved_.end();
        for (const auto& item : out_->project.items) {
            const auto* water = std::get_if<Water>(&item->body);
            if (!water || !shown(out_->project, *item)) continue;
            const WaterBody* same = nullptr;
            if (previous_ && (!moved || haste_ == Haste::Moving))
                for (const WaterBody& w : previous_->waters)
                    if (w.item == item->id && w.water.level == water->level && w.water.spot == water->spot) same = &w;
            if (same && moved) out_->watersStale = true;
            WaterBody body{item->id, *water, nullptr, nullptr, {}, nullptr};
            if (same) {
                body.region = same->region;
                body.sheet = same->sheet;
                body.box = same->box;
                body.shore = same->shore;
            } else {
                body.region = std::make_shared<const WaterRegion>(WaterRegion::of(out_->field, *water));
                body.sheet = std::make_shared<const Mesh>(waterSheet(out_->field, *water, *body.region));
                for (const V3f& p : body.sheet->positions) body.box.extendBy(xy(p));
                body.shore = std::make_shared<const std::vector<std::pair<V2f, V2f>>>(
                    shoreLine(out_->field, *water, *body.region));
            }
            out_->waters.push_back(std::move(body));
        }
    }

    void plants() {
        const Project& project = out_->project;
        const GroundGrid& grid = project.ground->grid;
        const int n = grid.tileCount();
        out_->plants.resize(n);
        out_->staleTiles.assign(n, 0);

        // Which tiles must be planted anew, and which only follow the ground.
        std::vector<char> sown(n, previous_ ? 0 : 1), follow(n, 0);
        if (previous_) {
            const Project& before = previous_->project;
            auto touch = [&](const Item& item) {
                const Box2f box = influence(item);
                if (box.isEmpty()) return;
                const bool planting = std::holds_alternative<Drift>(item.body) ||
                                      std::holds_alternative<Planting>(item.body) ||
                                      std::holds_alternative<Clearing>(item.body);
                for (int i : grid.tilesTouching(box))
                    (planting || haste_ == Haste::Rest ? sown : out_->staleTiles)[i] = 1;
            };
            for (const auto& item : project.items)
                if (std::find(before.items.begin(), before.items.end(), item) == before.items.end() ||
                    shown(project, *item) != shown(before, *item)) // by a group's eye
                    touch(*item);
            for (const auto& item : before.items)
                if (std::find(project.items.begin(), project.items.end(), item) == project.items.end()) touch(*item);
            for (int i = 0; i < n; ++i) {
                const bool painted = project.ground->gravel[i] != before.ground->gravel[i];
                const bool wasStale = previous_->staleTiles[i] != 0;
                if (haste_ == Haste::Rest)
                    sown[i] = sown[i] || moved_[i] || painted || wasStale;
                else {
                    follow[i] = moved_[i];
                    out_->staleTiles[i] = out_->staleTiles[i] || moved_[i] || painted || wasStale;
                }
            }
            if (waterChanged())
                for (const std::vector<WaterBody>* list : {&std::as_const(out_->waters), &previous_->waters})
                    for (const WaterBody& w : *list)
                        for (int i : grid.tilesTouching(w.box))
                            (haste_ == Haste::Rest ? sown : out_->staleTiles)[i] = 1;
        }

        const Masks masks(project, out_->field, out_->waters);
        const PlantingSite site{[&](const V2f& p) { return out_->field.at(p); },
                                [&](const V2f& p) { return out_->field.normal(p); },
                                [&](const V2f& p, float spread) { return masks.open(p, spread); }};
        const auto sources = plantingSources();
        parallelFor(n, [&](int i) {
            if (previous_ && !sown[i]) keep(i, follow[i]);
        });
        std::vector<int> order;
        for (int i = 0; i < n; ++i)
            if (sown[i]) order.push_back(i);
        const auto away = [&](int i) { return (grid.tileBox(i).center() - portion_.near).length2(); };
        std::stable_sort(order.begin(), order.end(), [&](int a, int b) { return away(a) < away(b); });
        // A portion goes by a few tiles at a time, so that what is done does not hang on the number of threads.
        const size_t atOnce = portion_.plants == Portion().plants ? std::max<size_t>(order.size(), 1) : 16;
        size_t planted = 0;
        for (size_t first = 0; first < order.size(); first += atOnce) {
            const bool later = planted >= portion_.plants;
            const size_t count = std::min(atOnce, order.size() - first);
            parallelFor(static_cast<int>(count), [&](int k) {
                const int i = order[first + static_cast<size_t>(k)];
                out_->staleTiles[i] = later;
                if (later) {
                    if (previous_) keep(i, moved_[i]);
                    return;
                }
                std::vector<PlantRecord> records;
                for (const auto& s : sources) sow(s, grid.tileBox(i), site, records);
                split(records, *out_->library, out_->plants[i]);
            });
            for (size_t k = 0; k < count && !later; ++k)
                for (const auto& tile : out_->plants[order[first + k]]) planted += tile->records.size();
        }
    }

    // A tile's plants as they stood, on the new heights when it moved.
    void keep(int i, bool moved) {
        if (!moved)
            out_->plants[i] = previous_->plants[i];
        else
            for (const auto& tile : previous_->plants[i]) out_->plants[i].push_back(onGround(tile));
    }

    // The same plants on the new heights; the same tile where no height under it changed.
    std::shared_ptr<const PlantTile> onGround(const std::shared_ptr<const PlantTile>& tile) const {
        std::shared_ptr<PlantTile> moved;
        for (size_t k = 0; k < tile->records.size(); ++k) {
            const PlantRecord& r = tile->records[k];
            const float z = out_->field.at({r.x, r.y});
            if (z == r.z) continue;
            if (!moved) moved = std::make_shared<PlantTile>(*tile);
            moved->records[k].z = z;
        }
        if (!moved) return tile;
        extendBounds(*moved, *out_->library);
        return moved;
    }

    bool waterChanged() const {
        if (out_->waters.size() != previous_->waters.size()) return true;
        for (size_t i = 0; i < out_->waters.size(); ++i)
            if (out_->waters[i].sheet != previous_->waters[i].sheet) return true;
        return false;
    }

    struct Source {
        const Item* item;
        std::vector<MixSpecies> mix;
    };

    std::vector<Source> plantingSources() {
        std::vector<Source> out;
        auto known = [&](const Item& item, const std::string& name) {
            const int s = out_->library->find(name);
            if (s < 0 && warnings_)
                warnings_->push_back(item.name + ": there is no species \"" + name + "\" in the plant library.");
            return s;
        };
        for (const auto& item : out_->project.items) {
            if (!shown(out_->project, *item)) continue;
            if (const auto* d = std::get_if<Drift>(&item->body)) {
                Source s{item.get(), {}};
                float total = 0;
                for (const MixEntry& m : d->mix) total += m.share;
                float sum = 0;
                for (const MixEntry& m : d->mix) {
                    sum += m.share / std::max(total, 1e-9f);
                    if (const int index = known(*item, m.species); index >= 0)
                        s.mix.push_back({sum, index, out_->library->species()[index].spread()});
                }
                if (!s.mix.empty()) {
                    s.mix.back().chance = 1;
                    out.push_back(std::move(s));
                }
            } else if (const auto* p = std::get_if<Planting>(&item->body)) {
                for (const Specimen& sp : p->specimens) known(*item, sp.species);
                out.push_back({item.get(), {}});
            }
        }
        return out;
    }

    void sow(const Source& source, const Box2f& window, const PlantingSite& site,
             std::vector<PlantRecord>& records) const {
        const auto number = static_cast<uint32_t>(source.item->id.value);
        if (const auto* d = std::get_if<Drift>(&source.item->body)) {
            scatter(*d, source.item->id.value, number, source.mix, window, site, records);
            return;
        }
        const auto& specimens = std::get<Planting>(source.item->body).specimens;
        for (size_t i = 0; i < specimens.size(); ++i) {
            const Specimen& s = specimens[i];
            if (s.at.x < window.min.x || s.at.y < window.min.y || s.at.x >= window.max.x || s.at.y >= window.max.y)
                continue;
            const int species = out_->library->find(s.species);
            if (species < 0) continue;
            PlantRecord r{};
            r.x = s.at.x;
            r.y = s.at.y;
            r.z = site.height(s.at);
            if (out_->library->species()[species].recipe.kind == SpeciesKind::WaterPlant)
                for (const WaterBody& w : out_->waters)
                    if (w.region->holds(s.at)) r.z = std::max(r.z, w.water.level); // it floats
            r.key = static_cast<uint32_t>(i);
            const float turns = s.yaw / (2 * kPi);
            r.yaw = static_cast<uint16_t>((turns - std::floor(turns)) * 65535);
            r.scale = static_cast<uint16_t>(std::clamp(s.scale * 4096, 1.0f, 65535.0f));
            r.tint = static_cast<uint8_t>(mix(source.item->id.value, i));
            r.individual = static_cast<uint16_t>(species * kIndividuals + s.individual % kIndividuals);
            r.item = number;
            records.push_back(r);
        }
    }

    void climbers() {
        const Project& project = out_->project;
        std::vector<const Item*> items;
        for (const Item* item : itemsOf<Climber>(project)) {
            const Climber& c = std::get<Climber>(item->body);
            const Item* on = find(project, c.on);
            if (!shown(project, *item) || !on || !shown(project, *on)) continue;
            const int species = out_->library->find(c.species);
            if (species >= 0 &&
                std::holds_alternative<ClimberRecipe>(out_->library->species()[species].recipe.growth)) {
                items.push_back(item);
                out_->climbers.push_back({item->id, species, nullptr, 1, placeOf(project, out_->field, c)});
            } else if (warnings_)
                warnings_->push_back(item->name + ": there is no climber \"" + c.species + "\" in the plant library.");
        }
        parallelFor(static_cast<int>(items.size()), [&](int i) {
            GrownClimber& grown = out_->climbers[i];
            const Climber& c = std::get<Climber>(items[i]->body);
            if (const GrownClimber* same = climberBefore(*items[i])) {
                grown.model = same->model;
                grown.leafTriangles = same->leafTriangles;
                return;
            }
            const Form form =
                growOn(out_->library->species()[grown.species].recipe, supportOf(project, *out_->library, c), c.seed);
            auto model = std::make_shared<Model>();
            model->name = items[i]->name;
            const std::vector<Surface>& surfaces = out_->library->surfaces(grown.species);
            for (size_t k = 0; k < form.parts.size(); ++k) {
                model->parts.push_back({surfaces[k].name, static_cast<int>(k), form.parts[k]});
                model->materials.push_back(surfaces[k]);
            }
            grown.model = std::move(model);
            grown.leafTriangles = form.leafTriangles;
        });
        for (const GrownClimber& grown : out_->climbers)
            if (warnings_ && triangleCount(*grown.model) == 0)
                warnings_->push_back(grown.model->name + ": there is nothing left to climb where it was planted.");
    }

    // As it grew in the site before, if it would grow the same again.
    const GrownClimber* climberBefore(const Item& item) const {
        if (!previous_) return nullptr;
        const Item* before = find(previous_->project, item.id);
        const auto* then = bodyOf<Climber>(before);
        if (!then || !(*then == std::get<Climber>(item.body)) || !climbsAlike(previous_->project, out_->project, *then))
            return nullptr;
        for (const GrownClimber& grown : previous_->climbers)
            if (grown.item == item.id) return &grown;
        return nullptr;
    }

    void farLandRing() {
        const uint64_t seed = out_->project.site->farSeed;
        if (previous_ && previous_->project.site->farSeed == seed) {
            bool same = !previous_->farStale;
            const GroundGrid& grid = out_->field.grid;
            for (int i = 0; i < grid.tileCount() && same; ++i) {
                const V2i t(i % grid.tiles().x, i / grid.tiles().x);
                const bool border = t.x == 0 || t.y == 0 || t.x + 1 == grid.tiles().x || t.y + 1 == grid.tiles().y;
                if (border && moved_[i]) same = false;
            }
            if (same || haste_ == Haste::Moving) {
                out_->far = previous_->far;
                out_->farStale = !same;
                return;
            }
        }
        out_->far = std::make_shared<const Mesh>(farLand(out_->field, seed));
    }

    const BuiltSite* previous_;
    Haste haste_;
    std::vector<std::string>* warnings_;
    Portion portion_;
    std::shared_ptr<BuiltSite> out_;
    std::vector<char> moved_;
};

} // namespace

int64_t BuiltSite::plantCount() const {
    int64_t n = 0;
    for (const auto& tiles : plants)
        for (const auto& t : tiles) n += static_cast<int64_t>(t->records.size());
    return n;
}

int64_t BuiltSite::plantCount(Id item) const {
    int64_t n = 0;
    for (const auto& tiles : plants)
        for (const auto& t : tiles)
            for (const auto& [of, count] : t->counts)
                if (of == item.value) n += count;
    return n;
}

std::shared_ptr<const PlantLibrary> libraryOf(const Project& project, const PlantLibrary& library) {
    return library.with(project.species)->in(project.site->season);
}

std::shared_ptr<const BuiltSite> build(const Project& project, std::shared_ptr<const PlantLibrary> library,
                                       const std::shared_ptr<const BuiltSite>& previous, Haste haste,
                                       std::vector<std::string>* warnings, const Portion& portion) {
    return Builder(project, libraryOf(project, *library), previous.get(), haste, warnings, portion).run();
}

} // namespace thallos
