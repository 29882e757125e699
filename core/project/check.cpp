#include <algorithm>
#include <cmath>
#include <set>
#include <unordered_set>

#include "core/base/error.h"
#include "core/base/outside.h"
#include "core/project/kinds/kind.h"
#include "core/project/layers.h"
#include "core/project/project.h"

namespace thallos {

namespace {

std::string text(float f) {
    std::string s = std::to_string(f);
    s.erase(s.find_last_not_of('0') + 1);
    if (s.back() == '.') s.pop_back();
    return s;
}

// Refuses what lies outside its range; leaves the item as it is.
class Refuse : public Limits {
public:
    explicit Refuse(const Item& item) : item_(item) {}
    void range(const char* what, float& v, float low, float high) override {
        if (!(v >= low && v <= high)) broken(Text("%w: %1 must be %2 to %3", std::string(what), text(low), text(high)));
    }
    void range(const char* what, int& v, int low, int high) override {
        if (v < low || v > high) broken(Text("%w: %1 must be %2 to %3", std::string(what), low, high));
    }
    void time(CivilTime& t) override { check(t); }
    void name(const char* what, std::string& s) override {
        if (plainName(s) != s) broken(Text("%w: %1 is not plain text", std::string(what)));
    }
    [[noreturn]] void broken(const Text& what) override { throw Error(Error::Kind::Invalid, what, item_.name); }

private:
    const Item& item_;
};

class Mend : public Limits {
public:
    Mend(const Item& item, std::vector<Text>& told) : item_(item), told_(told) {}
    bool drop = false; // the item can't be kept
    void range(const char* what, float& v, float low, float high) override {
        if (v >= low && v <= high) return;
        v = std::isnan(v) ? std::clamp(0.0f, low, high) : std::clamp(v, low, high);
        outOfRange(what, text(low), text(high), text(v));
    }
    void range(const char* what, int& v, int low, int high) override {
        if (v >= low && v <= high) return;
        v = std::clamp(v, low, high);
        outOfRange(what, std::to_string(low), std::to_string(high), std::to_string(v));
    }
    void time(CivilTime& t) override {
        try {
            check(t);
        } catch (const Error&) {
            told_.push_back(Text("%1: the date or time is not one; it was set to midsummer", item_.name));
            t = {2026, 6, 21, 15.5, 0};
        }
    }
    void name(const char* what, std::string& s) override {
        if (plainName(s) == s) return;
        s = plainName(s);
        told_.push_back(Text("%1: %2 was not plain text; it is now %3", item_.name, std::string(what), s));
    }
    void broken(const Text& what) override {
        if (!drop)
            told_.push_back(
                Text("%1 was left out: %2", item_.name, Error(Error::Kind::Invalid, what, item_.name).what()));
        drop = true;
    }

private:
    void outOfRange(const char* what, const std::string& low, const std::string& high, const std::string& now) {
        told_.push_back(
            Text("%1: %2 must be %3 to %4; it was set to %5", item_.name, std::string(what), low, high, now));
    }
    const Item& item_;
    std::vector<Text>& told_;
};

// Why what the item stands on can't be; null: it can.
std::optional<Text> adrift(const Items& items, const Body& body) {
    return withKind(body, [&](const auto& kind, const auto& of) -> std::optional<Text> {
        if (!kind.anchor.value) return std::nullopt;
        const Item* on = items.item(of.*kind.anchor.value);
        return on && kind.standsOn(on->body) ? std::nullopt : std::optional<Text>(kind.adrift.value);
    });
}

// Why the item's group can't be; null: it can.
std::optional<Text> wrongGroup(const Items& items, const Item& item) {
    size_t depth = 0;
    for (Id g = item.group; g; ++depth) {
        const Item* group = items.item(g);
        if (!bodyOf<Group>(group)) return Text("The group of %w is missing");
        if (depth > items.size()) return Text("The group of %w belongs to itself");
        g = group->group;
    }
    return std::nullopt;
}

bool onEarth(const Place& p) {
    return std::abs(p.latitude) <= 90 && std::abs(p.longitude) <= 180 && std::abs(p.elevation) < 1e5 &&
           std::abs(p.north) <= 360;
}

} // namespace

void check(const Project& project, const Project* before) {
    if (!project.ground) throw Error(Error::Kind::Invalid, Text("%w has no ground"), project.site->name);
    std::unordered_set<std::string_view> names;
    for (const auto& item : project.items) {
        Refuse refuse(*item);
        if (project.items.find(item->id)->get() != item.get())
            throw Error(Error::Kind::Invalid, Text("%w has two items with the same id"), project.site->name);
        if (item->name.empty()) refuse.broken(Text("An item has no name"));
        if (plainName(item->name) != item->name)
            throw Error(Error::Kind::Invalid, Text("The name “%w” is not plain text"), plainName(item->name),
                        Text("Rename it"));
        if (!names.insert(item->name).second)
            throw Error(Error::Kind::Invalid, Text("The name “%w” is taken"), item->name, Text("Use another"));
        if (!item->id || item->id.value >= project.nextId || item->id.value > kLargestId)
            refuse.broken(Text("%w has an id out of range"));
        if (const auto wrong = adrift(project.items, item->body)) refuse.broken(*wrong);
        if (const auto wrong = wrongGroup(project.items, *item)) refuse.broken(*wrong);
        const Items::Slot* same = before ? before->items.find(item->id) : nullptr;
        if (same && *same == item) continue;
        if (!layersFit(item->body, project.ground->grid)) refuse.broken(Text("%w does not fit the terrain grid"));
        // It only asks: nothing is written into what is shared.
        tellLimits(const_cast<Body&>(item->body), refuse);
    }
    if (!onEarth(project.site->place))
        throw Error(Error::Kind::Invalid, Text("The location must lie within 90° of latitude and 180° of longitude"),
                    "");
}

Project mended(const Project& project, std::vector<Text>& told) {
    Project out = project;
    if (!onEarth(out.site->place)) {
        Site site = *out.site;
        site.place = {};
        out.site = std::make_shared<const Site>(site);
        told.push_back(Text("%1: its location is not on the earth and was set to the default", site.name));
    }
    // Ids and names first: references are told by them.
    std::set<uint64_t> ids;
    std::set<std::string> names;
    for (const auto& item : out.items)
        if (item->id.value <= kLargestId) out.nextId = std::max(out.nextId, item->id.value + 1);
    const auto isFree = [](auto& all, const auto& one) { return all.insert(one).second; };
    std::vector<Items::Slot> slots;
    for (const auto& slot : out.items) {
        const bool badId = !slot->id || slot->id.value > kLargestId || !isFree(ids, slot->id.value);
        Item item = *slot;
        item.name = plainName(slot->name);
        const bool badName = item.name.empty() || !isFree(names, item.name);
        slots.push_back(slot);
        if (!badId && !badName && item.name == slot->name) continue;
        if (badId) {
            item.id = Id{out.nextId++};
            ids.insert(item.id.value);
        }
        if (badName) {
            const std::string stem = item.name.empty() ? kindName(item.body) : item.name;
            item.name = stem;
            for (int n = 2; !isFree(names, item.name); ++n) item.name = stem + " " + std::to_string(n);
        }
        told.push_back(badId || badName ? Text("%1: its name or number was another item's; it is now %2",
                                               plainName(slot->name), item.name)
                                        : Text("%1: its name was not plain text and was cleaned", item.name));
        slots.back() = std::make_shared<const Item>(std::move(item));
    }
    out.items.assign(std::move(slots));
    // What depends on an item that goes, goes too: until nothing more does.
    for (bool again = true; again;) {
        again = false;
        Items next = out.items;
        next.change([&](const Items::Slot& slot) -> Items::Slot {
            auto item = std::make_shared<Item>(*slot);
            Mend mend(*item, told);
            const size_t before = told.size();
            if (const auto wrong = adrift(out.items, item->body)) mend.broken(*wrong);
            if (out.ground && !layersFit(item->body, out.ground->grid))
                mend.broken(Text("%w does not fit the terrain grid"));
            if (!mend.drop) tellLimits(item->body, mend);
            if (wrongGroup(out.items, *item)) {
                item->group = {};
                told.push_back(Text("%1 belonged to a group that is not there", item->name));
            }
            again = again || mend.drop;
            if (mend.drop) return nullptr;
            return told.size() == before ? slot : Items::Slot(std::move(item));
        });
        out.items = std::move(next);
    }
    return out;
}

} // namespace thallos
