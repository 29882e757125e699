// How bright a grown form looks. Levels of detail shade themselves more or less than one another, and show more or less
// of their wood: shading evens out what is measured here.
#pragma once

#include <functional>
#include <vector>

#include "core/material/surface.h"
#include "core/planting/form.h"
#include "core/trace/embree.h"

namespace thallos {

// Mean radiance of what a form shows to eyes around it, under a sun at any place of the day, a sky of 1 and level
// ground. Gloss is kept apart, since it is not the form's own colour.
struct Brightness {
    Rgb matt{0}, glossy{0};
    Rgb sum() const { return matt + glossy; }
};
// `scene` is of the form's faces, a geometry for each part; `surfaces` are of the parts. `rays` that meet it are
// averaged: 8 000 tell it within 2 %. `tint`, if any, colours the surfaces of a part by place. 0 for what no ray meets.
// Safe from any thread.
using Tint = std::function<Rgb(unsigned part, const V3f& at)>;
Brightness brightness(RTCScene scene, const Form& form, const std::vector<Surface>& surfaces, unsigned rays,
                      const Tint& tint = nullptr);

// By which the colours of what a form shows are multiplied to look as bright as another; nearer to 1 where they differ
// too much to be made alike.
Rgb toneBetween(const Brightness& now, const Brightness& wanted);

} // namespace thallos
