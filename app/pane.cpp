#include "app/pane.h"

#include <algorithm>
#include <cmath>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QNativeGestureEvent>
#include <QPainter>
#include <QPainterPath>
#include <QTabletEvent>

#include "app/figures.h"
#include "app/theme.h"
#include "app/tool.h"
#include "app/tools/drawing.h"
#include "core/trace/probe.h"
#include "core/trace/ray.h"
#include "core/trace/shading.h"

namespace thallos {

Pane::Pane(Session& session, Engine& engine, QWidget* parent) : QWidget(parent), session_(session), engine_(engine) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAttribute(Qt::WA_OpaquePaintEvent); // every pixel is painted here
    laterView_.setSingleShot(true);
    connect(&laterView_, &QTimer::timeout, this, &Pane::updateNow);
    connect(&session_, &Session::chosenChanged, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::projectChanged, this, [this] { update(); });
    connect(&session_, &Session::builtChanged, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::handSettingsChanged, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::showingChanged, this, qOverload<>(&QWidget::update));
}

void Pane::setTool(Tool* tool) {
    if (tool_ && tool_ != tool) tool_->cancel();
    tool_ = tool;
    update();
}

void Pane::setCompact(bool compact) {
    compact_ = compact;
    update();
}

void Pane::updateView() {
    constexpr int kFollows = 40; // ms
    if (drag_ != Drag::None && sinceView_.isValid() && sinceView_.elapsed() < kFollows) {
        if (!laterView_.isActive()) laterView_.start(kFollows - static_cast<int>(sinceView_.elapsed()));
        return;
    }
    updateNow();
}

void Pane::updateNow() {
    laterView_.stop();
    sinceView_.start();
    update();
}

float Pane::groundAt(const V2f& p) const {
    return session_.built() ? session_.built()->field.at(p) : 0;
}

std::vector<QPolygonF> Pane::groundLine(const std::vector<V2f>& points, bool closed) const {
    std::vector<QPolygonF> lines;
    addSeen(points, closed, lines);
    return lines;
}

static std::vector<V2f> circle(const V2f& centre, float radius, int corners) {
    std::vector<V2f> points;
    for (int i = 0; i < corners; ++i) {
        const float a = 2 * kPi * static_cast<float>(i) / static_cast<float>(corners);
        points.push_back(centre + V2f(std::cos(a), std::sin(a)) * radius);
    }
    return points;
}

std::vector<QPolygonF> Pane::groundCircle(const V2f& centre, float radius) const {
    return groundLine(circle(centre, radius, 48), true);
}

void Pane::drawChip(QPainter& painter, const QPointF& topLeft, const QString& text, const QFont& f) const {
    painter.setFont(f);
    const QFontMetricsF m(f);
    const QRectF r(topLeft, QSizeF(m.horizontalAdvance(text) + 20, 22));
    painter.setPen(QPen(Theme::now().line, 1));
    painter.setBrush(Theme::now().field);
    painter.drawRoundedRect(r.adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    painter.setPen(Theme::now().ink);
    painter.drawText(r, Qt::AlignCenter, text);
}

namespace {

// The part of a line within the rectangle (Liang and Barsky 1984); false: none.
bool clipped(QPointF& a, QPointF& b, const QRectF& r) {
    const QPointF d = b - a;
    double from = 0, to = 1;
    const double p[] = {-d.x(), d.x(), -d.y(), d.y()};
    const double q[] = {a.x() - r.left(), r.right() - a.x(), a.y() - r.top(), r.bottom() - a.y()};
    for (int i = 0; i < 4; ++i) {
        if (p[i] == 0) {
            if (q[i] < 0) return false;
            continue;
        }
        const double t = q[i] / p[i];
        p[i] < 0 ? from = std::max(from, t) : to = std::min(to, t);
    }
    if (from > to) return false;
    b = a + d * to;
    a += d * from;
    return true;
}

} // namespace

void Pane::addSeen(const std::vector<V3f>& line, std::vector<QPolygonF>& out) const {
    const QRectF room = QRectF(rect()).adjusted(-60, -60, 60, 60);
    QPolygonF piece;
    std::optional<QPointF> last; // where the pen is
    const auto end = [&] {
        if (piece.size() > 1) out.push_back(piece);
        piece.clear();
    };
    for (size_t i = 0; i < line.size(); ++i) {
        const auto s = toScreen(line[i]);
        if (!s) {
            end();
            last.reset();
            continue;
        }
        // Long lines lose points; small ones keep their shape.
        if (last && line.size() > 60 && i + 1 < line.size() && (*s - *last).manhattanLength() < 3) continue;
        if (last) {
            QPointF a = *last, b = *s;
            if (!clipped(a, b, room))
                end();
            else {
                if (piece.isEmpty() || piece.last() != a) {
                    end();
                    piece << a;
                }
                piece << b;
            }
        }
        last = s;
    }
    end();
}

void Pane::addSeen(const std::vector<V2f>& onGround, bool closed, std::vector<QPolygonF>& out) const {
    std::vector<V3f> line;
    line.reserve(onGround.size() + 1);
    for (size_t i = 0; i < onGround.size() + (closed ? 1 : 0); ++i) {
        const V2f& p = onGround[i % onGround.size()];
        line.emplace_back(p.x, p.y, groundAt(p) + 0.05f);
    }
    addSeen(line, out);
}

std::vector<QPolygonF> Pane::outlineOf(const Item& item) const {
    std::vector<QPolygonF> lines;
    if (const auto* b = std::get_if<Building>(&item.body)) {
        for (const Polygon& o : outlinesOf(*b)) {
            std::vector<V3f> foot;
            for (size_t i = 0; i <= o.size(); ++i) {
                const V2f& p = o[i % o.size()];
                foot.emplace_back(p.x, p.y, std::max(b->position.z, groundAt(p)) + 0.03f);
            }
            addSeen(foot, lines);
        }
    } else if (const auto* f = std::get_if<Figure>(&item.body))
        addSeen(circle(f->at, 0.4f, 24), true, lines);
    else if (const auto* w = std::get_if<Water>(&item.body)) {
        addSeen(circle(w->spot, 0.6f, 24), true, lines);
        const auto built = session_.built();
        for (const WaterBody& body : built ? built->waters : std::vector<WaterBody>())
            if (body.item == item.id)
                for (const auto& [a, b] : *body.shore)
                    addSeen({V3f(a.x, a.y, w->level), V3f(b.x, b.y, w->level)}, lines);
    } else if (const auto* d = std::get_if<Drift>(&item.body))
        for (const auto& a : d->areas) addSeen(smoothOutline(a), true, lines);
    else if (const auto* c = std::get_if<Clearing>(&item.body))
        for (const auto& a : c->areas) addSeen(smoothOutline(a), true, lines);
    else if (const auto* p = std::get_if<Planting>(&item.body)) {
        const int one = session_.chosen() == item.id ? session_.specimen() : -1;
        for (size_t i = 0; i < p->specimens.size() && i < 400; ++i)
            if (one < 0 || i == static_cast<size_t>(one)) addSeen(circle(p->specimens[i].at, 0.5f, 12), true, lines);
    } else if (const auto* m = std::get_if<Mark>(&item.body))
        addSeen(m->points, lines);
    return lines;
}

void Pane::drawMarks(QPainter& painter) const {
    for (const auto& item : session_.project().items) {
        const auto* mark = std::get_if<Mark>(&item->body);
        if (!mark || !session_.seen(*item)) continue;
        drawMeasured(painter, *this, mark->points, false);
    }
}

void Pane::drawChosen(QPainter& painter) const {
    std::vector<QPolygonF> lines;
    for (const Id id : session_.chosenLeaves())
        if (const Item* item = session_.item(id); item && session_.seen(*item))
            for (QPolygonF& l : outlineOf(*item)) lines.push_back(std::move(l));
    if (drag_ == Drag::Frame) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(Theme::now().accent, 1, Qt::DashLine));
        if (outline_.isEmpty())
            painter.drawRect(QRectF(pressed_, last_).normalized());
        else
            painter.drawPolygon(outline_);
    }
    // All halos first: a shore is made of many short lines.
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Theme::now().field, 4, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    for (const QPolygonF& l : lines) painter.drawPolyline(l);
    painter.setPen(QPen(Theme::now().accentText, 2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    for (const QPolygonF& l : lines) painter.drawPolyline(l);
}

void Pane::drawSnaps(QPainter& painter, const QPointF& topRight) const {
    if (compact_ || !tool_ || !tool_->chooses() || session_.allChosen().empty()) return;
    const HandSettings& h = session_.hand;
    QStringList to;
    if (h.snap.ends) to << tr("ends");
    if (h.snap.items) to << tr("items");
    if (h.snap.edges) to << tr("edges");
    if (h.snap.grid) to << tr("grid %1").arg(lengthText(h.snap.gridStep));
    if (h.snap.angle) to << tr("%1°").arg(degrees(h.snap.angleStep), 0, 'f', 0);
    const QString text = !h.snapping || to.isEmpty() ? tr("Snapping off (%1)").arg(session_.keyOf("snap.on"))
                                                     : tr("Snaps to %1").arg(to.join(", "));
    const double w = QFontMetricsF(typeface(Type::Small)).horizontalAdvance(text) + 20;
    drawChip(painter, topRight - QPointF(w, 0), text, typeface(Type::Small));
}

void Pane::drawProbe(QPainter& painter) const {
    if (!probing_ || probed_.isEmpty()) return;
    const QFontMetricsF m(typeface(Type::Small));
    double wide = 0;
    for (const QString& line : probed_) wide = std::max(wide, m.horizontalAdvance(line));
    const QSizeF size(wide + 20, 17.0 * static_cast<double>(probed_.size()) + 10);
    QPointF corner = last_ + QPointF(18, 18);
    corner.setX(std::clamp(corner.x(), 4.0, std::max(4.0, width() - size.width() - 4)));
    if (corner.y() + size.height() > height() - 4) corner.setY(std::max(4.0, last_.y() - size.height() - 12));
    const Theme& t = Theme::now();
    painter.setPen(QPen(t.line, 1));
    painter.setBrush(t.field);
    painter.drawRoundedRect(QRectF(corner, size), 4, 4);
    painter.setPen(t.ink);
    for (qsizetype i = 0; i < probed_.size(); ++i) {
        painter.setFont(typeface(i == 0 ? Type::Medium : Type::Small));
        painter.drawText(QRectF(corner + QPointF(10, 5 + 17.0 * static_cast<double>(i)), QSizeF(wide + 4, 17)),
                         Qt::AlignVCenter, probed_[i]);
    }
    painter.setPen(QPen(t.accent, 1.5));
    painter.drawLine(last_ - QPointF(7, 0), last_ + QPointF(7, 0));
    painter.drawLine(last_ - QPointF(0, 7), last_ + QPointF(0, 7));
}

void Pane::probe() {
    probed_.clear();
    const auto scene = engine_.scene();
    if (!rect().contains(last_.toPoint())) last_ = rect().center(); // by keyboard alone: the middle
    const PanePoint point = pick(last_);
    if (!scene || !point.inside) return;
    const Probed p = thallos::probe(*scene, point.origin, point.direction);
    const Item* item = session_.item(p.item);
    const auto text = [](const std::string& s) { return QString::fromStdString(s); };
    if (std::isinf(p.distance))
        probed_ << tr("Sky");
    else {
        QStringList head;
        head << (item ? text(item->name) : tr("Ground"));
        if (!p.plant.empty()) head << text(p.plant);
        if (!p.part.empty() && item && p.part != item->name) head << text(p.part);
        probed_ << head.join(" · ");
        if (!p.material.empty()) probed_ << text(p.material);
        QStringList where{tr("%1 away").arg(lengthText(p.distance)), tr("slope %1°").arg(degrees(p.slope), 0, 'f', 1)};
        probed_ << where.join(" · ");
        QString height = tr("height %1").arg(lengthText(p.position.z));
        if (p.onSite && std::abs(p.overGround) > 0.02f)
            height += tr(", %1 over the ground").arg(lengthText(p.overGround));
        probed_ << height;
    }
    if (const auto light = luminanceAt(last_)) {
        const auto [cd, ev] = *light;
        QString line = tr("%1 cd/m²").arg(cd, 0, 'f', cd < 10 ? 2 : 0);
        if (cd > 0) {
            const double stops = std::log2(cd / (0.125 * std::exp2(ev)));
            line += tr(" · %1%2 stops from middle grey").arg(stops < 0 ? "−" : "+").arg(std::abs(stops), 0, 'f', 1);
        }
        probed_ << line;
    }
}

void Pane::drawHint(QPainter& painter, const QPointF& bottomLeft, double room) const {
    QString text =
        tool_ ? tool_->hint()
              : tr("Left click chooses · right drag goes round what is under the pointer · middle drag shifts · "
                   "wheel goes nearer");
    const QFontMetricsF m(typeface(Type::Small));
    text = m.elidedText(text, Qt::ElideRight, room - 20);
    drawChip(painter, bottomLeft - QPointF(0, 22), text, typeface(Type::Small));
}

void Pane::mousePressEvent(QMouseEvent* event) {
    setFocus(Qt::MouseFocusReason);
    last_ = event->position();
    if (busy() && drag_ == Drag::Tool) return; // another button during a drag
    if (event->button() == Qt::RightButton || event->button() == Qt::MiddleButton) {
        const bool shift = event->button() == Qt::MiddleButton || (event->modifiers() & Qt::ShiftModifier);
        drag_ = shift ? Drag::Shift : event->modifiers() & Qt::ControlModifier ? Drag::Turn : Drag::Orbit;
        orbitAbout_ = pick(last_).surface;
        setCursor(Qt::ClosedHandCursor);
        return;
    }
    if (event->button() != Qt::LeftButton) return;
    PanePoint point = pick(event->position(), event->modifiers());
    point.pressure = pressure_;
    pressed_ = event->position();
    const Id under = session_.choosable(point.under);
    if (choosing() && (event->modifiers() & Qt::ShiftModifier) && !(tool_ && tool_->grips(*this, point))) {
        drag_ = under ? Drag::None : Drag::Frame;
        outline_.clear();
        if (!under && (event->modifiers() & Qt::ControlModifier)) outline_ << pressed_;
        if (under) session_.chooseAlso(under);
        chosenByPress_ = {};
        return;
    }
    // A press on what is chosen may begin a drag of all of it: it is chosen alone only by the release.
    chosenByPress_ = under;
    chosenBefore_ = session_.allChosen().size() == 1 ? session_.chosen() : Id{};
    wholeBefore_ = session_.specimen() < 0;
    if (tool_ && tool_->press(*this, point)) {
        drag_ = Drag::Tool;
        update();
        Q_EMIT pressed(point);
        return;
    }
    if (choosing() && !under) {
        drag_ = Drag::Frame;
        outline_.clear();
        if (event->modifiers() & Qt::ControlModifier) outline_ << pressed_;
    } else if (!session_.isChosen(under))
        session_.choose(under);
    Q_EMIT pressed(point);
}

bool Pane::choosing() const {
    return !tool_ || tool_->chooses();
}

bool Pane::busy() const {
    return drag_ != Drag::None || (tool_ && tool_->busy());
}

// Seen items of the verb, not locked, the middle of whose outline lies in the rectangle or the drawn outline; groups
// for what they hold.
std::vector<Id> Pane::framed() const {
    const QRectF frame = QRectF(pressed_, last_).normalized();
    std::vector<Id> ids;
    const Project& project = session_.project();
    for (const auto& item : project.items) {
        if (!session_.seen(*item) || fixed(project, *item) || !belongs(project, *item, session_.verb())) continue;
        QRectF all;
        for (const QPolygonF& l : outlineOf(*item))
            all = all.isNull() ? l.boundingRect() : all.united(l.boundingRect());
        if (all.isNull()) continue;
        const bool in =
            outline_.isEmpty() ? frame.contains(all.center()) : outline_.containsPoint(all.center(), Qt::OddEvenFill);
        const Id id = outermost(project, item->id);
        if (in && std::find(ids.begin(), ids.end(), id) == ids.end()) ids.push_back(id);
    }
    return ids;
}

void Pane::meet(const V3f& origin, const V3f& direction, const V3f& camera, PanePoint& point) const {
    const auto scene = engine_.scene();
    point.origin = origin;
    point.direction = direction;
    point.inside = true;
    const auto isGround = [&](const Hit& hit) {
        const ObjectKind kind = scene->objects[hit.object].kind;
        return kind == ObjectKind::Ground || kind == ObjectKind::Far;
    };
    V3f o = origin;
    for (int k = 0; k < 48; ++k) {
        const Hit hit = trace(*scene, o, direction, camera);
        if (!hit) break;
        if (!point.surface) point.surface = hit.position;
        if (isGround(hit)) break;
        const Id id = itemAt(*scene, hit);
        const bool known = std::find(point.under.begin(), point.under.end(), id) != point.under.end();
        if (!known && id) point.under.push_back(id);
        if (k == 0) {
            point.item = id;
            const SceneObject& object = scene->objects[hit.object];
            if (object.kind == ObjectKind::Building) point.material = object.model->parts[hit.part].material;
            if (hit.plant && bodyOf<Planting>(session_.item(id))) point.specimen = static_cast<int>(hit.plant->key);
        }
        o = hit.position + direction * (known ? 0.2f : 0.01f); // quickly through a crown or a meadow
    }
    // The ground without the plants on it.
    o = origin;
    for (int k = 0; k < 64; ++k) {
        const Hit hit = trace(*scene, o, direction, camera, kFarAway, kMaskSolid | kMaskClear);
        if (!hit) break;
        if (isGround(hit)) {
            if (scene->site->field.grid.box().intersects(xy(hit.position))) point.ground = hit.position;
            break;
        }
        o = hit.position + direction * 0.01f;
    }
}

void Pane::hideEvent(QHideEvent*) {
    giveUpDrag();
}

// A drag whose end never came: the pane went away, or a dialog took the release.
void Pane::giveUpDrag() {
    if (drag_ == Drag::None) return;
    if (drag_ == Drag::Tool && tool_) tool_->cancel();
    drag_ = Drag::None;
    outline_.clear();
    chosenByPress_ = {};
    unsetCursor();
    update();
}

void Pane::mouseMoveEvent(QMouseEvent* event) {
    const QPointF at = event->position();
    if (event->buttons() == Qt::NoButton) giveUpDrag();
    if (drag_ == Drag::Tool && tool_) {
        PanePoint point = pick(at, event->modifiers());
        point.pressure = pressure_;
        tool_->move(*this, point);
    } else if (drag_ == Drag::Orbit || drag_ == Drag::Turn || drag_ == Drag::Shift) {
        lookBy(at - last_, drag_, last_);
        last_ = at;
        if (!probing_) return; // the changed view is drawn when it is told
    } else if (drag_ == Drag::Frame) {
        if (!outline_.isEmpty()) outline_ << at;
    } else if (tool_)
        tool_->hover(*this, pick(at, event->modifiers()));
    last_ = at;
    if (probing_) probe();
    update();
}

void Pane::mouseReleaseEvent(QMouseEvent* event) {
    const bool still = QLineF(pressed_, event->position()).length() < 4;
    const bool left = event->button() == Qt::LeftButton;
    if (drag_ == Drag::Tool) {
        if (!left) return;
        if (tool_) tool_->release(*this, pick(event->position(), event->modifiers()));
    } else if (drag_ == Drag::Frame && left) {
        last_ = event->position();
        const std::vector<Id> in = still ? std::vector<Id>{} : framed();
        std::vector<Id> ids = in;
        if (event->modifiers() & Qt::ShiftModifier) {
            // Added to what is chosen; taken away when all of it was chosen already.
            const bool all =
                !in.empty() && std::all_of(in.begin(), in.end(), [&](Id id) { return session_.isChosen(id); });
            ids = session_.allChosen();
            std::erase_if(ids, [&](Id id) { return std::find(in.begin(), in.end(), id) != in.end(); });
            if (!all) ids.insert(ids.end(), in.begin(), in.end());
        }
        outline_.clear();
        session_.chooseAll(std::move(ids));
    }
    if (choosing() && left && still && chosenByPress_ && (event->modifiers() & Qt::ShiftModifier)) {
        session_.chooseAlso(chosenByPress_); // a handle lay over it
    } else if (choosing() && left && still && chosenByPress_) {
        // A click in the same place again goes on: into a group, to one specimen of a planting, to what lies beneath.
        Id next = chosenByPress_;
        int specimen = -1;
        if (QLineF(clickedBefore_, event->position()).length() < 4 && chosenBefore_) {
            const PanePoint point = pick(event->position());
            const std::vector<Id> free = session_.choosables(point.under);
            const auto at = std::find(free.begin(), free.end(), chosenBefore_);
            if (at != free.end()) next = at + 1 == free.end() ? free.front() : *(at + 1);
            const auto* plants = bodyOf<Planting>(session_.item(chosenBefore_));
            if (plants && plants->specimens.size() > 1 && point.item == chosenBefore_ && point.specimen >= 0 &&
                wholeBefore_) {
                next = chosenBefore_;
                specimen = point.specimen;
            }
        }
        if (specimen >= 0)
            session_.chooseSpecimen(next, specimen);
        else
            session_.choose(next);
        clickedBefore_ = event->position();
    }
    if (left) chosenByPress_ = {};
    if (drag_ != Drag::None) {
        drag_ = Drag::None;
        unsetCursor();
    }
    update();
}

void Pane::tabletEvent(QTabletEvent* event) {
    // A pen is a mouse that also says how firmly it is held.
    pressure_ = event->type() == QEvent::TabletRelease ? 1 : static_cast<float>(event->pressure());
    const QEvent::Type type = event->type() == QEvent::TabletPress     ? QEvent::MouseButtonPress
                              : event->type() == QEvent::TabletRelease ? QEvent::MouseButtonRelease
                                                                       : QEvent::MouseMove;
    QMouseEvent mouse(type, event->position(), event->globalPosition(), event->button(), event->buttons(),
                      event->modifiers(), event->pointingDevice());
    if (type == QEvent::MouseButtonPress)
        mousePressEvent(&mouse);
    else if (type == QEvent::MouseButtonRelease)
        mouseReleaseEvent(&mouse);
    else
        mouseMoveEvent(&mouse);
    if (type == QEvent::MouseButtonRelease) pressure_ = 1;
    event->accept();
}

void Pane::mouseDoubleClickEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton && tool_)
        tool_->doubleClick(*this, pick(event->position(), event->modifiers()));
    update();
}

void Pane::leaveEvent(QEvent*) {
    if (tool_) tool_->leave();
    update();
}

void Pane::wheelEvent(QWheelEvent* event) {
    // A trackpad tells pixels: two fingers shift the view, with Ctrl they go nearer. A wheel tells notches.
    const QPointF pixels = event->pixelDelta();
    if (!pixels.isNull() && event->phase() != Qt::NoScrollPhase && !(event->modifiers() & Qt::ControlModifier)) {
        orbitAbout_ = pick(event->position()).surface;
        lookBy(pixels, Drag::Shift, event->position());
    } else
        zoomBy(event->angleDelta().y() / 120.0, event->position());
    event->accept();
}

bool Pane::event(QEvent* event) {
    // Keys that are the pane's or its tool's before they are commands of the window.
    if (event->type() == QEvent::ShortcutOverride) {
        auto* key = static_cast<QKeyEvent*>(event);
        const bool plain = !(key->modifiers() & (Qt::ControlModifier | Qt::AltModifier | Qt::MetaModifier));
        if (plain && (busy() || walksWith(*key) || (tool_ && tool_->wants(*this, *key)))) {
            event->accept();
            return true;
        }
    }
    if (event->type() == QEvent::NativeGesture) {
        auto* gesture = static_cast<QNativeGestureEvent*>(event);
        if (gesture->gestureType() == Qt::ZoomNativeGesture) {
            zoomBy(gesture->value() * 6, gesture->position());
            return true;
        }
    }
    // Tab swaps the panes while one has the focus, instead of moving it on.
    if (event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Tab && !(key->modifiers() & (Qt::ControlModifier | Qt::AltModifier))) {
            if (tool_ && tool_->busy())
                tool_->key(*this, key);
            else if (drag_ == Drag::None)
                Q_EMIT swapRequested();
            return true;
        }
    }
    return QWidget::event(event);
}

void Pane::keyPressEvent(QKeyEvent* event) {
    if (tool_ && tool_->key(*this, event)) {
        update();
        return;
    }
    if (event->key() == Qt::Key_Space && !(event->modifiers() & Qt::ControlModifier)) {
        if (!event->isAutoRepeat()) {
            probing_ = true;
            probe();
            update();
        }
        return;
    }
    if (event->key() == Qt::Key_Escape) {
        if (drag_ == Drag::Frame) {
            drag_ = Drag::None;
            outline_.clear();
        } else {
            if (tool_) tool_->cancel();
            session_.choose({});
        }
        update();
        return;
    }
    lookKey(event);
}

void Pane::keyReleaseEvent(QKeyEvent* event) {
    if (event->key() != Qt::Key_Space || event->isAutoRepeat()) return QWidget::keyReleaseEvent(event);
    probing_ = false;
    probed_.clear();
    update();
}

} // namespace thallos
