// The camera of a shot: where it stands, what its lens takes in, how it is exposed.
#pragma once

#include <functional>

#include "core/base/image.h"
#include "core/base/vec.h"

namespace thallos {

struct Camera {
    V3f position{0, -30, 1.6f};
    float yaw = 0;            // radians from north, clockwise (a bearing)
    float pitch = 0;          // radians, up positive
    float focal = 35;         // mm
    float sensor = 36;        // mm, along the longer side of the picture
    float aspect = 16.0f / 9; // width by height
    float shift = 0;   // rise of the lens as a share of the picture's height; keeps verticals upright while looking up
    float nearCut = 0; // metres along the axis before which nothing is seen: for looking only, never saved or rendered
    bool operator==(const Camera&) const = default;
};

// Camera prepared for making rays. Picture coordinates run 0..1 from the upper left.
struct Lens {
    V3f origin, forward, right, up; // right and up are half the picture's width and height at distance 1
    float rise;                     // in halves of the height
    float nearCut;

    explicit Lens(const Camera& camera);
    V3f ray(const V2f& picture) const;                                                      // unit direction
    V3f start(const V3f& ray) const { return origin + ray * (nearCut / ray.dot(forward)); } // where seeing begins
    // Where a point falls in the picture; `z` is the distance along the axis, not positive when behind.
    V3f project(const V3f& point) const;
    // Radians a pixel covers, about, for a picture of `width` pixels.
    float pixelAngle(int width) const { return 2 * right.length() / static_cast<float>(width); }
};

float horizontalField(const Camera& camera); // radians
V3f viewDirection(const Camera& camera);
// Turns the pitch into lens shift (verticals become upright), or leaves the rest as pitch when the shift would
// exceed 1.
Camera upright(const Camera& camera);
// How far from the middle of a ball a level camera sees all of it.
float distanceFor(const Camera& level, float radius);
// The camera that takes in all of the box from a side: `bearing` is where it stands, radians from north, clockwise. Its
// eye is `eye` metres above the ground there, or as high as the middle of the box where that is lower by far; verticals
// stay upright.
Camera standingBefore(const Camera& camera, const Box3f& box, float bearing,
                      const std::function<float(const V2f&)>& ground, float eye = 1.6f);
// How far upright lines converge at the picture's edge, radians.
float convergence(const Camera& camera);

// Exposure. A luminance of 0.125 * 2^EV100 cd/m2 (what a meter with K = 12.5 calls right) becomes 0.18.
float exposureScale(float ev100);
// The luminance that becomes 0.18, cd/m2.
float middleGrey(float ev100);
// The EV100 that a matrix meter proposes: log average with the middle and the lower two thirds counting more, the
// brightest held back from burning out. Radiance in cd/m2. Empty or black pictures give `fallback`. An even grey
// becomes 0.29, not 0.18: the display transform shows 0.18 darker than a photographer's middle grey.
float meter(const Image& radiance, float fallback = 13);

} // namespace thallos
