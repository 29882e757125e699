#include <algorithm>
#include <fstream>
#include <sstream>

#include "code_of_growth.h"
#include "core/base/assets.h"
#include "core/base/disk_cache.h"
#include "core/base/elementary.h"
#include "core/base/error.h"
#include "core/planting/form_bytes.h"
#include "core/planting/species.h"

namespace thallos {

namespace {

uint64_t seedOf(IndividualId id) {
    return static_cast<uint64_t>(id.which()) + 1;
}

} // namespace

std::shared_ptr<const DiskCache> plantCache() {
    return std::make_shared<const DiskCache>(cacheFolder() / "plants", int64_t(768) << 20);
}

float Species::height() const {
    float most = recipe.height;
    if (const auto* t = std::get_if<TuftRecipe>(&recipe.growth))
        most = std::max(most, std::max(1.0f, t->tall) * t->length * (1 + t->lengthSpread) + t->flowerSize);
    return most * (1 + recipe.heightSpread);
}

float crownSpacing(const Species& species) {
    return 0.8f * species.spread();
}

float Species::spread() const {
    struct Wide {
        float height;
        float operator()(const WoodyRecipe& r) const { return r.lying ? 2 * height : r.wood.crown.width * height; }
        float operator()(const TuftRecipe& r) const { return r.spread + 1.2f * r.length; }
        float operator()(const HerbRecipe& r) const {
            const float over = elementary::sin(std::min(radians(r.lean + 0.7f * r.bend), kPi / 2)) * height;
            return r.spread + 2 * std::max({r.rosette.length, over + r.leaf.length, over + r.flower.size});
        }
        float operator()(const FrondRecipe& r) const { return r.spread + 1.9f * r.length; }
        float operator()(const CushionRecipe& r) const { return 1.3f * r.spread; }
        float operator()(const PadRecipe& r) const { return r.spread + r.size; }
        float operator()(const StoneRecipe& r) const { return r.spread + 1.3f * r.size; }
        float operator()(const LitterRecipe& r) const {
            return r.spread + (r.leaf.count > 0 ? 2 * r.leaf.length : 1.2f * r.length);
        }
        float operator()(const LogRecipe& r) const {
            return r.standing ? 2 * r.radius * (1 + r.flare) : r.length + 2 * r.radius;
        }
        float operator()(const ClimberRecipe& r) const { return r.width + 2 * r.leaf.length; }
        float operator()(const ProxyRecipe& r) const { return r.wide * height; }
        float operator()(const PersonRecipe&) const { return 0.55f * height; }
        float operator()(const ThingRecipe& r) const { return r.length > 0 ? r.length + 0.3f : 2; }
    };
    return std::visit(Wide{height()}, recipe.growth);
}

std::string PlantLibrary::cacheKey(IndividualId id) const {
    const Species& s = species_[id.species()];
    // A proxy depends on its model besides, which is no slower to read than what is made of it.
    if (!cache() || s.text.empty() || std::holds_alternative<ProxyRecipe>(s.recipe.growth)) return {};
    return std::string(CODE_OF_GROWTH) + " " + std::to_string(static_cast<int>(season_)) + " " +
           std::to_string(seedOf(id)) + " " + s.text;
}

const Individual& PlantLibrary::individual(IndividualId id) const {
    Grown& g = grown_[id.value];
    std::call_once(g.once, [&] {
        const std::string key = cacheKey(id);
        if (!key.empty())
            if (const auto bytes = cache()->find("plant " + key); bytes && unpackIndividual(*bytes, g.plant)) return;
        g.plant = grow(species_[id.species()].recipe, seedOf(id));
        if (!key.empty()) cache()->keep("plant " + key, packIndividual(g.plant));
    });
    return g.plant;
}

const Form& PlantLibrary::hero(IndividualId id) const {
    Grown& g = grown_[id.value];
    std::call_once(g.heroOnce, [&] {
        const std::string key = cacheKey(id);
        if (!key.empty())
            if (const auto bytes = cache()->find("hero " + key); bytes && unpackForm(*bytes, g.hero)) return;
        g.hero = growHero(species_[id.species()].recipe, seedOf(id));
        if (!key.empty()) cache()->keep("hero " + key, packForm(g.hero));
    });
    return g.hero;
}

std::shared_ptr<const PlantLibrary> PlantLibrary::load(const std::filesystem::path& shipped,
                                                       const std::filesystem::path& own,
                                                       std::vector<std::string>* warnings,
                                                       std::shared_ptr<const DiskCache> cache) {
    namespace fs = std::filesystem;
    if (!fs::is_directory(shipped))
        throw Error(Error::Kind::Missing, Text("The plant library %w is missing"), shipped.string(),
                    Text("Reinstall Thallos"));
    auto year = std::make_shared<Year>();
    year->cache = std::move(cache);
    const auto readFrom = [&](const fs::path& folder, SpeciesOrigin origin) {
        std::vector<fs::path> files;
        for (const auto& entry : fs::directory_iterator(folder))
            if (entry.path().extension() == ".json") files.push_back(entry.path());
        std::sort(files.begin(), files.end());
        for (const fs::path& file : files) {
            std::ifstream in(file);
            std::stringstream text;
            text << in.rdbuf();
            try {
                Species s{parseRecipe(text.str(), file.string()), text.str(), file, origin};
                if (auto* proxy = std::get_if<ProxyRecipe>(&s.recipe.growth))
                    proxy->model = std::make_shared<const ProxyModel>(folder / proxy->file);
                const auto same = std::find_if(year->summer.begin(), year->summer.end(), [&](const Species& other) {
                    return other.recipe.name == s.recipe.name;
                });
                if (same != year->summer.end())
                    *same = std::move(s);
                else
                    year->summer.push_back(std::move(s));
            } catch (const Error& e) {
                if (origin == SpeciesOrigin::Shipped || !warnings) throw;
                warnings->push_back(e.what());
            }
        }
    };
    readFrom(shipped, SpeciesOrigin::Shipped);
    if (!own.empty() && fs::is_directory(own)) readFrom(own, SpeciesOrigin::Own);
    return make(year, Season::Summer);
}

std::shared_ptr<const PlantLibrary> PlantLibrary::of(std::vector<Species> species) {
    auto year = std::make_shared<Year>();
    year->summer = std::move(species);
    return make(year, Season::Summer);
}

std::shared_ptr<const PlantLibrary> PlantLibrary::make(const std::shared_ptr<Year>& year, Season season) {
    const std::lock_guard lock(year->mutex);
    auto& slot = year->seasons[static_cast<size_t>(season)];
    if (auto there = slot.lock()) return there;
    auto library = std::make_shared<PlantLibrary>();
    library->season_ = season;
    library->year_ = year;
    for (const Species& s : year->summer) {
        library->species_.push_back(s);
        library->species_.back().recipe = inSeason(s.recipe, season);
    }
    library->grown_ = std::make_unique<Grown[]>(library->species_.size() * kIndividuals);
    library->dressed_ = std::make_unique<Dressed[]>(library->species_.size());
    slot = library;
    return library;
}

std::shared_ptr<const PlantLibrary> PlantLibrary::in(Season season) const {
    return make(year_, season);
}

std::shared_ptr<const PlantLibrary> PlantLibrary::with(const Carried& carried) const {
    std::shared_ptr<Year> year;
    { // before anything is parsed: each build of a site asks
        const std::lock_guard lock(year_->mutex);
        if (year_->carrying && year_->carried == carried) year = year_->carrying;
    }
    if (year) return make(year, season_);
    std::vector<Species> fresh;
    for (const auto& c : carried) {
        const int at = named(c->name);
        if (at >= 0 && species_[at].text == c->text) continue;
        try {
            Species s{parseRecipe(c->text, c->name), c->text, {}, SpeciesOrigin::Carried};
            if (auto* proxy = std::get_if<ProxyRecipe>(&s.recipe.growth)) proxy->model = c->model;
            fresh.push_back(std::move(s));
        } catch (const Error&) {
            continue; // missed where it is planted, and told there
        }
    }
    if (fresh.empty()) return in(season_);
    year = std::make_shared<Year>();
    year->summer = year_->summer;
    year->cache = year_->cache;
    for (Species& s : fresh) {
        const int at = named(s.recipe.name);
        if (at >= 0)
            year->summer[at] = std::move(s);
        else
            year->summer.push_back(std::move(s));
    }
    {
        const std::lock_guard lock(year_->mutex);
        if (year_->carrying && year_->carried == carried)
            year = year_->carrying; // another thread was first
        else {
            year_->carried = carried;
            year_->carrying = year;
        }
    }
    return make(year, season_);
}

const std::vector<Surface>& PlantLibrary::surfaces(int species) const {
    const SpeciesRecipe& recipe = species_[species].recipe;
    const auto* proxy = std::get_if<ProxyRecipe>(&recipe.growth);
    if (!proxy) return recipe.surfaces;
    Dressed& d = dressed_[species];
    std::call_once(d.once, [&] {
        d.surfaces = recipe.surfaces;
        const auto model = proxy->model ? proxy->model->get() : nullptr;
        for (size_t k = 0; model && k < std::min(d.surfaces.size(), model->materials.size()); ++k) {
            d.surfaces[k].maps = model->materials[k].maps;
            d.surfaces[k].soft = model->materials[k].soft;
        }
    });
    return d.surfaces;
}

int PlantLibrary::named(const std::string& name) const {
    for (size_t i = 0; i < species_.size(); ++i)
        if (species_[i].recipe.name == name) return static_cast<int>(i);
    return -1;
}

int PlantLibrary::find(const std::string& name) const {
    if (const int at = named(name); at >= 0) return at;
    for (size_t i = 0; i < species_.size(); ++i) {
        const auto& former = species_[i].recipe.formerNames;
        if (std::find(former.begin(), former.end(), name) != former.end()) return static_cast<int>(i);
    }
    return -1;
}

} // namespace thallos
