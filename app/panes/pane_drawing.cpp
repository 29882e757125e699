// What a pane draws over its picture: outlines, marks, what is selected, the hint, the probe.
#include <algorithm>
#include <cmath>

#include <QPainter>
#include <QPainterPath>

#include "app/panes/drawing.h"
#include "app/panes/pane.h"
#include "app/panes/tool.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/work/kind.h"

namespace thallos {

std::vector<QPolygonF> Pane::groundLine(const std::vector<V2f>& points, bool closed) const {
    std::vector<V3f> line;
    line.reserve(points.size() + 1);
    for (size_t i = 0; i < points.size() + (closed ? 1 : 0); ++i) {
        const V2f& p = points[i % points.size()];
        line.emplace_back(p.x, p.y, groundAt(p) + 0.05f);
    }
    std::vector<QPolygonF> seen;
    addSeen(line, seen);
    return seen;
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
    const V3f at(centre.x, centre.y, groundAt(centre));
    const double pixels = radius / std::max(metresPerPixel(at), 1e-6);
    // Small ones need few corners; what lies far out of sight needs none.
    if (const auto s = toScreen(at)) {
        const double room = 60 + 2 * pixels;
        if (!QRectF(rect()).adjusted(-room, -room, room, room).contains(*s)) return {};
    }
    return groundLine(circle(centre, radius, pixels < 6 ? 12 : pixels < 20 ? 24 : 48), true);
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

void Pane::drawMarks(QPainter& painter) const {
    for (const auto& item : session_.document.project().items)
        withItemKind(*item, [&](const auto& kind, const auto& body) {
            if (session_.view.seen(*item)) kind.drawOver(body, painter, *this);
        });
}

void Pane::drawSelected(QPainter& painter) const {
    constexpr size_t kMost = 20000; // lines: more can't be told apart
    std::vector<QPolygonF> lines;
    for (const Id id : session_.selection.leaves()) {
        const Item* item = session_.document.item(id);
        if (!item || !session_.view.seen(*item) || lines.size() > kMost) continue;
        withItemKind(*item, [&](const auto& kind, const auto& body) {
            for (QPolygonF& l : kind.outline(body, *item, *this)) lines.push_back(std::move(l));
        });
    }
    if (drag_ == Drag::Frame) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(Theme::now().accent, 1, Qt::DashLine));
        if (outline_.isEmpty())
            painter.drawRect(QRectF(pressed_, last_).normalized());
        else
            painter.drawPolygon(outline_);
    }
    // Faces that are marked, such as those of a fault.
    const std::vector<V3f>& marked = session_.view.highlight();
    QColor warning = Theme::now().ochre;
    painter.setPen(QPen(warning, 1));
    warning.setAlpha(110);
    painter.setBrush(warning);
    for (size_t i = 0; i + 2 < marked.size(); i += 3) {
        const auto a = toScreen(marked[i]), b = toScreen(marked[i + 1]), c = toScreen(marked[i + 2]);
        if (a && b && c) painter.drawConvexPolygon(QPolygonF{*a, *b, *c});
    }
    // Of a crowd thin lines: broad ones take a tenth of a second there and run into each other.
    constexpr size_t kCrowd = 1500;
    if (lines.size() > kCrowd) {
        painter.save();
        painter.setRenderHint(QPainter::Antialiasing, false);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(Theme::now().accentText, 1));
        for (const QPolygonF& l : lines) painter.drawPolyline(l);
        painter.restore();
        return;
    }
    // All halos first: a shore is made of many short lines.
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Theme::now().field, 4, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    for (const QPolygonF& l : lines) painter.drawPolyline(l);
    painter.setPen(QPen(Theme::now().accentText, 2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    for (const QPolygonF& l : lines) painter.drawPolyline(l);
}

void Pane::drawSnaps(QPainter& painter, const QPointF& topRight) const {
    if (compact_ || !tool_ || !tool_->selects() || session_.selection.all().empty()) return;
    const HandSettings& h = session_.hand;
    QStringList to;
    if (h.snap.ends) to << tr("corners");
    if (h.snap.items) to << tr("centres");
    if (h.snap.edges) to << tr("edges");
    if (h.snap.grid) to << tr("grid %1").arg(lengthText(h.snap.gridStep));
    if (h.snap.angle) to << tr("%1°").arg(decimalText(degrees(h.snap.angleStep), 0));
    const QString text = !h.snapping || to.isEmpty() ? tr("Snap off (%1)").arg(session_.keyOf("snap.on"))
                                                     : tr("Snap: %1").arg(to.join(", "));
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

void Pane::drawCentre(QPainter& painter) const {
    if (!byKeys_ || !tool_ || !hasFocus()) return;
    const QPointF at = QRectF(rect()).center();
    haloLine(painter, {at - QPointF(9, 0), at + QPointF(9, 0)}, Theme::now().accentText, 1.6);
    haloLine(painter, {at - QPointF(0, 9), at + QPointF(0, 9)}, Theme::now().accentText, 1.6);
}

void Pane::drawHint(QPainter& painter, const QPointF& bottomLeft, double room) const {
    QString text = tool_ ? tool_->hint() : tr("Click selects · right drag orbits · middle drag pans · wheel zooms");
    const QFontMetricsF m(typeface(Type::Small));
    // In two lines where one is too short: what is at the end matters as much.
    if (m.horizontalAdvance(text) > room - 20) {
        const QString mark = " · ";
        qsizetype end = -1;
        for (qsizetype at = text.indexOf(mark); at >= 0; at = text.indexOf(mark, at + 1))
            if (m.horizontalAdvance(text.left(at)) <= room - 20) end = at;
        if (end > 0) {
            drawChip(painter, bottomLeft - QPointF(0, 46), text.left(end), typeface(Type::Small));
            text = text.mid(end + mark.size());
        }
    }
    text = m.elidedText(text, Qt::ElideRight, room - 20);
    drawChip(painter, bottomLeft - QPointF(0, 22), text, typeface(Type::Small));
}

} // namespace thallos
