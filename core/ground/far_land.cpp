#include "core/ground/far_land.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"

namespace thallos {

float farWood(const V2f& p, uint64_t seed) {
    const float patches = fractalNoise(p.x / 420, p.y / 420, seed + 100, 5);
    return smoothstep(0.02f, 0.07f, patches);
}

Mesh farLand(const HeightField& field, uint64_t seed, float radius) {
    const GroundGrid& grid = field.grid;
    const V2f centre = grid.origin + grid.size() * 0.5f;
    const float half = 0.5f * std::min(grid.size().x, grid.size().y);

    // The rim follows every border sample, so that it meets the ground without a gap. Spokes leave from evenly spaced
    // ones; the corners get one each.
    std::vector<V2f> rim;
    std::vector<int> spokeOf; // the spokes' places in the rim
    const Box2f box = grid.box();
    auto side = [&](const V2f& from, const V2f& to, int cells) {
        const int n = std::clamp(cells, 4, 128), first = static_cast<int>(rim.size());
        for (int i = 0; i < n; ++i)
            spokeOf.push_back(first + static_cast<int>(std::lround(static_cast<double>(i) * cells / n)));
        for (int i = 0; i < cells; ++i)
            rim.push_back(from + (to - from) * (static_cast<float>(i) / static_cast<float>(cells)));
    };
    side(box.min, {box.max.x, box.min.y}, grid.cells.x);
    side({box.max.x, box.min.y}, box.max, grid.cells.y);
    side(box.max, {box.min.x, box.max.y}, grid.cells.x);
    side({box.min.x, box.max.y}, box.min, grid.cells.y);

    std::vector<float> out{-0.5f * grid.cell, 0};
    for (float d = 4; d < radius; d *= 1.085f) out.push_back(d);
    out.push_back(radius);
    Mesh mesh;
    const int around = static_cast<int>(rim.size()), spokes = static_cast<int>(spokeOf.size());
    constexpr size_t kRims = 2; // rings with every sample
    // From the rim alone, so that work in the middle of the site never moves the hills.
    float base = 0;
    for (const int i : spokeOf) base += field.at(rim[i]) / static_cast<float>(spokes);
    for (size_t r = 0; r < out.size(); ++r)
        for (int k = 0; k < (r < kRims ? around : spokes); ++k) {
            const V2f p = r < kRims ? rim[k] : rim[spokeOf[k]];
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
    const auto band = [&](int inner, int outer, int n) {
        for (int s = 0; s < n; ++s) {
            const int t = (s + 1) % n;
            mesh.triangles.push_back({inner + s, outer + s, outer + t});
            mesh.triangles.push_back({inner + s, outer + t, inner + t});
        }
    };
    band(0, around, around);
    // From the full rim to the spokes by fans: its first half to the one spoke, the rest to the next.
    const int rimRow = around, first = static_cast<int>(kRims) * around;
    for (int s = 0; s < spokes; ++s) {
        const int from = spokeOf[s], to = s + 1 < spokes ? spokeOf[s + 1] : around, next = (s + 1) % spokes;
        const int middle = (from + to) / 2;
        for (int i = from; i < to; ++i)
            mesh.triangles.push_back({rimRow + i, first + (i < middle ? s : next), rimRow + (i + 1) % around});
        mesh.triangles.push_back({rimRow + middle % around, first + s, first + next});
    }
    for (int r = static_cast<int>(kRims); r + 1 < static_cast<int>(out.size()); ++r) {
        const int row = first + (r - static_cast<int>(kRims)) * spokes;
        band(row, row + spokes, spokes);
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
