// Writes a model as binary glTF 2.0 for the shipped sample files: geometry and plain materials.
#pragma once

#include <filesystem>

#include "core/model/model.h"

namespace thallos {

void writeGlb(const Model& model, const std::filesystem::path& file);

} // namespace thallos
