#include "core/base/assets.h"

#include <cstdlib>

#include "core/base/error.h"

namespace thallos {

std::filesystem::path assetFolder() {
    namespace fs = std::filesystem;
    if (const char* set = std::getenv("THALLOS_ASSETS"); set && *set) return set;
    std::error_code e;
    fs::path folder = fs::read_symlink("/proc/self/exe", e).parent_path();
    for (int i = 0; i < 6 && !folder.empty(); ++i) {
        for (const char* name : {"share/thallos", "assets"})
            if (fs::is_directory(folder / name / "species", e)) return folder / name;
        folder = folder.parent_path();
    }
    throw Error(Error::Kind::Missing, Text("The folder with fonts, icons and species is missing"), "assets",
                Text("Reinstall Thallos or set THALLOS_ASSETS"));
}

namespace {
std::filesystem::path folderOf(const char* variable, const char* inHome, const char* otherwise) {
    const auto set = [](const char* name) {
        const char* value = std::getenv(name);
        return std::filesystem::path(value && *value == '/' ? value : ""); // others are to be ignored
    };
    if (const auto base = set(variable); !base.empty()) return base / "thallos";
    if (const auto home = set("HOME"); !home.empty()) return home / inHome / "thallos";
    return std::filesystem::temp_directory_path() / otherwise;
}
} // namespace

std::filesystem::path cacheFolder() {
    return folderOf("XDG_CACHE_HOME", ".cache", "thallos-cache");
}

std::filesystem::path stateFolder() {
    return folderOf("XDG_STATE_HOME", ".local/state", "thallos-state");
}

std::filesystem::path dataFolder() {
    return folderOf("XDG_DATA_HOME", ".local/share", "thallos-data");
}

} // namespace thallos
