// The hand: selects, moves, turns and sizes whatever is selected, in both panes, by the thing itself or by handles.
#include <algorithm>
#include <cmath>

#include <QKeyEvent>

#include "app/panes/drawing.h"
#include "app/tools/hand_drag.h"
#include "app/tools/makers.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/base/error.h"
#include "core/base/quantity.h"
#include "core/project/move.h"

namespace thallos {

namespace {

class Hand : public Tool {
public:
    Hand(Session& s, Grip usual) : session_(s), usual_(usual) {}

    bool press(Pane& pane, const PanePoint& point) override {
        if (drag_.grip != Grip::None) return true;
        Grip grip = handleAt(pane, point.at);
        if (grip == Grip::None) {
            const Id under = session_.selection.firstSelectable(point.under);
            // Turning and sizing may take hold anywhere, as of a long lever.
            const bool lever = !under && usual_ != Grip::Ground && pivot(pane);
            if (!lever && (!under || !movable(under))) return false;
            // One of several selected takes the others along; a plant of a planting goes alone unless all of it was
            // selected.
            if (under && !session_.selection.holds(under)) {
                if (point.item == under && point.specimen >= 0)
                    session_.selection.setSpecimen(under, point.specimen);
                else
                    session_.selection.set(under);
            }
            // Within a building whose parts are selected the part under the pointer is taken hold of.
            const std::vector<int>& parts = session_.selection.parts();
            if (!parts.empty() && point.item == session_.selection.last() && point.part >= 0 &&
                std::find(parts.begin(), parts.end(), point.part) == parts.end())
                session_.selection.setParts(point.item, {point.part});
            grip = usual_;
        }
        // The diamond takes hold of the thing itself; with Shift, of the pivot alone.
        if (grip == Grip::Pivot && !(point.modifiers & Qt::ShiftModifier)) grip = Grip::Ground;
        begin(pane, point, grip);
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        if (drag_.grip == Grip::None) return;
        drag_.now = point;
        // A click that trembles moves nothing.
        if (!moved_ && QLineF(drag_.from.at, point.at).length() < 4) return;
        moved_ = true;
        apply(pane);
    }
    void release(Pane& pane, const PanePoint& point) override {
        if (drag_.grip == Grip::None) return;
        if (moved_) {
            drag_.now = point;
            apply(pane);
        }
        finish();
    }
    bool selects() const override { return true; }
    bool busy() const override { return drag_.grip != Grip::None; }
    bool grips(const Pane& pane, const PanePoint& point) const override {
        return handleAt(pane, point.at) != Grip::None;
    }
    bool wants(const Pane& pane, const QKeyEvent& event) const override {
        return arrow(event) != V2f(0) && pivot(pane).has_value();
    }
    bool key(Pane& pane, QKeyEvent* event) override {
        if (drag_.grip == Grip::None) return nudge(pane, *event);
        // After a number the letters of a unit are typed: ft, in, deg.
        const QString word = event->text().toLower();
        QString& typed = drag_.typed();
        const QChar last = typed.isEmpty() ? QChar() : typed.back();
        if ((word == "f" && (last.isDigit() || last == ' ')) || (word == "n" && last == 'i') ||
            (word == "e" && last == 'd') || (word == "g" && last == 'e')) {
            typed += word;
            moved_ = true;
            apply(pane);
            return true;
        }
        switch (event->key()) {
        case Qt::Key_Escape:
            cancel();
            return true;
        case Qt::Key_Return:
        case Qt::Key_Enter:
            if (moved_ || drag_.anyTyped()) apply(pane);
            finish();
            return true;
        case Qt::Key_Backspace:
            if (typed.isEmpty() && drag_.field > 0)
                drag_.nextField(-1);
            else
                typed.chop(1);
            break;
        case Qt::Key_Tab:
        case Qt::Key_Semicolon:
            drag_.nextField(1);
            break;
        case Qt::Key_Backtab:
            drag_.nextField(-1);
            break;
        case Qt::Key_E:
            hold(pane, Grip::Along);
            break;
        case Qt::Key_N:
            hold(pane, Grip::Across);
            break;
        case Qt::Key_U:
            hold(pane, Grip::Up);
            break;
        case Qt::Key_G:
            hold(pane, Grip::Ground);
            break;
        case Qt::Key_P:
            hold(pane, Grip::Level);
            break;
        case Qt::Key_F:
            hold(pane, Grip::Free);
            break;
        default: {
            const QString text = event->text();
            if (text.isEmpty() || !(text[0].isDigit() || QString(".,-+*/():% '\"°mcfkind").contains(text[0])))
                return true; // in a drag no key does anything else
            typed += text;
        }
        }
        moved_ = true;
        apply(pane);
        return true;
    }
    void cancel() override {
        if (drag_.grip == Grip::None) return;
        if (edited_) session_.document.abandonEdit();
        pivotMoved_ = pivotBefore_;
        drag_.grip = Grip::None;
        drag_.forgetTyped();
        drag_.snapped = {};
    }
    void doubleClick(Pane& pane, const PanePoint& point) override {
        if (handleAt(pane, point.at) == Grip::Pivot) pivotMoved_.reset();
    }

    void draw(QPainter& p, const Pane& pane) const override {
        const auto at = pivot(pane);
        if (!at || pane.compact()) return;
        const Theme& t = Theme::now();
        const Grip over = drag_.grip != Grip::None ? drag_.grip : at_ ? handleAt(pane, at_->at) : Grip::None;
        drawHandles(p, handlesAt(pane, *at, axesTurn()), over, session_.hand.ownAxes);
        if (drag_.grip == Grip::None || !moved_) return;
        drawPlumb(p, pane);
        // What it was drawn to, and how far it went.
        if (drag_.snapped.kind != SnapKind::None) {
            const V3f to(drag_.snapped.at.x, drag_.snapped.at.y, pane.groundAt(drag_.snapped.at));
            if (const auto s = pane.toScreen(to)) {
                p.setPen(QPen(t.ochre, 2));
                p.setBrush(Qt::NoBrush);
                p.drawEllipse(*s, 7, 7);
                static const char* names[] = {"", "end", "item", "edge", "grid"};
                drawTag(p, *s + QPointF(10, -30), tr(names[static_cast<int>(drag_.snapped.kind)]));
            }
        }
        drawTag(p, drag_.now.at + QPointF(16, -34), drag_.readout());
    }

    QString hint() const override {
        if (drag_.grip == Grip::Turn) return tr("Type degrees · Ctrl steps by 15° · Enter ends · Esc cancels");
        if (drag_.grip == Grip::Size) return tr("Type a factor · Enter ends · Esc cancels");
        if (drag_.grip != Grip::None)
            return tr(
                "Type a distance, Tab: bearing, rise · E N U lock an axis · P level · G ground · F free · Ctrl: no "
                "snap · Esc cancels");
        const auto& selected = session_.selection.all();
        if (std::none_of(selected.begin(), selected.end(), [this](Id id) { return movable(id); }))
            return tr("Click selects, again for what lies below · Shift adds or removes · drag on empty for a box "
                      "(Ctrl: lasso) · right drag orbits");
        return tr("Drag it, or: E N axes · arrow height · ring rotate · square scale · Shift+diamond pivot · arrow "
                  "keys nudge");
    }

private:
    bool movable(Id id) const {
        for (const Id leaf : leaves(session_.document.project(), {id})) {
            const Item* i = session_.document.item(leaf);
            if (i && !fixed(session_.document.project(), *i) && holdOf(*i, nullptr)) return true;
        }
        return false;
    }
    // Where what is selected is held; nothing when none of it can be moved. A shot is moved by looking, not here,
    // unless in the plan.
    std::optional<V3f> pivot(const Pane& pane) const {
        if (drag_.grip != Grip::None && drag_.grip != Grip::Pivot) return drag_.pivot;
        if (pivotMoved_ && pivotOf_ == session_.selection.changes()) return pivotMoved_;
        const HeightField* ground = session_.document.ground();
        Box3f box;
        int n = 0;
        std::optional<V3f> one;
        if (!session_.selection.parts().empty()) {
            const Item* building = session_.selection.item();
            if (fixed(session_.document.project(), *building)) return std::nullopt;
            return holdOfParts(*bodyOf<Building>(building), session_.selection.parts());
        }
        for (const Id id : session_.selection.leaves()) {
            const Item* item = session_.document.item(id);
            if (!item || fixed(session_.document.project(), *item)) continue;
            std::optional<V3f> hold = holdOf(*item, ground);
            if (const int s = session_.selection.specimen(); s >= 0) {
                const V2f at = bodyOf<Specimens>(item)->specimens[static_cast<size_t>(s)].at;
                hold = V3f(at.x, at.y, 0);
            }
            if (!hold) continue;
            if (std::holds_alternative<Figure>(item->body) || std::holds_alternative<Specimens>(item->body))
                hold->z = pane.groundAt(xy(*hold));
            box.extendBy(*hold);
            one = hold;
            ++n;
        }
        return n == 1 ? one : n ? std::optional<V3f>(box.center()) : std::nullopt;
    }
    // Where what hangs over the ground, or sinks into it, has its foot.
    void drawPlumb(QPainter& p, const Pane& pane) const {
        if (drag_.grip != Grip::Free && drag_.grip != Grip::Level && drag_.grip != Grip::Up) return;
        const V3f at = drag_.pivot + drag_.movement.by;
        const V3f foot(at.x, at.y, pane.groundAt(xy(at)));
        const auto a = pane.toScreen(at), b = pane.toScreen(foot);
        if (!a || !b) return;
        haloLine(p, {*a, *b}, Theme::now().ochre, 1.4, Qt::DashLine);
        for (const QPolygonF& l : pane.groundCircle(xy(at), static_cast<float>(6 * pane.metresPerPixel(foot))))
            haloLine(p, l, Theme::now().ochre, 1.4);
        if (QLineF(*a, *b).length() < 24) return;
        const float over = at.z - foot.z;
        drawTag(p, (*a + *b) / 2 + QPointF(8, -10),
                (over < 0 ? tr("%1 below ground") : tr("%1 above ground")).arg(lengthText(std::abs(over))));
    }
    float axesTurn() const {
        if (!session_.hand.ownAxes) return 0;
        const Item* item = session_.selection.item();
        if (const auto* b = bodyOf<Building>(item)) return b->yaw;
        if (const auto* f = bodyOf<Figure>(item)) return f->yaw;
        return 0;
    }
    Grip handleAt(const Pane& pane, const QPointF& at) const {
        const auto p = pivot(pane);
        return p && !pane.compact() ? gripAt(handlesAt(pane, *p, axesTurn()), at) : Grip::None;
    }

    void begin(Pane& pane, const PanePoint& point, Grip grip) {
        pivotBefore_ = pivotMoved_;
        const auto at = pivot(pane);
        if (!at) return;
        const auto plate = plateAt(pane, *at);
        if (!plate) return;
        drag_.plate = *plate;
        drag_.pivot = *at;
        drag_.grip = grip;
        drag_.axesTurn = axesTurn();
        drag_.from = drag_.now = point;
        start_ = session_.document.project();
        ids_ = session_.selection.all();
        specimen_ = session_.selection.specimen();
        parts_ = session_.selection.parts();
        // The point of the thing that was taken hold of moves with the pointer.
        drag_.grabbed = grip == Grip::Ground && point.ground ? *point.ground
                        : point.surface                      ? *point.surface
                                                             : drag_.pivot;
        moved_ = edited_ = false;
        drag_.forgetTyped();
        drag_.snapped = {};
        stroke_ = QString("hand %1").arg(++strokes_);
        drag_.corners = {xy(drag_.pivot)};
        for (const Id id : leaves(start_, ids_))
            if (const auto* b = bodyOf<Building>(find(start_, id)))
                for (const Polygon& o : outlinesOf(*b))
                    for (const V2f& q : o)
                        if (drag_.corners.size() < 64) drag_.corners.push_back(q);
        drag_.targets = snapTargets(start_, ids_);
    }
    void hold(const Pane&, Grip grip) {
        if (drag_.grip == Grip::Turn || drag_.grip == Grip::Size || drag_.grip == Grip::Pivot) return;
        drag_.grip = drag_.grip == grip ? usual_ : grip; // the same key lets go
        drag_.field = 0;
    }
    void finish() {
        if (moved_ && drag_.grip != Grip::Pivot) {
            pivotMoved_.reset();
            drag_.grip = Grip::None;
            session_.document.endEdit();
        }
        drag_.grip = Grip::None;
        drag_.forgetTyped();
        drag_.snapped = {};
    }

    void apply(const Pane& pane) {
        drag_.update(pane, session_.hand);
        const Movement& m = drag_.movement;
        if (drag_.grip == Grip::Pivot) {
            pivotMoved_ = drag_.pivot + V3f(m.by.x, m.by.y, 0);
            pivotOf_ = session_.selection.changes();
            return;
        }
        Project next;
        try {
            next = parts_.empty() ? moved(start_, ids_, m, session_.document.ground(), specimen_)
                                  : movedParts(start_, ids_.front(), parts_, m);
            check(next, &start_);
        } catch (const Error& e) {
            Q_EMIT session_.message(sentenceOf(e));
            return;
        }
        if (next == session_.document.project()) return;
        edited_ = true;
        const QString name = drag_.grip == Grip::Turn   ? tr("Rotate")
                             : drag_.grip == Grip::Size ? tr("Scale")
                                                        : tr("Move");
        session_.document.edit(name, std::move(next), stroke_, BuildMode::Moving);
    }

    static V2f arrow(const QKeyEvent& event) {
        switch (event.key()) {
        case Qt::Key_Left:
            return {-1, 0};
        case Qt::Key_Right:
            return {1, 0};
        case Qt::Key_Up:
            return {0, 1};
        case Qt::Key_Down:
            return {0, -1};
        default:
            return V2f(0);
        }
    }
    bool nudge(Pane& pane, const QKeyEvent& event) {
        const V2f way = arrow(event);
        const bool lifts = event.key() == Qt::Key_PageUp || event.key() == Qt::Key_PageDown;
        if ((way == V2f(0) && !lifts) || (event.modifiers() & Qt::AltModifier) || !pivot(pane)) return false;
        const float step = session_.hand.step * (event.modifiers() & Qt::ShiftModifier     ? 10.0f
                                                 : event.modifiers() & Qt::ControlModifier ? 0.1f
                                                                                           : 1.0f);
        Movement m;
        if (lifts) {
            m.by = {0, 0, event.key() == Qt::Key_PageUp ? step : -step};
            m.toGround = false;
        } else {
            // In the shot, away and aside are the nearest of the four winds.
            float turn = axesTurn();
            if (qobject_cast<const ShotPane*>(&pane)) {
                const float yaw = -session_.view.camera().yaw - turn;
                turn += std::round(yaw / (kPi / 2)) * (kPi / 2);
            }
            const float c = std::round(std::cos(turn) * 1e6f) / 1e6f, s = std::round(std::sin(turn) * 1e6f) / 1e6f;
            m.by = V3f(c * way.x - s * way.y, s * way.x + c * way.y, 0) * step;
        }
        const Selection& selected = session_.selection;
        const Project& project = session_.document.project();
        session_.document.edit(tr("Move"),
                               selected.parts().empty()
                                   ? moved(project, selected.all(), m, session_.document.ground(), selected.specimen())
                                   : movedParts(project, selected.last(), selected.parts(), m),
                               "nudge");
        return true;
    }

    Session& session_;
    Grip usual_;
    HandDrag drag_;
    Project start_; // before it
    std::vector<Id> ids_;
    int specimen_ = -1;
    std::vector<int> parts_;
    std::optional<V3f> pivotMoved_, pivotBefore_; // set by hand
    uint64_t pivotOf_ = 0;                        // for what was selected then
    QString stroke_;
    int strokes_ = 0;
    bool moved_ = false, edited_ = false;
};

} // namespace

std::unique_ptr<Tool> makeMoveTool(Session& session) {
    return std::make_unique<Hand>(session, Grip::Ground);
}
std::unique_ptr<Tool> makeTurnTool(Session& session) {
    return std::make_unique<Hand>(session, Grip::Turn);
}
std::unique_ptr<Tool> makeSizeTool(Session& session) {
    return std::make_unique<Hand>(session, Grip::Size);
}

} // namespace thallos
