// Our own form of a model as bytes: what project files hold and what the importer hands back.
#pragma once

#include <string>
#include <string_view>

#include "core/material/model.h"

namespace thallos {

std::string packModel(const Model& model);
// Throws Error::Unreadable for anything that packModel() did not write: every count and index is checked.
Model unpackModel(std::string_view bytes);

// A picture by itself, as it was laid on a material by hand.
std::string packTexture(const Texture& texture);
Texture unpackTexture(std::string_view bytes);

} // namespace thallos
