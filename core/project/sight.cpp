#include "core/project/sight.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"

namespace thallos {

namespace {

constexpr float kUnder = 0.04f; // metres that the ground stays under a line of sight
constexpr float kSide = 0.5f;   // rise for a run of one beside the lines
constexpr float kNearest = 1;   // metres from the eye that are left alone
constexpr float kBefore = 0.3f; // metres before the building that are

// How high the ground may be so that an eye sees the foot of what has these outlines.
class Sight {
public:
    // `room`: metres beside the lines that are as free as they are: samples of the ground lie so far apart.
    Sight(const V3f& eye, std::vector<Polygon> outlines, float foot, float room)
        : eye_(eye), outlines_(std::move(outlines)), foot_(foot), room_(room) {
        V2f middle(0);
        int n = 0;
        for (const Polygon& o : outlines_)
            for (const V2f& p : o) {
                middle += p;
                ++n;
            }
        ahead_ = n ? middle / static_cast<float>(n) - xy(eye) : V2f(0);
        if (ahead_.length() < kNearest) return; // it stands over the building
        ahead_.normalize();
        for (const Polygon& o : outlines_)
            for (const V2f& p : o) {
                const float a = angleTo(p);
                left_ = std::max(left_, a);
                right_ = std::min(right_, a);
                box_.extendBy(p);
            }
        seen_ = left_ - right_ < kPi;
        box_.extendBy(xy(eye));
    }

    // Where anything may be lowered; empty: nowhere.
    Box2f box(float tallest) const {
        if (!seen_) return {};
        const V2f margin(std::max(tallest, 0.0f) / kSide + 1);
        return {box_.min - margin, box_.max + margin};
    }
    float most(const V2f& p) const {
        const float away = (p - xy(eye_)).length();
        if (away < kNearest) return kFree;
        const float a = angleTo(p), inside = std::clamp(a, right_ + 1e-4f, left_ - 1e-4f);
        const float beside = away * std::abs(a - inside);
        if (std::abs(a - inside) > kPi / 3) return kFree;
        const float to = distanceAt(inside);
        if (away > to - kBefore) return kFree;
        const float share = away / to;
        return lerp(eye_.z - kUnder, foot_, share) + kSide * std::max(beside - room_, 0.0f);
    }
    static constexpr float kFree = 1e30f;

private:
    float angleTo(const V2f& p) const { // to the left of straight ahead
        const V2f d = p - xy(eye_);
        return std::atan2(ahead_.cross(d), ahead_.dot(d));
    }
    // To the nearest outline in a direction.
    float distanceAt(float angle) const {
        const float c = std::cos(angle), s = std::sin(angle);
        const V2f way(ahead_.x * c - ahead_.y * s, ahead_.x * s + ahead_.y * c);
        float nearest = kFree;
        for (const Polygon& o : outlines_)
            for (size_t i = 0; i < o.size(); ++i) {
                const V2f a = o[i] - xy(eye_), edge = o[(i + 1) % o.size()] - o[i];
                const float across = way.cross(edge);
                if (std::abs(across) < 1e-9f) continue;
                const float t = a.cross(edge) / across, u = a.cross(way) / across;
                if (u >= 0 && u <= 1 && t > 0) nearest = std::min(nearest, t);
            }
        return nearest;
    }

    V3f eye_;
    std::vector<Polygon> outlines_;
    float foot_, room_, left_ = -kPi, right_ = kPi;
    V2f ahead_{0};
    Box2f box_;
    bool seen_ = false;
};

// A layer lowered to where the ground is no higher than `most` says; tiles that stay are shared.
HeightLayer loweredTo(const GroundGrid& grid, const Sculpting& layer, const HeightField& now, const Box2f& box,
                      const Sight& sight) {
    HeightLayer out = layer.heights;
    out.resize(static_cast<size_t>(grid.tileCount()));
    const std::vector<int> touched = grid.tilesTouching(box);
    parallelFor(static_cast<int>(touched.size()), [&](int k) {
        const int i = touched[static_cast<size_t>(k)];
        auto& old = out[static_cast<size_t>(i)];
        auto tile = old ? std::make_shared<GridTile<float>>(*old) : std::make_shared<GridTile<float>>(grid.tileSize(i));
        const int fine = densityOf(grid, i, *tile);
        const V2i start = grid.tileStart(i) * fine;
        bool changed = false;
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x) {
                const V2f p = grid.place(start + V2i(x, y), fine);
                if (!box.intersects(p)) continue;
                const float over = (now.at(p) - sight.most(p)) * (1 - layerAt(grid, layer.kept, p));
                if (over < 1e-3f) continue;
                tile->at(x, y) -= over;
                changed = true;
            }
        if (changed) old = std::move(tile);
    });
    return out;
}

} // namespace

Project sightCleared(const Project& project, const HeightField& now, const V3f& eye, Id building, Id chosen) {
    const auto* b = bodyOf<Building>(find(project, building));
    if (!b) return project;
    const float foot = footHeight(*b);
    const Sight sight(eye, outlinesOf(*b), foot, project.ground->grid.cell);
    const Box2f box = sight.box(now.range().y - std::min(foot, eye.z));
    if (box.isEmpty()) return project;
    Id id = layerFor(project, BrushKind::Lower, chosen);
    Project out = id ? project : added(project, "Sculpting", Sculpting(), &id);
    auto item = std::make_shared<Item>(*find(out, id));
    auto& layer = std::get<Sculpting>(item->body);
    HeightLayer lowered = loweredTo(project.ground->grid, layer, now, box, sight);
    const bool same =
        std::equal(lowered.begin(), lowered.end(), layer.heights.begin(), layer.heights.end()) ||
        (layer.heights.empty() && std::all_of(lowered.begin(), lowered.end(), [](const auto& t) { return !t; }));
    if (same) return project;
    layer.heights = std::move(lowered);
    out.items.replace(std::move(item));
    return out;
}

} // namespace thallos
