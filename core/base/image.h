// A picture in memory: rows from the top, interleaved floats.
#pragma once

#include <cassert>
#include <cstdint>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

template <class Pixel> struct Raster {
    int width = 0, height = 0;
    std::vector<Pixel> pixels;

    Raster() = default;
    Raster(int w, int h, Pixel fill = Pixel(0)) : width(w), height(h), pixels(static_cast<size_t>(w) * h, fill) {}
    Pixel& at(int x, int y) { return pixels[static_cast<size_t>(y) * width + x]; }
    const Pixel& at(int x, int y) const { return pixels[static_cast<size_t>(y) * width + x]; }
    bool empty() const { return pixels.empty(); }
};

using Image = Raster<Rgb>; // scene-linear ACEScg

struct Pixel8 {
    uint8_t r = 0, g = 0, b = 0;
    bool operator==(const Pixel8&) const = default;
};
using Image8 = Raster<Pixel8>; // display-encoded

struct Pixel16 {
    uint16_t r = 0, g = 0, b = 0;
    explicit Pixel16(int = 0) {}
    Pixel16(uint16_t red, uint16_t green, uint16_t blue) : r(red), g(green), b(blue) {}
    bool operator==(const Pixel16&) const = default;
};
using Image16 = Raster<Pixel16>;

} // namespace thallos
