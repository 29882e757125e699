#include <cmath>
#include <cstdio>

#include "cli/commands.h"
#include "core/base/error.h"
#include "core/light/daylight.h"

namespace thallos {

namespace {

// ISO 8601: 2026-05-14T07:40:00 with Z, +01:00 or -0700; without one it is UTC.
CivilTime parseTime(const std::string& text) {
    CivilTime t;
    int h = 0, m = 0, used = 0;
    double s = 0;
    if (std::sscanf(text.c_str(), "%d-%d-%d%*1[T ]%d:%d%n", &t.year, &t.month, &t.day, &h, &m, &used) != 5)
        throw Error(Error::Kind::Invalid, Text("\"%1\" is not a time such as 2026-05-14T07:40:00+01:00", text),
                    "--time");
    const char* rest = text.c_str() + used;
    int n = 0;
    if (*rest == ':' && std::sscanf(rest, ":%lf%n", &s, &n) == 1) rest += n;
    if (*rest == '+' || *rest == '-') {
        int zh = 0, zm = 0;
        if (std::sscanf(rest + 1, "%2d:%2d", &zh, &zm) < 1 && std::sscanf(rest + 1, "%2d%2d", &zh, &zm) < 1)
            throw Error(Error::Kind::Invalid, Text("The time zone cannot be read"), "--time");
        if (rest[1] && rest[2] && rest[3] && rest[3] != ':') std::sscanf(rest + 3, "%2d", &zm);
        t.zone = (*rest == '-' ? -1 : 1) * (zh + zm / 60.0);
    } else if (*rest && *rest != 'Z')
        throw Error(Error::Kind::Invalid, Text("\"%1\" is not a time such as 2026-05-14T07:40:00+01:00", text),
                    "--time");
    t.hour = h + m / 60.0 + s / 3600;
    check(t);
    return t;
}

std::string clock(const std::optional<double>& hour) {
    if (!hour) return "none";
    const long seconds = std::lround(*hour * 3600);
    char out[32];
    std::snprintf(out, sizeof out, "%02ld:%02ld:%02ld", seconds / 3600 % 24, seconds / 60 % 60, seconds % 60);
    return out;
}

} // namespace

void addLightCommands(CLI::App& app) {
    {
        struct Options {
            Place place;
            std::string time;
            Air air;
        };
        auto o = std::make_shared<Options>();
        auto* c = app.add_subcommand("sun", "solar position by the NREL algorithm");
        c->add_option("--lat", o->place.latitude, "degrees, north positive")
            ->required()
            ->check(CLI::Range(-90.0, 90.0));
        c->add_option("--lon", o->place.longitude, "degrees, east positive")
            ->required()
            ->check(CLI::Range(-180.0, 180.0));
        c->add_option("--time", o->time, "ISO 8601 with time zone")->required();
        c->add_option("--elevation-m", o->place.elevation, "height above sea level in metres");
        c->add_option("--pressure-hpa", o->air.pressure, "air pressure in hPa");
        c->add_option("--temperature-c", o->air.temperature, "air temperature in °C");
        c->add_option("--delta-t-s", o->air.deltaT, "terrestrial minus universal time");
        c->callback([o] {
            const CivilTime t = parseTime(o->time);
            const SunPosition sun = sunPosition(o->place, t, o->air);
            const SunDay day = sunDay(o->place, t, o->air);
            report({{"altitude_deg", sun.altitude},
                    {"zenith_deg", sun.zenith},
                    {"azimuth_deg", sun.azimuth},
                    {"sunrise", clock(day.sunrise)},
                    {"transit", clock(day.transit)},
                    {"sunset", clock(day.sunset)}});
        });
    }
    {
        struct Options {
            double altitude = 45;
            float turbidity = 2.5f;
            std::string sky = "clear";
        };
        auto o = std::make_shared<Options>();
        auto* c = app.add_subcommand("daylight", "illuminance at the ground");
        c->add_option("--sun-altitude", o->altitude, "altitude of the sun in degrees")
            ->required()
            ->check(CLI::Range(-90.0, 90.0));
        c->add_option("--turbidity", o->turbidity, "atmospheric turbidity (1 = clean air)")
            ->check(CLI::Range(1.0, 20.0));
        c->add_option("--sky", o->sky, "kind of sky")->check(CLI::IsMember({"clear", "partly", "overcast"}));
        c->callback([o] {
            const Atmosphere atmosphere(visibilityOfTurbidity(o->turbidity));
            const Environment e = makeEnvironment(sunDirection({o->altitude, 90 - o->altitude, 180}), 0, atmosphere,
                                                  o->sky == "clear"    ? 0.0f
                                                  : o->sky == "partly" ? 0.5f
                                                                       : 1.0f);
            const Illuminance i = illuminance(e);
            report({{"direct_normal_lx", i.directNormal},
                    {"direct_horizontal_lx", i.directHorizontal},
                    {"diffuse_horizontal_lx", i.diffuseHorizontal},
                    {"zenith_cd_m2", i.zenith}});
        });
    }
}

} // namespace thallos
