#include "core/planting/tuft.h"

#include <cmath>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/planting/strip.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

// How many blades stand for one, by level.
constexpr int kEvery[kLevels] = {1, 1, 4, 12}, kSegments[kLevels] = {6, 4, 4, 2};
constexpr float kStalkTip = 0.5f; // of its width at its foot

class Tuft {
public:
    Tuft(const TuftRecipe& recipe, const Growth& growth, Level level, float fuller)
        : recipe_(recipe), size_(growth.size), level_(level), fuller_(fuller), random_(growth.seed),
          every_(kEvery[static_cast<size_t>(level)]), thick_(recipe.flower == "cob" ? 0.016f : 0.0065f),
          round_(level <= Level::Near) {}

    Form run() {
        const TuftRecipe& g = recipe_;
        form_.parts.resize(std::size(kTuftParts));
        for (int i = 0; i < g.blades; ++i) {
            Random random(random_.next()); // one more of anything changes no other blade
            blade(i, random);
        }
        form_.grain = static_cast<float>(every_) * g.width;
        const StripShape blade{.fold = every_ > 1 ? 0 : g.fold, .segments = kSegments[static_cast<size_t>(level_)]};
        const StripShape stalk{.fold = 0, .segments = blade.segments, .tip = kStalkTip};
        form_.leafTriangles = trianglesOf(blade);
        form_.closeLeafTriangles = round_ ? roundTrianglesOf(stalk) : trianglesOf(stalk);
        form_.closeTriangles = stalks_.triangles.size();
        append(stalks_, blades_);
        form_.parts[1] = std::move(stalks_);
        return std::move(form_);
    }

private:
    void blade(int i, Random& random) {
        const TuftRecipe& g = recipe_;
        const float a = random.between(0, 2 * kPi), q = std::sqrt(random.unit());
        const V3f foot(el::cos(a) * q * g.spread / 2, el::sin(a) * q * g.spread / 2, -0.01f);
        // Stalks are spread evenly over the blades, so that every form has its share of them.
        const auto stalksUpTo = [&](int n) {
            return static_cast<int>(std::floor(static_cast<float>(n) * g.flowerShare + 0.5f));
        };
        const int stalk = stalksUpTo(i), blade = i - stalk;
        const bool flower = g.flower != "none" && stalksUpTo(i + 1) > stalk;
        if ((flower ? stalk : blade) % every_) return;
        const float length = g.length * size_ * (1 + random.around(g.lengthSpread)) * (flower ? g.tall : 1);
        const float lean = a + random.around(1.4f);
        StripShape s;
        s.foot = foot;
        s.out = V3f(el::cos(lean), el::sin(lean), 0);
        s.length = length;
        s.start = radians(random.between(2, 16) + 14 * q) * (flower ? 0.6f : 1);
        s.bend = radians(g.bend * random.between(flower ? 0.1f : 0.35f, flower ? 0.5f : 1.3f));
        s.width = g.width * random.between(0.7f, 1.3f) * (flower ? std::min(0.9f, thick_ / g.width) : 1);
        s.width *= fuller_ * static_cast<float>(every_);
        s.fold = flower || every_ > 1 ? 0 : g.fold;
        s.segments = kSegments[static_cast<size_t>(level_)];
        if (!flower) return strip(blades_, s);
        s.tip = kStalkTip;
        round_ ? roundStrip(stalks_, s) : strip(stalks_, s);
        for (float k = 0; k < g.stalkLeaves; ++k) {
            const float t = (k + 0.7f + random.around(0.2f)) / (g.stalkLeaves + 1);
            StripShape leaf = s;
            const StripEnd from = along(s, t);
            leaf.foot = from.at;
            const float turn = lean + (static_cast<int>(k) % 2 ? kPi : 0) + random.around(0.7f);
            leaf.out = V3f(el::cos(turn), el::sin(turn), 0);
            leaf.length = 0.42f * length * (1 - 0.35f * t);
            leaf.width = fuller_ * g.width * static_cast<float>(every_);
            leaf.start = radians(random.between(18, 34));
            leaf.bend = radians(g.bend * random.between(0.8f, 1.4f));
            leaf.fold = every_ > 1 ? 0 : g.fold;
            leaf.tip = 0;
            strip(blades_, leaf);
        }
        if (!recipe_.inFlower) return;
        const StripEnd tip = along(s, 1);
        head(tip.at, tip.along, random);
    }

    void head(const V3f& at, const V3f& up, Random& random) {
        const TuftRecipe& g = recipe_;
        const float size = g.flowerSize * (1 + random.around(0.25f)) * std::sqrt(fuller_ * static_cast<float>(every_));
        Mesh& m = form_.parts[2];
        const bool few = level_ >= Level::Middle; // petals are fewer and broader
        const V3f across = anyAcross(up);
        const auto ray = [&](float angle) { return turned(across, up, angle); };
        if (g.flower == "panicle") { // rays in loose whorls, with drooping spikelets
            const int rays = few ? 6 : 16;
            for (int i = 0; i < rays; ++i) {
                const float t = static_cast<float>(i) / static_cast<float>(rays);
                const V3f foot = at - up * (size * (1 - t)),
                          d = (up * (0.7f + 0.5f * t) + ray(2.4f * static_cast<float>(i))).normalized();
                const float reach = size * (0.42f - 0.28f * t);
                petal(m, reach, size * (few ? 0.02f : 0.006f), foot, d, anyAcross(d), 1);
                for (int k = 0; k < (few ? 1 : 3); ++k) {
                    const V3f end = foot + d * (reach * (0.6f + 0.2f * static_cast<float>(k)));
                    const V3f hang = (d * 0.5f + V3f(random.around(0.5f), random.around(0.5f), -0.7f)).normalized();
                    petal(m, size * (few ? 0.1f : 0.055f), size * (few ? 0.05f : 0.018f), end, hang, anyAcross(hang),
                          1);
                }
            }
        } else if (g.flower == "plume") { // dense, hanging to one side
            const V3f to = ray(random.between(0, 2 * kPi));
            const int n = level_ == Level::Far ? 8 : few ? 24 : 64;
            const float wide = level_ == Level::Far ? 0.1f : few ? 0.045f : 0.022f;
            for (int i = 0; i < n; ++i) {
                const float t = static_cast<float>(i) / static_cast<float>(n);
                const V3f d = (up * 0.9f + ray(2.4f * static_cast<float>(i)) * 0.5f + to * 0.45f).normalized();
                petal(m, size * 0.42f * (1 - 0.6f * t), size * wide, at - up * (size * (1 - t)), d,
                      d.cross(anyAcross(d)), 1 + random.around(0.2f));
            }
        } else if (g.flower == "cob") {
            const float thick = size * 0.085f;
            rod(m, at - up * (1.25f * size), at - up * (0.25f * size), thick, few ? 4 : 8);
            rod(m, at - up * (0.25f * size), at, 0.18f * thick, 3);
        } else if (g.flower == "knot") {
            for (int i = 0; i < 4; ++i) {
                const V3f foot = at - up * (size * (1.5f + 0.3f * static_cast<float>(i)));
                const V3f d = (up * 0.8f + ray(random.around(0.8f))).normalized();
                for (int k = 0; k < (few ? 2 : 4); ++k)
                    petal(m, size * 0.7f, size * (few ? 0.4f : 0.24f), foot, d, turned(anyAcross(d), d, 0.8f * k), 1);
            }
        } else { // ear: spikelets along the stalk's end
            const int n = few ? 6 : 14;
            for (int i = 0; i < n; ++i) {
                const V3f out = ray(2.4f * static_cast<float>(i));
                const V3f d = (up + out * 0.45f).normalized();
                petal(m, size * 0.28f, size * (few ? 0.15f : 0.07f), at - up * (size * (1 - i / float(n))), d, out,
                      1 + random.around(0.2f));
            }
        }
    }

    const TuftRecipe& recipe_;
    float size_;
    Level level_;
    float fuller_;
    Random random_;
    int every_;
    float thick_;          // metres across a stalk, laid flat: half of what goes round it
    bool round_;           // stalks, where a flat one seen on its edge would leave its head in the air
    Mesh stalks_, blades_; // the foliage, in this order
    Form form_;
};

} // namespace

Shaper growTuft(const TuftRecipe& recipe, const Growth& growth) {
    return [recipe, growth](Level level, float fuller) { return Tuft(recipe, growth, level, fuller).run(); };
}

} // namespace thallos
