// Figures of the first minute as one JSON object. usage: thallos-bench-start page | empty | import | estimate
// DEMO.thallos page: from the start of the program to the start page. empty: to the first picture of an empty site.
// import: from a model of 300 000 triangles to its preview. estimate: what the render dialog says against what the
// render takes, of the shots of the demo at 640 pixels.
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <string_view>

#include <QElapsedTimer>
#include <nlohmann/json.hpp>
#include <unistd.h>

#include "app/shell/main_window.h"
#include "app/shell/start_page.h"
#include "app/widgets/theme.h"
#include "app/windows/import_dialog.h"
#include "app/windows/species_window.h"
#include "app/words/language.h"
#include "app/work/task.h"
#include "bench/driving.h"
#include "core/jobs/estimate.h"
#include "core/material/library.h"
#include "core/trace/scene_builder.h"

using namespace thallos;

namespace {

// A hilly sheet of 388 x 388 squares, as a binary glTF file.
std::filesystem::path largeModel() {
    constexpr uint32_t kSide = 388, kAcross = kSide + 1, kPoints = kAcross * kAcross, kCorners = kSide * kSide * 6;
    std::string buffer;
    const auto put = [&](const auto& v) { buffer.append(reinterpret_cast<const char*>(&v), sizeof v); };
    for (uint32_t y = 0; y < kAcross; ++y)
        for (uint32_t x = 0; x < kAcross; ++x) {
            const float u = static_cast<float>(x), v = static_cast<float>(y);
            put(0.05f * u);
            put(std::sin(0.07f * u) + std::cos(0.05f * v));
            put(0.05f * v);
        }
    for (uint32_t y = 0; y < kSide; ++y)
        for (uint32_t x = 0; x < kSide; ++x) {
            const uint32_t a = y * kAcross + x, b = a + kAcross;
            for (const uint32_t corner : {a, b, b + 1, a, b + 1, a + 1}) put(corner);
        }
    const nlohmann::json j{{"asset", {{"version", "2.0"}}},
                           {"scenes", {{{"nodes", {0}}}}},
                           {"nodes", {{{"mesh", 0}}}},
                           {"meshes", {{{"primitives", {{{"attributes", {{"POSITION", 0}}}, {"indices", 1}}}}}}},
                           {"buffers", {{{"byteLength", buffer.size()}}}},
                           {"bufferViews",
                            {{{"buffer", 0}, {"byteLength", kPoints * 12}},
                             {{"buffer", 0}, {"byteOffset", kPoints * 12}, {"byteLength", kCorners * 4}}}},
                           {"accessors",
                            {{{"bufferView", 0},
                              {"componentType", 5126},
                              {"count", kPoints},
                              {"type", "VEC3"},
                              {"min", {0, -2, 0}},
                              {"max", {20, 2, 20}}},
                             {{"bufferView", 1}, {"componentType", 5125}, {"count", kCorners}, {"type", "SCALAR"}}}}};
    std::string text = j.dump();
    text.resize((text.size() + 3) / 4 * 4, ' ');
    const std::filesystem::path file =
        std::filesystem::temp_directory_path() / ("thallos-bench-" + std::to_string(getpid()) + ".glb");
    std::ofstream out(file, std::ios::binary);
    const auto word = [&](uint32_t v) { out.write(reinterpret_cast<const char*>(&v), 4); };
    word(0x46546C67);
    word(2);
    word(static_cast<uint32_t>(28 + text.size() + buffer.size()));
    word(static_cast<uint32_t>(text.size()));
    word(0x4E4F534A);
    out << text;
    word(static_cast<uint32_t>(buffer.size()));
    word(0x004E4942);
    out << buffer;
    return file;
}

nlohmann::json estimates(const char* demo) {
    const auto library = readLibrary();
    const Project project = openProject(demo);
    const auto site = build(project, library);
    SceneBuilder builder(false, shippedMaterials());
    double worst = 0;
    nlohmann::json out;
    for (const Item* item : itemsOf<Shot>(project)) {
        const Shot& shot = *bodyOf<Shot>(item);
        const auto scene = builder.update(site, visibilityOf(project, shot));
        PictureSettings settings;
        settings.size = {640, std::max(16, static_cast<int>(std::lround(640 / shot.camera.aspect)))};
        settings.noise = shot.noise;
        const Environment light = environmentOf(project, shot);
        double said = 0;
        estimate(
            *scene, light, shot, settings, shot.samples, 1, {}, [&](const Estimate& e) { said = e.seconds; },
            [] { return false; });
        Progress progress;
        const double took = renderPicture(*scene, light, shot, settings, shot.samples, 1, progress).seconds;
        out["estimate_share"].push_back(said / took);
        worst = std::max(worst, std::abs(said / took - 1));
    }
    out["estimate_worst_percent"] = 100 * worst;
    return out;
}

} // namespace

int main(int argc, char** argv) {
    QElapsedTimer clock;
    clock.start();
    Application app(argc, argv);
    const std::string_view what = argc > 1 ? argv[1] : "";
    QCoreApplication::setApplicationName("thallos-bench-start");
    QCoreApplication::setOrganizationName("thallos");
    useLanguage("en");
    nlohmann::json out;
    if (what == "estimate" && argc == 3) {
        std::printf("%s\n", estimates(argv[2]).dump(1).c_str());
        return 0;
    }
    Theme::load("overcast");
    MainWindow window(readLibrary());
    window.resize(1280, 800);
    ShotPane& shot = window.shotPane();
    if (what == "page") {
        window.show();
        window.showStart();
        Painted painted(*window.findChild<StartPage*>());
        until([&] { return painted.times > 0; }, 60000);
        out["start_to_page_ms"] = clock.elapsed();
    } else if (what == "empty") {
        window.session().files.create(newProject({200, 200}, 0.5f, "Empty"));
        window.show();
        until([&] { return !shot.picture().image.isNull(); }, 60000);
        out["start_to_empty_site_ms"] = clock.elapsed();
    } else if (what == "import") {
        window.show();
        until([&] { return shot.picture().samples >= 1; }, 60000);
        const std::filesystem::path file = largeModel();
        clock.restart();
        window.files().take(file, nullptr);
        ImportDialog* dialog = nullptr;
        bool shown = false;
        until(
            [&] {
                if (!dialog && (dialog = window.findChild<ImportDialog*>()))
                    QObject::connect(dialog->picture(), &TurningPicture::shown, dialog, [&] { shown = true; });
                if (dialog && dialog->isVisible() && !out.contains("import_dialog_ms"))
                    out["import_dialog_ms"] = clock.elapsed();
                return shown;
            },
            60000);
        out["import_preview_300k_ms"] = clock.elapsed();
        std::filesystem::remove(file);
    } else
        return 2;
    std::printf("%s\n", out.dump(1).c_str());
    std::fflush(stdout);
    std::_Exit(0);
}
