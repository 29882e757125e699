// From what the samples of a picture met to mattes by name.
#pragma once

#include "core/finish/mattes.h"
#include "core/trace/film.h"

namespace thallos {

// Items without a name of their own are "ground".
Mattes mattesByItem(const Scene& scene, const Raster<Coverage>& coverage);
Mattes mattesByMaterial(const Scene& scene, const Raster<Coverage>& coverage);

} // namespace thallos
