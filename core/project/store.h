// Project files: one SQLite file with the document as JSON and large things by content hash. Save is one transaction,
// save-as writes beside and renames: the file on disk is always a whole project.
#pragma once

#include <filesystem>
#include <optional>
#include <vector>

#include "core/project/json.h"

namespace thallos {

// Throws Error::Missing, Unreadable or Newer. The file is not changed. With `asFarAsKnown` a file of a later version
// is read as far as it is understood: to be looked at, for saving it would lose the rest.
Project openProject(const std::filesystem::path& file, LaterSchema* asFarAsKnown = nullptr);
// In place when `file` is already a project file, else beside and renamed. Throws Error::Unwritable; the old file stays
// whole.
void saveProject(const Project& project, const std::filesystem::path& file);
// Always beside and renamed.
void saveProjectAs(const Project& project, const std::filesystem::path& file);

// What a crash left behind, in the folder for such files.
struct Recovery {
    std::filesystem::path file;
    std::filesystem::path original; // empty: never saved
    std::string name;
};
void writeRecovery(const Project& project, const std::filesystem::path& folder, const std::string& session,
                   const std::filesystem::path& original);
void dropRecovery(const std::filesystem::path& folder, const std::string& session);
// Those whose session is no longer running.
std::vector<Recovery> findRecoveries(const std::filesystem::path& folder);

// The state folder after the XDG base directory specification, with "thallos" appended; not created.
std::filesystem::path stateFolder();

// One writer at a time: held while a project is open.
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

} // namespace thallos
