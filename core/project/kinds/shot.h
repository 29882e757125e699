// A shot: camera, light, exposure, finish and size of one picture.
#pragma once

#include <string>
#include <vector>

#include "core/base/id.h"
#include "core/finish/finish.h"
#include "core/light/daylight.h"
#include "core/view/camera.h"

namespace thallos {

// How its final render is written: what was asked for the last time.
struct Output {
    std::string file;                                                 // with its path; empty: not rendered yet
    float denoise = 1;                                                // 0..1
    std::vector<std::string> passes;                                  // by passName()
    bool apart = false, floats = false, deep = false, mattes = false; // as Delivery has them
    bool operator==(const Output&) const = default;
};

struct Shot {
    Camera camera;
    Daylight daylight;
    Finish finish;
    bool metered = true; // exposure follows the meter
    float ev100 = 13;    // used when not metered
    V2i size{1920, 1080};
    int samples = 96;    // of a pixel, at most
    float noise = 0.04f; // at which a part of the picture takes no more samples, judge(); 0: none stops early
    Output output;
    std::vector<Id> hidden; // items and groups left out of this shot; the ground and what grows stay as they are
};

} // namespace thallos
