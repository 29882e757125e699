#include "core/planting/cushion.h"

#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/base/noise.h"
#include "core/planting/strip.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

Form cushionOf(const CushionRecipe& r, const Growth& g, Level level, float fuller) {
    Form form;
    form.parts.resize(std::size(kCushionParts));
    constexpr int kRings[kLevels] = {14, 10, 5, 3}, kSides[kLevels] = {40, 28, 12, 7}, kEvery[kLevels] = {1, 1, 6, 24};
    const auto l = static_cast<size_t>(level);
    const int rings = kRings[l], sides = kSides[l], every = kEvery[l];
    const float wide = r.spread / 2 * g.size, high = r.height * g.size;
    const auto heightAt = [&](const V2f& p) { // -: outside
        const float q =
            p.length() / (wide * (1 + 0.35f * r.uneven * valueNoise(3 * p.x / wide, 3 * p.y / wide, g.seed)));
        const float dome = std::sqrt(std::max(0.0f, 1 - q * q));
        return high * dome * (1 + r.uneven * 0.5f * valueNoise(4 * p.x / wide + 9, 4 * p.y / wide, g.seed + 1)) -
               (q > 1 ? 0.02f * (q - 1) : 0);
    };
    Mesh& base = form.parts[0];
    base.positions.push_back(V3f(0, 0, heightAt(V2f(0))));
    for (int i = 1; i <= rings; ++i)
        for (int k = 0; k < sides; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(sides);
            const float q = 1.25f * wide * el::sin(kPi / 2 * static_cast<float>(i) / static_cast<float>(rings));
            const V2f p(q * el::cos(a), q * el::sin(a));
            base.positions.push_back(V3f(p.x, p.y, i == rings ? -0.03f : heightAt(p) - 0.002f));
        }
    for (int k = 0; k < sides; ++k) base.triangles.push_back({0, 1 + k, 1 + (k + 1) % sides});
    for (int i = 0; i + 1 < rings; ++i)
        for (int k = 0; k < sides; ++k) {
            const int a = 1 + i * sides + k, b = 1 + i * sides + (k + 1) % sides;
            base.triangles.push_back({a, a + sides, b + sides});
            base.triangles.push_back({a, b + sides, b});
        }
    Random random(g.seed);
    const float larger = std::sqrt(fuller * static_cast<float>(every));
    for (int i = 0; i < r.shoots; ++i) {
        Random own(random.next());
        if (i % every) continue;
        const float a = own.between(0, 2 * kPi), q = wide * std::sqrt(own.unit());
        const V2f p(q * el::cos(a), q * el::sin(a));
        const V3f at(p.x, p.y, heightAt(p) - 0.3f * r.shoot);
        const V3f out = (V3f(p.x, p.y, 0) * (0.7f / wide) + V3f(own.around(0.35f), own.around(0.35f), 1)).normalized();
        const V3f face = turned(anyAcross(out), out, own.between(0, 2 * kPi));
        petal(form.parts[1], r.shoot * g.size * larger, 0.45f * r.shoot * g.size * larger, at, out, face,
              own.between(0.7f, 1.2f));
        if (level < Level::Middle && own.unit() < r.capsules) {
            const V3f tip = at + out * (1.9f * r.shoot);
            stalk(form.parts[2], {at, tip}, 0.0004f, 0.0003f, 3);
            petal(form.parts[2], 0.35f * r.shoot, 0.16f * r.shoot, tip, (out + face * 0.6f).normalized(), face, 1);
        }
    }
    form.grain = r.shoot * larger * 0.6f;
    form.leafTriangles = 2;
    return form;
}

Form padsOf(const PadRecipe& r, const Growth& g, Level level, float fuller) {
    Form form;
    form.parts.resize(std::size(kPadParts));
    constexpr int kSides[kLevels] = {36, 22, 9, 5};
    const int sides = kSides[static_cast<size_t>(level)];
    Random random(g.seed);
    std::vector<V3f> placed;
    for (int i = 0; i < r.pads; ++i) {
        Random own(random.next());
        const float size = std::sqrt(fuller) * r.size * g.size * own.between(0.55f, 1.1f);
        V3f at(0);
        for (int tries = 0; tries < 24; ++tries) { // they push each other aside
            const float a = own.between(0, 2 * kPi), q = r.spread / 2 * std::sqrt(own.unit());
            at = V3f(q * el::cos(a), q * el::sin(a), size);
            if (std::none_of(placed.begin(), placed.end(), [&](const V3f& p) {
                    return (V2f(p.x, p.y) - V2f(at.x, at.y)).length() < 0.46f * (p.z + size);
                }))
                break;
        }
        placed.push_back(at);
        const float z = 0.004f + 0.0015f * static_cast<float>(i % 4);
        const float turn = own.between(0, 2 * kPi), notch = radians(r.notch);
        const int base = static_cast<int>(form.parts[1].positions.size());
        Mesh& m = form.parts[1];
        m.positions.push_back(V3f(at.x, at.y, z));
        for (int ring = 0; ring < 2; ++ring)
            for (int k = 0; k <= sides; ++k) {
                const float a =
                    turn + notch / 2 + (2 * kPi - notch) * static_cast<float>(k) / static_cast<float>(sides);
                const float wave = 1 + 0.03f * el::sin(5 * a + turn);
                const float radius = size / 2 * wave * (ring ? 1 : 0.86f);
                m.positions.push_back(V3f(at.x + radius * el::cos(a), at.y + radius * el::sin(a),
                                          z + (ring ? r.rim * size * (1 + 0.5f * el::sin(3 * a)) : 0)));
            }
        const int inner = base + 1, outer = inner + sides + 1;
        for (int k = 0; k < sides; ++k) {
            m.triangles.push_back({base, inner + k, inner + k + 1});
            m.triangles.push_back({inner + k, outer + k, outer + k + 1});
            m.triangles.push_back({inner + k, outer + k + 1, inner + k + 1});
        }
    }
    for (int i = 0; r.inFlower && i < r.flowers; ++i) {
        Random own(random.next());
        const float a = own.between(0, 2 * kPi), q = 0.35f * r.spread * std::sqrt(own.unit());
        const V3f at(q * el::cos(a), q * el::sin(a), own.between(0.02f, 0.06f));
        stalk(form.parts[0], {at - V3f(0, 0, 0.12f), at}, 0.004f, 0.004f, 4);
        for (int layer = 0; layer < (level >= Level::Middle ? 1 : 2); ++layer) {
            FlowerRecipe f = r.flower;
            f.size *= g.size * (layer ? 0.66f : 1);
            f.nod = 4;
            addFlower(form.parts[2], form.parts[3], form.parts[0], f, at, V3f(0, 0, 1), level, 1, own);
        }
    }
    form.leafTriangles = 3 * sides;
    form.grain = 2.5f * r.size / static_cast<float>(sides);
    return form;
}

} // namespace

Shaper growCushion(const CushionRecipe& recipe, const Growth& growth) {
    return [recipe, growth](Level level, float fuller) { return cushionOf(recipe, growth, level, fuller); };
}

Shaper growPads(const PadRecipe& recipe, const Growth& growth) {
    return [recipe, growth](Level level, float fuller) { return padsOf(recipe, growth, level, fuller); };
}

} // namespace thallos
