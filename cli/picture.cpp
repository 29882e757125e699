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
        throw Error(Error::Kind::Invalid, "The picture must be 16 to 32 768 pixels each way", "--size");
    if (!o.region.empty()) {
        int x = 0, y = 0, w = 0, h = 0;
        if (std::sscanf(o.region.c_str(), "%d,%d,%d,%d", &x, &y, &w, &h) != 4 || x < 0 || y < 0 || w < 1 || h < 1 ||
            x + w > settings.size.x || y + h > settings.size.y)
            throw Error(Error::Kind::Invalid, "The region must be x,y,w,h within the picture", "--region");
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
        throw Error(Error::Kind::Invalid, "The denoising must be on, off or 0 to 1", "--denoise");
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
    if (shots.empty()) throw Error(Error::Kind::Missing, "has no shot", o.project);
    const Item* item = o.shot.empty() ? shots.front() : find(project, o.shot);
    const Shot* shot = bodyOf<Shot>(item);
    if (!shot) throw Error(Error::Kind::Missing, "There is no shot of this name", o.shot);
    PictureSettings settings = settingsOf(o, *shot);
    Delivery delivery = deliveryOf(o);
    prepare(delivery, settings);
    const float strength = parseDenoise(o.denoise);
    std::vector<std::string> warnings;
    const auto site = build(project, plantLibrary(), nullptr, BuildMode::Rest, &warnings);
    for (const std::string& w : warnings) std::fprintf(stderr, "%s\n", w.c_str());
    SceneBuilder builder(false, shippedMaterials());
    const auto scene = builder.update(site, visibilityOf(project, *shot));
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
    if (!in) throw Error(Error::Kind::Missing, "is not there", file);
    const auto j = nlohmann::json::parse(in, nullptr, false);
    if (!j.is_object()) throw Error(Error::Kind::Unreadable, "is no JSON object", file);
    Finish f;
    auto read = [&](const char* key, float& v, float low, float high) {
        if (!j.contains(key)) return;
        if (!j[key].is_number() || !(j[key] >= low && j[key] <= high))
            throw Error(Error::Kind::Invalid, std::string(key) + " is out of range", file);
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
        auto* c = app.add_subcommand("render", "a picture of a shot");
        c->add_option("project", o->project, "project file")->required();
        c->add_option("--shot", o->shot, "name of the shot; the first when not given");
        c->add_option("--size", o->size, "WxH in pixels; the shot's own when not given");
        c->add_option("--samples", o->samples, "samples a pixel")->check(CLI::Range(1, 65535));
        c->add_option("--seed", o->seed, "of the noise");
        c->add_option("--region", o->region, "x,y,w,h in pixels of the whole picture");
        c->add_option("--passes", o->passes,
                      "layers of the EXR: depth, alpha, normal, albedo, light (by its way), sources (by who sends it), "
                      "mattes (by item and by material)")
            ->delimiter(',')
            ->check(CLI::IsMember({"depth", "alpha", "normal", "albedo", "light", "sources", "mattes"}));
        c->add_option(
             "--pairs", o->pairs,
             "of so many pairs of samples one follows its paths to the end, the others find sun and lamps; 1: all")
            ->check(CLI::Range(1, 64));
        c->add_option("--panorama", o->panorama, "lat-long picture (EXR, HDR) that lights instead of sun and sky");
        c->add_option("--turn", o->turn, "degrees clockwise by which the panorama's middle is turned from north");
        c->add_option("--lux", o->lux, "of the panorama on level ground")->check(CLI::Range(0.01, 200000.0));
        c->add_flag("--apart", o->apart, "passes as EXR files beside the picture, which may then be of any kind");
        c->add_flag("--float", o->whole, "the picture itself in 32-bit float, too");
        c->add_flag("--deep", o->deep, "a PNG or TIFF with 16 bits a channel instead of 8");
        c->add_flag("--mattes", o->mattes, "mattes as PNG pictures beside the file, three to each");
        c->add_option("--noise", o->noise,
                      "at which a part of the picture takes no more samples; 0: never; the shot's own when not given")
            ->check(CLI::Range(0.0, 1.0));
        c->add_option("--sparks", o->sparks,
                      "stops over middle grey that light scattered by chance may have; 0: no limit")
            ->check(CLI::Range(0.0, 30.0));
        c->add_flag("--stamp", o->stamp, "writes time, machine and duration into the file");
        c->add_option("--denoise", o->denoise, "on, off, or how much: 0 to 1");
        c->add_option("--threads", o->threads, "as many as there are cores when not given")->check(CLI::Range(1, 1024));
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
