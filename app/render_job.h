// A final render in the background: any size, with progress, time left and cancel.
#pragma once

#include <filesystem>
#include <thread>

#include <QObject>
#include <QTimer>

#include "core/trace/render.h"

namespace thallos {

struct RenderOrder {
    Project project;
    Shot shot;
    V2i size{1920, 1080};
    int samples = 96;
    float denoise = 1; // how much of the noise is taken out after
    std::filesystem::path file; // .png, .jpg, .tif or .exr
};

class RenderJob : public QObject {
    Q_OBJECT
public:
    RenderJob(RenderOrder order, std::shared_ptr<const PlantLibrary> library, std::shared_ptr<const Scene> scene,
              QObject* parent);
    ~RenderJob() override;
    const RenderOrder& order() const { return order_; }
    void cancel() { progress_->cancel(); }

signals:
    void progressed(double done, double secondsLeft); // secondsLeft < 0: not known yet
    void finished(const QString& file, double seconds);
    void stopped(const QString& reason); // empty: cancelled

private:
    void run(const std::shared_ptr<const PlantLibrary>& library, std::shared_ptr<const Scene> scene);
    RenderOrder order_;
    std::shared_ptr<Progress> progress_ = std::make_shared<Progress>();
    QTimer ticker_;
    std::thread thread_;
};

} // namespace thallos
