#include <algorithm>
#include <cctype>
#include <cmath>
#include <memory>

#include <ImfRgbaFile.h>
#include <cpl_conv.h>
#include <gdal_priv.h>

#include "core/base/error.h"
#include "core/material/colour.h"
#include "importer/readers.h"

namespace thallos {

namespace {

constexpr int kLargest = 16384;

// One band, 0..1.
std::vector<float> bandOf(GDALRasterBand* band, int width, int height) {
    std::vector<float> v(static_cast<size_t>(width) * height);
    if (band->RasterIO(GF_Read, 0, 0, band->GetXSize(), band->GetYSize(), v.data(), width, height, GDT_Float32, 0, 0) !=
        CE_None)
        throw Error(Error::Kind::Unreadable, "ends before its picture does", "");
    const GDALDataType type = band->GetRasterDataType();
    const float white = type == GDT_Byte ? 255.0f : type == GDT_UInt16 ? 65535.0f : 1.0f;
    for (float& f : v) f = std::isfinite(f) ? std::clamp(f / white, 0.0f, 1.0f) : 0;
    return v;
}

uint8_t byteOf(float v) {
    return static_cast<uint8_t>(std::clamp(v, 0.0f, 1.0f) * 255 + 0.5f);
}

// Linear light of the sRGB primaries, or data.
Picture readExrPicture(const std::filesystem::path& file, bool color) {
    Imf::RgbaInputFile in(file.c_str(), 1);
    const Imath::Box2i window = in.dataWindow();
    Picture p;
    p.width = window.max.x - window.min.x + 1;
    p.height = window.max.y - window.min.y + 1;
    if (p.width > kLargest || p.height > kLargest)
        throw Error(Error::Kind::Unsupported, "must be at most 16 384 wide and high", "");
    std::vector<Imf::Rgba> row(static_cast<size_t>(p.width));
    p.rgba.resize(static_cast<size_t>(p.width) * p.height * 4);
    for (int y = 0; y < p.height; ++y) {
        in.setFrameBuffer(row.data() - window.min.x - static_cast<ptrdiff_t>(window.min.y + y) * p.width, 1,
                          static_cast<size_t>(p.width));
        in.readPixels(window.min.y + y);
        uint8_t* out = &p.rgba[static_cast<size_t>(y) * p.width * 4];
        for (const Imf::Rgba& c : row) {
            for (const float v : {static_cast<float>(c.r), static_cast<float>(c.g), static_cast<float>(c.b)}) {
                const float sound = std::isfinite(v) ? clamp01(v) : 0;
                *out++ = byteOf(color ? encodeSrgb(sound) : sound);
            }
            *out++ = byteOf(c.a);
        }
    }
    return p;
}

} // namespace

Picture readPicture(const std::filesystem::path& file, bool color) {
    std::string ending = file.extension().string();
    for (char& c : ending) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    if (ending == ".exr") return readExrPicture(file, color);
    GDALAllRegister();
    CPLSetErrorHandler(CPLQuietErrorHandler);
    CPLSetConfigOption("GDAL_DISABLE_READDIR_ON_OPEN", "TRUE");
    const char* drivers[] = {"PNG", "JPEG", "GTiff", "WEBP", nullptr};
    const std::unique_ptr<GDALDataset> data(
        GDALDataset::Open(file.c_str(), GDAL_OF_RASTER | GDAL_OF_READONLY, drivers));
    if (!data || data->GetRasterCount() < 1)
        throw Error(Error::Kind::Unreadable, "is no PNG, JPEG, TIFF, EXR or WebP picture", "");
    Picture p;
    p.width = std::min(data->GetRasterXSize(), kLargest);
    p.height = std::min(data->GetRasterYSize(), kLargest);
    const int bands = data->GetRasterCount();
    GDALRasterBand* first = data->GetRasterBand(1);
    const GDALColorTable* palette = bands == 1 ? first->GetColorTable() : nullptr;
    std::vector<std::vector<float>> planes;
    std::vector<float> alpha;
    for (int b = 1; b <= std::min(bands, 4); ++b) {
        GDALRasterBand* band = data->GetRasterBand(b);
        const bool clear = band->GetColorInterpretation() == GCI_AlphaBand || (b == 2 && bands == 2) || b == 4;
        (clear ? alpha : planes.emplace_back()) = bandOf(band, p.width, p.height);
    }
    // Numbers that are no bytes are light: they get the curve that bytes of colour have.
    const bool light = color && first->GetRasterDataType() != GDT_Byte && first->GetRasterDataType() != GDT_UInt16;
    p.rgba.resize(static_cast<size_t>(p.width) * p.height * 4);
    for (size_t i = 0; i < p.rgba.size() / 4; ++i) {
        uint8_t* out = &p.rgba[i * 4];
        out[3] = alpha.empty() ? 255 : byteOf(alpha[i]);
        if (palette) {
            const GDALColorEntry* e = palette->GetColorEntry(static_cast<int>(std::lround(planes[0][i] * 255)));
            const short black[4] = {0, 0, 0, 255};
            const short c[4] = {e ? e->c1 : black[0], e ? e->c2 : black[1], e ? e->c3 : black[2], e ? e->c4 : black[3]};
            for (int k = 0; k < 4; ++k) out[k] = static_cast<uint8_t>(std::clamp<int>(c[k], 0, 255));
            continue;
        }
        for (size_t k = 0; k < 3; ++k) {
            const float v = planes[std::min(k, planes.size() - 1)][i];
            out[k] = byteOf(light ? encodeSrgb(v) : v);
        }
    }
    return p;
}

} // namespace thallos
