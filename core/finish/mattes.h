// Mattes: what covers each pixel by name, with soft edges. In an EXR as layers of ranked pairs of key and coverage with
// a manifest of the names, by the open convention that compositing programs share (J. Friedman & A. Jones, "Fully
// automatic ID mattes with support for motion blur and transparency", SIGGRAPH 2015 talks); as pictures, three mattes
// to each.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/base/image.h"
#include "core/finish/encode.h"

namespace thallos {

inline constexpr int kMatteRanks = 6;

// Coverage by key, the largest first; 0: none. Keys index `names`.
struct MattePixel {
    uint32_t key[kMatteRanks]; // indices into Mattes::names
    float share[kMatteRanks];
    explicit MattePixel(int = 0) : key{}, share{} {}
};
struct Mattes {
    std::string layer;              // "items"
    std::vector<std::string> names; // unique
    Raster<MattePixel> pixels;
};

// The key of a name in files: its 32-bit MurmurHash3, kept from being no finite number.
uint32_t matteKey(const std::string& name);

// Three layers of ranks and the attributes that describe them.
std::vector<ExrLayer> matteLayers(const Mattes& mattes);
std::map<std::string, std::string> matteAttributes(const Mattes& mattes);

// Coverage of up to three names in red, green and blue; linear, 0..255.
Image8 mattePicture(const Mattes& mattes, const std::vector<std::string>& names);

} // namespace thallos
