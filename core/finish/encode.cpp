#include "core/finish/encode.h"
#include "core/base/text.h"

#include <algorithm>
#include <cmath>
#include <csetjmp>
#include <cstdio>
#include <cstring>
#include <fstream>
#include <memory>

#include <Imath/half.h>
#include <ImfChannelList.h>
#include <ImfChromaticitiesAttribute.h>
#include <ImfFrameBuffer.h>
#include <ImfInputFile.h>
#include <ImfOutputFile.h>
#include <ImfStandardAttributes.h>
#include <ImfStringAttribute.h>
#include <jpeglib.h>
#include <lcms2.h>
#include <png.h>
#include <tiffio.h>
#include <unistd.h>

#include "core/base/error.h"

namespace thallos {

namespace fs = std::filesystem;

void writeWhole(const fs::path& file, const std::function<void(const fs::path&)>& write) {
    fs::path temporary = file;
    temporary.replace_filename("." + file.filename().string() + "." + std::to_string(::getpid()) +
                               file.extension().string());
    const auto fail = [&] {
        std::error_code ignored;
        fs::remove(temporary, ignored);
        throw Error(Error::Kind::Unwritable, Text("%w could not be written"), file.string(),
                    Text("Check that the folder is writable and the disk is not full"));
    };
    try {
        write(temporary);
        std::error_code e;
        fs::rename(temporary, file, e);
        if (e) fail();
    } catch (const Error&) {
        std::error_code ignored;
        fs::remove(temporary, ignored);
        throw;
    } catch (const std::exception&) {
        fail();
    }
}

namespace {

void writeBytes(const fs::path& file, const std::string& bytes) {
    std::ofstream out(file, std::ios::binary);
    out.write(bytes.data(), static_cast<std::streamsize>(bytes.size()));
    out.flush();
    if (!out) throw std::runtime_error("write");
}

// The sRGB profile, the same bytes whenever it is made: without its date.
const std::string& srgbProfile() {
    static const std::string profile = [] {
        std::string bytes;
        const cmsHPROFILE p = cmsCreate_sRGBProfile();
        cmsUInt32Number size = 0;
        if (p && cmsSaveProfileToMem(p, nullptr, &size)) {
            bytes.resize(size);
            if (!cmsSaveProfileToMem(p, bytes.data(), &size)) bytes.clear();
        }
        if (p) cmsCloseProfile(p);
        constexpr size_t kDate = 24, kDateBytes = 12, kHeader = 128; // of ICC.1, 7.2
        constexpr char kFixed[kDateBytes] = {7, char(0xe8), 0, 1, 0, 1, 0, 0, 0, 0, 0, 0};
        if (bytes.size() > kHeader) std::copy(kFixed, kFixed + kDateBytes, bytes.begin() + kDate);
        return bytes;
    }();
    return profile;
}

// The library's own way to end is to end the program.
struct JpegErrors {
    jpeg_error_mgr manager; // first: the library hands it back
    std::jmp_buf back;
};

// Of plain variables alone: a jump back must pass no destructor. 0: it failed.
unsigned long compressJpeg(const Image8& picture, const std::string& comment, uint8_t* row, unsigned char** data) {
    jpeg_compress_struct c;
    JpegErrors errors;
    unsigned long size = 0;
    c.err = jpeg_std_error(&errors.manager);
    errors.manager.error_exit = [](j_common_ptr p) { std::longjmp(reinterpret_cast<JpegErrors*>(p->err)->back, 1); };
    if (setjmp(errors.back)) {
        jpeg_destroy_compress(&c);
        return 0;
    }
    jpeg_create_compress(&c);
    jpeg_mem_dest(&c, data, &size);
    c.image_width = static_cast<unsigned>(picture.width);
    c.image_height = static_cast<unsigned>(picture.height);
    c.input_components = 3;
    c.in_color_space = JCS_RGB;
    jpeg_set_defaults(&c);
    jpeg_set_quality(&c, 92, TRUE);
    for (int k = 0; k < 3; ++k) c.comp_info[k].h_samp_factor = c.comp_info[k].v_samp_factor = 1;
    jpeg_start_compress(&c, TRUE);
    const std::string& profile = srgbProfile();
    if (!profile.empty())
        jpeg_write_icc_profile(&c, reinterpret_cast<const JOCTET*>(profile.data()),
                               static_cast<unsigned>(profile.size()));
    if (!comment.empty())
        jpeg_write_marker(&c, JPEG_COM, reinterpret_cast<const JOCTET*>(comment.data()),
                          static_cast<unsigned>(std::min<size_t>(comment.size(), 65000)));
    for (int y = 0; y < picture.height; ++y) {
        std::memcpy(row, &picture.at(0, y), static_cast<size_t>(picture.width) * 3);
        jpeg_write_scanlines(&c, &row, 1);
    }
    jpeg_finish_compress(&c);
    jpeg_destroy_compress(&c);
    return size;
}

std::string encodeJpeg(const Image8& picture, const std::string& comment) {
    unsigned char* data = nullptr;
    std::vector<uint8_t> row(static_cast<size_t>(picture.width) * 3);
    const unsigned long size = compressJpeg(picture, comment, row.data(), &data);
    const std::unique_ptr<unsigned char, decltype(&free)> held(data, free);
    if (size == 0)
        throw Error(Error::Kind::Unsupported, Text("The image is too large for a JPEG"), "", Text("Use .png or .tif"));
    return {reinterpret_cast<char*>(data), size};
}

template <class Pixel> constexpr int kBits = sizeof(Pixel) / 3 * 8;

template <class Pixel> void writeTiff(const fs::path& file, const Raster<Pixel>& picture, const std::string& comment) {
    TIFF* tif = TIFFOpen(file.c_str(), "w");
    if (!tif) throw std::runtime_error("open");
    TIFFSetField(tif, TIFFTAG_IMAGEWIDTH, picture.width);
    TIFFSetField(tif, TIFFTAG_IMAGELENGTH, picture.height);
    TIFFSetField(tif, TIFFTAG_SAMPLESPERPIXEL, 3);
    TIFFSetField(tif, TIFFTAG_BITSPERSAMPLE, kBits<Pixel>);
    TIFFSetField(tif, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_RGB);
    TIFFSetField(tif, TIFFTAG_PLANARCONFIG, PLANARCONFIG_CONTIG);
    TIFFSetField(tif, TIFFTAG_COMPRESSION, COMPRESSION_LZW);
    const std::string& profile = srgbProfile();
    if (!profile.empty()) TIFFSetField(tif, TIFFTAG_ICCPROFILE, static_cast<uint32_t>(profile.size()), profile.data());
    if (!comment.empty()) TIFFSetField(tif, TIFFTAG_IMAGEDESCRIPTION, comment.c_str());
    bool good = true;
    std::vector<Pixel> row(static_cast<size_t>(picture.width), Pixel());
    for (int y = 0; y < picture.height && good; ++y) {
        std::copy(&picture.at(0, y), &picture.at(0, y) + picture.width, row.begin());
        good = TIFFWriteScanline(tif, row.data(), static_cast<uint32_t>(y)) >= 0;
    }
    good = TIFFFlush(tif) && good;
    TIFFClose(tif);
    if (!good) throw std::runtime_error("write");
}

// Of plain variables alone, as compressJpeg(). `rows` in the file's byte order.
bool compressPng(const std::vector<const uint8_t*>& rows, int width, int bits, const std::string& profile,
                 const std::string& comment, std::string& out) {
    png_structp png =
        png_create_write_struct(PNG_LIBPNG_VER_STRING, nullptr, nullptr, [](png_structp, png_const_charp) {});
    png_infop info = png ? png_create_info_struct(png) : nullptr;
    if (!info || setjmp(png_jmpbuf(png))) {
        png_destroy_write_struct(&png, &info);
        return false;
    }
    png_set_write_fn(
        png, &out,
        [](png_structp p, png_bytep data, size_t size) {
            static_cast<std::string*>(png_get_io_ptr(p))->append(reinterpret_cast<const char*>(data), size);
        },
        nullptr);
    png_set_IHDR(png, info, static_cast<png_uint_32>(width), static_cast<png_uint_32>(rows.size()), bits,
                 PNG_COLOR_TYPE_RGB, PNG_INTERLACE_NONE, PNG_COMPRESSION_TYPE_DEFAULT, PNG_FILTER_TYPE_DEFAULT);
    if (profile.empty())
        png_set_sRGB(png, info, PNG_sRGB_INTENT_PERCEPTUAL);
    else
        png_set_iCCP(png, info, "sRGB", PNG_COMPRESSION_TYPE_BASE, reinterpret_cast<png_const_bytep>(profile.data()),
                     static_cast<png_uint_32>(profile.size()));
    png_text text{};
    if (!comment.empty()) {
        text.compression = PNG_TEXT_COMPRESSION_NONE;
        text.key = const_cast<char*>("Comment");
        text.text = const_cast<char*>(comment.c_str());
        png_set_text(png, info, &text, 1);
    }
    png_write_info(png, info);
    for (const uint8_t* row : rows) png_write_row(png, row);
    png_write_end(png, info);
    png_destroy_write_struct(&png, &info);
    return true;
}

template <class Pixel>
std::string encodePng(const Raster<Pixel>& picture, const std::string& profile, const std::string& comment) {
    std::vector<uint16_t> swapped; // 16 bits lie with the upper byte first
    const auto* bytes = reinterpret_cast<const uint8_t*>(picture.pixels.data());
    if constexpr (sizeof(Pixel) > 3) {
        const auto* values = reinterpret_cast<const uint16_t*>(picture.pixels.data());
        swapped.resize(picture.pixels.size() * 3);
        for (size_t i = 0; i < swapped.size(); ++i) swapped[i] = __builtin_bswap16(values[i]);
        bytes = reinterpret_cast<const uint8_t*>(swapped.data());
    }
    std::vector<const uint8_t*> rows(static_cast<size_t>(picture.height));
    for (size_t y = 0; y < rows.size(); ++y) rows[y] = bytes + y * static_cast<size_t>(picture.width) * sizeof(Pixel);
    std::string out;
    if (!compressPng(rows, picture.width, kBits<Pixel>, profile, comment, out))
        throw Error(Error::Kind::Unsupported, Text("The image could not be written as PNG"), "");
    return out;
}

template <class Pixel> void write(const fs::path& file, const Raster<Pixel>& picture, const std::string& comment) {
    const std::string ending = lowerExtension(file);
    if (picture.empty()) throw Error(Error::Kind::Invalid, Text("There is no image to write to %w"), file.string());
    if (ending == ".png")
        return writeWhole(file, [&](const fs::path& t) { writeBytes(t, encodePng(picture, srgbProfile(), comment)); });
    if (ending == ".tif" || ending == ".tiff")
        return writeWhole(file, [&](const fs::path& t) { writeTiff(t, picture, comment); });
    if (ending == ".jpg" || ending == ".jpeg") {
        if constexpr (sizeof(Pixel) > 3)
            throw Error(Error::Kind::Unsupported, Text("%w cannot hold 16 bits per channel"), file.string(),
                        Text("Use .png, .tif or .exr"));
        else
            return writeWhole(file, [&](const fs::path& t) { writeBytes(t, encodeJpeg(picture, comment)); });
    }
    throw Error(Error::Kind::Unsupported, Text("%w has an unknown file type"), file.string(),
                Text("Use .png, .jpg, .tif or .exr"));
}

} // namespace

std::string encodePng(const Image8& picture) {
    return encodePng(picture, {}, {});
}
void writePicture(const fs::path& file, const Image8& picture, const std::string& comment) {
    write(file, picture, comment);
}
void writePicture(const fs::path& file, const Image16& picture, const std::string& comment) {
    write(file, picture, comment);
}

bool isExr(const fs::path& file) {
    return lowerExtension(file) == ".exr";
}
bool holdsDeep(const fs::path& file) {
    const std::string ending = lowerExtension(file);
    return ending == ".png" || ending == ".tif" || ending == ".tiff";
}

float exrWhite(float ev100) {
    return 0.125f / 0.18f * std::exp2(ev100); // 0.18 is middle grey at the given EV100
}

namespace {

// Layers and texts into a header and the frame that writes it; the layers must outlive the frame.
void addLayers(const std::vector<ExrLayer>& layers, const std::map<std::string, std::string>& attributes,
               Imf::Header& header, Imf::FrameBuffer& frame) {
    for (const ExrLayer& layer : layers)
        for (const auto& [channel, values] : layer.channels) {
            const std::string name = layer.name.empty() ? channel : layer.name + "." + channel;
            header.channels().insert(name, Imf::Channel(Imf::FLOAT));
            frame.insert(name, Imf::Slice(Imf::FLOAT, reinterpret_cast<char*>(const_cast<float*>(values.pixels.data())),
                                          sizeof(float), sizeof(float) * static_cast<size_t>(values.width)));
        }
    for (const auto& [name, text] : attributes) header.insert(name, Imf::StringAttribute(text));
}

Imf::Header headerOf(int width, int height) {
    Imf::Header header(width, height);
    header.compression() = Imf::ZIP_COMPRESSION;
    Imf::addChromaticities(
        header, Imf::Chromaticities({0.713f, 0.293f}, {0.165f, 0.830f}, {0.128f, 0.044f}, {0.32168f, 0.33767f}));
    return header;
}

void writeFrame(const fs::path& file, const Imf::Header& header, const Imf::FrameBuffer& frame) {
    writeWhole(file, [&](const fs::path& t) {
        Imf::OutputFile out(t.c_str(), header);
        out.setFrameBuffer(frame);
        out.writePixels(header.dataWindow().max.y + 1);
    });
}

} // namespace

void writeExr(const fs::path& file, const Image& radiance, float ev100, const ExrExtras& extras) {
    const float white = exrWhite(ev100);
    Imf::Header header = headerOf(radiance.width, radiance.height);
    Imf::addWhiteLuminance(header, white);
    Imf::FrameBuffer frame;
    const char* names[] = {"R", "G", "B"};
    Raster<Imath::half> plane[3];
    Raster<float> exact[3];
    for (int k = 0; k < 3; ++k) {
        const auto width = static_cast<size_t>(radiance.width);
        if (extras.whole) {
            exact[k] = Raster<float>(radiance.width, radiance.height);
            for (size_t i = 0; i < radiance.pixels.size(); ++i) exact[k].pixels[i] = radiance.pixels[i][k] / white;
            header.channels().insert(names[k], Imf::Channel(Imf::FLOAT));
            frame.insert(names[k], Imf::Slice(Imf::FLOAT, reinterpret_cast<char*>(exact[k].pixels.data()),
                                              sizeof(float), sizeof(float) * width));
            continue;
        }
        plane[k] = Raster<Imath::half>(radiance.width, radiance.height);
        for (size_t i = 0; i < radiance.pixels.size(); ++i)
            plane[k].pixels[i] = Imath::half(std::min(radiance.pixels[i][k] / white, 65000.0f));
        header.channels().insert(names[k], Imf::Channel(Imf::HALF));
        frame.insert(names[k], Imf::Slice(Imf::HALF, reinterpret_cast<char*>(plane[k].pixels.data()),
                                          sizeof(Imath::half), sizeof(Imath::half) * width));
    }
    if (!extras.comment.empty()) Imf::addComments(header, extras.comment);
    addLayers(extras.layers, extras.attributes, header, frame);
    writeFrame(file, header, frame);
}

void writeExr(const fs::path& file, const std::vector<ExrLayer>& layers,
              const std::map<std::string, std::string>& attributes) {
    const Raster<float>& first = layers.at(0).channels.at(0).second;
    Imf::Header header = headerOf(first.width, first.height);
    Imf::FrameBuffer frame;
    addLayers(layers, attributes, header, frame);
    writeFrame(file, header, frame);
}

ExrPicture readExr(const fs::path& file) {
    if (!fs::exists(file)) throw Error(Error::Kind::Missing, Text("File not found: %w"), file.string());
    try {
        Imf::InputFile in(file.c_str());
        const Imath::Box2i window = in.header().dataWindow();
        const int w = window.max.x - window.min.x + 1, h = window.max.y - window.min.y + 1;
        if (w <= 0 || h <= 0 || static_cast<int64_t>(w) * h > 400'000'000) throw std::runtime_error("size");
        const auto& channels = in.header().channels();
        if (!channels.findChannel("R") || !channels.findChannel("G") || !channels.findChannel("B"))
            throw std::runtime_error("channels");
        ExrPicture out{Image(w, h), 13};
        Imf::FrameBuffer frame;
        const char* names[] = {"R", "G", "B"};
        char* first = reinterpret_cast<char*>(out.radiance.pixels.data()) -
                      (static_cast<ptrdiff_t>(window.min.y) * w + window.min.x) * static_cast<ptrdiff_t>(sizeof(Rgb));
        for (int k = 0; k < 3; ++k)
            frame.insert(names[k], Imf::Slice(Imf::FLOAT, first + sizeof(float) * static_cast<size_t>(k), sizeof(Rgb),
                                              sizeof(Rgb) * static_cast<size_t>(w)));
        in.setFrameBuffer(frame);
        in.readPixels(window.min.y, window.max.y);
        const float white =
            Imf::hasWhiteLuminance(in.header()) ? Imf::whiteLuminance(in.header()) : 0.125f / 0.18f * std::exp2(13.0f);
        out.ev100 = std::log2(white * 0.18f / 0.125f);
        for (Rgb& c : out.radiance.pixels) c *= white;
        return out;
    } catch (const std::exception&) {
        throw Error(Error::Kind::Unreadable, Text("%w is not a complete EXR image with R, G and B"), file.string());
    }
}

} // namespace thallos
