// SQLite as the store wants it: statements that throw, and files that other people may have made.
#pragma once

#include <filesystem>
#include <stdexcept>
#include <string>

#include <sqlite3.h>

namespace thallos {

// Errors of the library; the store makes sentences of them.
struct SqlError : std::runtime_error {
    SqlError(int number, const char* message) : std::runtime_error(message), code(number & 0xff) {}
    int code; // SQLITE_BUSY and the like
};

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
        if (r != SQLITE_OK) throw SqlError(r, sqlite3_errmsg(db_));
    }
    sqlite3* db_;
    sqlite3_stmt* s_ = nullptr;
};

class Database {
public:
    Database(const std::filesystem::path& file, int flags) {
        if (const int r = sqlite3_open_v2(file.c_str(), &db_, flags, nullptr); r != SQLITE_OK) {
            const SqlError error(r, sqlite3_errmsg(db_));
            sqlite3_close(db_);
            throw error;
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

} // namespace thallos
