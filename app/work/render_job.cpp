#include "app/work/render_job.h"

#include <algorithm>
#include <cmath>

#include "app/words/text.h"
#include "core/base/error.h"
#include "core/trace/plant_scenes.h"
#include "core/trace/scene_builder.h"

namespace thallos {

PictureSettings pictureSettings(const RenderOrder& order) {
    const auto wants = [&](Pass p) {
        return std::find(order.delivery.passes.begin(), order.delivery.passes.end(), p) != order.delivery.passes.end();
    };
    PictureSettings settings;
    settings.size = order.size;
    settings.noise = order.shot.noise;
    settings.split = wants(Pass::Light) || wants(Pass::Sources);
    settings.mattes = wants(Pass::Mattes) || order.delivery.mattePictures;
    if (const auto& part = order.part) {
        const auto pixel = [&](const V2f& share) {
            return V2i(
                std::clamp(static_cast<int>(std::lround(share.x * static_cast<float>(order.size.x))), 0, order.size.x),
                std::clamp(static_cast<int>(std::lround(share.y * static_cast<float>(order.size.y))), 0, order.size.y));
        };
        settings.regionStart = pixel(part->min);
        const V2i size = pixel(part->max) - settings.regionStart;
        settings.regionSize = V2i(std::max(size.x, 1), std::max(size.y, 1));
    }
    return settings;
}

RenderJob::RenderJob(RenderOrder order, QObject* parent) : QObject(parent), order_(std::move(order)) {}

void RenderJob::start(std::shared_ptr<const PlantLibrary> library, std::shared_ptr<const Scene> scene) {
    thread_ = Task([this, library = std::move(library), scene = std::move(scene)] { run(library, scene); });
}

RenderJob::~RenderJob() {
    progress_->cancel();
    if (thread_.joinable()) thread_.join();
}

void RenderJob::run(const std::shared_ptr<const PlantLibrary>& library, std::shared_ptr<const Scene> scene) {
    try {
        PictureSettings settings = pictureSettings(order_);
        prepare(order_.delivery, settings); // what can't be written is known before anything is built
        // The shown scene serves if it is of this very document and shows what the shot shows.
        order_.shot.camera.nearCut = 0;
        const Visibility visibility = visibilityOf(order_.project, order_.shot);
        if (!scene || !scene->fine || !scene->plantScenes->toned() || !(scene->site->project == order_.project) ||
            scene->site->stale || !(scene->visibility == visibility) || !scene->strewn ||
            scene->strewn->eye != strewingEye(order_.shot.camera.position)) {
            SceneBuilder builder(false, shippedMaterials());
            const auto site = build(order_.project, library, nullptr, BuildMode::Rest, &warnings_);
            progress_->throwIfCancelled();
            builder.update(site, visibility);
            progress_->throwIfCancelled();
            scene = builder.strew(order_.shot.camera.position);
            progress_->throwIfCancelled();
        }
        result_ = renderPicture(*scene, environmentOf(order_.project, order_.shot), order_.shot, settings,
                                order_.samples, order_.denoise, *progress_);
        scene_ = scene;
        write();
    } catch (const Error& e) {
        Q_EMIT stopped(e.kind() == Error::Kind::Cancelled ? QString() : sentenceOf(e));
    } catch (const std::exception& e) {
        Q_EMIT stopped(sentenceOf(e));
    }
}

void RenderJob::deliverTo(const std::filesystem::path& file) {
    order_.delivery.file = file;
    thread_ = Task([this] { write(); });
}

// The picture is worth more than its file: it is kept until it has one.
void RenderJob::write() {
    try {
        const auto files = deliver(*result_, *scene_, order_.shot.finish, order_.delivery);
        QStringList remarks;
        for (const Text& w : warnings_) remarks += thallos::tr(w);
        if (result_->lost > 0)
            remarks += tr("%1 samples could not be computed and are black; please report this with the project.")
                           .arg(result_->lost);
        Q_EMIT finished(QString::fromStdString(files.front().file.string()), static_cast<int>(files.size()),
                        result_->seconds, remarks.join(" "));
    } catch (const std::exception& e) {
        Q_EMIT unwritten(sentenceOf(e));
    }
}

} // namespace thallos
