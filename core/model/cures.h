// Cures of what health.h finds.
#pragma once

#include "core/model/health.h"

namespace thallos {

// What a cure needs to know besides, and how much of it is usual.
struct CureAmount {
    enum class Unit { None, Metres, Radians } unit = Unit::None;
    float usual = 0, least = 0, most = 0;
};
// LooseVertices, Duplicates, InsideOut, Leftovers: none. Degenerate, OpenEdges: metres within which corners become one.
// CoplanarDoubles: metres that the smaller face comes forward. WrongNormals: radians from which an edge stays sharp.
// Sheets: metres that they become thick, behind their front.
CureAmount amountOf(Fault fault);

// Cures the fault wherever it is found in these parts (indices; empty: all). Parts keep their numbers, but may lose all
// their triangles. WrongNormals and Degenerate work on the whole of each part that is named, found or not.
void cure(Model& model, Fault fault, float amount, const std::vector<int>& parts = {});

} // namespace thallos
