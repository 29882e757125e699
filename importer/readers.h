// Readers of foreign files. They run in the child program alone.
#pragma once

#include <filesystem>
#include <string>

#include "core/exchange/foreign.h"

namespace thallos {

// `keepAlpha`: pictures keep it though the file says that nothing is cut out.
ForeignModel readGltf(const std::filesystem::path& file, float unit, bool keepAlpha);
ForeignModel readWithAssimp(const std::filesystem::path& file, float unit, char up);
ForeignModel readIfc(const std::filesystem::path& file, float unit, char up);
// `color`: numbers that are no bytes are light and get the sRGB curve; else pictures of data stay as they are.
Picture readPicture(const std::filesystem::path& file, bool color);
Image readLight(const std::filesystem::path& file); // as importLight()
HeightRaster readHeights(const std::filesystem::path& file, float pngHeight);
void writeHeights(const std::filesystem::path& file, const HeightRaster& raster, const V2f& origin);

std::string wholeFile(const std::filesystem::path& file);
// What the reader is at, for whoever waits: "building walls, floors and openings".
void tellStage(const Text& stage);

// Whether `file` lies in `folder` or below it, links resolved: nothing else may be read for an import.
bool within(const std::filesystem::path& file, const std::filesystem::path& folder);

} // namespace thallos
