#include "core/planting/climber.h"

#include <algorithm>
#include <cmath>
#include <memory>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/base/noise.h"
#include "core/planting/strip.h"

namespace thallos {

namespace {

namespace el = elementary;

struct Creeper {
    ClimberRecipe recipe;
    float larger = 1;                                      // than on the recipe's own support, in area
    std::vector<std::pair<std::vector<V3f>, float>> stems; // with their girth at the foot
    std::vector<LeafPlace> leaves;
};

class Creeping {
public:
    Creeping(const ClimberRecipe& recipe, const Growth& growth, const Support& support)
        : r_(recipe), growth_(growth), s_(support), random_(growth.seed), out_(std::make_shared<Creeper>()) {
        out_->recipe = recipe;
        const float own = recipe.support == "trunk" ? kPi * recipe.width : recipe.width;
        wider_ = s_.width / own;
        out_->larger = std::max(1.0f, wider_ * s_.height / growth.height);
    }

    std::shared_ptr<const Creeper> run() {
        const int stems = std::max(1, static_cast<int>(static_cast<float>(r_.stems) * wider_ + 0.5f));
        for (int i = 0; i < stems; ++i) {
            const float across =
                s_.width * ((static_cast<float>(i) + random_.between(0.2f, 0.8f)) / static_cast<float>(stems));
            const float top = s_.height * (1 - r_.ragged * random_.unit());
            float up = kFoot; // or where the wall begins above it
            while (!s_.spot(across, up).there && up < kHighestFoot) up += kStep;
            creep(across, up, radians(random_.around(18)), top, r_.radius * growth_.size, 0);
        }
        return out_;
    }

private:
    static constexpr float kStep = 0.05f;                       // metres
    static constexpr float kFoot = -0.03f, kHighestFoot = 0.7f; // metres

    // Metres that shoots keep off a side of the wall: no edge of a climber is a straight line.
    float margin(float up, int side) const {
        const float wave = valueNoise(up / 0.6f, 7.3f * static_cast<float>(side), static_cast<uint32_t>(growth_.seed));
        return 0.01f + s_.width * (0.12f * wave + 0.08f * std::clamp(up / s_.height, 0.0f, 1.0f));
    }

    // Leans aside where there is nothing ahead; false: there is no way on.
    bool findWay(float across, float up, float& lean) const {
        constexpr float kAhead = 1.5f * kStep;
        const float first = lean < 0 ? -1.0f : 1.0f;
        for (const float turn : {0.0f, 0.5f, 1.0f, 1.5f, 2.0f})
            for (const float side : {first, -first}) {
                const float l = lean + side * turn;
                if (!s_.spot(across + kAhead * el::sin(l), std::max(up + kAhead * el::cos(l), kFoot)).there) continue;
                lean = l;
                return true;
            }
        return false;
    }

    // `lean`: radians off upright; on up to `top` metres.
    void creep(float across, float up, float lean, float top, float radius, int order) {
        std::vector<V3f> line;
        float owedLeaves = random_.unit(), owedBranches = random_.unit();
        const float length =
            order == 0 ? 2 * top : std::min(top - up, order == 1 ? 0.9f : 0.4f) * random_.between(0.4f, 1);
        for (float gone = 0; gone < length && up < top; gone += kStep) {
            if (!s_.round) {
                const float left = margin(up, 0), right = s_.width - margin(up, 1);
                if (across < left ? lean < 0 : across > right && lean > 0) lean = -lean * 0.8f;
                across = std::clamp(across, 0.0f, s_.width);
            }
            const Support::Spot spot = s_.spot(across, std::max(up, kFoot));
            if (!spot.there) break;
            line.push_back(spot.at + spot.out * radius);
            if (order == 0 && line.size() == 1 && up > kFoot)
                line.insert(line.begin(), line[0] - V3f(0, 0, up - kFoot));
            lean += radians(random_.around(r_.wander) * kStep * 3) - 0.35f * kStep * lean;
            if (!findWay(across, up, lean)) break;
            across += kStep * el::sin(lean);
            up += kStep * el::cos(lean);
            owedLeaves += kStep * r_.leaves * (order == 0 ? 0.5f : 1);
            for (; owedLeaves >= 1; owedLeaves -= 1) leafAt(across, up, lean);
            owedBranches += kStep * (order < 2 ? r_.branches : 0);
            for (; owedBranches >= 1; owedBranches -= 1)
                creep(across, up, lean + (random_.unit() < 0.5f ? -1.0f : 1.0f) * random_.between(0.5f, 1.2f), top,
                      0.6f * radius, order + 1);
        }
        if (line.size() > 2) out_->stems.push_back({std::move(line), radius});
    }

    void leafAt(float across, float up, float lean) {
        const float side = random_.unit() < 0.5f ? -1.0f : 1.0f;
        const float a = across + side * random_.between(0, 0.05f), z = up + random_.around(0.03f);
        if ((!s_.round && (a < 0 || a > s_.width)) || z < 0) return;
        const Support::Spot spot = s_.spot(a, z);
        if (!spot.there) return;
        // The tip hangs down and out to the side; the face looks out and up to the light.
        const V3f level = V3f(0, 0, 1).cross(spot.out).normalized();
        V3f face = spot.out * random_.between(0.7f, 1.0f) + V3f(0, 0, random_.between(0.25f, 0.8f)) +
                   level * random_.around(0.4f);
        V3f along = V3f(0, 0, -0.9f) + level * (side * random_.between(0.1f, 0.9f) + 0.3f * el::sin(lean)) +
                    spot.out * random_.between(0.1f, 0.5f);
        face.normalize();
        along = (along - face * along.dot(face)).normalized();
        const float size = growth_.size * random_.between(0.55f, 1.15f);
        if (unitFloat(mix(growth_.seed, ++numbered_, 14)) >= r_.inLeaf) return;
        out_->leaves.push_back({spot.at + spot.out * (r_.off * random_.between(0.3f, 1.3f)), along, face, size});
    }

    const ClimberRecipe& r_;
    const Growth& growth_;
    const Support& s_;
    Random random_;
    uint64_t numbered_ = 0; // leaves
    float wider_ = 1;       // than the recipe's own support
    std::shared_ptr<Creeper> out_;
};

Form formOf(const Creeper& c, Level level, float fuller) {
    Form form;
    form.parts.resize(std::size(kClimberParts));
    constexpr size_t kMost[kLevels] = {120000, 40000, 5000, 480};
    const auto most = static_cast<size_t>(c.larger * static_cast<float>(kMost[static_cast<size_t>(level)]));
    const int skip = level == Level::Far ? 40 : level == Level::Middle ? 6 : 1;
    size_t drawn = 0;
    for (size_t i = 0; i < c.stems.size() && drawn < most / 3; ++i) {
        const auto& [line, radius] = c.stems[i];
        if (i % static_cast<size_t>(skip)) continue;
        std::vector<V3f> points;
        const size_t every = level >= Level::Middle ? 6 : 2;
        for (size_t k = 0; k < line.size(); k += every) points.push_back(line[k]);
        if (points.size() < 2) continue;
        const size_t before = form.parts[0].triangles.size();
        stalk(form.parts[0], points, radius, 0.4f * radius, level == Level::Hero ? 6 : 3);
        drawn += form.parts[0].triangles.size() - before;
    }
    const LeavesAdded added =
        addSome(form.parts[1], c.leaves, c.recipe.leaf, level == Level::Hero ? LeafDetail::Fine : LeafDetail::Shaped,
                most - std::min(most / 2, drawn), std::min(1 / (fuller * fuller), 12.0f));
    form.grain = added.larger * std::sqrt(c.recipe.leaf.length * c.recipe.leaf.width);
    form.leafTriangles = added.triangles;
    return form;
}

} // namespace

Shaper growClimber(const ClimberRecipe& recipe, const Growth& growth, const Support& support) {
    return
        [c = Creeping(recipe, growth, support).run()](Level level, float fuller) { return formOf(*c, level, fuller); };
}

Shaper growClimber(const ClimberRecipe& recipe, const Growth& growth) {
    return growClimber(recipe, growth,
                       recipe.support == "trunk" ? trunkOf(recipe.width / 2, growth.height)
                                                 : wallOf(recipe.width, growth.height));
}

} // namespace thallos
