// What the values of a species' recipe are called in the window.
#pragma once

#include <string>

#include <QString>

namespace thallos {

struct RecipeLabel {
    QString name, unit;
};
RecipeLabel recipeLabel(const std::string& path); // of a value: "wood/crown/width"
QString recipeGroup(const std::string& path);     // that it belongs to: "Wood · Crown"

QString recipeWord(const std::string& word); // one key, or one of the words to choose from

} // namespace thallos
