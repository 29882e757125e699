// People as figures that give a picture its scale: bodies of an even skin over joints in a pose, told apart by dress.
#pragma once

#include <string>

#include "core/model/model.h"
#include "core/planting/form.h"

namespace thallos {

struct PersonRecipe {
    float build = 1;    // breadth, against the average
    float heads = 7.5f; // heights of the head in all: 7 to 8, of children 5 to 6.5
    // Degrees. Legs and arms swing forwards from hanging, knees bend back, elbows forwards; `side` is away from the
    // body.
    float lean = 2, nod = 5;
    V2f hips{3, -3}, knees{4, 4}; // left, right
    V2f arms{4, -4}, elbows{12, 12}, side{9, 9};
    float twist = 0;                // of the shoulders against the hips
    float seat = 0;                 // metres above the ground that it sits; 0: it stands
    std::string dress = "trousers"; // see kDress
    std::string hair = "short";     // see kHair
    std::string hat = "none";       // see kHats
    std::string carries = "none";   // see kCarried, in the right hand
};
inline constexpr const char* kDress[] = {"trousers", "shorts", "skirt", "coat"};
inline constexpr const char* kHair[] = {"short", "long", "bun", "bald"};
inline constexpr const char* kHats[] = {"none", "brim", "cap", "veil"};
inline constexpr const char* kCarried[] = {"none", "bag", "stick", "spade", "book", "basket"};

inline constexpr const char* kPersonParts[] = {"skin", "hair", "top", "legs", "shoes", "extra"};
// The height of the growth is that of the standing body, without hat.
Shaper growPerson(const PersonRecipe& recipe, const Growth& growth);

// The upright person for scale, 1.75 m.
Model scaleFigure();

} // namespace thallos
