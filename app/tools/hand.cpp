// The hand: chooses, moves, turns and sizes whatever is chosen, in both panes, by the thing itself or by handles.
#include <array>
#include <cmath>

#include <QKeyEvent>

#include "app/figures.h"
#include "app/theme.h"
#include "app/tools/drawing.h"
#include "app/tools/makers.h"
#include "core/base/error.h"
#include "core/base/quantity.h"
#include "core/project/move.h"

namespace thallos {

namespace {

enum class Grip { None, Ground, Level, Free, Along, Across, Up, Turn, Size, Pivot };

// Handles lie on a plate round the pivot: a ring to turn by, bars east and north, a staff upwards, a knob to size by.
// Lengths in pixels.
constexpr double kRing = 44, kBar = 66, kStaff = 74, kReach = 8;

// The level plate as it is drawn. Seen from eye height a level ring is a line that no pointer can follow: the plate
// never lies flatter than its ratio allows.
struct Plate {
    QPointF centre;
    V2f right{1, 0}, away{0, 1}; // of the view, in plan
    double ratio = 1, metre = 1; // height by width of the ring; metres a pixel

    QPointF toScreen(const V2f& plan) const {
        return centre + QPointF(plan.dot(right), -plan.dot(away) * ratio) / metre;
    }
    V2f toPlan(const QPointF& at) const {
        const QPointF d = (at - centre) * metre;
        return right * static_cast<float>(d.x()) - away * static_cast<float>(d.y() / ratio);
    }
};

std::optional<V3f> onLevel(const PanePoint& p, float z) {
    if (std::abs(p.direction.z) < 1e-4f) return std::nullopt;
    const float t = (z - p.origin.z) / p.direction.z;
    if (t <= 0) return std::nullopt;
    return p.origin + p.direction * t;
}

// How far along the axis through `at` the pointer's ray comes nearest to it.
std::optional<float> alongAxis(const PanePoint& p, const V3f& at, const V3f& axis) {
    const V3f w = at - p.origin;
    const float b = axis.dot(p.direction), denominator = 1 - b * b;
    if (denominator < 1e-4f) return std::nullopt; // seen end on
    return (b * p.direction.dot(w) - axis.dot(w)) / denominator;
}

class Hand : public Tool {
public:
    Hand(Session& s, Grip usual) : session_(s), usual_(usual) {}

    bool press(Pane& pane, const PanePoint& point) override {
        if (grip_ != Grip::None) return true;
        Grip grip = handleAt(pane, point.at);
        if (grip == Grip::None) {
            const Id under = session_.choosable(point.under);
            // Turning and sizing may take hold anywhere, as of a long lever.
            const bool lever = !under && usual_ != Grip::Ground && pivot(pane);
            if (!lever && (!under || !movable(under))) return false;
            // One of several chosen takes the others along; a plant of a planting goes alone unless all of it was
            // chosen.
            if (under && !session_.isChosen(under)) {
                if (point.item == under && point.specimen >= 0)
                    session_.chooseSpecimen(under, point.specimen);
                else
                    session_.choose(under);
            }
            grip = usual_;
        }
        // The diamond takes hold of the thing itself; with Shift, of the pivot alone.
        if (grip == Grip::Pivot && !(point.modifiers & Qt::ShiftModifier)) grip = Grip::Ground;
        begin(pane, point, grip);
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        if (grip_ == Grip::None) return;
        now_ = point;
        // A click that trembles moves nothing.
        if (!moved_ && QLineF(from_.at, point.at).length() < 4) return;
        moved_ = true;
        apply(pane);
    }
    void release(Pane& pane, const PanePoint& point) override {
        if (grip_ == Grip::None) return;
        if (moved_) {
            now_ = point;
            apply(pane);
        }
        finish();
    }
    bool chooses() const override { return true; }
    bool busy() const override { return grip_ != Grip::None; }
    bool grips(const Pane& pane, const PanePoint& point) const override {
        return handleAt(pane, point.at) != Grip::None;
    }
    bool wants(const Pane& pane, const QKeyEvent& event) const override {
        return arrow(event) != V2f(0) && pivot(pane).has_value();
    }
    bool key(Pane& pane, QKeyEvent* event) override {
        if (grip_ == Grip::None) return nudge(pane, *event);
        // After a number the letters of a unit are typed: ft, in, deg.
        const QString word = event->text().toLower();
        const QChar last = typed_.isEmpty() ? QChar() : typed_.back();
        if ((word == "f" && (last.isDigit() || last == ' ')) || (word == "n" && last == 'i') ||
            (word == "e" && last == 'd') || (word == "g" && last == 'e')) {
            typed_ += word;
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
            if (moved_ || !typed_.isEmpty()) apply(pane);
            finish();
            return true;
        case Qt::Key_Backspace:
            typed_.chop(1);
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
            if (text.isEmpty() || !(text[0].isDigit() || QString(".,-+*/();:% '\"°mcfkind").contains(text[0])))
                return true; // in a drag no key does anything else
            typed_ += text;
        }
        }
        moved_ = true;
        apply(pane);
        return true;
    }
    void cancel() override {
        if (grip_ == Grip::None) return;
        if (edited_) session_.abandonEdit();
        pivotMoved_ = pivotBefore_;
        grip_ = Grip::None;
        typed_.clear();
        snapped_ = {};
    }
    void doubleClick(Pane& pane, const PanePoint& point) override {
        if (handleAt(pane, point.at) == Grip::Pivot) pivotMoved_.reset();
    }

    void draw(QPainter& p, const Pane& pane) const override {
        const auto at = pivot(pane);
        if (!at || pane.compact()) return;
        const Theme& t = Theme::now();
        const Grip over = grip_ != Grip::None ? grip_ : at_ ? handleAt(pane, at_->at) : Grip::None;
        const auto color = [&](Grip g) { return over == g ? t.ochre : t.accentText; };
        const Handles h = handles(pane, *at);
        haloLine(p, h.ring, color(Grip::Turn), over == Grip::Turn ? 2.4 : 1.6);
        const std::pair<Grip, QString> bars[] = {{Grip::Along, session_.hand.ownAxes ? toolText("A") : toolText("E")},
                                                 {Grip::Across, session_.hand.ownAxes ? toolText("B") : toolText("N")}};
        for (int i = 0; i < 2; ++i) {
            haloLine(p, {h.centre, h.bar[i]}, color(bars[i].first), over == bars[i].first ? 2.6 : 1.8);
            p.setPen(QPen(t.field, 1.2));
            p.setBrush(color(bars[i].first));
            p.drawEllipse(h.bar[i], 8, 8);
            p.setFont(typeface(Type::Tiny));
            p.drawText(QRectF(h.bar[i] - QPointF(8, 8), QSizeF(16, 16)), Qt::AlignCenter, bars[i].second);
        }
        if (h.staff) {
            haloLine(p, {h.centre, *h.staff}, color(Grip::Up), over == Grip::Up ? 2.6 : 1.8);
            p.setPen(QPen(t.field, 1.2));
            p.setBrush(color(Grip::Up));
            const QPointF s = *h.staff;
            p.drawPolygon(QPolygonF({s + QPointF(0, -9), s + QPointF(7, 3), s + QPointF(-7, 3)}));
        }
        p.setPen(QPen(t.field, 1.2));
        p.setBrush(color(Grip::Size));
        p.drawRect(QRectF(h.knob - QPointF(5, 5), QSizeF(10, 10)));
        p.setBrush(color(Grip::Pivot));
        p.drawPolygon(QPolygonF({h.centre + QPointF(0, -5), h.centre + QPointF(5, 0), h.centre + QPointF(0, 5),
                                 h.centre + QPointF(-5, 0)}));
        if (grip_ == Grip::None || !moved_) return;
        drawPlumb(p, pane);
        // What it was drawn to, and how far it went.
        if (snapped_.kind != SnapKind::None) {
            const V3f to(snapped_.at.x, snapped_.at.y, pane.groundAt(snapped_.at));
            if (const auto s = pane.toScreen(to)) {
                p.setPen(QPen(t.ochre, 2));
                p.setBrush(Qt::NoBrush);
                p.drawEllipse(*s, 7, 7);
                static const char* names[] = {"", "end", "item", "edge", "grid"};
                drawTag(p, *s + QPointF(10, -30), toolText(names[static_cast<int>(snapped_.kind)]));
            }
        }
        drawTag(p, now_.at + QPointF(16, -34), readout());
    }

    QString hint() const override {
        if (grip_ == Grip::Turn) return toolText("Type degrees · Ctrl steps by 15° · Enter ends, Esc gives up");
        if (grip_ == Grip::Size) return toolText("Type a factor · Enter ends, Esc gives up");
        if (grip_ != Grip::None)
            return toolText("Type metres, or two with “;” between · E N U hold an axis, P the level, G the ground, F "
                            "free · Ctrl without snapping · Esc gives up");
        if (session_.allChosen().empty())
            return toolText(
                "Click selects, again what lies beneath · Shift adds or takes away · drag on nothing frames, "
                "with Ctrl freely · right drag goes round");
        return toolText(
            "Drag it or its handles: E N along, arrow up, ring turns, square sizes, Shift+diamond the pivot · "
            "arrow keys step");
    }

private:
    struct Handles {
        QPointF centre, knob;
        std::array<QPointF, 2> bar;
        std::optional<QPointF> staff;
        QPolygonF ring;
    };

    bool movable(Id id) const {
        for (const Id leaf : leaves(session_.project(), {id})) {
            const Item* i = session_.item(leaf);
            if (i && !fixed(session_.project(), *i) && holdOf(*i, nullptr)) return true;
        }
        return false;
    }
    // Where what is chosen is held; nothing when none of it can be moved. A shot is moved by looking, not here, unless
    // in the plan.
    std::optional<V3f> pivot(const Pane& pane) const {
        if (grip_ != Grip::None && grip_ != Grip::Pivot) return pivot_;
        if (pivotMoved_ && pivotOf_ == session_.choices()) return pivotMoved_;
        const HeightField* ground = session_.ground();
        Box3f box;
        int n = 0;
        std::optional<V3f> one;
        for (const Id id : session_.chosenLeaves()) {
            const Item* item = session_.item(id);
            if (!item || fixed(session_.project(), *item)) continue;
            std::optional<V3f> hold = holdOf(*item, ground);
            if (const int s = session_.specimen(); s >= 0) {
                const V2f at = bodyOf<Planting>(item)->specimens[static_cast<size_t>(s)].at;
                hold = V3f(at.x, at.y, 0);
            }
            if (!hold) continue;
            if (std::holds_alternative<Figure>(item->body) || std::holds_alternative<Planting>(item->body))
                hold->z = pane.groundAt(xy(*hold));
            box.extendBy(*hold);
            one = hold;
            ++n;
        }
        return n == 1 ? one : n ? std::optional<V3f>(box.center()) : std::nullopt;
    }
    // Where what hangs over the ground, or sinks into it, has its foot.
    void drawPlumb(QPainter& p, const Pane& pane) const {
        if (grip_ != Grip::Free && grip_ != Grip::Level && grip_ != Grip::Up) return;
        const V3f at = pivot_ + movement_.by;
        const V3f foot(at.x, at.y, pane.groundAt(xy(at)));
        const auto a = pane.toScreen(at), b = pane.toScreen(foot);
        if (!a || !b) return;
        haloLine(p, {*a, *b}, Theme::now().ochre, 1.4, Qt::DashLine);
        for (const QPolygonF& l : pane.groundCircle(xy(at), static_cast<float>(6 * pane.metresPerPixel(foot))))
            haloLine(p, l, Theme::now().ochre, 1.4);
        if (QLineF(*a, *b).length() < 24) return;
        const float over = at.z - foot.z;
        drawTag(p, (*a + *b) / 2 + QPointF(8, -10),
                (over < 0 ? toolText("%1 under the ground") : toolText("%1 over the ground"))
                    .arg(lengthText(std::abs(over))));
    }
    float axesTurn() const {
        if (!session_.hand.ownAxes) return 0;
        const Item* item = session_.chosenItem();
        if (const auto* b = bodyOf<Building>(item)) return b->yaw;
        if (const auto* f = bodyOf<Figure>(item)) return f->yaw;
        return 0;
    }
    V3f axis(Grip g) const {
        if (g == Grip::Up) return {0, 0, 1};
        const float a = axesTurn(), c = std::cos(a), s = std::sin(a);
        return g == Grip::Across ? V3f(-s, c, 0) : V3f(c, s, 0);
    }

    std::optional<Plate> plateAt(const Pane& pane, const V3f& at) const {
        const auto centre = pane.toScreen(at);
        if (!centre) return std::nullopt;
        Plate plate;
        plate.centre = *centre;
        plate.metre = pane.metresPerPixel(at);
        if (qobject_cast<const ShotPane*>(&pane)) {
            const Camera c = session_.camera();
            plate.right = {std::cos(c.yaw), -std::sin(c.yaw)};
            plate.away = {std::sin(c.yaw), std::cos(c.yaw)};
            const V3f from = at - c.position;
            plate.ratio = std::max(0.34, static_cast<double>(-from.z / std::max(from.length(), 1e-3f)));
        }
        return plate;
    }
    Handles handles(const Pane& pane, const V3f& at) const {
        Handles h;
        const auto plate = plateAt(pane, at);
        if (!plate) return h;
        h.centre = plate->centre;
        const auto place = [&](float angle, double pixels) {
            return plate->toScreen(V2f(std::cos(angle), std::sin(angle)) * static_cast<float>(pixels * plate->metre));
        };
        for (int i = 0; i <= 48; ++i) h.ring << place(2 * kPi * static_cast<float>(i) / 48, kRing);
        h.bar[0] = place(axesTurn(), kBar);
        h.bar[1] = place(axesTurn() + kPi / 2, kBar);
        h.knob = place(axesTurn() - 0.75f * kPi, kRing);
        h.staff = pane.toScreen(at + V3f(0, 0, static_cast<float>(kStaff * plate->metre)));
        // Seen end on it can't be pulled.
        if (h.staff && QLineF(*h.staff, h.centre).length() < 18) h.staff.reset();
        return h;
    }
    Grip handleAt(const Pane& pane, const QPointF& at) const {
        const auto p = pivot(pane);
        if (!p || pane.compact()) return Grip::None;
        const Handles h = handles(pane, *p);
        if (h.ring.isEmpty()) return Grip::None;
        const auto near = [&](const QPointF& q, double reach) { return QLineF(q, at).length() < reach; };
        if (h.staff && near(*h.staff, kReach + 2)) return Grip::Up;
        if (near(h.bar[0], kReach + 2)) return Grip::Along;
        if (near(h.bar[1], kReach + 2)) return Grip::Across;
        if (near(h.knob, kReach)) return Grip::Size;
        if (near(h.centre, kReach - 1)) return Grip::Pivot;
        for (qsizetype i = 1; i < h.ring.size(); ++i) {
            const QPointF a = h.ring[i - 1], d = h.ring[i] - a, w = at - a;
            const double l = QPointF::dotProduct(d, d),
                         s = l > 0 ? std::clamp(QPointF::dotProduct(w, d) / l, 0.0, 1.0) : 0;
            if (near(a + d * s, 5)) return Grip::Turn;
        }
        return Grip::None;
    }

    void begin(Pane& pane, const PanePoint& point, Grip grip) {
        pivotBefore_ = pivotMoved_;
        const auto at = pivot(pane);
        if (!at) return;
        const auto plate = plateAt(pane, *at);
        if (!plate) return;
        plate_ = *plate;
        pivot_ = *at;
        grip_ = grip;
        from_ = now_ = point;
        start_ = session_.project();
        ids_ = session_.allChosen();
        specimen_ = session_.specimen();
        // The point of the thing that was taken hold of moves with the pointer.
        grabbed_ = grip == Grip::Ground && point.ground ? *point.ground : point.surface ? *point.surface : pivot_;
        moved_ = edited_ = false;
        typed_.clear();
        snapped_ = {};
        stroke_ = QString("hand %1").arg(++strokes_);
        own_ = {xy(pivot_)};
        for (const Id id : leaves(start_, ids_))
            if (const auto* b = bodyOf<Building>(find(start_, id)))
                for (const Polygon& o : outlinesOf(*b))
                    for (const V2f& q : o)
                        if (own_.size() < 64) own_.push_back(q);
        targets_ = snapTargets(start_, ids_);
    }
    void hold(const Pane&, Grip grip) {
        if (grip_ == Grip::Turn || grip_ == Grip::Size || grip_ == Grip::Pivot) return;
        grip_ = grip_ == grip ? usual_ : grip; // the same key lets go
    }
    void finish() {
        if (moved_ && grip_ != Grip::Pivot) {
            pivotMoved_.reset();
            grip_ = Grip::None;
            session_.endEdit();
        }
        grip_ = Grip::None;
        typed_.clear();
        snapped_ = {};
    }

    // From where the pointer took hold to where it is, under the constraint.
    std::optional<V3f> shift(const Pane& pane) const {
        switch (grip_) {
        case Grip::Ground: {
            if (!from_.ground || !now_.ground) return std::nullopt;
            const V2f d = xy(*now_.ground) - xy(*from_.ground);
            return V3f(d.x, d.y, 0);
        }
        case Grip::Level:
        case Grip::Pivot: {
            const auto a = onLevel(from_, pivot_.z), b = onLevel(now_, pivot_.z);
            if (a && b && std::abs(now_.direction.z) > 0.1f && std::abs(from_.direction.z) > 0.1f) return *b - *a;
            const V2f d = plate_.toPlan(now_.at) - plate_.toPlan(from_.at);
            return V3f(d.x, d.y, 0);
        }
        case Grip::Free: {
            // In the plane through the thing that faces the eye.
            const V3f n = from_.direction;
            const float a = (grabbed_ - now_.origin).dot(n), b = now_.direction.dot(n);
            if (std::abs(b) < 1e-4f) return std::nullopt;
            const V3f there = now_.origin + now_.direction * (a / b);
            const float c = (grabbed_ - from_.origin).dot(n);
            return there - (from_.origin + from_.direction * c);
        }
        case Grip::Along:
        case Grip::Across:
        case Grip::Up: {
            const V3f along = axis(grip_);
            // An axis that runs away from the eye follows its bar on the plate instead of the ray.
            const auto tip = pane.toScreen(pivot_ + along * static_cast<float>(kBar * plate_.metre));
            if (grip_ != Grip::Up && (!tip || QLineF(*tip, plate_.centre).length() < 0.6 * kBar)) {
                const auto bar = plate_.toScreen(xy(along)) - plate_.centre;
                const double l = QPointF::dotProduct(bar, bar);
                return along * static_cast<float>(QPointF::dotProduct(now_.at - from_.at, bar) / std::max(l, 1e-9));
            }
            const auto a = alongAxis(from_, pivot_, along), b = alongAxis(now_, pivot_, along);
            if (!a || !b) return std::nullopt;
            return along * (*b - *a);
        }
        default:
            return std::nullopt;
        }
    }

    void apply(const Pane& pane) {
        Movement m;
        m.pivot = xy(pivot_);
        snapped_ = {};
        const bool fine = (now_.modifiers & Qt::ControlModifier) != 0;
        if (grip_ == Grip::Turn) {
            const V2f a = plate_.toPlan(from_.at), b = plate_.toPlan(now_.at);
            float turn = std::atan2(b.y, b.x) - std::atan2(a.y, a.x);
            turn = std::remainder(turn, 2 * kPi);
            SnapSettings s = session_.hand.snap;
            s.angle = s.angle != fine;
            turn = snapAngle(turn, s);
            if (const auto typed = read(Dimension::Angle, "deg")) turn = radians(static_cast<float>(*typed));
            m.turn = turn;
        } else if (grip_ == Grip::Size) {
            const float before = plate_.toPlan(from_.at).length();
            float size = before > 0 ? plate_.toPlan(now_.at).length() / before : 1;
            if (const auto typed = read(Dimension::Plain, "")) size = static_cast<float>(*typed);
            m.size = std::clamp(size, 0.01f, 100.0f);
        } else {
            V3f by = shift(pane).value_or(V3f(0));
            const bool flat = grip_ != Grip::Up && grip_ != Grip::Free;
            if (session_.hand.snapping && !fine && flat) {
                std::vector<V2f> points = grip_ == Grip::Pivot ? std::vector<V2f>{xy(pivot_)} : own_;
                for (V2f& q : points) q += xy(by);
                const auto reach = static_cast<float>(9 * pane.metresPerPixel(pivot_ + by));
                snapped_ = snap(points, targets_, session_.hand.snap, reach);
                V3f more(snapped_.by.x, snapped_.by.y, 0);
                if (grip_ == Grip::Along || grip_ == Grip::Across) more = axis(grip_) * axis(grip_).dot(more);
                by += more;
            }
            if (const auto typed = readShift(by)) {
                by = *typed;
                snapped_ = {};
            }
            m.by = by;
            // Held to an axis of the plan or free over the ground, things stay on the ground; on the level they keep
            // their height.
            m.toGround = grip_ == Grip::Ground || grip_ == Grip::Along || grip_ == Grip::Across;
        }
        movement_ = m;
        if (grip_ == Grip::Pivot) {
            pivotMoved_ = pivot_ + V3f(m.by.x, m.by.y, 0);
            pivotOf_ = session_.choices();
            return;
        }
        Project next = moved(start_, ids_, m, session_.ground(), specimen_);
        try {
            check(next);
        } catch (const Error& e) {
            Q_EMIT session_.message(QString::fromUtf8(e.what()));
            return;
        }
        if (next == session_.project()) return;
        edited_ = true;
        const QString name = grip_ == Grip::Turn   ? toolText("Turn")
                             : grip_ == Grip::Size ? toolText("Size")
                                                   : toolText("Move");
        session_.edit(name, std::move(next), stroke_, Haste::Moving);
    }

    std::optional<double> read(Dimension dimension, const char* unit) const {
        if (typed_.isEmpty()) return std::nullopt;
        try {
            return parseQuantity(typed_.toStdString(), dimension, unit);
        } catch (const Error&) {
            return std::nullopt; // not finished yet
        }
    }
    // Typed lengths, in metres or feet as they are shown: one along the axis held or the way the pointer goes, two east
    // and north.
    std::optional<V3f> readShift(const V3f& by) const {
        if (typed_.isEmpty()) return std::nullopt;
        const QStringList parts = typed_.split(';');
        const auto metres = [](const QString& s) -> std::optional<float> {
            try {
                return static_cast<float>(parseQuantity(s.toStdString(), Dimension::Length, showsFeet() ? "ft" : "m"));
            } catch (const Error&) {
                return std::nullopt;
            }
        };
        const auto a = metres(parts[0]);
        if (!a) return std::nullopt;
        if (grip_ == Grip::Along || grip_ == Grip::Across || grip_ == Grip::Up) return axis(grip_) * *a;
        if (parts.size() > 1) {
            const auto b = metres(parts[1]);
            return axis(Grip::Along) * *a + axis(Grip::Across) * b.value_or(0);
        }
        const V3f flat = grip_ == Grip::Free ? by : V3f(by.x, by.y, 0);
        return flat.length() > 1e-4f ? flat.normalized() * *a : axis(Grip::Along) * *a;
    }
    QString readout() const {
        QString text;
        if (grip_ == Grip::Turn)
            text = toolText("%1°").arg(degrees(movement_.turn), 0, 'f', 1);
        else if (grip_ == Grip::Size)
            text = toolText("× %1").arg(movement_.size, 0, 'f', 3);
        else if (grip_ == Grip::Up)
            text = toolText("up %1").arg(lengthText(movement_.by.z));
        else {
            text = toolText("%1 · E %2 N %3")
                       .arg(lengthText(movement_.by.length()), lengthText(movement_.by.x), lengthText(movement_.by.y));
            if (movement_.by.z != 0) text += toolText(" U %1").arg(lengthText(movement_.by.z));
        }
        return typed_.isEmpty() ? text : text + "   " + typed_ + "▏";
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
                const float yaw = -session_.camera().yaw - turn;
                turn += std::round(yaw / (kPi / 2)) * (kPi / 2);
            }
            const float c = std::round(std::cos(turn) * 1e6f) / 1e6f, s = std::round(std::sin(turn) * 1e6f) / 1e6f;
            m.by = V3f(c * way.x - s * way.y, s * way.x + c * way.y, 0) * step;
        }
        session_.edit(toolText("Move"),
                      moved(session_.project(), session_.allChosen(), m, session_.ground(), session_.specimen()),
                      "nudge");
        return true;
    }

    Session& session_;
    Grip usual_, grip_ = Grip::None;
    PanePoint from_, now_; // of the drag
    Project start_;        // before it
    std::vector<Id> ids_;
    int specimen_ = -1;
    V3f pivot_{0}, grabbed_{0};
    Plate plate_;
    std::optional<V3f> pivotMoved_, pivotBefore_; // set by hand
    uint64_t pivotOf_ = 0;                        // for what was chosen then
    std::vector<V2f> own_;                        // points that snap
    SnapTargets targets_;
    Snapped snapped_;
    Movement movement_;
    QString typed_, stroke_;
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
