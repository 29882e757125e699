// The tool for items that are lines or areas of points: what tells one kind from another.
#pragma once

#include <functional>
#include <memory>

#include "app/panes/tool.h"

namespace thallos {

struct LineDrawing {
    // The points of a body of the tool's kind, a list for each of its lines; none: it is of another.
    std::function<std::vector<std::vector<V2f>*>(Body&)> lines;
    // A new one of points, drawn from one place to another.
    std::function<Body(std::vector<V2f> points, const PanePoint& first, const PanePoint& last)> fresh;
    std::function<QString()> name; // of a new item
    std::function<QString()> step; // of drawing it, in the history
    std::function<QString()> hint; // before the first point
    size_t least = 2, most = 0;    // points of a line; 0: any number
    bool closed = false;           // areas
    bool smooth = true;            // a curve through the points
    bool joins = false;            // its ends may lie on buildings
    // Of kinds with any number of areas, which may be drawn freely too: an item's list of them; null: one line alone.
    std::function<std::vector<std::vector<V2f>>*(Body&)> areas;
};

// Of a kind that is one line: its `points`.
template <class T> std::function<std::vector<std::vector<V2f>*>(Body&)> oneLine(std::vector<V2f> T::*points) {
    return [points](Body& body) {
        auto* of = std::get_if<T>(&body);
        return of ? std::vector{&(of->*points)} : std::vector<std::vector<V2f>*>();
    };
}
// Of a kind with any number of areas: a smooth outline each.
template <class T> LineDrawing areaDrawing(std::vector<std::vector<V2f>> T::*areas) {
    LineDrawing drawing;
    drawing.areas = [areas](Body& body) {
        auto* of = std::get_if<T>(&body);
        return of ? &(of->*areas) : nullptr;
    };
    drawing.lines = [all = drawing.areas](Body& body) {
        std::vector<std::vector<V2f>*> lines;
        if (auto* of = all(body))
            for (std::vector<V2f>& area : *of) lines.push_back(&area);
        return lines;
    };
    drawing.least = 3;
    drawing.closed = true;
    return drawing;
}

std::unique_ptr<Tool> makeLineTool(Session& session, LineDrawing drawing);

} // namespace thallos
