// Plants in the tracer: a scene for each grown individual, and one user geometry for each tile of records.
#pragma once

#include <array>
#include <atomic>
#include <functional>
#include <map>
#include <mutex>
#include <optional>

#include "core/material/cutout.h"
#include "core/planting/species.h"
#include "core/project/built_site.h"
#include "core/trace/embree.h"
#include "core/trace/ray.h"
#include "core/trace/tone.h"

namespace thallos {

// A place on a plant's surface: a part of the individual, a triangle of its mesh, where in it.
struct Face {
    unsigned part, triangle;
    float u, v;
};

class PlantScenes {
public:
    // `fast`: built in a third of the time, traced at three quarters of the speed.
    PlantScenes(std::shared_ptr<const PlantLibrary> library, bool fast);
    // Builds the scenes of the marked individuals that are not there yet; false when `stop` returned true before all
    // were. `stop` is asked often and may take its time: the work rests until it answers. One thread at a time; whoever
    // traces those that are there already is not disturbed.
    bool prepare(const std::vector<char>& wanted, const std::function<bool()>& stop = nullptr);
    // What a fast prepare() has left for later so that a first picture comes soon: near forms, which until then are
    // seen in their middle form. False when `stop` returned true before all were made. Whoever traces is not disturbed.
    bool complete(const std::function<bool()>& stop = nullptr) const;
    // What every ray that comes near an individual asks for, close together in memory.
    struct Grown {
        std::atomic<RTCScene> scenes[kLevels] = {}; // of levels that are there
        float grain[kLevels] = {};                  // Form::grain
        Rgb tone[kLevels] = {Rgb(1), Rgb(1), Rgb(1),
                             Rgb(1)}; // multiplies colours: levels look as bright as the near one
        float top = 0, reach = 0;     // metres above the foot and around it, of all forms
        bool turns = false;           // a flat picture, that faces every ray
        bool lies = false;            // follows the slope of the ground
    };
    const Grown& grown(IndividualId id) const { return grown_[id.value]; }
    RTCScene scene(IndividualId id, Level level) const {
        return grown_[id.value].scenes[static_cast<size_t>(level)].load(std::memory_order_acquire);
    }
    // The level at which an individual is seen whose foot is `distance` metres away, `scale` times as large as grown.
    Level level(IndividualId id, float scale, float distance, const Detail& detail) const;
    // What a ray met in scene().
    Face face(IndividualId id, Level level, const RTCHit& hit) const;
    // Grows the heroes that a camera at `eye` would see, if they are not there yet, and traces them from then on; false
    // when there was none to grow or `stop` returned true. Others may trace and grow at the same time; none waits.
    bool growHeroes(const BuiltSite& site, const Detail& detail, const std::function<bool()>& stop = nullptr) const;
    const std::shared_ptr<const PlantLibrary>& library() const { return library_; }
    // How far the individual reaches from its stem towards the angle (radians from its own x axis), metres, never too
    // little.
    float reach(IndividualId id, float angle) const;

    bool fast() const { return fast_; }
    // All levels are as bright as the near one; a fast sketch of plants that were never seen before is not.
    bool toned() const { return !untoned_; }

private:
    void measure(IndividualId id, const Individual& plant) const;
    bool makeAll(const std::vector<char>& wanted, const std::function<bool()>& stop, bool sketch) const;
    std::string toneKey(IndividualId id, Level level, bool fast) const;
    std::optional<Brightness> remembered(IndividualId id, Level level) const;
    std::shared_ptr<const PlantLibrary> library_;
    bool fast_;
    struct Traced {
        std::unique_ptr<EmbreeScene> scene;
        std::array<std::vector<unsigned>, SpeciesRecipe::kParts> triangles; // the first of each face, by part
    };
    std::shared_ptr<const Mask> maskOf(int species, unsigned part) const;
    mutable std::mutex masking_;
    mutable std::map<std::pair<int, unsigned>, std::shared_ptr<const Mask>> masks_;
    Brightness measured(IndividualId id, Level level, const std::function<Brightness()>& measure) const;
    // Near first: the tones of the others are measured against it.
    void make(IndividualId id, Level level, const std::function<bool()>& stop) const;
    mutable std::vector<std::unique_ptr<Traced>> traced_; // of each individual and level
    mutable std::mutex publishing_, completing_;
    mutable std::unique_ptr<Grown[]> grown_;
    mutable std::vector<std::optional<Brightness>> bright_; // of the near levels, where it is known
    mutable std::vector<std::vector<float>> reaches_;
    mutable std::atomic<bool> sketched_{false}; // near forms are missing
    mutable std::atomic<bool> untoned_{false};
};

// How a record's plant stands or lies in the world: turned, sized, sheared by its tilt, moved.
struct PlantPose {
    V3f foot;
    float cosine, sine, scale;
    float east = 0, north = 0;         // metres of shear a metre of height
    float riseEast = 0, riseNorth = 0; // metres of height a metre along

    PlantPose(const PlantRecord& r, bool lies);
    // A flat picture that shows its face to where `direction` comes from, or, below the zenith, keeps its own turn.
    PlantPose facing(const V3f& direction) const;
    V3f toLocal(const V3f& world) const { return dirToLocal(world - foot); }
    V3f dirToLocal(const V3f& d) const {
        const float z = d.z - riseEast * d.x - riseNorth * d.y;
        const float x = d.x - east * z, y = d.y - north * z;
        const float s = 1 / scale;
        return {(cosine * x + sine * y) * s, (cosine * y - sine * x) * s, z * s};
    }
    V3f toWorld(const V3f& local) const {
        const float x = (cosine * local.x - sine * local.y) * scale, y = (sine * local.x + cosine * local.y) * scale,
                    z = local.z * scale;
        return foot + V3f(x + east * z, y + north * z, z + riseEast * x + riseNorth * y);
    }
    V3f normalToWorld(const V3f& n) const { // not normalised
        const float x = cosine * n.x - sine * n.y, y = sine * n.x + cosine * n.y;
        return {x - riseEast * n.z, y - riseNorth * n.z, n.z - east * x - north * y};
    }
};

std::shared_ptr<const EmbreeScene> makePlantTileScene(std::shared_ptr<const PlantTile> tile,
                                                      std::shared_ptr<const PlantScenes> plants, bool quick);

} // namespace thallos
