// Places on the earth as people write them.
#pragma once

#include <string>
#include <string_view>

namespace thallos {

struct Location {
    double latitude = 0, longitude = 0; // degrees, north and east positive
};

// "52.1, -1.6", "52.1 N 1.6 W", "52°06'00\"N 1°36'00\"W", "52 6 0 N, 1 36 0 W": degrees with or without minutes and
// seconds, latitude first; with a comma for decimals when the two are parted by ";" or letters. Throws Error::Invalid.
Location parseLocation(std::string_view text);
std::string formatLocation(const Location& location); // "52.1000° N, 1.6000° W"

} // namespace thallos
