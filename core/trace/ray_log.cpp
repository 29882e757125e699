#include "core/trace/ray_log.h"

#include <chrono>

#include "core/trace/ray.h"

namespace thallos {

RayReplay recordRays(const Scene& scene, const Environment& env, const Camera& camera, const PictureSettings& settings,
                     int step) {
    const Lens lens(camera);
    RayReplay out{{}, 0};
    const TracingThread flags;
    auto run = [&] {
        for (int y = 0; y < settings.size.y; y += step)
            for (int x = 0; x < settings.size.x; ++x) {
                Sampler sampler(static_cast<uint32_t>(x), static_cast<uint32_t>(y), 0, settings.seed);
                const V2f jitter = sampler.pair();
                const V2f at((static_cast<float>(x) + jitter.x) / static_cast<float>(settings.size.x),
                             (static_cast<float>(y) + jitter.y) / static_cast<float>(settings.size.y));
                tracePath(scene, env, lens.origin, lens.ray(at), sampler,
                          {.bounces = settings.bounces,
                           .pixelAngle = lens.pixelAngle(settings.size.x),
                           .coarse = settings.coarse,
                           .oneShadowRay = settings.oneShadowRay});
            }
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
    for (const LoggedRay& r : replay.rays) {
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
