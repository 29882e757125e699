#include "core/planting/thing.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/planting/stone.h"
#include "core/planting/strip.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

enum Part { Timber, Metal, StonePart, Dark, Glass };

class Joiner {
public:
    Joiner(const ThingRecipe& recipe, const Growth& growth, Level level, float fuller)
        : r_(recipe), level_(level), fuller_(fuller), random_(growth.seed), size_(growth.size) {
        form_.parts.resize(std::size(kThingParts));
        form_.leafTriangles = std::numeric_limits<int>::max(); // boards are of one colour
        form_.grain = level == Level::Far ? 0.12f : level == Level::Middle ? 0.04f : 0.012f;
    }

    Form run() {
        const std::string& w = r_.what;
        if (w == "bench")
            bench();
        else if (w == "table")
            table();
        else if (w == "hive")
            hive();
        else if (w == "bollard lamp")
            lamp();
        else if (w == "bin")
            bin();
        else if (w == "bicycle")
            bicycle();
        else if (w == "post")
            post(0, 1.25f);
        else if (w == "rails")
            rails();
        else if (w == "picket")
            picket();
        else if (w == "dry-stone wall")
            wall();
        else if (w == "gate")
            gate();
        else
            planter();
        if (size_ != 1)
            for (Mesh& m : form_.parts)
                for (V3f& p : m.positions) p *= size_;
        return std::move(form_);
    }

private:
    bool few() const { return level_ >= Level::Middle; }
    bool fewest() const { return level_ == Level::Far; }
    float off(float metres) { return random_.around(metres * r_.irregular); }
    float lengthOr(float usual) const { return r_.length > 0 ? r_.length : usual; }

    // A board between two points, `wide` along `side`, with eased edges where one sees them.
    void board(Part part, V3f a, V3f b, float wide, float thick, V3f side, bool loose = true) {
        if (loose) {
            a += V3f(off(0.006f), off(0.006f), off(0.006f));
            b += V3f(off(0.006f), off(0.006f), off(0.006f));
        }
        Mesh& m = form_.parts[part];
        const V3f d = (b - a).normalized();
        side = (side - d * d.dot(side)).normalized();
        if (loose) side = turned(side, d, off(0.03f));
        const V3f up = side.cross(d);
        const int n = static_cast<int>(m.positions.size());
        const float ease = few() ? 0 : std::min(0.15f * thick, 0.004f);
        if (ease <= 0) {
            for (int k = 0; k < 8; ++k)
                m.positions.push_back((k & 4 ? b : a) + side * (wide / 2 * (k & 1 ? 1.f : -1.f)) +
                                      up * (thick / 2 * (k & 2 ? 1.f : -1.f)));
            for (const auto& q : {V3i(0, 1, 3), V3i(0, 3, 2), V3i(4, 6, 7), V3i(4, 7, 5), V3i(0, 4, 5), V3i(0, 5, 1),
                                  V3i(2, 3, 7), V3i(2, 7, 6), V3i(0, 2, 6), V3i(0, 6, 4), V3i(1, 5, 7), V3i(1, 7, 3)})
                m.triangles.push_back(q + V3i(n));
            return;
        }
        // An octagon drawn along the board.
        const float w = wide / 2, t = thick / 2;
        const V2f ring[8] = {{w - ease, -t}, {w, -t + ease}, {w, t - ease},   {w - ease, t},
                             {-w + ease, t}, {-w, t - ease}, {-w, -t + ease}, {-w + ease, -t}};
        for (const V3f& end : {a, b})
            for (const V2f& p : ring) m.positions.push_back(end + side * p.x + up * p.y);
        for (int k = 0; k < 8; ++k) {
            const int c = n + k, e = n + (k + 1) % 8;
            m.triangles.push_back({c, c + 8, e + 8});
            m.triangles.push_back({c, e + 8, e});
        }
        for (int k = 1; k < 7; ++k) {
            m.triangles.push_back({n, n + k, n + k + 1});
            m.triangles.push_back({n + 8, n + 8 + k + 1, n + 8 + k});
        }
    }
    void bar(Part part, const V3f& a, const V3f& b, float radius) {
        rod(form_.parts[part], a, b, fuller_ * radius, fewest() ? 3 : few() ? 4 : level_ == Level::Hero ? 16 : 9);
    }
    void bent(Part part, std::vector<V3f> line, float radius) {
        if (fewest()) line = {line.front(), line[line.size() / 2], line.back()};
        stalk(form_.parts[part], line, fuller_ * radius, fuller_ * radius,
              fewest()                ? 3
              : few()                 ? 4
              : level_ == Level::Hero ? 14
                                      : 8);
    }
    void ring(Part part, const V3f& middle, const V3f& axis, float radius, float thick) {
        const int steps = fewest() ? 8 : few() ? 12 : level_ == Level::Hero ? 64 : 36;
        const V3f x = anyAcross(axis);
        std::vector<V3f> line;
        for (int k = 0; k <= steps; ++k)
            line.push_back(middle +
                           turned(x, axis, 2 * kPi * static_cast<float>(k) / static_cast<float>(steps)) * radius);
        stalk(form_.parts[part], line, fuller_ * thick, fuller_ * thick, few() ? 3 : 7);
    }
    // A turned body: radius and height, from below.
    void turnedBody(Part part, const V3f& foot, const std::vector<V2f>& profile) {
        Mesh& m = form_.parts[part];
        const int sides = few() ? 8 : level_ == Level::Hero ? 40 : 24, n = static_cast<int>(m.positions.size());
        for (const V2f& p : profile)
            for (int k = 0; k < sides; ++k) {
                const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(sides);
                m.positions.push_back(foot + V3f(el::cos(a), el::sin(a), 0) * (fuller_ * p.x) + V3f(0, 0, p.y));
            }
        for (int i = 0; i + 1 < static_cast<int>(profile.size()); ++i)
            for (int k = 0; k < sides; ++k) {
                const int a = n + i * sides + k, b = n + i * sides + (k + 1) % sides;
                m.triangles.push_back({a, b, b + sides});
                m.triangles.push_back({a, b + sides, a + sides});
            }
    }

    void bench() {
        const float l = lengthOr(1.7f), x = l / 2 - 0.16f;
        for (const float s : {-x, x}) {
            board(Timber, {s, -0.2f, 0}, {s, -0.2f, 0.42f}, 0.07f, 0.07f, {1, 0, 0});
            board(Timber, {s, 0.2f, 0}, {s, 0.26f, 0.86f}, 0.07f, 0.06f, {1, 0, 0});
            board(Timber, {s, -0.22f, 0.395f}, {s, 0.22f, 0.39f}, 0.06f, 0.07f, {1, 0, 0});
            board(Timber, {s, -0.24f, 0.63f}, {s, 0.24f, 0.63f}, 0.07f, 0.035f, {1, 0, 0});
            board(Timber, {s, -0.2f, 0.42f}, {s, -0.2f, 0.615f}, 0.06f, 0.05f, {1, 0, 0});
        }
        for (int k = 0; k < 5; ++k) {
            const float y = -0.19f + 0.096f * static_cast<float>(k);
            board(Timber, {-l / 2, y, 0.45f - 0.004f * static_cast<float>(k)},
                  {l / 2, y, 0.45f - 0.004f * static_cast<float>(k)}, 0.082f, 0.026f, {0, 1, 0});
        }
        for (int k = 0; k < 3; ++k) {
            const float z = 0.57f + 0.115f * static_cast<float>(k), y = 0.195f + 0.07f * (z - 0.42f);
            board(Timber, {-l / 2, y, z}, {l / 2, y, z}, 0.09f, 0.022f, {0, 0.13f, 1});
        }
        board(Timber, {-x, 0.0f, 0.16f}, {x, 0.0f, 0.16f}, 0.07f, 0.03f, {0, 0, 1});
    }

    void table() {
        const float l = lengthOr(1.9f);
        for (int k = 0; k < 5; ++k) {
            const float y = -0.34f + 0.17f * static_cast<float>(k);
            board(Timber, {-l / 2, y, 0.735f}, {l / 2, y, 0.735f}, 0.155f, 0.036f, {0, 1, 0});
        }
        for (const float s : {-l / 2 + 0.3f, l / 2 - 0.3f}) {
            for (const float y : {-1.0f, 1.0f})
                board(Timber, {s, 0.62f * y, 0}, {s, 0.16f * y, 0.715f}, 0.09f, 0.05f, {1, 0, 0});
            board(Timber, {s + 0.05f, -0.4f, 0.69f}, {s + 0.05f, 0.4f, 0.69f}, 0.07f, 0.04f, {0, 0, 1});
            board(Timber, {s + 0.05f, -0.8f, 0.4f}, {s + 0.05f, 0.8f, 0.4f}, 0.08f, 0.04f, {0, 0, 1});
        }
        for (const float y : {-1.0f, 1.0f})
            for (int k = 0; k < 2; ++k)
                board(Timber, {-l / 2, y * (0.64f + 0.14f * static_cast<float>(k)), 0.455f},
                      {l / 2, y * (0.64f + 0.14f * static_cast<float>(k)), 0.455f}, 0.13f, 0.034f, {0, 1, 0});
    }

    void hive() {
        float z = 0.22f;
        for (const float s : {-1.0f, 1.0f})
            for (const float y : {-1.0f, 1.0f})
                board(Timber, {0.19f * s, 0.2f * y, 0}, {0.19f * s, 0.2f * y, z}, 0.045f, 0.045f, {1, 0, 0});
        board(Timber, {-0.24f, -0.03f, z + 0.015f}, {0.24f, -0.03f, z + 0.015f}, 0.56f, 0.03f, {0, 1, 0});
        board(Dark, {-0.11f, -0.236f, z + 0.04f}, {0.11f, -0.236f, z + 0.04f}, 0.016f, 0.012f, {0, 0, 1}, false);
        z += 0.03f;
        for (const float high : {0.24f, 0.24f, 0.15f}) {
            const float wide = 0.46f + off(0.006f), shift = off(0.012f);
            for (const float s : {-1.0f, 1.0f}) {
                board(Timber, {shift + s * (wide / 2 - 0.011f), -wide / 2, z + high / 2},
                      {shift + s * (wide / 2 - 0.011f), wide / 2, z + high / 2}, high - 0.003f, 0.022f, {0, 0, 1},
                      false);
                board(Timber, {shift - wide / 2 + 0.022f, s * (wide / 2 - 0.011f), z + high / 2},
                      {shift + wide / 2 - 0.022f, s * (wide / 2 - 0.011f), z + high / 2}, high - 0.003f, 0.022f,
                      {0, 0, 1}, false);
                if (!few())
                    board(Dark, {shift + s * (wide / 2 + 0.0005f), -0.05f, z + 0.7f * high},
                          {shift + s * (wide / 2 + 0.0005f), 0.05f, z + 0.7f * high}, 0.03f, 0.004f, {0, 0, 1}, false);
            }
            z += high;
        }
        board(Timber, {-0.26f, 0, z + 0.03f}, {0.26f, 0, z + 0.03f}, 0.52f, 0.06f, {0, 1, 0});
        board(Metal, {-0.265f, 0, z + 0.064f}, {0.265f, 0, z + 0.064f}, 0.53f, 0.006f, {0, 1, 0}, false);
        const StoneRecipe pebble{.size = 0.2f, .wear = 0.6f};
        Mesh weight = stone(pebble, few() ? 1 : 3, random_.next());
        Mesh& m = form_.parts[StonePart];
        const int n = static_cast<int>(m.positions.size());
        for (const V3f& p : weight.positions) m.positions.push_back(p * 0.2f + V3f(0.05f, 0.03f, z + 0.12f));
        for (const V3i& t : weight.triangles) m.triangles.push_back(t + V3i(n));
    }

    void lamp() {
        turnedBody(Metal, {0, 0, -0.05f},
                   {{0.085f, 0}, {0.085f, 0.07f}, {0.055f, 0.075f}, {0.055f, 0.78f}, {0.03f, 0.78f}});
        turnedBody(Glass, {0, 0, 0.73f}, {{0.045f, 0}, {0.045f, 0.14f}, {0.0f, 0.14f}});
        turnedBody(Metal, {0, 0, 0.87f}, {{0.0f, 0}, {0.07f, 0}, {0.07f, 0.04f}, {0.062f, 0.05f}, {0, 0.052f}});
        if (!few())
            for (int k = 0; k < 3; ++k) {
                const V3f d = turned(V3f(1, 0, 0), V3f(0, 0, 1), 2 * kPi * static_cast<float>(k) / 3) * 0.051f;
                bar(Metal, d + V3f(0, 0, 0.72f), d + V3f(0, 0, 0.88f), 0.005f);
            }
    }

    void bin() {
        const int slats = few() ? 10 : 22;
        for (int k = 0; k < slats; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(slats);
            const V3f out(el::cos(a), el::sin(a), 0);
            board(Timber, out * 0.215f + V3f(0, 0, 0.09f), out * 0.225f + V3f(0, 0, 0.82f),
                  1.15f / static_cast<float>(slats), 0.018f, V3f(-out.y, out.x, 0));
        }
        turnedBody(Dark, {0, 0, 0.06f},
                   {{0.0f, 0}, {0.2f, 0}, {0.205f, 0.78f}, {0.17f, 0.78f}, {0.165f, 0.3f}, {0, 0.3f}});
        ring(Metal, {0, 0, 0.83f}, {0, 0, 1}, 0.225f, 0.013f);
        ring(Metal, {0, 0, 0.1f}, {0, 0, 1}, 0.222f, 0.008f);
        for (int k = 0; k < 3; ++k) {
            const V3f d = turned(V3f(0.17f, 0, 0), V3f(0, 0, 1), 2 * kPi * static_cast<float>(k) / 3);
            bar(Metal, d, d + V3f(0, 0, 0.1f), 0.014f);
        }
    }

    void bicycle() {
        const float wheel = 0.34f, base = 1.04f;
        const V3f axis(0, 1, 0), back(-base / 2, 0, wheel), front(base / 2, 0, wheel);
        for (const V3f& hub : {back, front}) {
            ring(Dark, hub, axis, wheel - 0.018f, 0.018f);
            ring(Metal, hub, axis, wheel - 0.045f, 0.009f);
            bar(Metal, hub - axis * 0.05f, hub + axis * 0.05f, 0.02f);
            const int spokes = fewest() ? 0 : few() ? 8 : 28;
            for (int k = 0; k < spokes; ++k) {
                const V3f d = turned(V3f(0, 0, 1), axis, 2 * kPi * static_cast<float>(k) / static_cast<float>(spokes));
                const V3f e = turned(d, axis, k % 2 ? 0.25f : -0.25f);
                stalk(form_.parts[Metal],
                      {hub + e * 0.02f + axis * (k % 4 < 2 ? 0.03f : -0.03f), hub + d * (wheel - 0.05f)}, 0.0014f,
                      0.0014f, 3);
            }
        }
        const V3f crank(-0.08f, 0, 0.28f), seat(-0.22f, 0, 0.86f), head(0.36f, 0, 0.88f), low(0.395f, 0, 0.74f);
        const auto tube = [&](const V3f& a, const V3f& b, float r) { bar(Metal, a, b, r); };
        tube(crank, seat, 0.016f);
        tube(crank, low, 0.018f);
        tube(seat + (crank - seat) * 0.08f, head, 0.015f);
        tube(head + V3f(-0.01f, 0, 0.05f), low + V3f(0.01f, 0, -0.04f), 0.018f);
        for (const float s : {-1.0f, 1.0f}) {
            tube(crank + axis * (0.02f * s), back + axis * (0.05f * s), 0.009f);
            tube(seat + (crank - seat) * 0.1f, back + axis * (0.05f * s), 0.008f);
            bent(Metal,
                 {low + axis * (0.04f * s) + V3f(0.01f, 0, -0.04f), low + axis * (0.045f * s) + V3f(0.05f, 0, -0.2f),
                  front + axis * (0.05f * s)},
                 0.01f);
        }
        tube(seat, seat + V3f(-0.035f, 0, 0.12f), 0.0125f);
        bent(Dark, {seat + V3f(-0.17f, 0, 0.14f), seat + V3f(-0.05f, 0, 0.155f), seat + V3f(0.1f, 0, 0.145f)}, 0.035f);
        board(Dark, seat + V3f(-0.19f, 0, 0.15f), seat + V3f(-0.04f, 0, 0.16f), 0.19f, 0.035f, axis, false);
        tube(head + V3f(-0.01f, 0, 0.05f), head + V3f(-0.03f, 0, 0.16f), 0.013f);
        const V3f stem = head + V3f(-0.02f, 0, 0.16f);
        bent(Metal,
             {stem + V3f(-0.16f, -0.29f, 0.02f), stem + V3f(0.0f, -0.24f, 0.03f), stem + V3f(0.05f, -0.06f, 0),
              stem + V3f(0.05f, 0.06f, 0), stem + V3f(0.0f, 0.24f, 0.03f), stem + V3f(-0.16f, 0.29f, 0.02f)},
             0.011f);
        for (const float s : {-1.0f, 1.0f}) {
            bent(Dark, {stem + V3f(-0.2f, 0.295f * s, 0.02f), stem + V3f(-0.1f, 0.28f * s, 0.025f)}, 0.016f);
            const V3f pedal = crank + V3f(0.12f * s, 0.1f * s, -0.11f * s);
            tube(crank + axis * (0.06f * s), pedal, 0.008f);
            board(Dark, pedal + V3f(-0.045f, 0.05f * s, 0), pedal + V3f(0.045f, 0.05f * s, 0), 0.09f, 0.02f, axis,
                  false);
        }
        ring(Metal, crank + axis * 0.045f, axis, 0.09f, 0.006f);
        ring(Dark, back + axis * 0.045f, axis, 0.035f, 0.006f);
        for (const float z : {0.085f, -0.085f})
            bar(Dark, crank + V3f(0, 0.045f, z), back + V3f(0, 0.045f, z * 0.42f), 0.0035f);
        const auto guard = [&](const V3f& hub, float from, float to) {
            std::vector<V3f> line;
            for (int k = 0; k <= 10; ++k)
                line.push_back(hub + turned(V3f(0, 0, 1), axis, lerp(from, to, static_cast<float>(k) / 10)) *
                                         (wheel + 0.02f));
            bent(Metal, line, 0.014f);
        };
        guard(back, -2.0f, 0.6f);
        guard(front, -1.6f, 0.35f);
    }

    void post(float x, float high) {
        const float lean = off(0.05f);
        const V3f top(x + lean, off(0.05f), high + off(0.04f));
        board(Timber, {x, 0, -0.3f}, top, 0.1f, 0.1f, {1, 0, 0});
        if (!few()) board(Timber, top, top + V3f(0, 0, 0.02f), 0.085f, 0.085f, {1, 0, 0}, false);
    }
    void rails() {
        const float l = lengthOr(2.4f);
        post(-l / 2, 1.25f);
        for (int k = 0; k < 3; ++k) {
            const float z = 0.3f + 0.38f * static_cast<float>(k);
            board(Timber, {-l / 2 - 0.05f, -0.06f, z + off(0.04f)}, {l / 2 + 0.05f, -0.06f, z + off(0.05f)}, 0.1f,
                  0.034f, {0, 0, 1});
        }
    }
    void picket() {
        const float l = lengthOr(1.8f);
        post(-l / 2, 0.98f);
        for (const float z : {0.28f, 0.76f})
            board(Timber, {-l / 2, 0, z}, {l / 2, 0, z + off(0.02f)}, 0.07f, 0.035f, {0, 0, 1});
        const int n = static_cast<int>(l / 0.115f);
        for (int k = 0; k < n; ++k) {
            const float x = -l / 2 + l * (static_cast<float>(k) + 0.5f) / static_cast<float>(n) + off(0.015f),
                        high = 1.0f + off(0.03f), lean = off(0.02f);
            board(Timber, {x, -0.03f, 0.07f + off(0.02f)}, {x + lean, -0.03f, high}, 0.07f, 0.02f, {1, 0, 0});
            board(Timber, {x + lean, -0.03f, high}, {x + lean, -0.03f, high + 0.035f}, 0.035f, 0.02f, {1, 0, 0}, false);
        }
    }
    void gate() {
        const float l = lengthOr(1.1f);
        post(-l / 2 - 0.08f, 1.3f);
        post(l / 2 + 0.08f, 1.3f);
        const float sag = off(0.03f);
        for (const float z : {0.15f, 0.42f, 0.7f, 1.0f})
            board(Timber, {-l / 2, 0, z}, {l / 2, 0, z - sag}, 0.09f, 0.028f, {0, 0, 1});
        for (const float x : {-l / 2 + 0.04f, l / 2 - 0.04f})
            board(Timber, {x, 0.03f, 0.08f}, {x, 0.03f, 1.12f}, 0.08f, 0.035f, {1, 0, 0});
        board(Timber, {-l / 2 + 0.05f, -0.03f, 0.15f}, {l / 2 - 0.06f, -0.03f, 0.98f - sag}, 0.085f, 0.026f,
              {0.7f, 0, -0.7f});
        for (const float z : {0.18f, 1.0f})
            board(Metal, {-l / 2 - 0.05f, -0.035f, z}, {-l / 2 + 0.32f, -0.035f, z}, 0.035f, 0.006f, {0, 0, 1}, false);
        board(Metal, {l / 2 - 0.1f, -0.04f, 0.86f}, {l / 2 + 0.06f, -0.04f, 0.86f}, 0.022f, 0.012f, {0, 0, 1}, false);
    }
    void planter() {
        const float l = lengthOr(1.2f);
        for (int k = 0; k < 4; ++k) {
            const float z = 0.07f + 0.135f * static_cast<float>(k);
            for (const float y : {-0.22f, 0.22f})
                board(Timber, {-l / 2, y, z}, {l / 2, y, z}, 0.13f, 0.028f, {0, 0, 1});
            for (const float x : {-l / 2, l / 2})
                board(Timber, {x, -0.22f, z}, {x, 0.22f, z}, 0.13f, 0.028f, {0, 0, 1});
        }
        board(Dark, {-l / 2 + 0.02f, 0, 0.47f}, {l / 2 - 0.02f, 0, 0.47f}, 0.41f, 0.04f, {0, 1, 0}, false);
    }

    // Courses of stones on both faces, smaller and flatter upwards, with a row of slabs on edge on top.
    void wall() {
        const float l = lengthOr(2);
        float z = -0.12f;
        const int divisions = level_ == Level::Hero ? 3 : level_ == Level::Near ? 2 : level_ == Level::Middle ? 1 : 0;
        const auto lay = [&](const V3f& middle, const V3f& size) {
            StoneRecipe s{.size = 1,
                          .proportion = V3f(1),
                          .planes = 18,
                          .wear = 0.2f,
                          .rough = 0.03f,
                          .count = 1,
                          .spread = 0,
                          .sunk = 0};
            Mesh one = stone(s, divisions, random_.next());
            const Box3f b = bounds(one);
            Mesh& m = form_.parts[StonePart];
            const int n = static_cast<int>(m.positions.size());
            const float turn = random_.around(0.06f), c = el::cos(turn), sine = el::sin(turn);
            for (V3f p : one.positions) {
                p -= b.center();
                for (int k = 0; k < 3; ++k) {
                    // Towards a block: stones for walls are chosen for their faces.
                    p[k] /= 0.5f * (b.max[k] - b.min[k]);
                    p[k] = (p[k] < 0 ? -1.0f : 1.0f) * el::pow(std::max(std::abs(p[k]), 1e-4f), 0.62f) * 0.5f * size[k];
                }
                m.positions.push_back(middle + V3f(c * p.x - sine * p.y, sine * p.x + c * p.y, p.z));
            }
            for (const V3i& t : one.triangles) m.triangles.push_back(t + V3i(n));
        };
        const int merge = level_ == Level::Far ? 3 : 1;
        for (int course = 0; z < 0.95f; ++course) {
            const float high =
                (0.2f - 0.09f * std::max(z, 0.0f)) * random_.between(0.75f, 1.15f) * static_cast<float>(merge);
            const float half = 0.29f - 0.1f * std::max(z, 0.0f);
            for (const float face : {-1.0f, 1.0f})
                for (float x = -l / 2 - (course % 2 ? 0.1f : 0); x < l / 2;) {
                    const float wide = random_.between(0.16f, 0.42f) * static_cast<float>(merge);
                    const float from = std::max(x, -l / 2), to = std::min(x + wide, l / 2);
                    x += wide;
                    if (to - from < 0.08f) continue;
                    const float deep = half * 1.05f;
                    lay(V3f((from + to) / 2, face * (half - deep / 2 + off(0.03f)), z + high / 2),
                        V3f(to - from + 0.008f, deep, high * random_.between(1.0f, 1.12f)));
                }
            z += high * 0.97f;
        }
        for (float x = -l / 2 + 0.04f; x < l / 2 - 0.03f;) {
            const float wide = random_.between(0.07f, 0.13f) * static_cast<float>(merge);
            lay(V3f(x + wide / 2, off(0.04f), z + 0.1f), V3f(wide, 0.4f + off(0.08f), 0.24f + off(0.1f)));
            x += wide * 1.02f;
        }
        form_.grain = level_ == Level::Far ? 0.3f : level_ == Level::Middle ? 0.08f : 0.02f;
    }

    const ThingRecipe& r_;
    Level level_;
    float fuller_; // of what is round
    Random random_;
    float size_;
    Form form_;
};

} // namespace

Shaper growThing(const ThingRecipe& recipe, const Growth& growth) {
    return [recipe, growth](Level level, float fuller) { return Joiner(recipe, growth, level, fuller).run(); };
}

} // namespace thallos
