// What is wrong with a model as it came from somebody else's program: found, counted and placed, so that it can be
// shown and cured (steps.h).
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "core/model/model.h"

namespace thallos {

enum class Fault {
    LooseVertices,   // that no face uses
    Degenerate,      // faces with two corners in one place, or without area
    Duplicates,      // faces between the same three places
    InsideOut,       // closed shells whose front is inside, and faces wound against the rest of their shell
    OpenEdges,       // of shells that are closed but for some edges
    CoplanarDoubles, // faces of two shells that lie in each other: they flicker
    WrongNormals,    // faces lit from the wrong side: a corner's normal looks away from their front
    Leftovers,       // small things that touch nothing, and figures for scale
    Sheets,          // flat surfaces without thickness, glass apart
};
inline constexpr int kFaults = 9;

struct FaultPlace {
    int part = 0;               // of the model
    std::vector<int> triangles; // of its mesh; empty: all of them
    V3f centre{0};              // in the model
    float size = 0;             // metres across
};
struct Finding {
    Fault kind;
    int64_t count = 0; // vertices, faces, edges or things
    std::vector<FaultPlace> places;
};

struct HealthLimits {
    float weld = 1e-4f;    // metres within which corners are one
    float doubles = 5e-4f; // metres within which two faces lie in each other
    float overlap = 1e-4f; // m2 that doubles have in common at least
    float leftover = 0.5f; // metres that a leftover is across at most, if it has not the form of a person
};
// In the order of Fault, without those of which there are none. Safe from any thread. A million triangles take less
// than a second on two cores. Returns what was found so far when `stop` returned true.
std::vector<Finding> healthOf(const Model& model, const HealthLimits& limits = {},
                              const std::function<bool()>& stop = {});

} // namespace thallos
