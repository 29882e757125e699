#include <algorithm>

#include "core/planting/species.h"
#include "core/project/kinds/areas.h"
#include "core/project/kinds/kind.h"

namespace thallos {

namespace {

void limits(Drift& d, Limits& tell) {
    tell.outlines(d.areas);
    tell.range("the density", d.density, 0, 400);
    tell.range("the spacing", d.spacing, 0, 30);
    tell.range("the size spread", d.sizeSpread, 0, 0.8f);
    tell.range("the lean", d.lean, 0, 1);
    tell.range("the patchiness", d.patchiness, 0, 1);
    for (MixEntry& m : d.mix) {
        tell.range("a share", m.share, 0, 1e6f);
        tell.range("the spacing of a species", m.spacing, 0, 100);
    }
}

void write(const Drift& d, nlohmann::json& j, const BlobSink&) {
    j["areas_m"] = toJson(d.areas);
    j["mix"] = nlohmann::json::array();
    for (const MixEntry& m : d.mix) {
        j["mix"].push_back({{"species", m.species}, {"share", m.share}});
        if (m.spacing > 0) j["mix"].back()["spacing_m"] = m.spacing;
    }
    j["density_per_m2"] = d.density;
    j["spacing_m"] = d.spacing;
    j["size_spread"] = d.sizeSpread;
    j["lean"] = d.lean;
    j["patchiness"] = d.patchiness;
    j["seed"] = d.seed;
    j["version"] = d.version;
}

Drift read(const JsonReader& in, BlobReader&) {
    Drift d;
    d.areas = in.at("areas_m").areas();
    in.at("mix").each([&](const JsonReader& m) {
        d.mix.push_back(
            {m.at("species").text(), m.at("share").real(), m.has("spacing_m") ? m.at("spacing_m").real() : 0});
    });
    d.density = in.at("density_per_m2").real();
    d.spacing = in.at("spacing_m").real();
    d.sizeSpread = in.at("size_spread").real();
    d.lean = in.at("lean").real();
    d.patchiness = in.at("patchiness").real();
    d.seed = in.at("seed").natural();
    d.version = in.at("version").small();
    return d;
}

// Crowns of a wood touch: trees stand somewhat nearer than they are wide.
float ownSpacing(const Drift& d, const MixEntry& m, const PlantLibrary& library, int species) {
    if (d.version < 2 || library.isLow(species)) return 0;
    return m.spacing > 0 ? m.spacing : crownSpacing(library.species()[static_cast<size_t>(species)]);
}

Sower sower(const Drift& d, Id id, const PlantLibrary& library, std::vector<std::string>& missing) {
    std::vector<MixSpecies> mix;
    float total = 0, sum = 0;
    for (const MixEntry& m : d.mix) total += m.share;
    for (const MixEntry& m : d.mix) {
        sum += m.share / std::max(total, 1e-9f);
        const int species = library.find(m.species);
        if (species < 0)
            missing.push_back(m.species);
        else
            mix.push_back({sum, species, library.species()[species].spread(), ownSpacing(d, m, library, species),
                           lies(library.species()[species].recipe.kind)});
    }
    if (mix.empty()) return {};
    mix.back().chance = 1;
    return
        [&d, id, mix = std::move(mix)](const Box2f& window, const PlantingSite& site, std::vector<PlantRecord>& out) {
            scatter(d, id.value, static_cast<uint32_t>(id.value), mix, window, site, out);
        };
}

} // namespace

template <> const Kind<Drift>& kindOf<Drift>() {
    static const Kind<Drift> kind{
        .name = "drift",
        .since = 1,
        .inPicture = true,
        .extent = [](const Drift& d) { return extentOf(d.areas); },
        .hold = [](const Drift& d, const HeightField* ground) { return onGround(extentOf(d.areas), ground); },
        .move = [](Drift& d, const Moving& m) { moveAreas(d.areas, m); },
        .lift = kNothing,
        .limits = limits,
        .write = write,
        .read = read,
        .snap = [](const Drift& d, SnapTargets& targets) { snapToAreas(d.areas, targets); },
        .footprint = kNothing,
        .plantsTouched =
            [](const Drift& d) {
                return PlantsTouched{outlinedBy(d.areas), true};
            },
        .sower = sower,
        .species =
            [](const Drift& d, std::vector<std::string>& out) {
                for (const MixEntry& m : d.mix) out.push_back(m.species);
            },
        .surfaces = kNothing,
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
