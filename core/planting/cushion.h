// Moss: a low dome of short shoots. And floating leaves: pads on the water, with their flowers.
#pragma once

#include "core/planting/flower.h"

namespace thallos {

struct CushionRecipe {
    float spread = 0.3f; // metres across
    float height = 0.07f;
    float uneven = 0.3f; // 0 a dome .. 1 lobes
    int shoots = 2200;
    float shoot = 0.012f;   // metres
    float capsules = 0.05f; // share of the shoots that bear one
};
inline constexpr const char* kCushionParts[] = {"ground", "foliage", "flower"};
Shaper growCushion(const CushionRecipe& recipe, const Growth& growth);

struct PadRecipe {
    int pads = 14;
    float spread = 1.6f; // metres across all
    float size = 0.22f;  // metres across a pad
    float rim = 0.02f;   // of its size: how far its edge turns up
    float notch = 30;    // degrees of the cut to its stalk
    FlowerRecipe flower;
    int flowers = 2;
    bool inFlower = true;
};
inline constexpr const char* kPadParts[] = {"bark", "foliage", "flower", "eye"};
Shaper growPads(const PadRecipe& recipe, const Growth& growth);

} // namespace thallos
