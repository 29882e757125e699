// What a project comes to: finished heights, standing plants, waters, the land around. Derived, never saved.
#pragma once

#include <limits>
#include <memory>
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/ground/stream.h"
#include "core/ground/water.h"
#include "core/project/covers.h"
#include "core/project/land.h"
#include "core/project/plant_tile.h"
#include "core/project/walkways.h"
#include "core/project/works.h"

namespace thallos {

struct WaterBody {
    Id item;
    WaterLook look;
    float level = 0;                          // of a stream its highest
    bool walled = false;                      // a pool: it has no banks
    std::shared_ptr<const LaidStream> stream; // null: it stands
    std::shared_ptr<const Mesh> surface;
    std::shared_ptr<const WaterRegion> region;
    Box2f box;                                                     // of the surface
    std::shared_ptr<const std::vector<std::pair<V2f, V2f>>> shore; // segments in plan
    std::vector<int> tiles = {}; // of the ground, whose heights it hangs on; of pools none
    bool stale = false;          // they moved since it was laid

    float levelAt(const V2f& p) const { return stream ? stream->level(p) : level; } // of its surface there
};

// A climber as it grew on what it climbs.
struct GrownClimber {
    Id item;
    int species = 0;                    // in the library
    std::shared_ptr<const Model> model; // its parts are kClimberParts, metres
    int leafTriangles = 1;              // Form::leafTriangles of the foliage
    M44f toWorld;
};

enum class BuildMode {
    Moving, // interactive: plants are only re-seated on the new heights; masks, far land and water are left stale
    Rest,   // everything, as built from nothing
};

// Immutable once built; shared between the panes, the tracer and the drawings.
struct BuiltSite {
    Project project;
    std::shared_ptr<const PlantLibrary> library;
    Land land;
    std::vector<std::vector<std::shared_ptr<const PlantTile>>> plants; // by ground tile
    std::vector<char> staleTiles; // whose plants were only moved up and down with the ground so far, or wait for a
                                  // next slice
    std::vector<WaterBody> waters;
    BuiltCovers covers;
    std::vector<GrownClimber> climbers;
    std::vector<BuiltWalkway> walkways;
    std::vector<BuiltWork> works; // bodies of paths, walls and terraces
    std::shared_ptr<const Mesh> far;
    bool watersStale = false, farStale = false; // older than the heights
    bool stale = false;                         // any of these: build again at rest
    BuildMode mode = BuildMode::Rest;           // in which it was built

    int64_t plantCount() const;
    int64_t plantCount(Id item) const;
};

// How much planting one build does: the tiles nearest to `near` come first, and once `plants` of them are sown the
// other tiles keep what they have and are stale.
struct BuildSlice {
    V2f near{0};
    size_t plants = std::numeric_limits<size_t>::max();
};

// What the project grows from: `library` with the species it carries, in its season.
std::shared_ptr<const PlantLibrary> libraryOf(const Project& project, const PlantLibrary& library);

// Shares with `previous` whatever did not change. Species that the library lacks are left out and named in `warnings`.
std::shared_ptr<const BuiltSite> build(const Project& project, std::shared_ptr<const PlantLibrary> library,
                                       const std::shared_ptr<const BuiltSite>& previous = nullptr,
                                       BuildMode mode = BuildMode::Rest, std::vector<Text>* warnings = nullptr,
                                       const BuildSlice& slice = {});

} // namespace thallos
