#include "core/trace/cost.h"

#include <algorithm>
#include <atomic>
#include <chrono>
#include <map>
#include <tuple>

#include "core/base/parallel.h"
#include "core/trace/shading.h"

namespace thallos {

namespace {

size_t bytesOf(const Mesh& m) {
    return m.positions.size() * sizeof(V3f) + m.normals.size() * sizeof(V3f) + m.uvs.size() * sizeof(V2f) +
           m.triangles.size() * sizeof(V3i);
}

struct Spent {
    double seconds = 0;
    int64_t paths = 0;
};
using Spending = std::map<uint32_t, Spent>; // by materialKey()
constexpr uint32_t kSkyKey = UINT32_MAX;

// Paths through a small picture, each with its time.
Spending spent(const Scene& scene, const Environment& env, const Camera& camera, const std::function<bool()>& stop) {
    constexpr int kAcross = 192, kSamples = 3;
    const int down = std::max(1, static_cast<int>(kAcross / camera.aspect));
    const Lens lens(camera);
    std::vector<Spending> rows(static_cast<size_t>(down));
    std::atomic<bool> stopped{false};
    parallelFor(down, [&](int y) {
        if (stopped || (stop && stop())) {
            stopped = true;
            return;
        }
        const TracingThread flags;
        for (int k = 0; k < kAcross * kSamples; ++k) {
            const int x = k / kSamples;
            Sampler sampler(static_cast<uint32_t>(x), static_cast<uint32_t>(y), static_cast<uint32_t>(k % kSamples), 1);
            const V2f jitter = sampler.pair();
            const V3f d = lens.ray(V2f((static_cast<float>(x) + jitter.x) / kAcross,
                                       (static_cast<float>(y) + jitter.y) / static_cast<float>(down)));
            const V3f o = lens.start(d);
            const auto start = std::chrono::steady_clock::now();
            const Hit hit = trace(scene, o, d, lens.origin);
            PathSettings settings;
            settings.pixelAngle = lens.pixelAngle(kAcross);
            settings.hit = &hit;
            tracePath(scene, env, o, d, sampler, settings);
            Spent& s = rows[static_cast<size_t>(y)][hit ? materialKey(scene, hit) : kSkyKey];
            s.seconds += std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
            ++s.paths;
        }
    });
    Spending all;
    if (stopped) return all;
    for (const Spending& row : rows)
        for (const auto& [key, s] : row) {
            all[key].seconds += s.seconds;
            all[key].paths += s.paths;
        }
    return all;
}

} // namespace

std::vector<Cost> costsOf(const Scene& scene, const Environment& env, const Camera& camera,
                          const std::function<bool()>& stop) {
    const Spending all = spent(scene, env, camera, stop);
    if (all.empty()) return {};
    double seconds = 0, paths = 0;
    for (const auto& [key, s] : all) {
        seconds += s.seconds;
        paths += static_cast<double>(s.paths);
    }
    const PlantLibrary& library = *scene.site->library;
    std::map<std::string, Cost> species, materials;
    for (const SceneObject& object : scene.objects) {
        if (object.plants)
            for (const PlantRecord& r : object.plants->records) {
                Cost& c = species[library.species()[r.individual.species()].recipe.name];
                ++c.count;
            }
        if (object.materials)
            for (const Material& m : *object.materials)
                materials[m.name].bytes = std::max(materials[m.name].bytes, m.texture ? m.texture->bytesHeld() : 0);
    }
    for (IndividualId i; i.value < static_cast<uint32_t>(library.individualCount()); ++i.value)
        if (const auto there = species.find(library.species()[i.species()].recipe.name); there != species.end())
            for (const Form& form : library.individual(i).forms)
                for (const Mesh& mesh : form.parts) there->second.bytes += bytesOf(mesh);
    for (const auto& [key, s] : all) {
        if (key == kSkyKey) continue;
        const int plant = speciesOf(key);
        Cost& c = plant >= 0 ? species[library.species()[plant].recipe.name] : materials[materialName(scene, key)];
        c.seen += static_cast<double>(s.paths) / paths;
        c.time += s.seconds / seconds;
    }
    std::vector<Cost> out;
    for (auto& [name, c] : species) {
        c.species = true;
        c.name = name;
        out.push_back(c);
    }
    for (auto& [name, c] : materials) {
        if (c.seen == 0) continue;
        c.name = name;
        out.push_back(c);
    }
    std::stable_sort(out.begin(), out.end(), [](const Cost& a, const Cost& b) {
        return std::tie(a.time, a.bytes) > std::tie(b.time, b.bytes);
    });
    return out;
}

} // namespace thallos
