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
    throw Error(Error::Kind::Missing, "The folder with fonts, icons and species is not there", "assets",
                "install Thallos again or set THALLOS_ASSETS");
}

} // namespace thallos
