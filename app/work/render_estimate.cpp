#include "app/work/render_estimate.h"

namespace thallos {

RenderEstimate::RenderEstimate(std::shared_ptr<const Scene> scene, QObject* parent)
    : QObject(parent), scene_(std::move(scene)) {
    soon_.setSingleShot(true);
    soon_.setInterval(250);
    connect(&soon_, &QTimer::timeout, this, &RenderEstimate::begin);
}

RenderEstimate::~RenderEstimate() {
    ++generation_;
    if (thread_.joinable()) thread_.join();
}

void RenderEstimate::ask(const RenderOrder& order) {
    order_ = order;
    ++generation_;
    soon_.start();
    Q_EMIT told(sizesOf(order_.size, order_.delivery));
}

void RenderEstimate::begin() {
    if (!scene_ || scene_->site->stale) return;
    const uint64_t generation = ++generation_;
    // The one before stops within milliseconds.
    thread_ = Task([this, order = order_, scene = scene_, generation] {
        const auto stop = [this, generation] { return generation_.load() != generation; };
        Shot shot = order.shot;
        shot.camera.nearCut = 0;
        estimate(
            *scene, environmentOf(order.project, shot), shot, pictureSettings(order), order.samples, order.denoise,
            order.delivery,
            [this, generation](const Estimate& e) {
                QMetaObject::invokeMethod(this, [this, e, generation] {
                    if (generation_.load() == generation) Q_EMIT told(e);
                });
            },
            stop);
    });
}

} // namespace thallos
