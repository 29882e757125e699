// The site as rays see it: one top scene of instances of per-tile scenes. An edit builds new tile scenes and a new top
// scene and leaves the old ones to whoever still traces them.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <unordered_map>

#include "core/ground/cover.h"
#include "core/project/built_site.h"
#include "core/trace/dresser.h"
#include "core/trace/embree.h"
#include "core/trace/lamps.h"

namespace thallos {

class PlantScenes; // one Embree scene for each grown individual

enum class ObjectKind { Ground, Far, Plants, Building, Figure, Water, Climber };

// How a site is shown: what is left out of the picture, while the ground and what grows stay as they are.
struct Showing {
    std::vector<Id> hidden; // items, not groups
    bool planting = true;
    bool neutral = false; // buildings in one pale grey, to judge form by
    float plants = 1;     // share of those that are planted; the same ones always go first
    bool operator==(const Showing&) const = default;
};
// What a shot leaves out in its final picture.
Showing showingOf(const Project& project, const Shot& shot);

// What an instance of the top scene stands for.
struct SceneObject {
    ObjectKind kind;
    Id item;
    int index = 0;       // ground: tile
    bool quick = false;  // built in haste: built again at rest
    bool hidden = false; // stays, but no ray meets it
    std::shared_ptr<const EmbreeScene> scene;
    std::shared_ptr<const PlantTile> plants; // without what is hidden
    std::shared_ptr<const PlantTile> tile;   // as the site has it
    std::shared_ptr<const Model> model;
    std::shared_ptr<const std::vector<Material>> materials; // of the model's parts
    const Water* water = nullptr;
    const GrownClimber* climber = nullptr; // of the scene's site
    M44f toWorld, toObject;
    float scale = 1; // of toWorld
};

// Immutable; any number of threads may trace it.
struct Scene {
    std::shared_ptr<const BuiltSite> site;
    std::shared_ptr<const PlantScenes> plantScenes;
    Showing showing;
    Covers covers;
    std::vector<Material> plants; // SpeciesRecipe::kParts a species
    const Material& plantMaterial(int individual, unsigned part) const {
        return plants[static_cast<size_t>(individual / kIndividuals) * SpeciesRecipe::kParts + part];
    }
    std::vector<SceneObject> objects;
    Lamps lamps;
    bool fine = true; // no sheet is smaller than it would be in a final picture
    std::unique_ptr<EmbreeScene> top;
    Box3f bounds;
};

class SceneBuilder {
public:
    // `fast`: the plants' scenes and the sheets of materials are made quickly, for the first picture; see better().
    // Without a library all recipes are plain. Textures take at most `textureBytes`; the finest levels of the largest
    // are left out until they do.
    explicit SceneBuilder(bool fast = false, std::shared_ptr<const MaterialLibrary> materials = nullptr,
                          size_t textureBytes = size_t{2} << 30)
        : fast_(fast), dresser_(std::move(materials), fast, textureBytes) {}
    void setTextureBytes(size_t bytes) { dresser_.setBudget(bytes); } // from the next update on
    // Tiles that are the same as in the last scene made here are shared with it.
    std::shared_ptr<const Scene> update(std::shared_ptr<const BuiltSite> site, const Showing& showing = {});

    // What makes the plants of the last scene as fast to trace as they can be and its sheets as fine: takes seconds, is
    // safe to call from another thread while this builder goes on, and gives what adopt() wants, or null when `stop`
    // answered true. `stop` is asked every few milliseconds and may take its time: the work rests until it answers.
    // Empty when there is nothing to better.
    struct Bettered {
        std::shared_ptr<PlantScenes> plants; // null: as they are
        NamedSheets sheets;
    };
    using Better = std::function<std::shared_ptr<const Bettered>(const std::function<bool()>& stop)>;
    Better better() const;
    // The last scene with better plants and sheets.
    std::shared_ptr<const Scene> adopt(std::shared_ptr<const Bettered> bettered);

private:
    // The materials of all that is on the site; of models by the list of their surfaces.
    std::map<const std::vector<Surface>*, std::shared_ptr<const std::vector<Material>>> dressAll(const BuiltSite& site,
                                                                                                 Scene& scene);
    bool fast_;
    Dresser dresser_;
    std::shared_ptr<const Scene> last_;
    std::shared_ptr<PlantScenes> plantScenes_;
    std::shared_ptr<const Model> figure_;
    Surface soil_, gravel_; // of the covers
};

} // namespace thallos
