#include "core/planting/flower.h"

#include <algorithm>

#include "core/base/elementary.h"
#include "core/planting/strip.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

// A petal with a broad end, hollow like a spoon; two triangles when it is far.
void spoon(Mesh& m, float length, float width, const V3f& foot, const V3f& along, const V3f& face, float hollow,
           bool few) {
    const V3f side = along.cross(face).normalized();
    const int n = static_cast<int>(m.positions.size());
    const auto at = [&](float t, float s, float lift) {
        m.positions.push_back(foot + along * (length * t) + side * (width / 2 * s) + face * (length * lift));
    };
    if (few) {
        at(0, 0, 0);
        at(0.6f, 1, hollow * 0.3f);
        at(1, 0, hollow);
        at(0.6f, -1, hollow * 0.3f);
        m.triangles.insert(m.triangles.end(), {{n, n + 1, n + 2}, {n, n + 2, n + 3}});
        return;
    }
    at(0, 0, 0);
    at(0.35f, 0.8f, hollow * 0.3f);
    at(0.75f, 1, hollow * 0.55f);
    at(1, 0.35f, hollow);
    at(1, -0.35f, hollow);
    at(0.75f, -1, hollow * 0.55f);
    at(0.35f, -0.8f, hollow * 0.3f);
    at(0.55f, 0, -hollow * 0.1f);
    for (int k = 0; k < 7; ++k) {
        const int a = k == 0 ? n : n + k, b = k == 6 ? n : n + k + 1;
        m.triangles.push_back({n + 7, a, b});
    }
}

// A low dome.
void dome(Mesh& m, const V3f& at, const V3f& up, float radius, float height, bool few) {
    const V3f x = anyAcross(up), y = up.cross(x);
    const int sides = few ? 4 : 7, base = static_cast<int>(m.positions.size());
    for (int ring = 0; ring < 2; ++ring)
        for (int k = 0; k < sides; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(sides), r = ring ? 0.62f : 1;
            m.positions.push_back(at + (x * el::cos(a) + y * el::sin(a)) * (radius * r) +
                                  up * (height * (ring ? 0.75f : 0)));
        }
    m.positions.push_back(at + up * height);
    for (int k = 0; k < sides; ++k) {
        const int a = base + k, b = base + (k + 1) % sides;
        m.triangles.push_back({a, b, b + sides});
        m.triangles.push_back({a, b + sides, a + sides});
        m.triangles.push_back({a + sides, b + sides, base + 2 * sides});
    }
}

} // namespace

void addFlower(Mesh& petals, Mesh& eye, Mesh& stalks, const FlowerRecipe& f, const V3f& at, const V3f& stem,
               Level level, float larger, Random& random) {
    if (f.kind == "none") return;
    const bool few = level >= Level::Middle, fewest = level == Level::Far;
    const float size = f.size * (1 + random.around(0.18f)) * larger;
    const V3f up = turned(stem, turned(anyAcross(stem), stem, random.between(0, 2 * kPi)),
                          radians(f.nod * random.between(0.3f, 1.2f)))
                       .normalized();
    const V3f across = anyAcross(up);
    const auto round = [&](int k, int n) { return turned(across, up, 2 * kPi * static_cast<float>(k) / n); };
    if (f.kind == "daisy") {
        const int n = few ? std::max(4, f.petals / 3) : f.petals;
        const float width = size / 2 * f.width * static_cast<float>(f.petals) / static_cast<float>(n);
        for (int k = 0; k < n; ++k) {
            const V3f out = (round(k, n) + up * random.between(-0.12f, 0.14f)).normalized();
            spoon(petals, size * 0.4f * (1 + random.around(0.08f)), width, at + out * (size * 0.1f), out,
                  (up - out * out.dot(up)).normalized(), -0.08f, few);
        }
        dome(eye, at - up * (0.01f * size), up, 0.15f * size, 0.09f * size, few);
    } else if (f.kind == "cup") {
        const int n = fewest ? 3 : f.petals;
        for (int k = 0; k < n; ++k) {
            const V3f out = (round(k, n) + up * 0.55f).normalized();
            spoon(petals, size * 0.62f, size * 0.62f * f.width * static_cast<float>(f.petals) / static_cast<float>(n),
                  at, out, (up - out * out.dot(up)).normalized(), 0.16f, few);
        }
        dome(eye, at, up, 0.13f * size, 0.16f * size, few);
    } else if (f.kind == "umbel") {
        const int rays = fewest ? 5 : few ? f.petals / 2 : f.petals;
        for (int k = 0; k < rays; ++k) {
            const float t = std::sqrt((static_cast<float>(k) + 0.5f) / static_cast<float>(rays));
            const V3f side = turned(across, up, 2.39996f * static_cast<float>(k));
            const V3f end = at + up * (size * (0.5f - 0.12f * t * t)) + side * (size * 0.5f * t);
            if (!few) stalk(stalks, {at, end}, 0.0007f * larger, 0.0005f * larger, 3);
            const int heads = few ? 3 : 7;
            const float part = size * (few ? 0.16f * std::sqrt(static_cast<float>(f.petals) / rays) : 0.075f);
            for (int i = 0; i < heads; ++i) {
                const V3f to = turned(across, up, 2.39996f * i);
                const V3f foot = end + to * (part * 0.8f * std::sqrt(static_cast<float>(i) / heads)) +
                                 up * (part * random.between(0, 0.3f));
                petal(petals, part, part * 0.9f, foot - to * (part / 2), to, up, 1 + random.around(0.2f));
            }
        }
    } else if (f.kind == "spike" || f.kind == "bells") {
        const bool bells = f.kind == "bells";
        const int n = fewest ? std::max(4, f.petals / 6) : few ? std::max(5, f.petals / 3) : f.petals;
        const float each = size * std::sqrt(static_cast<float>(f.petals) / static_cast<float>(n));
        const V3f to = turned(anyAcross(stem), stem, random.between(0, 2 * kPi));
        for (int k = 0; k < n; ++k) {
            const float t = (static_cast<float>(k) + 0.5f) / static_cast<float>(n); // from the foot of the spike
            const float s = each * (1 - 0.62f * t * t);
            V3f out = turned(anyAcross(stem), stem, 2.39996f * static_cast<float>(k));
            if (bells) out = (out * 0.55f + to).normalized();
            const V3f foot = at - stem * (f.length * larger * (1 - t));
            const V3f d = bells ? (out + V3f(0, 0, -0.9f + 0.7f * t)).normalized()
                                : (out + stem * (0.35f + 0.7f * t)).normalized();
            const V3f a = anyAcross(d), b = d.cross(a);
            const int sides = fewest ? 2 : few ? 3 : bells ? 5 : 4;
            for (int i = 0; i < sides; ++i) {
                const float turn = 2 * kPi * static_cast<float>(i) / static_cast<float>(sides);
                const V3f r = a * el::cos(turn) + b * el::sin(turn);
                spoon(petals, s, s * (bells ? 0.62f : f.width) * (few ? 1.4f : 1), foot,
                      (d + r * (bells ? 0.28f : 0.5f)).normalized(), (r - d * 0.2f).normalized(), bells ? 0.12f : 0.05f,
                      true);
            }
        }
    } else { // ball, brush
        const bool brush = f.kind == "brush";
        const int n = fewest ? 6 : few ? std::max(8, f.petals / 3) : f.petals;
        const float broad = f.width * std::sqrt(static_cast<float>(f.petals) / static_cast<float>(n));
        for (int k = 0; k < n; ++k) {
            const float z = 1 - (brush ? 0.95f : 1.6f) * (static_cast<float>(k) + 0.5f) / static_cast<float>(n);
            const V3f side = turned(across, up, 2.39996f * static_cast<float>(k));
            const V3f d = (up * z + side * std::sqrt(std::max(0.02f, 1 - z * z))).normalized();
            petal(petals, size * 0.5f, size * broad * 0.5f, at + (brush ? V3f(0) : up * (size * 0.25f)), d,
                  d.cross(anyAcross(d)).normalized(), 1 + random.around(0.15f));
        }
        if (brush) dome(eye, at + up * (0.12f * size), -up, 0.2f * size, 0.34f * size, few);
    }
}

} // namespace thallos
