#include "app/tools/makers.h"

#include <cmath>

#include "app/theme.h"
#include "app/tools/drawing.h"

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
        const Camera c = session_.shot().camera;
        const auto eye = pane.toScreen(c.position);
        foot_ = eye && QLineF(*eye, point.at).length() < 14;
        if (!foot_) aim(point);
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        if (!shot_) {
            if (foot_ && point.ground) {
                Camera c = session_.shot().camera;
                const float height = c.position.z - pane.groundAt(xy(c.position));
                c.position = {point.ground->x, point.ground->y, point.ground->z + height};
                session_.look(c);
            } else
                aim(point);
            return;
        }
        Camera c = session_.shot().camera;
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
        session_.look(c);
    }
    QString hint() const override {
        return toolText(
                   "Drag to look around · W A S D walk · wheel goes nearer · %1 keeps the view in the shot, %2 goes "
                   "back to it")
            .arg(session_.keyOf("look.keep"), session_.keyOf("look.drop"));
    }

private:
    void aim(const PanePoint& point) {
        if (!point.ground) return;
        Camera c = session_.shot().camera;
        const V2f d = xy(*point.ground) - xy(c.position);
        if (d.length() < 0.5f) return;
        c.yaw = std::atan2(d.x, d.y);
        session_.look(c);
    }
    Session& session_;
    QPointF last_;
    bool shot_ = true, foot_ = false;
};

class StandTool : public Tool {
public:
    explicit StandTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground) return false;
        Camera c = session_.shot().camera;
        c.position = *point.ground + V3f(0, 0, 1.6f);
        // Looks on at what it looked at: the nearest building, if there is one.
        float best = 1e30f;
        for (const Item* item : itemsOf<Building>(session_.project())) {
            const auto* b = bodyOf<Building>(item);
            if (triangleCount(*b->model) < 200) continue;
            const V2f d = xy(b->position) - xy(c.position);
            if (d.length() < best && d.length() > 1) {
                best = d.length();
                c.yaw = std::atan2(d.x, d.y);
            }
        }
        session_.look(c);
        return true;
    }
    QString hint() const override { return toolText("Click where the photographer shall stand, eye at 1.60 m"); }

private:
    Session& session_;
};

} // namespace

std::unique_ptr<Tool> makeLookTool(Session& session) {
    return std::make_unique<LookTool>(session);
}
std::unique_ptr<Tool> makeStandTool(Session& session) {
    return std::make_unique<StandTool>(session);
}

} // namespace thallos
