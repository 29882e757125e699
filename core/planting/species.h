// Species grown by recipe. The same recipe and seed grow the same plant on every machine.
#pragma once

#include <filesystem>
#include <memory>
#include <mutex>
#include <string>
#include <vector>

#include "core/material/surface.h"
#include "core/mesh/mesh.h"
#include "core/planting/leaves.h"
#include "core/planting/wood.h"

namespace thallos {

enum class PlantKind { Broadleaf, Conifer, Shrub, Grass };
inline constexpr const char* kPlantKindNames[] = {"broadleaf tree", "conifer", "shrub", "meadow grass"};

struct GrassRecipe {
    int blades = 120;
    float spread = 0.22f; // metres across the tuft's foot
    float length = 0.4f;  // metres
    float lengthSpread = 0.4f;
    float width = 0.004f;
    float bend = 50;       // degrees from foot to tip
    float flowerShare = 0; // of the blades that carry a flower or a seed head
    float flowerSize = 0.02f;
    std::string flower = "none"; // none, disc, tuft, ear
};

struct SpeciesRecipe {
    std::string name; // "Apple"
    PlantKind kind = PlantKind::Broadleaf;
    int version = 1;  // of the growth algorithm
    float height = 5; // metres
    float heightSpread = 0.1f;
    WoodRecipe wood;
    LeafRecipe leaf;
    GrassRecipe grass;
    LeafRecipe blossom; // count 0: none
    Surface bark, foliage, flower, twig;
    static constexpr unsigned kParts = 4;
    const Surface& surface(unsigned part) const { // of Individual::parts
        const Surface* all[kParts] = {&bark, &foliage, &flower, &twig};
        return *all[part];
    }
};

// Throws Error::Unreadable naming the first bad value.
SpeciesRecipe parseRecipe(const std::string& json, const std::string& where);

// One grown specimen, foot at the origin.
struct Individual {
    std::vector<Mesh> parts; // wood, foliage, flowers, twigs; some may be empty
    // The same for rays that nobody sees straight: a few of the leaves, blades and flowers, each so much larger that as
    // much light gets through; of wood only what is thick.
    std::vector<Mesh> coarse;
    float grain = 0.1f;           // metres across a coarse leaf or blade
    float height = 0, spread = 0; // metres
};
Individual grow(const SpeciesRecipe& recipe, uint64_t seed);

inline constexpr int kIndividuals = 3; // a species

struct Species {
    SpeciesRecipe recipe;
    float height() const; // metres, of the tallest that may grow
    float spread() const; // and how wide that is
};

// All species of a folder of recipes (*.json), in the order of their names. Safe to read from any thread.
class PlantLibrary {
public:
    static std::shared_ptr<const PlantLibrary> load(const std::filesystem::path& recipes);
    const std::vector<Species>& species() const { return species_; }
    int find(const std::string& name) const; // -1: unknown
    // Individuals are numbered through: species index * kIndividuals + which. Grown when first asked for, which takes
    // up to half a second.
    const Individual& individual(int index) const;
    bool isGrass(int index) const { return species_[index / kIndividuals].recipe.kind == PlantKind::Grass; }
    int individualCount() const { return static_cast<int>(species_.size()) * kIndividuals; }

private:
    struct Grown {
        std::once_flag once;
        Individual plant;
    };
    std::vector<Species> species_;
    std::unique_ptr<Grown[]> grown_;
};

} // namespace thallos
