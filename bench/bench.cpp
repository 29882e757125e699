// All figures as one JSON object on standard output. usage: thallos-bench DEMO.thallos
#include <cstdio>
#include <filesystem>

#include <nlohmann/json.hpp>
#include <sys/resource.h>
#include <unistd.h>

#include "bench/measure.h"
#include "core/base/assets.h"
#include "core/base/parallel.h"
#include "core/project/recovery.h"
#include "core/project/store.h"
#include "core/trace/denoise.h"
#include "core/trace/ray_log.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"

using namespace thallos;

// Figure by figure on one demo scene, in the order in which an artist would meet them.
int main(int argc, char** argv) {
    if (argc != 2) return 2;
    nlohmann::json out;
    std::shared_ptr<const PlantLibrary> library;
    Project project;
    std::shared_ptr<const BuiltSite> site;
    std::shared_ptr<const Scene> scene;
    SceneBuilder builder(true, shippedMaterials());
    Environment light;

    // From nothing to the first picture, as at a start of the application (without its window).
    Image coarse(320, 180);
    const double grown = milliseconds([&] { library = PlantLibrary::load(assetFolder() / "species"); });
    const double opened = milliseconds([&] { project = openProject(argv[1]); });
    const double built = milliseconds([&] { site = build(project, library); });
    const double traced = milliseconds([&] { scene = builder.update(site); });
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(project).front());
    const double lit = milliseconds([&] { light = environmentOf(project, shot); });
    const double first = milliseconds([&] { quickPicture(coarse, *scene, light, shot.camera, nullptr, true); });
    out["start_ms"] = {{"grow_plants", grown},
                       {"open", opened},
                       {"build_site", built},
                       {"build_scene", traced},
                       {"sky", lit},
                       {"coarse_picture", first},
                       {"all", grown + opened + built + traced + lit + first}};

    // A save in place after one value changed, and the autosave of it.
    {
        namespace fs = std::filesystem;
        const fs::path folder = fs::temp_directory_path() / ("thallos-bench-" + std::to_string(::getpid()));
        fs::create_directories(folder);
        const fs::path file = folder / "site.thallos";
        fs::copy_file(argv[1], file, fs::copy_options::overwrite_existing);
        Project saved = openProject(file);
        saveProject(saved, file);
        writeRecovery(saved, folder, "session", file);
        int n = 0;
        const auto change = [&] {
            Site site = *saved.site;
            site.name = "Change " + std::to_string(++n);
            saved = withSite(saved, site);
        };
        out["save_one_value_ms"] = medianMilliseconds(5, [&] {
            change();
            saveProject(saved, file);
        });
        out["autosave_ms"] = medianMilliseconds(5, [&] {
            change();
            writeRecovery(saved, folder, "session", file);
        });
        fs::remove_all(folder);
    }

    out["refine_plants_ms"] = milliseconds([&] { scene = builder.adopt(builder.refine()(nullptr)); });

    // A camera move.
    Camera camera = shot.camera;
    out["camera_move_320px_ms"] = medianMilliseconds(9, [&] {
        camera.yaw += 0.01f;
        quickPicture(coarse, *scene, light, camera, nullptr, true);
    });
    Image full(848, 477);
    out["quick_848x477_ms"] = medianMilliseconds(3, [&] { quickPicture(full, *scene, light, shot.camera, nullptr); });

    // Path tracing.
    PictureSettings settings;
    settings.size = V2i(848, 477);
    Film film(848, 477);
    int64_t rays = 0;
    const double pass = milliseconds([&] { addPass(film, *scene, light, shot.camera, settings, nullptr, &rays); });
    const double paths = 848.0 * 477;
    out["first_pass_848x477_ms"] = pass;
    out["rays_a_path"] = static_cast<double>(rays) / paths;
    out["mpaths_per_s"] = paths / pass / 1000;
    out["mrays_per_s"] = static_cast<double>(rays) / pass / 1000;
    {
        // Replay: the same rays again, nothing but Embree and our plant callbacks.
        const RayReplay replay = recordRays(*scene, light, shot.camera, settings, 4);
        const double shaded = replay.seconds * 1000, bare = medianMilliseconds(3, [&] { replayRays(*scene, replay); });
        out["raw_embree_share_of_path_tracing"] = bare / shaded;
        out["replayed_rays"] = replay.rays.size();
    }
    for (int i = 0; i < 7; ++i) addPass(film, *scene, light, shot.camera, settings, nullptr);
    out["denoise_848x477_ms"] = milliseconds([&] { denoise(film); });

    // A brush dab of 10 m on 1025 x 1025 samples with up to 50 000 plants to re-seat.
    {
        Project p = newProject({1024 * 0.25f, 1024 * 0.25f}, 0.25f, "bench");
        Drift d;
        d.areas = {{{-60, -60}, {60, -60}, {60, 60}, {-60, 60}}};
        d.mix = {{"Fescue", 1}};
        d.density = 12;
        d.spacing = 0.1f;
        p = added(p, "Meadow", d);
        auto s = build(p, library);
        SceneBuilder b(false, shippedMaterials());
        auto sc = b.update(s);
        Shot look = *bodyOf<Shot>(itemsOf<Shot>(p).front());
        int64_t touched = 0;
        for (int i : p.ground->grid.tilesTouching({{-10, -10}, {10, 10}}))
            for (const auto& t : s->plants[i]) touched += static_cast<int64_t>(t->records.size());
        out["dab_plants_to_reseat"] = touched;
        double building = 0;
        out["dab_to_coarse_picture_ms"] = medianMilliseconds(7, [&] {
            building = milliseconds([&] {
                p = dabbed(p, s->land.natural, {BrushKind::Raise, 10, 0.1f, 0.6f}, {0, 0});
                s = build(p, library, s, BuildMode::Moving);
                sc = b.update(s);
            });
            quickPicture(coarse, *sc, light, look.camera, nullptr, true);
        });
        out["dab_build_ms"] = building;
        out["dab_release_ms"] = milliseconds([&] {
            s = build(p, library, s, BuildMode::Rest);
            sc = b.update(s);
        });
    }
    // 300 000 plants.
    {
        Project p = newProject({300, 300}, 0.5f, "bench");
        Drift d;
        d.areas = {{{-130, -130}, {130, -130}, {130, 130}, {-130, 130}}};
        d.mix = {{"Fescue", 0.9f}, {"Hazel", 0.06f}, {"Birch", 0.04f}};
        d.density = 5.2f;
        d.spacing = 0.1f;
        p = added(p, "Plants", d);
        const std::filesystem::path file =
            std::filesystem::temp_directory_path() / ("thallos-bench-" + std::to_string(getpid()) + ".thallos");
        saveProjectAs(p, file);
        SceneBuilder b(false, shippedMaterials());
        std::shared_ptr<const Scene> sc;
        std::shared_ptr<const BuiltSite> s;
        out["open_300k_plants_ms"] = milliseconds([&] {
            s = build(openProject(file), library);
            sc = b.update(s);
        });
        out["plants_300k"] = s->plantCount();
        out["resident_mib_with_300k"] = residentMib();
        std::filesystem::remove(file);
    }
    rusage usage{};
    getrusage(RUSAGE_SELF, &usage);
    out["peak_mib"] = usage.ru_maxrss / 1024;
    std::printf("%s\n", out.dump(1).c_str());
}
