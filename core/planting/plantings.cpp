#include "core/planting/plantings.h"

#include <algorithm>

namespace thallos {

const std::vector<Planting>& plantings() {
    static const std::vector<Planting> all{
        {"lawn", Text("Lawn"), {{"Mown lawn", 0.99f}, {"White clover", 0.01f}}, 32, 0.06f, 0.2f, 0},
        {"meadow",
         Text("Meadow"),
         {{"Fescue", 0.62f},
          {"Fescue in ear", 0.14f},
          {"Oxeye daisy", 0.1f},
          {"Meadow buttercup", 0.07f},
          {"Knapweed", 0.04f},
          {"Meadow sage", 0.03f}},
         7,
         0.16f,
         0.25f,
         0},
        {"rough-grass",
         Text("Rough grass"),
         {{"Rough grass", 0.78f}, {"Fescue in ear", 0.16f}, {"Cow parsley", 0.04f}, {"Nettle", 0.02f}},
         8,
         0.14f,
         0.35f,
         0},
        {"wood-floor",
         Text("Woodland floor"),
         {{"Fallen oak leaves", 0.5f},
          {"Moss cushion", 0.16f},
          {"Sticks", 0.14f},
          {"Male fern", 0.14f},
          {"Bracken", 0.06f}},
         2.4f,
         0.2f,
         0.4f,
         0.25f},
    };
    return all;
}

Drift planted(const Drift& drift, const Planting& p) {
    Drift out = drift;
    out.mix = p.mix;
    out.density = p.density;
    out.spacing = p.spacing;
    out.sizeSpread = p.sizeSpread;
    out.patchiness = p.patchiness;
    out.version = 2;
    return out;
}

Drift withSpecies(const Drift& drift, const std::string& species, const PlantLibrary& library) {
    Drift out = drift;
    const auto isLow = [&](const std::string& name) {
        const int at = library.find(name);
        return at >= 0 && library.isLow(at);
    };
    if (std::any_of(out.mix.begin(), out.mix.end(), [&](const MixEntry& m) { return m.species == species; }))
        return out;
    const bool amongLow =
        std::any_of(out.mix.begin(), out.mix.end(), [&](const MixEntry& m) { return isLow(m.species); });
    if (amongLow && !isLow(species)) out.version = 2;
    out.mix.push_back({species, 0.2f});
    return out;
}

const Planting* plantingOf(const Drift& drift) {
    const auto& all = plantings();
    const auto same = std::find_if(all.begin(), all.end(), [&](const Planting& p) {
        return drift.mix == p.mix && drift.density == p.density && drift.spacing == p.spacing &&
               drift.sizeSpread == p.sizeSpread && drift.patchiness == p.patchiness;
    });
    return same == all.end() ? nullptr : &*same;
}

} // namespace thallos
