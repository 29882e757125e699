#include "core/finish/finish.h"

#include <algorithm>
#include <cmath>

#include <OpenColorIO/OpenColorIO.h>

#include "core/base/hash.h"
#include "core/base/parallel.h"

namespace thallos {

namespace ocio = OCIO_NAMESPACE;

namespace {

// XYZ of luminance 1.
V3f lightXyz(float kelvin) {
    const double t = std::clamp(kelvin, 2000.0f, 15000.0f);
    double x = 0, y = 0;
    if (t >= 4000) { // CIE daylight locus
        x = t <= 7000 ? -4.6070e9 / (t * t * t) + 2.9678e6 / (t * t) + 0.09911e3 / t + 0.244063
                      : -2.0064e9 / (t * t * t) + 1.9018e6 / (t * t) + 0.24748e3 / t + 0.237040;
        y = -3.0 * x * x + 2.870 * x - 0.275;
    } else { // Planckian locus (Kim et al. 2002)
        x = -0.2661239e9 / (t * t * t) - 0.2343589e6 / (t * t) + 0.8776956e3 / t + 0.179910;
        y = t < 2222 ? -1.1063814 * x * x * x - 1.34811020 * x * x + 2.18555832 * x - 0.20219683
                     : -0.9549476 * x * x * x - 1.37418593 * x * x + 2.09137015 * x - 0.16748867;
    }
    return {static_cast<float>(x / y), 1, static_cast<float>((1 - x - y) / y)};
}

// For row vectors.
Imath::M33f ofColumns(const V3f& a, const V3f& b, const V3f& c) {
    return {a.x, b.x, c.x, a.y, b.y, c.y, a.z, b.z, c.z};
}
const Imath::M33f& xyzToAcescg() {
    static const Imath::M33f m =
        ofColumns({1.6410234f, -0.3248033f, -0.2364247f}, {-0.6636629f, 1.6153316f, 0.0167563f},
                  {0.0117219f, -0.0082844f, 0.9883949f});
    return m;
}
const Imath::M33f& bradford() { // XYZ to cone responses
    static const Imath::M33f m =
        ofColumns({0.8951f, 0.2664f, -0.1614f}, {-0.7502f, 1.7135f, 0.0367f}, {0.0389f, -0.0685f, 1.0296f});
    return m;
}

} // namespace

Rgb colourOfLight(float kelvin) {
    return lightXyz(kelvin) * xyzToAcescg();
}

Imath::M33f balanceMatrix(float kelvin) {
    const Imath::M33f toXyz = xyzToAcescg().inverse();
    const V3f from = lightXyz(kelvin) * bradford(), to = Rgb(1) * toXyz * bradford();
    const Imath::M33f scaled(to.x / from.x, 0, 0, 0, to.y / from.y, 0, 0, 0, to.z / from.z);
    return toXyz * bradford() * scaled * bradford().inverse() * xyzToAcescg();
}

Image develop(const Image& radiance, float ev100, const Finish& f) {
    Image out(radiance.width, radiance.height);
    const float scale = 0.18f / (0.125f * std::exp2(ev100 - f.exposure));
    const Imath::M33f gains = balanceMatrix(f.balance) * scale;
    const float aspect = static_cast<float>(radiance.width) / static_cast<float>(std::max(radiance.height, 1));
    parallelFor(radiance.height, [&](int y) {
        for (int x = 0; x < radiance.width; ++x) {
            Rgb c = radiance.at(x, y) * gains;
            if (f.vignette > 0) {
                const float u = ((static_cast<float>(x) + 0.5f) / static_cast<float>(radiance.width) - 0.5f) * aspect;
                const float v = (static_cast<float>(y) + 0.5f) / static_cast<float>(radiance.height) - 0.5f;
                const float r2 = (u * u + v * v) / (0.25f * (aspect * aspect + 1));
                c *= std::exp2(-f.vignette * r2 * r2);
            }
            if (f.contrast != 1)
                for (int k = 0; k < 3; ++k) c[k] = 0.18f * std::pow(std::max(c[k], 0.0f) / 0.18f, f.contrast);
            if (f.saturation != 1) c = lerp(Rgb(luminance(c)), c, f.saturation);
            for (int k = 0; k < 3; ++k) c[k] = std::isfinite(c[k]) ? std::max(c[k], 0.0f) : 0;
            out.at(x, y) = c;
        }
    });
    return out;
}

struct Display::Chain {
    ocio::ConstCPUProcessorRcPtr exact;
    void run(float* rgb, int count) const {
        ocio::PackedImageDesc image(rgb, count, 1, 3);
        exact->apply(image);
    }
};

namespace {

void addBuiltin(const ocio::GroupTransformRcPtr& group, const char* style) {
    auto t = ocio::BuiltinTransform::Create();
    t->setStyle(style);
    group->appendTransform(t);
}

Pixel8 quantised(const Rgb& c) {
    auto byte = [](float v) { return static_cast<uint8_t>(std::clamp(v, 0.0f, 1.0f) * 255 + 0.5f); };
    return {byte(c.x), byte(c.y), byte(c.z)};
}

// Triangular noise of up to one step of 255, another for each channel.
Rgb dither(const V2i& p) {
    const uint64_t h = mix(static_cast<uint64_t>(p.x), static_cast<uint64_t>(p.y), 0xd17e);
    Rgb out;
    for (int k = 0; k < 3; ++k) {
        const auto a = static_cast<float>(h >> (20 * k) & 1023), b = static_cast<float>(h >> (20 * k + 10) & 1023);
        out[k] = (a - b) / (1023 * 255);
    }
    return out;
}

// The table spans 2^-9 to 2^7 times middle grey in even steps of the logarithm, below linearly to black.
constexpr int kTable = 40;
constexpr float kDarkest = -9, kBrightest = 7, kGrey = 0.18f;

float toTable(float v) {
    const float floor = kGrey * std::exp2(kDarkest);
    constexpr float first = 1.0f; // the first cell is the linear one
    if (v <= floor) return std::max(v, 0.0f) / floor * first;
    const float at = (std::log2(v / kGrey) - kDarkest) / (kBrightest - kDarkest) * (kTable - 2) + first;
    return std::min(at, static_cast<float>(kTable - 1));
}
float fromTable(int i) {
    if (i == 0) return 0;
    return kGrey * std::exp2(kDarkest + (kBrightest - kDarkest) * static_cast<float>(i - 1) / (kTable - 2));
}

} // namespace

Display::Display() : chain_(std::make_unique<Chain>()) {
    ocio::SetLoggingLevel(ocio::LOGGING_LEVEL_NONE);
    const auto config = ocio::Config::CreateRaw();
    auto group = ocio::GroupTransform::Create();
    addBuiltin(group, "ACEScg_to_ACES2065-1");
    addBuiltin(group, "ACES-OUTPUT - ACES2065-1_to_CIE-XYZ-D65 - SDR-VIDEO_1.0");
    addBuiltin(group, "DISPLAY - CIE-XYZ-D65_to_sRGB");
    chain_->exact = config->getProcessor(group)->getOptimizedCPUProcessor(ocio::BIT_DEPTH_F32, ocio::BIT_DEPTH_F32,
                                                                          ocio::OPTIMIZATION_DEFAULT);
    table_.resize(static_cast<size_t>(kTable) * kTable * kTable);
    parallelFor(kTable, [&](int b) {
        Rgb* slice = &table_[static_cast<size_t>(b) * kTable * kTable];
        for (int g = 0; g < kTable; ++g)
            for (int r = 0; r < kTable; ++r) slice[g * kTable + r] = {fromTable(r), fromTable(g), fromTable(b)};
        chain_->run(&slice[0].x, kTable * kTable);
    });
}

Display::~Display() = default;

template <class Take> void Display::eachRow(const Image& developed, Take&& take) const {
    parallelFor(developed.height, [&](int y) {
        std::vector<Rgb> row(&developed.at(0, y), &developed.at(0, y) + developed.width);
        chain_->run(&row[0].x, developed.width);
        for (int x = 0; x < developed.width; ++x) take(x, y, row[x]);
    });
}

Image8 Display::encode(const Image& developed, const V2i& start) const {
    Image8 out(developed.width, developed.height);
    eachRow(developed, [&](int x, int y, const Rgb& c) { out.at(x, y) = quantised(c + dither(start + V2i(x, y))); });
    return out;
}

Image16 Display::encode16(const Image& developed) const {
    Image16 out(developed.width, developed.height);
    const auto deep = [](float v) { return static_cast<uint16_t>(std::clamp(v, 0.0f, 1.0f) * 65535 + 0.5f); };
    eachRow(developed, [&](int x, int y, const Rgb& c) { out.at(x, y) = {deep(c.x), deep(c.y), deep(c.z)}; });
    return out;
}

Image8 Display::quickly(const Image& developed) const {
    Image8 out(developed.width, developed.height);
    constexpr int kRow = kTable, kSlice = kTable * kTable;
    parallelFor(
        developed.height,
        [&](int y) {
            for (int x = 0; x < developed.width; ++x) {
                const Rgb& c = developed.at(x, y);
                float f[3];
                int i[3];
                for (int k = 0; k < 3; ++k) {
                    const float at = toTable(c[k]);
                    i[k] = std::min(static_cast<int>(at), kTable - 2);
                    f[k] = at - static_cast<float>(i[k]);
                }
                // Tetrahedral: along the axes in the order of their parts, through four corners of the cell.
                const Rgb* corner = &table_[static_cast<size_t>(i[2]) * kSlice + i[1] * kRow + i[0]];
                constexpr int step[3] = {1, kRow, kSlice};
                int order[3] = {0, 1, 2};
                if (f[order[0]] < f[order[1]]) std::swap(order[0], order[1]);
                if (f[order[1]] < f[order[2]]) std::swap(order[1], order[2]);
                if (f[order[0]] < f[order[1]]) std::swap(order[0], order[1]);
                Rgb sum = corner[0] * (1 - f[order[0]]);
                int at = 0;
                for (int k = 0; k < 3; ++k) {
                    at += step[order[k]];
                    sum += corner[at] * (f[order[k]] - (k < 2 ? f[order[k + 1]] : 0));
                }
                out.at(x, y) = quantised(sum);
            }
        },
        8);
    return out;
}

} // namespace thallos
