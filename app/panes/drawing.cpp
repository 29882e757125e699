#include "app/panes/drawing.h"

#include <cmath>

#include "app/panes/pane.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "core/project/measure.h"

namespace thallos {

void haloLine(QPainter& p, const QPolygonF& line, const QColor& color, double width, Qt::PenStyle style) {
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(Theme::now().field, width + 2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(line);
    p.setPen(QPen(color, width, style, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(line);
}

void drawHandle(QPainter& p, const QPointF& at, bool picked) {
    const Theme& t = Theme::now();
    p.setPen(QPen(picked ? t.field : t.accent, 1.5));
    p.setBrush(picked ? t.accent : t.field);
    p.drawEllipse(at, 4.5, 4.5);
}

void drawTag(QPainter& p, const QPointF& topLeft, const QString& text) {
    const Theme& t = Theme::now();
    const QFont font = typeface(Type::Medium);
    const QRectF r(topLeft, QSizeF(QFontMetricsF(font).horizontalAdvance(text) + 14, 20));
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.field);
    p.drawRoundedRect(r, 3, 3);
    p.setFont(font);
    p.setPen(t.ink);
    p.drawText(r, Qt::AlignCenter, text);
}

void drawMeasured(QPainter& p, const Pane& pane, const std::vector<V3f>& points, bool whole) {
    QPolygonF line;
    for (const V3f& q : points)
        if (const auto s = pane.toScreen(q)) line << *s;
    if (line.isEmpty()) return;
    haloLine(p, line, Theme::now().clay, 1.6);
    for (const QPointF& s : line) {
        p.setPen(QPen(Theme::now().clay, 1.5));
        p.setBrush(Theme::now().field);
        p.drawRect(QRectF(s - QPointF(3, 3), QSizeF(6, 6)));
    }
    if (pane.compact() || line.size() != static_cast<qsizetype>(points.size())) return;
    for (qsizetype i = 1; i < line.size(); ++i) {
        const float length = (points[i] - points[i - 1]).length();
        drawTag(p, (line[i] + line[i - 1]) / 2 + QPointF(6, -22), lengthText(length));
    }
    if (!whole || points.size() < 2) return;
    const Measures m = measure(points);
    QStringList text{tr("plan %1").arg(lengthText(m.plan)), tr("rise %1").arg(lengthText(m.rise)),
                     tr("slope %1°").arg(decimalText(degrees(m.slope), 1))};
    if (points.size() > 2) {
        text.prepend(tr("total %1").arg(lengthText(m.length)));
        text << tr("angle %1°").arg(decimalText(degrees(m.angle), 1)) << tr("area %1").arg(areaText(m.area));
    }
    drawTag(p, line.back() + QPointF(14, 10), text.join(" · "));
}

} // namespace thallos
