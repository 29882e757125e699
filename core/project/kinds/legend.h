// North arrow, scale bar and the site's name, as they stand on plans and sheets. It measures the ground it lies on: its
// bar is as long as so many metres of the site, whatever the scale of the sheet.
#pragma once

#include <string>
#include <vector>

#include "core/mesh/polygon.h"

namespace thallos {

struct Legend {
    V2f at{0};         // lower left of it, in plan
    float length = 20; // metres that its bar measures; everything else is sized by it
};

// What it looks like, in metres in plan with north up.
struct LegendDrawing {
    struct Label {
        V2f at{0};        // the middle of its foot, or its left end
        float height = 1; // of the letters
        std::string text;
        bool centred = true;
    };
    std::vector<Polygon> filled;         // in ink
    std::vector<std::vector<V2f>> lines; // open
    std::vector<Label> labels;
};
// `north`: true north, degrees clockwise from the top.
LegendDrawing drawingOf(const Legend& legend, const std::string& siteName, double north = 0);
// That it takes up.
Box2f boxOf(const Legend& legend);

} // namespace thallos
