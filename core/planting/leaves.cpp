#include "core/planting/leaves.h"

#include <algorithm>
#include <cmath>

#include "core/planting/turning.h"

namespace thallos {

namespace {

namespace el = elementary;

// Half of an outline: share of the length, share of the half width.
using Outline = std::vector<V2f>;

Outline outlineOf(const std::string& shape, LeafDetail detail) {
    const bool fine = detail == LeafDetail::Fine;
    if (shape == "lance")
        return fine ? Outline{{0.12f, 0.5f}, {0.3f, 0.95f}, {0.5f, 1}, {0.72f, 0.68f}, {0.88f, 0.3f}}
                    : Outline{{0.25f, 0.9f}, {0.65f, 0.8f}};
    if (shape == "heart")
        return fine ? Outline{{-0.06f, 0.45f}, {0.08f, 0.9f}, {0.28f, 1}, {0.55f, 0.78f}, {0.8f, 0.36f}}
                    : Outline{{0.06f, 0.92f}, {0.5f, 0.85f}};
    if (shape == "lobed")
        return fine ? Outline{{0.12f, 0.2f}, {0.24f, 0.55f}, {0.32f, 0.34f}, {0.46f, 0.86f},
                              {0.55f, 0.5f}, {0.7f, 1},      {0.79f, 0.56f}, {0.9f, 0.56f}}
                    : Outline{{0.3f, 0.6f}, {0.45f, 0.45f}, {0.68f, 1}};
    return fine ? Outline{{0.1f, 0.5f}, {0.26f, 0.93f}, {0.45f, 1}, {0.68f, 0.76f}, {0.86f, 0.4f}}
                : Outline{{0.28f, 0.97f}, {0.68f, 0.78f}};
}

// One blade: fan from the foot, or strips along the midrib when it is fine.
void blade(Mesh& m, const Outline& half, const V3f& foot, const V3f& along, const V3f& side, const V3f& face,
           float length, float width, float fold, float curl, bool fine) {
    const int base = static_cast<int>(m.positions.size());
    const float lift = el::sin(radians(fold)), bend = el::sin(radians(curl));
    const auto at = [&](float t, float s) {
        m.positions.push_back(foot + along * (length * t) + side * (width / 2 * s) +
                              face * (width / 2 * std::abs(s) * lift - length * t * t * bend));
    };
    const int n = static_cast<int>(half.size());
    if (!fine) {
        at(0, 0);
        for (const V2f& p : half) at(p.x, p.y);
        at(1, 0);
        for (int k = n; k-- > 0;) at(half[k].x, -half[k].y);
        for (int k = 1; k <= 2 * n; ++k) m.triangles.push_back({base, base + k, base + k + 1});
        return;
    }
    // Midrib points 0..n+1, then the right and the left edge.
    at(0, 0);
    for (const V2f& p : half) at(std::max(p.x, 0.02f), 0);
    at(1, 0);
    for (const V2f& p : half) at(p.x, p.y);
    for (const V2f& p : half) at(p.x, -p.y);
    const auto rib = [&](int k) { return base + k; };
    const auto edge = [&](int k, int s) { return base + n + 2 + s * n + k - 1; };
    for (int s = 0; s < 2; ++s) {
        const auto add = [&](int a, int b, int c) { m.triangles.push_back(s ? V3i(a, c, b) : V3i(a, b, c)); };
        add(rib(0), edge(1, s), rib(1));
        for (int k = 1; k < n; ++k) {
            add(rib(k), edge(k, s), edge(k + 1, s));
            add(rib(k), edge(k + 1, s), rib(k + 1));
        }
        add(rib(n), edge(n, s), rib(n + 1));
    }
}

// The needles of one shoot: as planes that cross in its axis, seen from afar.
Mesh brushPlanes(const LeafRecipe& r) {
    Mesh m;
    const V3f x(1, 0, 0), y(0, -1, 0), z(0, 0, 1);
    for (const V3f& side : {y, z})
        blade(m, Outline{{0.4f, 0.9f}}, V3f(0), x, side, x.cross(side), r.length, r.width, 0, 0, false);
    return m;
}

// As single needles, or as a few slivers with as much area for all of them: between them one sees through.
constexpr int kSlivers = 5, kFewestSlivers = 4;
Mesh brush(const LeafRecipe& r, int many) {
    Mesh m;
    const V3f x(1, 0, 0), y(0, -1, 0), z(0, 0, 1);
    const float single =
        std::clamp(static_cast<float>(many - kSlivers) / static_cast<float>(6 * r.leaflets - kSlivers), 0.0f, 1.0f);
    const float thick = 2.5f * r.length / static_cast<float>(many);
    for (int k = 0; k < many; ++k) {
        const float t = (static_cast<float>(k) + 0.5f) / static_cast<float>(many);
        const float a = 2.39996f * static_cast<float>(k);
        const V3f out = y * el::cos(a) + z * el::sin(a), across = x.cross(out);
        const V3f foot = x * (r.length * lerp(0.7f, 0.92f, single) * t),
                  tip = foot + x * lerp(0.45f * r.length, 0.42f * r.width, single) +
                        out * ((k + 1 == many ? 0.1f : 0.5f) * r.width);
        const V3f half = (across * 0.7f + x * 0.7f) * (thick / 2);
        const int base = static_cast<int>(m.positions.size());
        m.positions.insert(m.positions.end(), {foot - half, foot + half, tip});
        m.triangles.push_back({base, base + 1, base + 2});
    }
    return m;
}

// Leaflets in pairs along a rib that bends, one at its end.
Mesh pinnate(const LeafRecipe& r, bool fine) {
    Mesh m;
    const V3f y(0, -1, 0);
    const int pairs = (r.leaflets - 1) / 2;
    // The leaflets of a frond are straps that lie over each other; others have room.
    const bool frond = pairs > 10;
    const float room = r.length * 1.9f / static_cast<float>(pairs + 1);
    const float l = frond ? 0.5f * r.width : std::min(r.width * 0.62f, room), w = frond ? 0.4f * room : l * 0.42f;
    const float bend = radians(r.curl) * (frond ? 1 : 0.7f);
    struct Rib {
        V3f at, along, up;
    };
    const auto rib = [&](float t) { // an arc
        const float a = std::max(bend * t, 1e-3f);
        return Rib{V3f(el::sin(a), 0, el::cos(a) - 1) * (r.length * 0.8f * t / a), V3f(el::cos(a), 0, -el::sin(a)),
                   V3f(el::sin(a), 0, el::cos(a))};
    };
    const auto leaflet = [&](const Rib& at, const V3f& along, const V3f& side, float size) {
        blade(m, fine ? outlineOf("ovate", LeafDetail::Shaped) : Outline{{0.42f, 1}}, at.at, along, side, at.up,
              l * size, w, r.fold, frond ? 0.3f * r.curl : r.curl, false);
    };
    for (int k = 0; k < pairs; ++k) {
        const float t = 0.22f + 0.68f * static_cast<float>(k) / static_cast<float>(std::max(pairs - 1, 1));
        const Rib at = rib(t);
        const float size = frond ? 0.55f + 1.8f * t * (1 - t) : 1; // shorter towards both ends
        for (const float s : {1.0f, -1.0f})
            leaflet(at, (at.along * 0.5f + y * s).normalized(), (y * 0.5f - at.along * s).normalized(), size);
    }
    leaflet(rib(0.97f), rib(0.97f).along, y, frond ? 0.4f : 1);
    if (frond) { // its stalk
        constexpr int kPieces = 5;
        const int base = static_cast<int>(m.positions.size());
        for (int k = 0; k <= kPieces; ++k) {
            const float t = static_cast<float>(k) / kPieces;
            const Rib at = rib(t);
            const V3f half = y * (0.014f * r.length * (1 - 0.8f * t));
            m.positions.insert(m.positions.end(), {at.at - half, at.at + half});
        }
        for (int k = 0; k < kPieces; ++k) {
            const int a = base + 2 * k;
            m.triangles.push_back({a, a + 2, a + 3});
            m.triangles.push_back({a, a + 3, a + 1});
        }
    }
    return m;
}

} // namespace

Mesh leafShape(const LeafRecipe& r, LeafDetail detail) {
    Mesh m;
    const V3f x(1, 0, 0), y(0, -1, 0), z(0, 0, 1);
    const bool fine = detail == LeafDetail::Fine;
    if (r.shape == "needle") { // one triangle; seen from every side
        m.positions = {V3f(0, -r.width / 2, 0), V3f(0, r.width / 2, 0), V3f(r.length, 0, 0)};
        m.triangles.emplace_back(0, 1, 2);
        return m;
    }
    if (r.shape == "rhomb") {
        if (fine)
            blade(m, Outline{{0.12f, 0.62f}, {0.34f, 1}, {0.6f, 0.62f}, {0.82f, 0.28f}},
                  V3f(r.stalk * r.length * 0.5f, 0, 0), x, y, z, r.length, r.width, r.fold, r.curl, true);
        else
            blade(m, Outline{{0.36f, 1}}, V3f(r.stalk * r.length * 0.5f, 0, 0), x, y, z, r.length, r.width, r.fold,
                  r.curl, false);
        return m;
    }
    if (r.shape == "brush")
        return detail == LeafDetail::Plain ? brushPlanes(r) : brush(r, fine ? 6 * r.leaflets : kSlivers);
    if (r.shape == "palmate" && detail != LeafDetail::Plain) {
        const int lobes = fine ? 5 : 3;
        for (int k = 0; k < lobes; ++k) {
            const float a = (static_cast<float>(k) - static_cast<float>(lobes - 1) / 2) * (fine ? 0.85f : 1.0f);
            const V3f along = x * el::cos(a) - y * el::sin(a), side = y * el::cos(a) + x * el::sin(a);
            const float l = r.length * 0.66f * (1 - 0.16f * std::abs(a));
            blade(m, fine ? Outline{{0.3f, 0.7f}, {0.55f, 1}, {0.72f, 0.5f}} : Outline{{0.5f, 1}},
                  V3f(r.length * 0.3f, 0, 0), along, side, z, l, r.width * (fine ? 0.42f : 0.62f), r.fold, r.curl,
                  false);
        }
        return m;
    }
    if (r.shape == "pinnate" && detail != LeafDetail::Plain) return pinnate(r, fine);
    if (detail == LeafDetail::Plain) {
        blade(m, Outline{{0.42f, 1}}, V3f(0), x, y, z, r.length, r.width, r.fold, r.curl, false);
        return m;
    }
    const float stalk = r.stalk * r.length;
    blade(m, outlineOf(r.shape, detail), V3f(stalk * 0.5f, 0, 0), x, y, z, r.length, r.width, r.fold, r.curl, fine);
    return m;
}

float area(const Mesh& m) {
    float sum = 0;
    for (const V3i& t : m.triangles)
        sum += (m.positions[t.y] - m.positions[t.x]).cross(m.positions[t.z] - m.positions[t.x]).length() / 2;
    return sum;
}

std::vector<LeafPlace> placeLeaves(const Wood& wood, const LeafRecipe& r, Random& random) {
    std::vector<LeafPlace> out;
    if (r.count <= 0) return out;
    const auto& nodes = wood.nodes;
    const Children children = childrenOf(wood);
    for (size_t end = 0; end < nodes.size(); ++end) {
        if (nodes[end].order != 3 || children.first[end] != children.first[end + 1]) continue;
        // The twig from its foot to this end.
        std::vector<V3f> points;
        for (int k = static_cast<int>(end);; k = nodes[k].parent) {
            points.push_back(nodes[k].at);
            if (nodes[k].parent < 0 || nodes[k].order != 3) break;
        }
        std::reverse(points.begin(), points.end());
        float length = 0;
        for (size_t k = 1; k < points.size(); ++k) length += (points[k] - points[k - 1]).length();
        if (points.size() < 2 || length <= 0) continue;
        const int count = static_cast<int>(r.count * (0.75f + 0.5f * random.unit()) + random.unit());
        float around = random.between(0, 2 * kPi);
        for (int i = 0; i < count; ++i) {
            float t = (static_cast<float>(i) + 0.6f + random.around(0.3f)) / static_cast<float>(count);
            if (r.set == "opposite") t = (static_cast<float>(i / 2) * 2 + 1.5f) / static_cast<float>(count);
            if (r.set == "along") t = 0.02f;
            if (r.set == "tuft") t = 0.86f + 0.14f * random.unit();
            t = std::clamp(t, 0.04f, 1.0f);
            const float s = t * static_cast<float>(points.size() - 1);
            const size_t k = std::min(static_cast<size_t>(s), points.size() - 2);
            const V3f step = points[k + 1] - points[k];
            if (step.length2() < 1e-12f) continue;
            const V3f d = step.normalized(), foot = points[k] + step * (s - static_cast<float>(k));
            if (r.set == "opposite")
                around += i % 2 ? kPi : kPi / 2;
            else if (r.set == "ranked")
                around += kPi;
            else
                around += radians(137.5f) + random.around(0.3f);
            V3f across = anyAcross(d);
            if (r.set == "ranked" || r.set == "opposite") { // leaves spread to the sides of the twig
                const V3f flat = d.cross(V3f(0, 0, 1));
                if (flat.length2() > 1e-4f) across = flat.normalized();
            }
            const V3f out1 =
                turned(across, d, r.set == "ranked" ? (i % 2 ? kPi : 0.0f) + random.around(0.35f) : around);
            float a = radians(r.angle + random.around(15)) * (i + 1 == count && r.set != "around" ? 0.3f : 1.0f);
            if (r.set == "tuft") a *= lerp(1.5f, 0.4f, (t - 0.86f) / 0.14f); // the youngest stand up
            V3f along = d * el::cos(a) + out1 * el::sin(a);
            along.z -= el::sin(radians(r.droop + random.around(0.6f * std::abs(r.droop) + 8)));
            if (along.length2() < 1e-4f) along = out1;
            if (r.set == "along") along = points.back() - points.front();
            along.normalize();
            // Faces turn to the light, loosely.
            V3f face(random.around(0.6f), random.around(0.6f), 1);
            face -= along * along.dot(face);
            if (face.length2() < 1e-3f) face = anyAcross(along);
            if (r.set == "around" || r.set == "tuft" || r.set == "along")
                face = turned(anyAcross(along), along, random.between(0, 2 * kPi));
            // The youngest leaves are the smallest.
            const float size = (r.set == "along" ? length / r.length * 1.1f : 1 + random.around(0.22f)) *
                               (i + 1 == count && r.set != "along" && r.shape != "needle" ? 0.8f : 1.0f);
            out.push_back({foot, along, face.normalized(), size});
        }
    }
    return out;
}

void addLeaves(Mesh& mesh, const std::vector<LeafPlace>& places, const Mesh& shape, float factor) {
    mesh.positions.reserve(mesh.positions.size() + places.size() * shape.positions.size());
    mesh.triangles.reserve(mesh.triangles.size() + places.size() * shape.triangles.size());
    for (const LeafPlace& l : places) {
        const V3f side = l.face.cross(l.along);
        const int base = static_cast<int>(mesh.positions.size());
        const float s = l.size * factor;
        for (const V3f& p : shape.positions)
            mesh.positions.push_back(l.foot + (l.along * p.x + side * p.y + l.face * p.z) * s);
        for (const V3i& t : shape.triangles) mesh.triangles.push_back(t + V3i(base));
    }
}

namespace {

// The finest shape by which about all leaves fit.
Mesh shapeFor(size_t leaves, const LeafRecipe& recipe, LeafDetail finest, size_t most) {
    const auto needles = static_cast<int>(std::min<size_t>(most / leaves, 6 * static_cast<size_t>(recipe.leaflets)));
    if (recipe.shape == "brush" && finest == LeafDetail::Fine && needles >= kFewestSlivers)
        return brush(recipe, needles);
    int detail = static_cast<int>(finest);
    Mesh shape = leafShape(recipe, finest);
    while (detail > 0 && leaves * shape.triangles.size() > most + most / 2)
        shape = leafShape(recipe, static_cast<LeafDetail>(--detail));
    return shape;
}

} // namespace

LeavesAdded addSome(Mesh& mesh, const std::vector<LeafPlace>& places, const LeafRecipe& recipe, LeafDetail finest,
                    size_t most, float layers) {
    if (places.empty() || most == 0) return {};
    constexpr float kMostMore = 1.04f; // of their area
    const bool brushes = recipe.shape == "brush";
    const Mesh shape = shapeFor(places.size(), recipe, finest, most);
    const size_t fit = std::min(std::max<size_t>(1, most / shape.triangles.size()), places.size());
    std::vector<LeafPlace> some;
    if (layers > 1.02f) {
        const double step = static_cast<double>(places.size()) * static_cast<double>(layers) / static_cast<double>(fit);
        float owed = 0;
        for (double at = 0; at < static_cast<double>(places.size()); at += step) {
            const LeafPlace& l = places[static_cast<size_t>(at)];
            const int before = static_cast<int>(owed);
            owed += layers;
            for (int k = before; k < static_cast<int>(owed); ++k) {
                const int above = k - before;
                some.push_back(l);
                if (brushes) { // it looks every way
                    some.back().face = turned(l.face, l.along, 2.4f * static_cast<float>(above));
                    continue;
                }
                // Parallel, so that they look the same way; a little turned, so that they have no common outline.
                some.back().foot += l.face * (0.2f * static_cast<float>(above) * recipe.length * l.size);
                some.back().along = turned(l.along, l.face, above % 2 ? 0.12f : -0.12f);
            }
        }
    } else {
        for (size_t i = 0; i < fit; ++i) some.push_back(places[i * places.size() / fit]);
    }
    if (some.size() > fit) some.resize(fit);
    float whole = 0, made = 0;
    for (const LeafPlace& l : places) whole += l.size * l.size;
    for (const LeafPlace& l : some) made += l.size * l.size;
    const float own = area(leafShape(recipe, LeafDetail::Shaped));
    const float more = std::clamp(1 / layers, 1.0f, kMostMore),
                larger = std::sqrt(more * whole / made * own / std::max(area(shape), 1e-9f));
    addLeaves(mesh, some, shape, larger);
    return {larger, static_cast<int>(shape.triangles.size())};
}

} // namespace thallos
