#include "core/trace/ray_log.h"

#include <chrono>

#include "core/trace/block.h"
#include "core/trace/ray.h"

namespace thallos {

RayReplay recordRays(const Scene& scene, const Environment& env, const Camera& camera, const PictureSettings& settings,
                     int step) {
    const Lens lens(camera);
    RayReplay out{{}, 0};
    const TracingThread flags;
    auto run = [&] {
        int sample = 0; // of each block another, so that paths to the end and short ones are in their proportion
        for (int y = 0; y < settings.size.y; y += kBlockHigh * step)
            for (int x = 0; x < settings.size.x; x += kBlockWide, ++sample)
                shadeBlock(
                    scene, env, lens, settings, V2i(x, y),
                    [&](const V2i&) { return sample % (2 * settings.splitFactor); },
                    [](const V2i&, const PathSample&, const Split*) {});
    };
    rayLog = &out.rays;
    run();
    rayLog = nullptr;
    const auto start = std::chrono::steady_clock::now();
    run();
    out.seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
    return out;
}

void replayRays(const Scene& scene, const RayReplay& replay) {
    const TracingThread flags;
    for (size_t n = 0; n < replay.rays.size(); ++n) {
        const LoggedRay& r = replay.rays[n];
        if (r.packet) {
            V3f origins[kPacket], directions[kPacket];
            for (int i = 0; i < kPacket; ++i) {
                origins[i] = replay.rays[n + i].origin;
                directions[i] = replay.rays[n + i].direction;
            }
            RayContext context(r.detail);
            context.embree.flags = RTC_INTERSECT_CONTEXT_FLAG_COHERENT;
            PlantHit plants[kPacket];
            context.plants = plants;
            alignas(32) RTCRayHit8 packet;
            alignas(32) const int valid[kPacket] = {-1, -1, -1, -1, -1, -1, -1, -1};
            fillPacket(origins, directions, packet);
            rtcIntersect8(valid, scene.top->get(), &context.embree, &packet);
            n += kPacket - 1;
            continue;
        }
        RayContext context(r.detail);
        RTCRayHit h;
        h.ray = {r.origin.x, r.origin.y, r.origin.z, 0, r.direction.x, r.direction.y, r.direction.z, 0,
                 r.far,      r.mask,     0,          0};
        h.hit.geomID = RTC_INVALID_GEOMETRY_ID;
        h.hit.instID[0] = RTC_INVALID_GEOMETRY_ID;
        if (r.shadow)
            rtcOccluded1(scene.top->get(), &context.embree, &h.ray);
        else
            rtcIntersect1(scene.top->get(), &context.embree, &h);
    }
}

} // namespace thallos
