// Noise taken out of a film: weights by non-local means between the two halves and by the features, then a first-order
// regression on the features within each window (after B. Bitterli et al., "Nonlinearly Weighted First-order Regression
// for Denoising Monte Carlo Renderings", EGSR 2016). Emission and what is seen of the sky stay out of the filter.
#pragma once

#include <functional>

#include "core/trace/film.h"

namespace thallos {

inline constexpr int kDenoiseReach = 12; // pixels to each side that one pixel reads

// Mean radiance, cd/m2. Pixels with fewer than 4 samples come back as they are. When `stop` returns true, so does the
// rest. `strength` 0..1 blends from the raw picture to the clean one.
// `split`, of a film that has it, gets a picture for each route and then for each source, filtered like the whole and
// then scaled so that the routes, and the sources, of a pixel sum to it.
Image denoise(const Film& film, const std::function<bool()>& stop = nullptr, float strength = 1,
              std::vector<Image>* split = nullptr);

// The split of a film as it is, in the same order.
std::vector<Image> splitOf(const Film& film);

} // namespace thallos
