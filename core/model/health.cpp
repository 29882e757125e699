#include "core/model/health.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <unordered_map>

#include "core/base/hash.h"
#include "core/base/parallel.h"
#include "core/base/text.h"
#include "core/model/doubles.h"
#include "core/model/topology.h"

namespace thallos {

namespace {

void placeAt(FaultPlace& place, const Mesh& mesh) {
    Box3f box;
    if (place.triangles.empty())
        box = bounds(mesh);
    else
        for (const int t : place.triangles)
            for (int k = 0; k < 3; ++k)
                box.extendBy(mesh.positions[static_cast<size_t>(mesh.triangles[static_cast<size_t>(t)][k])]);
    if (box.isEmpty()) return;
    place.centre = box.center();
    place.size = box.size().length();
}

// Three places in order, whatever the winding.
std::array<int, 3> sorted(const Topology& t, const V3i& f) {
    std::array<int, 3> a{t.place[static_cast<size_t>(f.x)], t.place[static_cast<size_t>(f.y)],
                         t.place[static_cast<size_t>(f.z)]};
    std::sort(a.begin(), a.end());
    return a;
}

// The second and further faces between the same places.
std::vector<int> duplicatesOf(const Mesh& mesh, const Topology& t) {
    std::vector<std::pair<std::array<int, 3>, int>> faces;
    faces.reserve(mesh.triangles.size());
    for (size_t i = 0; i < mesh.triangles.size(); ++i)
        if (t.shellOf[i] >= 0) faces.emplace_back(sorted(t, mesh.triangles[i]), static_cast<int>(i));
    // By the smallest place first: most have it for themselves and a few others.
    std::vector<int> from(static_cast<size_t>(t.places) + 1, 0), at(faces.size());
    for (const auto& f : faces) ++from[static_cast<size_t>(f.first[0]) + 1];
    std::partial_sum(from.begin(), from.end(), from.begin());
    {
        std::vector<int> next(from.begin(), from.end() - 1);
        for (size_t i = 0; i < faces.size(); ++i)
            at[static_cast<size_t>(next[static_cast<size_t>(faces[i].first[0])]++)] = static_cast<int>(i);
    }
    std::vector<int> out;
    for (int a = 0; a < t.places; ++a) {
        const auto first = at.begin() + from[static_cast<size_t>(a)],
                   last = at.begin() + from[static_cast<size_t>(a) + 1];
        std::sort(first, last,
                  [&](int i, int j) { return faces[static_cast<size_t>(i)] < faces[static_cast<size_t>(j)]; });
        for (auto i = first; i != last; ++i)
            if (i != first && faces[static_cast<size_t>(*i)].first == faces[static_cast<size_t>(*(i - 1))].first)
                out.push_back(faces[static_cast<size_t>(*i)].second);
    }
    std::sort(out.begin(), out.end());
    return out;
}

// Whether p is inside the shell: by the parity of what a ray meets.
bool inside(const Mesh& mesh, const Topology& t, int shell, const V3f& p) {
    const V3f d = V3f(0.8017837f, 0.2672612f, 0.5345225f);
    bool in = false;
    for (size_t i = 0; i < mesh.triangles.size(); ++i) {
        if (t.shellOf[i] != shell) continue;
        const V3i& f = mesh.triangles[i];
        const V3f &a = mesh.positions[static_cast<size_t>(f.x)], e = mesh.positions[static_cast<size_t>(f.y)] - a,
                  g = mesh.positions[static_cast<size_t>(f.z)] - a;
        const V3f h = d.cross(g);
        const float det = e.dot(h);
        if (std::abs(det) < 1e-12f) continue;
        const V3f s = p - a;
        const float u = s.dot(h) / det, v = d.dot(s.cross(e)) / det;
        if (u >= 0 && v >= 0 && u + v <= 1 && g.dot(s.cross(e)) / det > 0) in = !in;
    }
    return in;
}

// A closed shell that is wound inwards because it is the hollow of another.
bool isHollow(const Mesh& mesh, const Topology& t, int shell, const V3f& corner) {
    const Box3f& box = t.shells[static_cast<size_t>(shell)].box;
    for (size_t s = 0; s < t.shells.size(); ++s) {
        const Shell& other = t.shells[s];
        if (static_cast<int>(s) == shell || !other.closed() || other.volume <= 0) continue;
        if (other.box.intersects(box.min) && other.box.intersects(box.max) &&
            inside(mesh, t, static_cast<int>(s), corner))
            return true;
    }
    return false;
}

struct PartHealth {
    Topology topology;
    std::array<FaultPlace, kFaults> places;
    std::array<int64_t, kFaults> counts{};
};

void add(PartHealth& h, Fault kind, int triangle, int64_t count = 1) {
    h.places[static_cast<size_t>(kind)].triangles.push_back(triangle);
    h.counts[static_cast<size_t>(kind)] += count;
}

// Flat and open: nothing stands behind it.
bool isSheet(const Mesh& mesh, const Topology& t, const std::vector<int>& faces, const Shell& shell) {
    if (shell.openEdges == 0 || shell.area < 0.01) return false;
    V3f n(0);
    for (const int f : faces)
        n += faceNormal(mesh, mesh.triangles[static_cast<size_t>(f)]) *
             (t.against[static_cast<size_t>(f)] ? -1.0f : 1.0f);
    if (n.length2() < 1e-12f) return false;
    n.normalize();
    const V3f& o = mesh.positions[static_cast<size_t>(mesh.triangles[static_cast<size_t>(faces.front())].x)];
    return std::all_of(faces.begin(), faces.end(), [&](int f) {
        for (int k = 0; k < 3; ++k)
            if (std::abs((mesh.positions[static_cast<size_t>(mesh.triangles[static_cast<size_t>(f)][k])] - o).dot(n)) >
                1e-3f)
                return false;
        return true;
    });
}

PartHealth healthOf(const Mesh& mesh, bool clear, const HealthLimits& limits) {
    PartHealth h;
    h.topology = topologyOf(mesh, limits.weld);
    const Topology& t = h.topology;
    h.counts[static_cast<size_t>(Fault::LooseVertices)] = std::count(t.place.begin(), t.place.end(), -1);
    std::vector<std::vector<int>> faces(t.shells.size());
    for (size_t i = 0; i < mesh.triangles.size(); ++i) {
        const V3f n = faceNormal(mesh, mesh.triangles[i]);
        if (t.shellOf[i] < 0 || n.length2() < 1e-16f) {
            add(h, Fault::Degenerate, static_cast<int>(i));
            if (t.shellOf[i] < 0) continue;
        }
        faces[static_cast<size_t>(t.shellOf[i])].push_back(static_cast<int>(i));
        if (t.against[i]) add(h, Fault::InsideOut, static_cast<int>(i));
        if (!mesh.normals.empty()) {
            const V3i& f = mesh.triangles[i];
            if (std::any_of(&f.x, &f.x + 3, [&](int k) { return !(mesh.normals[static_cast<size_t>(k)].dot(n) > 0); }))
                add(h, Fault::WrongNormals, static_cast<int>(i));
        }
    }
    for (const int i : duplicatesOf(mesh, t)) add(h, Fault::Duplicates, i);
    for (size_t s = 0; s < t.shells.size(); ++s) {
        const Shell& shell = t.shells[s];
        if (shell.closed() && shell.volume < 0 && shell.triangles >= 4) {
            const V3f& corner =
                mesh.positions[static_cast<size_t>(mesh.triangles[static_cast<size_t>(faces[s].front())].x)];
            if (isHollow(mesh, t, static_cast<int>(s), corner)) continue;
            for (const int i : faces[s])
                if (!t.against[static_cast<size_t>(i)]) add(h, Fault::InsideOut, i);
        } else if (shell.openEdges > 0 && !clear && isSheet(mesh, t, faces[s], shell)) {
            for (const int i : faces[s]) add(h, Fault::Sheets, i, 0);
            ++h.counts[static_cast<size_t>(Fault::Sheets)];
        } else if (shell.openEdges > 0 && !clear) {
            for (const int i : faces[s]) add(h, Fault::OpenEdges, i, 0);
            h.counts[static_cast<size_t>(Fault::OpenEdges)] += shell.openEdges;
        }
    }
    return h;
}

bool namesFigure(const std::string& name) {
    const std::string n = lowered(name);
    for (const char* word : {"scale figure", "scale_figure", "scalefigure", "person", "human", "pedestrian",
                             "mannequin", "people", "mensch", "massfigur"})
        if (n.find(word) != std::string::npos) return true;
    return false;
}

// Shells of all parts that come within `reach` of each other, by their boxes: the number of each one's heap.
std::vector<int> heapsOf(const std::vector<Box3f>& boxes, float reach) {
    std::vector<int> root(boxes.size());
    std::iota(root.begin(), root.end(), 0);
    const auto rootOf = [&](int i) {
        while (root[static_cast<size_t>(i)] != i)
            i = root[static_cast<size_t>(i)] = root[static_cast<size_t>(root[static_cast<size_t>(i)])];
        return i;
    };
    std::vector<int> order = root, open;
    std::sort(order.begin(), order.end(),
              [&](int a, int b) { return boxes[static_cast<size_t>(a)].min.x < boxes[static_cast<size_t>(b)].min.x; });
    for (const int i : order) {
        const Box3f& box = boxes[static_cast<size_t>(i)];
        std::erase_if(open, [&](int j) { return boxes[static_cast<size_t>(j)].max.x + reach < box.min.x; });
        const Box3f wide{box.min - V3f(reach), box.max + V3f(reach)};
        for (const int j : open)
            if (wide.intersects(boxes[static_cast<size_t>(j)])) root[static_cast<size_t>(rootOf(j))] = rootOf(i);
        open.push_back(i);
    }
    for (size_t i = 0; i < root.size(); ++i) root[i] = rootOf(static_cast<int>(i));
    return root;
}

void findLeftovers(const Model& model, std::vector<PartHealth>& parts, const HealthLimits& limits) {
    std::vector<Box3f> boxes;
    std::vector<std::pair<int, int>> shells; // part, shell
    for (size_t p = 0; p < parts.size(); ++p)
        for (size_t s = 0; s < parts[p].topology.shells.size(); ++s) {
            boxes.push_back(parts[p].topology.shells[s].box);
            shells.emplace_back(p, s);
        }
    const std::vector<int> heaps = heapsOf(boxes, 0.1f);
    std::unordered_map<int, Box3f> heapBox;
    for (size_t i = 0; i < heaps.size(); ++i) heapBox[heaps[i]].extendBy(boxes[i]);
    const auto across = [](const Box3f& b) { return std::max({b.size().x, b.size().y, b.size().z}); };
    const auto isPerson = [](const Box3f& b) {
        const float wide = std::max(b.size().x, b.size().y);
        return b.size().z > 1.2f && b.size().z < 2.1f && wide < 0.95f && wide > 0.1f;
    };
    int main = -1;
    for (const auto& [heap, box] : heapBox)
        if (main < 0 || across(box) > across(heapBox[main]) || (across(box) == across(heapBox[main]) && heap < main))
            main = heap;
    std::unordered_map<int, int> counted;
    for (size_t i = 0; i < heaps.size(); ++i) {
        const auto [p, s] = shells[i];
        const bool figure = namesFigure(model.parts[static_cast<size_t>(p)].name);
        // Small beside what is left: a model of one small thing has none.
        const Box3f& heap = heapBox[heaps[i]];
        const float share = across(heap) / across(heapBox[main]);
        const bool apart = heaps[i] != main &&
                           ((across(heap) <= limits.leftover && share < 0.4f) || (isPerson(heap) && share < 0.75f));
        if (!apart && !(figure && across(boxes[i]) < 2.6f)) continue;
        PartHealth& h = parts[static_cast<size_t>(p)];
        for (size_t f = 0; f < h.topology.shellOf.size(); ++f)
            if (h.topology.shellOf[f] == s) add(h, Fault::Leftovers, static_cast<int>(f), 0);
        if (counted.emplace(apart ? heaps[i] : -1 - p, 0).second) ++h.counts[static_cast<size_t>(Fault::Leftovers)];
    }
}

} // namespace

std::vector<Finding> healthOf(const Model& model, const HealthLimits& limits, const std::function<bool()>& stop) {
    std::vector<PartHealth> parts(model.parts.size());
    parallelFor(static_cast<int>(parts.size()), [&](int i) {
        if (stop && stop()) return;
        const Part& part = model.parts[static_cast<size_t>(i)];
        const Surface& s = model.materials[static_cast<size_t>(part.material)];
        parts[static_cast<size_t>(i)] = healthOf(*part.mesh, s.transmission > 0.5f || s.translucency > 0, limits);
    });
    if (!stop || !stop()) {
        findLeftovers(model, parts, limits);
        for (const Double& d : doublesOf(model, limits.doubles, limits.overlap)) {
            add(parts[static_cast<size_t>(d.part)], Fault::CoplanarDoubles, d.triangle);
            add(parts[static_cast<size_t>(d.other)], Fault::CoplanarDoubles, d.otherTriangle, 0);
        }
    }
    std::vector<Finding> out;
    for (int k = 0; k < kFaults; ++k) {
        Finding finding{static_cast<Fault>(k), 0, {}};
        for (size_t p = 0; p < parts.size(); ++p) {
            PartHealth& h = parts[p];
            FaultPlace& place = h.places[static_cast<size_t>(k)];
            finding.count += h.counts[static_cast<size_t>(k)];
            if (h.counts[static_cast<size_t>(k)] == 0 && place.triangles.empty()) continue;
            place.part = static_cast<int>(p);
            std::sort(place.triangles.begin(), place.triangles.end());
            place.triangles.erase(std::unique(place.triangles.begin(), place.triangles.end()), place.triangles.end());
            placeAt(place, *model.parts[p].mesh);
            finding.places.push_back(std::move(place));
        }
        if (finding.count > 0) out.push_back(std::move(finding));
    }
    return out;
}

} // namespace thallos
