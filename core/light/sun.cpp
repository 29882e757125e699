#include "core/light/sun.h"

#include <cmath>

#include "core/base/error.h"
#include "core/light/sun_terms.h"

namespace thallos {

namespace {

constexpr double kRad = 3.14159265358979323846 / 180;

double turn(double degrees) {
    const double t = std::fmod(degrees, 360);
    return t < 0 ? t + 360 : t;
}

template <size_t N> double sum(const sun_terms::Term (&terms)[N], double jme) {
    double s = 0;
    for (const auto& t : terms) s += t.a * std::cos(t.b + t.c * jme);
    return s;
}

// Apparent place of the sun at a Julian day (universal time).
struct Apparent {
    double rightAscension, declination; // degrees
    double siderealTime;                // apparent, at Greenwich, degrees
    double distance;                    // astronomical units
};

Apparent apparent(double jd, double deltaT) {
    using namespace sun_terms;
    const double jc = (jd - 2451545) / 36525;
    const double jce = (jd + deltaT / 86400 - 2451545) / 36525, jme = jce / 10;
    const double l = (sum(L0, jme) +
                      jme * (sum(L1, jme) +
                             jme * (sum(L2, jme) + jme * (sum(L3, jme) + jme * (sum(L4, jme) + jme * sum(L5, jme)))))) /
                     1e8;
    const double b = (sum(B0, jme) + jme * sum(B1, jme)) / 1e8;
    const double r =
        (sum(R0, jme) + jme * (sum(R1, jme) + jme * (sum(R2, jme) + jme * (sum(R3, jme) + jme * sum(R4, jme))))) / 1e8;
    const double theta = turn(l / kRad + 180), beta = -b / kRad;

    const double x[5] = {297.85036 + jce * (445267.111480 + jce * (-0.0019142 + jce / 189474)),
                         357.52772 + jce * (35999.050340 + jce * (-0.0001603 - jce / 300000)),
                         134.96298 + jce * (477198.867398 + jce * (0.0086972 + jce / 56250)),
                         93.27191 + jce * (483202.017538 + jce * (-0.0036825 + jce / 327270)),
                         125.04452 + jce * (-1934.136261 + jce * (0.0020708 + jce / 450000))};
    double psi = 0, eps = 0;
    for (const Nutation& n : kNutation) {
        double arg = 0;
        for (int k = 0; k < 5; ++k) arg += n.y[k] * x[k];
        psi += (n.a + n.b * jce) * std::sin(arg * kRad);
        eps += (n.c + n.d * jce) * std::cos(arg * kRad);
    }
    psi /= 36000000;
    eps /= 36000000;

    const double u = jme / 10;
    const double eps0 =
        84381.448 +
        u * (-4680.93 +
             u * (-1.55 + u * (1999.25 +
                               u * (-51.38 +
                                    u * (-249.67 + u * (-39.05 + u * (7.12 + u * (27.87 + u * (5.79 + u * 2.45)))))))));
    const double obliquity = (eps0 / 3600 + eps) * kRad;
    const double lambda = (theta + psi - 20.4898 / (3600 * r)) * kRad;
    const double nu0 = turn(280.46061837 + 360.98564736629 * (jd - 2451545) + jc * jc * (0.000387933 - jc / 38710000));

    Apparent out;
    out.siderealTime = nu0 + psi * std::cos(obliquity);
    const double bt = beta * kRad;
    out.rightAscension =
        turn(std::atan2(std::sin(lambda) * std::cos(obliquity) - std::tan(bt) * std::sin(obliquity), std::cos(lambda)) /
             kRad);
    out.declination =
        std::asin(std::sin(bt) * std::cos(obliquity) + std::cos(bt) * std::sin(obliquity) * std::sin(lambda)) / kRad;
    out.distance = r;
    return out;
}

// Altitude without refraction, and azimuth, as seen from the place.
struct Topocentric {
    double altitude, azimuth;
};

Topocentric topocentric(const Place& place, double jd, double deltaT) {
    const Apparent sun = apparent(jd, deltaT);
    const double h = turn(sun.siderealTime + place.longitude - sun.rightAscension) * kRad;
    const double phi = place.latitude * kRad, delta = sun.declination * kRad;
    const double xi = 8.794 / (3600 * sun.distance) * kRad;
    const double u = std::atan(0.99664719 * std::tan(phi));
    const double x = std::cos(u) + place.elevation / 6378140 * std::cos(phi);
    const double y = 0.99664719 * std::sin(u) + place.elevation / 6378140 * std::sin(phi);
    const double da = std::atan2(-x * std::sin(xi) * std::sin(h), std::cos(delta) - x * std::sin(xi) * std::cos(h));
    const double d = std::atan2((std::sin(delta) - y * std::sin(xi)) * std::cos(da),
                                std::cos(delta) - x * std::sin(xi) * std::cos(h));
    const double hp = h - da;
    const double e0 = std::asin(std::sin(phi) * std::sin(d) + std::cos(phi) * std::cos(d) * std::cos(hp)) / kRad;
    const double gamma = std::atan2(std::sin(hp), std::cos(hp) * std::sin(phi) - std::tan(d) * std::cos(phi)) / kRad;
    return {e0, turn(gamma + 180)};
}

} // namespace

void check(const CivilTime& t) {
    static const int days[] = {31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31};
    const bool leap = (t.year % 4 == 0 && t.year % 100 != 0) || t.year % 400 == 0;
    const bool month = t.month >= 1 && t.month <= 12;
    if (t.year < -2000 || t.year > 6000 || !month || t.day < 1 ||
        t.day > days[month ? t.month - 1 : 0] + (t.month == 2 && leap ? 1 : 0))
        throw Error(Error::Kind::Invalid, Text("There is no such date"), "", Text("Give year, month and day"));
    if (!(t.hour >= 0 && t.hour <= 24)) throw Error(Error::Kind::Invalid, Text("The hour must be 0 to 24"), "");
    if (!(t.zone >= -14 && t.zone <= 14))
        throw Error(Error::Kind::Invalid, Text("The time zone must be -14 to 14 hours"), "");
}

double julianDay(const CivilTime& t) {
    double y = t.year, m = t.month;
    if (m < 3) {
        m += 12;
        y -= 1;
    }
    const double day = t.day + (t.hour - t.zone) / 24;
    double jd = std::floor(365.25 * (y + 4716)) + std::floor(30.6001 * (m + 1)) + day - 1524.5;
    if (jd > 2299160) {
        const double a = std::floor(y / 100);
        jd += 2 - a + std::floor(a / 4);
    }
    return jd;
}

SunPosition sunPosition(const Place& place, const CivilTime& time, const Air& air) {
    const Topocentric sun = topocentric(place, julianDay(time), air.deltaT);
    const double e0 = sun.altitude;
    double refraction = 0;
    if (e0 >= -1 * (0.26667 + 0.5667))
        refraction = air.pressure / 1010 * 283 / (273 + air.temperature) * 1.02 /
                     (60 * std::tan((e0 + 10.3 / (e0 + 5.11)) * kRad));
    const double e = e0 + refraction;
    return {e, 90 - e, sun.azimuth};
}

V3f sunDirection(const SunPosition& sun, double north) {
    const double a = sun.altitude * kRad, z = (sun.azimuth + north) * kRad;
    return {static_cast<float>(std::cos(a) * std::sin(z)), static_cast<float>(std::cos(a) * std::cos(z)),
            static_cast<float>(std::sin(a))};
}

SunDay sunDay(const Place& place, const CivilTime& day, const Air& air) {
    CivilTime midnight = day;
    midnight.hour = 0;
    const double jd0 = julianDay(midnight);
    auto altitude = [&](double hour) { return topocentric(place, jd0 + hour / 24, air.deltaT).altitude; };
    auto crossing = [&](double a, double b) {
        const bool rising = altitude(a) < -0.8333;
        for (int i = 0; i < 24; ++i) {
            const double m = (a + b) / 2;
            ((altitude(m) < -0.8333) == rising ? a : b) = m;
        }
        return (a + b) / 2;
    };
    SunDay out;
    double best = -100, before = altitude(0);
    for (int i = 1; i <= 96; ++i) {
        const double h = i * 0.25, now = altitude(h);
        if (before < -0.8333 && now >= -0.8333) out.sunrise = crossing(h - 0.25, h);
        if (before >= -0.8333 && now < -0.8333) out.sunset = crossing(h - 0.25, h);
        if (now > best) {
            best = now;
            out.transit = h;
        }
        before = now;
    }
    // The meridian: azimuth through south or north, found where the hour angle vanishes.
    auto hourAngle = [&](double hour) {
        const Apparent sun = apparent(jd0 + hour / 24, air.deltaT);
        const double h = turn(sun.siderealTime + place.longitude - sun.rightAscension);
        return h > 180 ? h - 360 : h;
    };
    for (int i = 0; i < 4; ++i) out.transit -= hourAngle(out.transit) / 15.04107;
    return out;
}

} // namespace thallos
