// A species beside the figure, in the light of the shot: turned by dragging, nearer by the wheel. Grows and traces on a
// thread of its own.
#pragma once

#include <atomic>
#include <condition_variable>
#include <mutex>
#include <optional>

#include <QImage>
#include <QWidget>

#include "app/work/task.h"
#include "core/jobs/stage.h"

namespace thallos {

// What a grown one comes to.
struct SpeciesFigures {
    float height = 0, spread = 0; // metres
    float leafArea = 0;           // m2, one side
    size_t triangles[kLevels] = {};
    size_t bytes = 0; // of all levels that are grown
};

class SpeciesPicture : public QWidget {
    Q_OBJECT
public:
    explicit SpeciesPicture(QWidget* parent);
    ~SpeciesPicture() override;

    void setLight(const Site& site, const Shot& shot);
    // The library's summer recipe counts; it is shown in `season`.
    void setSpecies(std::shared_ptr<const PlantLibrary> library, int species, int individual, Season season);
    int samples() const { return samples_; } // of the picture that is shown
    QSize sizeHint() const override { return {460, 520}; }

signals:
    void grown(const thallos::SpeciesFigures& figures);
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
        std::shared_ptr<const PlantLibrary> library;
        int species = 0, individual = 0;
        Season season = Season::Summer;
        float yaw = 0.6f, near = 1;
        Site site;
        Shot shot;
        QSize size;
        bool moving = false;
        int asked = 0; // by setSpecies(), how often
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
