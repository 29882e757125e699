#include "core/planting/frond.h"

#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/planting/leaves.h"
#include "core/planting/strip.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

class Fern {
public:
    // `broader`: pinnae, against the hero's.
    Fern(const FrondRecipe& recipe, const Growth& growth, Level level, float broader)
        : recipe_(recipe), growth_(growth), level_(level), broader_(broader), random_(growth.seed) {}

    Form run() {
        form_.parts.resize(std::size(kFrondParts));
        for (int i = 0; i < recipe_.fronds; ++i) {
            Random random(random_.next());
            frond(i, random);
        }
        for (int i = 0; i < recipe_.young && level_ < Level::Middle; ++i) crozier(random_);
        form_.grain = level_ == Level::Far      ? 0.15f * recipe_.length
                      : level_ == Level::Middle ? 0.06f * recipe_.length
                                                : 0.02f * recipe_.length;
        return std::move(form_);
    }

private:
    struct Rib {
        V3f at, along, side, up;
    };

    void frond(int i, Random& random) {
        const FrondRecipe& f = recipe_;
        const float turn = 2.39996f * static_cast<float>(i) + random.around(0.25f);
        const V3f out(el::cos(turn), el::sin(turn), 0);
        const float length = f.length * growth_.size * random.between(0.72f, 1.05f);
        const V3f foot = out * (f.spread / 2 * std::sqrt(random.unit())) + V3f(0, 0, -0.01f);
        const float start = radians(f.start * random.between(0.7f, 1.3f)),
                    bend = radians(f.bend * random.between(0.8f, 1.2f));
        const float twist = random.around(0.3f);
        const int steps = level_ == Level::Far ? 4 : level_ == Level::Middle ? 8 : 20;
        std::vector<Rib> rib;
        std::vector<V3f> line;
        V3f p = foot;
        for (int k = 0; k <= steps; ++k) {
            const float t = static_cast<float>(k) / static_cast<float>(steps);
            // A table's stalk stands, then it bends over at once.
            const float over = f.level > 0 ? std::clamp((t - f.stalk * 0.8f) / 0.25f, 0.0f, 1.0f) : 0;
            const float angle = start + bend * t * t * (1 - f.level) + f.level * over * (kPi / 2 - start + 0.25f * t);
            const V3f d = (out * el::sin(angle) + V3f(0, 0, el::cos(angle))).normalized();
            const V3f flat = turned(V3f(-out.y, out.x, 0), d, twist * t);
            rib.push_back({p, d, flat, flat.cross(d) * -1.0f});
            line.push_back(p);
            p += d * (length / static_cast<float>(steps));
        }
        const float thick = 0.0035f * f.length * (level_ >= Level::Middle ? 2 : 1);
        if (f.pairs > 0) stalk(form_.parts[0], line, thick, 0.2f * thick, level_ == Level::Hero ? 5 : 3);
        if (f.pairs == 0)
            strap(rib);
        else
            pinnae(rib, length, random);
    }

    static Rib between(const std::vector<Rib>& rib, float t) {
        const float s = std::clamp(t, 0.0f, 0.9999f) * static_cast<float>(rib.size() - 1);
        const auto k = static_cast<size_t>(s);
        const float u = s - static_cast<float>(k);
        return {lerp(rib[k].at, rib[k + 1].at, u), lerp(rib[k].along, rib[k + 1].along, u).normalized(),
                lerp(rib[k].side, rib[k + 1].side, u).normalized(), lerp(rib[k].up, rib[k + 1].up, u).normalized()};
    }
    // Half of the frond's width at a share of its length.
    float half(float t) const {
        const FrondRecipe& f = recipe_;
        const float u = (t - f.stalk) / (1 - f.stalk);
        if (u <= 0 || u >= 1) return 0;
        const float rise = u < f.widest ? 0.45f + 0.55f * u / f.widest : (1 - u) / (1 - f.widest);
        return f.width / 2 * growth_.size * el::pow(rise, 0.85f);
    }

    void pinnae(const std::vector<Rib>& rib, float length, Random& random) {
        const FrondRecipe& f = recipe_;
        // Pinnae in one.
        const int merge = level_ == Level::Far ? std::max(3, f.pairs / 6) : level_ == Level::Middle ? 3 : 1;
        for (int k = 0; k < f.pairs; k += merge) {
            const float t = lerp(f.stalk, 0.985f, (static_cast<float>(k) + 0.5f) / static_cast<float>(f.pairs));
            const Rib r = between(rib, t);
            const float reach = half(t);
            const float room = length * (1 - f.stalk) / static_cast<float>(f.pairs) * static_cast<float>(merge);
            for (const float s : {1.0f, -1.0f}) {
                const V3f d =
                    (r.side * s + r.along * (0.32f + 0.5f * t * t) - r.up * random.between(0.02f, 0.2f)).normalized();
                const V3f across = r.up.cross(d).normalized();
                pinna(r.at, d, across, r.up, reach * (1 + random.around(0.06f)), room);
            }
        }
    }

    void pinna(const V3f& foot, const V3f& d, const V3f& across, const V3f& up, float reach, float room) {
        Mesh& m = form_.parts[1];
        if (level_ >= Level::Middle) {
            petal(m, reach, 0.9f * room * broader_, foot, d, up, 1);
            form_.leafTriangles = 2;
            return;
        }
        if (recipe_.divisions < 2 || level_ == Level::Near) {
            // One blade with a cut edge.
            const int teeth = recipe_.divisions < 2 ? 1 : 4, base = static_cast<int>(m.positions.size());
            const float w = room * 0.5f * broader_ * (recipe_.divisions < 2 ? 0.92f : 1.1f);
            for (const float s : {1.0f, -1.0f})
                for (int k = 0; k <= teeth; ++k) {
                    const float t = static_cast<float>(k) / static_cast<float>(teeth + 1);
                    const float wide = w * (1 - 0.85f * t) * (k == 0 ? 0.7f : 1);
                    m.positions.push_back(foot + d * (reach * (t + 0.5f / static_cast<float>(teeth + 1))) +
                                          across * (s * wide) - up * (0.1f * reach * t * t));
                }
            for (int side = 0; side < 2; ++side)
                for (int k = 0; k <= teeth; ++k) { // each tooth is a triangle on the midrib
                    const int tooth = base + side * (teeth + 1) + k;
                    m.positions.push_back(foot + d * (reach * static_cast<float>(k) / static_cast<float>(teeth + 1)));
                    m.positions.push_back(foot +
                                          d * (reach * static_cast<float>(k + 1) / static_cast<float>(teeth + 1)) -
                                          up * (0.1f * reach * static_cast<float>(k) / static_cast<float>(teeth + 1)));
                    const int n = static_cast<int>(m.positions.size());
                    m.triangles.push_back({n - 2, side ? tooth : n - 1, side ? n - 1 : tooth});
                }
            form_.leafTriangles = 2 * (teeth + 1);
            return;
        }
        const int pairs = 9;
        for (int k = 0; k < pairs; ++k) {
            const float t = (static_cast<float>(k) + 0.4f) / static_cast<float>(pairs);
            for (const float s : {1.0f, -1.0f}) {
                const V3f at = foot + d * (reach * t) - up * (0.1f * reach * t * t);
                const V3f along = (across * s + d * 0.45f).normalized();
                petal(m, room * 0.62f * (1 - 0.72f * t), 1.15f * reach / static_cast<float>(pairs), at, along, up, 1);
            }
        }
        petal(m, 0.14f * reach, 0.06f * reach, foot + d * (reach * 0.9f) - up * (0.09f * reach), d, up, 1);
        form_.leafTriangles = 2 * (2 * pairs + 1);
    }

    // An undivided frond, with a wavy edge and a hollow along its rib.
    void strap(const std::vector<Rib>& rib) {
        Mesh& m = form_.parts[1];
        const int base = static_cast<int>(m.positions.size());
        const float wave = random_.between(0, 2 * kPi);
        for (size_t k = 0; k < rib.size(); ++k) {
            const float t = static_cast<float>(k) / static_cast<float>(rib.size() - 1);
            const float w = std::max(half(t), 0.001f) * broader_;
            const float ripple = 0.16f * w * el::sin(wave + 30 * t);
            m.positions.push_back(rib[k].at - rib[k].side * w + rib[k].up * (0.25f * w + ripple));
            m.positions.push_back(rib[k].at);
            m.positions.push_back(rib[k].at + rib[k].side * w + rib[k].up * (0.25f * w - ripple));
        }
        for (int k = 0; k + 1 < static_cast<int>(rib.size()); ++k)
            for (int s = 0; s < 2; ++s) {
                const int a = base + 3 * k + s;
                m.triangles.push_back({a, a + 3, a + 4});
                m.triangles.push_back({a, a + 4, a + 1});
            }
        form_.leafTriangles = 4 * static_cast<int>(rib.size() - 1);
    }

    // A young frond, still rolled up.
    void crozier(Random& random) {
        const float turn = random.between(0, 2 * kPi),
                    high = recipe_.length * growth_.size * random.between(0.15f, 0.4f);
        const V3f out(el::cos(turn), el::sin(turn), 0);
        std::vector<V3f> line;
        V3f p = out * (recipe_.spread * 0.4f);
        float angle = 0.1f;
        constexpr int kSteps = 18;
        for (int k = 0; k < kSteps; ++k) {
            const float t = static_cast<float>(k) / kSteps;
            line.push_back(p);
            angle += t < 0.6f ? 0.03f : 0.95f;
            p += (out * el::sin(angle) + V3f(0, 0, el::cos(angle))) *
                 (high / kSteps * (t < 0.6f ? 1.5f : 0.55f * (1.6f - t)));
        }
        stalk(form_.parts[1], line, 0.008f * recipe_.length, 0.006f * recipe_.length, 5);
    }

    const FrondRecipe& recipe_;
    const Growth& growth_;
    Level level_;
    float broader_;
    Random random_;
    Form form_;
};

} // namespace

Shaper growFern(const FrondRecipe& recipe, const Growth& growth) {
    return [recipe, growth](Level level, float fuller) {
        Form form = Fern(recipe, growth, level, 1).run();
        if (level == Level::Hero) return form;
        // As much leaf as the hero has.
        const float ratio =
            area(Fern(recipe, growth, Level::Hero, 1).run().parts[1]) / std::max(area(form.parts[1]), 1e-6f);
        return Fern(recipe, growth, level, ratio * fuller).run();
    };
}

} // namespace thallos
