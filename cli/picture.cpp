#include <charconv>
#include <cstdio>
#include <ctime>
#include <fstream>
#include <thread>

#include <sys/resource.h>
#include <tbb/global_control.h>
#include <unistd.h>

#include "cli/commands.h"
#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/exchange/foreign.h"
#include "core/finish/encode.h"
#include "core/jobs/deliver.h"
#include "core/light/panorama.h"
#include "core/project/store.h"
#include "core/trace/scene_builder.h"

namespace thallos {

namespace {

struct RenderOptions {
    std::string project, shot, size, region, denoise = "on", panorama, out;
    std::vector<std::string> passes;
    int samples = 0, threads = 0, pairs = PictureSettings().splitFactor;
    double noise = -1, sparks = 7, turn = 0, lux = 60000;
    bool stamp = false, whole = false, mattes = false, apart = false, deep = false;
    uint64_t seed = 1;
};

// When, where and how: asked for only, so that the same input gives the same bytes.
std::string stampOf(const RenderResult& result) {
    char host[256] = "";
    gethostname(host, sizeof host - 1);
    const std::time_t now = std::time(nullptr);
    std::tm utc{};
    gmtime_r(&now, &utc);
    char out[512];
    std::snprintf(out, sizeof out, "%04d-%02d-%02dT%02d:%02d:%02dZ on %s: %g samples in %.1f s", utc.tm_year + 1900,
                  utc.tm_mon + 1, utc.tm_mday, utc.tm_hour, utc.tm_min, utc.tm_sec, host, result.samples,
                  result.seconds);
    return out;
}

PictureSettings settingsOf(const RenderOptions& o, const Shot& shot) {
    PictureSettings settings;
    settings.seed = o.seed;
    settings.size = shot.size;
    if (!o.size.empty()) {
        const V2f s = parsePair(o.size, "--size");
        settings.size = V2i(static_cast<int>(s.x), static_cast<int>(s.y));
    }
    if (settings.size.x < 16 || settings.size.y < 16 || settings.size.x > 32768 || settings.size.y > 32768)
        throw Error(Error::Kind::Invalid, Text("The image must be 16 to 32 768 pixels each way"), "--size");
    if (!o.region.empty()) {
        int x = 0, y = 0, w = 0, h = 0;
        if (std::sscanf(o.region.c_str(), "%d,%d,%d,%d", &x, &y, &w, &h) != 4 || x < 0 || y < 0 || w < 1 || h < 1 ||
            x + w > settings.size.x || y + h > settings.size.y)
            throw Error(Error::Kind::Invalid, Text("The region must be x,y,w,h within the image"), "--region");
        settings.regionStart = V2i(x, y);
        settings.regionSize = V2i(w, h);
    }
    settings.noise = static_cast<float>(o.noise >= 0 ? o.noise : shot.noise);
    settings.sparks = static_cast<float>(o.sparks);
    settings.splitFactor = o.pairs;
    return settings;
}

Delivery deliveryOf(const RenderOptions& o) {
    Delivery delivery;
    delivery.file = o.out;
    for (int k = 0; k < kPassCount; ++k)
        if (std::find(o.passes.begin(), o.passes.end(), passName(static_cast<Pass>(k))) != o.passes.end())
            delivery.passes.push_back(static_cast<Pass>(k));
    delivery.apart = o.apart;
    delivery.floats = o.whole;
    delivery.deep = o.deep;
    delivery.mattePictures = o.mattes;
    return delivery;
}

float parseDenoise(const std::string& text) {
    if (text == "on") return 1;
    if (text == "off") return 0;
    float strength = 0;
    const char* end = text.data() + text.size();
    const auto [read, error] = std::from_chars(text.data(), end, strength);
    if (error != std::errc() || read != end || !(strength >= 0 && strength <= 1))
        throw Error(Error::Kind::Invalid, Text("Denoising must be on, off or 0 to 1"), "--denoise");
    return strength;
}

// Says every two seconds how far it is.
RenderResult renderTelling(const Scene& scene, const Environment& environment, const Shot& shot,
                           const PictureSettings& settings, int samples, float strength) {
    Progress progress;
    std::atomic<bool> finished{false};
    std::thread reporter([&] {
        for (int tick = 0; !finished; ++tick) {
            std::this_thread::sleep_for(std::chrono::milliseconds(100));
            if (tick % 20 != 19) continue;
            if (const auto left = progress.secondsLeft())
                std::fprintf(stderr, "%3.0f %%, %.0f s left\n", progress.done() * 100, *left);
        }
    });
    const auto end = [&] {
        finished = true;
        reporter.join();
    };
    try {
        RenderResult result = renderPicture(scene, environment, shot, settings, samples, strength, progress);
        end();
        return result;
    } catch (...) {
        end();
        throw;
    }
}

void render(const RenderOptions& o) {
    std::unique_ptr<tbb::global_control> threads;
    if (o.threads > 0)
        threads = std::make_unique<tbb::global_control>(tbb::global_control::max_allowed_parallelism,
                                                        static_cast<size_t>(o.threads));
    const Project project = openProject(o.project);
    const auto shots = itemsOf<Shot>(project);
    if (shots.empty()) throw Error(Error::Kind::Missing, Text("%w has no shot"), o.project);
    const Item* item = o.shot.empty() ? shots.front() : find(project, o.shot);
    const Shot* shot = bodyOf<Shot>(item);
    if (!shot) throw Error(Error::Kind::Missing, Text("There is no shot named %w"), o.shot);
    PictureSettings settings = settingsOf(o, *shot);
    Delivery delivery = deliveryOf(o);
    prepare(delivery, settings);
    const float strength = parseDenoise(o.denoise);
    std::vector<Text> warnings;
    const auto site = build(project, plantLibrary(), nullptr, BuildMode::Rest, &warnings);
    for (const Text& w : warnings) std::fprintf(stderr, "%s\n", w.english().c_str());
    SceneBuilder builder(false, shippedMaterials());
    builder.update(site, visibilityOf(project, *shot));
    const auto scene = builder.strew(shot->camera.position);
    Panorama panorama;
    if (!o.panorama.empty()) panorama = panoramaOf(importLight(o.panorama), o.panorama);
    if (!panorama.warning.empty()) std::fprintf(stderr, "%s: %s.\n", o.panorama.c_str(), panorama.warning.c_str());
    const Environment environment =
        o.panorama.empty() ? environmentOf(project, *shot)
                           : makeEnvironment(panorama, radians(static_cast<float>(o.turn)), static_cast<float>(o.lux));
    const RenderResult result =
        renderTelling(*scene, environment, *shot, settings, o.samples > 0 ? o.samples : shot->samples, strength);
    if (o.stamp) delivery.comment = stampOf(result);
    nlohmann::json files = nlohmann::json::array(), mattes = nlohmann::json::array();
    for (const Delivered& f : deliver(result, *scene, shot->finish, delivery)) {
        files.push_back(f.file.string());
        if (!f.names.empty()) mattes.push_back({{"file", f.file.string()}, {"names", f.names}});
    }
    rusage usage{};
    getrusage(RUSAGE_SELF, &usage);
    report({{"seconds", result.seconds},
            {"samples", result.samples},
            {"rays", result.rays},
            {"mrays_per_s", static_cast<double>(result.rays) / result.seconds / 1e6},
            {"peak_mib", usage.ru_maxrss / 1024},
            {"ev100", result.ev100},
            {"files", files},
            {"mattes", mattes},
            {"lost_samples", result.lost},
            {"plants", site->plantCount()}});
    if (result.lost > 0)
        std::fprintf(stderr, "%lld samples could not be computed and are black; please report this with the project.\n",
                     static_cast<long long>(result.lost));
}

Finish parseFinish(const std::string& file) {
    std::ifstream in(file);
    if (!in) throw Error(Error::Kind::Missing, Text("File not found: %w"), file);
    const auto j = nlohmann::json::parse(in, nullptr, false);
    if (!j.is_object()) throw Error(Error::Kind::Unreadable, Text("%w is not a JSON object"), file);
    Finish f;
    auto read = [&](const char* key, float& v, float low, float high) {
        if (!j.contains(key)) return;
        if (!j[key].is_number() || !(j[key] >= low && j[key] <= high))
            throw Error(Error::Kind::Invalid, Text("%w: %1 is out of range", std::string(key)), file);
        v = j[key];
    };
    read("exposure_stops", f.exposure, -12, 12);
    read("balance_k", f.balance, 2000, 15000);
    read("contrast", f.contrast, 0.5f, 1.5f);
    read("saturation", f.saturation, 0, 1.6f);
    read("vignette_stops", f.vignette, 0, 2);
    return f;
}

} // namespace

void addPictureCommands(CLI::App& app) {
    {
        auto o = std::make_shared<RenderOptions>();
        auto* c = app.add_subcommand("render", "render a shot to an image");
        c->add_option("project", o->project, "project file")->required();
        c->add_option("--shot", o->shot, "name of the shot; default: the first");
        c->add_option("--size", o->size, "WxH in pixels; default: the shot's own");
        c->add_option("--samples", o->samples, "maximum samples per pixel")->check(CLI::Range(1, 65535));
        c->add_option("--seed", o->seed, "random seed of the noise");
        c->add_option("--region", o->region, "render region x,y,w,h in pixels of the whole image");
        c->add_option(
             "--passes", o->passes,
             "layers of the EXR: depth, alpha, normal, albedo, light (direct, indirect, reflection …), sources (sun, "
             "sky, lamp groups), mattes (items and materials)")
            ->delimiter(',')
            ->check(CLI::IsMember({"depth", "alpha", "normal", "albedo", "light", "sources", "mattes"}));
        c->add_option("--indirect-every", o->pairs,
                      "trace full paths for one sample pair in N, direct light for all; 1: every pair")
            ->check(CLI::Range(1, 64));
        c->add_option("--panorama", o->panorama,
                      "lat-long image (EXR, HDR) that lights the scene instead of sun and sky");
        c->add_option("--panorama-turn", o->turn, "degrees clockwise from north to the centre of the panorama");
        c->add_option("--panorama-lux", o->lux, "illuminance of the panorama on level ground")
            ->check(CLI::Range(0.01, 200000.0));
        c->add_flag("--separate", o->apart, "write passes as separate EXR files; the image may then be of any type");
        c->add_flag("--float32", o->whole, "write the image itself in 32-bit float, too");
        c->add_flag("--deep", o->deep, "16 bits per channel in a PNG or TIFF instead of 8");
        c->add_flag("--matte-png", o->mattes, "write mattes as PNG files, three per file");
        c->add_option("--noise", o->noise, "noise threshold for adaptive sampling; 0 = off; default: the shot's own")
            ->check(CLI::Range(0.0, 1.0));
        c->add_option("--clamp", o->sparks, "limit fireflies, in stops above middle grey; 0 = off")
            ->check(CLI::Range(0.0, 30.0));
        c->add_flag("--stamp", o->stamp, "write time, machine and duration into the file");
        c->add_option("--denoise", o->denoise, "on, off, or how much: 0 to 1");
        c->add_option("--threads", o->threads, "default: all cores")->check(CLI::Range(1, 1024));
        c->add_option("--out", o->out, ".png, .jpg, .tif or .exr")->required();
        c->callback([o] { render(*o); });
    }
    {
        struct Options {
            std::string in, recipe, out;
        };
        auto o = std::make_shared<Options>();
        auto* c = app.add_subcommand("finish", "finishing alone, from a rendered EXR");
        c->add_option("in", o->in, "EXR written by render")->required();
        c->add_option("--recipe", o->recipe,
                      "JSON with exposure_stops, balance_k, contrast, saturation, vignette_stops");
        c->add_option("--out", o->out, ".png, .jpg, .tif or .exr")->required();
        c->callback([o] {
            const ExrPicture picture = readExr(o->in);
            const Finish finish = o->recipe.empty() ? Finish{} : parseFinish(o->recipe);
            if (isExr(o->out))
                writeExr(o->out, picture.radiance, picture.ev100);
            else
                writePicture(o->out, Display().encode(develop(picture.radiance, picture.ev100, finish)));
            report({{"width", picture.radiance.width}, {"height", picture.radiance.height}, {"ev100", picture.ev100}});
        });
    }
}

} // namespace thallos
