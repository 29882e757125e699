#include <algorithm>
#include <cmath>

#include "core/base/noise.h"
#include "core/ground/ground.h"

namespace thallos {

float farWood(const V2f& p, uint64_t seed) {
    const float patches = fractalNoise(p.x / 420, p.y / 420, seed + 100, 5);
    return smoothstep(0.02f, 0.07f, patches);
}

Mesh farLand(const HeightField& field, uint64_t seed, float radius) {
    const GroundGrid& grid = field.grid;
    const V2f centre = grid.origin + grid.size() * 0.5f;
    const float half = 0.5f * std::min(grid.size().x, grid.size().y);

    // Spokes through evenly spaced border samples; the corners get one each.
    std::vector<V2f> rim;
    const Box2f box = grid.box();
    auto side = [&](const V2f& from, const V2f& to, int cells) {
        const int n = std::clamp(cells, 4, 128);
        for (int i = 0; i < n; ++i) {
            // On samples, so that rim and ground share their corners.
            const float t = std::round(static_cast<float>(i) * static_cast<float>(cells) / static_cast<float>(n)) /
                            static_cast<float>(cells);
            rim.push_back(from + (to - from) * t);
        }
    };
    side(box.min, {box.max.x, box.min.y}, grid.cells.x);
    side({box.max.x, box.min.y}, box.max, grid.cells.y);
    side(box.max, {box.min.x, box.max.y}, grid.cells.x);
    side({box.min.x, box.max.y}, box.min, grid.cells.y);

    std::vector<float> out{-0.5f * grid.cell, 0};
    for (float d = 4; d < radius; d *= 1.085f) out.push_back(d);
    out.push_back(radius);
    Mesh mesh;
    const int spokes = static_cast<int>(rim.size());
    // From the rim alone, so that work in the middle of the site never moves the hills.
    float base = 0;
    for (const V2f& p : rim) base += field.at(p) / static_cast<float>(rim.size());
    for (size_t r = 0; r < out.size(); ++r)
        for (const V2f& p : rim) {
            const V2f ray = p - centre;
            const V2f q = p + ray / std::max(ray.length(), 1e-3f) * out[r];
            const float edge = field.at(p);
            const float d = std::max(out[r], 0.0f);
            // Small folds near the site, hills further out, ridges behind them.
            const float folds = 5 * fractalNoise(q.x / 260, q.y / 260, seed, 4);
            const float hills =
                34 * (fractalNoise(q.x / 1500, q.y / 1500, seed + 1, 5) + 0.25f) * smoothstep(150, 1400, d);
            const float ridges = 190 * std::max(0.0f, fractalNoise(q.x / 5200, q.y / 5200, seed + 2, 5) + 0.35f) *
                                 smoothstep(1800, 7000, d);
            float z = lerp(edge, base + folds, smoothstep(0, 1.2f * half, d)) + hills + ridges;
            // Crowns of far woods, ragged so that their outline reads as trees.
            z += farWood(q, seed) * smoothstep(60, 260, d) * (9 + 5 * valueNoise(q.x / 13, q.y / 13, seed + 7));
            // A hair under the site's border row, which hides the seam.
            if (r == 0) z -= 0.3f;
            mesh.positions.emplace_back(q.x, q.y, z);
        }
    const int rings = static_cast<int>(out.size());
    for (int r = 0; r + 1 < rings; ++r)
        for (int s = 0; s < spokes; ++s) {
            const int a = r * spokes + s, b = r * spokes + (s + 1) % spokes;
            mesh.triangles.push_back({a, a + spokes, b + spokes});
            mesh.triangles.push_back({a, b + spokes, b});
        }
    mesh.normals.assign(mesh.positions.size(), V3f(0));
    for (const V3i& t : mesh.triangles) {
        const V3f n = (mesh.positions[t.y] - mesh.positions[t.x]).cross(mesh.positions[t.z] - mesh.positions[t.x]);
        for (int k = 0; k < 3; ++k) mesh.normals[t[k]] += n;
    }
    for (V3f& n : mesh.normals) n.normalize();
    return mesh;
}

} // namespace thallos
