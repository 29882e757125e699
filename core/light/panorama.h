// A sky taken all round in one picture ("lat-long"), as light.
#pragma once

#include <string>

#include "core/light/environment.h"

namespace thallos {

struct Panorama {
    Image sky; // as Environment::sky, ACEScg in the picture's own unit, the sun taken out; its middle looks north
    V3f toSun{0, 0, 1};
    Rgb sunIlluminance{0}; // on a face turned to the sun, the picture's unit times steradian; 0: it shows no sun
    std::string warning;   // what people should know of it, a sentence; empty: nothing
};

inline constexpr int kWidestSky = 4096; // cells; larger pictures are averaged

// The picture's left edge looks south, its middle north; its top row is the zenith. A sun is a spot of less than 6
// degrees that gives at least a twentieth of the light on level ground or is twenty times as bright as the sky around;
// it becomes a disc of its own, as large as the real one, and the sky behind it is filled with what is around. Where
// the picture is cut off at its brightest, or its sun has a colour that sunlight never has, the sun's colour is that of
// a clear day at its height; how much of its light is missing then is told in `warning`. What is not finite or negative
// counts as nothing. `source` is named by Error::Unreadable when the picture is not twice as wide as high, smaller than
// 16 x 8, or black.
Panorama panoramaOf(const Image& picture, const std::string& source);

// Turned clockwise by `turn` (radians) and so bright that level ground gets `lux` from sun and sky together. There is
// no haze: the picture has it.
Environment makeEnvironment(const Panorama& panorama, float turn, float lux);

} // namespace thallos
