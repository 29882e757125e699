// Tools that draw closed outlines and change their points: drifts and clearings.
#include "app/tools/makers.h"

#include <cmath>

#include <QKeyEvent>
#include <QRandomGenerator>

#include "app/panes/drawing.h"
#include "app/widgets/theme.h"
#include "app/words/text.h"
#include "core/planting/plantings.h"
#include "core/project/kinds/areas.h"

namespace thallos {

namespace {

// A point of an outline: of which area, and which of its handles.
struct Corner {
    size_t area = 0, point = 0;
    bool operator==(const Corner&) const = default;
};

class AreaTool : public Tool {
public:
    explicit AreaTool(Session& s) : session_(s) {}

    bool press(Pane& pane, const PanePoint& point) override {
        if (!point.ground) return false;
        const V2f p = xy(*point.ground);
        if (drawn_.empty()) adding_ = areas() && (point.modifiers & Qt::ShiftModifier);
        if (drawn_.empty() && !adding_) {
            if (const auto corner = cornerAt(pane, point.at)) {
                take(*corner);
                step_ = tr("Move outline point");
                return true;
            }
            if (const auto edge = edgeAt(pane, point.at)) {
                step_ = tr("Add outline point");
                session_.document.editItem(
                    step_, session_.selection.last(),
                    [&](Item& i) {
                        auto& area = (*areasOf(i))[edge->area];
                        area.insert(area.begin() + static_cast<std::ptrdiff_t>(edge->point), p);
                    },
                    "handle", BuildMode::Moving);
                take(*edge);
                moved_ = true; // the release ends the step
                return true;
            }
        }
        picked_.reset();
        if (drawn_.empty()) {
            drawn_ = {p};
            sketching_ = true;
            return true;
        }
        // Back at the start: closed.
        const auto s = pane.toScreen({drawn_.front().x, drawn_.front().y, pane.groundAt(drawn_.front())});
        if (drawn_.size() >= 3 && s && QLineF(*s, point.at).length() < 10) {
            finish();
            return true;
        }
        drawn_.push_back(p);
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        at_ = point;
        if (!point.ground) return;
        const V2f p = xy(*point.ground);
        if (dragging_) {
            moved_ = true;
            session_.document.editItem(
                step_, session_.selection.last(),
                [&](Item& i) {
                    Areas& all = *areasOf(i);
                    if (picked_ && picked_->area < all.size() && picked_->point < all[picked_->area].size())
                        all[picked_->area][picked_->point] = p;
                },
                "handle", BuildMode::Moving);
            return;
        }
        // Dragging instead of clicking draws freely; points are set every 32 pixels.
        if (sketching_ && !drawn_.empty()) {
            const auto last = pane.toScreen({drawn_.back().x, drawn_.back().y, pane.groundAt(drawn_.back())});
            if (last && QLineF(*last, point.at).length() > 32) {
                drawn_.push_back(p);
                free_ = true;
            }
        }
    }
    void release(Pane&, const PanePoint&) override {
        if (dragging_ && moved_) session_.document.endEdit();
        dragging_ = moved_ = false;
        if (sketching_ && free_ && drawn_.size() >= 3) finish();
        sketching_ = free_ = false;
    }
    void doubleClick(Pane&, const PanePoint&) override {
        if (drawn_.size() >= 3) finish();
    }
    bool key(Pane& pane, QKeyEvent* event) override {
        const bool back = event->key() == Qt::Key_Backspace;
        if (drawn_.empty()) {
            if (!pickedCorner() || !(back || event->key() == Qt::Key_Delete)) return false;
            removePicked();
            return true;
        }
        if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
            // By keys it sets points until it comes back to the last or the first.
            const auto here = [&](const V2f& p) { return atCentre(pane, {p.x, p.y, pane.groundAt(p)}); };
            if (drawn_.size() < 3 || (pane.byKeys() && !here(drawn_.back()) && !here(drawn_.front()))) return false;
            finish();
            return true;
        }
        if (event->key() == Qt::Key_Escape) {
            drawn_.clear();
            return true;
        }
        if (back) drawn_.pop_back();
        return back;
    }
    void cancel() override {
        drawn_.clear();
        picked_.reset();
    }
    bool busy() const override { return dragging_ || sketching_; }
    bool wants(const Pane&, const QKeyEvent& event) const override {
        const int k = event.key();
        if (drawn_.empty()) return pickedCorner() && (k == Qt::Key_Delete || k == Qt::Key_Backspace);
        return k == Qt::Key_Escape || k == Qt::Key_Backspace || k == Qt::Key_Return || k == Qt::Key_Enter;
    }
    void draw(QPainter& p, const Pane& pane) const override {
        if (pane.compact()) return;
        if (const Areas* all = areas())
            for (size_t a = 0; a < all->size(); ++a)
                for (size_t h = 0; h < (*all)[a].size(); ++h) {
                    const V2f& q = (*all)[a][h];
                    if (const auto s = pane.toScreen({q.x, q.y, pane.groundAt(q) + 0.05f}))
                        drawHandle(p, *s, pickedCorner() == Corner{a, h});
                }
        if (drawn_.empty()) return;
        std::vector<V2f> line = drawn_;
        if (at_ && at_->ground) line.push_back(xy(*at_->ground));
        for (const QPolygonF& l : pane.groundLine(line, false)) haloLine(p, l, Theme::now().accent);
        for (const V2f& q : drawn_)
            if (const auto s = pane.toScreen({q.x, q.y, pane.groundAt(q) + 0.05f})) drawHandle(p, *s, false);
    }
    QString hint() const override {
        if (!drawn_.empty())
            return tr("Click point after point · double click, Enter or the first point closes · Backspace removes the "
                      "last · Esc cancels");
        if (pickedCorner()) return tr("Drag the point · Del removes it · click the outline for another");
        if (areas()) return tr("Drag a point, click the outline for another · Shift draws one more area");
        return drawHint();
    }

protected:
    virtual Body fresh() const = 0;
    virtual bool mine(const Item& item) const = 0;
    virtual QString name() const = 0;     // of a new item
    virtual QString stepName() const = 0; // of drawing it
    virtual QString drawHint() const = 0;
    Session& session_;

private:
    template <class Of> static auto areasOf(Of& item) -> decltype(&std::get<Drift>(item.body).areas) {
        if (auto* drift = std::get_if<Drift>(&item.body)) return &drift->areas;
        if (auto* clearing = std::get_if<Clearing>(&item.body)) return &clearing->areas;
        return nullptr;
    }
    // Of the selected item; null: it is none of the tool's.
    const Areas* areas() const {
        const Item* item = session_.selection.item();
        return item && mine(*item) ? areasOf(*item) : nullptr;
    }
    std::optional<Corner> pickedCorner() const {
        const Areas* all = areas();
        const bool there = all && picked_ && pickedItem_ == session_.selection.last() && picked_->area < all->size() &&
                           picked_->point < (*all)[picked_->area].size();
        return there ? picked_ : std::nullopt;
    }
    void take(const Corner& corner) {
        picked_ = corner;
        pickedItem_ = session_.selection.last();
        dragging_ = true;
    }
    std::optional<Corner> cornerAt(const Pane& pane, const QPointF& at) const {
        if (const Areas* all = areas())
            for (size_t a = 0; a < all->size(); ++a)
                for (size_t h = 0; h < (*all)[a].size(); ++h) {
                    const V2f& q = (*all)[a][h];
                    const auto s = pane.toScreen({q.x, q.y, pane.groundAt(q)});
                    if (s && QLineF(*s, at).length() < 9) return Corner{a, h};
                }
        return std::nullopt;
    }
    // Before which point a new one lies there.
    std::optional<Corner> edgeAt(const Pane& pane, const QPointF& at) const {
        constexpr int kPerSpan = 8;
        if (const Areas* all = areas())
            for (size_t a = 0; a < all->size(); ++a) {
                const Polygon line = smoothOutline((*all)[a], kPerSpan);
                for (size_t k = 0; k < line.size(); ++k) {
                    const V2f &from = line[k], &to = line[(k + 1) % line.size()];
                    const auto s = pane.toScreen({from.x, from.y, pane.groundAt(from)}),
                               e = pane.toScreen({to.x, to.y, pane.groundAt(to)});
                    if (!s || !e) continue;
                    const QPointF d = *e - *s, w = at - *s;
                    const double length = QPointF::dotProduct(d, d),
                                 t = length > 0 ? std::clamp(QPointF::dotProduct(w, d) / length, 0.0, 1.0) : 0;
                    if (QLineF(*s + d * t, at).length() < 5) return Corner{a, k / kPerSpan + 1};
                }
            }
        return std::nullopt;
    }
    void removePicked() {
        const Corner corner = *pickedCorner();
        const Areas& all = *areas();
        if (all[corner.area].size() <= 3 && all.size() == 1) {
            Q_EMIT session_.message(tr("An outline needs three points. Delete %1 itself in the list.")
                                        .arg(QString::fromStdString(session_.selection.item()->name)));
            return;
        }
        session_.document.editItem(tr("Remove outline point"), session_.selection.last(), [&](Item& i) {
            Areas& areas = *areasOf(i);
            auto& area = areas[corner.area];
            if (area.size() > 3)
                area.erase(area.begin() + static_cast<std::ptrdiff_t>(corner.point));
            else
                areas.erase(areas.begin() + static_cast<std::ptrdiff_t>(corner.area));
        });
        picked_.reset();
    }
    void finish() {
        std::vector<V2f> area = std::move(drawn_);
        drawn_.clear();
        // The double click set its last point twice.
        if (area.size() > 3 && (area.back() - area[area.size() - 2]).length() < 0.05f) area.pop_back();
        if (std::exchange(adding_, false) && areas()) {
            session_.document.editItem(tr("Add area"), session_.selection.last(),
                                       [&](Item& i) { areasOf(i)->push_back(std::move(area)); });
            return;
        }
        Item item;
        item.body = fresh();
        *areasOf(item) = {std::move(area)};
        Id id;
        session_.document.edit(stepName(),
                               added(session_.document.project(), name().toStdString(), std::move(item.body), &id));
        session_.selection.set(id);
    }

    std::vector<V2f> drawn_;
    std::optional<Corner> picked_; // the point that was clicked last, of pickedItem_
    Id pickedItem_;
    QString step_; // of the drag
    bool dragging_ = false, moved_ = false, sketching_ = false, free_ = false;
    bool adding_ = false; // what is drawn belongs to the selected item
};

class DriftTool : public AreaTool {
public:
    DriftTool(Session& s, const Tools& tools) : AreaTool(s), tools_(tools) {}

protected:
    Body fresh() const override {
        Drift d;
        d.seed = 1 + QRandomGenerator::global()->bounded(9999);
        return planted(d, planting());
    }
    bool mine(const Item& item) const override { return std::holds_alternative<Drift>(item.body); }
    QString name() const override { return tr(planting().name); }
    QString stepName() const override { return tr("Draw drift"); }
    QString drawHint() const override {
        return tr("Draw an area of %1 · choose the planting at the right").arg(tr(planting().name));
    }

private:
    const Planting& planting() const { return plantings()[static_cast<size_t>(tools_.planting)]; }
    const Tools& tools_;
};

class ClearingTool : public AreaTool {
public:
    using AreaTool::AreaTool;

protected:
    Body fresh() const override { return Clearing(); }
    bool mine(const Item& item) const override { return std::holds_alternative<Clearing>(item.body); }
    QString name() const override { return tr("Clearing"); }
    QString stepName() const override { return tr("Draw clearing"); }
    QString drawHint() const override { return tr("Draw an area to keep free of plants"); }
};

} // namespace

std::unique_ptr<Tool> makeDriftTool(Session& session, const Tools& tools) {
    return std::make_unique<DriftTool>(session, tools);
}
std::unique_ptr<Tool> makeClearingTool(Session& session) {
    return std::make_unique<ClearingTool>(session);
}

} // namespace thallos
