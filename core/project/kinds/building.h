// A building or prop: a model with the surfaces that the artist gave it, at its place.
#pragma once

#include <memory>
#include <vector>

#include "core/base/rights.h"
#include "core/ground/height_field.h"
#include "core/model/steps.h"

namespace thallos {

// How the model was read from its file, so that it can be read again.
struct ReadFrom {
    float unit = 0;                        // metres a unit of the file; 0: not known
    char up = 'a';                         // 'y' or 'z'; 'a': as the format has it
    V3d origin{0};                         // the file's own origin, in the source's space
    std::vector<std::string> without = {}; // names of groups that were left out
    std::vector<std::string> folders = {}; // that its textures were looked for in, beside the file's own
    std::vector<std::string> missing = {}; // textures that were not found
    bool operator==(const ReadFrom&) const = default;
};

struct Building {
    std::shared_ptr<const Model> model; // as it stands there
    std::vector<Surface> surfaces;      // one a material of the model, as the artist set them
    V3f position{0};                    // of the base's middle
    float yaw = 0;                      // radians, counter-clockwise
    float scale = 1;                    // for a model in wrong units
    Rights rights;
    std::shared_ptr<const Model> source; // as it was read; null: the model itself, no step was taken
    std::vector<ModelStep> steps;        // that made the model of it
    PartNames hidden;                    // parts of the model that are not seen
    float age = 0;                       // 0 new .. 1 marked by decades of weather
    float rounding = 0;                  // metres of radius that its sharp edges are seen with
    V3f laidFrom{0};                     // the place in the model that textures and marks of weather are laid from
    ReadFrom read;
};

// With one more step. Throws Error::Invalid when nothing would be left.
Building withStep(const Building& building, ModelStep step);
// With these steps instead; what was set by hand stays with materials of the same name, and parts stay hidden.
Building withSteps(const Building& building, std::vector<ModelStep> steps);

struct Reimported {
    Building building;
    std::vector<std::string> came, went, changed; // parts by their keys
    std::vector<std::string> missing;             // parts that steps name and that are not there any more
    V3f shift{0};                                 // what lay at p of the old model lies at p + shift of the new one
};
// A changed file in place of the old one: place, materials, steps and what is hidden stay. `aligned`: its own origin
// lies where that of the old file lay, `shift` metres from there in the model's space; else its base's middle does.
Reimported reimported(const Building& building, const std::shared_ptr<const Model>& source, const V3f& shift = V3f(0));

// Indices of the parts that are hidden.
std::vector<int> hiddenParts(const Building& building);

M44f transformOf(const Building& building);
// The footprint in the world.
std::vector<Polygon> outlinesOf(const Building& building);
// Lowest z that puts the base's every corner on or in the ground: the mean ground along the outline.
float seatHeight(const Building& building, const HeightField& field);
// Height of the lowest that it has: its base, or where a plinth or a cellar ends under it.
float footHeight(const Building& building);

} // namespace thallos
