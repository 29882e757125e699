// What tools draw over the picture alike.
#pragma once

#include <QCoreApplication>
#include <QPainter>

namespace thallos {

inline QString toolText(const char* text) {
    return QCoreApplication::translate("Tools", text);
}
// A line with a light halo, to be seen on any picture.
void haloLine(QPainter& painter, const QPolygonF& line, const QColor& color, double width = 2,
              Qt::PenStyle style = Qt::SolidLine);
// A handle of an outline.
void drawHandle(QPainter& painter, const QPointF& at, bool picked);

} // namespace thallos
