// Species side by side, or a model, on a level lawn, as they are judged before they are planted or placed.
#pragma once

#include "core/project/built_site.h"

namespace thallos {

struct StageEntry {
    int species = 0; // index in the library
    int individual = 0;
    float yaw = 0; // radians
};

struct Stage {
    Project project;
    float wide = 1, tall = 1; // metres, of all that stands there
    float deep = 0;           // metres towards the eye from the middle
    float eye = 1.6f;         // metres over the ground
    float bearing = 0;        // radians, clockwise from north: along which it is looked at
};

// In one row from left to right as seen along `bearing`; with the 1.75 m figure among them, after the first.
Stage stageOf(const PlantLibrary& library, const std::vector<StageEntry>& entries, bool figure, float bearing);

// The model with the figure on its right, turned by `yaw` (radians, counter-clockwise) from how it faces the eye.
Stage stageOf(const std::shared_ptr<const Model>& model, float yaw, float bearing);
// The same stage with its first species or its model turned to `yaw`.
Stage turned(const Stage& stage, float yaw);

// A camera that takes in all of it, or the n-th part of its width when `near` is n. Verticals stay
// upright.
Camera cameraOf(const Stage& stage, const BuiltSite& site, float aspect, float near = 1);

// Where the camera looks so that what it sees is lit from the front and a little from the left; radians.
float bearingInLight(const V3f& toSun);

} // namespace thallos
