#include "core/finish/finish.h"

#include <algorithm>
#include <cmath>

#include <OpenColorIO/OpenColorIO.h>

#include "core/base/parallel.h"

namespace thallos {

namespace ocio = OCIO_NAMESPACE;

Rgb balanceGains(float kelvin) {
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
    // The light's own ACEScg colour at luminance 1; dividing by it makes it white.
    const V3f xyz(static_cast<float>(x / y), 1, static_cast<float>((1 - x - y) / y));
    const Rgb light(1.6410234f * xyz.x - 0.3248033f * xyz.y - 0.2364247f * xyz.z,
                    -0.6636629f * xyz.x + 1.6153316f * xyz.y + 0.0167563f * xyz.z,
                    0.0117219f * xyz.x - 0.0082844f * xyz.y + 0.9883949f * xyz.z);
    const Rgb gains(1 / std::max(light.x, 0.05f), 1 / std::max(light.y, 0.05f), 1 / std::max(light.z, 0.05f));
    return gains / luminance(gains * light);
}

Image develop(const Image& radiance, float ev100, const Finish& f) {
    Image out(radiance.width, radiance.height);
    const float scale = 0.18f / (0.125f * std::exp2(ev100 - f.exposure));
    const Rgb gains = balanceGains(f.balance) * scale;
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

Image8 Display::encode(const Image& developed) const {
    Image8 out(developed.width, developed.height);
    parallelFor(developed.height, [&](int y) {
        std::vector<Rgb> row(&developed.at(0, y), &developed.at(0, y) + developed.width);
        chain_->run(&row[0].x, developed.width);
        for (int x = 0; x < developed.width; ++x) out.at(x, y) = quantised(row[x]);
    });
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
