// Pictures to and from files. A file appears whole or not at all; the same picture gives the same bytes.
#pragma once

#include <filesystem>
#include <functional>
#include <map>
#include <string>
#include <utility>
#include <vector>

#include "core/base/image.h"

namespace thallos {

// By extension, in upper or lower case: .png, .jpg (quality 92), .tif, each with the sRGB profile in it. Throws
// Error::Unsupported or Error::Unwritable. `comment` goes into the file's own field for such a text; empty: none.
void writePicture(const std::filesystem::path& file, const Image8& picture, const std::string& comment = {});
// With 16 bits a channel: .png and .tif alone.
void writePicture(const std::filesystem::path& file, const Image16& picture, const std::string& comment = {});
bool isExr(const std::filesystem::path& file);
// Whether the format that the name ends in holds 16 bits a channel.
bool holdsDeep(const std::filesystem::path& file);
// PNG in memory, without a profile: for what Thallos itself reads.
std::string encodePng(const Image8& picture);

// Half-float EXR of scene-linear ACEScg, exposed so that 0.18 is middle grey. `ev100` is kept as the standard attribute
// whiteLuminance (cd/m2 of the value 1), so that radiance can be had back.
// Layers lie beside the picture in channels "name.channel", 32-bit float, as they are; of one without a name the
// channels are the file's own.
struct ExrLayer {
    std::string name;
    std::vector<std::pair<std::string, Raster<float>>> channels;
};
struct ExrExtras {
    std::vector<ExrLayer> layers;
    std::map<std::string, std::string> attributes; // texts of the header
    std::string comment;
    bool whole = false; // the picture itself in 32-bit float too
};
void writeExr(const std::filesystem::path& file, const Image& radiance, float ev100, const ExrExtras& extras = {});
// Layers alone, at least one, all of one size.
void writeExr(const std::filesystem::path& file, const std::vector<ExrLayer>& layers,
              const std::map<std::string, std::string>& attributes);
// cd/m2 of the value 1 in such a file.
float exrWhite(float ev100);
struct ExrPicture {
    Image radiance; // cd/m2
    float ev100;
};
// Throws Error::Missing or Error::Unreadable.
ExrPicture readExr(const std::filesystem::path& file);

// Calls write(temporary) and renames the result to `file`; removes the temporary when anything fails.
void writeWhole(const std::filesystem::path& file, const std::function<void(const std::filesystem::path&)>& write);

} // namespace thallos
