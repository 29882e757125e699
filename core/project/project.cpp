#include "core/project/project.h"

#include <algorithm>
#include <cmath>
#include <set>

#include "core/base/error.h"

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

namespace {

[[noreturn]] void invalid(const Item& item, const std::string& what) {
    throw Error(Error::Kind::Invalid, what, item.name);
}

void range(const Item& item, const char* what, float v, float low, float high) {
    if (!(v >= low && v <= high)) {
        auto text = [](float f) {
            std::string s = std::to_string(f);
            s.erase(s.find_last_not_of('0') + 1);
            if (s.back() == '.') s.pop_back();
            return s;
        };
        invalid(item, std::string(what) + " must be " + text(low) + " to " + text(high));
    }
}

constexpr float kFar = 1e6f; // metres from the origin

void outlines(const Item& item, const std::vector<std::vector<V2f>>& areas) {
    for (const auto& area : areas) {
        if (area.size() < 3) invalid(item, "an outline needs three points or more");
        for (const V2f& p : area)
            for (int k = 0; k < 2; ++k) range(item, "a point", p[k], -kFar, kFar);
    }
}

struct Check {
    const Project& project;
    const Item& item;

    void operator()(const Building& b) const {
        if (!b.model) invalid(item, "has no model");
        if (b.surfaces.size() != b.model->materials.size())
            invalid(item, "needs one surface for each material of its model");
        for (int k = 0; k < 3; ++k) range(item, "the position", b.position[k], -kFar, kFar);
        range(item, "the turn", b.yaw, -1e4f, 1e4f);
        range(item, "the size", b.scale, 1e-4f, 1e4f);
        for (const Surface& s : b.surfaces) {
            for (int k = 0; k < 3; ++k) {
                range(item, "a base colour", s.baseColor[k], 0, 1);
                range(item, "an emission", s.emission[k], 0, 1e7f);
            }
            range(item, "a roughness", s.roughness, 0, 1);
            range(item, "a metalness", s.metalness, 0, 1);
            range(item, "a transmission", s.transmission, 0, 1);
            range(item, "a translucency", s.translucency, 0, 0.9f);
            for (int k = 0; k < 3; ++k) {
                range(item, "an absorption", s.absorption[k], 0, 1e5f);
                range(item, "a tint", s.throughTint[k], 0, 1);
            }
            range(item, "a gloss", s.specular, 0, 1);
            range(item, "a varnish", s.coat, 0, 1);
            range(item, "the roughness of a varnish", s.coatRoughness, 0, 1);
            range(item, "a lamp group", static_cast<float>(s.lampGroup), 0, 7);
            range(item, "the scale of a material", s.scale, 0.001f, 1000);
        }
    }
    void operator()(const Figure& f) const {
        for (int k = 0; k < 2; ++k) range(item, "the position", f.at[k], -kFar, kFar);
    }
    void operator()(const BuildingPad& p) const {
        if (!bodyOf<Building>(find(project, p.building))) invalid(item, "belongs to a building that is not there");
        range(item, "the rise", p.rise, -20, 20);
        range(item, "the apron", p.apron, 0, 100);
        range(item, "the batter", p.batter, 0.2f, 50);
        range(item, "the depth under rooms", p.sink, 0, 10);
    }
    void operator()(const Water& w) const {
        range(item, "the level", w.level, -1e4f, 1e4f);
        range(item, "the clarity", w.clarity, 0.05f, 60);
        range(item, "the ripple", w.ripple, 0, 1);
    }
    void operator()(const Planting& p) const {
        for (const Specimen& s : p.specimens) {
            range(item, "a size", s.scale, 0.05f, 10);
            for (int k = 0; k < 2; ++k) range(item, "a place", s.at[k], -kFar, kFar);
            if (s.individual < 0 || s.individual >= 3) invalid(item, "an individual must be 0, 1 or 2");
        }
    }
    void operator()(const Climber& c) const {
        const Item* on = find(project, c.on);
        if (!bodyOf<Building>(on) && !bodyOf<Planting>(on)) invalid(item, "climbs on something that is not there");
        for (int k = 0; k < 3; ++k) range(item, "the foot", c.foot[k], -kFar, kFar);
        range(item, "the facing", c.facing, -1e4f, 1e4f);
        range(item, "the width", c.width, 0.3f, 40);
        range(item, "the height", c.height, 0.3f, 30);
    }
    void operator()(const Drift& d) const {
        outlines(item, d.areas);
        range(item, "the density", d.density, 0, 400);
        range(item, "the spacing", d.spacing, 0, 30);
        range(item, "the size spread", d.sizeSpread, 0, 0.8f);
        range(item, "the lean", d.lean, 0, 1);
        range(item, "the patchiness", d.patchiness, 0, 1);
        for (const MixEntry& m : d.mix) range(item, "a share", m.share, 0, 1e6f);
    }
    void operator()(const Clearing& c) const { outlines(item, c.areas); }
    void operator()(const Shot& s) const {
        const Camera& c = s.camera;
        for (int k = 0; k < 3; ++k) range(item, "the camera", c.position[k], -kFar, kFar);
        range(item, "the focal length", c.focal, 8, 400);
        range(item, "the sensor", c.sensor, 5, 120);
        range(item, "the aspect", c.aspect, 0.2f, 6);
        range(item, "the pitch", c.pitch, -1.571f, 1.571f);
        range(item, "the shift", c.shift, -1, 1);
        range(item, "the visibility", s.daylight.visibility, 1000, 200000);
        range(item, "the cloud", s.daylight.cloud, 0, 1);
        range(item, "the exposure", s.finish.exposure, -12, 12);
        range(item, "the EV", s.ev100, -12, 24);
        range(item, "the balance", s.finish.balance, 2000, 15000);
        range(item, "the contrast", s.finish.contrast, 0.5f, 1.5f);
        range(item, "the saturation", s.finish.saturation, 0, 1.6f);
        range(item, "the vignette", s.finish.vignette, 0, 2);
        for (int k = 0; k < 2; ++k) range(item, "the size", static_cast<float>(s.size[k]), 16, 32768);
        range(item, "the samples", static_cast<float>(s.samples), 1, 65535);
        range(item, "the noise", s.noise, 0, 1);
        thallos::check(s.daylight.time);
    }
    void operator()(const Group&) const {}
    void operator()(const Mark& m) const {
        if (m.points.size() < 2) invalid(item, "a mark needs two points or more");
        for (const V3f& p : m.points)
            for (int k = 0; k < 3; ++k) range(item, "a point", p[k], -kFar, kFar);
    }
};

void checkGroup(const Project& project, const Item& item) {
    size_t depth = 0;
    for (Id g = item.group; g; ++depth) {
        const Item* group = find(project, g);
        if (!bodyOf<Group>(group)) invalid(item, "belongs to a group that is not there");
        if (depth > project.items.size()) invalid(item, "belongs to a group that belongs to itself");
        g = group->group;
    }
}

} // namespace

void check(const Project& project) {
    if (!project.ground) throw Error(Error::Kind::Invalid, "There is no ground", project.site->name);
    std::vector<std::string> names;
    std::vector<uint64_t> ids;
    for (const auto& item : project.items) {
        if (item->name.empty()) invalid(*item, "An item has no name");
        if (!item->id || item->id.value >= project.nextId || item->id.value > 65535)
            invalid(*item, "has an id out of range");
        names.push_back(item->name);
        ids.push_back(item->id.value);
        std::visit(Check{project, *item}, item->body);
        checkGroup(project, *item);
    }
    std::sort(names.begin(), names.end());
    if (const auto twice = std::adjacent_find(names.begin(), names.end()); twice != names.end())
        throw Error(Error::Kind::Invalid, "is the name of two items", *twice);
    std::sort(ids.begin(), ids.end());
    if (std::adjacent_find(ids.begin(), ids.end()) != ids.end())
        throw Error(Error::Kind::Invalid, "Two items have the same id", project.site->name);
    if (!(std::abs(project.site->place.latitude) <= 90) || !(std::abs(project.site->place.longitude) <= 180))
        throw Error(Error::Kind::Invalid, "The place must lie within 90 degrees of latitude and 180 of longitude",
                    project.site->name);
}

} // namespace thallos
