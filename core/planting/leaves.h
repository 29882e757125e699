// Leaves: their outlines, and where they stand on twigs.
#pragma once

#include <string>
#include <vector>

#include "core/mesh/mesh.h"
#include "core/planting/wood.h"

namespace thallos {

struct LeafRecipe {
    std::string shape = "ovate"; // see kLeafShapes; brush: all needles of a shoot, as long and wide as they reach
    float length = 0.07f, width = 0.045f; // metres, of the whole leaf; of a needle its own
    float count = 14;                     // on a twig of full length
    std::string set =
        "alternate";     // see kLeafSets; ranked: in two rows; tuft: at the end; along: one on the twig itself
    float angle = 55;    // degrees from the twig
    float droop = 30;    // degrees
    float fold = 20;     // degrees between the halves
    float curl = 15;     // degrees that the tip bends down
    float stalk = 0.25f; // of the length
    int leaflets = 9;    // of a pinnate leaf
};
inline constexpr const char* kLeafShapes[] = {"ovate",   "lance",  "heart", "lobed", "palmate",
                                              "pinnate", "needle", "rhomb", "brush"};
inline constexpr const char* kLeafSets[] = {"alternate", "opposite", "ranked", "around", "tuft", "along"};

// Where a leaf is: its foot on the twig, its midrib's direction and its upper side; unit vectors at right angles.
struct LeafPlace {
    V3f foot, along, face;
    float size; // 1: as the recipe says
};
std::vector<LeafPlace> placeLeaves(const Wood& wood, const LeafRecipe& recipe, Random& random);

enum class LeafDetail { Plain, Shaped, Fine }; // one or two triangles; its outline; outline, curl and teeth
// Foot at the origin, midrib along x, upper side towards z; metres.
Mesh leafShape(const LeafRecipe& recipe, LeafDetail detail);
float area(const Mesh& mesh); // m2, one side

// `factor` times as large.
void addLeaves(Mesh& mesh, const std::vector<LeafPlace>& places, const Mesh& shape, float factor);

// Adds as many of the leaves as make `most` triangles, each as much larger as stands for the others: their area stays.
// Their outline is the finest up to `finest` by which nearly all of them fit.
struct LeavesAdded {
    float larger = 1;  // than their own size
    int triangles = 1; // of one
};
// `layers`: of them lie upon each other at one place, so that they hide more of each other than of the view;
// below 1 they are a little larger than that.
LeavesAdded addSome(Mesh& mesh, const std::vector<LeafPlace>& places, const LeafRecipe& recipe, LeafDetail finest,
                    size_t most, float layers = 1);

} // namespace thallos
