// Readers of foreign files. They run in the child program alone.
#pragma once

#include <filesystem>
#include <string>

#include "core/exchange/foreign.h"

namespace thallos {

// What the reader was asked.
struct Order {
    std::filesystem::path file;
    float unit = 0; // metres; 0: as the file has it
    char up = 'a';
    bool keepAlpha = false;                       // pictures keep it though the file says that nothing is cut out
    std::vector<std::filesystem::path> folders{}; // that pictures may lie in too
};
ForeignModel readGltf(const Order& order);
ForeignModel readWithAssimp(const Order& order);
ForeignModel readIfc(const Order& order);
// `color`: numbers that are no bytes are light and get the sRGB curve; else pictures of data stay as they are.
Picture readPicture(const std::filesystem::path& file, bool color);
Image readLight(const std::filesystem::path& file); // as importLight()
HeightRaster readHeights(const std::filesystem::path& file, float pngHeight);
void writeHeights(const std::filesystem::path& file, const HeightRaster& raster, const V2f& origin);

std::string wholeFile(const std::filesystem::path& file);
// What the reader is at, for whoever waits: "building walls, floors and openings".
void tellStage(const Text& stage);

// Pictures in these folders and four below, 20 000 at most, in a fixed order.
std::vector<std::filesystem::path> picturesIn(const std::vector<std::filesystem::path>& folders);
// The first of them with this name, whatever its letters' case and whatever path of another machine leads there.
const std::filesystem::path* pictureNamed(const std::vector<std::filesystem::path>& pictures, std::string name);

// Whether `file` lies in `folder` or below it, links resolved: nothing else may be read for an import.
bool within(const std::filesystem::path& file, const std::filesystem::path& folder);

} // namespace thallos
