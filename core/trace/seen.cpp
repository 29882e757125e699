#include "core/trace/seen.h"

#include <algorithm>
#include <mutex>

#include "core/base/parallel.h"
#include "core/trace/ray.h"
#include "core/trace/shading.h"

namespace thallos {

SeenParts seenParts(const Scene& scene, const std::vector<Camera>& cameras, int width, Progress* progress) {
    constexpr int kPanes = 6; // one behind the other that are looked through
    SeenParts out;
    for (const SceneObject& o : scene.objects)
        if (o.kind == ObjectKind::Building) out.emplace(o.item, std::vector<float>(o.model->parts.size(), 0));
    for (size_t c = 0; c < cameras.size(); ++c) {
        const Lens lens(cameras[c]);
        const int height = std::max(1, static_cast<int>(static_cast<float>(width) / cameras[c].aspect));
        std::map<Id, std::vector<int>> met;
        for (const auto& [id, parts] : out) met.emplace(id, std::vector<int>(parts.size(), 0));
        std::mutex mutex;
        parallelFor(height, [&](int y) {
            std::vector<std::pair<Id, unsigned>> line;
            for (int x = 0; x < width; ++x) {
                const V3f d = lens.ray({(static_cast<float>(x) + 0.5f) / static_cast<float>(width),
                                        (static_cast<float>(y) + 0.5f) / static_cast<float>(height)});
                V3f at = lens.start(d);
                for (int k = 0; k < kPanes; ++k) {
                    const Hit hit = trace(scene, at, d, Detail(lens.origin));
                    if (!hit) break;
                    const SceneObject& o = scene.objects[hit.object];
                    if (!hit.plant && o.kind == ObjectKind::Building) line.emplace_back(o.item, hit.part);
                    if (hit.plant || !shadingAt(scene, hit, -d, 0).surface.clear()) break;
                    at = hit.position + d * 1e-3f;
                }
            }
            const std::lock_guard lock(mutex);
            for (const auto& [id, part] : line) ++met[id][part];
        });
        const float all = static_cast<float>(width) * static_cast<float>(height);
        for (auto& [id, parts] : out)
            for (size_t i = 0; i < parts.size(); ++i)
                parts[i] = std::max(parts[i], static_cast<float>(met[id][i]) / all);
        if (progress) {
            progress->set(static_cast<double>(c + 1) / static_cast<double>(cameras.size()));
            progress->throwIfCancelled();
        }
    }
    return out;
}

} // namespace thallos
