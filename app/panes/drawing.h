// What tools and panes draw over the picture alike.
#pragma once

#include <vector>

#include <QPainter>

#include "app/words/text.h"
#include "core/base/vec.h"

namespace thallos {

class Pane;

// A line with a light halo, to be seen on any picture.
void haloLine(QPainter& painter, const QPolygonF& line, const QColor& color, double width = 2,
              Qt::PenStyle style = Qt::SolidLine);
// A handle of an outline.
void drawHandle(QPainter& painter, const QPointF& at, bool picked);
// A small sign beside what is worked on.
void drawTag(QPainter& painter, const QPointF& topLeft, const QString& text);
// A chain of points with its lengths; `whole` also tells rise, slope, angle and area.
void drawMeasured(QPainter& painter, const Pane& pane, const std::vector<V3f>& points, bool whole);

} // namespace thallos
