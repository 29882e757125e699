#include <cmath>
#include <csignal>
#include <filesystem>
#include <fstream>
#include <functional>
#include <map>

#include <gtest/gtest.h>
#include <sys/resource.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/project/built_site.h"
#include "core/project/history.h"
#include "core/project/json.h"
#include "core/project/store.h"

using namespace thallos;
using nlohmann::json;
namespace fs = std::filesystem;

namespace {

std::shared_ptr<const PlantLibrary> library() {
    static const auto l = PlantLibrary::load(fs::path(THALLOS_SOURCE) / "assets/species");
    return l;
}

std::shared_ptr<const Model> shed() {
    auto m = std::make_shared<Model>();
    m->name = "Shed";
    m->materials = {{.name = "wood", .baseColor = Rgb(0.3f)}, {.name = "glass", .transmission = 1}};
    m->parts = {{"walls", 0, box({-4, -3, 0}, {4, 3, 3})}, {"pane", 1, box({-1, -3.1f, 1}, {1, -3.05f, 2})}};
    tidy(*m);
    return m;
}

// A small site with one of everything.
Project sample() {
    Project p = newProject({120, 120}, 0.5f, "Test site");
    Ground g = Ground::make({120, 120}, 0.5f, {7, 4, 50, 0.4f, {0.01f, 0.03f}});
    g = dab(g, buildNatural(g), {BrushKind::Lower, 12, 1.5f, 0.7f}, {30, -30});
    g = paintPath(g, {{-50, -40}, {0, -12}}, 2, 0.3f);
    p = withGround(p, g);
    Building b;
    b.model = shed();
    b.surfaces = b.model->materials;
    b.position = {2, 3, seatHeight(b, buildNatural(g))};
    b.yaw = 0.3f;
    Id house;
    p = added(p, "Shed", b, &house);
    p = added(p, "Shed pad", BuildingPad{house});
    p = added(p, "Figure", Figure{{-6, -8}, 1});
    p = added(p, "Pond", Water{{30, -30}, buildNatural(g).at({30, -30}) + 0.7f});
    p = added(p, "Trees", Planting{{{"Apple", {-20, 10}, 0.5f, 1.1f, 2}, {"Birch", {-25, 18}, 1, 0.9f, 0}}});
    Drift d;
    d.areas = {{{-30, -30}, {25, -35}, {30, 25}, {-25, 30}}};
    d.mix = {{"Fescue", 0.8f}, {"Oxeye daisy", 0.2f}};
    d.density = 3;
    p = added(p, "Meadow", d);
    p = added(p, "Clearing", Clearing{{{{-12, -20}, {-4, -20}, {-4, -12}, {-12, -12}}}});
    check(p);
    return p;
}

// The document's hash: equal hashes are equal documents, blobs included.
std::string text(const Project& p) {
    return contentHash(dump(p, [](const std::string& bytes) { return contentHash(bytes); }).dump());
}

Project reread(const Project& p) {
    std::map<std::string, std::string> blobs;
    const auto j = dump(p, [&](const std::string& bytes) {
        const std::string h = contentHash(bytes);
        blobs[h] = bytes;
        return h;
    });
    return load(nlohmann::json::parse(j.dump()), [&](const std::string& h) { return blobs.at(h); });
}

fs::path scratch() {
    static const fs::path folder = [] {
        const fs::path f = fs::temp_directory_path() / ("thallos-project-test-" + std::to_string(::getpid()));
        fs::create_directories(f);
        return f;
    }();
    return folder;
}

// Everything that is derived, as numbers.
std::string fingerprint(const BuiltSite& s) {
    std::string bytes;
    for (const auto& t : s.field.tiles) bytes += contentHash(t->values.data(), t->values.size() * sizeof(float));
    for (const auto& tiles : s.plants)
        for (const auto& t : tiles) bytes += contentHash(t->records.data(), t->records.size() * sizeof(PlantRecord));
    for (const auto& w : s.waters)
        bytes += contentHash(w.sheet->positions.data(), w.sheet->positions.size() * sizeof(V3f));
    bytes += contentHash(s.far->positions.data(), s.far->positions.size() * sizeof(V3f));
    return contentHash(bytes);
}

} // namespace

TEST(Project, NamesAreUniqueAndIdsNeverComeBack) {
    Project p = newProject({50, 50}, 1, "x");
    Id a, b;
    p = added(p, "Tree", Planting{}, &a);
    p = added(p, "Tree", Planting{}, &b);
    EXPECT_EQ(find(p, b)->name, "Tree 2");
    p = removed(p, b);
    Id c;
    p = added(p, "Tree", Planting{}, &c);
    EXPECT_NE(b.value, c.value);
}

TEST(Project, EditsShareWhatTheyDoNotTouch) {
    const Project a = sample();
    const Project b = added(a, "Another", Planting{});
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
    broken("Trees", [](Item& i) { std::get<Planting>(i.body).specimens[0].individual = 9; });
    broken("Pond", [](Item& i) { std::get<Water>(i.body).clarity = 0; });
    broken("First look", [](Item& i) { std::get<Shot>(i.body).camera.focal = 0; });
    broken("First look", [](Item& i) { std::get<Shot>(i.body).daylight.time.month = 14; });
}

TEST(Json, ComesBackTheSame) {
    const Project p = sample();
    EXPECT_EQ(text(reread(p)), text(p));
}

TEST(Json, LaterSchemaIsRefusedAsSuch) {
    auto j = dump(sample(), [](const std::string& b) { return contentHash(b); });
    j["schema"] = kSchema + 1;
    try {
        load(j, [](const std::string&) { return std::string(); });
        FAIL();
    } catch (const Error& e) {
        EXPECT_EQ(e.kind(), Error::Kind::Newer);
    }
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

TEST(Json, EveryMissingMemberIsAnErrorAndNoCrash) {
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
                load(j, [&](const std::string& h) {
                    const auto it = blobs.find(h);
                    if (it == blobs.end()) throw Error(Error::Kind::Missing, "blob", h);
                    return it->second;
                });
            } catch (const Error&) {
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
        if (std::holds_alternative<BuildingPad>(item->body)) continue;
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
    p = withGround(p, Ground::make({100, 100}, 1, {1, 0, 60, 0.4f, {0.1f, 0.05f}})); // a plain slope
    const HeightField field = buildNatural(*p.ground);
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

TEST(History, UndoAndRedoGiveTheSameDocuments) {
    History h(sample());
    std::vector<std::string> states{text(h.now())};
    for (int i = 0; i < 12; ++i) {
        Item item = *find(h.now(), "Meadow");
        std::get<Drift>(item.body).density = 1 + static_cast<float>(i);
        h.commit("Density", replaced(h.now(), item));
        states.push_back(text(h.now()));
    }
    auto bare = [](std::string s) { return s; };
    for (int i = 11; i >= 0; --i) {
        h.undo();
        EXPECT_EQ(bare(text(h.now())), states[static_cast<size_t>(i)]);
    }
    EXPECT_FALSE(h.canUndo());
    for (int i = 1; i <= 12; ++i) {
        h.redo();
        EXPECT_EQ(text(h.now()), states[static_cast<size_t>(i)]);
    }
    EXPECT_FALSE(h.canRedo());
}

TEST(History, ADragIsOneStep) {
    History h(sample());
    auto drag = [&](float x) {
        Item item = *find(h.now(), "Shed");
        std::get<Building>(item.body).position.x = x;
        h.commit("Move", replaced(h.now(), item), "move");
    };
    for (float x = 0; x < 5; x += 0.5f) drag(x);
    EXPECT_EQ(h.position(), 1u);
    h.endMerge();
    drag(9);
    EXPECT_EQ(h.position(), 2u);
    h.undo();
    EXPECT_FLOAT_EQ(bodyOf<Building>(find(h.now(), "Shed"))->position.x, 4.5f);
    EXPECT_EQ(h.undoName(), "Move");
}

TEST(History, NothingChangedIsNoStepAndABranchDropsTheRest) {
    History h(sample());
    h.commit("Nothing", h.now());
    EXPECT_FALSE(h.canUndo());
    h.commit("A", added(h.now(), "A", Planting{}));
    h.commit("B", added(h.now(), "B", Planting{}));
    h.undo();
    h.commit("C", added(h.now(), "C", Planting{}));
    EXPECT_FALSE(h.canRedo());
    EXPECT_EQ(find(h.now(), "B"), nullptr);
}

TEST(History, IdsAreNotUsedAgainAfterUndo) {
    History h(newProject({50, 50}, 1, "x"));
    Id a, b;
    h.commit("A", added(h.now(), "A", Planting{}, &a));
    h.undo();
    h.commit("B", added(h.now(), "B", Planting{}, &b));
    EXPECT_NE(a.value, b.value);
}

TEST(History, OldStepsGoToDiskAndComeBack) {
    // A budget of next to nothing: only the present step keeps its ground in memory.
    History h(newProject({200, 200}, 0.5f, "x"), 1);
    std::vector<std::string> states{text(h.now())};
    for (int i = 0; i < 8; ++i) {
        const Ground& g = *h.now().ground;
        const V2f at(static_cast<float>(i) * 10 - 40, 5);
        h.commit("Raise", withGround(h.now(), dab(g, buildNatural(g), {BrushKind::Raise, 6, 0.5f, 0.6f}, at)));
        states.push_back(text(h.now()));
    }
    EXPECT_EQ(h.stepsOnDisk(), 8u);
    for (int i = 7; i >= 0; --i) {
        h.undo();
        EXPECT_EQ(text(h.now()), states[static_cast<size_t>(i)]) << i;
    }
    for (int i = 1; i <= 8; ++i) {
        h.redo();
        EXPECT_EQ(text(h.now()), states[static_cast<size_t>(i)]) << i;
    }
}

TEST(History, TilesReadBackAreSharedAgain) {
    History h(newProject({200, 200}, 0.5f, "x"), 1);
    const Ground& g = *h.now().ground;
    const auto raised = withGround(h.now(), dab(g, buildNatural(g), {BrushKind::Raise, 6, 0.5f, 0.6f}, {-60, -60}));
    h.commit("Raise", raised);
    const auto tile = raised.ground->sculpt;
    // Edits that leave the ground alone, then a dab far away.
    h.commit("A", added(h.now(), "A", Planting{}));
    const Ground& g2 = *h.now().ground;
    h.commit("Far", withGround(h.now(), dab(g2, buildNatural(g2), {BrushKind::Raise, 6, 0.5f, 0.6f}, {60, 60})));
    EXPECT_EQ(h.stepsOnDisk(), 3u);
    h.undo();
    const auto ground = h.now().ground;
    EXPECT_EQ(ground->sculpt, tile) << "the very same tiles";
    h.undo();
    EXPECT_EQ(h.now().ground, ground) << "one ground for steps that did not touch it";
}

TEST(History, WithinItsBudgetEverythingStaysInMemory) {
    History h(newProject({200, 200}, 0.5f, "x"));
    for (int i = 0; i < 5; ++i) {
        const Ground& g = *h.now().ground;
        h.commit("Raise", withGround(h.now(), dab(g, buildNatural(g), {BrushKind::Raise, 6, 0.5f, 0.6f}, {0, 0})));
    }
    EXPECT_EQ(h.stepsOnDisk(), 0u);
    EXPECT_EQ(h.size(), 6u);
}

TEST(Store, SaveOpenIsTheSameDocument) {
    const fs::path file = scratch() / "a.thallos";
    const Project p = sample();
    saveProject(p, file);
    EXPECT_EQ(text(openProject(file)), text(p));
    // In place, with other contents, without growing for what is gone.
    const Project q = removed(p, find(p, "Shed")->id);
    saveProject(q, file);
    EXPECT_EQ(text(openProject(file)), text(q));
    saveProjectAs(p, file);
    EXPECT_EQ(text(openProject(file)), text(p));
}

TEST(Store, MissingForeignAndEmptyFilesAreRefused) {
    EXPECT_THROW(openProject(scratch() / "none.thallos"), Error);
    EXPECT_THROW(openProject(scratch()), Error);
    for (const std::string& bytes :
         {std::string(), std::string("hello"), std::string("SQLite format 3\0", 16), std::string(8192, 'x')}) {
        const fs::path file = scratch() / "foreign.thallos";
        std::ofstream(file, std::ios::binary) << bytes;
        EXPECT_THROW(openProject(file), Error);
    }
}

TEST(Store, TruncatedFilesAreRefusedInOneSentence) {
    const fs::path whole = scratch() / "whole.thallos", part = scratch() / "part.thallos";
    saveProjectAs(sample(), whole);
    const auto size = fs::file_size(whole);
    for (size_t k = 1; k < 24; ++k) {
        fs::copy_file(whole, part, fs::copy_options::overwrite_existing);
        fs::resize_file(part, size * k / 24);
        try {
            openProject(part);
            FAIL() << k;
        } catch (const Error& e) {
            const std::string s = e.what();
            EXPECT_EQ(s.find('\n'), std::string::npos);
            EXPECT_NE(s.find("part.thallos"), std::string::npos) << s;
        }
    }
}

TEST(Store, MutatedFilesNeverCrash) {
    const fs::path whole = scratch() / "whole2.thallos", bad = scratch() / "bad.thallos";
    saveProjectAs(sample(), whole);
    std::ifstream in(whole, std::ios::binary);
    const std::string bytes((std::istreambuf_iterator<char>(in)), {});
    Random random(3);
    for (int i = 0; i < 150; ++i) {
        std::string b = bytes;
        for (int k = 0; k < 20; ++k) b[random.next() % b.size()] = static_cast<char>(random.next());
        std::ofstream(bad, std::ios::binary) << b;
        try {
            openProject(bad);
        } catch (const Error&) {
        }
    }
}

// The sample as a later version might have saved it.
json laterDocument(const Project& p, std::map<std::string, std::string>& blobs) {
    json j = dump(p, [&](const std::string& bytes) {
        const std::string hash = contentHash(bytes);
        blobs[hash] = bytes;
        return hash;
    });
    j["schema"] = kSchema + 1;
    j["weather"] = "unknown to us";
    return j;
}

TEST(Store, ALaterSchemaIsNamedAsSuch) {
    std::map<std::string, std::string> blobs;
    const json j = laterDocument(sample(), blobs);
    try {
        load(j, [&](const std::string& h) { return blobs.at(h); });
        FAIL();
    } catch (const Error& e) {
        EXPECT_EQ(e.kind(), Error::Kind::Newer);
    }
}

TEST(Store, ALaterSchemaIsReadAsFarAsItIsKnown) {
    std::map<std::string, std::string> blobs;
    const Project p = sample();
    json j = laterDocument(p, blobs);
    json row = j["items"].front();
    row["id"] = 900;
    row["name"] = "Avenue";
    row["type"] = "row";
    j["items"].push_back(row);
    const auto source = [&](const std::string& h) { return blobs.at(h); };
    LaterSchema schema;
    const Project read = load(j, source, &schema);
    EXPECT_TRUE(schema.later);
    EXPECT_EQ(schema.leftOut, std::vector<std::string>{"Avenue"});
    EXPECT_EQ(text(read), text(p)) << "all the rest is there";
    // What hangs on an unknown thing goes with it.
    for (json& i : j["items"])
        if (i["type"] == "building") i["type"] = "pavilion";
    const Project without = load(j, source, &schema);
    EXPECT_TRUE(itemsOf<BuildingPad>(without).empty());
    // An item of today's schema that is wrong is an error, not something unknown.
    j["schema"] = kSchema;
    EXPECT_THROW(load(j, source, &schema), Error);
    EXPECT_FALSE(schema.later);
}

TEST(Store, AFileOfALaterVersionIsOpenedToBeLookedAt) {
    const fs::path file = scratch() / "later.thallos";
    saveProjectAs(newProject({50, 50}, 1, "x"), file);
    LaterSchema schema;
    schema.later = true;
    openProject(file, &schema);
    EXPECT_FALSE(schema.later);
}

TEST(Store, FirstFilesDoNotSayHowWideTheirTilesAre) {
    // Tiles of 256 cells, as they were then; and a member that says so today.
    Project p = newProject({100, 100}, 0.25f, "x");
    GroundGrid old = p.ground->grid;
    ASSERT_EQ(old.tileCells, 128);
    old.tileCells = 256;
    Ground g = *p.ground;
    g.grid = old;
    g.sculpt.assign(old.tileCount(), nullptr);
    g.gravel.assign(old.tileCount(), nullptr);
    g = dab(g, buildNatural(g), {BrushKind::Raise, 5, 0.5f, 0.5f}, {3, 4});
    p = withGround(p, g);
    std::map<std::string, std::string> blobs;
    json j = dump(p, [&](const std::string& bytes) {
        const std::string hash = contentHash(bytes);
        blobs[hash] = bytes;
        return hash;
    });
    const auto source = [&](const std::string& h) { return blobs.at(h); };
    EXPECT_EQ(j["ground"]["tile_cells"], 256);
    EXPECT_EQ(load(j, source).ground->grid, old);
    j["ground"].erase("tile_cells");
    const Project read = load(j, source);
    EXPECT_EQ(read.ground->grid, old);
    EXPECT_NEAR(buildNatural(*read.ground).at({3, 4}), buildNatural(g).at({3, 4}), 1e-6f);
    for (const int bad : {0, 4, 7, 512, -128}) {
        j["ground"]["tile_cells"] = bad;
        EXPECT_THROW(load(j, source), Error) << bad;
    }
}

TEST(Store, CloudIsKeptAndAbsentMeansClear) {
    Project p = newProject({50, 50}, 1, "x");
    Item item = *itemsOf<Shot>(p).front();
    std::get<Shot>(item.body).daylight.cloud = 0.375f;
    p = replaced(p, item);
    const auto sink = [](const std::string& bytes) { return contentHash(bytes); };
    const auto none = [](const std::string&) { return std::string(); };
    json j = dump(p, sink);
    EXPECT_EQ(bodyOf<Shot>(itemsOf<Shot>(load(j, none)).front())->daylight.cloud, 0.375f);
    for (json& i : j["items"])
        if (i["type"] == "shot") i["daylight"].erase("cloud");
    EXPECT_EQ(bodyOf<Shot>(itemsOf<Shot>(load(j, none)).front())->daylight.cloud, 0);
    for (json& i : j["items"])
        if (i["type"] == "shot") i["daylight"]["cloud"] = 1.5;
    EXPECT_THROW(load(j, none), Error);
}

TEST(Store, AFolderThatCannotBeWrittenKeepsTheOldFile) {
    EXPECT_THROW(saveProjectAs(sample(), "/proc/x.thallos"), Error);
    EXPECT_THROW(saveProjectAs(sample(), scratch() / "no-such-folder" / "x.thallos"), Error);
}

TEST(Store, AFullDiskKeepsTheOldFileWhole) {
    const fs::path file = scratch() / "full.thallos";
    const Project p = sample();
    saveProjectAs(p, file);
    // A limit on file size stands for the full disk.
    Project q = p;
    for (int i = 0; i < 4; ++i) {
        auto m = std::make_shared<Model>(*shed());
        m->name = "Heavy";
        Random random(static_cast<uint64_t>(i));
        for (int k = 0; k < 40000; ++k)
            m->parts[0].mesh.positions.emplace_back(random.unit(), random.unit(), random.unit());
        Building b;
        b.model = m;
        b.surfaces = m->materials;
        q = added(q, "Heavy", b);
    }
    rlimit old{};
    getrlimit(RLIMIT_FSIZE, &old);
    std::signal(SIGXFSZ, SIG_IGN);
    const rlimit small{200000, old.rlim_max};
    setrlimit(RLIMIT_FSIZE, &small);
    EXPECT_THROW(saveProject(q, file), Error);
    EXPECT_THROW(saveProjectAs(q, file), Error);
    setrlimit(RLIMIT_FSIZE, &old);
    EXPECT_EQ(text(openProject(file)), text(p));
    for (const auto& e : fs::directory_iterator(scratch()))
        EXPECT_EQ(e.path().filename().string().rfind(".full", 0), std::string::npos) << "left behind: " << e.path();
}

TEST(Store, OneWriterAtATime) {
    const fs::path file = scratch() / "lock.thallos";
    saveProjectAs(newProject({50, 50}, 1, "x"), file);
    WriterLock a(file);
    EXPECT_TRUE(a.held());
    EXPECT_FALSE(WriterLock(file).held());
    a = WriterLock();
    EXPECT_TRUE(WriterLock(file).held());
}

TEST(Store, RecoveryIsFoundWhenItsProcessIsGone) {
    const fs::path folder = scratch() / "recovery";
    const Project p = sample();
    writeRecovery(p, folder, "session-1", "/home/x/site.thallos");
    EXPECT_TRUE(findRecoveries(folder).empty()) << "we are still running";
    // As if another process had left it.
    std::ofstream(folder / "session-1.json")
        << R"({"original":"/home/x/site.thallos","name":"Test site","process":2000000000})";
    const auto found = findRecoveries(folder);
    ASSERT_EQ(found.size(), 1u);
    EXPECT_EQ(found[0].original, "/home/x/site.thallos");
    EXPECT_EQ(text(openProject(found[0].file)), text(p));
    dropRecovery(folder, "session-1");
    EXPECT_TRUE(findRecoveries(folder).empty());
}

// ---- what is derived -----------------------------------------------------------------------------------------------

TEST(Build, SameInSameOut) {
    EXPECT_EQ(fingerprint(*build(sample(), library())), fingerprint(*build(sample(), library())));
}

struct Change {
    const char* name;
    std::function<Project(const Project&)> act;
};
class Incremental : public testing::TestWithParam<Change> {};
TEST_P(Incremental, IsTheSameAsFromNothing) {
    const Project before = sample();
    const auto built = build(before, library());
    const Project after = GetParam().act(before);
    const auto fresh = build(after, library());
    EXPECT_EQ(fingerprint(*build(after, library(), built)), fingerprint(*fresh));
    // In haste first, then at rest.
    const auto hasty = build(after, library(), built, Haste::Moving);
    EXPECT_EQ(fingerprint(*build(after, library(), hasty, Haste::Rest)), fingerprint(*fresh));
    // And back.
    EXPECT_EQ(fingerprint(*build(before, library(), fresh)), fingerprint(*built));
}

Project changed(const Project& p, const char* name, const std::function<void(Item&)>& change) {
    Item item = *find(p, name);
    change(item);
    return replaced(p, item);
}

INSTANTIATE_TEST_SUITE_P(
    Edits, Incremental,
    testing::Values(
        Change{
            "dab",
            [](const Project& p) {
                return withGround(p, dab(*p.ground, buildNatural(*p.ground), {BrushKind::Raise, 8, 1, 0.5f}, {-15, 4}));
            }},
        Change{"shore",
               [](const Project& p) {
                   return withGround(
                       p, dab(*p.ground, buildNatural(*p.ground), {BrushKind::Lower, 6, 0.8f, 0.5f}, {24, -26}));
               }},
        Change{
            "border",
            [](const Project& p) {
                return withGround(p, dab(*p.ground, buildNatural(*p.ground), {BrushKind::Raise, 8, 1, 0.5f}, {58, 4}));
            }},
        Change{"gravel",
               [](const Project& p) {
                   return withGround(
                       p, dab(*p.ground, buildNatural(*p.ground), {BrushKind::Gravel, 5, 1, 0.5f}, {10, -20}));
               }},
        Change{"relief",
               [](const Project& p) {
                   Ground g = *p.ground;
                   g.relief.seed = 8;
                   return withGround(p, g);
               }},
        Change{"house",
               [](const Project& p) {
                   return changed(p, "Shed", [](Item& i) { std::get<Building>(i.body).position += V3f(9, -6, 0.4f); });
               }},
        Change{"turn",
               [](const Project& p) {
                   return changed(p, "Shed", [](Item& i) { std::get<Building>(i.body).yaw = 1.2f; });
               }},
        Change{"pad",
               [](const Project& p) {
                   return changed(p, "Shed pad", [](Item& i) { std::get<BuildingPad>(i.body).batter = 6; });
               }},
        Change{"nopad", [](const Project& p) { return removed(p, find(p, "Shed pad")->id); }},
        Change{"level",
               [](const Project& p) {
                   return changed(p, "Pond", [](Item& i) { std::get<Water>(i.body).level += 0.3f; });
               }},
        Change{"nopond", [](const Project& p) { return changed(p, "Pond", [](Item& i) { i.visible = false; }); }},
        Change{"density",
               [](const Project& p) {
                   return changed(p, "Meadow", [](Item& i) { std::get<Drift>(i.body).density = 5; });
               }},
        Change{"outline",
               [](const Project& p) {
                   return changed(p, "Meadow", [](Item& i) { std::get<Drift>(i.body).areas[0][2] = {10, 8}; });
               }},
        Change{"clearing",
               [](const Project& p) {
                   return changed(p, "Clearing", [](Item& i) { std::get<Clearing>(i.body).areas[0][0] = {-20, -25}; });
               }},
        Change{"hidden", [](const Project& p) { return changed(p, "Meadow", [](Item& i) { i.visible = false; }); }},
        Change{"specimen",
               [](const Project& p) {
                   return changed(p, "Trees", [](Item& i) { std::get<Planting>(i.body).specimens[0].at = {15, 15}; });
               }},
        Change{"gone", [](const Project& p) { return removed(p, find(p, "Shed")->id); }}),
    [](const auto& info) { return info.param.name; });

TEST(Build, PlantsKeepOffBuildingClearingGravelAndWater) {
    const Project p = sample();
    const auto s = build(p, library());
    const auto outlines = outlinesOf(*bodyOf<Building>(find(p, "Shed")));
    const Polygon clearing = smoothOutline(bodyOf<Clearing>(find(p, "Clearing"))->areas[0]);
    int meadow = 0;
    for (const auto& tiles : s->plants)
        for (const auto& t : tiles)
            for (const PlantRecord& r : t->records) {
                const V2f at(r.x, r.y);
                EXPECT_NEAR(r.z, s->field.at(at), 1e-4);
                if (find(p, Id{r.item})->name != "Meadow") continue;
                ++meadow;
                for (const Polygon& o : outlines) EXPECT_GT(signedDistance(o, at), 0);
                EXPECT_FALSE(contains(clearing, at));
                EXPECT_LT(coverAt(p.ground->grid, p.ground->gravel, at), 0.75f);
                if ((at - V2f(30, -30)).length() < 8) EXPECT_GT(r.z, s->waters[0].water.level - 0.05f);
            }
    EXPECT_GT(meadow, 5000);
    EXPECT_EQ(s->plantCount(find(p, "Trees")->id), 2);
}

TEST(Build, TheGroundNeverShowsInTheFootprint) {
    const Project p = sample();
    const auto s = build(p, library());
    const auto* b = bodyOf<Building>(find(p, "Shed"));
    for (const Polygon& o : outlinesOf(*b)) {
        const Box2f box = bounds(o);
        for (float x = box.min.x; x < box.max.x; x += 0.2f)
            for (float y = box.min.y; y < box.max.y; y += 0.2f)
                if (contains(o, {x, y})) EXPECT_LE(s->field.at({x, y}), b->position.z + 1e-3f);
        for (const V2f& q : o) EXPECT_NEAR(s->field.at(q), b->position.z, 0.02f) << "no gap at the foot of the wall";
    }
}

TEST(Build, TilesHoldNoMoreThanTheirShare) {
    Project p = newProject({60, 60}, 1, "dense");
    Drift d;
    d.areas = {{{-30, -30}, {30, -30}, {30, 30}, {-30, 30}}};
    d.mix = {{"Fescue", 1}};
    d.density = 20;
    d.spacing = 0;
    p = added(p, "Dense", d);
    const auto s = build(p, library());
    EXPECT_GT(s->plantCount(), 60000);
    for (const auto& tiles : s->plants)
        for (const auto& t : tiles) {
            EXPECT_LE(t->records.size(), kPlantsInTile);
            for (const PlantRecord& r : t->records) EXPECT_TRUE(t->bounds.intersects(foot(r)));
        }
}

TEST(Build, UnknownSpeciesAreNamed) {
    Project p = newProject({60, 60}, 1, "x");
    p = added(p, "Odd", Planting{{{"Triffid", {0, 0}}}});
    std::vector<std::string> warnings;
    EXPECT_EQ(build(p, library(), nullptr, Haste::Rest, &warnings)->plantCount(), 0);
    ASSERT_EQ(warnings.size(), 1u);
    EXPECT_NE(warnings[0].find("Triffid"), std::string::npos);
}

TEST(Build, AnotherGroundSizeStartsAfresh) {
    const auto a = build(newProject({60, 60}, 1, "x"), library());
    const auto b = build(newProject({90, 40}, 0.5f, "y"), library(), a);
    EXPECT_EQ(b->field.grid.cells, V2i(180, 80));
}
