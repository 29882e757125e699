// Something on the stage beside the figure, in the light of the shot: turned by dragging, nearer by the wheel. Builds
// and traces on a thread of its own.
#pragma once

#include <atomic>
#include <condition_variable>
#include <functional>
#include <mutex>
#include <optional>

#include <QImage>
#include <QWidget>

#include "app/work/task.h"
#include "core/jobs/stage.h"

namespace thallos {

// What is shown. Its functions run on the picture's thread.
struct Exhibit {
    std::shared_ptr<const PlantLibrary> library;
    Season season = Season::Summer; // which the library comes in
    // Turned by `yaw`, seen along `bearing`; radians.
    std::function<Stage(const PlantLibrary&, float yaw, float bearing)> stage;
    std::function<void(const PlantLibrary&)> built; // may be empty; after it was built first
};

class TurningPicture : public QWidget {
    Q_OBJECT
public:
    explicit TurningPicture(QWidget* parent);
    ~TurningPicture() override;

    void setLight(const Site& site, const Shot& shot);
    // `anew`: seen from as far as all of it needs, else from where it was.
    void setExhibit(Exhibit exhibit, bool anew);
    int samples() const { return samples_; } // of the picture that is shown
    QSize sizeHint() const override { return {460, 520}; }

signals:
    void shown();

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    struct Order {
        Exhibit exhibit;
        float yaw = 0.6f, near = 1;
        Site site;
        Shot shot;
        QSize size;
        bool moving = false;
        int asked = 0; // by setExhibit(), how often
    };
    struct Staged; // what the worker keeps between orders
    void run();
    void draw(Staged& staged, const Order& order, uint64_t generation);
    void change(const std::function<void(Order&)>& set);
    bool stale(uint64_t generation) const { return generation_.load() != generation; }
    void publish(QImage image, int samples);
    void turnBy(float radians, bool moving);

    QImage image_;
    int samples_ = 0;
    QPointF pressed_;
    std::mutex mutex_;
    std::condition_variable wake_;
    std::optional<Order> order_; // guarded by mutex_; the newest
    std::atomic<uint64_t> generation_{0};
    std::atomic<bool> quit_{false};
    Task thread_;
};

} // namespace thallos
