// What kinds that cover areas have in common in the window.
#pragma once

#include <QPainter>

#include "app/panes/pane.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

inline std::vector<QPolygonF> outlinesOf(const std::vector<std::vector<V2f>>& areas, const Pane& pane) {
    std::vector<QPolygonF> lines;
    for (const auto& area : areas)
        for (QPolygonF& line : pane.groundLine(smoothOutline(area), true)) lines.push_back(std::move(line));
    return lines;
}

// With the painter's pen and brush.
inline void drawAreas(const std::vector<std::vector<V2f>>& areas, QPainter& painter, const PlanPane& pane) {
    for (const auto& area : areas) {
        QPolygonF line;
        for (const V2f& p : smoothOutline(area)) line << pane.screen(p);
        painter.drawPolygon(line);
    }
}

} // namespace thallos
