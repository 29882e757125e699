#include "core/model/bend.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace thallos {

namespace {

// A mesh while it is cut: a corner is added where an edge is cut, once for both of its faces.
struct Cutting {
    Mesh mesh;
    std::map<std::pair<int, int>, int> cuts{}; // of the edge between two corners

    // Where the edge meets the level of `along`.
    int cut(int a, int b, float sa, float sb, float level) {
        if (a > b) {
            std::swap(a, b);
            std::swap(sa, sb);
        }
        const auto [at, fresh] = cuts.emplace(std::pair(a, b), static_cast<int>(mesh.positions.size()));
        if (!fresh) return at->second;
        const float t = (level - sa) / (sb - sa);
        const auto i = static_cast<size_t>(a), j = static_cast<size_t>(b);
        const V3f p = mesh.positions[i] + (mesh.positions[j] - mesh.positions[i]) * t;
        mesh.positions.push_back(p);
        if (!mesh.normals.empty()) {
            const V3f n = lerp(mesh.normals[i], mesh.normals[j], t);
            mesh.normals.push_back(n.length2() > 0 ? n.normalized() : n);
        }
        if (!mesh.uvs.empty()) {
            const V2f uv = mesh.uvs[i] + (mesh.uvs[j] - mesh.uvs[i]) * t;
            mesh.uvs.push_back(uv);
        }
        return at->second;
    }
};

// Every face is cut where its corners lie on both sides of the level.
void cutAt(Cutting& c, const V2f& along, const V2f& origin, float level) {
    c.cuts.clear();
    const auto s = [&](int v) { return (xy(c.mesh.positions[static_cast<size_t>(v)]) - origin).dot(along); };
    std::vector<V3i> out;
    out.reserve(c.mesh.triangles.size());
    for (const V3i& t : c.mesh.triangles) {
        float d[3];
        int over = 0, under = 0;
        for (int k = 0; k < 3; ++k) {
            d[k] = s(t[k]);
            over += d[k] > level + 1e-5f;
            under += d[k] < level - 1e-5f;
        }
        if (!over || !under) {
            out.push_back(t);
            continue;
        }
        // Around the face: the corners of each side with the cuts between them.
        std::vector<int> sides[2];
        for (int k = 0; k < 3; ++k) {
            const int next = (k + 1) % 3;
            const int side = d[k] > level ? 1 : 0, other = d[next] > level ? 1 : 0;
            sides[side].push_back(t[k]);
            if (side == other) continue;
            const int v = c.cut(t[k], t[next], d[k], d[next], level);
            sides[0].push_back(v);
            sides[1].push_back(v);
        }
        for (const auto& side : sides)
            for (size_t k = 2; k < side.size(); ++k) out.push_back({side[0], side[k - 1], side[k]});
    }
    c.mesh.triangles = std::move(out);
}

} // namespace

Mesh bent(const Mesh& mesh, const V2f& centre, const V2f& middle) {
    const V2f out = middle - centre;
    const float radius = out.length();
    if (radius < 1e-4f) return mesh;
    const V2f away = out / radius, along(-away.y, away.x);
    float low = 0, high = 0;
    for (const V3f& p : mesh.positions) {
        const float s = (xy(p) - middle).dot(along);
        low = std::min(low, s);
        high = std::max(high, s);
    }
    Cutting c{mesh};
    const float step = radius * 2 * kPi / 64;
    for (int k = static_cast<int>(std::ceil(low / step)); static_cast<float>(k) * step < high && k < 4096; ++k)
        cutAt(c, along, middle, static_cast<float>(k) * step);
    for (size_t i = 0; i < c.mesh.positions.size(); ++i) {
        V3f& p = c.mesh.positions[i];
        const V2f d = xy(p) - centre;
        const float angle = (xy(p) - middle).dot(along) / radius, r = d.dot(away);
        const V2f way = away * std::cos(angle) + along * std::sin(angle),
                  side = along * std::cos(angle) - away * std::sin(angle);
        const V2f q = centre + way * r;
        p = {q.x, q.y, p.z};
        if (c.mesh.normals.empty()) continue;
        V3f& n = c.mesh.normals[i];
        const V2f turned = way * xy(n).dot(away) + side * xy(n).dot(along);
        n = {turned.x, turned.y, n.z};
    }
    return std::move(c.mesh);
}

} // namespace thallos
