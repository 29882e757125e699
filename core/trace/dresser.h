// Surfaces of a scene and their sheets, within a budget of memory.
#pragma once

#include <functional>
#include <memory>
#include <string>
#include <utility>
#include <vector>

#include "core/material/library.h"

namespace thallos {

using NamedSheets = std::vector<std::pair<std::string, std::shared_ptr<const Texture>>>;

// Keeps sheets and pictures between scenes. For one thread at a time, but for finer().
class Dresser {
public:
    // Without a library all recipes are plain. `fast`: sheets that are not ready are baked small; see finer().
    Dresser(std::shared_ptr<const MaterialLibrary> library, bool fast, size_t bytes)
        : library_(std::move(library)), fast_(fast), budget_(bytes) {}

    // One material for each surface. Lets go of what none of them uses; when the rest is over the budget, the finest
    // level of the largest goes, again and again.
    std::vector<Material> dress(const std::vector<const Surface*>& surfaces);

    // Other than it was: what was left out comes back as far as it may.
    void setBudget(size_t bytes);
    // Nothing is small or left out.
    bool fine() const;

    // What makes the full sheets of those that are small now, on any thread; empty when there is nothing to do. Throws
    // Error::Cancelled.
    std::function<NamedSheets(const std::function<bool()>& stop)> finer() const;
    void adopt(const NamedSheets& sheets);

private:
    struct Sheet {
        std::string recipe;
        std::shared_ptr<const Texture> texture;
        bool full, used;
    };
    struct Pictures {
        Maps maps;
        std::shared_ptr<const Texture> texture;
        bool used;
    };
    std::shared_ptr<const Texture>* textureOf(const Surface& surface);
    std::shared_ptr<const MaterialLibrary> library_;
    bool fast_, squeezed_ = false;
    size_t budget_;
    std::vector<std::unique_ptr<Sheet>> sheets_;
    std::vector<std::unique_ptr<Pictures>> pictures_;
};

} // namespace thallos
