#include "core/trace/mattes.h"

#include <algorithm>
#include <functional>
#include <map>
#include <unordered_map>

#include "core/trace/shading.h"

namespace thallos {

namespace {

Mattes mattesOf(const std::string& layer, const Raster<Coverage>& coverage,
                const std::function<std::string(uint32_t)>& nameOf) {
    Mattes out{layer, {}, Raster<MattePixel>(coverage.width, coverage.height)};
    std::unordered_map<uint32_t, uint32_t> known;
    std::map<std::string, uint32_t> byName;
    const auto indexOf = [&](uint32_t key) {
        const auto found = known.find(key);
        if (found != known.end()) return found->second;
        const std::string name = nameOf(key);
        const auto [named, fresh] = byName.emplace(name, static_cast<uint32_t>(out.names.size()));
        if (fresh) out.names.push_back(name);
        known[key] = named->second;
        return named->second;
    };
    for (size_t i = 0; i < coverage.pixels.size(); ++i) {
        const Coverage& c = coverage.pixels[i];
        // Several keys may have one name: the same material of several things.
        std::vector<std::pair<float, uint32_t>> ranked;
        for (int k = 0; k < Coverage::kKeys; ++k) {
            if (c.count[k] == 0) continue;
            const uint32_t index = indexOf(c.key[k]);
            const auto same =
                std::find_if(ranked.begin(), ranked.end(), [&](const auto& r) { return r.second == index; });
            const float share = static_cast<float>(c.count[k]) / static_cast<float>(std::max<int>(c.samples, 1));
            if (same != ranked.end())
                same->first += share;
            else
                ranked.emplace_back(share, index);
        }
        std::stable_sort(ranked.begin(), ranked.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
        for (size_t k = 0; k < ranked.size() && k < kMatteRanks; ++k) {
            out.pixels.pixels[i].key[k] = ranked[k].second;
            out.pixels.pixels[i].share[k] = ranked[k].first;
        }
    }
    return out;
}

} // namespace

Mattes mattesByItem(const Scene& scene, const Raster<Coverage>& coverage) {
    return mattesOf("items", coverage, [&](uint32_t key) {
        const Item* item = find(scene.site->project, Id{key});
        return item ? item->name : std::string("ground");
    });
}

Mattes mattesByMaterial(const Scene& scene, const Raster<Coverage>& coverage) {
    return mattesOf("materials", coverage, [&](uint32_t key) { return materialName(scene, key); });
}

} // namespace thallos
