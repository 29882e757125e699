// What takes long to make and can be made again, kept in a folder from run to run.
#pragma once

#include <atomic>
#include <cstdint>
#include <filesystem>
#include <optional>
#include <string>

namespace thallos {

// Values by key. A key must name all that the value depends on, the version of the code that makes it among it. Safe
// from any thread and with other programs on the same folder. Nothing here throws: a cache that does not work is empty.
class DiskCache {
public:
    // `folder` is made when the first value is kept. Of values that take more than `bytes` together those go that were
    // not asked for longest.
    DiskCache(std::filesystem::path folder, int64_t bytes) : folder_(std::move(folder)), bytes_(bytes) {}
    // None: it is not there, or it was damaged and is thrown away.
    std::optional<std::string> find(const std::string& key) const;
    void keep(const std::string& key, const std::string& value) const;

private:
    std::filesystem::path fileOf(const std::string& key) const;
    void trim() const;
    std::filesystem::path folder_;
    int64_t bytes_;
    mutable std::atomic<int64_t> kept_{0}; // since the folder was looked through
};

} // namespace thallos
