// What a recipe holds, as a form shows it.
#pragma once

#include <string>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

// One value of a recipe as a form shows it.
struct RecipeField {
    std::string path; // "wood/crown/width"
    enum class Kind { Number, Whole, Switch, Choice, Colour } kind = Kind::Number;
    float value = 0, low = 0, high = 0; // of numbers and switches
    std::string word;                   // of choices
    std::vector<std::string> words;
    V3f colour{0}; // sRGB
};

} // namespace thallos
