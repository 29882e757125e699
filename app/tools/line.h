// The tool for items that are lines or areas of points: what tells one kind from another.
#pragma once

#include <functional>
#include <memory>

#include "app/panes/tool.h"

namespace thallos {

struct LineDrawing {
    // The points of a body of the tool's kind; null: it is of another.
    std::function<std::vector<V2f>*(Body&)> points;
    // A new one of points, drawn from one place to another.
    std::function<Body(std::vector<V2f> points, const PanePoint& first, const PanePoint& last)> fresh;
    std::function<QString()> name; // of a new item
    std::function<QString()> step; // of drawing it, in the history
    std::function<QString()> hint; // before the first point
    size_t least = 2, most = 0;    // points; 0: any number
    bool closed = false;           // an area
    bool smooth = true;            // a curve through the points
    bool joins = false;            // its ends may lie on buildings
};

std::unique_ptr<Tool> makeLineTool(Session& session, LineDrawing drawing);

} // namespace thallos
