#include "core/exchange/reason.h"

#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/outside.h"

namespace thallos {

using nlohmann::json;

json toJson(const Text& text) {
    json j = json::array({utf8(text.format)});
    for (const std::string& part : text.parts) j.push_back(utf8(part)); // what files and libraries say
    return j;
}

Text textOf(const json& j) {
    Text text;
    text.format = j.at(0).get<std::string>();
    for (size_t i = 1; i < j.size(); ++i) text.parts.push_back(j[i].get<std::string>());
    return text;
}

std::string reasonOf(const Text& problem, const Text& remedy) {
    return json::array({toJson(problem), toJson(remedy)}).dump();
}

void throwReason(const std::string& line, const std::string& file) {
    const json j = json::parse(line, nullptr, false);
    Text problem("%w could not be read"), remedy("Export it again, best as glTF (.glb)");
    try {
        problem = textOf(j.at(0));
        remedy = textOf(j.at(1));
    } catch (const json::exception&) {
        if (!line.empty()) problem = Text("%w could not be read (%1)", line);
    }
    throw Error(Error::Kind::Unreadable, problem, file, remedy);
}

} // namespace thallos
