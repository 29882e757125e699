#include "app/tools/makers.h"

#include <cmath>

#include "app/panes/drawing.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"

namespace thallos {

namespace {

class LookTool : public Tool {
public:
    explicit LookTool(Session& s) : session_(s) {}
    bool press(Pane& pane, const PanePoint& point) override {
        shot_ = qobject_cast<ShotPane*>(&pane) != nullptr;
        last_ = point.at;
        if (shot_) return true;
        // In the plan: the camera's foot is dragged, elsewhere its aim is set.
        const Camera c = session_.view.shot().camera;
        const auto eye = pane.toScreen(c.position);
        foot_ = eye && QLineF(*eye, point.at).length() < 14;
        if (!foot_) aim(point);
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        if (!shot_) {
            if (foot_ && point.ground) {
                Camera c = session_.view.shot().camera;
                const float height = c.position.z - pane.groundAt(xy(c.position));
                c.position = {point.ground->x, point.ground->y, point.ground->z + height};
                session_.view.look(c);
            } else
                aim(point);
            return;
        }
        Camera c = session_.view.shot().camera;
        const Lens lens(c);
        const QRectF r = static_cast<ShotPane&>(pane).pictureRect();
        const QPointF d = point.at - last_;
        last_ = point.at;
        c.yaw -= 2 * std::atan(lens.right.length()) * static_cast<float>(d.x() / r.width());
        const auto dy = static_cast<float>(d.y() / r.height());
        if (c.pitch == 0 && std::abs(c.shift + dy) <= 0.6f)
            c.shift += dy;
        else
            c.pitch = std::clamp(c.pitch + 2 * std::atan(lens.up.length()) * dy, -1.5f, 1.5f);
        session_.view.look(c);
    }
    QString hint() const override {
        return tr("Drag to look around · W A S D walk · wheel zooms · %1 updates the shot · %2 reverts")
            .arg(session_.keyOf("look.keep"), session_.keyOf("look.drop"));
    }

private:
    void aim(const PanePoint& point) {
        if (!point.ground) return;
        Camera c = session_.view.shot().camera;
        const V2f d = xy(*point.ground) - xy(c.position);
        if (d.length() < 0.5f) return;
        c.yaw = std::atan2(d.x, d.y);
        session_.view.look(c);
    }
    Session& session_;
    QPointF last_;
    bool shot_ = true, foot_ = false;
};

class StandTool : public Tool {
public:
    explicit StandTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!onGround(session_, point)) return true;
        Camera c = session_.view.shot().camera;
        c.position = *point.ground + V3f(0, 0, 1.6f);
        // Looks on at what it looked at: the nearest building, if there is one.
        float best = 1e30f;
        for (const Item* item : itemsOf<Building>(session_.document.project())) {
            const auto* b = bodyOf<Building>(item);
            if (triangleCount(*b->model) < 200) continue;
            const V2f d = xy(b->position) - xy(c.position);
            if (d.length() < best && d.length() > 1) {
                best = d.length();
                c.yaw = std::atan2(d.x, d.y);
            }
        }
        session_.view.look(c);
        return true;
    }
    QString hint() const override { return tr("Click to place the camera at eye height, %1").arg(lengthText(1.6)); }

private:
    Session& session_;
};

// A rectangle in the picture that alone gets samples.
class PartTool : public Tool {
public:
    explicit PartTool(Session& s) : session_(s) {}
    bool press(Pane& pane, const PanePoint& point) override {
        if (!qobject_cast<ShotPane*>(&pane)) return false;
        from_ = to_ = point.at;
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        to_ = point.at;
        pane.update();
    }
    void release(Pane& pane, const PanePoint& point) override {
        if (!from_) return;
        const QRectF frame = static_cast<ShotPane&>(pane).pictureRect();
        const QRectF r = QRectF(*from_, point.at).normalized() & frame;
        from_.reset();
        if (r.width() < 8 || r.height() < 8) return session_.view.setPart({});
        const auto share = [&](const QPointF& p) {
            return V2f(static_cast<float>((p.x() - frame.left()) / frame.width()),
                       static_cast<float>((p.y() - frame.top()) / frame.height()));
        };
        session_.view.setPart(Box2f(share(r.topLeft()), share(r.bottomRight())));
    }
    bool busy() const override { return from_.has_value(); }
    void cancel() override { from_.reset(); }
    void draw(QPainter& p, const Pane& pane) const override {
        if (!from_ || !qobject_cast<const ShotPane*>(&pane)) return;
        p.setPen(QPen(Theme::now().ochre, 1.5, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(*from_, to_).normalized());
    }
    QString hint() const override { return tr("Drag a rectangle to refine only it · click to clear"); }

private:
    Session& session_;
    std::optional<QPointF> from_;
    QPointF to_;
};

} // namespace

std::unique_ptr<Tool> makePartTool(Session& session) {
    return std::make_unique<PartTool>(session);
}
std::unique_ptr<Tool> makeLookTool(Session& session) {
    return std::make_unique<LookTool>(session);
}
std::unique_ptr<Tool> makeStandTool(Session& session) {
    return std::make_unique<StandTool>(session);
}

} // namespace thallos
