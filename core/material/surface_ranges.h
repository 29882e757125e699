// Every number of a surface with the range it may have, told once: for what is checked, mended and read from outside.
#pragma once

#include <algorithm>
#include <cmath>

#include "core/material/surface.h"

namespace thallos {

// Calls tell(what, value, low, high) for each number, a float or an int; `what` is a clause's subject, with its
// article.
template <class Tell> void surfaceRanges(Surface& s, Tell&& tell) {
    for (int k = 0; k < 3; ++k) {
        tell("a base colour", s.baseColor[k], 0.0f, 1.0f);
        tell("an emission", s.emission[k], 0.0f, 1e7f);
        tell("an absorption", s.absorption[k], 0.0f, 1e5f);
        tell("a tint", s.throughTint[k], 0.0f, 1.0f);
    }
    tell("a roughness", s.roughness, 0.0f, 1.0f);
    tell("a metalness", s.metalness, 0.0f, 1.0f);
    tell("a transmission", s.transmission, 0.0f, 1.0f);
    tell("a translucency", s.translucency, 0.0f, 0.9f);
    tell("a gloss", s.specular, 0.0f, 1.0f);
    tell("a varnish", s.coat, 0.0f, 1.0f);
    tell("the roughness of a varnish", s.coatRoughness, 0.0f, 1.0f);
    tell("a lamp group", s.lampGroup, 0, kLampGroups - 1);
    tell("the scale of a material", s.scale, 0.001f, 1000.0f);
    tell("the turn of a material", s.turn, -1e4f, 1e4f);
    tell("the size of a texture", s.textureSize, 0.0f, 1e4f);
    tell("a relief", s.relief, -100.0f, 100.0f);
    for (int k = 0; k < 2; ++k) tell("the shift of a material", s.shift[k], -1e6f, 1e6f);
    tell("a splash", s.weathering.splash, 0.0f, 2.0f);
    tell("streaks", s.weathering.streaks, 0.0f, 2.0f);
    tell("moss", s.weathering.moss, 0.0f, 2.0f);
    tell("bleaching", s.weathering.bleach, 0.0f, 2.0f);
    tell("the wave of a pane", s.wave, 0.0f, 10.0f);
}

// With each number in its range; what is none becomes the nearest to nought.
inline Surface inRange(Surface s) {
    surfaceRanges(s, [](const char*, auto& value, auto low, auto high) {
        if (std::isnan(static_cast<float>(value))) value = 0;
        value = std::clamp(value, low, high);
    });
    return s;
}

} // namespace thallos
