// What a crash leaves behind: unsaved work that a session keeps aside, and who may write where.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "core/project/project.h"

namespace thallos {

// One holder at a time, in all programs; goes with the program that holds it, however that ends.
class WriterLock {
public:
    WriterLock() = default;
    explicit WriterLock(const std::filesystem::path& file); // held() tells whether it was free
    ~WriterLock();
    WriterLock(WriterLock&& o) noexcept : descriptor_(o.descriptor_) { o.descriptor_ = -1; }
    WriterLock& operator=(WriterLock&& o) noexcept;
    bool held() const { return descriptor_ >= 0; }

private:
    int descriptor_ = -1;
};

// A name for the recovery files of a session that no other session has, now or later.
std::string newSessionName();
// Held while the session runs: its recovery files are nobody else's until then.
WriterLock lockSession(const std::filesystem::path& folder, const std::string& session);
// At its end: the lock goes; a recovery file that is still there is offered to the next.
void unlockSession(WriterLock& lock, const std::filesystem::path& folder, const std::string& session);

// Keeps the project aside, mended where check() would refuse it. Throws Error::Unwritable.
void writeRecovery(const Project& project, const std::filesystem::path& folder, const std::string& session,
                   const std::filesystem::path& original);
void dropRecovery(const std::filesystem::path& folder, const std::string& session);

struct Recovery {
    std::filesystem::path file;
    std::filesystem::path original; // empty: never saved
    std::string name;
    int tries = 0; // how often it was tried to open; more than 0: the program ended over it
};
// Those whose session is no longer running.
std::vector<Recovery> findRecoveries(const std::filesystem::path& folder);
// To be told before it is opened, so that a recovery that ends the program is known next time.
void noteTry(const Recovery& recovery);
// Once it is open: it goes on as the recovery of `session`. At no moment is there none.
void takeRecovery(const Recovery& recovery, const std::filesystem::path& folder, const std::string& session);

} // namespace thallos
