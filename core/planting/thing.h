// Things of garden and street, built board by board with the small errors of hands and weather.
#pragma once

#include <string>

#include "core/planting/form.h"

namespace thallos {

struct ThingRecipe {
    std::string what = "bench"; // see kThings
    float irregular = 0.3f;     // 0: as drawn .. 1: an old one
    float length = 0;           // metres, of what may have any; 0: as usual
};
inline constexpr const char* kThings[] = {"bench", "table", "hive",   "bollard lamp",   "bin",  "bicycle",
                                          "post",  "rails", "picket", "dry-stone wall", "gate", "planter"};

inline constexpr const char* kThingParts[] = {"timber", "metal", "stone", "dark", "glass"};
// As high as its kind is; `size` of the growth scales it.
Shaper growThing(const ThingRecipe& recipe, const Growth& growth);

} // namespace thallos
