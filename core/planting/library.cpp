#include <algorithm>
#include <fstream>
#include <sstream>

#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/base/parallel.h"
#include "core/base/recipe_reader.h"
#include "core/material/recipe.h"
#include "core/planting/species.h"

namespace thallos {

using nlohmann::json;

namespace {

void read(const RecipeReader& r, const char* key, Surface& s) {
    const json* j = r.member(key);
    s.name = key;
    if (!j) return;
    readSurface(RecipeReader(*j, r.inside(key)), s);
}

// What `read` does with the member of that name, if there is one.
template <class Read> void within(const RecipeReader& r, const char* key, Read&& read) {
    if (const json* j = r.member(key)) read(RecipeReader(*j, r.inside(key)));
}

void read(const RecipeReader& r, const char* key, LeafRecipe& l) {
    within(r, key, [&](const RecipeReader& in) {
        in.read("shape", l.shape,
                {kLeafShapes[0], kLeafShapes[1], kLeafShapes[2], kLeafShapes[3], kLeafShapes[4], kLeafShapes[5],
                 kLeafShapes[6], kLeafShapes[7], kLeafShapes[8]});
        in.read("length_m", l.length, 0.001f, 4);
        in.read("width_m", l.width, 0.0003f, 2);
        in.read("count", l.count, 0, 400);
        in.read("set", l.set, {kLeafSets[0], kLeafSets[1], kLeafSets[2], kLeafSets[3], kLeafSets[4], kLeafSets[5]});
        in.read("angle_deg", l.angle, 0, 180);
        in.read("droop_deg", l.droop, -90, 90);
        in.read("fold_deg", l.fold, 0, 80);
        in.read("curl_deg", l.curl, -60, 80);
        in.read("stalk", l.stalk, 0, 2);
        in.read("leaflets", l.leaflets, 3, 41);
    });
}

void read(const RecipeReader& r, WoodRecipe& w) {
    if (!r.member("wood")) r.fail("wood is missing");
    within(r, "wood", [&](const RecipeReader& wood) {
        within(wood, "crown", [&](const RecipeReader& in) {
            in.read("base", w.crown.base, 0, 0.95f);
            in.read("width", w.crown.width, 0.02f, 4);
            in.read("widest", w.crown.widest, 0.01f, 0.99f);
            in.read("top", w.crown.top, 0.3f, 8);
            in.read("bottom", w.crown.bottom, 0.3f, 8);
            in.read("lobes", w.crown.lobes, 0, 1);
            in.read("holes", w.crown.holes, 0, 1);
            in.read("shade", w.crown.shade, 0, 1);
        });
        within(wood, "stem", [&](const RecipeReader& in) {
            in.read("radius_m", w.stem.radius, 0.002f, 3);
            in.read("flare", w.stem.flare, 0, 4);
            in.read("leader", w.stem.leader, 0, 1);
            in.read("wander_deg_m", w.stem.wander, 0, 120);
            in.read("lean_deg", w.stem.lean, 0, 60);
            in.read("count", w.stem.count, 1, 60);
            in.read("spread_deg", w.stem.spread, 0, 85);
        });
        within(wood, "limbs", [&](const RecipeReader& in) {
            in.read("count", w.limbs.count, 0, 400);
            in.read("whorl", w.limbs.whorl, 1, 12);
            in.read("low_deg", w.limbs.low, 0, 170);
            in.read("high_deg", w.limbs.high, 0, 170);
            in.read("spread_deg", w.limbs.spread, 0, 60);
            in.read("curve_deg", w.limbs.curve, -180, 180);
            in.read("wander_deg_m", w.limbs.wander, 0, 120);
            in.read("reach", w.limbs.reach, 0.05f, 1.2f);
        });
        within(wood, "shoots", [&](const RecipeReader& in) {
            in.read("per_metre", w.shoots.perMetre, 0, 60);
            in.read("length", w.shoots.length, 0.02f, 2);
            in.read("angle_deg", w.shoots.angle, 0, 120);
            in.read("spread_deg", w.shoots.spread, 0, 60);
            in.read("droop", w.shoots.droop, 0, 1);
            in.read("flat", w.shoots.flat, 0, 1);
        });
        within(wood, "fill", [&](const RecipeReader& in) {
            in.read("spacing_m", w.fill.spacing, 0, 3);
            in.read("light", w.fill.light, 0, 3);
            in.read("gravity", w.fill.gravity, 0, 3);
            in.read("wander", w.fill.wander, 0, 2);
        });
        within(wood, "twigs", [&](const RecipeReader& in) {
            in.read("length_m", w.twigs.length, 0.01f, 4);
            in.read("per_metre", w.twigs.perMetre, 0, 80);
            in.read("angle_deg", w.twigs.angle, 0, 150);
            in.read("spread_deg", w.twigs.spread, 0, 80);
            in.read("droop", w.twigs.droop, 0, 1);
            in.read("segments", w.twigs.segments, 1, 12);
            in.read("radius_m", w.twigs.radius, 0.0002f, 0.05f);
        });
    });
}

void read(const RecipeReader& r, GrassRecipe& g) {
    const json* j = r.member("grass");
    if (!j) r.fail("grass is missing");
    const RecipeReader in(*j, r.inside("grass"));
    in.read("blades", g.blades, 1, 300);
    in.read("spread_m", g.spread, 0.01f, 3);
    in.read("length_m", g.length, 0.01f, 4);
    in.read("length_spread", g.lengthSpread, 0, 0.9f);
    in.read("width_m", g.width, 0.0005f, 0.1f);
    in.read("bend_deg", g.bend, 0, 170);
    in.read("flower_share", g.flowerShare, 0, 1);
    in.read("flower_size_m", g.flowerSize, 0.002f, 0.5f);
    in.read("flower", g.flower, {"none", "disc", "tuft", "ear"});
}

} // namespace

SpeciesRecipe parseRecipe(const std::string& text, const std::string& where) {
    const json j = json::parse(text, nullptr, false);
    if (j.is_discarded()) throw Error(Error::Kind::Unreadable, "is not valid JSON", where);
    const RecipeReader r(j, where);
    SpeciesRecipe s;
    r.read("name", s.name);
    if (s.name.empty()) r.fail("name is missing");
    std::string kind;
    r.read("kind", kind, {kPlantKindNames[0], kPlantKindNames[1], kPlantKindNames[2], kPlantKindNames[3]});
    const auto found = std::find(std::begin(kPlantKindNames), std::end(kPlantKindNames), kind);
    if (found == std::end(kPlantKindNames)) r.fail("kind is missing");
    s.kind = static_cast<PlantKind>(found - std::begin(kPlantKindNames));
    r.read("version", s.version, 1, 2);
    r.read("height_m", s.height, 0.02f, 60);
    r.read("height_spread", s.heightSpread, 0, 0.6f);
    read(r, "leaf", s.leaf);
    s.blossom.count = 0;
    read(r, "blossom", s.blossom);
    read(r, "bark", s.bark);
    read(r, "foliage", s.foliage);
    read(r, "flower_surface", s.flower);
    s.twig = s.bark;
    read(r, "twig", s.twig);
    if (s.kind == PlantKind::Grass)
        read(r, s.grass);
    else
        read(r, s.wood);
    return s;
}

float Species::height() const {
    const GrassRecipe& g = recipe.grass;
    const float blade = recipe.kind == PlantKind::Grass ? 1.3f * g.length * (1 + g.lengthSpread) + g.flowerSize : 0;
    return std::max(recipe.height, blade) * (1 + recipe.heightSpread);
}
float Species::spread() const {
    const GrassRecipe& g = recipe.grass;
    if (recipe.kind == PlantKind::Grass) return (g.spread + 1.2f * g.length) * (1 + recipe.heightSpread);
    return recipe.wood.crown.width * height();
}

const Individual& PlantLibrary::individual(int index) const {
    Grown& g = grown_[index];
    std::call_once(g.once, [&] {
        g.plant = grow(species_[index / kIndividuals].recipe, static_cast<uint64_t>(index % kIndividuals) + 1);
    });
    return g.plant;
}

std::shared_ptr<const PlantLibrary> PlantLibrary::load(const std::filesystem::path& recipes) {
    namespace fs = std::filesystem;
    if (!fs::is_directory(recipes))
        throw Error(Error::Kind::Missing, "the plant recipes are not there", recipes.string(),
                    "install the assets folder again");
    std::vector<fs::path> files;
    for (const auto& entry : fs::directory_iterator(recipes))
        if (entry.path().extension() == ".json") files.push_back(entry.path());
    std::sort(files.begin(), files.end());
    auto library = std::make_shared<PlantLibrary>();
    for (const fs::path& file : files) {
        std::ifstream in(file);
        std::stringstream text;
        text << in.rdbuf();
        library->species_.push_back({parseRecipe(text.str(), file.string())});
    }
    library->grown_ = std::make_unique<Grown[]>(library->species_.size() * kIndividuals);
    return library;
}

int PlantLibrary::find(const std::string& name) const {
    for (size_t i = 0; i < species_.size(); ++i)
        if (species_[i].recipe.name == name) return static_cast<int>(i);
    return -1;
}

} // namespace thallos
