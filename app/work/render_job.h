// A final render in the background: any size, with progress, time left and cancel.
#pragma once

#include <optional>

#include <QObject>

#include "app/work/task.h"
#include "core/jobs/deliver.h"

namespace thallos {

struct RenderOrder {
    Project project;
    Shot shot;
    V2i size{1920, 1080};
    int samples = 96;
    float denoise = 1;         // how much of the noise is taken out after
    std::optional<Box2f> part; // this alone, 0..1 of the picture from its upper left
    Delivery delivery;         // its files
};

// Of a picture that is ordered so.
PictureSettings pictureSettings(const RenderOrder& order);

class RenderJob : public QObject {
    Q_OBJECT
public:
    explicit RenderJob(RenderOrder order, QObject* parent = nullptr);
    ~RenderJob() override;
    // Once; its signals follow. `scene`: one that may serve, or null.
    void start(std::shared_ptr<const PlantLibrary> library, std::shared_ptr<const Scene> scene);
    const RenderOrder& order() const { return order_; }
    const std::shared_ptr<Progress>& progress() const { return progress_; } // also cancels it
    // After unwritten(): writes the finished picture to another file; unwritten() or finished() follows.
    void deliverTo(const std::filesystem::path& file);

signals:
    // The picture, how many files in all, and what people should know of it (empty: nothing).
    void finished(const QString& file, int files, double seconds, const QString& remark);
    void unwritten(const QString& reason); // rendered, but the file could not be written: the picture is kept
    void stopped(const QString& reason);   // empty: cancelled

private:
    void run(const std::shared_ptr<const PlantLibrary>& library, std::shared_ptr<const Scene> scene);
    void write();
    RenderOrder order_;
    std::shared_ptr<const Scene> scene_; // of the finished picture
    std::optional<RenderResult> result_;
    std::vector<Text> warnings_; // of the site
    std::shared_ptr<Progress> progress_ = std::make_shared<Progress>();
    Task thread_;
};

} // namespace thallos
