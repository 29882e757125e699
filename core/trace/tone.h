// How bright a grown form looks. Levels of detail shade themselves more or less than one another, and show more or less
// of their wood: shading evens out what is measured here.
#pragma once

#include <vector>

#include "core/material/surface.h"
#include "core/planting/form.h"
#include "core/trace/embree.h"

namespace thallos {

// Mean luminance by colour of what a form shows to eyes around it, under a sun at any place of the day and a sky; a
// white sheet that faces all the light has about 1. `scene` is of the form's faces, a geometry for each part;
// `surfaces` are of the parts. `rays` that meet it are averaged: 8 000 tell it within 2 %. 0 for what no ray meets.
// Safe from any thread.
Rgb brightness(RTCScene scene, const Form& form, const std::vector<Surface>& surfaces, unsigned rays);

// By which what a form shows is multiplied to look as bright as another; near 1 where they differ too much to be made
// alike.
Rgb toneBetween(const Rgb& brightness, const Rgb& wanted);

} // namespace thallos
