// Figures of the running window as one JSON object: how soon a hand sees that something happened.
// usage: thallos-bench-window DEMO.thallos
#include <cstdio>
#include <cstdlib>
#include <fstream>
#include <string_view>

#include <QElapsedTimer>
#include <QWheelEvent>
#include <nlohmann/json.hpp>
#include <unistd.h>

#include "app/shell/main_window.h"
#include "app/shell/stall_monitor.h"
#include "app/widgets/theme.h"
#include "app/windows/species_window.h"
#include "app/words/language.h"
#include "bench/driving.h"
#include "core/base/assets.h"
#include "core/base/hash.h"

using namespace thallos;

namespace {

double cpuSeconds() {
    std::ifstream in("/proc/self/stat");
    std::string text((std::istreambuf_iterator<char>(in)), {});
    text = text.substr(text.rfind(')') + 2);
    std::istringstream fields(text);
    std::string skipped;
    for (int i = 0; i < 11; ++i) fields >> skipped;
    double user = 0, system = 0;
    fields >> user >> system;
    return (user + system) / static_cast<double>(sysconf(_SC_CLK_TCK));
}

} // namespace

// One walk through one window, each figure measured in the state that the one before leaves.
int main(int argc, char** argv) {
    QElapsedTimer start;
    start.start();
    WatchedApplication app(argc, argv);
    const bool startAlone = argc == 3 && std::string_view(argv[2]) == "--start";
    if (argc != 2 && !startAlone) return 2;
    QCoreApplication::setApplicationName("thallos-bench-window");
    QCoreApplication::setOrganizationName("thallos");
    useLanguage("en");
    Theme::load("overcast");
    nlohmann::json out;
    MainWindow window(readLibrary());
    window.resize(1280, 800);
    window.files().open(argv[1]);
    window.show();
    ShotPane& shot = window.shotPane();
    until([&] { return !shot.picture().image.isNull(); }, 120000);
    out["start_to_first_picture_ms"] = start.elapsed();
    until([&] { return shot.picture().samples >= 1; }, 120000);
    out["start_to_first_sample_ms"] = start.elapsed();
    if (startAlone) {
        std::printf("%s\n", out.dump(1).c_str());
        std::fflush(stdout);
        std::_Exit(0);
    }
    Painted painted(shot);
    const QRectF r = shot.pictureRect();

    // Events of every common kind while the picture is being traced: from the post to the end of the paint.
    Random random(1);
    std::vector<double> reactions;
    app.forget();
    for (int i = 0; i < 500; ++i) {
        const QPointF at(r.left() + random.unit() * r.width(), r.top() + random.unit() * r.height());
        const int before = painted.times;
        QElapsedTimer clock;
        clock.start();
        switch (i % 5) {
        case 0:
        case 1:
            mouse(shot, QEvent::MouseMove, at, Qt::NoButton);
            break;
        case 2:
            mouse(shot, QEvent::MouseButtonPress, at, Qt::LeftButton);
            mouse(shot, QEvent::MouseButtonRelease, at, Qt::LeftButton);
            break;
        case 3:
            QCoreApplication::postEvent(&shot, new QWheelEvent(at, shot.mapToGlobal(at), QPoint(),
                                                               QPoint(0, i % 2 ? 120 : -120), Qt::NoButton,
                                                               Qt::NoModifier, Qt::NoScrollPhase, false));
            break;
        default:
            QCoreApplication::postEvent(&shot,
                                        new QKeyEvent(QEvent::KeyPress, i % 2 ? Qt::Key_Q : Qt::Key_E, Qt::NoModifier));
        }
        until([&] { return painted.times > before; }, 2000);
        reactions.push_back(static_cast<double>(clock.nsecsElapsed()) / 1e6);
        if (i % 10 == 0) wait(40); // the picture gets on with it
    }
    out["reaction_ms"] = {{"median", median(reactions)},
                          {"worst", *std::max_element(reactions.begin(), reactions.end())}};
    out["longest_handler_ms"] = app.worst();
    out["longest_handler"] = app.worstEvent().toStdString();

    // Going round the house with a mouse that tells 125 moves a second: pictures of new views that were painted.
    window.session().view.dropLook();
    wait(300);
    int pictures = 0;
    V3f seenFrom(0);
    QObject::connect(&window.engine(), &Engine::shotReady, &window, [&](const ShotPicture& p) {
        pictures += p.camera.position != seenFrom;
        seenFrom = p.camera.position;
    });
    QPointF at = r.center();
    mouse(shot, QEvent::MouseButtonPress, at, Qt::RightButton, false);
    QElapsedTimer clock;
    clock.start();
    const double busy = threadSeconds();
    for (int i = 0; clock.elapsed() < 5000; ++i) {
        at += QPointF(i % 240 < 120 ? 1 : -1, 0);
        mouse(shot, QEvent::MouseMove, at, Qt::RightButton);
        wait(8);
    }
    out["orbit_interface_core_percent"] = (threadSeconds() - busy) / static_cast<double>(clock.elapsed()) * 1e5;
    out["orbit_pictures_per_s"] = pictures * 1000.0 / static_cast<double>(clock.elapsed());
    mouse(shot, QEvent::MouseButtonRelease, at, Qt::RightButton, false);
    window.session().view.dropLook();

    // A finished picture costs nothing.
    window.session().view.editShot("Few samples", [](Shot& s) { s.samples = 2; });
    until([&] { return shot.picture().samples >= 2 && shot.picture().wanted == 2; }, 120000);
    until([&] { return !window.engine().improving(); }, 240000); // better trees, fine sheets
    wait(1000);
    until([&] { return shot.picture().samples >= 2 && shot.picture().denoised; }, 120000);
    wait(8000); // pictures of the strip
    const double before = cpuSeconds();
    wait(5000);
    out["idle_core_percent"] = (cpuSeconds() - before) / 5 * 100;

    // The limit: how fast the coarse picture alone is, with the whole machine for itself.
    {
        const auto scene = window.engine().scene();
        const Environment light = environmentOf(window.session().document.project(), window.session().view.shot());
        std::vector<double> coarse;
        for (int i = 0; i < 15; ++i) {
            Image image(320, 180);
            QElapsedTimer c;
            c.start();
            quickPicture(image, *scene, light, window.session().view.shot().camera, nullptr, true);
            coarse.push_back(static_cast<double>(c.nsecsElapsed()) / 1e6);
        }
        out["orbit_limit_pictures_per_s"] = 1000 / median(coarse);
    }

    // Choosing in a crowd: another house, and a meadow three times as dense.
    Project p = window.session().document.project();
    for (const Item* item : itemsOf<Drift>(p)) {
        Item dense = *item;
        std::get<Drift>(dense.body).density *= 7;
        std::get<Drift>(dense.body).spacing *= 0.6f;
        p = replaced(p, dense);
    }
    for (const Item* item : itemsOf<Building>(p))
        if (triangleCount(*bodyOf<Building>(item)->model) > 2000) {
            Building b = *bodyOf<Building>(item);
            b.position += V3f(30, 10, 0);
            p = added(p, item->name, b);
        }
    window.session().document.edit("Crowd", p);
    until(
        [&] {
            return window.session().document.built() &&
                   window.session().document.built()->project == window.session().document.project() &&
                   shot.picture().samples >= 1;
        },
        120000);
    size_t parts = 0;
    for (const Item* item : itemsOf<Building>(p)) parts += bodyOf<Building>(item)->model->parts.size();
    std::vector<double> choices;
    int chosen = 0;
    for (int i = 0; i < 60; ++i) {
        const QPointF spot(r.left() + random.unit() * r.width(), r.top() + (0.3 + 0.6 * random.unit()) * r.height());
        window.session().selection.set({});
        until([&] { return false; }, 20);
        const int painted0 = painted.times;
        QElapsedTimer c;
        c.start();
        mouse(shot, QEvent::MouseButtonPress, spot, Qt::LeftButton);
        mouse(shot, QEvent::MouseButtonRelease, spot, Qt::LeftButton);
        until([&] { return painted.times > painted0; }, 2000);
        choices.push_back(static_cast<double>(c.nsecsElapsed()) / 1e6);
        chosen += !window.session().selection.all().empty();
    }
    out["choose_ms"] = {{"median", median(choices)},
                        {"worst", *std::max_element(choices.begin(), choices.end())},
                        {"plants", window.session().document.built()->plantCount()},
                        {"parts", parts},
                        {"chosen", chosen}};
    std::printf("%s\n", out.dump(2).c_str());
    std::fflush(stdout);
    std::_Exit(0);
}
