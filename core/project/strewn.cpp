#include "core/project/strewn.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstring>
#include <string_view>

#include "core/base/noise.h"
#include "core/base/parallel.h"
#include "core/ground/cover.h"
#include "core/project/keep_out.h"

namespace thallos {

namespace {

constexpr float kSquare = 4;       // metres, of the squares that are sown one by one
constexpr int kPlaces = 24;        // candidates each way in a square: 36 a square metre
constexpr float kFull = 4;         // metres within which nothing is left out
constexpr float kTooHigh = 16;     // metres above the ground from which none of it is seen
constexpr float kTooSteep = 0.42f; // slope over which loose things have rolled down
constexpr float kPerSquareMetre = kPlaces * kPlaces / (kSquare * kSquare);
constexpr uint64_t kSeed = 0x7374726577ull;

// A species that lies or grows on a cover: how many a square metre, and how large against its usual size.
struct Kind {
    const char* species;
    float number;
    float smallest, largest;
};
struct Strewing {
    const char* material; // name of its recipe
    std::vector<Kind> kinds;
};
const std::vector<Strewing>& strewings() {
    static const std::vector<Strewing> all{
        {"Rough grass",
         {{"Rough grass", 15, 0.10f, 0.26f}, {"Fescue", 9, 0.18f, 0.42f}, {"White clover", 1.2f, 0.35f, 0.7f}}},
        {"Short turf",
         {{"Mown lawn", 26, 0.5f, 1.1f}, {"Fescue", 3, 0.1f, 0.2f}, {"White clover", 1.5f, 0.25f, 0.45f}}},
        {"Topsoil",
         {{"River pebbles", 3, 0.08f, 0.28f}, {"Rough grass", 1.4f, 0.05f, 0.15f}, {"Sticks", 0.15f, 0.12f, 0.3f}}},
        {"Clay subsoil", {{"River pebbles", 2, 0.08f, 0.3f}, {"Crushed rock", 0.6f, 0.04f, 0.14f}}},
        {"Cracked mud", {{"Rough grass", 0.3f, 0.05f, 0.12f}, {"River pebbles", 0.5f, 0.08f, 0.2f}}},
        {"Wet silt", {{"River pebbles", 0.8f, 0.2f, 0.45f}, {"Sticks", 0.3f, 0.1f, 0.4f}}},
        {"Rippled sand", {{"River pebbles", 0.6f, 0.06f, 0.2f}}},
        {"River gravel", {{"River pebbles", 24, 0.12f, 0.42f}}},
        {"Crushed stone", {{"Crushed rock", 20, 0.05f, 0.15f}}},
        {"Cushion moss", {{"Moss cushion", 5, 0.3f, 0.9f}, {"Sticks", 0.2f, 0.1f, 0.3f}}},
        {"Leaf litter",
         {{"Fallen beech leaves", 5, 0.4f, 0.8f},
          {"Fallen oak leaves", 4, 0.35f, 0.65f},
          {"Sticks", 0.5f, 0.2f, 0.7f}}},
        {"Needle litter",
         {{"Pine needles", 5, 0.8f, 1.1f}, {"Pine cones", 0.4f, 0.7f, 1}, {"Sticks", 0.4f, 0.2f, 0.5f}}},
        {"Bark mulch", {{"Bark flakes", 14, 0.25f, 0.6f}}},
        {"Rock face", {{"Crushed rock", 0.6f, 0.08f, 0.3f}}},
        {"Asphalt", {{"River pebbles", 0.4f, 0.06f, 0.14f}}},
    };
    return all;
}

// What falls from a tree, and how much of it lies there in a season.
const char* litterOf(const SpeciesRecipe& tree) {
    if (tree.kind == SpeciesKind::Conifer) return "Pine needles";
    if (tree.name == "Beech" || tree.name == "Cherry") return "Fallen beech leaves";
    if (tree.name == "Birch" || tree.name == "Multi-stem birch" || tree.name == "Apple") return "Fallen birch leaves";
    return "Fallen oak leaves";
}
// Heaps a square metre under its crown. Under snow nothing lies but what stands out of it.
float fallen(const SpeciesRecipe& tree, Season season) {
    if (season == Season::Snow) return 0.2f;
    if (tree.kind == SpeciesKind::Conifer) return 1.6f;
    if (season == Season::Autumn) return 3;
    return season == Season::Bare || season == Season::Bud ? 1.6f : 0.3f;
}

// Share of what lies there that is shown to the eye, by the distance in plan.
float shownAt(float distance) {
    return 1 - smoothstep(kFull, kStrewnWithin, distance);
}

// Sows the squares around one eye. Safe for several threads.
class Sowing {
public:
    Sowing(const BuiltSite& site, const V3f& eye)
        : site_(site), eye_(xy(eye)), amount_(site.project.ground->strewn),
          kept_(site.project, site.land.field, site.waters, site.covers) {
        const auto laid = [&](const Surface& surface) {
            for (const Strewing& s : strewings())
                if (surface.recipe == s.material) return &s;
            return static_cast<const Strewing*>(nullptr);
        };
        grass_ = known(laid(roughGrassSurface()));
        turf_ = known(laid(turfSurface()));
        covers_.push_back(known(laid(soilSurface())));
        for (const Id id : site.covers.items) {
            surfaces_.push_back(surfaceOfCover(site.project, id));
            patches_.push_back(thallos::patchOf(*find(site.project, id)));
            covers_.push_back(known(laid(surfaces_.back())));
        }
    }

    void sow(const V2i& square, std::vector<PlantRecord>& out) const {
        for (int y = 0; y < kPlaces; ++y)
            for (int x = 0; x < kPlaces; ++x) {
                const V2i at(square.x * kPlaces + x, square.y * kPlaces + y);
                const uint64_t key = mix(static_cast<uint64_t>(at.x), static_cast<uint64_t>(at.y), kSeed);
                const V2f p = (V2f(at) + V2f(unitFloat(mix(key, 1)), unitFloat(mix(key, 2)))) * (kSquare / kPlaces);
                if (unitFloat(mix(key, 3)) >= shownAt((p - eye_).length()) * std::min(amount_, 1.0f)) continue;
                if (const Found* kind = kindAt(p, key)) place(*kind, p, key, 0.15f, out);
            }
    }

    // Under the crowns of a tile of plants that stand near.
    void litter(const PlantTile& tile, std::vector<PlantRecord>& out) const {
        for (size_t i = 0; i < tile.woody; ++i) {
            const PlantRecord& r = tile.records[i];
            const SpeciesRecipe& tree = site_.library->species()[static_cast<size_t>(r.individual.species())].recipe;
            if (tree.kind > SpeciesKind::Hedge) continue;
            const float crown =
                0.55f * scaleOf(r) * site_.library->species()[static_cast<size_t>(r.individual.species())].spread();
            const V2f foot(r.x, r.y);
            if (crown < 0.6f || (foot - eye_).length() > kStrewnWithin + crown) continue;
            roots(r, tree, out);
            const Kind kind{litterOf(tree), 0, 0.5f, 0.85f};
            const int species = site_.library->find(kind.species);
            if (species < 0) continue;
            const int number =
                static_cast<int>(fallen(tree, site_.library->season()) * kPi * crown * crown * std::min(amount_, 2.0f));
            for (int k = 0; k < number; ++k) {
                const uint64_t key = mix(r.key, static_cast<uint64_t>(k), kSeed + 1);
                const float turn = 2 * kPi * unitFloat(mix(key, 1)), away = crown * std::sqrt(unitFloat(mix(key, 2)));
                const V2f p = foot + V2f(std::cos(turn), std::sin(turn)) * away;
                if (unitFloat(mix(key, 3)) < shownAt((p - eye_).length())) place({&kind, species}, p, key, 0.3f, out);
            }
        }
    }

private:
    // Old trees show theirs, where nothing is laid over them.
    void roots(const PlantRecord& r, const SpeciesRecipe& tree, std::vector<PlantRecord>& out) const {
        const V2f foot(r.x, r.y);
        const float tall = tree.height * scaleOf(r);
        if (tree.kind > SpeciesKind::Conifer || tall < 5 || (foot - eye_).length() > kStrewnWithin) return;
        const int species = site_.library->find("Surface roots");
        const Surface* over = coverSeen(foot);
        if (species < 0 || (over && habitOf(*over).paved)) return;
        const float size = std::min(tall / 14, 1.5f) * lerp(0.8f, 1.2f, unitFloat(mix(r.key, 21)));
        const Kind kind{"Surface roots", 0, size, size};
        place({&kind, species}, foot, mix(r.key, 22), 0.1f, out);
    }
    const CoverPatch* patchOf(int cover) const {
        if (cover == 0) return nullptr;
        const auto& patch = patches_[static_cast<size_t>(cover) - 1];
        return patch ? &*patch : nullptr;
    }
    // Null: the meadow.
    const Surface* coverSeen(const V2f& p) const {
        const int of = site_.covers.map.at(p).covers[0].of;
        return of == 0 ? nullptr : &surfaces_[static_cast<size_t>(of) - 1];
    }

    struct Found {
        const Kind* kind;
        int species;
    };
    std::vector<Found> known(const Strewing* strewing) const {
        std::vector<Found> out;
        if (strewing)
            for (const Kind& k : strewing->kinds)
                if (const int species = site_.library->find(k.species); species >= 0) out.push_back({&k, species});
        return out;
    }

    // One of the covers there by their shares, and of its kinds one by their numbers; null: nothing.
    const Found* kindAt(const V2f& p, uint64_t key) const {
        const CoverShares shares = site_.covers.map.at(p);
        float rest = 1; // without pictures that lie there once: nothing lies on them
        for (int i = 0; i < shares.count; ++i)
            if (const CoverPatch* patch = patchOf(shares.covers[static_cast<size_t>(i)].of)) {
                if (patch->weight(p) > 0.5f) return nullptr;
                rest -= shares.covers[static_cast<size_t>(i)].share;
            }
        float pick = unitFloat(mix(key, 4)) * rest;
        int of = 0;
        for (int i = 0; i < shares.count; ++i) {
            if (patchOf(shares.covers[static_cast<size_t>(i)].of)) continue;
            of = shares.covers[static_cast<size_t>(i)].of;
            pick -= shares.covers[static_cast<size_t>(i)].share;
            if (pick < 0) break;
        }
        const std::vector<Found>* kinds = &covers_[static_cast<size_t>(of)];
        if (of == 0) {
            const MeadowMix meadow = meadowMix(p, 0.05f);
            const float which = unitFloat(mix(key, 5));
            if (which >= meadow.soil) kinds = which < meadow.soil + meadow.turf ? &turf_ : &grass_;
        }
        // In clumps, as feet, rain and seed leave them.
        const float clump =
            1 + 0.9f * valueNoise(p.x * 1.9f, p.y * 1.9f, 311) + 0.4f * valueNoise(p.x * 6.1f, p.y * 6.1f, 312);
        float chance = unitFloat(mix(key, 6)) * kPerSquareMetre;
        for (const Found& f : *kinds) {
            const bool litter =
                site_.library->species()[static_cast<size_t>(f.species)].recipe.kind == SpeciesKind::Litter;
            chance -= f.kind->number * std::max(litter ? lerp(1, clump, 0.4f) : clump, 0.0f) * std::max(amount_, 1.0f);
            if (chance < 0) return &f;
        }
        return nullptr;
    }

    void place(const Found& found, const V2f& p, uint64_t key, float spread, std::vector<PlantRecord>& out) const {
        const HeightField& field = site_.land.field;
        if (!kept_.clear(p, spread)) return;
        const V3f n = field.normal(p);
        const V2f rise = V2f(-n.x, -n.y) / std::max(n.z, 0.1f);
        const SpeciesKind kind = site_.library->species()[static_cast<size_t>(found.species)].recipe.kind;
        const bool lie = lies(kind);
        if (lie && rise.length() > kTooSteep && unitFloat(mix(key, 11)) < 3 * (rise.length() - kTooSteep)) return;
        PlantRecord r{};
        r.x = p.x;
        r.y = p.y;
        r.z = field.at(p) - 0.002f;
        r.key = static_cast<uint32_t>(key >> 16);
        r.yaw = static_cast<uint16_t>(mix(key, 7));
        const float size = unitFloat(mix(key, 8)); // small ones are many
        r.scale = static_cast<uint16_t>(lerp(found.kind->smallest, found.kind->largest, size * size) * 4096);
        if (lie) {
            r.tiltEast = tiltOf(rise.x);
            r.tiltNorth = tiltOf(rise.y);
        }
        r.tint = static_cast<uint8_t>(mix(key, 9));
        r.rank = static_cast<uint8_t>(mix(key, 10));
        r.individual = IndividualId::of(found.species, static_cast<int>(mix(key, 12) % kIndividuals));
        out.push_back(r);
    }

    const BuiltSite& site_;
    V2f eye_;
    float amount_;
    KeptOut kept_;
    std::vector<Surface> surfaces_; // of covers, the first is cover 1
    std::vector<std::optional<CoverPatch>> patches_;
    std::vector<Found> grass_, turf_;
    std::vector<std::vector<Found>> covers_; // by number of the cover; the first is the meadow's soil
};

bool same(const std::vector<PlantRecord>& a, const std::vector<PlantRecord>& b) {
    return a.size() == b.size() && std::memcmp(a.data(), b.data(), a.size() * sizeof(PlantRecord)) == 0;
}

} // namespace

V3f strewingEye(const V3f& camera) {
    return {std::floor(camera.x) + 0.5f, std::floor(camera.y) + 0.5f, std::floor(camera.z) + 0.5f};
}

std::shared_ptr<const Strewn> strewnOf(const BuiltSite& site, const V3f& eye, const Strewn* before) {
    auto out = std::make_shared<Strewn>();
    out->eye = eye;
    const GroundGrid& grid = site.project.ground->grid;
    const Box2f reach(xy(eye) - V2f(kStrewnWithin), xy(eye) + V2f(kStrewnWithin));
    if (site.project.ground->strewn <= 0 || !grid.box().intersects(reach) ||
        std::abs(eye.z - site.land.field.at(xy(eye))) > kTooHigh)
        return out;
    const Sowing sowing(site, eye);
    const V2i low(static_cast<int>(std::floor(reach.min.x / kSquare)),
                  static_cast<int>(std::floor(reach.min.y / kSquare))),
        high(static_cast<int>(std::floor(reach.max.x / kSquare)), static_cast<int>(std::floor(reach.max.y / kSquare)));
    const int wide = high.x - low.x + 1, squares = wide * (high.y - low.y + 1);
    std::vector<std::shared_ptr<const PlantTile>> near;
    for (const auto& tiles : site.plants)
        for (const auto& tile : tiles)
            if (tile->woody > 0 && Box2f(xy(tile->bounds.min), xy(tile->bounds.max)).intersects(reach))
                near.push_back(tile);
    std::vector<std::vector<PlantRecord>> sown(static_cast<size_t>(squares) + near.size());
    parallelFor(static_cast<int>(sown.size()), [&](int i) {
        if (i < squares)
            sowing.sow(low + V2i(i % wide, i / wide), sown[static_cast<size_t>(i)]);
        else
            sowing.litter(*near[static_cast<size_t>(i - squares)], sown[static_cast<size_t>(i)]);
    });
    std::vector<PlantRecord> all;
    for (auto& records : sown) {
        all.insert(all.end(), records.begin(), records.end());
        records.clear();
    }
    addTiles(all, *site.library, out->tiles);
    if (before)
        for (auto& tile : out->tiles)
            for (const auto& old : before->tiles)
                if (same(tile->records, old->records)) tile = old;
    return out;
}

std::shared_ptr<const Strewn> onGround(const std::shared_ptr<const Strewn>& strewn, const BuiltSite& site) {
    auto out = std::make_shared<Strewn>(*strewn);
    for (auto& tile : out->tiles) tile = onGround(tile, site.land.field, *site.library);
    return out;
}

} // namespace thallos
