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

bool ranksBefore(const Candidate& a, const Candidate& b) {
    return a.rank < b.rank || (a.rank == b.rank && a.key < b.key);
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
                    if ((o->at - c.at).length2() < least * least && ranksBefore(*o, c)) return true;
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

// Candidates in bins no smaller than the spacing that they keep.
class Crowd {
public:
    Crowd(const std::vector<Candidate>& all, const V2f& corner, const V2f& size, float spacing)
        : all_(all), corner_(corner), spacing_(spacing), bin_(std::max(spacing, 0.05f)),
          wide_(static_cast<int>(size.x / bin_) + 1), high_(static_cast<int>(size.y / bin_) + 1),
          first_(static_cast<size_t>(wide_) * high_ + 1, 0), order_(all.size()) {
        for (const Candidate& c : all) ++first_[binOf(c.at) + 1];
        for (size_t i = 1; i < first_.size(); ++i) first_[i] += first_[i - 1];
        std::vector<int> next(first_.begin(), first_.end() - 1);
        for (size_t i = 0; i < all.size(); ++i) order_[next[binOf(all[i].at)]++] = static_cast<int>(i);
    }
    // Whether one that ranks higher stands nearer than the spacing.
    bool crowds(const Candidate& c) const {
        if (spacing_ <= 0) return false;
        const int bx = static_cast<int>((c.at.x - corner_.x) / bin_),
                  by = static_cast<int>((c.at.y - corner_.y) / bin_);
        for (int y = std::max(by - 1, 0); y <= std::min(by + 1, high_ - 1); ++y)
            for (int x = std::max(bx - 1, 0); x <= std::min(bx + 1, wide_ - 1); ++x) {
                const size_t b = static_cast<size_t>(y) * wide_ + x;
                for (int k = first_[b]; k < first_[b + 1]; ++k) {
                    const Candidate& o = all_[order_[k]];
                    if ((o.at - c.at).length2() < spacing_ * spacing_ && ranksBefore(o, c)) return true;
                }
            }
        return false;
    }

private:
    size_t binOf(const V2f& p) const {
        const int bx = std::clamp(static_cast<int>((p.x - corner_.x) / bin_), 0, wide_ - 1),
                  by = std::clamp(static_cast<int>((p.y - corner_.y) / bin_), 0, high_ - 1);
        return static_cast<size_t>(by) * wide_ + bx;
    }
    const std::vector<Candidate>& all_;
    V2f corner_;
    float spacing_, bin_;
    int wide_, high_;
    std::vector<int> first_, order_;
};

struct Outline {
    Polygon polygon;
    Box2f box;
};

// Those that reach into the window.
std::vector<Outline> outlinesIn(const Drift& drift, const Box2f& window) {
    std::vector<Outline> outlines;
    for (const auto& handles : drift.areas) {
        if (handles.size() < 3) continue;
        Outline o{smoothOutline(handles), {}};
        o.box = bounds(o.polygon);
        if (o.box.intersects(window)) outlines.push_back(std::move(o));
    }
    return outlines;
}

// Left out by the drift's patches.
bool isBare(const Drift& drift, const Candidate& c) {
    if (drift.patchiness <= 0) return false;
    const float patch = 0.5f + 0.5f * fractalNoise(c.at.x / 5, c.at.y / 5, mix(drift.seed, 77), 3) * 1.6f;
    return patch + 0.15f * (unitFloat(mix(c.key, 9)) - 0.5f) < drift.patchiness * 0.75f;
}

PlantRecord recordOf(const Drift& drift, const Candidate& c, const MixSpecies& species, uint32_t item,
                     const PlantingSite& site) {
    PlantRecord r{};
    r.x = c.at.x;
    r.y = c.at.y;
    r.z = site.height(c.at);
    r.key = static_cast<uint32_t>(c.key >> 16);
    r.yaw = static_cast<uint16_t>(mix(c.key, 5));
    const float size = 1 + drift.sizeSpread * (2 * unitFloat(mix(c.key, 6)) - 1);
    r.scale = static_cast<uint16_t>(std::clamp(size * 4096, 1.0f, 65535.0f));
    if (species.lies) {
        const V3f n = site.normal(c.at);
        r.tiltEast = tiltOf(-n.x / n.z);
        r.tiltNorth = tiltOf(-n.y / n.z);
    } else if (drift.lean > 0) {
        const V3f n = site.normal(c.at) * (drift.lean / 0.785f);
        r.tiltEast = tiltOf(n.x);
        r.tiltNorth = tiltOf(n.y);
    }
    r.tint = static_cast<uint8_t>(mix(c.key, 7));
    r.rank = static_cast<uint8_t>(mix(c.key, 8));
    r.individual = IndividualId::of(species.species, static_cast<int>(mix(c.key, 10) % kIndividuals));
    r.item = item;
    return r;
}

} // namespace

float area(const Drift& drift) {
    float sum = 0;
    for (const auto& handles : drift.areas) sum += area(smoothOutline(handles));
    return sum;
}

void scatter(const Drift& drift, uint64_t id, uint32_t item, const std::vector<MixSpecies>& mixSpecies,
             const Box2f& window, const PlantingSite& site, std::vector<PlantRecord>& out) {
    if (mixSpecies.empty() || drift.density <= 0) return;
    const std::vector<Outline> outlines = outlinesIn(drift, window);
    if (outlines.empty()) return;
    Box2f all;
    for (const Outline& o : outlines) all.extendBy(o.box);
    const Box2f box({std::max(all.min.x, window.min.x), std::max(all.min.y, window.min.y)},
                    {std::min(all.max.x, window.max.x), std::min(all.max.y, window.max.y)});
    const Chooser choose(mixSpecies);

    // All candidates that can stand in the box or push away one that does.
    const float reach = std::max(drift.spacing, choose.widest());
    const auto cellOf = [](float v) { return static_cast<int>(std::floor(v / kCell)); };
    const V2i from(cellOf(box.min.x - reach), cellOf(box.min.y - reach)),
        to(cellOf(box.max.x + reach) + 1, cellOf(box.max.y + reach) + 1);
    const uint64_t stream = mix(id, drift.seed, 1); // the same places in every version
    std::vector<Candidate> found;
    for (int cy = from.y; cy < to.y; ++cy)
        for (int cx = from.x; cx < to.x; ++cx) candidates(stream, cx, cy, drift.density, found);
    const V2f corner = V2f(from) * kCell;
    const Crowd crowd(found, corner, V2f(to - from) * kCell, drift.spacing);
    const Apart apart(choose, found, corner);

    for (const Candidate& c : found) {
        if (c.at.x < box.min.x || c.at.y < box.min.y || c.at.x >= box.max.x || c.at.y >= box.max.y) continue;
        const bool inside = std::any_of(outlines.begin(), outlines.end(), [&](const Outline& o) {
            return o.box.intersects(c.at) && contains(o.polygon, c.at);
        });
        if (isBare(drift, c) || !inside || crowd.crowds(c)) continue;
        size_t s = choose(c);
        if (apart.crowded(c, s)) {
            const auto low = choose.low(c);
            if (!low) continue;
            s = *low;
        }
        if (site.open(c.at, mixSpecies[s].spread)) out.push_back(recordOf(drift, c, mixSpecies[s], item, site));
    }
}

} // namespace thallos
