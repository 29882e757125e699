#include "core/snags/land_snags.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <string_view>

#include "core/base/parallel.h"
#include "core/ground/cover.h"
#include "core/ground/reading.h"

namespace thallos {

namespace {

constexpr float kThrough = 0.03f; // metres of ground over a path or a deck
constexpr float kMoved = 0.15f;   // metres of cut or fill from which on a slope is made and not found
constexpr float kAcross = 0.5f;   // metres over which a bank's slope is measured
constexpr float kBankArea = 1.0f; // m2 that are too steep
constexpr float kCutBank = 0.6f;  // metres over the water
constexpr float kEdge = 0.12f;    // metres of a path's edge that belong to the land beside it

struct LandSearch {
    const BuiltSite& site;
    const std::function<bool()>& stop;
    std::vector<Snag>& out;
    const HeightField& field = site.land.field;

    bool stopped() const { return stop && stop(); }

    void path(const Item& item, const Path& p) {
        const PathShape shape = shapeOf(p, site.project);
        const LaidPath laid = layPath(shape, groundBefore(site.land, item.id));
        if (laid.line.segments() == 0) return;
        if (laid.steepest > p.steepest * 1.02f)
            add(SnagKind::PathTooSteep, item.id, laid.line.place(laid.steepestAt), 100 * laid.steepest,
                100 * p.steepest);
        std::vector<V3f> slab;
        for (float s = 0; s <= laid.line.length(); s += 0.25f) {
            if (std::any_of(laid.flights.begin(), laid.flights.end(),
                            [&](const Flight& f) { return s >= f.from - 0.1f && s <= f.to + 0.1f; }))
                continue;
            const V2f at = laid.line.place(s), along = laid.line.direction(s), left(-along.y, along.x);
            const float half = p.width / 2 - kEdge;
            for (float side = -half; side <= half; side += 0.25f) {
                const V2f q = at + left * side;
                slab.push_back({q.x, q.y, laid.line.at(laid.heights, s) + p.crossfall * side});
            }
        }
        through(SnagKind::GroundOverPath, item.id, slab);
    }

    void deck(const BuiltWalkway& w) {
        std::vector<V3f> slab;
        const PlanLine line = lineThrough(w.laid.line);
        for (float s = 0; line.segments() > 0 && s <= line.length(); s += 0.25f) {
            const V2f at = line.place(s), along = line.direction(s), left(-along.y, along.x);
            for (float side = -w.shape.width / 2 + kEdge; side <= w.shape.width / 2 - kEdge; side += 0.25f) {
                const V2f q = at + left * side;
                slab.push_back({q.x, q.y, line.at(w.laid.heights, s)});
            }
        }
        if (!w.laid.landing.empty()) {
            const Box2f box = bounds(w.laid.landing);
            for (float y = box.min.y; y <= box.max.y; y += 0.2f)
                for (float x = box.min.x; x <= box.max.x; x += 0.2f)
                    if (signedDistance(w.laid.landing, {x, y}) < -kEdge) slab.push_back({x, y, w.shape.level});
        }
        through(SnagKind::GroundOverDeck, w.item, slab);
    }

    // Ground that stands over the places of a slab.
    void through(SnagKind kind, Id item, const std::vector<V3f>& slab) {
        float most = kThrough;
        V2f where(0);
        for (const V3f& p : slab)
            if (const float over = field.at(xy(p)) - p.z; over > most && field.grid.box().intersects(xy(p))) {
                most = over;
                where = xy(p);
            }
        if (most > kThrough) add(kind, item, where, most, kThrough);
    }

    // Made banks that are steeper than the soil of their cover stands, by the item that made them last.
    void banks() {
        struct Bank {
            float area = 0, over = 0, slope = 0, limit = 0;
            V2f at{0};
        };
        const HeightField& bare = site.land.bare;
        std::vector<float> limits{standsAt(roughGrassSurface())};
        for (const Id id : site.covers.items) limits.push_back(standsAt(surfaceOfCover(site.project, id)));
        std::vector<int> tiles;
        for (int i = 0; i < field.grid.tileCount(); ++i)
            if (field.tiles[static_cast<size_t>(i)] != bare.tiles[static_cast<size_t>(i)]) tiles.push_back(i);
        for (const Item* item : itemsOf<Building>(site.project))
            for (Polygon& o : outlinesOf(std::get<Building>(item->body))) {
                const Box2f box = bounds(o);
                footprints.emplace_back(Box2f(box.min - V2f(kFoot), box.max + V2f(kFoot)), std::move(o));
            }
        std::vector<std::map<uint64_t, Bank>> found(tiles.size());
        parallelFor(static_cast<int>(tiles.size()), [&](int k) {
            const Box2f box = field.grid.tileBox(tiles[static_cast<size_t>(k)]);
            for (float y = box.min.y + kAcross / 2; y < box.max.y && !stopped(); y += kAcross)
                for (float x = box.min.x + kAcross / 2; x < box.max.x; x += kAcross) {
                    const V2f p(x, y);
                    if (std::abs(field.at(p) - bare.at(p)) < kMoved) continue;
                    const float slope = degrees(std::atan(slopeAt(field, p, kAcross)));
                    const float limit = limits[static_cast<size_t>(coverOf(p))];
                    if (slope <= limit || degrees(std::atan(slopeAt(bare, p, kAcross))) > limit || held(p)) continue;
                    Bank& bank = found[static_cast<size_t>(k)][madeBy(p)];
                    bank.area += kAcross * kAcross;
                    if (slope - limit > bank.over) bank = {bank.area, slope - limit, slope, limit, p};
                }
        });
        std::map<uint64_t, Bank> all;
        for (const auto& some : found)
            for (const auto& [id, b] : some) {
                Bank& bank = all[id];
                const float area = bank.area + b.area;
                if (b.over > bank.over) bank = b;
                bank.area = area;
            }
        for (const auto& laid : site.land.laid) // in the order of the steps
            if (const auto it = all.find(laid->id); it != all.end() && it->second.area >= kBankArea)
                add(SnagKind::BankTooSteep, Id{laid->id}, it->second.at, it->second.slope, it->second.limit);
    }

    int coverOf(const V2f& p) const { return site.covers.map.at(p).covers[0].of; }

    static constexpr float kFoot = 0.3f;               // metres beside a building that it holds
    std::vector<std::pair<Box2f, Polygon>> footprints; // of all buildings, with their boxes so much wider
    // Beside a wall or under a building, which hold the ground or hide it; and at the edge of water, which cuts banks
    // of its own.
    bool held(const V2f& p) const {
        for (const WaterBody& w : site.waters)
            if (w.region->reaches(p) && field.at(p) < w.levelAt(p) + kCutBank) return true;
        // Any cell that the slope is measured across.
        const int n = static_cast<int>(std::ceil(kAcross / field.cellAt(p)));
        for (int y = -n; y <= n; ++y)
            for (int x = -n; x <= n; ++x)
                if (onBroken(p + V2f(static_cast<float>(x), static_cast<float>(y)) * (kAcross / static_cast<float>(n))))
                    return true;
        return std::any_of(footprints.begin(), footprints.end(),
                           [&](const auto& f) { return f.first.intersects(p) && signedDistance(f.second, p) < kFoot; });
    }
    bool onBroken(const V2f& p) const {
        const int i = field.grid.tileAt(p);
        const HeightTile& tile = *field.tiles[static_cast<size_t>(i)];
        if (!tile.broken) return false;
        auto [x, y, u, v] = cellOf(field.grid, i, tile.fine, p);
        const HeightBlock& block = tile.blockAt(x, y);
        return block.broken && block.broken->broken(y * block.z.cells.x + x);
    }

    uint64_t madeBy(const V2f& p) const {
        const V2f span = field.range();
        for (size_t i = site.land.steps.size(); i-- > 0;) {
            const LandStep& step = site.land.steps[i];
            if (std::holds_alternative<Survey>(step.shape) || std::holds_alternative<Relief>(step.shape)) continue;
            if (site.land.reaches[i].over(span).intersects(p) &&
                heightAt(site.land, i + 1, p) != heightAt(site.land, i, p))
                return step.id;
        }
        return 0;
    }

    void add(SnagKind kind, Id item, const V2f& at, float figure, float limit) {
        out.push_back({kind, item, V3f(at.x, at.y, field.at(at)), figure, limit, {}, {}});
    }
};

} // namespace

float standsAt(const Surface& cover) {
    struct Soil {
        std::string_view recipe;
        float degrees;
    };
    // Angles of repose of loose soils and of roots that hold a turf.
    constexpr Soil kSoils[] = {{"River gravel", 36}, {"Crushed stone", 40}, {"Topsoil", 38},      {"Clay subsoil", 45},
                               {"Cracked mud", 40},  {"Wet silt", 20},      {"Rippled sand", 33}, {"Bark mulch", 38},
                               {"Leaf litter", 40},  {"Needle litter", 40}, {"Straw", 40},        {"Rock face", 90}};
    for (const Soil& s : kSoils)
        if (cover.recipe == s.recipe) return s.degrees;
    return 45;
}

void addLandSnags(const BuiltSite& site, const std::function<bool()>& stop, std::vector<Snag>& out) {
    LandSearch search{site, stop, out};
    for (const auto& item : site.project.items) {
        if (search.stopped()) return;
        if (const auto* p = std::get_if<Path>(&item->body); p && shown(site.project, *item)) search.path(*item, *p);
    }
    for (const BuiltWalkway& w : site.walkways) search.deck(w);
    if (!search.stopped()) search.banks();
}

} // namespace thallos
