// From scene radiance to a picture: exposure, balance, grade, vignette, and the display transform by OpenColorIO.
#pragma once

#include <memory>
#include <string>

#include "core/base/image.h"

namespace thallos {

struct Finish {
    float exposure = 0;   // stops on top of the metered or set EV
    float balance = 5600; // kelvin of the light that becomes neutral, 2 000..15 000
    float contrast = 1;   // 0.5..1.5, pivot at middle grey
    float saturation = 1; // 0..1.6
    float vignette = 0;   // stops of light lost in the corners, 0..2
    bool operator==(const Finish&) const = default;
};

// The ACEScg colour, of luminance 1, of light of this temperature: on the daylight locus above 4 000 K, on the
// Planckian one below.
Rgb colourOfLight(float kelvin);
// For ACEScg row vectors: makes that light neutral and keeps its luminance (Bradford chromatic adaptation), so that
// other colours look under it as they do under white light.
Imath::M33f balanceMatrix(float kelvin);

// Scene radiance (cd/m2) to exposed, graded, scene-linear ACEScg.
Image develop(const Image& radiance, float ev100, const Finish& finish);

// ACES 1.0 SDR output transform to sRGB. Thread-safe once made.
class Display {
public:
    Display();
    ~Display();
    Display(const Display&) = delete;
    Display& operator=(const Display&) = delete;

    // The whole chain, for pictures at rest and in files. Eight bits are dithered by up to one step, so that skies show
    // no bands; a pixel's share depends on its place alone, counted from `start`: where the picture lies in a larger
    // one.
    Image8 encode(const Image& developed, const V2i& start = V2i(0)) const;
    Image16 encode16(const Image& developed) const;
    // By a table of the chain, for pictures that move: several times faster, on average within one step of 255.
    Image8 quickly(const Image& developed) const;

private:
    struct Chain;
    template <class Take> void eachRow(const Image& developed, Take&& take) const;
    std::unique_ptr<Chain> chain_;
    std::vector<Rgb> table_; // kTable cubed, red fastest, over the logarithm of the developed light
};

} // namespace thallos
