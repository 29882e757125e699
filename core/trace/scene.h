// The site as rays see it: one top scene of instances of per-tile scenes. An edit builds new tile scenes and a new top
// scene and leaves the old ones to whoever still traces them.
#pragma once

#include <functional>
#include <memory>
#include <unordered_map>

#include "core/project/built_site.h"
#include "core/trace/embree.h"
#include "core/trace/lamps.h"

namespace thallos {

class PlantScenes; // one Embree scene for each grown individual

enum class ObjectKind { Ground, Far, Plants, Building, Figure, Water };

// How a site is shown: what is left out of the picture, while the ground and what grows stay as they are.
struct Showing {
    std::vector<Id> hidden; // items, not groups
    bool planting = true;
    bool neutral = false; // buildings in one pale grey, to judge form by
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
    const std::vector<Surface>* surfaces = nullptr;
    const Water* water = nullptr;
    M44f toWorld, toObject;
    float scale = 1; // of toWorld
};

// Immutable; any number of threads may trace it.
struct Scene {
    std::shared_ptr<const BuiltSite> site;
    std::shared_ptr<const PlantScenes> plantScenes;
    Showing showing;
    std::vector<std::shared_ptr<const std::vector<Surface>>> greys; // surfaces of neutral buildings
    std::vector<SceneObject> objects;
    Lamps lamps;
    std::unique_ptr<EmbreeScene> top;
    Box3f bounds;
};

class SceneBuilder {
public:
    // `fast`: the plants' scenes are made quickly, for the first picture; see better().
    explicit SceneBuilder(bool fast = false) : fast_(fast) {}
    // Tiles that are the same as in the last scene made here are shared with it.
    std::shared_ptr<const Scene> update(std::shared_ptr<const BuiltSite> site, const Showing& showing = {});

    // What makes the plants of the last scene as fast to trace as they can be: takes seconds, is safe to call from
    // another thread while this builder goes on, and gives what adopt() wants, or null when `stop` answered true. Empty
    // when there is nothing to better.
    using Better = std::function<std::shared_ptr<PlantScenes>(const std::function<bool()>& stop)>;
    Better better() const;
    // The last scene with better plants. The same picture but for the last bits.
    std::shared_ptr<const Scene> adopt(std::shared_ptr<PlantScenes> plants);

private:
    bool fast_;
    std::shared_ptr<const Scene> last_;
    std::shared_ptr<PlantScenes> plantScenes_;
    std::shared_ptr<const Model> figure_;
    std::vector<Surface> figureSurfaces_;
};

// Bytes that the Embree device holds now.
int64_t embreeBytes();

} // namespace thallos
