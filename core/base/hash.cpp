#include "core/base/hash.h"

#include <xxhash.h>

namespace thallos {

std::string contentHash(const void* data, size_t size) {
    const XXH128_hash_t h = XXH3_128bits(data, size);
    XXH128_canonical_t canonical;
    XXH128_canonicalFromHash(&canonical, h);
    static const char digits[] = "0123456789abcdef";
    std::string s;
    for (unsigned char c : canonical.digest) {
        s += digits[c >> 4];
        s += digits[c & 15];
    }
    return s;
}

} // namespace thallos
