// Makes the materials of a scene from surfaces, with their textures, within a budget of memory.
#pragma once

#include <functional>
#include <memory>
#include <string>
#include <unordered_map>
#include <utility>
#include <vector>

#include "core/material/library.h"
#include "core/material/material.h"

namespace thallos {

using NamedTextures = std::vector<std::pair<std::string, std::shared_ptr<const Texture>>>;
using Materials = std::shared_ptr<const std::vector<Material>>;

// The surfaces of something, under a key by which it is known from one scene to the next. `owner` keeps them.
struct SurfaceList {
    uint64_t key = 0;
    const std::vector<Surface>* surfaces = nullptr;
    std::shared_ptr<const void> owner;
};

// Keeps textures, pictures and materials between scenes. For one thread at a time, but for finer().
class MaterialResolver {
public:
    // Without a library all recipes are plain. `fast`: textures that are not ready are baked small; see finer().
    MaterialResolver(std::shared_ptr<const MaterialLibrary> library, bool fast, size_t bytes)
        : library_(std::move(library)), fast_(fast), budget_(bytes) {}

    // One list of materials for each list of surfaces: the same as the last time where nothing changed. Lets go of what
    // none of them uses; when the rest is over the budget, the finest level of the largest texture goes, again and
    // again.
    std::vector<Materials> resolve(const std::vector<SurfaceList>& lists);

    // Other than it was: what was left out comes back as far as it may.
    void setBudget(size_t bytes);
    // No texture is small or left out.
    bool fine() const;

    // What makes the full textures of those that are small now, on any thread; empty when there is nothing to do.
    // Throws Error::Cancelled.
    std::function<NamedTextures(const std::function<bool()>& stop)> finer() const;
    void adopt(const NamedTextures& textures);

private:
    struct Baked {
        std::shared_ptr<const Texture> texture;
        bool full, used;
    };
    struct Pictures {
        Maps maps;
        std::shared_ptr<const Texture> texture;
        bool used;
    };
    struct Resolved {
        SurfaceList from;
        Materials materials;
    };
    // Where the surface's texture is kept; null: it has none.
    std::shared_ptr<const Texture>* textureOf(const Surface& surface);
    Material materialOf(const Surface& surface, const std::shared_ptr<const Texture>& texture) const;
    void keepWithinBudget();

    std::shared_ptr<const MaterialLibrary> library_;
    bool fast_, reduced_ = false; // some levels are left out
    size_t budget_;
    std::unordered_map<std::string, Baked> baked_; // by recipe
    std::vector<std::unique_ptr<Pictures>> pictures_;
    std::unordered_map<uint64_t, Resolved> last_; // by the list's key
};

} // namespace thallos
