// Species grown by recipe: plants, and whatever else is set about in numbers. The same recipe and seed grow the same on
// every machine.
#pragma once

#include <array>
#include <filesystem>
#include <memory>
#include <mutex>
#include <string>
#include <variant>
#include <vector>

#include "core/base/recipe_field.h"
#include "core/base/rights.h"
#include "core/material/surface.h"
#include "core/planting/climber.h"
#include "core/planting/cushion.h"
#include "core/planting/form.h"
#include "core/planting/frond.h"
#include "core/planting/herb.h"
#include "core/planting/litter.h"
#include "core/planting/log.h"
#include "core/planting/person.h"
#include "core/planting/proxy.h"
#include "core/planting/record.h"
#include "core/planting/season.h"
#include "core/planting/stone.h"
#include "core/planting/thing.h"
#include "core/planting/tuft.h"
#include "core/planting/woody.h"

namespace thallos {

class DiskCache;

enum class SpeciesKind {
    Broadleaf,
    Conifer,
    Shrub,
    Hedge,
    Climber,
    Boulder,
    DeadWood,
    Person,
    Thing,
    Splash, // of water: stands on it
    Grass,  // from here on low growth
    Herb,
    Fern,
    Moss,
    WaterPlant,
    Litter,
    Stones
};
inline constexpr const char* kSpeciesKindNames[] = {
    "broadleaf tree", "conifer", "shrub", "hedge", "climber", "boulder",         "dead wood", "person", "thing",
    "splash",         "grass",   "herb",  "fern",  "moss",    "floating leaves", "litter",    "stones"};

// Lies on the ground and follows its slope, as stones, litter and cushions do; else it stands.
inline bool lies(SpeciesKind kind) {
    return kind == SpeciesKind::Moss || kind == SpeciesKind::Litter || kind == SpeciesKind::Stones;
}

inline bool alive(SpeciesKind kind) {
    return kind != SpeciesKind::Person && kind != SpeciesKind::Thing && kind != SpeciesKind::Splash;
}
inline bool floats(SpeciesKind kind) {
    return kind == SpeciesKind::WaterPlant || kind == SpeciesKind::Splash;
}

struct SpeciesRecipe {
    std::string name;                     // "Apple"
    std::string latin;                    // "Malus domestica"; empty: no plant
    std::vector<std::string> formerNames; // by which older projects know it
    SpeciesKind kind = SpeciesKind::Broadleaf;
    std::string habit;              // "tall, open dome"
    std::vector<std::string> marks; // by which one knows it
    std::vector<std::string> tags;  // words to find it by besides
    int version = 1;                // of the growth algorithm
    float height = 5;               // metres
    float heightSpread = 0.1f;
    std::variant<WoodyRecipe, TuftRecipe, HerbRecipe, FrondRecipe, CushionRecipe, PadRecipe, StoneRecipe, LitterRecipe,
                 LogRecipe, PersonRecipe, ThingRecipe, ClimberRecipe, ProxyRecipe>
        growth;
    SeasonRecipe seasons;
    float motley = 0; // 0..1: how much leaves differ in hue from one to the next, beyond the usual
    Rights rights;    // of what was not grown here
    static constexpr unsigned kParts = 12;
    std::vector<Surface> surfaces; // of Form::parts, kParts of them
};

// Throws Error::Unreadable naming the first bad value. `fields`: all values that its generator knows, for a form.
SpeciesRecipe parseRecipe(const std::string& json, const std::string& where,
                          std::vector<RecipeField>* fields = nullptr);
// The recipe with another value at a field's path, which may be absent so far: a number, a word, a switch (0 or 1) or a
// colour, as the field's kind is.
std::string changedRecipe(const std::string& json, const RecipeField& field);
std::string renamedRecipe(const std::string& json, const std::string& name);

// One grown specimen, foot at the origin, in all levels but the hero's.
struct Individual {
    std::array<Form, kLevels> forms;
    float height = 0, spread = 0; // metres
    const Form& form(Level level) const { return forms[static_cast<size_t>(level)]; }
};
Individual grow(const SpeciesRecipe& recipe, uint64_t seed);
Form growHero(const SpeciesRecipe& recipe, uint64_t seed);
// A climber on something else than its recipe's own support, as fine as its size allows.
Form growOn(const SpeciesRecipe& recipe, const Support& support, uint64_t seed);

// A species that a project takes along, so that it can be handed on.
struct CarriedSpecies {
    std::string name;
    std::string text;                        // the recipe
    std::shared_ptr<const ProxyModel> model; // of a proxy
};
using Carried = std::vector<std::shared_ptr<const CarriedSpecies>>;

enum class SpeciesOrigin { Shipped, Own, Carried }; // Own: of the user's folder

struct Species {
    SpeciesRecipe recipe;
    std::string text;           // the recipe as it was read
    std::filesystem::path file; // of the recipe
    SpeciesOrigin origin = SpeciesOrigin::Shipped;
    float height() const; // metres, of the tallest that may grow
    float spread() const; // and how wide that is
};
// Metres between two of them in a mix that tells none: crowns of a wood touch and lean into each other.
float crownSpacing(const Species& species);

// All species of a folder of recipes (*.json), in the order of their names. Safe to read from any thread.
class PlantLibrary {
public:
    // In summer. The second folder holds the user's own recipes and may be absent; one of a shipped name stands in its
    // place, one that can't be read is left out and told of in `warnings`. What is grown is kept in `cache` and found
    // there again.
    static std::shared_ptr<const PlantLibrary> load(const std::filesystem::path& shipped,
                                                    const std::filesystem::path& own = {},
                                                    std::vector<std::string>* warnings = nullptr,
                                                    std::shared_ptr<const DiskCache> cache = nullptr);
    // Just these, in summer.
    static std::shared_ptr<const PlantLibrary> of(std::vector<Species> species);
    // These and what a project carries, which stands in place of what has its name; the same library when it has all of
    // them already, or as long as somebody holds it. What is broken is left out.
    std::shared_ptr<const PlantLibrary> with(const Carried& carried) const;
    // The same species in another season, in the same order; the same library for as long as somebody holds it.
    std::shared_ptr<const PlantLibrary> in(Season season) const;
    Season season() const { return season_; }
    const std::vector<Species>& species() const { return species_; }
    int find(const std::string& name) const; // by its name, else by a former one; -1: unknown
    // Where what is made of this individual may be kept, and under which name; null and empty: nowhere.
    const DiskCache* cache() const { return year_->cache.get(); }
    std::string cacheKey(IndividualId id) const;
    // Grown when first asked for, which takes up to half a second, or read from the cache.
    const Individual& individual(IndividualId id) const;
    const Form& hero(IndividualId id) const; // likewise
    const Form& form(IndividualId id, Level level) const {
        return level == Level::Hero ? hero(id) : individual(id).form(level);
    }
    // Of Form::parts, kParts of them: the recipe's, with the pictures of a proxy, which are read when first asked for.
    const std::vector<Surface>& surfaces(int species) const;
    // Low growth, that thins out with distance while the picture moves.
    bool isLow(int species) const { return species_[species].recipe.kind >= SpeciesKind::Grass; }
    int individualCount() const { return static_cast<int>(species_.size()) * kIndividuals; }

private:
    int named(const std::string& name) const; // as it is called now
    struct Grown {
        std::once_flag once, heroOnce;
        Individual plant;
        Form hero;
    };
    using Seasons = std::array<std::weak_ptr<const PlantLibrary>, kSeasons>;
    struct Year { // what the libraries of all seasons share
        std::vector<Species> summer;
        std::mutex mutex;
        Seasons seasons;
        Carried carried; // of the last with()
        // What came of it. The year and not a library of it: whoever goes on to another season lets that go.
        std::shared_ptr<Year> carrying;
        std::shared_ptr<const DiskCache> cache;
    };
    struct Dressed {
        std::once_flag once;
        std::vector<Surface> surfaces;
    };
    static std::shared_ptr<const PlantLibrary> make(const std::shared_ptr<Year>& year, Season season);
    std::vector<Species> species_;
    Season season_ = Season::Summer;
    std::shared_ptr<Year> year_;
    std::unique_ptr<Grown[]> grown_;
    std::unique_ptr<Dressed[]> dressed_;
};

// Where grown plants are kept from run to run: in the cache folder.
std::shared_ptr<const DiskCache> plantCache();

} // namespace thallos
