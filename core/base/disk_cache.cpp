#include "core/base/disk_cache.h"

#include <algorithm>
#include <chrono>
#include <cstring>
#include <fstream>
#include <vector>

#include <unistd.h>
#include <xxhash.h>

#include "core/base/hash.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

// Before the value: a mark, the key's and the value's checksums.
struct Head {
    char mark[8] = {'T', 'h', 'c', 'a', 'c', 'h', 'e', '1'};
    XXH128_hash_t key, value;
};
XXH128_hash_t sum(const std::string& s) {
    return XXH3_128bits(s.data(), s.size());
}

} // namespace

fs::path DiskCache::fileOf(const std::string& key) const {
    return folder_ / (contentHash(key) + ".cache");
}

std::optional<std::string> DiskCache::find(const std::string& key) const {
    const fs::path file = fileOf(key);
    std::ifstream in(file, std::ios::binary | std::ios::ate);
    if (!in) return std::nullopt;
    Head head;
    const auto size = static_cast<int64_t>(in.tellg()) - static_cast<int64_t>(sizeof head);
    std::string value(static_cast<size_t>(std::max<int64_t>(size, 0)), '\0');
    in.seekg(0);
    std::error_code e;
    if (size < 0 || !in.read(reinterpret_cast<char*>(&head), sizeof head) || !in.read(value.data(), size) ||
        std::memcmp(head.mark, Head().mark, sizeof head.mark) != 0 || !XXH128_isEqual(head.key, sum(key)) ||
        !XXH128_isEqual(head.value, sum(value))) {
        fs::remove(file, e);
        return std::nullopt;
    }
    // Asked for: it stays longer. Once a day is often enough.
    const auto now = fs::file_time_type::clock::now();
    if (now - fs::last_write_time(file, e) > std::chrono::hours(24)) fs::last_write_time(file, now, e);
    return value;
}

void DiskCache::keep(const std::string& key, const std::string& value) const {
    std::error_code e;
    fs::create_directories(folder_, e);
    const fs::path file = fileOf(key);
    static std::atomic<int> number{0};
    const fs::path beside = file.string() + "." + std::to_string(::getpid()) + "-" + std::to_string(++number);
    {
        std::ofstream out(beside, std::ios::binary);
        Head head;
        head.key = sum(key);
        head.value = sum(value);
        out.write(reinterpret_cast<const char*>(&head), sizeof head);
        out.write(value.data(), static_cast<std::streamsize>(value.size()));
        if (!out.flush()) {
            out.close();
            fs::remove(beside, e);
            return;
        }
    }
    fs::rename(beside, file, e);
    if (e) fs::remove(beside, e);
    if (kept_.fetch_add(static_cast<int64_t>(value.size())) > bytes_ / 8) trim();
}

void DiskCache::trim() const {
    kept_ = 0;
    struct Entry {
        fs::path file;
        fs::file_time_type time;
        int64_t size;
    };
    std::vector<Entry> all;
    int64_t total = 0;
    std::error_code e;
    for (const auto& entry : fs::directory_iterator(folder_, e)) {
        std::error_code gone; // another program may take it away meanwhile
        const auto size = static_cast<int64_t>(entry.file_size(gone));
        if (!gone) all.push_back({entry.path(), entry.last_write_time(gone), size});
        if (!gone) total += size;
    }
    std::sort(all.begin(), all.end(), [](const Entry& a, const Entry& b) { return a.time < b.time; });
    for (const Entry& old : all) {
        if (total <= bytes_) break;
        fs::remove(old.file, e);
        total -= old.size;
    }
}

} // namespace thallos
