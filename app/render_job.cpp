#include "app/render_job.h"

#include "core/base/error.h"
#include "core/finish/encode.h"

namespace thallos {

RenderJob::RenderJob(RenderOrder order, std::shared_ptr<const PlantLibrary> library, std::shared_ptr<const Scene> scene,
                     QObject* parent)
    : QObject(parent), order_(std::move(order)) {
    connect(&ticker_, &QTimer::timeout, this,
            [this] { Q_EMIT progressed(progress_->done(), progress_->secondsLeft().value_or(-1)); });
    ticker_.start(150);
    thread_ = std::thread([this, library, scene] { run(library, scene); });
}

RenderJob::~RenderJob() {
    progress_->cancel();
    thread_.join();
}

void RenderJob::run(const std::shared_ptr<const PlantLibrary>& library, std::shared_ptr<const Scene> scene) {
    try {
        // The shown scene serves if it is of this very document and shows what the shot shows.
        order_.shot.camera.nearCut = 0;
        const Showing showing = showingOf(order_.project, order_.shot);
        if (!scene || !(scene->site->project == order_.project) || scene->site->stale || !(scene->showing == showing)) {
            SceneBuilder builder(false, shippedMaterials());
            scene = builder.update(build(order_.project, library), showing);
        }
        PictureSettings settings;
        settings.size = order_.size;
        settings.noise = order_.shot.noise;
        const RenderResult result = renderPicture(*scene, environmentOf(order_.project, order_.shot), order_.shot,
                                                  settings, order_.samples, order_.denoise, *progress_);
        if (order_.file.extension() == ".exr")
            writeExr(order_.file, result.radiance, result.ev100);
        else
            writePicture(order_.file, Display().encode(develop(result.radiance, result.ev100, order_.shot.finish)));
        Q_EMIT finished(QString::fromStdString(order_.file.string()), result.seconds);
    } catch (const Error& e) {
        Q_EMIT stopped(e.kind() == Error::Kind::Cancelled ? QString() : QString::fromUtf8(e.what()));
    } catch (const std::exception& e) {
        Q_EMIT stopped(QString::fromUtf8(e.what()));
    }
}

} // namespace thallos
