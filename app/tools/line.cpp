// Draws items that are lines or areas of points on the ground, and changes their points: banks, walls, paths, drifts.
#include "app/tools/line.h"

#include <QKeyEvent>

#include "app/panes/drawing.h"
#include "app/tools/makers.h"
#include "app/widgets/theme.h"
#include "app/words/text.h"
#include "core/project/kinds/lines.h"

namespace thallos {

namespace {

constexpr double kGrip = 9;    // pixels about a point, and half of them about a line
constexpr double kFreely = 32; // pixels from point to point of what is drawn freely

// A point of an item: of which of its lines, and which of that.
struct Spot {
    size_t line = 0, point = 0;
    bool operator==(const Spot&) const = default;
};

class LineTool : public Tool {
public:
    LineTool(Session& s, LineDrawing drawing) : session_(s), drawing_(std::move(drawing)) {}

    bool press(Pane& pane, const PanePoint& point) override {
        const bool joins = drawing_.joins && point.surface && bodyOf<Building>(session_.document.item(point.item));
        if (!point.ground && !joins) return false;
        const V2f p = joins ? xy(*point.surface) : xy(*point.ground);
        if (drawn_.empty()) adding_ = drawing_.areas && !lines().empty() && (point.modifiers & Qt::ShiftModifier);
        if (drawn_.empty() && !adding_) {
            if (const auto spot = pointAt(pane, point.at)) {
                take(*spot, tr("Move point"));
                return true;
            }
            if (const auto spot = spanAt(pane, point.at)) {
                const QString name = tr("Add point");
                change(name, *spot, [&](std::vector<V2f>& line) {
                    line.insert(line.begin() + static_cast<std::ptrdiff_t>(spot->point), p);
                });
                take(*spot, name);
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
        if (drawn_.size() == 1) {
            first_ = point;
            sketching_ = drawing_.areas != nullptr;
        }
        last_ = point;
        if (drawing_.most > 0 && drawn_.size() == drawing_.most) finish();
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        at_ = point;
        if (!point.ground) return;
        const V2f p = xy(*point.ground);
        if (dragging_ && picked_) {
            moved_ = true;
            change(step_, *picked_, [&](std::vector<V2f>& line) {
                if (picked_->point < line.size()) line[picked_->point] = p;
            });
        } else if (sketching_ && !drawn_.empty() && !near(pane, drawn_.back(), point.at, kFreely)) {
            // Dragging instead of clicking draws freely.
            drawn_.push_back(p);
            last_ = point;
            free_ = true;
        }
    }
    void release(Pane&, const PanePoint&) override {
        if (dragging_ && moved_) session_.document.endEdit();
        dragging_ = moved_ = false;
        if (sketching_ && free_ && drawn_.size() >= drawing_.least) finish();
        sketching_ = free_ = false;
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
            // By keys it sets points until it comes back to the last, or to the first of an area.
            if (drawn_.size() < drawing_.least ||
                (pane.byKeys() && !atCentre(pane, onGround(pane, drawn_.back())) &&
                 !(drawing_.closed && atCentre(pane, onGround(pane, drawn_.front())))))
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
        moved_ = sketching_ = free_ = false;
    }
    bool busy() const override { return dragging_ || sketching_; }
    void draw(QPainter& p, const Pane& pane) const override {
        if (pane.compact()) return;
        const auto all = lines();
        for (size_t l = 0; l < all.size(); ++l)
            for (size_t i = 0; i < all[l]->size(); ++i)
                if (const auto s = pane.toScreen(onGround(pane, (*all[l])[i])))
                    drawHandle(p, *s, pickedPoint() == Spot{l, i});
        if (drawn_.empty()) return;
        std::vector<V2f> line = drawn_;
        if (at_ && at_->ground) line.push_back(xy(*at_->ground));
        const bool shut = drawing_.closed && line.size() > 2;
        if (drawing_.smooth && line.size() > 1) line = curveThrough(line, kCurveStep, shut);
        for (const QPolygonF& l : pane.groundLine(line, shut)) haloLine(p, l, Theme::now().accent);
        for (const V2f& q : drawn_)
            if (const auto s = pane.toScreen(onGround(pane, q))) drawHandle(p, *s, false);
    }
    QString hint() const override {
        if (!drawn_.empty()) {
            if (drawing_.least == 1)
                return tr("Click for a line, or double click where you are · Enter ends it · Esc cancels");
            if (drawing_.closed)
                return tr("Click point after point · double click, Enter or the first point closes · Backspace removes "
                          "the last · Esc cancels");
            return tr("Click point after point · double click or Enter ends it · Backspace removes the last · Esc "
                      "cancels");
        }
        if (pickedPoint()) return tr("Drag the point · Del removes it · click the line for another");
        if (drawing_.areas && !lines().empty())
            return tr("Drag a point, click the outline for another · Shift draws one more area");
        if (!lines().empty())
            return tr("Drag a point, click the line for another, or click elsewhere to draw one more");
        return drawing_.hint();
    }

private:
    static V3f onGround(const Pane& pane, const V2f& p) { return {p.x, p.y, pane.groundAt(p) + 0.05f}; }
    static bool near(const Pane& pane, const V2f& p, const QPointF& at, double within = kGrip) {
        const auto s = pane.toScreen(onGround(pane, p));
        return s && QLineF(*s, at).length() < within;
    }
    // Of the selected item; none: it is none of the tool's.
    std::vector<const std::vector<V2f>*> lines() const {
        const Item* item = session_.selection.item();
        if (!item) return {};
        const auto all = drawing_.lines(const_cast<Body&>(item->body)); // they are only read
        return {all.begin(), all.end()};
    }
    std::optional<Spot> pickedPoint() const {
        const auto all = lines();
        const bool there = picked_ && pickedItem_ == session_.selection.last() && picked_->line < all.size() &&
                           picked_->point < all[picked_->line]->size();
        return there ? picked_ : std::nullopt;
    }
    void take(const Spot& spot, const QString& step) {
        picked_ = spot;
        pickedItem_ = session_.selection.last();
        step_ = step;
        dragging_ = true;
    }
    void change(const QString& name, const Spot& of, const std::function<void(std::vector<V2f>&)>& with) {
        session_.document.editItem(
            name, session_.selection.last(),
            [&](Item& i) {
                if (const auto all = drawing_.lines(i.body); of.line < all.size()) with(*all[of.line]);
            },
            "handle", BuildMode::Moving);
    }
    std::optional<Spot> pointAt(const Pane& pane, const QPointF& at) const {
        const auto all = lines();
        for (size_t l = 0; l < all.size(); ++l)
            for (size_t i = 0; i < all[l]->size(); ++i)
                if (near(pane, (*all[l])[i], at)) return Spot{l, i};
        return std::nullopt;
    }
    // Before which point a new one lies there.
    std::optional<Spot> spanAt(const Pane& pane, const QPointF& at) const {
        const auto all = lines();
        for (size_t l = 0; l < all.size(); ++l) {
            const std::vector<V2f>& handles = *all[l];
            if (handles.size() < 2) continue;
            std::vector<V2f> line =
                drawing_.smooth ? curveThrough(handles, kCurveStep, drawing_.closed) : std::vector(handles);
            if (drawing_.closed) line.push_back(line.front());
            size_t before = 0; // handles up to the place in the line
            for (size_t i = 0; i + 1 < line.size(); ++i) {
                if (before < handles.size() && line[i] == handles[before]) ++before;
                for (const QPolygonF& seen : pane.groundLine({line[i], line[i + 1]}, false))
                    if (nearLine(seen, at)) return Spot{l, before};
            }
        }
        return std::nullopt;
    }
    static bool nearLine(const QPolygonF& line, const QPointF& at) {
        for (qsizetype k = 0; k + 1 < line.size(); ++k) {
            const QPointF d = line[k + 1] - line[k], w = at - line[k];
            const double length = QPointF::dotProduct(d, d),
                         t = length > 0 ? std::clamp(QPointF::dotProduct(w, d) / length, 0.0, 1.0) : 0;
            if (QLineF(line[k] + d * t, at).length() < kGrip / 2) return true;
        }
        return false;
    }
    void removePicked() {
        const Spot spot = *pickedPoint();
        const auto all = lines();
        const bool last = all[spot.line]->size() <= drawing_.least;
        if (last && all.size() == 1) {
            const QString name = QString::fromStdString(session_.selection.item()->name);
            Q_EMIT session_.message(
                drawing_.closed ? tr("An outline needs three points. Delete %1 itself in the list.").arg(name)
                                : tr("%1 needs its last points. To remove it, delete it in the list.").arg(name));
            return;
        }
        session_.document.editItem(tr("Remove point"), session_.selection.last(), [&](Item& i) {
            std::vector<V2f>& line = *drawing_.lines(i.body)[spot.line];
            if (!last)
                line.erase(line.begin() + static_cast<std::ptrdiff_t>(spot.point));
            else
                drawing_.areas(i.body)->erase(drawing_.areas(i.body)->begin() + static_cast<std::ptrdiff_t>(spot.line));
        });
        picked_.reset();
    }
    void finish() {
        std::vector<V2f> line = std::move(drawn_);
        drawn_.clear();
        // The double click set its last point twice.
        if (line.size() > 1 && (line.back() - line[line.size() - 2]).length() < 0.05f) line.pop_back();
        if (line.size() < drawing_.least || !first_ || !last_) return;
        if (std::exchange(adding_, false) && !lines().empty()) {
            session_.document.editItem(tr("Add area"), session_.selection.last(),
                                       [&](Item& i) { drawing_.areas(i.body)->push_back(std::move(line)); });
            return;
        }
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
    std::optional<Spot> picked_;            // the point that was clicked last, of pickedItem_
    Id pickedItem_;
    QString step_; // of the drag
    bool dragging_ = false, moved_ = false, sketching_ = false, free_ = false;
    bool adding_ = false; // what is drawn belongs to the selected item
};

} // namespace

std::unique_ptr<Tool> makeLineTool(Session& session, LineDrawing drawing) {
    return std::make_unique<LineTool>(session, std::move(drawing));
}

} // namespace thallos
