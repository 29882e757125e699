// Sun, sky and haze of one moment as the renderer takes them, in photometric units.
#pragma once

#include <memory>

#include "core/light/atmosphere.h"
#include "core/light/environment.h"
#include "core/light/sun.h"

namespace thallos {

struct Daylight {
    CivilTime time;
    float visibility = 35000; // metres, 1 000 to 200 000
    float cloud = 0;          // share of the sky that is covered, 0..1
    bool operator==(const Daylight&) const = default;
};

inline constexpr int kSkyWidth = 256, kSkyHeight = 128; // of a computed sky

// The sky for the place and moment. `atmosphere` may be shared between calls with the same visibility; pass null to
// make it.
Environment makeEnvironment(const Place& place, const Daylight& daylight,
                            std::shared_ptr<const Atmosphere> atmosphere = nullptr);
// The same with the sun put at a stated direction. An even veil of `cloud` (0..1) takes light away and moves it from
// the sun into the sky after F. Kasten & G. Czeplak, "Solar and terrestrial radiation dependent on the amount and type
// of cloud" (Solar Energy 24, 1980); what it adds is spread as the overcast sky of CIE S 011.
Environment makeEnvironment(const V3f& toSun, float siteElevation, const Atmosphere& atmosphere, float cloud = 0);
// Turbidity (haze and air against air alone, 550 nm, through the whole atmosphere) to visibility in metres.
float visibilityOfTurbidity(float turbidity);

} // namespace thallos
