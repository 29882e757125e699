#include "core/light/spectrum.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

// Every 10 nm from 360 to 830.
constexpr float kSolar[] = {1.11776f, 1.14259f, 1.01249f, 1.14716f, 1.72765f, 1.73054f, 1.6887f,  1.61253f,
                            1.91198f, 2.03474f, 2.02042f, 2.02212f, 1.93377f, 1.95809f, 1.91686f, 1.8298f,
                            1.8685f,  1.8931f,  1.85149f, 1.8504f,  1.8341f,  1.8345f,  1.8147f,  1.78158f,
                            1.7533f,  1.6965f,  1.68194f, 1.64654f, 1.6048f,  1.52143f, 1.55622f, 1.5113f,
                            1.474f,   1.4482f,  1.41018f, 1.36775f, 1.34188f, 1.31429f, 1.28303f, 1.26758f,
                            1.2367f,  1.2082f,  1.18737f, 1.14683f, 1.12362f, 1.1058f,  1.07124f, 1.04992f};
// The same grid, 1e-27 m2.
constexpr float kOzone[] = {1.18f,  0.2182f, 0.2818f, 0.6636f, 1.527f, 2.763f, 5.52f,  8.451f, 15.82f, 23.16f,
                            36.69f, 49.24f,  77.52f,  90.16f,  148.f,  160.2f, 213.9f, 275.5f, 309.1f, 350.f,
                            426.6f, 467.2f,  439.8f,  470.1f,  501.9f, 430.5f, 374.f,  321.5f, 266.2f, 223.8f,
                            185.2f, 147.3f,  120.9f,  94.23f,  74.55f, 65.66f, 51.05f, 41.5f,  42.28f, 32.37f,
                            24.51f, 28.01f,  25.34f,  16.24f,  14.65f, 20.78f, 13.83f, 7.105f};

// Mean over the band, so that the solar lines between the wavelengths count too.
Spectrum resample(const float* table, float scale) {
    Spectrum s;
    for (int k = 0; k < kWavelengths; ++k) {
        const int i = static_cast<int>((wavelength(k) - 360) / 10);
        s[k] = scale * (0.25f * table[i - 1] + 0.5f * table[i] + 0.25f * table[i + 1]);
    }
    return s;
}

float lobe(float x, float mean, float below, float above) {
    const float t = (x - mean) * (x < mean ? below : above);
    return std::exp(-0.5f * t * t);
}
V3f colourMatching(float l) {
    return {0.362f * lobe(l, 442.0f, 0.0624f, 0.0374f) + 1.056f * lobe(l, 599.8f, 0.0264f, 0.0323f) -
                0.065f * lobe(l, 501.1f, 0.0490f, 0.0382f),
            0.821f * lobe(l, 568.8f, 0.0213f, 0.0247f) + 0.286f * lobe(l, 530.9f, 0.0613f, 0.0322f),
            1.217f * lobe(l, 437.0f, 0.0845f, 0.0278f) + 0.681f * lobe(l, 459.0f, 0.0385f, 0.0725f)};
}

std::array<Rgb, kWavelengths> makeWeights() {
    std::array<Rgb, kWavelengths> w;
    w.fill(Rgb(0));
    for (int l = 360; l <= 780; ++l) {
        const float x = std::clamp((static_cast<float>(l) - kFirstWavelength) / kWavelengthStep, 0.0f,
                                   static_cast<float>(kWavelengths - 1));
        const int k = std::min(static_cast<int>(x), kWavelengths - 2);
        const float t = x - static_cast<float>(k);
        const V3f c = colourMatching(static_cast<float>(l)) * 683.002f;
        // XYZ to AP1 without adaptation: white balance is the camera's.
        const Rgb rgb(1.6410234f * c.x - 0.3248033f * c.y - 0.2364247f * c.z,
                      -0.6636629f * c.x + 1.6153316f * c.y + 0.0167563f * c.z,
                      0.0117219f * c.x - 0.0082844f * c.y + 0.9883949f * c.z);
        w[k] += rgb * (1 - t);
        w[k + 1] += rgb * t;
    }
    return w;
}

} // namespace

const Spectrum& solarIrradiance() {
    static const Spectrum s = resample(kSolar, 1);
    return s;
}
const Spectrum& ozoneCrossSection() {
    static const Spectrum s = resample(kOzone, 1e-27f);
    return s;
}

Rgb toAcescg(const Spectrum& s) {
    static const auto weights = makeWeights();
    Rgb sum(0);
    for (int k = 0; k < kWavelengths; ++k) sum += weights[k] * s[k];
    return {std::max(sum.x, 0.0f), std::max(sum.y, 0.0f), std::max(sum.z, 0.0f)};
}

} // namespace thallos
