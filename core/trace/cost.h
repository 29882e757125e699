// What a picture costs, by what is seen in it: measured, not guessed.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/trace/integrator.h"
#include "core/view/camera.h"

namespace thallos {

struct Cost {
    bool species = false; // else a material
    std::string name;
    double seen = 0;   // share of the picture where it is what is seen first
    double time = 0;   // share of the tracing time that goes to that part of the picture
    size_t bytes = 0;  // of its triangles, of its texture
    int64_t count = 0; // plants standing; 0: a material
    // How much dearer than the picture's mean a pixel is that shows it.
    double weight() const { return seen > 0 ? time / seen : 0; }
};

// Everything that is planted, and every material that is seen, the most time first. Traces a small picture of the
// camera's view, about a second; empty when `stop` returned true.
std::vector<Cost> costsOf(const Scene& scene, const Environment& environment, const Camera& camera,
                          const std::function<bool()>& stop = nullptr);

} // namespace thallos
