#include "core/planting/drift.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/base/noise.h"
#include "core/planting/species.h"

namespace thallos {

namespace {

constexpr float kCell = 4; // metres

struct Candidate {
    V2f at;
    float rank; // candidates an area of the cell holds before this one
    uint64_t key;
};

// The candidates of one world cell at a density, by rank: a larger density only appends.
void candidates(uint64_t stream, int cx, int cy, float density, std::vector<Candidate>& out) {
    const uint64_t cell =
        mix(stream, static_cast<uint64_t>(static_cast<int64_t>(cx)), static_cast<uint64_t>(static_cast<int64_t>(cy)));
    const float phase = unitFloat(mix(cell, 1));
    const float wanted = density * kCell * kCell;
    for (int i = 0; static_cast<float>(i) + phase < wanted; ++i) {
        const uint64_t key = mix(cell, static_cast<uint64_t>(i) + 2);
        const uint64_t place = mix(key, 3);
        out.push_back({{(static_cast<float>(cx) + unitFloat(place)) * kCell,
                        (static_cast<float>(cy) + unitFloat(mix(place))) * kCell},
                       static_cast<float>(i) + phase,
                       key});
    }
}

// Which species of the mix a candidate is.
class Chooser {
public:
    explicit Chooser(const std::vector<MixSpecies>& species) : species_(species) {
        float before = 0;
        for (size_t i = 0; i < species.size(); ++i) {
            widest_ = std::max(widest_, species[i].spacing);
            if (species[i].spacing == 0) {
                lowShare_ += species[i].chance - before;
                low_.emplace_back(lowShare_, i);
            }
            before = species[i].chance;
        }
    }
    size_t operator()(const Candidate& c) const {
        const float pick = unitFloat(mix(c.key, 4));
        size_t s = 0;
        while (s + 1 < species_.size() && pick >= species_[s].chance) ++s;
        return s;
    }
    // One of those without a spacing of their own; none: the mix has no such.
    std::optional<size_t> low(const Candidate& c) const {
        if (low_.empty()) return std::nullopt;
        const float pick = unitFloat(mix(c.key, 11)) * lowShare_;
        size_t s = 0;
        while (s + 1 < low_.size() && pick >= low_[s].first) ++s;
        return low_[s].second;
    }
    float spacing(size_t s) const { return species_[s].spacing; }
    float widest() const { return widest_; }

private:
    const std::vector<MixSpecies>& species_;
    std::vector<std::pair<float, size_t>> low_; // cumulative share, index
    float lowShare_ = 0, widest_ = 0;
};

// Candidates of species with a spacing of their own, in bins as wide as the widest.
class Apart {
public:
    Apart(const Chooser& choose, const std::vector<Candidate>& all, const V2f& corner)
        : choose_(choose), corner_(corner) {
        if (choose.widest() <= 0) return;
        for (const Candidate& c : all)
            if (const float spacing = choose.spacing(choose(c)); spacing > 0)
                bins_[binOf(c.at)].push_back({&c, spacing});
    }
    bool crowded(const Candidate& c, size_t species) const {
        const float own = choose_.spacing(species);
        if (own <= 0) return false;
        const V2i at = binOf(c.at);
        for (int y = at.y - 1; y <= at.y + 1; ++y)
            for (int x = at.x - 1; x <= at.x + 1; ++x) {
                const auto bin = bins_.find(V2i(x, y));
                if (bin == bins_.end()) continue;
                for (const auto& [o, spacing] : bin->second) {
                    const float least = (own + spacing) / 2;
                    if ((o->at - c.at).length2() < least * least &&
                        (o->rank < c.rank || (o->rank == c.rank && o->key < c.key)))
                        return true;
                }
            }
        return false;
    }

private:
    struct Less {
        bool operator()(const V2i& a, const V2i& b) const { return a.y != b.y ? a.y < b.y : a.x < b.x; }
    };
    V2i binOf(const V2f& p) const {
        return {static_cast<int>(std::floor((p.x - corner_.x) / choose_.widest())),
                static_cast<int>(std::floor((p.y - corner_.y) / choose_.widest()))};
    }
    const Chooser& choose_;
    V2f corner_;
    std::map<V2i, std::vector<std::pair<const Candidate*, float>>, Less> bins_;
};

struct Outline {
    Polygon polygon;
    Box2f box;
};

} // namespace

float area(const Drift& drift) {
    float sum = 0;
    for (const auto& handles : drift.areas) sum += area(smoothOutline(handles));
    return sum;
}

void scatter(const Drift& drift, uint64_t id, uint32_t item, const std::vector<MixSpecies>& mixSpecies,
             const Box2f& window, const PlantingSite& site, std::vector<PlantRecord>& out) {
    if (mixSpecies.empty() || drift.density <= 0) return;
    std::vector<Outline> outlines;
    Box2f all;
    for (const auto& handles : drift.areas) {
        if (handles.size() < 3) continue;
        Outline o{smoothOutline(handles), {}};
        o.box = bounds(o.polygon);
        if (!o.box.intersects(window)) continue;
        all.extendBy(o.box);
        outlines.push_back(std::move(o));
    }
    if (outlines.empty()) return;
    const Box2f box({std::max(all.min.x, window.min.x), std::max(all.min.y, window.min.y)},
                    {std::min(all.max.x, window.max.x), std::min(all.max.y, window.max.y)});
    const uint64_t stream = mix(id, drift.seed, 1); // the same places in every version
    const Chooser choose(mixSpecies);

    // All candidates that can stand in the box or push away one that does, in a grid of cells no smaller than the
    // spacing.
    const float reach = std::max(drift.spacing, choose.widest());
    const int x0 = static_cast<int>(std::floor((box.min.x - reach) / kCell)),
              x1 = static_cast<int>(std::floor((box.max.x + reach) / kCell));
    const int y0 = static_cast<int>(std::floor((box.min.y - reach) / kCell)),
              y1 = static_cast<int>(std::floor((box.max.y + reach) / kCell));
    std::vector<Candidate> found;
    for (int cy = y0; cy <= y1; ++cy)
        for (int cx = x0; cx <= x1; ++cx) candidates(stream, cx, cy, drift.density, found);

    const float bin = std::max(drift.spacing, 0.05f);
    const V2f corner(static_cast<float>(x0) * kCell, static_cast<float>(y0) * kCell);
    const int bw = static_cast<int>(static_cast<float>(x1 - x0 + 1) * kCell / bin) + 1,
              bh = static_cast<int>(static_cast<float>(y1 - y0 + 1) * kCell / bin) + 1;
    std::vector<int> first(static_cast<size_t>(bw) * bh + 1, 0), order(found.size());
    auto binOf = [&](const V2f& p) {
        const int bx = std::clamp(static_cast<int>((p.x - corner.x) / bin), 0, bw - 1),
                  by = std::clamp(static_cast<int>((p.y - corner.y) / bin), 0, bh - 1);
        return static_cast<size_t>(by) * bw + bx;
    };
    for (const Candidate& c : found) ++first[binOf(c.at) + 1];
    for (size_t i = 1; i < first.size(); ++i) first[i] += first[i - 1];
    std::vector<int> next(first.begin(), first.end() - 1);
    for (size_t i = 0; i < found.size(); ++i) order[next[binOf(found[i].at)]++] = static_cast<int>(i);

    auto crowded = [&](const Candidate& c) {
        const int bx = static_cast<int>((c.at.x - corner.x) / bin), by = static_cast<int>((c.at.y - corner.y) / bin);
        for (int y = std::max(by - 1, 0); y <= std::min(by + 1, bh - 1); ++y)
            for (int x = std::max(bx - 1, 0); x <= std::min(bx + 1, bw - 1); ++x) {
                const size_t b = static_cast<size_t>(y) * bw + x;
                for (int k = first[b]; k < first[b + 1]; ++k) {
                    const Candidate& o = found[order[k]];
                    if ((o.at - c.at).length2() >= drift.spacing * drift.spacing) continue;
                    if (o.rank < c.rank || (o.rank == c.rank && o.key < c.key)) return true;
                }
            }
        return false;
    };

    const Apart apart(choose, found, corner);
    for (const Candidate& c : found) {
        if (c.at.x < box.min.x || c.at.y < box.min.y || c.at.x >= box.max.x || c.at.y >= box.max.y) continue;
        if (drift.patchiness > 0) {
            const float patch = 0.5f + 0.5f * fractalNoise(c.at.x / 5, c.at.y / 5, mix(drift.seed, 77), 3) * 1.6f;
            if (patch + 0.15f * (unitFloat(mix(c.key, 9)) - 0.5f) < drift.patchiness * 0.75f) continue;
        }
        bool inside = false;
        for (const Outline& o : outlines) inside = inside || (o.box.intersects(c.at) && contains(o.polygon, c.at));
        if (!inside || (drift.spacing > 0 && crowded(c))) continue;
        size_t s = choose(c);
        if (apart.crowded(c, s)) {
            const auto low = choose.low(c);
            if (!low) continue;
            s = *low;
        }
        if (!site.open(c.at, mixSpecies[s].spread)) continue;

        PlantRecord r{};
        r.x = c.at.x;
        r.y = c.at.y;
        r.z = site.height(c.at);
        r.key = static_cast<uint32_t>(c.key >> 16);
        r.yaw = static_cast<uint16_t>(mix(c.key, 5));
        const float size = 1 + drift.sizeSpread * (2 * unitFloat(mix(c.key, 6)) - 1);
        r.scale = static_cast<uint16_t>(std::clamp(size * 4096, 1.0f, 65535.0f));
        if (drift.lean > 0) {
            const V3f n = site.normal(c.at);
            auto tilt = [&](float slope) {
                return static_cast<int8_t>(std::clamp(slope * drift.lean * (127 / 0.785f), -127.0f, 127.0f));
            };
            r.tiltEast = tilt(n.x);
            r.tiltNorth = tilt(n.y);
        }
        r.tint = static_cast<uint8_t>(mix(c.key, 7));
        r.rank = static_cast<uint8_t>(mix(c.key, 8));
        r.individual = IndividualId::of(mixSpecies[s].species, static_cast<int>(mix(c.key, 10) % kIndividuals));
        r.item = item;
        out.push_back(r);
    }
}

} // namespace thallos
