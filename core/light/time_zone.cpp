#include "core/light/time_zone.h"

#include <algorithm>
#include <cmath>
#include <fstream>
#include <sstream>

#include <date/tz.h>

#include "core/base/error.h"
#include "core/base/vec.h"

namespace thallos {

namespace {

struct Principal {
    std::string zone;
    double latitude = 0, longitude = 0;
};

// "+513030-0000731" of ISO 6709: degrees, minutes and maybe seconds.
double degreesOf(const std::string& text, size_t degreeDigits) {
    const std::string digits = text.substr(1);
    double value = std::stod(digits.substr(0, degreeDigits)) + std::stod(digits.substr(degreeDigits, 2)) / 60;
    if (digits.size() > degreeDigits + 2) value += std::stod(digits.substr(degreeDigits + 2)) / 3600;
    return text[0] == '-' ? -value : value;
}

std::vector<Principal> readPrincipals() {
    std::vector<Principal> out;
    std::ifstream in("/usr/share/zoneinfo/zone1970.tab");
    for (std::string line; std::getline(in, line);) {
        if (line.empty() || line[0] == '#') continue;
        std::istringstream cells(line);
        std::string countries, place, zone;
        std::getline(cells, countries, '\t');
        std::getline(cells, place, '\t');
        std::getline(cells, zone, '\t');
        const size_t second = place.find_first_of("+-", 1);
        if (second == std::string::npos || zone.empty()) continue;
        out.push_back({zone, degreesOf(place.substr(0, second), 2), degreesOf(place.substr(second), 3)});
    }
    return out;
}

const std::vector<Principal>& principals() {
    static const std::vector<Principal> all = readPrincipals();
    return all;
}

} // namespace

const std::vector<std::string>& timeZones() {
    static const std::vector<std::string> names = [] {
        std::vector<std::string> out;
        for (const Principal& p : principals()) out.push_back(p.zone);
        out.emplace_back("Etc/UTC");
        std::sort(out.begin(), out.end());
        return principals().empty() ? std::vector<std::string>() : out;
    }();
    return names;
}

double hoursAhead(const std::string& zone, const CivilTime& clock) {
    const date::time_zone* z = nullptr;
    try {
        z = date::locate_zone(zone);
    } catch (const std::exception&) {
        throw Error(Error::Kind::Missing, Text("There is no time zone named %w"), zone);
    }
    const date::year_month_day day{date::year(clock.year), date::month(static_cast<unsigned>(clock.month)),
                                   date::day(static_cast<unsigned>(clock.day))};
    const auto local = date::local_days(day) + std::chrono::seconds(std::lround(clock.hour * 3600));
    return static_cast<double>(z->get_info(local).first.offset.count()) / 3600;
}

std::string timeZoneNear(double latitude, double longitude) {
    const auto direction = [](double lat, double lon) {
        const double a = lat * M_PI / 180, o = lon * M_PI / 180;
        return Imath::V3d(std::cos(a) * std::cos(o), std::cos(a) * std::sin(o), std::sin(a));
    };
    const Imath::V3d here = direction(latitude, longitude);
    std::string best;
    double nearest = -2;
    for (const Principal& p : principals())
        if (const double c = here.dot(direction(p.latitude, p.longitude)); c > nearest) {
            nearest = c;
            best = p.zone;
        }
    return best;
}

} // namespace thallos
