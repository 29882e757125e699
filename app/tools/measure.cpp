#include <QKeyEvent>

#include "app/panes/drawing.h"
#include "app/tools/makers.h"
#include "app/widgets/theme.h"

namespace thallos {

namespace {

// Clicks points on whatever is seen and tells what lies between them.
class MeasureTool : public Tool {
public:
    explicit MeasureTool(Session& s) : session_(s) {}
    bool press(Pane& pane, const PanePoint& point) override {
        if (const auto p = placeOf(pane, point)) {
            points_.push_back(*p);
            pane.update();
        }
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override { hover(pane, point); }
    void release(Pane& pane, const PanePoint& point) override {
        // A drag measures as two clicks do.
        const auto p = placeOf(pane, point);
        if (points_.size() == 1 && p && (*p - points_.front()).length() > 4 * pane.metresPerPixel(*p))
            points_.push_back(*p);
    }
    void hover(Pane& pane, const PanePoint& point) override {
        at_ = point;
        next_ = placeOf(pane, point);
    }
    void leave() override {
        at_.reset();
        next_.reset();
    }
    bool wants(const Pane&, const QKeyEvent& event) const override {
        return !points_.empty() && (event.key() == Qt::Key_Backspace || event.key() == Qt::Key_Escape ||
                                    event.key() == Qt::Key_Return || event.key() == Qt::Key_Enter);
    }
    bool key(Pane& pane, QKeyEvent* event) override {
        if (points_.empty()) return false;
        switch (event->key()) {
        case Qt::Key_Backspace:
            points_.pop_back();
            return true;
        case Qt::Key_Escape:
            points_.clear();
            return true;
        case Qt::Key_Return:
        case Qt::Key_Enter: {
            if (points_.size() < 2) return false; // a point at the centre, by keyboard
            if (pane.byKeys() && !atCentre(pane, points_.back())) return false;
            Id id;
            Project next = added(session_.document.project(), tr("Measurement").toStdString(), Mark{points_}, &id);
            points_.clear();
            session_.document.edit(tr("Keep measurement"), std::move(next));
            session_.selection.set(id);
            return true;
        }
        default:
            return false;
        }
    }
    void cancel() override { points_.clear(); }
    void draw(QPainter& p, const Pane& pane) const override {
        std::vector<V3f> line = points_;
        if (next_ && !line.empty()) line.push_back(*next_);
        drawMeasured(p, pane, line, true);
        if (next_ && line.empty())
            if (const auto s = pane.toScreen(*next_)) drawHandle(p, *s, false);
    }
    QString hint() const override {
        return points_.empty() ? tr("Click the first point, anywhere")
                               : tr("Click the next point · Shift straight up · Enter keeps · Backspace removes · "
                                    "Esc cancels");
    }

private:
    std::optional<V3f> placeOf(const Pane& pane, const PanePoint& point) const {
        if (!point.inside) return std::nullopt;
        if ((point.modifiers & Qt::ShiftModifier) && !points_.empty()) {
            // The place of the upright through the last point that comes nearest to the ray.
            const V3f up(0, 0, 1), &d = point.direction, w = points_.back() - point.origin;
            const float b = up.dot(d), denominator = 1 - b * b;
            if (denominator < 1e-5f) return points_.back();
            return points_.back() + up * ((b * d.dot(w) - up.dot(w)) / denominator);
        }
        const std::optional<V3f>& seen = point.surface ? point.surface : point.ground;
        if (!seen || !session_.hand.snapping) return seen;
        const Snapped s = snap({xy(*seen)}, snapTargets(session_.document.project(), {}), session_.hand.snap,
                               static_cast<float>(8 * pane.metresPerPixel(*seen)));
        return *seen + V3f(s.by.x, s.by.y, 0);
    }
    Session& session_;
    std::vector<V3f> points_;
    std::optional<V3f> next_;
};

} // namespace

std::unique_ptr<Tool> makeMeasureTool(Session& session) {
    return std::make_unique<MeasureTool>(session);
}

} // namespace thallos
