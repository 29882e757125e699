#include "core/project/store.h"

#include <algorithm>
#include <cctype>
#include <cerrno>
#include <csignal>
#include <cstdlib>
#include <ctime>
#include <mutex>
#include <set>
#include <sstream>
#include <unordered_map>

#include <fcntl.h>
#include <unistd.h>
#include <zstd.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/base/outside.h"
#include "core/project/database.h"
#include "core/project/json.h"

namespace thallos {

namespace fs = std::filesystem;
using nlohmann::json;

namespace {

constexpr int kApplicationId = 0x7448414c; // marks the file as ours
constexpr size_t kChunk = 4u << 20;
constexpr size_t kLargestBlob = size_t(4) << 30;
constexpr int kStates = 10; // saved states that a file keeps

std::string compressed(const std::string& bytes) {
    std::string out(ZSTD_compressBound(bytes.size()), '\0');
    out.resize(ZSTD_compress(out.data(), out.size(), bytes.data(), bytes.size(), 3));
    return out;
}

// Empty when it is not what it was.
std::string uncompressed(const std::string& packed, size_t size, const std::string& hash) {
    std::string out(size, '\0');
    const size_t got = ZSTD_decompress(out.data(), out.size(), packed.data(), packed.size());
    return ZSTD_isError(got) || got != out.size() || contentHash(out) != hash ? std::string() : out;
}

// Content hashes of values that were saved or read: what did not change is neither packed nor compressed again.
class Digests {
public:
    std::string find(const std::shared_ptr<const void>& value) {
        const std::lock_guard lock(mutex_);
        const auto it = known_.find(value.get());
        return it != known_.end() && it->second.value.lock() == value ? it->second.hash : std::string();
    }
    void keep(const std::shared_ptr<const void>& value, const std::string& hash) {
        const std::lock_guard lock(mutex_);
        if (known_.size() > 2 * alive_ + 1000) {
            std::erase_if(known_, [](const auto& k) { return k.second.value.expired(); });
            alive_ = known_.size();
        }
        known_[value.get()] = {value, hash};
    }

private:
    struct Known {
        std::weak_ptr<const void> value; // another may come to the same address
        std::string hash;
    };
    std::mutex mutex_;
    std::unordered_map<const void*, Known> known_;
    size_t alive_ = 0;
};
Digests& digests() {
    static Digests d;
    return d;
}

std::string readBlob(sqlite3* db, const std::string& hash) {
    std::string packed;
    int64_t size = -1;
    try {
        Statement s(db, "SELECT size, data FROM blob WHERE hash = ? ORDER BY chunk");
        s.bind(1, hash);
        while (s.step()) {
            size = s.integer(0);
            packed += s.bytes(1);
        }
    } catch (const std::runtime_error&) {
        throw Error(Error::Kind::Unreadable, Text("A part of the project is damaged"), "");
    }
    if (size < 0) throw Error(Error::Kind::Unreadable, Text("A part of the project is missing"), "");
    if (static_cast<uint64_t>(size) > kLargestBlob)
        throw Error(Error::Kind::Unreadable, Text("A part of the project is too large"), "");
    std::string out = uncompressed(packed, static_cast<size_t>(size), hash);
    if (out.empty() && size > 0) throw Error(Error::Kind::Unreadable, Text("A part of the project is damaged"), "");
    return out;
}

std::string timeNow() {
    const std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    char text[40];
    std::strftime(text, sizeof text, "%Y-%m-%d %H:%M", &local);
    return text;
}

// The document carries the hash of its own text without it: a changed digit reads well and is wrong all the same.
// Without one, as other versions write it, it is taken at its word.
std::string sealed(json document) {
    document.erase("hash");
    document["hash"] = contentHash(document.dump(1));
    return document.dump(1);
}
bool isSound(const std::string& text) {
    json document = json::parse(text, nullptr, false);
    if (!document.is_object()) return false;
    if (!document.contains("hash")) return true;
    const json seal = document["hash"];
    document.erase("hash");
    return seal == contentHash(document.dump(1));
}

// The document as it is now and, compressed, as the last saved states: the newest of them is its second copy.
void writeDocument(Database& db, const std::string& text, int schema, const std::set<std::string>& blobs) {
    const std::string hash = contentHash(text);
    Statement(db, "INSERT OR REPLACE INTO document VALUES (1, ?)").bind(1, text).run();
    Statement(db, "INSERT OR REPLACE INTO meta VALUES ('schema', ?)").bind(1, std::to_string(schema)).run();
    Statement newest(db, "SELECT hash FROM state ORDER BY number DESC LIMIT 1");
    if (newest.step() && newest.bytes(0) == hash) return;
    std::string names;
    for (const std::string& b : blobs) names += b + "\n";
    const std::string packed = compressed(text);
    Statement(db, "INSERT INTO state (time, hash, size, json, blobs) VALUES (?, ?, ?, ?, ?)")
        .bind(1, timeNow())
        .bind(2, hash)
        .bind(3, static_cast<int64_t>(text.size()))
        .bindBlob(4, packed.data(), packed.size())
        .bind(5, names)
        .run();
    Statement(db, "DELETE FROM state WHERE number NOT IN (SELECT number FROM state ORDER BY number DESC LIMIT ?)")
        .bind(1, static_cast<int64_t>(kStates))
        .run();
}

// Blobs that no saved state names go.
void dropUnused(Database& db, std::set<std::string> used) {
    {
        Statement states(db, "SELECT blobs FROM state");
        while (states.step()) {
            std::istringstream names(states.bytes(0));
            for (std::string name; std::getline(names, name);) used.insert(name);
        }
    }
    std::vector<std::string> unused;
    {
        Statement all(db, "SELECT DISTINCT hash FROM blob");
        while (all.step())
            if (const std::string h = all.bytes(0); !used.count(h)) unused.push_back(h);
    }
    for (const std::string& h : unused) Statement(db, "DELETE FROM blob WHERE hash = ?").bind(1, h).run();
}

void write(Database& db, const Project& project) {
    db.run("BEGIN IMMEDIATE");
    db.run("CREATE TABLE IF NOT EXISTS meta (key TEXT PRIMARY KEY, value TEXT) WITHOUT ROWID");
    db.run("CREATE TABLE IF NOT EXISTS document (id INTEGER PRIMARY KEY CHECK (id = 1), json TEXT NOT NULL)");
    db.run("CREATE TABLE IF NOT EXISTS blob (hash TEXT, chunk INTEGER, size INTEGER NOT NULL, data BLOB NOT NULL, "
           "PRIMARY KEY (hash, chunk))");
    db.run("CREATE TABLE IF NOT EXISTS state (number INTEGER PRIMARY KEY AUTOINCREMENT, time TEXT, hash TEXT, "
           "size INTEGER, json BLOB, blobs TEXT)");
    std::set<std::string> used;
    const auto there = [&](const std::string& hash) {
        if (used.count(hash)) return true;
        Statement s(db, "SELECT 1 FROM blob WHERE hash = ? LIMIT 1");
        return s.bind(1, hash).step();
    };
    json document = dump(project, [&](const Blob& blob) {
        std::string hash = digests().find(blob.value), bytes;
        if (hash.empty()) {
            bytes = blob.bytes();
            hash = contentHash(bytes);
            digests().keep(blob.value, hash);
        }
        if (there(hash)) {
            used.insert(hash);
            return hash;
        }
        if (bytes.empty()) {
            // What was read may have been packed by an earlier version: other bytes, another hash.
            bytes = blob.bytes();
            hash = contentHash(bytes);
            digests().keep(blob.value, hash);
        }
        if (bytes.size() > kLargestBlob)
            throw Error(
                Error::Kind::Invalid,
                Text("A model or picture takes more than %1 GB, which no project file can hold", kLargestBlob >> 30),
                "", Text("Simplify it, or take it out"));
        if (!there(hash)) {
            const std::string packed = compressed(bytes);
            for (size_t at = 0, chunk = 0; at < packed.size() || chunk == 0; at += kChunk, ++chunk)
                Statement(db, "INSERT INTO blob VALUES (?, ?, ?, ?)")
                    .bind(1, hash)
                    .bind(2, static_cast<int64_t>(chunk))
                    .bind(3, static_cast<int64_t>(bytes.size()))
                    .bindBlob(4, packed.data() + at, std::min(kChunk, packed.size() - at))
                    .run();
        }
        used.insert(hash);
        return hash;
    });
    writeDocument(db, sealed(std::move(document)), schemaOf(project), used);
    dropUnused(db, std::move(used));
    db.run("COMMIT");
}

// For reading. With write access a save that was cut short is rolled back first; on a read-only medium there is none.
std::unique_ptr<Database> openWhole(const fs::path& file) {
    try {
        auto db = std::make_unique<Database>(file, SQLITE_OPEN_READWRITE);
        Statement(*db, "PRAGMA application_id").step();
        return db;
    } catch (const std::runtime_error&) {
        return std::make_unique<Database>(file, SQLITE_OPEN_READONLY);
    }
}

enum class Standing {
    Project,
    Other,   // nothing, another sort of file, or a broken one
    Unknown, // it cannot be read now: another program holds it, or the network does
};

Standing standingOf(const fs::path& file) {
    try {
        const auto db = openWhole(file);
        Statement s(*db, "PRAGMA application_id");
        return s.step() && s.integer(0) == kApplicationId ? Standing::Project : Standing::Other;
    } catch (const SqlError& e) {
        std::error_code none;
        const bool broken = e.code == SQLITE_NOTADB || e.code == SQLITE_CORRUPT;
        return broken || !fs::exists(file, none) || fs::file_size(file, none) == 0 ? Standing::Other
                                                                                   : Standing::Unknown;
    } catch (const std::exception&) {
        return Standing::Other;
    }
}

// Throws for the item that cannot be written as text, which no disk is to blame for.
[[noreturn]] void tellNoText(const Project& project) {
    const std::string stem = project.site->name;
    for (const auto& item : project.items) {
        Project one = project;
        one.items.assign({item});
        one.species.clear();
        try {
            dump(one, [](const Blob&) { return std::string(); }).dump();
        } catch (const json::exception&) {
            throw Error(Error::Kind::Invalid, Text("A text in “%w” has letters that no project file can hold"),
                        plainName(item->name), Text("Delete the item, or undo what brought it, and save again"));
        }
    }
    throw Error(Error::Kind::Invalid, Text("A text in “%w” has letters that no project file can hold"), plainName(stem),
                Text("Rename the site and save again"));
}

[[noreturn]] void unwritable(const fs::path& file) {
    throw Error(Error::Kind::Unwritable, Text("%w could not be saved and is as it was before"), file.string(),
                Text("Check that the folder is writable and the disk is not full, or save under another name"));
}

fs::path journalOf(const fs::path& file) {
    return file.string() + "-journal";
}

// This machine, as file names may have it: on a shared folder the numbers of other machines' processes mean nothing
// here.
std::string machine() {
    char name[65] = {};
    ::gethostname(name, sizeof name - 1);
    std::string out;
    for (const char* c = name; *c; ++c)
        if (std::isalnum(static_cast<unsigned char>(*c)) || *c == '-') out += *c;
    return out.empty() ? "here" : out;
}

// The file that a save writes beside `file` before it takes its place.
fs::path besideOf(const fs::path& file) {
    return file.parent_path() / ("." + file.filename().string() + "." + machine() + "." + std::to_string(::getpid()));
}

// What programs of this machine left beside the file that ended while they wrote there.
void dropLeftovers(const fs::path& file) {
    const std::string start = "." + file.filename().string() + "." + machine() + ".";
    std::error_code e;
    const fs::path folder = file.has_parent_path() ? file.parent_path() : fs::path(".");
    std::vector<fs::path> gone;
    for (const auto& entry : fs::directory_iterator(folder, e)) {
        const std::string name = entry.path().filename().string();
        if (name.compare(0, start.size(), start) != 0) continue;
        const std::string rest = name.substr(start.size());
        const size_t digits = rest.find_first_not_of("0123456789");
        if (digits == 0 || (digits != std::string::npos && rest.substr(digits) != "-journal")) continue;
        const pid_t process = static_cast<pid_t>(std::strtol(rest.c_str(), nullptr, 10));
        const bool ended = process > 0 && process != ::getpid() && ::kill(process, 0) != 0 && errno == ESRCH;
        if (ended) gone.push_back(entry.path());
    }
    for (const fs::path& g : gone) fs::remove(g, e);
}

// The name stays even if the power goes.
void flushFolder(const fs::path& file) {
    const fs::path folder = file.has_parent_path() ? file.parent_path() : fs::path(".");
    const int d = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (d < 0) return;
    ::fsync(d);
    ::close(d);
}

// The documents in a file that are as they were when they were saved, newest first.
struct Candidate {
    std::string text;
    std::string time; // when it was saved; empty: the document itself
};
std::vector<Candidate> documentsIn(Database& db) {
    std::vector<Candidate> out;
    try {
        Statement s(db, "SELECT json FROM document WHERE id = 1");
        if (s.step())
            if (const std::string text = s.bytes(0); isSound(text)) out.push_back({text, {}});
    } catch (const std::runtime_error&) {
    }
    try {
        Statement s(db, "SELECT time, hash, size, json FROM state ORDER BY number DESC");
        while (s.step()) {
            const int64_t size = s.integer(2);
            if (size <= 0 || static_cast<uint64_t>(size) > kLargestBlob) continue;
            std::string text = uncompressed(s.bytes(3), static_cast<size_t>(size), s.bytes(1));
            if (!text.empty()) out.push_back({std::move(text), s.bytes(0)});
        }
    } catch (const std::runtime_error&) { // of an earlier version, or damaged
    }
    return out;
}

} // namespace

Project openProject(const fs::path& file, OpenReport* report) {
    std::error_code e;
    if (!fs::is_regular_file(file, e))
        throw Error(Error::Kind::Missing, Text("File not found: %w"), file.string(),
                    Text("Check the folder or whether a drive is connected"));
    try {
        const auto db = openWhole(file);
        {
            Statement s(*db, "PRAGMA application_id");
            if (!s.step() || s.integer(0) != kApplicationId)
                throw Error(Error::Kind::Unreadable, Text("%w is not a Thallos project"), file.string());
        }
        const auto source = [&](const std::string& hash) { return readBlob(*db, hash); };
        const std::vector<Candidate> all = documentsIn(*db);
        if (all.empty())
            throw Error(Error::Kind::Unreadable, Text("%w is damaged: its document cannot be read"), file.string(),
                        Text("Try the autosave or a copy"));
        for (size_t i = 0; i < all.size(); ++i) {
            const bool last = i + 1 == all.size() || !report;
            OpenReport own;
            own.savedAt = all[i].time;
            own.damaged = !all[i].time.empty();
            const json document = json::parse(all[i].text, nullptr, false);
            if (document.is_discarded()) {
                if (last)
                    throw Error(Error::Kind::Unreadable, Text("%w is damaged: its document cannot be read"),
                                file.string(), Text("Try the autosave or a copy"));
                continue;
            }
            try {
                Project project = load(document, source, report ? &own : nullptr,
                                       [](const auto& value, const std::string& hash) { digests().keep(value, hash); });
                if (report) {
                    own.damaged |= i > 0;
                    *report = std::move(own);
                }
                return project;
            } catch (const Error&) {
                if (last) throw;
            }
        }
        throw Error(Error::Kind::Unreadable, Text("%w is damaged: its document cannot be read"), file.string(),
                    Text("Try the autosave or a copy"));
    } catch (const Error& error) {
        if (error.where() == file.string()) throw;
        std::string detail = error.what();
        detail.pop_back();
        throw Error(error.kind(), Text("%w is damaged (%1)", detail), file.string(),
                    Text("Try the autosave or a copy"));
    } catch (const std::bad_alloc&) {
        throw Error(Error::Kind::Unreadable, Text("%w needs more memory than there is"), file.string());
    } catch (const std::exception&) {
        throw Error(Error::Kind::Unreadable, Text("%w is damaged or not a Thallos project"), file.string(),
                    Text("Try the autosave or a copy"));
    }
}

void saveProject(const Project& project, const fs::path& file) {
    check(project);
    dropLeftovers(file);
    switch (standingOf(file)) {
    case Standing::Project:
        break;
    case Standing::Other:
        return saveProjectAs(project, file);
    case Standing::Unknown: // putting a new one in its place would take its saved states away
        throw Error(Error::Kind::Unwritable, Text("%w could not be saved: another program holds it"), file.string(),
                    Text("Save again in a moment, or under another name"));
    }
    try {
        Database db(file, SQLITE_OPEN_READWRITE);
        write(db, project); // an exception closes the file, which rolls back
    } catch (const json::exception&) {
        tellNoText(project);
    } catch (const Error&) {
        throw; // of the project, not of the disk
    } catch (const std::exception&) {
        unwritable(file);
    }
}

void saveProjectAs(const Project& project, const fs::path& file) {
    check(project);
    dropLeftovers(file);
    const fs::path beside = besideOf(file);
    std::error_code e;
    fs::remove(beside, e);
    fs::remove(journalOf(beside), e);
    try {
        {
            Database db(beside, SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE);
            db.run(("PRAGMA application_id = " + std::to_string(kApplicationId)).c_str());
            write(db, project);
        }
        // A save of the old file that was cut short would be rolled back into the new one. It is finished first: should
        // this one be cut short as well, the old file is whole.
        if (fs::exists(journalOf(file), e)) {
            (void)standingOf(file);
            fs::remove(journalOf(file), e);
        }
        fs::remove(file.string() + "-wal", e);
        fs::remove(file.string() + "-shm", e);
        fs::rename(beside, file);
        flushFolder(file);
    } catch (const std::exception& what) {
        fs::remove(beside, e);
        fs::remove(journalOf(beside), e);
        if (dynamic_cast<const json::exception*>(&what)) tellNoText(project);
        if (dynamic_cast<const Error*>(&what)) throw; // of the project, not of the disk
        unwritable(file);
    }
}

} // namespace thallos
