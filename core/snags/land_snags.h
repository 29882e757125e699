// Snags of what is shaped and laid on the ground: paths, banks, decks.
#pragma once

#include "core/snags/snags.h"

namespace thallos {

// Appends to `out`, in the order of the project's items. Returns early when `stop` returned true.
void addLandSnags(const BuiltSite& site, const std::function<bool()>& stop, std::vector<Snag>& out);

// The steepest slope, degrees, at which the soil of a cover stands for good; 90: it is rock or held together.
float standsAt(const Surface& cover);

} // namespace thallos
