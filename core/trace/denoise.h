// Noise taken out of a film: weights by non-local means between the two halves and by the features, then a first-order
// regression on the features within each window (after B. Bitterli et al., "Nonlinearly Weighted First-order Regression
// for Denoising Monte Carlo Renderings", EGSR 2016). Emission and what is seen of the sky stay out of the filter.
#pragma once

#include <functional>

#include "core/trace/render.h"

namespace thallos {

inline constexpr int kDenoiseReach = 12; // pixels to each side that one pixel reads

// Mean radiance, cd/m2. Films with fewer than 4 samples come back as they are. When `stop` answers true, so does the
// rest.
Image denoise(const Film& film, const std::function<bool()>& stop = nullptr);

} // namespace thallos
