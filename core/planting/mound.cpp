#include "core/planting/mound.h"

#include <algorithm>

#include "core/base/elementary.h"
#include "core/base/noise.h"

namespace thallos {

namespace el = elementary;

void addMound(Mesh& mesh, const V3f& foot, float stem, float reach, float height, int sides, uint64_t seed) {
    // Share of the way from the stem to the rim, share of the height; then down into the ground.
    constexpr float kProfile[][2] = {{0, 1}, {0.25f, 0.8f}, {0.5f, 0.48f}, {0.75f, 0.2f}, {1, -0.3f}, {1.2f, -3}};
    constexpr int kRings = static_cast<int>(std::size(kProfile));
    const int base = static_cast<int>(mesh.positions.size());
    const float inner = 0.6f * stem;
    for (int k = 0; k < kRings; ++k)
        for (int i = 0; i < sides; ++i) {
            const float a = 2 * kPi * static_cast<float>(i) / static_cast<float>(sides);
            const V2f out(el::cos(a), el::sin(a));
            const float rim = reach * (1 + 0.28f * valueNoise(1.7f * out.x, 1.7f * out.y, seed));
            const V2f p = out * lerp(inner, std::max(rim, 1.2f * stem), kProfile[k][0]);
            const float rough = 0.22f * std::max(0.0f, 1 - kProfile[k][0]) * valueNoise(p.x * 7, p.y * 7, seed + 1);
            mesh.positions.push_back(foot + V3f(p.x, p.y, height * (kProfile[k][1] + rough)));
        }
    for (int k = 0; k + 1 < kRings; ++k)
        for (int i = 0; i < sides; ++i) {
            const int a = base + k * sides + i, b = base + k * sides + (i + 1) % sides;
            mesh.triangles.push_back({a, a + sides, b + sides});
            mesh.triangles.push_back({a, b + sides, b});
        }
    mesh.normals = smoothNormals(mesh);
}

} // namespace thallos
