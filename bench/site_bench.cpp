// Figures of a large site as one JSON object: three thousand buildings, props and groups of specimens, a million
// plants, ten thousand rows. usage: thallos-bench-site DEMO.thallos [drag|open|move|thousand|tick|list ...]
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <stdexcept>

#include <QElapsedTimer>
#include <QScrollBar>
#include <nlohmann/json.hpp>

#include "app/lists/item_list.h"
#include "app/shell/main_window.h"
#include "app/shell/stall_monitor.h"
#include "app/widgets/theme.h"
#include "app/windows/species_window.h"
#include "app/words/language.h"
#include "bench/driving.h"
#include "core/base/hash.h"
#include "core/project/store.h"

using namespace thallos;

namespace {

constexpr int kItems = 3000;

double since(const QElapsedTimer& clock) {
    return static_cast<double>(clock.nsecsElapsed()) / 1e6;
}

Model box(const std::string& name, const V3f& size, const Rgb& colour) {
    Model m;
    m.name = name;
    Mesh mesh;
    for (int k = 0; k < 8; ++k)
        mesh.positions.emplace_back((k & 1 ? 0.5f : -0.5f) * size.x, (k & 2 ? 0.5f : -0.5f) * size.y,
                                    k & 4 ? size.z : 0);
    mesh.triangles = {{0, 2, 1}, {1, 2, 3}, {4, 5, 6}, {5, 7, 6}, {0, 1, 4}, {1, 5, 4},
                      {2, 6, 3}, {3, 6, 7}, {0, 4, 2}, {2, 4, 6}, {1, 3, 5}, {3, 7, 5}};
    m.materials = {{.name = "walls", .baseColor = colour, .roughness = 0.8f}};
    m.parts = {partOf("box", 0, std::move(mesh))};
    tidy(m);
    return m;
}

// A third each of houses, of props and of groups of three trees, in rows.
Project largeSite() {
    Project p = newProject({600, 600}, 1, "Large site");
    p = withTerrain(p, [](Terrain& t) { t.relief = {3, 4, 90, 0.4f, {0, 0.01f}}; });
    const auto house = std::make_shared<const Model>(box("House", {6, 5, 4}, Rgb(0.6f, 0.55f, 0.5f))),
               bin = std::make_shared<const Model>(box("Bin", {0.7f, 0.6f, 1.1f}, Rgb(0.2f, 0.3f, 0.25f)));
    const HeightField land = naturalOf(p);
    std::vector<Item> items;
    Random random(7);
    const int across = 55;
    for (int i = 0; i < kItems; ++i) {
        const V2f at(-290 + 580 * static_cast<float>(i % across) / across,
                     -290 + 580 * static_cast<float>(i / across) / across);
        Item item;
        if (i % 3 == 2) {
            Specimens trees;
            for (int k = 0; k < 3; ++k)
                trees.specimens.push_back({k ? "Hazel" : "Apple", at + V2f(random.unit(), random.unit()) * 4, 0, 1, k});
            item.name = "Trees";
            item.body = trees;
        } else {
            Building b;
            b.model = i % 3 ? bin : house;
            b.surfaces = b.model->materials;
            b.position = {at.x, at.y, land.at(at)};
            b.yaw = 6 * random.unit();
            item.name = b.model->name;
            item.body = b;
        }
        items.push_back(std::move(item));
    }
    return added(p, items);
}

class Bench {
public:
    explicit Bench(WatchedApplication& app) : app_(app), window_(readLibrary()) {
        window_.resize(1280, 800);
        window_.show();
        window_.workspace().swapPanes(); // things are moved in the plan
    }
    Session& session() { return window_.session(); }

    // From the order to open it to its first picture.
    double open(const std::filesystem::path& file) {
        ShotPane& shot = window_.shotPane();
        bool shown = false;
        const auto told = QObject::connect(&window_.engine(), &Engine::shotReady, &shot, [&](const ShotPicture&) {
            const auto scene = window_.engine().scene();
            shown = shown || (scene && scene->site->project == session().document.project());
        });
        QElapsedTimer clock;
        clock.start();
        window_.files().open(file);
        until([&] { return shown; }, 240000);
        const double ms = since(clock);
        QObject::disconnect(told);
        settle();
        return ms;
    }

    void settle() {
        until(
            [&] {
                const auto& built = session().document.built();
                return built && built->project == session().document.project() && !built->stale &&
                       window_.shotPane().picture().samples >= 1;
            },
            240000);
    }

    // Everything is moved by hand: from each move of the pointer to the picture that shows it.
    nlohmann::json moveAll() {
        select(kItems);
        PlanPane& plan = window_.planPane();
        const Item* item = session().selection.item();
        const V2f hold = xy(bodyOf<Building>(item)->position);
        plan.frame({{hold.x - 20, hold.y - 20, 0}, {hold.x + 20, hold.y + 20, 0}});
        until([&] { return static_cast<bool>(plan.pick(*plan.toScreen({hold.x, hold.y, 0}), {}).item); }, 5000);
        int pictures = 0;
        QObject::connect(&window_.engine(), &Engine::shotReady, &plan, [&](const ShotPicture&) {
            const auto scene = window_.engine().scene();
            pictures += scene && scene->site->project == session().document.project();
        });
        QPointF at = *plan.toScreen({hold.x, hold.y, 0});
        mouse(plan, QEvent::MouseButtonPress, at, Qt::LeftButton, false);
        std::vector<double> all, handlers;
        for (int i = 0; i < 15; ++i) {
            at += QPointF(6, i % 2 ? 2 : -1);
            const int before = pictures;
            QElapsedTimer clock;
            clock.start();
            mouse(plan, QEvent::MouseMove, at, Qt::LeftButton, false);
            handlers.push_back(since(clock));
            until([&] { return pictures > before; }, 20000);
            all.push_back(since(clock));
        }
        mouse(plan, QEvent::MouseButtonRelease, at, Qt::LeftButton, false);
        QObject::disconnect(&window_.engine(), &Engine::shotReady, &plan, nullptr);
        settle();
        if (session().document.history().position() == 0) throw std::runtime_error("nothing was moved");
        return {{"event_to_picture_ms", median(all)}, {"of_it_in_the_handler_ms", median(handlers)}};
    }

    double time(const std::function<void()>& act) {
        QElapsedTimer clock;
        clock.start();
        act();
        return since(clock);
    }

    nlohmann::json pasteAndUndo() {
        select(1000);
        session().copySelected();
        std::vector<double> paste, undo;
        for (int i = 0; i < 5; ++i) {
            paste.push_back(time([&] { session().paste("Paste", V2f(5, 5)); }));
            undo.push_back(time([&] { session().document.undo(); }));
        }
        settle();
        return {{"paste_ms", median(paste)}, {"undo_ms", median(undo)}};
    }

    double tick() {
        select(kItems);
        std::vector<double> all;
        for (int i = 0; i < 15; ++i)
            all.push_back(time([&] {
                session().editSelected(
                    "Turn",
                    [&](Item& item) {
                        if (auto* b = std::get_if<Building>(&item.body)) b->yaw += 0.01f;
                    },
                    "turn", BuildMode::Moving);
            }));
        session().document.endEdit();
        settle();
        return median(all);
    }

    // The first so many, houses and props first.
    void select(int n) {
        std::vector<Id> ids;
        for (const bool trees : {true, false})
            for (const auto& item : session().document.project().items)
                if (!bodyOf<Shot>(item.get()) && static_cast<bool>(bodyOf<Specimens>(item.get())) == trees)
                    ids.push_back(item->id);
        if (static_cast<int>(ids.size()) > n) ids.erase(ids.begin(), ids.end() - n);
        session().selection.setAll(std::move(ids));
    }

    // The demo with a million plants: a house is dragged about while the interface is watched.
    nlohmann::json dragAmongMillions() {
        Project p = session().document.project();
        for (const Item* item : itemsOf<Drift>(p)) {
            Item dense = *item;
            std::get<Drift>(dense.body).density *= 16;
            std::get<Drift>(dense.body).spacing *= 0.2f;
            p = replaced(p, dense);
        }
        session().document.edit("Dense", p);
        settle();
        const Item* house = itemsOf<Building>(p).front();
        const Id id = house->id;
        session().selection.set(id);
        PlanPane& plan = window_.planPane();
        const V2f hold = xy(bodyOf<Building>(house)->position);
        plan.frame({{hold.x - 30, hold.y - 30, 0}, {hold.x + 30, hold.y + 30, 0}});
        wait(2000);
        app_.forget();
        QPointF at = *plan.toScreen({hold.x, hold.y, 0});
        mouse(plan, QEvent::MouseButtonPress, at, Qt::LeftButton);
        for (int i = 0; i < 240; ++i) {
            at += QPointF(i % 80 < 40 ? 2 : -2, i % 60 < 30 ? 1 : -1);
            mouse(plan, QEvent::MouseMove, at, Qt::LeftButton);
            wait(16);
        }
        mouse(plan, QEvent::MouseButtonRelease, at, Qt::LeftButton);
        wait(1000);
        if (xy(bodyOf<Building>(session().document.item(id))->position) == hold)
            throw std::runtime_error("the house was not moved");
        return {{"plants", session().document.built()->plantCount()},
                {"longest_handler_ms", app_.worst()},
                {"longest_handler_own_ms", app_.worstOwn()},
                {"longest_handler", app_.worstEvent().toStdString()}};
    }

    nlohmann::json tenThousandRows() {
        Project p = newProject({100, 100}, 1, "Rows");
        std::vector<Item> items(10000);
        for (size_t i = 0; i < items.size(); ++i) {
            items[i].name = i % 2 ? "Person" : "Bench";
            items[i].body = Figure{{static_cast<float>(i % 90) - 45, static_cast<float>(i / 112) - 45}, 0};
        }
        session().files.create(added(p, items));
        settle();
        ItemTree& list = window_.workspace().items().tree();
        std::vector<double> scroll, filter;
        for (int i = 0; i < 40; ++i)
            scroll.push_back(time([&] {
                list.verticalScrollBar()->setValue(i * 231);
                list.viewport()->repaint();
            }));
        for (const char* text : {"P", "Pe", "Per", "Pers", "Perso", "Person 4", "Person 45", ""})
            filter.push_back(time([&] {
                list.setFilter(text);
                list.viewport()->repaint();
            }));
        return {{"rows", static_cast<int>(itemsOf<Figure>(session().document.project()).size())},
                {"scroll_ms", median(scroll)},
                {"scroll_worst_ms", *std::max_element(scroll.begin(), scroll.end())},
                {"filter_ms", median(filter)},
                {"filter_worst_ms", *std::max_element(filter.begin(), filter.end())}};
    }

private:
    WatchedApplication& app_;
    MainWindow window_;
};

} // namespace

int main(int argc, char** argv) {
    WatchedApplication app(argc, argv);
    if (argc < 2) return 2;
    const std::vector<std::string> only(argv + 2, argv + argc);
    const auto asked = [&](const char* figure) {
        return only.empty() || std::find(only.begin(), only.end(), figure) != only.end();
    };
    QCoreApplication::setApplicationName("thallos-bench-site");
    QCoreApplication::setOrganizationName("thallos");
    useLanguage("en");
    Theme::load("overcast");
    const auto folder = std::filesystem::temp_directory_path() / "thallos-bench-site";
    std::filesystem::create_directories(folder);
    const std::filesystem::path large = folder / "large.thallos";
    saveProjectAs(largeSite(), large);

    Bench bench(app);
    nlohmann::json out;
    bench.open(argv[1]); // caches are warm then
    bench.open(large);
    const double demo = bench.open(argv[1]), opened = bench.open(large);
    if (asked("open")) out["open_to_picture_ms"] = {{"demo", demo}, {"items_3000", opened}, {"ratio", opened / demo}};
    if (asked("move")) out["move_all"] = bench.moveAll();
    if (asked("thousand")) out["thousand"] = bench.pasteAndUndo();
    if (asked("tick")) out["slider_tick_ms"] = bench.tick();
    if (asked("drag")) {
        bench.open(argv[1]);
        out["drag_with_1_m_plants"] = bench.dragAmongMillions();
    }
    if (asked("list")) out["list"] = bench.tenThousandRows();
    std::printf("%s\n", out.dump(2).c_str());
    std::fflush(stdout);
    std::filesystem::remove_all(folder);
    std::_Exit(0);
}
