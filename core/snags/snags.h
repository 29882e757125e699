// What would be noticed in a picture as a mistake: each with its place, its figure and the limit that it is over.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/model/health.h"
#include "core/model/scale.h"
#include "core/project/built_site.h"

namespace thallos {

enum class SnagKind {
    FloatingEdge,     // metres of gap under a building
    BuriedFloor,      // metres of ground over a floor beside it
    SoilInRoom,       // metres of ground over a floor within
    WaterAtFloor,     // metres of water over a floor
    Size,             // metres across that nothing built has
    Leftovers,        // things
    InsideOut,        // faces
    CoplanarDoubles,  // faces
    CoarseTexture,    // pixels of a shot that one texel covers
    RepeatingTexture, // repeats of a texture in a shot
    DoorHeight,       // metres that no door has
    StoreyHeight,     // metres from floor to floor
    StepHeight,       // metres of rise
    FloorInGround,    // m2 of floor that lie in one plane with the ground and flicker
    PathTooSteep,     // percent along it
    GroundOverPath,   // metres
    GroundOverDeck,   // metres over a walkway
    BankTooSteep      // degrees
};
inline constexpr int kSnagKinds = 18;

struct Snag {
    SnagKind kind;
    Id item;          // a building, or what lies on the ground or shapes it
    V3f at{0};        // in the world
    float figure = 0; // in the unit of its kind
    float limit = 0;
    std::string name; // of what it is about besides the item: a material, a shot
    Id shot;          // in which it is seen; none: in any
};

// What models were found to have, kept from one search to the next.
struct KnownModel {
    std::optional<std::vector<Finding>> health;
    std::optional<ScaleReading> scale;
    float readAt = 1; // that the building was scaled by then
};
using KnownModels = std::map<std::weak_ptr<const Model>, KnownModel, std::owner_less<>>;

// In the order of the project's items, the worst of an item first. Safe from any thread, but for `known`, which belongs
// to one. Returns what was found so far when `stop` returned true.
std::vector<Snag> snagsOf(const BuiltSite& site, KnownModels& known, const std::function<bool()>& stop = {});

// Floors of a model: the highest face that looks up within `over` metres over its base, in cells in plan.
struct FloorMap {
    V2f origin{0};
    float cell = 0.25f;
    V2i size{0};
    std::vector<float> heights; // metres in the model; -1e30: none
    float at(const V2f& p) const;
};
FloorMap floorsOf(const Model& model, float over = 1.2f);

} // namespace thallos
