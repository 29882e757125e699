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

// Things that hang together, each known by the least of its numbers.
class Heaps {
public:
    explicit Heaps(size_t n) : root_(n) { std::iota(root_.begin(), root_.end(), 0); }
    int of(int i) {
        while (at(i) != i) i = at(i) = at(at(i));
        return i;
    }
    void join(int a, int b) {
        a = of(a), b = of(b);
        at(std::max(a, b)) = std::min(a, b);
    }

private:
    int& at(int i) { return root_[static_cast<size_t>(i)]; }
    std::vector<int> root_;
};

// Shells of all parts that come within `reach` of each other, by their boxes: the number of each one's heap. Boxes lie
// in the cells of a grid of about their size, and the few that are much larger are asked one by one.
std::vector<int> heapsOf(const std::vector<Box3f>& boxes, float reach, const std::function<bool()>& stop) {
    constexpr int kMostCells = 64;
    Heaps heaps(boxes.size());
    std::vector<float> sizes;
    for (const Box3f& b : boxes) sizes.push_back(std::max({b.size().x, b.size().y, b.size().z}));
    if (!sizes.empty())
        std::nth_element(sizes.begin(), sizes.begin() + static_cast<std::ptrdiff_t>(sizes.size() / 2), sizes.end());
    const float cell = sizes.empty() ? 1 : std::max(2 * sizes[sizes.size() / 2], 2 * reach);
    struct Range {
        int64_t low[3], high[3];
        double cells() const {
            double n = 1;
            for (int k = 0; k < 3; ++k) n *= static_cast<double>(high[k] - low[k] + 1);
            return n;
        }
    };
    const auto rangeOf = [&](const Box3f& b, float more) {
        Range r{};
        for (int k = 0; k < 3; ++k) {
            r.low[k] = static_cast<int64_t>(std::floor((b.min[k] - more) / cell));
            r.high[k] = static_cast<int64_t>(std::floor((b.max[k] + more) / cell));
        }
        return r;
    };
    const auto each = [](const Range& r, const auto& use) {
        for (int64_t z = r.low[2]; z <= r.high[2]; ++z)
            for (int64_t y = r.low[1]; y <= r.high[1]; ++y)
                for (int64_t x = r.low[0]; x <= r.high[0]; ++x)
                    use(mix(static_cast<uint64_t>(x), static_cast<uint64_t>(y), static_cast<uint64_t>(z)));
    };
    const auto near = [&](int i, int j) {
        const Box3f &a = boxes[static_cast<size_t>(i)], &b = boxes[static_cast<size_t>(j)];
        return Box3f(a.min - V3f(reach), a.max + V3f(reach)).intersects(b);
    };
    std::unordered_map<uint64_t, std::vector<int>> cells;
    std::vector<int> large;
    for (int i = 0; i < static_cast<int>(boxes.size()); ++i) {
        if (i % 1024 == 0 && stop && stop()) break;
        const Box3f& box = boxes[static_cast<size_t>(i)];
        for (const int j : large)
            if (near(i, j)) heaps.join(i, j);
        const Range around = rangeOf(box, reach);
        if (around.cells() > kMostCells) {
            for (int j = 0; j < i; ++j)
                if (near(i, j)) heaps.join(i, j);
            large.push_back(i);
            continue;
        }
        each(around, [&](uint64_t key) {
            const auto there = cells.find(key);
            if (there == cells.end()) return;
            for (const int j : there->second)
                if (heaps.of(j) != heaps.of(i) && near(i, j)) heaps.join(i, j);
        });
        each(rangeOf(box, 0), [&](uint64_t key) { cells[key].push_back(i); });
    }
    std::vector<int> out(boxes.size());
    for (size_t i = 0; i < out.size(); ++i) out[i] = heaps.of(static_cast<int>(i));
    return out;
}

void findLeftovers(const Model& model, std::vector<PartHealth>& parts, const HealthLimits& limits,
                   const std::function<bool()>& stop) {
    std::vector<Box3f> boxes;
    std::vector<std::pair<int, int>> shells; // part, shell
    for (size_t p = 0; p < parts.size(); ++p)
        for (size_t s = 0; s < parts[p].topology.shells.size(); ++s) {
            boxes.push_back(parts[p].topology.shells[s].box);
            shells.emplace_back(p, s);
        }
    const std::vector<int> heaps = heapsOf(boxes, 0.1f, stop);
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
    // Triangles by shell, of parts that have leftovers.
    std::unordered_map<int, std::vector<std::vector<int>>> byShell;
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
        auto& triangles = byShell[p];
        if (triangles.empty()) {
            triangles.resize(h.topology.shells.size());
            for (size_t f = 0; f < h.topology.shellOf.size(); ++f)
                if (const int of = h.topology.shellOf[f]; of >= 0)
                    triangles[static_cast<size_t>(of)].push_back(static_cast<int>(f));
        }
        for (const int f : triangles[static_cast<size_t>(s)]) add(h, Fault::Leftovers, f, 0);
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
        findLeftovers(model, parts, limits, stop);
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
