#include "app/work/engine.h"

#include <chrono>
#include <cmath>
#include <thread>
#include <utility>

#include <tbb/task_arena.h>
#include <tbb/task_scheduler_observer.h>

#include "app/widgets/qt_image.h"
#include "app/words/text.h"
#include "app/work/stand_back.h"
#include "core/trace/denoise.h"
#include "core/trace/plant_scenes.h"

namespace thallos {

namespace {

class WorkersStandBack : public tbb::task_scheduler_observer {
public:
    WorkersStandBack() { observe(true); }
    void on_scheduler_entry(bool worker) override {
        if (worker) standBack(kNiceOfPictures);
    }
};

} // namespace

Engine::Engine(std::shared_ptr<const PlantLibrary> library, QObject* parent)
    : QObject(parent), library_(std::move(library)) {
    qRegisterMetaType<std::shared_ptr<const thallos::BuiltSite>>();
    qRegisterMetaType<thallos::ShotPicture>();
    qRegisterMetaType<thallos::PlanPicture>();
    static WorkersStandBack observer; // for as long as there are workers
    thread_ = Task([this] {
        standBack(kNiceOfPictures);
        run();
    });
}

Engine::~Engine() {
    {
        const std::lock_guard lock(mutex_);
        quit_ = true;
        ++generation_;
    }
    wake_.notify_all();
    thread_.join();
    if (improver_.joinable()) improver_.join();
}

void Engine::change(const std::function<void(Request&)>& set) {
    {
        const std::lock_guard lock(mutex_);
        if (!request_) request_.emplace();
        set(*request_);
        ++generation_;
        changed_ = std::chrono::steady_clock::now();
    }
    wake_.notify_all();
}

void Engine::setProject(const Project& project, BuildMode mode) {
    change([&](Request& r) {
        r.project = project;
        r.mode = mode;
    });
}
void Engine::setLibrary(std::shared_ptr<const PlantLibrary> library) {
    {
        const std::lock_guard lock(mutex_);
        library_ = std::move(library);
    }
    change([](Request&) {});
}
void Engine::setVisibility(const Visibility& visibility) {
    change([&](Request& r) { r.visibility = visibility; });
}
void Engine::setShot(Id id, const Shot& shot) {
    change([&](Request& r) {
        r.shotId = id;
        r.shot = shot;
    });
}
void Engine::setShotSize(const QSize& pixels) {
    change([&](Request& r) { r.shotSize = pixels; });
}
void Engine::setPlan(const QSize& pixels, const Box2f& window) {
    change([&](Request& r) {
        r.planSize = pixels;
        r.planWindow = window;
    });
}
void Engine::setPaused(bool paused) {
    paused_ = paused;
    change([&](Request& r) { r.paused = paused; });
}

void Engine::setCaps(const PaneCaps& caps) {
    change([&](Request& r) { r.caps = caps; });
}
void Engine::setPart(const std::optional<Box2f>& part) {
    change([&](Request& r) { r.part = part; });
}

QSize Engine::Request::rendered() const {
    return caps.scale == 1 ? shotSize
                           : QSize(static_cast<int>(std::lround(static_cast<float>(shotSize.width()) * caps.scale)),
                                   static_cast<int>(std::lround(static_cast<float>(shotSize.height()) * caps.scale)));
}

std::shared_ptr<const Scene> Engine::scene() const {
    const std::lock_guard lock(mutex_);
    return shared_;
}

void Engine::run() {
    // Of low priority: a final render and the interface's own loops come first.
    tbb::task_arena arena(tbb::task_arena::automatic, 1, tbb::task_arena::priority::low);
    uint64_t seen = 0;
    for (;;) {
        Request request;
        uint64_t generation = 0;
        {
            std::unique_lock lock(mutex_);
            wake_.wait(lock, [&] { return quit_ || generation_ != seen; });
            if (quit_) return;
            generation = generation_;
            // Before a pane is there to be filled nothing is built: a project may still be opened.
            if (!request_ || !request_->project.ground ||
                (request_->shotSize.isEmpty() && request_->planSize.isEmpty())) {
                seen = generation;
                continue;
            }
            request = *request_;
        }
        try {
            arena.execute([&] {
                work(request, generation, false);
                while (!stale(generation) && request.mode == BuildMode::Rest && site_ && site_->stale)
                    work(request, generation, true);
            });
        } catch (const std::exception& e) {
            Q_EMIT failed(sentenceOf(e));
        }
        seen = generation;
    }
}

void Engine::publish(Image radiance, const Request& r, int samples, bool denoised, bool moving) {
    const float ev = r.shot.metered || r.visibility.neutral ? ev_ : r.shot.ev100;
    const Image developed = develop(radiance, ev, r.shot.finish);
    ShotPicture p;
    p.image = toQImage(moving ? display_.quickly(developed) : display_.encode(developed));
    p.radiance = std::make_shared<const Image>(std::move(radiance));
    p.samples = samples;
    p.wanted = r.shot.samples;
    p.denoised = denoised;
    p.passSeconds = passSeconds_;
    p.ev100 = ev;
    p.camera = r.shot.camera;
    p.shot = r.shotId;
    Q_EMIT shotReady(p);
}

bool Engine::adoptRefined() {
    std::shared_ptr<const SceneBuilder::Refined> better;
    bool heroes = false;
    {
        const std::lock_guard lock(mutex_);
        better.swap(refined_);
        heroes = std::exchange(heroes_, false);
    }
    if (!better) return heroes;
    share(builder_.adopt(better));
    return heroes || !better->textures.empty();
}

void Engine::share(std::shared_ptr<const Scene> scene) {
    current_ = std::move(scene);
    const std::lock_guard lock(mutex_);
    shared_ = current_;
}

bool Engine::rested() const {
    using namespace std::chrono_literals;
    while (!quit_ && std::chrono::steady_clock::now() - changed_.load() < 500ms) std::this_thread::sleep_for(20ms);
    return !quit_;
}

// Better trees and finer textures, and the plants next to the camera leaf by leaf; built aside by one thread.
void Engine::improve(const Request& r) {
    if (improving_) return;
    auto make = builder_.refine();
    const bool near = heroScene_ != current_ || !(heroCamera_ == r.shot.camera);
    if (!make && !near) return;
    heroScene_ = current_;
    heroCamera_ = r.shot.camera;
    Detail detail(r.shot.camera.position);
    detail.pixelAngle = Lens(r.shot.camera).pixelAngle(std::max(r.rendered().width(), 16));
    if (improver_.joinable()) improver_.join();
    improving_ = true;
    improver_ = Task([this, make = std::move(make), scene = current_, detail] {
        standBack(kNiceOfLeisure);
        tbb::task_arena arena(1, 1, tbb::task_arena::priority::low);
        const auto stop = [this] { return !rested(); };
        std::shared_ptr<const SceneBuilder::Refined> better;
        bool heroes = false;
        try {
            better = make ? arena.execute([&] { return make(stop); }) : nullptr;
            const PlantScenes& plants = better && better->plants ? *better->plants : *scene->plantScenes;
            heroes = arena.execute([&] { return plants.growHeroes(*scene->site, detail, stop); });
        } catch (const std::exception& e) {
            Q_EMIT failed(tr("The finer plants and textures could not be made: %1").arg(sentenceOf(e)));
        }
        {
            const std::lock_guard lock(mutex_);
            refined_ = std::move(better);
            heroes_ = heroes;
            improving_ = false;
            if (!refined_ && !heroes_) return;
        }
        if (!quit_) change([](Request&) {}); // a worker that has finished takes it too
    });
}

void Engine::freshFilm(const Request& r) {
    film_ = Film(r.rendered().width(), r.rendered().height());
    cleaned_ = Image();
    confine(r);
}

void Engine::confine(const Request& r) {
    if (!r.part) return film_.confine(V2i(0), V2i(0));
    const V2f size(static_cast<float>(film_.width), static_cast<float>(film_.height));
    const V2i start(static_cast<int>(r.part->min.x * size.x), static_cast<int>(r.part->min.y * size.y)),
        end(static_cast<int>(std::ceil(r.part->max.x * size.x)), static_cast<int>(std::ceil(r.part->max.y * size.y)));
    film_.confine(start, end - start);
}

void Engine::work(const Request& r, uint64_t generation, bool onward) {
    const std::function<bool()> stop = [this, generation] { return stale(generation); };
    if (adoptRefined()) filmFresh_ = quickDone_ = false;
    buildSite(r, onward);
    makeLight(r);
    const bool finishChanged = compare(r);
    const QSize size = r.rendered();
    const bool shown = size.width() >= 16 && size.height() >= 16;
    Camera camera = r.shot.camera;
    camera.aspect = static_cast<float>(size.width()) / static_cast<float>(std::max(size.height(), 1));
    if (shown && !quickDone_) {
        // First a coarse picture, at once; nothing stops it, so that a long drag is always shown.
        const int width = std::min(size.width(), 320), height = std::max(1, width * size.height() / size.width());
        Image coarse(width, height);
        quickPicture(coarse, *current_, *environment_, camera, nullptr, true);
        ev_ = meter(coarse);
        publish(std::move(coarse), r, 0, false, true);
        if (stop()) return;
    }
    // Something is seen: now what was left for later.
    if (r.mode == BuildMode::Rest && !current_->plantScenes->complete(stop)) return;
    if (!makePlan(r, stop)) return;
    if (!shown || r.mode == BuildMode::Moving || site_->stale || stop() || !strew(r, stop)) return;
    if (!quickDone_) {
        Shot metered = r.shot;
        metered.metered = metered.metered || r.visibility.neutral;
        ev_ = exposureOf(*current_, *environment_, metered, stop);
        if (stop()) return;
        Image full(size.width(), size.height());
        if (!quickPicture(full, *current_, *environment_, camera, stop)) return;
        publish(std::move(full), r, 0, false);
        quickDone_ = true;
        filmFresh_ = false;
    } else if (finishChanged && filmFresh_ && film_.passes > 0)
        publish(cleaned_.empty() ? film_.radiance() : cleaned_, r, film_.passes, !cleaned_.empty());

    improve(r);
    if (!r.paused) tracePasses(r, camera, stop);
}

// The site, if the document changed, or what an earlier build left over, and its scene. Of millions of plants the
// nearest come first and are shown.
void Engine::buildSite(const Request& r, bool onward) {
    std::shared_ptr<const PlantLibrary> library;
    {
        const std::lock_guard lock(mutex_);
        library = library_;
    }
    const bool newSite =
        !site_ || !(r.project == site_->project) || onward || site_->library != libraryOf(r.project, *library);
    // Kept only once its scene stands: where that fails, the last good pair goes on and the next request tries again.
    std::shared_ptr<const BuiltSite> site = site_;
    if (newSite) {
        constexpr size_t kFirstPlants = 300'000, kMorePlants = 2'500'000;
        const V3f& eye = r.shot.camera.position;
        std::vector<Text> warnings;
        site = build(r.project, library, site_, r.mode, &warnings,
                     {V2f(eye.x, eye.y), onward ? kMorePlants : kFirstPlants});
        if (warnings != warned_) { // once, not at every step
            warned_ = warnings;
            QStringList sentences;
            for (const Text& w : warnings) sentences << thallos::tr(w);
            if (!sentences.isEmpty()) Q_EMIT warned(sentences.join(" "));
        }
    }
    Visibility visibility = r.visibility;
    visibility.plants = r.caps.plants;
    const bool otherBudget = r.caps.textureMiB != done_.caps.textureMiB;
    if (otherBudget) builder_.setTextureBytes(static_cast<size_t>(r.caps.textureMiB) << 20);
    if (newSite || otherBudget || !(current_->visibility == visibility)) {
        share(builder_.update(site, visibility));
        site_ = site;
        planFresh_ = filmFresh_ = quickDone_ = false;
        newSite ? Q_EMIT siteBuilt(site_) : Q_EMIT sceneChanged();
    }
}

// The light; form alone is judged under a pale sky.
void Engine::makeLight(const Request& r) {
    Daylight daylight = r.shot.daylight;
    if (r.visibility.neutral) {
        daylight.cloud = 1;
        daylight.time.hour = 12;
    }
    if (!environment_ || !(daylight == daylight_) || r.project.site != done_.project.site || !environmentFresh_) {
        if (!atmosphere_ || atmosphere_->visibility() != daylight.visibility)
            atmosphere_ = std::make_shared<Atmosphere>(daylight.visibility);
        environment_ =
            std::make_shared<const Environment>(makeEnvironment(r.project.site->place, daylight, atmosphere_));
        daylight_ = daylight;
        environmentFresh_ = true;
        planFresh_ = filmFresh_ = quickDone_ = false;
    }
}

// What of the pictures is no longer that of the request, which is then the one that is done; true: the finish is
// another.
bool Engine::compare(const Request& r) {
    const QSize size = r.rendered();
    if (!(r.shot.camera == done_.shot.camera) || size != done_.rendered()) filmFresh_ = quickDone_ = false;
    if (r.caps.bounces != done_.caps.bounces) filmFresh_ = false;
    if (r.part != done_.part && filmFresh_) confine(r);
    if (r.shot.noise < done_.shot.noise || (r.shot.noise == 0) != (done_.shot.noise == 0)) filmFresh_ = false;
    if (r.planSize != done_.planSize || r.planWindow != done_.planWindow) planFresh_ = false;
    const bool finishChanged = !(r.shot.finish == done_.shot.finish) || r.shot.metered != done_.shot.metered ||
                               r.shot.ev100 != done_.shot.ev100;
    done_ = r;
    return finishChanged;
}

// What lies on the ground near the camera. False: stopped.
bool Engine::strew(const Request& r, const std::function<bool()>& stop) {
    auto scene = builder_.strew(r.shot.camera.position, stop);
    if (!scene || scene == current_) return scene != nullptr;
    share(std::move(scene));
    filmFresh_ = quickDone_ = false;
    Q_EMIT sceneChanged();
    return true;
}

// False: stopped.
bool Engine::makePlan(const Request& r, const std::function<bool()>& stop) {
    const bool moving = r.mode == BuildMode::Moving;
    if ((planFresh_ && (moving || !planCoarse_)) || r.planSize.width() < 16 || r.planSize.height() < 16) return true;
    // Half as fine while something moves: lines are drawn over it as fine as ever.
    const QSize size = moving ? r.planSize / 2 : r.planSize;
    auto pixels = std::make_shared<Raster<PlanPixel>>(size.width(), size.height());
    if (!planPicture(*pixels, *current_, environment_->toSun, r.planWindow, moving ? nullptr : stop)) return false;
    Q_EMIT planReady({std::move(pixels), r.planWindow, current_->site, current_->visibility, moving});
    planFresh_ = true;
    planCoarse_ = moving;
    return true;
}

void Engine::tracePasses(const Request& r, const Camera& camera, const std::function<bool()>& stop) {
    if (!filmFresh_) {
        freshFilm(r);
        filmFresh_ = true;
    }
    PictureSettings settings;
    settings.size = V2i(r.rendered().width(), r.rendered().height());
    settings.path.limit = sparkLimit(settings, ev_);
    Bounces& most = settings.path.bounces;
    for (int Bounces::*kind : {&Bounces::matt, &Bounces::leaf, &Bounces::glossy})
        most.*kind = std::min(most.*kind, r.caps.bounces);
    while (film_.passes < r.shot.samples && !film_.done()) {
        if (adoptRefined()) freshFilm(r); // samples of coarse textures don't count
        improve(r);
        const auto start = std::chrono::steady_clock::now();
        if (!addPass(film_, *current_, *environment_, camera, settings, stop)) return;
        if (r.shot.noise > 0 && film_.passes >= kFirstJudged && film_.passes % kJudgedEvery == 0)
            judge(film_, r.shot.noise, middleGrey(ev_));
        passSeconds_ = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
        cleaned_ = Image();
        const int n = film_.passes;
        const bool last = n >= r.shot.samples || film_.done();
        const bool clean = n == 8 || n == 24 || n == 64 || n == 128 || last;
        if (clean && !stop()) {
            cleaned_ = denoise(film_, stop);
            if (stop()) {
                cleaned_ = Image();
                return;
            }
            publish(cleaned_, r, n, true);
        } else if (n < 8 || n % 4 == 0)
            publish(film_.radiance(), r, n, false);
    }
}

} // namespace thallos
