#include "core/trace/plant_scenes.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <chrono>
#include <cmath>
#include <cstring>
#include <optional>
#include <thread>

#include "code_of_tone.h"
#include "core/base/disk_cache.h"
#include "core/base/elementary.h"
#include "core/base/parallel.h"
#include "core/trace/leaf_colour.h"
#include "core/trace/tone.h"

namespace thallos {

namespace {

constexpr int kYaws = 2048;
constexpr int kReaches = 64;
constexpr float kOutline = 6;   // pixels from which on the outline of a leaf is seen
constexpr float kFarthest = 60; // metres beyond which no plant is a hero

const std::array<V2f, kYaws>& yawTable() {
    static const auto table = [] {
        std::array<V2f, kYaws> t;
        for (int i = 0; i < kYaws; ++i) {
            const float a = 2 * kPi * static_cast<float>(i) / kYaws;
            t[i] = {elementary::cos(a), elementary::sin(a)};
        }
        return t;
    }();
    return table;
}

// What the callbacks of one geometry of a tile read.
struct TileData {
    std::shared_ptr<const PlantTile> tile;
    std::shared_ptr<const PlantScenes> plants;
    size_t first; // record of the geometry's primitive 0
    float full;   // metres around the camera within which a moving picture shows every plant
    const PlantRecord& record(unsigned primitive) const { return tile->records[first + primitive]; }
};

void boundsOf(const RTCBoundsFunctionArguments* args) {
    const auto& data = *static_cast<const TileData*>(args->geometryUserPtr);
    const PlantRecord& r = data.record(args->primID);
    const PlantScenes::Grown& grown = data.plants->grown(r.individual);
    const PlantPose pose(r, grown.lies);
    const float s = pose.scale, top = s * grown.top, e = pose.east * top, n = pose.north * top, yaw = yawOf(r),
                rise = std::hypot(pose.riseEast, pose.riseNorth) * s * grown.reach;
    // Tight boxes pay: where crowns overlap every box that a ray enters costs a descent.
    auto reach = [&](float world) { return s * data.plants->reach(r.individual, world - yaw) + 1e-3f; };
    args->bounds_o->lower_x = r.x - reach(kPi) + std::min(e, 0.0f);
    args->bounds_o->upper_x = r.x + reach(0) + std::max(e, 0.0f);
    args->bounds_o->lower_y = r.y - reach(1.5f * kPi) + std::min(n, 0.0f);
    args->bounds_o->upper_y = r.y + reach(0.5f * kPi) + std::max(n, 0.0f);
    args->bounds_o->lower_z = r.z - 0.2f * s - 0.02f - rise; // the foot is rooted a little below the ground
    args->bounds_o->upper_z = r.z + top + 1e-3f + rise;
}

void toLocal(RTCRay& ray, const PlantPose& pose) {
    const V3f o = pose.toLocal({ray.org_x, ray.org_y, ray.org_z}),
              d = pose.dirToLocal({ray.dir_x, ray.dir_y, ray.dir_z});
    ray.org_x = o.x;
    ray.org_y = o.y;
    ray.org_z = o.z;
    ray.dir_x = d.x;
    ray.dir_y = d.y;
    ray.dir_z = d.z;
}

// Level of detail and thinning live here: nothing is stored for a camera. While the picture moves grass gets sparser
// with distance, the same tufts always going first.
bool thinned(const Detail& detail, const TileData& data, const PlantRecord& r) {
    if (!detail.moving || data.first < data.tile->woody) return false;
    const float d2 = (foot(r) - detail.camera).length2();
    return static_cast<float>(r.rank) * static_cast<float>(r.rank) * d2 > 255 * 255 * data.full * data.full;
}
Level levelOf(const Detail& detail, const TileData& data, const PlantRecord& r) {
    return data.plants->level(r.individual, scaleOf(r), (foot(r) - detail.camera).length(), detail);
}

// The denser the grass the sooner it is thinned, so that a lawn moves as fast as a meadow.
float fullWithin(const PlantTile& tile) {
    constexpr float kFull = 2.5f, kDense = 5; // metres, tufts a square metre
    Box2f feet;
    for (size_t i = tile.woody; i < tile.records.size(); ++i) feet.extendBy(V2f(tile.records[i].x, tile.records[i].y));
    const V2f size = feet.isEmpty() ? V2f(1) : feet.size();
    const float density = static_cast<float>(tile.records.size() - tile.woody) / std::max(size.x * size.y, 1.0f);
    return kFull * std::min(1.0f, kDense / std::max(density, 1e-3f));
}

void intersectPlant(const RTCIntersectFunctionNArguments* args) {
    const auto& data = *static_cast<const TileData*>(args->geometryUserPtr);
    auto& context = *reinterpret_cast<RayContext*>(args->context);
    const PlantRecord& r = data.record(args->primID);
    if (thinned(context.detail, data, r)) return;
    const Level level = context.leaves == &r ? context.leavesAs : levelOf(context.detail, data, r);
    const RTCScene plant = data.plants->scene(r.individual, level);
    const PlantScenes::Grown& grown = data.plants->grown(r.individual);
    const PlantPose stands(r, grown.lies);
    const bool turns = grown.turns;
    if (turns && context.leaves == &r) return; // what is flat casts no shadow on itself
    const unsigned n = args->N;
    RTCRayN* rays = RTCRayHitN_RayN(args->rayhit, n);
    RTCHitN* hits = RTCRayHitN_HitN(args->rayhit, n);
    for (unsigned i = 0; i < n; ++i) {
        if (!args->valid[i]) continue;
        RTCRayHit local;
        local.ray = n == 1 ? *reinterpret_cast<const RTCRay*>(rays) : rtcGetRayFromRayN(rays, n, i);
        const PlantPose pose =
            turns ? stands.facing(stands.foot - V3f(local.ray.org_x, local.ray.org_y, local.ray.org_z)) : stands;
        toLocal(local.ray, pose);
        local.hit.geomID = RTC_INVALID_GEOMETRY_ID;
        local.hit.instID[0] = RTC_INVALID_GEOMETRY_ID;
        RTCIntersectContext inner;
        rtcInitIntersectContext(&inner);
        rtcIntersect1(plant, &inner, &local);
        if (local.hit.geomID == RTC_INVALID_GEOMETRY_ID) continue;
        const V3f normal = pose.normalToWorld({local.hit.Ng_x, local.hit.Ng_y, local.hit.Ng_z});
        RTCRayN_tfar(rays, n, i) = local.ray.tfar;
        RTCHitN_Ng_x(hits, n, i) = normal.x;
        RTCHitN_Ng_y(hits, n, i) = normal.y;
        RTCHitN_Ng_z(hits, n, i) = normal.z;
        RTCHitN_u(hits, n, i) = local.hit.u;
        RTCHitN_v(hits, n, i) = local.hit.v;
        RTCHitN_geomID(hits, n, i) = args->geomID;
        RTCHitN_primID(hits, n, i) = args->primID;
        RTCHitN_instID(hits, n, i, 0) = args->context->instID[0];
        const Face face = data.plants->face(r.individual, level, local.hit);
        // Embree may reorder and repack a packet's rays; their ids tell whose this is.
        context.plants[local.ray.id] = {data.tile.get(),
                                        static_cast<unsigned>(data.first) + args->primID,
                                        face.part,
                                        face.triangle,
                                        face.u,
                                        face.v,
                                        level};
    }
}

void occludePlant(const RTCOccludedFunctionNArguments* args) {
    if (!args->valid[0]) return;
    const auto& data = *static_cast<const TileData*>(args->geometryUserPtr);
    auto& ray = *reinterpret_cast<RTCRay*>(args->ray);
    const auto& context = *reinterpret_cast<const RayContext*>(args->context);
    const PlantRecord& r = data.record(args->primID);
    RTCRay local = ray;
    const PlantScenes::Grown& grown = data.plants->grown(r.individual);
    PlantPose pose(r, grown.lies);
    if (grown.turns) {
        if (context.leaves == &r) return;
        pose = pose.facing({ray.dir_x, ray.dir_y, ray.dir_z});
    }
    toLocal(local, pose);
    RTCIntersectContext inner;
    rtcInitIntersectContext(&inner);
    const Level level = context.leaves == &r ? context.leavesAs : levelOf(context.detail, data, r);
    rtcOccluded1(data.plants->scene(r.individual, level), &inner, &local);
    if (local.tfar < 0) ray.tfar = -std::numeric_limits<float>::infinity();
}

struct CutFaces {
    std::shared_ptr<const Mask> mask;
    const Mesh* mesh;
    const std::vector<unsigned>* firsts;
    bool soft; // what covers by half stops half of the rays
};
// Where in a triangle a face of one or two was met.
Face faceOf(const std::vector<unsigned>& firsts, unsigned part, unsigned primitive, float u, float v) {
    const unsigned first = firsts[primitive];
    if (u + v <= 1) return {part, first, 1 - u - v, u};
    return {part, first + 1, 1 - v, u + v - 1};
}
void passClear(const RTCFilterFunctionNArguments* args) {
    const auto& cut = *static_cast<const CutFaces*>(args->geometryUserPtr);
    if (!args->valid[0]) return;
    const auto& hit = *reinterpret_cast<const RTCHit*>(args->hit);
    const Face f = faceOf(*cut.firsts, hit.geomID, hit.primID, hit.u, hit.v);
    const V3i& t = cut.mesh->triangles[f.triangle];
    const V2f uv = cut.mesh->uvs[t.x] * (1 - f.u - f.v) + cut.mesh->uvs[t.y] * f.u + cut.mesh->uvs[t.z] * f.v;
    if (!cut.mask->solid(uv, cut.soft ? chanceOf(args->ray, args->hit, 1, 0) : 0.5f)) args->valid[0] = 0;
}

// Leaves and blades are mostly pairs of triangles {a, b, c}, {a, c, d}: as one quad they are a third less work. Embree
// cuts a quad between its second and last corner.
void addFaces(EmbreeScene& scene, const Mesh& mesh, unsigned id, const std::shared_ptr<const Mask>& mask, bool soft,
              std::vector<unsigned>& firsts) {
    RTCGeometry g = rtcNewGeometry(embreeDevice(), RTC_GEOMETRY_TYPE_QUAD);
    void* v = newBuffer(g, RTC_BUFFER_TYPE_VERTEX, RTC_FORMAT_FLOAT3, sizeof(V3f), mesh.positions.size());
    std::copy(mesh.positions.begin(), mesh.positions.end(), static_cast<V3f*>(v));
    std::vector<std::array<int, 4>> quads;
    const auto& t = mesh.triangles;
    for (size_t i = 0; i < t.size(); ++i) {
        firsts.push_back(static_cast<unsigned>(i));
        const bool pair = i + 1 < t.size() && t[i + 1].x == t[i].x && t[i + 1].y == t[i].z;
        quads.push_back({t[i].y, t[i].z, pair ? t[i + 1].z : t[i].x, t[i].x});
        if (pair) ++i;
    }
    void* q = newBuffer(g, RTC_BUFFER_TYPE_INDEX, RTC_FORMAT_UINT4, sizeof(quads[0]), quads.size());
    std::copy(quads.begin(), quads.end(), static_cast<std::array<int, 4>*>(q));
    if (mask && !mesh.uvs.empty()) {
        auto cut = std::make_shared<CutFaces>(CutFaces{mask, &mesh, &firsts, soft});
        rtcSetGeometryUserData(g, cut.get());
        rtcSetGeometryIntersectFilterFunction(g, passClear);
        rtcSetGeometryOccludedFilterFunction(g, passClear);
        scene.keeps.push_back(std::move(cut));
    }
    rtcCommitGeometry(g);
    rtcAttachGeometryByID(scene.get(), g, id);
    rtcReleaseGeometry(g);
}

} // namespace

Face PlantScenes::face(IndividualId id, Level level, const RTCHit& hit) const {
    return faceOf(traced_[id.value * kLevels + static_cast<int>(level)]->triangles[hit.geomID], hit.geomID, hit.primID,
                  hit.u, hit.v);
}

std::shared_ptr<const Mask> PlantScenes::maskOf(int species, unsigned part) const {
    const Maps& maps = library_->surfaces(species)[part].maps;
    if (!maps.color && !maps.opacity) return nullptr;
    const std::lock_guard lock(masking_);
    auto& mask = masks_[{species, part}];
    if (!mask) mask = std::make_shared<const Mask>(maps);
    return mask->empty() ? nullptr : mask;
}

PlantPose::PlantPose(const PlantRecord& r, bool lies) : foot(r.x, r.y, r.z), scale(scaleOf(r)) {
    (lies ? riseEast : east) = static_cast<float>(r.tiltEast) * (1 / 127.0f);
    (lies ? riseNorth : north) = static_cast<float>(r.tiltNorth) * (1 / 127.0f);
    const V2f& t = yawTable()[r.yaw * kYaws / 65536];
    cosine = t.x;
    sine = t.y;
}

PlantPose PlantPose::facing(const V3f& direction) const {
    PlantPose turned = *this;
    turned.east = turned.north = turned.riseEast = turned.riseNorth = 0;
    const float length = xy(direction).length();
    if (length > 1e-3f * std::abs(direction.z) && length > 1e-6f) { // its front is towards -y
        turned.cosine = direction.y / length;
        turned.sine = -direction.x / length;
    }
    return turned;
}

PlantScenes::PlantScenes(std::shared_ptr<const PlantLibrary> library, bool fast)
    : library_(std::move(library)), fast_(fast) {
    traced_.resize(static_cast<size_t>(library_->individualCount()) * kLevels);
    grown_ = std::make_unique<Grown[]>(library_->individualCount());
    reaches_.resize(library_->individualCount());
    bright_.resize(library_->individualCount());
}

void PlantScenes::make(IndividualId id, Level level, const std::function<bool()>& stop) const {
    RTCScene scene = rtcNewScene(embreeDevice());
    rtcSetSceneBuildQuality(scene, fast_ ? RTC_BUILD_QUALITY_MEDIUM : RTC_BUILD_QUALITY_HIGH);
    auto traced = std::make_unique<Traced>(); // its filters point into it: it stays where it is
    traced->scene = std::make_unique<EmbreeScene>(scene);
    const std::vector<Mesh>& parts = library_->form(id, level).parts;
    for (size_t p = 0; p < parts.size(); ++p)
        if (const auto part = static_cast<unsigned>(p); !parts[p].empty())
            addFaces(*traced->scene, parts[p], part, maskOf(id.species(), part),
                     library_->surfaces(id.species())[part].soft, traced->triangles[p]);
    // To the end: given up half way it crashes in its scheduler (3.13.5 with TBB 2021.8). It may be held up, though.
    if (stop)
        rtcSetSceneProgressMonitorFunction(
            scene,
            [](void* asked, double) {
                (*static_cast<const std::function<bool()>*>(asked))();
                return true;
            },
            const_cast<std::function<bool()>*>(&stop));
    commitScene(scene);
    rtcSetSceneProgressMonitorFunction(scene, nullptr, nullptr);
    Rgb tone(1);
    std::optional<Brightness> bright;
    // A sketch of what was never measured does without: its colours by level are put right with the better scenes.
    const bool measures = level == Level::Near ? !untoned_ : bright_[id.value].has_value();
    if (!grown_[id.value].turns && measures) {
        const SpeciesRecipe& recipe = library_->species()[static_cast<size_t>(id.species())].recipe;
        const auto tint = [&](unsigned part, const V3f& at) {
            return parts[part].normals.empty()
                       ? crownTint(recipe, library_->season(), library_->individual(id), at, part == 1)
                       : Rgb(1);
        };
        bright = measured(id, level, [&] {
            return brightness(scene, library_->form(id, level), library_->surfaces(id.species()), fast_ ? 2000 : 8000,
                              tint);
        });
        tone = toneBetween(*bright, level == Level::Near ? *bright : *bright_[id.value]);
    }
    // Two may have made it at the same time, so that neither waits for the other; the first one's is taken.
    const std::lock_guard lock(publishing_);
    if (this->scene(id, level)) return;
    if (bright && level == Level::Near) bright_[id.value] = *bright;
    grown_[id.value].tone[static_cast<size_t>(level)] = tone;
    traced_[id.value * kLevels + static_cast<size_t>(level)] = std::move(traced);
    grown_[id.value].scenes[static_cast<size_t>(level)].store(scene, std::memory_order_release);
}

std::string PlantScenes::toneKey(IndividualId id, Level level, bool fast) const {
    const std::string key = library_->cacheKey(id);
    if (key.empty()) return {};
    return std::string("tone ") + CODE_OF_TONE + (fast ? " fast " : " ") + std::to_string(static_cast<int>(level)) +
           " " + key;
}

// Measured well before, it is well known now, too.
std::optional<Brightness> PlantScenes::remembered(IndividualId id, Level level) const {
    for (const bool fast : {false, true}) {
        const std::string key = toneKey(id, level, fast);
        if (key.empty() || (fast && !fast_)) break;
        const auto bytes = library_->cache()->find(key);
        float v[6];
        if (!bytes || bytes->size() != sizeof v) continue;
        std::memcpy(v, bytes->data(), sizeof v);
        return Brightness{{v[0], v[1], v[2]}, {v[3], v[4], v[5]}};
    }
    return std::nullopt;
}

// From the cache where it is known.
Brightness PlantScenes::measured(IndividualId id, Level level, const std::function<Brightness()>& measure) const {
    if (const auto known = remembered(id, level)) return *known;
    const Brightness out = measure();
    const float v[6] = {out.matt.x, out.matt.y, out.matt.z, out.glossy.x, out.glossy.y, out.glossy.z};
    if (const std::string key = toneKey(id, level, fast_); !key.empty())
        library_->cache()->keep(key, std::string(reinterpret_cast<const char*>(v), sizeof v));
    return out;
}

bool PlantScenes::prepare(const std::vector<char>& wanted, const std::function<bool()>& stop) {
    return makeAll(wanted, stop, fast_);
}

bool PlantScenes::complete(const std::function<bool()>& stop) const {
    // Whoever asks while another makes them waits for that: a final picture is not begun with middle forms.
    std::unique_lock making(completing_, std::try_to_lock);
    while (!making.owns_lock()) {
        if (stop && stop()) return false;
        std::this_thread::sleep_for(std::chrono::milliseconds(2));
        making.try_lock();
    }
    if (!sketched_.exchange(false)) return true;
    std::vector<char> there(static_cast<size_t>(library_->individualCount()));
    for (uint32_t i = 0; i < there.size(); ++i) there[i] = scene({i}, Level::Far) != nullptr;
    const bool whole = makeAll(there, stop, false);
    if (!whole) sketched_ = true;
    return whole;
}

bool PlantScenes::makeAll(const std::vector<char>& wanted, const std::function<bool()>& stop, bool sketch) const {
    std::atomic<bool> stopped{false};
    constexpr Level kMade[] = {Level::Near, Level::Middle, Level::Far};
    parallelFor(library_->individualCount(), [&](int i) {
        if (!wanted[i]) return;
        const IndividualId id{static_cast<uint32_t>(i)};
        for (const Level level : kMade) {
            if (scene(id, level) || stopped) continue;
            if (stop && stop()) {
                stopped = true;
                return;
            }
            if (level == Level::Near) {
                if (reaches_[i].empty()) measure(id, library_->individual(id));
                // The near form is nine tenths of the work and waits.
                if (sketch) {
                    bright_[i] = remembered(id, level);
                    if (!bright_[i] && !grown_[i].turns) untoned_ = true; // others set it at the same time
                    sketched_ = true;
                    continue;
                }
            }
            make(id, level, stop);
        }
    });
    return !stopped;
}

Level PlantScenes::level(IndividualId id, float scale, float distance, const Detail& detail) const {
    // Light that arrives by chance is blurred over many leaves.
    constexpr float kByChance = 24;
    const Grown& g = grown_[id.value];
    const float away = std::max(distance - scale * g.reach, 0.0f);
    const float pixel = away * detail.pixelAngle * (detail.coarse ? kByChance : 1) / scale;
    if (pixel > g.grain[static_cast<size_t>(Level::Far)]) return Level::Far;
    if (detail.coarse || pixel > g.grain[static_cast<size_t>(Level::Middle)]) return Level::Middle;
    if (detail.pixelAngle > 0 && !detail.moving && away < kFarthest &&
        kOutline * pixel < g.grain[static_cast<size_t>(Level::Near)] &&
        g.scenes[static_cast<size_t>(Level::Hero)].load(std::memory_order_relaxed))
        return Level::Hero;
    // Until it is complete() a sketch has no near forms.
    return g.scenes[static_cast<size_t>(Level::Near)].load(std::memory_order_relaxed) ? Level::Near : Level::Middle;
}

bool PlantScenes::growHeroes(const BuiltSite& site, const Detail& detail, const std::function<bool()>& stop) const {
    std::vector<IndividualId> missing;
    std::vector<char> seen(library_->individualCount(), 0);
    std::vector<const PlantTile*> tiles;
    for (const auto& some : site.plants)
        for (const auto& tile : some) tiles.push_back(tile.get());
    for (const PlantTile* tile : tiles) {
        const V3f nearest(std::clamp(detail.camera.x, tile->bounds.min.x, tile->bounds.max.x),
                          std::clamp(detail.camera.y, tile->bounds.min.y, tile->bounds.max.y),
                          std::clamp(detail.camera.z, tile->bounds.min.z, tile->bounds.max.z));
        constexpr float kWidest = 30; // metres that a crown reaches out of its tile's bounds, and more
        if ((nearest - detail.camera).length() > kFarthest + kWidest) continue;
        for (const PlantRecord& r : tile->records) {
            const Grown& g = grown_[r.individual.value];
            if (seen[r.individual.value] || scene(r.individual, Level::Hero) || !scene(r.individual, Level::Near))
                continue;
            const float scale = scaleOf(r), away = std::max((foot(r) - detail.camera).length() - scale * g.reach, 0.0f);
            if (away < kFarthest &&
                kOutline * away * detail.pixelAngle < scale * g.grain[static_cast<size_t>(Level::Near)]) {
                seen[r.individual.value] = 1;
                missing.push_back(r.individual);
            }
        }
    }
    std::atomic<bool> stopped{false};
    parallelFor(static_cast<int>(missing.size()), [&](int k) {
        if (stopped || (stop && stop())) {
            stopped = true;
            return;
        }
        make(missing[k], Level::Hero, stop);
    });
    return !missing.empty() && !stopped;
}

void PlantScenes::measure(IndividualId id, const Individual& plant) const {
    std::vector<float> reaches(kReaches, 0);
    float top = 0;
    std::vector<V3f> points;
    for (const Form& form : plant.forms)
        for (const Mesh& mesh : form.parts) points.insert(points.end(), mesh.positions.begin(), mesh.positions.end());
    for (const V3f& p : points) top = std::max(top, p.z);
    for (int k = 0; k < kReaches; ++k) {
        const float a = 2 * kPi * static_cast<float>(k) / kReaches;
        const V2f d(std::cos(a), std::sin(a));
        for (const V3f& p : points) reaches[k] = std::max(reaches[k], xy(p).dot(d));
        // A hero's leaves are other ones of the same crown, by a leaf's length at most further out.
        reaches[k] = 1.01f * reaches[k] + 0.03f;
    }
    Grown& g = grown_[id.value];
    const auto* proxy = std::get_if<ProxyRecipe>(&library_->species()[id.species()].recipe.growth);
    g.turns = proxy && proxy->turns;
    g.lies = lies(library_->species()[id.species()].recipe.kind);
    if (g.turns) std::fill(reaches.begin(), reaches.end(), *std::max_element(reaches.begin(), reaches.end()));
    for (int level = 0; level < kLevels; ++level) g.grain[level] = plant.forms[level].grain;
    g.top = 1.01f * top + 0.03f;
    g.reach = *std::max_element(reaches.begin(), reaches.end());
    reaches_[id.value] = std::move(reaches);
}

float PlantScenes::reach(IndividualId id, float angle) const {
    const float turns = angle / (2 * kPi), t = (turns - std::floor(turns)) * kReaches;
    const int k = static_cast<int>(t) % kReaches;
    // Between two directions the reach exceeds neither by more than the chord of the step.
    const auto& r = reaches_[id.value];
    return std::max(r[k], r[(k + 1) % kReaches]) * 1.0013f;
}

std::shared_ptr<const EmbreeScene> makePlantTileScene(std::shared_ptr<const PlantTile> tile,
                                                      std::shared_ptr<const PlantScenes> plants, bool quick) {
    RTCScene scene = rtcNewScene(embreeDevice());
    auto held = std::make_shared<EmbreeScene>(scene);
    rtcSetSceneBuildQuality(scene, quick ? RTC_BUILD_QUALITY_LOW : RTC_BUILD_QUALITY_MEDIUM);
    auto add = [&](size_t first, size_t end, unsigned mask) {
        if (first == end) return;
        auto data = std::make_shared<TileData>(TileData{tile, plants, first, fullWithin(*tile)});
        RTCGeometry g = rtcNewGeometry(embreeDevice(), RTC_GEOMETRY_TYPE_USER);
        rtcSetGeometryUserPrimitiveCount(g, static_cast<unsigned>(end - first));
        rtcSetGeometryUserData(g, data.get());
        rtcSetGeometryMask(g, mask);
        rtcSetGeometryBoundsFunction(
            g, [](const RTCBoundsFunctionArguments* a) { boundsOf(a); }, nullptr);
        rtcSetGeometryIntersectFunction(g, intersectPlant);
        rtcSetGeometryOccludedFunction(g, occludePlant);
        rtcCommitGeometry(g);
        rtcAttachGeometry(scene, g);
        rtcReleaseGeometry(g);
        held->keeps.push_back(std::move(data));
    };
    add(0, tile->woody, kMaskWoody);
    add(tile->woody, tile->records.size(), kMaskGrass);
    commitScene(scene);
    return held;
}

} // namespace thallos
