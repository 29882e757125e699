// The one worker that keeps the panes' pictures up to date: builds the site, shades quickly while something moves, then
// traces on in place. It gives way to every new request within milliseconds.
#pragma once

#include <chrono>
#include <condition_variable>
#include <mutex>
#include <optional>

#include <QImage>
#include <QObject>

#include "app/work/task.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"

namespace thallos {

// What the shot pane shows.
struct ShotPicture {
    QImage image;
    std::shared_ptr<const Image> radiance; // before development, cd/m2
    int samples = 0;                       // 0: quick shading
    int wanted = 0;
    bool denoised = false;
    double passSeconds = 0; // the last sample of every pixel took this long
    float ev100 = 13;
    Camera camera; // that it was made with
    Id shot;
};

struct PlanPicture {
    std::shared_ptr<const Raster<PlanPixel>> pixels;
    Box2f window;
    // What it was made of, and whether while it moved.
    std::weak_ptr<const BuiltSite> site = {};
    Visibility visibility = {};
    bool coarse = false;
};

// What the panes do without, so that they stay quick; a final picture never does.
struct PaneCaps {
    int textureMiB = 2048;
    float plants = 1; // share of them that is shown
    int bounces = 7;  // of each kind at most, but for clear surfaces
    float scale = 1;  // of the picture's pixels
    bool operator==(const PaneCaps&) const = default;
};

class Engine : public QObject {
    Q_OBJECT
public:
    explicit Engine(std::shared_ptr<const PlantLibrary> library, QObject* parent = nullptr);
    ~Engine() override;

    // Requests; cheap, from the interface thread.
    void setProject(const Project& project, BuildMode mode);
    void setLibrary(std::shared_ptr<const PlantLibrary> library);
    void setVisibility(const Visibility& visibility);
    void setShot(Id id, const Shot& shot);
    void setShotSize(const QSize& pixels);
    void setPlan(const QSize& pixels, const Box2f& window);
    void setPaused(bool paused); // while a final render has the processor
    bool paused() const { return paused_; }
    void setCaps(const PaneCaps& caps);
    // Only this part of the picture gets samples, 0..1 of its width and height from the upper left; none: all of it.
    void setPart(const std::optional<Box2f>& part);

    // The newest scene: for picking. May lag behind the document by the time of a build.
    std::shared_ptr<const Scene> scene() const;
    bool improving() const { return improving_; } // trees and textures, at leisure

signals:
    void siteBuilt(std::shared_ptr<const thallos::BuiltSite> site);
    void shotReady(const thallos::ShotPicture& picture);
    void planReady(const thallos::PlanPicture& picture);
    void sceneChanged(); // picks meet other things now
    void failed(const QString& sentence);
    void warned(const QString& sentences); // of what the site could not show: a species that is not there

private:
    struct Request {
        Project project;
        BuildMode mode = BuildMode::Rest;
        Visibility visibility;
        Id shotId;
        Shot shot;
        QSize shotSize{0, 0};
        QSize planSize{0, 0};
        Box2f planWindow;
        bool paused = false;
        PaneCaps caps;
        std::optional<Box2f> part;
        QSize rendered() const; // of the shot's picture in the pane
    };
    void run();
    void freshFilm(const Request& request);
    void confine(const Request& request);
    // `onward`: goes on with what the last build left over.
    void work(const Request& request, uint64_t generation, bool onward);
    void buildSite(const Request& request, bool onward);
    void makeLight(const Request& request);
    bool compare(const Request& request);
    void share(std::shared_ptr<const Scene> scene); // with those that ask for it, too
    bool strew(const Request& request, const std::function<bool()>& stop);
    bool makePlan(const Request& request, const std::function<bool()>& stop);
    void tracePasses(const Request& request, const Camera& camera, const std::function<bool()>& stop);
    bool stale(uint64_t generation) const { return generation_.load(std::memory_order_relaxed) != generation; }
    void change(const std::function<void(Request&)>& set);
    bool adoptRefined(); // textures are finer: the picture is another
    void improve(const Request& request);
    bool rested() const; // waits while the document or a view is being moved; false: quitting
    void publish(Image radiance, const Request& request, int samples, bool denoised, bool moving = false);

    mutable std::mutex mutex_;
    std::shared_ptr<const PlantLibrary> library_; // guarded by mutex_
    std::condition_variable wake_;
    std::optional<Request> request_; // newest
    std::atomic<uint64_t> generation_{0};
    std::atomic<std::chrono::steady_clock::time_point> changed_{}; // when it was last asked for something
    std::atomic<bool> quit_{false};

    // Of the worker alone.
    Request done_;
    std::shared_ptr<const BuiltSite> site_;
    std::vector<Text> warned_; // of the last build
    SceneBuilder builder_{true, shippedMaterials()};
    std::shared_ptr<const Scene> current_;
    std::shared_ptr<const Atmosphere> atmosphere_;
    Daylight daylight_; // of the environment
    std::shared_ptr<const Environment> environment_;
    Film film_;
    Image cleaned_; // denoised radiance, if newest
    float ev_ = 13;
    double passSeconds_ = 0;
    bool planCoarse_ = false, planFresh_ = false, environmentFresh_ = false, filmFresh_ = false, quickDone_ = false;
    std::shared_ptr<const Scene> shared_;                  // guarded by mutex_
    std::shared_ptr<const SceneBuilder::Refined> refined_; // guarded by mutex_
    bool heroes_ = false;                                  // guarded by mutex_: some were grown
    std::shared_ptr<const Scene> heroScene_;               // that heroes were asked for last,
    Camera heroCamera_;                                    // and from where
    Task improver_;
    std::atomic<bool> improving_{false};
    bool paused_ = false; // as the interface knows it
    Display display_;
    Task thread_;
};

} // namespace thallos

Q_DECLARE_METATYPE(thallos::ShotPicture)
Q_DECLARE_METATYPE(thallos::PlanPicture)
