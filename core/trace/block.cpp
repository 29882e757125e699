#include "core/trace/block.h"

#include <cmath>

#include "core/trace/render.h"

namespace thallos {

namespace {

// An offset within about +-1.5 pixels, spread like a Gaussian filter of 0.5 pixels: samples need no weights.
float filterOffset(float u) {
    // Inverse of the logistic curve that fits the normal distribution, cut at 1.5.
    const float p = 0.003f + 0.994f * u;
    return 0.5f * 0.5513f * std::log(p / (1 - p)) * 0.95f;
}

} // namespace

void shadeBlock(const Scene& scene, const Environment& env, const Lens& lens, const PictureSettings& settings,
                const V2i& corner, const std::function<int(const V2i&)>& sampleOf,
                const std::function<void(const V2i&, const PathSample&, const Split*)>& take, bool splits, int* rays) {
    int samples[kPacket];
    bool any = false;
    for (int i = 0; i < kPacket; ++i) {
        samples[i] = sampleOf(corner + V2i(i % kBlockWide, i / kBlockWide));
        any |= samples[i] >= 0;
    }
    if (!any) return;
    const V2f scale(1 / static_cast<float>(settings.size.x), 1 / static_cast<float>(settings.size.y));
    Sampler samplers[kPacket];
    V3f directions[kPacket], starts[kPacket];
    for (int i = 0; i < kPacket; ++i) {
        const V2i p = corner + V2i(i % kBlockWide, i / kBlockWide);
        samplers[i] = Sampler(static_cast<uint32_t>(p.x), static_cast<uint32_t>(p.y),
                              static_cast<uint32_t>(std::max(samples[i], 0)), settings.seed,
                              static_cast<uint32_t>(fullLengthNumber(std::max(samples[i], 0), settings.splitFactor)));
        const V2f jitter = samplers[i].pair();
        directions[i] = lens.ray(V2f((static_cast<float>(p.x) + 0.5f + filterOffset(jitter.x)) * scale.x,
                                     (static_cast<float>(p.y) + 0.5f + filterOffset(jitter.y)) * scale.y));
        starts[i] = lens.start(directions[i]);
    }
    PathSettings path = settings.path;
    path.pixelAngle = lens.pixelAngle(settings.size.x);
    Detail detail(lens.origin);
    if (path.coarse) detail.pixelAngle = path.pixelAngle;
    Hit hits[kPacket];
    tracePacket(scene, starts, directions, detail, hits);
    path.rays = rays;
    path.deferredInSplit = static_cast<float>(settings.splitFactor);
    for (int i = 0; i < kPacket; ++i) {
        if (samples[i] < 0) continue;
        path.hit = &hits[i];
        path.fullLength = isFullLength(samples[i], settings.splitFactor);
        Split split;
        path.split = splits ? &split : nullptr;
        const PathSample sample = tracePath(scene, env, starts[i], directions[i], samplers[i], path);
        take(corner + V2i(i % kBlockWide, i / kBlockWide), sample, path.split);
    }
}

} // namespace thallos
