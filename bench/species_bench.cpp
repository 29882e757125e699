// Figures of the plant library against their limits, as one JSON object on standard output.
// usage: thallos-bench-species
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <map>

#include <nlohmann/json.hpp>

#include "bench/measure.h"
#include "bench/sets.h"
#include "core/base/parallel.h"
#include "core/planting/silhouette.h"
#include "core/trace/plant_scenes.h"

using namespace thallos;

namespace {

size_t bytes(const Form& form) {
    size_t sum = 0;
    for (const Mesh& m : form.parts)
        sum += m.positions.size() * sizeof(V3f) + m.normals.size() * sizeof(V3f) + m.uvs.size() * sizeof(V2f) +
               m.triangles.size() * sizeof(V3i);
    return sum;
}

// One tree after the other, alone on one thread.
nlohmann::json trees(const PlantLibrary& library) {
    std::vector<double> grown, heroes;
    std::string slowest;
    for (const Species& s : library.species()) {
        if (s.recipe.kind != SpeciesKind::Broadleaf && s.recipe.kind != SpeciesKind::Conifer) continue;
        const double ms = medianMilliseconds(3, [&] { grow(s.recipe, 1); });
        if (grown.empty() || ms > *std::max_element(grown.begin(), grown.end())) slowest = s.recipe.name;
        grown.push_back(ms);
        heroes.push_back(medianMilliseconds(3, [&] { growHero(s.recipe, 1); }));
    }
    const auto middle = [](std::vector<double> v) {
        std::sort(v.begin(), v.end());
        return v[v.size() / 2];
    };
    return {{"trees", grown.size()},
            {"near_middle_far_median_ms", middle(grown)},
            {"near_middle_far_worst_ms", *std::max_element(grown.begin(), grown.end())},
            {"worst", slowest},
            {"hero_median_ms", middle(heroes)},
            {"hero_worst_ms", *std::max_element(heroes.begin(), heroes.end())}};
}

// All individuals, as when an artist used every species.
nlohmann::json whole() {
    const auto library = PlantLibrary::load(assetFolder() / "species");
    const double before = residentMib();
    const double grown = milliseconds([&] {
        parallelFor(library->individualCount(), [&](int i) { library->individual({static_cast<uint32_t>(i)}); });
    });
    size_t sum = 0;
    std::array<size_t, kLevels> most{};
    float steps[2] = {0, 0};
    std::map<int, std::string> worst;
    for (int i = 0; i < library->individualCount(); ++i) {
        const IndividualId id{static_cast<uint32_t>(i)};
        const Individual& one = library->individual(id);
        for (int k = 1; k < kLevels; ++k) {
            sum += bytes(one.forms[static_cast<size_t>(k)]);
            most[static_cast<size_t>(k)] =
                std::max(most[static_cast<size_t>(k)], one.forms[static_cast<size_t>(k)].triangles());
        }
        if (one.height < 0.35f) continue; // seen from above
        for (int k = 0; k < 2; ++k) {
            const float step = std::abs(silhouette(one.forms[static_cast<size_t>(k) + 2]) /
                                            silhouette(one.forms[static_cast<size_t>(k) + 1]) -
                                        1);
            if (step < steps[k]) continue;
            steps[k] = step;
            worst[k] = library->species()[static_cast<size_t>(id.species())].recipe.name;
        }
    }
    const double after = residentMib();
    PlantScenes scenes(library, true);
    const double traced =
        milliseconds([&] { scenes.prepare(std::vector<char>(static_cast<size_t>(library->individualCount()), 1)); });
    return {{"species", library->species().size()},
            {"individuals", library->individualCount()},
            {"grown_s", grown / 1000},
            {"forms_mib", static_cast<double>(sum) / (1 << 20)},
            {"resident_mib", after - before},
            {"scenes_and_brightness_s", traced / 1000},
            {"most_triangles_near_middle_far", {most[1], most[2], most[3]}},
            {"silhouette_near_middle_worst", {{"step", steps[0]}, {"species", worst[0]}}},
            {"silhouette_middle_far_worst", {{"step", steps[1]}, {"species", worst[1]}}}};
}

// 2 000 trees at eye height.
nlohmann::json woods(const std::shared_ptr<const PlantLibrary>& library) {
    nlohmann::json out;
    const std::pair<const char*, std::vector<std::pair<std::string, float>>> mixes[] = {
        {"birch_spruce_apple", {{"Birch", 0.4f}, {"Spruce", 0.4f}, {"Apple", 0.2f}}},
        {"oak_beech_pine", {{"Oak", 0.35f}, {"Beech", 0.35f}, {"Pine", 0.3f}}}};
    for (const auto& [name, mix] : mixes) {
        const Set s = setOf(wood(270, 0.03f, mix), library);
        PictureSettings settings;
        settings.size = V2i(960, 540);
        settings.noise = 0;
        Progress progress;
        const double seconds =
            median(3, [&] { return renderPicture(*s.scene, s.light, s.shot, settings, 8, 0, progress).seconds; });
        out[name] = {{"trees", s.site->plantCount()}, {"picture_960x540_8_samples_s", seconds}};
    }
    return out;
}

} // namespace

int main() {
    const auto library = PlantLibrary::load(assetFolder() / "species");
    const nlohmann::json out = {{"tree", trees(*library)},
                                {"library", whole()},
                                {"wood", woods(library)},
                                {"limits",
                                 {{"near_middle_far_worst_ms", "400 at most for the near one"},
                                  {"grown_s", "90 at most"},
                                  {"forms_mib", "400 at most"},
                                  {"most_triangles_near_middle_far", {80000, 8000, 600}},
                                  {"silhouette", "0.05 at most"}}}};
    std::printf("%s\n", out.dump(1).c_str());
}
