// Species grown by recipe. The same recipe and seed grow the same plant on every machine.
#pragma once

#include <filesystem>
#include <memory>
#include <string>
#include <vector>

#include "core/material/surface.h"
#include "core/mesh/mesh.h"

namespace thallos {

enum class PlantKind { Broadleaf, Conifer, Shrub, Grass };
inline constexpr const char* kPlantKindNames[] = {"broadleaf tree", "conifer", "shrub", "meadow grass"};

// Woody growth: branching by levels after J. Weber & J. Penn, "Creation and Rendering of Realistic Trees" (SIGGRAPH
// 1995), with our own reading of the parameters. Lengths in metres, angles in degrees.
struct BranchLevel {
    float count = 30;    // branches on a parent of full length
    float length = 0.4f; // of the parent's
    float angle = 55;    // from the parent's direction
    float angleSpread = 10;
    float curve = 10;        // bend along the branch, upwards positive
    float wander = 25;       // random bend
    float taper = 0.9f;      // radius lost from foot to tip
    float thickness = 0.45f; // of the parent's radius at the fork
    int segments = 6;
    int sides = 5;
};

struct WoodRecipe {
    float trunkRadius = 0.16f;   // metres at breast height, full height
    float flare = 0.8f;          // widening of the foot
    float bare = 0.22f;          // share of the trunk below the first branch
    float lean = 4;              // degrees
    float fork = 0;              // stems from the ground: more than one for shrubs (rounded)
    std::string crown = "round"; // round, tall, cone, spread
    std::vector<BranchLevel>
        levels;        // the first is the trunk itself: only curve, wander, taper, segments, sides are used
    float gravity = 0; // droop of the last levels, degrees
};

struct LeafRecipe {
    float length = 0.07f, width = 0.045f; // metres
    float count = 14;                     // on a last branch of full length
    float droop = 30;                     // degrees
    float fold = 20;                      // degrees between the halves
    std::string shape = "oval";           // oval, needle, diamond
};

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
};

// Throws Error::Unreadable naming the first bad value.
SpeciesRecipe parseRecipe(const std::string& json, const std::string& where);

// One grown specimen, foot at the origin.
struct Individual {
    std::vector<Mesh> parts; // wood, foliage, flowers, twigs; some may be empty
    // The same for rays that nobody sees straight: a quarter of the leaves, blades and flowers, each of four times the
    // area, so that as much light gets through; no twigs.
    std::vector<Mesh> coarse;
    float grain = 0.1f;            // metres across a coarse leaf or blade
    std::vector<Surface> surfaces; // one a part
    float height = 0, spread = 0;  // metres
};
Individual grow(const SpeciesRecipe& recipe, uint64_t seed);

inline constexpr int kIndividuals = 3; // a species

struct Species {
    SpeciesRecipe recipe;
    std::vector<std::shared_ptr<const Individual>> individuals;
    float height() const;
    float spread() const;
};

// All species of a folder of recipes (*.json), grown, in the order of their names.
class PlantLibrary {
public:
    static std::shared_ptr<const PlantLibrary> load(const std::filesystem::path& recipes);
    const std::vector<Species>& species() const { return species_; }
    int find(const std::string& name) const; // -1: unknown
    // Individuals are numbered through: species index * kIndividuals + which.
    const Individual& individual(int index) const {
        return *species_[index / kIndividuals].individuals[index % kIndividuals];
    }
    bool isGrass(int index) const { return species_[index / kIndividuals].recipe.kind == PlantKind::Grass; }
    int individualCount() const { return static_cast<int>(species_.size()) * kIndividuals; }

private:
    std::vector<Species> species_;
};

} // namespace thallos
