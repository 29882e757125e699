#include "core/finish/encode.h"

#include <cmath>
#include <csetjmp>
#include <cstdio>
#include <cstring>
#include <fstream>

#include <Imath/half.h>
#include <ImfChannelList.h>
#include <ImfChromaticitiesAttribute.h>
#include <ImfFrameBuffer.h>
#include <ImfInputFile.h>
#include <ImfOutputFile.h>
#include <ImfStandardAttributes.h>
#include <ImfStringAttribute.h>
#include <jpeglib.h>
#include <png.h>
#include <tiffio.h>
#include <unistd.h>
#include <zlib.h>

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
        throw Error(Error::Kind::Unwritable, "could not be written", file.string(),
                    "check that the folder can be written and the disk is not full");
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

std::string encodeJpeg(const Image8& picture, const std::string& comment) {
    jpeg_compress_struct c;
    jpeg_error_mgr errors;
    c.err = jpeg_std_error(&errors);
    jpeg_create_compress(&c);
    unsigned char* data = nullptr;
    unsigned long size = 0;
    jpeg_mem_dest(&c, &data, &size);
    c.image_width = static_cast<unsigned>(picture.width);
    c.image_height = static_cast<unsigned>(picture.height);
    c.input_components = 3;
    c.in_color_space = JCS_RGB;
    jpeg_set_defaults(&c);
    jpeg_set_quality(&c, 92, TRUE);
    for (int k = 0; k < 3; ++k) c.comp_info[k].h_samp_factor = c.comp_info[k].v_samp_factor = 1;
    jpeg_start_compress(&c, TRUE);
    if (!comment.empty())
        jpeg_write_marker(&c, JPEG_COM, reinterpret_cast<const JOCTET*>(comment.data()),
                          static_cast<unsigned>(std::min<size_t>(comment.size(), 65000)));
    std::vector<uint8_t> row(static_cast<size_t>(picture.width) * 3);
    for (int y = 0; y < picture.height; ++y) {
        std::memcpy(row.data(), &picture.at(0, y), row.size());
        JSAMPROW rows[] = {row.data()};
        jpeg_write_scanlines(&c, rows, 1);
    }
    jpeg_finish_compress(&c);
    jpeg_destroy_compress(&c);
    std::string out(reinterpret_cast<char*>(data), size);
    free(data);
    return out;
}

void writeTiff(const fs::path& file, const Image8& picture, const std::string& comment) {
    TIFF* tif = TIFFOpen(file.c_str(), "w");
    if (!tif) throw std::runtime_error("open");
    TIFFSetField(tif, TIFFTAG_IMAGEWIDTH, picture.width);
    TIFFSetField(tif, TIFFTAG_IMAGELENGTH, picture.height);
    TIFFSetField(tif, TIFFTAG_SAMPLESPERPIXEL, 3);
    TIFFSetField(tif, TIFFTAG_BITSPERSAMPLE, 8);
    TIFFSetField(tif, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_RGB);
    TIFFSetField(tif, TIFFTAG_PLANARCONFIG, PLANARCONFIG_CONTIG);
    TIFFSetField(tif, TIFFTAG_COMPRESSION, COMPRESSION_LZW);
    if (!comment.empty()) TIFFSetField(tif, TIFFTAG_IMAGEDESCRIPTION, comment.c_str());
    bool good = true;
    std::vector<uint8_t> row(static_cast<size_t>(picture.width) * 3);
    for (int y = 0; y < picture.height && good; ++y) {
        std::memcpy(row.data(), &picture.at(0, y), row.size());
        good = TIFFWriteScanline(tif, row.data(), static_cast<uint32_t>(y)) >= 0;
    }
    good = TIFFFlush(tif) && good;
    TIFFClose(tif);
    if (!good) throw std::runtime_error("write");
}

// With a tEXt chunk before the end chunk, which is the last twelve bytes.
std::string withPngComment(std::string png, const std::string& comment) {
    const std::string body = std::string("tEXtComment") + '\0' + comment;
    auto big = [](uint32_t v) {
        return std::string{static_cast<char>(v >> 24), static_cast<char>(v >> 16), static_cast<char>(v >> 8),
                           static_cast<char>(v)};
    };
    const uLong crc = crc32(0, reinterpret_cast<const Bytef*>(body.data()), static_cast<uInt>(body.size()));
    png.insert(png.size() - 12, big(static_cast<uint32_t>(body.size() - 4)) + body + big(static_cast<uint32_t>(crc)));
    return png;
}

} // namespace

std::string encodePng(const Image8& picture) {
    png_image image{};
    image.version = PNG_IMAGE_VERSION;
    image.width = static_cast<png_uint_32>(picture.width);
    image.height = static_cast<png_uint_32>(picture.height);
    image.format = PNG_FORMAT_RGB;
    png_alloc_size_t size = PNG_IMAGE_PNG_SIZE_MAX(image);
    std::string out(size, '\0');
    if (!png_image_write_to_memory(&image, out.data(), &size, 0, picture.pixels.data(), 0, nullptr))
        throw Error(Error::Kind::Unwritable, image.message, "PNG");
    out.resize(size);
    return out;
}

void writePicture(const fs::path& file, const Image8& picture, const std::string& comment) {
    std::string extension = file.extension().string();
    for (char& c : extension) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    if (picture.empty()) throw Error(Error::Kind::Invalid, "There is no picture to write", file.string());
    if (extension == ".png")
        writeWhole(file, [&](const fs::path& t) {
            const std::string png = encodePng(picture);
            writeBytes(t, comment.empty() ? png : withPngComment(png, comment));
        });
    else if (extension == ".jpg" || extension == ".jpeg")
        writeWhole(file, [&](const fs::path& t) { writeBytes(t, encodeJpeg(picture, comment)); });
    else if (extension == ".tif" || extension == ".tiff")
        writeWhole(file, [&](const fs::path& t) { writeTiff(t, picture, comment); });
    else
        throw Error(Error::Kind::Unsupported, "this ending names no picture format", file.string(),
                    "use .png, .jpg, .tif or .exr");
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
    if (!fs::exists(file)) throw Error(Error::Kind::Missing, "is not there", file.string());
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
        throw Error(Error::Kind::Unreadable, "is no whole EXR picture with R, G and B", file.string());
    }
}

} // namespace thallos
