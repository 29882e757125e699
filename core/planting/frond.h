// Ferns: fronds from one crown, or single ones from the ground.
#pragma once

#include "core/planting/form.h"

namespace thallos {

struct FrondRecipe {
    int fronds = 11;
    float spread = 0.06f;              // metres across their feet; bracken's stand apart
    float length = 0.8f, width = 0.2f; // metres, of a frond with its stalk, of its widest place
    int pairs = 24;                    // of pinnae; 0: an undivided strap
    int divisions = 2;                 // 1: pinnae are leaves; 2: they are cut again
    float stalk = 0.12f;               // of the length that bears nothing
    float widest = 0.4f;               // where that is, share of the rest
    float start = 18, bend = 62;       // degrees from upright at the foot, and by how much more at the tip
    float level = 0;                   // 0..1: how far the blade turns level, like a table on its stalk
    int young = 2;                     // still rolled up
};

inline constexpr const char* kFrondParts[] = {"bark", "foliage"};
Shaper growFern(const FrondRecipe& recipe, const Growth& growth);

} // namespace thallos
