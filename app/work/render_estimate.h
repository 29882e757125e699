// Finds out aside what a render would take, while the render dialog is open.
#pragma once

#include <atomic>

#include <QObject>
#include <QTimer>

#include "app/work/render_job.h"
#include "core/jobs/estimate.h"

namespace thallos {

class RenderEstimate : public QObject {
    Q_OBJECT
public:
    // `scene`: null, or one that is not of this document: sizes alone are told.
    explicit RenderEstimate(std::shared_ptr<const Scene> scene, QObject* parent = nullptr);
    ~RenderEstimate() override; // stops and waits
    // Begins anew a moment after the last call. told() follows at once with sizes, and several times with the time.
    void ask(const RenderOrder& order);

signals:
    void told(const thallos::Estimate& estimate); // its seconds are 0 while they are not known

private:
    void begin();
    std::shared_ptr<const Scene> scene_;
    RenderOrder order_;
    QTimer soon_;
    std::atomic<uint64_t> generation_{0};
    Task thread_;
};

} // namespace thallos
