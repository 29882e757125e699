// Recipes of materials: colours, sizes and the generator that makes a texture of them.
#pragma once

#include <filesystem>
#include <functional>
#include <map>
#include <string>
#include <vector>

#include "core/base/vec.h"
#include "core/material/surface.h"
#include "core/material/texture_mapping.h"

namespace thallos {

class RecipeReader;

struct Recipe {
    std::string name, family;             // as users read them: "Rubble limestone", "stone walls"
    std::vector<std::string> formerNames; // by which older projects know it
    std::string file;                     // without folder and ending; its thumbnail has the same
    bool bleaches = true;                 // of timber: sun and rain turn it grey
    std::string generator;                // of generatorNames(); empty: a plain surface without a texture
    TextureMapping mapping;
    std::vector<V3f> colors; // linear, sRGB primaries
    std::map<std::string, float> numbers;
    uint64_t seed = 1;
    Surface surface; // what a part gets that is made of this; its baseColor is the texture's mean unless given
};

// Throws Error::Unreadable, naming the file, the member and what is allowed.
Recipe readRecipe(const std::filesystem::path& file);

// The values of a surface as recipes of materials and of species hold them; what is absent stays.
void readSurface(const RecipeReader& in, Surface& surface);

std::vector<std::string> generatorNames();

// A texture of `width` texels along its longer side. The same on every machine to within one step of 255, and for any
// number of threads. Throws Error::Cancelled when `stop` returned true.
Texture bake(const Recipe& recipe, int width, const std::function<bool()>& stop = {});

} // namespace thallos
