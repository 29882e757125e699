// Which parts of the buildings the shots see, so that nobody dresses the others in vain.
#pragma once

#include <map>
#include <vector>

#include "core/base/progress.h"
#include "core/trace/scene.h"
#include "core/view/camera.h"

namespace thallos {

// For each building one number a part of its model: the share of the pictures that it fills, in the shot where it fills
// most. Seen straight on and through panes, not in mirrors. `width` rays across each picture.
using SeenParts = std::map<Id, std::vector<float>>;
SeenParts seenParts(const Scene& scene, const std::vector<Camera>& cameras, int width = 640,
                    Progress* progress = nullptr);

} // namespace thallos
