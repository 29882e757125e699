// The document as a value, as JSON, and copies of its items.
#include <algorithm>
#include <cmath>
#include <filesystem>
#include <functional>
#include <map>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/project/json.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/store.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;
using nlohmann::json;

TEST(Project, NamesAreUniqueAndIdsNeverComeBack) {
    Project p = newProject({50, 50}, 1, "x");
    Id a, b;
    p = added(p, "Tree", Specimens{}, &a);
    p = added(p, "Tree", Specimens{}, &b);
    EXPECT_EQ(find(p, b)->name, "Tree 2");
    p = removed(p, b);
    Id c;
    p = added(p, "Tree", Specimens{}, &c);
    EXPECT_NE(b.value, c.value);
}

TEST(Project, EditsShareWhatTheyDoNotTouch) {
    const Project a = sample();
    const Project b = added(a, "Another", Specimens{});
    EXPECT_EQ(a.ground, b.ground);
    for (size_t i = 0; i < a.items.size(); ++i) EXPECT_EQ(a.items[i], b.items[i]);
}

TEST(Project, APadGoesWithItsBuilding) {
    const Project p = sample();
    const Id house = find(p, "Shed")->id;
    ASSERT_EQ(dependents(p, house).size(), 1u);
    const Project q = removed(p, house);
    EXPECT_EQ(find(q, "Shed pad"), nullptr);
    EXPECT_NO_THROW(check(q));
}

TEST(Project, CheckFindsWhatIsWrong) {
    const Project good = sample();
    auto broken = [&](const char* name, const std::function<void(Item&)>& change) {
        Item item = *find(good, name);
        change(item);
        EXPECT_THROW(check(replaced(good, item)), Error) << name;
    };
    broken("Shed", [](Item& i) { i.name = "Pond"; });
    broken("Shed", [](Item& i) { i.name.clear(); });
    broken("Shed", [](Item& i) { std::get<Building>(i.body).surfaces.clear(); });
    broken("Shed", [](Item& i) { std::get<Building>(i.body).position.x = NAN; });
    broken("Shed", [](Item& i) { std::get<Building>(i.body).model = nullptr; });
    broken("Shed pad", [](Item& i) { std::get<BuildingPad>(i.body).building = Id{77}; });
    broken("Meadow", [](Item& i) { std::get<Drift>(i.body).density = 1e9f; });
    broken("Meadow", [](Item& i) { std::get<Drift>(i.body).areas[0].resize(2); });
    broken("Trees", [](Item& i) { std::get<Specimens>(i.body).specimens[0].individual = 9; });
    broken("Pond", [](Item& i) { std::get<Water>(i.body).look.clarity = 0; });
    broken("First look", [](Item& i) { std::get<Shot>(i.body).camera.focal = 0; });
    broken("First look", [](Item& i) { std::get<Shot>(i.body).daylight.time.month = 14; });
}

TEST(Json, ComesBackTheSame) {
    const Project p = sample();
    EXPECT_EQ(text(reread(p)), text(p));
}

TEST(Project, WhatCheckRefusesIsMendedAndTold) {
    Project p = sample();
    const auto change = [&](const char* name, const std::function<void(Item&)>& set) {
        Item item = *find(p, name);
        set(item);
        p = replaced(p, item);
    };
    change("Pond", [](Item& i) {
        auto& w = std::get<Water>(i.body);
        w.level = -1e6f;
        w.look.tint.y = std::nanf("");
    });
    change("Shed", [](Item& i) {
        auto& b = std::get<Building>(i.body);
        b.surfaces[0].absorption.x = 1e9f;
        b.position.x = INFINITY;
    });
    change("First look", [](Item& i) { std::get<Shot>(i.body).camera.position.z = std::nanf(""); });
    p = added(p, "Lost pad", BuildingPad{Id{4000}});
    p = added(p, "Short", Mark{{V3f(0)}});
    EXPECT_THROW(check(p), Error);
    EXPECT_THROW(saveProject(p, scratch() / "refused.thallos"), Error) << "what can't be opened is not saved";
    EXPECT_FALSE(std::filesystem::exists(scratch() / "refused.thallos"));
    std::vector<Text> told;
    const Project good = mended(p, told);
    EXPECT_NO_THROW(check(good));
    EXPECT_EQ(good.items.size(), p.items.size() - 2) << "only what hangs on nothing goes";
    EXPECT_GE(told.size(), 7u);
    for (const char* name : {"Pond", "Shed", "First look", "Lost pad", "Short"})
        EXPECT_TRUE(std::any_of(told.begin(), told.end(), [&](const Text& s) {
            return s.english().find(name) != std::string::npos;
        })) << name;
    EXPECT_EQ(bodyOf<Water>(find(good, "Pond"))->level, -1e4f);
    // What is right stays the very same.
    std::vector<Text> none;
    const Project same = mended(sample(), none);
    EXPECT_TRUE(none.empty());
    EXPECT_EQ(text(same), text(sample()));
    // The same from a file that an older version saved so: it was refused.
    const Project read = [&] {
        std::map<std::string, std::string> blobs;
        const json j = dump(p, [&](const std::string& bytes) {
            const std::string hash = contentHash(bytes);
            blobs[hash] = bytes;
            return hash;
        });
        EXPECT_THROW(load(json::parse(j.dump()), [&](const std::string& h) { return blobs.at(h); }), Error);
        OpenReport report;
        Project out = load(
            json::parse(j.dump()), [&](const std::string& h) { return blobs.at(h); }, &report);
        EXPECT_FALSE(report.mended.empty());
        return out;
    }();
    EXPECT_NO_THROW(check(read));
}

TEST(Json, EveryFieldComesBackAsItself) {
    // No value is its default or its neighbour's.
    Project p = sample();
    Site site;
    site.name = "Field by field";
    site.place = {51.25, -2.5, 87};
    site.zone = 1.5;
    site.farSeed = 77;
    site.season = Season::Autumn;
    p = withSite(p, site);
    Shot s;
    s.camera = {{1, 2, 3}, 0.25f, 0.125f, 41, 33, 1.25f, 0.0625f};
    s.daylight = {{2027, 3, 9, 7.75, 2.5}, 22000, 0.375f};
    s.finish = {0.5f, 4700, 1.125f, 0.875f, 0.25f};
    s.metered = false;
    s.ev100 = 9.5f;
    s.size = {1234, 987};
    s.samples = 77;
    s.noise = 0.0625f;
    s.hidden = {find(p, "Shed")->id, find(p, "Pond")->id};
    p = added(p, "Every field", s);
    Item item = *find(p, "Every field");
    item.visible = false;
    p = replaced(p, item);
    item = *find(p, "Figure");
    item.locked = true;
    p = replaced(p, item);
    Id group;
    p = grouped(p, "Together", {find(p, "Figure")->id, find(p, "Trees")->id}, &group);
    Drift d;
    d.areas = {{{0, 1}, {5, 2}, {4, 7}}};
    d.mix = {{"Fescue", 0.25f}, {"Birch", 0.75f}};
    d.density = 1.5f;
    d.spacing = 0.375f;
    d.sizeSpread = 0.3125f;
    d.lean = 0.4375f;
    d.patchiness = 0.5625f;
    d.seed = 99;
    p = added(p, "Every drift", d);

    const Project q = reread(p);
    EXPECT_EQ(q.site->name, site.name);
    EXPECT_EQ(q.site->place.latitude, 51.25);
    EXPECT_EQ(q.site->place.longitude, -2.5);
    EXPECT_EQ(q.site->place.elevation, 87);
    EXPECT_EQ(q.site->zone, 1.5);
    EXPECT_EQ(q.site->farSeed, 77u);
    EXPECT_EQ(q.site->season, Season::Autumn);
    EXPECT_EQ(q.nextId, p.nextId);
    const Shot& t = *bodyOf<Shot>(find(q, "Every field"));
    EXPECT_EQ(t.camera, s.camera);
    EXPECT_EQ(t.daylight, s.daylight);
    EXPECT_EQ(t.finish, s.finish);
    EXPECT_EQ(t.metered, false);
    EXPECT_EQ(t.ev100, 9.5f);
    EXPECT_EQ(t.size, V2i(1234, 987));
    EXPECT_EQ(t.samples, 77);
    EXPECT_EQ(t.noise, 0.0625f);
    EXPECT_EQ(t.hidden, s.hidden);
    EXPECT_FALSE(find(q, "Every field")->visible);
    EXPECT_TRUE(find(q, "Shed")->visible);
    EXPECT_TRUE(find(q, "Figure")->locked);
    EXPECT_FALSE(find(q, "Shed")->locked);
    EXPECT_EQ(find(q, "Figure")->group, group);
    EXPECT_FALSE(find(q, "Shed")->group);
    const Drift& e = *bodyOf<Drift>(find(q, "Every drift"));
    EXPECT_EQ(e.areas, d.areas);
    ASSERT_EQ(e.mix.size(), 2u);
    EXPECT_EQ(e.mix[1].species, "Birch");
    EXPECT_EQ(e.mix[1].share, 0.75f);
    EXPECT_EQ(e.density, 1.5f);
    EXPECT_EQ(e.spacing, 0.375f);
    EXPECT_EQ(e.sizeSpread, 0.3125f);
    EXPECT_EQ(e.lean, 0.4375f);
    EXPECT_EQ(e.patchiness, 0.5625f);
    EXPECT_EQ(e.seed, 99u);
}

TEST(Project, IdsBeyondSixteenBitsAreWhole) {
    Project p = sample();
    p.nextId = 70000;
    Id pond;
    p = added(p, "Large number", Water{{30, -30}, 0.2f}, &pond);
    Drift d;
    d.areas = {{{-30, -30}, {25, -35}, {30, 25}, {-25, 30}}};
    d.mix = {{"Fescue", 1}};
    d.density = 1;
    Id drift;
    p = added(p, "Numbered", d, &drift);
    EXPECT_EQ(drift.value, 70001u);
    EXPECT_NO_THROW(check(p));
    EXPECT_EQ(text(reread(p)), text(p));
    const auto site = build(p, library());
    EXPECT_GT(site->plantCount(drift), 100);
    EXPECT_EQ(site->plantCount(Id{drift.value & 65535}), 0) << "not another item's";
}

TEST(Json, LaterSchemaIsRefusedAsSuch) {
    auto j = dump(sample(), [](const std::string& b) { return contentHash(b); });
    j["schema"] = newestSchema() + 1;
    try {
        load(j, [](const std::string&) { return std::string(); });
        FAIL();
    } catch (const Error& e) {
        EXPECT_EQ(e.kind(), Error::Kind::Newer);
    }
}

TEST(Json, EveryPastSchemaIsRead) {
    std::map<std::string, std::string> blobs;
    auto j = dump(sample(), [&](const std::string& b) {
        const std::string h = contentHash(b);
        blobs[h] = b;
        return h;
    });
    const auto source = [&](const std::string& h) { return blobs.at(h); };
    // Schema 9 had the ground beside the items. Schema 3 knew nine patterns instead of recipes.
    j = asOfSchema9(std::move(j));
    j["schema"] = 3;
    for (auto& item : j["items"])
        if (item.contains("surfaces"))
            for (auto& s : item["surfaces"]) {
                for (const char* key : {"recipe", "scale", "turn_deg", "relief", "picture_size_m"}) s.erase(key);
                s["pattern"] = "masonry";
                s["pattern_size_m"] = 0.26;
                s["texture_size_m"] = 0;
            }
    const Project third = load(j, source);
    const Surface& stone = bodyOf<Building>(itemsOf<Building>(third).front())->surfaces.front();
    EXPECT_EQ(stone.recipe, "Rubble, coursed");
    EXPECT_NEAR(stone.scale, 2, 1e-5f);
    // Schema 2 knew neither glass bodies, varnish and lamp groups nor noise.
    j["schema"] = 2;
    for (auto& item : j["items"]) {
        if (item.contains("output")) item["output"].erase("noise");
        if (!item.contains("surfaces")) continue;
        for (auto& s : item["surfaces"])
            for (const char* key :
                 {"solid", "absorption_per_m", "through_tint", "specular", "coat", "coat_roughness", "lamp_group"})
                s.erase(key);
    }
    Project p = load(j, source);
    EXPECT_EQ(bodyOf<Shot>(itemsOf<Shot>(p).front())->noise, 0) << "its pictures take as many samples as they did";
    EXPECT_EQ(p.items.size(), sample().items.size());
    // Schema 1 neither groups, sizes nor what a shot leaves out.
    j["schema"] = 1;
    for (auto& item : j["items"])
        for (const char* key : {"group", "scale", "hidden"}) item.erase(key);
    p = load(j, source);
    EXPECT_EQ(p.items.size(), sample().items.size());
    EXPECT_EQ(bodyOf<Building>(itemsOf<Building>(p).front())->scale, 1);
}

TEST(Json, ErrorsNameThePlace) {
    auto j = dump(newProject({50, 50}, 1, "x"), [](const std::string& b) { return contentHash(b); });
    j["items"][0]["camera"]["focal_mm"] = "long";
    try {
        load(j, [](const std::string&) { return std::string(); });
        FAIL();
    } catch (const Error& e) {
        EXPECT_NE(std::string(e.what()).find("document/items/0/camera/focal_mm"), std::string::npos) << e.what();
    }
}

TEST(Json, WhateverIsWrittenInsteadOfAValueEndsInASoundDocumentOrAnError) {
    std::map<std::string, std::string> blobs;
    const auto whole = dump(sample(), [&](const std::string& b) {
        const std::string h = contentHash(b);
        blobs[h] = b;
        return h;
    });
    const auto flat = whole.flatten();
    for (const auto& [path, value] : flat.items()) {
        for (const nlohmann::json& bad :
             {nlohmann::json(), nlohmann::json("x"), nlohmann::json(-1e30), nlohmann::json::array({1, "y"})}) {
            auto j = whole;
            j[nlohmann::json::json_pointer(path)] = bad;
            try {
                const Project p = load(j, [&](const std::string& h) {
                    const auto it = blobs.find(h);
                    if (it == blobs.end()) throw Error(Error::Kind::Missing, Text("%w: no blob"), h);
                    return it->second;
                });
                EXPECT_NO_THROW(check(p)) << path << " " << bad; // what opens can be saved
            } catch (const Error& e) {
                EXPECT_NE(e.what()[0], '\0');
            }
        }
    }
}

namespace {

std::vector<std::shared_ptr<const Item>> itemsNamed(const Project& p, const std::vector<std::string>& names) {
    std::vector<std::shared_ptr<const Item>> out;
    for (const auto& i : p.items)
        if (std::find(names.begin(), names.end(), i->name) != names.end()) out.push_back(i);
    return out;
}

} // namespace

TEST(Copies, HaveIdsAndNamesOfTheirOwnAndAreMoved) {
    Project p = newProject({100, 100}, 1, "x");
    p = added(p, "Hive 1", Figure{{1, 2}, 0.5f});
    p = added(p, "Hive 2", Figure{{3, 2}, 0});
    std::vector<Id> ids;
    const Project q = withCopies(p, itemsNamed(p, {"Hive 1", "Hive 2"}), {10, -5}, nullptr, &ids);
    check(q);
    ASSERT_EQ(ids.size(), 2u);
    EXPECT_EQ(find(q, ids[0])->name, "Hive 3");
    EXPECT_EQ(find(q, ids[1])->name, "Hive 4");
    EXPECT_EQ(bodyOf<Figure>(find(q, ids[0]))->at, V2f(11, -3));
    EXPECT_EQ(bodyOf<Figure>(find(q, ids[0]))->yaw, 0.5f);
    EXPECT_EQ(bodyOf<Figure>(find(q, std::string("Hive 1")))->at, V2f(1, 2)) << "the originals stay";
}

TEST(Copies, OfEveryKindMoveAsAWhole) {
    const Project p = sample();
    for (const auto& item : p.items) {
        if (std::holds_alternative<BuildingPad>(item->body) || extent(*item).isEmpty()) continue;
        std::vector<Id> ids;
        const Project q = withCopies(p, {item}, {3, 4}, nullptr, &ids);
        check(q);
        ASSERT_EQ(ids.size(), 1u) << item->name;
        const Box2f before = extent(*item), after = extent(*find(q, ids[0]));
        ASSERT_FALSE(before.isEmpty()) << item->name;
        EXPECT_NEAR((after.min - before.min - V2f(3, 4)).length(), 0, 1e-4f) << item->name;
        EXPECT_NEAR((after.max - before.max - V2f(3, 4)).length(), 0, 1e-4f) << item->name;
        EXPECT_EQ(find(q, ids[0])->body.index(), item->body.index());
    }
}

TEST(Copies, APadGoesWithItsBuildingAndNeverAlone) {
    Project p = newProject({100, 100}, 1, "x");
    Building b;
    b.model = shed();
    b.surfaces = b.model->materials;
    Id house;
    p = added(p, "House", b, &house);
    p = added(p, "House pad", BuildingPad{house, 0.4f});
    std::vector<Id> ids;
    EXPECT_TRUE(withCopies(p, itemsNamed(p, {"House pad"}), {5, 0}, nullptr, &ids) == p);
    EXPECT_TRUE(ids.empty());
    const Project q = withCopies(p, itemsNamed(p, {"House pad", "House"}), {20, 0}, nullptr, &ids);
    check(q);
    ASSERT_EQ(ids.size(), 2u);
    EXPECT_EQ(bodyOf<BuildingPad>(find(q, ids[1]))->building, ids[0]) << "of the copy, not of the original";
    EXPECT_FLOAT_EQ(bodyOf<BuildingPad>(find(q, ids[1]))->rise, 0.4f);
    // Into another project, where the original is not.
    const Project other = newProject({60, 60}, 1, "y");
    check(withCopies(other, itemsNamed(p, {"House pad", "House"}), {0, 0}));
}

TEST(Copies, StandOnTheGroundAsTheOriginalsDid) {
    Project p = newProject({100, 100}, 1, "x");
    p = withTerrain(p, [](Terrain& t) {
        t.relief = {1, 0, 60, 0.4f, {0.1f, 0.05f}}; // a plain slope
    });
    const HeightField field = naturalOf(p);
    Building b;
    b.model = shed();
    b.surfaces = b.model->materials;
    b.position.z = seatHeight(b, field) - 0.3f; // sunk a little
    p = added(p, "House", b);
    std::vector<Id> ids;
    const Project q = withCopies(p, itemsNamed(p, {"House"}), {20, 10}, &field, &ids);
    const auto* copy = bodyOf<Building>(find(q, ids[0]));
    EXPECT_NEAR(copy->position.z, seatHeight(*copy, field) - 0.3f, 1e-4f);
    EXPECT_GT(copy->position.z, b.position.z + 1);
}
