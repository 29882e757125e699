// Where the shipped files are.
#pragma once

#include <filesystem>

namespace thallos {

// THALLOS_ASSETS when set; else the nearest of ../share/thallos and assets/ above the running program.
// Throws Error::Missing.
std::filesystem::path assetFolder();

} // namespace thallos
