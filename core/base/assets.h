// Where the shipped files are.
#pragma once

#include <filesystem>

namespace thallos {

// THALLOS_ASSETS when set; else the nearest of ../share/thallos and assets/ above the running program.
// Throws Error::Missing.
std::filesystem::path assetFolder();

// Where what can be made again is kept: thallos/ in XDG_CACHE_HOME, else in .cache of the home folder. It need not
// exist.
std::filesystem::path cacheFolder();

// Where what is under way is kept, recovery files among it: thallos/ in XDG_STATE_HOME, else in .local/state of the
// home folder. It need not exist.
std::filesystem::path stateFolder();

// Where the user's own things are kept: thallos/ in XDG_DATA_HOME, else in .local/share of the home folder. It need not
// exist.
std::filesystem::path dataFolder();

} // namespace thallos
