// The materials that ship with the program, and their textures.
#pragma once

#include <filesystem>
#include <functional>
#include <memory>
#include <mutex>
#include <string>
#include <vector>

#include "core/material/recipe.h"

namespace thallos {

// All recipes of a folder (*.json) by family and name. Textures are baked when they are first asked for and kept in a
// cache, whose files may be deleted at any time. Any number of threads may ask.
class MaterialLibrary {
public:
    static constexpr int kFull = 2048, kQuick = 128; // texels across a texture
    // `cache` empty: nothing is kept on disk. Throws Error::Missing or Unreadable, naming the first bad recipe.
    static std::shared_ptr<const MaterialLibrary> load(const std::filesystem::path& recipes,
                                                       const std::filesystem::path& cache = {});

    const std::vector<Recipe>& recipes() const { return recipes_; }
    const Recipe* find(const std::string& name) const; // null: unknown
    // What a part gets that is made of it, with the texture's mean as its colour and roughness. A plain surface of the
    // name when unknown.
    Surface surface(const std::string& name) const;
    // Null: unknown, or without a texture. Takes seconds for a full texture that is not cached. Throws
    // Error::Cancelled.
    std::shared_ptr<const Texture> texture(const std::string& name, int width,
                                           const std::function<bool()>& stop = {}) const;
    bool ready(const std::string& name, int width) const; // texture() would answer at once

private:
    struct Baked {
        std::string name;
        int width;
        std::weak_ptr<const Texture> texture; // whoever uses it keeps it
    };
    std::shared_ptr<const Texture> known(const std::string& name, int width) const;
    std::vector<Recipe> recipes_;
    std::vector<std::string> hashes_; // of the recipe files
    std::filesystem::path cache_;
    mutable std::mutex mutex_; // guards baked_
    mutable std::vector<Baked> baked_;
};

// A part's surface when it is made of something else: its name, lamp group and light stay its own.
Surface made(const Surface& part, Surface of);

// Those beside the program, with their cache in cacheFolder(). Read once.
std::shared_ptr<const MaterialLibrary> shippedMaterials();

} // namespace thallos
