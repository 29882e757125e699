// The site as rays see it: one top scene of instances of per-tile scenes.
#pragma once

#include <memory>
#include <vector>

#include "core/ground/cover.h"
#include "core/project/strewn.h"
#include "core/trace/embree.h"
#include "core/trace/lamps.h"
#include "core/trace/rounding.h"

namespace thallos {

class PlantScenes; // one Embree scene for each grown individual

enum class ObjectKind { Ground, Far, Plants, Building, Figure, Water, Climber, Works };

// Visibility filter. Hiding an item does not change the built site: the ground keeps its pads, plants keep their
// clearings.
struct Visibility {
    struct Parts {
        Id building;
        std::vector<int> parts; // of its model, in order
        bool operator==(const Parts&) const = default;
    };
    std::vector<Id> hidden; // items, not groups
    bool planting = true;
    bool neutral = false;           // buildings in one pale grey, to judge form by
    float plants = 1;               // share of those that are planted; the same ones always go first
    std::vector<Parts> hiddenParts; // besides those that the buildings hide themselves
    bool operator==(const Visibility&) const = default;
};
// What a shot leaves out in its final picture.
Visibility visibilityOf(const Project& project, const Shot& shot);

// What an instance of the top scene stands for.
struct SceneObject {
    ObjectKind kind;
    Id item;
    int index = 0;       // ground: tile
    int block = 0;       // and block in it
    bool quick = false;  // built in mode: built again at rest
    bool hidden = false; // stays, but no ray meets it
    bool meets(size_t part) const { return part >= without.size() || !without[part]; }
    std::shared_ptr<const EmbreeScene> scene;
    std::shared_ptr<const PlantTile> plants; // without what is hidden
    std::shared_ptr<const PlantTile> tile;   // as the site has it
    std::shared_ptr<const Model> model;
    std::shared_ptr<const std::vector<Material>> materials; // of the model's parts
    std::vector<char> without;                              // parts that no ray meets; empty: none
    const WaterLook* water = nullptr;
    const GrownClimber* climber = nullptr; // of the scene's site
    // What its scene was made of, by which it is found again; of the scene's site. Null: by other ways.
    const void* madeOf = nullptr;
    M44f toWorld, toObject;
    float scale = 1;    // of toWorld
    V3f laidFrom{0};    // Building::laidFrom
    float age = 0;      // of a building
    float rounding = 0; // metres; with `edges` of each part
    std::shared_ptr<const std::vector<EdgeNeighbours>> edges = nullptr;
};

// Immutable; any number of threads may trace it.
struct Scene {
    std::shared_ptr<const BuiltSite> site;
    std::shared_ptr<const PlantScenes> plantScenes;
    std::shared_ptr<const Strewn> strewn; // null: no eye was told
    Visibility visibility;
    Covers covers;
    std::vector<Material> beds;                                       // of the site's waters, in their order
    std::vector<std::shared_ptr<const std::vector<Material>>> plants; // by species; null: none stands
    const Material& plantMaterial(IndividualId individual, unsigned part) const {
        return (*plants[static_cast<size_t>(individual.species())])[part];
    }
    std::vector<SceneObject> objects;
    Lamps lamps;
    bool fine = true; // no texture is coarser than it would be in a final picture
    std::unique_ptr<EmbreeScene> top;
    Box3f bounds;
    V2f noon{0, -1}; // in plan, where the sun stands at noon
};

} // namespace thallos
