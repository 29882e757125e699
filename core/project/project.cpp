#include "core/project/project.h"

#include <algorithm>
#include <set>
#include <unordered_map>
#include <unordered_set>

#include "core/light/time_zone.h"
#include "core/project/kinds/kind.h"

namespace thallos {

Project newProject(const V2f& size, float cell, const std::string& name) {
    Project p;
    Site site;
    site.name = name;
    site.timeZone = timeZoneNear(site.place.latitude, site.place.longitude);
    p.site = std::make_shared<const Site>(site);
    p.ground = std::make_shared<const Ground>(Ground{GroundGrid::make(size, cell)});
    Shot shot;
    const float back = std::min(0.35f * size.y, 30.0f);
    shot.camera.position = {0, -back, 1.6f};
    shot.daylight.time = {2026, 6, 21, 15.5, site.zone};
    return zoned(added(added(p, "First look", shot), "Terrain", Terrain()));
}

Project zoned(const Project& project) {
    const std::string& zone = project.site->timeZone;
    const auto& known = timeZones();
    if (zone.empty() || !std::binary_search(known.begin(), known.end(), zone)) return project;
    Project out = project;
    for (const Item* item : itemsOf<Shot>(project)) {
        const CivilTime& clock = bodyOf<Shot>(item)->daylight.time;
        const double ahead = hoursAhead(zone, clock);
        if (ahead == clock.zone) continue;
        auto copy = std::make_shared<Item>(*item);
        std::get<Shot>(copy->body).daylight.time.zone = ahead;
        out.items.replace(std::move(copy));
    }
    return out;
}

const Item* find(const Project& project, const std::string& name) {
    for (const auto& item : project.items)
        if (item->name == name) return item.get();
    return nullptr;
}

namespace {

// Names that are taken, and the next that is free: "Hive 3" beside another of that name becomes the next Hive.
class Names {
public:
    explicit Names(const Project& project) {
        for (const auto& item : project.items) taken_.insert(item->name);
    }
    std::string unique(const std::string& name) {
        if (taken_.insert(name).second) return name;
        std::string stem = name;
        const size_t end = stem.find_last_not_of("0123456789");
        if (end != std::string::npos && end + 1 < stem.size() && stem[end] == ' ' && end > 0) stem.resize(end);
        int& n = last_.try_emplace(stem, 1).first->second;
        for (;;)
            if (std::string next = stem + " " + std::to_string(++n); taken_.insert(next).second) return next;
    }

private:
    std::unordered_set<std::string> taken_;
    std::unordered_map<std::string, int> last_;
};

using Ids = std::unordered_set<Id>;

Ids setOf(const std::vector<Id>& ids) {
    return {ids.begin(), ids.end()};
}

// The ids and all that depends on them.
Ids withDependents(const Project& project, const std::vector<Id>& ids) {
    Ids all = setOf(ids);
    for (bool more = true; more;) {
        more = false;
        for (const auto& item : project.items)
            if (all.count(item->group) || all.count(anchorOf(item->body))) more |= all.insert(item->id).second;
    }
    return all;
}

// With `change` made to a copy of each item for which `is` says so.
template <class Is, class Change> void edit(Items& items, const Is& is, const Change& change) {
    items.change([&](const Items::Slot& slot) {
        if (!is(*slot)) return slot;
        auto item = std::make_shared<Item>(*slot);
        change(*item);
        return Items::Slot(std::move(item));
    });
}

} // namespace

namespace {

// What makes the ground stands in the list where it takes effect: forms before what is built on them.
void settle(Items& items, const std::vector<Item>& fresh) {
    if (std::none_of(fresh.begin(), fresh.end(), [](const Item& i) { return rankOf(i.body) != LandRank::None; }))
        return;
    std::vector<Items::Slot> slots(items.begin(), items.end() - static_cast<std::ptrdiff_t>(fresh.size()));
    for (auto it = items.end() - static_cast<std::ptrdiff_t>(fresh.size()); it != items.end(); ++it) {
        const LandRank rank = rankOf((*it)->body);
        const auto later = [&](const Items::Slot& s) { return rank != LandRank::None && rankOf(s->body) > rank; };
        slots.insert(std::find_if(slots.begin(), slots.end(), later), *it);
    }
    items.assign(std::move(slots));
}

} // namespace

Project added(const Project& project, std::vector<Item>& items) {
    Project out = project;
    Names names(project);
    for (Item& item : items) {
        if (item.name.empty()) item.name = kindName(item.body);
        item.id = Id{out.nextId++};
        item.name = names.unique(item.name);
        out.items.add(std::make_shared<const Item>(item));
    }
    settle(out.items, items);
    return out;
}

Project added(const Project& project, std::string name, Body body, Id* id) {
    std::vector<Item> one{{.id = {}, .name = std::move(name), .body = std::move(body), .group = {}}};
    Project out = added(project, one);
    if (id) *id = one.front().id;
    return out;
}

Project replaced(const Project& project, const Item& item) {
    Project out = project;
    out.items.replace(std::make_shared<const Item>(item));
    return out;
}

std::vector<const Item*> dependents(const Project& project, const std::vector<Id>& ids) {
    const Ids themselves = setOf(ids), all = withDependents(project, ids);
    std::vector<const Item*> out;
    for (const auto& item : project.items)
        if (all.count(item->id) && !themselves.count(item->id)) out.push_back(item.get());
    return out;
}

Project reordered(const Project& project, Id id, int by) {
    const Item* item = find(project, id);
    if (!item) return project;
    std::vector<Items::Slot> slots(project.items.begin(), project.items.end());
    // Places of its kind; of all that makes the ground, which is one list.
    const bool makesGround = rankOf(item->body) != LandRank::None;
    std::vector<size_t> kind;
    size_t at = 0;
    for (size_t i = 0; i < slots.size(); ++i) {
        if (makesGround ? rankOf(slots[i]->body) == LandRank::None : slots[i]->body.index() != item->body.index())
            continue;
        if (slots[i]->id == id) at = kind.size();
        kind.push_back(i);
    }
    const auto last = static_cast<int>(kind.size()) - 1;
    const auto to = static_cast<size_t>(std::clamp(static_cast<int>(at) + by, 0, last));
    if (to == at) return project;
    for (; at < to; ++at) std::swap(slots[kind[at]], slots[kind[at + 1]]);
    for (; at > to; --at) std::swap(slots[kind[at]], slots[kind[at - 1]]);
    Project out = project;
    out.items.assign(std::move(slots));
    return out;
}

Project removed(const Project& project, const std::vector<Id>& ids) {
    Ids gone = withDependents(project, ids);
    // Groups that held nothing else go too.
    std::unordered_map<Id, int> left; // in each group
    for (const auto& item : project.items)
        if (item->group && !gone.count(item->id)) ++left[item->group];
    std::vector<Id> emptied;
    for (const Id id : gone)
        if (const Item* item = find(project, id)) emptied.push_back(item->group);
    while (!emptied.empty()) {
        const Item* group = find(project, emptied.back());
        emptied.pop_back();
        if (!group || left[group->id] > 0 || !gone.insert(group->id).second) continue;
        if (group->group) --left[group->group];
        emptied.push_back(group->group);
    }
    Project out = project;
    out.items.eraseIf([&](const Item& item) { return gone.count(item.id) > 0; });
    return out;
}

bool shown(const Project& project, const Item& item) {
    for (const Item* i = &item; i; i = i->group ? find(project, i->group) : nullptr)
        if (!i->visible) return false;
    return true;
}

bool fixed(const Project& project, const Item& item) {
    for (const Item* i = &item; i; i = i->group ? find(project, i->group) : nullptr)
        if (i->locked) return true;
    return false;
}

Id outermost(const Project& project, Id id) {
    for (const Item* i = find(project, id); i && i->group; i = find(project, id)) id = i->group;
    return id;
}

std::vector<Id> leaves(const Project& project, const std::vector<Id>& ids) {
    if (ids.empty()) return {};
    const Ids named = setOf(ids);
    std::vector<Id> out;
    for (const auto& item : project.items) {
        if (std::holds_alternative<Group>(item->body)) continue;
        for (const Item* i = item.get(); i; i = i->group ? find(project, i->group) : nullptr)
            if (named.count(i->id)) {
                out.push_back(item->id);
                break;
            }
    }
    return out;
}

Project grouped(const Project& project, const std::string& name, const std::vector<Id>& ids, Id* group) {
    Id around, made;
    bool first = true;
    for (const Id id : ids)
        if (const Item* item = find(project, id)) {
            around = first || around == item->group ? item->group : Id{};
            first = false;
        }
    Project out = added(project, name, Group{}, &made);
    const Ids members = setOf(ids);
    edit(
        out.items, [&](const Item& item) { return members.count(item.id) || item.id == made; },
        [&](Item& item) { item.group = item.id == made ? around : made; });
    if (group) *group = made;
    return out;
}

Project regrouped(const Project& project, const std::vector<Id>& ids, Id group) {
    Ids named = setOf(ids);
    for (const Item* g = find(project, group); g; g = find(project, g->group)) named.erase(g->id); // it or holds it
    Project out = project;
    edit(
        out.items,
        [&](const Item& item) {
            return named.count(item.id) && item.group != group && !std::holds_alternative<Shot>(item.body);
        },
        [&](Item& item) { item.group = group; });
    return out;
}

Project ungrouped(const Project& project, Id group) {
    const Item* g = find(project, group);
    if (!bodyOf<Group>(g)) return project;
    Project out = project;
    edit(
        out.items, [&](const Item& item) { return item.group == group; },
        [around = g->group](Item& item) { item.group = around; });
    out.items.eraseIf([&](const Item& item) { return item.id == group; });
    return out;
}

Project withGround(const Project& project, Ground ground) {
    if (project.ground && *project.ground == ground) return project;
    Project out = project;
    out.ground = std::make_shared<const Ground>(std::move(ground));
    return out;
}

Project withSite(const Project& project, const Site& site) {
    Project out = project;
    out.site = std::make_shared<const Site>(site);
    return out;
}

std::vector<std::string> speciesIn(const Item& item) {
    std::vector<std::string> all, out;
    withKind(item.body, [&](const auto& kind, const auto& body) { kind.species(body, all); });
    std::unordered_set<std::string> once;
    for (std::string& name : all)
        if (once.insert(name).second) out.push_back(std::move(name));
    return out;
}

Project carrying(const Project& project, const PlantLibrary& library) {
    const auto& all = library.species();
    if (project.species.empty() &&
        std::all_of(all.begin(), all.end(), [](const Species& s) { return s.origin == SpeciesOrigin::Shipped; }))
        return project;
    std::set<std::string> planted;
    for (const auto& item : project.items)
        for (std::string& name : speciesIn(*item)) planted.insert(std::move(name));
    Carried carried;
    for (const std::string& name : planted) {
        const auto before = std::find_if(project.species.begin(), project.species.end(),
                                         [&](const auto& c) { return c->name == name; });
        const bool known = before != project.species.end();
        const int at = library.find(name);
        const Species* s = at >= 0 ? &library.species()[at] : nullptr;
        if (known && (!s || s->origin != SpeciesOrigin::Own || s->text == (*before)->text))
            carried.push_back(*before);
        else if (s && s->origin == SpeciesOrigin::Own) {
            const auto* proxy = std::get_if<ProxyRecipe>(&s->recipe.growth);
            carried.push_back(
                std::make_shared<const CarriedSpecies>(CarriedSpecies{name, s->text, proxy ? proxy->model : nullptr}));
        }
    }
    if (carried == project.species) return project;
    Project out = project;
    out.species = std::move(carried);
    return out;
}

} // namespace thallos
