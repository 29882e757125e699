#include <charconv>
#include <cstdio>

#include "cli/commands.h"
#include "core/base/error.h"

namespace thallos {

bool printJson = false;

void report(const nlohmann::json& values) {
    if (printJson) {
        std::printf("%s\n", values.dump(1).c_str());
        return;
    }
    for (const auto& [key, value] : values.items())
        std::printf("%-24s %s\n", key.c_str(),
                    value.is_string() ? value.get<std::string>().c_str() : value.dump().c_str());
}

V2f parsePair(const std::string& text, const char* what) {
    V2f out(0);
    const char *p = text.data(), *end = p + text.size();
    for (int k = 0; k < 2; ++k) {
        const auto r = std::from_chars(p, end, out[k]);
        if (r.ec != std::errc()) break;
        p = r.ptr;
        if (k == 1 && p == end) return out;
        if (k == 0 && p != end && (*p == ',' || *p == 'x')) ++p;
    }
    throw Error(Error::Kind::Invalid, Text("\"%1\" is not two numbers", text), what,
                Text("Give two numbers, e.g. 120,80"));
}

} // namespace thallos
