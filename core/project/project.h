// The document: a value. An edit makes a new Project that shares every untouched part with the old one, so that what
// changed is found by comparing pointers, and any thread may hold a snapshot without locks.
#pragma once

#include <memory>
#include <string>
#include <variant>
#include <vector>

#include "core/base/id.h"
#include "core/finish/finish.h"
#include "core/ground/ground.h"
#include "core/light/daylight.h"
#include "core/material/model.h"
#include "core/planting/drift.h"
#include "core/planting/species.h"
#include "core/view/camera.h"

namespace thallos {

struct Building {
    std::shared_ptr<const Model> model;
    std::vector<Surface> surfaces; // one a material of the model, as the artist set them
    V3f position{0};               // of the base's middle
    float yaw = 0;                 // radians, counter-clockwise
    float scale = 1;               // for a model in wrong units
    Rights rights;
};

struct Figure { // the 1.75 m person; stands on whatever is under it
    V2f at{0};
    float yaw = 0;
};

struct BuildingPad { // a pad from a building's footprint at the height of its base
    Id building;
    float rise = 0; // metres of the pad over the building's base
    float apron = 1.2f;
    float batter = 3;
    float sink = 0.6f; // under rooms
};

struct Planting { // hand-placed specimens under one name
    std::vector<Specimen> specimens;
};

struct Climber { // over a wall of a building, or round the stem of a specimen
    std::string species;
    Id on;             // a building or specimens
    V3f foot{0};       // where it leaves the ground: on a building in its model's axes; else in plan in the world
    float facing = 0;  // radians counter-clockwise from the building's x axis, out of the wall
    float width = 3;   // metres, of the wall that it may take
    float height = 3;  // metres
    uint64_t seed = 1; // the same seed grows the same
    bool operator==(const Climber&) const = default;
};

struct Clearing {
    std::vector<std::vector<V2f>> areas; // handles
};

struct Shot {
    Camera camera;
    Daylight daylight;
    Finish finish;
    bool metered = true; // exposure follows the meter
    float ev100 = 13;    // used when not metered
    V2i size{1920, 1080};
    int samples = 96;       // of a pixel, at most
    float noise = 0.04f;    // at which a part of the picture takes no more samples, judge(); 0: none stops early
    std::vector<Id> hidden; // items and groups left out of this shot; the ground and what grows stay as they are
};

struct Group {}; // of the items that name it as theirs

struct Mark { // a measured line that was kept
    std::vector<V3f> points;
};

using Body = std::variant<Building, Figure, BuildingPad, Water, Planting, Drift, Clearing, Shot, Group, Mark, Climber>;
inline constexpr const char* kBodyNames[] = {"building", "figure", "pad",   "water", "specimens", "drift",
                                             "clearing", "shot",   "group", "mark",  "climber"};

struct Item {
    Id id;
    std::string name;
    bool visible = true;
    bool locked = false;
    Body body;
    Id group; // that it belongs to; none: it stands for itself
};

struct Site {
    std::string name = "Untitled site";
    Place place;
    double zone = 0;      // hours ahead of UTC
    uint64_t farSeed = 1; // of the land around
    Season season = Season::Summer;
};

struct Project {
    std::shared_ptr<const Site> site = std::make_shared<Site>();
    std::shared_ptr<const Ground> ground;
    std::vector<std::shared_ptr<const Item>> items;
    Carried species;     // that did not come with Thallos and are planted here
    uint64_t nextId = 1; // ids are never used again

    bool operator==(const Project& o) const {
        return site == o.site && ground == o.ground && items == o.items && species == o.species;
    } // identity of parts
};

// An empty site with one shot that shows it, never black.
Project newProject(const V2f& size, float cell, const std::string& name);

const Item* find(const Project& project, Id id); // null: none
const Item* find(const Project& project, const std::string& name);
template <class T> const T* bodyOf(const Item* item) {
    return item ? std::get_if<T>(&item->body) : nullptr;
}
// All items of a kind in their order.
template <class T> std::vector<const Item*> itemsOf(const Project& project) {
    std::vector<const Item*> out;
    for (const auto& item : project.items)
        if (std::holds_alternative<T>(item->body)) out.push_back(item.get());
    return out;
}

// Edits: each returns the changed project. Names are made unique by a number.
Project added(const Project& project, std::string name, Body body, Id* id = nullptr);
Project replaced(const Project& project, const Item& item); // by id
// Without the item and what cannot be without it: a pad and climbers without their building, what a group holds.
Project removed(const Project& project, Id id);
Project withGround(const Project& project, Ground ground); // the same project when it has that ground already
// The same, and all that stands on the ground goes up and down with it: buildings, water, cameras, measured lines. What
// is planted does so by itself.
Project withLand(const Project& project, Ground ground);
Project withSite(const Project& project, const Site& site);

// Names of the species that an item plants, each once.
std::vector<std::string> speciesIn(const Item& item);

// Takes along what is planted of species that did not come with Thallos, as `library` has them, and lets go of what is
// planted no more. The same project when nothing changes.
Project carrying(const Project& project, const PlantLibrary& library);

// Items that hang on `id` and would go or lose their sense with it.
std::vector<const Item*> dependents(const Project& project, Id id);

// Groups. An item is shown when it and all groups around it are visible, fixed when it or one of them is locked.
bool shown(const Project& project, const Item& item);
bool fixed(const Project& project, const Item& item);
// The outermost group around the item, or the item itself.
Id outermost(const Project& project, Id id);
// What a group holds down to the last item, without the groups; an item stands for itself. In the project's order, none
// twice.
std::vector<Id> leaves(const Project& project, const std::vector<Id>& ids);
// In a new group, which belongs to the group that all of them share, if there is one.
Project grouped(const Project& project, const std::string& name, const std::vector<Id>& ids, Id* group = nullptr);
// The items belong to `group` from now on, or to none. Those that hold that group, and shots, stay where they are.
Project regrouped(const Project& project, const std::vector<Id>& ids, Id group);
// Without the group; what it held belongs to the group around it.
Project ungrouped(const Project& project, Id group);

M44f transformOf(const Building& building);
// The footprint in the world.
std::vector<Polygon> outlinesOf(const Building& building);
// Lowest z that puts the base's every corner on or in the ground: the mean ground along the outline.
float seatHeight(const Building& building, const HeightField& field);

inline constexpr uint64_t kLargestId = UINT32_MAX; // of an item

// What can be saved and opened. Throws Error::Invalid: names not unique or empty, values out of range or not finite,
// references to nothing.
void check(const Project& project);
// The project with all mended that check() would refuse: values are brought into their range, names and ids made
// unique, items left out that hang on nothing. `told` gets a sentence for each. Needs a ground.
Project mended(const Project& project, std::vector<std::string>& told);

} // namespace thallos
