// A building or prop: a model with the surfaces that the artist gave it, at its place.
#pragma once

#include <memory>
#include <vector>

#include "core/base/rights.h"
#include "core/ground/height_field.h"
#include "core/material/model.h"

namespace thallos {

struct Building {
    std::shared_ptr<const Model> model;
    std::vector<Surface> surfaces; // one a material of the model, as the artist set them
    V3f position{0};               // of the base's middle
    float yaw = 0;                 // radians, counter-clockwise
    float scale = 1;               // for a model in wrong units
    Rights rights;
};

M44f transformOf(const Building& building);
// The footprint in the world.
std::vector<Polygon> outlinesOf(const Building& building);
// Lowest z that puts the base's every corner on or in the ground: the mean ground along the outline.
float seatHeight(const Building& building, const HeightField& field);

} // namespace thallos
