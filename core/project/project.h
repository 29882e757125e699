// The document: a value. An edit makes a new Project that shares every untouched part with the old one, so that what
// changed is found by comparing pointers, and any thread may hold a snapshot without locks.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/ground/ground.h"
#include "core/light/sun.h"
#include "core/planting/species.h"
#include "core/project/item.h"

namespace thallos {

struct Site {
    std::string name = "Untitled site";
    Place place;
    std::string timeZone; // by name, with its summer time; empty: `zone` all the year
    double zone = 0;      // hours ahead of UTC; of a named zone, in winter or summer as it was set
    uint64_t farSeed = 1; // of the land around
    Season season = Season::Summer;
};

struct Project {
    std::shared_ptr<const Site> site = std::make_shared<Site>();
    std::shared_ptr<const Ground> ground;
    Items items;
    Carried species;     // that did not come with Thallos and are planted here
    uint64_t nextId = 1; // ids are never used again

    bool operator==(const Project& o) const {
        return site == o.site && ground == o.ground && items == o.items && species == o.species;
    } // identity of parts
};

// An empty site with one shot that shows it, never black.
Project newProject(const V2f& size, float cell, const std::string& name);

// The shots' hours are those of the clocks on the site: what each is ahead of UTC, by the named zone and the shot's
// date. Without a zone, or one that this system does not know, the project as it is.
Project zoned(const Project& project);

inline const Item* find(const Project& project, Id id) { // null: none
    return project.items.item(id);
}
const Item* find(const Project& project, const std::string& name); // through all names
// All items of a kind in their order.
template <class T> std::vector<const Item*> itemsOf(const Project& project) {
    std::vector<const Item*> out;
    for (const auto& item : project.items)
        if (std::holds_alternative<T>(item->body)) out.push_back(item.get());
    return out;
}

// Edits: each returns the changed project, and takes a time that is linear in the items at most.
// Names are made unique by a number.
Project added(const Project& project, std::string name, Body body, Id* id = nullptr);
// Several at once, with their names, visibility and groups; their ids are new and are written into `items`.
Project added(const Project& project, std::vector<Item>& items);
Project replaced(const Project& project, const Item& item); // by id
// The item so many places on among those of its kind, or of what makes the ground; it stops at their ends.
Project reordered(const Project& project, Id id, int by);
// Without the items and what cannot be without them: a pad and climbers without their building, what a group holds; and
// without groups that hold nothing else.
Project removed(const Project& project, const std::vector<Id>& ids);
inline Project removed(const Project& project, Id id) {
    return removed(project, std::vector<Id>{id});
}
Project withGround(const Project& project, Ground ground); // the same project when it has that ground already
Project withSite(const Project& project, const Site& site);

// Names of the species that an item plants, each once.
std::vector<std::string> speciesIn(const Item& item);

// Takes along what is planted of species that did not come with Thallos, as `library` has them, and lets go of what is
// planted no more. The same project when nothing changes.
Project carrying(const Project& project, const PlantLibrary& library);

// Items that depend on one of `ids` and would go or lose their sense with it, without these; in the project's order.
std::vector<const Item*> dependents(const Project& project, const std::vector<Id>& ids);
inline std::vector<const Item*> dependents(const Project& project, Id id) {
    return dependents(project, std::vector<Id>{id});
}

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

inline constexpr uint64_t kLargestId = UINT32_MAX; // of an item

// What can be saved and opened. Throws Error::Invalid: names not unique or empty, values out of range or not finite,
// references to nothing.
// With `before`, a project that has passed: only what is not shared with it is looked at.
void check(const Project& project, const Project* before = nullptr);
// The project with all mended that check() would refuse: values are brought into their range, names and ids made
// unique, items left out that depend on what is not there. `told` gets a sentence for each. Needs a ground.
Project mended(const Project& project, std::vector<Text>& told);

} // namespace thallos
