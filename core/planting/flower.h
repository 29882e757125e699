// Flower heads of herbs.
#pragma once

#include <string>

#include "core/base/hash.h"
#include "core/base/vec.h"
#include "core/mesh/mesh.h"
#include "core/planting/form.h"

namespace thallos {

// daisy: rays round a raised middle; cup: a few broad petals; umbel: many small heads on rays, in one plane; spike:
// small flowers close along the stalk's end; bells: hanging, to one side of it; ball: a round head; brush: a thistle's.
inline constexpr const char* kFlowers[] = {"none", "daisy", "cup", "umbel", "spike", "bells", "ball", "brush"};

struct FlowerRecipe {
    std::string kind = "none";
    float size = 0.03f;   // metres across; of a spike and of bells, of one small flower
    float length = 0.15f; // metres that a spike or bells take of the stalk
    int petals = 12;      // or rays, or small flowers
    float width = 0.3f;   // of a petal against its length
    float nod = 15;       // degrees off the stalk's own direction
};

// Adds one head at the end of a stalk: petals to `petals`, its middle to `eye`.
void addFlower(Mesh& petals, Mesh& eye, Mesh& stalks, const FlowerRecipe& recipe, const V3f& at, const V3f& up,
               Level level, float larger, Random& random);

} // namespace thallos
