#include "core/project/store.h"

#include <csignal>
#include <cstdlib>
#include <fstream>
#include <set>

#include <fcntl.h>
#include <sqlite3.h>
#include <sys/file.h>
#include <unistd.h>
#include <zstd.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/project/json.h"

namespace thallos {

namespace fs = std::filesystem;
using nlohmann::json;

namespace {

constexpr int kApplicationId = 0x7448414c; // marks the file as ours
constexpr size_t kChunk = 4u << 20;
constexpr size_t kLargestBlob = size_t(4) << 30;

class Statement {
public:
    Statement(sqlite3* db, const char* sql) : db_(db) { good(sqlite3_prepare_v2(db, sql, -1, &s_, nullptr)); }
    ~Statement() { sqlite3_finalize(s_); }
    Statement(const Statement&) = delete;
    Statement& operator=(const Statement&) = delete;

    Statement& bind(int i, const std::string& text) {
        good(sqlite3_bind_text(s_, i, text.data(), static_cast<int>(text.size()), SQLITE_TRANSIENT));
        return *this;
    }
    Statement& bind(int i, int64_t v) {
        good(sqlite3_bind_int64(s_, i, v));
        return *this;
    }
    Statement& bindBlob(int i, const void* data, size_t size) {
        good(sqlite3_bind_blob64(s_, i, data, size, SQLITE_TRANSIENT));
        return *this;
    }
    bool step() {
        const int r = sqlite3_step(s_);
        if (r == SQLITE_ROW) return true;
        if (r != SQLITE_DONE) good(r);
        return false;
    }
    void run() {
        while (step()) {
        }
        sqlite3_reset(s_);
    }
    int64_t integer(int i) const { return sqlite3_column_int64(s_, i); }
    std::string bytes(int i) const {
        const void* p = sqlite3_column_blob(s_, i);
        return p ? std::string(static_cast<const char*>(p), static_cast<size_t>(sqlite3_column_bytes(s_, i)))
                 : std::string();
    }

private:
    void good(int r) const {
        if (r != SQLITE_OK) throw std::runtime_error(sqlite3_errmsg(db_));
    }
    sqlite3* db_;
    sqlite3_stmt* s_ = nullptr;
};

class Database {
public:
    Database(const fs::path& file, int flags) {
        if (sqlite3_open_v2(file.c_str(), &db_, flags, nullptr) != SQLITE_OK) {
            const std::string message = sqlite3_errmsg(db_);
            sqlite3_close(db_);
            throw std::runtime_error(message);
        }
        sqlite3_busy_timeout(db_, 3000);
        // A hostile file must not run code or grow without bound.
        sqlite3_db_config(db_, SQLITE_DBCONFIG_DEFENSIVE, 1, nullptr);
        sqlite3_db_config(db_, SQLITE_DBCONFIG_TRUSTED_SCHEMA, 0, nullptr);
    }
    ~Database() { sqlite3_close(db_); }
    Database(const Database&) = delete;
    Database& operator=(const Database&) = delete;
    void run(const char* sql) { Statement(db_, sql).run(); }
    operator sqlite3*() const { return db_; }

private:
    sqlite3* db_ = nullptr;
};

std::string squeezed(const std::string& bytes) {
    std::string out(ZSTD_compressBound(bytes.size()), '\0');
    out.resize(ZSTD_compress(out.data(), out.size(), bytes.data(), bytes.size(), 3));
    return out;
}

std::string readBlob(sqlite3* db, const std::string& hash) {
    Statement s(db, "SELECT size, data FROM blob WHERE hash = ? ORDER BY chunk");
    s.bind(1, hash);
    std::string packed;
    int64_t size = -1;
    while (s.step()) {
        size = s.integer(0);
        packed += s.bytes(1);
    }
    if (size < 0) throw Error(Error::Kind::Unreadable, "a part of the project is missing", "");
    if (static_cast<uint64_t>(size) > kLargestBlob)
        throw Error(Error::Kind::Unreadable, "a part of the project is too large", "");
    std::string out(static_cast<size_t>(size), '\0');
    const size_t got = ZSTD_decompress(out.data(), out.size(), packed.data(), packed.size());
    if (ZSTD_isError(got) || got != out.size() || contentHash(out) != hash)
        throw Error(Error::Kind::Unreadable, "a part of the project is damaged", "");
    return out;
}

void write(Database& db, const Project& project) {
    db.run("BEGIN IMMEDIATE");
    db.run("CREATE TABLE IF NOT EXISTS meta (key TEXT PRIMARY KEY, value TEXT) WITHOUT ROWID");
    db.run("CREATE TABLE IF NOT EXISTS document (id INTEGER PRIMARY KEY CHECK (id = 1), json TEXT NOT NULL)");
    db.run("CREATE TABLE IF NOT EXISTS blob (hash TEXT, chunk INTEGER, size INTEGER NOT NULL, data BLOB NOT NULL, "
           "PRIMARY KEY (hash, chunk))");
    std::set<std::string> used;
    const json document = dump(project, [&](const std::string& bytes) {
        const std::string hash = contentHash(bytes);
        if (!used.insert(hash).second) return hash;
        Statement there(db, "SELECT 1 FROM blob WHERE hash = ? LIMIT 1");
        if (there.bind(1, hash).step()) return hash;
        const std::string packed = squeezed(bytes);
        for (size_t at = 0, chunk = 0; at < packed.size() || chunk == 0; at += kChunk, ++chunk)
            Statement(db, "INSERT INTO blob VALUES (?, ?, ?, ?)")
                .bind(1, hash)
                .bind(2, static_cast<int64_t>(chunk))
                .bind(3, static_cast<int64_t>(bytes.size()))
                .bindBlob(4, packed.data() + at, std::min(kChunk, packed.size() - at))
                .run();
        return hash;
    });
    std::vector<std::string> unused;
    {
        Statement all(db, "SELECT DISTINCT hash FROM blob");
        while (all.step())
            if (const std::string h = all.bytes(0); !used.count(h)) unused.push_back(h);
    }
    for (const std::string& h : unused) Statement(db, "DELETE FROM blob WHERE hash = ?").bind(1, h).run();
    Statement(db, "INSERT OR REPLACE INTO document VALUES (1, ?)").bind(1, document.dump(1)).run();
    Statement(db, "INSERT OR REPLACE INTO meta VALUES ('schema', ?)").bind(1, std::to_string(kSchema)).run();
    db.run("COMMIT");
}

bool isProjectFile(const fs::path& file) {
    try {
        const Database db(file, SQLITE_OPEN_READONLY);
        Statement s(db, "PRAGMA application_id");
        return s.step() && s.integer(0) == kApplicationId;
    } catch (const std::exception&) {
        return false;
    }
}

[[noreturn]] void unwritable(const fs::path& file) {
    throw Error(Error::Kind::Unwritable, "could not be saved and is as it was before", file.string(),
                "check that the folder can be written and the disk is not full, or save under another name");
}

} // namespace

Project openProject(const fs::path& file, LaterSchema* asFarAsKnown) {
    std::error_code e;
    if (!fs::is_regular_file(file, e)) throw Error(Error::Kind::Missing, "is not there or is no file", file.string());
    try {
        const Database db(file, SQLITE_OPEN_READONLY);
        {
            Statement s(db, "PRAGMA application_id");
            if (!s.step() || s.integer(0) != kApplicationId)
                throw Error(Error::Kind::Unreadable, "is no Thallos project", file.string());
        }
        Statement s(db, "SELECT json FROM document WHERE id = 1");
        if (!s.step()) throw Error(Error::Kind::Unreadable, "holds no document", file.string());
        const json document = json::parse(s.bytes(0), nullptr, false);
        if (document.is_discarded())
            throw Error(Error::Kind::Unreadable, "the document in it is damaged", file.string());
        return load(
            document, [&](const std::string& hash) { return readBlob(db, hash); }, asFarAsKnown);
    } catch (const Error& error) {
        if (error.where() == file.string()) throw;
        std::string what = error.what();
        what.pop_back();
        throw Error(error.kind(), what, file.string());
    } catch (const std::bad_alloc&) {
        throw Error(Error::Kind::Unreadable, "asks for more memory than there is", file.string());
    } catch (const std::exception&) {
        throw Error(Error::Kind::Unreadable, "is damaged or no Thallos project", file.string());
    }
}

void saveProject(const Project& project, const fs::path& file) {
    if (!isProjectFile(file)) return saveProjectAs(project, file);
    try {
        Database db(file, SQLITE_OPEN_READWRITE);
        write(db, project); // an exception closes the file, which rolls back
    } catch (const std::exception&) {
        unwritable(file);
    }
}

void saveProjectAs(const Project& project, const fs::path& file) {
    fs::path beside = file;
    beside.replace_filename("." + file.filename().string() + "." + std::to_string(::getpid()));
    std::error_code e;
    fs::remove(beside, e);
    try {
        {
            Database db(beside, SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE);
            db.run(("PRAGMA application_id = " + std::to_string(kApplicationId)).c_str());
            write(db, project);
        }
        fs::rename(beside, file);
    } catch (const std::exception&) {
        fs::remove(beside, e);
        fs::remove(beside.string() + "-journal", e);
        unwritable(file);
    }
}

// ---- recovery ------------------------------------------------------------------------------------------------------

void writeRecovery(const Project& project, const fs::path& folder, const std::string& session,
                   const fs::path& original) {
    std::error_code e;
    fs::create_directories(folder, e);
    const fs::path file = folder / (session + ".thallos");
    saveProjectAs(project, file);
    const json note = {{"original", original.string()}, {"name", project.site->name}, {"process", ::getpid()}};
    const fs::path beside = folder / (session + ".json.new");
    std::ofstream(beside) << note.dump(1);
    fs::rename(beside, folder / (session + ".json"), e);
}

void dropRecovery(const fs::path& folder, const std::string& session) {
    std::error_code e;
    fs::remove(folder / (session + ".json"), e);
    fs::remove(folder / (session + ".thallos"), e);
}

std::vector<Recovery> findRecoveries(const fs::path& folder) {
    std::vector<Recovery> out;
    std::error_code e;
    for (const auto& entry : fs::directory_iterator(folder, e)) {
        if (entry.path().extension() != ".json") continue;
        std::ifstream in(entry.path());
        const json note = json::parse(in, nullptr, false);
        if (!note.is_object()) continue;
        const auto process = note.value("process", 0);
        if (process > 0 && process != ::getpid() && ::kill(process, 0) == 0) continue; // still at work
        if (process == ::getpid()) continue;
        fs::path file = entry.path();
        file.replace_extension(".thallos");
        if (fs::exists(file, e))
            out.push_back({file, note.value("original", std::string()), note.value("name", std::string())});
    }
    return out;
}

namespace {
fs::path xdg(const char* variable, const char* fallback) {
    const char* set = std::getenv(variable);
    if (set && *set == '/') return fs::path(set) / "thallos";
    const char* home = std::getenv("HOME");
    return fs::path(home ? home : "/tmp") / fallback / "thallos";
}
} // namespace

fs::path stateFolder() {
    return xdg("XDG_STATE_HOME", ".local/state");
}

WriterLock::WriterLock(const fs::path& file) {
    descriptor_ = ::open(file.c_str(), O_RDONLY | O_CLOEXEC);
    if (descriptor_ >= 0 && ::flock(descriptor_, LOCK_EX | LOCK_NB) != 0) {
        ::close(descriptor_);
        descriptor_ = -1;
    }
}
WriterLock::~WriterLock() {
    if (descriptor_ >= 0) ::close(descriptor_);
}
WriterLock& WriterLock::operator=(WriterLock&& o) noexcept {
    std::swap(descriptor_, o.descriptor_);
    return *this;
}

} // namespace thallos
