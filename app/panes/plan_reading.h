// What a plan tells of the ground besides its covers and contours: tints with their key, spot heights, flow lines.
#pragma once

#include <QColor>
#include <QPainter>

#include "app/work/view.h"
#include "core/ground/reading.h"
#include "core/trace/render.h"

namespace thallos {

class PlanPane;

// The colour of the ground at a pixel by slope, or by cut and fill; these are hatched too, each its own way.
QColor slopeTint(const PlanPixel& pixel);
QColor earthTint(const PlanPixel& pixel, int x, int y);
// What the colours mean, from a corner downwards. Nothing for covers.
void drawTintKey(QPainter& painter, const QPointF& topLeft, PlanTint tint);
// Heights of tops, hollows and the ground at the corners of buildings.
void drawSpotHeights(QPainter& painter, const PlanPane& pane, const BuiltSite& site);
void drawFlow(QPainter& painter, const PlanPane& pane, const std::vector<FlowLine>& lines);

} // namespace thallos
