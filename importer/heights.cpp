#include <cmath>
#include <limits>
#include <memory>

#include <cpl_conv.h>
#include <gdal_priv.h>

#include "core/base/error.h"
#include "importer/readers.h"

namespace thallos {

namespace fs = std::filesystem;

HeightRaster readHeights(const fs::path& file, float pngHeight) {
    GDALAllRegister();
    CPLSetErrorHandler(CPLQuietErrorHandler);
    CPLSetConfigOption("GDAL_DISABLE_READDIR_ON_OPEN", "TRUE");
    const char* drivers[] = {"GTiff", "AAIGrid", "PNG", "SRTMHGT", nullptr};
    const std::unique_ptr<GDALDataset> data(
        GDALDataset::Open(file.c_str(), GDAL_OF_RASTER | GDAL_OF_READONLY, drivers));
    if (!data || data->GetRasterCount() < 1)
        throw Error(Error::Kind::Unreadable, "is no GeoTIFF, ASCII grid, PNG or HGT file", "");
    GDALRasterBand* band = data->GetRasterBand(1);
    HeightRaster r;
    r.width = band->GetXSize();
    r.height = band->GetYSize();
    if (r.width < 2 || r.height < 2 || r.width > 32768 || r.height > 32768)
        throw Error(Error::Kind::Unsupported, "must have 2 to 32 768 rows and columns", "");
    r.values.resize(static_cast<size_t>(r.width) * r.height);
    if (band->RasterIO(GF_Read, 0, 0, r.width, r.height, r.values.data(), r.width, r.height, GDT_Float32, 0, 0) !=
        CE_None)
        throw Error(Error::Kind::Unreadable, "ends before its heights do", "");
    int known = 0;
    const double none = band->GetNoDataValue(&known);
    if (known)
        for (float& v : r.values)
            if (v == static_cast<float>(none)) v = std::numeric_limits<float>::quiet_NaN();
    double t[6];
    const bool placed = data->GetGeoTransform(t) == CE_None;
    if (placed) {
        r.cell = static_cast<float>(std::abs(t[1]));
        // Degrees on the ground: a cell counts by its north-south extent.
        const OGRSpatialReference* where = data->GetSpatialRef();
        if (where && where->IsGeographic()) r.cell = static_cast<float>(std::abs(t[5]) * 111320.0);
    }
    if (pngHeight > 0) {
        const float white = band->GetRasterDataType() == GDT_Byte ? 255.0f : 65535.0f;
        for (float& v : r.values) v *= pngHeight / white;
    }
    return r;
}

void writeHeights(const fs::path& file, const HeightRaster& r, const V2f& origin) {
    GDALAllRegister();
    CPLSetErrorHandler(CPLQuietErrorHandler);
    std::string ending = file.extension().string();
    for (char& c : ending) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    const bool tif = ending == ".tif" || ending == ".tiff", asc = ending == ".asc", png = ending == ".png";
    if (!tif && !asc && !png)
        throw Error(Error::Kind::Unsupported, "this ending names no height format: use .tif, .asc or .png", "");
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
    if (!out) throw Error(Error::Kind::Unwritable, "could not be written", "");
}

} // namespace thallos
