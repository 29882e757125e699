#include "app/pane.h"

#include <cmath>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "app/theme.h"
#include "app/tool.h"

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

void Pane::drawChosen(QPainter& painter) const {
    const Item* item = session_.chosenItem();
    if (!item) return;
    std::vector<QPolygonF> lines;
    if (const auto* b = std::get_if<Building>(&item->body)) {
        for (const Polygon& o : outlinesOf(*b)) {
            QPolygonF foot;
            for (size_t i = 0; i <= o.size(); ++i) {
                const V2f& p = o[i % o.size()];
                if (const auto s = toScreen({p.x, p.y, std::max(b->position.z, groundAt(p)) + 0.03f})) foot << *s;
            }
            lines.push_back(foot);
        }
    } else if (const auto* f = std::get_if<Figure>(&item->body))
        lines.push_back(groundCircle(f->at, 0.4f));
    else if (const auto* w = std::get_if<Water>(&item->body))
        lines.push_back(groundCircle(w->spot, 0.6f));
    else if (const auto* d = std::get_if<Drift>(&item->body))
        for (const auto& a : d->areas) lines.push_back(groundLine(smoothOutline(a), true));
    else if (const auto* c = std::get_if<Clearing>(&item->body))
        for (const auto& a : c->areas) lines.push_back(groundLine(smoothOutline(a), true));
    else if (const auto* p = std::get_if<Planting>(&item->body))
        for (size_t i = 0; i < p->specimens.size() && i < 400; ++i)
            lines.push_back(groundCircle(p->specimens[i].at, 0.5f));
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
    if (tool_ && tool_->press(*this, point)) {
        drag_ = Drag::Tool;
        update();
        return;
    }
    session_.choose(point.item);
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
    if (drag_ == Drag::Tool && tool_ && event->button() == Qt::LeftButton)
        tool_->release(*this, pick(event->position(), event->modifiers()));
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
