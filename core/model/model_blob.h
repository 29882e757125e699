// Our own form of a model as bytes: what project files hold and what the importer hands back.
#pragma once

#include <string>
#include <string_view>

#include "core/model/model.h"

namespace thallos {

std::string packModel(const Model& model);
// Throws Error::Unreadable for anything that packModel() did not write: every count and index is checked.
Model unpackModel(std::string_view bytes);

// A picture by itself, as it was laid on a material by hand.
std::string packPicture(const Picture& picture);
Picture unpackPicture(std::string_view bytes);

// Files before schema 4 knew nine patterns instead of recipes: takes the recipe that stands for one, of the given size
// in metres. False: there was no such pattern.
bool takeFirstPattern(Surface& surface, std::string_view name, float size);

} // namespace thallos
