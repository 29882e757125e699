// Rays recorded on their way and traced again without shading: the share of bare tracing in path tracing.
#pragma once

#include <vector>

#include "core/trace/ray.h"
#include "core/trace/render.h"

namespace thallos {

struct LoggedRay {
    V3f origin, direction;
    float far;
    unsigned mask;
    bool shadow;
    Detail detail;
    bool packet = false; // the first of kPacket that go together, or one of them
};

// Where this thread's rays are logged; null, as usual: nowhere.
extern thread_local std::vector<LoggedRay>* rayLog;

struct RayReplay {
    std::vector<LoggedRay> rays;
    double seconds; // that path tracing took for them, one thread, without recording
};
// Every `step`-th pair of rows of a picture, one path a pixel, on the calling thread.
RayReplay recordRays(const Scene& scene, const Environment& environment, const Camera& camera,
                     const PictureSettings& settings, int step);
void replayRays(const Scene& scene, const RayReplay& replay);

} // namespace thallos
