#include <algorithm>
#include <cmath>
#include <concepts>
#include <set>
#include <unordered_map>

#include "core/base/error.h"
#include "core/project/project.h"

namespace thallos {

namespace {

constexpr float kFar = 1e6f; // metres from the origin

std::string text(float f) {
    std::string s = std::to_string(f);
    s.erase(s.find_last_not_of('0') + 1);
    if (s.back() == '.') s.pop_back();
    return s;
}
std::string outOfRange(const char* what, float low, float high) {
    return std::string(what) + " must be " + text(low) + " to " + text(high);
}

// Items by id, for references.
using Index = std::unordered_map<Id, const Item*>;
const Item* at(const Index& index, Id id) {
    const auto it = index.find(id);
    return it == index.end() ? nullptr : it->second;
}

// What hears of every value of an item, with its range: one that refuses and one that mends.
struct Refuse {
    const Item& item;
    void range(const char* what, float v, float low, float high) const {
        if (!(v >= low && v <= high)) broken(outOfRange(what, low, high));
    }
    void whole(const char* what, int v, int low, int high) const {
        range(what, static_cast<float>(v), static_cast<float>(low), static_cast<float>(high));
    }
    [[noreturn]] void broken(const std::string& what) const { throw Error(Error::Kind::Invalid, what, item.name); }
};
struct Mend {
    const Item& item;
    std::vector<std::string>& told;
    bool drop = false; // the item can't be kept
    void range(const char* what, float& v, float low, float high) {
        if (v >= low && v <= high) return;
        v = std::isnan(v) ? std::clamp(0.0f, low, high) : std::clamp(v, low, high);
        told.push_back(item.name + ": " + outOfRange(what, low, high) + "; it was set to " + text(v));
    }
    void whole(const char* what, int& v, int low, int high) {
        if (v >= low && v <= high) return;
        v = std::clamp(v, low, high);
        told.push_back(item.name + ": " + outOfRange(what, static_cast<float>(low), static_cast<float>(high)) +
                       "; it was set to " + std::to_string(v));
    }
    void broken(const std::string& what) {
        if (!drop) told.push_back(item.name + " " + what + " and was left out");
        drop = true;
    }
};

template <class B, class T>
concept Is = std::same_as<std::remove_const_t<B>, T>;

void limits(auto& tell, const Index&, Is<Building> auto& b) {
    if (!b.model) return tell.broken("has no model");
    if (b.surfaces.size() != b.model->materials.size())
        return tell.broken("does not have one surface for each material of its model");
    for (int k = 0; k < 3; ++k) tell.range("the position", b.position[k], -kFar, kFar);
    tell.range("the turn", b.yaw, -1e4f, 1e4f);
    tell.range("the size", b.scale, 1e-4f, 1e4f);
    for (auto& s : b.surfaces) {
        for (int k = 0; k < 3; ++k) {
            tell.range("a base colour", s.baseColor[k], 0, 1);
            tell.range("an emission", s.emission[k], 0, 1e7f);
            tell.range("an absorption", s.absorption[k], 0, 1e5f);
            tell.range("a tint", s.throughTint[k], 0, 1);
        }
        tell.range("a roughness", s.roughness, 0, 1);
        tell.range("a metalness", s.metalness, 0, 1);
        tell.range("a transmission", s.transmission, 0, 1);
        tell.range("a translucency", s.translucency, 0, 0.9f);
        tell.range("a gloss", s.specular, 0, 1);
        tell.range("a varnish", s.coat, 0, 1);
        tell.range("the roughness of a varnish", s.coatRoughness, 0, 1);
        tell.whole("a lamp group", s.lampGroup, 0, 7);
        tell.range("the scale of a material", s.scale, 0.001f, 1000);
        tell.range("the turn of a material", s.turn, -1e4f, 1e4f);
        tell.range("the size of a texture", s.textureSize, 0, 1e4f);
        tell.range("a relief", s.relief, -100, 100);
    }
}
void limits(auto& tell, const Index&, Is<Figure> auto& f) {
    for (int k = 0; k < 2; ++k) tell.range("the position", f.at[k], -kFar, kFar);
    tell.range("the turn", f.yaw, -1e4f, 1e4f);
}
void limits(auto& tell, const Index& index, Is<BuildingPad> auto& p) {
    if (!bodyOf<Building>(at(index, p.building))) return tell.broken("belongs to a building that is not there");
    tell.range("the rise", p.rise, -20, 20);
    tell.range("the apron", p.apron, 0, 100);
    tell.range("the batter", p.batter, 0.2f, 50);
    tell.range("the depth under rooms", p.sink, 0, 10);
}
void limits(auto& tell, const Index&, Is<Water> auto& w) {
    for (int k = 0; k < 2; ++k) tell.range("the place", w.spot[k], -kFar, kFar);
    tell.range("the level", w.level, -1e4f, 1e4f);
    tell.range("the clarity", w.clarity, 0.05f, 60);
    tell.range("the ripple", w.ripple, 0, 1);
    for (int k = 0; k < 3; ++k) tell.range("the tint", w.tint[k], 0, 1);
}
void limits(auto& tell, const Index&, Is<Planting> auto& p) {
    for (auto& s : p.specimens) {
        tell.range("a size", s.scale, 0.05f, 10);
        for (int k = 0; k < 2; ++k) tell.range("a place", s.at[k], -kFar, kFar);
        tell.range("a turn", s.yaw, -1e4f, 1e4f);
        tell.whole("an individual", s.individual, 0, 2);
    }
}
void limits(auto& tell, const Index& index, Is<Climber> auto& c) {
    const Item* on = at(index, c.on);
    if (!bodyOf<Building>(on) && !bodyOf<Planting>(on)) return tell.broken("climbs on something that is not there");
    for (int k = 0; k < 3; ++k) tell.range("the foot", c.foot[k], -kFar, kFar);
    tell.range("the facing", c.facing, -1e4f, 1e4f);
    tell.range("the width", c.width, 0.3f, 40);
    tell.range("the height", c.height, 0.3f, 30);
}
void outlines(auto& tell, auto& areas) {
    for (auto& area : areas) {
        if (area.size() < 3) return tell.broken("has an outline of fewer than three points");
        for (auto& p : area)
            for (int k = 0; k < 2; ++k) tell.range("a point", p[k], -kFar, kFar);
    }
}
void limits(auto& tell, const Index&, Is<Drift> auto& d) {
    outlines(tell, d.areas);
    tell.range("the density", d.density, 0, 400);
    tell.range("the spacing", d.spacing, 0, 30);
    tell.range("the size spread", d.sizeSpread, 0, 0.8f);
    tell.range("the lean", d.lean, 0, 1);
    tell.range("the patchiness", d.patchiness, 0, 1);
    for (auto& m : d.mix) tell.range("a share", m.share, 0, 1e6f);
}
void limits(auto& tell, const Index&, Is<Clearing> auto& c) {
    outlines(tell, c.areas);
}
void limits(auto& tell, const Index&, Is<Shot> auto& s) {
    auto& c = s.camera;
    for (int k = 0; k < 3; ++k) tell.range("the camera", c.position[k], -kFar, kFar);
    tell.range("the bearing", c.yaw, -1e4f, 1e4f);
    tell.range("the focal length", c.focal, 8, 400);
    tell.range("the sensor", c.sensor, 5, 120);
    tell.range("the aspect", c.aspect, 0.2f, 6);
    tell.range("the pitch", c.pitch, -1.571f, 1.571f);
    tell.range("the shift", c.shift, -1, 1);
    tell.range("the visibility", s.daylight.visibility, 1000, 200000);
    tell.range("the cloud", s.daylight.cloud, 0, 1);
    tell.range("the exposure", s.finish.exposure, -12, 12);
    tell.range("the EV", s.ev100, -12, 24);
    tell.range("the balance", s.finish.balance, 2000, 15000);
    tell.range("the contrast", s.finish.contrast, 0.5f, 1.5f);
    tell.range("the saturation", s.finish.saturation, 0, 1.6f);
    tell.range("the vignette", s.finish.vignette, 0, 2);
    for (int k = 0; k < 2; ++k) tell.whole("the size", s.size[k], 16, 32768);
    tell.whole("the samples", s.samples, 1, 65535);
    tell.range("the noise", s.noise, 0, 1);
    try {
        check(s.daylight.time);
    } catch (const Error& e) {
        if constexpr (std::is_const_v<std::remove_reference_t<decltype(s)>>)
            throw;
        else {
            tell.told.push_back(tell.item.name + ": the date or time is not one; it was set to midsummer");
            s.daylight.time = {2026, 6, 21, 15.5, 0};
        }
    }
}
void limits(auto&, const Index&, Is<Group> auto&) {}
void limits(auto& tell, const Index&, Is<Mark> auto& m) {
    if (m.points.size() < 2) return tell.broken("is a measurement of fewer than two points");
    for (auto& p : m.points)
        for (int k = 0; k < 3; ++k) tell.range("a point", p[k], -kFar, kFar);
}

// Why the item's group can't be; null: it can.
const char* wrongGroup(const Index& index, const Item& item) {
    size_t depth = 0;
    for (Id g = item.group; g; ++depth) {
        const Item* group = at(index, g);
        if (!bodyOf<Group>(group)) return "belongs to a group that is not there";
        if (depth > index.size()) return "belongs to a group that belongs to itself";
        g = group->group;
    }
    return nullptr;
}

Index indexOf(const Project& project) {
    Index index;
    for (const auto& item : project.items) index.emplace(item->id, item.get());
    return index;
}

bool onEarth(const Place& p) {
    return std::abs(p.latitude) <= 90 && std::abs(p.longitude) <= 180 && std::abs(p.elevation) < 1e5;
}

} // namespace

void check(const Project& project) {
    if (!project.ground) throw Error(Error::Kind::Invalid, "There is no ground", project.site->name);
    const Index index = indexOf(project);
    std::set<std::string> names;
    if (index.size() != project.items.size())
        throw Error(Error::Kind::Invalid, "Two items have the same id", project.site->name);
    for (const auto& item : project.items) {
        const Refuse refuse{*item};
        if (item->name.empty()) refuse.broken("An item has no name");
        if (!names.insert(item->name).second) refuse.broken("is the name of two items");
        if (!item->id || item->id.value >= project.nextId || item->id.value > kLargestId)
            refuse.broken("has an id out of range");
        std::visit([&](const auto& body) { limits(refuse, index, body); }, item->body);
        if (const char* wrong = wrongGroup(index, *item)) refuse.broken(wrong);
    }
    if (!onEarth(project.site->place))
        throw Error(Error::Kind::Invalid, "The place must lie within 90 degrees of latitude and 180 of longitude",
                    project.site->name);
}

Project mended(const Project& project, std::vector<std::string>& told) {
    Project out = project;
    if (!onEarth(out.site->place)) {
        Site site = *out.site;
        site.place = {};
        out.site = std::make_shared<const Site>(site);
        told.push_back(site.name + ": its place is not on the earth and was set to the default");
    }
    // Ids and names first: references are told by them.
    std::set<uint64_t> ids;
    std::set<std::string> names;
    for (const auto& item : out.items)
        if (item->id.value <= kLargestId) out.nextId = std::max(out.nextId, item->id.value + 1);
    const auto isFree = [](auto& all, const auto& one) { return all.insert(one).second; };
    for (auto& slot : out.items) {
        const bool badId = !slot->id || slot->id.value > kLargestId || !isFree(ids, slot->id.value);
        const bool badName = slot->name.empty() || !isFree(names, slot->name);
        if (!badId && !badName) continue;
        Item item = *slot;
        if (badId) {
            item.id = Id{out.nextId++};
            ids.insert(item.id.value);
        }
        if (badName) {
            const std::string stem = item.name.empty() ? kBodyNames[item.body.index()] : item.name;
            item.name = stem;
            for (int n = 2; !isFree(names, item.name); ++n) item.name = stem + " " + std::to_string(n);
        }
        told.push_back(slot->name + ": its name or id was another item's; it is now " + item.name);
        slot = std::make_shared<const Item>(std::move(item));
    }
    // What hangs on an item that goes, goes too: until nothing more does.
    for (bool again = true; again;) {
        again = false;
        const Index index = indexOf(out);
        std::vector<std::shared_ptr<const Item>> kept;
        for (const auto& slot : out.items) {
            Item item = *slot;
            Mend mend{item, told};
            const size_t before = told.size();
            std::visit([&](auto& body) { limits(mend, index, body); }, item.body);
            if (wrongGroup(index, item)) {
                item.group = {};
                told.push_back(item.name + " belonged to a group that is not there");
            }
            if (mend.drop)
                again = true;
            else
                kept.push_back(told.size() == before ? slot : std::make_shared<const Item>(std::move(item)));
        }
        out.items = std::move(kept);
    }
    return out;
}

} // namespace thallos
