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
        const Id under = session_.choosable(point.under);
        if (!under || !point.ground || !placeOf(*session_.item(under))) return false;
        // One of several chosen takes the others along.
        if (!session_.isChosen(under)) session_.choose(under);
        from_ = xy(*point.ground);
        starts_.clear();
        for (const Id id : session_.allChosen())
            if (const Item* item = session_.item(id); !item->locked)
                if (const auto at = placeOf(*item)) starts_.push_back({id, *at});
        moved_ = false;
        return true;
    }
    void move(Pane&, const PanePoint& point) override {
        if (starts_.empty() || !point.ground) return;
        moved_ = true;
        Project next = session_.project();
        for (const auto& [id, start] : starts_) {
            const Item* now = find(next, id);
            if (!now) continue;
            Item item = *now;
            const V2f to = start + xy(*point.ground) - from_;
            if (auto* b = std::get_if<Building>(&item.body)) {
                // What was sunk or raised against its ground stays so.
                const HeightField& natural = session_.built()->natural;
                const float over = b->position.z - seatHeight(*b, natural);
                b->position.x = to.x;
                b->position.y = to.y;
                b->position.z = seatHeight(*b, natural) + over;
            } else if (auto* f = std::get_if<Figure>(&item.body))
                f->at = to;
            next = replaced(next, item);
        }
        session_.edit(toolText("Move"), std::move(next), "move", Haste::Moving);
    }
    void release(Pane&, const PanePoint&) override {
        if (moved_) session_.endEdit();
        starts_.clear();
        moved_ = false;
    }
    bool chooses() const override { return true; }
    QString hint() const override {
        return toolText(
            "Drag a building or the figure over the ground · Shift chooses several · drag on nothing frames "
            "them · right drag looks around");
    }

private:
    static std::optional<V2f> placeOf(const Item& item) {
        if (const auto* b = std::get_if<Building>(&item.body)) return xy(b->position);
        if (const auto* f = std::get_if<Figure>(&item.body)) return f->at;
        return std::nullopt;
    }
    Session& session_;
    std::vector<std::pair<Id, V2f>> starts_; // where each was when the drag began
    V2f from_{0};
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
