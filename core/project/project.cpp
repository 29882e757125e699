#include "core/project/project.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace thallos {

Project newProject(const V2f& size, float cell, const std::string& name) {
    Project p;
    Site site;
    site.name = name;
    p.site = std::make_shared<const Site>(site);
    p.ground = std::make_shared<const Ground>(Ground::make(size, cell));
    Shot shot;
    const float back = std::min(0.35f * size.y, 30.0f);
    shot.camera.position = {0, -back, 1.6f};
    shot.daylight.time = {2026, 6, 21, 15.5, site.zone};
    return added(p, "First look", shot);
}

const Item* find(const Project& project, Id id) {
    for (const auto& item : project.items)
        if (item->id == id) return item.get();
    return nullptr;
}
const Item* find(const Project& project, const std::string& name) {
    for (const auto& item : project.items)
        if (item->name == name) return item.get();
    return nullptr;
}

Project added(const Project& project, std::string name, Body body, Id* id) {
    Project out = project;
    if (name.empty()) name = kBodyNames[body.index()];
    // "Hive 3" beside another of that name becomes the next Hive that is free.
    std::string unique = name, stem = name;
    const size_t end = stem.find_last_not_of("0123456789");
    if (end != std::string::npos && end + 1 < stem.size() && stem[end] == ' ' && end > 0) stem.resize(end);
    for (int n = 2; find(project, unique); ++n) unique = stem + " " + std::to_string(n);
    auto item = std::make_shared<Item>();
    item->id = Id{out.nextId++};
    item->name = unique;
    item->body = std::move(body);
    if (id) *id = item->id;
    out.items.push_back(std::move(item));
    return out;
}

Project replaced(const Project& project, const Item& item) {
    Project out = project;
    for (auto& slot : out.items)
        if (slot->id == item.id) slot = std::make_shared<const Item>(item);
    return out;
}

std::vector<const Item*> dependents(const Project& project, Id id) {
    std::vector<const Item*> out;
    for (const auto& item : project.items) {
        const auto* pad = std::get_if<BuildingPad>(&item->body);
        const auto* climber = std::get_if<Climber>(&item->body);
        if (item->group != id && !(pad && pad->building == id) && !(climber && climber->on == id)) continue;
        if (std::find(out.begin(), out.end(), item.get()) == out.end()) out.push_back(item.get());
        for (const Item* further : dependents(project, item->id))
            if (std::find(out.begin(), out.end(), further) == out.end()) out.push_back(further);
    }
    return out;
}

Project removed(const Project& project, Id id) {
    Project out = project;
    std::vector<Id> gone{id};
    for (const Item* d : dependents(project, id)) gone.push_back(d->id);
    const Item* item = find(project, id);
    Id group = item ? item->group : Id{};
    std::erase_if(out.items, [&](const auto& i) { return std::find(gone.begin(), gone.end(), i->id) != gone.end(); });
    // A group that held nothing else goes with it.
    while (group && dependents(out, group).empty()) {
        const Item* empty = find(out, group);
        const Id around = empty ? empty->group : Id{};
        std::erase_if(out.items, [&](const auto& i) { return i->id == group; });
        group = around;
    }
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
    std::vector<Id> out;
    for (const auto& item : project.items) {
        if (std::holds_alternative<Group>(item->body)) continue;
        for (const Item* i = item.get(); i; i = i->group ? find(project, i->group) : nullptr)
            if (std::find(ids.begin(), ids.end(), i->id) != ids.end()) {
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
    for (auto& slot : out.items) {
        const bool member = std::find(ids.begin(), ids.end(), slot->id) != ids.end();
        if (!member && slot->id != made) continue;
        Item item = *slot;
        item.group = member ? made : around;
        slot = std::make_shared<const Item>(std::move(item));
    }
    if (group) *group = made;
    return out;
}

Project regrouped(const Project& project, const std::vector<Id>& ids, Id group) {
    std::vector<Id> around; // the group and those that hold it
    for (const Item* g = find(project, group); g; g = find(project, g->group)) around.push_back(g->id);
    Project out = project;
    for (auto& slot : out.items) {
        const bool named = std::find(ids.begin(), ids.end(), slot->id) != ids.end();
        const bool holds = std::find(around.begin(), around.end(), slot->id) != around.end();
        if (!named || holds || slot->group == group || std::holds_alternative<Shot>(slot->body)) continue;
        Item item = *slot;
        item.group = group;
        slot = std::make_shared<const Item>(std::move(item));
    }
    return out;
}

Project ungrouped(const Project& project, Id group) {
    const Item* g = find(project, group);
    if (!bodyOf<Group>(g)) return project;
    Project out = project;
    const Id around = g->group;
    for (auto& slot : out.items)
        if (slot->group == group) {
            Item item = *slot;
            item.group = around;
            slot = std::make_shared<const Item>(std::move(item));
        }
    std::erase_if(out.items, [&](const auto& i) { return i->id == group; });
    return out;
}

Project withGround(const Project& project, Ground ground) {
    if (project.ground && *project.ground == ground) return project;
    Project out = project;
    out.ground = std::make_shared<const Ground>(std::move(ground));
    return out;
}

Project withLand(const Project& project, Ground ground) {
    const HeightField before = buildNatural(*project.ground), after = buildNatural(ground);
    const auto rise = [&](const V2f& at) { return after.at(at) - before.at(at); };
    Project out = withGround(project, std::move(ground));
    for (auto& slot : out.items) {
        Item item = *slot;
        if (auto* b = std::get_if<Building>(&item.body))
            b->position.z += rise(xy(b->position));
        else if (auto* w = std::get_if<Water>(&item.body))
            w->level += rise(w->spot);
        else if (auto* s = std::get_if<Shot>(&item.body))
            s->camera.position.z += rise(xy(s->camera.position));
        else if (auto* m = std::get_if<Mark>(&item.body))
            for (V3f& p : m->points) p.z += rise(xy(p));
        else
            continue;
        slot = std::make_shared<const Item>(std::move(item));
    }
    return out;
}

Project withSite(const Project& project, const Site& site) {
    Project out = project;
    out.site = std::make_shared<const Site>(site);
    return out;
}

std::vector<std::string> speciesIn(const Item& item) {
    std::vector<std::string> out;
    const auto add = [&](const std::string& name) {
        if (std::find(out.begin(), out.end(), name) == out.end()) out.push_back(name);
    };
    if (const auto* d = std::get_if<Drift>(&item.body))
        for (const MixEntry& m : d->mix) add(m.species);
    if (const auto* p = std::get_if<Planting>(&item.body))
        for (const Specimen& s : p->specimens) add(s.species);
    if (const auto* c = std::get_if<Climber>(&item.body)) add(c->species);
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

M44f transformOf(const Building& b) {
    const float c = b.scale * std::cos(b.yaw), s = b.scale * std::sin(b.yaw);
    return {c, s, 0, 0, -s, c, 0, 0, 0, 0, b.scale, 0, b.position.x, b.position.y, b.position.z, 1};
}

std::vector<Polygon> outlinesOf(const Building& b) {
    std::vector<Polygon> out;
    if (b.model)
        for (Polygon o : b.model->outlines) {
            for (V2f& p : o) p *= b.scale;
            out.push_back(moved(o, b.yaw, xy(b.position)));
        }
    return out;
}

float seatHeight(const Building& b, const HeightField& field) {
    double sum = 0;
    int n = 0;
    for (const Polygon& o : outlinesOf(b))
        for (size_t i = 0; i < o.size(); ++i) {
            const V2f a = o[i], step = o[(i + 1) % o.size()] - a;
            const int pieces = std::max(1, static_cast<int>(step.length()));
            for (int k = 0; k < pieces; ++k, ++n)
                sum += field.at(a + step * (static_cast<float>(k) / static_cast<float>(pieces)));
        }
    return n ? static_cast<float>(sum / n) : field.at(xy(b.position));
}

} // namespace thallos
