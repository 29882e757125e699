#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/planting/bark.h"
#include "core/planting/species.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

// A pointed leaf of a flower, by two triangles.
void petal(Mesh& mesh, float length, float width, const V3f& foot, const V3f& along, const V3f& face, float size) {
    const V3f side = along.cross(face).normalized();
    const float l = length * size, w = width * size / 2;
    const int n = static_cast<int>(mesh.positions.size());
    mesh.positions.push_back(foot);
    mesh.positions.push_back(foot + along * (l * 0.45f) + side * w);
    mesh.positions.push_back(foot + along * l);
    mesh.positions.push_back(foot + along * (l * 0.45f) - side * w);
    mesh.triangles.push_back({n, n + 1, n + 2});
    mesh.triangles.push_back({n, n + 2, n + 3});
}

class Grower {
public:
    Grower(const SpeciesRecipe& recipe, uint64_t seed)
        : recipe_(recipe), seed_(mix(seed, recipe.version)), random_(seed_) {}

    Individual run() {
        out_.parts.resize(SpeciesRecipe::kParts);
        out_.coarse.resize(SpeciesRecipe::kParts);
        const float height = recipe_.height * (1 + random_.around(recipe_.heightSpread));
        if (recipe_.kind == PlantKind::Grass)
            tuft(height / recipe_.height);
        else
            woody(height);
        Box3f b;
        for (const Mesh& m : out_.parts) b.extendBy(bounds(m));
        out_.height = b.max.z;
        out_.spread = std::max(std::max(b.max.x, -b.min.x), std::max(b.max.y, -b.min.y)) * 2;
        if (recipe_.kind == PlantKind::Grass) out_.grain = kFewer * recipe_.grass.width;
        return std::move(out_);
    }

private:
    void woody(float height) {
        const Wood wood = growWood(recipe_.wood, height, random_);
        const float thick = recipe_.wood.stem.radius * height / recipe_.height;
        // Streams of their own: another leaf changes no branch.
        Random leafRandom(mix(seed_, 11)), flowerRandom(mix(seed_, 12));
        // Twigs within brushes of needles are not seen.
        float thinnest = 0;
        if (recipe_.leaf.shape == "brush") {
            thinnest = thick;
            for (const WoodNode& n : wood.nodes) thinnest = std::min(thinnest, 1.02f * n.radius);
        }
        barkOf(wood, recipe_.wood.stem.flare, 0.05f * thick, {.thinnest = thinnest}, out_.parts[0], out_.parts[3],
               mix(seed_, 13));
        barkOf(wood, recipe_.wood.stem.flare, 0, {0.06f * thick, 0.55f, 2}, out_.coarse[0], out_.coarse[3],
               mix(seed_, 13));
        foliage(placeLeaves(wood, recipe_.leaf, leafRandom), recipe_.leaf, 1);
        foliage(placeLeaves(wood, recipe_.blossom, flowerRandom), recipe_.blossom, 2);
    }

    void foliage(const std::vector<LeafPlace>& places, const LeafRecipe& recipe, int part) {
        const Mesh shaped = leafShape(recipe, LeafDetail::Shaped), plain = leafShape(recipe, LeafDetail::Plain);
        // Of a large crown only some leaves are made, each larger: together they have the area of all.
        const auto some = [&](Mesh& mesh, const Mesh& shape, size_t triangles, size_t least) {
            const size_t every = std::max(least, places.size() * shape.triangles.size() / triangles + 1);
            float whole = 0, made = 0;
            for (size_t i = 0; i < places.size(); ++i) {
                const float a = places[i].size * places[i].size;
                whole += a;
                if (i % every == 0) made += a;
            }
            const float larger = std::sqrt(whole / std::max(made, 1e-9f) * area(shaped) / std::max(area(shape), 1e-9f));
            addLeaves(mesh, places, shape, static_cast<int>(every), larger);
            return larger;
        };
        some(out_.parts[part], shaped, kNear, 1);
        const float larger = some(out_.coarse[part], plain, kFar, kFewer);
        if (part == 1 && !places.empty()) out_.grain = larger * std::min(recipe.length, recipe.width);
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
            const V3f face = (up + V3f(random_.around(0.5f), random_.around(0.5f), 0)).normalized();
            const V3f a = anyAcross(face);
            for (int i = 0; i < 11; ++i)
                petal(m, size / 2, size * 0.22f, at, turned(a, face, 2 * kPi * static_cast<float>(i) / 11), face,
                      1 + random_.around(0.1f));
        } else if (g.flower == "tuft") { // a brush of short florets
            for (int i = 0; i < 18; ++i) {
                const V3f out = turned(across, up, random_.between(0, 2 * kPi));
                const V3f d = (up * random_.between(-0.1f, 1.0f) + out).normalized();
                petal(m, size * 0.6f, size * 0.16f, at, d, d.cross(out.cross(up)).normalized(),
                      1 + random_.around(0.2f));
            }
        } else { // ear: spikelets along the stalk's end
            for (int i = 0; i < 14; ++i) {
                const V3f out = turned(across, up, 2.4f * static_cast<float>(i));
                const V3f d = (up + out * 0.45f).normalized();
                petal(m, size * 0.28f, size * 0.07f, at - up * (size * (1 - static_cast<float>(i) / 14)), d, out,
                      1 + random_.around(0.2f));
            }
        }
    }

    static constexpr size_t kNear = 56000, kFar = 5000; // triangles of leaves at most, of each form
    static constexpr int kFewer = 4;                    // leaves of the coarse form
    static constexpr float kLarger = 2;
    static constexpr float kEven = 0.94f; // of the breadth of coarse blades: as much light reaches the ground as before
    const SpeciesRecipe& recipe_;
    uint64_t seed_;
    Random random_;
    Individual out_;
};

} // namespace

Individual grow(const SpeciesRecipe& recipe, uint64_t seed) {
    return Grower(recipe, seed).run();
}

} // namespace thallos
