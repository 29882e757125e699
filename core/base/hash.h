// Hashing and random numbers that are the same on every machine and for every thread count.
#pragma once

#include <cstdint>
#include <cstring>
#include <string>
#include <string_view>

namespace thallos {

// A 64-bit finaliser (splitmix64, Steele et al. 2014).
constexpr uint64_t mix(uint64_t x) {
    x += 0x9e3779b97f4a7c15ull;
    x = (x ^ (x >> 30)) * 0xbf58476d1ce4e5b9ull;
    x = (x ^ (x >> 27)) * 0x94d049bb133111ebull;
    return x ^ (x >> 31);
}

template <class... Rest> constexpr uint64_t mix(uint64_t a, uint64_t b, Rest... rest) {
    const uint64_t h = mix(a ^ mix(b));
    if constexpr (sizeof...(Rest) == 0)
        return h;
    else
        return mix(h, static_cast<uint64_t>(rest)...);
}

// [0, 1) from the upper bits.
constexpr float unitFloat(uint64_t h) {
    return static_cast<float>(h >> 40) * 0x1p-24f;
}

// A stream of random numbers from one seed.
class Random {
public:
    explicit constexpr Random(uint64_t seed) : state_(mix(seed)) {}
    constexpr uint64_t next() { return mix(state_ += 0x9e3779b97f4a7c15ull); }
    constexpr float unit() { return unitFloat(next()); }
    constexpr float between(float a, float b) { return a + (b - a) * unit(); }
    // Symmetric around 0, within +-spread.
    constexpr float around(float spread) { return spread * (2 * unit() - 1); }

private:
    uint64_t state_;
};

// Content address: 32 hexadecimal digits of XXH3-128.
std::string contentHash(const void* data, size_t size);
inline std::string contentHash(std::string_view s) {
    return contentHash(s.data(), s.size());
}

} // namespace thallos
