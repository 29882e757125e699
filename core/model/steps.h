// What was done to a model since it was read from its file: a list of steps, each of which names its parts, so that a
// changed file goes through the same.
#pragma once

#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "core/base/text.h"
#include "core/model/cures.h"
#include "core/model/fittings.h"

namespace thallos {

// Of a model that steps may make: each copy is a mesh of its own.
inline constexpr int64_t kMostStepTriangles = 50'000'000;

// By partKeys() of the model that the step meets; in a step that may mean all parts, none mean all.
using PartNames = std::vector<std::string>;

struct CureStep {
    PartNames parts; // none: all
    Fault fault = Fault::LooseVertices;
    float amount = 0; // as amountOf() says
    bool operator==(const CureStep&) const = default;
};
struct RemoveStep {
    PartNames parts;
    bool operator==(const RemoveStep&) const = default;
};
// About the middle of the parts' base, then moved, in the model's space.
struct MoveStep {
    PartNames parts;
    V3f by{0};
    float turn = 0; // radians, counter-clockwise
    float size = 1;
    bool operator==(const MoveStep&) const = default;
};
// Of a material of its own name; one of that name is made like the parts' first when there is none.
struct MaterialStep {
    PartNames parts;
    std::string material;
    bool operator==(const MaterialStep&) const = default;
};
// Each part by the parts of another model, with its base's middle where the part's was, turned as the part is turned
// against the first.
struct ReplaceStep {
    PartNames parts;
    std::shared_ptr<const Model> with;
    bool operator==(const ReplaceStep&) const = default;
};
// Copies, each `by` from the last and turned by `turn` about `centre`: a line, a stack, or an arc.
struct RepeatStep {
    PartNames parts;
    int count = 1; // of copies
    V3f by{0};
    float turn = 0; // radians, counter-clockwise
    V2f centre{0};  // of an arc
    bool operator==(const RepeatStep&) const = default;
};
// Bent about an upright axis: what was straight across the line from `centre` to the parts' middle becomes an arc.
struct BendStep {
    PartNames parts;
    V2f centre{0};
    bool operator==(const BendStep&) const = default;
};
// A wall under the outlines, where they stand clear of the ground.
struct PlinthStep {
    PartNames parts;                     // means all of the model, whatever it holds
    float depth = 0.6f, setback = 0.02f; // metres
    bool operator==(const PlinthStep&) const = default;
};
// In every window of these panes.
struct FittingStep {
    PartNames parts;
    Fitting fitting = Fitting::Curtains;
    float closed = 0.4f; // 0..1
    bool operator==(const FittingStep&) const = default;
};
using ModelStep = std::variant<CureStep, RemoveStep, MoveStep, MaterialStep, ReplaceStep, RepeatStep, BendStep,
                               PlinthStep, FittingStep>;

struct Stepped {
    std::shared_ptr<const Model> model; // the source itself when there are no steps
    std::vector<std::string> missing;   // parts that steps name and that are not there, each once
};
// Throws Error::Invalid when no triangle is left. Meshes that no step changes are shared with the source.
Stepped applied(const std::shared_ptr<const Model>& source, const std::vector<ModelStep>& steps);

Text wordsOf(const ModelStep& step); // "Remove 3 parts"

} // namespace thallos
