#include "app/tools/makers.h"

#include <cmath>

#include "app/theme.h"
#include "app/tools/drawing.h"

namespace thallos {

namespace {

// Drags a building or figure over the ground; drops it to the ground as it goes.
class MoveTool : public Tool {
public:
    explicit MoveTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        const Item* item = session_.item(point.item);
        session_.choose(point.item);
        if (!item || item->locked || !point.ground) return false;
        if (const auto* b = std::get_if<Building>(&item->body))
            offset_ = xy(b->position) - xy(*point.ground);
        else if (const auto* f = std::get_if<Figure>(&item->body))
            offset_ = f->at - xy(*point.ground);
        else
            return false;
        dragged_ = item->id;
        moved_ = false;
        return true;
    }
    void move(Pane&, const PanePoint& point) override {
        if (!dragged_ || !point.ground) return;
        moved_ = true;
        const V2f to = xy(*point.ground) + offset_;
        session_.editItem(
            toolText("Move"), dragged_,
            [&](Item& i) {
                if (auto* b = std::get_if<Building>(&i.body)) {
                    // What was sunk or raised against its ground stays so.
                    const HeightField& natural = session_.built()->natural;
                    const float over = b->position.z - seatHeight(*b, natural);
                    b->position.x = to.x;
                    b->position.y = to.y;
                    b->position.z = seatHeight(*b, natural) + over;
                } else if (auto* f = std::get_if<Figure>(&i.body))
                    f->at = to;
            },
            "move", Haste::Moving);
    }
    void release(Pane&, const PanePoint&) override {
        if (dragged_ && moved_) session_.endEdit();
        dragged_ = {};
    }
    QString hint() const override {
        return toolText("Drag a building or the figure over the ground · right drag looks around · wheel goes nearer");
    }

private:
    Session& session_;
    Id dragged_;
    V2f offset_{0};
    bool moved_ = false;
};

class TurnTool : public Tool {
public:
    explicit TurnTool(Session& s) : session_(s) {}
    bool press(Pane& pane, const PanePoint& point) override {
        const Item* under = session_.item(point.item);
        if (under && std::holds_alternative<Building>(under->body)) session_.choose(under->id);
        const Item* item = session_.chosenItem();
        if (!item || item->locked) return false;
        const auto* b = std::get_if<Building>(&item->body);
        const auto* f = std::get_if<Figure>(&item->body);
        if (!b && !f) return false;
        centre_ = b ? xy(b->position) : f->at;
        start_ = b ? b->yaw : f->yaw;
        from_ = angle(pane, point);
        turned_ = item->id;
        moved_ = false;
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        if (!turned_) return;
        moved_ = true;
        float yaw = start_ + angle(pane, point) - from_;
        if (point.modifiers & Qt::ControlModifier) yaw = radians(std::round(degrees(yaw) / 15) * 15);
        session_.editItem(
            toolText("Turn"), turned_,
            [&](Item& i) {
                if (auto* b = std::get_if<Building>(&i.body)) b->yaw = yaw;
                if (auto* f = std::get_if<Figure>(&i.body)) f->yaw = yaw;
            },
            "turn", Haste::Moving);
    }
    void release(Pane&, const PanePoint&) override {
        if (turned_ && moved_) session_.endEdit();
        turned_ = {};
    }
    void draw(QPainter& p, const Pane& pane) const override {
        const Item* item = session_.chosenItem();
        const auto* b = bodyOf<Building>(item);
        if (!b || pane.compact()) return;
        const V2f size = xy(bounds(*b->model).size());
        haloLine(p, pane.groundCircle(xy(b->position), 0.55f * size.length()), Theme::now().accent, 1.5, Qt::DashLine);
    }
    QString hint() const override { return toolText("Drag round a building to turn it · Ctrl turns by 15 degrees"); }

private:
    float angle(const Pane&, const PanePoint& point) const {
        if (!point.ground) return from_;
        const V2f d = xy(*point.ground) - centre_;
        return std::atan2(d.y, d.x);
    }
    Session& session_;
    Id turned_;
    V2f centre_{0};
    float start_ = 0, from_ = 0;
    bool moved_ = false;
};

class FigureTool : public Tool {
public:
    explicit FigureTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground) return false;
        Id id;
        Project next = added(session_.project(), toolText("Figure").toStdString(), Figure{xy(*point.ground), 0}, &id);
        session_.edit(toolText("Stand a figure"), std::move(next));
        session_.choose(id);
        return true;
    }
    QString hint() const override { return toolText("Click where a person of 1.75 m shall stand"); }

private:
    Session& session_;
};

} // namespace

std::unique_ptr<Tool> makeMoveTool(Session& session) {
    return std::make_unique<MoveTool>(session);
}
std::unique_ptr<Tool> makeTurnTool(Session& session) {
    return std::make_unique<TurnTool>(session);
}
std::unique_ptr<Tool> makeFigureTool(Session& session) {
    return std::make_unique<FigureTool>(session);
}

} // namespace thallos
