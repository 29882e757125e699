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
#include "core/finish/encode.h"
#include "core/project/store.h"
#include "core/trace/render.h"

namespace thallos {

namespace {

struct RenderOptions {
    std::string project, shot, size, region, denoise = "on", out;
    std::vector<std::string> passes;
    int samples = 0, threads = 0;
    bool stamp = false;
    uint64_t seed = 1;
};

bool isExr(const std::filesystem::path& file) {
    return file.extension() == ".exr";
}

void save(const std::filesystem::path& file, const Image& radiance, float ev, const Finish& finish,
          const std::vector<ExrLayer>& layers = {}, const std::string& comment = {}) {
    if (isExr(file))
        writeExr(file, radiance, ev, layers, comment);
    else
        writePicture(file, Display().encode(develop(radiance, ev, finish)), comment);
}

template <class Colour> ExrLayer layerOf(const std::string& name, const Raster<Colour>& values, const char* channels) {
    ExrLayer layer{name, {}};
    for (int k = 0; k < 3; ++k) {
        Raster<float> plane(values.width, values.height);
        for (size_t i = 0; i < values.pixels.size(); ++i) plane.pixels[i] = values.pixels[i][k];
        layer.channels.emplace_back(std::string(1, channels[k]), std::move(plane));
    }
    return layer;
}

std::vector<ExrLayer> layersOf(const Passes& passes, const std::vector<std::string>& wanted) {
    std::vector<ExrLayer> out;
    for (const std::string& name : wanted) {
        if (name == "depth") out.push_back({name, {{"Z", passes.depth}}});
        if (name == "normal") out.push_back(layerOf(name, passes.normal, "XYZ"));
        if (name == "albedo") out.push_back(layerOf(name, passes.albedo, "RGB"));
    }
    return out;
}

// When, where and how: asked for only, so that the same input gives the same bytes.
std::string stampOf(const RenderResult& result) {
    char host[256] = "";
    gethostname(host, sizeof host - 1);
    const std::time_t now = std::time(nullptr);
    std::tm utc{};
    gmtime_r(&now, &utc);
    char out[512];
    std::snprintf(out, sizeof out, "%04d-%02d-%02dT%02d:%02d:%02dZ on %s: %d samples in %.1f s", utc.tm_year + 1900,
                  utc.tm_mon + 1, utc.tm_mday, utc.tm_hour, utc.tm_min, utc.tm_sec, host, result.samples,
                  result.seconds);
    return out;
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
    PictureSettings settings;
    settings.seed = o.seed;
    settings.size = shot->size;
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
    if (!o.passes.empty() && !isExr(o.out))
        throw Error(Error::Kind::Unsupported, "can't hold passes", o.out, "write an .exr");
    std::vector<std::string> warnings;
    const auto site = build(project, PlantLibrary::load(assetFolder() / "species"), nullptr, Haste::Rest, &warnings);
    for (const std::string& w : warnings) std::fprintf(stderr, "%s\n", w.c_str());
    SceneBuilder builder;
    const auto scene = builder.update(site, showingOf(project, *shot));
    const Environment environment = environmentOf(project, *shot);

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
    RenderResult result;
    try {
        result = renderPicture(*scene, environment, *shot, settings, o.samples > 0 ? o.samples : shot->samples,
                               o.denoise == "on", progress);
    } catch (...) {
        finished = true;
        reporter.join();
        throw;
    }
    finished = true;
    reporter.join();
    save(o.out, result.radiance, result.ev100, shot->finish, layersOf(result.passes, o.passes),
         o.stamp ? stampOf(result) : std::string());
    rusage usage{};
    getrusage(RUSAGE_SELF, &usage);
    report({{"seconds", result.seconds},
            {"samples", result.samples},
            {"rays", result.rays},
            {"mrays_per_s", static_cast<double>(result.rays) / result.seconds / 1e6},
            {"peak_mib", usage.ru_maxrss / 1024},
            {"ev100", result.ev100},
            {"plants", site->plantCount()}});
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
        c->add_option("--samples", o->samples, "samples a pixel")->check(CLI::Range(1, 65536));
        c->add_option("--seed", o->seed, "of the noise");
        c->add_option("--region", o->region, "x,y,w,h in pixels of the whole picture");
        c->add_option("--passes", o->passes, "depth, normal, albedo: layers of the EXR")
            ->delimiter(',')
            ->check(CLI::IsMember({"depth", "normal", "albedo"}));
        c->add_flag("--stamp", o->stamp, "writes time, machine and duration into the file");
        c->add_option("--denoise", o->denoise, "on or off")->check(CLI::IsMember({"on", "off"}));
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
            save(o->out, picture.radiance, picture.ev100, finish);
            report({{"width", picture.radiance.width}, {"height", picture.radiance.height}, {"ev100", picture.ev100}});
        });
    }
}

} // namespace thallos
