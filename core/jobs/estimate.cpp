#include "core/jobs/estimate.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdlib>
#include <fstream>
#include <string>

#include "core/base/hash.h"
#include "core/finish/encode.h"
#include "core/trace/denoise.h"
#include "core/trace/plant_scenes.h"

namespace thallos {

namespace {

using Clock = std::chrono::steady_clock;

double secondsSince(Clock::time_point start) {
    return std::chrono::duration<double>(Clock::now() - start).count();
}

// Measured on exteriors: bytes a pixel in a file, half floats compressed losslessly.
constexpr double kPng = 2.1, kPng16 = 5.3, kJpeg = 0.6, kExr = 4.6, kExrFloat = 9.5, kLayer = 3.6, kThin = 1.9;

double fileBytes(const Delivery& d) {
    double bytes = isExr(d.file) ? (d.floats ? kExrFloat : kExr) : d.deep ? kPng16 : kPng;
    const std::string ending = d.file.extension().string();
    if (ending == ".jpg" || ending == ".jpeg") bytes = kJpeg;
    if (ending == ".tif" || ending == ".tiff") bytes = d.deep ? 6 : 3;
    for (const Pass pass : d.passes) switch (pass) {
        case Pass::Depth:
        case Pass::Alpha:
            bytes += kThin;
            break;
        case Pass::Normal:
        case Pass::Albedo:
            bytes += kLayer;
            break;
        case Pass::Light:
            bytes += kRoutes * kLayer * 0.6; // some of them nearly black
            break;
        case Pass::Sources:
            bytes += 2 * kLayer;
            break;
        case Pass::Mattes:
            bytes += 2 * kLayer;
            break;
        }
    return d.mattePictures ? bytes + 4 * 0.1 : bytes;
}

// Parts of the picture, spread evenly, each where chance puts it in its field.
std::vector<V2i> partsOf(const V2i& picture, const V2i& part, int across, int down, uint64_t round) {
    std::vector<V2i> out;
    const V2i room(std::max(picture.x - part.x, 0), std::max(picture.y - part.y, 0));
    for (int y = 0; y < down; ++y)
        for (int x = 0; x < across; ++x) {
            const uint64_t h = mix(round, static_cast<uint64_t>(x), static_cast<uint64_t>(y));
            const float u = (static_cast<float>(x) + unitFloat(h)) / static_cast<float>(across),
                        v = (static_cast<float>(y) + unitFloat(mix(h))) / static_cast<float>(down);
            const V2i at(static_cast<int>(u * static_cast<float>(room.x)),
                         static_cast<int>(v * static_cast<float>(room.y)));
            out.push_back(at / kCell * kCell);
        }
    return out;
}

} // namespace

Estimate sizesOf(const V2i& size, const Delivery& d) {
    PictureSettings settings;
    const auto wants = [&](Pass p) { return std::find(d.passes.begin(), d.passes.end(), p) != d.passes.end(); };
    const bool split = wants(Pass::Light) || wants(Pass::Sources), mattes = wants(Pass::Mattes) || d.mattePictures;
    const double pixels = static_cast<double>(size.x) * size.y;
    // The film, the picture and its passes, and what the filter holds at its widest.
    double bytes = 98 + 3 * sizeof(Rgb) + sizeof(V3f) + 2 * sizeof(float) + 8 * sizeof(Rgb);
    if (split) bytes += sizeof(Split) + static_cast<double>((kRoutes + kSources) * sizeof(Rgb));
    if (mattes) bytes += 4 * sizeof(Coverage);
    return {0, static_cast<int64_t>(pixels * bytes), static_cast<int64_t>(pixels * fileBytes(d))};
}

int64_t freeMemory() {
    std::ifstream in("/proc/meminfo");
    for (std::string line; std::getline(in, line);)
        if (line.rfind("MemAvailable:", 0) == 0) return std::strtoll(line.c_str() + 13, nullptr, 10) * 1024;
    return 0;
}

void estimate(const Scene& scene, const Environment& env, const Shot& shot, const PictureSettings& asked, int samples,
              float denoising, const Delivery& delivery, const std::function<void(const Estimate&)>& tell,
              const std::function<bool()>& stop) {
    constexpr int kRounds = 4, kAcross = 4, kDown = 3;
    PictureSettings settings = asked;
    Camera camera = shot.camera;
    camera.aspect = static_cast<float>(settings.size.x) / static_cast<float>(settings.size.y);
    scene.plantScenes->complete(stop);
    Detail detail(camera.position);
    detail.pixelAngle = Lens(camera).pixelAngle(settings.size.x);
    if (settings.path.coarse) scene.plantScenes->growHeroes(*scene.site, detail, stop);
    const float ev = exposureOf(scene, env, shot, stop);
    settings.path.limit = sparkLimit(settings, ev);
    samples = std::min(samples, kMostSamples);
    const V2i whole = settings.regionSize.x > 0 ? settings.regionSize : settings.size,
              from = settings.regionSize.x > 0 ? settings.regionStart : V2i(0);
    // As large as keeps all threads busy.
    const V2i part(std::min(80, whole.x), std::min(56, whole.y));
    double tracing = 0, filtering = 0, pixels = 0;
    for (uint64_t round = 0; round < kRounds; ++round) {
        for (const V2i& at : partsOf(whole, part, kAcross, kDown, round)) {
            settings.regionStart = from + at;
            Film film(part.x, part.y, settings.split, settings.mattes);
            const auto start = Clock::now();
            while (film.passes < samples && !film.done()) {
                if (!addPass(film, scene, env, camera, settings, stop)) return;
                if (settings.noise > 0 && film.passes >= kFirstJudged && film.passes % kJudgedEvery == 0)
                    judge(film, settings.noise, middleGrey(ev));
            }
            tracing += secondsSince(start);
            if (round == 0 && denoising > 0) {
                const auto filter = Clock::now();
                denoise(film, stop, denoising);
                filtering += secondsSince(filter);
            }
            if (stop()) return;
            pixels += static_cast<double>(part.x) * part.y;
        }
        Estimate e = sizesOf(whole, delivery);
        const double all = static_cast<double>(whole.x) * whole.y;
        e.seconds = all * (tracing / pixels + filtering / (pixels / static_cast<double>(round + 1)));
        tell(e);
    }
}

} // namespace thallos
