#include "core/trace/render.h"

#include <algorithm>
#include <atomic>
#include <cmath>

#include "core/base/parallel.h"
#include "core/trace/block.h"
#include "core/trace/denoise.h"
#include "core/trace/plant_scenes.h"
#include "core/trace/shading.h"

namespace thallos {

namespace {

// Calls body(x, y) for every pixel, or the first of each block of `wide` x `high` of them, in tiles of kWide x kHigh;
// stops between tiles.
template <int wide = 1, int high = 1, int kWide = 16, int kHigh = 8, class Body>
bool overPixels(int width, int height, const std::function<bool()>& stop, Body&& body) {
    const int across = (width + kWide - 1) / kWide, down = (height + kHigh - 1) / kHigh;
    std::atomic<bool> stopped{false};
    parallelFor(across * down, [&](int tile) {
        if (stopped.load(std::memory_order_relaxed)) return;
        if (stop && stop()) {
            stopped.store(true, std::memory_order_relaxed);
            return;
        }
        const TracingThread flags;
        const int x0 = tile % across * kWide, y0 = tile / across * kHigh;
        for (int y = y0; y < std::min(y0 + kHigh, height); y += high)
            for (int x = x0; x < std::min(x0 + kWide, width); x += wide) body(x, y);
    });
    return !stopped;
}

} // namespace

bool addPass(Film& film, const Scene& scene, const Environment& env, const Camera& camera,
             const PictureSettings& settings, const std::function<bool()>& stop, int64_t* rays) {
    const Lens lens(camera);
    film.splitFactor = settings.splitFactor;
    std::atomic<int64_t> counted{0}, lost{0};
    const bool whole = overPixels<kBlockWide, kBlockHigh>(film.width, film.height, stop, [&](int x0, int y0) {
        if (!film.open(x0, y0)) return;
        int n = 0;
        shadeBlock(
            scene, env, lens, settings, V2i(x0, y0) + settings.regionStart,
            [&](const V2i& p) -> int {
                const V2i q = p - settings.regionStart;
                return q.x < film.width && q.y < film.height ? film.taken[static_cast<size_t>(q.y) * film.width + q.x]
                                                             : -1;
            },
            [&](const V2i& p, const PathSample& sample, const Split* split) {
                const V2i q = p - settings.regionStart;
                film.add(q.x, q.y, sample, split);
                if (sample.lost) lost.fetch_add(1, std::memory_order_relaxed);
            },
            !film.split.empty(), rays ? &n : nullptr);
        if (rays) counted.fetch_add(n, std::memory_order_relaxed);
    });
    if (!whole) return false;
    ++film.passes;
    film.lost += lost;
    if (rays) *rays += counted;
    return true;
}

namespace {

// Fills the pixels between those of a chequered picture from the pair of neighbours that differ less.
void fillBetween(Image& out) {
    parallelFor(
        out.height,
        [&](int y) {
            auto at = [&](int x, int row) -> const Rgb& {
                return out.at(std::clamp(x, 0, out.width - 1), std::clamp(row, 0, out.height - 1));
            };
            for (int x = (y + 1) & 1; x < out.width; x += 2) {
                // At the rim the neighbour on the other side counts twice.
                const Rgb &left = at(x > 0 ? x - 1 : x + 1, y), &right = at(x + 1 < out.width ? x + 1 : x - 1, y);
                const Rgb &up = at(x, y > 0 ? y - 1 : y + 1), &down = at(x, y + 1 < out.height ? y + 1 : y - 1);
                const float across = std::abs(luminance(left) - luminance(right));
                const float along = std::abs(luminance(up) - luminance(down));
                out.at(x, y) = across < along ? (left + right) * 0.5f : (up + down) * 0.5f;
            }
        },
        16);
}

} // namespace

bool quickPicture(Image& out, const Scene& scene, const Environment& env, const Camera& camera,
                  const std::function<bool()>& stop, bool moving) {
    const Lens lens(camera);
    // A moving picture is chequered and made large: it holds no finer detail than twice the width of its pixels.
    const float angle = lens.pixelAngle(out.width) * (moving ? 2.0f : 1.0f);
    const V2f scale(1 / static_cast<float>(out.width), 1 / static_cast<float>(out.height));
    // Eight rays go together: of 4 x 2 pixels, or of every second pixel of 4 x 4 while the picture moves.
    const int tall = moving ? 4 : 2;
    auto pixel = [&](int bx, int by, int i) {
        const int row = moving ? i >> 1 : i >> 2;
        return V2i(bx * 4 + (moving ? 2 * (i & 1) + (row & 1) : i & 3), by * tall + row);
    };
    Detail detail(lens.origin);
    detail.pixelAngle = angle;
    detail.moving = moving;
    const int columns = (out.width + 3) / 4, rows = (out.height + tall - 1) / tall;
    const bool whole = overPixels<1, 1, 4, 2>(columns, rows, stop, [&](int bx, int by) {
        V3f rays[kPacket], starts[kPacket];
        Hit hits[kPacket];
        for (int i = 0; i < kPacket; ++i) {
            const V2i p = pixel(bx, by, i);
            rays[i] =
                lens.ray(V2f((static_cast<float>(p.x) + 0.5f) * scale.x, (static_cast<float>(p.y) + 0.5f) * scale.y));
            starts[i] = lens.start(rays[i]);
        }
        tracePacket(scene, starts, rays, detail, hits);
        Sunlit sunlit; // of the left one of two
        for (int i = 0; i < kPacket; ++i) {
            const V2i p = pixel(bx, by, i);
            if (i % 2 == 0) sunlit = Sunlit();
            if (p.x < out.width && p.y < out.height)
                out.at(p.x, p.y) =
                    quickShading(scene, env, lens.origin, rays[i], angle, moving, &hits[i], moving ? &sunlit : nullptr);
        }
    });
    if (whole && moving) fillBetween(out);
    return whole;
}

bool planPicture(Raster<PlanPixel>& out, const Scene& scene, const V3f& toSun, const Box2f& window,
                 const std::function<bool()>& stop) {
    const float top = scene.bounds.max.z + 10;
    const Box2f site = scene.site->land.field.grid.box();
    const V3f paper = V3f(-0.5f, 0.5f, 0.7f).normalized();
    return overPixels(out.width, out.height, stop, [&](int x, int y) {
        const V2f p(lerp(window.min.x, window.max.x, (static_cast<float>(x) + 0.5f) / static_cast<float>(out.width)),
                    lerp(window.max.y, window.min.y, (static_cast<float>(y) + 0.5f) / static_cast<float>(out.height)));
        PlanPixel& pixel = out.at(x, y);
        pixel = PlanPixel();
        if (!site.intersects(p)) return;
        const V3f from(p.x, p.y, top);
        const Hit hit = trace(scene, from, {0, 0, -1}, from, kFarAway, kMaskSolid | kMaskClear);
        if (!hit) return;
        const SceneObject& object = scene.objects[hit.object];
        pixel.kind = object.kind == ObjectKind::Building ? PlanPixel::Building
                     : object.kind == ObjectKind::Water  ? PlanPixel::Water
                     : object.kind == ObjectKind::Figure ? PlanPixel::Figure
                                                         : PlanPixel::Ground;
        pixel.height = hit.position.z;
        pixel.item = static_cast<uint32_t>(object.item.value);
        const V3f n = hit.normal.z < 0 ? -hit.normal : hit.normal;
        pixel.facing = n.dot(paper);
        if (pixel.kind == PlanPixel::Ground) {
            pixel.cover = static_cast<uint8_t>(coverSeen(scene.covers, p));
            pixel.slope = std::min(V2f(n.x, n.y).length() / std::max(n.z, 1e-3f), 100.0f);
            pixel.moved = scene.site->land.field.at(p) - scene.site->land.bare.at(p);
        }
        pixel.shaded = toSun.z > 0.02f && // by buildings and land only
                       trace(scene, offset(hit.position, n, hit.t), toSun, from, kFarAway, kMaskSolid);
    });
}

namespace {

Passes passesOf(const Film& film) {
    Passes out{Raster<float>(film.width, film.height),
               Raster<V3f>(film.width, film.height),
               Image(film.width, film.height),
               Raster<float>(film.width, film.height),
               {},
               {},
               {}};
    for (size_t i = 0; i < film.depth.size(); ++i) {
        const float s = 1 / static_cast<float>(std::max<int>(film.taken[i], 1));
        out.depth.pixels[i] = film.depth[i] > 0 ? 1 / (film.depth[i] * s) : 0;
        out.normal.pixels[i] = film.normal[i] * s;
        out.albedo.pixels[i] = film.albedo[i] * s;
        out.alpha.pixels[i] = film.alpha[i] * s;
    }
    if (!film.items.empty()) {
        out.items = Raster<Coverage>(film.width, film.height);
        out.materials = out.items;
        out.items.pixels = film.items;
        out.materials.pixels = film.materials;
    }
    return out;
}

template <class Value> Raster<Value> cut(const Raster<Value>& from, const V2i& start, const V2i& size) {
    Raster<Value> out(size.x, size.y);
    for (int y = 0; y < size.y; ++y)
        for (int x = 0; x < size.x; ++x) out.at(x, y) = from.at(x + start.x, y + start.y);
    return out;
}

} // namespace

Environment environmentOf(const Project& project, const Shot& shot) {
    return makeEnvironment(project.site->place, shot.daylight);
}

float exposureOf(const Scene& scene, const Environment& env, const Shot& shot, const std::function<bool()>& stop) {
    if (!shot.metered) return shot.ev100;
    Image small(160, std::max(16, static_cast<int>(std::lround(160 / shot.camera.aspect))));
    return quickPicture(small, scene, env, shot.camera, stop) ? meter(small) : shot.ev100;
}

float sparkLimit(const PictureSettings& settings, float ev100) {
    return settings.sparks > 0 ? middleGrey(ev100) * std::exp2(settings.sparks) : 0;
}

RenderResult renderPicture(const Scene& scene, const Environment& env, const Shot& shot,
                           const PictureSettings& settings, int samples, float strength, Progress& progress) {
    const auto start = std::chrono::steady_clock::now();
    const bool part = settings.regionSize.x > 0 && settings.regionSize.y > 0;
    Camera camera = shot.camera;
    camera.aspect = static_cast<float>(settings.size.x) / static_cast<float>(settings.size.y);
    Detail detail(camera.position);
    detail.pixelAngle = Lens(camera).pixelAngle(settings.size.x);
    scene.plantScenes->complete([&] { return progress.cancelled(); });
    progress.throwIfCancelled();
    if (settings.path.coarse) scene.plantScenes->growHeroes(*scene.site, detail, [&] { return progress.cancelled(); });
    const float ev = exposureOf(scene, env, shot, [&] { return progress.cancelled(); });
    progress.throwIfCancelled();
    // Neighbours beyond the region are traced too, as far as the filter reads, and on to the corners of cells.
    PictureSettings padded = settings;
    padded.path.limit = sparkLimit(settings, ev);
    padded.regionStart = V2i(0);
    V2i size = settings.size, inner(0);
    if (part) {
        const int apron = strength > 0 ? kDenoiseReach : 0;
        const auto down = [](int v) { return std::max(v, 0) / kCell * kCell; };
        const auto up = [](int v, int limit) { return std::min((v + kCell - 1) / kCell * kCell, limit); };
        const V2i end = settings.regionStart + settings.regionSize + V2i(apron);
        padded.regionStart = V2i(down(settings.regionStart.x - apron), down(settings.regionStart.y - apron));
        size = V2i(up(end.x, settings.size.x), up(end.y, settings.size.y)) - padded.regionStart;
        inner = settings.regionStart - padded.regionStart;
    }
    Film film(size.x, size.y, settings.split, settings.mattes);
    samples = std::min(samples, kMostSamples);
    // The split is whole only where every pair of isFullLength() is.
    const int round = 2 * settings.splitFactor;
    if (settings.split) samples = std::min((samples + round - 1) / round, kMostSamples / round) * round;
    int64_t rays = 0;
    const double share = strength > 0 ? 0.96 : 1;
    while (film.passes < samples && !film.done()) {
        if (!addPass(
                film, scene, env, camera, padded, [&] { return progress.cancelled(); }, &rays))
            progress.throwIfCancelled();
        if (settings.noise > 0 && film.passes >= kFirstJudged && film.passes % kJudgedEvery == 0)
            judge(film, settings.noise, middleGrey(ev));
        progress.set(share * film.passes / samples);
    }
    std::vector<Image> split;
    Image picture = denoise(
        film, [&] { return progress.cancelled(); }, strength, settings.split ? &split : nullptr);
    progress.throwIfCancelled();
    Passes passes = passesOf(film);
    passes.split = std::move(split);
    const double taken = film.meanSamples();
    if (part) {
        const V2i region = settings.regionSize;
        const auto inRegion = [&](auto& raster) { raster = cut(raster, inner, region); };
        inRegion(picture);
        inRegion(passes.depth);
        inRegion(passes.normal);
        inRegion(passes.albedo);
        inRegion(passes.alpha);
        for (Image& plane : passes.split) inRegion(plane);
        if (settings.mattes) {
            inRegion(passes.items);
            inRegion(passes.materials);
        }
    }
    progress.set(1);
    const double seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
    return {std::move(picture), std::move(passes), ev, taken, rays, seconds, part ? settings.regionStart : V2i(0),
            film.lost};
}

} // namespace thallos
