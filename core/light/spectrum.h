// Radiance at sixteen wavelengths and its way to photometric ACEScg.
#pragma once

#include <array>

#include "core/base/vec.h"

namespace thallos {

inline constexpr int kWavelengths = 16;
inline constexpr float kFirstWavelength = 400, kWavelengthStep = 20; // nm
inline float wavelength(int k) {
    return kFirstWavelength + kWavelengthStep * static_cast<float>(k);
}

struct Spectrum {
    std::array<float, kWavelengths> v{};
    float& operator[](int k) { return v[k]; }
    float operator[](int k) const { return v[k]; }
};

// Sun outside the atmosphere at one astronomical unit, W/m2/nm (ASTM G173 as tabulated by Bruneton & Neyret 2017).
const Spectrum& solarIrradiance();
// Absorption of ozone, m2 a molecule.
const Spectrum& ozoneCrossSection();

// Spectral radiance (W/m2/sr/nm) to ACEScg in cd/m2; irradiance to lux in the same way. Colour matching by the fits of
// Wyman, Sloan & Shirley (JCGT 2013), integrated with linear interpolation between the sixteen.
Rgb toAcescg(const Spectrum& s);

} // namespace thallos
