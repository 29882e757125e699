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

// A hilly sheet of 388 x 388 squares.
std::filesystem::path largeModel() {
    const std::filesystem::path file =
        std::filesystem::temp_directory_path() / ("thallos-bench-" + std::to_string(getpid()) + ".obj");
    std::ofstream out(file);
    constexpr int kSide = 388;
    for (int y = 0; y <= kSide; ++y)
        for (int x = 0; x <= kSide; ++x)
            out << "v " << 0.05 * x << ' ' << std::sin(0.07 * x) + std::cos(0.05 * y) << ' ' << 0.05 * y << '\n';
    for (int y = 0; y < kSide; ++y)
        for (int x = 0; x < kSide; ++x) {
            const int a = y * (kSide + 1) + x + 1, b = a + kSide + 1;
            out << "f " << a << ' ' << b << ' ' << b + 1 << ' ' << a + 1 << '\n';
        }
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
