// The folders of the user, as a test program sees them: its own for its time, so that it touches none of a developer's
// data. The cache alone outlives it and is shared, in the build folder: what one test has grown the next need not.
#pragma once

#include <cstdlib>
#include <filesystem>
#include <string>

#include <unistd.h>

namespace thallos::test {

class OwnFolders {
public:
    OwnFolders() : root_(std::filesystem::temp_directory_path() / ("thallos-test-" + std::to_string(::getpid()))) {
        namespace fs = std::filesystem;
        fs::remove_all(root_);
        for (const char* name : {"config", "state", "data", "runtime", "scratch"}) fs::create_directories(root_ / name);
        fs::permissions(root_ / "runtime", fs::perms::owner_all);
        set("XDG_CONFIG_HOME", root_ / "config");
        set("XDG_STATE_HOME", root_ / "state");
        set("XDG_DATA_HOME", root_ / "data");
        set("XDG_RUNTIME_DIR", root_ / "runtime");
        set("XDG_CACHE_HOME", THALLOS_TEST_CACHE);
        set("TMPDIR", root_ / "scratch");
    }
    ~OwnFolders() {
        std::error_code e;
        std::filesystem::remove_all(root_, e);
    }
    OwnFolders(const OwnFolders&) = delete;
    OwnFolders& operator=(const OwnFolders&) = delete;

private:
    static void set(const char* name, const std::filesystem::path& folder) { ::setenv(name, folder.c_str(), 1); }
    std::filesystem::path root_;
};

} // namespace thallos::test
