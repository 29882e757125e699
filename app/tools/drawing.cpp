#include "app/tools/drawing.h"

#include "app/theme.h"

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

} // namespace thallos
