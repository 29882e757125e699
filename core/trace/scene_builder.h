// Makes scenes of sites. An edit builds new tile scenes and a new top scene and leaves the old ones to whoever still
// traces them.
#pragma once

#include <functional>
#include <memory>
#include <unordered_map>

#include "core/trace/material_resolver.h"
#include "core/trace/scene.h"

namespace thallos {

class SceneBuilder {
public:
    // `fast`: the plants' scenes and the textures of materials are made quickly, for the first picture; see refine().
    // Without a library all recipes are plain. Textures take at most `textureBytes`; the finest levels of the largest
    // are left out until they do.
    explicit SceneBuilder(bool fast = false, std::shared_ptr<const MaterialLibrary> materials = nullptr,
                          size_t textureBytes = size_t{2} << 30)
        : fast_(fast), materials_(std::move(materials), fast, textureBytes) {}
    void setTextureBytes(size_t bytes) { materials_.setBudget(bytes); } // from the next update on
    // Tiles that are the same as in the last scene made here are shared with it.
    std::shared_ptr<const Scene> update(std::shared_ptr<const BuiltSite> site, const Visibility& visibility = {});

    // The last scene with what is strewn on the ground around a camera there, which later updates keep; itself when
    // its eye is that already. What has to be grown for it may take a second; null: `stop` returned true before.
    std::shared_ptr<const Scene> strew(const V3f& camera, const std::function<bool()>& stop = nullptr);

    // Returns a job that rebuilds the last scene's plant BVHs at high quality and loads its textures at full
    // resolution, for adopt(). Takes seconds; may run on another thread while this builder goes on. Gives null if
    // `stop` returned true; `stop` is asked every few milliseconds and may block, which pauses the work. Empty: nothing
    // to refine.
    struct Refined {
        std::shared_ptr<PlantScenes> plants; // null: as they are
        NamedTextures textures;
    };
    using Refine = std::function<std::shared_ptr<const Refined>(const std::function<bool()>& stop)>;
    Refine refine() const;
    // The last scene with refined plants and textures.
    std::shared_ptr<const Scene> adopt(std::shared_ptr<const Refined> refined);

private:
    // Materials of what is on the site, by the list of surfaces that they were made from.
    using MaterialsOf = std::unordered_map<const std::vector<Surface>*, Materials>;
    MaterialsOf resolveMaterials(const BuiltSite& site, Scene& scene);
    bool fast_;
    MaterialResolver materials_;
    std::shared_ptr<const Scene> last_;
    std::shared_ptr<PlantScenes> plantScenes_;
    std::shared_ptr<const Strewn> strewn_;               // around the last eye that was told
    std::vector<std::shared_ptr<const Model>> figures_;  // by yardstick
    std::shared_ptr<const std::vector<Surface>> covers_; // what grows low, soil, and the covers
};

} // namespace thallos
