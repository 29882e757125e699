// Eight pixels side by side: their first rays go together as a packet, then each path goes its own way.
#pragma once

#include <functional>

#include "core/trace/integrator.h"
#include "core/view/camera.h"

namespace thallos {

struct PictureSettings;

inline constexpr int kBlockWide = 4, kBlockHigh = 2;
static_assert(kBlockWide * kBlockHigh == kPacket);

// `corner` is a pixel of the whole picture, a multiple of the block's size, so that a pixel always has the same
// neighbours. `sampleOf` tells the number of the sample that a pixel takes, or -1 for none; `take` gets it. Counts rays
// when asked.
void shadeBlock(const Scene& scene, const Environment& environment, const Lens& lens, const PictureSettings& settings,
                const V2i& corner, const std::function<int(const V2i& pixel)>& sampleOf,
                const std::function<void(const V2i& pixel, const PathSample& sample, const Split* split)>& take,
                bool splits = false, int* rays = nullptr);

} // namespace thallos
