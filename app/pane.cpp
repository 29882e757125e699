#include "app/pane.h"

#include <algorithm>
#include <cmath>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "app/theme.h"
#include "app/tool.h"
#include "core/trace/scene.h"
#include "core/trace/shading.h"

namespace thallos {

Pane::Pane(Session& session, Engine& engine, QWidget* parent) : QWidget(parent), session_(session), engine_(engine) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    connect(&session_, &Session::chosenChanged, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::projectChanged, this, [this] { update(); });
    connect(&session_, &Session::builtChanged, this, qOverload<>(&QWidget::update));
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

float Pane::groundAt(const V2f& p) const {
    return session_.built() ? session_.built()->field.at(p) : 0;
}

QPolygonF Pane::groundLine(const std::vector<V2f>& points, bool closed) const {
    QPolygonF out;
    const size_t n = points.size();
    for (size_t i = 0; i < n + (closed ? 1 : 0); ++i) {
        const V2f& p = points[i % n];
        if (const auto s = toScreen({p.x, p.y, groundAt(p) + 0.05f})) out << *s;
    }
    return out;
}

QPolygonF Pane::groundCircle(const V2f& centre, float radius) const {
    std::vector<V2f> points;
    for (int i = 0; i < 48; ++i) {
        const float a = 2 * kPi * static_cast<float>(i) / 48;
        points.push_back(centre + V2f(std::cos(a), std::sin(a)) * radius);
    }
    return groundLine(points, true);
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

std::vector<QPolygonF> Pane::outlineOf(const Item& item) const {
    std::vector<QPolygonF> lines;
    if (const auto* b = std::get_if<Building>(&item.body)) {
        for (const Polygon& o : outlinesOf(*b)) {
            QPolygonF foot;
            for (size_t i = 0; i <= o.size(); ++i) {
                const V2f& p = o[i % o.size()];
                if (const auto s = toScreen({p.x, p.y, std::max(b->position.z, groundAt(p)) + 0.03f})) foot << *s;
            }
            lines.push_back(foot);
        }
    } else if (const auto* f = std::get_if<Figure>(&item.body))
        lines.push_back(groundCircle(f->at, 0.4f));
    else if (const auto* w = std::get_if<Water>(&item.body))
        lines.push_back(groundCircle(w->spot, 0.6f));
    else if (const auto* d = std::get_if<Drift>(&item.body))
        for (const auto& a : d->areas) lines.push_back(groundLine(smoothOutline(a), true));
    else if (const auto* c = std::get_if<Clearing>(&item.body))
        for (const auto& a : c->areas) lines.push_back(groundLine(smoothOutline(a), true));
    else if (const auto* p = std::get_if<Planting>(&item.body))
        for (size_t i = 0; i < p->specimens.size() && i < 400; ++i)
            lines.push_back(groundCircle(p->specimens[i].at, 0.5f));
    return lines;
}

void Pane::drawChosen(QPainter& painter) const {
    std::vector<QPolygonF> lines;
    for (const Id id : session_.allChosen())
        for (QPolygonF& l : outlineOf(*session_.item(id))) lines.push_back(std::move(l));
    if (drag_ == Drag::Frame) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(Theme::now().accent, 1, Qt::DashLine));
        painter.drawRect(QRectF(pressed_, last_).normalized());
    }
    for (const QPolygonF& l : lines) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(Theme::now().field, 4, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.drawPolyline(l);
        painter.setPen(QPen(Theme::now().accent, 2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.drawPolyline(l);
    }
}

void Pane::drawHint(QPainter& painter, const QPointF& bottomLeft, double room) const {
    QString text = tool_ ? tool_->hint()
                         : tr("Left click chooses · right drag looks around · middle drag shifts · wheel goes nearer");
    const QFontMetricsF m(typeface(Type::Small));
    text = m.elidedText(text, Qt::ElideRight, room - 20);
    drawChip(painter, bottomLeft - QPointF(0, 22), text, typeface(Type::Small));
}

void Pane::mousePressEvent(QMouseEvent* event) {
    setFocus(Qt::MouseFocusReason);
    last_ = event->position();
    if (event->button() == Qt::RightButton || event->button() == Qt::MiddleButton) {
        drag_ =
            event->button() == Qt::MiddleButton || (event->modifiers() & Qt::ShiftModifier) ? Drag::Shift : Drag::Look;
        setCursor(Qt::ClosedHandCursor);
        return;
    }
    if (event->button() != Qt::LeftButton) return;
    const PanePoint point = pick(event->position(), event->modifiers());
    pressed_ = event->position();
    const Id under = session_.choosable(point.under);
    if (choosing() && (event->modifiers() & Qt::ShiftModifier)) {
        drag_ = under ? Drag::None : Drag::Frame;
        if (under) session_.chooseAlso(under);
        chosenByPress_ = {};
        return;
    }
    // A press on what is chosen may begin a drag of all of it: it is chosen alone only by the release.
    chosenByPress_ = under;
    chosenBefore_ = session_.allChosen().size() == 1 ? session_.chosen() : Id{};
    if (tool_ && tool_->press(*this, point)) {
        drag_ = Drag::Tool;
        update();
        return;
    }
    if (choosing() && !under)
        drag_ = Drag::Frame;
    else if (!session_.isChosen(under))
        session_.choose(under);
}

bool Pane::choosing() const {
    return !tool_ || tool_->chooses();
}

// Visible items of the verb, not locked, the middle of whose outline lies in the rectangle.
std::vector<Id> Pane::framed() const {
    const QRectF frame = QRectF(pressed_, last_).normalized();
    std::vector<Id> ids;
    for (const auto& item : session_.project().items) {
        if (!item->visible || item->locked || !belongs(*item, session_.verb())) continue;
        QRectF all;
        for (const QPolygonF& l : outlineOf(*item))
            all = all.isNull() ? l.boundingRect() : all.united(l.boundingRect());
        if (!all.isNull() && frame.contains(all.center())) ids.push_back(item->id);
    }
    return ids;
}

void Pane::meet(const V3f& origin, const V3f& direction, const V3f& camera, PanePoint& point) const {
    const auto scene = engine_.scene();
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
        if (k == 0) point.item = id;
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

void Pane::mouseMoveEvent(QMouseEvent* event) {
    const QPointF at = event->position();
    if (drag_ == Drag::Tool && tool_)
        tool_->move(*this, pick(at, event->modifiers()));
    else if (drag_ == Drag::Look || drag_ == Drag::Shift)
        lookBy(at - last_, drag_, last_);
    else {
        const PanePoint point = pick(at, event->modifiers());
        if (tool_) tool_->hover(*this, point);
        Q_EMIT hovered(point);
    }
    last_ = at;
    update();
}

void Pane::mouseReleaseEvent(QMouseEvent* event) {
    const bool still = QLineF(pressed_, event->position()).length() < 4;
    if (drag_ == Drag::Tool && tool_ && event->button() == Qt::LeftButton)
        tool_->release(*this, pick(event->position(), event->modifiers()));
    else if (drag_ == Drag::Frame) {
        last_ = event->position();
        std::vector<Id> ids = still ? std::vector<Id>{} : framed();
        if (event->modifiers() & Qt::ShiftModifier)
            ids.insert(ids.begin(), session_.allChosen().begin(), session_.allChosen().end());
        session_.chooseAll(std::move(ids));
    }
    if (choosing() && event->button() == Qt::LeftButton && still && chosenByPress_) {
        // A click in the same place again goes on to what lies beneath.
        Id next = chosenByPress_;
        if (QLineF(clickedBefore_, event->position()).length() < 4 && chosenBefore_) {
            std::vector<Id> free = pick(event->position()).under;
            std::erase_if(free, [this](Id id) { return !session_.item(id) || session_.item(id)->locked; });
            const auto at = std::find(free.begin(), free.end(), chosenBefore_);
            if (at != free.end()) next = at + 1 == free.end() ? free.front() : *(at + 1);
        }
        session_.choose(next);
        clickedBefore_ = event->position();
    }
    chosenByPress_ = {};
    if (drag_ != Drag::None) {
        drag_ = Drag::None;
        unsetCursor();
    }
    update();
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
    zoomBy(event->angleDelta().y() / 120.0, event->position());
    event->accept();
}

bool Pane::event(QEvent* event) {
    // Tab swaps the panes while one has the focus, instead of moving it on.
    if (event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Tab && !(key->modifiers() & (Qt::ControlModifier | Qt::AltModifier))) {
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
    if (event->key() == Qt::Key_Escape) {
        if (tool_) tool_->cancel();
        session_.choose({});
        update();
        return;
    }
    lookKey(event);
}

} // namespace thallos
