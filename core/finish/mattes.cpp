#include "core/finish/mattes.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <cstring>

#include <nlohmann/json.hpp>

namespace thallos {

namespace {

// A. Appleby's MurmurHash3_x86_32 with seed 0 (public domain).
uint32_t murmur3(const std::string& text) {
    const auto turn = [](uint32_t x, int r) { return x << r | x >> (32 - r); };
    const auto* bytes = reinterpret_cast<const uint8_t*>(text.data());
    const size_t blocks = text.size() / 4;
    uint32_t h = 0;
    const auto scrambled = [&](uint32_t k) { return turn(k * 0xcc9e2d51u, 15) * 0x1b873593u; };
    for (size_t i = 0; i < blocks; ++i) {
        uint32_t k;
        std::memcpy(&k, bytes + 4 * i, 4);
        h = turn(h ^ scrambled(k), 13) * 5 + 0xe6546b64u;
    }
    uint32_t rest = 0;
    for (size_t i = text.size(); i > 4 * blocks; --i) rest = rest << 8 | bytes[i - 1];
    if (text.size() % 4) h ^= scrambled(rest);
    h ^= static_cast<uint32_t>(text.size());
    h ^= h >> 16;
    h *= 0x85ebca6bu;
    h ^= h >> 13;
    h *= 0xc2b2ae35u;
    return h ^ h >> 16;
}

std::string hex(uint32_t key) {
    char text[9];
    std::snprintf(text, sizeof text, "%08x", key);
    return text;
}

} // namespace

uint32_t matteKey(const std::string& name) {
    const uint32_t h = murmur3(name), exponent = h >> 23 & 255;
    return exponent == 0 || exponent == 255 ? h ^ 1u << 23 : h;
}

std::vector<ExrLayer> matteLayers(const Mattes& mattes) {
    std::vector<float> keys;
    for (const std::string& name : mattes.names) {
        const uint32_t key = matteKey(name);
        float f;
        std::memcpy(&f, &key, 4);
        keys.push_back(f);
    }
    std::vector<ExrLayer> layers;
    const auto& from = mattes.pixels;
    for (int pair = 0; pair < kMatteRanks / 2; ++pair) {
        static_assert(kMatteRanks <= 20); // two digits
        ExrLayer layer{mattes.layer + "0" + std::to_string(pair), {}};
        for (int c = 0; c < 4; ++c) {
            Raster<float> plane(from.width, from.height);
            const int rank = 2 * pair + c / 2;
            for (size_t i = 0; i < plane.pixels.size(); ++i) {
                const MattePixel& p = from.pixels[i];
                plane.pixels[i] = p.share[rank] <= 0 ? 0 : c % 2 ? p.share[rank] : keys[p.key[rank]];
            }
            layer.channels.emplace_back(std::string(1, "RGBA"[c]), std::move(plane));
        }
        layers.push_back(std::move(layer));
    }
    return layers;
}

std::map<std::string, std::string> matteAttributes(const Mattes& mattes) {
    const std::string prefix = "cryptomatte/" + hex(murmur3(mattes.layer)).substr(0, 7) + "/";
    nlohmann::json manifest = nlohmann::json::object();
    for (const std::string& name : mattes.names) manifest[name] = hex(matteKey(name));
    return {{prefix + "name", mattes.layer},
            {prefix + "hash", "MurmurHash3_32"},
            {prefix + "conversion", "uint32_to_float32"},
            {prefix + "manifest", manifest.dump()}};
}

Image8 mattePicture(const Mattes& mattes, const std::vector<std::string>& names) {
    Image8 out(mattes.pixels.width, mattes.pixels.height, Pixel8{});
    constexpr int kNone = 3;
    std::vector<int> channelOf(mattes.names.size(), kNone);
    for (size_t i = 0; i < mattes.names.size(); ++i)
        for (int n = 0; n < std::min(static_cast<int>(names.size()), kNone); ++n)
            if (mattes.names[i] == names[static_cast<size_t>(n)]) channelOf[i] = n;
    for (size_t i = 0; i < out.pixels.size(); ++i) {
        const MattePixel& p = mattes.pixels.pixels[i];
        uint8_t* channels[] = {&out.pixels[i].r, &out.pixels[i].g, &out.pixels[i].b};
        for (int r = 0; r < kMatteRanks; ++r)
            if (const int n = p.share[r] > 0 ? channelOf[p.key[r]] : kNone; n != kNone)
                *channels[n] = static_cast<uint8_t>(std::lround(255 * std::min(p.share[r], 1.0f)));
    }
    return out;
}

} // namespace thallos
