// What a final render will take, found out by tracing small parts of it as they will be traced.
#pragma once

#include <functional>

#include "core/jobs/deliver.h"

namespace thallos {

struct Estimate {
    double seconds = 0;
    int64_t memory = 0; // bytes that the picture takes beside the scene, at most
    int64_t disk = 0;   // bytes of all its files, about
};

// Bytes of memory and of files: at once.
Estimate sizesOf(const V2i& size, const Delivery& delivery);

int64_t freeMemory(); // bytes that this machine can give; 0: not known

// Calls `tell` with the whole estimate after each round of parts; later ones are better. Returns after the last round,
// or when `stop` returned true. `stop` is asked every few milliseconds from several threads.
void estimate(const Scene& scene, const Environment& environment, const Shot& shot, const PictureSettings& settings,
              int samples, float denoise, const Delivery& delivery, const std::function<void(const Estimate&)>& tell,
              const std::function<bool()>& stop);

} // namespace thallos
