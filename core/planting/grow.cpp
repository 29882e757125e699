#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/planting/species.h"

namespace thallos {

namespace {

namespace el = elementary;

struct Stem {
    std::vector<V3f> points;
    std::vector<float> radii;
    float length = 0;

    // Position, direction and radius at t in 0..1.
    V3f at(float t, V3f& direction, float& radius) const {
        const float s = t * static_cast<float>(points.size() - 1);
        const size_t i = std::min(static_cast<size_t>(s), points.size() - 2);
        const float f = s - static_cast<float>(i);
        direction = (points[i + 1] - points[i]).normalized();
        radius = lerp(radii[i], radii[i + 1], f);
        return lerp(points[i], points[i + 1], f);
    }
};

V3f anyAcross(const V3f& d) {
    const V3f a = std::abs(d.z) < 0.9f ? V3f(0, 0, 1) : V3f(1, 0, 0);
    return d.cross(a).normalized();
}

V3f turned(const V3f& v, const V3f& axis, float angle) { // Rodrigues
    const float c = el::cos(angle), s = el::sin(angle);
    return v * c + axis.cross(v) * s + axis * (axis.dot(v) * (1 - c));
}

void tube(Mesh& mesh, const Stem& stem, int sides) {
    const int rings = static_cast<int>(stem.points.size()), base = static_cast<int>(mesh.positions.size());
    V3f across = anyAcross((stem.points[1] - stem.points[0]).normalized());
    for (int i = 0; i < rings; ++i) {
        const V3f d = (stem.points[std::min(i + 1, rings - 1)] - stem.points[std::max(i - 1, 0)]).normalized();
        across = (across - d * d.dot(across)).normalized();
        const V3f up = d.cross(across);
        for (int k = 0; k < sides; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(sides);
            const V3f n = across * el::cos(a) + up * el::sin(a);
            mesh.positions.push_back(stem.points[i] + n * stem.radii[i]);
            mesh.normals.push_back(n);
        }
    }
    for (int i = 0; i + 1 < rings; ++i)
        for (int k = 0; k < sides; ++k) {
            const int a = base + i * sides + k, b = base + i * sides + (k + 1) % sides;
            mesh.triangles.push_back({a, b, b + sides});
            mesh.triangles.push_back({a, b + sides, a + sides});
        }
}

void leaf(Mesh& mesh, const LeafRecipe& recipe, const V3f& foot, const V3f& along, const V3f& face, float size) {
    const V3f side = along.cross(face).normalized();
    const float l = recipe.length * size, w = recipe.width * size / 2;
    const float fold = el::sin(radians(recipe.fold));
    const int n = static_cast<int>(mesh.positions.size());
    auto add = [&](float t, float s) {
        mesh.positions.push_back(foot + along * (l * t) + side * (w * s) + face * (w * std::abs(s) * fold));
    };
    if (recipe.shape == "oval") {
        add(0, 0);
        add(0.3f, 0.95f);
        add(0.72f, 0.75f);
        add(1, 0);
        add(0.72f, -0.75f);
        add(0.3f, -0.95f);
        for (const V3i& t : {V3i(0, 1, 2), V3i(0, 2, 3), V3i(0, 3, 4), V3i(0, 4, 5)})
            mesh.triangles.push_back(t + V3i(n));
    } else {
        const float belly = recipe.shape == "needle" ? 0.35f : 0.45f;
        add(0, 0);
        add(belly, 1);
        add(1, 0);
        add(belly, -1);
        mesh.triangles.push_back({n, n + 1, n + 2});
        mesh.triangles.push_back({n, n + 2, n + 3});
    }
}

float crownLength(const std::string& crown, float t) {
    if (crown == "cone") return 0.12f + 0.88f * (1 - t);
    if (crown == "tall") return t < 0.25f ? 0.6f + 1.6f * t : 1 - 0.86f * (t - 0.25f) / 0.75f;
    if (crown == "spread") return 0.75f + 0.45f * el::sin(kPi * t) - 0.35f * t * t;
    return 0.42f + 0.6f * el::sin(kPi * (0.12f + 0.80f * t)); // round
}

class Grower {
public:
    Grower(const SpeciesRecipe& recipe, uint64_t seed)
        : recipe_(recipe), wood_(recipe.wood), random_(mix(seed, recipe.version)) {}

    Individual run() {
        out_.parts.resize(4);
        out_.coarse.resize(4);
        out_.surfaces = {recipe_.bark, recipe_.foliage, recipe_.flower, recipe_.twig};
        const float height = recipe_.height * (1 + random_.around(recipe_.heightSpread));
        if (recipe_.kind == PlantKind::Grass)
            tuft(height / recipe_.height);
        else {
            const int stems = std::max(1, static_cast<int>(wood_.fork + 0.5f));
            for (int i = 0; i < stems; ++i) trunk(i, stems, height);
        }
        Box3f b;
        for (const Mesh& m : out_.parts) b.extendBy(bounds(m));
        out_.height = b.max.z;
        out_.spread = std::max(std::max(b.max.x, -b.min.x), std::max(b.max.y, -b.min.y)) * 2;
        out_.grain = recipe_.kind == PlantKind::Grass ? kFewer * recipe_.grass.width
                                                      : kLarger * std::min(recipe_.leaf.length, recipe_.leaf.width);
        return std::move(out_);
    }

private:
    // A stem that starts at `foot` towards `direction`.
    Stem stem(const BranchLevel& level, const V3f& foot, V3f direction, float length, float radius, bool trunk) {
        Stem s;
        s.length = length;
        const int n = level.segments;
        V3f p = foot;
        const float step = length / static_cast<float>(n);
        for (int i = 0; i <= n; ++i) {
            const float t = static_cast<float>(i) / static_cast<float>(n);
            float r = radius * (1 - level.taper * t);
            if (trunk) r *= 1 + wood_.flare * el::exp(-t * length / (2.5f * radius));
            s.points.push_back(p);
            s.radii.push_back(std::max(r, 0.0012f));
            if (i == n) break;
            const V3f axis = turned(anyAcross(direction), direction, random_.between(0, 2 * kPi));
            direction =
                turned(direction, axis, radians(random_.around(level.wander)) / std::sqrt(static_cast<float>(n)));
            // Curve towards or away from the sky.
            const V3f level3(0, 0, 1);
            const V3f across = direction.cross(level3);
            if (across.length2() > 1e-6f)
                direction = turned(direction, across.normalized(), radians(level.curve) / static_cast<float>(n));
            direction.normalize();
            p += direction * step;
        }
        return s;
    }

    void trunk(int which, int of, float height) {
        const BranchLevel& level = wood_.levels.front();
        V3f direction(0, 0, 1), foot(0);
        float length = height, radius = wood_.trunkRadius * height / recipe_.height;
        if (of > 1) {
            const float a = 2 * kPi * (static_cast<float>(which) + random_.unit() * 0.7f) / static_cast<float>(of);
            const float tilt = radians(random_.between(6, wood_.lean));
            direction = V3f(el::sin(tilt) * el::cos(a), el::sin(tilt) * el::sin(a), el::cos(tilt));
            foot = V3f(el::cos(a), el::sin(a), 0) * (radius * 2.2f);
            length *= random_.between(0.7f, 1.0f);
            radius *= random_.between(0.6f, 1.0f);
        } else {
            const float a = random_.between(0, 2 * kPi), tilt = radians(random_.around(wood_.lean));
            direction = V3f(el::sin(tilt) * el::cos(a), el::sin(tilt) * el::sin(a), el::cos(tilt));
        }
        foot.z = -0.15f * std::min(1.0f, radius * 8); // rooted, on slopes too
        const Stem s = stem(level, foot, direction, length, radius, true);
        tube(out_.parts[0], s, level.sides);
        tube(out_.coarse[0], s, std::min(level.sides, 6));
        branch(s, 1, height);
    }

    void branch(const Stem& parent, size_t depth, float height) {
        if (depth >= wood_.levels.size()) return;
        const BranchLevel& level = wood_.levels[depth];
        const bool last = depth + 1 == wood_.levels.size();
        const float from = depth == 1 ? wood_.bare : 0.12f;
        const float full = depth == 1 ? height : reference_[depth - 1];
        const float wanted = level.count * std::clamp(parent.length / std::max(full, 0.01f), 0.25f, 1.3f);
        const int count = static_cast<int>(wanted + random_.unit());
        float around = random_.between(0, 2 * kPi);
        for (int i = 0; i < count; ++i) {
            const float q = (static_cast<float>(i) + random_.between(0.1f, 0.9f)) / static_cast<float>(count);
            const float t = from + (1 - from) * q * 0.985f;
            around += radians(137.5f + random_.around(25));
            V3f direction;
            float radius = 0;
            const V3f foot = parent.at(t, direction, radius);
            float share = depth == 1 ? crownLength(wood_.crown, q) : 1 - 0.55f * q;
            share *= 1 + random_.around(0.22f);
            const float length = parent.length * level.length * share * (depth == 1 ? height / parent.length : 1);
            if (length < 0.03f) continue;
            if (reference_.size() <= depth) reference_.resize(depth + 1, 0);
            reference_[depth] = std::max(reference_[depth], full * level.length);
            const V3f axis = turned(anyAcross(direction), direction, around);
            // Upper branches stand steeper than lower ones.
            const float angle = level.angle + random_.around(level.angleSpread) - (depth == 1 ? 22 * (q - 0.4f) : 0);
            V3f d = turned(direction, axis, radians(angle));
            if (wood_.gravity != 0 && depth >= 2) d = (d - V3f(0, 0, el::sin(radians(wood_.gravity)))).normalized();
            const float thick = std::min(radius * level.thickness * (0.7f + 0.5f * share), radius * 0.9f);
            const Stem s = stem(level, foot, d, length, thick, false);
            tube(out_.parts[depth >= 2 ? 3 : 0], s, level.sides);
            if (depth < 2) tube(out_.coarse[0], s, std::min(level.sides, 4));
            if (last) {
                leaves(s, recipe_.leaf, 1, length / std::max(reference_[depth], 0.01f));
                leaves(s, recipe_.blossom, 2, length / std::max(reference_[depth], 0.01f));
            } else
                branch(s, depth + 1, height);
        }
    }

    void leaves(const Stem& s, const LeafRecipe& recipe, int part, float share) {
        const int count = static_cast<int>(recipe.count * std::clamp(share, 0.3f, 1.2f) + random_.unit());
        const bool needle = recipe.shape == "needle";
        float around = random_.between(0, 2 * kPi);
        for (int i = 0; i < count; ++i) {
            const float t = needle ? 0.04f + 0.96f * random_.unit() : 0.15f + 0.85f * std::sqrt(random_.unit());
            V3f d;
            float r = 0;
            const V3f foot = s.at(t, d, r);
            around += radians(137.5f + random_.around(30));
            const V3f out = turned(anyAcross(d), d, around);
            V3f along =
                needle ? (d * 0.75f + out).normalized() : (d * 0.5f + out * random_.between(0.7f, 1.1f)).normalized();
            const float sink = el::sin(radians(recipe.droop + random_.around(20)));
            if (!needle) along = (along - V3f(0, 0, sink)).normalized();
            // Faces turn to the light, loosely.
            V3f face = V3f(random_.around(0.7f), random_.around(0.7f), 1);
            face = (face - along * along.dot(face));
            if (face.length2() < 1e-4f) face = anyAcross(along);
            const float size = 1 + random_.around(0.3f);
            leaf(out_.parts[part], recipe, foot + out * r, along, face.normalized(), size);
            if (leaves_[part]++ % kFewer == 0)
                leaf(out_.coarse[part], simple(recipe), foot + out * r, along, face.normalized(), kLarger * size);
        }
    }

    void tuft(float size) {
        const GrassRecipe& g = recipe_.grass;
        for (int i = 0; i < g.blades; ++i) {
            const float a = random_.between(0, 2 * kPi), q = std::sqrt(random_.unit());
            const V3f foot(el::cos(a) * q * g.spread / 2, el::sin(a) * q * g.spread / 2, -0.01f);
            const bool flower = random_.unit() < g.flowerShare;
            const float length = g.length * size * (1 + random_.around(g.lengthSpread)) * (flower ? 1.25f : 1);
            const float lean = a + random_.around(1.4f);
            const V3f out(el::cos(lean), el::sin(lean), 0);
            const float start = radians(random_.between(2, 16) + 14 * q),
                        bend = radians(g.bend * random_.between(flower ? 0.1f : 0.35f, flower ? 0.5f : 1.3f));
            const float width = g.width * random_.between(0.7f, 1.3f) * (flower ? 0.6f : 1);
            const V3f tip = blade(out_.parts[1], 4, foot, out, length, width, start, bend, flower);
            const float angle = start + bend; // of the tip
            const V3f up = out * el::sin(angle) + V3f(0, 0, el::cos(angle));
            const size_t vertex = out_.parts[2].positions.size(), triangle = out_.parts[2].triangles.size();
            if (flower) head(tip, up);
            if (i % kFewer) continue;
            if (flower) enlarge(vertex, triangle, tip);
            blade(out_.coarse[1], 4, foot, out, length, kFewer * kEven * width, start, bend, flower);
        }
    }

    // The flower that was added last, larger, for the coarse form.
    void enlarge(size_t vertex, size_t triangle, const V3f& at) {
        const Mesh& fine = out_.parts[2];
        Mesh& m = out_.coarse[2];
        const auto shift = static_cast<int>(m.positions.size()) - static_cast<int>(vertex);
        for (; vertex < fine.positions.size(); ++vertex)
            m.positions.push_back(at + (fine.positions[vertex] - at) * kLarger);
        for (; triangle < fine.triangles.size(); ++triangle)
            m.triangles.push_back(fine.triangles[triangle] + V3i(shift));
    }

    // Returns its tip.
    V3f blade(Mesh& m, int segments, const V3f& foot, const V3f& out, float length, float width, float start,
              float bend, bool flower) {
        const int base = static_cast<int>(m.positions.size());
        const V3f side = V3f(-out.y, out.x, 0);
        V3f p = foot, d(0, 0, 1);
        for (int i = 0; i <= segments; ++i) {
            const float t = static_cast<float>(i) / static_cast<float>(segments);
            const float angle = start + bend * t * t;
            d = out * el::sin(angle) + V3f(0, 0, el::cos(angle));
            const float w = width / 2 * (flower ? 1 - 0.5f * t : 1 - t * t);
            if (i < segments || flower) {
                m.positions.push_back(p - side * w);
                m.positions.push_back(p + side * w);
            } else
                m.positions.push_back(p);
            if (i < segments) p += d * (length / static_cast<float>(segments));
        }
        for (int i = 0; i < segments; ++i) {
            const int a = base + 2 * i;
            if (i + 1 < segments || flower) {
                m.triangles.push_back({a, a + 1, a + 3});
                m.triangles.push_back({a, a + 3, a + 2});
            } else
                m.triangles.push_back({a, a + 1, a + 2});
        }
        return p;
    }

    void head(const V3f& at, const V3f& up) {
        const GrassRecipe& g = recipe_.grass;
        Mesh& m = out_.parts[2];
        const float size = g.flowerSize * (1 + random_.around(0.25f));
        const V3f across = anyAcross(up);
        if (g.flower == "disc") { // petals round a raised middle
            const LeafRecipe petal{size / 2, size * 0.22f, 1, 0, 0, "diamond"};
            const V3f face = (up + V3f(random_.around(0.5f), random_.around(0.5f), 0)).normalized();
            const V3f a = anyAcross(face);
            for (int i = 0; i < 11; ++i)
                leaf(m, petal, at, turned(a, face, 2 * kPi * static_cast<float>(i) / 11), face,
                     1 + random_.around(0.1f));
        } else if (g.flower == "tuft") { // a brush of short florets
            const LeafRecipe floret{size * 0.6f, size * 0.16f, 1, 0, 0, "diamond"};
            for (int i = 0; i < 18; ++i) {
                const V3f out = turned(across, up, random_.between(0, 2 * kPi));
                const V3f d = (up * random_.between(-0.1f, 1.0f) + out).normalized();
                leaf(m, floret, at, d, d.cross(out.cross(up)).normalized(), 1 + random_.around(0.2f));
            }
        } else { // ear: spikelets along the stalk's end
            const LeafRecipe spikelet{size * 0.28f, size * 0.07f, 1, 0, 0, "diamond"};
            for (int i = 0; i < 14; ++i) {
                const V3f out = turned(across, up, 2.4f * static_cast<float>(i));
                const V3f d = (up + out * 0.45f).normalized();
                leaf(m, spikelet, at - up * (size * (1 - static_cast<float>(i) / 14)), d, out,
                     1 + random_.around(0.2f));
            }
        }
    }

    static constexpr int kFewer = 4; // leaves of the coarse form
    static constexpr float kLarger = 2;
    static constexpr float kEven = 0.94f; // of the breadth of coarse blades: as much light reaches the ground as before
    static LeafRecipe simple(LeafRecipe recipe) {
        if (recipe.shape == "oval") {
            recipe.shape = "diamond";
            recipe.width *= 1.21f; // for the same area
        }
        return recipe;
    }

    const SpeciesRecipe& recipe_;
    const WoodRecipe& wood_;
    Random random_;
    Individual out_;
    std::vector<float> reference_{0, 0}; // full branch length by level
    int leaves_[4] = {};                 // so far, by part
};

} // namespace

Individual grow(const SpeciesRecipe& recipe, uint64_t seed) {
    return Grower(recipe, seed).run();
}

} // namespace thallos
