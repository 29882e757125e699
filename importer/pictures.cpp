#include <algorithm>
#include <cctype>
#include <cmath>
#include <cstring>
#include <fstream>
#include <memory>

#include <ImfChannelList.h>
#include <ImfFrameBuffer.h>
#include <ImfInputFile.h>
#include <ImfRgbaFile.h>
#include <ImfStandardAttributes.h>
#include <cpl_conv.h>
#include <gdal_priv.h>
#include <lcms2.h>
#define STB_IMAGE_IMPLEMENTATION
#define STB_IMAGE_STATIC
#define STBI_ONLY_HDR
#include <stb/stb_image.h>

#include "core/base/error.h"
#include "core/base/text.h"
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
        throw Error(Error::Kind::Unreadable, Text("%w is cut off"), "");
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
        throw Error(Error::Kind::Unsupported, Text("%w must be at most 16 384 pixels wide and high"), "");
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

void checkSize(int width, int height) {
    if (width > kLargest || height > kLargest)
        throw Error(Error::Kind::Unsupported, Text("%w must be at most 16 384 pixels wide and high"), "");
}

Image readExrLight(const std::filesystem::path& file) {
    Imf::InputFile in(file.c_str());
    const Imath::Box2i window = in.header().dataWindow();
    const int width = window.max.x - window.min.x + 1, height = window.max.y - window.min.y + 1;
    checkSize(width, height);
    for (const char* name : {"R", "G", "B"})
        if (!in.header().channels().findChannel(name))
            throw Error(Error::Kind::Unreadable, Text("%w has no channels R, G and B"), "");
    Image light(width, height);
    Imf::FrameBuffer frame;
    const char* names[] = {"R", "G", "B"};
    char* first = reinterpret_cast<char*>(light.pixels.data()) -
                  (static_cast<ptrdiff_t>(window.min.y) * width + window.min.x) * static_cast<ptrdiff_t>(sizeof(Rgb));
    for (size_t k = 0; k < 3; ++k)
        frame.insert(names[k], Imf::Slice(Imf::FLOAT, first + sizeof(float) * k, sizeof(Rgb),
                                          sizeof(Rgb) * static_cast<size_t>(width)));
    in.setFrameBuffer(frame);
    in.readPixels(window.min.y, window.max.y);
    // Red of ACEScg lies far outside of what screens show.
    const bool wide =
        Imf::hasChromaticities(in.header()) && std::abs(Imf::chromaticities(in.header()).red.x - 0.713f) < 0.002f;
    if (!wide)
        for (Rgb& c : light.pixels) c = fromLinear709(c);
    return light;
}

// The reader fills what a file lacks with zeros; asking on after its end gives it away.
struct HdrSource {
    std::ifstream in;
    bool beyond = false;
    static int read(void* self, char* data, int size) {
        auto& s = *static_cast<HdrSource*>(self);
        s.in.read(data, size);
        const auto got = static_cast<int>(s.in.gcount());
        s.beyond = s.beyond || (got == 0 && size > 0);
        return got;
    }
    static void skip(void* self, int n) { static_cast<HdrSource*>(self)->in.seekg(n, std::ios::cur); }
    static int eof(void* self) { return !static_cast<HdrSource*>(self)->in; }
};

Image readHdrLight(const std::filesystem::path& file) {
    int width = 0, height = 0, channels = 0;
    if (!stbi_info(file.c_str(), &width, &height, &channels))
        throw Error(Error::Kind::Unreadable, Text("%w is not a Radiance image"), "");
    checkSize(width, height);
    HdrSource source{std::ifstream(file, std::ios::binary)};
    const stbi_io_callbacks callbacks{HdrSource::read, HdrSource::skip, HdrSource::eof};
    const std::unique_ptr<float, decltype(&stbi_image_free)> data(
        stbi_loadf_from_callbacks(&callbacks, &source, &width, &height, &channels, 3), stbi_image_free);
    if (!data || source.beyond) throw Error(Error::Kind::Unreadable, Text("%w is cut off"), "");
    Image light(width, height);
    for (size_t i = 0; i < light.pixels.size(); ++i) {
        const float* c = data.get() + 3 * i;
        light.pixels[i] = fromLinear709({c[0], c[1], c[2]});
    }
    return light;
}

} // namespace

Image readLight(const std::filesystem::path& file) {
    const std::string ending = lowerExtension(file);
    if (ending == ".exr") return readExrLight(file);
    if (ending == ".hdr") return readHdrLight(file);
    const Picture p = readPicture(file, true);
    Image light(p.width, p.height);
    for (size_t i = 0; i < light.pixels.size(); ++i)
        light.pixels[i] = fromSrgb8(p.rgba[4 * i], p.rgba[4 * i + 1], p.rgba[4 * i + 2]);
    return light;
}

namespace {

// Colours of another space than sRGB, as the picture's own profile says.
void toSrgb(Picture& p, const char* base64) {
    std::vector<GByte> bytes(base64, base64 + std::strlen(base64) + 1);
    const int size = CPLBase64DecodeInPlace(bytes.data());
    const cmsHPROFILE from =
        size > 0 ? cmsOpenProfileFromMem(bytes.data(), static_cast<cmsUInt32Number>(size)) : nullptr;
    const cmsHPROFILE to = cmsCreate_sRGBProfile();
    if (from && cmsGetColorSpace(from) == cmsSigRgbData)
        if (const cmsHTRANSFORM t = cmsCreateTransform(from, TYPE_RGBA_8, to, TYPE_RGBA_8, INTENT_RELATIVE_COLORIMETRIC,
                                                       cmsFLAGS_COPY_ALPHA | cmsFLAGS_BLACKPOINTCOMPENSATION)) {
            cmsDoTransform(t, p.rgba.data(), p.rgba.data(), static_cast<cmsUInt32Number>(p.rgba.size() / 4));
            cmsDeleteTransform(t);
        }
    if (from) cmsCloseProfile(from);
    cmsCloseProfile(to);
}

} // namespace

Picture readPicture(const std::filesystem::path& file, bool color) {
    if (lowerExtension(file) == ".exr") return readExrPicture(file, color);
    GDALAllRegister();
    CPLSetErrorHandler(CPLQuietErrorHandler);
    CPLSetConfigOption("GDAL_DISABLE_READDIR_ON_OPEN", "TRUE");
    const char* drivers[] = {"PNG", "JPEG", "GTiff", "WEBP", nullptr};
    const std::unique_ptr<GDALDataset> data(
        GDALDataset::Open(file.c_str(), GDAL_OF_RASTER | GDAL_OF_READONLY, drivers));
    if (!data || data->GetRasterCount() < 1)
        throw Error(Error::Kind::Unreadable, Text("%w is not a PNG, JPEG, TIFF, EXR or WebP image"), "");
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
    if (const char* profile = data->GetMetadataItem("SOURCE_ICC_PROFILE", "COLOR_PROFILE");
        color && !palette && profile)
        toSrgb(p, profile);
    return p;
}

std::vector<std::filesystem::path> picturesIn(const std::vector<std::filesystem::path>& folders) {
    std::vector<std::filesystem::path> out;
    std::error_code e;
    for (const std::filesystem::path& folder : folders)
        for (auto it = std::filesystem::recursive_directory_iterator(
                 folder, std::filesystem::directory_options::skip_permission_denied, e);
             it != std::filesystem::recursive_directory_iterator() && out.size() < 20000; it.increment(e)) {
            if (e) break;
            if (it.depth() >= 4) it.disable_recursion_pending();
            if (isPicture(it->path()) && it->is_regular_file(e)) out.push_back(it->path());
        }
    std::sort(out.begin(), out.end());
    return out;
}

const std::filesystem::path* pictureNamed(const std::vector<std::filesystem::path>& pictures, std::string name) {
    std::replace(name.begin(), name.end(), '\\', '/');
    const std::string wanted = lowered(std::filesystem::path(name).filename().string());
    for (const std::filesystem::path& f : pictures)
        if (lowered(f.filename().string()) == wanted) return &f;
    return nullptr;
}

} // namespace thallos
