// Foreign files are opened by a child program, thallos-importer, with limits on memory and time. Whatever a broken or
// hostile file does to a third-party reader becomes one sentence here.
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

#include "core/base/image.h"
#include "core/base/progress.h"
#include "core/base/text.h"
#include "core/ground/height_field.h"
#include "core/light/sun.h"
#include "core/model/model.h"

namespace thallos {

struct ForeignLimits {
    int64_t memory = int64_t(6) << 30; // bytes
    int seconds = 300;
};

struct ModelImport {
    float unit = 0;     // metres a unit of the file; 0: as the file says, metres where it does not
    char up = 'a';      // 'y', 'z', or 'a': as the format has it
    bool plant = false; // alpha of pictures stays where the file says that nothing is cut out
    // Where pictures that are not beside the file are looked for by their names, four folders down.
    std::vector<std::filesystem::path> folders = {};
};
// Groups that some files set apart, so that they can be left out: the land that a building model stands on, and what is
// not fixed to it.
inline constexpr const char* kSiteGroup = "Site";
inline constexpr const char* kFurnitureGroup = "Furniture";

// What a building model (IFC) says beside its geometry.
struct BuildingInfo {
    std::string schema;   // "IFC4"
    int64_t entities = 0; // all that the file has
    int storeys = 0, doors = 0, windows = 0;
    std::optional<Place> place; // of its site
    double north = 0;           // degrees from the model's +Y, clockwise, to true north
};

// A model, and what its file told of it.
struct ForeignModel {
    Model model;
    std::vector<Text> notes;          // what was left out or is odd, each a clause that begins with a capital
    std::vector<std::string> missing; // names of textures that were not found or cannot be read
    float unit = 1;                   // metres a unit of the file, as it was read
    bool unitTold = false;            // by the file or its format; else taken for metres
    char up = 'y';                    // the file's axis that was taken for up: 'y' or 'z'
    V3d origin{0};                    // the file's own origin, in the model's space
    bool treeMade = false;            // groups are the format's own storeys and kinds, and stay as they are
    std::optional<BuildingInfo> building;
};
// Throws Error::Missing, Unreadable, Unsupported or Cancelled. Safe from any thread; blocks until read.
ForeignModel importForeign(const std::filesystem::path& file, const ModelImport& how = {}, Progress* progress = nullptr,
                           const ForeignLimits& limits = {});
inline Model importModel(const std::filesystem::path& file, const ModelImport& how = {}, Progress* progress = nullptr,
                         const ForeignLimits& limits = {}) {
    return importForeign(file, how, progress, limits).model;
}

// PNG, JPEG, TIFF, EXR or WebP, 8 or 16 bits or light; at most 16 384 wide and high, larger ones are made to fit.
// `color`: light gets the sRGB curve; pictures of data stay as they are. Throws as importModel() does.
Picture importPicture(const std::filesystem::path& file, bool color, Progress* progress = nullptr,
                      const ForeignLimits& limits = {});

// Whether a file's ending is that of a picture which importPicture() reads.
bool isPicture(const std::filesystem::path& file);

// A picture as light, linear ACEScg in the picture's own unit: EXR (the primaries of ACEScg when the file says so), HDR
// (Radiance), or a picture of colours. At most 16 384 wide and high. Throws as importModel() does.
Image importLight(const std::filesystem::path& file, Progress* progress = nullptr, const ForeignLimits& limits = {});

// A grid of heights from a file: rows from the north-west as in rasters.
struct HeightRaster {
    int width = 0, height = 0;
    float cell = 1;            // metres, level ground
    std::vector<float> values; // NaN where unknown
    bool sized = true;         // the file says how large it is; else `cell` means nothing
};
// GeoTIFF, ASCII grid, HGT, or PNG, whose full white then means `pngHeight` metres.
// Throws as importModel() does.
HeightRaster importHeights(const std::filesystem::path& file, float pngHeight = 0, Progress* progress = nullptr,
                           const ForeignLimits& limits = {});
// By extension: .tif (GeoTIFF, float), .asc (ASCII grid), .png (16 bit; lowest to highest).
void exportHeights(const std::filesystem::path& file, const HeightRaster& raster, const V2f& origin,
                   const ForeignLimits& limits = {});

// Path of the child program: beside this one, or where THALLOS_IMPORTER says.
std::filesystem::path importerProgram();

// Between parent and child.
std::string packNotes(const ForeignModel& model);                // all but the model itself
void unpackNotes(const std::string& bytes, ForeignModel& model); // throws Error::Unreadable
std::string packHeights(const HeightRaster& raster);
HeightRaster unpackHeights(const std::string& bytes); // throws Error::Unreadable
std::string packLight(const Image& light);
Image unpackLight(const std::string& bytes); // throws Error::Unreadable

} // namespace thallos
