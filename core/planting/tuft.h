// Grasses, sedges, rushes and reeds: blades and flowering stalks from one foot.
#pragma once

#include <string>

#include "core/planting/form.h"

namespace thallos {

struct TuftRecipe {
    int blades = 120;
    float spread = 0.22f; // metres across the tuft's foot
    float length = 0.4f;  // metres
    float lengthSpread = 0.4f;
    float width = 0.004f;
    float bend = 50;       // degrees from foot to tip
    float fold = 0;        // degrees that a blade's halves stand up along its midrib
    float stalkLeaves = 0; // blades along a flowering stalk
    float flowerShare = 0; // of the blades that are stalks with a flower or a seed head
    float flowerSize = 0.02f;
    bool inFlower = true;        // else stalks without their heads
    float tall = 1.25f;          // of a stalk against the blades
    std::string flower = "none"; // see kHeads
};
// ear: close along the stalk's end; panicle: loose branches; plume: a dense
// feathery one; cob: a solid cylinder; knot: small heads at the side, near the tip
inline constexpr const char* kHeads[] = {"none", "ear", "panicle", "plume", "cob", "knot"};

inline constexpr const char* kTuftParts[] = {"bark", "foliage", "flower", "twig"};
Shaper growTuft(const TuftRecipe& recipe, const Growth& growth);

} // namespace thallos
