// Project files: whole, broken, of another version, and what a crash leaves.
#include <algorithm>
#include <csignal>
#include <fstream>
#include <map>

#include <gtest/gtest.h>
#include <sqlite3.h>
#include <sys/resource.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/project/database.h"
#include "core/project/json.h"
#include "core/project/kinds/kind.h"
#include "core/project/recovery.h"
#include "core/project/store.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;
using nlohmann::json;
namespace fs = std::filesystem;

namespace {

// The first column of what the database answers.
std::vector<std::string> column(const fs::path& file, const std::string& query) {
    std::vector<std::string> out;
    sqlite3* db = nullptr;
    EXPECT_EQ(sqlite3_open(file.c_str(), &db), SQLITE_OK);
    EXPECT_EQ(sqlite3_exec(
                  db, query.c_str(),
                  [](void* to, int, char** row, char**) {
                      static_cast<std::vector<std::string>*>(to)->push_back(row && row[0] ? row[0] : "");
                      return 0;
                  },
                  &out, nullptr),
              SQLITE_OK)
        << query;
    sqlite3_close(db);
    return out;
}

} // namespace

TEST(Store, SaveOpenIsTheSameDocument) {
    const fs::path file = scratch() / "a.thallos";
    const Project p = sample();
    saveProject(p, file);
    EXPECT_EQ(text(openProject(file)), text(p));
    // In place, with other contents.
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
            // Cut off was no more than a spare copy.
            EXPECT_EQ(text(openProject(part)), text(sample())) << k;
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
            const Project p = openProject(bad);
            check(p);
        } catch (const Error& e) {
            EXPECT_NE(std::string(e.what()).find("bad.thallos"), std::string::npos) << e.what();
        }
    }
}

namespace {

// The sample as a later version might have saved it.
json laterDocument(const Project& p, std::map<std::string, std::string>& blobs) {
    json j = dump(p, [&](const std::string& bytes) {
        const std::string hash = contentHash(bytes);
        blobs[hash] = bytes;
        return hash;
    });
    j["schema"] = newestSchema() + 1;
    j["weather"] = "unknown to us";
    return j;
}

} // namespace

TEST(Store, AOpenReportIsNamedAsSuch) {
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
    OpenReport schema;
    const Project read = load(j, source, &schema);
    EXPECT_TRUE(schema.later);
    EXPECT_EQ(schema.leftOut, std::vector<std::string>{"Avenue"});
    EXPECT_EQ(text(read), text(p)) << "all the rest is there";
    // What hangs on an unknown thing goes with it.
    for (json& i : j["items"])
        if (i["type"] == "building") i["type"] = "pavilion";
    const Project without = load(j, source, &schema);
    EXPECT_TRUE(itemsOf<BuildingPad>(without).empty());
    // An item of today's schema that is wrong is damage, not something unknown: it is named and the rest is there.
    j["schema"] = newestSchema();
    EXPECT_THROW(load(j, source), Error);
    OpenReport today;
    load(j, source, &today);
    EXPECT_FALSE(today.later);
    EXPECT_TRUE(today.damaged);
    EXPECT_NE(std::find(today.leftOut.begin(), today.leftOut.end(), "Avenue"), today.leftOut.end());
}

TEST(Store, AFileOfALaterVersionIsOpenedToBeLookedAt) {
    const fs::path file = scratch() / "later.thallos";
    saveProjectAs(sample(), file);
    OpenReport schema;
    schema.later = true;
    openProject(file, &schema);
    EXPECT_FALSE(schema.later) << "today's";
    // As another version writes it: without a hash in it.
    column(file, "UPDATE document SET json = json_set(json_remove(json, '$.hash'), '$.schema', 99)");
    EXPECT_THROW(openProject(file), Error);
    EXPECT_EQ(text(openProject(file, &schema)), text(sample()));
    EXPECT_TRUE(schema.later);
}

TEST(Store, FirstFilesDoNotSayHowWideTheirTilesAre) {
    // Tiles of 256 cells, as they were then; and a member that says so today.
    Project p = newProject({100, 100}, 0.25f, "x");
    GroundGrid old = p.ground->grid;
    ASSERT_EQ(old.tileCells, 128);
    old.tileCells = 256;
    Ground g = *p.ground;
    g.grid = old;
    p = withGround(p, g);
    p = dabbed(p, naturalOf(p), {BrushKind::Raise, 5, 0.5f, 0.5f}, {3, 4});
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
    EXPECT_NEAR(naturalOf(read).at({3, 4}), naturalOf(p).at({3, 4}), 1e-6f);
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
        changeMesh(m->parts[0], [&random](Mesh& mesh) {
            for (int k = 0; k < 40000; ++k) mesh.positions.emplace_back(random.unit(), random.unit(), random.unit());
        });
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
    WriterLock lock = lockSession(folder, "session-1");
    ASSERT_TRUE(lock.held());
    writeRecovery(p, folder, "session-1", "/home/x/site.thallos");
    EXPECT_TRUE(findRecoveries(folder).empty()) << "it is still running";
    lock = WriterLock(); // as when its program has ended, whoever has its number now
    const auto found = findRecoveries(folder);
    ASSERT_EQ(found.size(), 1u);
    EXPECT_EQ(found[0].original, "/home/x/site.thallos");
    EXPECT_EQ(text(openProject(found[0].file)), text(p));
    // A damaged note hides no work.
    for (const char* bad : {"", "{", "[1]", R"({"original": 5, "name": null, "process": "x", "tries": 1e99})"}) {
        std::ofstream(folder / "session-1.json") << bad;
        const auto still = findRecoveries(folder);
        ASSERT_EQ(still.size(), 1u) << bad;
        EXPECT_EQ(text(openProject(still[0].file)), text(p));
        noteTry(still[0]);
        EXPECT_EQ(findRecoveries(folder).at(0).tries, 1) << bad;
    }
    dropRecovery(folder, "session-1");
    EXPECT_TRUE(findRecoveries(folder).empty());
}

TEST(Store, WhatNoSavedStateNamesLeavesTheFile) {
    const fs::path file = scratch() / "states.thallos";
    Project p = sample();
    saveProjectAs(p, file);
    const std::vector<std::string> first = column(file, "SELECT DISTINCT hash FROM blob");
    const auto raised = [&](float by) {
        Item item = *itemsOf<Sculpting>(p).front();
        HeightLayer& layer = std::get<Sculpting>(item.body).heights;
        const auto sculpted = std::find_if(layer.begin(), layer.end(), [](const auto& t) { return t != nullptr; });
        auto tile = std::make_shared<GridTile<float>>(**sculpted);
        tile->values[0] = by;
        *sculpted = tile;
        return replaced(p, item);
    };
    size_t most = 0;
    for (int i = 1; i <= 25; ++i) {
        saveProject(raised(static_cast<float>(i)), file);
        most = std::max(most, column(file, "SELECT DISTINCT hash FROM blob").size());
    }
    EXPECT_EQ(column(file, "SELECT number FROM state").size(), 10u);
    EXPECT_LE(most, first.size() + 10);
}

TEST(Store, APartUnderTheNameOfAnotherIsNotTakenForIt) {
    const fs::path whole = scratch() / "named.thallos", bad = scratch() / "misnamed.thallos";
    saveProjectAs(sample(), whole);
    const std::vector<std::string> all = column(whole, "SELECT DISTINCT hash FROM blob");
    ASSERT_GE(all.size(), 2u);
    for (const std::string& a : all)
        for (const std::string& b : all) {
            if (a == b) continue;
            fs::copy_file(whole, bad, fs::copy_options::overwrite_existing);
            column(bad, "DELETE FROM blob WHERE hash = '" + b + "'");
            column(bad, "UPDATE blob SET hash = '" + b + "' WHERE hash = '" + a + "'");
            column(bad, "INSERT INTO blob SELECT '" + a + "', chunk, size, data FROM blob WHERE hash = '" + b + "'");
            OpenReport report;
            try {
                openProject(bad, &report);
                EXPECT_TRUE(report.damaged || !report.leftOut.empty() || !report.mended.empty()) << a << " for " << b;
            } catch (const Error& e) {
                EXPECT_NE(std::string(e.what()).find("damaged"), std::string::npos) << e.what();
            }
        }
}

TEST(Store, TheNoteOfARecoveryIsThereBeforeItsWork) {
    const fs::path folder = scratch() / "recovery-first";
    WriterLock lock = lockSession(folder, "session-2");
    fs::create_directories(folder / "session-2.thallos" / "in the way"); // so that the work cannot be written
    EXPECT_THROW(writeRecovery(sample(), folder, "session-2", {}), Error);
    EXPECT_TRUE(fs::exists(folder / "session-2.json"));
}

// ---- what is derived -----------------------------------------------------------------------------------------------

TEST(Store, AFileThatAnotherProgramHoldsKeepsItsSavedStates) {
    const fs::path file = scratch() / "held.thallos";
    const Project first = sample();
    saveProject(first, file);
    const Project second = added(first, "One more", Clearing{{{{0, 0}, {3, 0}, {0, 3}}}});
    const std::string bytes = [&] {
        std::ifstream in(file, std::ios::binary);
        return std::string(std::istreambuf_iterator<char>(in), {});
    }();
    {
        Database other(file, SQLITE_OPEN_READWRITE);
        other.run("PRAGMA locking_mode = EXCLUSIVE");
        other.run("BEGIN EXCLUSIVE");
        try {
            saveProject(second, file);
            ADD_FAILURE() << "it was replaced";
        } catch (const Error& e) {
            EXPECT_EQ(e.kind(), Error::Kind::Unwritable);
            EXPECT_NE(std::string(e.what()).find("another program"), std::string::npos) << e.what();
        }
        other.run("ROLLBACK");
    }
    std::ifstream in(file, std::ios::binary);
    EXPECT_EQ(std::string(std::istreambuf_iterator<char>(in), {}), bytes) << "its states are there";
    saveProject(second, file);
    EXPECT_EQ(text(openProject(file)), text(second));
}

TEST(Store, WhatAnotherMachineIsSavingIsLeftAlone) {
    // On a shared folder: the number of a process there is that of none here.
    const fs::path file = scratch() / "shared.thallos";
    const fs::path theirs = scratch() / ".shared.thallos.another-machine.999999", ours = [&] {
        char name[65] = {};
        ::gethostname(name, sizeof name - 1);
        std::string plain;
        for (const char* c = name; *c; ++c)
            if (std::isalnum(static_cast<unsigned char>(*c)) || *c == '-') plain += *c;
        return scratch() / (".shared.thallos." + plain + ".999999");
    }();
    for (const fs::path& f : {theirs, ours}) std::ofstream(f) << "half";
    saveProject(sample(), file);
    EXPECT_TRUE(fs::exists(theirs));
    EXPECT_FALSE(fs::exists(ours)) << "what this machine left goes";
    fs::remove(theirs);
}
