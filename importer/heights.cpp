#include <cmath>
#include <cstdio>
#include <limits>
#include <memory>

#include <cpl_conv.h>
#include <gdal_priv.h>
#include <gdal_utils.h>
#include <ogr_spatialref.h>

#include "core/base/error.h"
#include "core/base/text.h"
#include "importer/readers.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

using Dataset = std::unique_ptr<GDALDataset>;

// The same heights on a level grid in metres, north up, with square cells: a transverse Mercator projection about its
// own middle keeps every length within a hundred-thousandth for 30 km. Null: it lies so already, or does not say where.
Dataset inMetres(GDALDataset& in) {
    double t[6];
    const OGRSpatialReference* where = in.GetSpatialRef();
    if (in.GetGeoTransform(t) != CE_None || !where) return nullptr;
    const bool turned = t[2] != 0 || t[4] != 0 || std::abs(std::abs(t[1]) - std::abs(t[5])) > 1e-6 * std::abs(t[1]);
    if (!turned && where->IsProjected() && std::abs(where->GetLinearUnits() - 1) < 1e-9) return nullptr;
    OGRSpatialReference earth;
    earth.importFromEPSG(4326);
    earth.SetAxisMappingStrategy(OAMS_TRADITIONAL_GIS_ORDER);
    OGRSpatialReference from(*where);
    from.SetAxisMappingStrategy(OAMS_TRADITIONAL_GIS_ORDER);
    const std::unique_ptr<OGRCoordinateTransformation> toEarth(OGRCreateCoordinateTransformation(&from, &earth));
    const double w = in.GetRasterXSize() / 2.0, h = in.GetRasterYSize() / 2.0;
    double x = t[0] + w * t[1] + h * t[2], y = t[3] + w * t[4] + h * t[5];
    if (!toEarth || !toEarth->Transform(1, &x, &y)) return nullptr;
    char target[160];
    std::snprintf(target, sizeof target, "+proj=tmerc +lat_0=%.9f +lon_0=%.9f +k=1 +datum=WGS84 +units=m +no_defs", y,
                  x);
    const char* arguments[] = {"-of", "MEM",     "-t_srs",     target, "-r",   "bilinear",
                               "-ot", "Float32", "-dstnodata", "nan",  nullptr};
    const std::unique_ptr<GDALWarpAppOptions, decltype(&GDALWarpAppOptionsFree)> how(
        GDALWarpAppOptionsNew(const_cast<char**>(arguments), nullptr), GDALWarpAppOptionsFree);
    GDALDatasetH source = &in;
    int failed = 0;
    Dataset out(GDALDataset::FromHandle(GDALWarp("", nullptr, 1, &source, how.get(), &failed)));
    if (!out || failed)
        throw Error(Error::Kind::Unsupported, Text("%w has a map projection that cannot be used"), "",
                    Text("Export it in metres"));
    if (const char* unit = in.GetRasterBand(1)->GetUnitType()) out->GetRasterBand(1)->SetUnitType(unit);
    return out;
}

} // namespace

HeightRaster readHeights(const fs::path& file, float pngHeight) {
    GDALAllRegister();
    CPLSetErrorHandler(CPLQuietErrorHandler);
    CPLSetConfigOption("GDAL_DISABLE_READDIR_ON_OPEN", "TRUE");
    const char* drivers[] = {"GTiff", "AAIGrid", "PNG", "SRTMHGT", nullptr};
    const Dataset opened(GDALDataset::Open(file.c_str(), GDAL_OF_RASTER | GDAL_OF_READONLY, drivers));
    if (!opened || opened->GetRasterCount() < 1)
        throw Error(Error::Kind::Unreadable, Text("%w is not a terrain file"), "",
                    Text("Use GeoTIFF, ASCII grid, PNG or HGT"));
    const Dataset warped = inMetres(*opened);
    GDALDataset* data = warped ? warped.get() : opened.get();
    GDALRasterBand* band = data->GetRasterBand(1);
    HeightRaster r;
    r.width = band->GetXSize();
    r.height = band->GetYSize();
    if (r.width < 2 || r.height < 2 || r.width > 32768 || r.height > 32768)
        throw Error(Error::Kind::Unsupported, Text("%w must have 2 to 32 768 rows and columns"), "");
    r.values.resize(static_cast<size_t>(r.width) * r.height);
    if (band->RasterIO(GF_Read, 0, 0, r.width, r.height, r.values.data(), r.width, r.height, GDT_Float32, 0, 0) !=
        CE_None)
        throw Error(Error::Kind::Unreadable, Text("%w is cut off: heights are missing"), "");
    int known = 0;
    const double none = band->GetNoDataValue(&known);
    constexpr float kHighest = 12000; // metres from the sea; what lies beyond stands for a gap
    const std::string unit = band->GetUnitType() ? band->GetUnitType() : "";
    const bool survey = unit.find("survey") != std::string::npos || unit.find("US") != std::string::npos;
    const bool feet = unit == "ft" || unit.find("foot") != std::string::npos || unit.find("feet") != std::string::npos;
    for (float& v : r.values) {
        if (known && v == static_cast<float>(none)) v = std::numeric_limits<float>::quiet_NaN();
        if (feet) v *= survey ? 1200.0f / 3937 : 0.3048f;
        if (pngHeight <= 0 && !(std::abs(v) < kHighest)) v = std::numeric_limits<float>::quiet_NaN();
    }
    double t[6];
    r.sized = data->GetGeoTransform(t) == CE_None;
    if (r.sized) r.cell = static_cast<float>(std::abs(t[1]));
    if (pngHeight > 0) {
        const float white = band->GetRasterDataType() == GDT_Byte ? 255.0f : 65535.0f;
        for (float& v : r.values) v *= pngHeight / white;
    }
    return r;
}

void writeHeights(const fs::path& file, const HeightRaster& r, const V2f& origin) {
    GDALAllRegister();
    CPLSetErrorHandler(CPLQuietErrorHandler);
    const std::string ending = lowerExtension(file);
    const bool tif = ending == ".tif" || ending == ".tiff", asc = ending == ".asc", png = ending == ".png";
    if (!tif && !asc && !png)
        throw Error(Error::Kind::Unsupported, Text("%w has an unknown file type"), "", Text("Use .tif, .asc or .png"));
    auto* manager = GetGDALDriverManager();
    // Samples are points: the pixel around the first reaches half a cell beyond it.
    double t[6] = {origin.x - r.cell / 2.0,     r.cell, 0, origin.y + (r.height - 0.5) * r.cell, 0,
                   -static_cast<double>(r.cell)};
    const std::unique_ptr<GDALDataset> memory(
        manager->GetDriverByName("MEM")->Create("", r.width, r.height, 1, png ? GDT_UInt16 : GDT_Float32, nullptr));
    memory->SetGeoTransform(t);
    std::vector<float> values = r.values;
    if (png) {
        float low = 1e30f, high = -1e30f;
        for (float v : values) {
            low = std::min(low, v);
            high = std::max(high, v);
        }
        for (float& v : values) v = std::round((v - low) / std::max(high - low, 1e-6f) * 65535);
    }
    bool good = memory->GetRasterBand(1)->RasterIO(GF_Write, 0, 0, r.width, r.height, values.data(), r.width, r.height,
                                                   GDT_Float32, 0, 0) == CE_None;
    CPLSetConfigOption("GDAL_PAM_ENABLED", "NO");
    GDALDriver* driver = manager->GetDriverByName(tif ? "GTiff" : asc ? "AAIGrid" : "PNG");
    std::unique_ptr<GDALDataset> out(
        good ? driver->CreateCopy(file.c_str(), memory.get(), false, nullptr, nullptr, nullptr) : nullptr);
    if (!out) throw Error(Error::Kind::Unwritable, Text("%w could not be written"), "");
}

} // namespace thallos
