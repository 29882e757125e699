// A rendered picture as files: the picture itself, and what was asked for beside its colour.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "core/project/project.h"
#include "core/trace/render.h"

namespace thallos {

enum class Pass { Depth, Alpha, Normal, Albedo, Light, Sources, Mattes };
inline constexpr int kPassCount = 7;
// As the command line and layers call them: "depth", "alpha", "normal", "albedo", "light", "sources", "mattes".
const char* passName(Pass pass);

struct Delivery {
    std::filesystem::path file; // .png, .jpg, .tif or .exr
    std::vector<Pass> passes;   // depth in metres, world normals, light by its way and by who sends it, ...
    bool apart = false;         // passes as EXR files beside the picture, "name-depth.exr", not as layers of it
    bool floats = false;        // an EXR's own picture in 32 bits
    bool deep = false;          // a PNG's or TIFF's own picture with 16 bits a channel instead of 8
    bool mattePictures = false; // items and materials as PNG files beside the picture, three to each
    std::string comment;        // into the file
};

// What must be gathered while it is rendered. Throws Error::Unsupported when the file can't hold what is asked for and
// Error::Unwritable when its folder can't be written to: that is to be known before hours of work.
void prepare(const Delivery& delivery, PictureSettings& settings);

struct Delivered {
    std::filesystem::path file;
    std::vector<std::string> names; // of the mattes in it
};
// Writes them all and tells which, the picture first. Light is in the picture's own scale, so that its layers sum to
// it. Throws Error::Unwritable; each file is whole or not there.
std::vector<Delivered> deliver(const RenderResult& result, const Scene& scene, const Finish& finish,
                               const Delivery& delivery);

} // namespace thallos
