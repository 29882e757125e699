#include "core/planting/herb.h"

#include <algorithm>
#include <cmath>
#include <memory>

#include "core/base/elementary.h"
#include "core/planting/strip.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

struct Stalk {
    std::vector<V3f> points;
    float radius;
    V3f end() const { return points.back(); }
    V3f direction() const { return (points.back() - points[points.size() - 2]).normalized(); }
    V3f at(float t, V3f* along) const {
        const float s = std::clamp(t, 0.0f, 0.9999f) * static_cast<float>(points.size() - 1);
        const auto k = static_cast<size_t>(s);
        *along = (points[k + 1] - points[k]).normalized();
        return lerp(points[k], points[k + 1], s - static_cast<float>(k));
    }
};

struct Herb {
    HerbRecipe recipe;
    Growth growth;
    std::vector<Stalk> stalks, branches;
    std::vector<LeafPlace> rosette, leaves;
    struct Head {
        V3f at, up;
        uint64_t seed;
    };
    std::vector<Head> heads;
};

constexpr size_t kMost[kLevels] = {24000, 6000, 900, 150}; // triangles, about

Stalk bent(const V3f& foot, const V3f& start, float length, float bend, float radius, Random& random) {
    Stalk s{{foot}, radius};
    V3f d = start, p = foot;
    constexpr int kSegments = 6;
    const V3f side = turned(anyAcross(d), d, random.between(0, 2 * kPi));
    for (int k = 0; k < kSegments; ++k) {
        d = turned(d, side, radians(bend) / kSegments);
        d = (d + V3f(random.around(0.05f), random.around(0.05f), 0)).normalized();
        p += d * (length / kSegments);
        s.points.push_back(p);
    }
    return s;
}

void leavesOn(Herb& h, const Stalk& s, float share, Random& random) {
    const LeafRecipe& l = h.recipe.leaf;
    const int count = static_cast<int>(l.count * share * random.between(0.8f, 1.2f) + 0.5f);
    float around = random.between(0, 2 * kPi);
    for (int i = 0; i < count; ++i) {
        const bool opposite = l.set == "opposite";
        const float step = static_cast<float>(opposite ? i / 2 * 2 : i) + 0.5f;
        const float u = step / static_cast<float>(count);
        const float t = lerp(h.recipe.leafFrom, h.recipe.leafTo, u);
        V3f d;
        const V3f foot = s.at(t, &d);
        around += opposite ? (i % 2 ? kPi : kPi / 2) : radians(137.5f) + random.around(0.3f);
        const V3f out = turned(anyAcross(d), d, around);
        const float a = radians(l.angle + random.around(10));
        V3f along = d * el::cos(a) + out * el::sin(a);
        along.z -= el::sin(radians(l.droop * random.between(0.6f, 1.4f)));
        along.normalize();
        V3f face = V3f(random.around(0.4f), random.around(0.4f), 1);
        face -= along * along.dot(face);
        face = face.length2() > 1e-3f ? face.normalized() : anyAcross(along);
        h.leaves.push_back(
            {foot, along, face, h.growth.size * lerp(1, h.recipe.leafTaper, u) * (1 + random.around(0.2f))});
    }
}

std::shared_ptr<const Herb> grown(const HerbRecipe& recipe, const Growth& growth) {
    auto h = std::make_shared<Herb>(Herb{recipe, growth, {}, {}, {}, {}, {}});
    Random random(growth.seed);
    const LeafRecipe& r = recipe.rosette;
    const int basal = static_cast<int>(r.count * random.between(0.85f, 1.15f) + 0.5f);
    for (int i = 0; i < basal; ++i) {
        const float a = 2.39996f * static_cast<float>(i) + random.around(0.3f);
        const float q =
            std::sqrt((static_cast<float>(i) + 0.5f) / static_cast<float>(basal)); // inner ones stand upright
        const V3f out(el::cos(a), el::sin(a), 0);
        const float rise = radians(90 - r.angle * (0.35f + 0.65f * q) - random.around(8));
        const V3f along = (out * el::cos(rise) + V3f(0, 0, el::sin(rise))).normalized();
        V3f face =
            V3f(random.around(0.25f), random.around(0.25f), 0) + V3f(0, 0, 1) * el::cos(rise) - out * el::sin(rise);
        face -= along * along.dot(face);
        h->rosette.push_back({out * (recipe.spread / 2 * q * random.between(0.3f, 1)) + V3f(0, 0, -0.004f), along,
                              face.normalized(), growth.size * random.between(0.65f, 1.1f)});
    }
    const int stems =
        std::max(0, static_cast<int>(static_cast<float>(recipe.stems) * random.between(0.8f, 1.2f) + 0.5f));
    for (int i = 0; i < stems; ++i) {
        const float a = random.between(0, 2 * kPi), q = std::sqrt(random.unit());
        const V3f foot(el::cos(a) * q * recipe.spread / 2, el::sin(a) * q * recipe.spread / 2, -0.015f);
        const float tilt = radians(recipe.lean * (0.3f + 0.7f * q) * random.between(0.3f, 1));
        const float turn = a + random.around(0.9f);
        const V3f d = V3f(el::sin(tilt) * el::cos(turn), el::sin(tilt) * el::sin(turn), el::cos(tilt));
        // The first is the tallest, so that the plant is as high as asked.
        const float length = growth.height * (i == 0 ? 1 : random.between(recipe.shortest, 1));
        const Stalk s =
            bent(foot, d, length, recipe.bend * random.between(0.2f, 1), recipe.radius * growth.size, random);
        leavesOn(*h, s, length / growth.height, random);
        const bool flowers = random.unit() < recipe.flowering;
        if (flowers) h->heads.push_back({s.end(), s.direction(), random.next()});
        for (int k = 0; k < recipe.branches; ++k) {
            const float t = lerp(recipe.branchFrom, 0.95f, (static_cast<float>(k) + random.unit()) / recipe.branches);
            V3f along;
            const V3f from = s.at(t, &along);
            const V3f side = turned(anyAcross(along), along, 2.39996f * static_cast<float>(k) + random.around(0.4f));
            const Stalk b = bent(from, turned(along, side, radians(recipe.branchAngle + random.around(8))),
                                 recipe.branchLength * length * random.between(0.6f, 1.1f) * (1.25f - 0.5f * t),
                                 -0.4f * recipe.branchAngle, 0.6f * recipe.radius * growth.size, random);
            leavesOn(*h, b, 0.35f * recipe.branchLength, random);
            if (flowers) h->heads.push_back({b.end(), b.direction(), random.next()});
            h->branches.push_back(b);
        }
        h->stalks.push_back(s);
    }
    const auto thin = [&](std::vector<LeafPlace>& places) {
        size_t kept = 0;
        for (size_t i = 0; i < places.size(); ++i)
            if (unitFloat(mix(growth.seed, i, 14)) < recipe.inLeaf) places[kept++] = places[i];
        places.resize(kept);
    };
    if (recipe.inLeaf < 1) {
        thin(h->rosette);
        thin(h->leaves);
    }
    return h;
}

Form formOf(const Herb& h, Level level, float fuller) {
    Form form;
    form.parts.resize(std::size(kHerbParts));
    const size_t most = kMost[static_cast<size_t>(level)];
    const size_t every = level == Level::Far ? 6 : level == Level::Middle ? 2 : 1;
    const float thicker = fuller * static_cast<float>(every), layers = std::min(1 / (fuller * fuller), 12.0f);
    for (const auto* list : {&h.stalks, &h.branches})
        for (size_t i = 0; i < list->size(); i += every) {
            const Stalk& s = (*list)[i];
            std::vector<V3f> points = s.points;
            if (level >= Level::Middle) points = {points[0], points[points.size() / 2], points.back()};
            stalk(form.parts[0], points, s.radius * thicker, 0.45f * s.radius * thicker, level == Level::Hero ? 6 : 3);
        }
    const LeafDetail finest = level == Level::Hero ? LeafDetail::Fine : LeafDetail::Shaped;
    const size_t basal = h.rosette.empty() ? 0 : h.leaves.empty() ? most / 2 : most / 4;
    const LeavesAdded low = addSome(form.parts[1], h.rosette, h.recipe.rosette, finest, basal, layers);
    const LeavesAdded high = addSome(form.parts[1], h.leaves, h.recipe.leaf, finest, most / 2 - basal, layers);
    const LeafRecipe& leaf = h.leaves.empty() ? h.recipe.rosette : h.recipe.leaf;
    const LeavesAdded& added = h.leaves.empty() ? low : high;
    form.grain = std::max(0.004f, added.larger * std::sqrt(leaf.length * leaf.width));
    form.leafTriangles = added.triangles;
    for (size_t i = 0; h.recipe.inFlower && i < h.heads.size(); i += every) {
        Random random(h.heads[i].seed);
        addFlower(form.parts[2], form.parts[3], form.parts[0], h.recipe.flower, h.heads[i].at, h.heads[i].up, level,
                  std::sqrt(thicker), random);
    }
    return form;
}

} // namespace

Shaper growHerb(const HerbRecipe& recipe, const Growth& growth) {
    return [h = grown(recipe, growth)](Level level, float fuller) { return formOf(*h, level, fuller); };
}

} // namespace thallos
