#include "core/planting/litter.h"

#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/planting/strip.h"
#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

// A cone's scales, in spirals round its axis.
void cone(Mesh& m, const V3f& at, const V3f& axis, float length, float thick, int scales) {
    const V3f x = anyAcross(axis);
    for (int k = 0; k < scales; ++k) {
        const float t = (static_cast<float>(k) + 0.5f) / static_cast<float>(scales);
        const V3f out = turned(x, axis, 2.39996f * static_cast<float>(k));
        const float bulge = thick / 2 * std::sqrt(std::max(0.05f, 1 - (2 * t - 0.8f) * (2 * t - 0.8f) / 1.5f));
        const V3f d = (out + axis * (0.5f + t)).normalized();
        petal(m, 3.4f * length / std::sqrt(static_cast<float>(scales)) * 0.5f,
              2.4f * thick / std::sqrt(static_cast<float>(scales)) * 1.6f,
              at + axis * (length * t) + out * (bulge * 0.35f), d, d.cross(axis.cross(out)).normalized(), 1);
    }
    stalk(m, {at, at + axis * (length * 0.5f), at + axis * length}, 0.3f * thick, 0.1f * thick, 5);
}

// Straight between the places of buds, where it turns; the thicker the longer, and forked.
void stick(Mesh& bark, const V3f& at, const V3f& d, float length, float thick, float crooked, Level level,
           Random& own) {
    const float stout = own.between(0.5f, 1.5f), from = thick / 2 * stout, end = 0.45f * from;
    const float reach = length * (0.55f + 0.45f * stout);
    std::vector<V3f> line;
    V3f p = at - d * (reach / 2), along = d;
    const int steps = level >= Level::Middle ? 2 : 6;
    for (int k = 0; k <= steps; ++k) {
        line.push_back(V3f(p.x, p.y, std::max(p.z, 0.6f * from)));
        along = turned(along, V3f(0, 0, 1), radians((k % 2 ? 0.5f : -0.5f) * own.between(0, crooked)));
        p += along * (reach / static_cast<float>(steps) * own.between(0.7f, 1.3f));
    }
    const int sides = level == Level::Hero ? 7 : level == Level::Near ? 5 : 3;
    stalk(bark, line, from, end, sides);
    for (int fork = 0; fork < 2 && level < Level::Middle; ++fork) {
        if (own.unit() > 0.4f * stout + 0.1f) continue;
        const V3f foot = line[static_cast<size_t>(2 + 2 * fork)];
        const V3f side = turned(d, V3f(0, 0, 1), (own.unit() < 0.5f ? 1.0f : -1.0f) * own.between(0.5f, 0.9f));
        const V3f kink = turned(side, V3f(0, 0, 1), own.around(0.4f));
        const float way = reach * own.between(0.1f, 0.22f);
        stalk(bark, {foot, foot + side * way, foot + side * way + kink * way}, 0.6f * from, 0.3f * from,
              std::max(3, sides - 1));
    }
}

// Hollow like the branch it came from.
void flake(Mesh& bark, const V3f& at, const V3f& d, const V3f& face, float length, float thick, Random& own) {
    const V3f side = face.cross(d);
    const int base = static_cast<int>(bark.positions.size());
    const float wide = length * own.between(0.25f, 0.5f), curl = 0.25f * wide;
    for (int row = 0; row < 3; ++row)
        for (int k = 0; k < 4; ++k) {
            const float u = (static_cast<float>(k) / 3 - 0.5f) * (1 + own.around(0.12f)),
                        v = (static_cast<float>(row) / 2 - 0.5f) * (1 + own.around(0.2f));
            bark.positions.push_back(at + d * (length * u) + side * (wide * v) - face * (curl * 4 * v * v) +
                                     face * (curl + thick));
        }
    for (int row = 0; row < 2; ++row)
        for (int k = 0; k < 3; ++k) {
            const int c = base + 4 * row + k;
            bark.triangles.push_back({c, c + 1, c + 5});
            bark.triangles.push_back({c, c + 5, c + 4});
        }
}

// From a stem's foot outwards, half in the ground; it dives, comes up again and ends under it.
void root(Mesh& bark, float direction, float length, float thick, float crooked, Level level, Random& own) {
    const int steps = level >= Level::Middle ? 4 : 10, sides = level == Level::Hero ? 12 : level == Level::Near ? 8 : 5;
    const float from = thick / 2, dives = own.between(1.2f, 2.6f), phase = own.between(0, kPi);
    std::vector<V3f> line;
    V2f p(0);
    float way = direction;
    for (int k = 0; k <= steps; ++k) {
        const float t = static_cast<float>(k) / static_cast<float>(steps);
        line.emplace_back(p.x, p.y,
                          from * (0.25f - 1.15f * t + 0.9f * t * (1 - t) * 4 * el::sin(phase + dives * kPi * t)));
        way += radians(own.around(crooked)) * 0.5f;
        p += V2f(el::cos(way), el::sin(way)) * (length / static_cast<float>(steps));
    }
    stalk(bark, line, from, 0.25f * from, sides);
    if (level >= Level::Middle || own.unit() < 0.35f) return;
    const size_t fork = line.size() / 3;
    const float aside = way + (own.unit() < 0.5f ? 1.0f : -1.0f) * own.between(0.4f, 0.8f);
    const V3f side(el::cos(aside), el::sin(aside), -0.12f);
    const V3f foot = line[fork];
    stalk(bark, {foot, foot + side * (0.2f * length), foot + side * (0.45f * length) - V3f(0, 0, 0.4f * from)},
          0.6f * from, 0.2f * from, sides);
}

Form formOf(const LitterRecipe& recipe, const Growth& growth, Level level, float fuller) {
    Form form;
    form.parts.resize(std::size(kLitterParts));
    Random random(growth.seed);
    const bool leaves = recipe.what == "leaves" || recipe.what == "needles";
    const int every = leaves ? 1 : level == Level::Far ? 6 : level == Level::Middle ? 2 : 1;
    const float larger = std::sqrt(fuller * static_cast<float>(every));
    std::vector<LeafPlace> places;
    for (int i = 0; i < recipe.count; ++i) {
        Random own(random.next());
        const float a = own.between(0, 2 * kPi), q = recipe.spread / 2 * std::sqrt(own.unit());
        const float turn = own.between(0, 2 * kPi), rise = radians(own.around(recipe.tilt));
        const float high = recipe.pile * (1 - own.unit() * own.unit()) * std::max(0.2f, 1 - 1.4f * q / recipe.spread);
        const float reach = leaves ? recipe.leaf.length : recipe.length;
        const V3f at(q * el::cos(a), q * el::sin(a), high + 0.002f + 0.45f * reach * std::abs(el::sin(rise)));
        const V3f d(el::cos(turn) * el::cos(rise), el::sin(turn) * el::cos(rise), el::sin(rise));
        V3f face = V3f(own.around(0.5f), own.around(0.5f), 1);
        face = (face - d * d.dot(face)).normalized();
        const float size = growth.size * own.between(0.6f, 1.15f);
        if (leaves) {
            places.push_back({at - d * (0.4f * recipe.leaf.length), d, own.unit() < 0.3f ? -face : face, size});
            continue;
        }
        if (i % every) continue;
        Mesh& bark = form.parts[0];
        const float length = recipe.length * size * larger;
        const float thick = recipe.thick * size * larger;
        if (recipe.what == "roots") {
            const float even = 2 * kPi * (static_cast<float>(i) + own.around(0.3f)) / static_cast<float>(recipe.count);
            root(bark, even, length, thick, recipe.crooked, level, own);
            continue;
        }
        if (recipe.what == "cones")
            cone(bark, at + V3f(0, 0, 0.3f * thick), d, length, thick,
                 level >= Level::Middle ? 8
                 : level == Level::Near ? 40
                                        : 80);
        else if (recipe.what == "sticks")
            stick(bark, at, d, length, thick, recipe.crooked, level, own);
        else
            flake(bark, at, d, face, length, thick, own);
    }
    if (recipe.what == "roots") form.parts[0].normals = smoothNormals(form.parts[0]);
    form.grain = (leaves                                              ? recipe.leaf.width
                  : recipe.what == "sticks" || recipe.what == "roots" ? recipe.thick
                                                                      : 0.4f * recipe.length) *
                 larger;
    if (leaves) {
        constexpr size_t kMost[kLevels] = {16000, 4000, 600, 120};
        const LeafDetail finest = level == Level::Hero ? LeafDetail::Fine : LeafDetail::Shaped;
        const LeavesAdded added = addSome(form.parts[1], places, recipe.leaf, finest, kMost[static_cast<size_t>(level)],
                                          1 / (fuller * fuller));
        form.grain = added.larger * std::sqrt(recipe.leaf.length * recipe.leaf.width);
        form.leafTriangles = added.triangles;
    }
    return form;
}

} // namespace

Shaper growLitter(const LitterRecipe& recipe, const Growth& growth) {
    return [recipe, growth](Level level, float fuller) { return formOf(recipe, growth, level, fuller); };
}

} // namespace thallos
