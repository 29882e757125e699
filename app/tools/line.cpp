// Draws items that are lines or areas of points on the ground, and changes their points: banks, terraces, walls, paths.
#include "app/tools/line.h"

#include <QKeyEvent>

#include "app/panes/drawing.h"
#include "app/tools/makers.h"
#include "app/widgets/theme.h"
#include "app/words/text.h"
#include "core/ground/line.h"

namespace thallos {

namespace {

constexpr double kGrip = 9; // pixels about a point, and half of them about a line

class LineTool : public Tool {
public:
    LineTool(Session& s, LineDrawing drawing) : session_(s), drawing_(std::move(drawing)) {}

    bool press(Pane& pane, const PanePoint& point) override {
        const bool joins = drawing_.joins && point.surface && bodyOf<Building>(session_.document.item(point.item));
        if (!point.ground && !joins) return false;
        const V2f p = joins ? xy(*point.surface) : xy(*point.ground);
        if (drawn_.empty() && points()) {
            if (const auto i = pointAt(pane, point.at)) {
                take(*i, tr("Move point"));
                return true;
            }
            if (const auto i = spanAt(pane, point.at)) {
                const QString name = tr("Add point");
                change(name,
                       [&](std::vector<V2f>& all) { all.insert(all.begin() + static_cast<std::ptrdiff_t>(*i), p); });
                take(*i, name);
                moved_ = true; // the release ends the step
                return true;
            }
        }
        picked_.reset();
        if (drawing_.closed && drawn_.size() >= drawing_.least && near(pane, drawn_.front(), point.at)) {
            finish();
            return true;
        }
        drawn_.push_back(p);
        if (drawn_.size() == 1) first_ = point;
        last_ = point;
        if (drawing_.most > 0 && drawn_.size() == drawing_.most) finish();
        return true;
    }
    void move(Pane&, const PanePoint& point) override {
        at_ = point;
        if (!dragging_ || !point.ground || !picked_) return;
        moved_ = true;
        change(step_, [&](std::vector<V2f>& all) {
            if (*picked_ < all.size()) all[*picked_] = xy(*point.ground);
        });
    }
    void release(Pane&, const PanePoint&) override {
        if (dragging_ && moved_) session_.document.endEdit();
        dragging_ = moved_ = false;
    }
    void doubleClick(Pane&, const PanePoint&) override { finish(); }
    bool key(Pane& pane, QKeyEvent* event) override {
        const int k = event->key();
        if (drawn_.empty()) {
            if (!pickedPoint() || (k != Qt::Key_Delete && k != Qt::Key_Backspace)) return false;
            removePicked();
            return true;
        }
        switch (k) {
        case Qt::Key_Return:
        case Qt::Key_Enter:
            // By keys it sets points until it comes back to the last.
            if (drawn_.size() < drawing_.least || (pane.byKeys() && !atCentre(pane, onGround(pane, drawn_.back()))))
                return false;
            finish();
            return true;
        case Qt::Key_Escape:
            drawn_.clear();
            return true;
        case Qt::Key_Backspace:
            drawn_.pop_back();
            return true;
        default:
            return false;
        }
    }
    bool wants(const Pane&, const QKeyEvent& event) const override {
        const int k = event.key();
        if (drawn_.empty()) return pickedPoint() && (k == Qt::Key_Delete || k == Qt::Key_Backspace);
        return k == Qt::Key_Escape || k == Qt::Key_Backspace || k == Qt::Key_Return || k == Qt::Key_Enter;
    }
    void cancel() override {
        drawn_.clear();
        picked_.reset();
        if (std::exchange(dragging_, false)) session_.document.abandonEdit();
        moved_ = false;
    }
    bool busy() const override { return dragging_; }
    void draw(QPainter& p, const Pane& pane) const override {
        if (pane.compact()) return;
        if (const auto* all = points())
            for (size_t i = 0; i < all->size(); ++i)
                if (const auto s = pane.toScreen(onGround(pane, (*all)[i]))) drawHandle(p, *s, pickedPoint() == i);
        if (drawn_.empty()) return;
        std::vector<V2f> line = drawn_;
        if (at_ && at_->ground) line.push_back(xy(*at_->ground));
        const bool shut = drawing_.closed && line.size() > 2;
        if (drawing_.smooth && line.size() > 1) line = curveThrough(line, 0.5f, shut);
        for (const QPolygonF& l : pane.groundLine(line, shut)) haloLine(p, l, Theme::now().accent);
        for (const V2f& q : drawn_)
            if (const auto s = pane.toScreen(onGround(pane, q))) drawHandle(p, *s, false);
    }
    QString hint() const override {
        if (!drawn_.empty()) {
            if (drawing_.least == 1)
                return tr("Click for a line, or double click where you are · Enter ends it · Esc cancels");
            return tr("Click point after point · double click or Enter ends it · Backspace removes the last · Esc "
                      "cancels");
        }
        if (pickedPoint()) return tr("Drag the point · Del removes it · click the line for another");
        if (points()) return tr("Drag a point, click the line for another, or click elsewhere to draw one more");
        return drawing_.hint();
    }

private:
    static V3f onGround(const Pane& pane, const V2f& p) { return {p.x, p.y, pane.groundAt(p) + 0.05f}; }
    static bool near(const Pane& pane, const V2f& p, const QPointF& at) {
        const auto s = pane.toScreen(onGround(pane, p));
        return s && QLineF(*s, at).length() < kGrip;
    }
    // Of the selected item; null: it is none of the tool's.
    const std::vector<V2f>* points() const {
        const Item* item = session_.selection.item();
        return item ? drawing_.points(const_cast<Body&>(item->body)) : nullptr; // it is only read
    }
    std::optional<size_t> pickedPoint() const {
        const auto* all = points();
        return all && picked_ && pickedItem_ == session_.selection.last() && *picked_ < all->size() ? picked_
                                                                                                    : std::nullopt;
    }
    void take(size_t i, const QString& step) {
        picked_ = i;
        pickedItem_ = session_.selection.last();
        step_ = step;
        dragging_ = true;
    }
    void change(const QString& name, const std::function<void(std::vector<V2f>&)>& with) {
        session_.document.editItem(
            name, session_.selection.last(),
            [&](Item& i) {
                if (auto* all = drawing_.points(i.body)) with(*all);
            },
            "handle", BuildMode::Moving);
    }
    std::optional<size_t> pointAt(const Pane& pane, const QPointF& at) const {
        if (const auto* all = points())
            for (size_t i = 0; i < all->size(); ++i)
                if (near(pane, (*all)[i], at)) return i;
        return std::nullopt;
    }
    // Before which point a new one lies there.
    std::optional<size_t> spanAt(const Pane& pane, const QPointF& at) const {
        const auto* all = points();
        if (!all || all->size() < 2) return std::nullopt;
        const bool shut = drawing_.closed;
        for (size_t i = 0; i < (shut ? all->size() : all->size() - 1); ++i) {
            const std::vector<V2f> ends{(*all)[i], (*all)[(i + 1) % all->size()]};
            for (const QPolygonF& line : pane.groundLine(ends, false))
                for (qsizetype k = 0; k + 1 < line.size(); ++k) {
                    const QPointF d = line[k + 1] - line[k], w = at - line[k];
                    const double length = QPointF::dotProduct(d, d),
                                 t = length > 0 ? std::clamp(QPointF::dotProduct(w, d) / length, 0.0, 1.0) : 0;
                    if (QLineF(line[k] + d * t, at).length() < kGrip / 2) return i + 1;
                }
        }
        return std::nullopt;
    }
    void removePicked() {
        if (points()->size() <= drawing_.least) {
            Q_EMIT session_.message(tr("%1 needs its last points. To remove it, delete it in the list.")
                                        .arg(QString::fromStdString(session_.selection.item()->name)));
            return;
        }
        change(tr("Remove point"),
               [i = *picked_](std::vector<V2f>& all) { all.erase(all.begin() + static_cast<std::ptrdiff_t>(i)); });
        session_.document.endEdit();
        picked_.reset();
    }
    void finish() {
        std::vector<V2f> line = std::move(drawn_);
        drawn_.clear();
        // The double click set its last point twice.
        if (line.size() > 1 && (line.back() - line[line.size() - 2]).length() < 0.05f) line.pop_back();
        if (line.size() < drawing_.least || !first_ || !last_) return;
        Body body = drawing_.fresh(std::move(line), *first_, *last_);
        Id id;
        const QString name = drawing_.name();
        session_.document.edit(drawing_.step(),
                               added(session_.document.project(), name.toStdString(), std::move(body), &id));
        session_.selection.set(id);
    }

    Session& session_;
    LineDrawing drawing_;
    std::vector<V2f> drawn_;
    std::optional<PanePoint> first_, last_; // where it begins and ends
    std::optional<size_t> picked_;          // the point that was clicked last, of pickedItem_
    Id pickedItem_;
    QString step_; // of the drag
    bool dragging_ = false, moved_ = false;
};

} // namespace

std::unique_ptr<Tool> makeLineTool(Session& session, LineDrawing drawing) {
    return std::make_unique<LineTool>(session, std::move(drawing));
}

} // namespace thallos
