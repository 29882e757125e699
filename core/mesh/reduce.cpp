#include "core/mesh/reduce.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

#include <meshoptimizer.h>

#include "core/base/hash.h"

namespace thallos {

namespace {

std::vector<unsigned> indicesOf(const Mesh& mesh) {
    std::vector<unsigned> out;
    out.reserve(3 * mesh.triangles.size());
    for (const V3i& t : mesh.triangles)
        for (int k = 0; k < 3; ++k) out.push_back(static_cast<unsigned>(t[k]));
    return out;
}

// Just these triangles, with no more corners than they need.
Mesh withTriangles(const Mesh& mesh, const std::vector<unsigned>& indices) {
    Mesh out;
    std::vector<int> at(mesh.positions.size(), -1);
    for (size_t i = 0; i + 2 < indices.size(); i += 3) {
        V3i t;
        for (int k = 0; k < 3; ++k) {
            const unsigned v = indices[i + static_cast<size_t>(k)];
            if (at[v] < 0) {
                at[v] = static_cast<int>(out.positions.size());
                out.positions.push_back(mesh.positions[v]);
                if (!mesh.normals.empty()) out.normals.push_back(mesh.normals[v]);
                if (!mesh.uvs.empty()) out.uvs.push_back(mesh.uvs[v]);
            }
            t[k] = at[v];
        }
        if (t.x != t.y && t.y != t.z && t.z != t.x) out.triangles.push_back(t);
    }
    return out;
}

} // namespace

Pieces piecesOf(const Mesh& mesh) {
    // Corners at one place are one, whatever their normals and uvs.
    std::vector<unsigned> same(mesh.positions.size());
    std::vector<unsigned> remap(mesh.positions.size());
    if (!mesh.positions.empty())
        meshopt_generateVertexRemap(remap.data(), nullptr, mesh.positions.size(), mesh.positions.data(),
                                    mesh.positions.size(), sizeof(V3f));
    std::iota(same.begin(), same.end(), 0u);
    const auto root = [&](unsigned v) {
        while (same[v] != v) v = same[v] = same[same[v]];
        return v;
    };
    for (const V3i& t : mesh.triangles) {
        const unsigned a = root(remap[static_cast<size_t>(t.x)]);
        for (const int k : {t.y, t.z}) same[root(remap[static_cast<size_t>(k)])] = a;
    }
    Pieces out;
    std::vector<int> number(mesh.positions.size(), -1);
    out.of.reserve(mesh.triangles.size());
    for (const V3i& t : mesh.triangles) {
        int& n = number[root(remap[static_cast<size_t>(t.x)])];
        if (n < 0) n = out.count++;
        out.of.push_back(n);
    }
    return out;
}

Mesh reduced(const Mesh& mesh, size_t triangles) {
    if (mesh.triangles.size() <= triangles) return mesh;
    const std::vector<unsigned> all = indicesOf(mesh);
    std::vector<unsigned> left(all.size());
    const float* corners = &mesh.positions[0].x;
    const size_t n = mesh.positions.size();
    // Beyond a tenth of the mesh's size collapses fold it up.
    constexpr float kMost = 0.1f;
    size_t count = meshopt_simplify(left.data(), all.data(), all.size(), corners, n, sizeof(V3f), 3 * triangles, kMost,
                                    0, nullptr);
    if (count > 3 * triangles + triangles)
        count = meshopt_simplifySloppy(left.data(), all.data(), all.size(), corners, n, sizeof(V3f), 3 * triangles, 1,
                                       nullptr);
    left.resize(count);
    return withTriangles(mesh, left);
}

Mesh thinned(const Mesh& mesh, const Pieces& pieces, size_t triangles, float fuller, uint64_t seed) {
    struct Piece {
        size_t triangles = 0;
        float area = 0;
        V3f middle{0}; // of its area
        uint64_t turn = 0;
    };
    std::vector<Piece> all(static_cast<size_t>(pieces.count));
    float area = 0;
    for (size_t i = 0; i < mesh.triangles.size(); ++i) {
        const V3i& t = mesh.triangles[i];
        const V3f &a = mesh.positions[t.x], &b = mesh.positions[t.y], &c = mesh.positions[t.z];
        const float s = (b - a).cross(c - a).length() / 2;
        Piece& p = all[static_cast<size_t>(pieces.of[i])];
        ++p.triangles;
        p.area += s;
        p.middle += (a + b + c) * (s / 3);
        area += s;
    }
    std::vector<size_t> order(all.size());
    std::iota(order.begin(), order.end(), size_t{0});
    for (size_t i = 0; i < all.size(); ++i) {
        all[i].middle /= std::max(all[i].area, 1e-20f);
        all[i].turn = mix(seed, i);
    }
    std::sort(order.begin(), order.end(), [&](size_t a, size_t b) { return all[a].turn < all[b].turn; });
    std::vector<char> stays(all.size(), 0);
    size_t used = 0;
    float kept = 0;
    for (const size_t i : order) {
        if (used + all[i].triangles > triangles && used > 0) continue;
        stays[i] = 1;
        used += all[i].triangles;
        kept += all[i].area;
    }
    const float grow = std::sqrt(fuller * area / std::max(kept, 1e-20f));
    Mesh out;
    // A corner that two pieces share is there twice.
    std::map<std::pair<int, int>, int> at;
    for (size_t i = 0; i < mesh.triangles.size(); ++i) {
        const int piece = pieces.of[i];
        if (!stays[static_cast<size_t>(piece)]) continue;
        const V3f& middle = all[static_cast<size_t>(piece)].middle;
        V3i t;
        for (int k = 0; k < 3; ++k) {
            const int v = mesh.triangles[i][k];
            const auto [it, fresh] = at.try_emplace({piece, v}, static_cast<int>(out.positions.size()));
            if (fresh) {
                out.positions.push_back(middle + (mesh.positions[v] - middle) * grow);
                if (!mesh.normals.empty()) out.normals.push_back(mesh.normals[v]);
                if (!mesh.uvs.empty()) out.uvs.push_back(mesh.uvs[v]);
            }
            t[k] = it->second;
        }
        out.triangles.push_back(t);
    }
    return out;
}

Mesh lightened(const Mesh& mesh, size_t triangles, uint64_t seed) {
    if (mesh.triangles.size() <= triangles) return mesh;
    const Pieces pieces = piecesOf(mesh);
    if (pieces.count <= kManyPieces) return reduced(mesh, triangles);
    const Mesh simple = reduced(mesh, std::max(triangles, 2 * static_cast<size_t>(pieces.count)));
    return thinned(simple, piecesOf(simple), triangles, 1, seed);
}

} // namespace thallos
