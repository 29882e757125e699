#include "core/base/location.h"

#include <charconv>
#include <cmath>
#include <vector>

#include "core/base/error.h"
#include "core/base/quantity.h"

namespace thallos {

namespace {

// Degrees, minutes and seconds of one half, with its sign or letter.
struct Half {
    std::vector<double> parts;
    bool negative = false;
    char letter = 0; // N, S, E, W
};

[[noreturn]] void fail(std::string_view text) {
    throw Error(Error::Kind::Invalid, Text("Cannot read \"%1\" as a location", std::string(text)), "",
                Text("Give latitude and longitude, e.g. 52.1, -1.6"));
}

double degreesOf(const Half& h, std::string_view text, double most) {
    if (h.parts.empty() || h.parts.size() > 3) fail(text);
    double d = 0, unit = 1;
    for (size_t i = 0; i < h.parts.size(); ++i, unit /= 60) {
        if (h.parts[i] < 0 || (i > 0 && h.parts[i] >= 60)) fail(text);
        d += h.parts[i] * unit;
    }
    if (h.negative || h.letter == 'S' || h.letter == 'W') d = -d;
    if (!(std::abs(d) <= most)) fail(text);
    return d;
}

} // namespace

Location parseLocation(std::string_view text) {
    std::vector<Half> halves(1);
    // A comma parts the halves unless something else does.
    const bool other =
        text.find(';') != std::string_view::npos || text.find_first_of("NSEWnsew") != std::string_view::npos;
    for (size_t i = 0; i < text.size();) {
        const char c = text[i];
        if (c >= '0' && c <= '9') {
            if (halves.back().letter) halves.emplace_back(); // "52 N 1 W"
            std::string digits;
            bool mark = false;
            for (; i < text.size(); ++i) {
                const bool digit = text[i] >= '0' && text[i] <= '9';
                const bool point = !mark && (text[i] == '.' || (text[i] == ',' && other)) && i + 1 < text.size() &&
                                   text[i + 1] >= '0' && text[i + 1] <= '9';
                if (!digit && !point) break;
                mark = mark || point;
                digits += point ? '.' : text[i];
            }
            double v = 0;
            const auto r = std::from_chars(digits.data(), digits.data() + digits.size(), v);
            if (r.ec != std::errc()) fail(text);
            halves.back().parts.push_back(v);
            continue;
        }
        if (c == '-' && (i == 0 || text[i - 1] == ' ' || text[i - 1] == ',' || text[i - 1] == ';')) {
            if (!halves.back().parts.empty()) halves.emplace_back(); // "52.1 -1.6"
            halves.back().negative = true;
        } else if (c == ';' || c == ',') {
            if (!halves.back().parts.empty()) halves.emplace_back();
        } else if (const size_t at = std::string_view("NSEWnsew").find(c); at != std::string_view::npos) {
            if (halves.back().parts.empty() && halves.size() > 1) halves.pop_back(); // "52 N, 1 W" has parted already
            if (halves.back().letter) fail(text);
            halves.back().letter = "NSEW"[at % 4];
        } else if (std::string_view(" '\"+\t").find(c) == std::string_view::npos &&
                   static_cast<unsigned char>(c) < 0x80)
            fail(text); // degree signs and typographic quotes pass
        ++i;
    }
    if (halves.back().parts.empty()) halves.pop_back();
    if (halves.size() == 1 && halves[0].parts.size() == 2 && !halves[0].letter) // "52.1 1.6"
        halves = {{{halves[0].parts[0]}, halves[0].negative, 0}, {{halves[0].parts[1]}, false, 0}};
    if (halves.size() != 2) fail(text);
    if (halves[0].letter == 'E' || halves[0].letter == 'W') std::swap(halves[0], halves[1]);
    if (halves[0].letter == 'E' || halves[0].letter == 'W' || halves[1].letter == 'N' || halves[1].letter == 'S')
        fail(text);
    return {degreesOf(halves[0], text, 90), degreesOf(halves[1], text, 180)};
}

std::string formatLocation(const Location& l) {
    const auto half = [](double d, const char* positive, const char* negative) {
        return formatNumber(std::abs(d), 4) + "° " + (d < 0 ? negative : positive);
    };
    return half(l.latitude, "N", "S") + ", " + half(l.longitude, "E", "W");
}

} // namespace thallos
