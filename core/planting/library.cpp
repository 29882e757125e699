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

void read(const RecipeReader& r, const char* key, LeafRecipe& l) {
    const json* j = r.member(key);
    if (!j) return;
    const RecipeReader in(*j, r.inside(key));
    in.read("length_m", l.length, 0.001f, 2);
    in.read("width_m", l.width, 0.0005f, 1);
    in.read("count", l.count, 0, 400);
    in.read("droop_deg", l.droop, -90, 90);
    in.read("fold_deg", l.fold, 0, 80);
    in.read("shape", l.shape, {"oval", "needle", "diamond"});
}

void read(const RecipeReader& r, WoodRecipe& w) {
    const json* j = r.member("wood");
    if (!j) r.fail("wood is missing");
    const RecipeReader in(*j, r.inside("wood"));
    in.read("trunk_radius_m", w.trunkRadius, 0.003f, 2);
    in.read("flare", w.flare, 0, 3);
    in.read("bare", w.bare, 0, 0.9f);
    in.read("lean_deg", w.lean, 0, 60);
    in.read("stems", w.fork, 0, 40);
    in.read("crown", w.crown, {"round", "tall", "cone", "spread"});
    in.read("droop_deg", w.gravity, -60, 80);
    const json* levels = in.member("levels");
    if (!levels || !levels->is_array() || levels->size() < 2 || levels->size() > 5)
        in.fail("levels must be a list of 2 to 5");
    for (const json& l : *levels) {
        const RecipeReader li(l, r.inside("wood level"));
        BranchLevel b;
        li.read("count", b.count, 0, 400);
        li.read("length", b.length, 0.01f, 2);
        li.read("angle_deg", b.angle, 0, 170);
        li.read("angle_spread_deg", b.angleSpread, 0, 90);
        li.read("curve_deg", b.curve, -180, 180);
        li.read("wander_deg", b.wander, 0, 180);
        li.read("taper", b.taper, 0, 1);
        li.read("thickness", b.thickness, 0.02f, 1);
        li.read("segments", b.segments, 2, 40);
        li.read("sides", b.sides, 3, 24);
        w.levels.push_back(b);
    }
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
    r.read("version", s.version, 1, 1);
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
    float h = 0;
    for (const auto& i : individuals) h = std::max(h, i->height);
    return h;
}
float Species::spread() const {
    float s = 0;
    for (const auto& i : individuals) s = std::max(s, i->spread);
    return s;
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
        library->species_.push_back({parseRecipe(text.str(), file.string()), {}});
    }
    auto& all = library->species_;
    for (Species& s : all) s.individuals.resize(kIndividuals);
    parallelFor(static_cast<int>(all.size()) * kIndividuals, [&](int i) {
        Species& s = all[i / kIndividuals];
        s.individuals[i % kIndividuals] =
            std::make_shared<const Individual>(grow(s.recipe, static_cast<uint64_t>(i % kIndividuals) + 1));
    });
    return library;
}

int PlantLibrary::find(const std::string& name) const {
    for (size_t i = 0; i < species_.size(); ++i)
        if (species_[i].recipe.name == name) return static_cast<int>(i);
    return -1;
}

} // namespace thallos
