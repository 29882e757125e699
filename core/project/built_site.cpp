#include "core/project/built_site.h"

#include <algorithm>
#include <cmath>
#include <optional>
#include <set>
#include <unordered_map>

#include "core/base/parallel.h"
#include "core/ground/far_land.h"
#include "core/project/climb.h"
#include "core/project/keep_out.h"

namespace thallos {

namespace {

class Builder {
public:
    Builder(const Project& project, const std::shared_ptr<const PlantLibrary>& library, const BuiltSite* previous,
            BuildMode mode, std::vector<Text>* warnings, const BuildSlice& slice)
        : previous_(comparable(previous, project, library.get()) ? previous : nullptr), mode_(mode),
          warnings_(warnings), slice_(slice), out_(std::make_shared<BuiltSite>()) {
        out_->project = project;
        out_->mode = mode;
        out_->library = library;
    }

    std::shared_ptr<const BuiltSite> run() {
        heights();
        waters();
        covers();
        plants();
        climbers();
        farLandRing();
        const auto any = [](const std::vector<char>& tiles) {
            return std::find(tiles.begin(), tiles.end(), 1) != tiles.end();
        };
        out_->stale = out_->watersStale || out_->farStale || any(out_->staleTiles) || any(out_->covers.stale);
        return out_;
    }

private:
    static bool comparable(const BuiltSite* previous, const Project& project, const PlantLibrary* library) {
        return previous && previous->library.get() == library && previous->project.ground->grid == project.ground->grid;
    }

    void heights() {
        out_->land = landOf(out_->project, previous_ ? &previous_->land : nullptr);
        out_->walkways =
            walkwaysOf(out_->project, out_->land, previous_ ? previous_->walkways : std::vector<BuiltWalkway>());
        const auto& tiles = out_->land.field.tiles;
        moved_.assign(tiles.size(), 1);
        if (previous_)
            for (size_t i = 0; i < tiles.size(); ++i) moved_[i] = tiles[i] != previous_->land.field.tiles[i];
        out_->works = worksOf(out_->project, out_->land, previous_ ? previous_->works : std::vector<BuiltWork>());
    }

    // Ponds and pools first: streams end where they meet one. What lies on heights that stay is kept; while something
    // moves the rest is kept too, and stale.
    void waters() {
        if (previous_)
            for (const WaterBody& w : previous_->waters) before_.emplace(w.item, &w);
        const HeightField& field = out_->land.field;
        for (const Item* item : itemsOf<Water>(out_->project)) {
            const Water& water = std::get<Water>(item->body);
            if (!shown(out_->project, *item)) continue;
            WaterBody body{item->id, water.look, water.level};
            const WaterBody* then = waterBefore(item->id);
            const Water* old = then ? bodyOf<Water>(find(previous_->project, item->id)) : nullptr;
            if (!old || old->level != water.level || old->spot != water.spot || !keeps(body, *then, true)) {
                body.region = std::make_shared<const WaterRegion>(WaterRegion::of(field, water));
                lay(body, waterSurface(field, water, *body.region), shoreLine(field, water, *body.region));
                body.tiles = body.region->tiles();
                if (body.tiles.empty() && field.grid.tileAt(water.spot) >= 0) // dry as yet
                    body.tiles.push_back(field.grid.tileAt(water.spot));
            }
            out_->waters.push_back(std::move(body));
        }
        for (const Item* item : itemsOf<Pool>(out_->project))
            if (shown(out_->project, *item)) addPool(*item, std::get<Pool>(item->body));
        const size_t ponds = out_->waters.size();
        const bool same = previous_ && !waterChanged(); // no pond is another
        for (const Item* item : itemsOf<Stream>(out_->project))
            if (shown(out_->project, *item)) addStream(*item, std::get<Stream>(item->body), ponds, same);
        for (const WaterBody& w : out_->waters) out_->watersStale = out_->watersStale || w.stale;
    }

    void addStream(const Item& item, const Stream& stream, size_t ponds, bool pondsStay) {
        const HeightField& field = out_->land.field;
        WaterBody body{item.id, stream.look};
        const WaterBody* then = waterBefore(item.id);
        const Item* old = then ? find(previous_->project, item.id) : nullptr;
        const StreamShape shape = shapeOf(stream);
        const bool sameLine =
            old && (pondsStay || mode_ == BuildMode::Moving) && shapeOf(std::get<Stream>(old->body)) == shape;
        // Its line lies as it lay while its channel does.
        if (sameLine &&
            keeps(body, *then,
                  pondsStay && laidOf(out_->land, item.id.value) == laidOf(previous_->land, item.id.value))) {
            body.stream = then->stream;
            body.level = then->level;
        } else {
            auto laid = std::make_shared<const LaidStream>(layStream(shape, groundBefore(out_->land, item.id)));
            StreamWater water = waterOf(shape, *laid, field, [&](const V2f& p) {
                float level = -1e30f;
                for (size_t i = 0; i < ponds; ++i)
                    if (out_->waters[i].region->holds(p)) level = std::max(level, out_->waters[i].level);
                return level;
            });
            if (laid->line.segments() == 0) return;
            body.level = *std::max_element(laid->levels.begin(), laid->levels.end());
            std::set<int> tiles;
            for (const Box2f& box : boxesAlong(laid->line.points, shape.width + 2))
                for (const int i : field.grid.tilesTouching(box)) tiles.insert(i);
            body.tiles.assign(tiles.begin(), tiles.end());
            body.stream = std::move(laid);
            body.region = std::make_shared<const WaterRegion>(WaterRegion::under(field.grid, water.surface));
            lay(body, std::move(water.surface), std::move(water.shore));
        }
        out_->waters.push_back(std::move(body));
    }

    const WaterBody* waterBefore(Id item) const {
        const auto at = before_.find(item);
        return at == before_.end() ? nullptr : at->second;
    }
    // Lies as it lay, when the heights that it hangs on do, or while something moves; else nothing is done. `lies`: so
    // far as the rest of what it hangs on goes.
    bool keeps(WaterBody& body, const WaterBody& then, bool lies) const {
        const bool stays = lies && !then.stale && std::none_of(then.tiles.begin(), then.tiles.end(), [&](int i) {
                               return moved_[static_cast<size_t>(i)];
                           });
        if (!stays && mode_ != BuildMode::Moving) return false;
        lie(body, then);
        body.stale = !stays;
        return true;
    }

    using Shore = std::vector<std::pair<V2f, V2f>>;
    static void lie(WaterBody& body, const WaterBody& same) {
        body.region = same.region;
        body.surface = same.surface;
        body.box = same.box;
        body.shore = same.shore;
        body.tiles = same.tiles;
    }
    static void lay(WaterBody& body, Mesh surface, Shore shore) {
        for (const V3f& p : surface.positions) body.box.extendBy(xy(p));
        body.surface = std::make_shared<const Mesh>(std::move(surface));
        body.shore = std::make_shared<const Shore>(std::move(shore));
    }

    // Laid anew each time, which is quick: its ground goes with it.
    void addPool(const Item& item, const Pool& pool) {
        const PoolShape shape = shapeOf(pool);
        const LaidPool laid = layPool(shape, groundBefore(out_->land, item.id));
        if (laid.empty()) return;
        WaterBody body{item.id, pool.look, laid.water, true};
        Shore shore;
        for (size_t i = 0; i < laid.inner.size(); ++i)
            shore.emplace_back(laid.inner[i], laid.inner[(i + 1) % laid.inner.size()]);
        const WaterBody* then = waterBefore(item.id);
        if (then && then->level == body.level && *then->shore == shore) lie(body, *then);
        if (!body.surface) {
            body.region = std::make_shared<const WaterRegion>(WaterRegion::within(out_->land.field.grid, laid.inner));
            lay(body, poolWater(shape, laid), std::move(shore));
        }
        out_->waters.push_back(std::move(body));
    }

    void covers() {
        std::optional<CoversBefore> before;
        if (previous_) before.emplace(CoversBefore{previous_->covers, previous_->project, moved_, waterChanged()});
        const auto covering =
            std::count_if(out_->project.items.begin(), out_->project.items.end(), [&](const Items::Slot& item) {
                return (std::holds_alternative<Cover>(item->body) || std::holds_alternative<Path>(item->body)) &&
                       shown(out_->project, *item);
            });
        if (warnings_ && covering > static_cast<std::ptrdiff_t>(kMostCovers))
            warnings_->push_back(
                Text("%1 covers and paths are more than the ground can tell apart: the last %2 do not show.", covering,
                     covering - static_cast<std::ptrdiff_t>(kMostCovers)));
        out_->covers =
            coversOf(out_->project, out_->land, out_->waters, before ? &*before : nullptr, mode_ == BuildMode::Rest);
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
                const PlantsTouched t =
                    withKind(item.body, [](const auto& kind, const auto& body) { return kind.plantsTouched(body); });
                if (t.area.isEmpty()) return;
                for (int i : grid.tilesTouching(t.area))
                    (t.atOnce || mode_ == BuildMode::Rest ? sown : out_->staleTiles)[i] = 1;
            };
            for (const auto& item : project.items) {
                const Items::Slot* then = before.items.find(item->id);
                if (!then || *then != item || shown(project, *item) != shown(before, *item)) // by a group's eye
                    touch(*item);
            }
            for (const auto& item : before.items) {
                const Items::Slot* now = project.items.find(item->id);
                if (!now || *now != item) touch(*item);
            }
            for (int i = 0; i < n; ++i) {
                const bool painted = out_->covers.map.tiles[i] != previous_->covers.map.tiles[i];
                const bool wasStale = previous_->staleTiles[i] != 0;
                if (mode_ == BuildMode::Rest)
                    sown[i] = sown[i] || moved_[i] || painted || wasStale;
                else {
                    follow[i] = moved_[i];
                    out_->staleTiles[i] = out_->staleTiles[i] || moved_[i] || painted || wasStale;
                }
            }
            // Where a water was or is that is another now.
            std::unordered_map<Id, const WaterBody*> now;
            for (const WaterBody& w : out_->waters) now.emplace(w.item, &w);
            const auto sow = [&](const WaterBody& w, const WaterBody* other) {
                if (other && other->surface == w.surface) return;
                for (int i : grid.tilesTouching(w.box)) (mode_ == BuildMode::Rest ? sown : out_->staleTiles)[i] = 1;
            };
            for (const WaterBody& w : out_->waters) sow(w, waterBefore(w.item));
            for (const WaterBody& w : previous_->waters) sow(w, now.count(w.item) ? now.at(w.item) : nullptr);
        }

        const KeptOut kept(project, out_->land.field, out_->waters, out_->covers);
        const PlantingSite site{[&](const V2f& p) { return out_->land.field.at(p); },
                                [&](const V2f& p) { return out_->land.field.normal(p); },
                                [&](const V2f& p, float spread) { return kept.open(p, spread); },
                                [&](const V2f& p) { return waterLevel(p); }};
        const std::vector<Source> sources = plantingSources();
        parallelFor(n, [&](int i) {
            if (previous_ && !sown[i]) keep(i, follow[i]);
        });
        std::vector<int> order;
        for (int i = 0; i < n; ++i)
            if (sown[i]) order.push_back(i);
        const auto away = [&](int i) { return (grid.tileBox(i).center() - slice_.near).length2(); };
        std::stable_sort(order.begin(), order.end(), [&](int a, int b) { return away(a) < away(b); });
        // A slice goes by a few tiles at a time, so that what is done does not depend on the number of threads.
        const size_t atOnce = slice_.plants == BuildSlice().plants ? std::max<size_t>(order.size(), 1) : 16;
        size_t planted = 0;
        for (size_t first = 0; first < order.size(); first += atOnce) {
            const bool later = planted >= slice_.plants;
            const size_t count = std::min(atOnce, order.size() - first);
            parallelFor(static_cast<int>(count), [&](int k) {
                const int i = order[first + static_cast<size_t>(k)];
                out_->staleTiles[i] = later;
                if (later) {
                    if (previous_) keep(i, moved_[i]);
                    return;
                }
                std::vector<PlantRecord> records;
                const Box2f window = grid.tileBox(i);
                for (const Source& s : sources)
                    if (s.area.intersects(window)) s.sow(window, site, records);
                addTiles(records, *out_->library, out_->plants[i]);
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
            for (const auto& tile : previous_->plants[i])
                out_->plants[i].push_back(onGround(tile, out_->land.field, *out_->library));
    }

    // Of the waters so far, which come in the same order.
    bool waterChanged() const {
        const auto stands = [](const WaterBody& w) { return !w.stream; };
        const auto ponds = [&](const std::vector<WaterBody>& all) {
            return std::count_if(all.begin(), all.end(), stands);
        };
        const bool all = std::any_of(out_->waters.begin(), out_->waters.end(), std::not_fn(stands));
        if (all ? out_->waters.size() != previous_->waters.size() : ponds(out_->waters) != ponds(previous_->waters))
            return true;
        for (size_t i = 0; i < out_->waters.size(); ++i)
            if (out_->waters[i].surface != previous_->waters[i].surface) return true;
        return false;
    }

    struct Source {
        Box2f area;
        Sower sow;
    };

    // What plants, in the project's order. Refers to the project.
    std::vector<Source> plantingSources() {
        std::vector<Source> out;
        for (const auto& item : out_->project.items) {
            if (!shown(out_->project, *item)) continue;
            std::vector<std::string> missing;
            Source source;
            withKind(item->body, [&](const auto& kind, const auto& body) {
                source.sow = kind.sower(body, item->id, *out_->library, missing);
                if (source.sow) source.area = kind.plantsTouched(body).area;
            });
            for (const std::string& name : missing)
                if (warnings_)
                    warnings_->push_back(Text("%1: the plant library has no species “%2”.", item->name, name));
            if (source.sow) out.push_back(std::move(source));
        }
        return out;
    }

    float waterLevel(const V2f& p) const {
        float level = std::numeric_limits<float>::lowest();
        for (const WaterBody& w : out_->waters)
            if (w.region->holds(p)) level = std::max(level, w.levelAt(p));
        return level;
    }

    void climbers() {
        const Project& project = out_->project;
        if (previous_)
            for (const GrownClimber& grown : previous_->climbers) grown_.emplace(grown.item, &grown);
        std::vector<const Item*> items;
        for (const Item* item : itemsOf<Climber>(project)) {
            const Climber& c = std::get<Climber>(item->body);
            const Item* on = find(project, c.on);
            if (!shown(project, *item) || !on || !shown(project, *on)) continue;
            const int species = out_->library->find(c.species);
            if (species >= 0 &&
                std::holds_alternative<ClimberRecipe>(out_->library->species()[species].recipe.growth)) {
                items.push_back(item);
                out_->climbers.push_back({item->id, species, nullptr, 1, placeOf(project, out_->land.field, c)});
            } else if (warnings_)
                warnings_->push_back(Text("%1: the plant library has no climber “%2”.", item->name, c.species));
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
                model->parts.push_back(partOf(surfaces[k].name, static_cast<int>(k), form.parts[k]));
                model->materials.push_back(surfaces[k]);
            }
            grown.model = std::move(model);
            grown.leafTriangles = form.leafTriangles;
        });
        for (const GrownClimber& grown : out_->climbers)
            if (warnings_ && triangleCount(*grown.model) == 0)
                warnings_->push_back(Text("%1: nothing is left to climb where it was planted.", grown.model->name));
    }

    // As it grew in the site before, if it would grow the same again.
    const GrownClimber* climberBefore(const Item& item) const {
        if (!previous_) return nullptr;
        const Item* before = find(previous_->project, item.id);
        const auto* then = bodyOf<Climber>(before);
        if (!then || !(*then == std::get<Climber>(item.body)) || !climbsAlike(previous_->project, out_->project, *then))
            return nullptr;
        const auto grown = grown_.find(item.id);
        return grown == grown_.end() ? nullptr : grown->second;
    }

    void farLandRing() {
        const uint64_t seed = out_->project.site->farSeed;
        if (previous_ && previous_->project.site->farSeed == seed) {
            bool same = !previous_->farStale;
            const GroundGrid& grid = out_->land.field.grid;
            for (int i = 0; i < grid.tileCount() && same; ++i) {
                const V2i t(i % grid.tiles().x, i / grid.tiles().x);
                const bool border = t.x == 0 || t.y == 0 || t.x + 1 == grid.tiles().x || t.y + 1 == grid.tiles().y;
                if (border && moved_[i]) same = false;
            }
            if (same || mode_ == BuildMode::Moving) {
                out_->far = previous_->far;
                out_->farStale = !same;
                return;
            }
        }
        out_->far = std::make_shared<const Mesh>(farLand(out_->land.field, seed));
    }

    const BuiltSite* previous_;
    BuildMode mode_;
    std::vector<Text>* warnings_;
    BuildSlice slice_;
    std::shared_ptr<BuiltSite> out_;
    std::vector<char> moved_;
    std::unordered_map<Id, const WaterBody*> before_;   // waters of the site before
    std::unordered_map<Id, const GrownClimber*> grown_; // and its climbers
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
                                       const std::shared_ptr<const BuiltSite>& previous, BuildMode mode,
                                       std::vector<Text>* warnings, const BuildSlice& slice) {
    return Builder(project, libraryOf(project, *library), previous.get(), mode, warnings, slice).run();
}

} // namespace thallos
