// The clear sky with multiple scattering, after S. Hillaire, "A Scalable and Production Ready Sky and Atmosphere
// Rendering Technique" (EGSR 2020), at sixteen wavelengths.
#pragma once

#include <memory>
#include <vector>

#include "core/base/image.h"
#include "core/light/spectrum.h"

namespace thallos {

// Scattering tables of one state of the air; they do not depend on the sun. Immutable, safe to share between threads.
class Atmosphere {
public:
    // `visibility` in metres, 1 000 to 200 000 (Koschmieder: contrast of 2 % at 550 nm).
    explicit Atmosphere(float visibility);

    float visibility() const { return visibility_; }
    // Light of the sun that reaches `altitude` metres when it stands at `cosZenith`: share 0..1 a wavelength; 0 below
    // the horizon.
    Spectrum sunTransmittance(float altitude, float cosZenith) const;

    struct March {
        Spectrum radiance;      // W/m2/sr/nm for the sun's irradiance outside the air
        Spectrum transmittance; // to the end of the ray
    };
    // Light scattered towards a viewer at `altitude` metres from `direction`, out to each of the ascending `distances`
    // in metres (infinity: to the end of the air). `steps` in all.
    std::vector<March> march(float altitude, const V3f& direction, const V3f& toSun,
                             const std::vector<float>& distances, int steps) const;

private:
    struct Medium;
    Medium medium(float altitude) const;
    Spectrum multiple(float altitude, float cosZenith) const;
    void tabulateTransmittance();
    void tabulateMultiple();

    float visibility_;
    Spectrum rayleigh_, mie_, ozone_; // per metre at the ground, ozone at its peak
    std::vector<Spectrum> transmittance_, multiple_;
};

} // namespace thallos
