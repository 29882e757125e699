// Draws a walkway: from a door that is clicked, point after point over the ground.
#include <QKeyEvent>

#include "app/panes/drawing.h"
#include "app/tools/makers.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "core/material/library.h"
#include "core/project/walkways.h"

namespace thallos {

namespace {

class WalkwayTool : public Tool {
public:
    explicit WalkwayTool(Session& s) : session_(s) {}

    bool press(Pane&, const PanePoint& point) override {
        if (!drawn_) {
            const Item* item = session_.document.item(point.item);
            const auto* b = bodyOf<Building>(item);
            if (!b || !point.surface) {
                Q_EMIT session_.message(tr("Click a door of a building first: the walkway begins at its threshold."),
                                        false);
                return true;
            }
            drawn_ = doorAt(*b, item->id, point.part, xy(*point.surface));
            drawn_->surface = made(drawn_->surface, shippedMaterials()->surface(drawn_->surface.recipe));
            return true;
        }
        if (!point.ground) return true;
        drawn_->points.push_back(xy(*point.ground));
        return true;
    }
    void move(Pane&, const PanePoint& point) override { at_ = point; }
    void doubleClick(Pane&, const PanePoint&) override { finish(); }
    bool key(Pane&, QKeyEvent* event) override {
        if (!drawn_) return false;
        switch (event->key()) {
        case Qt::Key_Return:
        case Qt::Key_Enter:
            finish();
            return true;
        case Qt::Key_Escape:
            drawn_.reset();
            return true;
        case Qt::Key_Backspace:
            if (drawn_->points.empty())
                drawn_.reset();
            else
                drawn_->points.pop_back();
            return true;
        default:
            return false;
        }
    }
    bool wants(const Pane& pane, const QKeyEvent& event) const override {
        if (!drawn_) return false;
        const int k = event.key();
        // By keys Enter sets points until it comes back to the last.
        if (k == Qt::Key_Return || k == Qt::Key_Enter)
            return !pane.byKeys() || (!drawn_->points.empty() && atCentre(pane, onGround(pane, drawn_->points.back())));
        return k == Qt::Key_Escape || k == Qt::Key_Backspace;
    }
    void cancel() override { drawn_.reset(); }
    void draw(QPainter& p, const Pane& pane) const override {
        if (!drawn_ || pane.compact()) return;
        const V2f out(std::cos(drawn_->facing), std::sin(drawn_->facing));
        std::vector<V2f> line{drawn_->door, drawn_->door + out * drawn_->landing};
        line.insert(line.end(), drawn_->points.begin(), drawn_->points.end());
        if (at_ && at_->ground) line.push_back(xy(*at_->ground));
        for (const QPolygonF& l : pane.groundLine(line, false)) haloLine(p, l, Theme::now().accent);
        for (const V2f& q : line)
            if (const auto s = pane.toScreen(onGround(pane, q))) drawHandle(p, *s, false);
    }
    QString hint() const override {
        if (!drawn_) return tr("Click a door: the walkway begins at its threshold");
        return tr("Click point after point · double click or Enter ends it · Backspace removes the last · Esc cancels");
    }

private:
    static V3f onGround(const Pane& pane, const V2f& p) { return {p.x, p.y, pane.groundAt(p) + 0.05f}; }
    void finish() {
        if (!drawn_) return;
        Walkway w = std::move(*drawn_);
        drawn_.reset();
        // The double click set its last point twice.
        if (w.points.size() > 1 && (w.points.back() - w.points[w.points.size() - 2]).length() < 0.05f)
            w.points.pop_back();
        Id id;
        session_.document.edit(tr("Draw walkway"),
                               added(session_.document.project(), tr("Walkway").toStdString(), std::move(w), &id));
        session_.selection.set(id);
    }

    Session& session_;
    std::optional<Walkway> drawn_;
};

} // namespace

std::unique_ptr<Tool> makeWalkwayTool(Session& session) {
    return std::make_unique<WalkwayTool>(session);
}

} // namespace thallos
