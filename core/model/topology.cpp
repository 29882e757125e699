#include "core/model/topology.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <cstdint>
#include <numeric>

#include "core/base/hash.h"

namespace thallos {

namespace {

// Cells of space and the first position in each; positions of one cell are chained.
class Cells {
public:
    Cells(const std::vector<V3f>& positions, float size)
        : positions_(positions), size_(size), mask_(std::bit_ceil(positions.size() * 2 + 1) - 1), first_(mask_ + 1, -1),
          next_(positions.size(), -1), key_(mask_ + 1) {}

    // A position that was put in before and is within `reach`, which is less than half a cell; -1: none.
    int near(const V3f& p, float reach) const {
        int64_t low[3], high[3];
        for (int k = 0; k < 3; ++k) {
            low[k] = cell(p[k] - reach);
            high[k] = cell(p[k] + reach);
        }
        for (int64_t x = low[0]; x <= high[0]; ++x)
            for (int64_t y = low[1]; y <= high[1]; ++y)
                for (int64_t z = low[2]; z <= high[2]; ++z)
                    for (int i = first_[slot(keyOf(x, y, z))]; i >= 0; i = next_[static_cast<size_t>(i)])
                        if ((positions_[static_cast<size_t>(i)] - p).length2() <= reach * reach) return i;
        return -1;
    }
    void put(int i) {
        const V3f& p = positions_[static_cast<size_t>(i)];
        const uint64_t key = keyOf(cell(p.x), cell(p.y), cell(p.z));
        const size_t s = slot(key);
        key_[s] = key;
        next_[static_cast<size_t>(i)] = first_[s];
        first_[s] = i;
    }

private:
    int64_t cell(float v) const { return static_cast<int64_t>(std::floor(static_cast<double>(v) / size_)); }
    static uint64_t keyOf(int64_t x, int64_t y, int64_t z) {
        return mix(static_cast<uint64_t>(x), static_cast<uint64_t>(y), static_cast<uint64_t>(z));
    }
    size_t slot(uint64_t key) const {
        size_t s = key & mask_;
        while (first_[s] >= 0 && key_[s] != key) s = (s + 1) & mask_;
        return s;
    }
    const std::vector<V3f>& positions_;
    double size_;
    size_t mask_;
    std::vector<int> first_, next_;
    std::vector<uint64_t> key_;
};

// Sets that are joined, each member wound like its root or against it.
class Windings {
public:
    explicit Windings(size_t n) : root_(n), against_(n, 0) { std::iota(root_.begin(), root_.end(), 0); }
    int root(int i, char& against) {
        int r = i;
        char a = 0;
        while (root_[static_cast<size_t>(r)] != r) {
            a = static_cast<char>(a ^ against_[static_cast<size_t>(r)]);
            r = root_[static_cast<size_t>(r)];
        }
        against = a;
        // The way is made short for the next time.
        while (root_[static_cast<size_t>(i)] != r && i != r) {
            const int up = root_[static_cast<size_t>(i)];
            const char was = against_[static_cast<size_t>(i)];
            root_[static_cast<size_t>(i)] = r;
            against_[static_cast<size_t>(i)] = a;
            a = static_cast<char>(a ^ was);
            i = up;
        }
        return r;
    }
    void join(int i, int j, bool alike) {
        char a = 0, b = 0;
        const int r = root(i, a), s = root(j, b);
        if (r == s) return; // a band with a twist has no two sides
        root_[static_cast<size_t>(s)] = r;
        against_[static_cast<size_t>(s)] = static_cast<char>(a ^ b ^ (alike ? 0 : 1));
    }

private:
    std::vector<int> root_;
    std::vector<char> against_;
};

struct Edge {
    int other;    // the place with the larger number
    int triangle; // that runs from the smaller to the larger; ~triangle: the other way
};

// All edges, by the smaller of their two places.
struct Edges {
    std::vector<int> from; // of each place, into `all`; one more at the end
    std::vector<Edge> all;
};

Edges edgesOf(const Mesh& mesh, const Topology& t) {
    Edges e;
    e.from.assign(static_cast<size_t>(t.places) + 1, 0);
    const auto each = [&](const auto& use) {
        for (size_t i = 0; i < mesh.triangles.size(); ++i) {
            if (t.shellOf[i] < 0) continue;
            for (int k = 0; k < 3; ++k) {
                const int a = t.place[static_cast<size_t>(mesh.triangles[i][k])],
                          b = t.place[static_cast<size_t>(mesh.triangles[i][(k + 1) % 3])];
                use(std::min(a, b), Edge{std::max(a, b), a < b ? static_cast<int>(i) : ~static_cast<int>(i)});
            }
        }
    };
    each([&](int a, const Edge&) { ++e.from[static_cast<size_t>(a) + 1]; });
    std::partial_sum(e.from.begin(), e.from.end(), e.from.begin());
    e.all.resize(static_cast<size_t>(e.from.back()));
    std::vector<int> next(e.from.begin(), e.from.end() - 1);
    each([&](int a, const Edge& edge) { e.all[static_cast<size_t>(next[static_cast<size_t>(a)]++)] = edge; });
    for (int a = 0; a < t.places; ++a)
        std::sort(e.all.begin() + e.from[static_cast<size_t>(a)], e.all.begin() + e.from[static_cast<size_t>(a) + 1],
                  [](const Edge& x, const Edge& y) { return x.other < y.other; });
    return e;
}

// Calls use(first, last) for the faces of each edge.
template <class Use> void eachEdge(const Edges& e, const Use& use) {
    for (size_t a = 0; a + 1 < e.from.size(); ++a)
        for (int i = e.from[a]; i < e.from[a + 1];) {
            int j = i + 1;
            while (j < e.from[a + 1] && e.all[static_cast<size_t>(j)].other == e.all[static_cast<size_t>(i)].other) ++j;
            use(&e.all[static_cast<size_t>(i)], &e.all[static_cast<size_t>(i)] + (j - i));
            i = j;
        }
}

int faceOf(const Edge& e) {
    return e.triangle < 0 ? ~e.triangle : e.triangle;
}

} // namespace

std::vector<int> placesOf(const std::vector<V3f>& positions, float tolerance, int& count) {
    const float reach = std::max(tolerance, 1e-7f);
    Cells cells(positions, 4 * reach);
    std::vector<int> out(positions.size());
    count = 0;
    for (size_t i = 0; i < positions.size(); ++i) {
        const int same = cells.near(positions[i], reach);
        if (same < 0) {
            cells.put(static_cast<int>(i));
            out[i] = count++;
        } else
            out[i] = out[static_cast<size_t>(same)];
    }
    return out;
}

std::vector<std::pair<V3f, V3f>> featureEdges(const Mesh& mesh, float sharp, size_t most) {
    const Topology t = topologyOf(mesh, 1e-4f);
    const auto normal = [&](int face) {
        return faceNormal(mesh, mesh.triangles[static_cast<size_t>(face)]).normalized();
    };
    const float least = std::cos(sharp);
    std::vector<std::pair<V3f, V3f>> out;
    const Edges edges = edgesOf(mesh, t);
    size_t from = 0;
    eachEdge(edges, [&](const Edge* first, const Edge* last) {
        while (edges.from[from + 1] <= first - edges.all.data()) ++from; // the edge's smaller place
        if (last - first == 2) {
            const bool opposite = (first[0].triangle < 0) != (first[1].triangle < 0);
            const float c = normal(faceOf(first[0])).dot(normal(faceOf(first[1]))) * (opposite ? 1.0f : -1.0f);
            if (c > least) return;
        }
        const int face = faceOf(*first);
        for (int k = 0; k < 3; ++k) {
            const auto v = static_cast<size_t>(mesh.triangles[static_cast<size_t>(face)][k]),
                       w = static_cast<size_t>(mesh.triangles[static_cast<size_t>(face)][(k + 1) % 3]);
            const int a = t.place[v], b = t.place[w];
            if (std::min(a, b) == static_cast<int>(from) && std::max(a, b) == first->other)
                out.emplace_back(mesh.positions[v], mesh.positions[w]);
        }
    });
    if (out.size() > most) {
        std::nth_element(out.begin(), out.begin() + static_cast<std::ptrdiff_t>(most), out.end(),
                         [](const auto& x, const auto& y) {
                             return (x.first - x.second).length2() > (y.first - y.second).length2();
                         });
        out.resize(most);
    }
    return out;
}

Topology topologyOf(const Mesh& mesh, float tolerance) {
    Topology t;
    const size_t n = mesh.triangles.size();
    std::vector<char> used(mesh.positions.size(), 0);
    for (const V3i& f : mesh.triangles)
        for (int k = 0; k < 3; ++k) used[static_cast<size_t>(f[k])] = 1;
    t.place = placesOf(mesh.positions, tolerance, t.places);
    t.shellOf.assign(n, 0);
    t.against.assign(n, 0);
    for (size_t i = 0; i < n; ++i) {
        const V3i& f = mesh.triangles[i];
        const int a = t.place[static_cast<size_t>(f.x)], b = t.place[static_cast<size_t>(f.y)],
                  c = t.place[static_cast<size_t>(f.z)];
        if (a == b || b == c || c == a) t.shellOf[i] = -1;
    }
    const Edges edges = edgesOf(mesh, t);
    Windings windings(n);
    eachEdge(edges, [&](const Edge* first, const Edge* last) {
        if (last - first == 2)
            windings.join(faceOf(first[0]), faceOf(first[1]), (first[0].triangle < 0) != (first[1].triangle < 0));
    });
    // Shells by their roots, in the order of their first faces.
    std::vector<int> number(n, -1);
    std::vector<double> turned; // area wound against the root, of each shell
    std::vector<V3f> about;
    for (size_t i = 0; i < n; ++i) {
        if (t.shellOf[i] < 0) continue;
        char against = 0;
        int& shell = number[static_cast<size_t>(windings.root(static_cast<int>(i), against))];
        const V3i& f = mesh.triangles[i];
        const V3f &a = mesh.positions[static_cast<size_t>(f.x)], &b = mesh.positions[static_cast<size_t>(f.y)],
                  &c = mesh.positions[static_cast<size_t>(f.z)];
        if (shell < 0) {
            shell = static_cast<int>(t.shells.size());
            t.shells.emplace_back();
            turned.push_back(0);
            about.push_back(a);
        }
        Shell& s = t.shells[static_cast<size_t>(shell)];
        const V3f& o = about[static_cast<size_t>(shell)];
        const double size = static_cast<double>((b - a).cross(c - a).length()) / 2;
        const double volume = V3d(a - o).dot(V3d(b - o).cross(V3d(c - o))) / 6;
        ++s.triangles;
        s.area += size;
        s.volume += against ? -volume : volume;
        if (against) turned[static_cast<size_t>(shell)] += size;
        for (const V3f& p : {a, b, c}) s.box.extendBy(p);
        t.shellOf[i] = shell;
        t.against[i] = against;
    }
    for (size_t s = 0; s < t.shells.size(); ++s)
        if (turned[s] > t.shells[s].area / 2) {
            t.shells[s].volume = -t.shells[s].volume;
            turned[s] = -1; // the root was the odd one
        }
    for (size_t i = 0; i < n; ++i)
        if (t.shellOf[i] >= 0 && turned[static_cast<size_t>(t.shellOf[i])] < 0) t.against[i] = !t.against[i];
    eachEdge(edges, [&](const Edge* first, const Edge* last) {
        if (last - first == 1)
            ++t.shells[static_cast<size_t>(t.shellOf[static_cast<size_t>(faceOf(*first))])].openEdges;
        if (last - first > 2)
            for (const Edge* e = first; e != last; ++e)
                ++t.shells[static_cast<size_t>(t.shellOf[static_cast<size_t>(faceOf(*e))])].forkedEdges;
    });
    for (size_t i = 0; i < used.size(); ++i)
        if (!used[i]) t.place[i] = -1;
    return t;
}

} // namespace thallos
