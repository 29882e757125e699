// All maps of a material in one pyramid of levels, as the tracer reads them.
#pragma once

#include <array>
#include <atomic>
#include <cstdint>
#include <functional>
#include <memory>
#include <mutex>
#include <string_view>
#include <utility>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

// 8-bit sRGB picture with coverage, rows from the top, as files and the document hold it.
struct Picture {
    int width = 0, height = 0;
    std::vector<uint8_t> rgba;
};

// What the maps say at one place.
struct TextureSample {
    Rgb color{0.5f};   // linear ACEScg
    float opacity = 1; // 0: a hole
    V2f slope{0};      // of the relief along u and v: height over way
    float roughness = 0.5f;
    float metalness = 0;
};

// Eight bytes a texel, so that one read of memory tells everything. Decoded before it is filtered.
struct Texel {
    std::array<uint8_t, 3> color; // square root of the light, sRGB primaries
    uint8_t opacity;
    std::array<uint8_t, 2> slope; // signed square root, +-kSteepest
    uint8_t roughness, metalness;
};
static_assert(sizeof(Texel) == 8);
inline constexpr float kSteepest = 3;

Texel encodeTexel(const TextureSample& sample);
TextureSample decodeTexel(const Texel& texel);

// A value: rows from v = 0 upwards, wrapping round at every edge. Levels go down to one texel. Normal
// variance lost in coarser mip levels is added to roughness (Toksvig 2005; as moments, Olano and Baker 2010), so that
// distant surfaces keep their shine.
class Texture {
public:
    Texture() = default;
    // `texels`: width * height of the finest level alone, or all that texels() gave, when nothing is left to compute.
    // Both sizes at least 1, at most 16384.
    Texture(int width, int height, std::vector<Texel> texels);
    // `texels` are those of the coarser levels alone, and the mean. `read` gives those of a finer one when somebody
    // first looks closely enough: most textures are seen from afar. It is asked once a level, from any thread, must not
    // throw, and gives none when they are lost: the next coarser level then stands for them.
    using Reader = std::function<std::vector<Texel>(int level)>;
    Texture(int width, int height, std::vector<Texel> texels, Reader read, bool cuts);

    bool empty() const { return levels_.empty(); }
    int width() const { return levels_.empty() ? 0 : levels_.front().width; }
    int height() const { return levels_.empty() ? 0 : levels_.front().height; }
    size_t bytes() const;     // when all of it is in memory
    size_t bytesHeld() const; // now
    // All levels, the finest first, rows from v = 0; then the mean.
    std::vector<Texel> texels() const;
    static size_t texelCount(int width, int height); // of texels()

    // Trilinear. `uv` in repeats; `footprint` is the width of the pixel there, in repeats along u. Safe to call from
    // any number of threads; reads what is not in memory yet.
    TextureSample sample(const V2f& uv, float footprint) const;
    bool cuts() const { return cuts_; }                 // there are holes
    const TextureSample& mean() const { return mean_; } // of all of it

    // The same without its finest level; a texture of one level stays as it is.
    Texture coarser() const;

private:
    struct Level {
        int width, height;
        size_t first; // of its texels
    };
    struct Unread {
        std::once_flag once;
        std::vector<Texel> texels;
        std::atomic<const Texel*> ready{nullptr};
    };
    struct Finer { // the first levels, which are not in texels_
        Reader read;
        std::vector<Unread> levels;
        Finer(Reader r, size_t n) : read(std::move(r)), levels(n) {}
    };
    void layOut(int width, int height);
    int finer() const { return finer_ ? static_cast<int>(finer_->levels.size()) : 0; }
    void average(const Level& from, const Level& to); // into `to`
    const Texel* level(int l) const;                  // null: lost
    std::vector<Texel> texels_;
    std::vector<Level> levels_;
    std::shared_ptr<Finer> finer_; // null: none
    bool cuts_ = false;
    TextureSample mean_;
};

// Pictures of one material; null where there is none.
struct Maps {
    std::shared_ptr<const Picture> color;                         // its alpha cuts out
    std::shared_ptr<const Picture> roughness, metalness, opacity; // first channel
    std::shared_ptr<const Picture> normal;                        // tangent space, green upwards
    std::shared_ptr<const Picture> height; // first channel; from black to white a fiftieth of the repeat's width
    bool operator==(const Maps&) const = default;
    bool empty() const { return *this == Maps(); }
};
// One of them.
using Map = std::shared_ptr<const Picture> Maps::*;
inline constexpr Map kMaps[] = {&Maps::color,   &Maps::roughness, &Maps::metalness,
                                &Maps::opacity, &Maps::normal,    &Maps::height};

// Which map a file holds, by the words that makers of pictures put into its name; colour when none is told.
Map mapNamed(std::string_view fileName);

// As large as the largest of the pictures, with nothing wider or higher than `limit`. Where a map is missing: white,
// without holes, level, half rough, no metal.
Texture makeTexture(const Maps& maps, int limit = 16384);

// Textures of a scene within a budget: the finest level of the largest goes first, again and again.
void fit(std::vector<std::shared_ptr<const Texture>>& textures, size_t bytes);

} // namespace thallos
