// Where the sun is: the NREL Solar Position Algorithm (I. Reda, A. Andreas, "Solar position algorithm for solar
// radiation applications", Solar Energy 76, 2004; NREL/TP-560-34302), years -2000 to 6000, +-0.0003 degrees.
#pragma once

#include <optional>

#include "core/base/vec.h"

namespace thallos {

struct Place {
    double latitude = 52.1;  // degrees, north positive
    double longitude = -1.6; // degrees, east positive
    double elevation = 90;   // metres
    double north = 0;        // degrees from the site's +Y, clockwise, to true north
    bool operator==(const Place&) const = default;
};

struct CivilTime {
    int year = 2026, month = 6, day = 21;
    double hour = 12; // 0..24, local
    double zone = 0;  // hours ahead of UTC
    bool operator==(const CivilTime&) const = default;
};
// Throws Error::Invalid for a day or hour that does not exist.
void check(const CivilTime& time);
double julianDay(const CivilTime& time);

struct Air {
    double pressure = 1013.25; // hPa
    double temperature = 12;   // C
    double deltaT = 69.2;      // s, terrestrial minus universal time
};

struct SunPosition {
    double altitude = 0; // degrees, with refraction
    double zenith = 0;   // degrees, with refraction
    double azimuth = 0;  // degrees from north, eastward
};

SunPosition sunPosition(const Place& place, const CivilTime& time, const Air& air = {});
// Unit vector to the sun on a site whose true north lies so many degrees clockwise from its +Y.
V3f sunDirection(const SunPosition& sun, double north = 0);

// Local hours of the given day; empty where the sun does not rise or set.
struct SunDay {
    std::optional<double> sunrise, sunset; // upper limb on the horizon: centre at -0.8333 degrees
    double transit = 12;
};
SunDay sunDay(const Place& place, const CivilTime& day, const Air& air = {});

} // namespace thallos
