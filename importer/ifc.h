// Building models (IFC, on STEP): what their text says of names, materials and place, and their text as the geometry
// reader knows it.
#pragma once

#include <memory>
#include <string>
#include <unordered_map>

#include "core/exchange/foreign.h"
#include "importer/step.h"

namespace thallos {

// A thing that the model is made of, or a place that holds such things.
struct IfcProduct {
    std::string name; // as people wrote it, without numbers of the program's own
    std::string kind; // its class in capitals: "IFCWALL"
};
using IfcProducts = std::unordered_map<std::string, IfcProduct>; // by their global ids

IfcProducts productsOf(const StepFile& file);
// Place, true north, schema, and how many things there are of what.
BuildingInfo infoOf(const StepFile& file, const IfcProducts& products);
// "Walls", "Windows"; "Other parts" of what has no word of its own.
std::string groupOf(const std::string& kind);

// The same model in the words of IFC 2x3, which is what the geometry reader knows: faces by lists become faces one by
// one, curves by lists lines, later classes their like. A material's colour is written to each thing that has none of
// its own. `leftOut` counts kinds of geometry that cannot be said so.
// Openings are parts of what they go through, which is whole.
std::string asIfc2x3(const StepFile& file, std::unordered_map<std::string, int>& leftOut);

} // namespace thallos
